#include "local.h"

#include <algorithm>
#include <cmath>
#include <map>
#include <memory>

#include <BRepAdaptor_Surface.hxx>
#include <BRepCheck_Analyzer.hxx>
#include <BRepPrimAPI_MakeBox.hxx>
#include <TopExp.hxx>
#include <TopExp_Explorer.hxx>
#include <TopTools_DataMapOfShapeShape.hxx>
#include <TopTools_MapOfShape.hxx>
#include <TopoDS.hxx>
#include <TopoDS_Iterator.hxx>

#include "booleans.h"
#include "glue.h"
#include "layer.h"
#include "nested.h"
#include "parallel.h"
#include "trimmed.h"
#include "wires.h"

namespace ankerdraft {

using namespace kernel::v1;

namespace {

constexpr double kSameSize = 1e-6;

// A piece of a tool must save the library so many of the target's edges to pay for its block.
constexpr int kEdgesPerPiece = 30;
// So many pieces cost the library more, each with all others, than their blocks, each by itself.
constexpr int kManyPieces = 150;

bool IsOfSolids(const TopoDS_Shape& shape) {
  return TopExp_Explorer(shape, TopAbs_SOLID).More() && !TopExp_Explorer(shape, TopAbs_FACE, TopAbs_SOLID).More();
}

bool CouldBeOneSurface(const kernel::v1::Face& a, const kernel::v1::Face& b) {
  return a.kind() == b.kind() && std::abs(a.radius() - b.radius()) < kSameSize;
}

bool CouldBeOneCurve(const kernel::v1::Edge& a, const kernel::v1::Edge& b) {
  if (a.kind() != b.kind()) return false;
  if (a.kind() == CURVE_LINE)
    return DirectionOf(a.direction()).IsParallel(DirectionOf(b.direction()), kSameSize);
  return a.kind() != CURVE_CIRCLE || PointOf(a.centre()).Distance(PointOf(b.centre())) < kSameSize;
}

// Whether the library, asked to merge what lies on one surface or one curve, would find nothing in the target.
bool IsMerged(const Body& body) {
  std::map<int, std::vector<int>> at_vertex;
  for (int i = 1; i <= body.numbered.edges.Extent(); ++i) {
    const kernel::v1::Edge& edge = body.EdgeAt(i);
    if (edge.bend() == BEND_SMOOTH) {
      const Meeting meeting = body.parts->MeetingAt(i);
      if (CouldBeOneSurface(body.memo.Of(meeting.one).described, body.memo.Of(meeting.other).described)) return false;
    }
    TopoDS_Vertex first, last;
    TopExp::Vertices(TopoDS::Edge(body.numbered.edges.FindKey(i)), first, last);
    for (const TopoDS_Vertex& end : {first, last})
      if (!end.IsNull()) at_vertex[body.numbered.vertices.FindIndex(end)].push_back(i);
  }
  for (const auto& [vertex, edges] : at_vertex)
    if (edges.size() == 2 && edges[0] != edges[1] && CouldBeOneCurve(body.EdgeAt(edges[0]), body.EdgeAt(edges[1])))
      return false;
  return true;
}

// A layer as a solid, with the faces of it that lie in the target's.
struct Block {
  Layer layer;
  TopoDS_Shape solid;
  std::vector<TopoDS_Face> patches;  // in the order of the layer's hits
  bool within_faces = true;          // of the body, the patches lie

  gp_Pln Top() const {
    const gp_Pnt below(0, 0, layer.hits.front().height);
    return gp_Pln(below.Transformed(layer.around.from_frame), layer.around.frame.Direction());
  }

  bool IsPatch(const TopoDS_Shape& face) const {
    return std::any_of(patches.begin(), patches.end(), [&](const TopoDS_Face& patch) { return patch.IsSame(face); });
  }
};

Block BlockOf(const Layer& layer) {
  const gp_Pnt low = layer.around.box.CornerMin(), high = layer.around.box.CornerMax();
  const double top = layer.hits.front().height;
  const double bottom = layer.hits.size() == 2 ? layer.hits.back().height : low.Z();
  const gp_Pnt corner = gp_Pnt(low.X(), low.Y(), bottom).Transformed(layer.around.from_frame);
  BRepPrimAPI_MakeBox box(gp_Ax2(corner, layer.around.frame.Direction(), layer.around.frame.XDirection()),
                          high.X() - low.X(), high.Y() - low.Y(), top - bottom);
  Block block{layer, box.Solid(), {box.TopFace()}};
  if (layer.hits.size() == 2) block.patches.push_back(box.BottomFace());
  return block;
}

bool HasAny(const TopoDS_Shape& shape, const TopTools_MapOfShape& edges) {
  for (TopExp_Explorer e(shape, TopAbs_EDGE); e.More(); e.Next())
    if (edges.Contains(e.Current())) return true;
  return false;
}

// What an operation on blocks does to a body.
class Blockwork {
 public:
  Blockwork(LibraryBoolean& done, FaceHistory& history, Patchwork& patchwork)
      : done_(done), history_(history), patchwork_(patchwork) {
    for (TopExp_Explorer e(done.Operation().Shape(), TopAbs_SOLID); e.More(); e.Next()) {
      ++solids_;
      for (TopExp_Explorer face(e.Current(), TopAbs_FACE); face.More(); face.Next())
        solid_of_.Bind(face.Current(), e.Current());
    }
  }

  int Solids() const { return solids_; }

  /// False if the block comes apart, or if more of its skin changes than its patches, or nothing.
  bool Add(const Block& block) {
    TopoDS_Shape result;
    for (TopExp_Explorer e(block.solid, TopAbs_FACE); e.More(); e.Next()) {
      if (block.IsPatch(e.Current())) continue;
      const TopoDS_Shape* solid = solid_of_.Seek(e.Current());
      if (solid == nullptr || !(result.IsNull() || solid->IsSame(result))) return false;
      result = *solid;
    }
    if (result.NbChildren() != 1) return false;
    TopTools_MapOfShape rest;  // faces of the result that are not accounted for
    for (TopExp_Explorer e(result, TopAbs_FACE); e.More(); e.Next()) rest.Add(e.Current());
    for (TopExp_Explorer e(block.solid, TopAbs_FACE); e.More(); e.Next())
      if (!block.IsPatch(e.Current())) rest.Remove(e.Current());
    bool changed = false;
    for (size_t i = 0; i < block.patches.size(); ++i)
      if (!TakePatch(block, i, result, rest, changed)) return false;
    for (TopExp_Explorer e(result, TopAbs_FACE); e.More(); e.Next())
      if (rest.Contains(e.Current())) patchwork_.AddBeside(block.layer.hits.front().face, e.Current());
    return changed;
  }

  void Follow(const TopoDS_Shape& tool) {
    for (TopExp_Explorer e(tool, TopAbs_FACE); e.More(); e.Next())
      for (const TopoDS_Shape& image : done_.Operation().Modified(e.Current())) history_.Became(e.Current(), image);
  }

 private:
  bool TakePatch(const Block& block, size_t i, const TopoDS_Shape& result, TopTools_MapOfShape& rest, bool& changed) {
    if (rest.Remove(block.patches[i])) return true;
    changed = true;
    const TopoDS_Face& face = block.layer.hits[i].face;
    const TopTools_ListOfShape& images = done_.Operation().Modified(block.patches[i]);
    TopTools_MapOfShape outline;
    for (TopExp_Explorer e(block.solid, TopAbs_EDGE); e.More(); e.Next()) outline.Add(e.Current());
    int around = 0;
    for (TopExp_Explorer e(result, TopAbs_FACE); e.More(); e.Next()) {
      if (!images.Contains(e.Current()) || !rest.Remove(e.Current())) continue;
      if (!HasAny(e.Current(), outline)) {
        patchwork_.AddIsland(face, e.Current());
        continue;
      }
      ++around;
      std::vector<TopoDS_Shape> contours;
      for (TopoDS_Iterator wire(e.Current()); wire.More(); wire.Next())
        if (!HasAny(wire.Value(), outline)) contours.push_back(wire.Value());
      patchwork_.AddContours(face, contours, block.within_faces && BRepCheck_Analyzer(e.Current()).IsValid());
    }
    return around == 1;
  }

  LibraryBoolean& done_;
  FaceHistory& history_;
  Patchwork& patchwork_;
  int solids_ = 0;
  TopTools_DataMapOfShapeShape solid_of_;  // the result's solids, by their faces
};

bool AreApart(const std::vector<Surroundings>& all) {
  for (size_t i = 0; i < all.size(); ++i)
    for (size_t j = 0; j < i; ++j)
      if (!all[i].AreApartFrom(all[j])) return false;
  return true;
}

bool IsOfOneShell(const Body& body, const Layer& layer) {
  const auto shell = [&](const Hit& hit) { return body.shells.FindFromKey(hit.face).First(); };
  return shell(layer.hits.front()).IsSame(shell(layer.hits.back()));
}

// A solid of a tool with the layer around it; once they are combined, the layer's block and what comes of the two.
struct Piece {
  size_t tool;  // its number, from 0
  TopoDS_Shape solid;
  Layer layer;
  std::optional<Block> block = std::nullopt;
  std::shared_ptr<LibraryBoolean> done = nullptr;
};

// How each of the tools goes onto a body: those that only stand on it, and blocks for the pieces of the others.
struct Plan {
  std::vector<Standing> standing;
  std::vector<Piece> pieces;
  std::vector<double> overlaps;  // of each tool, as far as it is known
};

// What is taken away may be longer than what it is taken from.
std::optional<Standing> StandingWithin(const Layer& layer, const TopoDS_Shape& tool, BooleanKind kind, Memo& memo) {
  if (auto stands = StandingOn(layer, tool, kind, memo)) return stands;
  if (kind != BOOLEAN_SUBTRACT || tool.NbChildren() != 1) return std::nullopt;
  const auto trimmed = TrimmedTo(layer, tool);
  if (!trimmed) return std::nullopt;
  auto stands = StandingOn(layer, trimmed->solid, kind, memo);
  if (stands) stands->from = trimmed->faces;
  return stands;
}

std::vector<TopoDS_Face> FacesOf(const std::vector<Standing>& standing) {
  std::vector<TopoDS_Face> faces;
  for (const Standing& one : standing)
    for (TopExp_Explorer e(one.tool, TopAbs_FACE); e.More(); e.Next()) faces.push_back(TopoDS::Face(e.Current()));
  return faces;
}

double VolumeOfAll(const std::vector<Standing>& standing) {
  double volume = 0;
  for (const Standing& one : standing) volume += VolumeOf(one.tool);
  return volume;
}

std::optional<Plan> PlanOf(const BooleanOp& in, const Body& body, const TopTools_ListOfShape& tools) {
  Plan plan;
  std::vector<Surroundings> surroundings;
  for (const TopoDS_Shape& tool : tools) {
    if (!IsOfSolids(tool)) return std::nullopt;
    std::vector<Piece> pieces;
    std::vector<Standing> standing;
    const bool merged = !in.unify() || IsMerged(Body(tool, body.memo));
    for (TopExp_Explorer e(tool, TopAbs_SOLID); e.More(); e.Next()) {
      auto layer = LayerAround(body, e.Current());
      if (!layer || !IsOfOneShell(body, *layer)) return std::nullopt;
      surroundings.push_back(layer->around);
      if (merged && standing.size() == pieces.size())
        if (auto stands = StandingWithin(*layer, e.Current(), in.kind(), body.memo)) standing.push_back(*stands);
      pieces.push_back({plan.overlaps.size(), e.Current(), *layer});
    }
    const bool stands = standing.size() == pieces.size();
    if (stands)
      plan.standing.insert(plan.standing.end(), standing.begin(), standing.end());
    else
      plan.pieces.insert(plan.pieces.end(), pieces.begin(), pieces.end());
    plan.overlaps.push_back(stands && in.overlaps() && in.kind() == BOOLEAN_SUBTRACT ? VolumeOfAll(standing) : 0);
  }
  if (!AreApart(surroundings)) return std::nullopt;
  return plan;
}

// Each piece by itself: the library's time for all at once grows with the square of their number.
bool CombineEach(std::vector<Piece>& pieces, const BooleanOp& in, FaceHistory& history, Patchwork& patchwork) {
  const auto combine = [&](int i) {
    Piece& piece = pieces[i];
    piece.block = BlockOf(piece.layer);
    piece.done = std::make_shared<LibraryBoolean>(in.kind(), piece.block->solid, ListOf(piece.solid), in.unify());
  };
  InParallel(static_cast<int>(pieces.size()), combine, 2);
  for (const Piece& piece : pieces) {
    Blockwork blockwork(*piece.done, history, patchwork);
    if (blockwork.Solids() != 1 || !blockwork.Add(*piece.block)) return false;
    blockwork.Follow(piece.solid);
  }
  return true;
}

}  // namespace

std::optional<LocalCombination> CombineLocally(const BooleanOp& in, const TopoDS_Shape& target,
                                               const TopTools_ListOfShape& tools, Memo& memo) {
  if (in.kind() == BOOLEAN_INTERSECT || !IsOfSolids(target)) return std::nullopt;
  const Body body(target, memo);
  if (in.unify() && !IsMerged(body)) return std::nullopt;
  auto plan = PlanOf(in, body, tools);
  if (!plan) return std::nullopt;
  const int pieces = static_cast<int>(plan->pieces.size());
  if (body.numbered.edges.Extent() < kEdgesPerPiece * pieces && pieces < kManyPieces) return std::nullopt;
  LocalCombination out;
  Patchwork patchwork(body, out.history);
  memo.Learn(FacesOf(plan->standing));
  for (const Standing& standing : plan->standing) {
    Glue(standing, in.kind(), memo, patchwork);
    for (const auto& [before, after] : standing.from) out.history.Became(before, after);
  }
  if (!CombineEach(plan->pieces, in, out.history, patchwork)) return std::nullopt;
  if (in.overlaps()) {
    out.overlaps = plan->overlaps;
    for (const Piece& piece : plan->pieces) out.overlaps[piece.tool] += piece.done->Overlaps().front();
  }
  out.result = patchwork.Whole();
  return out;
}

std::optional<LocalCombination> CombineThrough(const BooleanOp& in, const TopoDS_Shape& target,
                                               const TopTools_ListOfShape& tools, Memo& memo) {
  if (in.kind() != BOOLEAN_SUBTRACT || in.unify() || tools.Extent() != 1) return std::nullopt;
  const TopoDS_Shape& tool = tools.First();
  if (!IsOfSolids(target) || !IsOfSolids(tool)) return std::nullopt;
  const Body body(target, memo);
  const TopoDS_Face face = body.Face(in.through());
  const BRepAdaptor_Surface surface(face, false);
  if (surface.GetType() != GeomAbs_Plane) return std::nullopt;
  Block block = BlockOf(LayerBelow(face, tool));
  block.within_faces = false;
  if (!IsNested(tool, target, block.Top())) return std::nullopt;
  LibraryBoolean done(in.kind(), block.solid, tools, false);
  LocalCombination out;
  Patchwork patchwork(body, out.history);
  Blockwork blockwork(done, out.history, patchwork);
  if (blockwork.Solids() != 1 || !blockwork.Add(block)) return std::nullopt;
  blockwork.Follow(tool);
  if (in.overlaps()) out.overlaps = done.Overlaps();
  out.result = patchwork.Whole();
  return out;
}

}  // namespace ankerdraft

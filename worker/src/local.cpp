#include "local.h"

#include <algorithm>
#include <cmath>
#include <map>

#include <BRepAdaptor_Surface.hxx>
#include <BRepCheck_Analyzer.hxx>
#include <BRepPrimAPI_MakeBox.hxx>
#include <BRep_Builder.hxx>
#include <TopExp.hxx>
#include <TopExp_Explorer.hxx>
#include <TopTools_DataMapOfShapeShape.hxx>
#include <TopTools_MapOfShape.hxx>
#include <TopoDS.hxx>
#include <TopoDS_Compound.hxx>
#include <TopoDS_Iterator.hxx>

#include "booleans.h"
#include "layer.h"
#include "nested.h"

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
      const Meeting meeting = body.uses.Of(i);
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

// What an operation on blocks does to a body: contours that faces get, pieces that they leave, and faces that come.
class Patchwork {
 public:
  Patchwork(const Body& body, LibraryBoolean& done, FaceHistory& history) : body_(body), done_(done), history_(history) {
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
    const TopoDS_Shape& shell = body_.shells.FindFromKey(block.layer.hits.front().face).First();
    for (TopExp_Explorer e(result, TopAbs_FACE); e.More(); e.Next())
      if (rest.Contains(e.Current())) added_[shell.TShape().get()].push_back(e.Current());
    return changed;
  }

  void Follow(const TopoDS_Shape& tool) {
    for (TopExp_Explorer e(tool, TopAbs_FACE); e.More(); e.Next())
      for (const TopoDS_Shape& image : done_.Operation().Modified(e.Current())) history_.Became(e.Current(), image);
  }

  TopoDS_Shape Whole() {
    TopTools_DataMapOfShapeShape whole;
    for (const auto& [index, change] : changes_) {
      const TopoDS_Face face = body_.Face(index);
      whole.Bind(face, WithContours(face, change));
      // Its contours lie within the patches, and these within the face.
      if (change.sound && body_.memo.Of(face).valid) body_.memo.KnowValid(TopoDS::Face(whole.Find(face)));
      history_.Became(face, whole.Find(face));
    }
    return With(body_.shape, whole);
  }

 private:
  struct Change {
    std::vector<TopoDS_Shape> contours, islands;
    bool sound = true;  // the contours make sound faces of the patches
  };

  bool TakePatch(const Block& block, size_t i, const TopoDS_Shape& result, TopTools_MapOfShape& rest, bool& changed) {
    if (rest.Remove(block.patches[i])) return true;
    changed = true;
    const TopoDS_Face& face = block.layer.hits[i].face;
    const TopTools_ListOfShape& images = done_.Operation().Modified(block.patches[i]);
    TopTools_MapOfShape outline;
    for (TopExp_Explorer e(block.solid, TopAbs_EDGE); e.More(); e.Next()) outline.Add(e.Current());
    Change& change = changes_[body_.numbered.faces.FindIndex(face)];
    int around = 0;
    for (TopExp_Explorer e(result, TopAbs_FACE); e.More(); e.Next()) {
      if (!images.Contains(e.Current()) || !rest.Remove(e.Current())) continue;
      if (!HasAny(e.Current(), outline)) {
        change.islands.push_back(e.Current());
        history_.Became(face, e.Current());
        continue;
      }
      ++around;
      change.sound = change.sound && block.within_faces && BRepCheck_Analyzer(e.Current()).IsValid();
      for (TopoDS_Iterator wire(e.Current()); wire.More(); wire.Next())
        if (!HasAny(wire.Value(), outline)) change.contours.push_back(wire.Value());
    }
    return around == 1;
  }

  static bool HasAny(const TopoDS_Shape& shape, const TopTools_MapOfShape& edges) {
    for (TopExp_Explorer e(shape, TopAbs_EDGE); e.More(); e.Next())
      if (edges.Contains(e.Current())) return true;
    return false;
  }

  TopoDS_Shape WithContours(const TopoDS_Face& face, const Change& change) {
    TopoDS_Shape whole = face.EmptyCopied();
    for (TopoDS_Iterator it(face); it.More(); it.Next()) builder_.Add(whole, it.Value());
    for (const TopoDS_Shape& contour : change.contours) builder_.Add(whole, contour);
    return whole;
  }

  TopoDS_Shape With(const TopoDS_Shape& shape, const TopTools_DataMapOfShapeShape& whole) {
    TopoDS_Shape out = shape.EmptyCopied();
    for (TopoDS_Iterator it(shape); it.More(); it.Next()) {
      const TopoDS_Shape& part = it.Value();
      if (part.ShapeType() != TopAbs_FACE) {
        builder_.Add(out, With(part, whole));
      } else if (whole.IsBound(part)) {
        builder_.Add(out, whole.Find(part));
        for (const TopoDS_Shape& island : changes_[body_.numbered.faces.FindIndex(part)].islands)
          builder_.Add(out, island);
      } else {
        builder_.Add(out, part);
      }
    }
    const auto added = added_.find(shape.TShape().get());
    if (added != added_.end())
      for (const TopoDS_Shape& face : added->second) builder_.Add(out, face);
    out.Closed(shape.Closed());
    return out;
  }

  const Body& body_;
  LibraryBoolean& done_;
  FaceHistory& history_;
  BRep_Builder builder_;
  int solids_ = 0;
  TopTools_DataMapOfShapeShape solid_of_;  // the result's solids, by their faces
  std::map<int, Change> changes_;  // by the number of the face
  std::map<const TopoDS_TShape*, std::vector<TopoDS_Shape>> added_;
};

bool AreApart(const std::vector<Block>& blocks) {
  for (size_t i = 0; i < blocks.size(); ++i)
    for (size_t j = 0; j < i; ++j)
      if (!blocks[i].layer.around.InWorld().IsOut(blocks[j].layer.around.InWorld())) return false;
  return true;
}

bool IsOfOneShell(const Body& body, const Layer& layer) {
  const auto shell = [&](const Hit& hit) { return body.shells.FindFromKey(hit.face).First(); };
  return shell(layer.hits.front()).IsSame(shell(layer.hits.back()));
}

}  // namespace

void FaceHistory::Became(const TopoDS_Shape& face, const TopoDS_Shape& image) {
  if (!images_.IsBound(face)) images_.Bind(face, TopTools_ListOfShape());
  images_.ChangeFind(face).Append(image);
}

TopTools_ListOfShape FaceHistory::Modified(const TopoDS_Shape& face) const {
  const TopTools_ListOfShape* images = images_.Seek(face);
  return images == nullptr ? TopTools_ListOfShape() : *images;
}

std::optional<LocalCombination> CombineLocally(const BooleanOp& in, const TopoDS_Shape& target,
                                               const TopTools_ListOfShape& tools, Memo& memo) {
  if (in.kind() == BOOLEAN_INTERSECT || !IsOfSolids(target)) return std::nullopt;
  const Body body(target, memo);
  int pieces = 0;
  for (const TopoDS_Shape& tool : tools)
    for (TopExp_Explorer e(tool, TopAbs_SOLID); e.More(); e.Next()) ++pieces;
  if (body.numbered.edges.Extent() < kEdgesPerPiece * pieces && pieces < kManyPieces) return std::nullopt;
  if (in.unify() && !IsMerged(body)) return std::nullopt;
  std::vector<Block> blocks;
  for (const TopoDS_Shape& tool : tools) {
    if (!IsOfSolids(tool)) return std::nullopt;
    for (TopExp_Explorer e(tool, TopAbs_SOLID); e.More(); e.Next()) {
      const auto layer = LayerAround(body, e.Current());
      if (!layer || !IsOfOneShell(body, *layer)) return std::nullopt;
      blocks.push_back(BlockOf(*layer));
    }
  }
  if (!AreApart(blocks)) return std::nullopt;
  TopoDS_Compound all;
  BRep_Builder().MakeCompound(all);
  for (const Block& block : blocks) BRep_Builder().Add(all, block.solid);
  LibraryBoolean done(in.kind(), all, tools, in.unify());
  LocalCombination out;
  Patchwork patchwork(body, done, out.history);
  if (patchwork.Solids() != static_cast<int>(blocks.size())) return std::nullopt;
  for (const Block& block : blocks)
    if (!patchwork.Add(block)) return std::nullopt;
  for (const TopoDS_Shape& tool : tools) patchwork.Follow(tool);
  if (in.overlaps()) out.overlaps = OverlapsOf(done, tools);
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
  Patchwork patchwork(body, done, out.history);
  if (patchwork.Solids() != 1 || !patchwork.Add(block)) return std::nullopt;
  patchwork.Follow(tool);
  if (in.overlaps()) out.overlaps = OverlapsOf(done, tools);
  out.result = patchwork.Whole();
  return out;
}

}  // namespace ankerdraft

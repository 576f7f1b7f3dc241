#include "local.h"

#include <algorithm>
#include <cmath>
#include <map>

#include <BRepAdaptor_Surface.hxx>
#include <BRepBndLib.hxx>
#include <BRepCheck_Analyzer.hxx>
#include <BRepPrimAPI_MakeBox.hxx>
#include <BRep_Builder.hxx>
#include <ElSLib.hxx>
#include <TopExp.hxx>
#include <TopExp_Explorer.hxx>
#include <TopTools_DataMapOfShapeShape.hxx>
#include <TopTools_MapOfShape.hxx>
#include <TopTools_IndexedDataMapOfShapeListOfShape.hxx>
#include <TopoDS.hxx>
#include <TopoDS_Compound.hxx>
#include <TopoDS_Iterator.hxx>

#include "booleans.h"

namespace ankerdraft {

using namespace kernel::v1;

namespace {

// Free space around a tool, as a share of its size and at least so much: far more than the library's tolerances.
constexpr double kMarginShare = 0.02;
constexpr double kLeastMargin = 1e-3;
// Planes that lean less count as parallel; over a thousand mm they part by less than a tolerance.
constexpr double kParallel = 1e-11;
constexpr double kSameSize = 1e-6;

// A piece of a tool must save the library so many of the target's edges to pay for its block.
constexpr int kEdgesPerPiece = 30;

// What an operation reads of the target again and again.
struct Body {
  Body(const TopoDS_Shape& shape, Memo& memo) : shape(shape), numbered(shape), uses(numbered), memo(memo) {
    TopExp::MapShapesAndAncestors(shape, TopAbs_FACE, TopAbs_SHELL, shells);
  }

  TopoDS_Face Face(int i) const { return TopoDS::Face(numbered.faces.FindKey(i)); }
  const Bnd_Box& BoxOfEdge(int i) const { return memo.Of(TopoDS::Edge(numbered.edges.FindKey(i)), uses.Of(i)).box; }
  const kernel::v1::Edge& EdgeAt(int i) const {
    return memo.Of(TopoDS::Edge(numbered.edges.FindKey(i)), uses.Of(i)).described;
  }

  const TopoDS_Shape& shape;
  const Numbered numbered;
  const EdgeUses uses;
  Memo& memo;
  TopTools_IndexedDataMapOfShapeListOfShape shells;
};

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

// How far a point lies from a surface of infinite extent, at least.
double DistanceFrom(const BRepAdaptor_Surface& surface, const gp_Pnt& p) {
  switch (surface.GetType()) {
    case GeomAbs_Plane:
      return surface.Plane().Distance(p);
    case GeomAbs_Cylinder:
      return std::abs(gp_Lin(surface.Cylinder().Axis()).Distance(p) - surface.Cylinder().Radius());
    case GeomAbs_Cone: {
      const gp_Cone cone = surface.Cone();
      const double along = gp_Vec(cone.Location(), p).Dot(cone.Axis().Direction());
      const double radius = std::abs(cone.RefRadius() + along * std::tan(cone.SemiAngle()));
      return std::abs(gp_Lin(cone.Axis()).Distance(p) - radius) * std::cos(cone.SemiAngle());
    }
    case GeomAbs_Sphere:
      return std::abs(surface.Sphere().Location().Distance(p) - surface.Sphere().Radius());
    default:
      return 0;
  }
}

Bnd_Box BoxOf(const Body& body, const TopoDS_Face& face) {
  Bnd_Box box = body.memo.Of(face).crests;
  for (TopExp_Explorer e(face, TopAbs_EDGE); e.More(); e.Next())
    box.Add(body.BoxOfEdge(body.numbered.edges.FindIndex(e.Current())));
  return box;
}

gp_Dir OutwardNormal(const TopoDS_Face& face) {
  const gp_Ax3 axes = BRepAdaptor_Surface(face, false).Plane().Position();
  const gp_Dir normal = axes.XDirection().Crossed(axes.YDirection());
  return face.Orientation() == TopAbs_REVERSED ? normal.Reversed() : normal;
}

// A box along the axes of a frame whose z is the normal of a plane.
struct Surroundings {
  gp_Ax2 frame;
  gp_Trsf from_frame;
  Bnd_Box box;  // in the frame

  gp_Pnt Middle() const { return gp_Pnt(0.5 * (box.CornerMin().XYZ() + box.CornerMax().XYZ())).Transformed(from_frame); }
  double Reach() const { return 0.5 * box.CornerMin().Distance(box.CornerMax()); }
  Bnd_Box InWorld() const { return box.Transformed(from_frame); }
};

Surroundings Around(const TopoDS_Shape& tool, const gp_Dir& normal) {
  Surroundings s;
  s.frame = gp_Ax2(gp::Origin(), normal);
  s.from_frame.SetTransformation(gp_Ax3(s.frame));
  const gp_Trsf to_frame = s.from_frame;
  s.from_frame.Invert();
  BRepBndLib::Add(tool.Moved(TopLoc_Location(to_frame)), s.box, false);
  s.box.Enlarge(std::max(kLeastMargin, kMarginShare * 2 * s.Reach()));
  return s;
}

bool HasEdgeIn(const Body& body, const Bnd_Box& box) {
  for (int i = 1; i <= body.numbered.edges.Extent(); ++i)
    if (!box.IsOut(body.BoxOfEdge(i))) return true;
  return false;
}

// A plane face that goes right through the surroundings of a tool.
struct Hit {
  TopoDS_Face face;
  double height;  // of the plane, in the frame
  bool up;        // whether it looks along the frame's z
};

enum class Near { kNot, kAcross, kUnclear };

// How a face without edges in the surroundings lies to them.
Near HowNear(const Body& body, const TopoDS_Face& face, const Surroundings& around, Hit& hit) {
  const BRepAdaptor_Surface surface(face, false);
  const gp_Pnt middle = around.Middle();
  if (DistanceFrom(surface, middle) > around.Reach()) return Near::kNot;
  if (around.InWorld().IsOut(BoxOf(body, face))) return Near::kNot;
  if (surface.GetType() != GeomAbs_Plane) return Near::kUnclear;
  const gp_Dir normal = OutwardNormal(face);
  if (!normal.IsParallel(around.frame.Direction(), kParallel)) return Near::kUnclear;
  const gp_Pln plane = surface.Plane();
  const double height = gp_Vec(gp::Origin(), plane.Location()).Dot(around.frame.Direction());
  if (height < around.box.CornerMin().Z() || height > around.box.CornerMax().Z()) return Near::kNot;
  double u, v;
  ElSLib::Parameters(plane, middle, u, v);
  if (!body.memo.Holds(face, gp_Pnt2d(u, v))) return Near::kNot;
  hit = {face, height, normal.Dot(around.frame.Direction()) > 0};
  return Near::kAcross;
}

// The layer of the target around a tool: below one plane, or between two.
struct Layer {
  Surroundings around;
  std::vector<Hit> hits;  // the upper one first
};

std::optional<Layer> LayerAlong(const Body& body, const TopoDS_Shape& tool, const gp_Dir& normal) {
  Layer layer{Around(tool, normal), {}};
  if (HasEdgeIn(body, layer.around.InWorld())) return std::nullopt;
  for (int i = 1; i <= body.numbered.faces.Extent(); ++i) {
    Hit hit;
    switch (HowNear(body, body.Face(i), layer.around, hit)) {
      case Near::kUnclear:
        return std::nullopt;
      case Near::kAcross:
        layer.hits.push_back(hit);
        break;
      case Near::kNot:
        break;
    }
  }
  std::sort(layer.hits.begin(), layer.hits.end(), [](const Hit& a, const Hit& b) { return a.height > b.height; });
  const auto& hits = layer.hits;
  if (hits.empty() || hits.size() > 2 || !hits.front().up || (hits.size() == 2 && hits.back().up)) return std::nullopt;
  return layer;
}

std::optional<Layer> LayerAround(const Body& body, const TopoDS_Shape& tool) {
  Bnd_Box box;
  BRepBndLib::Add(tool, box, false);
  const gp_Pnt middle(0.5 * (box.CornerMin().XYZ() + box.CornerMax().XYZ()));
  const double reach = 0.5 * box.CornerMin().Distance(box.CornerMax());
  std::vector<gp_Dir> tried;
  for (int i = 1; i <= body.numbered.faces.Extent(); ++i) {
    const TopoDS_Face face = body.Face(i);
    const BRepAdaptor_Surface surface(face, false);
    if (surface.GetType() != GeomAbs_Plane || DistanceFrom(surface, middle) > reach || box.IsOut(BoxOf(body, face)))
      continue;
    const gp_Dir normal = OutwardNormal(face);
    const auto is_same = [&](const gp_Dir& d) { return d.IsEqual(normal, kSameSize); };
    if (std::any_of(tried.begin(), tried.end(), is_same)) continue;
    tried.push_back(normal);
    if (auto layer = LayerAlong(body, tool, normal)) return layer;
  }
  return std::nullopt;
}

// A layer as a solid, with the faces of it that lie in the target's.
struct Block {
  Layer layer;
  TopoDS_Shape solid;
  std::vector<TopoDS_Face> patches;  // in the order of the layer's hits

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
      change.sound = change.sound && BRepCheck_Analyzer(e.Current()).IsValid();
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
  if (body.numbered.edges.Extent() < kEdgesPerPiece * pieces) return std::nullopt;
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

}  // namespace ankerdraft

// Where a body is but a layer around a tool.
#include "layer.h"

#include <algorithm>
#include <cmath>

#include <BRepAdaptor_Surface.hxx>
#include <BRepBndLib.hxx>
#include <ElSLib.hxx>
#include <TopExp.hxx>
#include <TopExp_Explorer.hxx>
#include <TopoDS.hxx>

#include "reach.h"

namespace ankerdraft {

using namespace kernel::v1;

namespace {

// Free space around a tool, as a share of its size and at least so much: far more than the library's tolerances.
constexpr double kMarginShare = 0.02;
constexpr double kLeastMargin = 1e-3;
// Planes that lean less count as parallel; over a thousand mm they part by less than a tolerance.
constexpr double kParallel = 1e-11;
constexpr double kSameSize = 1e-6;

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

gp_Dir OutwardNormal(const TopoDS_Face& face) {
  const gp_Ax3 axes = BRepAdaptor_Surface(face, false).Plane().Position();
  const gp_Dir normal = axes.XDirection().Crossed(axes.YDirection());
  return face.Orientation() == TopAbs_REVERSED ? normal.Reversed() : normal;
}

Surroundings Around(const TopoDS_Shape& tool, const gp_Dir& normal) {
  Surroundings s;
  s.frame = gp_Ax2(gp::Origin(), normal);
  s.from_frame.SetTransformation(gp_Ax3(s.frame));
  const gp_Trsf to_frame = s.from_frame;
  s.from_frame.Invert();
  BRepBndLib::Add(tool.Moved(TopLoc_Location(to_frame)), s.box, false);
  const gp_Pnt low = s.box.CornerMin(), high = s.box.CornerMax();
  const auto margin = [](double size) { return std::max(kLeastMargin, kMarginShare * size); };
  // A tool through all of a body reaches far beyond it, and is no wider for that.
  const double across = margin(std::hypot(high.X() - low.X(), high.Y() - low.Y()));
  const gp_XYZ room(across, across, margin(low.Distance(high)));
  s.box.Update(low.X() - room.X(), low.Y() - room.Y(), low.Z() - room.Z(), high.X() + room.X(), high.Y() + room.Y(),
               high.Z() + room.Z());
  return s;
}

// Boxes along the axes of the world tell less than hulls, where the frame leans.
Reach ReachOf(const Surroundings& around) {
  const gp_Pnt low = around.box.CornerMin(), high = around.box.CornerMax();
  std::vector<gp_XYZ> corners;
  for (const double x : {low.X(), high.X()})
    for (const double y : {low.Y(), high.Y()})
      for (const double z : {low.Z(), high.Z()})
        corners.push_back(gp_Pnt(x, y, z).Transformed(around.from_frame).XYZ());
  return Reach(corners);
}

bool HasEdgeIn(const Body& body, const Surroundings& around) {
  const Bnd_Box box = around.InWorld();
  const Reach reach = ReachOf(around);
  for (int i = 1; i <= body.numbered.edges.Extent(); ++i)
    if (!box.IsOut(body.BoxOfEdge(i)) && !AreApart(reach, Reach(body.parts->Edge(i)), 0)) return true;
  return false;
}

enum class Near { kNot, kAcross, kUnclear };

// How a face without edges in the surroundings lies to them.
Near HowNear(const Body& body, const TopoDS_Face& face, const Surroundings& around, Hit& hit) {
  const BRepAdaptor_Surface surface(face, false);
  const gp_Pnt middle = around.Middle();
  if (DistanceFrom(surface, middle) > around.Reach()) return Near::kNot;
  if (around.InWorld().IsOut(BoxOf(body, face))) return Near::kNot;
  const bool is_across =
      surface.GetType() == GeomAbs_Plane && OutwardNormal(face).IsParallel(around.frame.Direction(), kParallel);
  if (!is_across) return AreApart(ReachOf(around), Reach(face), 0) ? Near::kNot : Near::kUnclear;
  const gp_Pln plane = surface.Plane();
  const double height = gp_Vec(gp::Origin(), plane.Location()).Dot(around.frame.Direction());
  if (height < around.box.CornerMin().Z() || height > around.box.CornerMax().Z()) return Near::kNot;
  double u, v;
  ElSLib::Parameters(plane, middle, u, v);
  if (!body.memo.Holds(face, gp_Pnt2d(u, v))) return Near::kNot;
  hit = {face, height, OutwardNormal(face).Dot(around.frame.Direction()) > 0};
  return Near::kAcross;
}

std::optional<Layer> LayerAlong(const Body& body, const TopoDS_Shape& tool, const gp_Dir& normal) {
  Layer layer{Around(tool, normal), {}};
  if (HasEdgeIn(body, layer.around)) return std::nullopt;
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

}  // namespace

bool Surroundings::AreApartFrom(const Surroundings& other) const {
  return frame.Direction().IsEqual(other.frame.Direction(), kParallel) &&
                 frame.XDirection().IsEqual(other.frame.XDirection(), kParallel)
             ? box.IsOut(other.box)
             : InWorld().IsOut(other.InWorld());
}

Bnd_Box BoxOf(const Body& body, const TopoDS_Face& face) {
  Bnd_Box box = body.memo.Of(face).crests;
  for (TopExp_Explorer e(face, TopAbs_EDGE); e.More(); e.Next())
    box.Add(body.BoxOfEdge(body.numbered.edges.FindIndex(e.Current())));
  return box;
}

Body::Body(const TopoDS_Shape& shape, Memo& memo)
    : shape(shape), parts(memo.PartsOf(shape)), numbered(parts->numbered), memo(memo) {
  TopExp::MapShapesAndAncestors(shape, TopAbs_FACE, TopAbs_SHELL, shells);
}

const EdgeFacts& Body::Facts(int edge) const {
  return memo.Of(parts->Edge(edge), parts->MeetingAt(edge));
}

Layer LayerBelow(const TopoDS_Face& face, const TopoDS_Shape& tool) {
  const gp_Dir up = OutwardNormal(face);
  const gp_Pln plane = BRepAdaptor_Surface(face, false).Plane();
  return {Around(tool, up), {{face, gp_Vec(gp::Origin(), plane.Location()).Dot(up), true}}};
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

}  // namespace ankerdraft

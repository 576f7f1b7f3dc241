#include <cmath>
#include <optional>

#include <Geom_BSplineSurface.hxx>
#include <Precision.hxx>

#include <BRepAdaptor_Curve.hxx>
#include <BRepAdaptor_Surface.hxx>
#include <BRepGProp.hxx>
#include <BRepTools.hxx>
#include <BRepTools_WireExplorer.hxx>
#include <BRep_Tool.hxx>
#include <GProp_GProps.hxx>
#include <Geom2d_Curve.hxx>
#include <TopExp.hxx>
#include <TopExp_Explorer.hxx>
#include <TopoDS.hxx>
#include <TopoDS_Wire.hxx>
#include <gp_Cone.hxx>
#include <gp_Cylinder.hxx>
#include <gp_Sphere.hxx>
#include <gp_Torus.hxx>

#include "inside.h"
#include "shapes.h"
#include "surface.h"

namespace ankerdraft {

using namespace kernel::v1;

namespace {

// Neighbouring faces whose normals differ by less than this are taken as tangent.
constexpr double kSmoothAngle = 1e-3;

void PutAxis(const gp_Ax1& axis, Face* out) {
  Put(axis.Location().XYZ(), out->mutable_origin());
  Put(axis.Direction().XYZ(), out->mutable_direction());
}

bool LooksAtAxis(const gp_Ax1& axis, const SurfacePoint& s) {
  const gp_Vec from(axis.Location(), s.point);
  const gp_Vec along = gp_Vec(axis.Direction()) * from.Dot(gp_Vec(axis.Direction()));
  return (from - along).Dot(s.normal) < 0;
}

bool LooksAtRing(const gp_Torus& torus, const SurfacePoint& s) {
  const gp_Vec from(torus.Location(), s.point);
  const gp_Vec axis(torus.Axis().Direction());
  gp_Vec radial = from - axis * from.Dot(axis);
  if (radial.Magnitude() < gp::Resolution()) return false;
  radial.Normalize();
  return (from - radial * torus.MajorRadius()).Dot(s.normal) < 0;
}

// The direction of all straight lines of a surface, where they are parallel: of one that was drawn along it, or is ruled
// between two curves that differ by a shift.
std::optional<gp_Dir> GeneratorOf(const BRepAdaptor_Surface& surface) {
  constexpr double kParallel = 1e-9;
  if (surface.GetType() == GeomAbs_SurfaceOfExtrusion) return surface.Direction();
  if (surface.GetType() != GeomAbs_BSplineSurface) return std::nullopt;
  const Handle(Geom_BSplineSurface) net = surface.BSpline();
  const bool in_u = net->UDegree() == 1 && net->NbUPoles() == 2, in_v = net->VDegree() == 1 && net->NbVPoles() == 2;
  if (in_u == in_v) return std::nullopt;
  const auto across = [&](int i) {
    return in_u ? gp_Vec(net->Pole(1, i), net->Pole(2, i)) : gp_Vec(net->Pole(i, 1), net->Pole(i, 2));
  };
  const gp_Vec first = across(1);
  if (first.Magnitude() < Precision::Confusion()) return std::nullopt;
  for (int i = 2; i <= (in_u ? net->NbVPoles() : net->NbUPoles()); ++i)
    if (across(i).Crossed(first).Magnitude() > kParallel * first.SquareMagnitude()) return std::nullopt;
  return gp_Dir(first);
}

void DescribeSurface(const BRepAdaptor_Surface& surface, const SurfacePoint& s, const gp_Pnt& centroid, Face* out) {
  switch (surface.GetType()) {
    case GeomAbs_Plane:
      out->set_kind(SURFACE_PLANE);
      Put(centroid.XYZ(), out->mutable_origin());
      Put(s.normal.XYZ(), out->mutable_direction());
      break;
    case GeomAbs_Cylinder: {
      const gp_Cylinder c = surface.Cylinder();
      out->set_kind(SURFACE_CYLINDER);
      PutAxis(c.Axis(), out);
      out->set_radius(c.Radius());
      out->set_concave(LooksAtAxis(c.Axis(), s));
      break;
    }
    case GeomAbs_Cone: {
      const gp_Cone c = surface.Cone();
      out->set_kind(SURFACE_CONE);
      PutAxis(c.Axis(), out);
      out->set_radius(c.RefRadius());
      out->set_second(c.SemiAngle());
      out->set_concave(LooksAtAxis(c.Axis(), s));
      break;
    }
    case GeomAbs_Sphere: {
      const gp_Sphere c = surface.Sphere();
      out->set_kind(SURFACE_SPHERE);
      Put(c.Location().XYZ(), out->mutable_origin());
      Put(c.Position().Direction().XYZ(), out->mutable_direction());
      out->set_radius(c.Radius());
      out->set_concave(gp_Vec(c.Location(), s.point).Dot(s.normal) < 0);
      break;
    }
    case GeomAbs_Torus: {
      const gp_Torus c = surface.Torus();
      out->set_kind(SURFACE_TORUS);
      PutAxis(c.Axis(), out);
      out->set_radius(c.MajorRadius());
      out->set_second(c.MinorRadius());
      out->set_concave(LooksAtRing(c, s));
      break;
    }
    default:
      out->set_kind(SURFACE_FREEFORM);
      Put(centroid.XYZ(), out->mutable_origin());
      Put(GeneratorOf(surface).value_or(gp_Dir(s.normal)).XYZ(), out->mutable_direction());
  }
}

struct Extent {
  double area = 0;
  gp_Pnt centroid;  // of planes and freeform faces
};

// In closed form between two parameters each; nothing for other surfaces.
std::optional<double> AreaWithin(const BRepAdaptor_Surface& surface, const Domain& d) {
  const double du = d.u1 - d.u0, dv = d.v1 - d.v0;
  switch (surface.GetType()) {
    case GeomAbs_Cylinder:
      return surface.Cylinder().Radius() * du * dv;
    case GeomAbs_Cone:
      return du * dv * std::abs(surface.Cone().RefRadius() + std::sin(surface.Cone().SemiAngle()) * (d.v0 + d.v1) / 2);
    case GeomAbs_Sphere:
      return surface.Sphere().Radius() * surface.Sphere().Radius() * du * (std::sin(d.v1) - std::sin(d.v0));
    default:
      return std::nullopt;
  }
}

Extent ExtentOf(const TopoDS_Face& face, const BRepAdaptor_Surface& surface, const Inside& inside) {
  if (const FlatRegion* flat = inside.Flat())
    return {std::abs(flat->Area()), surface.Value(flat->Centroid().X(), flat->Centroid().Y())};
  if (const Domain* whole = inside.Whole())
    if (const auto area = AreaWithin(surface, *whole)) return {*area, gp_Pnt()};
  GProp_GProps props;
  BRepGProp::SurfaceProperties(face, props);
  return {props.Mass(), props.CentreOfMass()};
}

std::vector<TopoDS_Shape> EdgesOf(const TopoDS_Wire& wire, const TopoDS_Face& face) {
  std::vector<TopoDS_Shape> all, in_order;
  for (TopExp_Explorer e(wire, TopAbs_EDGE); e.More(); e.Next()) all.push_back(e.Current());
  for (BRepTools_WireExplorer e(wire, face); e.More(); e.Next()) in_order.push_back(e.Current());
  // The ordered walk stops early on wires that touch themselves: then order does not matter more than completeness.
  return in_order.size() == all.size() ? in_order : all;
}

SurfacePoint OnFace(const TopoDS_Edge& edge, const TopoDS_Face& face, double t) {
  double first, last;
  const Handle(Geom2d_Curve) flat = BRep_Tool::CurveOnSurface(edge, face, first, last);
  const gp_Pnt2d uv = flat->Value(t);
  return EvaluateOutward(face, uv.X(), uv.Y());
}

void DescribeBend(const TopoDS_Edge& edge, const Meeting& meeting, const BRepAdaptor_Curve& curve, Edge* out) {
  if (meeting.one.IsNull() || meeting.other.IsNull() || meeting.one.IsSame(meeting.other)) {
    out->set_bend(BEND_SEAM);
    return;
  }
  const double t = 0.5 * (curve.FirstParameter() + curve.LastParameter());
  const gp_Vec na = OnFace(edge, meeting.one, t).normal;
  const gp_Vec nb = OnFace(edge, meeting.other, t).normal;
  gp_Pnt p;
  gp_Vec tangent;
  curve.D1(t, p, tangent);
  // So that the first face has its material on the left.
  if (meeting.in_one == TopAbs_REVERSED) tangent.Reverse();
  const double angle = na.Angle(nb);
  out->set_angle(angle);
  if (angle < kSmoothAngle) {
    out->set_bend(BEND_SMOOTH);
    return;
  }
  const gp_Vec into_a = na.Crossed(tangent);
  out->set_bend(into_a.Dot(nb) < 0 ? BEND_CONVEX : BEND_CONCAVE);
}

void DescribeCurve(const BRepAdaptor_Curve& curve, Edge* out) {
  const double first = curve.FirstParameter(), last = curve.LastParameter();
  gp_Pnt start, mid, end;
  gp_Vec tangent_start, tangent_end, unused;
  curve.D1(first, start, tangent_start);
  curve.D1(0.5 * (first + last), mid, unused);
  curve.D1(last, end, tangent_end);
  Put(start.XYZ(), out->mutable_start());
  Put(mid.XYZ(), out->mutable_mid());
  Put(end.XYZ(), out->mutable_end());
  if (tangent_start.Magnitude() > gp::Resolution()) Put(tangent_start.Normalized().XYZ(), out->mutable_tangent_start());
  if (tangent_end.Magnitude() > gp::Resolution()) Put(tangent_end.Normalized().XYZ(), out->mutable_tangent_end());
  switch (curve.GetType()) {
    case GeomAbs_Line:
      out->set_kind(CURVE_LINE);
      Put(curve.Line().Direction().XYZ(), out->mutable_direction());
      break;
    case GeomAbs_Circle:
      out->set_kind(CURVE_CIRCLE);
      Put(curve.Circle().Axis().Direction().XYZ(), out->mutable_direction());
      Put(curve.Circle().Location().XYZ(), out->mutable_centre());
      out->set_radius(curve.Circle().Radius());
      break;
    default:
      out->set_kind(CURVE_FREEFORM);
  }
}

void AddNumbers(const TopoDS_Edge& edge, const std::vector<EdgeUses::Use>& uses, const Numbered& numbered, Edge* out) {
  for (const EdgeUses::Use& use : uses)
    if (out->faces_size() == 0 || out->faces(0) != use.face) out->add_faces(use.face);
  TopoDS_Vertex first, last;
  TopExp::Vertices(TopoDS::Edge(edge.Oriented(TopAbs_FORWARD)), first, last);
  if (!first.IsNull()) out->set_start_vertex(numbered.vertices.FindIndex(first));
  if (!last.IsNull()) out->set_end_vertex(numbered.vertices.FindIndex(last));
}

}  // namespace

void DescribeFace(const TopoDS_Face& face, const Inside& inside, Face* out,
                  std::vector<std::vector<TopoDS_Shape>>* loops) {
  const BRepAdaptor_Surface surface(face, false);
  const Extent extent = ExtentOf(face, surface, inside);
  out->set_area(extent.area);
  const SurfacePoint some = inside.SomePoint();
  Put(some.point.XYZ(), out->mutable_point());
  Put(some.normal.XYZ(), out->mutable_normal());
  DescribeSurface(surface, some, extent.centroid, out);
  const TopoDS_Wire outer = BRepTools::OuterWire(face);
  if (!outer.IsNull()) loops->push_back(EdgesOf(outer, face));
  for (TopExp_Explorer w(face, TopAbs_WIRE); w.More(); w.Next())
    if (!w.Current().IsSame(outer)) loops->push_back(EdgesOf(TopoDS::Wire(w.Current()), face));
}

void DescribeEdge(const TopoDS_Edge& edge, const Meeting& meeting, Edge* out) {
  if (BRep_Tool::Degenerated(edge)) {
    const TopoDS_Vertex vertex = TopExp::FirstVertex(edge);
    out->set_bend(BEND_DEGENERATE);
    out->set_kind(CURVE_FREEFORM);
    for (Vec* v : {out->mutable_start(), out->mutable_mid(), out->mutable_end()}) Put(BRep_Tool::Pnt(vertex).XYZ(), v);
    return;
  }
  const BRepAdaptor_Curve curve(edge);
  DescribeCurve(curve, out);
  GProp_GProps props;
  BRepGProp::LinearProperties(edge, props);
  out->set_length(props.Mass());
  DescribeBend(edge, meeting, curve, out);
}

EdgeUses::EdgeUses(const Numbered& numbered) : uses_(numbered.edges.Extent()) {
  for (int i = 1; i <= numbered.faces.Extent(); ++i)
    for (TopExp_Explorer e(numbered.faces.FindKey(i), TopAbs_EDGE); e.More(); e.Next())
      uses_[numbered.edges.FindIndex(e.Current()) - 1].push_back({i, e.Current().Orientation()});
}

TopoDS_Face Parts::Face(int i) const { return TopoDS::Face(numbered.faces.FindKey(i)); }

TopoDS_Edge Parts::Edge(int i) const { return TopoDS::Edge(numbered.edges.FindKey(i)); }

Meeting Parts::MeetingAt(int edge) const {
  const std::vector<EdgeUses::Use>& all = uses.Of(edge);
  if (all.size() < 2) return Meeting();
  return {Face(all.front().face), Face(all.back().face), all.front().in};
}

void LearnAll(const std::vector<KnownParts>& shapes, Memo& memo) {
  std::vector<TopoDS_Face> faces;
  std::vector<std::pair<TopoDS_Edge, Meeting>> edges;
  for (const KnownParts& parts : shapes) {
    for (int i = 1; i <= parts->numbered.faces.Extent(); ++i) faces.push_back(parts->Face(i));
    for (int i = 1; i <= parts->numbered.edges.Extent(); ++i) edges.emplace_back(parts->Edge(i), parts->MeetingAt(i));
  }
  memo.Learn(faces);
  memo.Learn(edges);
}

void DescribeTopology(const Parts& parts, Memo& memo, Topology* out) {
  const Numbered& numbered = parts.numbered;
  for (int i = 1; i <= numbered.faces.Extent(); ++i) {
    const FaceFacts& known = memo.Of(parts.Face(i));
    Face* face = out->add_faces();
    *face = known.described;
    for (const auto& loop : known.loops) {
      Loop* numbers = face->add_loops();
      for (const TopoDS_Shape& edge : loop) numbers->add_edges(numbered.edges.FindIndex(edge));
    }
  }
  for (int i = 1; i <= numbered.edges.Extent(); ++i) {
    const TopoDS_Edge edge = parts.Edge(i);
    Edge* described = out->add_edges();
    *described = memo.Of(edge, parts.MeetingAt(i)).described;
    AddNumbers(edge, parts.uses.Of(i), numbered, described);
  }
  for (int i = 1; i <= numbered.vertices.Extent(); ++i)
    Put(BRep_Tool::Pnt(TopoDS::Vertex(numbered.vertices.FindKey(i))).XYZ(), out->add_vertices()->mutable_point());
}

}  // namespace ankerdraft

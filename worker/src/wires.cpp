#include "wires.h"

#include <cmath>
#include <set>
#include <BRepBuilderAPI_MakeEdge.hxx>
#include <BRepBuilderAPI_MakeFace.hxx>
#include <BRepBuilderAPI_MakeVertex.hxx>
#include <BRepBuilderAPI_MakeWire.hxx>
#include <BRepGProp.hxx>
#include <BRepTools.hxx>
#include <BRep_Builder.hxx>
#include <BRep_Tool.hxx>
#include <ElCLib.hxx>
#include <GProp_GProps.hxx>
#include <Geom_BSplineCurve.hxx>
#include <Geom_Circle.hxx>
#include <Geom_Ellipse.hxx>
#include <TColStd_Array1OfInteger.hxx>
#include <TColStd_Array1OfReal.hxx>
#include <TColgp_Array1OfPnt.hxx>
#include <TopoDS_Iterator.hxx>
#include <TopoDS_Shell.hxx>
#include <TopoDS_Solid.hxx>
#include <TopoDS_Wire.hxx>
#include <gce_MakeCirc.hxx>
#include <gp_Circ.hxx>
#include <gp_Elips.hxx>

#include "shapes.h"

namespace ankerdraft {

using namespace kernel::v1;

void RefuseAt(const std::string& message, const gp_Pnt& place) {
  Refused r{"invalid-input", message};
  r.has_place = true;
  r.place = place;
  throw r;
}

namespace {

gp_Elips EllipseOf(const Ellipse& e) {
  const gp_Vec major = VectorOf(e.major());
  return gp_Elips(gp_Ax2(PointOf(e.centre()), DirectionOf(e.normal()), gp_Dir(major)), major.Magnitude(), e.minor());
}

gp_Pnt StartOf(const Curve& c) {
  switch (c.kind_case()) {
    case Curve::kLine:
      return PointOf(c.line().start());
    case Curve::kEllipse:
      return ElCLib::Value(c.ellipse().from(), EllipseOf(c.ellipse()));
    case Curve::kSpline:
      return PointOf(c.spline().poles(0));
    default:
      return PointOf(c.arc().start());
  }
}

gp_Pnt EndOf(const Curve& c) {
  switch (c.kind_case()) {
    case Curve::kLine:
      return PointOf(c.line().end());
    case Curve::kEllipse:
      return ElCLib::Value(c.ellipse().from() + c.ellipse().sweep(), EllipseOf(c.ellipse()));
    case Curve::kSpline:
      return PointOf(c.spline().poles(c.spline().poles_size() - 1));
    default:
      return PointOf(c.arc().end());
  }
}

// Whether a curve is a contour by itself.
bool RunsRound(const Curve& c) {
  return c.kind_case() == Curve::kCircle || (c.kind_case() == Curve::kEllipse && c.ellipse().sweep() >= 2 * M_PI) ||
         (c.kind_case() == Curve::kSpline && c.spline().closed());
}

TopoDS_Edge CircleEdge(const Circle& c) {
  const gp_Ax2 frame(PointOf(c.centre()), DirectionOf(c.normal()), DirectionOf(c.seam()));
  BRepBuilderAPI_MakeEdge maker(gp_Circ(frame, c.radius()));
  if (!maker.IsDone()) RefuseAt("a circle cannot be made", PointOf(c.centre()));
  return maker.Edge();
}

Handle(Geom_BSplineCurve) SplineOf(const Spline& s) {
  const int n = s.poles_size();
  const int degree = s.degree();
  TColgp_Array1OfPnt poles(1, n);
  for (int i = 0; i < n; ++i) poles.SetValue(i + 1, PointOf(s.poles(i)));
  const int knots = s.closed() ? n + 1 : n - degree + 1;
  TColStd_Array1OfReal at(1, knots);
  TColStd_Array1OfInteger times(1, knots);
  for (int i = 1; i <= knots; ++i) {
    at.SetValue(i, i - 1);
    times.SetValue(i, !s.closed() && (i == 1 || i == knots) ? degree + 1 : 1);
  }
  Handle(Geom_BSplineCurve) spline = new Geom_BSplineCurve(poles, at, times, degree, s.closed());
  // Surfaces that close on a clamped curve are better known to the library's tools than periodic ones.
  if (s.closed()) spline->SetNotPeriodic();
  return spline;
}

TopoDS_Edge RoundEdge(const Curve& c) {
  if (c.kind_case() == Curve::kCircle) return CircleEdge(c.circle());
  if (c.kind_case() == Curve::kEllipse) return BRepBuilderAPI_MakeEdge(EllipseOf(c.ellipse())).Edge();
  return BRepBuilderAPI_MakeEdge(SplineOf(c.spline())).Edge();
}

TopoDS_Edge EllipseEdge(const Ellipse& e, const TopoDS_Vertex& from, const TopoDS_Vertex& to) {
  const Handle(Geom_Ellipse) whole = new Geom_Ellipse(EllipseOf(e));
  BRepBuilderAPI_MakeEdge maker(whole, from, to, e.from(), e.from() + e.sweep());
  if (!maker.IsDone()) RefuseAt("an arc of an ellipse cannot be made", PointOf(e.centre()));
  return maker.Edge();
}

TopoDS_Edge SplineEdge(const Spline& s, const TopoDS_Vertex& from, const TopoDS_Vertex& to) {
  const Handle(Geom_BSplineCurve) curve = SplineOf(s);
  BRepBuilderAPI_MakeEdge maker(curve, from, to, curve->FirstParameter(), curve->LastParameter());
  if (!maker.IsDone()) RefuseAt("a spline cannot be made", PointOf(s.poles(0)));
  return maker.Edge();
}

// Without the last digits, in which the centre found from three points on an arc is noise: the library finds simple
// surfaces of rounds only where circles are exact.
gp_Pnt Tidy(const gp_Pnt& p) {
  constexpr double kGrid = 1e-11;
  gp_XYZ xyz = p.XYZ();
  for (int i = 1; i <= 3; ++i)
    if (std::abs(xyz.Coord(i)) < 1e4) xyz.SetCoord(i, std::round(xyz.Coord(i) / kGrid) * kGrid);
  return gp_Pnt(xyz);
}

TopoDS_Edge ArcEdge(const Arc& arc, const TopoDS_Vertex& from, const TopoDS_Vertex& to) {
  const gp_Pnt start = PointOf(arc.start()), end = PointOf(arc.end());
  const gce_MakeCirc through(start, PointOf(arc.mid()), end);
  if (!through.IsDone()) RefuseAt("an arc's three points lie on one line", start);
  const gp_Circ found = through.Value();
  const gp_Pnt centre = Tidy(found.Location());
  const double radius = Tidy(gp_Pnt(found.Radius(), 0, 0)).X();
  const gp_Dir normal = found.Axis().Direction();
  double sweep = gp_Vec(centre, start).AngleWithRef(gp_Vec(centre, end), gp_Vec(normal));
  if (sweep <= 0) sweep += 2 * M_PI;
  // The seam of the surfaces that grow from the arc lies across from it: an edge on a seam is now at one end of the
  // range and now at the other, which the round tool does not survive.
  gp_Vec across = -gp_Vec(centre, start);
  across.Rotate(gp_Ax1(centre, normal), 0.5 * sweep);
  const Handle(Geom_Circle) circle = new Geom_Circle(gp_Circ(gp_Ax2(centre, normal, gp_Dir(across)), radius));
  BRepBuilderAPI_MakeEdge maker(circle, from, to, M_PI - 0.5 * sweep, M_PI + 0.5 * sweep);
  if (!maker.IsDone()) RefuseAt("an arc cannot be made", start);
  return maker.Edge();
}

TopoDS_Edge OpenEdge(const Curve& c, const TopoDS_Vertex& from, const TopoDS_Vertex& to) {
  if (c.kind_case() == Curve::kLine) {
    BRepBuilderAPI_MakeEdge maker(from, to);
    if (!maker.IsDone()) RefuseAt("a line has no length", BRep_Tool::Pnt(from));
    return maker.Edge();
  }
  if (c.kind_case() == Curve::kEllipse) return EllipseEdge(c.ellipse(), from, to);
  if (c.kind_case() == Curve::kSpline) return SplineEdge(c.spline(), from, to);
  return ArcEdge(c.arc(), from, to);
}

}  // namespace

std::vector<TaggedEdge> EdgesOf(const Wire& wire, bool closed) {
  std::vector<TaggedEdge> edges;
  if (wire.curves_size() == 1 && RunsRound(wire.curves(0))) {
    edges.push_back({wire.curves(0).tag(), RoundEdge(wire.curves(0))});
    return edges;
  }
  std::vector<TopoDS_Vertex> joints;
  for (const Curve& c : wire.curves()) joints.push_back(BRepBuilderAPI_MakeVertex(StartOf(c)).Vertex());
  if (!closed) joints.push_back(BRepBuilderAPI_MakeVertex(EndOf(wire.curves(wire.curves_size() - 1))).Vertex());
  for (int i = 0; i < wire.curves_size(); ++i)
    edges.push_back({wire.curves(i).tag(), OpenEdge(wire.curves(i), joints[i], joints[(i + 1) % joints.size()])});
  return edges;
}

TopoDS_Wire WireOf(const std::vector<TaggedEdge>& edges) {
  BRepBuilderAPI_MakeWire maker;
  for (const TaggedEdge& e : edges) maker.Add(e.edge);
  if (!maker.IsDone()) throw Refused{"invalid-input", "the curves of a contour do not join"};
  return maker.Wire();
}

TopoDS_Wire Turned(const TopoDS_Wire& wire, const gp_Pln& plane) {
  BRepBuilderAPI_MakeFace maker(plane, wire, true);
  if (!maker.IsDone()) throw Refused{"invalid-input", "a contour does not lie in its plane"};
  return BRepTools::OuterWire(maker.Face());
}

void AddCurveOrigins(const TopTools_ListOfShape& raised, OriginKind kind, int tag,
                     const TopTools_IndexedMapOfShape& faces, ShapeReply* out) {
  for (const TopoDS_Shape& s : raised) {
    const int index = faces.FindIndex(s);
    if (index == 0) continue;
    Origin* o = out->add_origins();
    o->set_face(index);
    o->set_kind(kind);
    o->set_source(tag);
  }
}

void AddCurveOrigin(const TopoDS_Shape& face, OriginKind kind, int tag, const TopTools_IndexedMapOfShape& faces,
                    ShapeReply* out) {
  TopTools_ListOfShape one;
  if (!face.IsNull()) one.Append(face);
  AddCurveOrigins(one, kind, tag, faces, out);
}

double VolumeOf(const TopoDS_Shape& shape) {
  GProp_GProps volume;
  BRepGProp::VolumeProperties(shape, volume);
  return volume.Mass();
}

void TurnOutwards(TopoDS_Shape& solid) {
  if (VolumeOf(solid) < 0) solid = Forward(solid.Reversed());
}

TopoDS_Shape Forward(const TopoDS_Shape& solid) {
  if (solid.ShapeType() != TopAbs_SOLID) return solid;
  bool is_turned = solid.Orientation() == TopAbs_REVERSED;
  for (TopoDS_Iterator shell(solid, false); shell.More(); shell.Next())
    is_turned = is_turned || shell.Value().Orientation() == TopAbs_REVERSED;
  if (!is_turned) return solid;
  const BRep_Builder builder;
  TopoDS_Solid forward;
  builder.MakeSolid(forward);
  for (TopoDS_Iterator shell(solid); shell.More(); shell.Next()) {
    if (shell.Value().ShapeType() != TopAbs_SHELL) continue;
    TopoDS_Shell faces;
    builder.MakeShell(faces);
    for (TopoDS_Iterator face(shell.Value()); face.More(); face.Next()) builder.Add(faces, face.Value());
    faces.Closed(true);
    builder.Add(forward, faces);
  }
  return forward;
}

}  // namespace ankerdraft

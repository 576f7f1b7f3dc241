// Contours carried along: each pole of their curves goes along a spline of its own, so that the skin is made of as many
// faces as the contour has curves, and passes through each copy exactly.
#include <algorithm>
#include <cmath>
#include <vector>

#include <BRepBuilderAPI_MakeEdge.hxx>
#include <BRepBuilderAPI_MakeFace.hxx>
#include <BRepBuilderAPI_MakeWire.hxx>
#include <BRepBuilderAPI_Transform.hxx>
#include <BRep_Tool.hxx>
#include <GeomConvert.hxx>
#include <Geom_BSplineCurve.hxx>
#include <Geom_TrimmedCurve.hxx>
#include <Precision.hxx>
#include <TopoDS.hxx>

#include "interpolation.h"
#include "sewn.h"
#include "shapes.h"
#include "wires.h"

namespace ankerdraft {

using namespace kernel::v1;

namespace {

gp_XYZ Carried(const CarriedTo& to, const gp_XYZ& p) {
  return VectorOf(to.origin()).XYZ() + VectorOf(to.x()).XYZ() * p.X() + VectorOf(to.y()).XYZ() * p.Y() +
         VectorOf(to.z()).XYZ() * p.Z();
}

Handle(Geom_BSplineCurve) SplineOf(const TopoDS_Edge& edge) {
  double first, last;
  const Handle(Geom_Curve) curve = BRep_Tool::Curve(edge, first, last);
  const Handle(Geom_BSplineCurve) spline = GeomConvert::CurveToBSplineCurve(new Geom_TrimmedCurve(curve, first, last));
  if (spline->IsPeriodic()) spline->SetNotPeriodic();
  return spline;
}

// The faces of the side over an edge, one after the other.
std::vector<TopoDS_Face> SideOf(const TopoDS_Edge& edge, const kernel::v1::Carry& in, const Interpolation& along) {
  const Handle(Geom_BSplineCurve) curve = SplineOf(edge);
  std::vector<WeightedPoints> poles;
  for (int u = 1; u <= curve->NbPoles(); ++u) {
    WeightedPoints way;
    for (const CarriedTo& copy : in.copies()) {
      way.points.emplace_back(Carried(copy, curve->Pole(u).XYZ()));
      way.weights.push_back(curve->Weight(u));
    }
    poles.push_back(along.Poles(way));
  }
  const Handle(Geom_BSplineSurface) surface =
      SurfaceOf({curve->Degree(), curve->Knots(), curve->Multiplicities()}, along, poles);
  double u1, u2, v1, v2;
  surface->Bounds(u1, u2, v1, v2);
  const int pieces = std::max(1, in.pieces());
  std::vector<TopoDS_Face> faces;
  for (int i = 0; i < pieces; ++i) {
    const double from = v1 + (v2 - v1) * i / pieces, to = i + 1 == pieces ? v2 : v1 + (v2 - v1) * (i + 1) / pieces;
    BRepBuilderAPI_MakeFace maker(surface, u1, u2, from, to, Precision::Confusion());
    if (!maker.IsDone()) throw Refused{"refused", "the library cannot make a side of this"};
    faces.push_back(maker.Face());
  }
  return faces;
}

// A copy whose curves are those that the sides begin and end with.
TopoDS_Wire CopyOf(const std::vector<TaggedEdge>& contour, const CarriedTo& to) {
  BRepBuilderAPI_MakeWire maker;
  for (const TaggedEdge& e : contour) {
    const Handle(Geom_BSplineCurve) curve = SplineOf(e.edge);
    for (int u = 1; u <= curve->NbPoles(); ++u) curve->SetPole(u, Carried(to, curve->Pole(u).XYZ()));
    const bool straight = curve->Degree() == 1 && curve->NbPoles() == 2;
    maker.Add(straight ? BRepBuilderAPI_MakeEdge(curve->StartPoint(), curve->EndPoint()).Edge()
                       : BRepBuilderAPI_MakeEdge(curve).Edge());
  }
  if (!maker.IsDone()) throw Refused{"refused", "the library cannot make an end of this"};
  return maker.Wire();
}

bool IsSimilar(const gp_XYZ& x, const gp_XYZ& y, const gp_XYZ& z) {
  constexpr double kSame = 1e-9;
  const double size = x.SquareModulus();
  return std::abs(y.SquareModulus() - size) < kSame * size && std::abs(z.SquareModulus() - size) < kSame * size &&
         std::abs(x.Dot(y)) < kSame * size && std::abs(y.Dot(z)) < kSame * size && std::abs(z.Dot(x)) < kSame * size;
}

TopoDS_Face CapOf(const std::vector<TaggedEdge>& contour, const gp_Pln& plane, const CarriedTo& to) {
  const gp_XYZ o = VectorOf(to.origin()).XYZ(), x = VectorOf(to.x()).XYZ(), y = VectorOf(to.y()).XYZ(),
               z = VectorOf(to.z()).XYZ();
  if (!IsSimilar(x, y, z)) {
    const gp_XYZ n = plane.Axis().Direction().XYZ();
    const gp_Pln there(Carried(to, plane.Location().XYZ()), gp_Dir(x * n.X() + y * n.Y() + z * n.Z()));
    return BRepBuilderAPI_MakeFace(there, Turned(CopyOf(contour, to), there), true).Face();
  }
  gp_Trsf move;
  move.SetValues(x.X(), y.X(), z.X(), o.X(), x.Y(), y.Y(), z.Y(), o.Y(), x.Z(), y.Z(), z.Z(), o.Z());
  const TopoDS_Wire there = TopoDS::Wire(BRepBuilderAPI_Transform(WireOf(contour), move, true).Shape());
  return BRepBuilderAPI_MakeFace(plane.Transformed(move), Turned(there, plane.Transformed(move)), true).Face();
}

}  // namespace

void Carry(const kernel::v1::Carry& in, ShapeStore& store, ShapeReply* out) {
  constexpr int kFewestCopies = 6;
  if (in.copies_size() < kFewestCopies) throw Refused{"invalid-input", "a carried contour needs more copies"};
  const gp_Pln plane = PlaneOf(in.plane());
  const std::vector<TaggedEdge> tagged = EdgesOf(in.contour(), !in.open());
  std::vector<double> shares;
  for (const CarriedTo& copy : in.copies()) shares.push_back(copy.share());
  const Interpolation along = Interpolation::Through(shares);
  std::vector<TopoDS_Face> all;
  std::vector<int> tags;
  for (const TaggedEdge& e : tagged)
    for (const TopoDS_Face& side : SideOf(e.edge, in, along)) {
      all.push_back(side);
      tags.push_back(e.tag);
    }
  const bool capped = !in.closed() && !in.open();
  if (capped) {
    all.push_back(CapOf(tagged, plane, in.copies(0)));
    all.push_back(CapOf(tagged, plane, in.copies(in.copies_size() - 1)));
  }
  std::vector<TopoDS_Shape> become;
  const TopoDS_Shape result = in.open() ? SewnShell(all, become) : SewnSolid(all, become);
  const TopTools_IndexedMapOfShape faces = Numbered(result).faces;
  for (size_t i = 0; i < tags.size(); ++i) AddCurveOrigin(become[i], ORIGIN_CURVE, tags[i], faces, out);
  if (capped) {
    AddCurveOrigin(become[tags.size()], ORIGIN_START_CAP, 0, faces, out);
    AddCurveOrigin(become.back(), ORIGIN_END_CAP, 0, faces, out);
  }
  Describe(result, store, out);
}

}  // namespace ankerdraft

#include "spans.h"

#include <algorithm>
#include <cmath>
#include <utility>

#include <BRepTools.hxx>
#include <BRep_Tool.hxx>
#include <Geom2d_BSplineCurve.hxx>
#include <Geom2d_Curve.hxx>
#include <Geom_BSplineCurve.hxx>
#include <Geom_BSplineSurface.hxx>
#include <Precision.hxx>
#include <TColStd_Array1OfReal.hxx>
#include <TopExp_Explorer.hxx>
#include <TopoDS.hxx>
#include <math.hxx>

namespace ankerdraft {

namespace {

bool IsNear(double a, double b, double size) { return std::abs(a - b) < 1e-9 * std::max(1.0, size); }

// Whether both ends and the middle of a side lie on one of the four lines of the domain.
bool IsOnBounds(const Geom2d_Curve& side, double first, double last, const Domain& d) {
  const gp_Pnt2d a = side.Value(first), m = side.Value(0.5 * (first + last)), b = side.Value(last);
  const double width = d.u1 - d.u0, height = d.v1 - d.v0;
  for (const double u : {d.u0, d.u1})
    if (IsNear(a.X(), u, width) && IsNear(m.X(), u, width) && IsNear(b.X(), u, width)) return true;
  for (const double v : {d.v0, d.v1})
    if (IsNear(a.Y(), v, height) && IsNear(m.Y(), v, height) && IsNear(b.Y(), v, height)) return true;
  return false;
}

// The breaks of a curve or a net in one direction, from a to b.
std::vector<double> Breaks(const TColStd_Array1OfReal& intervals, const TColStd_Array1OfReal& knots, double a, double b) {
  std::vector<double> out{a, b};
  for (const TColStd_Array1OfReal* some : {&intervals, &knots})
    for (const double k : *some)
      if (k > a && k < b) out.push_back(k);
  std::sort(out.begin(), out.end());
  out.erase(std::unique(out.begin(), out.end()), out.end());
  return out;
}

TColStd_Array1OfReal NoKnots() {
  TColStd_Array1OfReal none(1, 1);
  none.SetValue(1, Precision::Infinite());
  return none;
}

template <class Spline>
TColStd_Array1OfReal KnotsOf(const Handle(Spline)& spline) {
  TColStd_Array1OfReal knots(1, spline->NbKnots());
  spline->Knots(knots);
  return knots;
}

// Knots of a surface in u and in v.
std::pair<TColStd_Array1OfReal, TColStd_Array1OfReal> KnotsOf(const BRepAdaptor_Surface& surface) {
  if (surface.GetType() != GeomAbs_BSplineSurface)
    return {KnotsOf<Geom_BSplineCurve>(surface.BasisCurve()->BSpline()), NoKnots()};
  const Handle(Geom_BSplineSurface) net = surface.BSpline();
  TColStd_Array1OfReal u(1, net->NbUKnots()), v(1, net->NbVKnots());
  net->UKnots(u);
  net->VKnots(v);
  return {u, v};
}

}  // namespace

GaussRule::GaussRule() : at(1, kPoints), weight(1, kPoints) {
  math::GaussPoints(kPoints, at);
  math::GaussWeights(kPoints, weight);
}

std::vector<double> BreaksOf(const BRepAdaptor_Curve2d& curve) {
  TColStd_Array1OfReal intervals(1, curve.NbIntervals(GeomAbs_CN) + 1);
  curve.Intervals(intervals, GeomAbs_CN);
  const TColStd_Array1OfReal knots =
      curve.GetType() == GeomAbs_BSplineCurve ? KnotsOf<Geom2d_BSplineCurve>(curve.BSpline()) : NoKnots();
  return Breaks(intervals, knots, curve.FirstParameter(), curve.LastParameter());
}

Grid BreaksOf(const BRepAdaptor_Surface& surface, const Domain& d) {
  TColStd_Array1OfReal in_u(1, surface.NbUIntervals(GeomAbs_CN) + 1), in_v(1, surface.NbVIntervals(GeomAbs_CN) + 1);
  surface.UIntervals(in_u, GeomAbs_CN);
  surface.VIntervals(in_v, GeomAbs_CN);
  const auto [knots_u, knots_v] = KnotsOf(surface);
  return {Breaks(in_u, knots_u, d.u0, d.u1), Breaks(in_v, knots_v, d.v0, d.v1)};
}

bool IsWhole(const TopoDS_Face& face, Domain& d) {
  BRepTools::UVBounds(face, d.u0, d.u1, d.v0, d.v1);
  if (face.NbChildren() != 1) return false;
  for (TopExp_Explorer e(face, TopAbs_EDGE); e.More(); e.Next()) {
    double first, last;
    const Handle(Geom2d_Curve) side = BRep_Tool::CurveOnSurface(TopoDS::Edge(e.Current()), face, first, last);
    if (side.IsNull() || !IsOnBounds(*side, first, last, d)) return false;
  }
  return true;
}

}  // namespace ankerdraft

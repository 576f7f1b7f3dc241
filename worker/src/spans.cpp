#include "spans.h"

#include <algorithm>
#include <cmath>
#include <utility>

#include <Adaptor3d_Curve.hxx>
#include <Adaptor3d_Surface.hxx>
#include <BRepTools.hxx>
#include <BRep_Tool.hxx>
#include <Geom2d_BSplineCurve.hxx>
#include <Geom2d_Curve.hxx>
#include <Geom_BSplineCurve.hxx>
#include <Geom_BSplineSurface.hxx>
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
std::vector<double> Breaks(const TColStd_Array1OfReal& intervals, const std::vector<double>& knots, double a, double b) {
  std::vector<double> out{a, b};
  for (const double k : intervals)
    if (k > a && k < b) out.push_back(k);
  for (const double k : knots)
    if (k > a && k < b) out.push_back(k);
  std::sort(out.begin(), out.end());
  out.erase(std::unique(out.begin(), out.end()), out.end());
  return out;
}

// Knots, and those of the turn before and after where it is closed: a face may lie across its beginning.
std::vector<double> Repeated(const TColStd_Array1OfReal& knots, bool closed) {
  std::vector<double> out;
  const double period = knots.Last() - knots.First();
  for (int turn = closed ? -1 : 0; turn <= (closed ? 1 : 0); ++turn)
    for (const double k : knots) out.push_back(k + turn * period);
  return out;
}

template <class Spline>
std::vector<double> KnotsOf(const Handle(Spline)& spline) {
  TColStd_Array1OfReal knots(1, spline->NbKnots());
  spline->Knots(knots);
  return Repeated(knots, spline->IsPeriodic());
}

// Gauss points integrate powers of sines to the last digits over so much of a turn.
std::vector<double> QuartersOfTurns() {
  std::vector<double> out;
  for (int k = -8; k <= 8; ++k) out.push_back(k * M_PI_2);
  return out;
}

std::optional<std::vector<double>> KnotsOf(const Adaptor3d_Curve& curve) {
  switch (curve.GetType()) {
    case GeomAbs_BSplineCurve:
      return KnotsOf<Geom_BSplineCurve>(curve.BSpline());
    case GeomAbs_Circle:
    case GeomAbs_Ellipse:
      return QuartersOfTurns();
    case GeomAbs_Line:
    case GeomAbs_BezierCurve:
      return std::vector<double>();
    default:
      return std::nullopt;
  }
}

// Knots of a surface in u and in v.
std::optional<Grid> KnotsOf(const Adaptor3d_Surface& surface) {
  switch (surface.GetType()) {
    case GeomAbs_BSplineSurface: {
      const Handle(Geom_BSplineSurface) net = surface.BSpline();
      TColStd_Array1OfReal u(1, net->NbUKnots()), v(1, net->NbVKnots());
      net->UKnots(u);
      net->VKnots(v);
      return Grid{Repeated(u, net->IsUPeriodic()), Repeated(v, net->IsVPeriodic())};
    }
    case GeomAbs_SurfaceOfExtrusion: {
      const auto along = KnotsOf(*surface.BasisCurve());
      return along ? std::optional(Grid{*along, {}}) : std::nullopt;
    }
    case GeomAbs_SurfaceOfRevolution: {
      const auto along = KnotsOf(*surface.BasisCurve());
      return along ? std::optional(Grid{QuartersOfTurns(), *along}) : std::nullopt;
    }
    case GeomAbs_OffsetSurface:
      return KnotsOf(*surface.BasisSurface());
    case GeomAbs_Cylinder:
    case GeomAbs_Cone:
      return Grid{QuartersOfTurns(), {}};
    case GeomAbs_Sphere:
    case GeomAbs_Torus:
      return Grid{QuartersOfTurns(), QuartersOfTurns()};
    case GeomAbs_Plane:
    case GeomAbs_BezierSurface:
      return Grid();
    default:
      return std::nullopt;
  }
}

}  // namespace

GaussRule::GaussRule() : at(1, kPoints), weight(1, kPoints) {
  math::GaussPoints(kPoints, at);
  math::GaussWeights(kPoints, weight);
}

std::vector<double> BreaksOf(const BRepAdaptor_Curve2d& curve) {
  TColStd_Array1OfReal intervals(1, curve.NbIntervals(GeomAbs_CN) + 1);
  curve.Intervals(intervals, GeomAbs_CN);
  const std::vector<double> knots = curve.GetType() == GeomAbs_BSplineCurve ? KnotsOf<Geom2d_BSplineCurve>(curve.BSpline())
                                                                             : std::vector<double>();
  return Breaks(intervals, knots, curve.FirstParameter(), curve.LastParameter());
}

std::optional<Grid> BreaksOf(const BRepAdaptor_Surface& surface, const Domain& d) {
  const std::optional<Grid> knots = KnotsOf(surface);
  if (!knots) return std::nullopt;
  TColStd_Array1OfReal in_u(1, surface.NbUIntervals(GeomAbs_CN) + 1), in_v(1, surface.NbVIntervals(GeomAbs_CN) + 1);
  surface.UIntervals(in_u, GeomAbs_CN);
  surface.VIntervals(in_v, GeomAbs_CN);
  return Grid{Breaks(in_u, knots->us, d.u0, d.u1), Breaks(in_v, knots->vs, d.v0, d.v1)};
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

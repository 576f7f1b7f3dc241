#include "rail.h"

#include <algorithm>
#include <cmath>

#include <BRep_Tool.hxx>
#include <BSplCLib.hxx>
#include <GeomAdaptor_Curve.hxx>
#include <GeomConvert.hxx>
#include <Geom_BSplineCurve.hxx>
#include <Geom_BezierCurve.hxx>
#include <Geom_TrimmedCurve.hxx>
#include <TColStd_Array1OfInteger.hxx>
#include <TColStd_Array1OfReal.hxx>
#include <TColgp_Array2OfPnt.hxx>

#include "shapes.h"

namespace ankerdraft {

namespace {

constexpr int kDegree = 5;
constexpr int kMostPieces = 64;   // between two knots of the curve
constexpr int kSamples = 8;       // between two knots of the surface
constexpr double kPerTurn = 8;   // pieces of a conic

}  // namespace

Rail::Rail(const TopoDS_Edge& edge, const gp_Vec& shift, const gp_Dir& up, const gp_Vec& outward) : up_(up) {
  curve_ = Handle(Geom_Curve)::DownCast(BRep_Tool::Curve(edge, first_, last_)->Translated(shift));
  if (const Handle(Geom_TrimmedCurve) part = Handle(Geom_TrimmedCurve)::DownCast(curve_)) curve_ = part->BasisCurve();
  if (curve_->IsKind(STANDARD_TYPE(Geom_BezierCurve))) curve_ = GeomConvert::CurveToBSplineCurve(curve_);
  if (const Handle(Geom_BSplineCurve) spline = Handle(Geom_BSplineCurve)::DownCast(curve_))
    if (spline->IsPeriodic()) spline->SetNotPeriodic();
  kind_ = GeomAdaptor_Curve(curve_).GetType();
  forward_ = Outward(Middle()).Dot(outward) > 0;
}

gp_Vec Rail::Way(double t) const {
  gp_Pnt p;
  gp_Vec along;
  curve_->D1(t, p, along);
  return forward_ ? along.Normalized() : -along.Normalized();
}

gp_Pnt Rail::At(double t, double offset) const { return curve_->Value(t).Translated(Outward(t) * offset); }

gp_Vec Rail::DerivativeAt(double t, double offset) const {
  gp_Pnt p;
  gp_Vec along, bend;
  curve_->D2(t, p, along, bend);
  const double speed = along.Magnitude();
  const gp_Vec way = along / speed;
  const gp_Vec turn = (bend - way * bend.Dot(way)) / speed;
  return along + turn.Crossed(gp_Vec(up_)) * (forward_ ? offset : -offset);
}

bool Rail::IsOpenAt(double from, double to, double offset) const {
  std::vector<double> at = BreaksWithin(std::min(from, to), std::max(from, to));
  for (size_t i = 0; i + 1 < at.size(); ++i)
    for (int k = 0; k <= kSamples; ++k) {
      const double t = at[i] + (at[i + 1] - at[i]) * k / kSamples;
      gp_Pnt p;
      gp_Vec along;
      curve_->D1(t, p, along);
      if (DerivativeAt(t, offset).Dot(along) <= 0) return false;
    }
  return true;
}

std::vector<double> Rail::BreaksWithin(double from, double to) const {
  std::vector<double> breaks{from};
  if (const Handle(Geom_BSplineCurve) spline = Handle(Geom_BSplineCurve)::DownCast(curve_)) {
    const double least = 1e-9 * (to - from);
    for (int i = 1; i <= spline->NbKnots(); ++i)
      if (spline->Knot(i) > from + least && spline->Knot(i) < to - least) breaks.push_back(spline->Knot(i));
  } else {
    const int pieces = static_cast<int>(std::ceil((to - from) / (2 * M_PI) * kPerTurn));
    for (int i = 1; i < pieces; ++i) breaks.push_back(from + (to - from) * i / pieces);
  }
  breaks.push_back(to);
  return breaks;
}

// An offset has one continuous derivative less than its curve.
int Rail::TimesAt(double knot) const {
  const Handle(Geom_BSplineCurve) spline = Handle(Geom_BSplineCurve)::DownCast(curve_);
  if (spline.IsNull()) return 1;
  for (int i = 1; i <= spline->NbKnots(); ++i)
    if (spline->Knot(i) == knot)
      return std::clamp(kDegree - (spline->Degree() - spline->Multiplicity(i) - 1), 1, kDegree);
  return 1;
}

Handle(Geom_BSplineSurface) Rail::Ruled(double from, double to, double low, double high, double low_height,
                                        double high_height, double length, double within) const {
  const std::vector<double> breaks = BreaksWithin(from, to);
  const gp_Vec down = gp_Vec(up_) * low_height, rise = gp_Vec(up_) * high_height;
  for (int pieces = 1; pieces <= kMostPieces; pieces *= 2) {
    const int spans = static_cast<int>(breaks.size() - 1) * pieces;
    TColStd_Array1OfReal knots(1, spans + 1);
    TColStd_Array1OfInteger times(1, spans + 1);
    int flat_count = 0;
    for (int i = 0; i <= spans; ++i) {
      const size_t piece = std::min<size_t>(i / pieces, breaks.size() - 2);
      const double share = static_cast<double>(i - static_cast<int>(piece) * pieces) / pieces;
      knots(i + 1) = breaks[piece] + (breaks[piece + 1] - breaks[piece]) * share;
      times(i + 1) = i == 0 || i == spans ? kDegree + 1 : i % pieces == 0 ? TimesAt(breaks[i / pieces]) : 1;
      flat_count += times(i + 1);
    }
    const int count = flat_count - kDegree - 1;
    TColStd_Array1OfReal flat(1, flat_count), places(1, count);
    TColStd_Array1OfInteger orders(1, count);
    orders.Init(0);
    BSplCLib::KnotSequence(knots, times, flat);
    std::vector<double> data;
    for (int i = 1; i <= count; ++i) {
      double sum = 0;
      for (int k = 1; k <= kDegree; ++k) sum += flat(i + k);
      places(i) = sum / kDegree;
      for (const gp_Pnt& p : {At(places(i), low).Translated(down), At(places(i), high).Translated(rise)})
        data.insert(data.end(), {p.X(), p.Y(), p.Z()});
    }
    int problem = 0;
    BSplCLib::Interpolate(kDegree, flat, places, orders, 6, data[0], problem);
    if (problem != 0) break;
    TColgp_Array2OfPnt poles(1, count, 1, 2);
    for (int i = 0; i < count; ++i)
      for (int row = 0; row < 2; ++row)
        poles(i + 1, row + 1) = gp_Pnt(data[6 * i + 3 * row], data[6 * i + 3 * row + 1], data[6 * i + 3 * row + 2]);
    TColStd_Array1OfReal rulings(1, 2);
    rulings(1) = 0;
    rulings(2) = length;
    TColStd_Array1OfInteger ends(1, 2);
    ends.Init(2);
    const Handle(Geom_BSplineSurface) surface =
        new Geom_BSplineSurface(poles, knots, rulings, times, ends, kDegree, 1);
    double off = 0;
    for (int i = 1; i <= spans; ++i)
      for (int k = 1; k < kSamples; ++k) {
        const double t = knots(i) + (knots(i + 1) - knots(i)) * k / kSamples;
        off = std::max(off, surface->Value(t, 0).Distance(At(t, low).Translated(down)));
        off = std::max(off, surface->Value(t, length).Distance(At(t, high).Translated(rise)));
      }
    if (off <= within) return surface;
  }
  throw Refused{"refused", "the tilted wall over a free curve cannot be computed closely enough"};
}

}  // namespace ankerdraft

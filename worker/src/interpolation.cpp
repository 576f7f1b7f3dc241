#include "interpolation.h"

#include <algorithm>

#include <BSplCLib.hxx>
#include <TColStd_Array2OfReal.hxx>
#include <TColgp_Array2OfPnt.hxx>

#include "shapes.h"

namespace ankerdraft {

namespace {

constexpr int kSmoothDegree = 5;

WeightedPoints Alike(const std::vector<gp_Pnt>& points) { return {points, std::vector<double>(points.size(), 1.0)}; }

TColStd_Array1OfInteger ClampedTimes(int spans, int degree) {
  TColStd_Array1OfInteger times(1, spans + 1);
  times.Init(1);
  times(1) = times(spans + 1) = degree + 1;
  return times;
}

}  // namespace

Interpolation::Interpolation(const std::vector<double>& places, int count, int degree,
                             const std::vector<double>& inner_knots)
    : places_(places),
      count_(count),
      degree_(degree),
      parameters_(1, count),
      orders_(1, count),
      knots_(1, static_cast<int>(inner_knots.size()) + 2),
      times_(ClampedTimes(static_cast<int>(inner_knots.size()) + 1, degree)),
      flat_(1, count + degree + 1) {
  knots_(1) = places.front();
  knots_(knots_.Upper()) = places.back();
  for (size_t i = 0; i < inner_knots.size(); ++i) knots_(static_cast<int>(i) + 2) = inner_knots[i];
  BSplCLib::KnotSequence(knots_, times_, flat_);
  orders_.Init(0);
  for (int i = 1; i <= std::min(count, static_cast<int>(places.size())); ++i) parameters_(i) = places[i - 1];
}

Interpolation Interpolation::Through(const std::vector<double>& places) {
  const int count = static_cast<int>(places.size());
  std::vector<double> inner;
  for (int j = 1; j < count - kSmoothDegree; ++j) {
    double sum = 0;
    for (int i = j; i < j + kSmoothDegree; ++i) sum += places[i];
    inner.push_back(sum / kSmoothDegree);
  }
  return Interpolation(places, count, kSmoothDegree, inner);
}

Interpolation Interpolation::WithKnotsAt(const std::vector<double>& places, bool direction_at_start,
                                         bool direction_at_end) {
  const int given = static_cast<int>(places.size());
  const int count = given + direction_at_start + direction_at_end, degree = std::min(3, count - 1);
  const int from = direction_at_start ? 1 : 2, to = direction_at_end ? given - 2 : given - 3;
  std::vector<double> inner;
  for (int i = from; i <= to && static_cast<int>(inner.size()) < count - degree - 1; ++i) inner.push_back(places[i]);
  Interpolation out(places, count, degree, inner);
  out.at_start_ = direction_at_start;
  out.at_end_ = direction_at_end;
  int n = 0;
  const auto set = [&](double at, int order) {
    out.parameters_(++n) = at;
    out.orders_(n) = order;
  };
  for (int i = 0; i < given; ++i) {
    if (i == given - 1 && direction_at_end) set(places[i], 1);
    set(places[i], 0);
    if (i == 0 && direction_at_start) set(places[i], 1);
  }
  return out;
}

WeightedPoints Interpolation::Poles(const WeightedPoints& through, const gp_Vec& begin, const gp_Vec& end) const {
  std::vector<double> data;
  const auto add = [&data](const gp_XYZ& xyz, double w) {
    for (const double x : {xyz.X(), xyz.Y(), xyz.Z(), w}) data.push_back(x);
  };
  const size_t last = through.points.size() - 1;
  for (size_t i = 0; i <= last; ++i) {
    const double w = through.weights[i];
    if (i == last && at_end_) add(w * end.XYZ(), 0);
    add(w * through.points[i].XYZ(), w);
    if (i == 0 && at_start_) add(w * begin.XYZ(), 0);
  }
  Standard_Integer problem = 0;
  BSplCLib::Interpolate(degree_, flat_, parameters_, orders_, 4, data[0], problem);
  if (problem != 0) throw Refused{"refused", "no smooth skin goes through the profiles"};
  WeightedPoints poles;
  for (int i = 0; i < count_; ++i) {
    const double w = data[4 * i + 3];
    if (!(w > 0)) throw Refused{"refused", "no smooth skin goes through the profiles"};
    poles.points.emplace_back(data[4 * i] / w, data[4 * i + 1] / w, data[4 * i + 2] / w);
    poles.weights.push_back(w);
  }
  return poles;
}

void Interpolation::At(double place, const WeightedPoints& poles, gp_Pnt& point, double& weight) const {
  TColgp_Array1OfPnt lifted(1, count_), weights(1, count_);
  for (int i = 1; i <= count_; ++i) {
    lifted(i) = gp_Pnt(poles.points[i - 1].XYZ() * poles.weights[i - 1]);
    weights(i) = gp_Pnt(poles.weights[i - 1], 0, 0);
  }
  gp_Pnt sum, weighed;
  BSplCLib::D0(place, 0, degree_, false, lifted, BSplCLib::NoWeights(), knots_, &times_, sum);
  BSplCLib::D0(place, 0, degree_, false, weights, BSplCLib::NoWeights(), knots_, &times_, weighed);
  weight = weighed.X();
  point = gp_Pnt(sum.XYZ() / weight);
}

Handle(Geom_BSplineSurface) SurfaceOf(const SplineBasis& across, const Interpolation& along,
                                      const std::vector<WeightedPoints>& poles) {
  const int rows = static_cast<int>(poles.size()), columns = along.Count();
  TColgp_Array2OfPnt net(1, rows, 1, columns);
  TColStd_Array2OfReal weights(1, rows, 1, columns);
  for (int u = 1; u <= rows; ++u)
    for (int v = 1; v <= columns; ++v) {
      net(u, v) = poles[u - 1].points[v - 1];
      weights(u, v) = poles[u - 1].weights[v - 1];
    }
  return new Geom_BSplineSurface(net, weights, across.knots, along.Knots(), across.times, along.Times(), across.degree,
                                 along.Degree(), false, false);
}

Handle(Geom_BSplineCurve) Interpolation::CurveThrough(const std::vector<gp_Pnt>& points) const {
  const WeightedPoints poles = Poles(Alike(points));
  TColgp_Array1OfPnt all(1, count_);
  for (int i = 1; i <= count_; ++i) all(i) = poles.points[i - 1];
  return new Geom_BSplineCurve(all, knots_, times_, degree_);
}

Handle(Geom2d_BSplineCurve) Interpolation::CurveThrough(const std::vector<gp_Pnt2d>& points) const {
  std::vector<gp_Pnt> level;
  for (const gp_Pnt2d& p : points) level.emplace_back(p.X(), p.Y(), 0);
  const WeightedPoints poles = Poles(Alike(level));
  TColgp_Array1OfPnt2d all(1, count_);
  for (int i = 1; i <= count_; ++i) all(i) = gp_Pnt2d(poles.points[i - 1].X(), poles.points[i - 1].Y());
  return new Geom2d_BSplineCurve(all, knots_, times_, degree_);
}

Handle(Geom_BSplineSurface) SurfaceThrough(const std::vector<std::vector<gp_Pnt>>& net) {
  const auto even = [](size_t count) {
    std::vector<double> places;
    for (size_t i = 0; i < count; ++i) places.push_back(i / (count - 1.0));
    return Interpolation::Through(places);
  };
  const Interpolation along_u = even(net.size()), along_v = even(net.front().size());
  std::vector<std::vector<gp_Pnt>> rows;
  for (const std::vector<gp_Pnt>& row : net) rows.push_back(along_v.Poles(Alike(row)).points);
  TColgp_Array2OfPnt poles(1, along_u.Count(), 1, along_v.Count());
  for (int v = 1; v <= along_v.Count(); ++v) {
    std::vector<gp_Pnt> column;
    for (const std::vector<gp_Pnt>& row : rows) column.push_back(row[v - 1]);
    const std::vector<gp_Pnt> through = along_u.Poles(Alike(column)).points;
    for (int u = 1; u <= along_u.Count(); ++u) poles(u, v) = through[u - 1];
  }
  return new Geom_BSplineSurface(poles, along_u.Knots(), along_v.Knots(), along_u.Times(), along_v.Times(),
                                 along_u.Degree(), along_v.Degree());
}

}  // namespace ankerdraft

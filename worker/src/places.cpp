#include "places.h"

#include <algorithm>

#include <ElCLib.hxx>
#include <Geom_Circle.hxx>
#include <Geom_Line.hxx>
#include <Precision.hxx>
#include <gce_MakeCirc.hxx>

namespace ankerdraft {

namespace {

constexpr double kSameCurve = 1e-9;  // mm: places that lie so near a line or circle lie on it
constexpr double kEven = 1e-8;       // mm or rad: the same for ways on a surface

}  // namespace

Handle(Geom_Curve) LineOrCircle(const std::vector<gp_Pnt>& p, std::vector<double>& at) {
  const gp_Vec way(p.front(), p.back());
  if (way.Magnitude() > Precision::Confusion()) {
    const gp_Lin line(p.front(), gp_Dir(way));
    if (std::all_of(p.begin(), p.end(), [&](const gp_Pnt& q) { return line.Distance(q) < kSameCurve; })) {
      for (size_t i = 0; i < p.size(); ++i) at[i] = ElCLib::Parameter(line, p[i]);
      return new Geom_Line(line);
    }
  }
  const gce_MakeCirc through(p.front(), p[p.size() / 3], p[2 * p.size() / 3]);
  if (!through.IsDone()) return nullptr;
  const gp_Circ found = through.Value();
  const gp_Circ circle(gp_Ax2(found.Location(), found.Axis().Direction(), gp_Dir(gp_Vec(found.Location(), p.front()))),
                       found.Radius());
  if (!std::all_of(p.begin(), p.end(), [&](const gp_Pnt& q) { return circle.Distance(q) < kSameCurve; })) return nullptr;
  for (size_t i = 0; i < p.size(); ++i) {
    at[i] = i == 0 ? 0 : ElCLib::Parameter(circle, p[i]);
    if (i > 0 && at[i] <= at[i - 1]) at[i] += 2 * M_PI;
  }
  return new Geom_Circle(circle);
}

Handle(Geom2d_Line) EvenLine(const std::vector<gp_Pnt2d>& places, const std::vector<double>& at) {
  const double length = at.back() - at.front();
  if (!(length > gp::Resolution())) return nullptr;
  const gp_Vec2d way = gp_Vec2d(places.front(), places.back()) / length;
  if (std::abs(way.Magnitude() - 1) * length > kEven) return nullptr;
  for (size_t i = 0; i < places.size(); ++i)
    if (places[i].Distance(places.front().Translated(way * (at[i] - at.front()))) > kEven) return nullptr;
  return new Geom2d_Line(places.front().Translated(way * -at.front()), gp_Dir2d(way));
}

}  // namespace ankerdraft

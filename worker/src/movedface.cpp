#include "movedface.h"

#include <algorithm>
#include <cmath>

#include <BRep_Tool.hxx>
#include <Geom_OffsetSurface.hxx>
#include <Geom_RectangularTrimmedSurface.hxx>
#include <TopoDS.hxx>

#include "surface.h"

namespace ankerdraft {

namespace {

constexpr int kMostTurns = 40;      // of Newton's method, which needs a few
constexpr double kStill = 1e-11;    // mm: a step that moves nothing
constexpr double kMeets = 1e-7;     // mm: how near to each other's place faces come that meet
constexpr double kAlike = 1e-7;     // directions that differ by less count as one

// Going so far along a direction closes a gap.
struct Condition {
  gp_Vec direction;
  double way;
};

// The shortest step that answers to the conditions that differ most in direction; the others must follow from them.
gp_Vec ShortestStep(std::vector<Condition> conditions) {
  gp_Vec step(0, 0, 0);
  std::vector<gp_Vec> known;  // directions, square to each other
  while (!conditions.empty() && known.size() < 3) {
    const auto beyond = [&](const Condition& c) {
      gp_Vec rest = c.direction;
      for (const gp_Vec& k : known) rest -= k * rest.Dot(k);
      return rest;
    };
    const auto next = std::max_element(conditions.begin(), conditions.end(), [&](const Condition& a, const Condition& b) {
      return beyond(a).SquareMagnitude() < beyond(b).SquareMagnitude();
    });
    const gp_Vec rest = beyond(*next);
    const double size = rest.Magnitude();
    if (size < kAlike) break;
    step += rest * ((next->way - step.Dot(next->direction)) / (size * size));
    known.push_back(rest / size);
    conditions.erase(next);
  }
  return step;
}

}  // namespace

MovedFace::MovedFace(const TopoDS_Face& face, double outwards)
    : surface_(face, false), face_(face), outwards_(outwards), sign_(face.Orientation() == TopAbs_REVERSED ? -1 : 1) {}

Handle(Geom_Surface) MovedFace::ClosedForm() const {
  Handle(Geom_Surface) surface = BRep_Tool::Surface(face_);
  if (const auto trimmed = Handle(Geom_RectangularTrimmedSurface)::DownCast(surface)) surface = trimmed->BasisSurface();
  switch (surface_.GetType()) {
    case GeomAbs_Plane:
    case GeomAbs_Cylinder:
    case GeomAbs_Cone:
    case GeomAbs_Sphere:
    case GeomAbs_Torus:
      return Handle(Geom_OffsetSurface)(new Geom_OffsetSurface(surface, sign_ * outwards_))->Surface();
    default:
      return nullptr;
  }
}

gp_Pnt MovedFace::At(const gp_Pnt2d& foot) const {
  const SurfacePoint on = EvaluateOutward(surface_, sign_ < 0, foot.X(), foot.Y());
  return on.point.Translated(on.normal * outwards_);
}

gp_Vec MovedFace::NormalAt(const gp_Pnt2d& foot) const {
  return EvaluateOutward(surface_, sign_ < 0, foot.X(), foot.Y()).normal;
}

gp_Pnt2d MovedFace::FootOf(const gp_Pnt& p, const gp_Pnt2d& from) const {
  gp_Pnt2d foot = from;
  for (int turn = 0; turn < kMostTurns; ++turn) {
    gp_Pnt on;
    gp_Vec u, v, uu, vv, uv;
    surface_.D2(foot.X(), foot.Y(), on, u, v, uu, vv, uv);
    const gp_Vec off(p, on);
    const double a = u.Dot(u) + off.Dot(uu), b = u.Dot(v) + off.Dot(uv), c = v.Dot(v) + off.Dot(vv);
    const double det = a * c - b * b;
    if (std::abs(det) <= kAlike * kAlike * u.SquareMagnitude() * v.SquareMagnitude()) break;
    const double along_u = -(off.Dot(u) * c - off.Dot(v) * b) / det, along_v = -(off.Dot(v) * a - off.Dot(u) * b) / det;
    foot.SetCoord(foot.X() + along_u, foot.Y() + along_v);
    if ((u * along_u + v * along_v).Magnitude() < kStill) break;
  }
  return foot;
}

double MovedFace::GapTo(const gp_Pnt& p, gp_Pnt2d& foot) const {
  foot = FootOf(p, foot);
  const SurfacePoint on = EvaluateOutward(surface_, sign_ < 0, foot.X(), foot.Y());
  return gp_Vec(on.point, p).Dot(on.normal) - outwards_;
}

bool MovedFace::IsOpenAt(const gp_Pnt2d& foot) const {
  gp_Pnt on;
  gp_Vec u, v, uu, vv, uv;
  surface_.D2(foot.X(), foot.Y(), on, u, v, uu, vv, uv);
  const gp_Vec cross = u.Crossed(v);
  const double area = cross.SquareMagnitude();
  if (area <= 0) return false;
  const gp_Vec normal = cross / std::sqrt(area);
  const double e = u.Dot(u), f = u.Dot(v), g = v.Dot(v);
  const double l = uu.Dot(normal), m = uv.Dot(normal), n = vv.Dot(normal);
  const double by = sign_ * outwards_;
  const double mean = (e * n - 2 * f * m + g * l) / (2 * area), product = (l * n - m * m) / area;
  return 1 - by * mean > 0 && 1 - 2 * by * mean + by * by * product > 0;
}

bool Meet::Find() {
  for (int turn = 0; turn < kMostTurns; ++turn) {
    std::vector<Condition> conditions;
    double widest = 0;
    const auto ask = [&](const gp_Vec& direction, double gap) {
      conditions.push_back({direction, -gap});
      widest = std::max(widest, std::abs(gap));
    };
    for (OnFace& on : faces) {
      const double gap = on.face->GapTo(place, on.foot);
      ask(on.face->NormalAt(on.foot), gap);
    }
    if (station) ask(station->across, gp_Vec(station->at, place).Dot(station->across));
    const gp_Vec step = ShortestStep(conditions);
    if (step.Magnitude() < kStill) return widest < kMeets;
    place.Translate(step);
  }
  return false;
}

}  // namespace ankerdraft

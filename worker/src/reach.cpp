#include "reach.h"

#include <algorithm>
#include <cmath>

#include <BRepAdaptor_Curve.hxx>
#include <BRepAdaptor_Surface.hxx>
#include <BRepTools.hxx>
#include <BRep_Tool.hxx>
#include <Geom_BSplineCurve.hxx>
#include <Geom_BSplineSurface.hxx>
#include <Precision.hxx>
#include <gp_Circ.hxx>
#include <gp_Cone.hxx>
#include <gp_Cylinder.hxx>
#include <gp_Pln.hxx>
#include <gp_Sphere.hxx>
#include <gp_Torus.hxx>

#include "spans.h"

namespace ankerdraft {

namespace {

constexpr int kSteps = 200;   // of the search for a plane between two hulls
constexpr int kAround = 12;  // directions across an axis in which a hull is measured

// The angle of a range, modulo full turns, nearest to where a wave cos(x - crest) is highest.
double NearestTo(double crest, double from, double to) {
  const double past = std::fmod(crest - from, 2 * M_PI);
  const double ahead = past < 0 ? past + 2 * M_PI : past;
  if (ahead <= to - from) return from + ahead;
  return std::cos(from - crest) > std::cos(to - crest) ? from : to;
}

bool IsFinite(const Domain& d) {
  for (const double x : {d.u0, d.u1, d.v0, d.v1})
    if (Precision::IsInfinite(x)) return false;
  return true;
}

std::vector<gp_XYZ> PolesOf(const Geom_BSplineCurve& curve) {
  std::vector<gp_XYZ> poles;
  for (int i = 1; i <= curve.NbPoles(); ++i) poles.push_back(curve.Pole(i).XYZ());
  return poles;
}

std::vector<gp_XYZ> PolesOf(const Geom_BSplineSurface& surface) {
  std::vector<gp_XYZ> poles;
  for (int i = 1; i <= surface.NbUPoles(); ++i)
    for (int j = 1; j <= surface.NbVPoles(); ++j) poles.push_back(surface.Pole(i, j).XYZ());
  return poles;
}

}  // namespace

void Reach::TakeTolerance(const TopoDS_Shape& shape) {
  for (const TopAbs_ShapeEnum kind : {TopAbs_FACE, TopAbs_EDGE, TopAbs_VERTEX})
    tolerance_ = std::max(tolerance_, BRep_Tool::MaxTolerance(shape, kind));
}

Reach::Reach(const TopoDS_Face& face) {
  Domain d;
  BRepTools::UVBounds(face, d.u0, d.u1, d.v0, d.v1);
  if (!IsFinite(d)) return;
  TakeTolerance(face);
  const BRepAdaptor_Surface surface(face, false);
  const auto line = [&](const gp_Ax3& frame, double radius, double lean) {
    const double sine = std::sin(lean), cosine = std::cos(lean);
    turned_ = Turned{frame, d.u0, d.u1,
                     Line{radius + d.v0 * sine, d.v0 * cosine, radius + d.v1 * sine, d.v1 * cosine}};
  };
  const auto arc = [&](const gp_Ax3& frame, double ring, double tube) {
    turned_ = Turned{frame, d.u0, d.u1, Arc{ring, tube, d.v0, d.v1}};
  };
  switch (surface.GetType()) {
    case GeomAbs_Plane:
      for (const double u : {d.u0, d.u1})
        for (const double v : {d.v0, d.v1}) points_.push_back(surface.Value(u, v).XYZ());
      break;
    case GeomAbs_Cylinder:
      line(surface.Cylinder().Position(), surface.Cylinder().Radius(), 0);
      break;
    case GeomAbs_Cone:
      line(surface.Cone().Position(), surface.Cone().RefRadius(), surface.Cone().SemiAngle());
      break;
    case GeomAbs_Sphere:
      arc(surface.Sphere().Position(), 0, surface.Sphere().Radius());
      break;
    case GeomAbs_Torus:
      arc(surface.Torus().Position(), surface.Torus().MajorRadius(), surface.Torus().MinorRadius());
      break;
    case GeomAbs_BSplineSurface:
      points_ = PolesOf(*surface.BSpline());
      break;
    default:
      break;
  }
}

Reach::Reach(const TopoDS_Edge& edge) {
  if (BRep_Tool::Degenerated(edge)) return;
  const BRepAdaptor_Curve curve(edge);
  const double first = curve.FirstParameter(), last = curve.LastParameter();
  if (Precision::IsInfinite(first) || Precision::IsInfinite(last)) return;
  TakeTolerance(edge);
  switch (curve.GetType()) {
    case GeomAbs_Line:
      points_ = {curve.Value(first).XYZ(), curve.Value(last).XYZ()};
      break;
    case GeomAbs_Circle: {
      const double radius = curve.Circle().Radius();
      turned_ = Turned{gp_Ax3(curve.Circle().Position()), first, last, Line{radius, 0, radius, 0}};
      break;
    }
    case GeomAbs_BSplineCurve:
      points_ = PolesOf(*curve.BSpline());
      break;
    default:
      break;
  }
}

gp_XYZ Reach::Farthest(const gp_XYZ& direction) const {
  if (turned_) return turned_->Farthest(direction);
  return *std::max_element(points_.begin(), points_.end(), [&](const gp_XYZ& a, const gp_XYZ& b) {
    return a.Dot(direction) < b.Dot(direction);
  });
}

gp_XYZ Reach::Turned::Farthest(const gp_XYZ& direction) const {
  const gp_XYZ x = frame.XDirection().XYZ(), y = frame.YDirection().XYZ(), z = frame.Direction().XYZ();
  const double along = direction.Dot(z), across = std::hypot(direction.Dot(x), direction.Dot(y));
  const double crest = std::atan2(direction.Dot(y), direction.Dot(x));
  const double near = NearestTo(crest, from, to), far = NearestTo(crest + M_PI, from, to);
  gp_XYZ best;
  double reach = -INFINITY;
  // Beyond the axis, where a radius is negative, the far angle reaches farther.
  for (const double angle : {near, far}) {
    const double gain = across * std::cos(angle - crest);
    const auto take = [&](double r, double h) {
      if (gain * r + along * h <= reach) return;
      reach = gain * r + along * h;
      best = frame.Location().XYZ() + r * (std::cos(angle) * x + std::sin(angle) * y) + h * z;
    };
    if (const Arc* arc = std::get_if<Arc>(&profile)) {
      const double at = NearestTo(std::atan2(along, gain), arc->begin, arc->end);
      take(arc->ring + arc->tube * std::cos(at), arc->tube * std::sin(at));
    } else {
      const Line& line = std::get<Line>(profile);
      take(line.r0, line.z0);
      take(line.r1, line.z1);
    }
  }
  return best;
}

// Of the piece between two heights, or less; infinite where it has none.
double Reach::Turned::LeastRadius(double low, double high) const {
  if (const Arc* arc = std::get_if<Arc>(&profile))
    return arc->ring + arc->tube * std::cos(NearestTo(M_PI, arc->begin, arc->end));
  const auto& [r0, z0, r1, z1] = std::get<Line>(profile);
  const double bottom = std::min(z0, z1), top = std::max(z0, z1);
  if (bottom > high || top < low) return INFINITY;
  const auto radius_at = [&](double h) { return z0 == z1 ? std::min(r0, r1) : r0 + (r1 - r0) * (h - z0) / (z1 - z0); };
  return std::min(radius_at(std::max(bottom, low)), radius_at(std::min(top, high)));
}

bool Reach::IsAround(const Reach& other, double gap) const {
  if (!turned_) return false;
  const gp_Ax3& frame = turned_->frame;
  const gp_XYZ up = frame.Direction().XYZ(), origin = frame.Location().XYZ();
  const double high = (other.Farthest(up) - origin).Dot(up), low = (other.Farthest(up.Reversed()) - origin).Dot(up);
  const double room = turned_->LeastRadius(low - gap, high + gap) - gap;
  // A polygon of so many sides, as wide as the other, holds it.
  const double width = room * std::cos(M_PI / kAround);
  for (int i = 0; i < kAround; ++i) {
    const double angle = 2 * M_PI * i / kAround;
    const gp_XYZ across = std::cos(angle) * frame.XDirection().XYZ() + std::sin(angle) * frame.YDirection().XYZ();
    if ((other.Farthest(across) - origin).Dot(across) >= width) return false;
  }
  return true;
}

bool AreApart(const Reach& one, const Reach& other, double gap) {
  if (one.IsUnknown() || other.IsUnknown()) return false;
  const double wanted = gap + one.Tolerance() + other.Tolerance();
  // Of the differences between places of the two, one near the origin: it is drawn towards whichever is nearest to the
  // origin in the direction in which it lies itself, until none lies as near as the gap.
  const gp_XYZ any(1, 0, 0);
  gp_XYZ nearest = one.Farthest(any) - other.Farthest(any);
  for (int i = 0; i < kSteps; ++i) {
    const double distance = nearest.Modulus();
    if (distance <= wanted) break;
    const gp_XYZ next = one.Farthest(nearest.Reversed()) - other.Farthest(nearest);
    if (next.Dot(nearest) > wanted * distance) return true;
    const gp_XYZ step = next - nearest;
    if (step.SquareModulus() <= Precision::SquareConfusion()) break;
    nearest += step * std::clamp(-nearest.Dot(step) / step.SquareModulus(), 0.0, 1.0);
  }
  return one.IsAround(other, wanted) || other.IsAround(one, wanted);
}

}  // namespace ankerdraft

// Plane faces by their edges: areas by Green's theorem, and what lies within by crossings of a ray (even and odd).
#include "flat.h"

#include <algorithm>
#include <cmath>

#include <TopExp_Explorer.hxx>
#include <TopoDS.hxx>
#include <gp_Vec2d.hxx>

#include "arc.h"
#include "spans.h"

namespace ankerdraft {

namespace {

// Pieces of a bow between knots that Gauss points integrate to the last digits, also of rational curves.
constexpr int kPiecesOfBow = 8;

// Along a ray that no edge of a drawing is likely to follow: ends of edges on the ray itself would be counted twice.
const gp_XY kAlong(std::cos(0.6180339887), std::sin(0.6180339887));
const gp_XY kAcross(-kAlong.Y(), kAlong.X());

double DistanceTo(const gp_XY& from, const gp_XY& to, const gp_XY& p) {
  const gp_XY way = to - from;
  const double square = way.SquareModulus();
  const double share = square > 0 ? std::clamp((p - from).Dot(way) / square, 0.0, 1.0) : 0;
  return (from + way * share - p).Modulus();
}

gp_XY OnCircle(const gp_XY& centre, double radius, double angle) {
  return centre + gp_XY(std::cos(angle), std::sin(angle)) * radius;
}

bool IsBetween(double angle, double from, double to) {
  return angle + 2 * M_PI * std::ceil((from - angle) / (2 * M_PI)) <= to;
}

}  // namespace

FlatRegion::FlatRegion(const TopoDS_Face& face) {
  const TopoDS_Face forward = TopoDS::Face(face.Oriented(TopAbs_FORWARD));
  for (TopExp_Explorer e(forward, TopAbs_EDGE); e.More(); e.Next()) {
    const TopoDS_Edge& edge = TopoDS::Edge(e.Current());
    const BRepAdaptor_Curve2d curve(edge, forward);
    const double first = curve.FirstParameter(), last = curve.LastParameter();
    const double sign = edge.Orientation() == TopAbs_REVERSED ? -1 : 1;
    if (edge.Orientation() == TopAbs_INTERNAL || edge.Orientation() == TopAbs_EXTERNAL) plain_ = false;
    if (curve.GetType() == GeomAbs_Line) {
      AddLine(curve.Value(first), curve.Value(last), sign);
      continue;
    }
    if (curve.GetType() == GeomAbs_Circle) {
      AddArc(curve.Circle(), first, last, sign);
      continue;
    }
    AddBow(curve, sign);
    plain_ = false;
  }
}

gp_Pnt2d FlatRegion::Centroid() const { return area_ == 0 ? gp_Pnt2d() : gp_Pnt2d(mx_ / area_, my_ / area_); }

// By the shoelace, which is exact to the last digit for plain numbers.
void FlatRegion::AddLine(const gp_Pnt2d& a, const gp_Pnt2d& b, double sign) {
  const double turn = sign * (a.X() * b.Y() - a.Y() * b.X());
  area_ += turn / 2;
  mx_ += (a.X() + b.X()) * turn / 6;
  my_ += (a.Y() + b.Y()) * turn / 6;
  lines_.push_back({a.XY(), b.XY()});
}

// With x and y of the centre and the radius written out, x dy - y dx and its moments are sums of integrals of sines.
void FlatRegion::AddArc(const gp_Circ2d& circle, double first, double last, double sign) {
  const gp_Ax22d& axes = circle.Position();
  const double base = std::atan2(axes.XDirection().Y(), axes.XDirection().X());
  const double sense = axes.XDirection().Crossed(axes.YDirection()) > 0 ? 1 : -1;
  const double a = base + sense * first, b = base + sense * last;
  const ArcIntegrals of(a, b);
  const double x = circle.Location().X(), y = circle.Location().Y(), r = circle.Radius();
  const double turn = r * of.one + x * of.cos + y * of.sin;
  area_ += sign * r * turn / 2;
  mx_ += sign * r * (x * turn + r * (r * of.cos + x * of.cos_cos + y * of.cos_sin)) / 3;
  my_ += sign * r * (y * turn + r * (r * of.sin + x * of.cos_sin + y * of.sin_sin)) / 3;
  arcs_.push_back({circle.Location().XY(), circle.Radius(), std::min(a, b), std::max(a, b)});
}

// The integrals of x dy - y dx.
void FlatRegion::AddBow(const BRepAdaptor_Curve2d& curve, double sign) {
  const std::vector<double> breaks = BreaksOf(curve);
  const GaussRule rule;
  for (size_t i = 0; i + 1 < breaks.size(); ++i)
    for (int k = 0; k < kPiecesOfBow; ++k) {
      const double half = 0.5 * (breaks[i + 1] - breaks[i]) / kPiecesOfBow;
      const double middle = breaks[i] + (2 * k + 1) * half;
      for (int g = 1; g <= GaussRule::kPoints; ++g) {
        gp_Pnt2d p;
        gp_Vec2d d;
        curve.D1(middle + half * rule.at(g), p, d);
        const double turn = sign * rule.weight(g) * half * (p.X() * d.Y() - p.Y() * d.X());
        area_ += turn / 2;
        mx_ += p.X() * turn / 3;
        my_ += p.Y() * turn / 3;
      }
    }
}

bool FlatRegion::Holds(const gp_Pnt2d& point, double margin) const {
  const gp_XY p = point.XY();
  bool inside = false;
  for (const Line& line : lines_) {
    if (DistanceTo(line.from, line.to, p) <= margin) return false;
    const gp_XY from = line.from - p, to = line.to - p;
    const double a = from.Dot(kAcross), b = to.Dot(kAcross);
    if ((a > 0) == (b > 0)) continue;
    if (from.Dot(kAlong) + (to - from).Dot(kAlong) * a / (a - b) > 0) inside = !inside;
  }
  const double along = std::atan2(kAlong.Y(), kAlong.X());
  for (const Arc& arc : arcs_) {
    const gp_XY to_centre = arc.centre - p;
    const double near = IsBetween(std::atan2(-to_centre.Y(), -to_centre.X()), arc.from, arc.to)
                            ? std::abs(to_centre.Modulus() - arc.radius)
                            : std::min((OnCircle(arc.centre, arc.radius, arc.from) - p).Modulus(),
                                       (OnCircle(arc.centre, arc.radius, arc.to) - p).Modulus());
    if (near <= margin) return false;
    const double height = to_centre.Dot(kAcross);
    if (std::abs(height) >= arc.radius) continue;
    // Both places where the circle crosses the ray's line, as angles.
    const double half = std::sqrt(arc.radius * arc.radius - height * height);
    for (const double side : {half, -half}) {
      if (to_centre.Dot(kAlong) + side <= 0) continue;
      if (IsBetween(along + std::atan2(-height, side), arc.from, arc.to)) inside = !inside;
    }
  }
  return inside;
}

}  // namespace ankerdraft

#include "meridian.h"

#include <algorithm>
#include <cmath>

#include <BRepAdaptor_Curve.hxx>
#include <BRepTools.hxx>
#include <BRep_Tool.hxx>
#include <Precision.hxx>
#include <TopExp_Explorer.hxx>
#include <TopoDS.hxx>
#include <gp_Lin.hxx>

#include "surface.h"

namespace ankerdraft {

namespace {

constexpr double kSameAxis = 1e-7;  // mm, and radians

bool IsAlong(const gp_Dir& one, const gp_Ax1& axis) { return one.IsParallel(axis.Direction(), kSameAxis); }

bool IsAbout(const gp_Ax1& one, const gp_Ax1& axis) {
  return IsAlong(one.Direction(), axis) && gp_Lin(axis).Distance(one.Location()) < kSameAxis;
}

// Seams, places on the axis, and circles about it.
bool IsBorderOfTurned(const TopoDS_Edge& edge, const TopoDS_Face& face, const gp_Ax1& axis) {
  if (BRep_Tool::Degenerated(edge) || BRep_Tool::IsClosed(edge, face)) return true;
  const BRepAdaptor_Curve curve(edge);
  return curve.GetType() == GeomAbs_Circle && IsAbout(curve.Circle().Axis(), axis);
}

bool IsTurnedAbout(const BRepAdaptor_Surface& surface, const gp_Ax1& axis) {
  switch (surface.GetType()) {
    case GeomAbs_Cylinder: return IsAbout(surface.Cylinder().Axis(), axis);
    case GeomAbs_Cone: return IsAbout(surface.Cone().Axis(), axis);
    case GeomAbs_Sphere: return IsAbout(surface.Sphere().Position().Axis(), axis);
    case GeomAbs_Torus: return IsAbout(surface.Torus().Axis(), axis);
    case GeomAbs_SurfaceOfRevolution: return IsAbout(surface.AxeOfRevolution(), axis);
    default: return false;
  }
}

}  // namespace

std::optional<Meridian> Meridian::Of(const TopoDS_Face& face, const gp_Ax1& axis) {
  for (TopExp_Explorer e(face, TopAbs_EDGE); e.More(); e.Next())
    if (!IsBorderOfTurned(TopoDS::Edge(e.Current()), face, axis)) return std::nullopt;
  Meridian found(face, axis);
  const bool is_plane = found.surface_.GetType() == GeomAbs_Plane;
  if (!(is_plane ? found.FindPlane(face) : found.FindTurned(face))) return std::nullopt;
  found.Orient(face);
  return found;
}

// Between the radii of its circles, or from the axis.
bool Meridian::FindPlane(const TopoDS_Face& face) {
  if (!IsAlong(surface_.Plane().Axis().Direction(), axis_)) return false;
  height_ = gp_Vec(axis_.Location(), surface_.Plane().Location()).Dot(axis_.Direction());
  std::vector<double> radii;
  for (TopExp_Explorer w(face, TopAbs_WIRE); w.More(); w.Next()) {
    const TopExp_Explorer first(w.Current(), TopAbs_EDGE);
    if (!first.More()) return false;
    radii.push_back(BRepAdaptor_Curve(TopoDS::Edge(first.Current())).Circle().Radius());
  }
  if (radii.empty() || radii.size() > 2) return false;
  const auto [least, most] = std::minmax_element(radii.begin(), radii.end());
  begin_ = radii.size() == 1 ? 0 : *least;
  end_ = *most;
  return end_ - begin_ > Precision::Confusion();
}

bool Meridian::FindTurned(const TopoDS_Face& face) {
  if (!IsTurnedAbout(surface_, axis_)) return false;
  double first, last;
  BRepTools::UVBounds(face, first, last, begin_, end_);
  if (std::abs(last - first - 2 * M_PI) > kSameAxis) return false;
  turn_ = first;
  const gp_Vec across(axis_.Location(), surface_.Value(turn_, 0.5 * (begin_ + end_)));
  const gp_Vec away = across - gp_Vec(axis_.Direction()) * across.Dot(axis_.Direction());
  if (away.Magnitude() < Precision::Confusion()) return false;
  beside_ = gp_Dir(away);
  const gp_Dir off = axis_.Direction().Crossed(beside_);
  for (int i = 0; i <= 8; ++i) {
    const gp_Vec at(axis_.Location(), surface_.Value(turn_, begin_ + (end_ - begin_) * i / 8));
    if (std::abs(at.Dot(off)) > 10 * kSameAxis || at.Dot(beside_) < -10 * kSameAxis) return false;
  }
  return true;
}

// With the material on its left its normal is to its right.
void Meridian::Orient(const TopoDS_Face& face) {
  const double middle = 0.5 * (begin_ + end_);
  const bool is_plane = surface_.GetType() == GeomAbs_Plane;
  const bool is_reversed = face.Orientation() == TopAbs_REVERSED;
  const gp_Vec out = EvaluateOutward(surface_, is_reversed, is_plane ? 0 : turn_, is_plane ? 0 : middle).normal;
  const gp_Vec2d flat(out.Dot(beside_), out.Dot(axis_.Direction()));
  right_ = 1;
  if (NormalAt(middle).Dot(flat) < 0) {
    right_ = -1;
    std::swap(begin_, end_);
  }
}

Meridian::Place Meridian::On(double t) const {
  if (surface_.GetType() == GeomAbs_Plane) return {gp_Pnt2d(t, height_), gp_Vec2d(1, 0), gp_Vec2d(0, 0)};
  gp_Pnt on;
  gp_Vec u, v, uu, vv, uv;
  surface_.D2(turn_, t, on, u, v, uu, vv, uv);
  const auto flat = [&](const gp_Vec& w) { return gp_Vec2d(w.Dot(beside_), w.Dot(axis_.Direction())); };
  return {gp_Pnt2d(flat(gp_Vec(axis_.Location(), on)).XY()), flat(v), flat(vv)};
}

gp_Vec2d Meridian::NormalAt(double t) const {
  const gp_Vec2d way = On(t).way;
  return gp_Vec2d(way.Y(), -way.X()) * (right_ / way.Magnitude());
}

gp_Pnt2d Meridian::At(double t, double outwards) const { return On(t).at.Translated(NormalAt(t) * outwards); }

// By how much the moved curve is longer than the curve there.
double Meridian::Stretch(const Place& on, double outwards) const {
  return 1 + right_ * outwards * on.way.Crossed(on.bend) / std::pow(on.way.Magnitude(), 3);
}

gp_Vec2d Meridian::WayAt(double t, double outwards) const {
  const Place on = On(t);
  return on.way * Stretch(on, outwards);
}

bool Meridian::IsOpenAt(double t, double outwards) const { return Stretch(On(t), outwards) > 0; }

}  // namespace ankerdraft

#pragma once
#include <BRepAdaptor_Surface.hxx>
#include <Precision.hxx>
#include <TopoDS_Face.hxx>
#include <gp_Pnt.hxx>
#include <gp_Vec.hxx>

namespace ankerdraft {

struct SurfacePoint {
  gp_Pnt point;
  gp_Vec normal;  // unit and outward; zero where the surface has none (a cone's apex)
};

// A little nearer to the middle of a range, if it has one.
inline double Inwards(double at, double first, double last) {
  constexpr double kLittle = 1e-6;
  return Precision::IsInfinite(first) || Precision::IsInfinite(last) ? at : at + kLittle * (0.5 * (first + last) - at);
}

/// Point and outward normal of a face's surface at (u, v).
inline SurfacePoint EvaluateOutward(const BRepAdaptor_Surface& surface, bool reversed, double u, double v) {
  // At the pole of a sphere one of the derivatives is nothing but rounding, and may point either way.
  constexpr double kRounding = 1e-12;
  SurfacePoint s;
  gp_Vec du, dv;
  surface.D1(u, v, s.point, du, dv);
  if (du.Crossed(dv).Magnitude() <= kRounding * (du.SquareMagnitude() + dv.SquareMagnitude())) {
    gp_Pnt beside;
    surface.D1(Inwards(u, surface.FirstUParameter(), surface.LastUParameter()),
               Inwards(v, surface.FirstVParameter(), surface.LastVParameter()), beside, du, dv);
  }
  s.normal = du.Crossed(dv);
  const double size = s.normal.Magnitude();
  s.normal = size > gp::Resolution() ? s.normal / size : gp_Vec(0, 0, 0);
  if (reversed) s.normal.Reverse();
  return s;
}

inline SurfacePoint EvaluateOutward(const TopoDS_Face& face, double u, double v) {
  return EvaluateOutward(BRepAdaptor_Surface(face, false), face.Orientation() == TopAbs_REVERSED, u, v);
}

}  // namespace ankerdraft

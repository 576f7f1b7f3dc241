#pragma once
#include <BRepAdaptor_Surface.hxx>
#include <TopoDS_Face.hxx>
#include <gp_Pnt.hxx>
#include <gp_Vec.hxx>

namespace ankerdraft {

struct SurfacePoint {
  gp_Pnt point;
  gp_Vec normal;  // unit and outward; zero where the surface has none (a cone's apex)
};

/// Point and outward normal of a face's surface at (u, v).
inline SurfacePoint EvaluateOutward(const BRepAdaptor_Surface& surface, bool reversed, double u, double v) {
  SurfacePoint s;
  gp_Vec du, dv;
  surface.D1(u, v, s.point, du, dv);
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

#pragma once
#include <BRepAdaptor_Surface.hxx>
#include <BRepTools.hxx>
#include <BRepTopAdaptor_FClass2d.hxx>
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

constexpr double kClassifyTolerance = 1e-6;

/// Some point strictly inside the face, found on ever finer grids; the middle of its bounds if all fail.
inline SurfacePoint InteriorPoint(const TopoDS_Face& face, const BRepTopAdaptor_FClass2d& classifier) {
  double u1, u2, v1, v2;
  BRepTools::UVBounds(face, u1, u2, v1, v2);
  for (int n = 2; n <= 64; n *= 2)
    for (int i = 1; i < n; i += 1)
      for (int j = 1; j < n; j += 1) {
        const double u = u1 + (u2 - u1) * i / n, v = v1 + (v2 - v1) * j / n;
        if (classifier.Perform(gp_Pnt2d(u, v)) == TopAbs_IN) return EvaluateOutward(face, u, v);
      }
  return EvaluateOutward(face, 0.5 * (u1 + u2), 0.5 * (v1 + v2));
}

}  // namespace ankerdraft

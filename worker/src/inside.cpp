#include "inside.h"

#include <BRepAdaptor_Surface.hxx>
#include <BRepTools.hxx>

namespace ankerdraft {

namespace {

// Of parameters, as the library's classifier takes it too.
constexpr double kMargin = 1e-6;
constexpr int kFinestGrid = 64;

}  // namespace

Inside::Inside(const TopoDS_Face& face) : face_(face) {
  if (BRepAdaptor_Surface(face, false).GetType() == GeomAbs_Plane) flat_.emplace(face);
  Domain domain;
  if (IsWhole(face, domain))
    whole_ = domain;
  else if (!flat_ || !flat_->IsOfLinesAndArcs())
    general_ = std::make_shared<BRepTopAdaptor_FClass2d>(face, kMargin);
}

bool Inside::Holds(const gp_Pnt2d& p) const {
  if (whole_)
    return p.X() > whole_->u0 + kMargin && p.X() < whole_->u1 - kMargin && p.Y() > whole_->v0 + kMargin &&
           p.Y() < whole_->v1 - kMargin;
  return general_ ? general_->Perform(p) == TopAbs_IN : flat_->Holds(p, kMargin);
}

SurfacePoint Inside::SomePoint() const {
  double u1, u2, v1, v2;
  BRepTools::UVBounds(face_, u1, u2, v1, v2);
  for (int n = 2; n <= kFinestGrid; n *= 2)
    for (int i = 1; i < n; i += 1)
      for (int j = 1; j < n; j += 1) {
        const double u = u1 + (u2 - u1) * i / n, v = v1 + (v2 - v1) * j / n;
        if (Holds(gp_Pnt2d(u, v))) return EvaluateOutward(face_, u, v);
      }
  return EvaluateOutward(face_, 0.5 * (u1 + u2), 0.5 * (v1 + v2));
}

}  // namespace ankerdraft

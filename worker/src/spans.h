#pragma once
#include <optional>
#include <vector>

#include <BRepAdaptor_Curve2d.hxx>
#include <BRepAdaptor_Surface.hxx>
#include <TopoDS_Face.hxx>
#include <math_Vector.hxx>

namespace ankerdraft {

/// Places and weights between -1 and 1, numbered from 1: exact for integrands up to degree 23, which is three times a
/// degree of 7, and the two derivatives.
struct GaussRule {
  static constexpr int kPoints = 12;
  GaussRule();
  math_Vector at, weight;
};

/// Where a curve is not smooth, from its first parameter to its last. The library calls splines of degree 5 and more
/// smooth throughout and tells no intervals of theirs, so that knots are taken as well.
std::vector<double> BreaksOf(const BRepAdaptor_Curve2d& curve);

/// A rectangle of a surface's parameters.
struct Domain {
  double u0, u1, v0, v1;
};

/// Where a surface is not smooth, in u and in v, within a domain.
struct Grid {
  std::vector<double> us, vs;
};

/// Nothing for kinds of surfaces that do not tell.
std::optional<Grid> BreaksOf(const BRepAdaptor_Surface& surface, const Domain& domain);

/// Whether the face is the whole of a rectangle of its surface's parameters; and in which it lies, in any case.
bool IsWhole(const TopoDS_Face& face, Domain& domain);

}  // namespace ankerdraft

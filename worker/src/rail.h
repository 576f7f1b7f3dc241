#pragma once
#include <vector>

#include <GeomAbs_CurveType.hxx>
#include <Geom_BSplineSurface.hxx>
#include <Geom_Curve.hxx>
#include <TopoDS_Edge.hxx>
#include <gp_Dir.hxx>
#include <gp_Pnt.hxx>
#include <gp_Vec.hxx>

namespace ankerdraft {

/// A plane curve over which a wall stands, with the side on which the wall looks out, and its offsets to that side. Goes
/// on beyond its ends as it comes.
class Rail {
 public:
  /// @param up across its plane
  /// @param outward roughly, at its middle
  Rail(const TopoDS_Edge& edge, const gp_Vec& shift, const gp_Dir& up, const gp_Vec& outward);

  GeomAbs_CurveType Kind() const { return kind_; }
  const Handle(Geom_Curve)& Curve() const { return curve_; }
  bool IsForward() const { return forward_; }
  /// Where it begins and ends, on a way that keeps the inside to its left.
  double Begin() const { return forward_ ? first_ : last_; }
  double End() const { return forward_ ? last_ : first_; }
  double Middle() const { return 0.5 * (first_ + last_); }
  const gp_Dir& Up() const { return up_; }

  /// The unit direction of its way, and outwards from it.
  gp_Vec Way(double t) const;
  gp_Vec Outward(double t) const { return Way(t).Crossed(gp_Vec(up_)); }
  /// The offset's point and its derivative.
  gp_Pnt At(double t, double offset) const;
  gp_Vec DerivativeAt(double t, double offset) const;
  /// Whether the offset runs the way of the curve everywhere between two parameters.
  bool IsOpenAt(double from, double to, double offset) const;

  /// The ruled surface between two offsets at two heights, from one parameter to another.
  ///
  /// @param length of its rulings
  /// @param within how far it may lie off, mm; refused if it cannot be had with a reasonable number of poles
  Handle(Geom_BSplineSurface) Ruled(double from, double to, double low, double high, double low_height,
                                    double high_height, double length, double within) const;

 private:
  std::vector<double> BreaksWithin(double from, double to) const;
  int TimesAt(double knot) const;

  Handle(Geom_Curve) curve_;
  GeomAbs_CurveType kind_;
  double first_, last_;
  gp_Dir up_;
  bool forward_ = true;
};

}  // namespace ankerdraft

#pragma once
#include <initializer_list>

#include <gp_XYZ.hxx>

namespace ankerdraft {

/// Of a triangle or an edge, along the axes.
struct Extent {
  double low[3], high[3];

  explicit Extent(std::initializer_list<gp_XYZ> points);

  /// Whether a box that reaches so much further than it meets no other.
  bool IsApart(const Extent& other, double reach = 0) const;
  void Add(const Extent& other);
  /// 0 to 2.
  int LongestSide() const;
  double Middle(int axis) const { return (low[axis] + high[axis]) / 2; }
};

/// Where a segment goes through or touches a triangle (Moeller and Trumbore, J. Graphics Tools 2(1), 1997); false if it
/// does not, or lies in its plane.
bool GoesThrough(const gp_XYZ& from, const gp_XYZ& to, const gp_XYZ& a, const gp_XYZ& b, const gp_XYZ& c, gp_XYZ& at);

}  // namespace ankerdraft

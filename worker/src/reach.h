#pragma once
#include <optional>
#include <variant>
#include <vector>

#include <TopoDS_Edge.hxx>
#include <TopoDS_Face.hxx>
#include <gp_Ax3.hxx>
#include <gp_XYZ.hxx>

namespace ankerdraft {

/// How far a face or an edge reaches in any direction, at most: that of something simple which holds it. Of what is
/// drawn by lines and circles about an axis (cylinders, cones, spheres, tori) it is the piece between the face's
/// parameters, else the corners of a plane's parameters or the poles of a spline.
class Reach {
 public:
  explicit Reach(const TopoDS_Face& face);
  explicit Reach(const TopoDS_Edge& edge);
  /// Of the hull of some points.
  explicit Reach(const std::vector<gp_XYZ>& points) : points_(points) {}

  /// Whether nothing simple is known that holds it.
  bool IsUnknown() const { return !turned_ && points_.empty(); }
  /// A place of what holds it as far in a direction as any.
  gp_XYZ Farthest(const gp_XYZ& direction) const;
  /// Within which its own borders lie, mm.
  double Tolerance() const { return tolerance_; }
  /// Whether it lies around an axis, and the other so near to that axis that they are farther apart than a gap, mm.
  bool IsAround(const Reach& other, double gap) const;

 private:
  // In a half plane through an axis, at (r, z).
  struct Line {
    double r0, z0, r1, z1;
  };
  struct Arc {
    double ring, tube;  // its middle at (ring, 0), and its radius
    double begin, end;
  };

  // A line or an arc, turned by a range of angles about the axis.
  struct Turned {
    gp_Ax3 frame;
    double from, to;
    std::variant<Line, Arc> profile;

    gp_XYZ Farthest(const gp_XYZ& direction) const;
    double LeastRadius(double low, double high) const;
  };

  void TakeTolerance(const TopoDS_Shape& shape);

  std::optional<Turned> turned_;
  std::vector<gp_XYZ> points_;
  double tolerance_ = 0;
};

/// Whether two faces or edges certainly lie farther apart than a gap, mm, beyond their tolerances. What is known of them
/// is held in hulls, between which a plane is looked for (Gilbert 1966, from memory), and around axes.
bool AreApart(const Reach& one, const Reach& other, double gap);

}  // namespace ankerdraft

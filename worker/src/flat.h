#pragma once
#include <vector>

#include <BRepAdaptor_Curve2d.hxx>
#include <TopoDS_Face.hxx>
#include <gp_Circ2d.hxx>
#include <gp_Pnt2d.hxx>

namespace ankerdraft {

/// A plane face by its edges, in the coordinates of its plane; which way it looks does not matter.
class FlatRegion {
 public:
  explicit FlatRegion(const TopoDS_Face& face);

  double Area() const { return area_; }
  /// Of the area; the origin if there is none.
  gp_Pnt2d Centroid() const;
  /// Whether the edges are lines and arcs of circles alone, so that it is known what lies within.
  bool IsOfLinesAndArcs() const { return plain_; }
  /// Whether a point lies within, farther than a margin from every edge. Only of lines and arcs.
  bool Holds(const gp_Pnt2d& point, double margin) const;

 private:
  struct Line {
    gp_XY from, to;
  };
  struct Arc {
    gp_XY centre;
    double radius, from, to;  // angles, the lesser first
  };

  void AddLine(const gp_Pnt2d& a, const gp_Pnt2d& b, double sign);
  void AddArc(const gp_Circ2d& circle, double first, double last, double sign);
  void AddBow(const BRepAdaptor_Curve2d& curve, double sign);

  double area_ = 0, mx_ = 0, my_ = 0;  // and the first moments
  bool plain_ = true;
  std::vector<Line> lines_;
  std::vector<Arc> arcs_;
};

}  // namespace ankerdraft

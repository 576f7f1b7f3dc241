#pragma once
#include <vector>

#include <TopoDS_Face.hxx>
#include <TopoDS_Wire.hxx>
#include <gp_Pln.hxx>

#include "interpolation.h"

namespace ankerdraft {

/// One curve of each of several contours, brought to one degree and the same knots.
struct SideCurves {
  SplineBasis basis;
  std::vector<WeightedPoints> poles;  // for each pole its place on each contour
};

/// Contours whose curves answer each other.
class Sections {
 public:
  /// Refused if their curves cannot be matched.
  explicit Sections(const std::vector<TopoDS_Wire>& contours);

  const std::vector<SideCurves>& Sides() const { return sides_; }
  /// Where each contour lies along the way through their middles.
  const std::vector<double>& Places() const { return places_; }
  const std::vector<gp_Pnt>& Middles() const { return middles_; }

 private:
  std::vector<SideCurves> sides_;
  std::vector<gp_Pnt> middles_;
  std::vector<double> places_;
};

/// The direction square to a plane that looks along a way.
gp_Vec NormalTowards(const gp_Pln& plane, const gp_Vec& way);

/// A side as the whole of a surface; refused if the library makes none of it.
TopoDS_Face SideOn(const Handle(Geom_BSplineSurface)& surface);

/// The sides of a smooth skin through contours, which leaves the plane of the first, of the last, or of both, square to it.
std::vector<TopoDS_Face> SquareSides(const std::vector<TopoDS_Wire>& contours, const std::vector<gp_Pln>& planes,
                                     bool at_start, bool at_end);

/// A line that a skin follows.
struct GuideLine {
  std::vector<gp_Pnt> points;  // close to each other
  std::vector<gp_Pnt> on;      // where it passes each contour
};

/// The sides of a smooth skin through contours that follows guides between them. Between two contours the section that a
/// smooth skin would have is brought onto the guides: shifted onto one, turned and scaled onto two, and stretched
/// as well onto more, as nearly as can be.
///
/// @param stations sections through which the skin is laid, more than five
std::vector<TopoDS_Face> GuidedSides(const std::vector<TopoDS_Wire>& contours, const std::vector<gp_Pln>& planes,
                                     const std::vector<GuideLine>& guides, int stations);

}  // namespace ankerdraft

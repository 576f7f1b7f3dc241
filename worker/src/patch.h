#pragma once
#include <optional>

#include <TopoDS_Face.hxx>
#include <TopoDS_Shape.hxx>
#include <gp_Dir.hxx>
#include <gp_Pnt.hxx>
#include <gp_XYZ.hxx>

namespace ankerdraft {

/// A volume and its first moment. The library's own sums keep a centre instead, which is lost where volumes cancel.
struct Bulk {
  double volume = 0;
  gp_XYZ moment;

  void Add(double v, const gp_XYZ& m) {
    volume += v;
    moment += m;
  }
  void Add(const Bulk& other) { Add(other.volume, other.moment); }
  gp_Pnt Centre() const { return volume == 0 ? gp_Pnt() : gp_Pnt(moment / volume); }
};

/// The volume of the cone from an apex over a part of a plane.
Bulk ConeOverPlane(double area, const gp_Pnt& centroid, const gp_Dir& outward, const gp_Pnt& apex);

/// The volume of the cone from an apex over a face: of a plane by its edges, over rectangles of a cylinder's or a cone's
/// parameters in closed form, of what else is drawn by circles by the library's plain integration, which is as good as
/// exact there. Free faces are integrated span by span of their surface with Gauss points, exactly for polynomials up to
/// degree 7: over the rectangle where lines of its own net bound it, else by their edges. The library's plain
/// integration is off by up to 8 % on lofted skins.
///
/// @return nothing for the few kinds of surfaces that do not tell their spans
std::optional<Bulk> ConeOver(const TopoDS_Face& face, const gp_Pnt& apex);

/// The volume of a closed shape and its centre, where ConeOver tells nothing of some face: that one is left to the
/// library's adaptive integration, to `error` of its share, which takes seconds on a skin of many spans.
Bulk VolumeByParts(const TopoDS_Shape& shape, double error);

}  // namespace ankerdraft

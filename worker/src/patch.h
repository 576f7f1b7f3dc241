#pragma once
#include <GProp_GProps.hxx>
#include <TopoDS_Face.hxx>
#include <TopoDS_Shape.hxx>
#include <gp_Pnt.hxx>

namespace ankerdraft {

/// The volume of the cone over a face of a plane, by its edges, or of a cylinder, cone, sphere or torus, by the library's
/// plain integration, which is as good as exact there.
GProp_GProps ConeOver(const TopoDS_Face& face, const gp_Pnt& apex);

/// The volume of a closed shape with freeform faces, and its centre.
///
/// Faces are integrated span by span of their surface with Gauss points, exactly for polynomials up to degree 7: over the
/// rectangle where lines of its own net bound it, else by their edges. The few kinds of surfaces that do not tell their spans
/// are left to the library's adaptive integration, to `error` of their share, which takes seconds on a skin of many spans.
/// The library's plain one is off by up to 8 % on lofted skins.
GProp_GProps VolumeOfFreeform(const TopoDS_Shape& shape, double error);

}  // namespace ankerdraft

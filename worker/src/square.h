#pragma once
#include <vector>

#include <TopoDS_Face.hxx>
#include <TopoDS_Wire.hxx>
#include <gp_Pln.hxx>

namespace ankerdraft {

/// The sides of a smooth skin through contours, which leaves the plane of the first, of the last, or of both, square to it.
std::vector<TopoDS_Face> SquareSides(const std::vector<TopoDS_Wire>& contours, const std::vector<gp_Pln>& planes,
                                     bool at_start, bool at_end);

}  // namespace ankerdraft

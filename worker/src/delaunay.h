#pragma once
#include <array>
#include <optional>
#include <utility>
#include <vector>

#include <gp_XY.hxx>

namespace ankerdraft {

/// Triangles between points of the plane, constrained to borders and else Delaunay's: no circle through the corners of
/// one holds a point that can be seen from within it.
/// @param points no two the same
/// @param borders each from a point to another; what is to be filled lies on the left
/// @return the corners of each, anticlockwise; nothing where borders cross, touch a point that is none of their ends, or do
/// not close
std::optional<std::vector<std::array<int, 3>>> Filling(const std::vector<gp_XY>& points,
                                                       const std::vector<std::pair<int, int>>& borders);

}  // namespace ankerdraft

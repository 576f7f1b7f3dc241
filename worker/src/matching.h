#pragma once
#include <vector>

#include <TopoDS_Wire.hxx>

namespace ankerdraft {

/// Whether the library can be asked to match the curves of contours: where their numbers differ it goes by angles about
/// a middle, and may break down over a contour that turns inwards.
bool IsMatchedByLibrary(const std::vector<TopoDS_Wire>& contours);

/// The contours with as many edges each, which answer each other in their order, parted where they must be.
///
/// The library does it where it can. Else corners that come after nearly the same share of the contours' lengths answer
/// each other; where one contour has a corner and another none, the other is parted after the same share between the
/// corners beside.
///
/// @param contours closed; the library wants them turned the same way
std::vector<TopoDS_Wire> Matched(const std::vector<TopoDS_Wire>& contours);

}  // namespace ankerdraft

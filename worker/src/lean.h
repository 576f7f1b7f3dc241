#pragma once
#include <optional>

#include <TopoDS_Shape.hxx>

#include "patchwork.h"
#include "shapes.h"

namespace ankerdraft {

struct Leaned {
  TopoDS_Shape shape;
  FaceHistory history;
};

/// Tilts all walls of a prism alike, those over free curves too, which the library's draft cannot.
///
/// A wall over a line becomes a plane, over an arc a cone, and over any other curve the ruled surface from the curve's
/// offset at the lower end to that at the upper one; where curves meet at a kink the walls are extended or cut back to
/// the curve along which they cross.
///
/// @return nothing where the shape is no prism along the pull, its walls are not tilted alike, or the library can do it
/// @throws Refused with the wall that would turn inside out or be used up
std::optional<Leaned> LeanWalls(const kernel::v1::Draft& in, const Numbered& numbered);

/// The skin of a prism or frustum over free curves, moved along its normals: what `LeanWalls` makes, further inwards or
/// outwards. The library's offset takes many seconds there, or fails at kinks.
///
/// @throws Refused where the body is none, its walls are not all moved alike, or one would turn inside out or be used up
Leaned OffsetOutline(const kernel::v1::Offset& in, const Numbered& numbered);

}  // namespace ankerdraft

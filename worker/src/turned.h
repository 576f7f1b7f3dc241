#pragma once
#include <optional>
#include <vector>

#include "lean.h"

namespace ankerdraft {

/// The skin of a body that is turned about one axis, a whole turn, with each face moved along its normals: its meridians
/// are moved in their plane, met again, and turned. So faces may come to a point on the axis, as those of pointed domes,
/// where the library's offset gives up. Planes, cylinders, cones, spheres and tori stay such; of a free meridian comes a
/// spline within 0.0001 mm of its true offset.
///
/// @param outwards how far each face is moved, mm
/// @return nothing where the body is not turned so
/// @throws Refused with the face that would turn inside out, be used up, or not meet its neighbour again
std::optional<Leaned> OffsetTurned(const TopoDS_Shape& shape, const Numbered& numbered, const std::vector<double>& outwards);

}  // namespace ankerdraft

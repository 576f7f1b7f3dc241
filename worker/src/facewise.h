#pragma once
#include <vector>

#include "lean.h"

namespace ankerdraft {

/// The skin of a body with each face moved along its normals by its own distance, where every face, edge and corner is kept:
/// faces that met at a kink are extended or cut back to where they meet again. Planes, cylinders, cones, spheres and tori
/// stay such; a free face of four sides, as lofts and sweeps have, becomes a spline through places of its true offset, as
/// many as it takes to lie within 0.0001 mm of it. The library's offset of such bodies takes a minute, or fails.
///
/// @throws Refused with the face that would turn inside out or be used up, or the corner that comes apart; as invalid input
/// where the body has other faces
Leaned OffsetFacewise(const kernel::v1::Offset& in, const TopoDS_Shape& shape, const Numbered& numbered);

/// The same of any body; one that is not closed yet, too: edges and corners that lie near to where the faces meet.
///
/// @param outwards by face, mm
/// @throws Refused as `OffsetFacewise`
Leaned MadeFacewise(const TopoDS_Shape& shape, const Numbered& numbered, const std::vector<double>& outwards);

}  // namespace ankerdraft

#pragma once
#include <TopoDS_Shape.hxx>

#include "net.h"

namespace ankerdraft {

/// Leaves triangles in the faces of a shape, and the points along them in its edges. Faces that have some are passed over.
void Discretize(const TopoDS_Shape& what, const MeshAccuracy& accuracy);

}  // namespace ankerdraft

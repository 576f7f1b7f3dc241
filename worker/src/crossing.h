#pragma once
#include <utility>
#include <vector>

#include "boundary.h"
#include "net.h"

namespace ankerdraft {

/// Pairs of faces, numbered from 1, whose triangles go through each other away from the corners that they share: of those
/// near a change, and one of which is new.
std::vector<std::pair<int, int>> CrossingFaces(const Net& net, const Boundary::Change& change);

}  // namespace ankerdraft

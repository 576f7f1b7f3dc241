#pragma once
#include <utility>
#include <vector>

#include "net.h"

namespace ankerdraft {

/// Pairs of faces, numbered from 1, whose triangles go through each other away from the corners that they share.
std::vector<std::pair<int, int>> CrossingFaces(const Net& net);

}  // namespace ankerdraft

#pragma once
#include <optional>
#include <vector>

#include "lean.h"

namespace ankerdraft {

/// Takes rounds and chamfers away: a face that runs smoothly into two that stay, or is a strip between two, becomes the edge
/// in which these meet, any other a corner. The faces that stay keep their surfaces, and every edge between them its way; they go on
/// or are cut back until they meet. The library's healing joins other pieces of the same surfaces where it finds them: the
/// sides of a hexagon to a star.
///
/// @return nothing where the faces are no such rounds, or the others do not meet without them
std::optional<Leaned> Sharpened(const TopoDS_Shape& shape, const Numbered& numbered, const std::vector<int>& rounds,
                                Memo& memo);

}  // namespace ankerdraft

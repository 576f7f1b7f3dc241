#pragma once
#include <optional>
#include <vector>

#include "lean.h"

namespace ankerdraft {

/// Takes away what stands on faces, or is sunk into them, within inner contours of these: the faces become whole there, on
/// whatever surface they lie.
///
/// @return nothing where the faces that go are not bounded by whole inner contours of faces that stay
std::optional<Leaned> Filled(const TopoDS_Shape& shape, const Numbered& numbered, const std::vector<int>& gone, Memo& memo);

}  // namespace ankerdraft

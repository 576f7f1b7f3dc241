#pragma once
#include <optional>
#include <utility>
#include <vector>

#include <TopoDS_Shape.hxx>

#include "layer.h"

namespace ankerdraft {

/// What of a tool lies within a layer.
struct Trimmed {
  TopoDS_Shape solid;
  std::vector<std::pair<TopoDS_Shape, TopoDS_Shape>> faces;  // of the tool, and of what is left of it
};

/// A tool of one profile right across a layer, cut off where it comes out: an opening through a plate is taken from it
/// like one that ends on its faces, and nothing is intersected.
///
/// @return nothing of tools of other forms, and of those that stay within the layer
std::optional<Trimmed> TrimmedTo(const Layer& layer, const TopoDS_Shape& tool);

}  // namespace ankerdraft

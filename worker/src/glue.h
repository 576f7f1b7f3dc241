#pragma once
#include <optional>
#include <utility>
#include <vector>

#include <TopoDS_Face.hxx>
#include <TopoDS_Shape.hxx>

#include "kernel.pb.h"
#include "layer.h"
#include "patchwork.h"

namespace ankerdraft {

/// A tool that only stands on plane faces of a body, or hangs in it below them, by plane faces of its own: nothing needs
/// to be intersected.
struct Standing {
  struct Foot {
    TopoDS_Face of_body, of_tool;
  };
  TopoDS_Shape tool;
  std::vector<Foot> feet;
  std::vector<std::pair<TopoDS_Shape, TopoDS_Shape>> from = {};  // faces of what was trimmed to the tool, and of the tool
};

/// How the tool stands on the layer of a body around it, or hangs in it if it is taken away; nothing where it goes through
/// a face, or where it touches one with more than its feet.
std::optional<Standing> StandingOn(const Layer& layer, const TopoDS_Shape& tool, kernel::v1::BooleanKind kind,
                                   Memo& memo);

/// Sets the skin of the tool but for its feet into the body's faces.
void Glue(const Standing& standing, kernel::v1::BooleanKind kind, Memo& memo, Patchwork& patchwork);

}  // namespace ankerdraft

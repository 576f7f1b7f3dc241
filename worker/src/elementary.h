#pragma once
#include <TopoDS_Shape.hxx>

namespace ankerdraft {

/// The same shape with turned circles as tori: a STEP file holds a torus without a hole as the surface that a circle sweeps,
/// which is as good as free to offsets, drafts and rounds. Null where there are none.
TopoDS_Shape WithTori(const TopoDS_Shape& shape);

}  // namespace ankerdraft

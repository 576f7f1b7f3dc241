#pragma once
#include <TopoDS_Shape.hxx>

namespace ankerdraft {

/// The same shape with turned circles as tori: the library writes a torus without a hole into a STEP file as a swept surface,
/// which is as good as free to offsets, drafts and rounds. Null where there are none.
TopoDS_Shape WithTori(const TopoDS_Shape& shape);

}  // namespace ankerdraft

#pragma once
#include <TopoDS_Shape.hxx>
#include <gp_Pln.hxx>

namespace ankerdraft {

/// Whether the part of a tool below a plane lies within a body, and nothing of the body's skin within the tool, as far
/// as coarse meshes of both tell. What is nearer to a skin than the meshes are may be told either way.
bool IsNested(const TopoDS_Shape& tool, const TopoDS_Shape& body, const gp_Pln& plane);

}  // namespace ankerdraft

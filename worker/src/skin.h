#pragma once
#include <vector>

#include <TopoDS_Shape.hxx>
#include <TopoDS_Shell.hxx>

namespace ankerdraft {

/// Shells of the faces that hang together by edges.
std::vector<TopoDS_Shell> ShellsOf(const std::vector<TopoDS_Shape>& faces);

}  // namespace ankerdraft

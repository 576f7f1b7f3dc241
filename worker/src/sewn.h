#pragma once
#include <vector>

#include <TopoDS_Face.hxx>
#include <TopoDS_Shape.hxx>

namespace ankerdraft {

/// The solid that faces enclose whose borders lie on each other, turned outwards. Refuses if they do not meet.
/// @param become what each of the faces became in it, in their order
TopoDS_Shape SewnSolid(const std::vector<TopoDS_Face>& faces, std::vector<TopoDS_Shape>& become);

/// The shell that faces make up whose borders lie on each other. Refuses if they are not one.
TopoDS_Shape SewnShell(const std::vector<TopoDS_Face>& faces, std::vector<TopoDS_Shape>& become);

}  // namespace ankerdraft

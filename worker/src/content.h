#pragma once
#include <cstdint>
#include <optional>
#include <string>

#include <TopoDS_Face.hxx>

namespace ankerdraft {

/// The same for faces of the same content, and cheap; others may share it.
uint64_t LikenessOf(const TopoDS_Face& face);

/// All that makes up a face, without its triangles: surface, edges, tolerances and place. Faces with the same bytes are
/// the same face made twice, edge by edge.
std::string ContentOf(const TopoDS_Face& face);

/// The same told of two faces on one and the same surface by what else they do not share; nothing if their surfaces are
/// two objects. Of a face with many contours an operation leaves most as they are.
std::optional<bool> HaveSameContentOnOneSurface(const TopoDS_Face& a, const TopoDS_Face& b);

}  // namespace ankerdraft

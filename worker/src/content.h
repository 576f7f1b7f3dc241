#pragma once
#include <cstdint>
#include <string>

#include <TopoDS_Face.hxx>

namespace ankerdraft {

/// The same for faces of the same content, and cheap; others may share it.
uint64_t LikenessOf(const TopoDS_Face& face);

/// All that makes up a face, without its triangles: surface, edges, tolerances and place. Faces with the same bytes are
/// the same face made twice, edge by edge.
std::string ContentOf(const TopoDS_Face& face);

}  // namespace ankerdraft

#pragma once
#include <string>
#include <vector>

#include <TopTools_IndexedMapOfShape.hxx>
#include <TopTools_ListOfShape.hxx>
#include <TopoDS_Edge.hxx>
#include <TopoDS_Shape.hxx>
#include <TopoDS_Wire.hxx>
#include <gp_Pln.hxx>

#include "kernel.pb.h"

namespace ankerdraft {

/// An edge made of a curve of a profile, with the curve's tag.
struct TaggedEdge {
  int tag;
  TopoDS_Edge edge;
};

[[noreturn]] void RefuseAt(const std::string& message, const gp_Pnt& place);

/// The edges of a contour, which share their ends; of a chain unless it is closed.
std::vector<TaggedEdge> EdgesOf(const kernel::v1::Wire& wire, bool closed = true);

TopoDS_Wire WireOf(const std::vector<TaggedEdge>& edges);

/// The wire turned so that it bounds a finite face on the plane.
TopoDS_Wire Turned(const TopoDS_Wire& wire, const gp_Pln& plane);

/// Tells that faces come from a curve or an end of the profile.
void AddCurveOrigins(const TopTools_ListOfShape& raised, kernel::v1::OriginKind kind, int tag,
                     const TopTools_IndexedMapOfShape& faces, kernel::v1::ShapeReply* out);

/// The same of one face; of none, if the library made none.
void AddCurveOrigin(const TopoDS_Shape& face, kernel::v1::OriginKind kind, int tag,
                    const TopTools_IndexedMapOfShape& faces, kernel::v1::ShapeReply* out);

/// Reverses a solid that is inside out.
void TurnOutwards(TopoDS_Shape& solid);

/// mm3; negative of a solid that is inside out.
double VolumeOf(const TopoDS_Shape& shape);

/// The same solid with its faces turned instead of the whole or its shells: the library's rounds come out wrong on solids
/// that are turned as a whole.
TopoDS_Shape Forward(const TopoDS_Shape& solid);

}  // namespace ankerdraft

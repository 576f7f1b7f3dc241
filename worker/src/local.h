#pragma once
#include <optional>
#include <vector>

#include <TopTools_ListOfShape.hxx>
#include <TopoDS_Shape.hxx>

#include "kernel.pb.h"
#include "memo.h"
#include "patchwork.h"

namespace ankerdraft {

struct LocalCombination {
  TopoDS_Shape result;
  FaceHistory history;           // of the target's faces and of the tools'
  std::vector<double> overlaps;  // what each tool has in common with the target, mm3, where it was asked for
};

/// Unites tools with a target, or takes them from it, without touching more of the target than the plane faces that
/// they go through.
///
/// It can be done where no edge of the target comes near any tool, so that the target is a layer there, bounded by a
/// plane or by two parallel ones: the operation is done on a block of that layer, and what it makes of the block's skin
/// is set into the faces. A boss on a plate of a thousand faces then costs what it costs on a block; one that just stands
/// on a face is glued to it, and nothing is intersected.
///
/// @return nothing where the whole bodies must be combined: near edges or curved faces, where faces of the target would
/// be merged, where the tools' surroundings meet, or where the result comes apart
std::optional<LocalCombination> CombineLocally(const kernel::v1::BooleanOp& in, const TopoDS_Shape& target,
                                               const TopTools_ListOfShape& tools, Memo& memo);

/// Takes a tool from a target that it lies within, but for what comes out of one plane face: its skin is set into that
/// face. No other face of the target is intersected.
///
/// @return nothing where the whole bodies must be combined: where the face is no plane, or the tool does not lie so, or
/// the result comes apart
std::optional<LocalCombination> CombineThrough(const kernel::v1::BooleanOp& in, const TopoDS_Shape& target,
                                               const TopTools_ListOfShape& tools, Memo& memo);

}  // namespace ankerdraft

#pragma once
#include <memory>
#include <vector>

#include <BOPAlgo_PaveFiller.hxx>
#include <BRepAlgoAPI_BooleanOperation.hxx>
#include <TopTools_ListOfShape.hxx>
#include <TopoDS_Shape.hxx>

#include "kernel.pb.h"

namespace ankerdraft {

/// A boolean operation of the library, with what it intersected, from which further ones can be made. Both arguments
/// stay as they are.
class LibraryBoolean {
 public:
  /// Refused if the library finds no result.
  LibraryBoolean(kernel::v1::BooleanKind kind, const TopoDS_Shape& target, const TopTools_ListOfShape& tools, bool unify);

  BRepAlgoAPI_BooleanOperation& Operation() { return *operation_; }
  /// What the target and the tools have in common.
  TopoDS_Shape Common() const;

 private:
  TopoDS_Shape target_;
  TopTools_ListOfShape tools_;
  BOPAlgo_PaveFiller filler_;
  std::unique_ptr<BRepAlgoAPI_BooleanOperation> operation_;
};

/// The volume that each tool has in common with the target, mm3. Tools lie apart, so a common part belongs to the tool in
/// whose box its middle lies.
std::vector<double> OverlapsOf(const LibraryBoolean& done, const TopTools_ListOfShape& tools);

TopTools_ListOfShape ListOf(const TopoDS_Shape& one);

}  // namespace ankerdraft

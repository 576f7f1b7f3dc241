#pragma once
#include <memory>
#include <vector>

#include <BRepAlgoAPI_BooleanOperation.hxx>
#include <TopTools_ListOfShape.hxx>
#include <TopoDS_Shape.hxx>

#include "filler.h"
#include "kernel.pb.h"

namespace ankerdraft {

/// A boolean operation of the library, with what it intersected. Both arguments stay as they are.
class LibraryBoolean {
 public:
  /// Refused if the library finds no result.
  LibraryBoolean(kernel::v1::BooleanKind kind, const TopoDS_Shape& target, const TopTools_ListOfShape& tools, bool unify);

  BRepAlgoAPI_BooleanOperation& Operation() { return *operation_; }
  /// The volume that each tool has in common with the target, mm3.
  std::vector<double> Overlaps() const;

 private:
  std::vector<TopoDS_Shape> PiecesOf(const TopoDS_Shape& solids) const;

  TopoDS_Shape target_;
  TopTools_ListOfShape tools_;
  Filler filler_;
  std::unique_ptr<BRepAlgoAPI_BooleanOperation> operation_;
};

TopTools_ListOfShape ListOf(const TopoDS_Shape& one);

}  // namespace ankerdraft

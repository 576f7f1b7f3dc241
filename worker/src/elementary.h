#pragma once
#include <BRepTools_Modifier.hxx>
#include <TopTools_IndexedMapOfShape.hxx>
#include <TopoDS_Shape.hxx>

namespace ankerdraft {

/// A shape with turned circles as tori, which the library in places makes, or writes into STEP files, as swept surfaces:
/// these are as good as free to offsets, drafts and rounds.
class Tori {
 public:
  /// @param shape kept as it is where nothing of it is such a surface, or where it would not stay sound and as large as it is
  explicit Tori(const TopoDS_Shape& shape);

  const TopoDS_Shape& Shape() const { return shape_; }

  /// The faces that the shape had before, each with the number that it has now.
  TopTools_IndexedMapOfShape FormerFaces();

 private:
  TopoDS_Shape former_, shape_;
  BRepTools_Modifier modifier_;
};

}  // namespace ankerdraft

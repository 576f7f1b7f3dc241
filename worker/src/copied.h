#pragma once
#include <TopoDS_Shape.hxx>

#include "shapes.h"

namespace ankerdraft {

/// A copy of a shape, for operations that change what they are given.
class Copied {
 public:
  explicit Copied(const TopoDS_Shape& original);

  const TopoDS_Shape& Shape() const { return copy_; }

  /// Of what an operation on the copy left as it was, the result knows what is known of the original. To be called before
  /// the result is described.
  void PassOn(const TopoDS_Shape& result, Memo& memo) const;

 private:
  TopoDS_Shape original_, copy_;
};

}  // namespace ankerdraft

#pragma once
#include <memory>
#include <optional>

#include <BRepTopAdaptor_FClass2d.hxx>
#include <TopoDS_Face.hxx>
#include <gp_Pnt2d.hxx>

#include "flat.h"
#include "spans.h"
#include "surface.h"

namespace ankerdraft {

/// Tells what lies strictly within a face. Rectangles of a surface's parameters, and plane faces of lines and arcs, are
/// told by their edges; the library's classifier takes longer to make than all else that is asked of most faces.
class Inside {
 public:
  explicit Inside(const TopoDS_Face& face);

  bool Holds(const gp_Pnt2d& point) const;
  /// Some point strictly inside, found on ever finer grids; the middle of the face's bounds if all fail.
  SurfacePoint SomePoint() const;
  /// The face's edges, if it is plane.
  const FlatRegion* Flat() const { return flat_ ? &*flat_ : nullptr; }
  /// Null if the face is not the whole of a rectangle of its surface's parameters.
  const Domain* Whole() const { return whole_ ? &*whole_ : nullptr; }

 private:
  TopoDS_Face face_;
  std::optional<Domain> whole_;
  std::optional<FlatRegion> flat_;
  std::shared_ptr<BRepTopAdaptor_FClass2d> general_;
};

}  // namespace ankerdraft

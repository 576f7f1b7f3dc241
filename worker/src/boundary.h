#pragma once
#include <memory>
#include <optional>
#include <vector>

#include <Poly_Triangulation.hxx>
#include <TopLoc_Location.hxx>
#include <gp_Pln.hxx>

#include "net.h"
#include "triangles.h"

namespace ankerdraft {

/// The faces of a meshed body. Those of the same content have the same triangles, whichever body they bound (memo.h).
class Boundary {
 public:
  Boundary() = default;
  /// @param before another body, of which most faces may be the same
  Boundary(const Numbered& numbered, const Net& net, const MeshAccuracy& accuracy, const Boundary& before);

  /// What differs from another body, for each face from 0.
  struct Change {
    std::vector<bool> is_new;   // the other has it not
    std::vector<bool> is_near;  // new, or within reach of where they differ
  };

  /// New faces in the plane of such as are gone differ from these where their borders do: a plate with a hundred holes, one
  /// of which was moved, at that hole.
  Change ChangeSince(const Boundary& before) const;

 private:
  struct Border {
    Float3 from, to;
    bool operator<(const Border& other) const { return from != other.from ? from < other.from : to < other.to; }
  };

  struct OfFace {
    Handle(Poly_Triangulation) triangles;
    TopLoc_Location at;
    std::optional<Extent> extent;  // none without triangles
    std::optional<gp_Pln> plane;   // looking outward
    std::vector<Border> borders;   // of faces in a plane, with the face on their left
  };
  using Faces = std::vector<std::shared_ptr<const OfFace>>;

  static OfFace Of(int number, const Numbered& numbered, const Net& net);
  static Faces TakeCoplanar(const OfFace& with, Faces& from);
  static std::optional<Extent> WhereBordersDiffer(const Faces& some, const Faces& others);
  static std::vector<Extent> PlacesOfChange(Faces come, Faces gone);

  Faces faces_;
  MeshAccuracy accuracy_ = {0, 0};
};

}  // namespace ankerdraft

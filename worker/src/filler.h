#pragma once
#include <BOPAlgo_PaveFiller.hxx>

namespace ankerdraft {

/// Intersects bodies for boolean operations as the library does, save faces that certainly lie apart although their
/// boxes meet. Free of an axis in common, two of its cones or tori take the library milliseconds to find that they do
/// not meet: of a moulded part with rounded corners more than all pairs that do.
class Filler : public BOPAlgo_PaveFiller {
 protected:
  void Init(const Message_ProgressRange& range) override;
};

}  // namespace ankerdraft

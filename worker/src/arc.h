#pragma once
#include <cmath>

namespace ankerdraft {

/// Integrals of products of sines and cosines over an arc between two angles.
struct ArcIntegrals {
  double one, cos, sin, cos_cos, cos_sin, sin_sin;

  ArcIntegrals(double from, double to)
      : one(to - from),
        cos(std::sin(to) - std::sin(from)),
        sin(std::cos(from) - std::cos(to)),
        cos_cos(one / 2 + (std::sin(2 * to) - std::sin(2 * from)) / 4),
        cos_sin((std::sin(to) * std::sin(to) - std::sin(from) * std::sin(from)) / 2),
        sin_sin(one - cos_cos) {}
};

}  // namespace ankerdraft

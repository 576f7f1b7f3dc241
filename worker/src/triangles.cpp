#include "triangles.h"

#include <algorithm>

namespace ankerdraft {

Extent::Extent(std::initializer_list<gp_XYZ> points) {
  for (int k = 0; k < 3; ++k) {
    low[k] = high[k] = points.begin()->Coord(k + 1);
    for (const gp_XYZ& p : points) {
      low[k] = std::min(low[k], p.Coord(k + 1));
      high[k] = std::max(high[k], p.Coord(k + 1));
    }
  }
}

bool Extent::IsApart(const Extent& other, double reach) const {
  for (int k = 0; k < 3; ++k)
    if (low[k] - reach > other.high[k] || other.low[k] - reach > high[k]) return true;
  return false;
}

void Extent::Add(const Extent& other) {
  for (int k = 0; k < 3; ++k) {
    low[k] = std::min(low[k], other.low[k]);
    high[k] = std::max(high[k], other.high[k]);
  }
}

int Extent::LongestSide() const {
  const auto length = [this](int k) { return high[k] - low[k]; };
  const int longer = length(1) > length(0) ? 1 : 0;
  return length(2) > length(longer) ? 2 : longer;
}

bool GoesThrough(const gp_XYZ& from, const gp_XYZ& to, const gp_XYZ& a, const gp_XYZ& b, const gp_XYZ& c, gp_XYZ& at) {
  const gp_XYZ way = to - from, ab = b - a, ac = c - a, p = way.Crossed(ac);
  const double det = ab.Dot(p);
  if (det == 0) return false;
  const gp_XYZ t = from - a, q = t.Crossed(ab);
  const double u = t.Dot(p) / det, v = way.Dot(q) / det, along = ac.Dot(q) / det;
  at = from + way * along;
  return u >= 0 && v >= 0 && u + v <= 1 && along >= 0 && along <= 1;
}

}  // namespace ankerdraft

// Points are put in one by one, near to each other in turn, and edges flipped until no circle holds a point (Lawson, C. L.:
// Software for C1 surface interpolation, in Mathematical Software III, 1977). Then the borders are put in by flips of what
// they cross (Sloan, S. W.: A fast algorithm for generating constrained Delaunay triangulations, Computers & Structures
// 47 (1993), 441-450; both from memory), and what lies on their left is taken.
#include "delaunay.h"

#include <algorithm>
#include <cmath>
#include <deque>
#include <numeric>

namespace ankerdraft {

namespace {

constexpr int kNone = -1;

// Twice the area of a triangle: exact in its sign but for numbers that differ by more than thirty orders of magnitude.
double Turn(const gp_XY& a, const gp_XY& b, const gp_XY& c) {
  constexpr double kSure = 4e-16;
  const double left = (b.X() - a.X()) * (c.Y() - a.Y()), right = (b.Y() - a.Y()) * (c.X() - a.X());
  const double turn = left - right;
  if (std::abs(turn) > kSure * (std::abs(left) + std::abs(right))) return turn;
  using Wide = __float128;
  const Wide exact = (Wide(b.X()) - a.X()) * (Wide(c.Y()) - a.Y()) - (Wide(b.Y()) - a.Y()) * (Wide(c.X()) - a.X());
  return exact > 0 ? 1 : exact < 0 ? -1 : 0;
}

// Whether a circle holds a point for sure. The points of a hole lie on one circle: which of them are joined is all the same.
bool Holds(const gp_XY& a, const gp_XY& b, const gp_XY& c, const gp_XY& p) {
  constexpr double kSure = 2e-15;
  const gp_XY pa = a - p, pb = b - p, pc = c - p;
  double value = 0, size = 0;
  const auto add = [&](const gp_XY& square_of, const gp_XY& one, const gp_XY& other) {
    const double square = square_of.SquareModulus(), left = one.X() * other.Y(), right = one.Y() * other.X();
    value += square * (left - right);
    size += square * (std::abs(left) + std::abs(right));
  };
  add(pa, pb, pc);
  add(pb, pc, pa);
  add(pc, pa, pb);
  return value > kSure * size;
}

int Next(int k) { return k == 2 ? 0 : k + 1; }
int Before(int k) { return k == 0 ? 2 : k - 1; }

struct Triangle {
  std::array<int, 3> corners;
  std::array<int, 3> beyond;           // the triangle across the edge that lies opposite to each corner
  std::array<bool, 3> is_border = {};  // whether that edge is one

  int PlaceOf(int corner) const {
    return corners[0] == corner ? 0 : corners[1] == corner ? 1 : corners[2] == corner ? 2 : kNone;
  }
};

// Triangles over all points, within one about them all that is much larger.
class Cover {
 public:
  explicit Cover(const std::vector<gp_XY>& points) : points_(points), count_(static_cast<int>(points.size())) {
    gp_XY low(HUGE_VAL, HUGE_VAL), high = low * -1;
    for (const gp_XY& p : points)
      for (int k = 1; k <= 2; ++k) {
        low.SetCoord(k, std::min(low.Coord(k), p.Coord(k)));
        high.SetCoord(k, std::max(high.Coord(k), p.Coord(k)));
      }
    constexpr double kFar = 1e3;
    const gp_XY middle = (low + high) / 2;
    const double far = kFar * std::max((high - low).Modulus(), gp::Resolution());
    for (const gp_XY& way : {gp_XY(-1.5, -1), gp_XY(1.5, -1), gp_XY(0, 2)}) points_.push_back(middle + way * far);
    around_.assign(points_.size(), 0);
    triangles_.push_back({{count_, count_ + 1, count_ + 2}, {kNone, kNone, kNone}});
    low_ = low;
    extent_ = high - low;
  }

  bool PutIn() {
    int near = 0;
    for (const int p : InTurn()) {
      near = Find(p, near);
      if (near == kNone) return false;
      Split(near, p);
    }
    return true;
  }

  // False if it crosses another border, or goes through a point.
  bool PutIn(int from, int to) {
    std::deque<std::pair<int, int>> crossed;
    if (!FindCrossed(from, to, crossed)) return false;
    std::vector<std::pair<int, int>> made;
    size_t tries = 0;
    while (!crossed.empty()) {
      constexpr size_t kMostTries = 100000;
      if (++tries > kMostTries) return false;
      const auto [a, b] = crossed.front();
      crossed.pop_front();
      int t, k;
      if (!FindEdge(a, b, t, k)) return false;
      const auto [c, d] = Across(t, k);
      if (!IsConvex(t, k)) {
        crossed.push_back({a, b});
        continue;
      }
      Flip(t, k);
      const bool crosses = c != from && c != to && d != from && d != to && AreApart(c, d, from, to);
      if (crosses)
        crossed.push_back({c, d});
      else
        made.push_back({c, d});
    }
    Settle(made, from, to);
    return Mark(from, to);
  }

  // What lies on the left of the borders; nothing if that is not told by them.
  std::optional<std::vector<std::array<int, 3>>> Inside(const std::vector<std::pair<int, int>>& borders) const {
    std::vector<bool> is_inside(triangles_.size());
    std::vector<int> open;
    const auto take = [&](int t) {
      if (is_inside[t]) return;
      is_inside[t] = true;
      open.push_back(t);
    };
    for (const auto& [from, to] : borders) {
      int t, k;
      if (!FindEdge(from, to, t, k)) return std::nullopt;
      take(t);
    }
    std::vector<std::array<int, 3>> found;
    while (!open.empty()) {
      const Triangle& in = triangles_[open.back()];
      open.pop_back();
      const auto& [a, b, c] = in.corners;
      if (std::max({a, b, c}) >= count_ || !(Turn(points_[a], points_[b], points_[c]) > 0)) return std::nullopt;
      found.push_back(in.corners);
      for (int k = 0; k < 3; ++k)
        if (!in.is_border[k]) take(in.beyond[k]);
    }
    for (const auto& [from, to] : borders) {
      int t, k;
      if (!FindEdge(from, to, t, k) || is_inside[triangles_[t].beyond[k]]) return std::nullopt;
    }
    return found;
  }

 private:
  // Row by row of a grid, there and back.
  std::vector<int> InTurn() const {
    const int rows = std::max(1, static_cast<int>(std::sqrt(count_ / 2.0)));
    const auto row = [&](int p) {
      const double share = extent_.Y() > 0 ? (points_[p].Y() - low_.Y()) / extent_.Y() : 0;
      return std::min(rows - 1, static_cast<int>(share * rows));
    };
    std::vector<std::pair<int, double>> keys;
    for (int p = 0; p < count_; ++p) {
      const int r = row(p);
      keys.push_back({r, r % 2 == 0 ? points_[p].X() : -points_[p].X()});
    }
    std::vector<int> order(count_);
    std::iota(order.begin(), order.end(), 0);
    std::sort(order.begin(), order.end(), [&](int a, int b) { return keys[a] < keys[b]; });
    return order;
  }

  // The triangle in which a point lies, or at the edge of which, by a walk from another.
  int Find(int p, int from) const {
    int t = from;
    for (size_t steps = 0; steps <= 4 * triangles_.size(); ++steps) {
      int out = kNone;
      for (int k = 0; k < 3 && out == kNone; ++k) {
        const gp_XY &a = points_[triangles_[t].corners[Next(k)]], &b = points_[triangles_[t].corners[Before(k)]];
        if (Turn(a, b, points_[p]) < 0) out = k;
      }
      if (out == kNone) return t;
      t = triangles_[t].beyond[out];
      if (t == kNone) return kNone;
    }
    return kNone;
  }

  void Set(int t, const Triangle& is) {
    triangles_[t] = is;
    for (const int corner : is.corners) around_[corner] = t;
  }

  void Redirect(int t, int from, int to) {
    if (t == kNone) return;
    for (int& beyond : triangles_[t].beyond)
      if (beyond == from) {
        beyond = to;
        return;
      }
  }

  // Into three. Where the point lies on an edge, one is flat until that edge is flipped.
  void Split(int t, int p) {
    const Triangle old = triangles_[t];
    const auto& [a, b, c] = old.corners;
    const int second = static_cast<int>(triangles_.size()), third = second + 1;
    triangles_.resize(triangles_.size() + 2);
    Set(t, {{p, a, b}, {old.beyond[2], second, third}});
    Set(second, {{p, b, c}, {old.beyond[0], third, t}});
    Set(third, {{p, c, a}, {old.beyond[1], t, second}});
    Redirect(old.beyond[0], t, second);
    Redirect(old.beyond[1], t, third);
    std::vector<int> open = {t, second, third};
    while (!open.empty()) {
      const int at = open.back();
      open.pop_back();
      const int k = triangles_[at].PlaceOf(p), beyond = triangles_[at].beyond[k];
      if (beyond == kNone || !IsBetterFlipped(at, k)) continue;
      Flip(at, k);
      open.push_back(at);
      open.push_back(beyond);
    }
  }

  // The corners that lie opposite to an edge on both sides.
  std::pair<int, int> Across(int t, int k) const {
    const Triangle& other = triangles_[triangles_[t].beyond[k]];
    return {triangles_[t].corners[k], other.corners[PlaceBack(t, k)]};
  }

  // The edge's place in the triangle beyond it.
  int PlaceBack(int t, int k) const {
    const Triangle& other = triangles_[triangles_[t].beyond[k]];
    return Next(other.PlaceOf(triangles_[t].corners[Next(k)]));
  }

  bool IsBetterFlipped(int t, int k) const {
    const auto& [a, b, c] = triangles_[t].corners;
    const bool is_flat = Turn(points_[a], points_[b], points_[c]) == 0;
    return is_flat ? IsConvex(t, k) : Holds(points_[a], points_[b], points_[c], points_[Across(t, k).second]);
  }

  bool IsConvex(int t, int k) const {
    const auto [own, far] = Across(t, k);
    const gp_XY &a = points_[triangles_[t].corners[Next(k)]], &b = points_[triangles_[t].corners[Before(k)]];
    return Turn(points_[own], a, points_[far]) > 0 && Turn(points_[far], b, points_[own]) > 0;
  }

  bool AreApart(int c, int d, int from, int to) const {
    return (Turn(points_[from], points_[to], points_[c]) < 0) != (Turn(points_[from], points_[to], points_[d]) < 0);
  }

  // Of two triangles p, a, b and q, b, a makes p, a, q and p, q, b.
  void Flip(int t, int k) {
    const int u = triangles_[t].beyond[k], l = PlaceBack(t, k);
    const Triangle one = triangles_[t], other = triangles_[u];
    const int p = one.corners[k], a = one.corners[Next(k)], b = one.corners[Before(k)], q = other.corners[l];
    // In the other triangle b comes after q, then a.
    const int beyond_ap = one.beyond[Before(k)], beyond_bp = one.beyond[Next(k)];
    const int beyond_aq = other.beyond[Next(l)], beyond_bq = other.beyond[Before(l)];
    Triangle first = {{p, a, q}, {beyond_aq, u, beyond_ap}};
    Triangle second = {{p, q, b}, {beyond_bq, beyond_bp, t}};
    first.is_border = {other.is_border[Next(l)], false, one.is_border[Before(k)]};
    second.is_border = {other.is_border[Before(l)], one.is_border[Next(k)], false};
    Set(t, first);
    Set(u, second);
    Redirect(beyond_aq, u, t);
    Redirect(beyond_bp, t, u);
  }

  // Calls with each triangle around a corner and the corner's place in it, until one is what is sought.
  template <class Seek>
  bool Around(int corner, const Seek& seek) const {
    const int first = around_[corner];
    int t = first;
    do {
      const int k = triangles_[t].PlaceOf(corner);
      if (k == kNone) return false;
      if (seek(t, k)) return true;
      t = triangles_[t].beyond[Next(k)];
    } while (t != kNone && t != first);
    return false;
  }

  // The triangle on the left of an edge, and the place in it of the corner opposite.
  bool FindEdge(int from, int to, int& t, int& k) const {
    return Around(from, [&](int at, int place) {
      if (triangles_[at].corners[Next(place)] != to) return false;
      t = at;
      k = Before(place);
      return true;
    });
  }

  bool FindCrossed(int from, int to, std::deque<std::pair<int, int>>& crossed) const {
    int t, k;
    if (FindEdge(from, to, t, k)) return true;
    const bool is_found = Around(from, [&](int at, int place) {
      const int a = triangles_[at].corners[Next(place)], b = triangles_[at].corners[Before(place)];
      if (!(Turn(points_[from], points_[to], points_[a]) < 0 && Turn(points_[from], points_[to], points_[b]) > 0))
        return false;
      t = at;
      k = place;
      return true;
    });
    if (!is_found) return false;
    while (true) {
      const Triangle& at = triangles_[t];
      if (at.is_border[k] || at.beyond[k] == kNone) return false;
      const int right = at.corners[Next(k)], left = at.corners[Before(k)];
      crossed.push_back({right, left});
      const int l = PlaceBack(t, k), far = triangles_[at.beyond[k]].corners[l];
      if (far == to) return true;
      const double side = Turn(points_[from], points_[to], points_[far]);
      if (side == 0) return false;
      t = at.beyond[k];
      // On goes the edge that the border leaves by: opposite to the corner on its other side.
      k = triangles_[t].PlaceOf(side > 0 ? left : right);
    }
  }

  // Flips what came of a border until it is Delaunay's again.
  void Settle(const std::vector<std::pair<int, int>>& made, int from, int to) {
    std::vector<std::pair<int, int>> edges = made;
    for (bool any = true; any;) {
      any = false;
      for (auto& [a, b] : edges) {
        int t, k;
        if ((a == from && b == to) || (a == to && b == from) || !FindEdge(a, b, t, k)) continue;
        if (triangles_[t].is_border[k] || !IsBetterFlipped(t, k) || !IsConvex(t, k)) continue;
        const auto [c, d] = Across(t, k);
        Flip(t, k);
        a = c;
        b = d;
        any = true;
      }
    }
  }

  bool Mark(int from, int to) {
    int t, k;
    if (!FindEdge(from, to, t, k) || triangles_[t].beyond[k] == kNone) return false;
    const int back = PlaceBack(t, k);
    triangles_[t].is_border[k] = true;
    triangles_[triangles_[t].beyond[k]].is_border[back] = true;
    return true;
  }

  std::vector<gp_XY> points_;
  int count_;
  gp_XY low_, extent_;
  std::vector<Triangle> triangles_;
  std::vector<int> around_;  // a triangle at each point
};

}  // namespace

std::optional<std::vector<std::array<int, 3>>> Filling(const std::vector<gp_XY>& points,
                                                       const std::vector<std::pair<int, int>>& borders) {
  if (points.size() < 3 || borders.size() < 3) return std::nullopt;
  Cover cover(points);
  if (!cover.PutIn()) return std::nullopt;
  for (const auto& [from, to] : borders)
    if (!cover.PutIn(from, to)) return std::nullopt;
  return cover.Inside(borders);
}

}  // namespace ankerdraft

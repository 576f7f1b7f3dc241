// Divides triangles into a tree of boxes by the surface-area heuristic over 16 bins (MacDonald and Booth, 1990, from
// memory): a division is good if few triangles lie in large boxes. Then the levels are drawn together, so that a node
// has eight children.
#include "layout.h"

#include <algorithm>
#include <cmath>
#include <cstdint>
#include <limits>
#include <vector>

namespace {

constexpr int kBins = 16;
// Fewer triangles than this need no more bins than these: the bins would cost more than they.
constexpr int kFew = 24;
constexpr int kBinsOfFew = 6;
// Deeper down triangles are divided by number alone.
constexpr int kDeep = 60;
constexpr float kFar = std::numeric_limits<float>::max();

struct Box {
  float low[3] = {kFar, kFar, kFar};
  float high[3] = {-kFar, -kFar, -kFar};

  void Grow(const Box& other) {
    for (int k = 0; k < 3; k++) {
      low[k] = std::min(low[k], other.low[k]);
      high[k] = std::max(high[k], other.high[k]);
    }
  }

  float HalfArea() const {
    float x = high[0] - low[0];
    float y = high[1] - low[1];
    float z = high[2] - low[2];
    return x * y + y * z + z * x;
  }

  float Middle(int axis) const { return (low[axis] + high[axis]) / 2; }
};

struct Item {
  Box box;
  int32_t triangle;
};

struct Branch {
  Box box;
  // The first of two children, next to each other; or of the items of a leaf.
  int32_t first;
  // How many items a leaf has; 0 for a branch.
  int32_t count;
};

// A bin for each triangle by where its middle lies along an axis.
struct Bins {
  int axis;
  int count;
  float least;
  float scale;

  int Of(const Item& item) const {
    // No number, or none that int can hold, where the extent is next to nothing.
    float k = (item.box.Middle(axis) - least) * scale;
    return k >= count ? count - 1 : k > 0 ? static_cast<int>(k) : 0;
  }
};

class Divided {
 public:
  std::vector<Item> items;
  std::vector<Branch> branches;

  Divided(const float* positions, const int32_t* triangles, int32_t count) : items(count) {
    for (int32_t t = 0; t < count; t++) {
      items[t].triangle = t;
      for (int corner = 0; corner < 3; corner++) {
        const float* p = positions + 3 * static_cast<int64_t>(triangles[3 * t + corner]);
        for (int k = 0; k < 3; k++) {
          items[t].box.low[k] = std::min(items[t].box.low[k], p[k]);
          items[t].box.high[k] = std::max(items[t].box.high[k], p[k]);
        }
      }
    }
    branches.emplace_back();
    Divide(0, 0, count, 0);
  }

 private:
  void Divide(int32_t branch, int32_t from, int32_t to, int depth) {
    Box box;
    Box middles;
    for (int32_t i = from; i < to; i++) {
      const Box& own = items[i].box;
      box.Grow(own);
      for (int k = 0; k < 3; k++) {
        middles.low[k] = std::min(middles.low[k], own.Middle(k));
        middles.high[k] = std::max(middles.high[k], own.Middle(k));
      }
    }
    if (to - from <= kLanes) {
      branches[branch] = {box, from, to - from};
      return;
    }
    int32_t middle = depth < kDeep ? Parted(from, to, middles) : (from + to) / 2;
    int32_t child = static_cast<int32_t>(branches.size());
    branches.resize(branches.size() + 2);
    branches[branch] = {box, child, 0};
    Divide(child, from, middle, depth + 1);
    Divide(child + 1, middle, to, depth + 1);
  }

  // Sorts items into two parts; the index of the second.
  int32_t Parted(int32_t from, int32_t to, const Box& middles) {
    Bins best{-1, 0, 0, 0};
    int last = 0;
    float least = kFar;
    for (int axis = 0; axis < 3; axis++) {
      float extent = middles.high[axis] - middles.low[axis];
      if (!(extent > 0)) continue;
      int count = to - from < kFew ? kBinsOfFew : kBins;
      Bins bins{axis, count, middles.low[axis], count / extent};
      float cost[kBins];
      Costs(from, to, bins, cost);
      for (int k = 0; k < count - 1; k++) {
        if (cost[k] < least) {
          least = cost[k];
          best = bins;
          last = k;
        }
      }
    }
    int32_t half = (from + to) / 2;
    if (best.axis < 0) return half;
    auto second = std::partition(items.begin() + from, items.begin() + to,
                                 [&](const Item& item) { return best.Of(item) <= last; });
    int32_t at = static_cast<int32_t>(second - items.begin());
    return at == from || at == to ? half : at;
  }

  // The cost of a division after each bin.
  void Costs(int32_t from, int32_t to, const Bins& bins, float* cost) const {
    int inside[kBins] = {};
    Box boxes[kBins];
    for (int32_t i = from; i < to; i++) {
      int k = bins.Of(items[i]);
      inside[k]++;
      boxes[k].Grow(items[i].box);
    }
    Box swept;
    int seen = 0;
    for (int k = 0; k < bins.count - 1; k++) {
      swept.Grow(boxes[k]);
      seen += inside[k];
      cost[k] = Cost(seen, swept);
    }
    swept = Box();
    seen = 0;
    for (int k = bins.count - 1; k > 0; k--) {
      swept.Grow(boxes[k]);
      seen += inside[k];
      cost[k - 1] += Cost(seen, swept);
    }
  }

  static float Cost(int seen, const Box& swept) { return seen == 0 ? kFar / 4 : seen * swept.HalfArea(); }
};

class Tree {
 public:
  std::vector<float> boxes;
  std::vector<int32_t> links;
  std::vector<float> leaves;

  Tree(const float* positions, const int32_t* triangles, const float* bulges, int32_t count)
      : positions_(positions), triangles_(triangles), bulges_(bulges), divided_(positions, triangles, count) {
    PutNode(0);
  }

 private:
  const float* positions_;
  const int32_t* triangles_;
  const float* bulges_;
  Divided divided_;

  const Branch& At(int32_t branch) const { return divided_.branches[branch]; }

  // Opens the largest boxes below a branch until there are eight; how many there are.
  int Gather(int32_t branch, int32_t* children) const {
    children[0] = branch;
    int count = 1;
    while (count < kLanes) {
      int largest = -1;
      for (int k = 0; k < count; k++) {
        if (At(children[k]).count == 0 &&
            (largest < 0 || At(children[k]).box.HalfArea() > At(children[largest]).box.HalfArea())) {
          largest = k;
        }
      }
      if (largest < 0) break;
      int32_t first = At(children[largest]).first;
      children[largest] = first;
      children[count++] = first + 1;
    }
    return count;
  }

  int32_t PutNode(int32_t branch) {
    int32_t children[kLanes];
    int count = Gather(branch, children);
    int32_t node = static_cast<int32_t>(links.size()) / kLanes;
    links.resize(links.size() + kLanes);
    boxes.resize(boxes.size() + kBoxRow);
    for (int lane = 0; lane < kLanes; lane++) {
      const Box box = lane < count ? At(children[lane]).box : Box();
      for (int k = 0; k < 3; k++) {
        boxes[static_cast<size_t>(node) * kBoxRow + k * kLanes + lane] = box.low[k];
        boxes[static_cast<size_t>(node) * kBoxRow + (3 + k) * kLanes + lane] = box.high[k];
      }
    }
    for (int lane = 0; lane < count; lane++) {
      int32_t link = At(children[lane]).count > 0 ? -1 - PutLeaf(At(children[lane])) : PutNode(children[lane]);
      links[static_cast<size_t>(node) * kLanes + lane] = link;
    }
    return node;
  }

  int32_t PutLeaf(const Branch& leaf) {
    size_t at = leaves.size();
    leaves.resize(at + kLeafRow, std::numeric_limits<float>::quiet_NaN());
    for (int lane = 0; lane < leaf.count; lane++) {
      PutTriangle(divided_.items[leaf.first + lane].triangle, &leaves[at + lane]);
    }
    return static_cast<int32_t>(at / kLeafRow);
  }

  void PutTriangle(int32_t t, float* to) const {
    double p[3][3];
    for (int corner = 0; corner < 3; corner++) {
      for (int k = 0; k < 3; k++) {
        float v = positions_[3 * static_cast<int64_t>(triangles_[3 * t + corner]) + k];
        to[(3 * corner + k) * kLanes] = v;
        p[corner][k] = v;
      }
    }
    double n[3];
    for (int k = 0; k < 3; k++) {
      int i = (k + 1) % 3;
      int j = (k + 2) % 3;
      n[k] = (p[1][i] - p[0][i]) * (p[2][j] - p[0][j]) - (p[1][j] - p[0][j]) * (p[2][i] - p[0][i]);
    }
    double size = std::sqrt(n[0] * n[0] + n[1] * n[1] + n[2] * n[2]);
    double scale = size == 0 ? 0 : 1 / size;
    float* plane = to + kPlanes;
    for (int k = 0; k < 3; k++) plane[k * kLanes] = static_cast<float>(n[k] * scale);
    for (int k = 0; k < 3; k++) to[kBulges + k * kLanes] = bulges_[3 * static_cast<int64_t>(t) + k];
    plane[3 * kLanes] = static_cast<float>((n[0] * p[0][0] + n[1] * p[0][1] + n[2] * p[0][2]) * scale);
  }
};

}  // namespace

extern "C" {

// Makes a tree of at least one triangle, with three bulges of each; how many nodes and leaves it has. It is kept until it is taken.
void* make_tree(const float* positions, const int32_t* triangles, const float* bulges, int32_t count, int32_t* sizes) {
  Tree* tree = new Tree(positions, triangles, bulges, count);
  sizes[0] = static_cast<int32_t>(tree->links.size()) / kLanes;
  sizes[1] = static_cast<int32_t>(tree->leaves.size() / kLeafRow);
  return tree;
}

// Hands a tree over, and forgets it.
void take_tree(void* made, float* boxes, int32_t* links, float* leaves) {
  Tree* tree = static_cast<Tree*>(made);
  std::copy(tree->boxes.begin(), tree->boxes.end(), boxes);
  std::copy(tree->links.begin(), tree->links.end(), links);
  std::copy(tree->leaves.begin(), tree->leaves.end(), leaves);
  delete tree;
}
}

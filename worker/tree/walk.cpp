// The walks of a tree of boxes over triangles: rays and nearest points, eight boxes or triangles at a time.
//
// The same source is compiled for more than one instruction set; products are never fused with sums, so that the
// answers are the same to the bit on all of them.
#include "layout.h"

#include <cmath>
#include <cstdint>

#if defined(__SSE2__)
#include <immintrin.h>
#endif

#ifndef ANKERDRAFT_SET
#error "names the instruction set, for the functions' names"
#endif
#define JOIN2(name, set) name##_##set
#define JOIN(name, set) JOIN2(name, set)
#define NAME(name) JOIN(name, ANKERDRAFT_SET)

namespace {

// A node leaves at most seven children for later.
constexpr int kStack = 7 * kDeepest + 1;
// A box that holds a point may seem this much farther away than the point.
constexpr float kRounding = 1.00001f;

typedef float Floats __attribute__((vector_size(4 * kLanes)));
typedef int32_t Ints __attribute__((vector_size(4 * kLanes)));

inline Floats Load(const float* at) {
  Floats out;
  __builtin_memcpy(&out, at, sizeof out);
  return out;
}

inline void Store(float* at, Floats v) { __builtin_memcpy(at, &v, sizeof v); }

#if defined(__AVX__)
inline Floats Least(Floats a, Floats b) { return _mm256_min_ps(a, b); }

inline Floats Most(Floats a, Floats b) { return _mm256_max_ps(a, b); }
#else
inline Floats Least(Floats a, Floats b) { return a < b ? a : b; }

inline Floats Most(Floats a, Floats b) { return a > b ? a : b; }
#endif

// A bit for each lane that is true.
inline unsigned Bits(Ints lanes) {
#if defined(__AVX__)
  return static_cast<unsigned>(_mm256_movemask_ps(reinterpret_cast<__m256>(lanes)));
#elif defined(__SSE2__)
  __m128 half[2];
  __builtin_memcpy(half, &lanes, sizeof lanes);
  return static_cast<unsigned>(_mm_movemask_ps(half[0]) | _mm_movemask_ps(half[1]) << 4);
#else
  unsigned out = 0;
  for (int i = 0; i < kLanes; i++) out |= (lanes[i] != 0 ? 1u : 0u) << i;
  return out;
#endif
}

inline Floats Abs(Floats v) {
  Ints bits;
  __builtin_memcpy(&bits, &v, sizeof v);
  bits &= 0x7fffffff;
  __builtin_memcpy(&v, &bits, sizeof v);
  return v;
}

struct Waiting {
  int32_t link;
  float distance;
};

// Nodes still to be looked at, the nearest of those that came together on top.
class Later {
 public:
  // Puts off all children of a node but the nearest of those whose bits are set, which is returned.
  int32_t Nearest(const int32_t* links, const float* distance, unsigned bits) {
    int lane = __builtin_ctz(bits);
    bits &= bits - 1;
    Waiting best{links[lane], distance[lane]};
    int first = top_;
    for (; bits != 0; bits &= bits - 1) {
      lane = __builtin_ctz(bits);
      Waiting other{links[lane], distance[lane]};
      if (other.distance < best.distance) {
        Waiting nearer = other;
        other = best;
        best = nearer;
      }
      int at = top_++;
      for (; at > first && waiting_[at - 1].distance < other.distance; at--) waiting_[at] = waiting_[at - 1];
      waiting_[at] = other;
    }
    return best.link;
  }

  // The next that is no farther than this; false if there is none.
  bool Next(float most, int32_t* link) {
    while (top_ > 0) {
      top_--;
      if (waiting_[top_].distance <= most) {
        *link = waiting_[top_].link;
        return true;
      }
    }
    return false;
  }

 private:
  Waiting waiting_[kStack];
  int top_ = 0;
};

// Goes down from a node to a leaf through the nearest boxes, putting the others off; null where no box is to be looked
// into.
template <class Look>
inline const float* LeafBelow(const float* boxes, const int32_t* links, const float* leaves, int32_t link, Later& later,
                              const Look& look) {
  float distance[kLanes];
  while (link >= 0) {
    const unsigned bits = look(boxes + kBoxRow * link, distance);
    if (bits == 0) return nullptr;
    link = later.Nearest(links + kLanes * link, distance, bits);
  }
  return leaves + kLeafRow * (-1 - link);
}

// Finite also for a ray along a side of a box, so that no product is NaN.
inline float Reciprocal(float d) { return std::fabs(d) < 1e-30f ? std::copysign(1e30f, d) : 1 / d; }

// A ray with its axes in turn, so that the one along which it mostly runs comes last.
struct Ray {
  float origin[3];
  float inverse[3];
  // Rows of the side of a box that the ray meets first, and of the other.
  int near[3];
  int far[3];
  int turn[3];
  float shear[3];
  float least;

  Ray(const float* o, const float* d, float beyond) : least(beyond) {
    float size[3];
    for (int k = 0; k < 3; k++) {
      origin[k] = o[k];
      inverse[k] = Reciprocal(d[k]);
      near[k] = (inverse[k] < 0 ? 3 + k : k) * kLanes;
      far[k] = (inverse[k] < 0 ? k : 3 + k) * kLanes;
      size[k] = std::fabs(d[k]);
    }
    int last = size[2] >= size[0] && size[2] >= size[1] ? 2 : size[1] >= size[0] ? 1 : 0;
    for (int k = 0; k < 3; k++) turn[k] = (last + 1 + k) % 3;
    shear[0] = d[turn[0]] / d[last];
    shear[1] = d[turn[1]] / d[last];
    shear[2] = 1 / d[last];
  }
};

// Where the ray enters each box, no farther than the best hit. The boxes are taken a little larger, so that rounding
// loses no triangle (Ize, Robust BVH ray traversal, J. Computer Graphics Techniques 2(2), 2013).
inline unsigned Enter(const float* box, const Ray& ray, float best, float* distance) {
  Floats in = Most((Load(box + ray.near[0]) - ray.origin[0]) * ray.inverse[0], Floats{});
  in = Most((Load(box + ray.near[1]) - ray.origin[1]) * ray.inverse[1], in);
  in = Most((Load(box + ray.near[2]) - ray.origin[2]) * ray.inverse[2], in);
  Floats out = Least((Load(box + ray.far[0]) - ray.origin[0]) * ray.inverse[0], Floats{} + best);
  out = Least((Load(box + ray.far[1]) - ray.origin[1]) * ray.inverse[1], out);
  out = Least((Load(box + ray.far[2]) - ray.origin[2]) * ray.inverse[2], out);
  Store(distance, in);
  return Bits(in <= out * 1.000002f);
}

// The corner of each triangle of a leaf as the ray sees it: across, up and along.
struct Corner {
  Floats x, y, z;

  Corner(const float* rows, const Ray& ray) {
    z = Load(rows + ray.turn[2] * kLanes) - ray.origin[ray.turn[2]];
    x = Load(rows + ray.turn[0] * kLanes) - ray.origin[ray.turn[0]] - ray.shear[0] * z;
    y = Load(rows + ray.turn[1] * kLanes) - ray.origin[ray.turn[1]] - ray.shear[1] * z;
  }
};

inline float Across(const Floats& ax, const Floats& by, const Floats& ay, const Floats& bx, int lane) {
  return static_cast<float>(static_cast<double>(ax[lane]) * by[lane] - static_cast<double>(ay[lane]) * bx[lane]);
}

// Watertight: the same edge gives the same number to both triangles that share it, with opposite signs (Woop, Benthin
// and Wald, Watertight ray/triangle intersection, J. Computer Graphics Techniques 2(1), 2013).
inline float Hit(const float* leaf, const Ray& ray, float best) {
  Corner a(leaf, ray);
  Corner b(leaf + 3 * kLanes, ray);
  Corner c(leaf + 6 * kLanes, ray);
  Floats u = c.x * b.y - c.y * b.x;
  Floats v = a.x * c.y - a.y * c.x;
  Floats w = b.x * a.y - b.y * a.x;
  // Right on an edge, as far as float can tell.
  for (unsigned on = Bits((u == 0) | (v == 0) | (w == 0)); on != 0; on &= on - 1) {
    int lane = __builtin_ctz(on);
    u[lane] = Across(c.x, b.y, c.y, b.x, lane);
    v[lane] = Across(a.x, c.y, a.y, c.x, lane);
    w[lane] = Across(b.x, a.y, b.y, a.x, lane);
  }
  Ints inside = ((u >= 0) & (v >= 0) & (w >= 0)) | ((u <= 0) & (v <= 0) & (w <= 0));
  if (Bits(inside) == 0) return best;
  Floats det = u + v + w;
  Floats t = (u * a.z + v * b.z + w * c.z) * ray.shear[2] / det;
  for (unsigned hit = Bits(inside & (det != 0) & (t > ray.least) & (t < best)); hit != 0; hit &= hit - 1) {
    float d = t[__builtin_ctz(hit)];
    if (d < best) best = d;
  }
  return best;
}

struct Place {
  float x, y, z;
};

// The square of the distance to each box.
inline unsigned Near(const float* box, const Place& p, float best, float* distance) {
  Floats zero{};
  Floats x = Most(Most(Load(box) - p.x, p.x - Load(box + 3 * kLanes)), zero);
  Floats y = Most(Most(Load(box + kLanes) - p.y, p.y - Load(box + 4 * kLanes)), zero);
  Floats z = Most(Most(Load(box + 2 * kLanes) - p.z, p.z - Load(box + 5 * kLanes)), zero);
  Floats square = x * x + y * y + z * z;
  Store(distance, square);
  return Bits(square <= best * kRounding);
}

// The triangles of a leaf whose planes are near enough; rounding may make a plane seem farther away by the error.
inline unsigned NearPlanes(const float* leaf, const Place& p, float error, float best) {
  const float* plane = leaf + kPlanes;
  Floats off = Abs(Load(plane) * p.x + Load(plane + kLanes) * p.y + Load(plane + 2 * kLanes) * p.z -
                   Load(plane + 3 * kLanes)) -
               error;
  return Bits((off <= 0) | (off * off <= best));
}

struct Foot {
  float square;
  Place at;
  float rise;  // by how much the surface lies farther than its triangle
};

// Ericson, Real-Time Collision Detection, 2005, section 5.1.5. In double precision: of a long thin triangle the
// products nearly cancel out.
inline Foot FootOn(const float* leaf, int lane, const Place& p) {
  const float* c = leaf + lane;
  double ax = static_cast<double>(p.x) - c[0];
  double ay = static_cast<double>(p.y) - c[kLanes];
  double az = static_cast<double>(p.z) - c[2 * kLanes];
  double e1x = static_cast<double>(c[3 * kLanes]) - c[0];
  double e1y = static_cast<double>(c[4 * kLanes]) - c[kLanes];
  double e1z = static_cast<double>(c[5 * kLanes]) - c[2 * kLanes];
  double e2x = static_cast<double>(c[6 * kLanes]) - c[0];
  double e2y = static_cast<double>(c[7 * kLanes]) - c[kLanes];
  double e2z = static_cast<double>(c[8 * kLanes]) - c[2 * kLanes];
  double d1 = e1x * ax + e1y * ay + e1z * az;
  double d2 = e2x * ax + e2y * ay + e2z * az;
  double e11 = e1x * e1x + e1y * e1y + e1z * e1z;
  double e12 = e1x * e2x + e1y * e2y + e1z * e2z;
  double e22 = e2x * e2x + e2y * e2y + e2z * e2z;
  double d3 = d1 - e11;
  double d4 = d2 - e12;
  double d5 = d1 - e12;
  double d6 = d2 - e22;
  double vc = d1 * d4 - d3 * d2;
  double vb = d5 * d2 - d1 * d6;
  double va = d3 * d6 - d5 * d4;
  double v = 0;
  double w = 0;
  if (d1 <= 0 && d2 <= 0) {
  } else if (d3 >= 0 && d4 <= d3) {
    v = 1;
  } else if (d6 >= 0 && d5 <= d6) {
    w = 1;
  } else if (vc <= 0 && d1 >= 0 && d3 <= 0) {
    v = d1 / (d1 - d3);
  } else if (vb <= 0 && d2 >= 0 && d6 <= 0) {
    w = d2 / (d2 - d6);
  } else if (va <= 0 && d4 - d3 >= 0 && d5 - d6 >= 0) {
    w = (d4 - d3) / (d4 - d3 + (d5 - d6));
    v = 1 - w;
  } else {
    double sum = va + vb + vc;
    v = vb / sum;
    w = vc / sum;
  }
  double qx = ax - v * e1x - w * e2x;
  double qy = ay - v * e1y - w * e2y;
  double qz = az - v * e1z - w * e2z;
  const double square = qx * qx + qy * qy + qz * qz;
  const float* bulge = leaf + kBulges + lane;
  const float* normal = leaf + kPlanes + lane;
  const double u = 1 - v - w;
  double rise = bulge[0] * u * v + bulge[kLanes] * v * w + bulge[2 * kLanes] * w * u;
  // The surface has moved along the triangle's normal: at an edge that is another way than to the place.
  if (rise != 0 && square > 0)
    rise *= -(normal[0] * qx + normal[kLanes] * qy + normal[2 * kLanes] * qz) / std::sqrt(square);
  return {static_cast<float>(square),
          {static_cast<float>(p.x - qx), static_cast<float>(p.y - qy), static_cast<float>(p.z - qz)},
          static_cast<float>(rise)};
}

// Of points equally near the first by place is taken, and of triangles that meet there the one whose surface is
// nearer, so that no order of the tree decides.
inline bool IsBefore(const Foot& f, const Foot& g) {
  const Place &a = f.at, &b = g.at;
  if (a.x != b.x) return a.x < b.x;
  if (a.y != b.y) return a.y < b.y;
  if (a.z != b.z) return a.z < b.z;
  return f.rise < g.rise;
}

}  // namespace

extern "C" {

// The distance, in lengths of the direction, at which a ray first meets a triangle beyond the least and before the
// most; the most if it meets none. No ray slips through between triangles that share an edge or a corner.
float NAME(first_hit)(const float* boxes, const int32_t* links, const float* leaves, float ox, float oy, float oz,
                      float dx, float dy, float dz, float least, float most) {
  const float o[3] = {ox, oy, oz};
  const float d[3] = {dx, dy, dz};
  Ray ray(o, d, least);
  Later later;
  float best = most;
  const auto look = [&](const float* box, float* distance) { return Enter(box, ray, best, distance); };
  int32_t link = 0;
  do {
    const float* leaf = LeafBelow(boxes, links, leaves, link, later, look);
    if (leaf != nullptr) best = Hit(leaf, ray, best);
  } while (later.Next(best, &link));
  return best;
}

// The square of the distance to the nearest point nearer than a square of one, its place, and by how much the surface
// lies farther than its triangle; that square if there is none.
float NAME(nearest)(const float* boxes, const int32_t* links, const float* leaves, float plane_error, float x, float y,
                    float z, float most, float* place) {
  Place p{x, y, z};
  Later later;
  Foot best{most, {0, 0, 0}, 0};
  bool found = false;
  const auto look = [&](const float* box, float* distance) { return Near(box, p, best.square, distance); };
  int32_t link = 0;
  do {
    const float* leaf = LeafBelow(boxes, links, leaves, link, later, look);
    if (leaf == nullptr) continue;
    for (unsigned near = NearPlanes(leaf, p, plane_error, best.square); near != 0; near &= near - 1) {
      Foot foot = FootOn(leaf, __builtin_ctz(near), p);
      if (foot.square < best.square || (foot.square == best.square && found && IsBefore(foot, best))) {
        best = foot;
        found = true;
      }
    }
  } while (later.Next(best.square * kRounding, &link));
  place[0] = best.at.x;
  place[1] = best.at.y;
  place[2] = best.at.z;
  place[3] = best.rise;
  return best.square;
}

// The least dot product of a direction with the unit normals of triangles nearer to a place than a reach whose square
// is given; 2 if there is none that has a normal. Whether any of them is of a curved surface.
float NAME(least_normal_dot)(const float* boxes, const int32_t* links, const float* leaves, float plane_error, float px,
                             float py, float pz, float limit, float x, float y, float z, float* curved) {
  Place p{px, py, pz};
  Later later;
  float least = 2;
  curved[0] = 0;
  const auto look = [&](const float* box, float* distance) { return Near(box, p, limit, distance); };
  int32_t link = 0;
  do {
    const float* leaf = LeafBelow(boxes, links, leaves, link, later, look);
    if (leaf == nullptr) continue;
    const float* plane = leaf + kPlanes;
    for (unsigned near = NearPlanes(leaf, p, plane_error, limit); near != 0; near &= near - 1) {
      int lane = __builtin_ctz(near);
      float nx = plane[lane];
      float ny = plane[kLanes + lane];
      float nz = plane[2 * kLanes + lane];
      if ((nx == 0 && ny == 0 && nz == 0) || !(FootOn(leaf, lane, p).square < limit)) continue;
      const float* bulge = leaf + kBulges + lane;
      if (bulge[0] != 0 || bulge[kLanes] != 0 || bulge[2 * kLanes] != 0) curved[0] = 1;
      float dot = nx * x + ny * y + nz * z;
      if (dot < least) least = dot;
    }
  } while (later.Next(limit * kRounding, &link));
  return least;
}
}

#pragma once
#include <array>
#include <cstdint>
#include <functional>
#include <vector>

#include <TopoDS_Edge.hxx>
#include <TopoDS_Face.hxx>
#include <gp_XYZ.hxx>

#include "shapes.h"

namespace ankerdraft {

using Float3 = std::array<float, 3>;

inline Float3 ToFloat(const gp_XYZ& p) {
  return {static_cast<float>(p.X()), static_cast<float>(p.Y()), static_cast<float>(p.Z())};
}

/// The triangles of all faces of a meshed shape, outward by the right-hand rule. Faces that share an edge have its
/// points in common to the last bit.
class Net {
 public:
  explicit Net(const Numbered& numbered);

  const std::vector<Float3>& Positions() const { return positions_; }
  /// Three nodes each, from 0.
  const std::vector<int32_t>& Triangles() const { return triangles_; }
  /// For face f, from 0, its first node and its first triangle; one entry more than faces.
  const std::vector<int>& FirstNode() const { return first_node_; }
  const std::vector<int>& FirstTriangle() const { return first_triangle_; }
  /// Points of edge e, from 1.
  const std::vector<Float3>& PointsOf(int edge) const { return edge_points_[edge]; }

  /// Whether each pair of joined places is passed as often one way as the other.
  bool IsWatertight() const;
  /// By the divergence theorem.
  double Volume() const;

 private:
  const std::vector<Float3>& TakePoints(const TopoDS_Edge& edge, const TopoDS_Face& face);
  void Add(const TopoDS_Face& face);

  const Numbered& numbered_;
  std::vector<std::vector<Float3>> edge_points_;
  std::vector<Float3> positions_;
  std::vector<int32_t> triangles_;
  std::vector<int> first_node_, first_triangle_;
};

/// How closely triangles follow a surface: the largest chord error, mm, and turn between neighbouring normals, rad.
struct MeshAccuracy {
  double deflection, angle;
};

/// Returns whether the mesh is as it should be.
using Look = std::function<bool(const Numbered&, const Net&)>;

/// Meshes a shape for as long as it is looked at. Faces are given the triangles that they are known to have; if that is
/// not as it should be, all are meshed anew and looked at once more (mesh.cpp).
void LookAtMesh(const TopoDS_Shape& shape, const MeshAccuracy& accuracy, Memo& memo, const Look& look);

}  // namespace ankerdraft

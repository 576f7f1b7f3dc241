// Whether one solid lies within another, by their meshes.
#include "nested.h"
#include "triangles.h"

#include <algorithm>
#include <array>
#include <utility>
#include <vector>

#include <BRepBndLib.hxx>
#include <BRepMesh_IncrementalMesh.hxx>
#include <BRep_Tool.hxx>
#include <Bnd_Box.hxx>
#include <Poly_Triangulation.hxx>
#include <TopExp_Explorer.hxx>
#include <TopoDS.hxx>

#include "shapes.h"

namespace ankerdraft {

namespace {

// Of the meshes, as a share of the size of the body.
constexpr double kDeflectionShare = 4e-3;
constexpr double kAngle = 0.7;
// An angle that no part is turned by.
constexpr double kTurn = 0.7391;
// What lies this little below the plane is not asked about, as a share of the size.
constexpr double kAtPlaneShare = 1e-6;

struct Hull {
  std::vector<gp_XYZ> nodes;
  std::vector<std::array<int, 3>> triangles;  // that see their outside turning to the left
};

Hull HullOf(const TopoDS_Shape& shape, double deflection, const gp_Trsf& turn) {
  // The mesher would leave its triangles on the shape itself.
  const TopoDS_Shape copy = CopyOf(shape);
  BRepMesh_IncrementalMesh mesh(copy, deflection, false, kAngle);
  Hull hull;
  for (TopExp_Explorer e(copy, TopAbs_FACE); e.More(); e.Next()) {
    TopLoc_Location place;
    const Handle(Poly_Triangulation) t = BRep_Tool::Triangulation(TopoDS::Face(e.Current()), place);
    if (t.IsNull()) continue;
    const gp_Trsf whole = turn * place.Transformation();
    const int first = static_cast<int>(hull.nodes.size()) - 1;
    for (int i = 1; i <= t->NbNodes(); ++i) hull.nodes.push_back(t->Node(i).Transformed(whole).XYZ());
    const bool reversed = e.Current().Orientation() == TopAbs_REVERSED;
    for (int i = 1; i <= t->NbTriangles(); ++i) {
      int a, b, c;
      t->Triangle(i).Get(a, b, c);
      if (reversed) std::swap(b, c);
      hull.triangles.push_back({first + a, first + b, first + c});
    }
  }
  return hull;
}

// Whether a closed skin goes around a point: a ray upwards leaves it once more than it enters it. The hulls are turned so
// that no ray runs along an edge but by chance.
bool Holds(const Hull& hull, const gp_XYZ& p) {
  int leaves = 0;
  for (const auto& t : hull.triangles) {
    const gp_XYZ &a = hull.nodes[t[0]], &b = hull.nodes[t[1]], &c = hull.nodes[t[2]];
    const double u = (b.X() - p.X()) * (c.Y() - p.Y()) - (b.Y() - p.Y()) * (c.X() - p.X());
    const double v = (c.X() - p.X()) * (a.Y() - p.Y()) - (c.Y() - p.Y()) * (a.X() - p.X());
    const double w = (a.X() - p.X()) * (b.Y() - p.Y()) - (a.Y() - p.Y()) * (b.X() - p.X());
    const bool is_left = u > 0 && v > 0 && w > 0;
    if (!is_left && !(u < 0 && v < 0 && w < 0)) continue;
    const bool is_more = u * a.Z() + v * b.Z() + w * c.Z() > p.Z() * (u + v + w);
    if (is_more == is_left) leaves += is_left ? 1 : -1;
  }
  return leaves > 0;
}

// Whether an edge of one hull goes through the other at a place that counts.
template <class Counts>
bool HasCrossing(const Hull& one, const Hull& other, const Counts& counts) {
  std::vector<Extent> extents;
  for (const auto& t : other.triangles)
    extents.push_back(Extent({other.nodes[t[0]], other.nodes[t[1]], other.nodes[t[2]]}));
  for (const auto& t : one.triangles) {
    for (int k = 0; k < 3; ++k) {
      const gp_XYZ &from = one.nodes[t[k]], &to = one.nodes[t[(k + 1) % 3]];
      const Extent extent({from, to});
      for (size_t i = 0; i < extents.size(); ++i) {
        if (extent.IsApart(extents[i])) continue;
        const auto& through = other.triangles[i];
        gp_XYZ at;
        if (GoesThrough(from, to, other.nodes[through[0]], other.nodes[through[1]], other.nodes[through[2]], at) &&
            counts(at))
          return true;
      }
    }
  }
  return false;
}

}  // namespace

bool IsNested(const TopoDS_Shape& tool, const TopoDS_Shape& body, const gp_Pln& plane) {
  Bnd_Box box;
  BRepBndLib::Add(body, box, false);
  const double size = box.CornerMin().Distance(box.CornerMax());
  gp_Trsf turn;
  turn.SetRotation(gp_Ax1(gp::Origin(), gp_Dir(0.6314, 0.5127, 0.5819)), kTurn);
  const gp_Pln turned = plane.Transformed(turn);
  const gp_XYZ origin = turned.Location().XYZ(), up = turned.Axis().Direction().XYZ();
  const auto is_below = [&](const gp_XYZ& p) { return (p - origin).Dot(up) < -kAtPlaneShare * size; };
  const Hull inner = HullOf(tool, kDeflectionShare * size, turn);
  const Hull outer = HullOf(body, kDeflectionShare * size, turn);
  for (const gp_XYZ& p : inner.nodes)
    if (is_below(p) && !Holds(outer, p)) return false;
  for (const gp_XYZ& p : outer.nodes)
    if (is_below(p) && Holds(inner, p)) return false;
  return !HasCrossing(inner, outer, is_below) && !HasCrossing(outer, inner, is_below);
}

}  // namespace ankerdraft

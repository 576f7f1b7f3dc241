#include "net.h"

#include <BRep_Tool.hxx>
#include <Poly_PolygonOnTriangulation.hxx>
#include <Poly_Triangulation.hxx>
#include <TopExp.hxx>
#include <TopExp_Explorer.hxx>
#include <TopoDS.hxx>
#include <TopoDS_Vertex.hxx>

#include "balance.h"

namespace ankerdraft {

namespace {

uint64_t PlaceOf(const Float3& p) {
  uint64_t hash = 0;
  // Adding zero makes the two zeros one place.
  for (const float x : p) hash = Mixed(hash ^ BitsOf(x + 0.0f)) + 1;
  return hash;
}

}  // namespace

Net::Net(const Numbered& numbered) : numbered_(numbered), edge_points_(numbered.edges.Extent() + 1) {
  for (int i = 1; i <= numbered.faces.Extent(); ++i) {
    first_node_.push_back(static_cast<int>(positions_.size()));
    first_triangle_.push_back(static_cast<int>(triangles_.size() / 3));
    Add(TopoDS::Face(numbered.faces.FindKey(i)));
  }
  first_node_.push_back(static_cast<int>(positions_.size()));
  first_triangle_.push_back(static_cast<int>(triangles_.size() / 3));
}

// Points of the edge, taken from the first face that has them. Its ends take the points of the vertices, the same for
// all edges that meet there.
const std::vector<Float3>& Net::TakePoints(const TopoDS_Edge& edge, const TopoDS_Face& face) {
  std::vector<Float3>& points = edge_points_[numbered_.edges.FindIndex(edge)];
  if (!points.empty()) return points;
  TopLoc_Location at;
  const Handle(Poly_Triangulation) tri = BRep_Tool::Triangulation(face, at);
  const Handle(Poly_PolygonOnTriangulation) poly = BRep_Tool::PolygonOnTriangulation(edge, tri, at);
  if (poly.IsNull()) return points;
  for (int i = 1; i <= poly->NbNodes(); ++i)
    points.push_back(ToFloat(tri->Node(poly->Node(i)).Transformed(at.Transformation()).XYZ()));
  TopoDS_Vertex first, last;
  TopExp::Vertices(TopoDS::Edge(edge.Oriented(TopAbs_FORWARD)), first, last);
  if (!first.IsNull()) points.front() = ToFloat(BRep_Tool::Pnt(first).XYZ());
  if (!last.IsNull()) points.back() = ToFloat(BRep_Tool::Pnt(last).XYZ());
  return points;
}

void Net::Add(const TopoDS_Face& face) {
  TopLoc_Location at;
  const Handle(Poly_Triangulation) tri = BRep_Tool::Triangulation(face, at);
  if (tri.IsNull()) return;
  const bool reversed = face.Orientation() == TopAbs_REVERSED;
  const int32_t base = static_cast<int32_t>(positions_.size());
  for (int i = 1; i <= tri->NbNodes(); ++i)
    positions_.push_back(ToFloat(tri->Node(i).Transformed(at.Transformation()).XYZ()));
  for (TopExp_Explorer e(face, TopAbs_EDGE); e.More(); e.Next()) {
    const TopoDS_Edge& edge = TopoDS::Edge(e.Current());
    const Handle(Poly_PolygonOnTriangulation) poly = BRep_Tool::PolygonOnTriangulation(edge, tri, at);
    const std::vector<Float3>& points = TakePoints(edge, face);
    if (poly.IsNull() || static_cast<int>(points.size()) != poly->NbNodes()) continue;
    for (int i = 1; i <= poly->NbNodes(); ++i) positions_[base + poly->Node(i) - 1] = points[i - 1];
  }
  for (int i = 1; i <= tri->NbTriangles(); ++i) {
    int a, b, c;
    tri->Triangle(i).Get(a, b, c);
    if (reversed) std::swap(b, c);
    const Float3 &pa = positions_[base + a - 1], &pb = positions_[base + b - 1], &pc = positions_[base + c - 1];
    if (pa == pb || pb == pc || pc == pa) continue;  // collapsed onto an edge or an apex
    for (const int n : {a, b, c}) triangles_.push_back(base + n - 1);
  }
}

bool Net::IsWatertight() const {
  std::vector<uint64_t> places;
  places.reserve(positions_.size());
  for (const Float3& p : positions_) places.push_back(PlaceOf(p));
  Balance balance;
  for (size_t t = 0; t < triangles_.size(); t += 3)
    for (size_t k = 0; k < 3; ++k) balance.Pass(places[triangles_[t + k]], places[triangles_[t + (k + 1) % 3]]);
  return !triangles_.empty() && balance.IsEven();
}

double Net::Volume() const {
  double six = 0;
  const auto at = [this](int32_t n) { return gp_XYZ(positions_[n][0], positions_[n][1], positions_[n][2]); };
  for (size_t t = 0; t < triangles_.size(); t += 3)
    six += at(triangles_[t]).Dot(at(triangles_[t + 1]).Crossed(at(triangles_[t + 2])));
  return six / 6;
}

}  // namespace ankerdraft

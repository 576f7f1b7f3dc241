// What the triangles of a face add to those of a body.
#include <BRep_Tool.hxx>
#include <TopExp.hxx>
#include <TopoDS_Vertex.hxx>

#include "memo.h"

namespace ankerdraft {

namespace {

uint64_t PlaceOf(const TopoDS_Shape& shape, int point = 0) {
  const auto address = reinterpret_cast<uintptr_t>(shape.TShape().get());
  const auto location = static_cast<uint64_t>(shape.Location().HashCode(IntegerLast()));
  return Mixed(Mixed(address ^ (location << 48)) + static_cast<uint64_t>(point));
}

void TakePlaces(const TopoDS_Edge& edge, const Handle(Poly_PolygonOnTriangulation)& points,
                std::vector<uint64_t>& places) {
  if (points.IsNull()) return;
  TopoDS_Vertex first, last;
  TopExp::Vertices(edge, first, last);
  const bool at_tip = BRep_Tool::Degenerated(edge);
  const int count = points->NbNodes();
  for (int i = 1; i <= count; ++i) {
    const TopoDS_Vertex& end = i == 1 || at_tip ? first : i == count ? last : TopoDS_Vertex();
    places[points->Node(i)] = end.IsNull() ? PlaceOf(edge, i) : PlaceOf(end);
  }
}

}  // namespace

void FaceTriangles::Tally() {
  passes = Balance();
  six_volumes = 0;
  if (triangles.IsNull()) return;
  const Poly_Triangulation& all = *triangles;
  std::vector<uint64_t> places(all.NbNodes() + 1);
  std::vector<gp_XYZ> points(all.NbNodes() + 1);
  const gp_Trsf& at = face.Location().Transformation();
  for (int i = 1; i <= all.NbNodes(); ++i) {
    places[i] = PlaceOf(face, i);
    points[i] = all.Node(i).Transformed(at).XYZ();
  }
  for (const FaceTriangles::EdgeOf& e : edges) {
    TakePlaces(e.edge, e.points, places);
    TakePlaces(e.edge, e.on_seam, places);
  }
  for (int t = 1; t <= all.NbTriangles(); ++t) {
    int n[3];
    all.Triangle(t).Get(n[0], n[1], n[2]);
    for (int k = 0; k < 3; ++k) passes.Pass(places[n[k]], places[n[(k + 1) % 3]]);
    six_volumes += points[n[0]].Dot(points[n[1]].Crossed(points[n[2]]));
  }
}

}  // namespace ankerdraft

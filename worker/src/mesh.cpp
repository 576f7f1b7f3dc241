#include <algorithm>
#include <array>
#include <cstring>
#include <unordered_map>

#include <BRepMesh_IncrementalMesh.hxx>
#include <IMeshTools_Parameters.hxx>
#include <BRepTools.hxx>
#include <BRep_Builder.hxx>
#include <BRep_Tool.hxx>
#include <Poly_PolygonOnTriangulation.hxx>
#include <Poly_Triangulation.hxx>
#include <TopExp.hxx>
#include <TopExp_Explorer.hxx>
#include <TopoDS.hxx>
#include <TopoDS_Compound.hxx>
#include <TopoDS_Edge.hxx>
#include <TopoDS_Vertex.hxx>

#include "shapes.h"
#include "surface.h"

namespace ankerdraft {

using namespace kernel::v1;

namespace {

using Float3 = std::array<float, 3>;

Float3 ToFloat(const gp_XYZ& p) {
  return {static_cast<float>(p.X()), static_cast<float>(p.Y()), static_cast<float>(p.Z())};
}

template <class T>
void AppendRaw(const T& value, std::string& to) {
  to.append(reinterpret_cast<const char*>(&value), sizeof value);
}

// Points on edges, so that faces that share an edge also share its points to the last bit.
class EdgePoints {
 public:
  explicit EdgePoints(const Numbered& numbered) : numbered_(numbered), points_(numbered.edges.Extent() + 1) {}

  // Points of the edge, taken from the first face that has them.
  std::vector<Float3>& Of(const TopoDS_Edge& edge, const TopoDS_Face& face) {
    std::vector<Float3>& points = points_[numbered_.edges.FindIndex(edge)];
    if (!points.empty()) return points;
    TopLoc_Location at;
    const Handle(Poly_Triangulation) tri = BRep_Tool::Triangulation(face, at);
    const Handle(Poly_PolygonOnTriangulation) poly = BRep_Tool::PolygonOnTriangulation(edge, tri, at);
    if (poly.IsNull()) return points;
    for (int i = 1; i <= poly->NbNodes(); ++i)
      points.push_back(ToFloat(tri->Node(poly->Node(i)).Transformed(at.Transformation()).XYZ()));
    Pin(edge, points);
    return points;
  }

  const std::vector<std::vector<Float3>>& All() const { return points_; }

 private:
  // Ends of edges take the vertex's point, the same for all edges that meet there.
  void Pin(const TopoDS_Edge& edge, std::vector<Float3>& points) {
    TopoDS_Vertex first, last;
    TopExp::Vertices(TopoDS::Edge(edge.Oriented(TopAbs_FORWARD)), first, last);
    if (!first.IsNull()) points.front() = ToFloat(BRep_Tool::Pnt(first).XYZ());
    if (!last.IsNull()) points.back() = ToFloat(BRep_Tool::Pnt(last).XYZ());
  }

  const Numbered& numbered_;
  std::vector<std::vector<Float3>> points_;
};

void AppendFace(const TopoDS_Face& face, EdgePoints& edge_points, int& next_node, std::vector<Float3>& positions,
                Mesh* out) {
  TopLoc_Location at;
  const Handle(Poly_Triangulation) tri = BRep_Tool::Triangulation(face, at);
  if (tri.IsNull()) {
    out->add_face_triangle_count(0);
    return;
  }
  const bool reversed = face.Orientation() == TopAbs_REVERSED;
  const size_t base = positions.size();
  for (int i = 1; i <= tri->NbNodes(); ++i)
    positions.push_back(ToFloat(tri->Node(i).Transformed(at.Transformation()).XYZ()));
  for (TopExp_Explorer e(face, TopAbs_EDGE); e.More(); e.Next()) {
    const TopoDS_Edge& edge = TopoDS::Edge(e.Current());
    const Handle(Poly_PolygonOnTriangulation) poly = BRep_Tool::PolygonOnTriangulation(edge, tri, at);
    const std::vector<Float3>& points = edge_points.Of(edge, face);
    if (poly.IsNull() || static_cast<int>(points.size()) != poly->NbNodes()) continue;
    for (int i = 1; i <= poly->NbNodes(); ++i) positions[base + poly->Node(i) - 1] = points[i - 1];
  }
  std::vector<gp_Vec> normals(tri->NbNodes(), gp_Vec(0, 0, 0));
  if (tri->HasUVNodes()) {
    const BRepAdaptor_Surface surface(face, false);
    for (int i = 1; i <= tri->NbNodes(); ++i)
      normals[i - 1] = EvaluateOutward(surface, reversed, tri->UVNode(i).X(), tri->UVNode(i).Y()).normal;
  }
  int written = 0;
  for (int i = 1; i <= tri->NbTriangles(); ++i) {
    int a, b, c;
    tri->Triangle(i).Get(a, b, c);
    if (reversed) std::swap(b, c);
    const Float3 &pa = positions[base + a - 1], &pb = positions[base + b - 1], &pc = positions[base + c - 1];
    if (pa == pb || pb == pc || pc == pa) continue;  // collapsed onto an edge or an apex
    const gp_Vec ab(pb[0] - pa[0], pb[1] - pa[1], pb[2] - pa[2]), ac(pc[0] - pa[0], pc[1] - pa[1], pc[2] - pa[2]);
    gp_Vec flat = ab.Crossed(ac);
    for (const int n : {a, b, c})
      if (normals[n - 1].SquareMagnitude() < 0.5 && flat.Magnitude() > 0) normals[n - 1] = flat.Normalized();
    for (const int n : {a, b, c}) AppendRaw(static_cast<int32_t>(next_node + n - 1), *out->mutable_triangles());
    ++written;
  }
  out->add_face_triangle_count(written);
  for (const gp_Vec& n : normals)
    for (const float x : ToFloat(n.XYZ())) AppendRaw(x, *out->mutable_normals());
  next_node += tri->NbNodes();
}

struct HashOfBits {
  size_t operator()(const Float3& p) const {
    uint64_t hash = 1469598103934665603ull;
    for (const float x : p) {
      uint32_t bits;
      std::memcpy(&bits, &x, sizeof bits);
      hash = (hash ^ bits) * 1099511628211ull;
    }
    return hash ^ (hash >> 29);
  }
};

// Whether each pair of joined nodes is passed as often one way as the other.
bool IsWatertight(const std::vector<Float3>& positions, const std::string& triangles) {
  std::unordered_map<Float3, uint32_t, HashOfBits> joined;
  joined.reserve(positions.size());
  std::vector<uint32_t> id;
  id.reserve(positions.size());
  for (const Float3& p : positions) id.push_back(joined.emplace(p, static_cast<uint32_t>(joined.size())).first->second);
  const int32_t* t = reinterpret_cast<const int32_t*>(triangles.data());
  const size_t count = triangles.size() / (3 * sizeof(int32_t));
  std::vector<uint64_t> there, back;
  for (size_t i = 0; i < count; ++i)
    for (int k = 0; k < 3; ++k) {
      const uint64_t from = id[t[3 * i + k]], to = id[t[3 * i + (k + 1) % 3]];
      if (from < to)
        there.push_back(from << 32 | to);
      else if (to < from)
        back.push_back(to << 32 | from);
    }
  std::sort(there.begin(), there.end());
  std::sort(back.begin(), back.end());
  return count > 0 && there == back;
}

// Gives faces the triangles they had in another body; true if any had.
bool GiveKnown(const Numbered& numbered, const MeshRequest& in, Memo& memo) {
  const BRep_Builder builder;
  bool any = false;
  for (int i = 1; i <= numbered.faces.Extent(); ++i) {
    const FaceTriangles* known =
        memo.Triangles(TopoDS::Face(numbered.faces.FindKey(i)), in.deflection(), in.angle());
    if (known == nullptr) continue;
    any = true;
    builder.UpdateFace(known->face, known->triangles);
    for (const FaceTriangles::EdgeOf& e : known->edges) {
      if (e.on_seam.IsNull())
        builder.UpdateEdge(e.edge, e.points, known->triangles, known->face.Location());
      else
        builder.UpdateEdge(e.edge, e.points, e.on_seam, known->triangles, known->face.Location());
    }
  }
  return any;
}

FaceTriangles TrianglesOf(const TopoDS_Face& face, const MeshRequest& in) {
  FaceTriangles kept;
  TopLoc_Location at;
  kept.face = face;
  kept.deflection = in.deflection();
  kept.angle = in.angle();
  kept.triangles = BRep_Tool::Triangulation(face, at);
  if (kept.triangles.IsNull()) return kept;
  for (TopExp_Explorer e(face.Oriented(TopAbs_FORWARD), TopAbs_EDGE); e.More(); e.Next()) {
    const TopoDS_Edge edge = TopoDS::Edge(e.Current().Oriented(TopAbs_FORWARD));
    const Handle(Poly_PolygonOnTriangulation) points = BRep_Tool::PolygonOnTriangulation(edge, kept.triangles, at);
    if (points.IsNull()) continue;
    const Handle(Poly_PolygonOnTriangulation) other = BRep_Tool::PolygonOnTriangulation(
        TopoDS::Edge(edge.Reversed()), kept.triangles, at);
    kept.edges.push_back({edge, points, other == points ? Handle(Poly_PolygonOnTriangulation)() : other});
  }
  return kept;
}

void Write(const Numbered& numbered, Mesh* out) {
  EdgePoints edge_points(numbered);
  std::vector<Float3> positions;
  int next_node = 0;
  for (int i = 1; i <= numbered.faces.Extent(); ++i)
    AppendFace(TopoDS::Face(numbered.faces.FindKey(i)), edge_points, next_node, positions, out);
  for (const Float3& p : positions)
    for (const float x : p) AppendRaw(x, *out->mutable_positions());
  for (size_t i = 1; i < edge_points.All().size(); ++i) {
    out->add_edge_point_count(static_cast<int>(edge_points.All()[i].size()));
    for (const Float3& p : edge_points.All()[i])
      for (const float x : p) AppendRaw(x, *out->mutable_edge_points());
  }
  out->set_watertight(IsWatertight(positions, out->triangles()));
}

// The faces that have no triangles yet, alone: the mesher looks at everything it is given.
TopoDS_Compound NewFaces(const Numbered& numbered, const MeshRequest& in, Memo& memo) {
  TopoDS_Compound faces;
  BRep_Builder builder;
  builder.MakeCompound(faces);
  for (int i = 1; i <= numbered.faces.Extent(); ++i) {
    const TopoDS_Face& face = TopoDS::Face(numbered.faces.FindKey(i));
    if (memo.Triangles(face, in.deflection(), in.angle()) == nullptr) builder.Add(faces, face);
  }
  return faces;
}

void Run(const TopoDS_Shape& what, const MeshRequest& in, IMeshTools_MeshAlgoType way) {
  IMeshTools_Parameters wanted;
  wanted.Deflection = in.deflection();
  wanted.Angle = in.angle();
  wanted.InParallel = false;
  wanted.MeshAlgo = way;
  BRepMesh_IncrementalMesh mesher(what, wanted);
}

// Whether the triangles of a face leave its surface by more than the mesher's usual excess over what was asked.
bool Strays(const TopoDS_Face& face, double deflection) {
  constexpr double kUsualExcess = 3;
  TopLoc_Location at;
  const Handle(Poly_Triangulation) tri = BRep_Tool::Triangulation(face, at);
  const BRepAdaptor_Surface surface(face, false);
  if (tri.IsNull() || !tri->HasUVNodes() || surface.GetType() == GeomAbs_Plane) return false;
  for (int i = 1; i <= tri->NbTriangles(); ++i) {
    int n[3];
    tri->Triangle(i).Get(n[0], n[1], n[2]);
    for (int k = 0; k < 3; ++k) {
      const gp_Pnt2d a = tri->UVNode(n[k]), b = tri->UVNode(n[(k + 1) % 3]);
      const gp_Pnt p = tri->Node(n[k]).Transformed(at.Transformation());
      const gp_Pnt q = tri->Node(n[(k + 1) % 3]).Transformed(at.Transformation());
      const gp_Pnt on = surface.Value(0.5 * (a.X() + b.X()), 0.5 * (a.Y() + b.Y()));
      if (on.Distance(gp_Pnt(0.5 * (p.XYZ() + q.XYZ()))) > kUsualExcess * deflection) return true;
    }
  }
  return false;
}

// The quick way leaves out inner points of some curved faces with cut-outs; these are meshed again the usual way, which
// takes time with the square of a face's contours, and twice as long on any face.
void Run(const TopoDS_Shape& what, const MeshRequest& in) {
  Run(what, in, IMeshTools_MeshAlgoType_Delabella);
  TopoDS_Compound again;
  BRep_Builder builder;
  builder.MakeCompound(again);
  bool any = false;
  for (TopExp_Explorer f(what, TopAbs_FACE); f.More(); f.Next()) {
    if (!Strays(TopoDS::Face(f.Current()), in.deflection())) continue;
    builder.Add(again, f.Current());
    any = true;
  }
  if (!any) return;
  BRepTools::Clean(again);
  Run(again, in, IMeshTools_MeshAlgoType_Watson);
}

// Keeps what it made, unless the faces were given known triangles that do not fit each other.
void Triangulate(const TopoDS_Shape& what, const Numbered& numbered, const MeshRequest& in, bool all, Memo& memo,
                 Mesh* out) {
  Run(what, in);
  Write(numbered, out);
  if (!out->watertight()) return;
  for (int i = 1; i <= numbered.faces.Extent(); ++i) {
    const TopoDS_Face& face = TopoDS::Face(numbered.faces.FindKey(i));
    if (all || memo.Triangles(face, in.deflection(), in.angle()) == nullptr) memo.Keep(TrianglesOf(face, in));
  }
}

}  // namespace

void MakeMesh(const MeshRequest& in, ShapeStore& store, Mesh* out) {
  const TopoDS_Shape shape = store.Get(in.shape());
  if (!(in.deflection() > 0) || !(in.angle() > 0)) throw Refused{"invalid-input", "mesh accuracy must be positive"};
  // Operations look at triangles where there are some, and must not depend on what was meshed before.
  BRepTools::Clean(shape);
  const Numbered numbered(shape);
  const bool reused = GiveKnown(numbered, in, store.Known());
  if (reused) Triangulate(NewFaces(numbered, in, store.Known()), numbered, in, false, store.Known(), out);
  if (!out->watertight()) {
    BRepTools::Clean(shape);
    out->Clear();
    Triangulate(shape, numbered, in, true, store.Known(), out);
  }
  BRepTools::Clean(shape);
}

}  // namespace ankerdraft

#include <algorithm>
#include <string>
#include <vector>

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
#include <TopoDS_Iterator.hxx>

#include "mesher.h"
#include "net.h"
#include "parallel.h"
#include "shapes.h"
#include "surface.h"

namespace ankerdraft {

using namespace kernel::v1;

namespace {

template <class T>
void Put(const std::vector<T>& values, std::string* to) {
  to->assign(reinterpret_cast<const char*>(values.data()), values.size() * sizeof(T));
}

// Normals of the surface at the nodes of a face, or, where it has none, of a triangle that ends there.
void PutNormals(const TopoDS_Face& face, const Net& net, int number, std::vector<Float3>& out) {
  TopLoc_Location at;
  const Handle(Poly_Triangulation) tri = BRep_Tool::Triangulation(face, at);
  if (tri.IsNull()) return;
  std::vector<gp_Vec> normals(tri->NbNodes(), gp_Vec(0, 0, 0));
  if (tri->HasUVNodes()) {
    const bool reversed = face.Orientation() == TopAbs_REVERSED;
    const BRepAdaptor_Surface surface(face, false);
    for (int i = 1; i <= tri->NbNodes(); ++i)
      normals[i - 1] = EvaluateOutward(surface, reversed, tri->UVNode(i).X(), tri->UVNode(i).Y()).normal;
  }
  const int base = net.FirstNode()[number - 1];
  for (int t = net.FirstTriangle()[number - 1]; t < net.FirstTriangle()[number]; ++t) {
    const int32_t* nodes = &net.Triangles()[3 * static_cast<size_t>(t)];
    const auto from_first = [&](int k) {
      const Float3 &a = net.Positions()[nodes[0]], &b = net.Positions()[nodes[k]];
      return gp_Vec(b[0] - a[0], b[1] - a[1], b[2] - a[2]);
    };
    for (int k = 0; k < 3; ++k) {
      gp_Vec& normal = normals[nodes[k] - base];
      if (normal.SquareMagnitude() >= 0.5) continue;
      const gp_Vec flat = from_first(1).Crossed(from_first(2));
      if (flat.Magnitude() > 0) normal = flat.Normalized();
    }
  }
  for (size_t i = 0; i < normals.size(); ++i) out[base + i] = ToFloat(normals[i].XYZ());
}

// Gives a face the triangles that it had in another body.
void Give(const FaceTriangles& known) {
  const BRep_Builder builder;
  builder.UpdateFace(known.face, known.triangles);
  for (const FaceTriangles::EdgeOf& e : known.edges) {
    if (e.points.IsNull()) continue;
    if (e.on_seam.IsNull())
      builder.UpdateEdge(e.edge, e.points, known.triangles, known.face.Location());
    else
      builder.UpdateEdge(e.edge, e.points, e.on_seam, known.triangles, known.face.Location());
  }
}

// True if any face had some.
bool GiveKnown(const Parts& parts, const MeshAccuracy& in, Memo& memo) {
  bool any = false;
  for (int i = 1; i <= parts.numbered.faces.Extent(); ++i) {
    const FaceTriangles* known = memo.Triangles(parts.Face(i), in.deflection, in.angle);
    if (known == nullptr) continue;
    any = true;
    Give(*known);
  }
  return any;
}

FaceTriangles TrianglesOf(const TopoDS_Face& face, const MeshAccuracy& in) {
  FaceTriangles kept;
  TopLoc_Location at;
  kept.face = face;
  kept.deflection = in.deflection;
  kept.angle = in.angle;
  kept.triangles = BRep_Tool::Triangulation(face, at);
  if (kept.triangles.IsNull()) return kept;
  for (TopExp_Explorer e(face.Oriented(TopAbs_FORWARD), TopAbs_EDGE); e.More(); e.Next()) {
    const TopoDS_Edge edge = TopoDS::Edge(e.Current().Oriented(TopAbs_FORWARD));
    const Handle(Poly_PolygonOnTriangulation) points = BRep_Tool::PolygonOnTriangulation(edge, kept.triangles, at);
    const Handle(Poly_PolygonOnTriangulation) other = BRep_Tool::PolygonOnTriangulation(
        TopoDS::Edge(edge.Reversed()), kept.triangles, at);
    kept.edges.push_back({edge, points, other == points ? Handle(Poly_PolygonOnTriangulation)() : other});
  }
  kept.Tally();
  return kept;
}

void WritePicture(const Numbered& numbered, const Net& net, Mesh* out) {
  std::vector<Float3> normals(net.Positions().size()), edge_points;
  InParallel(numbered.faces.Extent(),
             [&](int i) { PutNormals(TopoDS::Face(numbered.faces.FindKey(i + 1)), net, i + 1, normals); });
  for (int i = 1; i <= numbered.faces.Extent(); ++i)
    out->add_face_triangle_count(net.FirstTriangle()[i] - net.FirstTriangle()[i - 1]);
  for (int e = 1; e <= numbered.edges.Extent(); ++e) {
    const std::vector<Float3>& points = net.PointsOf(e);
    out->add_edge_point_count(static_cast<int>(points.size()));
    edge_points.insert(edge_points.end(), points.begin(), points.end());
  }
  Put(net.Positions(), out->mutable_positions());
  Put(normals, out->mutable_normals());
  Put(net.Triangles(), out->mutable_triangles());
  Put(edge_points, out->mutable_edge_points());
}

// The faces that have no triangles yet, alone: the mesher looks at everything it is given.
TopoDS_Compound NewFaces(const Parts& parts, const MeshAccuracy& in, Memo& memo) {
  TopoDS_Compound faces;
  BRep_Builder builder;
  builder.MakeCompound(faces);
  for (int i = 1; i <= parts.numbered.faces.Extent(); ++i)
    if (memo.Triangles(parts.Face(i), in.deflection, in.angle) == nullptr) builder.Add(faces, parts.Face(i));
  return faces;
}

// Keeps what it made, unless the faces were given known triangles that do not fit each other.
bool Triangulate(const TopoDS_Shape& what, const Parts& parts, const MeshAccuracy& in, bool all, Memo& memo,
                 const Look& look) {
  Discretize(what, in);
  if (!look(parts.numbered, Net(parts.numbered))) return false;
  for (int i = 1; i <= parts.numbered.faces.Extent(); ++i)
    if (all || memo.Triangles(parts.Face(i), in.deflection, in.angle) == nullptr)
      memo.Keep(TrianglesOf(parts.Face(i), in));
  return true;
}

// Meshes the faces that have no triangles yet. Of the others only those beside them are looked at by the mesher.
void MeshNewFaces(const Parts& parts, const MeshAccuracy& in, Memo& memo) {
  TopoDS_Compound made = NewFaces(parts, in, memo);
  if (made.NbChildren() == 0) return;
  TopTools_IndexedMapOfShape edges;
  TopExp::MapShapes(made, TopAbs_EDGE, edges);
  TopoDS_Compound touched;
  BRep_Builder builder;
  builder.MakeCompound(touched);
  builder.Add(touched, made);
  for (int i = 1; i <= parts.numbered.faces.Extent(); ++i) {
    const FaceTriangles* known = memo.Triangles(parts.Face(i), in.deflection, in.angle);
    const auto is_beside = [&](const FaceTriangles::EdgeOf& e) { return edges.Contains(e.edge); };
    if (known == nullptr || std::none_of(known->edges.begin(), known->edges.end(), is_beside)) continue;
    Give(*known);
    builder.Add(touched, known->face);
  }
  Discretize(made, in);
  for (TopoDS_Iterator face(made); face.More(); face.Next())
    memo.Keep(TrianglesOf(TopoDS::Face(face.Value()), in));
  BRepTools::Clean(touched);
}

// Whether the triangles of all faces, each taken as it is known, close; a body then costs what is new of it. Where they
// do not, the faces may have been given triangles that do not fit each other.
bool Closes(const TopoDS_Shape& shape, const MeshAccuracy& in, Memo& memo, Mesh* out) {
  const KnownParts parts = memo.PartsOf(shape);
  MeshNewFaces(*parts, in, memo);
  Balance balance;
  double six_volumes = 0;
  bool any = false;
  for (int i = 1; i <= parts->numbered.faces.Extent(); ++i) {
    const TopoDS_Face face = parts->Face(i);
    const FaceTriangles* known = memo.Triangles(face, in.deflection, in.angle);
    if (known == nullptr || known->triangles.IsNull()) return false;
    const bool reversed = face.Orientation() == TopAbs_REVERSED;
    balance.Add(known->passes, reversed);
    six_volumes += reversed ? -known->six_volumes : known->six_volumes;
    any = any || known->triangles->NbTriangles() > 0;
  }
  out->set_watertight(true);
  out->set_volume(six_volumes / 6);
  return any && balance.IsEven();
}

void CheckAccuracy(const MeshAccuracy& in) {
  if (!(in.deflection > 0) || !(in.angle > 0)) throw Refused{"invalid-input", "mesh accuracy must be positive"};
}

}  // namespace

void LookAtMesh(const TopoDS_Shape& shape, const MeshAccuracy& in, Memo& memo, const Look& look) {
  CheckAccuracy(in);
  // Operations look at triangles where there are some, and must not depend on what was meshed before.
  BRepTools::Clean(shape);
  const KnownParts parts = memo.PartsOf(shape);
  const bool fits = GiveKnown(*parts, in, memo) &&
                    Triangulate(NewFaces(*parts, in, memo), *parts, in, false, memo, look);
  if (!fits) {
    BRepTools::Clean(shape);
    Triangulate(shape, *parts, in, true, memo, look);
  }
  BRepTools::Clean(shape);
}

void MakeMesh(const MeshRequest& in, ShapeStore& store, Mesh* out) {
  const TopoDS_Shape& shape = store.Get(in.shape());
  const MeshAccuracy accuracy{in.deflection(), in.angle()};
  CheckAccuracy(accuracy);
  if (in.proof_only() && Closes(shape, accuracy, store.Known(), out)) return;
  LookAtMesh(shape, accuracy, store.Known(), [&](const Numbered& numbered, const Net& net) {
    out->Clear();
    out->set_watertight(net.IsWatertight());
    out->set_volume(net.Volume());
    if (!in.proof_only()) WritePicture(numbered, net, out);
    return net.IsWatertight();
  });
}

}  // namespace ankerdraft

#include "shapes.h"

#include <sstream>

#include <BRepAdaptor_Curve.hxx>
#include <BRepAdaptor_Surface.hxx>
#include <BRepBndLib.hxx>
#include <BRepBuilderAPI_Copy.hxx>
#include <BRepCheck_Analyzer.hxx>
#include <BRepGProp.hxx>
#include <BRepLib.hxx>
#include <BRepTools.hxx>
#include <BRepTopAdaptor_FClass2d.hxx>
#include <BRep_Tool.hxx>
#include <BinTools.hxx>
#include <BndLib_Add3dCurve.hxx>
#include <Bnd_Box.hxx>
#include <ElSLib.hxx>
#include <GProp_GProps.hxx>
#include <Precision.hxx>
#include <TopExp.hxx>
#include <TopExp_Explorer.hxx>
#include <TopTools_IndexedDataMapOfShapeListOfShape.hxx>
#include <TopTools_ListOfShape.hxx>
#include <TopoDS.hxx>
#include <TopoDS_Iterator.hxx>
#include <gp_Sphere.hxx>
#include <gp_Torus.hxx>

namespace ankerdraft {

using namespace kernel::v1;

gp_Pnt PointOf(const Vec& v) { return gp_Pnt(v.x(), v.y(), v.z()); }
gp_Vec VectorOf(const Vec& v) { return gp_Vec(v.x(), v.y(), v.z()); }

gp_Dir DirectionOf(const Vec& v) {
  const gp_Vec vec = VectorOf(v);
  if (vec.Magnitude() < gp::Resolution()) throw Refused{"invalid-input", "a direction has no length"};
  return gp_Dir(vec);
}

gp_Pln PlaneOf(const Placement& p) { return gp_Pln(PointOf(p.origin()), DirectionOf(p.direction())); }

void Put(const gp_XYZ& xyz, Vec* out) {
  out->set_x(xyz.X());
  out->set_y(xyz.Y());
  out->set_z(xyz.Z());
}

uint64_t ShapeStore::Add(const TopoDS_Shape& shape) {
  shapes_[next_] = shape;
  return next_++;
}

const TopoDS_Shape& ShapeStore::Get(uint64_t handle) const {
  const auto found = shapes_.find(handle);
  if (found == shapes_.end()) throw Refused{"unknown-shape", "no shape has handle " + std::to_string(handle)};
  return found->second;
}

Numbered::Numbered(const TopoDS_Shape& shape) {
  TopExp::MapShapes(shape, TopAbs_FACE, faces);
  TopExp::MapShapes(shape, TopAbs_EDGE, edges);
  TopExp::MapShapes(shape, TopAbs_VERTEX, vertices);
}

namespace {

const TopoDS_Shape& At(const TopTools_IndexedMapOfShape& map, int index, const char* what) {
  if (index < 1 || index > map.Extent())
    throw Refused{"invalid-input", std::string(what) + " " + std::to_string(index) + " of " +
                                       std::to_string(map.Extent()) + " does not exist"};
  return map.FindKey(index);
}

void AddOrigin(int face, OriginKind kind, int input, int source, ShapeReply* reply) {
  Origin* o = reply->add_origins();
  o->set_face(face);
  o->set_kind(kind);
  o->set_input(input);
  o->set_source(source);
}

void AddAll(const TopTools_ListOfShape& list, const TopTools_IndexedMapOfShape& result_faces, OriginKind kind,
            int input, int source, ShapeReply* reply) {
  for (const TopoDS_Shape& s : list) {
    if (s.ShapeType() != TopAbs_FACE) continue;
    const int face = result_faces.FindIndex(s);
    if (face > 0) AddOrigin(face, kind, input, source, reply);
  }
}

bool IsFreeform(const Topology& topology) {
  for (const auto& f : topology.faces())
    if (f.kind() == SURFACE_FREEFORM) return true;
  return false;
}

void AddIfOnFace(const TopoDS_Face& face, const gp_Pnt& p, double u, double v, Bnd_Box& box) {
  if (box.IsOut(p) && BRepTopAdaptor_FClass2d(face, 1e-7).Perform(gp_Pnt2d(u, v)) != TopAbs_OUT) box.Add(p);
}

// Points of spheres and tori at which they face along an axis of space.
void AddCrests(const TopoDS_Face& face, const BRepAdaptor_Surface& surface, Bnd_Box& box) {
  for (const gp_Dir& axis : {gp::DX(), gp::DY(), gp::DZ()})
    for (const double sign : {1.0, -1.0}) {
      const gp_Vec d = gp_Vec(axis) * sign;
      double u, v;
      if (surface.GetType() == GeomAbs_Sphere) {
        const gp_Sphere sphere = surface.Sphere();
        const gp_Pnt p = sphere.Location().Translated(d * sphere.Radius());
        ElSLib::Parameters(sphere, p, u, v);
        AddIfOnFace(face, p, u, v, box);
        continue;
      }
      const gp_Torus torus = surface.Torus();
      const gp_Vec ring_axis(torus.Axis().Direction());
      gp_Vec radial = d - ring_axis * d.Dot(ring_axis);
      // Facing along the ring's axis the crest is a whole circle, and its ends lie on the edges of the face.
      if (radial.Magnitude() < Precision::Angular()) continue;
      radial.Normalize();
      for (const double side : {1.0, -1.0}) {
        const gp_Pnt p =
            torus.Location().Translated(radial * (side * torus.MajorRadius()) + d * torus.MinorRadius());
        ElSLib::Parameters(torus, p, u, v);
        AddIfOnFace(face, p, u, v, box);
      }
    }
}

// The tight box. Planes, cylinders and cones reach their extremes on their edges; the library's own search over
// surfaces is fifty times slower and is left to freeform faces.
Bnd_Box ExactBox(const TopoDS_Shape& shape) {
  Bnd_Box box;
  const Numbered numbered(shape);
  for (int i = 1; i <= numbered.edges.Extent(); ++i) {
    const TopoDS_Edge& edge = TopoDS::Edge(numbered.edges.FindKey(i));
    if (BRep_Tool::Degenerated(edge)) {
      TopExp_Explorer end(edge, TopAbs_VERTEX);
      if (end.More()) box.Add(BRep_Tool::Pnt(TopoDS::Vertex(end.Current())));
      continue;
    }
    const BRepAdaptor_Curve curve(edge);
    BndLib_Add3dCurve::AddOptimal(curve, curve.FirstParameter(), curve.LastParameter(), 0, box);
  }
  for (int i = 1; i <= numbered.faces.Extent(); ++i) {
    const TopoDS_Face& face = TopoDS::Face(numbered.faces.FindKey(i));
    const BRepAdaptor_Surface surface(face);
    switch (surface.GetType()) {
      case GeomAbs_Plane:
      case GeomAbs_Cylinder:
      case GeomAbs_Cone:
        break;
      case GeomAbs_Sphere:
      case GeomAbs_Torus:
        AddCrests(face, surface, box);
        break;
      default:
        BRepBndLib::AddOptimal(face, box, false, false);
    }
  }
  return box;
}

void DescribeMass(const TopoDS_Shape& shape, bool freeform, Mass* mass) {
  // The plain Gauss integration is off by up to 8 % on lofted skins; the adaptive one agrees with fine meshes.
  constexpr double kAdaptiveError = 1e-4;
  GProp_GProps volume, area;
  if (freeform)
    BRepGProp::VolumePropertiesGK(shape, volume, kAdaptiveError, false, false, true, false);
  else
    BRepGProp::VolumeProperties(shape, volume);
  BRepGProp::SurfaceProperties(shape, area);
  mass->set_volume(volume.Mass());
  mass->set_area(area.Mass());
  Put(volume.CentreOfMass().XYZ(), mass->mutable_centroid());
  const Bnd_Box box = ExactBox(shape);
  if (!box.IsVoid()) {
    Put(box.CornerMin().XYZ(), mass->mutable_box_min());
    Put(box.CornerMax().XYZ(), mass->mutable_box_max());
  }
}

void DescribeProof(const TopoDS_Shape& shape, Proof* proof) {
  proof->set_valid(BRepCheck_Analyzer(shape).IsValid());
  if (!proof->valid()) proof->add_faults("the library's shape checker finds a fault");
  int solids = 0;
  for (TopExp_Explorer e(shape, TopAbs_SOLID); e.More(); e.Next()) ++solids;
  proof->set_solids(solids);
  TopTools_IndexedDataMapOfShapeListOfShape owners;
  TopExp::MapShapesAndAncestors(shape, TopAbs_EDGE, TopAbs_FACE, owners);
  bool closed = solids > 0;
  double tolerance = 0;
  for (int i = 1; i <= owners.Extent(); ++i) {
    const TopoDS_Edge& edge = TopoDS::Edge(owners.FindKey(i));
    tolerance = std::max(tolerance, BRep_Tool::Tolerance(edge));
    if (!BRep_Tool::Degenerated(edge) && owners.FindFromIndex(i).Extent() < 2) closed = false;
  }
  for (TopExp_Explorer e(shape, TopAbs_VERTEX); e.More(); e.Next())
    tolerance = std::max(tolerance, BRep_Tool::Tolerance(TopoDS::Vertex(e.Current())));
  proof->set_closed(closed);
  if (!closed) proof->add_faults("the boundary is open");
  proof->set_max_tolerance(tolerance);
}

}  // namespace

const TopoDS_Shape& Numbered::Face(int index) const { return At(faces, index, "face"); }
const TopoDS_Shape& Numbered::Edge(int index) const { return At(edges, index, "edge"); }

TopoDS_Shape Unwrapped(const TopoDS_Shape& shape) {
  if (shape.IsNull()) throw Refused{"refused", "the library returned nothing"};
  if (shape.ShapeType() != TopAbs_COMPOUND) return shape;
  TopoDS_Shape only;
  for (TopoDS_Iterator it(shape); it.More(); it.Next()) {
    if (!only.IsNull()) return shape;
    only = it.Value();
  }
  return only.IsNull() ? shape : Unwrapped(only);
}

TopoDS_Shape CopyOf(const TopoDS_Shape& shape) { return BRepBuilderAPI_Copy(shape).Shape(); }

void RecordOrigins(const TopoDS_Shape& input, int input_number, const History& history, const TopoDS_Shape& result,
                   GeneratedFromFace meaning, ShapeReply* reply) {
  const Numbered in(input);
  TopTools_IndexedMapOfShape result_faces;
  TopExp::MapShapes(result, TopAbs_FACE, result_faces);
  const OriginKind generated =
      meaning == GeneratedFromFace::kIsModified ? ORIGIN_FACE_MODIFIED : ORIGIN_FROM_FACE;
  for (int i = 1; i <= in.faces.Extent(); ++i) {
    const TopoDS_Shape& face = in.faces.FindKey(i);
    const int same = result_faces.FindIndex(face);
    if (same > 0) AddOrigin(same, ORIGIN_FACE_KEPT, input_number, i, reply);
    AddAll(history.Modified(face), result_faces, ORIGIN_FACE_MODIFIED, input_number, i, reply);
    AddAll(history.Generated(face), result_faces, generated, input_number, i, reply);
  }
  for (int i = 1; i <= in.edges.Extent(); ++i)
    AddAll(history.Generated(in.edges.FindKey(i)), result_faces, ORIGIN_FROM_EDGE, input_number, i, reply);
  for (int i = 1; i <= in.vertices.Extent(); ++i)
    AddAll(history.Generated(in.vertices.FindKey(i)), result_faces, ORIGIN_FROM_VERTEX, input_number, i, reply);
}

// On a plane with many contours the library works out the curves of their edges in it anew for each pair; kept with the
// edges they cost once.
void KeepCurvesOnCrowdedPlanes(const TopoDS_Shape& shape) {
  constexpr int kCrowded = 24;
  for (TopExp_Explorer e(shape, TopAbs_FACE); e.More(); e.Next()) {
    const TopoDS_Face& face = TopoDS::Face(e.Current());
    if (face.NbChildren() < kCrowded || BRepAdaptor_Surface(face, false).GetType() != GeomAbs_Plane) continue;
    TopTools_ListOfShape edges;
    for (TopExp_Explorer edge(face, TopAbs_EDGE); edge.More(); edge.Next()) edges.Append(edge.Current());
    BRepLib::BuildPCurveForEdgesOnPlane(edges, face);
  }
}

void Describe(const TopoDS_Shape& result, ShapeStore& store, ShapeReply* reply) {
  BRepTools::Clean(result);
  KeepCurvesOnCrowdedPlanes(result);
  reply->set_shape(store.Add(result));
  DescribeTopology(result, reply->mutable_topology());
  DescribeMass(result, IsFreeform(reply->topology()), reply->mutable_mass());
  DescribeProof(result, reply->mutable_proof());
  std::ostringstream bytes;
  BinTools::Write(result, bytes);
  reply->set_brep(bytes.str());
}

void Restore(const kernel::v1::Restore& in, ShapeStore& store, ShapeReply* out) {
  TopoDS_Shape shape;
  std::istringstream bytes(in.brep());
  BinTools::Read(shape, bytes);
  if (shape.IsNull()) throw Refused{"invalid-input", "the BREP bytes hold no shape"};
  Describe(shape, store, out);
}

}  // namespace ankerdraft

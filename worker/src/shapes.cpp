#include "patch.h"
#include "shapes.h"

#include <cmath>
#include <future>
#include <numeric>
#include <sstream>
#include <utility>
#include <vector>

#include <BRepAdaptor_Surface.hxx>
#include <BRepBuilderAPI_Copy.hxx>
#include <BRepCheck_ListOfStatus.hxx>
#include <BRepCheck_Shell.hxx>
#include <BRepCheck_Solid.hxx>
#include <BRepGProp.hxx>
#include <BRepLib.hxx>
#include <BRepTools.hxx>
#include <BRep_Tool.hxx>
#include <BinTools.hxx>
#include <Bnd_Box.hxx>
#include <GProp_GProps.hxx>
#include <Precision.hxx>
#include <TopExp.hxx>
#include <TopExp_Explorer.hxx>
#include <TopTools_ListOfShape.hxx>
#include <TopoDS.hxx>
#include <TopoDS_Iterator.hxx>

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

// A point near the shape that stays the same while the shape changes a little: volumes of cones over faces are taken
// from it, so that a face that is left alone need not be integrated again. Integrals over free faces are off by a share of
// the cones, which must not be larger than the shape.
gp_Pnt ApexFor(const Bnd_Box& box, bool freeform) {
  const double cell_share = freeform ? 0.25 : 4;
  const gp_Pnt low = box.CornerMin(), high = box.CornerMax();
  const double cell = std::exp2(std::ceil(std::log2(cell_share * std::max(low.Distance(high), Precision::Confusion()))));
  gp_XYZ middle = 0.5 * (low.XYZ() + high.XYZ());
  for (int i = 1; i <= 3; ++i) middle.SetCoord(i, cell * std::round(middle.Coord(i) / cell));
  return gp_Pnt(middle);
}

Bnd_Box ExactBox(const Parts& parts, Memo& memo) {
  Bnd_Box box;
  for (int i = 1; i <= parts.numbered.edges.Extent(); ++i) box.Add(memo.Of(parts.Edge(i), parts.MeetingAt(i)).box);
  for (int i = 1; i <= parts.numbered.faces.Extent(); ++i) box.Add(memo.Of(parts.Face(i)).crests);
  return box;
}

bool IsSurface(const TopoDS_Shape& shape) { return !TopExp_Explorer(shape, TopAbs_SOLID).More(); }

// A surface has no volume, and the centroid of its area.
void DescribeMass(const TopoDS_Shape& shape, const Bnd_Box& box, Memo& memo, Mass* mass) {
  constexpr double kAdaptiveError = 1e-4;
  const bool surface = IsSurface(shape);
  std::vector<TopoDS_Face> faces;
  double area = 0;
  bool freeform = false;
  for (TopExp_Explorer e(shape, TopAbs_FACE); e.More(); e.Next()) {
    faces.push_back(TopoDS::Face(e.Current()));
    const Face& described = memo.Of(faces.back()).described;
    area += described.area();
    freeform = freeform || described.kind() == SURFACE_FREEFORM;
  }
  if (surface) {
    GProp_GProps skin;
    BRepGProp::SurfaceProperties(shape, skin);
    mass->set_volume(0);
    Put(skin.CentreOfMass().XYZ(), mass->mutable_centroid());
  } else {
    const auto known = memo.VolumeOver(faces, box.IsVoid() ? gp_Pnt() : ApexFor(box, freeform));
    const Bulk bulk = known ? *known : VolumeByParts(shape, kAdaptiveError);
    mass->set_volume(bulk.volume);
    Put(bulk.Centre().XYZ(), mass->mutable_centroid());
  }
  mass->set_area(area);
  if (!box.IsVoid()) {
    Put(box.CornerMin().XYZ(), mass->mutable_box_min());
    Put(box.CornerMax().XYZ(), mass->mutable_box_max());
  }
}

// The only shell of a shape; null if there are several, or none.
TopoDS_Shape OnlyShell(const TopoDS_Shape& shape) {
  TopExp_Explorer e(shape, TopAbs_SHELL);
  if (!e.More()) return TopoDS_Shape();
  const TopoDS_Shape shell = e.Current();
  e.Next();
  return e.More() ? TopoDS_Shape() : shell;
}

// Whether each edge is passed once each way by the faces beside it. Edges without length lie at the tip of one face.
bool PassesEdgesBothWays(const Parts& parts) {
  for (int i = 1; i <= parts.numbered.edges.Extent(); ++i) {
    const std::vector<EdgeUses::Use>& uses = parts.uses.Of(i);
    if (uses.size() == 1 && BRep_Tool::Degenerated(parts.Edge(i))) continue;
    if (uses.size() != 2) return false;
    const TopAbs_Orientation one = uses.front().in, other = uses.back().in;
    if (!(one == TopAbs_FORWARD && other == TopAbs_REVERSED) && !(one == TopAbs_REVERSED && other == TopAbs_FORWARD))
      return false;
  }
  return true;
}

bool HangsTogether(const Parts& parts) {
  const int count = parts.numbered.faces.Extent();
  std::vector<int> leader(count + 1);
  std::iota(leader.begin(), leader.end(), 0);
  const auto leader_of = [&leader](int face) {
    while (leader[face] != face) face = leader[face] = leader[leader[face]];
    return face;
  };
  int apart = count;
  for (int i = 1; i <= parts.numbered.edges.Extent(); ++i) {
    const std::vector<EdgeUses::Use>& uses = parts.uses.Of(i);
    const int one = leader_of(uses.front().face), other = leader_of(uses.back().face);
    if (one == other) continue;
    leader[one] = other;
    --apart;
  }
  return apart == 1;
}

// What the library's checker finds sound about a shell, told by the numbers of its parts in a tenth of the time: closed,
// each face once, in one piece, all looking out or all in. False where that must be left to the checker.
bool IsPlainlyClosed(const TopoDS_Shape& shape, const Parts& parts) {
  const TopoDS_Shape shell = OnlyShell(shape);
  if (shell.IsNull() || shell.NbChildren() != parts.numbered.faces.Extent()) return false;
  for (TopoDS_Iterator face(shell); face.More(); face.Next())
    if (face.Value().Orientation() != TopAbs_FORWARD && face.Value().Orientation() != TopAbs_REVERSED) return false;
  return PassesEdgesBothWays(parts) && HangsTogether(parts);
}

// Faces by themselves, and how they make up shells and these solids. The shells of a surface may be open.
bool IsValid(const TopoDS_Shape& shape, const Parts& parts, Memo& memo) {
  for (int i = 1; i <= parts.numbered.faces.Extent(); ++i)
    if (!memo.Of(parts.Face(i)).valid) return false;
  const bool surface = IsSurface(shape);
  const bool plainly_closed = IsPlainlyClosed(shape, parts);
  for (TopExp_Explorer e(shape, TopAbs_SHELL); e.More() && !plainly_closed; e.Next()) {
    BRepCheck_Shell shell(TopoDS::Shell(e.Current()));
    const auto sound = [surface](BRepCheck_Status s) {
      return s == BRepCheck_NoError || (surface && s == BRepCheck_NotClosed);
    };
    if (!sound(shell.Closed()) || !sound(shell.Orientation())) return false;
    for (const BRepCheck_Status status : shell.Status())
      if (status != BRepCheck_NoError) return false;
  }
  for (TopExp_Explorer e(shape, TopAbs_SOLID); e.More(); e.Next()) {
    BRepCheck_Solid solid(TopoDS::Solid(e.Current()));
    for (const BRepCheck_Status status : solid.Status())
      if (status != BRepCheck_NoError) return false;
  }
  return true;
}

void DescribeProof(const TopoDS_Shape& shape, const Parts& parts, Memo& memo, Proof* proof) {
  const Numbered& numbered = parts.numbered;
  proof->set_valid(IsValid(shape, parts, memo));
  if (!proof->valid()) proof->add_faults("the library's shape checker finds a fault");
  int solids = 0;
  for (TopExp_Explorer e(shape, TopAbs_SOLID); e.More(); e.Next()) ++solids;
  proof->set_solids(solids);
  bool closed = solids > 0;
  double tolerance = 0;
  for (int i = 1; i <= numbered.edges.Extent(); ++i) {
    const TopoDS_Edge edge = parts.Edge(i);
    tolerance = std::max(tolerance, BRep_Tool::Tolerance(edge));
    if (!BRep_Tool::Degenerated(edge) && parts.uses.Of(i).size() < 2) closed = false;
  }
  for (int i = 1; i <= numbered.vertices.Extent(); ++i)
    tolerance = std::max(tolerance, BRep_Tool::Tolerance(TopoDS::Vertex(numbered.vertices.FindKey(i))));
  proof->set_closed(closed);
  if (!closed && solids > 0) proof->add_faults("the boundary is open");
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
                   GeneratedFromFace meaning, Memo& memo, ShapeReply* reply) {
  const KnownParts parts = memo.PartsOf(input), of_result = memo.PartsOf(result);
  const Numbered& in = parts->numbered;
  const TopTools_IndexedMapOfShape& result_faces = of_result->numbered.faces;
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

std::string BytesOf(const TopoDS_Shape& shape) {
  std::ostringstream bytes;
  BinTools::Write(shape, bytes);
  return bytes.str();
}

// On a plane with many contours the library works out the curves of their edges in it anew for each pair; kept with the
// edges they cost once.
void KeepCurvesOnCrowdedPlanes(const TopoDS_Shape& shape) {
  for (TopExp_Explorer e(shape, TopAbs_FACE); e.More(); e.Next()) {
    const TopoDS_Face& face = TopoDS::Face(e.Current());
    if (face.NbChildren() < kCrowdedContours || BRepAdaptor_Surface(face, false).GetType() != GeomAbs_Plane) continue;
    TopTools_ListOfShape edges;
    for (TopExp_Explorer edge(face, TopAbs_EDGE); edge.More(); edge.Next()) edges.Append(edge.Current());
    BRepLib::BuildPCurveForEdgesOnPlane(edges, face);
  }
}

bool IsSound(const TopoDS_Shape& shape, Memo& memo) {
  const KnownParts parts = memo.PartsOf(shape);
  LearnAll({parts}, memo);
  return IsValid(shape, *parts, memo);
}

void Describe(const std::vector<Made>& made, ShapeStore& store) {
  Memo& memo = store.Known();
  memo.NextBody();
  std::vector<KnownParts> parts;
  for (const Made& m : made) {
    BRepTools::Clean(m.shape);
    KeepCurvesOnCrowdedPlanes(m.shape);
    m.reply->set_shape(store.Add(m.shape));
    parts.push_back(memo.PartsOf(m.shape));
  }
  // Nobody changes the shapes from here on.
  std::future<std::vector<std::string>> bytes = std::async(std::launch::async, [&made] {
    std::vector<std::string> of_each;
    for (const Made& m : made) of_each.push_back(BytesOf(m.shape));
    return of_each;
  });
  LearnAll(parts, memo);
  for (size_t i = 0; i < made.size(); ++i) {
    ShapeReply* reply = made[i].reply;
    DescribeTopology(*parts[i], memo, reply->mutable_topology());
    const Bnd_Box box = ExactBox(*parts[i], memo);
    DescribeMass(made[i].shape, box, memo, reply->mutable_mass());
    DescribeProof(made[i].shape, *parts[i], memo, reply->mutable_proof());
  }
  std::vector<std::string> written = bytes.get();
  for (size_t i = 0; i < made.size(); ++i) made[i].reply->set_brep(std::move(written[i]));
}

void Describe(const TopoDS_Shape& result, ShapeStore& store, ShapeReply* reply) { Describe({{result, reply}}, store); }

void Restore(const kernel::v1::Restore& in, ShapeStore& store, ShapeReply* out) {
  TopoDS_Shape shape;
  std::istringstream bytes(in.brep());
  BinTools::Read(shape, bytes);
  if (shape.IsNull()) throw Refused{"invalid-input", "the BREP bytes hold no shape"};
  if (!in.described()) {
    Describe(shape, store, out);
    return;
  }
  KeepCurvesOnCrowdedPlanes(shape);
  if (in.valid())
    for (TopExp_Explorer f(shape, TopAbs_FACE); f.More(); f.Next()) store.Known().KnowValid(TopoDS::Face(f.Current()));
  out->set_shape(store.Add(shape));
}

}  // namespace ankerdraft

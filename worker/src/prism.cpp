#include <cmath>
#include <memory>
#include <set>

#include <BRepAdaptor_Curve.hxx>
#include <BRepAdaptor_Surface.hxx>
#include <BRepBndLib.hxx>
#include <BRepBuilderAPI_MakeFace.hxx>
#include <BRepBuilderAPI_MakeVertex.hxx>
#include <BRepBuilderAPI_Transform.hxx>
#include <BRepExtrema_DistShapeShape.hxx>
#include <BRepOffsetAPI_MakePipeShell.hxx>
#include <BRepPrimAPI_MakePrism.hxx>
#include <BRepPrimAPI_MakeRevol.hxx>
#include <BRepTools.hxx>
#include <BRepTools_Modifier.hxx>
#include <BRep_Builder.hxx>
#include <BRep_Tool.hxx>
#include <Bnd_Box.hxx>
#include <GeomAPI_Interpolate.hxx>
#include <GeomFill.hxx>
#include <Geom_BSplineCurve.hxx>
#include <Geom_Surface.hxx>
#include <Precision.hxx>
#include <ShapeCustom_DirectModification.hxx>
#include <TColStd_HArray1OfReal.hxx>
#include <TColgp_HArray1OfPnt.hxx>
#include <TopExp_Explorer.hxx>
#include <TopoDS.hxx>
#include <TopoDS_Compound.hxx>
#include <TopoDS_Face.hxx>
#include <TopoDS_Iterator.hxx>
#include <TopoDS_Wire.hxx>
#include <gp_Lin.hxx>

#include "elementary.h"
#include "shapes.h"
#include "wires.h"

namespace ankerdraft {

using namespace kernel::v1;

namespace {

TopoDS_Face FaceOf(const Region& region, const gp_Pln& plane, std::vector<TaggedEdge>& tagged) {
  const auto outer = EdgesOf(region.outer());
  tagged.insert(tagged.end(), outer.begin(), outer.end());
  BRepBuilderAPI_MakeFace face(plane, Turned(WireOf(outer), plane), true);
  for (const Wire& hole : region.inner()) {
    const auto edges = EdgesOf(hole);
    tagged.insert(tagged.end(), edges.begin(), edges.end());
    face.Add(TopoDS::Wire(Turned(WireOf(edges), plane).Reversed()));
  }
  return face.Face();
}

// Curves that leave a common end the same way are one there as far as the library can tell.
constexpr double kCusp = 1e-2;

// The direction in which an edge leaves one of its ends.
gp_Dir Leaving(const TopoDS_Edge& edge, const TopoDS_Vertex& end) {
  const BRepAdaptor_Curve curve(edge);
  const double at = BRep_Tool::Parameter(end, edge);
  gp_Pnt p;
  gp_Vec way;
  curve.D1(at, p, way);
  return 2 * at < curve.FirstParameter() + curve.LastParameter() ? gp_Dir(way) : gp_Dir(way.Reversed());
}

bool IsJoint(const gp_Pnt& p, const TopoDS_Edge& a, const TopoDS_Edge& b) {
  for (TopoDS_Iterator va(a); va.More(); va.Next()) {
    for (TopoDS_Iterator vb(b); vb.More(); vb.Next()) {
      if (!va.Value().IsSame(vb.Value())) continue;
      const TopoDS_Vertex ends[] = {TopoDS::Vertex(va.Value()), TopoDS::Vertex(vb.Value())};
      const double away = BRep_Tool::Pnt(ends[0]).Distance(p);
      if (away < 1e-6) return true;
      if (away < kCusp && Leaving(a, ends[0]).IsEqual(Leaving(b, ends[1]), Precision::Angular() * 1e6)) return true;
    }
  }
  return false;
}

void RefuseCrossing(const TaggedEdge& a, const TaggedEdge& b) {
  const BRepExtrema_DistShapeShape nearest(a.edge, b.edge);
  if (!nearest.IsDone() || nearest.Value() > Precision::Confusion()) return;
  for (int i = 1; i <= nearest.NbSolution(); ++i) {
    const gp_Pnt p = nearest.PointOnShape1(i);
    if (IsJoint(p, a.edge, b.edge)) continue;
    Refused r{"invalid-input", "the profile crosses or touches itself"};
    r.edges = {a.tag, b.tag};
    r.has_place = true;
    r.place = p;
    throw r;
  }
}

}  // namespace

void CheckProfile(const ProfileCheck& in) {
  std::vector<TaggedEdge> edges;
  for (const Region& region : in.regions()) FaceOf(region, PlaneOf(in.plane()), edges);
  // Only curves whose boxes meet can cross.
  std::vector<Bnd_Box> boxes(edges.size());
  for (size_t i = 0; i < edges.size(); ++i) {
    BRepBndLib::Add(edges[i].edge, boxes[i]);
    boxes[i].Enlarge(2 * Precision::Confusion());
  }
  for (size_t i = 0; i < edges.size(); ++i)
    for (size_t j = i + 1; j < edges.size(); ++j)
      if (!boxes[i].IsOut(boxes[j])) RefuseCrossing(edges[i], edges[j]);
}

namespace {

// Faces of regions, or wires of open chains, moved, with what is known of their edges.
struct Profile {
  std::vector<TaggedEdge> tagged;
  std::vector<TopoDS_Face> faces;
  TopoDS_Compound all;

  template <class Regions>
  Profile(const Regions& regions, const gp_Pln& plane) {
    BRep_Builder builder;
    builder.MakeCompound(all);
    for (const Region& region : regions) {
      if (region.open()) {
        const auto chain = EdgesOf(region.outer(), false);
        tagged.insert(tagged.end(), chain.begin(), chain.end());
        builder.Add(all, WireOf(chain));
      } else {
        faces.push_back(FaceOf(region, plane, tagged));
        builder.Add(all, faces.back());
      }
    }
    if (tagged.empty()) throw Refused{"invalid-input", "the profile has no area"};
  }

  // What a sweep of the moved profile made of its edges and faces.
  template <class Sweep>
  void Record(Sweep& sweep, const TopLoc_Location& moved, const TopTools_IndexedMapOfShape& result, bool capped,
              ShapeReply* out) const {
    for (const TaggedEdge& e : tagged)
      AddCurveOrigins(sweep.Generated(e.edge.Moved(moved)), ORIGIN_CURVE, e.tag, result, out);
    for (size_t region = 0; capped && region < faces.size(); ++region) {
      const TopoDS_Shape face = faces[region].Moved(moved);
      AddCurveOrigin(sweep.FirstShape(face), ORIGIN_START_CAP, static_cast<int>(region), result, out);
      AddCurveOrigin(sweep.LastShape(face), ORIGIN_END_CAP, static_cast<int>(region), result, out);
    }
  }
};

}  // namespace

void Extrude(const kernel::v1::Extrude& in, ShapeStore& store, ShapeReply* out) {
  const gp_Vec along = VectorOf(in.vector());
  if (along.Magnitude() < Precision::Confusion()) throw Refused{"invalid-input", "the depth is zero"};
  const Profile profile(in.regions(), PlaneOf(in.plane()));
  gp_Trsf move;
  move.SetTranslation(VectorOf(in.start()));
  const TopLoc_Location moved(move);
  BRepPrimAPI_MakePrism prism(profile.all.Moved(moved), along);
  if (!prism.IsDone()) throw Refused{"refused", "the library could not extrude the profile"};
  const TopoDS_Shape result = Unwrapped(prism.Shape());
  profile.Record(prism, moved, Numbered(result).faces, true, out);
  Describe(result, store, out);
}

namespace {

gp_Pnt MiddleOf(const TopoDS_Edge& edge) {
  const BRepAdaptor_Curve curve(edge);
  return curve.Value(0.5 * (curve.FirstParameter() + curve.LastParameter()));
}

// The library does not tell from which edge the plane faces of a whole turn came: they hold the edge's middle.
void AddByPlace(const std::vector<TaggedEdge>& edges, const gp_Ax1& axis, double turn,
                const TopTools_IndexedMapOfShape& faces, ShapeReply* out) {
  std::set<int> known;
  for (const Origin& o : out->origins()) known.insert(o.face());
  for (const TaggedEdge& e : edges) {
    const gp_Pnt middle = MiddleOf(e.edge);
    if (gp_Lin(axis).Distance(middle) < Precision::Confusion()) continue;
    const TopoDS_Vertex at = BRepBuilderAPI_MakeVertex(middle.Rotated(axis, turn)).Vertex();
    for (int i = 1; i <= faces.Extent(); ++i) {
      if (known.count(i) > 0) continue;
      const BRepExtrema_DistShapeShape distance(at, faces.FindKey(i));
      if (!distance.IsDone() || distance.Value() > 10 * Precision::Confusion()) continue;
      Origin* o = out->add_origins();
      o->set_face(i);
      o->set_kind(ORIGIN_CURVE);
      o->set_source(e.tag);
    }
  }
}

}  // namespace

void Revolve(const kernel::v1::Revolve& in, ShapeStore& store, ShapeReply* out) {
  const gp_Ax1 axis(PointOf(in.point()), DirectionOf(in.direction()));
  const Profile profile(in.regions(), PlaneOf(in.plane()));
  const bool whole = in.angle() >= 2 * M_PI - Precision::Angular();
  gp_Trsf turn;
  turn.SetRotation(axis, in.start());
  const TopLoc_Location moved(turn);
  const TopoDS_Shape turned = profile.all.Moved(moved);
  BRepPrimAPI_MakeRevol revolution =
      whole ? BRepPrimAPI_MakeRevol(turned, axis) : BRepPrimAPI_MakeRevol(turned, axis, in.angle());
  if (!revolution.IsDone()) throw Refused{"refused", "the library could not turn the profile"};
  TopoDS_Shape made = Unwrapped(revolution.Shape());
  // Turned against the normal of its plane a profile makes a solid that is inside out.
  if (!profile.faces.empty()) TurnOutwards(made);
  Tori result(made);
  const TopTools_IndexedMapOfShape faces = result.FormerFaces();
  profile.Record(revolution, moved, faces, !whole, out);
  AddByPlace(profile.tagged, axis, in.start() + 0.5 * in.angle(), faces, out);
  Describe(result.Shape(), store, out);
}

namespace {

// What is sound stays so wherever it lies.
void KnowCopiesValid(const TopoDS_Shape& shape, BRepBuilderAPI_Transform& maker, Memo& memo) {
  const TopTools_IndexedMapOfShape copies = Numbered(maker.Shape()).faces;
  for (TopExp_Explorer e(shape, TopAbs_FACE); e.More(); e.Next()) {
    const int copy = copies.FindIndex(maker.ModifiedShape(e.Current()));
    if (copy > 0 && memo.Of(TopoDS::Face(e.Current())).valid) memo.KnowValid(TopoDS::Face(copies.FindKey(copy)));
  }
}

gp_Trsf TransformationOf(const kernel::v1::Motion& in) {
  gp_Trsf all;
  if (in.has_mirror()) all.SetMirror(gp_Ax2(PlaneOf(in.mirror()).Location(), PlaneOf(in.mirror()).Axis().Direction()));
  if (in.angle() != 0) {
    gp_Trsf turn;
    turn.SetRotation(gp_Ax1(PointOf(in.point()), DirectionOf(in.direction())), in.angle());
    all.PreMultiply(turn);
  }
  gp_Trsf shift;
  shift.SetTranslation(VectorOf(in.shift()));
  all.PreMultiply(shift);
  return all;
}

TopoDS_Shape Moved(const TopoDS_Shape& shape, const kernel::v1::Motion& in, Memo& memo, ShapeReply* out) {
  BRepBuilderAPI_Transform maker(shape, TransformationOf(in), true);
  if (!in.has_mirror()) {
    KnowCopiesValid(shape, maker, memo);
    RecordOrigins(shape, 0, MakerHistory<BRepBuilderAPI_Transform>(maker), maker.Shape(),
                  GeneratedFromFace::kIsModified, memo, out);
    return maker.Shape();
  }
  // Mirrored surfaces have left-handed frames, on which the round tool takes a hundred times as long.
  const Handle(ShapeCustom_DirectModification) direct = new ShapeCustom_DirectModification();
  BRepTools_Modifier modifier(maker.Shape(), direct);
  const TopoDS_Shape result = modifier.IsDone() ? modifier.ModifiedShape(maker.Shape()) : maker.Shape();
  const Numbered before(shape);
  const TopTools_IndexedMapOfShape faces = Numbered(result).faces;
  for (int i = 1; i <= before.faces.Extent(); ++i) {
    const TopoDS_Shape moved = maker.ModifiedShape(before.faces.FindKey(i));
    const int index = faces.FindIndex(modifier.IsDone() ? modifier.ModifiedShape(moved) : moved);
    if (index == 0) continue;
    Origin* o = out->add_origins();
    o->set_face(index);
    o->set_kind(ORIGIN_FACE_MODIFIED);
    o->set_source(i);
  }
  return result;
}

}  // namespace

void Move(const kernel::v1::Move& in, ShapeStore& store, ShapeList* out) {
  const TopoDS_Shape shape = store.Get(in.shape());
  std::vector<Made> copies;
  for (const kernel::v1::Motion& motion : in.motions()) {
    ShapeReply* reply = out->add_shapes();
    copies.push_back({Moved(shape, motion, store.Known(), reply), reply});
  }
  Describe(copies, store);
}

namespace {

// All that a loop of a plane face encloses.
TopoDS_Face Enclosed(const TopoDS_Face& face, int loop) {
  const BRepAdaptor_Surface surface(face, false);
  if (surface.GetType() != GeomAbs_Plane) throw Refused{"invalid-input", "the face is not plane"};
  std::vector<TopoDS_Wire> loops{BRepTools::OuterWire(face)};
  for (TopExp_Explorer w(face, TopAbs_WIRE); w.More(); w.Next())
    if (!w.Current().IsSame(loops.front())) loops.push_back(TopoDS::Wire(w.Current()));
  if (loop > static_cast<int>(loops.size())) throw Refused{"invalid-input", "the face has no such loop"};
  return BRepBuilderAPI_MakeFace(surface.Plane(), loops[loop - 1], true);
}

}  // namespace

void SweepFace(const kernel::v1::SweepFace& in, ShapeStore& store, ShapeReply* out) {
  const TopoDS_Shape shape = CopyOf(store.Get(in.shape()));
  const Numbered numbered(shape);
  const TopoDS_Face& whole = TopoDS::Face(numbered.Face(in.face()));
  const TopoDS_Face face = in.loop() == 0 ? whole : Enclosed(whole, in.loop());
  BRepPrimAPI_MakePrism prism(face, VectorOf(in.vector()));
  if (!prism.IsDone()) throw Refused{"refused", "the library could not sweep the face", {in.face()}};
  TopoDS_Shape result = Unwrapped(prism.Shape());
  TurnOutwards(result);
  const TopTools_IndexedMapOfShape faces = Numbered(result).faces;
  for (int i = 1; i <= numbered.edges.Extent(); ++i)
    AddCurveOrigins(prism.Generated(numbered.Edge(i)), ORIGIN_FROM_EDGE, i, faces, out);
  AddCurveOrigin(prism.FirstShape(), ORIGIN_START_CAP, 0, faces, out);
  AddCurveOrigin(prism.LastShape(), ORIGIN_END_CAP, 0, faces, out);
  Describe(result, store, out);
}

namespace {

constexpr double kUsualSkin = 1e-4, kFineSkin = 1e-6;

// Null where the library gives up.
//
// @param within how true the skin is, mm
std::unique_ptr<BRepOffsetAPI_MakePipeShell> PipeAlong(const kernel::v1::SweepAlong& in, const TopoDS_Wire& path,
                                                       const TopoDS_Wire& profile, double within) {
  auto pipe = std::make_unique<BRepOffsetAPI_MakePipeShell>(path);
  if (in.parallel())
    pipe->SetMode(PlaneOf(in.plane()).Position().Ax2());
  else
    pipe->SetMode(false);
  pipe->SetTolerance(within, within);
  pipe->SetTransitionMode(BRepBuilderAPI_RightCorner);
  pipe->Add(profile);
  if (!pipe->IsReady()) throw Refused{"refused", "the library cannot sweep this profile"};
  pipe->Build();
  return pipe->IsDone() && (in.open() || pipe->MakeSolid()) ? std::move(pipe) : nullptr;
}

}  // namespace

void SweepAlong(const kernel::v1::SweepAlong& in, ShapeStore& store, ShapeReply* out) {
  const gp_Pln plane = PlaneOf(in.plane());
  const auto tagged = EdgesOf(in.contour(), !in.open());
  const TopoDS_Wire path = WireOf(EdgesOf(in.path(), in.closed()));
  const TopoDS_Wire profile = in.open() ? WireOf(tagged) : Turned(WireOf(tagged), plane);
  std::unique_ptr<BRepOffsetAPI_MakePipeShell> made = PipeAlong(in, path, profile, kUsualSkin);
  // Approximated too coarsely, the ends of some skins are not plane enough for the library to close them.
  if (!made) made = PipeAlong(in, path, profile, kFineSkin);
  if (!made) throw Refused{"refused", "the library could not sweep the profile along the path"};
  BRepOffsetAPI_MakePipeShell& pipe = *made;
  TopoDS_Shape result = Unwrapped(pipe.Shape());
  if (!in.open()) TurnOutwards(result);
  const TopTools_IndexedMapOfShape faces = Numbered(result).faces;
  for (const TaggedEdge& e : tagged) AddCurveOrigins(pipe.Generated(e.edge), ORIGIN_CURVE, e.tag, faces, out);
  if (!in.closed() && !in.open()) {
    AddCurveOrigin(pipe.FirstShape(), ORIGIN_START_CAP, 0, faces, out);
    AddCurveOrigin(pipe.LastShape(), ORIGIN_END_CAP, 0, faces, out);
  }
  Describe(result, store, out);
}

namespace {

Handle(Geom_BSplineCurve) SplineThrough(const google::protobuf::RepeatedField<double>& coordinates) {
  const int count = coordinates.size() / 3;
  if (count < 2 || coordinates.size() != 3 * count)
    throw Refused{"invalid-input", "a spline needs two points of three coordinates"};
  const Handle(TColgp_HArray1OfPnt) points = new TColgp_HArray1OfPnt(1, count);
  const Handle(TColStd_HArray1OfReal) steps = new TColStd_HArray1OfReal(1, count);
  for (int i = 0; i < count; ++i) {
    points->SetValue(i + 1, gp_Pnt(coordinates[3 * i], coordinates[3 * i + 1], coordinates[3 * i + 2]));
    steps->SetValue(i + 1, double(i) / (count - 1));
  }
  GeomAPI_Interpolate spline(points, steps, false, Precision::Confusion());
  spline.Perform();
  if (!spline.IsDone()) throw Refused{"refused", "no spline goes through the points"};
  return spline.Curve();
}

}  // namespace

void SweepRuled(const kernel::v1::SweepRuled& in, ShapeStore& store, ShapeReply* out) {
  if (in.near_size() != in.far_size()) throw Refused{"invalid-input", "the two splines need as many points"};
  const Handle(Geom_Surface) ruled = GeomFill::Surface(SplineThrough(in.near()), SplineThrough(in.far()));
  BRepPrimAPI_MakePrism prism(BRepBuilderAPI_MakeFace(ruled, Precision::Confusion()).Face(), VectorOf(in.vector()));
  if (!prism.IsDone()) throw Refused{"refused", "the library could not sweep the surface"};
  TopoDS_Shape result = prism.Shape();
  TurnOutwards(result);
  Describe(result, store, out);
}

}  // namespace ankerdraft

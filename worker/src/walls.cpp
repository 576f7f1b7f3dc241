#include <BRepOffset_MakeOffset.hxx>
#include <BRepClass3d_SolidClassifier.hxx>
#include <BRepBuilderAPI_MakeSolid.hxx>
#include <BRepLib.hxx>
#include <Precision.hxx>
#include <TopExp_Explorer.hxx>
#include <TopoDS.hxx>
#include <TopoDS_Solid.hxx>

#include "copied.h"
#include "facewise.h"
#include "lean.h"
#include "shapes.h"
#include "wires.h"

namespace ankerdraft {

using namespace kernel::v1;

namespace {

// The accuracy to which the library joins offset faces; finer values make it refuse more often.
constexpr double kJoinTolerance = 1e-4;

std::string Reason(BRepOffset_Error error) {
  switch (error) {
    case BRepOffset_BadNormalsOnGeometry:
      return "a face has no usable normal somewhere";
    case BRepOffset_C0Geometry:
      return "a face has a kink";
    case BRepOffset_NullOffset:
      return "the thickness is zero";
    case BRepOffset_NotConnectedShell:
      return "the faces left do not hang together";
    case BRepOffset_CannotTrimEdges:
      return "offset edges cannot be trimmed against each other";
    case BRepOffset_CannotFuseVertices:
      return "offset corners do not come together";
    case BRepOffset_CannotExtentEdge:
      return "an edge cannot be extended far enough";
    default:
      return "moved so far, the faces do not meet each other again";
  }
}

GeomAbs_JoinType JoinOf(JoinKind join) { return join == JOIN_ARC ? GeomAbs_Arc : GeomAbs_Intersection; }

[[noreturn]] void Refuse(BRepOffset_MakeOffset& maker, const Numbered& numbered) {
  Refused r{"refused", Reason(maker.Error())};
  const TopoDS_Shape& where = maker.GetBadShape();
  if (!where.IsNull()) {
    if (where.ShapeType() == TopAbs_FACE) r.faces.push_back(numbered.faces.FindIndex(where));
    if (where.ShapeType() == TopAbs_EDGE) r.edges.push_back(numbered.edges.FindIndex(where));
  }
  throw r;
}

// Offsetting can give a bare shell; a shell that closes is made the solid it bounds.
TopoDS_Shape Solidified(const TopoDS_Shape& shape) {
  const TopoDS_Shape inner = Unwrapped(shape);
  if (inner.ShapeType() != TopAbs_SHELL) return Forward(inner);
  TopoDS_Solid solid = BRepBuilderAPI_MakeSolid(TopoDS::Shell(inner)).Solid();
  BRepLib::OrientClosedSolid(solid);
  return Forward(solid);
}

void Initialise(BRepOffset_MakeOffset& maker, const TopoDS_Shape& shape, double distance, JoinKind join,
                bool thickening, const Numbered& numbered,
                const google::protobuf::RepeatedPtrField<FaceAngle>& own) {
  maker.Initialize(shape, distance, kJoinTolerance, BRepOffset_Skin, false, false, JoinOf(join), thickening, false);
  for (const FaceAngle& fa : own) maker.SetOffsetOnFace(TopoDS::Face(numbered.Face(fa.face())), fa.angle());
}

}  // namespace

void Thicken(const kernel::v1::Thicken& in, ShapeStore& store, ShapeReply* out) {
  const Copied copied(store.Get(in.shape()));
  const TopoDS_Shape& shape = copied.Shape();
  const Numbered numbered(shape);
  BRepOffset_MakeOffset maker;
  Initialise(maker, shape, in.thickness(), in.join(), true, numbered, in.own_thickness());
  for (const int f : in.open_faces()) maker.AddFace(TopoDS::Face(numbered.Face(f)));
  maker.MakeThickSolid();
  if (!maker.IsDone() || maker.Shape().IsNull()) Refuse(maker, numbered);
  const TopoDS_Shape result = Solidified(maker.Shape());
  copied.PassOn(result, store.Known());
  RecordOrigins(shape, 0, MakerHistory<BRepOffset_MakeOffset>(maker), result, GeneratedFromFace::kIsNew, store.Known(), out);
  Describe(result, store, out);
}

void OffsetSkin(const kernel::v1::Offset& in, ShapeStore& store, ShapeReply* out) {
  const Copied copied(store.Get(in.shape()));
  const TopoDS_Shape& shape = copied.Shape();
  const Numbered numbered(shape);
  if (in.join() == JOIN_OUTLINE || in.join() == JOIN_FACEWISE) {
    const Leaned moved = in.join() == JOIN_OUTLINE ? OffsetOutline(in, numbered) : OffsetFacewise(in, shape, numbered);
    copied.PassOn(moved.shape, store.Known());
    RecordOrigins(shape, 0, moved.history, moved.shape, GeneratedFromFace::kIsModified, store.Known(), out);
    Describe(moved.shape, store, out);
    return;
  }
  BRepOffset_MakeOffset maker;
  Initialise(maker, shape, in.distance(), in.join(), false, numbered, in.own_distance());
  maker.MakeOffsetShape();
  if (!maker.IsDone() || maker.Shape().IsNull()) Refuse(maker, numbered);
  const TopoDS_Shape result = Solidified(maker.Shape());
  RecordOrigins(shape, 0, MakerHistory<BRepOffset_MakeOffset>(maker), result, GeneratedFromFace::kIsModified, store.Known(), out);
  Describe(result, store, out);
}

}  // namespace ankerdraft

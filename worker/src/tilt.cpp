#include <BRepLib.hxx>
#include <BRepOffsetAPI_DraftAngle.hxx>
#include <TopoDS.hxx>

#include "copied.h"
#include "lean.h"
#include "shapes.h"

namespace ankerdraft {

using namespace kernel::v1;

namespace {

constexpr double kSmooth = 1e-6;  // rad: walls that meet so stay smooth

std::string Reason(Draft_ErrorStatus status) {
  switch (status) {
    case Draft_FaceRecomputation:
      return "the tilted face cannot be computed";
    case Draft_EdgeRecomputation:
      return "the tilted face no longer meets a neighbour along an edge";
    case Draft_VertexRecomputation:
      return "the tilted face no longer meets its neighbours at a corner";
    default:
      return "the face cannot be tilted";
  }
}

}  // namespace

void Draft(const kernel::v1::Draft& in, ShapeStore& store, ShapeReply* out) {
  const Copied copied(store.Get(in.shape()));
  const TopoDS_Shape& shape = copied.Shape();
  const Numbered numbered(shape);
  if (const std::optional<Leaned> leaned = LeanWalls(in, numbered)) {
    copied.PassOn(leaned->shape, store.Known());
    RecordOrigins(shape, 0, leaned->history, leaned->shape, GeneratedFromFace::kIsModified, store.Known(), out);
    Describe(leaned->shape, store, out);
    return;
  }
  const gp_Dir pull = DirectionOf(in.pull());
  const gp_Pln neutral = PlaneOf(in.neutral());
  // It meets walls again where they are not known to be smooth, and misses by micrometres where they are.
  BRepLib::EncodeRegularity(shape, kSmooth);
  BRepOffsetAPI_DraftAngle maker(shape);
  for (const FaceAngle& fa : in.faces()) {
    const TopoDS_Face face = TopoDS::Face(numbered.Face(fa.face()));
    maker.Add(face, pull, fa.angle(), neutral);
    if (!maker.AddDone()) throw Refused{"refused", Reason(maker.Status()), {fa.face()}};
  }
  maker.Build();
  if (!maker.IsDone()) {
    Refused r{"refused", Reason(maker.Status())};
    const TopoDS_Shape where = maker.ProblematicShape();
    if (!where.IsNull() && where.ShapeType() == TopAbs_FACE) r.faces.push_back(numbered.faces.FindIndex(where));
    if (!where.IsNull() && where.ShapeType() == TopAbs_EDGE) r.edges.push_back(numbered.edges.FindIndex(where));
    throw r;
  }
  const TopoDS_Shape result = Unwrapped(maker.Shape());
  copied.PassOn(result, store.Known());
  RecordOrigins(shape, 0, MakerHistory<BRepOffsetAPI_DraftAngle>(maker), result, GeneratedFromFace::kIsModified, store.Known(), out);
  Describe(result, store, out);
}

}  // namespace ankerdraft

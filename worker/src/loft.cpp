#include <BRepExtrema_DistShapeShape.hxx>
#include <BRepAdaptor_Curve.hxx>
#include <BRepBuilderAPI_MakeVertex.hxx>
#include <BRepOffsetAPI_ThruSections.hxx>
#include <BRep_Tool.hxx>
#include <Precision.hxx>
#include <TopExp_Explorer.hxx>
#include <TopoDS.hxx>

#include "shapes.h"
#include "wires.h"

namespace ankerdraft {

using namespace kernel::v1;

namespace {

gp_Pnt MiddleOf(const TopoDS_Edge& edge) {
  const BRepAdaptor_Curve curve(edge);
  return curve.Value(0.5 * (curve.FirstParameter() + curve.LastParameter()));
}

// The curve of a section on which an edge of a face lies; 0 where none does. The library parts the curves of sections
// with different numbers of edges, so that it does not always tell itself.
int CurveUnder(const TopoDS_Face& face, const std::vector<TaggedEdge>& section) {
  for (TopExp_Explorer e(face, TopAbs_EDGE); e.More(); e.Next()) {
    const TopoDS_Edge edge = TopoDS::Edge(e.Current());
    if (BRep_Tool::Degenerated(edge)) continue;
    const TopoDS_Shape middle = BRepBuilderAPI_MakeVertex(MiddleOf(edge)).Shape();
    for (const TaggedEdge& t : section) {
      const BRepExtrema_DistShapeShape between(middle, t.edge);
      if (between.IsDone() && between.Value() < 10 * Precision::Confusion()) return t.tag;
    }
  }
  return 0;
}

void AddCap(const TopoDS_Shape& cap, OriginKind kind, const TopTools_IndexedMapOfShape& faces, ShapeReply* out) {
  TopTools_ListOfShape one;
  if (!cap.IsNull()) one.Append(cap);
  AddCurveOrigins(one, kind, 0, faces, out);
}

}  // namespace

void Loft(const kernel::v1::Loft& in, ShapeStore& store, ShapeReply* out) {
  BRepOffsetAPI_ThruSections loft(true, in.ruled(), 1e-6);
  std::vector<std::vector<TaggedEdge>> sections;
  for (const LoftSection& s : in.sections()) {
    sections.emplace_back();
    if (s.has_point()) {
      loft.AddVertex(BRepBuilderAPI_MakeVertex(PointOf(s.point())).Vertex());
    } else {
      sections.back() = EdgesOf(s.contour());
      loft.AddWire(Turned(WireOf(sections.back()), PlaneOf(s.plane())));
    }
  }
  loft.CheckCompatibility(true);
  loft.Build();
  if (!loft.IsDone()) throw Refused{"refused", "the library cannot loft these profiles"};
  TopoDS_Shape result = Unwrapped(loft.Shape());
  TurnOutwards(result);
  const TopTools_IndexedMapOfShape faces = Numbered(result).faces;
  AddCap(loft.FirstShape(), ORIGIN_START_CAP, faces, out);
  AddCap(loft.LastShape(), ORIGIN_END_CAP, faces, out);
  for (int f = 1; f <= faces.Extent(); ++f) {
    if (faces(f).IsSame(loft.FirstShape()) || faces(f).IsSame(loft.LastShape())) continue;
    for (const auto& section : sections) {
      const int tag = CurveUnder(TopoDS::Face(faces(f)), section);
      if (tag == 0) continue;
      TopTools_ListOfShape one;
      one.Append(faces(f));
      AddCurveOrigins(one, ORIGIN_CURVE, tag, faces, out);
      break;
    }
  }
  Describe(result, store, out);
}

}  // namespace ankerdraft

#include <BRepExtrema_DistShapeShape.hxx>
#include <BRepAdaptor_Curve.hxx>
#include <BRepBuilderAPI_MakeFace.hxx>
#include <BRepBuilderAPI_MakeVertex.hxx>
#include <BRepOffsetAPI_ThruSections.hxx>
#include <BRep_Tool.hxx>
#include <Precision.hxx>
#include <TopExp_Explorer.hxx>
#include <TopoDS.hxx>

#include "sewn.h"
#include "shapes.h"
#include "square.h"
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

void AddSides(const std::vector<std::vector<TaggedEdge>>& sections, const TopoDS_Shape& start, const TopoDS_Shape& end,
              const TopTools_IndexedMapOfShape& faces, ShapeReply* out) {
  AddCurveOrigin(start, ORIGIN_START_CAP, 0, faces, out);
  AddCurveOrigin(end, ORIGIN_END_CAP, 0, faces, out);
  for (int f = 1; f <= faces.Extent(); ++f) {
    if (faces(f).IsSame(start) || faces(f).IsSame(end)) continue;
    for (const auto& section : sections) {
      const int tag = CurveUnder(TopoDS::Face(faces(f)), section);
      if (tag == 0) continue;
      AddCurveOrigin(faces(f), ORIGIN_CURVE, tag, faces, out);
      break;
    }
  }
}

// Leaves the planes of its ends square to them.
void SquareLoft(const kernel::v1::Loft& in, ShapeStore& store, ShapeReply* out) {
  std::vector<std::vector<TaggedEdge>> sections;
  std::vector<TopoDS_Wire> contours;
  std::vector<gp_Pln> planes;
  for (const LoftSection& s : in.sections()) {
    if (s.has_point()) throw Refused{"refused", "a loft that ends square to its profiles does not go to a point"};
    sections.push_back(EdgesOf(s.contour()));
    planes.push_back(PlaneOf(s.plane()));
    contours.push_back(Turned(WireOf(sections.back()), planes.back()));
  }
  std::vector<TopoDS_Face> all = SquareSides(contours, planes, in.square_start(), in.square_end());
  const size_t sides = all.size();
  all.push_back(BRepBuilderAPI_MakeFace(planes.front(), contours.front(), true).Face());
  all.push_back(BRepBuilderAPI_MakeFace(planes.back(), contours.back(), true).Face());
  std::vector<TopoDS_Shape> become;
  const TopoDS_Shape result = SewnSolid(all, become);
  AddSides(sections, become[sides], become[sides + 1], Numbered(result).faces, out);
  Describe(result, store, out);
}

}  // namespace

void Loft(const kernel::v1::Loft& in, ShapeStore& store, ShapeReply* out) {
  if (in.square_start() || in.square_end()) {
    SquareLoft(in, store, out);
    return;
  }
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
  AddSides(sections, loft.FirstShape(), loft.LastShape(), Numbered(result).faces, out);
  Describe(result, store, out);
}

}  // namespace ankerdraft

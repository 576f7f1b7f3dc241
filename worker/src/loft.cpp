#include <algorithm>
#include <memory>

#include <BRepExtrema_DistShapeShape.hxx>
#include <BRepAdaptor_Curve.hxx>
#include <BRepBuilderAPI_MakeFace.hxx>
#include <BRepBuilderAPI_MakeVertex.hxx>
#include <BRepOffsetAPI_ThruSections.hxx>
#include <BRep_Tool.hxx>
#include <Precision.hxx>
#include <Standard_Failure.hxx>
#include <TopExp_Explorer.hxx>
#include <TopoDS.hxx>

#include "matching.h"
#include "sections.h"
#include "sewn.h"
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

GuideLine GuideOf(const LoftGuide& in, int sections) {
  GuideLine guide;
  for (int i = 0; i + 2 < in.points_size(); i += 3)
    guide.points.emplace_back(in.points(i), in.points(i + 1), in.points(i + 2));
  for (const Vec& v : in.on()) guide.on.push_back(PointOf(v));
  if (guide.points.size() < 2 || in.on_size() != sections) throw Refused{"invalid-input", "a guide passes each profile"};
  return guide;
}

std::vector<TopoDS_Face> OwnSides(const kernel::v1::Loft& in, const std::vector<TopoDS_Wire>& contours,
                                  const std::vector<gp_Pln>& planes) {
  constexpr int kFewestStations = 6;
  if (in.guides_size() == 0) return SquareSides(contours, planes, in.square_start(), in.square_end());
  if (in.stations() < kFewestStations) throw Refused{"invalid-input", "a guided skin needs more stations"};
  std::vector<GuideLine> guides;
  for (const LoftGuide& g : in.guides()) guides.push_back(GuideOf(g, in.sections_size()));
  return GuidedSides(contours, planes, guides, in.stations());
}

// Skins that the library does not make: square to the planes of their ends, or along guides.
void OwnLoft(const kernel::v1::Loft& in, ShapeStore& store, ShapeReply* out) {
  std::vector<std::vector<TaggedEdge>> sections;
  std::vector<TopoDS_Wire> contours;
  std::vector<gp_Pln> planes;
  for (const LoftSection& s : in.sections()) {
    if (s.has_point()) throw Refused{"refused", "a loft that is square to its profiles, or guided, does not go to a point"};
    sections.push_back(EdgesOf(s.contour()));
    planes.push_back(PlaneOf(s.plane()));
    contours.push_back(Turned(WireOf(sections.back()), planes.back()));
  }
  std::vector<TopoDS_Face> all = OwnSides(in, contours, planes);
  const size_t sides = all.size();
  all.push_back(BRepBuilderAPI_MakeFace(planes.front(), contours.front(), true).Face());
  all.push_back(BRepBuilderAPI_MakeFace(planes.back(), contours.back(), true).Face());
  std::vector<TopoDS_Shape> become;
  const TopoDS_Shape result = SewnSolid(all, become);
  AddSides(sections, become[sides], become[sides + 1], Numbered(result).faces, out);
  Describe(result, store, out);
}

// What the library lays through the wires and points of a loft; nothing where it gives up.
//
// @param unlike whether the curves of the wires may differ in number
std::unique_ptr<BRepOffsetAPI_ThruSections> Through(const kernel::v1::Loft& in, const std::vector<TopoDS_Wire>& wires,
                                                    bool of_lines, bool unlike) {
  auto loft = std::make_unique<BRepOffsetAPI_ThruSections>(!of_lines, in.ruled(), 1e-6);
  auto wire = wires.begin();
  for (const LoftSection& s : in.sections())
    if (s.has_point())
      loft->AddVertex(BRepBuilderAPI_MakeVertex(PointOf(s.point())).Vertex());
    else
      loft->AddWire(*wire++);
  loft->CheckCompatibility(unlike);
  try {
    loft->Build();
  } catch (const Standard_Failure&) {
    return nullptr;
  }
  return loft->IsDone() ? std::move(loft) : nullptr;
}

}  // namespace

void Loft(const kernel::v1::Loft& in, ShapeStore& store, ShapeReply* out) {
  if (in.square_start() || in.square_end() || in.guides_size() > 0) {
    OwnLoft(in, store, out);
    return;
  }
  const bool of_lines =
      std::any_of(in.sections().begin(), in.sections().end(), [](const LoftSection& s) { return s.open(); });
  std::vector<std::vector<TaggedEdge>> sections;
  std::vector<TopoDS_Wire> wires;
  for (const LoftSection& s : in.sections()) {
    sections.emplace_back();
    if (s.has_point()) continue;
    sections.back() = EdgesOf(s.contour(), !s.open());
    const TopoDS_Wire wire = WireOf(sections.back());
    wires.push_back(s.open() ? wire : Turned(wire, PlaneOf(s.plane())));
  }
  std::unique_ptr<BRepOffsetAPI_ThruSections> skin;
  if (of_lines || IsMatchedByLibrary(wires)) skin = Through(in, wires, of_lines, true);
  if (!skin && !of_lines) skin = Through(in, Matched(wires), of_lines, false);
  if (!skin) throw Refused{"refused", "the library cannot loft these profiles"};
  BRepOffsetAPI_ThruSections& loft = *skin;
  TopoDS_Shape result = Unwrapped(loft.Shape());
  if (!of_lines) TurnOutwards(result);
  AddSides(sections, loft.FirstShape(), loft.LastShape(), Numbered(result).faces, out);
  Describe(result, store, out);
}

}  // namespace ankerdraft

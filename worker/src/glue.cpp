#include "glue.h"

#include <algorithm>
#include <cmath>

#include <BRepAdaptor_Surface.hxx>
#include <BRepTools.hxx>
#include <BRep_Builder.hxx>
#include <BRep_Tool.hxx>
#include <TopExp.hxx>
#include <TopExp_Explorer.hxx>
#include <TopTools_MapOfShape.hxx>
#include <TopoDS.hxx>
#include <TopoDS_Iterator.hxx>

namespace ankerdraft {

using namespace kernel::v1;

namespace {

// Planes that lie closer than a hundredth of the library's own tolerance are one.
constexpr double kOnPlane = 1e-9;
// What does not stand on a plane stays well away from it.
constexpr double kClear = 1e-4;
constexpr double kParallel = 1e-11;

// One side of a plane face of a body, seen from the tool.
struct Side {
  gp_Dir away;  // to the side where the tool may be
  double height;

  double DistanceOf(const gp_Pnt& p) const { return p.XYZ().Dot(away.XYZ()) - height; }

  bool IsClearOf(const Bnd_Box& box) const {
    if (box.IsVoid()) return true;
    const gp_Pnt low = box.CornerMin(), high = box.CornerMax();
    gp_Pnt nearest;
    for (int i = 1; i <= 3; ++i) nearest.SetCoord(i, away.XYZ().Coord(i) > 0 ? low.Coord(i) : high.Coord(i));
    return DistanceOf(nearest) > kClear;
  }
};

Side SideOf(const Layer& layer, const Hit& hit, BooleanKind kind) {
  const double sign = (hit.up ? 1 : -1) * (kind == BOOLEAN_UNITE ? 1 : -1);
  const gp_Dir up = layer.around.frame.Direction();
  return {sign > 0 ? up : up.Reversed(), sign * hit.height};
}

bool LiesOn(const TopoDS_Face& face, const Side& side) {
  const BRepAdaptor_Surface surface(face, false);
  return surface.GetType() == GeomAbs_Plane &&
         surface.Plane().Axis().Direction().IsParallel(side.away, kParallel) &&
         std::abs(side.DistanceOf(surface.Plane().Location())) < kOnPlane;
}

// Surfaces of straight lines reach their nearest points on their edges.
bool IsStraight(const TopoDS_Face& face) {
  const BRepAdaptor_Surface surface(face, false);
  switch (surface.GetType()) {
    case GeomAbs_Plane:
    case GeomAbs_Cylinder:
    case GeomAbs_Cone:
    case GeomAbs_SurfaceOfExtrusion:
      return true;
    case GeomAbs_BSplineSurface:
      return (surface.UDegree() == 1 && surface.NbUPoles() == 2) || (surface.VDegree() == 1 && surface.NbVPoles() == 2);
    default:
      return false;
  }
}

// Whether an edge that is none of the feet's goes away from them, or stays away.
bool LeavesFeet(int edge, const Body& tool, const TopTools_MapOfShape& of_feet, const Side& side) {
  const TopoDS_Edge& e = TopoDS::Edge(tool.numbered.edges.FindKey(edge));
  TopoDS_Vertex first, last;
  TopExp::Vertices(e, first, last);
  if (first.IsNull() || last.IsNull()) return false;
  if (!of_feet.Contains(first) && !of_feet.Contains(last)) return side.IsClearOf(tool.BoxOfEdge(edge));
  const TopoDS_Vertex& other = of_feet.Contains(first) ? last : first;
  return tool.EdgeAt(edge).kind() == CURVE_LINE && !of_feet.Contains(other) &&
         side.DistanceOf(BRep_Tool::Pnt(other)) > kClear;
}

// The faces of a tool that lie on a plane; nothing where it touches the plane otherwise, or lies beyond it.
std::optional<std::vector<TopoDS_Face>> FeetOn(const Side& side, const Body& tool) {
  std::vector<TopoDS_Face> feet;
  TopTools_MapOfShape of_feet;  // edges and vertices
  for (int i = 1; i <= tool.numbered.faces.Extent(); ++i) {
    const TopoDS_Face face = tool.Face(i);
    if (!LiesOn(face, side)) continue;
    feet.push_back(face);
    for (TopExp_Explorer e(face, TopAbs_EDGE); e.More(); e.Next()) of_feet.Add(e.Current());
    for (TopExp_Explorer v(face, TopAbs_VERTEX); v.More(); v.Next()) of_feet.Add(v.Current());
  }
  for (int i = 1; i <= tool.numbered.edges.Extent(); ++i)
    if (!of_feet.Contains(tool.numbered.edges.FindKey(i)) && !LeavesFeet(i, tool, of_feet, side)) return std::nullopt;
  for (int i = 1; i <= tool.numbered.faces.Extent(); ++i)
    if (!IsStraight(tool.Face(i)) && !side.IsClearOf(BoxOf(tool, tool.Face(i)))) return std::nullopt;
  return feet;
}

// Whether what remains of a skin without the feet hangs together: else it encloses a hollow, or cuts something off.
bool HangsTogether(const Body& tool, const TopTools_MapOfShape& feet) {
  TopTools_MapOfShape reached;
  std::vector<TopoDS_Face> rest, next;
  for (int i = 1; i <= tool.numbered.faces.Extent(); ++i)
    if (!feet.Contains(tool.Face(i))) rest.push_back(tool.Face(i));
  if (rest.empty()) return false;
  next.push_back(rest.front());
  reached.Add(rest.front());
  while (!next.empty()) {
    const TopoDS_Face face = next.back();
    next.pop_back();
    for (TopExp_Explorer e(face, TopAbs_EDGE); e.More(); e.Next())
      for (const EdgeUses::Use& use : tool.parts->uses.Of(tool.numbered.edges.FindIndex(e.Current()))) {
        const TopoDS_Face beside = tool.Face(use.face);
        if (!feet.Contains(beside) && reached.Add(beside)) next.push_back(beside);
      }
  }
  return reached.Extent() == static_cast<int>(rest.size());
}

bool HasInnerContours(const TopoDS_Face& face) { return face.NbChildren() > 1; }

bool CanBeGlued(const Standing& standing, const Body& tool) {
  TopTools_MapOfShape feet;
  bool islands = false;
  for (const Standing::Foot& foot : standing.feet) {
    feet.Add(foot.of_tool);
    islands = islands || HasInnerContours(foot.of_tool);
  }
  // One foot could stand on the island within another.
  if (standing.feet.empty() || (islands && standing.feet.size() > 1)) return false;
  return HangsTogether(tool, feet);
}

}  // namespace

std::optional<Standing> StandingOn(const Layer& layer, const TopoDS_Shape& tool, BooleanKind kind, Memo& memo) {
  if (tool.NbChildren() != 1) return std::nullopt;
  const Body body(tool, memo);
  Standing standing{tool, {}};
  for (const Hit& hit : layer.hits) {
    const auto feet = FeetOn(SideOf(layer, hit, kind), body);
    // What is taken away must lie inside of both faces; what is added lies outside of one.
    if (!feet && kind == BOOLEAN_SUBTRACT) return std::nullopt;
    if (feet)
      for (const TopoDS_Face& foot : *feet) standing.feet.push_back({hit.face, foot});
  }
  return CanBeGlued(standing, body) ? std::optional(standing) : std::nullopt;
}

void Glue(const Standing& standing, BooleanKind kind, Memo& memo, Patchwork& patchwork) {
  const bool taken = kind == BOOLEAN_SUBTRACT;
  const auto turned = [taken](const TopoDS_Shape& s) { return taken ? s.Reversed() : s; };
  TopTools_MapOfShape feet;
  for (const Standing::Foot& foot : standing.feet) {
    feet.Add(foot.of_tool);
    const TopoDS_Wire outer = BRepTools::OuterWire(foot.of_tool);
    for (TopoDS_Iterator wire(foot.of_tool); wire.More(); wire.Next()) {
      if (wire.Value().IsSame(outer)) {
        patchwork.AddContours(foot.of_body, {turned(wire.Value())}, memo.Of(foot.of_tool).valid);
        continue;
      }
      TopoDS_Shape island = foot.of_body.EmptyCopied();
      BRep_Builder().Add(island, turned(wire.Value()));
      patchwork.AddIsland(foot.of_body, island);
    }
  }
  for (TopExp_Explorer e(standing.tool, TopAbs_FACE); e.More(); e.Next()) {
    if (feet.Contains(e.Current())) continue;
    const TopoDS_Face face = TopoDS::Face(turned(e.Current()));
    if (memo.Of(TopoDS::Face(e.Current())).valid) memo.KnowValid(face);
    patchwork.AddBeside(standing.feet.front().of_body, face);
  }
}

}  // namespace ankerdraft

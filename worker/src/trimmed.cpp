#include "trimmed.h"

#include <algorithm>

#include <BRepAdaptor_Surface.hxx>
#include <BRepBuilderAPI_Transform.hxx>
#include <BRepPrimAPI_MakePrism.hxx>
#include <TopExp.hxx>
#include <TopExp_Explorer.hxx>
#include <TopTools_IndexedDataMapOfShapeListOfShape.hxx>
#include <TopoDS.hxx>

#include "wires.h"

namespace ankerdraft {

namespace {

constexpr double kParallel = 1e-11;
// mm; a tool that comes out by less is left to the library.
constexpr double kClear = 1e-4;

struct Cap {
  TopoDS_Face face;
  double height;
};

bool LiesAcross(const BRepAdaptor_Surface& surface, const gp_Dir& up) {
  return surface.GetType() == GeomAbs_Plane && surface.Plane().Axis().Direction().IsParallel(up, kParallel);
}

bool RunsAlong(const BRepAdaptor_Surface& surface, const gp_Dir& up) {
  switch (surface.GetType()) {
    case GeomAbs_Plane:
      return surface.Plane().Axis().Direction().IsNormal(up, kParallel);
    case GeomAbs_Cylinder:
      return surface.Cylinder().Axis().Direction().IsParallel(up, kParallel);
    case GeomAbs_SurfaceOfExtrusion:
      return surface.Direction().IsParallel(up, kParallel);
    default:
      return false;
  }
}

int EdgesOf(const TopoDS_Face& face) {
  int count = 0;
  for (TopExp_Explorer e(face, TopAbs_EDGE); e.More(); e.Next()) ++count;
  return count;
}

// The two ends of a tool whose other faces each run straight from one to the other; the lower one first.
std::optional<std::pair<Cap, Cap>> CapsOf(const TopoDS_Shape& tool, const gp_Dir& up) {
  std::vector<Cap> caps;
  int sides = 0;
  for (TopExp_Explorer e(tool, TopAbs_FACE); e.More(); e.Next()) {
    const TopoDS_Face& face = TopoDS::Face(e.Current());
    const BRepAdaptor_Surface surface(face, false);
    if (LiesAcross(surface, up))
      caps.push_back({face, surface.Plane().Location().XYZ().Dot(up.XYZ())});
    else if (RunsAlong(surface, up))
      ++sides;
    else
      return std::nullopt;
  }
  // Sides in pieces, one above the other, are more than the edges of an end.
  if (caps.size() != 2 || sides != EdgesOf(caps[0].face)) return std::nullopt;
  if (caps[0].height > caps[1].height) std::swap(caps[0], caps[1]);
  return std::pair(caps[0], caps[1]);
}

}  // namespace

std::optional<Trimmed> TrimmedTo(const Layer& layer, const TopoDS_Shape& tool) {
  const gp_Dir up = layer.around.frame.Direction();
  const auto caps = CapsOf(tool, up);
  if (!caps) return std::nullopt;
  const auto& [lower, upper] = *caps;
  const double top = std::min(upper.height, layer.hits.front().height);
  const double bottom = layer.hits.size() == 2 ? std::max(lower.height, layer.hits.back().height) : lower.height;
  const bool comes_out = upper.height > top + kClear || lower.height < bottom - kClear;
  if (!comes_out || top < bottom + kClear) return std::nullopt;
  gp_Trsf lift;
  lift.SetTranslation(gp_Vec(up) * (bottom - lower.height));
  BRepBuilderAPI_Transform foot(lower.face, lift, true);
  BRepPrimAPI_MakePrism prism(foot.Shape(), gp_Vec(up) * (top - bottom), true);
  if (!prism.IsDone()) return std::nullopt;
  Trimmed trimmed{prism.Shape(), {}};
  TurnOutwards(trimmed.solid);
  TopTools_IndexedDataMapOfShapeListOfShape faces_at;
  TopExp::MapShapesAndAncestors(tool, TopAbs_EDGE, TopAbs_FACE, faces_at);
  for (TopExp_Explorer e(lower.face, TopAbs_EDGE); e.More(); e.Next())
    for (const TopoDS_Shape& side : faces_at.FindFromKey(e.Current()))
      if (!side.IsSame(lower.face))
        for (const TopoDS_Shape& face : prism.Generated(foot.ModifiedShape(e.Current())))
          trimmed.faces.emplace_back(side, face);
  if (bottom == lower.height) trimmed.faces.emplace_back(lower.face, prism.FirstShape());
  if (top == upper.height) trimmed.faces.emplace_back(upper.face, prism.LastShape());
  return trimmed;
}

}  // namespace ankerdraft

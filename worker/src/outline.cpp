#include "outline.h"

#include <algorithm>
#include <cmath>
#include <functional>
#include <set>

#include <BRepAdaptor_Surface.hxx>
#include <BRepTools.hxx>
#include <BRep_Tool.hxx>
#include <TopExp.hxx>
#include <TopExp_Explorer.hxx>
#include <TopoDS.hxx>
#include <gp_Pln.hxx>

#include "surface.h"

namespace ankerdraft {

using namespace kernel::v1;

namespace {

constexpr double kLevel = 1e-10;   // rad: so level are planes across the pull
constexpr double kUpright = 1e-9;  // rad: less is no lean

bool IsLevel(const TopoDS_Face& face, const gp_Dir& up) {
  const BRepAdaptor_Surface surface(face, false);
  return surface.GetType() == GeomAbs_Plane && surface.Plane().Axis().IsParallel(gp_Ax1(gp_Pnt(), up), kLevel);
}

double HeightOf(const TopoDS_Face& face, const Prism& prism) {
  return prism.HeightOf(BRepAdaptor_Surface(face, false).Plane().Location());
}

// The edges of a wall at the lower and the upper end; nothing where it has others than these and upright ones.
bool FindEnds(Wall& wall, const Prism& prism) {
  for (TopExp_Explorer e(wall.face, TopAbs_EDGE); e.More(); e.Next()) {
    const TopoDS_Edge edge = TopoDS::Edge(e.Current());
    if (BRep_Tool::Degenerated(edge)) return false;
    TopoDS_Vertex first, last;
    TopExp::Vertices(edge, first, last);
    const double from = prism.HeightOf(BRep_Tool::Pnt(first)), to = prism.HeightOf(BRep_Tool::Pnt(last));
    if (std::abs(from - to) > kTouching) continue;
    TopoDS_Edge& end = std::abs(from - prism.low) < kTouching ? wall.low_edge : wall.high_edge;
    if (!end.IsNull() && !end.IsSame(edge)) return false;
    end = TopoDS::Edge(edge.Oriented(TopAbs_FORWARD));
  }
  return !wall.low_edge.IsNull() && !wall.high_edge.IsNull();
}

gp_Vec OutwardAtMiddle(const TopoDS_Face& face) {
  double u1, u2, v1, v2;
  BRepTools::UVBounds(face, u1, u2, v1, v2);
  return EvaluateOutward(face, 0.5 * (u1 + u2), 0.5 * (v1 + v2)).normal;
}

TopoDS_Vertex EndOf(const Wall& wall, bool at_begin) {
  TopoDS_Vertex first, last;
  TopExp::Vertices(wall.low_edge, first, last);
  return wall.rail->IsForward() == at_begin ? first : last;
}

// False where a chain of walls does not close, or contours touch so that two begin in one place.
bool FindNext(Prism& prism) {
  for (Wall& wall : prism.walls) {
    const TopoDS_Vertex end = EndOf(wall, false);
    int found = 0;
    for (size_t i = 0; i < prism.walls.size(); ++i) {
      if (!EndOf(prism.walls[i], true).IsSame(end)) continue;
      wall.next = static_cast<int>(i);
      ++found;
    }
    if (found != 1) return false;
  }
  return true;
}

// Tells walls and caps apart, and finds the ends of the walls; false where it is no prism or frustum.
//
// @param is_wall by the number of a face
bool Fill(Prism& prism, const Numbered& numbered, const std::function<bool(int)>& is_wall) {
  std::vector<TopoDS_Face> caps;
  for (int i = 1; i <= numbered.faces.Extent(); ++i) {
    const TopoDS_Face face = TopoDS::Face(numbered.faces.FindKey(i));
    if (is_wall(i)) {
      prism.walls.emplace_back();
      prism.walls.back().face = face;
      continue;
    }
    if (!IsLevel(face, prism.up)) return false;
    caps.push_back(face);
  }
  if (caps.size() < 2 || prism.walls.empty()) return false;
  prism.low = prism.high = HeightOf(caps.front(), prism);
  for (const TopoDS_Face& cap : caps) {
    prism.low = std::min(prism.low, HeightOf(cap, prism));
    prism.high = std::max(prism.high, HeightOf(cap, prism));
  }
  for (const TopoDS_Face& cap : caps) {
    const bool is_low = HeightOf(cap, prism) - prism.low < kTouching;
    if (!is_low && prism.high - HeightOf(cap, prism) > kTouching) return false;
    (is_low ? prism.low_caps : prism.high_caps).push_back(cap);
  }
  return std::all_of(prism.walls.begin(), prism.walls.end(), [&](Wall& wall) { return FindEnds(wall, prism); });
}

// Lays the rails of the walls into the neutral plane and links them; false where they do not close.
bool LayRails(Prism& prism) {
  const gp_Vec shift = gp_Vec(prism.up) * -prism.low;
  for (Wall& wall : prism.walls)
    wall.rail = std::make_unique<Rail>(wall.low_edge, shift, prism.up, OutwardAtMiddle(wall.face));
  return FindNext(prism);
}

// The angle by which a wall looks up, where it does so alike all over.
std::optional<double> LeanOf(const TopoDS_Face& face, const gp_Dir& up) {
  constexpr int kLooks = 7;
  double u1, u2, v1, v2;
  BRepTools::UVBounds(face, u1, u2, v1, v2);
  double least = M_PI, most = -M_PI;
  for (int i = 0; i <= kLooks; ++i)
    for (int j = 0; j <= kLooks; ++j) {
      const gp_Vec normal = EvaluateOutward(face, u1 + (u2 - u1) * i / kLooks, v1 + (v2 - v1) * j / kLooks).normal;
      const double lean = std::asin(std::clamp(normal.Dot(gp_Vec(up)), -1.0, 1.0));
      least = std::min(least, lean);
      most = std::max(most, lean);
    }
  if (most - least > 2 * kLeanTolerance) return std::nullopt;
  return 0.5 * (least + most);
}

}  // namespace

std::optional<Prism> UprightPrism(const kernel::v1::Draft& in, const Numbered& numbered) {
  Prism prism;
  prism.up = DirectionOf(in.pull());
  const gp_Pln neutral = PlaneOf(in.neutral());
  prism.origin = neutral.Location();
  if (in.faces_size() == 0 || !neutral.Axis().IsParallel(gp_Ax1(gp_Pnt(), prism.up), kLevel)) return std::nullopt;
  std::set<int> tilted;
  for (const FaceAngle& fa : in.faces()) {
    if (fa.angle() != in.faces(0).angle()) return std::nullopt;
    tilted.insert(fa.face());
  }
  if (!Fill(prism, numbered, [&](int i) { return tilted.count(i) > 0; }) || !LayRails(prism)) return std::nullopt;
  return prism;
}

std::optional<Prism> Frustum(const Numbered& numbered, const TopoDS_Face& foot, double& lean) {
  Prism prism;
  const gp_Pln level = BRepAdaptor_Surface(foot, false).Plane();
  prism.origin = level.Location();
  prism.up = gp_Dir(-OutwardAtMiddle(foot));
  if (!Fill(prism, numbered, [&](int i) { return !IsLevel(TopoDS::Face(numbered.faces.FindKey(i)), prism.up); }))
    return std::nullopt;
  if (std::abs(prism.low) > kTouching) return std::nullopt;
  double least = M_PI, most = -M_PI;
  for (const Wall& wall : prism.walls) {
    const std::optional<double> one = LeanOf(wall.face, prism.up);
    if (!one) return std::nullopt;
    least = std::min(least, *one);
    most = std::max(most, *one);
  }
  if (most - least > 2 * kLeanTolerance || !LayRails(prism)) return std::nullopt;
  lean = std::abs(least + most) < 2 * kUpright ? 0 : 0.5 * (least + most);
  return prism;
}

bool IsOverFreeCurves(const Prism& prism) {
  return std::any_of(prism.walls.begin(), prism.walls.end(), [](const Wall& wall) {
    return wall.rail->Kind() != GeomAbs_Line && wall.rail->Kind() != GeomAbs_Circle;
  });
}

}  // namespace ankerdraft

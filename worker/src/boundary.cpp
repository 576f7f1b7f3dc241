#include "boundary.h"

#include <algorithm>
#include <iterator>
#include <map>
#include <set>

#include <BRepAdaptor_Surface.hxx>
#include <BRep_Tool.hxx>
#include <Precision.hxx>
#include <TopExp_Explorer.hxx>
#include <TopoDS.hxx>

namespace ankerdraft {

namespace {

gp_XYZ ToPoint(const Float3& p) { return gp_XYZ(p[0], p[1], p[2]); }

void Add(std::optional<Extent>& to, const Extent& part) {
  if (to)
    to->Add(part);
  else
    to = part;
}

std::optional<gp_Pln> PlaneOf(const TopoDS_Face& face) {
  const BRepAdaptor_Surface surface(face, false);
  if (surface.GetType() != GeomAbs_Plane) return std::nullopt;
  gp_Pln plane = surface.Plane();
  if ((face.Orientation() == TopAbs_REVERSED) == plane.Direct()) plane.SetAxis(plane.Axis().Reversed());
  return plane;
}

bool AreOne(const gp_Pln& a, const gp_Pln& b) {
  return a.Axis().Direction().Angle(b.Axis().Direction()) <= Precision::Angular() &&
         a.Distance(b.Location()) <= Precision::Confusion();
}

}  // namespace

Boundary::Boundary(const Numbered& numbered, const Net& net, const MeshAccuracy& accuracy, const Boundary& before)
    : accuracy_(accuracy) {
  const bool is_like = accuracy.deflection == before.accuracy_.deflection && accuracy.angle == before.accuracy_.angle;
  std::multimap<const Poly_Triangulation*, std::shared_ptr<const OfFace>> known;
  if (is_like)
    for (const auto& face : before.faces_) known.emplace(face->triangles.get(), face);
  for (int i = 1; i <= numbered.faces.Extent(); ++i) {
    TopLoc_Location at;
    const auto triangles = BRep_Tool::Triangulation(TopoDS::Face(numbered.faces.FindKey(i)), at);
    const auto [from, to] = known.equal_range(triangles.get());
    const auto same = std::find_if(from, to, [&](const auto& other) { return other.second->at.IsEqual(at); });
    if (same != to && !triangles.IsNull()) {
      faces_.push_back(same->second);
      known.erase(same);
    } else {
      faces_.push_back(std::make_shared<OfFace>(Of(i, numbered, net)));
    }
  }
}

Boundary::OfFace Boundary::Of(int number, const Numbered& numbered, const Net& net) {
  const TopoDS_Face& face = TopoDS::Face(numbered.faces.FindKey(number));
  OfFace of;
  of.triangles = BRep_Tool::Triangulation(face, of.at);
  for (int node = net.FirstNode()[number - 1]; node < net.FirstNode()[number]; ++node)
    Add(of.extent, Extent({ToPoint(net.Positions()[node])}));
  of.plane = PlaneOf(face);
  if (!of.plane) return of;
  for (TopExp_Explorer e(face, TopAbs_EDGE); e.More(); e.Next()) {
    const std::vector<Float3>& points = net.PointsOf(numbered.edges.FindIndex(e.Current()));
    const bool reversed = e.Current().Orientation() == TopAbs_REVERSED;
    for (size_t i = 1; i < points.size(); ++i)
      of.borders.push_back(reversed ? Border{points[i], points[i - 1]} : Border{points[i - 1], points[i]});
  }
  return of;
}

Boundary::Faces Boundary::TakeCoplanar(const OfFace& with, Faces& from) {
  const auto others = std::stable_partition(from.begin(), from.end(), [&](const auto& face) {
    return face.get() != &with && !(with.plane && face->plane && AreOne(*with.plane, *face->plane));
  });
  const Faces taken(others, from.end());
  from.erase(others, from.end());
  return taken;
}

std::optional<Extent> Boundary::WhereBordersDiffer(const Faces& some, const Faces& others) {
  const auto all = [](const Faces& faces) {
    std::vector<Border> borders;
    for (const auto& face : faces) borders.insert(borders.end(), face->borders.begin(), face->borders.end());
    std::sort(borders.begin(), borders.end());
    return borders;
  };
  const std::vector<Border> of_some = all(some), of_others = all(others);
  std::vector<Border> different;
  std::set_symmetric_difference(of_some.begin(), of_some.end(), of_others.begin(), of_others.end(),
                                std::back_inserter(different));
  std::optional<Extent> extent;
  for (const Border& border : different) Add(extent, Extent({ToPoint(border.from), ToPoint(border.to)}));
  return extent;
}

std::vector<Extent> Boundary::PlacesOfChange(Faces come, Faces gone) {
  std::vector<Extent> places;
  while (!come.empty()) {
    const std::shared_ptr<const OfFace> first = come.back();
    const Faces now = TakeCoplanar(*first, come), then = TakeCoplanar(*first, gone);
    if (!then.empty()) {
      if (const auto place = WhereBordersDiffer(now, then)) places.push_back(*place);
      continue;
    }
    for (const auto& face : now)
      if (face->extent) places.push_back(*face->extent);
  }
  return places;
}

Boundary::Change Boundary::ChangeSince(const Boundary& before) const {
  const std::set<std::shared_ptr<const OfFace>> now(faces_.begin(), faces_.end());
  const std::set<std::shared_ptr<const OfFace>> then(before.faces_.begin(), before.faces_.end());
  Faces come, gone;
  std::set_difference(now.begin(), now.end(), then.begin(), then.end(), std::back_inserter(come));
  std::set_difference(then.begin(), then.end(), now.begin(), now.end(), std::back_inserter(gone));
  const std::vector<Extent> places = PlacesOfChange(come, gone);
  const double reach = 2 * accuracy_.deflection + Precision::Confusion();
  Change change;
  for (const auto& face : faces_) {
    const bool is_new = then.count(face) == 0;
    change.is_new.push_back(is_new);
    change.is_near.push_back(is_new || std::any_of(places.begin(), places.end(), [&](const Extent& place) {
                               return face->extent && !face->extent->IsApart(place, reach);
                             }));
  }
  return change;
}

}  // namespace ankerdraft

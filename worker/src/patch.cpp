#include "patch.h"

#include <algorithm>
#include <optional>
#include <vector>

#include <BRepAdaptor_Curve2d.hxx>
#include <BRepAdaptor_Surface.hxx>
#include <BRepGProp_Domain.hxx>
#include <BRepGProp_Face.hxx>
#include <BRepGProp_Vinert.hxx>
#include <BRepGProp_VinertGK.hxx>
#include <BRep_Tool.hxx>
#include <GProp_GProps.hxx>
#include <TopExp_Explorer.hxx>
#include <TopoDS.hxx>

#include "arc.h"
#include "flat.h"
#include "spans.h"

namespace ankerdraft {

namespace {

Bulk BulkOf(const GProp_GProps& props) { return {props.Mass(), props.CentreOfMass().XYZ() * props.Mass()}; }

// Adds what a piece of the surface so large in its parameters adds to the cone over it.
void AddPiece(const BRepAdaptor_Surface& surface, double u, double v, double size, const gp_Pnt& apex, Bulk& cone) {
  gp_Pnt p;
  gp_Vec du, dv;
  surface.D1(u, v, p, du, dv);
  const double volume = size * gp_Vec(apex, p).Dot(du.Crossed(dv)) / 3;
  cone.Add(volume, (0.25 * apex.XYZ() + 0.75 * p.XYZ()) * volume);
}

Bulk BySpans(const BRepAdaptor_Surface& surface, const Grid& spans, const gp_Pnt& apex, bool reversed) {
  const auto& [us, vs] = spans;
  const GaussRule rule;
  Bulk cone;
  for (size_t i = 0; i + 1 < us.size(); ++i)
    for (size_t j = 0; j + 1 < vs.size(); ++j) {
      const double hu = 0.5 * (us[i + 1] - us[i]), hv = 0.5 * (vs[j + 1] - vs[j]);
      for (int k = 1; k <= GaussRule::kPoints; ++k)
        for (int l = 1; l <= GaussRule::kPoints; ++l) {
          const double size = (reversed ? -1 : 1) * rule.weight(k) * rule.weight(l) * hu * hv;
          AddPiece(surface, us[i] + hu * (1 + rule.at(k)), vs[j] + hv * (1 + rule.at(l)), size, apex, cone);
        }
    }
  return cone;
}

// Integrals over the part of a surface that its edges enclose, by Green's theorem: along the edges, of integrals across
// the surface from one side of its domain, in the direction in which it has fewer spans.
class ByEdges {
 public:
  ByEdges(const BRepAdaptor_Surface& surface, const Grid& spans, const gp_Pnt& apex)
      : surface_(surface), apex_(apex), spans_(spans), first_u_(spans.us.size() <= spans.vs.size()) {}

  Bulk Over(const TopoDS_Face& face) {
    const TopoDS_Face forward = TopoDS::Face(face.Oriented(TopAbs_FORWARD));
    const double side = (face.Orientation() == TopAbs_REVERSED ? -1 : 1) * (first_u_ ? 1 : -1);
    for (TopExp_Explorer e(forward, TopAbs_EDGE); e.More(); e.Next()) {
      const TopAbs_Orientation way = e.Current().Orientation();
      if (way == TopAbs_INTERNAL || way == TopAbs_EXTERNAL) continue;
      Along(BRepAdaptor_Curve2d(TopoDS::Edge(e.Current()), forward), way == TopAbs_REVERSED ? -side : side);
    }
    return cone_;
  }

 private:
  // The parameter that the edge is followed in.
  double Following(const gp_XY& uv) const { return first_u_ ? uv.Y() : uv.X(); }

  // Where the edge is not smooth, or the surface under it: of a knot that it crosses to and fro one crossing is found.
  std::vector<double> BreaksAlong(const BRepAdaptor_Curve2d& edge) const {
    std::vector<double> out = BreaksOf(edge);
    const std::vector<double> pieces = out;
    for (size_t i = 0; i + 1 < pieces.size(); ++i) {
      const double from = Following(edge.Value(pieces[i]).XY()), to = Following(edge.Value(pieces[i + 1]).XY());
      for (const double knot : first_u_ ? spans_.vs : spans_.us)
        if ((from < knot) != (to < knot)) out.push_back(Crossing(edge, pieces[i], pieces[i + 1], knot));
    }
    std::sort(out.begin(), out.end());
    return out;
  }

  double Crossing(const BRepAdaptor_Curve2d& edge, double a, double b, double knot) const {
    constexpr int kHalvings = 50;
    const bool before = Following(edge.Value(a).XY()) < knot;
    for (int i = 0; i < kHalvings; ++i) {
      const double middle = 0.5 * (a + b);
      ((Following(edge.Value(middle).XY()) < knot) == before ? a : b) = middle;
    }
    return 0.5 * (a + b);
  }

  void Along(const BRepAdaptor_Curve2d& edge, double side) {
    const std::vector<double> breaks = BreaksAlong(edge);
    for (size_t i = 0; i + 1 < breaks.size(); ++i) {
      const double half = 0.5 * (breaks[i + 1] - breaks[i]);
      for (int k = 1; k <= GaussRule::kPoints; ++k) {
        gp_Pnt2d at;
        gp_Vec2d way;
        edge.D1(breaks[i] + half * (1 + rule_.at(k)), at, way);
        const double size = side * rule_.weight(k) * half * Following(way.XY());
        if (size != 0) Across(at.XY(), size);
      }
    }
  }

  // From the side of the domain to a place on an edge.
  void Across(const gp_XY& place, double size) {
    const std::vector<double>& spans = first_u_ ? spans_.us : spans_.vs;
    const double end = first_u_ ? place.X() : place.Y();
    for (size_t i = 0; i + 1 < spans.size(); ++i) {
      const bool last = i + 2 == spans.size() || spans[i + 1] >= end;
      const double half = 0.5 * ((last ? end : spans[i + 1]) - spans[i]);
      for (int k = 1; k <= GaussRule::kPoints; ++k) {
        const double at = spans[i] + half * (1 + rule_.at(k));
        AddPiece(surface_, first_u_ ? at : place.X(), first_u_ ? place.Y() : at, size * rule_.weight(k) * half, apex_, cone_);
      }
      if (last) return;
    }
  }

  const BRepAdaptor_Surface& surface_;
  const gp_Pnt apex_;
  const Grid spans_;
  const bool first_u_;
  const GaussRule rule_;
  Bulk cone_;
};

Bulk Adaptively(const TopoDS_Face& face, const gp_Pnt& apex, double error) {
  BRepGProp_Face bounds;
  bounds.Load(face);
  if (face.NbChildren() == 0) return BulkOf(BRepGProp_VinertGK(bounds, apex, error, true, false));
  BRepGProp_Domain domain(face);
  return BulkOf(BRepGProp_VinertGK(bounds, domain, apex, error, true, false));
}

// Cones from an apex within have volumes of some size: a share of nothing is never reached.
gp_Pnt MiddleOf(const TopoDS_Shape& shape) {
  gp_XYZ sum;
  int n = 0;
  for (TopExp_Explorer e(shape, TopAbs_VERTEX); e.More(); e.Next(), ++n)
    sum += BRep_Tool::Pnt(TopoDS::Vertex(e.Current())).XYZ();
  return n == 0 ? gp_Pnt() : gp_Pnt(sum / n);
}

// Over a rectangle of parameters of a cylinder, or of a cone: round it in closed form, along it with Gauss points, which
// is exact for these.
Bulk ConeOverTurned(const gp_Ax3& axes, double radius, double lean, const Domain& d, const gp_Pnt& apex,
                            bool reversed) {
  const gp_XYZ to_apex = apex.XYZ() - axes.Location().XYZ();
  const gp_XYZ x = axes.XDirection().XYZ(), y = axes.YDirection().XYZ(), z = axes.Direction().XYZ();
  const double way = (reversed == axes.Direct() ? -1 : 1), half = 0.5 * (d.v1 - d.v0);
  const double cos = std::cos(lean), sin = std::sin(lean);
  const ArcIntegrals of(d.u0, d.u1);
  const GaussRule rule;
  Bulk cone;
  for (int k = 1; k <= GaussRule::kPoints; ++k) {
    const double v = d.v0 + half * (1 + rule.at(k)), r = radius + v * sin, up = v * cos;
    // The way from the apex along the normal is flat + by_x cos u + by_y sin u.
    const double flat = r * cos - (up - to_apex.Dot(z)) * sin, by_x = -to_apex.Dot(x) * cos, by_y = -to_apex.Dot(y) * cos;
    const double size = way * rule.weight(k) * half * r / 3;
    const double volume = size * (flat * of.one + by_x * of.cos + by_y * of.sin);
    const double along_x = size * (flat * of.cos + by_x * of.cos_cos + by_y * of.cos_sin);
    const double along_y = size * (flat * of.sin + by_x * of.cos_sin + by_y * of.sin_sin);
    const gp_XYZ middle = (axes.Location().XYZ() + z * up) * volume + x * (r * along_x) + y * (r * along_y);
    cone.Add(volume, 0.25 * apex.XYZ() * volume + 0.75 * middle);
  }
  return cone;
}

Bulk ByLibrary(const TopoDS_Face& face, const gp_Pnt& apex) {
  BRepGProp_Face bounds;
  BRepGProp_Vinert cone;
  cone.SetLocation(apex);
  bounds.Load(face);
  if (face.NbChildren() == 0) {
    cone.Perform(bounds, apex);
  } else {
    BRepGProp_Domain domain(face);
    cone.Perform(bounds, domain, apex);
  }
  return BulkOf(cone);
}

Bulk ConeOverFlat(const TopoDS_Face& face, const gp_Pln& plane, const gp_Pnt& apex) {
  const FlatRegion flat(face);
  const gp_Ax3& axes = plane.Position();
  const gp_Dir normal = axes.XDirection().Crossed(axes.YDirection());
  const gp_Pnt2d at = flat.Centroid();
  const gp_XYZ middle = axes.Location().XYZ() + axes.XDirection().XYZ() * at.X() + axes.YDirection().XYZ() * at.Y();
  return ConeOverPlane(flat.Area(), middle, face.Orientation() == TopAbs_REVERSED ? normal.Reversed() : normal, apex);
}

}  // namespace

Bulk ConeOverPlane(double area, const gp_Pnt& centroid, const gp_Dir& outward, const gp_Pnt& apex) {
  const double volume = area * gp_Vec(apex, centroid).Dot(outward) / 3;
  Bulk cone;
  cone.Add(volume, (0.25 * apex.XYZ() + 0.75 * centroid.XYZ()) * volume);
  return cone;
}

std::optional<Bulk> ConeOver(const TopoDS_Face& face, const gp_Pnt& apex) {
  const BRepAdaptor_Surface surface(face, false);
  const bool reversed = face.Orientation() == TopAbs_REVERSED;
  Domain d;
  switch (surface.GetType()) {
    case GeomAbs_Plane:
      return ConeOverFlat(face, surface.Plane(), apex);
    case GeomAbs_Cylinder:
      if (!IsWhole(face, d)) return ByLibrary(face, apex);
      return ConeOverTurned(surface.Cylinder().Position(), surface.Cylinder().Radius(), 0, d, apex, reversed);
    case GeomAbs_Cone:
      if (!IsWhole(face, d)) return ByLibrary(face, apex);
      return ConeOverTurned(surface.Cone().Position(), surface.Cone().RefRadius(), surface.Cone().SemiAngle(), d, apex,
                            reversed);
    case GeomAbs_Sphere:
    case GeomAbs_Torus:
      return ByLibrary(face, apex);
    default: {
      const bool whole = IsWhole(face, d);
      const std::optional<Grid> spans = BreaksOf(surface, d);
      if (spans && whole) return BySpans(surface, *spans, apex, reversed);
      if (spans && face.NbChildren() > 0) return ByEdges(surface, *spans, apex).Over(face);
      return std::nullopt;
    }
  }
}

Bulk VolumeByParts(const TopoDS_Shape& shape, double error) {
  Bulk volume;
  const gp_Pnt apex = MiddleOf(shape);
  for (TopExp_Explorer e(shape, TopAbs_FACE); e.More(); e.Next()) {
    const TopoDS_Face& face = TopoDS::Face(e.Current());
    const std::optional<Bulk> cone = ConeOver(face, apex);
    volume.Add(cone ? *cone : Adaptively(face, apex, error));
  }
  return volume;
}

}  // namespace ankerdraft

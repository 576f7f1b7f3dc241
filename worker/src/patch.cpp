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
#include <TopExp_Explorer.hxx>
#include <TopoDS.hxx>

#include "flat.h"
#include "spans.h"

namespace ankerdraft {

namespace {

struct Cone : GProp_GProps {
  void Add(double volume, const gp_XYZ& moment) {
    dim += volume;
    sum += moment;
  }
  GProp_GProps Done() {
    if (dim != 0) g = gp_Pnt(sum / dim);
    return *this;
  }
  gp_XYZ sum;
};

// Adds what a piece of the surface so large in its parameters adds to the cone over it.
void AddPiece(const BRepAdaptor_Surface& surface, double u, double v, double size, const gp_Pnt& apex, Cone& cone) {
  gp_Pnt p;
  gp_Vec du, dv;
  surface.D1(u, v, p, du, dv);
  const double volume = size * gp_Vec(apex, p).Dot(du.Crossed(dv)) / 3;
  cone.Add(volume, (0.25 * apex.XYZ() + 0.75 * p.XYZ()) * volume);
}

GProp_GProps BySpans(const BRepAdaptor_Surface& surface, const Grid& spans, const gp_Pnt& apex, bool reversed) {
  const auto& [us, vs] = spans;
  const GaussRule rule;
  Cone cone;
  for (size_t i = 0; i + 1 < us.size(); ++i)
    for (size_t j = 0; j + 1 < vs.size(); ++j) {
      const double hu = 0.5 * (us[i + 1] - us[i]), hv = 0.5 * (vs[j + 1] - vs[j]);
      for (int k = 1; k <= GaussRule::kPoints; ++k)
        for (int l = 1; l <= GaussRule::kPoints; ++l) {
          const double size = (reversed ? -1 : 1) * rule.weight(k) * rule.weight(l) * hu * hv;
          AddPiece(surface, us[i] + hu * (1 + rule.at(k)), vs[j] + hv * (1 + rule.at(l)), size, apex, cone);
        }
    }
  return cone.Done();
}

// Integrals over the part of a surface that its edges enclose, by Green's theorem: along the edges, of integrals across
// the surface from one side of its domain, in the direction in which it has fewer spans.
class ByEdges {
 public:
  ByEdges(const BRepAdaptor_Surface& surface, const Grid& spans, const gp_Pnt& apex)
      : surface_(surface), apex_(apex), spans_(spans), first_u_(spans.us.size() <= spans.vs.size()) {}

  GProp_GProps Over(const TopoDS_Face& face) {
    const TopoDS_Face forward = TopoDS::Face(face.Oriented(TopAbs_FORWARD));
    const double side = (face.Orientation() == TopAbs_REVERSED ? -1 : 1) * (first_u_ ? 1 : -1);
    for (TopExp_Explorer e(forward, TopAbs_EDGE); e.More(); e.Next()) {
      const TopAbs_Orientation way = e.Current().Orientation();
      if (way == TopAbs_INTERNAL || way == TopAbs_EXTERNAL) continue;
      Along(BRepAdaptor_Curve2d(TopoDS::Edge(e.Current()), forward), way == TopAbs_REVERSED ? -side : side);
    }
    return cone_.Done();
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
  Cone cone_;
};

GProp_GProps Adaptively(const TopoDS_Face& face, const gp_Pnt& apex, double error) {
  BRepGProp_Face bounds;
  bounds.Load(face);
  if (face.NbChildren() == 0) return BRepGProp_VinertGK(bounds, apex, error, true, false);
  BRepGProp_Domain domain(face);
  return BRepGProp_VinertGK(bounds, domain, apex, error, true, false);
}

// Cones from an apex within have volumes of some size: a share of nothing is never reached.
gp_Pnt MiddleOf(const TopoDS_Shape& shape) {
  gp_XYZ sum;
  int n = 0;
  for (TopExp_Explorer e(shape, TopAbs_VERTEX); e.More(); e.Next(), ++n)
    sum += BRep_Tool::Pnt(TopoDS::Vertex(e.Current())).XYZ();
  return n == 0 ? gp_Pnt() : gp_Pnt(sum / n);
}

GProp_GProps ConeOverPlane(const TopoDS_Face& face, const gp_Pln& plane, const gp_Pnt& apex) {
  const gp_Ax3& axes = plane.Position();
  const FlatRegion flat(face);
  Cone cone;
  if (flat.Area() == 0) return cone.Done();
  const gp_XYZ normal = axes.XDirection().XYZ().Crossed(axes.YDirection().XYZ());
  const double height = (axes.Location().XYZ() - apex.XYZ()).Dot(normal);
  const double volume = (face.Orientation() == TopAbs_REVERSED ? -1 : 1) * flat.Area() * height / 3;
  const gp_Pnt2d at = flat.Centroid();
  const gp_XYZ middle = axes.Location().XYZ() + axes.XDirection().XYZ() * at.X() + axes.YDirection().XYZ() * at.Y();
  cone.Add(volume, (0.25 * apex.XYZ() + 0.75 * middle) * volume);
  return cone.Done();
}

bool IsElementary(const BRepAdaptor_Surface& surface) {
  switch (surface.GetType()) {
    case GeomAbs_Plane:
    case GeomAbs_Cylinder:
    case GeomAbs_Cone:
    case GeomAbs_Sphere:
    case GeomAbs_Torus:
      return true;
    default:
      return false;
  }
}

}  // namespace

GProp_GProps ConeOver(const TopoDS_Face& face, const gp_Pnt& apex) {
  const BRepAdaptor_Surface surface(face);
  if (surface.GetType() == GeomAbs_Plane) return ConeOverPlane(face, surface.Plane(), apex);
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
  return cone;
}

GProp_GProps VolumeOfFreeform(const TopoDS_Shape& shape, double error) {
  GProp_GProps volume;
  const gp_Pnt apex = MiddleOf(shape);
  for (TopExp_Explorer e(shape, TopAbs_FACE); e.More(); e.Next()) {
    const TopoDS_Face& face = TopoDS::Face(e.Current());
    const BRepAdaptor_Surface surface(face, false);
    if (IsElementary(surface)) {
      volume.Add(ConeOver(face, apex));
      continue;
    }
    Domain d;
    const bool whole = IsWhole(face, d);
    const std::optional<Grid> spans = BreaksOf(surface, d);
    if (spans && whole)
      volume.Add(BySpans(surface, *spans, apex, face.Orientation() == TopAbs_REVERSED));
    else if (spans && face.NbChildren() > 0)
      volume.Add(ByEdges(surface, *spans, apex).Over(face));
    else
      volume.Add(Adaptively(face, apex, error));
  }
  return volume;
}

}  // namespace ankerdraft

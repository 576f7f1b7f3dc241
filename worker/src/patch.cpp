#include "patch.h"

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

GProp_GProps BySpans(const BRepAdaptor_Surface& surface, const Domain& d, const gp_Pnt& apex, bool reversed) {
  const auto [us, vs] = BreaksOf(surface, d);
  const GaussRule rule;
  Cone cone;
  for (size_t i = 0; i + 1 < us.size(); ++i)
    for (size_t j = 0; j + 1 < vs.size(); ++j) {
      const double hu = 0.5 * (us[i + 1] - us[i]), hv = 0.5 * (vs[j + 1] - vs[j]);
      for (int k = 1; k <= GaussRule::kPoints; ++k)
        for (int l = 1; l <= GaussRule::kPoints; ++l) {
          gp_Pnt p;
          gp_Vec du, dv;
          surface.D1(us[i] + hu * (1 + rule.at(k)), vs[j] + hv * (1 + rule.at(l)), p, du, dv);
          const double w = (reversed ? -1 : 1) * rule.weight(k) * rule.weight(l) * hu * hv;
          const double volume = w * gp_Vec(apex, p).Dot(du.Crossed(dv)) / 3;
          cone.Add(volume, (0.25 * apex.XYZ() + 0.75 * p.XYZ()) * volume);
        }
    }
  return cone.Done();
}

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

bool IsOfSpans(const BRepAdaptor_Surface& surface) {
  if (surface.GetType() == GeomAbs_BSplineSurface) return true;
  return surface.GetType() == GeomAbs_SurfaceOfExtrusion && surface.BasisCurve()->GetType() == GeomAbs_BSplineCurve;
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
    const BRepAdaptor_Surface surface(face);
    Domain d;
    if (IsElementary(surface))
      volume.Add(ConeOver(face, apex));
    else if (IsOfSpans(surface) && IsWhole(face, d))
      volume.Add(BySpans(surface, d, apex, face.Orientation() == TopAbs_REVERSED));
    else
      volume.Add(Adaptively(face, apex, error));
  }
  return volume;
}

}  // namespace ankerdraft

#include "patch.h"

#include <algorithm>
#include <cmath>
#include <vector>

#include <BRepAdaptor_Surface.hxx>
#include <BRepGProp_Domain.hxx>
#include <BRepGProp_Face.hxx>
#include <BRepGProp_VinertGK.hxx>
#include <BRepTools.hxx>
#include <BRep_Tool.hxx>
#include <Geom2d_Curve.hxx>
#include <TColStd_Array1OfReal.hxx>
#include <TopExp_Explorer.hxx>
#include <TopoDS.hxx>
#include <TopoDS_Face.hxx>
#include <math.hxx>
#include <math_Matrix.hxx>
#include <math_Vector.hxx>

namespace ankerdraft {

namespace {

// Exact for integrands up to degree 23: three times a degree of 7, and the two derivatives.
constexpr int kGaussPoints = 12;

struct Domain {
  double u0, u1, v0, v1;
};

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

bool IsNear(double a, double b, double size) { return std::abs(a - b) < 1e-9 * std::max(1.0, size); }

// Whether both ends and the middle of a side lie on one of the four lines of the domain.
bool IsOnBounds(const Geom2d_Curve& side, double first, double last, const Domain& d) {
  const gp_Pnt2d a = side.Value(first), m = side.Value(0.5 * (first + last)), b = side.Value(last);
  const double width = d.u1 - d.u0, height = d.v1 - d.v0;
  for (const double u : {d.u0, d.u1})
    if (IsNear(a.X(), u, width) && IsNear(m.X(), u, width) && IsNear(b.X(), u, width)) return true;
  for (const double v : {d.v0, d.v1})
    if (IsNear(a.Y(), v, height) && IsNear(m.Y(), v, height) && IsNear(b.Y(), v, height)) return true;
  return false;
}

// Whether the face is the whole of a rectangle of its surface's net.
bool IsWhole(const TopoDS_Face& face, Domain& d) {
  if (face.NbChildren() != 1) return false;
  BRepTools::UVBounds(face, d.u0, d.u1, d.v0, d.v1);
  for (TopExp_Explorer e(face, TopAbs_EDGE); e.More(); e.Next()) {
    double first, last;
    const Handle(Geom2d_Curve) side = BRep_Tool::CurveOnSurface(TopoDS::Edge(e.Current()), face, first, last);
    if (side.IsNull() || !IsOnBounds(*side, first, last, d)) return false;
  }
  return true;
}

// The breaks of a net in one direction, from a to b.
std::vector<double> Breaks(const TColStd_Array1OfReal& knots, double a, double b) {
  std::vector<double> out{a};
  for (int i = knots.Lower(); i <= knots.Upper(); ++i)
    if (knots(i) > a && knots(i) < b) out.push_back(knots(i));
  out.push_back(b);
  return out;
}

GProp_GProps BySpans(const BRepAdaptor_Surface& surface, const Domain& d, const gp_Pnt& apex, bool reversed) {
  TColStd_Array1OfReal in_u(1, surface.NbUIntervals(GeomAbs_CN) + 1), in_v(1, surface.NbVIntervals(GeomAbs_CN) + 1);
  surface.UIntervals(in_u, GeomAbs_CN);
  surface.VIntervals(in_v, GeomAbs_CN);
  const std::vector<double> us = Breaks(in_u, d.u0, d.u1), vs = Breaks(in_v, d.v0, d.v1);
  math_Vector at(1, kGaussPoints), weight(1, kGaussPoints);
  math::GaussPoints(kGaussPoints, at);
  math::GaussWeights(kGaussPoints, weight);
  Cone cone;
  for (size_t i = 0; i + 1 < us.size(); ++i)
    for (size_t j = 0; j + 1 < vs.size(); ++j) {
      const double hu = 0.5 * (us[i + 1] - us[i]), hv = 0.5 * (vs[j + 1] - vs[j]);
      for (int k = 1; k <= kGaussPoints; ++k)
        for (int l = 1; l <= kGaussPoints; ++l) {
          gp_Pnt p;
          gp_Vec du, dv;
          surface.D1(us[i] + hu * (1 + at(k)), vs[j] + hv * (1 + at(l)), p, du, dv);
          const double w = (reversed ? -1 : 1) * weight(k) * weight(l) * hu * hv;
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

bool IsFlatAround(const BRepAdaptor_Surface& surface, const gp_Pnt& apex) {
  return surface.GetType() == GeomAbs_Plane && surface.Plane().Distance(apex) < 1e-9;
}

}  // namespace

GProp_GProps VolumeOfFreeform(const TopoDS_Shape& shape, double error) {
  GProp_GProps volume;
  const gp_Pnt apex = MiddleOf(shape);
  for (TopExp_Explorer e(shape, TopAbs_FACE); e.More(); e.Next()) {
    const TopoDS_Face& face = TopoDS::Face(e.Current());
    const BRepAdaptor_Surface surface(face);
    Domain d;
    if (surface.GetType() == GeomAbs_BSplineSurface && IsWhole(face, d))
      volume.Add(BySpans(surface, d, apex, face.Orientation() == TopAbs_REVERSED));
    else if (!IsFlatAround(surface, apex))
      volume.Add(Adaptively(face, apex, error));
  }
  return volume;
}

}  // namespace ankerdraft

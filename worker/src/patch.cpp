#include "patch.h"

#include <algorithm>
#include <cmath>
#include <utility>
#include <vector>

#include <BRepAdaptor_Curve2d.hxx>
#include <BRepAdaptor_Surface.hxx>
#include <BRepGProp_Domain.hxx>
#include <BRepGProp_Face.hxx>
#include <BRepGProp_Vinert.hxx>
#include <BRepGProp_VinertGK.hxx>
#include <BRepTools.hxx>
#include <BRep_Tool.hxx>
#include <Geom2d_BSplineCurve.hxx>
#include <Geom2d_Curve.hxx>
#include <Geom_BSplineCurve.hxx>
#include <Geom_BSplineSurface.hxx>
#include <Precision.hxx>
#include <TColStd_Array1OfReal.hxx>
#include <TopExp_Explorer.hxx>
#include <TopoDS.hxx>
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

// The breaks of a curve or a net in one direction, from a to b. The library calls splines of degree 5 and more smooth
// throughout and tells no intervals of theirs, so that knots are taken as well.
std::vector<double> Breaks(const TColStd_Array1OfReal& intervals, const TColStd_Array1OfReal& knots, double a, double b) {
  std::vector<double> out{a, b};
  for (const TColStd_Array1OfReal* some : {&intervals, &knots})
    for (const double k : *some)
      if (k > a && k < b) out.push_back(k);
  std::sort(out.begin(), out.end());
  out.erase(std::unique(out.begin(), out.end()), out.end());
  return out;
}

TColStd_Array1OfReal NoKnots() {
  TColStd_Array1OfReal none(1, 1);
  none.SetValue(1, Precision::Infinite());
  return none;
}

TColStd_Array1OfReal KnotsOf(const Handle(Geom_BSplineCurve)& spline) {
  TColStd_Array1OfReal knots(1, spline->NbKnots());
  spline->Knots(knots);
  return knots;
}

// Knots of a surface in u and in v.
std::pair<TColStd_Array1OfReal, TColStd_Array1OfReal> KnotsOf(const BRepAdaptor_Surface& surface) {
  if (surface.GetType() != GeomAbs_BSplineSurface) return {KnotsOf(surface.BasisCurve()->BSpline()), NoKnots()};
  const Handle(Geom_BSplineSurface) net = surface.BSpline();
  TColStd_Array1OfReal u(1, net->NbUKnots()), v(1, net->NbVKnots());
  net->UKnots(u);
  net->VKnots(v);
  return {u, v};
}

GProp_GProps BySpans(const BRepAdaptor_Surface& surface, const Domain& d, const gp_Pnt& apex, bool reversed) {
  TColStd_Array1OfReal in_u(1, surface.NbUIntervals(GeomAbs_CN) + 1), in_v(1, surface.NbVIntervals(GeomAbs_CN) + 1);
  surface.UIntervals(in_u, GeomAbs_CN);
  surface.VIntervals(in_v, GeomAbs_CN);
  const auto [knots_u, knots_v] = KnotsOf(surface);
  const std::vector<double> us = Breaks(in_u, knots_u, d.u0, d.u1), vs = Breaks(in_v, knots_v, d.v0, d.v1);
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

// Pieces of a bow between knots that Gauss points integrate to the last digits, also of circles and rational curves.
constexpr int kPiecesOfBow = 8;

TColStd_Array1OfReal KnotsOf(const BRepAdaptor_Curve2d& curve) {
  if (curve.GetType() != GeomAbs_BSplineCurve) return NoKnots();
  const Handle(Geom2d_BSplineCurve) spline = curve.BSpline();
  TColStd_Array1OfReal knots(1, spline->NbKnots());
  spline->Knots(knots);
  return knots;
}

// Area of a plane face in the plane's coordinates, with the first moments: integrals of x dy - y dx along its edges (Green).
struct FlatArea {
  double area = 0, mx = 0, my = 0;

  void Add(const TopoDS_Edge& edge, const TopoDS_Face& face) {
    const BRepAdaptor_Curve2d curve(edge, face);
    const double sign = edge.Orientation() == TopAbs_REVERSED ? -1 : 1;
    if (curve.GetType() == GeomAbs_Line)
      AddLine(curve.Value(curve.FirstParameter()), curve.Value(curve.LastParameter()), sign);
    else
      AddBow(curve, sign);
  }

 private:
  // By the shoelace, which is exact to the last digit for plain numbers.
  void AddLine(const gp_Pnt2d& a, const gp_Pnt2d& b, double sign) {
    const double turn = sign * (a.X() * b.Y() - a.Y() * b.X());
    area += turn / 2;
    mx += (a.X() + b.X()) * turn / 6;
    my += (a.Y() + b.Y()) * turn / 6;
  }

  void AddBow(const BRepAdaptor_Curve2d& curve, double sign) {
    TColStd_Array1OfReal intervals(1, curve.NbIntervals(GeomAbs_CN) + 1);
    curve.Intervals(intervals, GeomAbs_CN);
    const std::vector<double> breaks =
        Breaks(intervals, KnotsOf(curve), curve.FirstParameter(), curve.LastParameter());
    math_Vector at(1, kGaussPoints), weight(1, kGaussPoints);
    math::GaussPoints(kGaussPoints, at);
    math::GaussWeights(kGaussPoints, weight);
    for (size_t i = 0; i + 1 < breaks.size(); ++i)
      for (int k = 0; k < kPiecesOfBow; ++k) {
        const double half = 0.5 * (breaks[i + 1] - breaks[i]) / kPiecesOfBow;
        const double middle = breaks[i] + (2 * k + 1) * half;
        for (int g = 1; g <= kGaussPoints; ++g) {
          gp_Pnt2d p;
          gp_Vec2d d;
          curve.D1(middle + half * at(g), p, d);
          const double turn = sign * weight(g) * half * (p.X() * d.Y() - p.Y() * d.X());
          area += turn / 2;
          mx += p.X() * turn / 3;
          my += p.Y() * turn / 3;
        }
      }
  }
};

GProp_GProps ConeOverPlane(const TopoDS_Face& face, const gp_Pln& plane, const gp_Pnt& apex) {
  const gp_Ax3& axes = plane.Position();
  const TopoDS_Face forward = TopoDS::Face(face.Oriented(TopAbs_FORWARD));
  FlatArea flat;
  for (TopExp_Explorer e(forward, TopAbs_EDGE); e.More(); e.Next()) flat.Add(TopoDS::Edge(e.Current()), forward);
  Cone cone;
  if (flat.area == 0) return cone.Done();
  const gp_XYZ normal = axes.XDirection().XYZ().Crossed(axes.YDirection().XYZ());
  const double height = (axes.Location().XYZ() - apex.XYZ()).Dot(normal);
  const double volume = (face.Orientation() == TopAbs_REVERSED ? -1 : 1) * flat.area * height / 3;
  const gp_XYZ middle = axes.Location().XYZ() + axes.XDirection().XYZ() * (flat.mx / flat.area) +
                        axes.YDirection().XYZ() * (flat.my / flat.area);
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

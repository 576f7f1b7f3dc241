// Contours carried along: each pole of their curves goes along a spline of its own, so that the skin is made of as many
// faces as the contour has curves, and passes through each copy exactly.
#include <algorithm>
#include <vector>

#include <BRepBuilderAPI_MakeFace.hxx>
#include <BRepBuilderAPI_Transform.hxx>
#include <BRep_Tool.hxx>
#include <BSplCLib.hxx>
#include <GeomConvert.hxx>
#include <Geom_BSplineCurve.hxx>
#include <Geom_BSplineSurface.hxx>
#include <Geom_TrimmedCurve.hxx>
#include <Precision.hxx>
#include <TColStd_Array1OfInteger.hxx>
#include <TColStd_Array1OfReal.hxx>
#include <TColStd_Array2OfReal.hxx>
#include <TColgp_Array1OfPnt.hxx>
#include <TColgp_Array2OfPnt.hxx>
#include <TopoDS.hxx>

#include "sewn.h"
#include "shapes.h"
#include "wires.h"

namespace ankerdraft {

using namespace kernel::v1;

namespace {

constexpr int kDegree = 5;

gp_XYZ Carried(const CarriedTo& to, const gp_XYZ& p) {
  return VectorOf(to.origin()).XYZ() + VectorOf(to.x()).XYZ() * p.X() + VectorOf(to.y()).XYZ() * p.Y() +
         VectorOf(to.z()).XYZ() * p.Z();
}

// Splines through as many places, at shares of the way: their knots are means of the shares beside (de Boor 1978,
// A Practical Guide to Splines, chapter XIII), for which elimination needs no pivots.
class Along {
 public:
  explicit Along(const kernel::v1::Carry& in)
      : count_(in.copies_size()),
        shares_(1, count_),
        orders_(1, count_),
        flat_(1, count_ + kDegree + 1),
        knots_(1, count_ - kDegree + 1),
        times_(1, count_ - kDegree + 1) {
    for (int i = 1; i <= count_; ++i) shares_(i) = in.copies(i - 1).share();
    orders_.Init(0);
    for (int i = 1; i <= kDegree + 1; ++i) {
      flat_(i) = shares_(1);
      flat_(count_ + i) = shares_(count_);
    }
    times_.Init(1);
    times_(1) = times_(times_.Upper()) = kDegree + 1;
    knots_(1) = shares_(1);
    knots_(knots_.Upper()) = shares_(count_);
    for (int j = 1; j < count_ - kDegree; ++j) {
      double sum = 0;
      for (int i = j + 1; i <= j + kDegree; ++i) sum += shares_(i);
      knots_(j + 1) = flat_(kDegree + 1 + j) = sum / kDegree;
    }
  }

  // What becomes of points that are to be passed through: the poles of the spline through them.
  void Interpolate(TColgp_Array1OfPnt& points) const {
    Standard_Integer problem = 0;
    BSplCLib::Interpolate(kDegree, flat_, shares_, orders_, points, problem);
    if (problem != 0) throw Refused{"refused", "no smooth skin goes through the copies of the profile"};
  }

  const TColStd_Array1OfReal& Knots() const { return knots_; }
  const TColStd_Array1OfInteger& Times() const { return times_; }

 private:
  const int count_;
  TColStd_Array1OfReal shares_;
  TColStd_Array1OfInteger orders_;
  TColStd_Array1OfReal flat_, knots_;
  TColStd_Array1OfInteger times_;
};

Handle(Geom_BSplineCurve) SplineOf(const TopoDS_Edge& edge) {
  double first, last;
  const Handle(Geom_Curve) curve = BRep_Tool::Curve(edge, first, last);
  const Handle(Geom_BSplineCurve) spline = GeomConvert::CurveToBSplineCurve(new Geom_TrimmedCurve(curve, first, last));
  if (spline->IsPeriodic()) spline->SetNotPeriodic();
  return spline;
}

// The faces of the side over an edge, one after the other.
std::vector<TopoDS_Face> SideOf(const TopoDS_Edge& edge, const kernel::v1::Carry& in, const Along& along) {
  const Handle(Geom_BSplineCurve) curve = SplineOf(edge);
  const int poles = curve->NbPoles(), copies = in.copies_size();
  TColgp_Array2OfPnt net(1, poles, 1, copies);
  TColStd_Array2OfReal weights(1, poles, 1, copies);
  TColgp_Array1OfPnt way(1, copies);
  for (int u = 1; u <= poles; ++u) {
    for (int v = 1; v <= copies; ++v) way(v) = gp_Pnt(Carried(in.copies(v - 1), curve->Pole(u).XYZ()));
    along.Interpolate(way);
    for (int v = 1; v <= copies; ++v) {
      net(u, v) = way(v);
      weights(u, v) = curve->Weight(u);
    }
  }
  TColStd_Array1OfReal knots(1, curve->NbKnots());
  TColStd_Array1OfInteger times(1, curve->NbKnots());
  curve->Knots(knots);
  curve->Multiplicities(times);
  const Handle(Geom_BSplineSurface) surface = new Geom_BSplineSurface(
      net, weights, knots, along.Knots(), times, along.Times(), curve->Degree(), kDegree, false, false);
  double u1, u2, v1, v2;
  surface->Bounds(u1, u2, v1, v2);
  const int pieces = std::max(1, in.pieces());
  std::vector<TopoDS_Face> faces;
  for (int i = 0; i < pieces; ++i) {
    const double from = v1 + (v2 - v1) * i / pieces, to = i + 1 == pieces ? v2 : v1 + (v2 - v1) * (i + 1) / pieces;
    BRepBuilderAPI_MakeFace maker(surface, u1, u2, from, to, Precision::Confusion());
    if (!maker.IsDone()) throw Refused{"refused", "the library cannot make a side of this"};
    faces.push_back(maker.Face());
  }
  return faces;
}

TopoDS_Face CapOf(const TopoDS_Wire& contour, const gp_Pln& plane, const CarriedTo& to) {
  const gp_XYZ o = VectorOf(to.origin()).XYZ(), x = VectorOf(to.x()).XYZ(), y = VectorOf(to.y()).XYZ(),
               z = VectorOf(to.z()).XYZ();
  gp_Trsf move;
  move.SetValues(x.X(), y.X(), z.X(), o.X(), x.Y(), y.Y(), z.Y(), o.Y(), x.Z(), y.Z(), z.Z(), o.Z());
  const TopoDS_Wire there = TopoDS::Wire(BRepBuilderAPI_Transform(contour, move, true).Shape());
  return BRepBuilderAPI_MakeFace(plane.Transformed(move), Turned(there, plane.Transformed(move)), true).Face();
}

}  // namespace

void Carry(const kernel::v1::Carry& in, ShapeStore& store, ShapeReply* out) {
  if (in.copies_size() <= kDegree) throw Refused{"invalid-input", "a carried contour needs more copies"};
  const gp_Pln plane = PlaneOf(in.plane());
  const std::vector<TaggedEdge> tagged = EdgesOf(in.contour());
  const TopoDS_Wire contour = WireOf(tagged);
  const Along along(in);
  std::vector<TopoDS_Face> all;
  std::vector<int> tags;
  for (const TaggedEdge& e : tagged)
    for (const TopoDS_Face& side : SideOf(e.edge, in, along)) {
      all.push_back(side);
      tags.push_back(e.tag);
    }
  all.push_back(CapOf(contour, plane, in.copies(0)));
  all.push_back(CapOf(contour, plane, in.copies(in.copies_size() - 1)));
  std::vector<TopoDS_Shape> become;
  const TopoDS_Shape result = SewnSolid(all, become);
  const TopTools_IndexedMapOfShape faces = Numbered(result).faces;
  for (size_t i = 0; i < tags.size(); ++i) AddCurveOrigin(become[i], ORIGIN_CURVE, tags[i], faces, out);
  AddCurveOrigin(become[tags.size()], ORIGIN_START_CAP, 0, faces, out);
  AddCurveOrigin(become.back(), ORIGIN_END_CAP, 0, faces, out);
  Describe(result, store, out);
}

}  // namespace ankerdraft

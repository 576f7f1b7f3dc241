// Skins that leave the planes of their ends square to them: splines through the poles of the contours' curves, with their
// directions at the ends given.
#include "square.h"

#include <algorithm>
#include <memory>

#include <BRepBuilderAPI_MakeFace.hxx>
#include <BRepFill_CompatibleWires.hxx>
#include <BRepGProp.hxx>
#include <BRepTools_WireExplorer.hxx>
#include <BRep_Tool.hxx>
#include <BSplCLib.hxx>
#include <GProp_GProps.hxx>
#include <GeomFill_Profiler.hxx>
#include <Geom_BSplineSurface.hxx>
#include <Geom_TrimmedCurve.hxx>
#include <Precision.hxx>
#include <TColStd_Array1OfInteger.hxx>
#include <TColStd_Array1OfReal.hxx>
#include <TColStd_Array2OfReal.hxx>
#include <TColgp_Array1OfPnt.hxx>
#include <TColgp_Array2OfPnt.hxx>
#include <TopTools_SequenceOfShape.hxx>
#include <TopoDS.hxx>

#include "shapes.h"

namespace ankerdraft {

namespace {

gp_Pnt MiddleOf(const TopoDS_Wire& wire) {
  GProp_GProps line;
  BRepGProp::LinearProperties(wire, line);
  return line.CentreOfMass();
}

// Where contours lie along the way, and what is known at its ends: splines of degree 3 (2 where too little is known) with
// a knot at each contour between.
class Way {
 public:
  Way(const std::vector<TopoDS_Wire>& contours, const std::vector<gp_Pln>& planes, bool at_start, bool at_end)
      : at_start_(at_start), at_end_(at_end) {
    std::vector<gp_Pnt> middles;
    for (const TopoDS_Wire& w : contours) middles.push_back(MiddleOf(w));
    at_.push_back(0);
    for (size_t i = 1; i < middles.size(); ++i) at_.push_back(at_.back() + middles[i].Distance(middles[i - 1]));
    begin_ = Towards(planes.front(), gp_Vec(middles.front(), middles[1]));
    end_ = Towards(planes.back(), gp_Vec(middles[middles.size() - 2], middles.back()));
    SetKnots();
  }

  int Count() const { return count_; }
  int Degree() const { return degree_; }
  const TColStd_Array1OfReal& Knots() const { return *knots_; }
  const TColStd_Array1OfInteger& Times() const { return *times_; }

  // The poles of the spline through points with weights, one for each contour.
  void Through(const std::vector<gp_Pnt>& points, const std::vector<double>& weights, std::vector<gp_Pnt>& poles,
               std::vector<double>& pole_weights) const {
    std::vector<double> data;
    const auto add = [&data](const gp_XYZ& xyz, double w) {
      for (const double x : {xyz.X(), xyz.Y(), xyz.Z(), w}) data.push_back(x);
    };
    const size_t last = points.size() - 1;
    for (size_t i = 0; i <= last; ++i) {
      if (i == last && at_end_) add(weights[i] * end_.XYZ(), 0);
      add(weights[i] * points[i].XYZ(), weights[i]);
      if (i == 0 && at_start_) add(weights[i] * begin_.XYZ(), 0);
    }
    Standard_Integer problem = 0;
    BSplCLib::Interpolate(degree_, *flat_, *parameters_, *orders_, 4, data[0], problem);
    if (problem != 0) throw Refused{"refused", "no smooth skin goes through the profiles"};
    for (int i = 0; i < count_; ++i) {
      const double w = data[4 * i + 3];
      if (!(w > 0)) throw Refused{"refused", "no smooth skin goes through the profiles"};
      poles.emplace_back(data[4 * i] / w, data[4 * i + 1] / w, data[4 * i + 2] / w);
      pole_weights.push_back(w);
    }
  }

 private:
  static gp_Vec Towards(const gp_Pln& plane, const gp_Vec& way) {
    gp_Vec normal(plane.Axis().Direction());
    if (normal.Dot(way) < 0) normal.Reverse();
    return normal;
  }

  void SetKnots() {
    const int contours = static_cast<int>(at_.size());
    count_ = contours + at_start_ + at_end_;
    degree_ = std::min(3, count_ - 1);
    parameters_ = std::make_unique<TColStd_Array1OfReal>(1, count_);
    orders_ = std::make_unique<TColStd_Array1OfInteger>(1, count_);
    orders_->Init(0);
    int n = 0;
    for (int i = 0; i < contours; ++i) {
      if (i == contours - 1 && at_end_) Set(++n, at_[i], 1);
      Set(++n, at_[i], 0);
      if (i == 0 && at_start_) Set(++n, at_[i], 1);
    }
    // Next to a free end the spline goes on over the contour there as it comes.
    const int from = at_start_ ? 1 : 2, to = at_end_ ? contours - 2 : contours - 3;
    std::vector<double> inner;
    for (int i = from; i <= to && static_cast<int>(inner.size()) < count_ - degree_ - 1; ++i) inner.push_back(at_[i]);
    const int spans = static_cast<int>(inner.size()) + 1;
    knots_ = std::make_unique<TColStd_Array1OfReal>(1, spans + 1);
    times_ = std::make_unique<TColStd_Array1OfInteger>(1, spans + 1);
    times_->Init(1);
    times_->SetValue(1, degree_ + 1);
    times_->SetValue(spans + 1, degree_ + 1);
    knots_->SetValue(1, at_.front());
    knots_->SetValue(spans + 1, at_.back());
    for (int i = 1; i < spans; ++i) knots_->SetValue(i + 1, inner[i - 1]);
    flat_ = std::make_unique<TColStd_Array1OfReal>(1, count_ + degree_ + 1);
    BSplCLib::KnotSequence(*knots_, *times_, *flat_);
  }

  void Set(int n, double at, int order) {
    parameters_->SetValue(n, at);
    orders_->SetValue(n, order);
  }

  const bool at_start_, at_end_;
  std::vector<double> at_;
  gp_Vec begin_, end_;
  int count_ = 0, degree_ = 0;
  std::unique_ptr<TColStd_Array1OfReal> parameters_, knots_, flat_;
  std::unique_ptr<TColStd_Array1OfInteger> orders_, times_;
};

std::vector<Handle(Geom_Curve)> CurvesOf(const TopoDS_Wire& wire) {
  std::vector<Handle(Geom_Curve)> curves;
  for (BRepTools_WireExplorer e(wire); e.More(); e.Next()) {
    double first, last;
    const Handle(Geom_Curve) curve = BRep_Tool::Curve(e.Current(), first, last);
    const Handle(Geom_TrimmedCurve) piece = new Geom_TrimmedCurve(curve, first, last);
    if (e.Orientation() == TopAbs_REVERSED) piece->Reverse();
    curves.push_back(piece);
  }
  return curves;
}

// The side over one curve of each contour.
TopoDS_Face SideOver(const std::vector<Handle(Geom_Curve)>& curves, const Way& way) {
  GeomFill_Profiler alike;
  for (const Handle(Geom_Curve)& c : curves) alike.AddCurve(c);
  alike.Perform(Precision::Confusion());
  const int contours = static_cast<int>(curves.size()), poles = alike.NbPoles();
  std::vector<std::vector<gp_Pnt>> points(poles);
  std::vector<std::vector<double>> weights(poles);
  for (int i = 1; i <= contours; ++i) {
    TColgp_Array1OfPnt p(1, poles);
    TColStd_Array1OfReal w(1, poles);
    alike.Poles(i, p);
    alike.Weights(i, w);
    for (int u = 1; u <= poles; ++u) {
      points[u - 1].push_back(p(u));
      weights[u - 1].push_back(w(u));
    }
  }
  TColgp_Array2OfPnt net(1, poles, 1, way.Count());
  TColStd_Array2OfReal net_weights(1, poles, 1, way.Count());
  for (int u = 1; u <= poles; ++u) {
    std::vector<gp_Pnt> along;
    std::vector<double> along_weights;
    way.Through(points[u - 1], weights[u - 1], along, along_weights);
    for (int v = 1; v <= way.Count(); ++v) {
      net(u, v) = along[v - 1];
      net_weights(u, v) = along_weights[v - 1];
    }
  }
  TColStd_Array1OfReal knots(1, alike.NbKnots());
  TColStd_Array1OfInteger times(1, alike.NbKnots());
  alike.KnotsAndMults(knots, times);
  const Handle(Geom_BSplineSurface) surface = new Geom_BSplineSurface(
      net, net_weights, knots, way.Knots(), times, way.Times(), alike.Degree(), way.Degree(), false, false);
  BRepBuilderAPI_MakeFace maker(surface, Precision::Confusion());
  if (!maker.IsDone()) throw Refused{"refused", "the library cannot make a side of this"};
  return maker.Face();
}

}  // namespace

std::vector<TopoDS_Face> SquareSides(const std::vector<TopoDS_Wire>& contours, const std::vector<gp_Pln>& planes,
                                     bool at_start, bool at_end) {
  TopTools_SequenceOfShape given;
  for (const TopoDS_Wire& w : contours) given.Append(w);
  BRepFill_CompatibleWires matched(given);
  matched.Perform();
  if (!matched.IsDone()) throw Refused{"refused", "the library cannot match the curves of these profiles"};
  std::vector<std::vector<Handle(Geom_Curve)>> curves;
  std::vector<TopoDS_Wire> wires;
  for (const TopoDS_Shape& w : matched.Shape()) {
    wires.push_back(TopoDS::Wire(w));
    curves.push_back(CurvesOf(wires.back()));
    if (curves.back().size() != curves.front().size())
      throw Refused{"refused", "the library cannot match the curves of these profiles"};
  }
  const Way way(wires, planes, at_start, at_end);
  std::vector<TopoDS_Face> sides;
  for (size_t k = 0; k < curves.front().size(); ++k) {
    std::vector<Handle(Geom_Curve)> over;
    for (const auto& section : curves) over.push_back(section[k]);
    sides.push_back(SideOver(over, way));
  }
  return sides;
}

}  // namespace ankerdraft

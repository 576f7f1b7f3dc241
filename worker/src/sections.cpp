// Skins through contours: splines through the poles of the contours' curves.
#include "sections.h"

#include <BRepBuilderAPI_MakeFace.hxx>
#include <BRepGProp.hxx>
#include <BRepTools_WireExplorer.hxx>
#include <BRep_Tool.hxx>
#include <GProp_GProps.hxx>
#include <GeomFill_Profiler.hxx>
#include <Geom_TrimmedCurve.hxx>
#include <Precision.hxx>
#include <TColgp_Array1OfPnt.hxx>
#include <TopoDS.hxx>

#include "matching.h"
#include "shapes.h"

namespace ankerdraft {

namespace {

gp_Pnt MiddleOf(const TopoDS_Wire& wire) {
  GProp_GProps line;
  BRepGProp::LinearProperties(wire, line);
  return line.CentreOfMass();
}

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

SideCurves Alike(const std::vector<Handle(Geom_Curve)>& curves) {
  GeomFill_Profiler alike;
  for (const Handle(Geom_Curve)& c : curves) alike.AddCurve(c);
  alike.Perform(Precision::Confusion());
  const int poles = alike.NbPoles();
  SideCurves side{{alike.Degree(), TColStd_Array1OfReal(1, alike.NbKnots()), TColStd_Array1OfInteger(1, alike.NbKnots())},
                  std::vector<WeightedPoints>(poles)};
  alike.KnotsAndMults(side.basis.knots, side.basis.times);
  for (int i = 1; i <= static_cast<int>(curves.size()); ++i) {
    TColgp_Array1OfPnt p(1, poles);
    TColStd_Array1OfReal w(1, poles);
    alike.Poles(i, p);
    alike.Weights(i, w);
    for (int u = 1; u <= poles; ++u) {
      side.poles[u - 1].points.push_back(p(u));
      side.poles[u - 1].weights.push_back(w(u));
    }
  }
  return side;
}

}  // namespace

Sections::Sections(const std::vector<TopoDS_Wire>& contours) {
  std::vector<std::vector<Handle(Geom_Curve)>> curves;
  for (const TopoDS_Wire& w : Matched(contours)) {
    middles_.push_back(MiddleOf(w));
    places_.push_back(places_.empty() ? 0 : places_.back() + middles_.back().Distance(middles_[middles_.size() - 2]));
    curves.push_back(CurvesOf(w));
  }
  for (size_t k = 0; k < curves.front().size(); ++k) {
    std::vector<Handle(Geom_Curve)> over;
    for (const auto& contour : curves) over.push_back(contour[k]);
    sides_.push_back(Alike(over));
  }
}

gp_Vec NormalTowards(const gp_Pln& plane, const gp_Vec& way) {
  gp_Vec normal(plane.Axis().Direction());
  if (normal.Dot(way) < 0) normal.Reverse();
  return normal;
}

TopoDS_Face SideOn(const Handle(Geom_BSplineSurface)& surface) {
  BRepBuilderAPI_MakeFace maker(surface, Precision::Confusion());
  if (!maker.IsDone()) throw Refused{"refused", "the library cannot make a side of this"};
  return maker.Face();
}

std::vector<TopoDS_Face> SquareSides(const std::vector<TopoDS_Wire>& contours, const std::vector<gp_Pln>& planes,
                                     bool at_start, bool at_end) {
  const Sections sections(contours);
  const std::vector<gp_Pnt>& middles = sections.Middles();
  const gp_Vec begin = NormalTowards(planes.front(), gp_Vec(middles.front(), middles[1]));
  const gp_Vec end = NormalTowards(planes.back(), gp_Vec(middles[middles.size() - 2], middles.back()));
  const Interpolation along = Interpolation::WithKnotsAt(sections.Places(), at_start, at_end);
  std::vector<TopoDS_Face> sides;
  for (const SideCurves& side : sections.Sides()) {
    std::vector<WeightedPoints> poles;
    for (const WeightedPoints& places : side.poles) poles.push_back(along.Poles(places, begin, end));
    sides.push_back(SideOn(SurfaceOf(side.basis, along, poles)));
  }
  return sides;
}

}  // namespace ankerdraft

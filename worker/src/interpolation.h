#pragma once
#include <vector>

#include <Geom2d_BSplineCurve.hxx>
#include <Geom_BSplineCurve.hxx>
#include <Geom_BSplineSurface.hxx>
#include <TColStd_Array1OfInteger.hxx>
#include <TColStd_Array1OfReal.hxx>
#include <gp_Pnt.hxx>
#include <gp_Pnt2d.hxx>
#include <gp_Vec.hxx>

namespace ankerdraft {

/// Points with weights, one after the other, and what a spline through them is known by: its poles.
struct WeightedPoints {
  std::vector<gp_Pnt> points;
  std::vector<double> weights;
};

/// Splines that pass points at given places of the way, all of one degree and with the same knots.
class Interpolation {
 public:
  /// Of degree 5, through more than five places: knots are means of the places beside (de Boor 1978, A Practical Guide to
  /// Splines, chapter XIII), for which elimination needs no pivots.
  static Interpolation Through(const std::vector<double>& places);

  /// Of degree 3 (2 or 1 where too little is known), with a knot at each place between. At the ends a direction may be
  /// asked for. Next to a free end the spline goes on over the place there as it comes.
  static Interpolation WithKnotsAt(const std::vector<double>& places, bool direction_at_start, bool direction_at_end);

  int Count() const { return count_; }
  int Degree() const { return degree_; }
  const std::vector<double>& Places() const { return places_; }
  const TColStd_Array1OfReal& Knots() const { return knots_; }
  const TColStd_Array1OfInteger& Times() const { return times_; }

  /// The poles of the spline through points; refused where one would have no weight.
  ///
  /// @param begin, end directions at the ends, where they are asked for
  WeightedPoints Poles(const WeightedPoints& through, const gp_Vec& begin = gp_Vec(), const gp_Vec& end = gp_Vec()) const;

  /// A place of the spline with these poles.
  void At(double place, const WeightedPoints& poles, gp_Pnt& point, double& weight) const;

  Handle(Geom_BSplineCurve) CurveThrough(const std::vector<gp_Pnt>& points) const;
  Handle(Geom2d_BSplineCurve) CurveThrough(const std::vector<gp_Pnt2d>& points) const;

 private:
  Interpolation(const std::vector<double>& places, int count, int degree, const std::vector<double>& inner_knots);

  std::vector<double> places_;
  int count_, degree_;
  bool at_start_ = false, at_end_ = false;
  TColStd_Array1OfReal parameters_;
  TColStd_Array1OfInteger orders_;
  TColStd_Array1OfReal knots_;
  TColStd_Array1OfInteger times_;
  TColStd_Array1OfReal flat_;
};

/// A spline along one direction of a surface.
struct SplineBasis {
  int degree;
  TColStd_Array1OfReal knots;
  TColStd_Array1OfInteger times;
};

/// The surface whose poles are those of splines along the way, one for each pole across it.
Handle(Geom_BSplineSurface) SurfaceOf(const SplineBasis& across, const Interpolation& along,
                                      const std::vector<WeightedPoints>& poles);

/// The surface over (0, 0) to (1, 1) that passes a net of points at even places; its borders are the curves through the
/// outer rows.
///
/// @param net by place along u, along v
Handle(Geom_BSplineSurface) SurfaceThrough(const std::vector<std::vector<gp_Pnt>>& net);

}  // namespace ankerdraft

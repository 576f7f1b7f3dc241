#pragma once
#include <vector>

#include <Geom2d_Line.hxx>
#include <Geom_Curve.hxx>
#include <gp_Pnt.hxx>
#include <gp_Pnt2d.hxx>

namespace ankerdraft {

/// The line or circle on which all places of a way lie, to 1e-9 mm, which get their parameters on it; null if there is
/// none.
///
/// @param places three or more, one after the other, by less than half a turn
Handle(Geom_Curve) LineOrCircle(const std::vector<gp_Pnt>& places, std::vector<double>& at);

/// The straight way that goes as fast as its parameter through all places, to 1e-8; null if there is none.
///
/// @param at their parameters, ascending
Handle(Geom2d_Line) EvenLine(const std::vector<gp_Pnt2d>& places, const std::vector<double>& at);

}  // namespace ankerdraft

#pragma once
#include <vector>

#include <Geom_Curve.hxx>
#include <gp_Pnt.hxx>

namespace ankerdraft {

/// The line or circle on which all places of a way lie, to 1e-9 mm, which get their parameters on it; null if there is
/// none.
///
/// @param places three or more, one after the other, by less than half a turn
Handle(Geom_Curve) LineOrCircle(const std::vector<gp_Pnt>& places, std::vector<double>& at);

}  // namespace ankerdraft

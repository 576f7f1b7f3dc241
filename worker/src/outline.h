#pragma once
#include <memory>
#include <optional>
#include <vector>

#include <TopoDS_Edge.hxx>
#include <TopoDS_Face.hxx>
#include <TopoDS_Vertex.hxx>
#include <gp_Dir.hxx>
#include <gp_Pnt.hxx>
#include <gp_Vec.hxx>

#include "rail.h"
#include "shapes.h"

namespace ankerdraft {

/// Lengths of which less is none, mm.
constexpr double kTouching = 1e-6;
/// How true the lean of a ruled wall is, rad.
constexpr double kLeanTolerance = 2e-5;

/// Where two walls meet, from the lower end to the upper one.
struct Joint {
  gp_Pnt low, high;
  bool is_ruling = true;                    // of both walls
  std::vector<double> before, after;        // parameters of the wall that ends here and the one that begins, on its way
  std::vector<gp_Pnt> places;
  TopoDS_Vertex at_low, at_high;
  TopoDS_Edge edge;
};

/// A wall, and what becomes of it.
struct Wall {
  TopoDS_Face face;
  TopoDS_Edge low_edge, high_edge;
  std::unique_ptr<Rail> rail;
  int next = -1;                            // that goes on from it
  Joint begin;                              // filled in for the wall that begins there
  TopoDS_Face leaned;
  TopoDS_Edge low, high;
};

/// A prism or frustum along the pull that stands between two level planes; heights are over the neutral plane.
struct Prism {
  gp_Dir up;
  gp_Pnt origin;  // of the neutral plane
  double low = 0, high = 0;
  std::vector<Wall> walls;
  std::vector<TopoDS_Face> low_caps, high_caps;

  double HeightOf(const gp_Pnt& p) const { return gp_Vec(origin, p).Dot(gp_Vec(up)); }
};

/// What is to be tilted, all walls of it alike; nothing where it is no prism along the pull.
std::optional<Prism> UprightPrism(const kernel::v1::Draft& in, const Numbered& numbered);

/// A body as a prism or frustum that stands on a plane face of its own; nothing where it is none.
///
/// @param lean gets by how much its walls look up, rad
std::optional<Prism> Frustum(const Numbered& numbered, const TopoDS_Face& foot, double& lean);

/// Whether some of the walls stand over neither lines nor arcs.
bool IsOverFreeCurves(const Prism& prism);

}  // namespace ankerdraft

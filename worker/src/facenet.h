#pragma once
#include <array>
#include <map>
#include <memory>
#include <vector>

#include <BRepAdaptor_Curve.hxx>
#include <Geom2d_Curve.hxx>
#include <Geom_BSplineSurface.hxx>

#include "movedface.h"
#include "shapes.h"

namespace ankerdraft {

/// An edge in a border of a face.
struct EdgeUse {
  int face, edge;
  bool forward;
  Handle(Geom2d_Curve) on_face;
  std::vector<gp_Pnt2d> feet;  // of the places along the edge, in the edge's direction
  size_t at_begin, at_end;     // which of the faces of the edge's corners it is
};

/// An edge, where its places have come, and how its splines count them.
struct MovedEdge {
  std::unique_ptr<BRepAdaptor_Curve> curve;
  int begin, end;        // corners
  std::vector<int> uses;
  int bundle;            // edges with as many places, since they are opposite sides of one free face
  std::vector<gp_Pnt> places;
  std::vector<double> at;  // parameters of the places on the new curve
};

/// A corner and where it has come.
struct MovedCorner {
  gp_Pnt from, place;
  std::vector<OnFace> faces;
};

/// The borders of a face, each as its uses in order, the material on the left.
using FaceBorders = std::vector<std::vector<int>>;

/// A free face over (s, t) from 0 to 1: along its first side, and away from it.
struct MovedPatch {
  std::array<int, 4> sides;  // uses: at t = 0, s = 1, t = 1, s = 0; the last two run backwards
  Handle(Geom_BSplineSurface) surface;
  std::vector<std::vector<gp_Pnt2d>> feet;  // by place along s, along t
};

/// The faces of a body moved along their normals, and where their edges and corners come to lie, all numbered from 0 in the
/// body's order. Not to be copied: corners point to faces.
struct FaceNet {
  std::vector<MovedFace> faces;
  std::vector<MovedEdge> edges;
  std::vector<MovedCorner> corners;
  std::vector<EdgeUse> uses;
  std::vector<FaceBorders> borders;     // by face
  std::map<int, MovedPatch> patches;    // of the free faces

  const MovedEdge& EdgeOf(int use) const { return edges[uses[use].edge]; }
  bool BoundsPatch(const MovedEdge& edge) const;
};

/// @param outwards how far each face is moved, mm
/// @throws Refused as `OffsetFacewise`
FaceNet NetOf(const Numbered& numbered, const std::vector<double>& outwards);

}  // namespace ankerdraft

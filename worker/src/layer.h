#pragma once
#include <optional>
#include <vector>

#include <Bnd_Box.hxx>
#include <TopTools_IndexedDataMapOfShapeListOfShape.hxx>
#include <TopoDS_Face.hxx>
#include <gp_Ax2.hxx>
#include <gp_Trsf.hxx>

#include "memo.h"
#include "shapes.h"

namespace ankerdraft {

/// What an operation reads of a body again and again.
struct Body {
  Body(const TopoDS_Shape& shape, Memo& memo);

  TopoDS_Face Face(int i) const { return parts->Face(i); }
  const Bnd_Box& BoxOfEdge(int i) const { return Facts(i).box; }
  const kernel::v1::Edge& EdgeAt(int i) const { return Facts(i).described; }

  const TopoDS_Shape& shape;
  const KnownParts parts;
  const Numbered& numbered;
  Memo& memo;
  TopTools_IndexedDataMapOfShapeListOfShape shells;  // by face

 private:
  const EdgeFacts& Facts(int edge) const;
};

Bnd_Box BoxOf(const Body& body, const TopoDS_Face& face);

/// A box along the axes of a frame whose z is the normal of a plane.
struct Surroundings {
  gp_Ax2 frame;
  gp_Trsf from_frame;
  Bnd_Box box;  // in the frame

  gp_Pnt Middle() const { return gp_Pnt(0.5 * (box.CornerMin().XYZ() + box.CornerMax().XYZ())).Transformed(from_frame); }
  double Reach() const { return 0.5 * box.CornerMin().Distance(box.CornerMax()); }
  Bnd_Box InWorld() const { return box.Transformed(from_frame); }
  bool AreApartFrom(const Surroundings& other) const;
};

/// A plane face that goes right through the surroundings of a tool.
struct Hit {
  TopoDS_Face face;
  double height;  // of the plane, in the frame
  bool up;        // whether it looks along the frame's z
};

/// The layer of a body around a tool: below one plane, or between two.
struct Layer {
  Surroundings around;
  std::vector<Hit> hits;  // the upper one first
};

/// Nothing where an edge or a curved face of the body comes near the tool, or where the body is no one layer there.
std::optional<Layer> LayerAround(const Body& body, const TopoDS_Shape& tool);

/// What lies below a plane face, around a tool, whatever there is of the body.
Layer LayerBelow(const TopoDS_Face& face, const TopoDS_Shape& tool);

}  // namespace ankerdraft

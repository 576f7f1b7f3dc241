#pragma once
#include <map>
#include <vector>

#include <BRep_Builder.hxx>
#include <TopTools_DataMapOfShapeListOfShape.hxx>
#include <TopTools_DataMapOfShapeShape.hxx>
#include <TopoDS_Face.hxx>
#include <TopoDS_Shape.hxx>

#include "layer.h"
#include "shapes.h"

namespace ankerdraft {

/// What became of faces, written down one by one.
class FaceHistory : public History {
 public:
  void Became(const TopoDS_Shape& face, const TopoDS_Shape& image);

  TopTools_ListOfShape Modified(const TopoDS_Shape& face) const override;
  TopTools_ListOfShape Generated(const TopoDS_Shape&) const override { return {}; }
  bool IsDeleted(const TopoDS_Shape&) const override { return false; }

 private:
  TopTools_DataMapOfShapeListOfShape images_;
};

/// What is done to a body in places that do not touch each other: contours that faces get, pieces that they leave, and
/// faces that come.
class Patchwork {
 public:
  Patchwork(const Body& body, FaceHistory& history) : body_(body), history_(history) {}

  /// Contours for a face to get.
  ///
  /// @param sound whether they make a sound face of it
  void AddContours(const TopoDS_Face& face, const std::vector<TopoDS_Shape>& contours, bool sound);
  /// A piece of a face that its new contours leave.
  void AddIsland(const TopoDS_Face& face, const TopoDS_Shape& island);
  /// A face that comes to the shell of another.
  void AddBeside(const TopoDS_Face& other, const TopoDS_Shape& added);

  TopoDS_Shape Whole();

 private:
  struct Change {
    std::vector<TopoDS_Shape> contours, islands;
    bool sound = true;
  };

  Change& ChangeOf(const TopoDS_Face& face) { return changes_[body_.numbered.faces.FindIndex(face)]; }
  TopoDS_Shape WithContours(const TopoDS_Face& face, const Change& change);
  TopoDS_Shape With(const TopoDS_Shape& shape, const TopTools_DataMapOfShapeShape& whole);

  const Body& body_;
  FaceHistory& history_;
  BRep_Builder builder_;
  std::map<int, Change> changes_;  // by the number of the face
  std::map<const TopoDS_TShape*, std::vector<TopoDS_Shape>> added_;  // by the shell
};

}  // namespace ankerdraft

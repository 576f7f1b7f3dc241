#pragma once
#include <TopTools_DataMapOfShapeListOfShape.hxx>
#include <TopTools_ListOfShape.hxx>
#include <TopoDS_Shape.hxx>

#include "shapes.h"

namespace ankerdraft {

/// Tools that go through each other, united before anything is combined with them.
///
/// Given all at once, each of the pieces into which they cut each other is made, as many as there are pairs of pairs:
/// forty blades through one axis would come to thousands. United two by two, and what comes of that two by two, what
/// lies within goes at each step.
class Crowd {
 public:
  /// Tools of which few meet stay as they are, and those that the library cannot unite.
  explicit Crowd(const TopTools_ListOfShape& tools);

  /// What there is to be combined now.
  const TopTools_ListOfShape& Tools() const { return tools_; }
  /// What became of a face of a tool that was given, after an operation on `Tools()`.
  ///
  /// @param next what that operation made of its faces
  TopTools_ListOfShape Images(const TopoDS_Shape& face, const History& next) const;

 private:
  TopTools_ListOfShape tools_;
  TopTools_DataMapOfShapeListOfShape images_;  // of faces of tools that were united
};

/// What became of faces by an operation on a crowd.
class CrowdHistory : public History {
 public:
  CrowdHistory(const Crowd& crowd, const History& next) : crowd_(crowd), next_(next) {}

  TopTools_ListOfShape Modified(const TopoDS_Shape& s) const override { return crowd_.Images(s, next_); }
  TopTools_ListOfShape Generated(const TopoDS_Shape& s) const override { return next_.Generated(s); }
  bool IsDeleted(const TopoDS_Shape& s) const override { return Modified(s).IsEmpty() && next_.IsDeleted(s); }

 private:
  const Crowd& crowd_;
  const History& next_;
};

}  // namespace ankerdraft

#include "patchwork.h"

#include <TopoDS.hxx>
#include <TopoDS_Iterator.hxx>

namespace ankerdraft {

void FaceHistory::Became(const TopoDS_Shape& face, const TopoDS_Shape& image) {
  if (!images_.IsBound(face)) images_.Bind(face, TopTools_ListOfShape());
  images_.ChangeFind(face).Append(image);
}

TopTools_ListOfShape FaceHistory::Modified(const TopoDS_Shape& face) const {
  const TopTools_ListOfShape* images = images_.Seek(face);
  return images == nullptr ? TopTools_ListOfShape() : *images;
}

void Patchwork::AddContours(const TopoDS_Face& face, const std::vector<TopoDS_Shape>& contours, bool sound) {
  Change& change = ChangeOf(face);
  change.contours.insert(change.contours.end(), contours.begin(), contours.end());
  change.sound = change.sound && sound;
}

void Patchwork::AddIsland(const TopoDS_Face& face, const TopoDS_Shape& island) {
  ChangeOf(face).islands.push_back(island);
  history_.Became(face, island);
}

void Patchwork::AddBeside(const TopoDS_Face& other, const TopoDS_Shape& added) {
  added_[body_.shells.FindFromKey(other).First().TShape().get()].push_back(added);
}

TopoDS_Shape Patchwork::Whole() {
  TopTools_DataMapOfShapeShape whole;
  for (const auto& [index, change] : changes_) {
    const TopoDS_Face face = body_.Face(index);
    whole.Bind(face, WithContours(face, change));
    // Its contours lie within the face.
    if (change.sound && body_.memo.Of(face).valid) body_.memo.KnowValid(TopoDS::Face(whole.Find(face)));
    history_.Became(face, whole.Find(face));
  }
  return With(body_.shape, whole);
}

TopoDS_Shape Patchwork::WithContours(const TopoDS_Face& face, const Change& change) {
  TopoDS_Shape whole = face.EmptyCopied();
  for (TopoDS_Iterator it(face); it.More(); it.Next()) builder_.Add(whole, it.Value());
  for (const TopoDS_Shape& contour : change.contours) builder_.Add(whole, contour);
  return whole;
}

TopoDS_Shape Patchwork::With(const TopoDS_Shape& shape, const TopTools_DataMapOfShapeShape& whole) {
  TopoDS_Shape out = shape.EmptyCopied();
  for (TopoDS_Iterator it(shape); it.More(); it.Next()) {
    const TopoDS_Shape& part = it.Value();
    if (part.ShapeType() != TopAbs_FACE) {
      builder_.Add(out, With(part, whole));
    } else if (whole.IsBound(part)) {
      builder_.Add(out, whole.Find(part));
      for (const TopoDS_Shape& island : ChangeOf(TopoDS::Face(part)).islands) builder_.Add(out, island);
    } else {
      builder_.Add(out, part);
    }
  }
  const auto added = added_.find(shape.TShape().get());
  if (added != added_.end())
    for (const TopoDS_Shape& face : added->second) builder_.Add(out, face);
  out.Closed(shape.Closed());
  return out;
}

}  // namespace ankerdraft

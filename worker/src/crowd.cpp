#include "crowd.h"

#include <algorithm>
#include <utility>
#include <vector>

#include <BRepAlgoAPI_Fuse.hxx>
#include <BRepBndLib.hxx>
#include <Bnd_Box.hxx>
#include <Bnd_OBB.hxx>
#include <Standard_Failure.hxx>
#include <TopExp_Explorer.hxx>

#include "booleans.h"
#include "parallel.h"

namespace ankerdraft {

namespace {

// Of so many others that each tool meets on average, uniting them first takes less time than the pieces do.
constexpr double kCrowded = 3;

// How many others each tool meets on average, as far as boxes tell: plain ones, and boxes along the tools, which take
// longer, only where those say that it is crowded.
double OthersMet(const TopTools_ListOfShape& tools) {
  std::vector<Bnd_Box> boxes;
  for (const TopoDS_Shape& tool : tools) {
    boxes.emplace_back();
    BRepBndLib::Add(tool, boxes.back(), false);
  }
  std::vector<std::pair<size_t, size_t>> met;
  for (size_t i = 0; i < boxes.size(); ++i)
    for (size_t j = 0; j < i; ++j)
      if (!boxes[i].IsOut(boxes[j])) met.emplace_back(i, j);
  const auto on_average = [&](size_t pairs) { return 2.0 * static_cast<double>(pairs) / static_cast<double>(boxes.size()); };
  if (on_average(met.size()) < kCrowded) return on_average(met.size());
  std::vector<Bnd_OBB> tight;
  for (const TopoDS_Shape& tool : tools) {
    tight.emplace_back();
    BRepBndLib::AddOBB(tool, tight.back(), false);
  }
  return on_average(std::count_if(met.begin(), met.end(),
                                  [&](const auto& pair) { return !tight[pair.first].IsOut(tight[pair.second]); }));
}

// What tools have been united to, and what each face of the tools has become of it.
struct United {
  TopoDS_Shape shape;
  std::vector<std::pair<TopoDS_Shape, TopTools_ListOfShape>> images;
};

// A tool by itself: tools that are moved copies of each other share their faces, which two operations at a time must
// not both read.
United Alone(const TopoDS_Shape& tool) {
  United alone{CopyOf(tool), {}};
  TopExp_Explorer copy(alone.shape, TopAbs_FACE);
  for (TopExp_Explorer face(tool, TopAbs_FACE); face.More(); face.Next(), copy.Next())
    alone.images.emplace_back(face.Current(), ListOf(copy.Current()));
  return alone;
}

// What a face that stood before an operation is after it.
TopTools_ListOfShape After(const History& done, const TopTools_ListOfShape& before) {
  TopTools_ListOfShape after;
  for (const TopoDS_Shape& face : before) {
    TopTools_ListOfShape images = done.Modified(face);
    if (images.IsEmpty() && !done.IsDeleted(face)) images.Append(face);
    after.Append(images);
  }
  return after;
}

United Both(const United& one, const United& other) {
  LibraryBoolean done(kernel::v1::BOOLEAN_UNITE, one.shape, ListOf(other.shape), true);
  const MakerHistory<BRepAlgoAPI_BooleanOperation> history(done.Operation());
  United both{Unwrapped(done.Operation().Shape()), one.images};
  both.images.insert(both.images.end(), other.images.begin(), other.images.end());
  for (auto& [face, images] : both.images) images = After(history, images);
  return both;
}

// Two by two, on all processors.
United All(const TopTools_ListOfShape& tools) {
  std::vector<United> left;
  for (const TopoDS_Shape& tool : tools) left.push_back(Alone(tool));
  while (left.size() > 1) {
    std::vector<United> pairs(left.size() / 2);
    InParallel(static_cast<int>(pairs.size()), [&](int i) { pairs[i] = Both(left[2 * i], left[2 * i + 1]); }, 2);
    if (left.size() % 2 == 1) pairs.push_back(left.back());
    left = std::move(pairs);
  }
  return left.front();
}

}  // namespace

Crowd::Crowd(const TopTools_ListOfShape& tools) : tools_(tools) {
  if (tools.Extent() <= kCrowded || OthersMet(tools) < kCrowded) return;
  try {
    const United all = All(tools);
    tools_ = ListOf(all.shape);
    for (const auto& [face, images] : all.images) images_.Bind(face, images);
  } catch (const Refused&) {
    tools_ = tools;
  } catch (const Standard_Failure&) {
    tools_ = tools;
  }
}

TopTools_ListOfShape Crowd::Images(const TopoDS_Shape& face, const History& next) const {
  const TopTools_ListOfShape* united = images_.Seek(face);
  return united == nullptr ? next.Modified(face) : After(next, *united);
}

}  // namespace ankerdraft

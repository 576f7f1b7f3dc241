#include "booleans.h"

#include <BOPAlgo_Builder.hxx>
#include <BRepAlgoAPI_Common.hxx>
#include <BRepAlgoAPI_Cut.hxx>
#include <BRepAlgoAPI_Defeaturing.hxx>
#include <BRepAlgoAPI_Fuse.hxx>
#include <BRepBndLib.hxx>
#include <BRepBuilderAPI_MakeFace.hxx>
#include <BRepGProp.hxx>
#include <BRepPrimAPI_MakePrism.hxx>
#include <Bnd_Box.hxx>
#include <GProp_GProps.hxx>
#include <Standard_Failure.hxx>
#include <TopExp_Explorer.hxx>
#include <TopTools_MapOfShape.hxx>
#include <TopoDS.hxx>
#include <gp_Ax3.hxx>

#include "copied.h"
#include "crowd.h"
#include "filled.h"
#include "local.h"
#include "shapes.h"
#include "sharpened.h"

namespace ankerdraft {

using namespace kernel::v1;

namespace {

// rad: axes of two pieces of one slanting cylinder or cone lie apart by more than the library's own 1e-12, where one of
// them was worked out anew.
constexpr double kOneDirection = 1e-8;

void Perform(BRepAlgoAPI_BooleanOperation& op, const TopoDS_Shape& target, const TopTools_ListOfShape& tools,
             bool unify) {
  op.SetArguments(ListOf(target));
  op.SetTools(tools);
  op.SetRunParallel(false);
  op.SetNonDestructive(true);
  op.Build();
  if (!op.IsDone() || op.HasErrors()) throw Refused{"refused", "the library could not combine the bodies"};
  if (unify) op.SimplifyResult(true, true, kOneDirection);
}

// The operation on what the filler has intersected.
std::unique_ptr<BRepAlgoAPI_BooleanOperation> OperationOn(BooleanKind kind, const BOPAlgo_PaveFiller& filler) {
  switch (kind) {
    case BOOLEAN_UNITE:
      return std::make_unique<BRepAlgoAPI_Fuse>(filler);
    case BOOLEAN_SUBTRACT:
      return std::make_unique<BRepAlgoAPI_Cut>(filler);
    default:
      return std::make_unique<BRepAlgoAPI_Common>(filler);
  }
}

// What cannot be done with a block may still be done with the whole bodies.
std::optional<LocalCombination> TryLocally(const BooleanOp& in, const TopoDS_Shape& target,
                                           const TopTools_ListOfShape& tools, Memo& memo) {
  try {
    return in.through() > 0 ? CombineThrough(in, target, tools, memo) : CombineLocally(in, target, tools, memo);
  } catch (const Refused&) {
    return std::nullopt;
  } catch (const Standard_Failure&) {
    return std::nullopt;
  }
}

// A box that fills everything on one side of the plane within reach; its first face lies on the plane.
TopoDS_Shape HalfSpaceWithin(const Placement& plane, double reach, TopoDS_Face& on_plane) {
  const gp_Pln pln = PlaneOf(plane);
  on_plane = BRepBuilderAPI_MakeFace(pln, -reach, reach, -reach, reach).Face();
  return BRepPrimAPI_MakePrism(on_plane, gp_Vec(pln.Axis().Direction()) * reach).Shape();
}

}  // namespace

TopTools_ListOfShape ListOf(const TopoDS_Shape& one) {
  TopTools_ListOfShape list;
  list.Append(one);
  return list;
}

LibraryBoolean::LibraryBoolean(BooleanKind kind, const TopoDS_Shape& target, const TopTools_ListOfShape& tools,
                               bool unify)
    : target_(target), tools_(tools) {
  TopTools_ListOfShape all = ListOf(target);
  for (const TopoDS_Shape& tool : tools) all.Append(tool);
  filler_.SetArguments(all);
  filler_.SetRunParallel(false);
  filler_.SetNonDestructive(true);
  filler_.Perform();
  if (filler_.HasErrors()) throw Refused{"refused", "the library could not intersect the bodies"};
  operation_ = OperationOn(kind, filler_);
  Perform(*operation_, target, tools, unify);
}

// A solid that others cut is told by the pieces between them. A piece of the target is the same as the tool's that fills
// it.
std::vector<TopoDS_Shape> LibraryBoolean::PiecesOf(const TopoDS_Shape& solids) const {
  const BOPAlgo_Builder& builder = *operation_->Builder();
  std::vector<TopoDS_Shape> pieces;
  for (TopExp_Explorer e(solids, TopAbs_SOLID); e.More(); e.Next()) {
    const TopTools_ListOfShape* images = builder.Images().Seek(e.Current());
    for (const TopoDS_Shape& piece : images == nullptr ? ListOf(e.Current()) : *images) {
      const TopoDS_Shape* same = builder.ShapesSD().Seek(piece);
      pieces.push_back(same == nullptr ? piece : *same);
    }
  }
  return pieces;
}

std::vector<double> LibraryBoolean::Overlaps() const {
  TopTools_MapOfShape of_target;
  for (const TopoDS_Shape& piece : PiecesOf(target_)) of_target.Add(piece);
  std::vector<double> volumes;
  for (const TopoDS_Shape& tool : tools_) {
    double volume = 0;
    for (const TopoDS_Shape& piece : PiecesOf(tool)) {
      if (!of_target.Contains(piece)) continue;
      GProp_GProps props;
      BRepGProp::VolumeProperties(piece, props);
      volume += props.Mass();
    }
    volumes.push_back(volume);
  }
  return volumes;
}

void Combine(const BooleanOp& in, ShapeStore& store, ShapeReply* out) {
  const TopoDS_Shape target = store.Get(in.target());
  TopTools_ListOfShape tools;
  for (const uint64_t handle : in.tools()) tools.Append(store.Get(handle));
  if (in.through() > 0) Numbered(target).Face(in.through());
  const auto reply = [&](const TopoDS_Shape& result, const History& history, const std::vector<double>& overlaps) {
    for (const double volume : overlaps) out->add_overlaps(volume);
    RecordOrigins(target, 0, history, result, GeneratedFromFace::kIsNew, store.Known(), out);
    int number = 1;
    for (const TopoDS_Shape& tool : tools)
      RecordOrigins(tool, number++, history, result, GeneratedFromFace::kIsNew, store.Known(), out);
    Describe(result, store, out);
  };
  if (const auto local = TryLocally(in, target, tools, store.Known())) {
    reply(local->result, local->history, local->overlaps);
    return;
  }
  const Crowd crowd(tools);
  LibraryBoolean done(in.kind(), target, crowd.Tools(), in.unify());
  const MakerHistory<BRepAlgoAPI_BooleanOperation> history(done.Operation());
  reply(Unwrapped(done.Operation().Shape()), CrowdHistory(crowd, history),
        in.overlaps() ? done.Overlaps() : std::vector<double>());
}

void CutByPlanes(const kernel::v1::CutByPlanes& in, ShapeStore& store, ShapeReply* out) {
  const TopoDS_Shape target = store.Get(in.shape());
  Bnd_Box box;
  BRepBndLib::Add(target, box);
  const double size = box.CornerMin().Distance(box.CornerMax());
  std::vector<TopoDS_Face> on_planes;
  TopTools_ListOfShape tools;
  for (const Placement& plane : in.planes()) {
    const double reach = 2 * size + PointOf(plane.origin()).Distance(box.CornerMin());
    on_planes.emplace_back();
    tools.Append(HalfSpaceWithin(plane, reach, on_planes.back()));
  }
  BRepAlgoAPI_Cut cut;
  Perform(cut, target, tools, false);
  const TopoDS_Shape result = Unwrapped(cut.Shape());
  const Numbered numbered(result);
  RecordOrigins(target, 0, MakerHistory<BRepAlgoAPI_Cut>(cut), result, GeneratedFromFace::kIsNew, store.Known(), out);
  for (size_t i = 0; i < on_planes.size(); ++i) {
    TopTools_ListOfShape images = cut.Modified(on_planes[i]);
    images.Append(on_planes[i]);
    for (const TopoDS_Shape& face : images) {
      const int index = numbered.faces.FindIndex(face);
      if (index == 0) continue;
      Origin* o = out->add_origins();
      o->set_face(index);
      o->set_kind(ORIGIN_PLANE);
      o->set_source(static_cast<int>(i));
    }
  }
  Describe(result, store, out);
}

void Defeature(const kernel::v1::Defeature& in, ShapeStore& store, ShapeReply* out) {
  const Copied copied(store.Get(in.shape()));
  const TopoDS_Shape& shape = copied.Shape();
  const Numbered numbered(shape);
  const std::vector<int> gone(in.faces().begin(), in.faces().end());
  std::optional<Leaned> left = Filled(shape, numbered, gone, store.Known());
  if (!left) left = Sharpened(shape, numbered, gone, store.Known());
  if (left) {
    copied.PassOn(left->shape, store.Known());
    RecordOrigins(shape, 0, left->history, left->shape, GeneratedFromFace::kIsModified, store.Known(), out);
    Describe(left->shape, store, out);
    return;
  }
  BRepAlgoAPI_Defeaturing op;
  op.SetShape(shape);
  for (const int f : in.faces()) op.AddFaceToRemove(numbered.Face(f));
  op.Build();
  // A face that cannot be removed is reported as done, with a warning, and the shape is left as it was.
  if (!op.IsDone() || op.HasErrors() || op.HasWarnings())
    throw Refused{"refused", "the faces cannot be taken away and healed", gone};
  const TopoDS_Shape result = Unwrapped(op.Shape());
  copied.PassOn(result, store.Known());
  RecordOrigins(shape, 0, MakerHistory<BRepAlgoAPI_Defeaturing>(op), result, GeneratedFromFace::kIsModified, store.Known(), out);
  Describe(result, store, out);
}

}  // namespace ankerdraft

#include <memory>

#include <BRepAlgoAPI_Common.hxx>
#include <BRepAlgoAPI_Cut.hxx>
#include <BRepAlgoAPI_Defeaturing.hxx>
#include <BRepAlgoAPI_Fuse.hxx>
#include <BRepBndLib.hxx>
#include <BRepBuilderAPI_MakeFace.hxx>
#include <BRepPrimAPI_MakePrism.hxx>
#include <Bnd_Box.hxx>
#include <TopoDS.hxx>
#include <gp_Ax3.hxx>

#include "shapes.h"

namespace ankerdraft {

using namespace kernel::v1;

namespace {

std::unique_ptr<BRepAlgoAPI_BooleanOperation> Operation(BooleanKind kind) {
  switch (kind) {
    case BOOLEAN_UNITE:
      return std::make_unique<BRepAlgoAPI_Fuse>();
    case BOOLEAN_SUBTRACT:
      return std::make_unique<BRepAlgoAPI_Cut>();
    default:
      return std::make_unique<BRepAlgoAPI_Common>();
  }
}

void Perform(BRepAlgoAPI_BooleanOperation& op, const TopoDS_Shape& target, const TopTools_ListOfShape& tools,
             bool unify) {
  TopTools_ListOfShape arguments;
  arguments.Append(target);
  op.SetArguments(arguments);
  op.SetTools(tools);
  op.SetRunParallel(false);
  op.SetNonDestructive(true);
  op.Build();
  if (!op.IsDone() || op.HasErrors()) throw Refused{"refused", "the library could not combine the bodies"};
  if (unify) op.SimplifyResult();
}

// A box that fills everything on one side of the plane within reach; its first face lies on the plane.
TopoDS_Shape HalfSpaceWithin(const Placement& plane, double reach, TopoDS_Face& on_plane) {
  const gp_Pln pln = PlaneOf(plane);
  on_plane = BRepBuilderAPI_MakeFace(pln, -reach, reach, -reach, reach).Face();
  return BRepPrimAPI_MakePrism(on_plane, gp_Vec(pln.Axis().Direction()) * reach).Shape();
}

}  // namespace

void Combine(const BooleanOp& in, ShapeStore& store, ShapeReply* out) {
  const TopoDS_Shape target = store.Get(in.target());
  TopTools_ListOfShape tools;
  for (const uint64_t handle : in.tools()) tools.Append(store.Get(handle));
  const auto op = Operation(in.kind());
  Perform(*op, target, tools, in.unify());
  const TopoDS_Shape result = Unwrapped(op->Shape());
  const MakerHistory<BRepAlgoAPI_BooleanOperation> history(*op);
  RecordOrigins(target, 0, history, result, GeneratedFromFace::kIsNew, out);
  int number = 1;
  for (const TopoDS_Shape& tool : tools)
    RecordOrigins(tool, number++, history, result, GeneratedFromFace::kIsNew, out);
  Describe(result, store, out);
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
  RecordOrigins(target, 0, MakerHistory<BRepAlgoAPI_Cut>(cut), result, GeneratedFromFace::kIsNew, out);
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
  const TopoDS_Shape shape = CopyOf(store.Get(in.shape()));
  const Numbered numbered(shape);
  BRepAlgoAPI_Defeaturing op;
  op.SetShape(shape);
  for (const int f : in.faces()) op.AddFaceToRemove(numbered.Face(f));
  op.Build();
  // A face that cannot be removed is reported as done, with a warning, and the shape is left as it was.
  if (!op.IsDone() || op.HasErrors() || op.HasWarnings())
    throw Refused{"refused", "the faces cannot be taken away and healed",
                  std::vector<int>(in.faces().begin(), in.faces().end())};
  const TopoDS_Shape result = Unwrapped(op.Shape());
  RecordOrigins(shape, 0, MakerHistory<BRepAlgoAPI_Defeaturing>(op), result, GeneratedFromFace::kIsModified, out);
  Describe(result, store, out);
}

}  // namespace ankerdraft

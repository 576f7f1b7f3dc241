#include <BRepAdaptor_Surface.hxx>
#include <BRepAlgoAPI_Common.hxx>
#include <BRepAlgoAPI_Cut.hxx>
#include <BRepAlgoAPI_Splitter.hxx>
#include <BRepBndLib.hxx>
#include <BRepClass3d_SolidClassifier.hxx>
#include <BRepBuilderAPI_MakeFace.hxx>
#include <BRepTools.hxx>
#include <BRep_Builder.hxx>
#include <BRep_Tool.hxx>
#include <Bnd_Box.hxx>
#include <GeomLib.hxx>
#include <Geom_BoundedSurface.hxx>
#include <Precision.hxx>
#include <TopExp.hxx>
#include <TopExp_Explorer.hxx>
#include <TopoDS.hxx>
#include <TopoDS_Compound.hxx>
#include <gp_Cone.hxx>
#include <gp_Cylinder.hxx>
#include <gp_Sphere.hxx>
#include <gp_Torus.hxx>

#include "shapes.h"

namespace ankerdraft {

using namespace kernel::v1;

namespace {

// Freeform surfaces are continued along their tangents, by this share of the size of what they divide.
constexpr double kFreeformShare = 0.5;

double SizeOf(const TopoDS_Shape& shape) {
  Bnd_Box box;
  BRepBndLib::Add(shape, box);
  return box.CornerMin().Distance(box.CornerMax());
}

// How far two shapes lie apart at most.
double Apart(const TopoDS_Shape& one, const TopoDS_Shape& other) {
  Bnd_Box a, b;
  BRepBndLib::Add(one, a);
  BRepBndLib::Add(other, b);
  return a.CornerMin().Distance(b.CornerMin());
}

TopoDS_Face FreeformExtended(const TopoDS_Face& face, double length) {
  const Handle(Geom_Surface) surface = Handle(Geom_Surface)::DownCast(BRep_Tool::Surface(face)->Copy());
  Handle(Geom_BoundedSurface) bounded = Handle(Geom_BoundedSurface)::DownCast(surface);
  if (bounded.IsNull()) throw Refused{"refused", "a surface of this kind cannot be extended"};
  for (const bool in_u : {true, false}) {
    if (in_u ? bounded->IsUClosed() : bounded->IsVClosed()) continue;
    for (const bool after : {true, false}) GeomLib::ExtendSurfByLength(bounded, length, 1, in_u, after);
  }
  return BRepBuilderAPI_MakeFace(bounded, Precision::Confusion()).Face();
}

// The surface of a face, as far as needed to reach through what lies within some distance of it; it looks as the face.
TopoDS_Face SurfaceOf(const TopoDS_Face& face, double reach) {
  const BRepAdaptor_Surface surface(face);
  double u1, u2, v1, v2;
  BRepTools::UVBounds(face, u1, u2, v1, v2);
  switch (surface.GetType()) {
    case GeomAbs_Plane:
      return BRepBuilderAPI_MakeFace(surface.Plane(), u1 - reach, u2 + reach, v1 - reach, v2 + reach).Face();
    case GeomAbs_Cylinder:
      return BRepBuilderAPI_MakeFace(surface.Cylinder(), 0, 2 * M_PI, v1 - reach, v2 + reach).Face();
    case GeomAbs_Cone: {
      // Not past the tip of the cone.
      const gp_Cone cone = surface.Cone();
      const double tip = -cone.RefRadius() / std::sin(cone.SemiAngle());
      const bool above = 0.5 * (v1 + v2) > tip;
      const double low = above ? std::max(tip, v1 - reach) : v1 - reach;
      const double high = above ? v2 + reach : std::min(tip, v2 + reach);
      return BRepBuilderAPI_MakeFace(cone, 0, 2 * M_PI, low, high).Face();
    }
    case GeomAbs_Sphere:
      return BRepBuilderAPI_MakeFace(surface.Sphere()).Face();
    case GeomAbs_Torus:
      return BRepBuilderAPI_MakeFace(surface.Torus()).Face();
    default:
      return FreeformExtended(face, kFreeformShare * reach);
  }
}

void AddImages(const TopoDS_Shape& face, const History& history, TopTools_MapOfShape& to) {
  to.Add(face);
  for (const TopoDS_Shape& image : history.Modified(face)) to.Add(image);
}

// The faces that divide, and what became of each.
class Divider {
 public:
  Divider(const TopoDS_Shape& divider, const History& history) {
    for (TopExp_Explorer f(divider, TopAbs_FACE); f.More(); f.Next()) {
      TopTools_MapOfShape images;
      AddImages(f.Current(), history, images);
      faces_.emplace_back(f.Current().Orientation(), images);
    }
  }

  // Whether a solid lies on the side to which the dividing faces look: there its own boundary looks back.
  bool HasInFront(const TopoDS_Shape& solid) const {
    bool front = false, back = false;
    for (TopExp_Explorer f(solid, TopAbs_FACE); f.More(); f.Next())
      for (const auto& [looks, images] : faces_)
        if (images.Contains(f.Current())) (f.Current().Orientation() != looks ? front : back) = true;
    if (front && back)
      throw Refused{"refused", "a part of the body lies in front of the surface and behind it: it does not part the body in two"};
    if (front || back) return front;
    throw Refused{"not-divided", "the body is not divided there: the plane or surface does not go through it"};
  }

 private:
  std::vector<std::pair<TopAbs_Orientation, TopTools_MapOfShape>> faces_;
};

TopoDS_Face Extended(const TopoDS_Face& face, double reach) {
  return TopoDS::Face(SurfaceOf(face, reach).Oriented(face.Orientation()));
}

// The solids of the result on one side of what divides them.
TopoDS_Shape Side(bool front, const TopoDS_Shape& by, const History& history, const TopoDS_Shape& result) {
  const Divider divider(by, history);
  TopoDS_Compound kept;
  BRep_Builder builder;
  builder.MakeCompound(kept);
  int solids = 0;
  for (TopExp_Explorer solid(result, TopAbs_SOLID); solid.More(); solid.Next(), ++solids)
    if (divider.HasInFront(solid.Current()) == front) builder.Add(kept, solid.Current());
  if (solids < 2 || kept.NbChildren() == 0)
    throw Refused{"not-divided", "the body is not divided there: the plane or surface does not go through it"};
  return Unwrapped(kept);
}

// The solids of the result in which one of the points lies.
TopoDS_Shape At(const kernel::v1::Divide& in, const TopoDS_Shape& result) {
  TopoDS_Compound kept;
  BRep_Builder builder;
  builder.MakeCompound(kept);
  for (TopExp_Explorer solid(result, TopAbs_SOLID); solid.More(); solid.Next()) {
    BRepClass3d_SolidClassifier classifier(solid.Current());
    for (const Vec& at : in.at()) {
      classifier.Perform(PointOf(at), Precision::Confusion());
      if (classifier.State() != TopAbs_IN) continue;
      builder.Add(kept, solid.Current());
      break;
    }
  }
  if (kept.NbChildren() == 0) throw Refused{"nothing-kept", "no part of the solid is kept"};
  return Unwrapped(kept);
}

// The solids of the result that have, or have not, a face come from the chosen ones of the input.
TopoDS_Shape Marked(const kernel::v1::Divide& in, const Numbered& numbered, const History& history,
                    const TopoDS_Shape& result) {
  TopTools_MapOfShape marks;
  for (const int f : in.marks()) AddImages(numbered.Face(f), history, marks);
  TopoDS_Compound kept;
  BRep_Builder builder;
  builder.MakeCompound(kept);
  for (TopExp_Explorer solid(result, TopAbs_SOLID); solid.More(); solid.Next()) {
    bool marked = false;
    for (TopExp_Explorer f(solid.Current(), TopAbs_FACE); f.More() && !marked; f.Next())
      marked = marks.Contains(f.Current());
    if (marked != in.unmarked()) builder.Add(kept, solid.Current());
  }
  if (kept.NbChildren() == 0) throw Refused{"nothing-kept", "no part of the solid is kept"};
  return Unwrapped(kept);
}

void RecordDivider(const TopoDS_Shape& divider, const History& history, const TopoDS_Shape& result, ShapeReply* out) {
  const Numbered numbered(result);
  for (TopExp_Explorer f(divider, TopAbs_FACE); f.More(); f.Next()) {
    TopTools_ListOfShape images = history.Modified(f.Current());
    images.Append(f.Current());
    for (const TopoDS_Shape& image : images) {
      const int index = numbered.faces.FindIndex(image);
      if (index == 0) continue;
      Origin* o = out->add_origins();
      o->set_face(index);
      o->set_kind(ORIGIN_PLANE);
    }
  }
}

TopoDS_Shape Chosen(const kernel::v1::Divide& in, const TopoDS_Shape& shape, const TopoDS_Shape& divider,
                    const History& history, const TopoDS_Shape& result) {
  switch (in.side()) {
    case DIVIDE_FRONT:
    case DIVIDE_BACK:
      return Side(in.side() == DIVIDE_FRONT, divider, history, result);
    case DIVIDE_AT:
      return At(in, result);
    default:
      return Marked(in, Numbered(shape), history, result);
  }
}

template <class Operation>
void Finish(Operation& op, const kernel::v1::Divide& in, const TopoDS_Shape& shape, const TopoDS_Shape& divider,
            ShapeStore& store, ShapeReply* out) {
  TopTools_ListOfShape shapes, tools;
  shapes.Append(shape);
  tools.Append(divider);
  op.SetArguments(shapes);
  op.SetTools(tools);
  op.SetRunParallel(false);
  op.SetNonDestructive(true);
  op.Build();
  if (!op.IsDone() || op.HasErrors()) throw Refused{"refused", "the library could not divide the solid"};
  const MakerHistory<Operation> history(op);
  const TopoDS_Shape result = Chosen(in, shape, divider, history, op.Shape());
  RecordOrigins(shape, 0, history, result, GeneratedFromFace::kIsNew, store.Known(), out);
  RecordDivider(divider, history, result, out);
  Describe(result, store, out);
}

}  // namespace

void Divide(const kernel::v1::Divide& in, ShapeStore& store, ShapeReply* out) {
  const TopoDS_Shape shape = store.Get(in.shape());
  if (in.has_plane()) {
    const gp_Pln plane = PlaneOf(in.plane());
    Bnd_Box box;
    BRepBndLib::Add(shape, box);
    const double reach = 2 * SizeOf(shape) + plane.Location().Distance(box.CornerMin());
    BRepAlgoAPI_Splitter splitter;
    Finish(splitter, in, shape, BRepBuilderAPI_MakeFace(plane, -reach, reach, -reach, reach).Face(), store, out);
    return;
  }
  const TopoDS_Shape by = store.Get(in.by());
  if (in.by_face() != 0) {
    const TopoDS_Face face = TopoDS::Face(Numbered(by).Face(in.by_face()));
    const double reach = SizeOf(shape) + SizeOf(by) + Apart(shape, by);
    BRepAlgoAPI_Splitter splitter;
    Finish(splitter, in, shape, in.extended() ? Extended(face, reach) : face, store, out);
  } else if (in.side() == DIVIDE_FRONT || in.side() == DIVIDE_BACK) {
    BRepAlgoAPI_Splitter splitter;
    Finish(splitter, in, shape, by, store, out);
  } else if (in.inside()) {
    BRepAlgoAPI_Common common;
    Finish(common, in, shape, by, store, out);
  } else {
    BRepAlgoAPI_Cut cut;
    Finish(cut, in, shape, by, store, out);
  }
}

}  // namespace ankerdraft

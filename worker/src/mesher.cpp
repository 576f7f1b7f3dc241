#include "mesher.h"

#include <BRepAdaptor_Surface.hxx>
#include <BRepMesh_Context.hxx>
#include <BRepMesh_DefaultRangeSplitter.hxx>
#include <BRepMesh_DelabellaBaseMeshAlgo.hxx>
#include <BRepMesh_DelabellaMeshAlgoFactory.hxx>
#include <BRepMesh_FaceDiscret.hxx>
#include <BRepMesh_IncrementalMesh.hxx>
#include <BRepMesh_MeshAlgoFactory.hxx>
#include <BRepMesh_ModelPostProcessor.hxx>
#include <BRepMesh_NodeInsertionMeshAlgo.hxx>
#include <BRepTools.hxx>
#include <BRep_Builder.hxx>
#include <BRep_Tool.hxx>
#include <IMeshData_Model.hxx>
#include <Poly_Triangulation.hxx>
#include <TopExp_Explorer.hxx>
#include <TopoDS.hxx>
#include <TopoDS_Compound.hxx>

namespace ankerdraft {

namespace {

// Triangles run along the generators of cylinders and cones, which are straight: as if these were short.
class ShortGenerators : public BRepMesh_DefaultRangeSplitter {
 public:
  void AdjustRange() override {
    constexpr double kShorter = 256;
    BRepMesh_DefaultRangeSplitter::AdjustRange();
    myDelta.second *= kShorter;
  }
};

// The library's quick way, without the rows of points that it puts on cylinders and cones: these make three times as many
// triangles of a part as its shape asks for.
class WithoutRows : public BRepMesh_DelabellaMeshAlgoFactory {
 public:
  Handle(IMeshTools_MeshAlgo) GetAlgo(const GeomAbs_SurfaceType type, const IMeshTools_Parameters& wanted) const override {
    if (type == GeomAbs_Cylinder || type == GeomAbs_Cone)
      return new BRepMesh_NodeInsertionMeshAlgo<ShortGenerators, BRepMesh_DelabellaBaseMeshAlgo>();
    return BRepMesh_DelabellaMeshAlgoFactory::GetAlgo(type, wanted);
  }
};

// The model as if it had no faces.
class OnlyEdges : public IMeshData_Model {
 public:
  explicit OnlyEdges(const Handle(IMeshData_Model)& whole) : IMeshData_Model(whole->GetShape()), whole_(whole) {}

  double GetMaxSize() const override { return whole_->GetMaxSize(); }
  int FacesNb() const override { return 0; }
  const IMeshData::IFaceHandle& AddFace(const TopoDS_Face& face) override { return whole_->AddFace(face); }
  const IMeshData::IFaceHandle& GetFace(int index) const override { return whole_->GetFace(index); }
  int EdgesNb() const override { return whole_->EdgesNb(); }
  const IMeshData::IEdgeHandle& AddEdge(const TopoDS_Edge& edge) override { return whole_->AddEdge(edge); }
  const IMeshData::IEdgeHandle& GetEdge(int index) const override { return whole_->GetEdge(index); }

 private:
  Handle(IMeshData_Model) whole_;
};

// Gives the edges their points, and leaves out what else the library does at the end: it estimates how far the triangles
// of each face are from it, which takes a tenth of the time and is asked by nobody.
class PointsOfEdges : public BRepMesh_ModelPostProcessor {
 protected:
  bool performInternal(const Handle(IMeshData_Model)& model, const IMeshTools_Parameters& wanted,
                       const Message_ProgressRange& range) override {
    return BRepMesh_ModelPostProcessor::performInternal(new OnlyEdges(model), wanted, range);
  }
};

bool HasMoreFaces(const TopoDS_Shape& shape, int count) {
  TopExp_Explorer f(shape, TopAbs_FACE);
  for (; f.More() && count > 0; f.Next()) --count;
  return f.More();
}

void Run(const TopoDS_Shape& what, const MeshAccuracy& in, const Handle(IMeshTools_MeshAlgoFactory)& way) {
  constexpr int kFewFaces = 4;
  BRepMesh_IncrementalMesh mesher;
  mesher.ChangeParameters().Deflection = in.deflection;
  mesher.ChangeParameters().Angle = in.angle;
  // Faces do not depend on each other; a few are meshed sooner than threads wake up.
  mesher.ChangeParameters().InParallel = HasMoreFaces(what, kFewFaces);
  mesher.SetShape(what);
  const Handle(BRepMesh_Context) context = new BRepMesh_Context();
  context->SetFaceDiscret(new BRepMesh_FaceDiscret(way));
  context->SetPostProcessor(new PointsOfEdges());
  mesher.Perform(context);
}

// Whether the triangles of a face leave its surface by more than the mesher's usual excess over what was asked.
bool Strays(const TopoDS_Face& face, double deflection) {
  constexpr double kUsualExcess = 3;
  TopLoc_Location at;
  const Handle(Poly_Triangulation) tri = BRep_Tool::Triangulation(face, at);
  const BRepAdaptor_Surface surface(face, false);
  if (tri.IsNull() || !tri->HasUVNodes() || surface.GetType() == GeomAbs_Plane) return false;
  for (int i = 1; i <= tri->NbTriangles(); ++i) {
    int n[3];
    tri->Triangle(i).Get(n[0], n[1], n[2]);
    for (int k = 0; k < 3; ++k) {
      const gp_Pnt2d a = tri->UVNode(n[k]), b = tri->UVNode(n[(k + 1) % 3]);
      const gp_Pnt p = tri->Node(n[k]).Transformed(at.Transformation());
      const gp_Pnt q = tri->Node(n[(k + 1) % 3]).Transformed(at.Transformation());
      const gp_Pnt on = surface.Value(0.5 * (a.X() + b.X()), 0.5 * (a.Y() + b.Y()));
      if (on.Distance(gp_Pnt(0.5 * (p.XYZ() + q.XYZ()))) > kUsualExcess * deflection) return true;
    }
  }
  return false;
}

}  // namespace

// The quick way leaves out inner points of some curved faces with cut-outs; these are meshed again the usual way, which
// takes time with the square of a face's contours, and twice as long on any face.
void Discretize(const TopoDS_Shape& what, const MeshAccuracy& in) {
  Run(what, in, new WithoutRows());
  TopoDS_Compound again;
  BRep_Builder builder;
  builder.MakeCompound(again);
  bool any = false;
  for (TopExp_Explorer f(what, TopAbs_FACE); f.More(); f.Next()) {
    if (!Strays(TopoDS::Face(f.Current()), in.deflection)) continue;
    builder.Add(again, f.Current());
    any = true;
  }
  if (!any) return;
  BRepTools::Clean(again);
  Run(again, in, new BRepMesh_MeshAlgoFactory());
}

}  // namespace ankerdraft

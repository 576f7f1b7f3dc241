#include "mesher.h"

#include <algorithm>
#include <array>
#include <atomic>
#include <cmath>
#include <optional>
#include <vector>

#include <BRepAdaptor_Surface.hxx>
#include <BRepMesh_Context.hxx>
#include <BRepMesh_DefaultRangeSplitter.hxx>
#include <BRepMesh_DelabellaBaseMeshAlgo.hxx>
#include <BRepMesh_DelabellaMeshAlgoFactory.hxx>
#include <BRepMesh_DelaunayNodeInsertionMeshAlgo.hxx>
#include <BRepMesh_FaceDiscret.hxx>
#include <BRepMesh_IncrementalMesh.hxx>
#include <BRepMesh_MeshAlgoFactory.hxx>
#include <BRepMesh_ModelHealer.hxx>
#include <BRepMesh_ModelPostProcessor.hxx>
#include <BRepMesh_NodeInsertionMeshAlgo.hxx>
#include <BRepMesh_SphereRangeSplitter.hxx>
#include <BRepTools.hxx>
#include <BRep_Builder.hxx>
#include <BRep_Tool.hxx>
#include <IMeshData_Model.hxx>
#include <Poly_Triangulation.hxx>
#include <TopExp_Explorer.hxx>
#include <TopoDS.hxx>
#include <TopoDS_Compound.hxx>
#include <gp_Torus.hxx>

#include "delaunay.h"

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

// The library's quick way, or triangles of our own.
template <class Splitter>
class OwnTriangles : public BRepMesh_NodeInsertionMeshAlgo<Splitter, BRepMesh_DelabellaBaseMeshAlgo> {
 protected:
  int CountNodes() const { return this->getStructure()->NbNodes(); }

  gp_XY Place(int node) const { return this->getNodePoint2d(this->getStructure()->GetNode(node)).XY(); }

  void AddTriangle(int a, int b, int c) {
    const int nodes[] = {a, b, c};
    int links[3];
    bool along[3];
    for (int k = 0; k < 3; ++k) {
      const int link = this->getStructure()->AddLink(BRepMesh_Edge(nodes[k], nodes[(k + 1) % 3], BRepMesh_Free));
      links[k] = std::abs(link);
      along[k] = link > 0;
    }
    this->getStructure()->AddElement(BRepMesh_Triangle(links, along, BRepMesh_Free));
  }
};

// A face between two circles of a cylinder or cone is a strip: its triangles follow from the order of the points on both
// sides. Any other is left to the library.
class StripOfGenerators : public OwnTriangles<ShortGenerators> {
 protected:
  void generateMesh(const Message_ProgressRange& range) override {
    std::vector<int> below, above;
    if (AreBothSides(below, above))
      Zip(below, above);
    else
      OwnTriangles::generateMesh(range);
  }

 private:
  // The nodes of both sides, each from its least u on; false if some lie between the sides, or the ends lean.
  bool AreBothSides(std::vector<int>& below, std::vector<int>& above) const {
    const auto [first, last] = getRangeSplitter().GetRangeV();
    const double near = getRangeSplitter().GetToleranceUV().second;
    std::vector<double> u(CountNodes() + 1);
    for (int node = 1; node <= CountNodes(); ++node) {
      const gp_XY at = Place(node);
      u[node] = at.X();
      if (std::abs(at.Y() - first) <= near)
        below.push_back(node);
      else if (std::abs(at.Y() - last) <= near)
        above.push_back(node);
      else
        return false;
    }
    if (below.size() < 2 || above.size() < 2) return false;
    for (std::vector<int>* side : {&below, &above})
      std::sort(side->begin(), side->end(), [&](int a, int b) { return u[a] < u[b]; });
    const double ends = getRangeSplitter().GetToleranceUV().first;
    return std::abs(u[below.front()] - u[above.front()]) <= ends && std::abs(u[below.back()] - u[above.back()]) <= ends;
  }

  // Goes on each time on the side where the next point comes first.
  void Zip(const std::vector<int>& below, const std::vector<int>& above) {
    size_t i = 0, j = 0;
    while (i + 1 < below.size() || j + 1 < above.size()) {
      const bool is_below =
          j + 1 == above.size() || (i + 1 < below.size() && Place(below[i + 1]).X() <= Place(above[j + 1]).X());
      const int next = is_below ? below[++i] : above[++j];
      AddTriangle(is_below ? below[i - 1] : below[i], next, is_below ? above[j] : above[j - 1]);
    }
  }
};

// Between the contours of a plane the library takes two to three times as long.
class BetweenContours : public OwnTriangles<BRepMesh_DefaultRangeSplitter> {
 public:
  // Where none fit, says so, or leaves the face to the library if nobody listens.
  explicit BetweenContours(std::atomic<bool>* none_fit) : none_fit_(none_fit) {}

 protected:
  void generateMesh(const Message_ProgressRange& range) override {
    const auto triangles = Triangles();
    if (triangles)
      for (const auto& [a, b, c] : *triangles) AddTriangle(a + 1, b + 1, c + 1);
    else if (none_fit_ != nullptr)
      *none_fit_ = true;
    else
      OwnTriangles::generateMesh(range);
  }

 private:
  std::optional<std::vector<std::array<int, 3>>> Triangles() const {
    std::vector<gp_XY> points;
    for (int node = 1; node <= CountNodes(); ++node) points.push_back(Place(node));
    std::vector<std::pair<int, int>> borders;
    for (int link = 1; link <= getStructure()->NbLinks(); ++link) {
      const BRepMesh_Edge& edge = getStructure()->GetLink(link);
      if (edge.Movability() != BRepMesh_Frontier) return std::nullopt;
      borders.push_back({edge.FirstNode() - 1, edge.LastNode() - 1});
    }
    return Filling(points, borders);
  }

  std::atomic<bool>* none_fit_;
};

// Points within a face of a torus, as far apart as the accuracy asks. The library puts in four times as many.
class EvenPointsOfTorus : public BRepMesh_DefaultRangeSplitter {
 public:
  Handle(IMeshData::ListOfPnt2d) GenerateSurfaceNodes(const IMeshTools_Parameters& wanted) const override {
    const gp_Torus torus = GetSurface()->Torus();
    const auto [u0, u1] = GetRangeU();
    const auto [v0, v1] = GetRangeV();
    const int columns = Steps(u1 - u0, torus.MajorRadius() + torus.MinorRadius(), wanted);
    const int rows = Steps(v1 - v0, torus.MinorRadius(), wanted);
    const Handle(NCollection_IncAllocator) memory = new NCollection_IncAllocator;
    const Handle(IMeshData::ListOfPnt2d) points = new IMeshData::ListOfPnt2d(memory);
    for (int i = 1; i < columns; ++i)
      for (int j = 1; j < rows; ++j)
        points->Append(gp_Pnt2d(u0 + (u1 - u0) * i / columns, v0 + (v1 - v0) * j / rows));
    return points;
  }

 private:
  // As many as leave the chords of an arc within both bounds.
  int Steps(double arc, double radius, const IMeshTools_Parameters& wanted) const {
    const double sag = std::min(GetDFace()->GetDeflection(), radius);
    const double step = std::min(wanted.Angle, 2 * std::acos(1 - sag / radius));
    return static_cast<int>(std::ceil(arc / step));
  }
};

// Triangles between all points of a face at once, those within it included: the library else puts these in one by one.
template <class Splitter>
Handle(IMeshTools_MeshAlgo) AtOnce() {
  auto* algo = new BRepMesh_DelaunayNodeInsertionMeshAlgo<Splitter, BRepMesh_DelabellaBaseMeshAlgo>();
  algo->SetPreProcessSurfaceNodes(true);
  return algo;
}

// The library's quick way, without the rows of points that it puts on cylinders and cones: these make three times as many
// triangles of a part as its shape asks for.
class WithoutRows : public BRepMesh_DelabellaMeshAlgoFactory {
 public:
  explicit WithoutRows(std::atomic<bool>* none_fit = nullptr) : none_fit_(none_fit) {}

  Handle(IMeshTools_MeshAlgo) GetAlgo(const GeomAbs_SurfaceType type, const IMeshTools_Parameters& wanted) const override {
    if (type == GeomAbs_Cylinder || type == GeomAbs_Cone) return new StripOfGenerators();
    if (type == GeomAbs_Plane) return new BetweenContours(none_fit_);
    if (type == GeomAbs_Torus) return AtOnce<EvenPointsOfTorus>();
    if (type == GeomAbs_Sphere) return AtOnce<BRepMesh_SphereRangeSplitter>();
    return BRepMesh_DelabellaMeshAlgoFactory::GetAlgo(type, wanted);
  }

 private:
  std::atomic<bool>* none_fit_;
};

// The library looks whether contours cross, with all against all; triangles between them tell.
class NoHealing : public BRepMesh_ModelHealer {
 protected:
  bool performInternal(const Handle(IMeshData_Model)&, const IMeshTools_Parameters&,
                       const Message_ProgressRange&) override {
    return true;
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

void Run(const TopoDS_Shape& what, const MeshAccuracy& in, const Handle(IMeshTools_MeshAlgoFactory)& way,
         const Handle(BRepMesh_ModelHealer)& healer = new BRepMesh_ModelHealer()) {
  constexpr int kFewFaces = 4;
  BRepMesh_IncrementalMesh mesher;
  mesher.ChangeParameters().Deflection = in.deflection;
  mesher.ChangeParameters().Angle = in.angle;
  // Faces do not depend on each other; a few are meshed sooner than threads wake up.
  mesher.ChangeParameters().InParallel = HasMoreFaces(what, kFewFaces);
  mesher.SetShape(what);
  const Handle(BRepMesh_Context) context = new BRepMesh_Context();
  context->SetFaceDiscret(new BRepMesh_FaceDiscret(way));
  context->SetModelHealer(healer);
  context->SetPostProcessor(new PointsOfEdges());
  mesher.Perform(context);
}

bool IsCrowdedPlane(const TopoDS_Face& face) {
  constexpr int kManyContours = 8;
  return face.NbChildren() > kManyContours && BRepAdaptor_Surface(face, false).GetType() == GeomAbs_Plane;
}

// Planes with many contours by themselves, once the points along their edges are known from the other faces, which are
// healed where their contours cross. False if there are contours between which no triangles fit.
bool RunCrowdedPlanesLast(const TopoDS_Shape& what, const MeshAccuracy& in) {
  TopoDS_Compound crowded, others;
  BRep_Builder builder;
  for (TopoDS_Compound* some : {&crowded, &others}) builder.MakeCompound(*some);
  for (TopExp_Explorer f(what, TopAbs_FACE); f.More(); f.Next())
    builder.Add(IsCrowdedPlane(TopoDS::Face(f.Current())) ? crowded : others, f.Current());
  if (others.NbChildren() > 0) Run(others, in, new WithoutRows());
  if (crowded.NbChildren() == 0) return true;
  std::atomic<bool> none_fit = false;
  Run(crowded, in, new WithoutRows(&none_fit), new NoHealing());
  return !none_fit;
}

// How far a point lies off a surface, from parameters near it: by Newton's method, since the middle of a chord can lie far
// along the surface from the middle of its parameters, as on a cone.
double Off(const BRepAdaptor_Surface& surface, const gp_Pnt& p, double u, double v, double enough) {
  constexpr int kRounds = 3;
  gp_Pnt on = surface.Value(u, v);
  for (int i = 0; i < kRounds && on.Distance(p) > enough; ++i) {
    gp_Vec along_u, along_v;
    surface.D1(u, v, on, along_u, along_v);
    const gp_Vec rest(on, p);
    const double uu = along_u.SquareMagnitude(), uv = along_u.Dot(along_v), vv = along_v.SquareMagnitude();
    const double size = uu * vv - uv * uv;
    if (!(size > 0)) break;
    u += (rest.Dot(along_u) * vv - rest.Dot(along_v) * uv) / size;
    v += (rest.Dot(along_v) * uu - rest.Dot(along_u) * uv) / size;
    on = surface.Value(u, v);
  }
  return on.Distance(p);
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
      const gp_Pnt middle(0.5 * (p.XYZ() + q.XYZ()));
      const double most = kUsualExcess * deflection;
      if (Off(surface, middle, 0.5 * (a.X() + b.X()), 0.5 * (a.Y() + b.Y()), most) > most) return true;
    }
  }
  return false;
}

}  // namespace

// The quick way leaves out inner points of some curved faces with cut-outs; these are meshed again the usual way, which
// takes time with the square of a face's contours, and twice as long on any face.
void Discretize(const TopoDS_Shape& what, const MeshAccuracy& in) {
  if (!RunCrowdedPlanesLast(what, in)) {
    BRepTools::Clean(what);
    Run(what, in, new WithoutRows());
  }
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

#include "facewise.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <map>

#include <BRepLib.hxx>
#include <BRep_Builder.hxx>
#include <Geom2d_BSplineCurve.hxx>
#include <Geom2d_Line.hxx>
#include <Geom_BSplineCurve.hxx>
#include <Precision.hxx>
#include <TopExp_Explorer.hxx>
#include <TopoDS.hxx>
#include <TopoDS_Shell.hxx>
#include <TopoDS_Solid.hxx>
#include <TopoDS_Wire.hxx>

#include "facenet.h"
#include "interpolation.h"
#include "places.h"
#include "turned.h"

namespace ankerdraft {

namespace {

// Makes a body of the places of a net.
class Facewise {
 public:
  Facewise(FaceNet net, const Numbered& numbered) : numbered_(numbered), net_(std::move(net)) {}

  Leaned Done(const TopoDS_Shape& old) {
    for (const MovedCorner& corner : net_.corners) vertices_.push_back(MakeVertex(corner));
    for (MovedEdge& edge : net_.edges) edges_.push_back(MakeEdge(edge));
    Leaned out;
    for (size_t f = 0; f < net_.faces.size(); ++f)
      out.history.Became(numbered_.faces(f + 1), MakeFace(static_cast<int>(f)));
    out.shape = Solid(old);
    BRepLib::SameParameter(out.shape, Precision::Confusion(), true);
    BRepLib::UpdateTolerances(out.shape);
    return out;
  }

 private:
  TopoDS_Vertex MakeVertex(const MovedCorner& corner) const {
    TopoDS_Vertex vertex;
    BRep_Builder().MakeVertex(vertex, corner.place, Precision::Confusion());
    return vertex;
  }

  TopoDS_Edge MakeEdge(MovedEdge& edge) const {
    const BRep_Builder builder;
    TopoDS_Edge made;
    Handle(Geom_Curve) curve;
    if (!net_.BoundsPatch(edge)) curve = LineOrCircle(edge.places, edge.at);
    if (curve.IsNull()) curve = Interpolation::Through(edge.at).CurveThrough(edge.places);
    builder.MakeEdge(made, curve, Precision::Confusion());
    builder.Add(made, vertices_[edge.begin].Oriented(TopAbs_FORWARD));
    builder.Add(made, vertices_[edge.end].Oriented(TopAbs_REVERSED));
    builder.Range(made, edge.at.front(), edge.at.back());
    return made;
  }

  TopoDS_Face MakeFace(int f) {
    const BRep_Builder builder;
    TopoDS_Face face;
    const auto patch = net_.patches.find(f);
    builder.MakeFace(face, patch == net_.patches.end() ? net_.faces[f].ClosedForm() : Handle(Geom_Surface)(patch->second.surface),
                     Precision::Confusion());
    if (!net_.faces[f].IsPlane()) LayEdges(f, face);
    for (const std::vector<int>& border : net_.borders[f]) {
      TopoDS_Wire wire;
      builder.MakeWire(wire);
      for (const int use : border)
        builder.Add(wire, edges_[net_.uses[use].edge].Oriented(net_.uses[use].forward ? TopAbs_FORWARD : TopAbs_REVERSED));
      wire.Closed(true);
      builder.Add(face, wire);
    }
    made_[f + 1] = TopoDS::Face(face.Oriented(numbered_.faces(f + 1).Orientation()));
    return made_[f + 1];
  }

  // Tells a face's edges where they lie on its surface; a seam, which it uses twice, both places at once.
  void LayEdges(int f, const TopoDS_Face& face) {
    std::map<int, std::array<Handle(Geom2d_Curve), 2>> curves;
    for (const std::vector<int>& border : net_.borders[f])
      for (const int u : border) curves[net_.uses[u].edge][net_.uses[u].forward ? 0 : 1] = CurveOn(f, u);
    const BRep_Builder builder;
    for (const auto& [e, of] : curves) {
      const TopoDS_Edge& edge = edges_[e];
      if (of[0].IsNull() || of[1].IsNull())
        builder.UpdateEdge(edge, of[0].IsNull() ? of[1] : of[0], face, Precision::Confusion());
      else
        builder.UpdateEdge(edge, of[0], of[1], face, Precision::Confusion());
      builder.Range(edge, face, net_.edges[e].at.front(), net_.edges[e].at.back());
    }
  }

  Handle(Geom2d_Curve) CurveOn(int f, int u) const {
    const auto found = net_.patches.find(f);
    if (found == net_.patches.end()) return CurveThrough(net_.uses[u].feet, net_.EdgeOf(u).at);
    const auto& sides = found->second.sides;
    const int side = static_cast<int>(std::find(sides.begin(), sides.end(), u) - sides.begin());
    // Round the square (0, 0), (1, 0), (1, 1), (0, 1), unless the edge runs against its use.
    const gp_Pnt2d corners[] = {{0, 0}, {1, 0}, {1, 1}, {0, 1}};
    const gp_Pnt2d &one = corners[side], &other = corners[(side + 1) % 4];
    return net_.uses[u].forward ? new Geom2d_Line(one, gp_Dir2d(gp_Vec2d(one, other)))
                            : new Geom2d_Line(other, gp_Dir2d(gp_Vec2d(other, one)));
  }

  // Straight where it can be: the library carries such edges further than splines.
  static Handle(Geom2d_Curve) CurveThrough(const std::vector<gp_Pnt2d>& feet, const std::vector<double>& at) {
    if (const Handle(Geom2d_Curve) line = EvenLine(feet, at); !line.IsNull()) return line;
    return Interpolation::Through(at).CurveThrough(feet);
  }

  TopoDS_Shape Solid(const TopoDS_Shape& old) const {
    const BRep_Builder builder;
    TopoDS_Solid solid;
    builder.MakeSolid(solid);
    for (TopExp_Explorer s(old, TopAbs_SHELL); s.More(); s.Next()) {
      TopoDS_Shell shell;
      builder.MakeShell(shell);
      for (TopExp_Explorer f(s.Current(), TopAbs_FACE); f.More(); f.Next())
        builder.Add(shell, made_.at(numbered_.faces.FindIndex(f.Current())));
      shell.Closed(true);
      builder.Add(solid, shell);
    }
    return solid;
  }

  const Numbered& numbered_;
  FaceNet net_;
  std::vector<TopoDS_Vertex> vertices_;
  std::vector<TopoDS_Edge> edges_;
  std::map<int, TopoDS_Face> made_;  // by number
};

}  // namespace

Leaned MadeFacewise(const TopoDS_Shape& shape, const Numbered& numbered, const std::vector<double>& outwards) {
  return Facewise(NetOf(numbered, outwards), numbered).Done(shape);
}

Leaned OffsetFacewise(const kernel::v1::Offset& in, const TopoDS_Shape& shape, const Numbered& numbered) {
  std::vector<double> outwards(numbered.faces.Extent(), in.distance());
  for (const kernel::v1::FaceAngle& own : in.own_distance()) {
    numbered.Face(own.face());
    outwards[own.face() - 1] = own.angle();
  }
  if (const std::optional<Leaned> turned = OffsetTurned(shape, numbered, outwards)) return *turned;
  return MadeFacewise(shape, numbered, outwards);
}

}  // namespace ankerdraft

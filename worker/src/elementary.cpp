#include "elementary.h"

#include <cmath>
#include <optional>
#include <vector>

#include <BRepCheck_Analyzer.hxx>
#include <BRepTools.hxx>
#include <BRepTools_Modification.hxx>
#include <BRep_Tool.hxx>
#include <ElCLib.hxx>
#include <Geom2d_Curve.hxx>
#include <Geom_Circle.hxx>
#include <Geom_SurfaceOfRevolution.hxx>
#include <Geom_ToroidalSurface.hxx>
#include <Geom_TrimmedCurve.hxx>
#include <Precision.hxx>
#include <TopExp_Explorer.hxx>
#include <TopLoc_Location.hxx>
#include <TopoDS.hxx>
#include <TopoDS_Edge.hxx>
#include <TopoDS_Face.hxx>
#include <TopoDS_Vertex.hxx>
#include <gce_MakeCirc.hxx>
#include <gp_Circ.hxx>
#include <gp_Trsf2d.hxx>

#include "shapes.h"
#include "wires.h"

namespace ankerdraft {

namespace {

constexpr int kPlaces = 64;           // at which a curve is held against a circle
constexpr double kSamePlace = 1e-6;   // mm: the library writes circles as splines so near to them
constexpr double kSameWay = 1e-6;     // rad

// A torus and how the places on the turned circle lie on it: at the same angle about the axis, and round the tube as turned.
struct Torus {
  Handle(Geom_ToroidalSurface) surface;
  bool runs_back;
  double shift;

  Handle(Geom2d_Curve) Place(const Handle(Geom2d_Curve)& curve) const {
    gp_Trsf2d shifted, mirrored;
    shifted.SetTranslation(gp_Vec2d(0, shift));
    if (runs_back) mirrored.SetMirror(gp::OX2d());
    return Handle(Geom2d_Curve)::DownCast(curve->Transformed(shifted * mirrored));
  }
};

// A circle that has at every parameter of a curve the same place as that, but for a turn of the parameter.
std::optional<gp_Circ> CircleAlong(Handle(Geom_Curve) curve) {
  if (const auto trimmed = Handle(Geom_TrimmedCurve)::DownCast(curve); !trimmed.IsNull()) curve = trimmed->BasisCurve();
  if (const auto circle = Handle(Geom_Circle)::DownCast(curve); !circle.IsNull()) return circle->Circ();
  const double first = curve->FirstParameter(), sweep = curve->LastParameter() - first;
  if (Precision::IsInfinite(sweep) || sweep > 2 * M_PI) return std::nullopt;
  const gce_MakeCirc through(curve->Value(first), curve->Value(first + sweep / 3), curve->Value(first + 2 * sweep / 3));
  if (!through.IsDone()) return std::nullopt;
  const gp_Circ found = through.Value();
  const gp_Dir begin(gp_Vec(found.Location(), curve->Value(first)));
  const gp_Ax2 frame(found.Location(), found.Axis().Direction(), begin.Rotated(found.Axis(), -first));
  const gp_Circ circle(frame, found.Radius());
  for (int i = 0; i <= kPlaces; ++i) {
    const double at = first + sweep * i / kPlaces;
    if (curve->Value(at).Distance(ElCLib::Value(at, circle)) > kSamePlace) return std::nullopt;
  }
  return circle;
}

// Whether what a face has of a turned circle lies where the library finds its places again on a torus: one without a hole
// passes twice by its axis, and only what is farther from that than the middle of the tube is found for certain.
bool IsBeside(const TopoDS_Face& face, const Geom_SurfaceOfRevolution& turned, const gp_Vec& out, double radius) {
  const double least = out.Magnitude() < radius ? out.Magnitude() : 0;
  double u0, u1, v0, v1;
  BRepTools::UVBounds(face, u0, u1, v0, v1);
  for (int i = 0; i <= kPlaces; ++i) {
    const gp_Pnt at = turned.BasisCurve()->Value(v0 + (v1 - v0) * i / kPlaces);
    if (gp_Vec(turned.Location(), at).Dot(out) / out.Magnitude() < least - kSamePlace) return false;
  }
  return true;
}

std::optional<Torus> TorusOf(const TopoDS_Face& face) {
  TopLoc_Location location;
  const auto turned = Handle(Geom_SurfaceOfRevolution)::DownCast(BRep_Tool::Surface(face, location));
  const std::optional<gp_Circ> along = turned.IsNull() ? std::nullopt : CircleAlong(turned->BasisCurve());
  if (!along) return std::nullopt;
  const gp_Circ& tube = *along;
  const gp_Dir axis = turned->Direction(), square = tube.Axis().Direction();
  const gp_Vec to(turned->Location(), tube.Location());
  const gp_Vec out = to - gp_Vec(axis) * to.Dot(axis);
  const bool is_beside = out.Magnitude() > Precision::Confusion();
  if (!is_beside || std::abs(square.Dot(axis)) > kSameWay || std::abs(to.Dot(square)) > kSamePlace ||
      !IsBeside(face, *turned, out, tube.Radius()))
    return std::nullopt;
  const gp_Ax3 frame(tube.Location().Translated(-out), axis, gp_Dir(out));
  const gp_Dir begin = tube.Position().XDirection();
  return Torus{new Geom_ToroidalSurface(frame, out.Magnitude(), tube.Radius()),
               square.Dot(frame.XDirection().Crossed(axis)) < 0,
               std::atan2(begin.Dot(axis), begin.Dot(frame.XDirection()))};
}

class ToTori : public BRepTools_Modification {
 public:
  Standard_Boolean NewSurface(const TopoDS_Face& face, Handle(Geom_Surface)& surface, TopLoc_Location& location,
                              Standard_Real& tolerance, Standard_Boolean& turn_wires, Standard_Boolean& turn_face) override {
    const std::optional<Torus> torus = TorusOf(face);
    if (!torus) return false;
    BRep_Tool::Surface(face, location);
    surface = torus->surface;
    tolerance = BRep_Tool::Tolerance(face);
    turn_wires = turn_face = torus->runs_back;
    return true;
  }

  Standard_Boolean NewCurve2d(const TopoDS_Edge& edge, const TopoDS_Face& face, const TopoDS_Edge&, const TopoDS_Face&,
                              Handle(Geom2d_Curve)& curve, Standard_Real& tolerance) override {
    const std::optional<Torus> torus = TorusOf(face);
    if (!torus) return false;
    double first, last;
    curve = torus->Place(BRep_Tool::CurveOnSurface(edge, face, first, last));
    tolerance = BRep_Tool::Tolerance(edge);
    return true;
  }

  Standard_Boolean NewCurve(const TopoDS_Edge&, Handle(Geom_Curve)&, TopLoc_Location&, Standard_Real&) override { return false; }
  Standard_Boolean NewPoint(const TopoDS_Vertex&, gp_Pnt&, Standard_Real&) override { return false; }
  Standard_Boolean NewParameter(const TopoDS_Vertex&, const TopoDS_Edge&, Standard_Real&, Standard_Real&) override {
    return false;
  }
  GeomAbs_Shape Continuity(const TopoDS_Edge& edge, const TopoDS_Face& one, const TopoDS_Face& other, const TopoDS_Edge&,
                           const TopoDS_Face&, const TopoDS_Face&) override {
    return BRep_Tool::Continuity(edge, one, other);
  }
};

}  // namespace

Tori::Tori(const TopoDS_Shape& shape) : former_(shape), shape_(shape) {
  constexpr double kSameVolume = 1e-6;
  bool has_some = false;
  for (TopExp_Explorer f(shape, TopAbs_FACE); f.More() && !has_some; f.Next())
    has_some = TorusOf(TopoDS::Face(f.Current())).has_value();
  if (!has_some) return;
  modifier_.Init(shape);
  modifier_.Perform(new ToTori);
  if (!modifier_.IsDone()) return;
  const TopoDS_Shape made = modifier_.ModifiedShape(shape);
  const double volume = VolumeOf(shape);
  if (BRepCheck_Analyzer(made).IsValid() && std::abs(VolumeOf(made) - volume) <= kSameVolume * std::abs(volume)) shape_ = made;
}

TopTools_IndexedMapOfShape Tori::FormerFaces() {
  const TopTools_IndexedMapOfShape former = Numbered(former_).faces;
  if (shape_.IsSame(former_)) return former;
  const TopTools_IndexedMapOfShape now = Numbered(shape_).faces;
  std::vector<TopoDS_Shape> in_order(now.Extent());
  for (int i = 1; i <= former.Extent(); ++i)
    in_order[now.FindIndex(modifier_.ModifiedShape(former.FindKey(i))) - 1] = former.FindKey(i);
  TopTools_IndexedMapOfShape faces;
  for (const TopoDS_Shape& face : in_order) faces.Add(face);
  return faces;
}

}  // namespace ankerdraft

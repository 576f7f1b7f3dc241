#include "lean.h"

#include <algorithm>
#include <cmath>
#include <map>
#include <vector>

#include <BRepAdaptor_Surface.hxx>
#include <BRepLib.hxx>
#include <BRep_Builder.hxx>
#include <BRep_Tool.hxx>
#include <Geom2d_Line.hxx>
#include <Geom_BSplineCurve.hxx>
#include <Geom_Circle.hxx>
#include <Geom_ConicalSurface.hxx>
#include <Geom_CylindricalSurface.hxx>
#include <Geom_Line.hxx>
#include <Geom_Plane.hxx>
#include <Precision.hxx>
#include <TopExp_Explorer.hxx>
#include <TopoDS.hxx>
#include <TopoDS_Compound.hxx>
#include <TopoDS_Iterator.hxx>
#include <TopoDS_Solid.hxx>
#include <TopoDS_Wire.hxx>
#include <gp_Circ.hxx>
#include <gp_Cone.hxx>

#include "interpolation.h"
#include "outline.h"
#include "surface.h"
#include "wires.h"

namespace ankerdraft {

using namespace kernel::v1;

namespace {

constexpr double kSmooth = 1e-6;     // rad: curves that meet so have a ruling in common
constexpr int kPlaces = 17;          // of a curve along which two walls cross
constexpr int kApproach = 8;         // steps from the neutral plane to it
constexpr int kMostTurns = 30;       // of Newton's method, which needs three
constexpr double kClosest = 1e-8, kFarthest = 1e-6;  // mm: how true its ends are, at most and at least

// Makes a prism's walls anew: by how much they look up, and how far outwards they stand in the neutral plane.
class Leaning {
 public:
  Leaning(Prism& prism, double angle, double outwards, const Numbered& numbered)
      : prism_(prism), angle_(angle), outwards_(outwards), numbered_(numbered),
        length_((prism.high - prism.low) / std::cos(angle)) {}

  Leaned Done() {
    for (Wall& wall : prism_.walls) MakeJoint(wall, Next(wall));
    for (Wall& wall : prism_.walls) MustHold(wall);
    for (Wall& wall : prism_.walls) MakeSurface(wall);
    for (Wall& wall : prism_.walls) MakeEdges(wall);
    for (Wall& wall : prism_.walls) MakeFace(wall);
    Leaned leaned;
    for (const Wall& wall : prism_.walls) leaned.history.Became(wall.face, wall.leaned);
    leaned.shape = Solids(leaned.history);
    BRepLib::SameParameter(leaned.shape, Precision::Confusion(), true);
    BRepLib::UpdateTolerances(leaned.shape);
    return leaned;
  }

 private:
  Wall& Next(const Wall& wall) { return prism_.walls[wall.next]; }
  // Outwards, at a height over the neutral plane.
  double OffsetAt(double height) const { return outwards_ - height * std::tan(angle_); }
  double Low() const { return OffsetAt(prism_.low); }
  double High() const { return OffsetAt(prism_.high); }
  double HeightAt(int place) const { return prism_.low + (prism_.high - prism_.low) * place / (kPlaces - 1); }

  [[noreturn]] void Refuse(const Wall& wall, const std::string& why) const {
    throw Refused{"refused", why, {numbered_.faces.FindIndex(wall.face)}};
  }

  // Where the offsets of two rails cross, from where they do at an offset near by.
  void Cross(const Wall& one, const Wall& other, double offset, double& t, double& u) const {
    const gp_Ax2 axes(prism_.origin, prism_.up);
    const auto in_plane = [&](const gp_Vec& v) { return gp_XY(v.Dot(axes.XDirection()), v.Dot(axes.YDirection())); };
    for (int turn = 0; turn < kMostTurns; ++turn) {
      const gp_XY gap = in_plane(gp_Vec(one.rail->At(t, offset), other.rail->At(u, offset)));
      if (gap.Modulus() < 0.1 * kClosest) return;
      const gp_XY a = in_plane(one.rail->DerivativeAt(t, offset)), b = in_plane(other.rail->DerivativeAt(u, offset));
      const double det = -(a.X() * b.Y() - a.Y() * b.X());
      if (std::abs(det) < Precision::Angular() * a.Modulus() * b.Modulus()) break;
      t += (-gap.X() * b.Y() + gap.Y() * b.X()) / det;
      u += (a.X() * gap.Y() - a.Y() * gap.X()) / det;
    }
    Refuse(one, "the tilted wall no longer meets its neighbour");
  }

  void MakeJoint(Wall& wall, Wall& next) {
    Joint& joint = next.begin;
    double t = wall.rail->End(), u = next.rail->Begin();
    const gp_Vec way = wall.rail->Way(t), onwards = next.rail->Way(u);
    joint.is_ruling = way.Angle(onwards) < kSmooth;
    if (!joint.is_ruling)
      for (int i = 1; i <= kApproach; ++i) Cross(wall, next, Low() * i / kApproach, t, u);
    for (int i = 0; i < kPlaces; ++i) {
      const double offset = OffsetAt(HeightAt(i));
      if (!joint.is_ruling) Cross(wall, next, offset, t, u);
      joint.before.push_back(t);
      joint.after.push_back(u);
      joint.places.push_back(wall.rail->At(t, offset).Translated(gp_Vec(prism_.up) * HeightAt(i)));
    }
    joint.low = joint.places.front();
    joint.high = joint.places.back();
    const bool of_planes = IsPlane(wall) && IsPlane(next);
    const BRep_Builder builder;
    builder.MakeVertex(joint.at_low, joint.low, Precision::Confusion());
    builder.MakeVertex(joint.at_high, joint.high, Precision::Confusion());
    builder.MakeEdge(joint.edge, CurveOf(joint, of_planes), Precision::Confusion());
    builder.Add(joint.edge, joint.at_low.Oriented(TopAbs_FORWARD));
    builder.Add(joint.edge, joint.at_high.Oriented(TopAbs_REVERSED));
    builder.Range(joint.edge, 0, joint.is_ruling || !of_planes ? length_ : joint.low.Distance(joint.high));
  }

  static bool IsPlane(const Wall& wall) { return wall.rail->Kind() == GeomAbs_Line; }

  // By how far it has come along a ruling, or where two planes meet along their line.
  Handle(Geom_Curve) CurveOf(const Joint& joint, bool of_planes) const {
    if (joint.is_ruling || of_planes) return new Geom_Line(joint.low, gp_Dir(gp_Vec(joint.low, joint.high)));
    return Interpolation::Through(Places()).CurveThrough(joint.places);
  }

  std::vector<double> Places() const {
    std::vector<double> at;
    for (int i = 0; i < kPlaces; ++i) at.push_back(length_ * i / (kPlaces - 1));
    return at;
  }

  // Neither used up nor turned inside out.
  void MustHold(const Wall& wall) {
    const Joint& end = Next(wall).begin;
    const double sign = wall.rail->IsForward() ? 1 : -1;
    for (const bool at_low : {true, false}) {
      const double from = at_low ? wall.begin.after.front() : wall.begin.after.back();
      const double to = at_low ? end.before.front() : end.before.back();
      if (sign * (to - from) <= 0) Refuse(wall, "the tilted wall narrows to nothing before its end");
      if (!wall.rail->IsOpenAt(from, to, at_low ? Low() : High()))
        Refuse(wall, "the curve turns more tightly there than the tilt reaches to its inside");
    }
  }

  void MakeSurface(Wall& wall) {
    const Rail& rail = *wall.rail;
    Handle(Geom_Surface) surface;
    if (rail.Kind() == GeomAbs_Line) {
      const gp_Vec normal = rail.Outward(rail.Middle()) * std::cos(angle_) + gp_Vec(prism_.up) * std::sin(angle_);
      const gp_Dir way(rail.Way(rail.Middle()));
      surface = new Geom_Plane(gp_Ax3(rail.At(rail.Middle(), outwards_), gp_Dir(normal), way));
    } else if (rail.Kind() == GeomAbs_Circle) {
      const gp_Circ circle = CircleOf(wall);
      const gp_Ax3 axes(circle.Location(), circle.Axis().Direction(), circle.XAxis().Direction());
      const double radius = circle.Radius() + Bulge(wall) * outwards_;
      if (radius < kTouching) Refuse(wall, "the arc is used up before its end");
      if (angle_ == 0)
        surface = new Geom_CylindricalSurface(axes, radius);
      else
        surface = new Geom_ConicalSurface(axes, SemiAngle(wall), radius);
    } else {
      const Joint& end = Next(wall).begin;
      double from = std::min(rail.Begin(), rail.End()), to = std::max(rail.Begin(), rail.End());
      for (const std::vector<double>& at : {wall.begin.after, end.before})
        for (const double t : at) {
          from = std::min(from, t);
          to = std::max(to, t);
        }
      surface = rail.Ruled(from, to, Low(), High(), prism_.low, prism_.high, length_, Within());
    }
    BRep_Builder().MakeFace(wall.leaned, surface, Precision::Confusion());
  }

  // So near the ends of rulings must lie that these lean as they should.
  double Within() const {
    return angle_ == 0 ? kFarthest : std::clamp(kLeanTolerance * std::abs(High() - Low()), kClosest, kFarthest);
  }

  static gp_Circ CircleOf(const Wall& wall) { return Handle(Geom_Circle)::DownCast(wall.rail->Curve())->Circ(); }
  // Whether the axis of an arc shows up.
  double Turned(const Wall& wall) const { return CircleOf(wall).Axis().Direction().Dot(prism_.up) > 0 ? 1 : -1; }
  // Whether an arc's centre lies within the material.
  double Bulge(const Wall& wall) const {
    const double t = wall.rail->Middle();
    return gp_Vec(CircleOf(wall).Location(), wall.rail->Curve()->Value(t)).Dot(wall.rail->Outward(t)) > 0 ? 1 : -1;
  }
  double SemiAngle(const Wall& wall) const { return -angle_ * Bulge(wall) * Turned(wall); }

  // A place of a wall's surface, over a parameter of its curve, so far up its rulings.
  gp_Pnt2d OnSurface(const Wall& wall, double t, double way) const {
    if (wall.rail->Kind() != GeomAbs_Circle) return {t, way};
    return {t, Turned(wall) * (prism_.low / std::cos(angle_) + way)};
  }

  void MakeEdges(Wall& wall) {
    const Joint& end = Next(wall).begin;
    wall.low = EndEdge(wall, true, wall.begin.at_low, end.at_low, wall.begin.after.front(), end.before.front());
    wall.high = EndEdge(wall, false, wall.begin.at_high, end.at_high, wall.begin.after.back(), end.before.back());
  }

  TopoDS_Edge EndEdge(const Wall& wall, bool at_low, const TopoDS_Vertex& begin, const TopoDS_Vertex& end, double from,
                      double to) const {
    const BRep_Builder builder;
    TopoDS_Edge edge;
    builder.MakeEdge(edge, EndCurve(wall, at_low), Precision::Confusion());
    const bool forward = wall.rail->IsForward();
    builder.Add(edge, (forward ? begin : end).Oriented(TopAbs_FORWARD));
    builder.Add(edge, (forward ? end : begin).Oriented(TopAbs_REVERSED));
    builder.Range(edge, std::min(from, to), std::max(from, to));
    if (!IsPlane(wall)) {
      const gp_Pnt2d at = OnSurface(wall, 0, at_low ? 0 : length_);
      builder.UpdateEdge(edge, new Geom2d_Line(at, gp_Dir2d(1, 0)), wall.leaned, Precision::Confusion());
      builder.Range(edge, wall.leaned, std::min(from, to), std::max(from, to));
    }
    return edge;
  }

  Handle(Geom_Curve) EndCurve(const Wall& wall, bool at_low) const {
    const double offset = at_low ? Low() : High();
    const gp_Vec rise = gp_Vec(prism_.up) * (at_low ? prism_.low : prism_.high);
    const Rail& rail = *wall.rail;
    if (IsPlane(wall))
      return Handle(Geom_Curve)::DownCast(rail.Curve()->Translated(rise + rail.Outward(rail.Middle()) * offset));
    if (rail.Kind() == GeomAbs_Circle) {
      gp_Circ circle = CircleOf(wall).Translated(rise);
      const double radius = circle.Radius() + Bulge(wall) * offset;
      if (radius < kTouching) Refuse(wall, "the arc is used up before its end");
      circle.SetRadius(radius);
      return new Geom_Circle(circle);
    }
    const Handle(Geom_BSplineSurface) ruled = Handle(Geom_BSplineSurface)::DownCast(BRep_Tool::Surface(wall.leaned));
    return ruled->VIso(at_low ? 0 : length_);
  }

  // The joint on a wall's surface, at its beginning or its end.
  Handle(Geom2d_Curve) OnSurface(const Wall& wall, const Joint& joint, bool at_begin) const {
    const std::vector<double>& along = at_begin ? joint.after : joint.before;
    if (joint.is_ruling) {
      const gp_Pnt2d from = OnSurface(wall, along.front(), 0), to = OnSurface(wall, along.front(), length_);
      return new Geom2d_Line(from, gp_Dir2d(gp_Vec2d(from, to)));
    }
    std::vector<gp_Pnt2d> places;
    for (int i = 0; i < kPlaces; ++i) places.push_back(OnSurface(wall, along[i], Places()[i]));
    return Interpolation::Through(Places()).CurveThrough(places);
  }

  void MakeFace(Wall& wall) {
    const BRep_Builder builder;
    Joint& begin = wall.begin;
    Joint& end = Next(wall).begin;
    const bool turned = !LooksOut(wall);
    if (!IsPlane(wall)) {
      const Handle(Geom2d_Curve) at_begin = OnSurface(wall, begin, true), at_end = OnSurface(wall, end, false);
      if (begin.edge.IsSame(end.edge)) {
        builder.UpdateEdge(begin.edge, turned ? at_begin : at_end, turned ? at_end : at_begin, wall.leaned,
                           Precision::Confusion());
      } else {
        builder.UpdateEdge(begin.edge, at_begin, wall.leaned, Precision::Confusion());
        builder.UpdateEdge(end.edge, at_end, wall.leaned, Precision::Confusion());
      }
      for (const Joint* joint : {&begin, &end}) builder.Range(joint->edge, wall.leaned, 0, length_);
    }
    TopoDS_Wire wire;
    builder.MakeWire(wire);
    const TopAbs_Orientation on = wall.rail->IsForward() ? TopAbs_FORWARD : TopAbs_REVERSED;
    builder.Add(wire, wall.low.Oriented(on));
    builder.Add(wire, end.edge.Oriented(TopAbs_FORWARD));
    builder.Add(wire, wall.high.Oriented(TopAbs::Reverse(on)));
    builder.Add(wire, begin.edge.Oriented(TopAbs_REVERSED));
    builder.Add(wall.leaned, turned ? wire.Reversed() : wire);
    if (turned) wall.leaned.Reverse();
  }

  bool LooksOut(const Wall& wall) const {
    const double t = wall.rail->Middle();
    if (IsPlane(wall)) return true;
    const gp_Pnt2d at = OnSurface(wall, t, 0.5 * length_);
    return EvaluateOutward(wall.leaned, at.X(), at.Y()).normal.Dot(wall.rail->Outward(t)) > 0;
  }

  // The walls over each face at the lower end, with a face at either end.
  TopoDS_Shape Solids(FaceHistory& history) {
    const BRep_Builder builder;
    TopoDS_Compound all;
    builder.MakeCompound(all);
    for (const TopoDS_Face& cap : prism_.low_caps) {
      TopoDS_Shell shell;
      builder.MakeShell(shell);
      TopoDS_Face low, high;
      const gp_Ax3 level(prism_.origin, prism_.up);
      builder.MakeFace(low, new Geom_Plane(level.Translated(gp_Vec(prism_.up) * prism_.low)), Precision::Confusion());
      builder.MakeFace(high, new Geom_Plane(level.Translated(gp_Vec(prism_.up) * prism_.high)), Precision::Confusion());
      TopoDS_Face above;
      for (TopoDS_Iterator contour(cap); contour.More(); contour.Next()) {
        TopoDS_Wire below, over;
        builder.MakeWire(below);
        builder.MakeWire(over);
        for (const Wall* wall : Along(contour.Value())) {
          const TopAbs_Orientation on = wall->rail->IsForward() ? TopAbs_FORWARD : TopAbs_REVERSED;
          builder.Add(below, wall->low.Oriented(on));
          builder.Add(over, wall->high.Oriented(on));
          builder.Add(shell, wall->leaned);
          above = CapOver(*wall);
        }
        builder.Add(low, below);
        builder.Add(high, over);
      }
      low.Reverse();
      builder.Add(shell, low);
      builder.Add(shell, high);
      shell.Closed(true);
      TopoDS_Solid solid;
      builder.MakeSolid(solid);
      builder.Add(solid, shell);
      builder.Add(all, solid);
      history.Became(cap, low);
      history.Became(above, high);
    }
    return Unwrapped(all);
  }

  // The walls over a contour, in their order.
  std::vector<const Wall*> Along(const TopoDS_Shape& contour) {
    const TopExp_Explorer first(contour, TopAbs_EDGE);
    std::vector<const Wall*> out;
    for (const Wall& wall : prism_.walls)
      if (wall.low_edge.IsSame(first.Current())) out.push_back(&wall);
    while (!out.empty() && &Next(*out.back()) != out.front()) out.push_back(&Next(*out.back()));
    return out;
  }

  TopoDS_Face CapOver(const Wall& wall) const {
    for (const TopoDS_Face& cap : prism_.high_caps)
      for (TopExp_Explorer e(cap, TopAbs_EDGE); e.More(); e.Next())
        if (e.Current().IsSame(wall.high_edge)) return cap;
    Refuse(wall, "the wall has no end above");
  }

  Prism& prism_;
  double angle_, outwards_;
  const Numbered& numbered_;
  double length_;  // of a ruling
};

}  // namespace

std::optional<Leaned> LeanWalls(const kernel::v1::Draft& in, const Numbered& numbered) {
  std::optional<Prism> prism = UprightPrism(in, numbered);
  if (!prism || !IsOverFreeCurves(*prism)) return std::nullopt;
  return Leaning(*prism, in.faces(0).angle(), 0, numbered).Done();
}

Leaned OffsetOutline(const kernel::v1::Offset& in, const Numbered& numbered) {
  std::map<int, double> own;
  for (const FaceAngle& fa : in.own_distance()) own[fa.face()] = fa.angle();
  const auto distance = [&](const TopoDS_Face& face) {
    const auto found = own.find(numbered.faces.FindIndex(face));
    return found == own.end() ? in.distance() : found->second;
  };
  const auto all_alike = [&](const std::vector<TopoDS_Face>& faces) {
    return std::all_of(faces.begin(), faces.end(),
                       [&](const TopoDS_Face& face) { return distance(face) == distance(faces.front()); });
  };
  for (int i = 1; i <= numbered.faces.Extent(); ++i) {
    const TopoDS_Face foot = TopoDS::Face(numbered.faces.FindKey(i));
    if (BRepAdaptor_Surface(foot, false).GetType() != GeomAbs_Plane) continue;
    double lean = 0;
    std::optional<Prism> prism = Frustum(numbered, foot, lean);
    if (!prism || !IsOverFreeCurves(*prism)) continue;
    std::vector<TopoDS_Face> walls;
    for (const Wall& wall : prism->walls) walls.push_back(wall.face);
    if (!all_alike(walls) || !all_alike(prism->low_caps) || !all_alike(prism->high_caps)) break;
    prism->low -= distance(prism->low_caps.front());
    prism->high += distance(prism->high_caps.front());
    if (prism->high - prism->low < kTouching) throw Refused{"refused", "nothing is left between its ends"};
    return Leaning(*prism, lean, distance(walls.front()) / std::cos(lean), numbered).Done();
  }
  throw Refused{"refused", "the body is no prism or frustum over free curves"};
}

}  // namespace ankerdraft

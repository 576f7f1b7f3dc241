#include "turned.h"

#include <algorithm>
#include <cmath>
#include <limits>

#include <BRepAdaptor_Surface.hxx>
#include <BRepBuilderAPI_MakeEdge.hxx>
#include <BRepBuilderAPI_MakeFace.hxx>
#include <BRepBuilderAPI_MakeVertex.hxx>
#include <BRepBuilderAPI_MakeWire.hxx>
#include <BRepExtrema_DistShapeShape.hxx>
#include <BRepPrimAPI_MakeRevol.hxx>
#include <Precision.hxx>
#include <TopoDS.hxx>
#include <TopoDS_Wire.hxx>
#include <gp_Lin.hxx>

#include "elementary.h"
#include "interpolation.h"
#include "meridian.h"
#include "places.h"
#include "wires.h"

namespace ankerdraft {

namespace {

constexpr double kOn = 1e-6;    // mm: what lies nearer to something lies on it
constexpr double kMeets = 1e-9;     // mm
constexpr double kAccuracy = 1e-4;  // mm: how near to the true offset a spline lies
constexpr int kMostTurns = 60;      // of Newton's method
constexpr int kFewest = 24, kMost = 1600;  // places of a curve

[[noreturn]] void Refuse(int face, const std::string& why) { throw Refused{"refused", why, {face + 1}}; }

// A meridian and where it ends once it is moved.
struct Moved {
  int face;  // from 0
  Meridian curve;
  double outwards;
  double begin, end;

  gp_Pnt2d At(double t) const { return curve.At(t, outwards); }
  double Along(double share) const { return begin + (end - begin) * share; }
};

bool IsOnAxis(const gp_Pnt2d& p) { return std::abs(p.X()) < kOn; }

// The axis about which all is turned; spheres and planes alone have it through their middles.
std::optional<gp_Ax1> AxisOf(const Numbered& numbered) {
  std::optional<gp_Ax1> fallback;
  for (int i = 1; i <= numbered.faces.Extent(); ++i) {
    const BRepAdaptor_Surface surface(TopoDS::Face(numbered.faces(i)), false);
    switch (surface.GetType()) {
      case GeomAbs_Cylinder: return surface.Cylinder().Axis();
      case GeomAbs_Cone: return surface.Cone().Axis();
      case GeomAbs_Torus: return surface.Torus().Axis();
      case GeomAbs_SurfaceOfRevolution: return surface.AxeOfRevolution();
      case GeomAbs_Sphere: fallback = surface.Sphere().Position().Axis(); break;
      default: break;
    }
  }
  return fallback;
}

// The meridians of a body, in loops with the material on the left, moved and met again.
class Meridians {
 public:
  Meridians(std::vector<Moved> all) : all_(std::move(all)) {}

  // Where each loop, which may run along the axis, begins anew.
  std::vector<std::vector<int>> Loops() const {
    std::vector<std::vector<int>> loops;
    std::vector<bool> seen(all_.size(), false);
    for (size_t first = 0; first < all_.size(); ++first) {
      if (seen[first]) continue;
      loops.emplace_back();
      for (int i = static_cast<int>(first); !seen[i]; i = After(i)) {
        seen[i] = true;
        loops.back().push_back(i);
      }
    }
    return loops;
  }

  void Meet(const std::vector<std::vector<int>>& loops) {
    for (const std::vector<int>& loop : loops)
      for (size_t k = 0; k < loop.size(); ++k) Meet(all_[loop[k]], all_[loop[(k + 1) % loop.size()]]);
    for (const Moved& m : all_) Check(m);
  }

  const std::vector<Moved>& All() const { return all_; }

 private:
  static gp_Pnt2d BeginOf(const Moved& m) { return m.curve.At(m.curve.Begin(), 0); }
  static gp_Pnt2d EndOf(const Moved& m) { return m.curve.At(m.curve.End(), 0); }

  // The one that begins where another ends; along the axis it goes down to the next.
  int After(int i) const {
    const gp_Pnt2d from = EndOf(all_[i]);
    int best = i;
    double least = std::numeric_limits<double>::max();
    for (size_t k = 0; k < all_.size(); ++k) {
      const gp_Pnt2d to = BeginOf(all_[k]);
      double away = from.Distance(to);
      if (IsOnAxis(from)) away = IsOnAxis(to) && to.Y() < from.Y() + kOn ? from.Y() - to.Y() : 1e100;
      if (away < least) {
        least = away;
        best = static_cast<int>(k);
      }
    }
    return best;
  }

  void Meet(Moved& one, Moved& next) const {
    if (IsOnAxis(EndOf(one))) {
      one.end = OnAxis(one, one.end);
      next.begin = OnAxis(next, next.begin);
    } else if (one.At(one.end).Distance(next.At(next.begin)) > Precision::Confusion()) {
      Cross(one, next);
    }
  }

  // Where a moved meridian comes to the axis; one that is square to it stays there.
  static double OnAxis(const Moved& m, double from) {
    double t = from;
    for (int turn = 0; turn < kMostTurns; ++turn) {
      const double off = m.At(t).X(), way = m.curve.WayAt(t, m.outwards).X();
      if (std::abs(off) < kMeets) return t;
      if (way == 0) break;
      t -= off / way;
    }
    Refuse(m.face, "it no longer comes to the axis once it is moved");
  }

  static void Cross(Moved& one, Moved& next) {
    double s = one.end, t = next.begin;
    for (int turn = 0; turn < kMostTurns; ++turn) {
      const gp_Vec2d gap(one.At(s), next.At(t));
      if (gap.Magnitude() < kMeets) {
        one.end = s;
        next.begin = t;
        return;
      }
      const gp_Vec2d a = one.curve.WayAt(s, one.outwards), b = next.curve.WayAt(t, next.outwards);
      const double det = a.Crossed(b);
      if (std::abs(det) < 1e-12 * a.Magnitude() * b.Magnitude()) break;
      s += gap.Crossed(b) / det;
      t += gap.Crossed(a) / det;
    }
    Refuse(one.face, "it no longer meets its neighbour once it is moved");
  }

  static void Check(const Moved& m) {
    const double way = m.curve.End() - m.curve.Begin();
    if ((m.end - m.begin) * way <= 0 || m.At(m.begin).Distance(m.At(m.Along(0.5))) < kOn)
      Refuse(m.face, "it is used up once it is moved");
    for (int i = 0; i <= kFewest; ++i) {
      const double t = m.Along(static_cast<double>(i) / kFewest);
      if (!m.curve.IsOpenAt(t, m.outwards) || m.At(t).X() < -kOn) Refuse(m.face, "it turns inside out");
    }
  }

  std::vector<Moved> all_;
};

// Twice the area that a loop of places goes round.
double TwiceArea(const std::vector<gp_Pnt2d>& loop) {
  double sum = 0;
  for (size_t i = 0; i < loop.size(); ++i) sum += loop[i].XY().Crossed(loop[(i + 1) % loop.size()].XY());
  return sum;
}

// Whether two points lie on different sides of the line through a chord, both off it.
bool Parts(const gp_Pnt2d& a, const gp_Pnt2d& b, const gp_Pnt2d& one, const gp_Pnt2d& other) {
  const double length = a.Distance(b);
  if (length < kOn) return false;
  const gp_Vec2d along = gp_Vec2d(a, b) / length;
  const double here = along.Crossed(gp_Vec2d(a, one)), there = along.Crossed(gp_Vec2d(a, other));
  return std::min(here, there) < -kOn && std::max(here, there) > kOn;
}

// Turns moved meridians into a body.
class Lathe {
 public:
  Lathe(const std::vector<Moved>& all, const gp_Ax1& axis)
      : all_(all), axis_(axis), plane_(gp_Ax3(axis.Location(), Beside(axis).Crossed(axis.Direction()), Beside(axis))) {}

  TopoDS_Shape Turn(const std::vector<std::vector<int>>& loops) {
    TopoDS_Wire outer;
    std::vector<TopoDS_Wire> holes;
    std::vector<std::vector<gp_Pnt2d>> outlines;
    for (const std::vector<int>& loop : loops) {
      outlines.push_back(Outline(loop));
      const bool is_hole = TwiceArea(outlines.back()) < 0;
      if (!is_hole && !outer.IsNull()) Refuse(all_[loop.front()].face, "the body would fall apart");
      (is_hole ? holes.emplace_back() : outer) = Wire(loop);
    }
    if (outer.IsNull()) Refuse(0, "nothing is left of the body");
    RefuseCrossing(outlines);
    BRepBuilderAPI_MakeFace face(plane_, outer, true);
    for (const TopoDS_Wire& hole : holes) face.Add(hole);
    BRepPrimAPI_MakeRevol turned(face.Face(), axis_);
    if (!turned.IsDone()) throw Refused{"refused", "the library could not turn the moved meridians"};
    TopoDS_Shape solid = turned.Shape();
    TurnOutwards(solid);
    return Tori(Forward(solid)).Shape();
  }

  // The face of a turned body on which a meridian lies, half a turn from its seams.
  TopoDS_Shape FaceOf(const Moved& m, const Numbered& of) const {
    const gp_Pnt middle = In3d(m.At(m.Along(0.5))).Rotated(axis_, M_PI);
    const TopoDS_Vertex at = BRepBuilderAPI_MakeVertex(middle).Vertex();
    for (int i = 1; i <= of.faces.Extent(); ++i) {
      const BRepExtrema_DistShapeShape distance(at, of.faces(i));
      if (distance.IsDone() && distance.Value() < 2 * kAccuracy) return of.faces(i);
    }
    Refuse(m.face, "nothing is left of it once it is moved");
  }

 private:
  static gp_Dir Beside(const gp_Ax1& axis) { return gp_Ax2(axis.Location(), axis.Direction()).XDirection(); }

  gp_Pnt In3d(const gp_Pnt2d& p) const {
    return axis_.Location().Translated(gp_Vec(plane_.XAxis().Direction()) * p.X() + gp_Vec(axis_.Direction()) * p.Y());
  }

  std::vector<gp_Pnt2d> Outline(const std::vector<int>& loop) const {
    std::vector<gp_Pnt2d> out;
    for (const int i : loop)
      for (int k = 0; k <= kFewest; ++k) out.push_back(all_[i].At(all_[i].Along(static_cast<double>(k) / kFewest)));
    return out;
  }

  // By chords, of which neighbours share an end.
  void RefuseCrossing(const std::vector<std::vector<gp_Pnt2d>>& outlines) const {
    std::vector<std::pair<gp_Pnt2d, gp_Pnt2d>> chords;
    for (const std::vector<gp_Pnt2d>& loop : outlines)
      for (size_t i = 0; i < loop.size(); ++i) chords.emplace_back(loop[i], loop[(i + 1) % loop.size()]);
    for (size_t i = 0; i < chords.size(); ++i)
      for (size_t k = 0; k < i; ++k)
        if (Parts(chords[i].first, chords[i].second, chords[k].first, chords[k].second) &&
            Parts(chords[k].first, chords[k].second, chords[i].first, chords[i].second))
          throw Refused{"refused", "the moved faces run into each other", {}, {}, true, In3d(chords[i].first)};
  }

  TopoDS_Wire Wire(const std::vector<int>& loop) const {
    BRepBuilderAPI_MakeWire wire;
    for (size_t k = 0; k < loop.size(); ++k) {
      const Moved &m = all_[loop[k]], &next = all_[loop[(k + 1) % loop.size()]];
      wire.Add(Edge(m));
      const gp_Pnt2d end = m.At(m.end), begin = next.At(next.begin);
      if (end.Distance(begin) < Precision::Confusion()) continue;
      if (begin.Y() > end.Y()) Refuse(m.face, "on the axis it passes another face once it is moved");
      wire.Add(BRepBuilderAPI_MakeEdge(In3d(end), In3d(begin)).Edge());
    }
    if (!wire.IsDone()) throw Refused{"refused", "the moved meridians do not hang together"};
    return wire.Wire();
  }

  TopoDS_Edge Edge(const Moved& m) const {
    std::vector<double> at;
    std::vector<gp_Pnt> places = Places(m, kFewest, at);
    Handle(Geom_Curve) curve = LineOrCircle(places, at);
    for (int count = kFewest; curve.IsNull(); count *= 2) {
      if (count > kMost) throw Refused{"refused", "a moved face cannot be followed within 0.0001 mm"};
      places = Places(m, count, at);
      curve = Through(m, places, at);
    }
    return BRepBuilderAPI_MakeEdge(curve, at.front(), at.back()).Edge();
  }

  std::vector<gp_Pnt> Places(const Moved& m, int count, std::vector<double>& at) const {
    std::vector<gp_Pnt> places;
    at.clear();
    for (int i = 0; i <= count; ++i) {
      at.push_back(static_cast<double>(i) / count);
      places.push_back(In3d(m.At(m.Along(at.back()))));
    }
    return places;
  }

  // Null if it strays from the moved meridian between its places.
  Handle(Geom_Curve) Through(const Moved& m, const std::vector<gp_Pnt>& places, const std::vector<double>& at) const {
    const Handle(Geom_Curve) curve = Interpolation::Through(at).CurveThrough(places);
    for (size_t i = 1; i < at.size(); ++i) {
      const double middle = 0.5 * (at[i - 1] + at[i]);
      if (curve->Value(middle).Distance(In3d(m.At(m.Along(middle)))) > kAccuracy) return nullptr;
    }
    return curve;
  }

  const std::vector<Moved>& all_;
  gp_Ax1 axis_;
  gp_Pln plane_;
};

}  // namespace

std::optional<Leaned> OffsetTurned(const TopoDS_Shape& shape, const Numbered& numbered,
                                   const std::vector<double>& outwards) {
  const std::optional<gp_Ax1> axis = AxisOf(numbered);
  if (shape.ShapeType() != TopAbs_SOLID || !axis) return std::nullopt;
  std::vector<Moved> all;
  for (int i = 0; i < numbered.faces.Extent(); ++i) {
    const std::optional<Meridian> m = Meridian::Of(TopoDS::Face(numbered.faces(i + 1)), *axis);
    if (!m) return std::nullopt;
    all.push_back({i, *m, outwards[i], m->Begin(), m->End()});
  }
  Meridians meridians(std::move(all));
  const std::vector<std::vector<int>> loops = meridians.Loops();
  meridians.Meet(loops);
  Lathe lathe(meridians.All(), *axis);
  Leaned out;
  out.shape = lathe.Turn(loops);
  const Numbered made(out.shape);
  for (const Moved& m : meridians.All()) out.history.Became(numbered.faces(m.face + 1), lathe.FaceOf(m, made));
  return out;
}

}  // namespace ankerdraft

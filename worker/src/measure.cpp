#include <cmath>
#include <optional>

#include <BRepAdaptor_Curve.hxx>
#include <BRepAdaptor_Curve2d.hxx>
#include <BRepBuilderAPI_MakeVertex.hxx>
#include <BRepExtrema_DistShapeShape.hxx>
#include <BRepLProp_SLProps.hxx>
#include <BRepTools.hxx>
#include <BRepTopAdaptor_FClass2d.hxx>
#include <BRep_Tool.hxx>
#include <GCPnts_QuasiUniformDeflection.hxx>
#include <TopExp_Explorer.hxx>
#include <TopoDS.hxx>
#include <TopoDS_Vertex.hxx>
#include <gp_Cone.hxx>
#include <gp_Cylinder.hxx>
#include <gp_Sphere.hxx>
#include <gp_Torus.hxx>

#include "parallel.h"
#include "shapes.h"
#include "spans.h"
#include "surface.h"

namespace ankerdraft {

using namespace kernel::v1;

namespace {

// rad; between the pull and an axis that lies along it.
constexpr double kAlongPull = 1e-9;

double AngleToPull(const SurfacePoint& s, const gp_Dir& pull) {
  return std::asin(std::max(-1.0, std::min(1.0, s.normal.Dot(gp_Vec(pull)))));
}

// Keeps the smallest and the largest angle seen, and where.
struct Extremes {
  double min = 10, max = -10;
  gp_Pnt2d min_uv, max_uv;
  gp_Pnt at_min, at_max;

  void See(const SurfacePoint& s, double angle, const gp_Pnt2d& uv) {
    if (s.normal.SquareMagnitude() < 0.5) return;
    if (angle < min) min = angle, min_uv = uv, at_min = s.point;
    if (angle > max) max = angle, max_uv = uv, at_max = s.point;
  }
};

class FaceSampler {
 public:
  FaceSampler(const TopoDS_Face& face, const gp_Dir& pull)
      : face_(face), surface_(face, false), classifier_(face, 1e-7), pull_(pull),
        reversed_(face.Orientation() == TopAbs_REVERSED) {
    BRepTools::UVBounds(face, u1_, u2_, v1_, v2_);
  }

  Extremes Measure(double tolerance) {
    SampleInside();
    SampleBounds();
    Refine(tolerance, true);
    Refine(tolerance, false);
    return extremes_;
  }

 private:
  static constexpr int kGrid = 24;

  bool Holds(const gp_Pnt2d& uv) { return classifier_.Perform(uv) != TopAbs_OUT; }

  void See(const gp_Pnt2d& uv) {
    const SurfacePoint s = EvaluateOutward(surface_, reversed_, uv.X(), uv.Y());
    extremes_.See(s, AngleToPull(s, pull_), uv);
  }

  void SampleInside() {
    for (int i = 0; i <= kGrid; ++i)
      for (int j = 0; j <= kGrid; ++j) {
        const gp_Pnt2d uv(u1_ + (u2_ - u1_) * i / kGrid, v1_ + (v2_ - v1_) * j / kGrid);
        if (Holds(uv)) See(uv);
      }
  }

  void SampleBounds() {
    for (TopExp_Explorer e(face_, TopAbs_EDGE); e.More(); e.Next()) {
      const BRepAdaptor_Curve2d curve(TopoDS::Edge(e.Current()), face_);
      const double a = curve.FirstParameter(), b = curve.LastParameter();
      for (int i = 0; i <= kGrid; ++i) See(curve.Value(a + (b - a) * i / kGrid));
    }
  }

  // Compass search from the best sample, halving the step until the angle settles.
  void Refine(double tolerance, bool smallest) {
    double du = (u2_ - u1_) / kGrid, dv = (v2_ - v1_) / kGrid;
    for (int round = 0; round < 60; ++round) {
      const gp_Pnt2d centre = smallest ? extremes_.min_uv : extremes_.max_uv;
      const double before = smallest ? extremes_.min : extremes_.max;
      for (const auto& step : {gp_XY(du, 0), gp_XY(-du, 0), gp_XY(0, dv), gp_XY(0, -dv)}) {
        const gp_Pnt2d uv(centre.XY() + step);
        if (Holds(uv)) See(uv);
      }
      const double gain = std::abs((smallest ? extremes_.min : extremes_.max) - before);
      if (gain < tolerance / 8) du /= 2, dv /= 2;
      if (std::abs(du) < std::abs(u2_ - u1_) * 1e-5) return;
    }
  }

  const TopoDS_Face face_;
  BRepAdaptor_Surface surface_;
  BRepTopAdaptor_FClass2d classifier_;
  const gp_Dir pull_;
  const bool reversed_;
  double u1_, u2_, v1_, v2_;
  Extremes extremes_;
};

// On a cylinder or cone the normal depends on u alone; on a sphere or torus about the pull its angle to the pull depends
// on v alone. That angle is a sine wave of the one parameter or its inverse, so the extremes over the face's range of it
// are exact whatever its bounds.
class ByOneParameter {
 public:
  ByOneParameter(const TopoDS_Face& face, const gp_Dir& pull)
      : face_(face), surface_(face, false), pull_(pull) {
    if (!IsWhole(face, d_)) classifier_.emplace(face, 1e-7);
  }

  Extremes AcrossAxis(const gp_Ax3& frame) {
    const double x = gp_Vec(pull_).Dot(gp_Vec(frame.XDirection()));
    const double y = gp_Vec(pull_).Dot(gp_Vec(frame.YDirection()));
    See(true, d_.u0);
    See(true, d_.u1);
    if (std::hypot(x, y) > gp::Resolution()) SeeCrests(true, std::atan2(y, x), d_.u0, d_.u1);
    return extremes_;
  }

  Extremes AlongAxis() {
    See(false, d_.v0);
    See(false, d_.v1);
    SeeCrests(false, M_PI / 2, d_.v0, d_.v1);
    return extremes_;
  }

 private:
  void SeeCrests(bool is_u, double crest, double from, double to) {
    for (double at = crest - 8 * M_PI; at <= to; at += M_PI)
      if (at >= from) See(is_u, at);
  }

  // At a place of the face where the parameter is so, if one is found.
  void See(bool is_u, double value) {
    const double from = is_u ? d_.v0 : d_.u0, to = is_u ? d_.v1 : d_.u1;
    const auto at = [&](double other) { return is_u ? gp_Pnt2d(value, other) : gp_Pnt2d(other, value); };
    double other = 0.5 * (from + to);
    for (int j = 0; j <= 16; ++j) {
      const double trial = from + (to - from) * (j == 0 ? 8 : j) / 16.0;
      if (classifier_ && classifier_->Perform(at(trial)) == TopAbs_OUT) continue;
      other = trial;
      break;
    }
    const gp_Pnt2d uv = at(other);
    const SurfacePoint s = EvaluateOutward(surface_, face_.Orientation() == TopAbs_REVERSED, uv.X(), uv.Y());
    extremes_.See(s, AngleToPull(s, pull_), uv);
  }

  const TopoDS_Face face_;
  BRepAdaptor_Surface surface_;
  std::optional<BRepTopAdaptor_FClass2d> classifier_;  // of faces that are no rectangle of the parameters
  const gp_Dir pull_;
  Domain d_;
  Extremes extremes_;
};

// The axis about which a sphere or a torus is drawn.
std::optional<gp_Dir> AxisOfArcs(const BRepAdaptor_Surface& surface) {
  switch (surface.GetType()) {
    case GeomAbs_Sphere:
      return surface.Sphere().Position().Direction();
    case GeomAbs_Torus:
      return surface.Torus().Position().Direction();
    default:
      return std::nullopt;
  }
}

void PutExtremes(const Extremes& e, bool exact, FaceExtreme* out) {
  out->set_min(e.min);
  out->set_max(e.max);
  Put(e.at_min.XYZ(), out->mutable_at_min());
  Put(e.at_max.XYZ(), out->mutable_at_max());
  out->set_exact(exact);
}

void MeasureFace(const TopoDS_Face& face, const Face& described, const gp_Dir& pull, double tolerance,
                 FaceExtreme* out) {
  const BRepAdaptor_Surface surface(face);
  switch (surface.GetType()) {
    case GeomAbs_Plane: {
      const SurfacePoint s{PointOf(described.point()), VectorOf(described.normal())};
      Extremes e;
      e.See(s, AngleToPull(s, pull), gp_Pnt2d());
      PutExtremes(e, true, out);
      return;
    }
    case GeomAbs_Cylinder:
      PutExtremes(ByOneParameter(face, pull).AcrossAxis(surface.Cylinder().Position()), true, out);
      return;
    case GeomAbs_Cone:
      PutExtremes(ByOneParameter(face, pull).AcrossAxis(surface.Cone().Position()), true, out);
      return;
    default: {
      const auto axis = AxisOfArcs(surface);
      if (axis && axis->IsParallel(pull, kAlongPull))
        PutExtremes(ByOneParameter(face, pull).AlongAxis(), true, out);
      else
        PutExtremes(FaceSampler(face, pull).Measure(tolerance), false, out);
    }
  }
}

TopoDS_Shape SubShape(const Sub& sub, ShapeStore& store) {
  if (sub.kind() == SUB_POINT) return BRepBuilderAPI_MakeVertex(PointOf(sub.point())).Vertex();
  const Numbered numbered(store.Get(sub.shape()));
  if (sub.kind() == SUB_FACE) return numbered.Face(sub.index());
  if (sub.kind() == SUB_EDGE) return numbered.Edge(sub.index());
  if (sub.index() < 1 || sub.index() > numbered.vertices.Extent())
    throw Refused{"invalid-input", "vertex " + std::to_string(sub.index()) + " does not exist"};
  return numbered.vertices.FindKey(sub.index());
}

}  // namespace

void MeasureExtremes(const FaceExtremes& in, ShapeStore& store, FaceExtremesReply* out) {
  const Numbered numbered(store.Get(in.shape()));
  const gp_Dir pull = DirectionOf(in.pull());
  Memo& memo = store.Known();
  std::vector<TopoDS_Face> unknown;
  std::vector<Face> described;
  for (int i = 1; i <= numbered.faces.Extent(); ++i) {
    const TopoDS_Face& face = TopoDS::Face(numbered.faces.FindKey(i));
    if (memo.Extremes(face, pull, in.tolerance()) != nullptr) continue;
    unknown.push_back(face);
    described.push_back(memo.Of(face).described);
  }
  std::vector<FaceExtreme> measured(unknown.size());
  InParallel(static_cast<int>(unknown.size()),
             [&](int i) { MeasureFace(unknown[i], described[i], pull, in.tolerance(), &measured[i]); });
  for (size_t i = 0; i < unknown.size(); ++i)
    memo.Keep(unknown[i], pull, in.tolerance(), measured[i]);
  for (int i = 1; i <= numbered.faces.Extent(); ++i)
    *out->add_faces() = *memo.Extremes(TopoDS::Face(numbered.faces.FindKey(i)), pull, in.tolerance());
}

void MeasureDistance(const Distance& in, ShapeStore& store, DistanceReply* out) {
  const BRepExtrema_DistShapeShape nearest(SubShape(in.a(), store), SubShape(in.b(), store));
  if (!nearest.IsDone() || nearest.NbSolution() == 0) throw Refused{"refused", "the distance cannot be computed"};
  out->set_distance(nearest.Value());
  Put(nearest.PointOnShape1(1).XYZ(), out->mutable_on_a());
  Put(nearest.PointOnShape2(1).XYZ(), out->mutable_on_b());
}

void MeasureCurvatures(const Curvatures& in, ShapeStore& store, CurvaturesReply* out) {
  constexpr int kGrid = 6;
  constexpr double kClassifyTolerance = 1e-7;
  const Numbered numbered(store.Get(in.shape()));
  for (const int index : in.faces()) {
    const TopoDS_Face& face = TopoDS::Face(numbered.Face(index));
    const BRepAdaptor_Surface surface(face, false);
    BRepTopAdaptor_FClass2d classifier(face, kClassifyTolerance);
    double u1, u2, v1, v2;
    BRepTools::UVBounds(face, u1, u2, v1, v2);
    FaceCurvatures* found = out->add_faces();
    for (int i = 1; i < kGrid; ++i)
      for (int j = 1; j < kGrid; ++j) {
        const double u = u1 + (u2 - u1) * i / kGrid, v = v1 + (v2 - v1) * j / kGrid;
        if (classifier.Perform(gp_Pnt2d(u, v)) != TopAbs_IN) continue;
        BRepLProp_SLProps at(surface, u, v, 2, gp::Resolution());
        if (!at.IsCurvatureDefined()) continue;
        found->add_least(at.MinCurvature());
        found->add_most(at.MaxCurvature());
      }
  }
}

void SampleCurves(const CurvePoints& in, ShapeStore& store, CurvePointsReply* out) {
  if (!(in.deflection() > 0)) throw Refused{"invalid-input", "the accuracy of points must be positive"};
  const Numbered numbered(store.Get(in.shape()));
  for (const int index : in.edges()) {
    if (index < 1 || index > numbered.edges.Extent()) throw Refused{"invalid-input", "there is no such edge"};
    const TopoDS_Edge edge = TopoDS::Edge(numbered.edges.FindKey(index));
    Polyline* line = out->add_edges();
    if (BRep_Tool::Degenerated(edge)) continue;
    BRepAdaptor_Curve curve(edge);
    const GCPnts_QuasiUniformDeflection points(curve, in.deflection());
    if (!points.IsDone()) throw Refused{"refused", "an edge cannot be divided into points"};
    for (int i = 1; i <= points.NbPoints(); ++i) {
      const gp_Pnt p = points.Value(i);
      for (const double x : {p.X(), p.Y(), p.Z()}) line->add_coordinates(x);
    }
  }
}

}  // namespace ankerdraft

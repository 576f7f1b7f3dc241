// Silhouettes of curved faces: where a surface, seen along a direction, turns away from the eye.
#include <algorithm>
#include <array>
#include <cmath>
#include <list>
#include <map>
#include <optional>
#include <utility>
#include <vector>

#include <BRepAdaptor_Surface.hxx>
#include <BRepBndLib.hxx>
#include <BRepBuilderAPI_Copy.hxx>
#include <BRepMesh_IncrementalMesh.hxx>
#include <BRep_Tool.hxx>
#include <Bnd_Box.hxx>
#include <Poly_Triangulation.hxx>
#include <TopLoc_Location.hxx>
#include <TopoDS.hxx>

#include "shapes.h"

namespace ankerdraft {
using namespace kernel::v1;

namespace {

// Triangles turn by no more than this: smaller silhouettes that close in themselves may be missed.
constexpr double kTurn = 0.1;
// Of a face's extent: how far its triangles may stray. They tell where to look; places are found on the surface itself.
constexpr double kCoarse = 0.01;
// Sine of an angle to the direction that counts as none; keeps a silhouette off a seam on one side of it.
constexpr double kNothing = 1e-9;
constexpr double kFlat = 1e-7;
constexpr int kHalvings = 50;
constexpr int kNewton = 4;
constexpr int kDeepest = 9;
// Of the width of a surface: its normal is taken this far within, where it has none on the very border (poles, tips).
constexpr double kWithin = 1e-7;

struct Place {
  gp_XY uv;
  gp_Pnt at;
};

using Trace = std::list<Place>;

// One face, seen along a direction.
class Seen {
 public:
  Seen(const TopoDS_Face& face, const gp_Dir& way, double deflection)
      : face_(TopoDS::Face(BRepBuilderAPI_Copy(face).Shape())), surface_(face_), way_(way), deflection_(deflection) {}

  std::vector<Trace> Silhouettes() {
    Bnd_Box box;
    BRepBndLib::Add(face_, box, false);
    if (box.IsVoid()) throw Refused{"refused", "a face has no extent"};
    BRepMesh_IncrementalMesh(face_, kCoarse * std::sqrt(box.SquareExtent()), false, kTurn, false);
    TopLoc_Location location;
    triangles_ = BRep_Tool::Triangulation(face_, location);
    if (triangles_.IsNull() || !triangles_->HasUVNodes()) throw Refused{"refused", "a face could not be meshed"};
    std::vector<double> lean(triangles_->NbNodes() + 1);
    double most = 0;
    for (int i = 1; i <= triangles_->NbNodes(); ++i) {
      lean[i] = Lean(triangles_->UVNode(i).XY());
      most = std::max(most, std::abs(lean[i]));
    }
    if (most < kFlat) return {};  // It is seen on edge all over.
    Cross(lean);
    return Chained();
  }

 private:
  using Side = std::pair<int, int>;

  // Sine of the angle between the surface and the direction, less what counts as none.
  double Lean(const gp_XY& uv) const {
    const gp_Vec normal = Normal(uv);
    return normal.Magnitude() == 0 ? 0 : normal.Dot(gp_Vec(way_)) - kNothing;
  }

  gp_Vec Normal(const gp_XY& uv) const {
    gp_Pnt p;
    gp_Vec du, dv;
    surface_.D1(uv.X(), uv.Y(), p, du, dv);
    gp_Vec normal = du.Crossed(dv);
    const double tiny = kWithin * std::max(du.SquareMagnitude(), dv.SquareMagnitude());
    if (normal.Magnitude() > tiny) return normal.Normalized();
    const gp_XY in = Within(uv);
    surface_.D1(in.X(), in.Y(), p, du, dv);
    normal = du.Crossed(dv);
    return normal.Magnitude() == 0 ? normal : normal.Normalized();
  }

  // A place a little further from the border, where a surface has no normal at poles and tips.
  gp_XY Within(const gp_XY& uv) const {
    const auto within = [](double x, double low, double high) {
      const double step = kWithin * (high - low);
      return std::clamp(x, low + step, high - step);
    };
    return gp_XY(within(uv.X(), surface_.FirstUParameter(), surface_.LastUParameter()),
                 within(uv.Y(), surface_.FirstVParameter(), surface_.LastVParameter()));
  }

  Place At(const gp_XY& uv) const { return {uv, surface_.Value(uv.X(), uv.Y())}; }

  // Between two nodes on different sides.
  Place Zero(int a, int b) const {
    gp_XY low = triangles_->UVNode(a).XY();
    gp_XY high = triangles_->UVNode(b).XY();
    const bool rises = Lean(low) <= 0;
    for (int i = 0; i < kHalvings; ++i) {
      const gp_XY middle = (low + high) * 0.5;
      ((Lean(middle) <= 0) == rises ? low : high) = middle;
    }
    return At((low + high) * 0.5);
  }

  void Cross(const std::vector<double>& lean) {
    for (int t = 1; t <= triangles_->NbTriangles(); ++t) {
      std::array<int, 3> n;
      triangles_->Triangle(t).Get(n[0], n[1], n[2]);
      std::vector<Side> crossed;
      for (int k = 0; k < 3; ++k) {
        const int a = n[k], b = n[(k + 1) % 3];
        if ((lean[a] > 0) != (lean[b] > 0)) crossed.push_back(std::minmax(a, b));
      }
      if (crossed.size() != 2) continue;
      for (int k = 0; k < 2; ++k) {
        places_.try_emplace(crossed[k], Zero(crossed[k].first, crossed[k].second));
        next_[crossed[k]].push_back(crossed[1 - k]);
      }
    }
  }

  std::vector<Trace> Chained() {
    std::vector<Trace> out;
    while (!next_.empty()) {
      // An end first, so that an open line is walked whole.
      auto start = std::find_if(next_.begin(), next_.end(), [](const auto& e) { return e.second.size() == 1; });
      if (start == next_.end()) start = next_.begin();
      out.push_back(Walk(start->first));
    }
    Join(out);
    for (Trace& line : out) Refine(line);
    return out;
  }

  Trace Walk(Side side) {
    Trace line = {places_.at(side)};
    for (;;) {
      auto here = next_.find(side);
      if (here == next_.end() || here->second.empty()) {
        if (here != next_.end()) next_.erase(here);
        return line;
      }
      const Side to = here->second.back();
      here->second.pop_back();
      if (here->second.empty()) next_.erase(here);
      auto there = next_.find(to);
      if (there != next_.end()) {
        auto& back = there->second;
        back.erase(std::find(back.begin(), back.end(), side));
      }
      line.push_back(places_.at(to));
      side = to;
    }
  }

  // A seam parts what belongs together.
  void Join(std::vector<Trace>& lines) const {
    for (size_t i = 0; i < lines.size(); ++i) {
      for (size_t k = i + 1; k < lines.size(); ++k) {
        Trace& a = lines[i];
        Trace& b = lines[k];
        const auto meet = [&](const Place& p, const Place& q) { return p.at.Distance(q.at) < deflection_ / 10; };
        if (meet(a.front(), b.front()) || meet(a.front(), b.back())) a.reverse();
        if (meet(a.back(), b.back())) b.reverse();
        if (!meet(a.back(), b.front())) continue;
        a.splice(a.end(), b);
        lines.erase(lines.begin() + k);
        k = i;
      }
    }
  }

  // Puts places between, each on the silhouette, until straight pieces stray by less than was asked for.
  void Refine(Trace& line) const {
    for (auto p = line.begin(); std::next(p) != line.end();) {
      const auto q = std::next(p);
      Between(line, p, q, 0);
      p = q;
    }
  }

  void Between(Trace& line, Trace::iterator p, Trace::iterator q, int depth) const {
    if (depth == kDeepest || p->at.Distance(q->at) < deflection_ / 10) return;
    const std::optional<Place> middle = Onto((p->uv + q->uv) * 0.5);
    if (!middle || middle->at.Distance(p->at) > 2 * p->at.Distance(q->at)) return;
    const gp_Vec chord(p->at, q->at);
    if (gp_Vec(p->at, middle->at).Crossed(chord).Magnitude() / chord.Magnitude() < deflection_ / 2) return;
    const auto between = line.insert(q, *middle);
    Between(line, p, between, depth + 1);
    Between(line, between, q, depth + 1);
  }

  // The nearest place on the silhouette, by Newton's way.
  std::optional<Place> Onto(gp_XY uv) const {
    const double du = 1e-6 * (surface_.LastUParameter() - surface_.FirstUParameter());
    const double dv = 1e-6 * (surface_.LastVParameter() - surface_.FirstVParameter());
    for (int i = 0; i < kNewton; ++i) {
      const double here = Lean(uv);
      const gp_XY slope((Lean(uv + gp_XY(du, 0)) - here) / du, (Lean(uv + gp_XY(0, dv)) - here) / dv);
      if (slope.SquareModulus() == 0) return {};
      uv -= slope * (here / slope.SquareModulus());
    }
    if (std::abs(Lean(uv)) > 1e-7) return {};
    return At(uv);
  }

  const TopoDS_Face face_;
  const BRepAdaptor_Surface surface_;
  const gp_Dir way_;
  const double deflection_;
  Handle(Poly_Triangulation) triangles_;
  std::map<Side, Place> places_;
  std::map<Side, std::vector<Side>> next_;
};

}  // namespace

void TraceSilhouettes(const kernel::v1::Silhouettes& in, ShapeStore& store, CurvePointsReply* out) {
  if (!(in.deflection() > 0)) throw Refused{"invalid-input", "the accuracy of points must be positive"};
  const Numbered numbered(store.Get(in.shape()));
  Seen seen(TopoDS::Face(numbered.Face(in.face())), DirectionOf(in.direction()), in.deflection());
  for (const Trace& line : seen.Silhouettes()) {
    Polyline* points = out->add_edges();
    for (const Place& p : line) {
      for (const double x : {p.at.X(), p.at.Y(), p.at.Z()}) points->add_coordinates(x);
    }
  }
}

}  // namespace ankerdraft

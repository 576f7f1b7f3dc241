#include "facenet.h"

#include <algorithm>
#include <cmath>
#include <numeric>

#include <BRepTools_WireExplorer.hxx>
#include <BRep_Tool.hxx>
#include <Geom_BSplineCurve.hxx>
#include <Precision.hxx>
#include <TopExp.hxx>
#include <TopExp_Explorer.hxx>
#include <TopoDS.hxx>
#include <TopoDS_Iterator.hxx>
#include <TopoDS_Wire.hxx>

#include "interpolation.h"

namespace ankerdraft {

namespace {

constexpr double kSmooth = 1e-3;    // rad: faces that meet at less of an angle run into each other
constexpr double kWithin = 1e-4;    // mm: how true a spline is
constexpr double kStill = 1e-9;     // mm: a step that moves nothing
constexpr double kProbe = 1e-5;     // of a way between feet: how far apart a slope is taken
constexpr int kMostTurns = 40;      // of Newton's method, which needs a few
constexpr int kFewest = 7, kMost = 97;  // places along an edge; each time nearly twice as many

[[noreturn]] void Refuse(int face, const std::string& why) { throw Refused{"refused", why, {face + 1}}; }

// A body that is not made so at all.
[[noreturn]] void Unfit(const std::string& why) { throw Refused{"invalid-input", why}; }

// Finds the places of a net.
class NetMaker {
 public:
  NetMaker(FaceNet& net, const Numbered& numbered, const std::vector<double>& outwards)
      : numbered_(numbered), faces_(net.faces), edges_(net.edges), corners_(net.corners), uses_(net.uses),
        borders_(net.borders), patches_(net.patches) {
    for (int i = 1; i <= numbered.faces.Extent(); ++i)
      faces_.emplace_back(TopoDS::Face(numbered.faces(i)), outwards[i - 1]);
    for (int i = 1; i <= numbered.vertices.Extent(); ++i)
      corners_.push_back({BRep_Tool::Pnt(TopoDS::Vertex(numbered.vertices(i))), {}, {}});
    for (int i = 1; i <= numbered.edges.Extent(); ++i) AddEdge(TopoDS::Edge(numbered.edges(i)));
    for (int i = 1; i <= numbered.faces.Extent(); ++i) AddBorders(i - 1);
  }

  void FindAll() {
    for (size_t i = 0; i < corners_.size(); ++i) FindCorner(static_cast<int>(i));
    count_.assign(edges_.size(), kFewest);
    std::vector<int> rough(edges_.size());
    std::iota(rough.begin(), rough.end(), 0);
    while (!rough.empty()) {
      for (const int bundle : rough) FindPlaces(bundle);
      rough = TooFewPlaces();
    }
  }

 private:
  void AddEdge(const TopoDS_Edge& edge) {
    const TopoDS_Edge forward = TopoDS::Edge(edge.Oriented(TopAbs_FORWARD));
    if (BRep_Tool::Degenerated(forward)) Unfit("one of its faces comes to a point");
    MovedEdge e;
    e.curve = std::make_unique<BRepAdaptor_Curve>(forward);
    e.begin = numbered_.vertices.FindIndex(TopExp::FirstVertex(forward)) - 1;
    e.end = numbered_.vertices.FindIndex(TopExp::LastVertex(forward)) - 1;
    if (e.begin < 0 || e.end < 0) Unfit("one of its edges has no end");
    e.bundle = static_cast<int>(edges_.size());
    edges_.push_back(std::move(e));
  }

  // In the face turned forward, so that the material of its surface lies on the left.
  void AddBorders(int f) {
    const TopoDS_Face face = TopoDS::Face(numbered_.faces(f + 1).Oriented(TopAbs_FORWARD));
    FaceBorders borders;
    for (TopoDS_Iterator wire(face); wire.More(); wire.Next()) {
      std::vector<int> border;
      int edges = 0;
      for (TopExp_Explorer e(wire.Value(), TopAbs_EDGE); e.More(); e.Next()) ++edges;
      for (BRepTools_WireExplorer e(TopoDS::Wire(wire.Value()), face); e.More(); e.Next())
        border.push_back(AddUse(f, face, e.Current()));
      if (static_cast<int>(border.size()) != edges) Unfit("the border of a face touches itself");
      borders.push_back(border);
    }
    borders_.push_back(borders);
    if (!faces_[f].ClosedForm().IsNull()) return;
    if (borders.size() != 1 || borders.front().size() != 4) Unfit("a free face has other than four sides");
    MovedPatch patch;
    for (int i = 0; i < 4; ++i) patch.sides[i] = borders.front()[i];
    for (const int i : {0, 1}) Join(EdgeOf(patch.sides[i]).bundle, EdgeOf(patch.sides[i + 2]).bundle);
    patches_[f] = patch;
  }

  int AddUse(int f, const TopoDS_Face& face, const TopoDS_Edge& edge) {
    const int e = numbered_.edges.FindIndex(edge) - 1;
    double first, last;
    const Handle(Geom2d_Curve) curve = BRep_Tool::CurveOnSurface(edge, face, first, last);
    if (curve.IsNull()) Unfit("the border of a face is not known on it");
    EdgeUse use{f, e, edge.Orientation() != TopAbs_REVERSED, curve, {}, 0, 0};
    use.at_begin = AddFace(corners_[edges_[e].begin], f, curve->Value(first));
    use.at_end = AddFace(corners_[edges_[e].end], f, curve->Value(last));
    uses_.push_back(use);
    edges_[e].uses.push_back(static_cast<int>(uses_.size()) - 1);
    return static_cast<int>(uses_.size()) - 1;
  }

  // A seam's face comes to a corner in two places of its surface.
  size_t AddFace(MovedCorner& corner, int f, const gp_Pnt2d& foot) const {
    for (size_t i = 0; i < corner.faces.size(); ++i)
      if (corner.faces[i].face == &faces_[f] && corner.faces[i].foot.Distance(foot) < Precision::Confusion()) return i;
    corner.faces.push_back({&faces_[f], foot});
    return corner.faces.size() - 1;
  }

  const MovedEdge& EdgeOf(int use) const { return edges_[uses_[use].edge]; }

  void Join(int one, int other) {
    for (MovedEdge& edge : edges_)
      if (edge.bundle == other) edge.bundle = one;
  }

  // What an edge's place becomes where its faces run into each other.
  struct Touch {
    gp_Pnt place;
    gp_Pnt2d feet[2];
    bool is_smooth;
  };

  Touch TouchAt(const MovedEdge& edge, double at) const {
    if (edge.uses.size() != 2) Unfit("one of its edges does not bound two faces");
    Touch touch;
    const gp_Pnt on = edge.curve->Value(at);
    const double within = std::clamp(at, edge.curve->FirstParameter(), edge.curve->LastParameter());
    gp_Vec normal[2];
    for (const int i : {0, 1}) {
      const EdgeUse& use = uses_[edge.uses[i]];
      touch.feet[i] = faces_[use.face].FootOf(on, use.on_face->Value(within));
      normal[i] = faces_[use.face].NormalAt(touch.feet[i]);
    }
    touch.is_smooth = normal[0].Magnitude() > 0.5 && normal[1].Magnitude() > 0.5 && normal[0].Angle(normal[1]) < kSmooth;
    touch.place = on.Translated(normal[0] * faces_[uses_[edge.uses[0]].face].Outwards());
    return touch;
  }

  void FindCorner(int index) {
    MovedCorner& corner = corners_[index];
    Meet meet{corner.from, corner.faces, {}};
    for (const MovedEdge& edge : edges_)
      for (const bool at_begin : {true, false})
        if ((at_begin ? edge.begin : edge.end) == index && FindOnSmooth(corner, edge, at_begin, meet)) return;
    if (!meet.Find()) {
      Refused refused{"refused", "the faces round a corner meet in no one place once they are moved"};
      refused.has_place = true;
      refused.place = corner.from;
      throw refused;
    }
    corner.place = meet.place;
    corner.faces = meet.faces;
  }

  // A corner in which an edge ends whose faces run into each other: it comes to lie where the moved edge meets the corner's
  // other faces. False where there they meet at a kink, or do not all meet; then it must be looked for from there.
  bool FindOnSmooth(MovedCorner& corner, const MovedEdge& edge, bool at_begin, Meet& from) const {
    const double first = edge.curve->FirstParameter(), last = edge.curve->LastParameter();
    double at = at_begin ? first : last;
    Touch touch = TouchAt(edge, at);
    if (!touch.is_smooth) return false;
    std::vector<OnFace> faces = corner.faces;
    std::vector<size_t> own;
    for (const int u : edge.uses) own.push_back(at_begin ? uses_[u].at_begin : uses_[u].at_end);
    const double probe = kProbe * (last - first);
    for (int turn = 0; turn < kMostTurns; ++turn) {
      const gp_Vec way = gp_Vec(TouchAt(edge, at - probe).place, TouchAt(edge, at + probe).place) / (2 * probe);
      double steepest = kSmooth * way.Magnitude(), step = 0;
      for (size_t i = 0; i < faces.size(); ++i) {
        if (std::find(own.begin(), own.end(), i) != own.end()) continue;
        const double gap = faces[i].face->GapTo(touch.place, faces[i].foot);
        const double slope = way.Dot(faces[i].face->NormalAt(faces[i].foot));
        if (std::abs(slope) <= steepest) continue;
        steepest = std::abs(slope);
        step = -gap / slope;
      }
      at += step;
      touch = TouchAt(edge, at);
      if (std::abs(step) * way.Magnitude() < kStill) break;
    }
    for (const int i : {0, 1}) faces[own[i]].foot = touch.feet[i];
    from = {touch.place, faces, {}};
    if (!touch.is_smooth) return false;
    for (size_t i = 0; i < faces.size(); ++i)
      if (std::find(own.begin(), own.end(), i) == own.end() &&
          std::abs(faces[i].face->GapTo(touch.place, faces[i].foot)) > Precision::Confusion())
        return false;
    corner.place = touch.place;
    corner.faces = faces;
    return true;
  }

  // How far the end of an edge has come, in its parameter.
  double Along(const MovedEdge& edge, bool at_begin) const {
    const MovedCorner& corner = corners_[at_begin ? edge.begin : edge.end];
    const double end = at_begin ? edge.curve->FirstParameter() : edge.curve->LastParameter();
    double at = end;
    gp_Pnt from = corner.place;
    if (TouchAt(edge, end).is_smooth) {
      const OnFace& on = corner.faces[at_begin ? uses_[edge.uses[0]].at_begin : uses_[edge.uses[0]].at_end];
      from.Translate(on.face->NormalAt(on.foot) * -on.face->Outwards());
    }
    // One step towards the foot on a kink, where the corner may lie far from the edge; all the way where it lies on it.
    for (int turn = 0; turn < kMostTurns; ++turn) {
      gp_Pnt on;
      gp_Vec way;
      edge.curve->D1(at, on, way);
      const double step = gp_Vec(on, from).Dot(way) / way.SquareMagnitude();
      at += step;
      if (std::abs(step) * way.Magnitude() < kStill || from.IsEqual(corner.place, 0)) break;
    }
    return at - end;
  }

  void FindPlaces(int bundle) {
    for (MovedEdge& edge : edges_)
      if (edge.bundle == bundle) FindPlaces(edge, count_[bundle]);
  }

  void FindPlaces(MovedEdge& edge, int count) {
    edge.places.clear();
    edge.at.clear();
    for (const int use : edge.uses) uses_[use].feet.clear();
    const int free = FreeSide(edge);
    const double first = edge.curve->FirstParameter(), last = edge.curve->LastParameter();
    Guess guess{Along(edge, true), Along(edge, false), {}, {}, 0};
    if (free >= 0) {
      const EdgeUse& use = uses_[edge.uses[free]];
      guess.foot_at_begin = corners_[edge.begin].faces[use.at_begin].foot;
      guess.foot_at_end = corners_[edge.end].faces[use.at_end].foot;
    }
    for (int i = 0; i < count; ++i) {
      const double share = i / (count - 1.0);
      const double at = first + share * (last - first) + (1 - share) * guess.begin + share * guess.end;
      const Touch touch = TouchAt(edge, at);
      Meet meet{touch.place, {}, {}};
      if (touch.is_smooth)
        for (const int k : {0, 1}) meet.faces.push_back({&faces_[uses_[edge.uses[k]].face], touch.feet[k]});
      else
        meet = free >= 0 ? MeetOnFree(edge, free, share, guess) : MeetNear(edge, at, touch);
      edge.places.push_back(meet.place);
      edge.at.push_back(share);
      for (size_t k = 0; k < edge.uses.size(); ++k) uses_[edge.uses[k]].feet.push_back(meet.faces[k].foot);
    }
    // The corners are known from all their faces.
    edge.places.front() = corners_[edge.begin].place;
    edge.places.back() = corners_[edge.end].place;
    for (int i = 1; i < count; ++i)
      if (gp_Vec(edge.places[i - 1], edge.places[i]).Dot(WayAt(edge, (i - 0.5) / (count - 1))) <= 0)
        throw Refused{"refused", "an edge is used up before its end", {}, {EdgeNumber(edge)}};
  }

  // How far the ends of an edge have come, in its parameter and on a free face beside it.
  struct Guess {
    double begin, end;
    gp_Pnt2d foot_at_begin, foot_at_end;
    double aside;  // from the straight way between the feet
  };

  // Which of an edge's faces is free, where the other one is not and the two meet at a kink: 0, 1, or -1 for none.
  int FreeSide(const MovedEdge& edge) const {
    const bool is_free[] = {patches_.count(uses_[edge.uses[0]].face) != 0, patches_.count(uses_[edge.uses[1]].face) != 0};
    const double middle = 0.5 * (edge.curve->FirstParameter() + edge.curve->LastParameter());
    if (is_free[0] == is_free[1] || TouchAt(edge, middle).is_smooth) return -1;
    return is_free[0] ? 0 : 1;
  }

  // On the free face, beside an even share of the way between the feet of the ends, to the other face: where a tight corner
  // narrows on its way to an opening, planes across the old edge no longer part the new one.
  Meet MeetOnFree(const MovedEdge& edge, int free, double share, Guess& guess) const {
    const EdgeUse &use = uses_[edge.uses[free]], &across = uses_[edge.uses[1 - free]];
    const MovedFace &face = faces_[use.face], &other = faces_[across.face];
    const gp_Vec2d way(guess.foot_at_begin, guess.foot_at_end), aside(-way.Y(), way.X());
    const gp_Pnt2d middle = guess.foot_at_begin.Translated(way * share);
    const double first = edge.curve->FirstParameter();
    gp_Pnt2d there = across.on_face->Value(first + share * (edge.curve->LastParameter() - first));
    const auto foot = [&](double by) { return middle.Translated(aside * by); };
    for (int turn = 0; turn < kMostTurns; ++turn) {
      const gp_Pnt place = face.At(foot(guess.aside));
      const double gap = other.GapTo(place, there);
      if (std::abs(gap) < kStill) {
        std::vector<OnFace> faces(2);
        faces[free] = {&face, foot(guess.aside)};
        faces[1 - free] = {&other, there};
        return {place, faces, {}};
      }
      const gp_Vec step(face.At(foot(guess.aside - kProbe)), face.At(foot(guess.aside + kProbe)));
      const double slope = step.Dot(other.NormalAt(there)) / (2 * kProbe);
      if (std::abs(slope) < gp::Resolution()) break;
      guess.aside -= gap / slope;
    }
    Part(edge);
  }

  [[noreturn]] void Part(const MovedEdge& edge) const {
    throw Refused{"refused", "two faces no longer meet once they are moved", {}, {EdgeNumber(edge)}};
  }

  // In the plane across the edge.
  Meet MeetNear(const MovedEdge& edge, double at, const Touch& near) const {
    gp_Pnt on;
    gp_Vec way;
    edge.curve->D1(at, on, way);
    Meet meet{on, {}, Station{on, way.Normalized()}};
    for (const int k : {0, 1}) meet.faces.push_back({&faces_[uses_[edge.uses[k]].face], near.feet[k]});
    if (!meet.Find()) Part(edge);
    return meet;
  }

  static gp_Vec WayAt(const MovedEdge& edge, double share) {
    gp_Pnt on;
    gp_Vec way;
    const double first = edge.curve->FirstParameter();
    edge.curve->D1(first + share * (edge.curve->LastParameter() - first), on, way);
    return way;
  }

  int EdgeNumber(const MovedEdge& edge) const { return static_cast<int>(&edge - edges_.data()) + 1; }

  // Makes the free faces, and tells the bundles whose edges need more places.
  std::vector<int> TooFewPlaces() {
    std::vector<bool> needs(edges_.size(), false);
    for (auto& [f, patch] : patches_) {
      MakeSurface(f, patch);
      for (const bool along_s : {true, false})
        if (Strays(f, patch, along_s)) needs[EdgeOf(patch.sides[along_s ? 0 : 1]).bundle] = true;
    }
    for (const MovedEdge& edge : edges_)
      if (!needs[edge.bundle] && Strays(edge)) needs[edge.bundle] = true;
    std::vector<int> rough;
    for (size_t b = 0; b < needs.size(); ++b) {
      if (!needs[b]) continue;
      count_[b] = 2 * count_[b] - 1;
      if (count_[b] > kMost) throw Refused{"refused", "a moved face cannot be followed within 0.0001 mm"};
      rough.push_back(static_cast<int>(b));
    }
    return rough;
  }

  // The feet of a side of a patch as s or t grows.
  std::vector<gp_Pnt2d> Feet(const MovedPatch& patch, int side) const {
    const EdgeUse& use = uses_[patch.sides[side]];
    std::vector<gp_Pnt2d> feet = use.feet;
    if (use.forward != (side < 2)) std::reverse(feet.begin(), feet.end());
    return feet;
  }

  std::vector<gp_Pnt> Places(const MovedPatch& patch, int side) const {
    std::vector<gp_Pnt> places = EdgeOf(patch.sides[side]).places;
    if (uses_[patch.sides[side]].forward != (side < 2)) std::reverse(places.begin(), places.end());
    return places;
  }

  void MakeSurface(int f, MovedPatch& patch) {
    const std::vector<gp_Pnt2d> low = Feet(patch, 0), right = Feet(patch, 1), high = Feet(patch, 2), left = Feet(patch, 3);
    const int m = static_cast<int>(low.size()), n = static_cast<int>(left.size());
    // Between the borders the feet lie as the borders' do (Coons 1967, Surfaces for Computer-Aided Design of Space Forms).
    patch.feet.assign(m, std::vector<gp_Pnt2d>(n));
    for (int i = 0; i < m; ++i)
      for (int j = 0; j < n; ++j) {
        const double s = i / (m - 1.0), t = j / (n - 1.0);
        patch.feet[i][j] = (1 - t) * low[i].XY() + t * high[i].XY() + (1 - s) * left[j].XY() + s * right[j].XY() -
                           (1 - s) * ((1 - t) * low.front().XY() + t * high.front().XY()) -
                           s * ((1 - t) * low.back().XY() + t * high.back().XY());
      }
    MustHold(f, patch);
    std::vector<std::vector<gp_Pnt>> net(m, std::vector<gp_Pnt>(n));
    const std::vector<gp_Pnt> below = Places(patch, 0), after = Places(patch, 1), over = Places(patch, 2),
                              before = Places(patch, 3);
    for (int i = 0; i < m; ++i)
      for (int j = 0; j < n; ++j)
        net[i][j] = j == 0 ? below[i] : j == n - 1 ? over[i] : i == 0 ? before[j] : i == m - 1 ? after[j]
                                                                      : faces_[f].At(patch.feet[i][j]);
    patch.surface = SurfaceThrough(net);
  }

  // Not turned inside out, neither by bends tighter than it moves nor because its borders cross.
  void MustHold(int f, const MovedPatch& patch) const {
    for (const auto& row : patch.feet)
      for (const gp_Pnt2d& foot : row)
        if (!faces_[f].IsOpenAt(foot)) Refuse(f, "it bends more tightly than it would have to move to the inside of the bend");
    for (size_t i = 1; i < patch.feet.size(); ++i)
      for (size_t j = 1; j < patch.feet[i].size(); ++j) {
        const gp_Vec2d across(patch.feet[i - 1][j - 1], patch.feet[i][j]), back(patch.feet[i][j - 1], patch.feet[i - 1][j]);
        if (across.Crossed(back) <= 0) Refuse(f, "the moved face is used up before its end");
      }
  }

  // Whether a face strays between its places along s, or t.
  bool Strays(int f, const MovedPatch& patch, bool along_s) const {
    const int m = static_cast<int>(patch.feet.size()), n = static_cast<int>(patch.feet.front().size());
    for (int i = 0; i + (along_s ? 1 : 0) < m; ++i)
      for (int j = 0; j + (along_s ? 0 : 1) < n; ++j) {
        const gp_Pnt2d &one = patch.feet[i][j], &other = patch.feet[i + along_s][j + !along_s];
        gp_Pnt2d foot(0.5 * (one.XY() + other.XY()));
        const double s = (i + (along_s ? 0.5 : 0)) / (m - 1), t = (j + (along_s ? 0 : 0.5)) / (n - 1);
        if (std::abs(faces_[f].GapTo(patch.surface->Value(s, t), foot)) > kWithin) return true;
      }
    return false;
  }

  // Whether an edge strays between its places from the faces in closed form that it bounds.
  bool Strays(const MovedEdge& edge) const {
    const Interpolation spline = Interpolation::Through(edge.at);
    const Handle(Geom_Curve) curve = spline.CurveThrough(edge.places);
    for (size_t i = 1; i < edge.at.size(); ++i)
      for (const int u : edge.uses) {
        const EdgeUse& use = uses_[u];
        if (patches_.count(use.face) != 0) continue;
        gp_Pnt2d foot(0.5 * (use.feet[i - 1].XY() + use.feet[i].XY()));
        if (std::abs(faces_[use.face].GapTo(curve->Value(0.5 * (edge.at[i - 1] + edge.at[i])), foot)) > kWithin) return true;
      }
    return false;
  }

  const Numbered& numbered_;
  std::vector<MovedFace>& faces_;
  std::vector<MovedEdge>& edges_;
  std::vector<MovedCorner>& corners_;
  std::vector<EdgeUse>& uses_;
  std::vector<FaceBorders>& borders_;
  std::map<int, MovedPatch>& patches_;
  std::vector<int> count_;  // of places along the edges of a bundle
};

}  // namespace

bool FaceNet::BoundsPatch(const MovedEdge& edge) const {
  return std::any_of(edge.uses.begin(), edge.uses.end(), [&](int u) { return patches.count(uses[u].face) != 0; });
}

FaceNet NetOf(const Numbered& numbered, const std::vector<double>& outwards) {
  FaceNet net;
  NetMaker(net, numbered, outwards).FindAll();
  return net;
}

}  // namespace ankerdraft

#include "sharpened.h"

#include <algorithm>
#include <map>
#include <numeric>
#include <set>

#include <BRepAdaptor_Curve.hxx>
#include <BRepTools_WireExplorer.hxx>
#include <BRep_Builder.hxx>
#include <BRep_Tool.hxx>
#include <GCPnts_AbscissaPoint.hxx>
#include <Geom2d_BSplineCurve.hxx>
#include <Geom_Curve.hxx>
#include <Precision.hxx>
#include <Standard_Failure.hxx>
#include <TColStd_Array1OfInteger.hxx>
#include <TColStd_Array1OfReal.hxx>
#include <TColgp_Array1OfPnt2d.hxx>
#include <TopExp.hxx>
#include <TopExp_Explorer.hxx>
#include <TopoDS.hxx>
#include <TopoDS_Iterator.hxx>
#include <TopoDS_Shell.hxx>
#include <TopoDS_Solid.hxx>
#include <TopoDS_Wire.hxx>

#include "facewise.h"
#include "surface.h"

namespace ankerdraft {

namespace {

constexpr double kSmooth = 0.01;  // rad: a round runs into its neighbours at less of an angle, also one that was read
constexpr int kGuesses = 33;      // places at which the way of an edge on its other face is told roughly

[[noreturn]] void Unfit() { throw Refused{"invalid-input", "the faces are no rounds between others"}; }

gp_Vec NormalInMiddle(const TopoDS_Edge& edge, const TopoDS_Face& face) {
  double first, last;
  const Handle(Geom2d_Curve) curve = BRep_Tool::CurveOnSurface(edge, face, first, last);
  if (curve.IsNull()) Unfit();
  const gp_Pnt2d at = curve->Value(0.5 * (first + last));
  return EvaluateOutward(face, at.X(), at.Y()).normal;
}

// The borders of the faces that stay, closed over the rounds: the edges and corners still lie where the rounds began.
class Closing {
 public:
  Closing(const Numbered& numbered, const std::vector<int>& rounds)
      : numbered_(numbered), uses_(numbered), rounds_(rounds.begin(), rounds.end()), corner_of_(numbered.vertices.Extent() + 1) {
    std::iota(corner_of_.begin(), corner_of_.end(), 0);
    for (const int round : rounds_) FindRails(round);
    for (int e = 1; e <= numbered.edges.Extent(); ++e)
      if (IsBesideRound(e) && round_of_.count(e) == 0) Unite(e);
  }

  TopoDS_Shape Closed(const TopoDS_Shape& shape) {
    TopExp_Explorer solids(shape, TopAbs_SOLID);
    if (solids.More()) solids.Next();
    if (solids.More()) Unfit();
    MakeCorners();
    for (int e = 1; e <= numbered_.edges.Extent(); ++e)
      if (!IsBesideRound(e)) made_[e] = MakeEdge(e);
    for (const auto& [round, rails] : rails_) made_[rails.one] = MakeEdge(rails.one);
    TopoDS_Solid solid;
    builder_.MakeSolid(solid);
    for (TopExp_Explorer s(shape, TopAbs_SHELL); s.More(); s.Next()) {
      TopoDS_Shell shell;
      builder_.MakeShell(shell);
      for (TopExp_Explorer f(s.Current(), TopAbs_FACE); f.More(); f.Next()) {
        const int number = numbered_.faces.FindIndex(f.Current());
        if (rounds_.count(number) == 0) builder_.Add(shell, MakeFace(number, TopoDS::Face(f.Current())));
      }
      shell.Closed(true);
      builder_.Add(solid, shell);
    }
    return solid;
  }

  /// By the numbers of the faces that they were.
  const std::map<int, TopoDS_Face>& Faces() const { return faces_; }

 private:
  // The edges along which a round runs into the two faces between which it becomes an edge: that edge takes the way of one.
  struct Rails {
    int one, other;
  };

  TopoDS_Edge EdgeAt(int e) const { return TopoDS::Edge(numbered_.Edge(e).Oriented(TopAbs_FORWARD)); }
  TopoDS_Face FaceAt(int f) const { return TopoDS::Face(numbered_.Face(f)); }

  bool IsBesideRound(int e) const { return uses_.IsBesideOneOf(rounds_, e); }

  void FindRails(int round) {
    std::map<int, std::set<int>> rails;  // by the face beside
    for (TopExp_Explorer e(FaceAt(round), TopAbs_EDGE); e.More(); e.Next()) {
      const int edge = numbered_.edges.FindIndex(e.Current());
      for (const EdgeUses::Use& use : uses_.Of(edge))
        if (rounds_.count(use.face) == 0 && RunOn(edge, round, use.face)) rails[use.face].insert(edge);
    }
    for (const auto& [face, edges] : rails)
      if (rails.size() == 2 && edges.size() != 1) Unfit();
    if (rails.size() == 2)
      SetRails(round, {*rails.begin()->second.begin(), *rails.rbegin()->second.begin()});
    else if (const std::optional<Rails> flat = rails.empty() ? RailsOfChamfer(round) : std::nullopt)
      SetRails(round, *flat);
  }

  void SetRails(int round, const Rails& rails) {
    rails_[round] = rails;
    round_of_[rails.one] = round_of_[rails.other] = round;
  }

  // Two edges across from each other, longer than they lie apart, beyond which faces stay.
  std::optional<Rails> RailsOfChamfer(int chamfer) const {
    std::vector<int> border;
    for (TopoDS_Iterator wire(FaceAt(chamfer)); wire.More(); wire.Next())
      for (BRepTools_WireExplorer e(TopoDS::Wire(wire.Value()), FaceAt(chamfer)); e.More(); e.Next())
        if (!BRep_Tool::IsClosed(e.Current(), FaceAt(chamfer))) border.push_back(numbered_.edges.FindIndex(e.Current()));
    std::optional<Rails> found;
    const size_t half = border.size() / 2;
    if (border.size() != 2 && border.size() != 4) return found;
    for (size_t i = 0; i < half; ++i) {
      const Rails rails{border[i], border[i + half]};
      const double longest = std::max(Length(rails.one), Length(rails.other));
      const double apart = Middle(rails.one).Distance(Middle(rails.other));
      if (!Stays(rails.one, chamfer) || !Stays(rails.other, chamfer) || longest <= apart) continue;
      if (!found || longest > Length(found->one)) found = rails;
    }
    return found;
  }

  bool Stays(int edge, int beside) const {
    const std::vector<EdgeUses::Use>& uses = uses_.Of(edge);
    return uses.size() == 2 && rounds_.count(uses[uses[0].face == beside ? 1 : 0].face) == 0;
  }

  double Length(int edge) const { return GCPnts_AbscissaPoint::Length(BRepAdaptor_Curve(EdgeAt(edge))); }

  gp_Pnt Middle(int edge) const {
    const BRepAdaptor_Curve curve(EdgeAt(edge));
    return curve.Value(0.5 * (curve.FirstParameter() + curve.LastParameter()));
  }

  bool RunOn(int edge, int one, int other) const {
    if (BRep_Tool::Degenerated(EdgeAt(edge))) return false;
    const gp_Vec a = NormalInMiddle(EdgeAt(edge), FaceAt(one)), b = NormalInMiddle(EdgeAt(edge), FaceAt(other));
    return a.Magnitude() > 0.5 && b.Magnitude() > 0.5 && a.Angle(b) < kSmooth;
  }

  int Corner(int vertex) {
    while (corner_of_[vertex] != vertex) vertex = corner_of_[vertex] = corner_of_[corner_of_[vertex]];
    return vertex;
  }

  int Corner(const TopoDS_Vertex& vertex) { return Corner(numbered_.vertices.FindIndex(vertex)); }

  void Unite(int e) {
    const int one = Corner(TopExp::FirstVertex(EdgeAt(e))), other = Corner(TopExp::LastVertex(EdgeAt(e)));
    corner_of_[one] = other;
  }

  void MakeCorners() {
    std::map<int, std::pair<gp_XYZ, int>> sums;
    for (int v = 1; v <= numbered_.vertices.Extent(); ++v) {
      auto& [sum, count] = sums[Corner(v)];
      sum = (count++ == 0 ? gp_XYZ(0, 0, 0) : sum) + BRep_Tool::Pnt(TopoDS::Vertex(numbered_.vertices(v))).XYZ();
    }
    for (const auto& [corner, sum] : sums)
      builder_.MakeVertex(corners_[corner], gp_Pnt(sum.first / sum.second), Precision::Confusion());
  }

  TopoDS_Edge MakeEdge(int e) {
    const TopoDS_Edge edge = EdgeAt(e);
    if (BRep_Tool::Degenerated(edge)) Unfit();
    double first, last;
    const Handle(Geom_Curve) curve = BRep_Tool::Curve(edge, first, last);
    const TopoDS_Vertex from = TopExp::FirstVertex(edge), to = TopExp::LastVertex(edge);
    const bool is_closed = from.IsSame(to) || IsOtherClosed(e);
    if (curve.IsNull() || (!is_closed && Corner(from) == Corner(to))) Unfit();
    TopoDS_Edge made;
    builder_.MakeEdge(made, curve, Precision::Confusion());
    builder_.Add(made, corners_[Corner(from)].Oriented(TopAbs_FORWARD));
    builder_.Add(made, corners_[Corner(to)].Oriented(TopAbs_REVERSED));
    builder_.Range(made, first, last);
    return made;
  }

  // A round that goes all the way round may begin on one side where it does not on the other.
  bool IsOtherClosed(int e) const {
    const auto round = round_of_.find(e);
    if (round == round_of_.end()) return false;
    const TopoDS_Edge other = EdgeAt(rails_.at(round->second).other);
    return TopExp::FirstVertex(other).IsSame(TopExp::LastVertex(other));
  }

  // The edge that an old one has become, as it stands in a face turned forward; null where it has become a corner.
  TopoDS_Edge Became(const TopoDS_Edge& edge, const TopoDS_Face& face) {
    const int e = numbered_.edges.FindIndex(edge);
    const auto round = round_of_.find(e);
    if (round == round_of_.end()) return IsBesideRound(e) ? TopoDS_Edge() : TopoDS::Edge(made_.at(e).Oriented(edge.Orientation()));
    const int one = rails_.at(round->second).one;
    if (e == one) return TopoDS::Edge(made_.at(e).Oriented(edge.Orientation()));
    // Against the way that it goes in the body on its other side.
    for (const EdgeUses::Use& use : uses_.Of(one)) {
      if (rounds_.count(use.face) != 0) continue;
      return TopoDS::Edge(made_.at(one).Oriented(TopAbs::Compose(TopAbs::Reverse(use.in), face.Orientation())));
    }
    Unfit();
  }

  TopoDS_Face MakeFace(int number, const TopoDS_Face& old) {
    const TopoDS_Face forward = TopoDS::Face(old.Oriented(TopAbs_FORWARD));
    TopoDS_Face made;
    builder_.MakeFace(made, BRep_Tool::Surface(old), Precision::Confusion());
    for (TopoDS_Iterator w(forward); w.More(); w.Next()) {
      TopoDS_Wire wire;
      builder_.MakeWire(wire);
      int edges = 0, seen = 0;
      for (TopExp_Explorer e(w.Value(), TopAbs_EDGE); e.More(); e.Next()) ++edges;
      for (BRepTools_WireExplorer e(TopoDS::Wire(w.Value()), forward); e.More(); e.Next(), ++seen) {
        const TopoDS_Edge became = Became(e.Current(), old);
        if (became.IsNull()) continue;
        Lay(became, made, e.Current(), forward);
        builder_.Add(wire, became);
      }
      if (seen != edges || wire.NbChildren() == 0) Unfit();
      wire.Closed(true);
      builder_.Add(made, wire);
    }
    return faces_[number] = TopoDS::Face(made.Oriented(old.Orientation()));
  }

  // Tells roughly where an edge lies on a face.
  void Lay(const TopoDS_Edge& edge, const TopoDS_Face& on, const TopoDS_Edge& was, const TopoDS_Face& was_on) const {
    double first, last;
    const Handle(Geom2d_Curve) curve = BRep_Tool::CurveOnSurface(was, was_on, first, last);
    if (curve.IsNull()) Unfit();
    if (BRep_Tool::IsClosed(was, was_on)) {
      const Handle(Geom2d_Curve) other = BRep_Tool::CurveOnSurface(TopoDS::Edge(was.Reversed()), was_on, first, last);
      const bool is_forward = was.Orientation() == TopAbs_FORWARD;
      builder_.UpdateEdge(edge, is_forward ? curve : other, is_forward ? other : curve, on, Precision::Confusion());
      return;
    }
    double begin, end;
    BRep_Tool::Range(edge, begin, end);
    const bool runs_on = edge.Orientation() == was.Orientation();
    TColgp_Array1OfPnt2d places(1, kGuesses);
    TColStd_Array1OfReal knots(1, kGuesses);
    TColStd_Array1OfInteger times(1, kGuesses);
    times.Init(1);
    times(1) = times(kGuesses) = 2;
    for (int i = 0; i < kGuesses; ++i) {
      const double share = i / (kGuesses - 1.0);
      knots(i + 1) = begin + share * (end - begin);
      places(i + 1) = curve->Value(first + (runs_on ? share : 1 - share) * (last - first));
    }
    builder_.UpdateEdge(edge, new Geom2d_BSplineCurve(places, knots, times, 1), on, Precision::Confusion());
  }

  const Numbered& numbered_;
  const EdgeUses uses_;
  BRep_Builder builder_;
  const std::set<int> rounds_;
  std::map<int, Rails> rails_;    // by round
  std::map<int, int> round_of_;   // by rail
  std::vector<int> corner_of_;    // by vertex: another that comes to the same corner, or itself
  std::map<int, TopoDS_Vertex> corners_;
  std::map<int, TopoDS_Edge> made_;  // by the edge whose way they take
  std::map<int, TopoDS_Face> faces_;
};

}  // namespace

std::optional<Leaned> Sharpened(const TopoDS_Shape& shape, const Numbered& numbered, const std::vector<int>& rounds,
                                Memo& memo) {
  try {
    Closing closing(numbered, rounds);
    const TopoDS_Shape closed = closing.Closed(shape);
    const Leaned met = MadeFacewise(closed, Numbered(closed), std::vector<double>(closing.Faces().size(), 0));
    if (!IsSound(met.shape, memo)) return std::nullopt;
    Leaned out{met.shape, {}};
    for (const auto& [number, face] : closing.Faces())
      out.history.Became(numbered.Face(number), met.history.Modified(face).First());
    return out;
  } catch (const Refused&) {
    return std::nullopt;
  } catch (const Standard_Failure&) {
    return std::nullopt;
  }
}

}  // namespace ankerdraft

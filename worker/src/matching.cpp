// Which places of contours with different curves answer each other.
#include "matching.h"

#include <algorithm>
#include <cmath>
#include <optional>

#include <BRepBuilderAPI_MakeEdge.hxx>
#include <BRepBuilderAPI_MakeVertex.hxx>
#include <BRepBuilderAPI_MakeWire.hxx>
#include <BRepFill_CompatibleWires.hxx>
#include <BRepTools_WireExplorer.hxx>
#include <BRep_Tool.hxx>
#include <GCPnts_AbscissaPoint.hxx>
#include <GeomAdaptor_Curve.hxx>
#include <Geom_TrimmedCurve.hxx>
#include <Standard_Failure.hxx>
#include <TopTools_SequenceOfShape.hxx>
#include <TopoDS.hxx>

#include "shapes.h"

namespace ankerdraft {

namespace {

constexpr double kSameShare = 0.06;   // of a contour's length: corners no further apart answer each other
constexpr double kLeastShare = 1e-6;  // a piece is no shorter
constexpr double kFlat = 1e-6;        // so little a contour may turn inwards and be called convex
constexpr int kLooks = 96;            // places by which two contours are compared

// A contour by the share of its length, from 0 to 1, over and over.
class Course {
 public:
  explicit Course(const TopoDS_Wire& wire) {
    for (BRepTools_WireExplorer e(wire); e.More(); e.Next()) {
      double first, last;
      const Handle(Geom_Curve) curve = BRep_Tool::Curve(e.Current(), first, last);
      const Handle(Geom_TrimmedCurve) piece = new Geom_TrimmedCurve(curve, first, last);
      if (e.Current().Orientation() == TopAbs_REVERSED) piece->Reverse();
      pieces_.push_back(piece);
    }
    Measure();
  }

  // Walks the other way round.
  void Turn() {
    for (const Handle(Geom_TrimmedCurve)& piece : pieces_) piece->Reverse();
    std::reverse(pieces_.begin(), pieces_.end());
    Measure();
  }

  // Twice the area within, along its normal.
  gp_Vec Area() const {
    gp_Vec sum;
    for (int i = 0; i < kLooks; ++i)
      sum += gp_Vec(At(0), At(double(i) / kLooks)).Crossed(gp_Vec(At(0), At((i + 1.0) / kLooks)));
    return sum;
  }

  const std::vector<double>& Corners() const { return corners_; }

  gp_Pnt At(double share) const {
    const Place place = Find(share, 0);
    return pieces_[place.piece]->Value(ParameterAt(place));
  }

  // What lies between two shares, between which no corner lies.
  Handle(Geom_Curve) Between(double from, double to) const {
    const Place begin = Find(from, kLeastShare / 4);
    const Place end{begin.piece, begin.length + (to - from) * length_};
    return new Geom_TrimmedCurve(pieces_[begin.piece], ParameterAt(begin), ParameterAt(end));
  }

 private:
  void Measure() {
    length_ = 0;
    corners_.clear();
    for (const Handle(Geom_TrimmedCurve)& piece : pieces_) {
      corners_.push_back(length_);
      length_ += GCPnts_AbscissaPoint::Length(GeomAdaptor_Curve(piece));
    }
    for (double& c : corners_) c /= length_;
  }

  // A length of one of the pieces.
  struct Place {
    size_t piece;
    double length;
  };

  // The place after a share; at a corner, and up to so much before it, on the piece that begins there.
  Place Find(double share, double early) const {
    const double s = share + early - std::floor(share + early);
    const size_t i = std::upper_bound(corners_.begin(), corners_.end(), s) - corners_.begin() - 1;
    return {i, (s - early - corners_[i]) * length_};
  }

  double ParameterAt(const Place& place) const {
    const GeomAdaptor_Curve curve(pieces_[place.piece]);
    if (place.length < kLeastShare * length_) return curve.FirstParameter();
    if (place.length > GCPnts_AbscissaPoint::Length(curve) - kLeastShare * length_) return curve.LastParameter();
    return GCPnts_AbscissaPoint(curve, place.length, curve.FirstParameter()).Parameter();
  }

  std::vector<Handle(Geom_TrimmedCurve)> pieces_;
  std::vector<double> corners_;  // the share at which each piece begins
  double length_ = 0;
};

// How unlike two contours are that are laid onto each other, one begun after a share.
double Unlike(const Course& one, const Course& other, double begin) {
  gp_Vec sum;
  std::vector<gp_Vec> between;
  for (int i = 0; i < kLooks; ++i) {
    between.emplace_back(one.At(double(i) / kLooks), other.At(begin + double(i) / kLooks));
    sum += between.back() / kLooks;
  }
  double out = 0;
  for (const gp_Vec& v : between) out += (v - sum).SquareMagnitude();
  return out;
}

double BestBegin(const Course& one, const Course& other) {
  std::vector<double> begins = other.Corners();
  if (begins.size() == 1)
    for (int i = 1; i < kLooks; ++i) begins.push_back(double(i) / kLooks);
  return *std::min_element(begins.begin(), begins.end(), [&](double a, double b) {
    return Unlike(one, other, a) < Unlike(one, other, b);
  });
}

// A place that all contours have: the share after which each comes to it, where that is known.
struct Stop {
  double share;
  std::vector<std::optional<double>> on;
};

// The corner of one contour becomes a stop of all, or its place at one that is there.
void Add(std::vector<Stop>& stops, size_t contour, size_t contours, double share) {
  Stop* nearest = nullptr;
  for (Stop& s : stops)
    if (!s.on[contour] && (nearest == nullptr || std::abs(s.share - share) < std::abs(nearest->share - share)))
      nearest = &s;
  if (nearest != nullptr && std::abs(nearest->share - share) < kSameShare) {
    nearest->on[contour] = share;
    return;
  }
  Stop born{share, std::vector<std::optional<double>>(contours)};
  born.on[contour] = share;
  stops.insert(std::upper_bound(stops.begin(), stops.end(), share, [](double s, const Stop& b) { return s < b.share; }),
               born);
}

// The places of one contour at all stops, from 0 to 1; refused where they do not come in order.
std::vector<double> Shares(const std::vector<Stop>& stops, size_t contour) {
  std::vector<std::pair<double, double>> known;  // the stop's share, and the contour's own
  for (const Stop& s : stops)
    if (s.on[contour]) known.emplace_back(s.share, *s.on[contour]);
  known.emplace_back(1, 1);
  std::vector<double> out;
  for (const Stop& s : stops) {
    size_t next = 1;
    while (known[next].first <= s.share) ++next;
    const auto [a, from] = known[next - 1];
    const auto [b, to] = known[next];
    out.push_back(s.on[contour] ? *s.on[contour] : from + (to - from) * (s.share - a) / (b - a));
  }
  out.push_back(1);
  for (size_t i = 1; i < out.size(); ++i)
    if (out[i] - out[i - 1] < kLeastShare)
      throw Refused{"refused", "the corners of these profiles do not answer each other"};
  return out;
}

TopoDS_Wire Parted(const Course& course, double begin, const std::vector<double>& shares) {
  std::vector<TopoDS_Vertex> corners;
  for (size_t i = 0; i + 1 < shares.size(); ++i)
    corners.push_back(BRepBuilderAPI_MakeVertex(course.At(begin + shares[i])).Vertex());
  corners.push_back(corners.front());
  BRepBuilderAPI_MakeWire wire;
  for (size_t i = 0; i + 1 < shares.size(); ++i) {
    const Handle(Geom_Curve) curve = course.Between(begin + shares[i], begin + shares[i + 1]);
    wire.Add(BRepBuilderAPI_MakeEdge(curve, corners[i], corners[i + 1]).Edge());
  }
  return wire.Wire();
}

std::vector<TopoDS_Wire> MatchedByLength(const std::vector<TopoDS_Wire>& contours) {
  std::vector<Course> courses(contours.begin(), contours.end());
  for (Course& c : courses)
    if (c.Area().Dot(courses.front().Area()) < 0) c.Turn();
  // The others begin where they answer the first corner of the one with most corners.
  const auto main = std::max_element(courses.begin(), courses.end(), [](const Course& a, const Course& b) {
    return a.Corners().size() < b.Corners().size();
  });
  std::vector<double> begins;
  std::vector<Stop> stops{{0, std::vector<std::optional<double>>(courses.size(), 0.0)}};
  for (size_t i = 0; i < courses.size(); ++i) {
    begins.push_back(&courses[i] == &*main ? 0 : BestBegin(*main, courses[i]));
    for (const double corner : courses[i].Corners()) {
      const double share = corner - begins[i] - std::floor(corner - begins[i]);
      if (share > kLeastShare && share < 1 - kLeastShare) Add(stops, i, courses.size(), share);
    }
  }
  std::vector<TopoDS_Wire> out;
  for (size_t i = 0; i < courses.size(); ++i) out.push_back(Parted(courses[i], begins[i], Shares(stops, i)));
  return out;
}

// Whether a contour nowhere turns inwards, by places along it.
bool IsConvex(const TopoDS_Wire& wire) {
  const Course course(wire);
  std::vector<gp_Pnt> at;
  for (int i = 0; i < kLooks; ++i) at.push_back(course.At((i + 0.5) / kLooks));
  const gp_Vec sum = course.Area();
  for (int i = 0; i < kLooks; ++i) {
    const gp_Pnt &a = at[i], &b = at[(i + 1) % kLooks], &c = at[(i + 2) % kLooks];
    const gp_Vec turn = gp_Vec(a, b).Crossed(gp_Vec(b, c));
    if (turn.Dot(sum) < -kFlat * sum.SquareMagnitude() / kLooks) return false;
  }
  return true;
}

// By the library; nothing where it gives up.
std::vector<TopoDS_Wire> MatchedByLibrary(const std::vector<TopoDS_Wire>& contours) {
  std::vector<TopoDS_Wire> out;
  try {
    TopTools_SequenceOfShape given;
    for (const TopoDS_Wire& w : contours) given.Append(w);
    BRepFill_CompatibleWires matched(given);
    matched.Perform();
    if (!matched.IsDone()) return {};
    for (const TopoDS_Shape& w : matched.Shape()) {
      out.push_back(TopoDS::Wire(w));
      if (out.back().NbChildren() != out.front().NbChildren()) return {};
    }
  } catch (const Standard_Failure&) {
    return {};
  }
  return out;
}

}  // namespace

bool IsMatchedByLibrary(const std::vector<TopoDS_Wire>& contours) {
  const auto edges = [](const TopoDS_Wire& w) { return w.NbChildren(); };
  return std::all_of(contours.begin(), contours.end(),
                     [&](const TopoDS_Wire& w) { return edges(w) == edges(contours.front()); }) ||
         std::all_of(contours.begin(), contours.end(), IsConvex);
}

std::vector<TopoDS_Wire> Matched(const std::vector<TopoDS_Wire>& contours) {
  std::vector<TopoDS_Wire> out;
  if (IsMatchedByLibrary(contours)) out = MatchedByLibrary(contours);
  return out.empty() ? MatchedByLength(contours) : out;
}

}  // namespace ankerdraft

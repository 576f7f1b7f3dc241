// Skins that follow guides between their contours.
#include <algorithm>
#include <cmath>

#include <gp_Mat.hxx>
#include <gp_Quaternion.hxx>

#include "sections.h"
#include "shapes.h"

namespace ankerdraft {

namespace {

// Points this close to one line, as a share of their spread, do not tell how to stretch across it.
constexpr double kInLine = 1e-6;

// p goes to shift + turn (p - from).
struct Onto {
  gp_XYZ from, to;
  gp_Mat turn;

  gp_Pnt operator()(const gp_Pnt& p) const { return gp_Pnt(to + turn * (p.XYZ() - from)); }
};

gp_XYZ MeanOf(const std::vector<gp_Pnt>& points) {
  gp_XYZ sum;
  for (const gp_Pnt& p : points) sum += p.XYZ();
  return sum / static_cast<double>(points.size());
}

// Turned as little as need be, and scaled, so that two points come onto two.
gp_Mat Similarity(const gp_Vec& is, const gp_Vec& shall) {
  gp_Mat turn = gp_Quaternion(is, shall).GetMatrix();
  turn.Multiply(shall.Magnitude() / is.Magnitude());
  return turn;
}

gp_Mat Identity() {
  gp_Mat one;
  one.SetIdentity();
  return one;
}

// What is across a normal by least squares, what lies along it as it is.
gp_Mat Stretch(const std::vector<gp_Pnt>& is, const std::vector<gp_Pnt>& shall, const gp_Dir& normal, const Onto& onto) {
  const gp_Ax3 axes(gp::Origin(), normal);
  const gp_XYZ x = axes.XDirection().XYZ(), y = axes.YDirection().XYZ();
  double xx = 0, xy = 0, yy = 0;
  gp_XYZ for_x, for_y;
  for (size_t i = 0; i < is.size(); ++i) {
    const gp_XYZ a = is[i].XYZ() - onto.from, b = shall[i].XYZ() - onto.to;
    const double u = a.Dot(x), v = a.Dot(y);
    xx += u * u;
    xy += u * v;
    yy += v * v;
    for_x += b * u;
    for_y += b * v;
  }
  const double det = xx * yy - xy * xy;
  if (det <= kInLine * (xx + yy) * (xx + yy)) {
    const auto farthest = std::max_element(is.begin(), is.end(), [&](const gp_Pnt& a, const gp_Pnt& b) {
      return a.SquareDistance(is.front()) < b.SquareDistance(is.front());
    });
    return Similarity(gp_Vec(is.front(), *farthest), gp_Vec(shall.front(), shall[farthest - is.begin()]));
  }
  const gp_XYZ to_x = (for_x * yy - for_y * xy) / det, to_y = (for_y * xx - for_x * xy) / det;
  const gp_XYZ n = normal.XYZ();
  gp_Mat out;
  for (int r = 1; r <= 3; ++r)
    for (int c = 1; c <= 3; ++c)
      out(r, c) = to_x.Coord(r) * x.Coord(c) + to_y.Coord(r) * y.Coord(c) + n.Coord(r) * n.Coord(c);
  return out;
}

Onto Bring(const std::vector<gp_Pnt>& is, const std::vector<gp_Pnt>& shall, const gp_Dir& normal) {
  Onto onto{MeanOf(is), MeanOf(shall), Identity()};
  if (is.size() == 2)
    onto.turn = Similarity(gp_Vec(is[0], is[1]), gp_Vec(shall[0], shall[1]));
  else if (is.size() > 2)
    onto.turn = Stretch(is, shall, normal, onto);
  return onto;
}

// Goes along a guide as the way goes on.
class Follower {
 public:
  explicit Follower(const GuideLine& guide) : points_(guide.points) {}

  // Where it passes through a plane.
  gp_Pnt Through(const gp_Pnt& origin, const gp_Dir& normal) {
    const auto ahead = [&](size_t i) { return gp_Vec(origin, points_[i]).Dot(normal); };
    while (from_ + 2 < points_.size() && ahead(from_ + 1) < 0) ++from_;
    const double low = ahead(from_), high = ahead(from_ + 1);
    const double share = high == low ? 0 : -low / (high - low);
    if (share < -1 || share > 2) throw Refused{"refused", "a guide turns back on its way from profile to profile"};
    return gp_Pnt(points_[from_].XYZ() * (1 - share) + points_[from_ + 1].XYZ() * share);
  }

 private:
  const std::vector<gp_Pnt>& points_;
  size_t from_ = 0;
};

// The normals of sections between those of the contours.
class Normals {
 public:
  Normals(const std::vector<gp_Pln>& planes, const Sections& sections) : places_(sections.Places()) {
    const std::vector<gp_Pnt>& middles = sections.Middles();
    for (size_t i = 0; i < planes.size(); ++i) {
      const size_t a = std::min(i, planes.size() - 2);
      normals_.push_back(NormalTowards(planes[i], gp_Vec(middles[a], middles[a + 1])));
    }
  }

  gp_Dir At(double place) const {
    size_t i = 0;
    while (i + 2 < places_.size() && place > places_[i + 1]) ++i;
    const double share = (place - places_[i]) / (places_[i + 1] - places_[i]);
    return gp_Dir(normals_[i] * (1 - share) + normals_[i + 1] * share);
  }

 private:
  std::vector<double> places_;
  std::vector<gp_Vec> normals_;
};

}  // namespace

std::vector<TopoDS_Face> GuidedSides(const std::vector<TopoDS_Wire>& contours, const std::vector<gp_Pln>& planes,
                                     const std::vector<GuideLine>& guides, int stations) {
  const Sections sections(contours);
  const Interpolation plain = Interpolation::WithKnotsAt(sections.Places(), false, false);
  const Normals normals(planes, sections);
  std::vector<WeightedPoints> beside;  // where the plain skin has the guides
  std::vector<Follower> followers;
  for (const GuideLine& guide : guides) {
    beside.push_back(plain.Poles({guide.on, std::vector<double>(guide.on.size(), 1)}));
    followers.emplace_back(guide);
  }
  std::vector<double> places;
  std::vector<Onto> onto;
  const double first = sections.Places().front(), last = sections.Places().back();
  for (int i = 0; i < stations; ++i) {
    places.push_back(first + (last - first) * i / (stations - 1));
    std::vector<gp_Pnt> is(guides.size()), shall;
    for (size_t g = 0; g < guides.size(); ++g) {
      double weight;
      plain.At(places.back(), beside[g], is[g], weight);
      shall.push_back(followers[g].Through(is[g], normals.At(places.back())));
    }
    onto.push_back(Bring(is, shall, normals.At(places.back())));
  }
  const Interpolation along = Interpolation::Through(places);
  std::vector<TopoDS_Face> sides;
  for (const SideCurves& side : sections.Sides()) {
    std::vector<WeightedPoints> poles;
    for (const WeightedPoints& on_contours : side.poles) {
      const WeightedPoints way = plain.Poles(on_contours);
      WeightedPoints guided;
      for (int i = 0; i < stations; ++i) {
        gp_Pnt point;
        double weight;
        plain.At(places[i], way, point, weight);
        guided.points.push_back(onto[i](point));
        guided.weights.push_back(weight);
      }
      poles.push_back(along.Poles(guided));
    }
    sides.push_back(SideOn(SurfaceOf(side.basis, along, poles)));
  }
  return sides;
}

}  // namespace ankerdraft

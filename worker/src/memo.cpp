#include "memo.h"

#include <BRepAdaptor_Curve.hxx>
#include <BRepAdaptor_Surface.hxx>
#include <BRepCheck_Analyzer.hxx>
#include <BRepBndLib.hxx>
#include <BRepTopAdaptor_FClass2d.hxx>
#include <BRep_Tool.hxx>
#include <BndLib_Add3dCurve.hxx>
#include <ElSLib.hxx>
#include <Precision.hxx>
#include <TopExp.hxx>
#include <TopExp_Explorer.hxx>
#include <TopoDS.hxx>
#include <TopoDS_Vertex.hxx>
#include <gp_Sphere.hxx>
#include <gp_Torus.hxx>

#include "content.h"
#include "parallel.h"
#include "patch.h"
#include "shapes.h"

namespace ankerdraft {

namespace {

// Bodies between two looks at what is still in use, and how long something may lie unused.
constexpr unsigned long kBodiesBetweenSweeps = 32;
constexpr unsigned long kKeptFor = 96;
// Of so many shapes the parts are kept: what an operation takes, and what it makes.
constexpr size_t kShapesInParts = 8;

void AddIfOnFace(const TopoDS_Face& face, const gp_Pnt& p, double u, double v, Bnd_Box& box) {
  if (box.IsOut(p) && BRepTopAdaptor_FClass2d(face, 1e-7).Perform(gp_Pnt2d(u, v)) != TopAbs_OUT) box.Add(p);
}

// Points of spheres and tori at which they face along an axis of space.
void AddCrests(const TopoDS_Face& face, const BRepAdaptor_Surface& surface, Bnd_Box& box) {
  for (const gp_Dir& axis : {gp::DX(), gp::DY(), gp::DZ()})
    for (const double sign : {1.0, -1.0}) {
      const gp_Vec d = gp_Vec(axis) * sign;
      double u, v;
      if (surface.GetType() == GeomAbs_Sphere) {
        const gp_Sphere sphere = surface.Sphere();
        const gp_Pnt p = sphere.Location().Translated(d * sphere.Radius());
        ElSLib::Parameters(sphere, p, u, v);
        AddIfOnFace(face, p, u, v, box);
        continue;
      }
      const gp_Torus torus = surface.Torus();
      const gp_Vec ring_axis(torus.Axis().Direction());
      gp_Vec radial = d - ring_axis * d.Dot(ring_axis);
      // Facing along the ring's axis the crest is a whole circle, and its ends lie on the edges of the face.
      if (radial.Magnitude() < Precision::Angular()) continue;
      radial.Normalize();
      for (const double side : {1.0, -1.0}) {
        const gp_Pnt p =
            torus.Location().Translated(radial * (side * torus.MajorRadius()) + d * torus.MinorRadius());
        ElSLib::Parameters(torus, p, u, v);
        AddIfOnFace(face, p, u, v, box);
      }
    }
}

// Planes, cylinders and cones reach their extremes on their edges; the library's own search over surfaces is fifty
// times slower and is left to freeform faces.
Bnd_Box CrestsOf(const TopoDS_Face& face) {
  Bnd_Box box;
  const BRepAdaptor_Surface surface(face, false);
  switch (surface.GetType()) {
    case GeomAbs_Plane:
    case GeomAbs_Cylinder:
    case GeomAbs_Cone:
      break;
    case GeomAbs_Sphere:
    case GeomAbs_Torus:
      AddCrests(face, surface, box);
      break;
    default:
      BRepBndLib::AddOptimal(face, box, false, false);
  }
  return box;
}

Bnd_Box BoxOf(const TopoDS_Edge& edge) {
  Bnd_Box box;
  if (BRep_Tool::Degenerated(edge)) {
    const TopoDS_Vertex end = TopExp::FirstVertex(edge);
    if (!end.IsNull()) box.Add(BRep_Tool::Pnt(end));
    return box;
  }
  const BRepAdaptor_Curve curve(edge);
  BndLib_Add3dCurve::AddOptimal(curve, curve.FirstParameter(), curve.LastParameter(), 0, box);
  return box;
}

template <class Map>
void Sweep(Map& map, unsigned long oldest) {
  std::vector<TopoDS_Shape> old;
  for (typename Map::Iterator it(map); it.More(); it.Next())
    if (it.Value().used < oldest) old.push_back(it.Key());
  for (const TopoDS_Shape& shape : old) map.UnBind(shape);
}

bool IsOneSurface(const TopoDS_Face& a, const TopoDS_Face& b) {
  if (a.IsEqual(b)) return true;
  if (a.IsNull() || b.IsNull() || a.Orientation() != b.Orientation()) return false;
  TopLoc_Location at_a, at_b;
  return BRep_Tool::Surface(a, at_a) == BRep_Tool::Surface(b, at_b) && at_a.IsEqual(at_b);
}

// Triangles of a face for another of the same content.
FaceTriangles Passed(const FaceTriangles& known, const TopoDS_Face& to) {
  FaceTriangles passed = known;
  passed.face = to;
  TopExp_Explorer e(to.Oriented(TopAbs_FORWARD), TopAbs_EDGE);
  for (FaceTriangles::EdgeOf& edge : passed.edges) {
    edge.edge = TopoDS::Edge(e.Current().Oriented(TopAbs_FORWARD));
    e.Next();
  }
  passed.Tally();
  return passed;
}

std::optional<Bulk> OneOver(const TopoDS_Face& face, const kernel::v1::Face& described, const gp_Pnt& apex) {
  return described.kind() == kernel::v1::SURFACE_PLANE
             ? ConeOverPlane(described.area(), PointOf(described.origin()), DirectionOf(described.direction()), apex)
             : ConeOver(face, apex);
}

}  // namespace

bool Meeting::IsEqual(const Meeting& m) const {
  return in_one == m.in_one && one.IsSame(other) == m.one.IsSame(m.other) && IsOneSurface(one, m.one) &&
         IsOneSurface(other, m.other);
}

std::shared_ptr<const Parts> Memo::PartsOf(const TopoDS_Shape& shape) {
  for (auto it = parts_.begin(); it != parts_.end(); ++it) {
    if (!it->first.IsEqual(shape)) continue;
    parts_.splice(parts_.begin(), parts_, it);
    return it->second;
  }
  parts_.emplace_front(shape, std::make_shared<Parts>(shape));
  if (parts_.size() > kShapesInParts) parts_.pop_back();
  return parts_.front().second;
}

void Memo::NextBody() {
  if (++clock_ % kBodiesBetweenSweeps != 0 || clock_ < kKeptFor) return;
  const unsigned long oldest = clock_ - kKeptFor;
  Sweep(faces_, oldest);
  Sweep(edges_, oldest);
  for (auto it = triangles_.begin(); it != triangles_.end();) it = it->second.used < oldest ? triangles_.erase(it) : ++it;
  sound_.Clear();
  alike_.clear();
  for (const auto& [shape, known] : triangles_) alike_.emplace(known.likeness, shape);
}

FaceFacts Memo::FactsOf(const TopoDS_Face& face, bool sound) const {
  FaceFacts facts;
  const auto inside = std::make_shared<Inside>(face);
  DescribeFace(face, *inside, &facts.described, &facts.loops);
  if (face.NbChildren() >= kCrowdedContours) facts.inside = inside;
  facts.valid = sound || BRepCheck_Analyzer(face).IsValid();
  facts.crests = CrestsOf(face);
  facts.apex = gp_Pnt(Precision::Infinite(), 0, 0);
  return facts;
}

const FaceFacts& Memo::Of(const TopoDS_Face& face) {
  FaceFacts* known = faces_.ChangeSeek(face);
  if (known == nullptr) known = faces_.Bound(face, FactsOf(face, sound_.Remove(face)));
  known->used = clock_;
  return *known;
}

void Memo::Learn(const std::vector<TopoDS_Face>& faces) {
  std::vector<TopoDS_Face> unknown;
  std::vector<char> sound;
  for (const TopoDS_Face& face : faces) {
    if (faces_.IsBound(face)) continue;
    unknown.push_back(face);
    sound.push_back(sound_.Remove(face));
  }
  std::vector<FaceFacts> facts(unknown.size());
  InParallel(static_cast<int>(unknown.size()), [&](int i) { facts[i] = FactsOf(unknown[i], sound[i]); });
  for (size_t i = 0; i < unknown.size(); ++i) faces_.Bind(unknown[i], facts[i]);
}

bool Memo::Holds(const TopoDS_Face& face, const gp_Pnt2d& point) {
  const std::shared_ptr<Inside> inside = Of(face).inside;
  return inside ? inside->Holds(point) : Inside(face).Holds(point);
}

void Memo::KnowValid(const TopoDS_Face& face) { sound_.Add(face); }

std::optional<Bulk> Memo::VolumeOver(const std::vector<TopoDS_Face>& faces, const gp_Pnt& apex) {
  std::vector<FaceFacts*> unknown;
  std::vector<TopoDS_Face> of_unknown;
  for (const TopoDS_Face& face : faces) {
    Of(face);
    FaceFacts& known = faces_.ChangeFind(face);
    if (known.apex.Distance(apex) == 0) continue;
    known.apex = apex;
    unknown.push_back(&known);
    of_unknown.push_back(face);
  }
  InParallel(static_cast<int>(unknown.size()),
             [&](int i) { unknown[i]->volume = OneOver(of_unknown[i], unknown[i]->described, apex); });
  Bulk all;
  for (const TopoDS_Face& face : faces) {
    const std::optional<Bulk>& one = faces_.Find(face).volume;
    if (!one) return std::nullopt;
    all.Add(*one);
  }
  return all;
}

const kernel::v1::FaceExtreme* Memo::Extremes(const TopoDS_Face& face, const gp_Dir& pull, double tolerance) const {
  const FaceFacts* known = faces_.Seek(face);
  const bool fits = known != nullptr && known->pull.IsEqual(pull.XYZ(), 0) && known->pull_tolerance == tolerance;
  return fits ? &known->extremes : nullptr;
}

void Memo::Keep(const TopoDS_Face& face, const gp_Dir& pull, double tolerance,
                const kernel::v1::FaceExtreme& extremes) {
  Of(face);
  FaceFacts& known = faces_.ChangeFind(face);
  known.extremes = extremes;
  known.pull = pull.XYZ();
  known.pull_tolerance = tolerance;
}

bool Memo::Knows(const TopoDS_Edge& edge, const Meeting& meeting) const {
  const EdgeFacts* known = edges_.Seek(edge);
  return known != nullptr && known->meeting.IsEqual(meeting);
}

EdgeFacts Memo::FactsOf(const TopoDS_Edge& edge, const Meeting& meeting) const {
  EdgeFacts facts;
  facts.meeting = meeting;
  DescribeEdge(edge, meeting, &facts.described);
  const EdgeFacts* elsewhere = edges_.Seek(edge);
  facts.box = elsewhere != nullptr ? elsewhere->box : BoxOf(edge);
  return facts;
}

const EdgeFacts& Memo::Of(const TopoDS_Edge& edge, const Meeting& meeting) {
  if (!Knows(edge, meeting)) {
    const EdgeFacts facts = FactsOf(edge, meeting);
    edges_.UnBind(edge);
    edges_.Bind(edge, facts);
  }
  EdgeFacts& known = edges_.ChangeFind(edge);
  known.used = clock_;
  return known;
}

void Memo::Learn(const std::vector<std::pair<TopoDS_Edge, Meeting>>& edges) {
  std::vector<std::pair<TopoDS_Edge, Meeting>> unknown;
  for (const auto& edge : edges)
    if (!Knows(edge.first, edge.second)) unknown.push_back(edge);
  std::vector<EdgeFacts> facts(unknown.size());
  InParallel(static_cast<int>(unknown.size()),
             [&](int i) { facts[i] = FactsOf(unknown[i].first, unknown[i].second); });
  for (size_t i = 0; i < unknown.size(); ++i) {
    edges_.UnBind(unknown[i].first);
    edges_.Bind(unknown[i].first, facts[i]);
  }
}

void Memo::PassOn(const Counterparts& to) {
  for (decltype(to.faces)::Iterator pair(to.faces); pair.More(); pair.Next()) {
    const FaceFacts* known = faces_.Seek(pair.Key());
    if (known == nullptr || faces_.IsBound(pair.Value())) continue;
    FaceFacts facts = *known;
    for (std::vector<TopoDS_Shape>& loop : facts.loops)
      for (TopoDS_Shape& edge : loop) edge = to.edges.Find(edge).Oriented(edge.Orientation());
    faces_.Bind(pair.Value(), facts);
    PassOnTriangles(TopoDS::Face(pair.Key()), TopoDS::Face(pair.Value()));
  }
  for (decltype(to.edges)::Iterator pair(to.edges); pair.More(); pair.Next()) {
    const EdgeFacts* known = edges_.Seek(pair.Key());
    if (known == nullptr || edges_.IsBound(pair.Value())) continue;
    const TopoDS_Shape* one = to.faces.Seek(known->meeting.one);
    const TopoDS_Shape* other = to.faces.Seek(known->meeting.other);
    if (one == nullptr || other == nullptr) continue;
    EdgeFacts facts = *known;
    facts.meeting = {TopoDS::Face(*one), TopoDS::Face(*other), known->meeting.in_one};
    edges_.Bind(pair.Value(), facts);
  }
}

void Memo::PassOnTriangles(const TopoDS_Face& from, const TopoDS_Face& to) {
  std::vector<FaceTriangles> passed;
  const auto range = triangles_.equal_range(from.TShape().get());
  for (auto it = range.first; it != range.second; ++it)
    if (it->second.face.IsEqual(from)) passed.push_back(Passed(it->second, to));
  for (FaceTriangles& triangles : passed) Keep(std::move(triangles));
}

const FaceTriangles* Memo::Triangles(const TopoDS_Face& face, double deflection, double angle) {
  const auto range = triangles_.equal_range(face.TShape().get());
  for (auto it = range.first; it != range.second; ++it) {
    FaceTriangles& t = it->second;
    if (t.deflection != deflection || t.angle != angle || !t.face.Location().IsEqual(face.Location())) continue;
    t.used = clock_;
    return &t;
  }
  return OfSameContent(face, deflection, angle);
}

const FaceTriangles* Memo::OfSameContent(const TopoDS_Face& face, double deflection, double angle) {
  const auto alike = alike_.equal_range(LikenessOf(face));
  std::string content;
  for (auto it = alike.first; it != alike.second; ++it) {
    const auto range = triangles_.equal_range(it->second);
    for (auto other = range.first; other != range.second; ++other) {
      FaceTriangles& t = other->second;
      if (t.deflection != deflection || t.angle != angle) continue;
      std::optional<bool> same = HaveSameContentOnOneSurface(t.face, face);
      if (!same) {
        if (content.empty()) content = ContentOf(face);
        if (t.content.empty()) t.content = ContentOf(t.face);
        same = t.content == content;
      }
      if (!*same) continue;
      FaceTriangles passed = Passed(t, face);
      Keep(std::move(passed));
      return Triangles(face, deflection, angle);
    }
  }
  return nullptr;
}

void Memo::Keep(FaceTriangles triangles) {
  const TopoDS_TShape* key = triangles.face.TShape().get();
  const auto range = triangles_.equal_range(key);
  for (auto it = range.first; it != range.second;) {
    const FaceTriangles& t = it->second;
    const bool same = t.deflection == triangles.deflection && t.angle == triangles.angle;
    it = same ? triangles_.erase(it) : ++it;
  }
  triangles.used = clock_;
  triangles.likeness = LikenessOf(triangles.face);
  if (triangles_.count(key) == 0) alike_.emplace(triangles.likeness, key);
  triangles_.emplace(key, std::move(triangles));
}

}  // namespace ankerdraft

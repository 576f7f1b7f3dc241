// Whether the boundary of a body crosses itself. Where two of its faces cross, the curve along which they do either ends,
// and then at an edge of one that meets the other: edges are held against all faces exactly. Or it closes within both
// faces: then their triangles cross, and faces are held against each other exactly only where these do. Of a body that was
// looked at and has changed since only what has changed is held against what is near.
#include "crossing.h"

#include <algorithm>
#include <set>

#include <BOPAlgo_CheckerSI.hxx>
#include <BOPDS_DS.hxx>
#include <BOPDS_MapOfPair.hxx>
#include <BRep_Builder.hxx>
#include <BRep_Tool.hxx>
#include <TopExp_Explorer.hxx>
#include <TopoDS.hxx>
#include <TopoDS_Compound.hxx>

#include "shapes.h"
#include "triangles.h"

namespace ankerdraft {

using namespace kernel::v1;

namespace {

constexpr int kFewest = 8;  // triangles in a leaf

// Triangles by their boxes: faces in halves about the middle of the longest side of their boxes, and so on, then the
// triangles of each.
class Boxes {
 public:
  Boxes(const Net& net, const std::vector<bool>& is_wanted) : net_(net) {
    for (size_t t = 0; t < net.Triangles().size() / 3; ++t)
      extents_.push_back(Extent({Corner(t, 0), Corner(t, 1), Corner(t, 2)}));
    std::vector<Part> faces;
    for (size_t f = 1; f < net.FirstTriangle().size(); ++f) {
      const size_t from = net.FirstTriangle()[f - 1], to = net.FirstTriangle()[f];
      if (from == to || !is_wanted[f - 1]) continue;
      faces.push_back({extents_[from], from, to});
      for (size_t t = from; t < to; ++t) faces.back().extent.Add(extents_[t]);
    }
    if (!faces.empty()) Divide(faces, 0, faces.size(), false);
  }

  /// Calls with each two triangles of different faces whose boxes meet, once.
  template <class Seen>
  void ForMeeting(const Seen& seen) const {
    if (!nodes_.empty()) Within(0, seen);
  }

 private:
  // A face, or one of its triangles: those of the net from a number up to another.
  struct Part {
    Extent extent;
    size_t from, to;
  };

  struct Node {
    Extent extent;
    size_t from, to;    // of the order
    int left, right;    // nodes; none for a leaf
    bool is_one_face;
  };

  gp_XYZ Corner(size_t t, int k) const {
    const Float3& p = net_.Positions()[net_.Triangles()[3 * t + k]];
    return gp_XYZ(p[0], p[1], p[2]);
  }

  int Divide(std::vector<Part>& parts, size_t first, size_t end, bool is_one_face) {
    if (!is_one_face && end - first == 1) {
      std::vector<Part> triangles;
      for (size_t t = parts[first].from; t < parts[first].to; ++t) triangles.push_back({extents_[t], t, t + 1});
      return Divide(triangles, 0, triangles.size(), true);
    }
    Extent whole = parts[first].extent;
    for (size_t i = first; i < end; ++i) whole.Add(parts[i].extent);
    const int own = static_cast<int>(nodes_.size());
    nodes_.push_back({whole, order_.size(), order_.size(), -1, -1, is_one_face});
    if (is_one_face && end - first <= kFewest) {
      for (size_t i = first; i < end; ++i) order_.push_back(parts[i].from);
    } else {
      const int axis = whole.LongestSide();
      const size_t middle = (first + end) / 2;
      std::nth_element(parts.begin() + first, parts.begin() + middle, parts.begin() + end,
                       [&](const Part& a, const Part& b) { return a.extent.Middle(axis) < b.extent.Middle(axis); });
      const int left = Divide(parts, first, middle, is_one_face), right = Divide(parts, middle, end, is_one_face);
      nodes_[own].left = left;
      nodes_[own].right = right;
    }
    nodes_[own].to = order_.size();
    return own;
  }

  template <class Seen>
  void Within(int node, const Seen& seen) const {
    const Node& n = nodes_[node];
    if (n.is_one_face) return;
    Within(n.left, seen);
    Within(n.right, seen);
    Between(n.left, n.right, seen);
  }

  template <class Seen>
  void Between(int one, int other, const Seen& seen) const {
    const Node &a = nodes_[one], &b = nodes_[other];
    if (a.extent.IsApart(b.extent)) return;
    if (a.left < 0 && b.left < 0) {
      for (size_t i = a.from; i < a.to; ++i)
        for (size_t j = b.from; j < b.to; ++j) See(order_[i], order_[j], seen);
    } else if (b.left < 0 || (a.left >= 0 && a.to - a.from >= b.to - b.from)) {
      Between(a.left, other, seen);
      Between(a.right, other, seen);
    } else {
      Between(one, b.left, seen);
      Between(one, b.right, seen);
    }
  }

  template <class Seen>
  void See(size_t one, size_t other, const Seen& seen) const {
    if (!extents_[one].IsApart(extents_[other])) seen(one, other);
  }

  const Net& net_;
  std::vector<size_t> order_;
  std::vector<Extent> extents_;
  std::vector<Node> nodes_;
};

struct Triangle {
  Float3 corners[3];

  Triangle(const Net& net, size_t t) {
    for (int k = 0; k < 3; ++k) corners[k] = net.Positions()[net.Triangles()[3 * t + k]];
  }

  bool Has(const Float3& p) const { return corners[0] == p || corners[1] == p || corners[2] == p; }

  gp_XYZ At(int k) const { return gp_XYZ(corners[k][0], corners[k][1], corners[k][2]); }
};

// Whether an edge of one that ends at no corner of the other goes through it.
bool Pierces(const Triangle& one, const Triangle& other) {
  for (int k = 0; k < 3; ++k) {
    const int l = (k + 1) % 3;
    gp_XYZ at;
    if (!other.Has(one.corners[k]) && !other.Has(one.corners[l]) &&
        GoesThrough(one.At(k), one.At(l), other.At(0), other.At(1), other.At(2), at))
      return true;
  }
  return false;
}

// Whether the library finds two of the shape's parts, up to some kind of pairs, that meet without sharing what they do.
bool Interferes(const TopoDS_Shape& shape, int level, gp_Pnt& place) {
  if (shape.NbChildren() == 0) return false;
  BOPAlgo_CheckerSI checker;
  TopTools_ListOfShape arguments;
  arguments.Append(shape);
  checker.SetArguments(arguments);
  checker.SetNonDestructive(true);
  checker.SetRunParallel(false);
  checker.SetLevelOfCheck(level);
  checker.Perform();
  const BOPDS_DS& found = checker.DS();
  for (BOPDS_MapOfPair::Iterator it(found.Interferences()); it.More(); it.Next()) {
    int one, other;
    it.Value().Indices(one, other);
    if (found.IsNewShape(one) || found.IsNewShape(other)) continue;
    for (TopExp_Explorer v(found.Shape(one), TopAbs_VERTEX); v.More(); v.Next())
      place = BRep_Tool::Pnt(TopoDS::Vertex(v.Current()));
    return true;
  }
  return false;
}

// The faces near a change; the shape itself if they are all.
TopoDS_Shape Near(const TopoDS_Shape& shape, const Numbered& numbered, const Boundary::Change& change) {
  if (std::find(change.is_near.begin(), change.is_near.end(), false) == change.is_near.end()) return shape;
  TopoDS_Compound near;
  BRep_Builder builder;
  builder.MakeCompound(near);
  for (int f = 1; f <= numbered.faces.Extent(); ++f)
    if (change.is_near[f - 1]) builder.Add(near, numbered.Face(f));
  return near;
}

bool FacesInterfere(const Numbered& numbered, const std::vector<std::pair<int, int>>& pairs, gp_Pnt& place) {
  constexpr int kFacesToo = 5;
  for (const auto& pair : pairs) {
    TopoDS_Compound two;
    BRep_Builder builder;
    builder.MakeCompound(two);
    builder.Add(two, numbered.Face(pair.first));
    builder.Add(two, numbered.Face(pair.second));
    if (Interferes(two, kFacesToo, place)) return true;
  }
  return false;
}

}  // namespace

std::vector<std::pair<int, int>> CrossingFaces(const Net& net, const Boundary::Change& change) {
  std::vector<int> face_of;
  for (size_t f = 1; f < net.FirstTriangle().size(); ++f) face_of.resize(net.FirstTriangle()[f], static_cast<int>(f));
  std::set<std::pair<int, int>> found;
  Boxes(net, change.is_near).ForMeeting([&](size_t one, size_t other) {
    const std::pair<int, int> faces = std::minmax(face_of[one], face_of[other]);
    if (!change.is_new[faces.first - 1] && !change.is_new[faces.second - 1]) return;
    if (found.count(faces) > 0) return;
    const Triangle a(net, one), b(net, other);
    if (Pierces(a, b) || Pierces(b, a)) found.insert(faces);
  });
  return {found.begin(), found.end()};
}

void FindSelfIntersection(const SelfIntersection& in, ShapeStore& store, SelfIntersectionReply* out) {
  constexpr int kEdgesInFaces = 4;
  const TopoDS_Shape shape = store.Get(in.shape());
  const MeshAccuracy accuracy = {in.deflection(), in.angle()};
  const std::shared_ptr<const Boundary> before = store.clean ? store.clean : std::make_shared<Boundary>();
  std::shared_ptr<const Boundary> now;
  Boundary::Change change;
  std::vector<std::pair<int, int>> pairs;
  LookAtMesh(shape, accuracy, store.Known(), [&](const Numbered& numbered, const Net& net) {
    now = std::make_shared<Boundary>(numbered, net, accuracy, *before);
    change = now->ChangeSince(*before);
    pairs = CrossingFaces(net, change);
    return net.IsWatertight();
  });
  const Numbered numbered(shape);
  gp_Pnt place;
  const bool found =
      Interferes(Near(shape, numbered, change), kEdgesInFaces, place) || FacesInterfere(numbered, pairs, place);
  if (!found) store.clean = now;
  out->set_found(found);
  if (found) Put(place.XYZ(), out->mutable_place());
}

}  // namespace ankerdraft

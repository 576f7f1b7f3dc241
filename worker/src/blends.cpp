#include <algorithm>
#include <memory>
#include <string>
#include <vector>

#include <BRepFilletAPI_MakeChamfer.hxx>
#include <BRepFilletAPI_MakeFillet.hxx>
#include <BRep_Builder.hxx>
#include <BRep_Tool.hxx>
#include <TopExp_Explorer.hxx>
#include <TopTools_MapOfShape.hxx>
#include <TopoDS.hxx>
#include <TopoDS_Iterator.hxx>

#include "copied.h"
#include "shapes.h"

namespace ankerdraft {

using namespace kernel::v1;

namespace {

// Which faces come first in a shell. Where two blends meet at a corner whose third edge stays sharp, the library may
// trim them so that their ends miss each other by a thousandth of the radius; whether it does depends on which of the
// faces at the edges comes first.
enum class Order { kCommonLast, kCommonFirst };

// mm: the library's blends are truer than that; where two of them miss each other by more, the mesher may leave out a face.
constexpr double kUsualTolerance = 2e-3;

bool BlendsMeet(const TopoDS_Shape& result) {
  return BRep_Tool::MaxTolerance(result, TopAbs_EDGE) <= kUsualTolerance &&
         BRep_Tool::MaxTolerance(result, TopAbs_VERTEX) <= kUsualTolerance;
}

// What the shape is without what it consists of, as it stands in none: parts are added to such a one as they are.
TopoDS_Shape Emptied(const TopoDS_Shape& shape) {
  return shape.EmptyCopied().Located(TopLoc_Location()).Oriented(TopAbs_FORWARD);
}

// The same solid, its faces by how many of their edges are chosen.
TopoDS_Shape Ordered(Order order, const TopoDS_Shape& shape, const TopTools_MapOfShape& chosen) {
  const int sign = order == Order::kCommonLast ? 1 : -1;
  const auto rank = [&](const TopoDS_Shape& face) {
    int n = 0;
    for (TopExp_Explorer e(face, TopAbs_EDGE); e.More(); e.Next()) n += chosen.Contains(e.Current()) ? sign : 0;
    return n;
  };
  const BRep_Builder builder;
  TopoDS_Shape solid = Emptied(shape);
  for (TopoDS_Iterator shells(shape, false, false); shells.More(); shells.Next()) {
    std::vector<std::pair<int, TopoDS_Shape>> faces;
    for (TopoDS_Iterator f(shells.Value(), false, false); f.More(); f.Next())
      faces.emplace_back(rank(f.Value()), f.Value());
    std::stable_sort(faces.begin(), faces.end(), [](const auto& a, const auto& b) { return a.first < b.first; });
    TopoDS_Shape shell = Emptied(shells.Value());
    for (const auto& [n, face] : faces) builder.Add(shell, face);
    shell.Closed(shells.Value().Closed());
    builder.Add(solid, shell.Oriented(shells.Value().Orientation()).Located(shells.Value().Location()));
  }
  return solid.Oriented(shape.Orientation()).Located(shape.Location());
}

Refused Refusal(const BRepFilletAPI_MakeFillet& maker, const Numbered& numbered) {
  Refused r{"refused", "the round does not fit"};
  for (int i = 1; i <= maker.NbFaultyContours(); ++i) {
    // One that the library has dropped meanwhile has a number past the last: asked for its edges, it would crash.
    const int contour = maker.FaultyContour(i);
    if (contour < 1 || contour > maker.NbContours()) continue;
    for (int j = 1; j <= maker.NbEdges(contour); ++j)
      r.edges.push_back(numbered.edges.FindIndex(maker.Edge(contour, j)));
  }
  return r;
}

Refused Refusal(const BRepFilletAPI_MakeChamfer&, const Numbered&) {
  return Refused{"refused", "the chamfer does not fit"};
}

template <class Maker>
std::unique_ptr<Maker> Built(const kernel::v1::Blend& in, const TopoDS_Shape& shape, const Numbered& numbered,
                             const char* what) {
  auto maker = std::make_unique<Maker>(shape);
  for (const EdgeBlend& b : in.edges()) {
    const TopoDS_Edge edge = TopoDS::Edge(numbered.Edge(b.edge()));
    if (maker->Contour(edge) == 0) maker->Add(b.size(), edge);
    if (maker->Contour(edge) == 0)
      throw Refused{"refused", std::string("the edge cannot carry a ") + what, {}, {b.edge()}};
  }
  maker->Build();
  return maker;
}

template <class Maker>
void Reply(Maker& maker, const Copied& copied, ShapeStore& store, ShapeReply* out) {
  const TopoDS_Shape result = Unwrapped(maker.Shape());
  copied.PassOn(result, store.Known());
  RecordOrigins(copied.Shape(), 0, MakerHistory<Maker>(maker), result, GeneratedFromFace::kIsNew, store.Known(), out);
  Describe(result, store, out);
}

template <class Maker>
void Blended(const kernel::v1::Blend& in, const Copied& copied, const char* what, ShapeStore& store, ShapeReply* out) {
  const TopoDS_Shape& shape = copied.Shape();
  const Numbered numbered(shape);
  const auto plain = Built<Maker>(in, shape, numbered, what);
  if (!plain->IsDone()) throw Refusal(*plain, numbered);
  Reply(*plain, copied, store, out);
  const bool sound = out->proof().valid();
  if ((sound && BlendsMeet(Unwrapped(plain->Shape()))) || shape.ShapeType() != TopAbs_SOLID) return;
  TopTools_MapOfShape chosen;
  for (const EdgeBlend& b : in.edges()) chosen.Add(numbered.Edge(b.edge()));
  for (const Order order : {Order::kCommonLast, Order::kCommonFirst}) {
    const auto other = Built<Maker>(in, Ordered(order, shape, chosen), numbered, what);
    if (!other->IsDone() || !IsSound(Unwrapped(other->Shape()), store.Known())) continue;
    if (sound && !BlendsMeet(Unwrapped(other->Shape()))) continue;
    store.Remove(out->shape());
    out->Clear();
    Reply(*other, copied, store, out);
    return;
  }
}

}  // namespace

void Blend(const kernel::v1::Blend& in, ShapeStore& store, ShapeReply* out) {
  const Copied copied(store.Get(in.shape()));
  if (in.edges_size() == 0) throw Refused{"invalid-input", "no edges are chosen"};
  if (in.kind() == BLEND_ROUND)
    Blended<BRepFilletAPI_MakeFillet>(in, copied, "round", store, out);
  else
    Blended<BRepFilletAPI_MakeChamfer>(in, copied, "chamfer", store, out);
}

}  // namespace ankerdraft

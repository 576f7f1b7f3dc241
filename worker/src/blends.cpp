#include <BRepFilletAPI_MakeChamfer.hxx>
#include <BRepFilletAPI_MakeFillet.hxx>
#include <TopoDS.hxx>

#include "shapes.h"

namespace ankerdraft {

using namespace kernel::v1;

namespace {

template <class Maker>
void Finish(Maker& maker, const TopoDS_Shape& shape, ShapeStore& store, ShapeReply* out) {
  const TopoDS_Shape result = Unwrapped(maker.Shape());
  RecordOrigins(shape, 0, MakerHistory<Maker>(maker), result, GeneratedFromFace::kIsNew, out);
  Describe(result, store, out);
}

void Round(const kernel::v1::Blend& in, const TopoDS_Shape& shape, const Numbered& numbered, ShapeStore& store,
           ShapeReply* out) {
  BRepFilletAPI_MakeFillet maker(shape);
  for (const EdgeBlend& b : in.edges()) {
    const TopoDS_Edge edge = TopoDS::Edge(numbered.Edge(b.edge()));
    if (maker.Contour(edge) == 0) maker.Add(b.size(), edge);
    if (maker.Contour(edge) == 0) throw Refused{"refused", "the edge cannot carry a round", {}, {b.edge()}};
  }
  maker.Build();
  if (!maker.IsDone()) {
    Refused r{"refused", "the round does not fit"};
    for (int i = 1; i <= maker.NbFaultyContours(); ++i) {
      const int contour = maker.FaultyContour(i);
      for (int j = 1; j <= maker.NbEdges(contour); ++j)
        r.edges.push_back(numbered.edges.FindIndex(maker.Edge(contour, j)));
    }
    throw r;
  }
  Finish(maker, shape, store, out);
}

void Chamfer(const kernel::v1::Blend& in, const TopoDS_Shape& shape, const Numbered& numbered, ShapeStore& store,
             ShapeReply* out) {
  BRepFilletAPI_MakeChamfer maker(shape);
  for (const EdgeBlend& b : in.edges()) {
    const TopoDS_Edge edge = TopoDS::Edge(numbered.Edge(b.edge()));
    if (maker.Contour(edge) == 0) maker.Add(b.size(), edge);
    if (maker.Contour(edge) == 0) throw Refused{"refused", "the edge cannot carry a chamfer", {}, {b.edge()}};
  }
  maker.Build();
  if (!maker.IsDone()) throw Refused{"refused", "the chamfer does not fit"};
  Finish(maker, shape, store, out);
}

}  // namespace

void Blend(const kernel::v1::Blend& in, ShapeStore& store, ShapeReply* out) {
  const TopoDS_Shape shape = CopyOf(store.Get(in.shape()));
  const Numbered numbered(shape);
  if (in.edges_size() == 0) throw Refused{"invalid-input", "no edges are chosen"};
  if (in.kind() == BLEND_ROUND)
    Round(in, shape, numbered, store, out);
  else
    Chamfer(in, shape, numbered, store, out);
}

}  // namespace ankerdraft

#include "copied.h"

#include <BRep_Tool.hxx>
#include <TopExp_Explorer.hxx>
#include <TopoDS.hxx>

namespace ankerdraft {

namespace {

// Operations may widen the tolerances of edges and corners that they leave where they are.
bool HasToleranceOf(const TopoDS_Face& original, const TopoDS_Face& copy) {
  if (BRep_Tool::Tolerance(original) != BRep_Tool::Tolerance(copy)) return false;
  TopExp_Explorer e(copy, TopAbs_EDGE), v(copy, TopAbs_VERTEX);
  for (TopExp_Explorer of(original, TopAbs_EDGE); of.More(); of.Next(), e.Next()) {
    if (!e.More()) return false;
    if (BRep_Tool::Tolerance(TopoDS::Edge(of.Current())) != BRep_Tool::Tolerance(TopoDS::Edge(e.Current()))) return false;
  }
  for (TopExp_Explorer of(original, TopAbs_VERTEX); of.More(); of.Next(), v.Next()) {
    if (!v.More()) return false;
    if (BRep_Tool::Tolerance(TopoDS::Vertex(of.Current())) != BRep_Tool::Tolerance(TopoDS::Vertex(v.Current())))
      return false;
  }
  return !e.More() && !v.More();
}

}  // namespace

Copied::Copied(const TopoDS_Shape& original) : original_(original), copy_(CopyOf(original)) {}

void Copied::PassOn(const TopoDS_Shape& result, Memo& memo) const {
  const KnownParts from = memo.PartsOf(original_), of_result = memo.PartsOf(result);
  const Numbered copied(copy_);
  Counterparts known;
  for (int i = 1; i <= copied.faces.Extent(); ++i) {
    const int there = of_result->numbered.faces.FindIndex(copied.faces.FindKey(i));
    if (there == 0) continue;
    const TopoDS_Face face = of_result->Face(there);
    if (face.IsEqual(copied.faces.FindKey(i)) && HasToleranceOf(from->Face(i), face)) known.faces.Bind(from->Face(i), face);
  }
  for (int i = 1; i <= copied.edges.Extent(); ++i) known.edges.Bind(from->Edge(i), copied.edges.FindKey(i));
  memo.PassOn(known);
}

}  // namespace ankerdraft

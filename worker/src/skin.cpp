// Faces of a shape by themselves.
#include <set>
#include <vector>

#include <BRep_Builder.hxx>
#include <TopExp.hxx>
#include <TopExp_Explorer.hxx>
#include <TopTools_IndexedDataMapOfShapeListOfShape.hxx>
#include <TopoDS_Compound.hxx>
#include <TopoDS_Shell.hxx>

#include "shapes.h"

namespace ankerdraft {

using namespace kernel::v1;

namespace {

// Takes a face and all that hang together with it by edges out of what is left, into a shell.
TopoDS_Shell ShellFrom(const TopoDS_Shape& first, const TopTools_IndexedDataMapOfShapeListOfShape& owners,
                       TopTools_IndexedMapOfShape& taken) {
  BRep_Builder builder;
  TopoDS_Shell shell;
  builder.MakeShell(shell);
  std::vector<TopoDS_Shape> waiting{first};
  taken.Add(first);
  while (!waiting.empty()) {
    const TopoDS_Shape face = waiting.back();
    waiting.pop_back();
    builder.Add(shell, face);
    for (TopExp_Explorer e(face, TopAbs_EDGE); e.More(); e.Next())
      for (const TopoDS_Shape& beside : owners.FindFromKey(e.Current())) {
        if (taken.Contains(beside)) continue;
        taken.Add(beside);
        waiting.push_back(beside);
      }
  }
  return shell;
}

}  // namespace

void Skin(const kernel::v1::Skin& in, ShapeStore& store, ShapeReply* out) {
  if (in.faces_size() == 0) throw Refused{"invalid-input", "a surface needs at least one face"};
  const Numbered numbered(store.Get(in.shape()));
  BRep_Builder builder;
  TopoDS_Compound faces, shells;
  builder.MakeCompound(faces);
  builder.MakeCompound(shells);
  const std::set<int> chosen(in.faces().begin(), in.faces().end());
  for (const int f : chosen) builder.Add(faces, numbered.Face(f));
  TopTools_IndexedDataMapOfShapeListOfShape owners;
  TopExp::MapShapesAndAncestors(faces, TopAbs_EDGE, TopAbs_FACE, owners);
  TopTools_IndexedMapOfShape taken;
  for (const int f : chosen)
    if (!taken.Contains(numbered.Face(f))) builder.Add(shells, ShellFrom(numbered.Face(f), owners, taken));
  const TopoDS_Shape result = Unwrapped(shells);
  const Numbered made(result);
  for (const int f : chosen) {
    Origin* o = out->add_origins();
    o->set_face(made.faces.FindIndex(numbered.Face(f)));
    o->set_kind(ORIGIN_FACE_KEPT);
    o->set_source(f);
  }
  Describe(result, store, out);
}

}  // namespace ankerdraft

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
#include "skin.h"

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

std::vector<TopoDS_Shell> ShellsOf(const std::vector<TopoDS_Shape>& faces) {
  BRep_Builder builder;
  TopoDS_Compound all;
  builder.MakeCompound(all);
  for (const TopoDS_Shape& face : faces) builder.Add(all, face);
  TopTools_IndexedDataMapOfShapeListOfShape owners;
  TopExp::MapShapesAndAncestors(all, TopAbs_EDGE, TopAbs_FACE, owners);
  TopTools_IndexedMapOfShape taken;
  std::vector<TopoDS_Shell> shells;
  for (const TopoDS_Shape& face : faces)
    if (!taken.Contains(face)) shells.push_back(ShellFrom(face, owners, taken));
  return shells;
}

void Skin(const kernel::v1::Skin& in, ShapeStore& store, ShapeReply* out) {
  if (in.faces_size() == 0) throw Refused{"invalid-input", "a surface needs at least one face"};
  const Numbered numbered(store.Get(in.shape()));
  const std::set<int> chosen(in.faces().begin(), in.faces().end());
  std::vector<TopoDS_Shape> faces;
  for (const int f : chosen) faces.push_back(numbered.Face(f));
  BRep_Builder builder;
  TopoDS_Compound shells;
  builder.MakeCompound(shells);
  for (const TopoDS_Shell& shell : ShellsOf(faces)) builder.Add(shells, shell);
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

#include "filled.h"

#include <set>

#include <BRepTools.hxx>
#include <BRep_Builder.hxx>
#include <Standard_Failure.hxx>
#include <TopExp_Explorer.hxx>
#include <TopoDS.hxx>
#include <TopoDS_Iterator.hxx>
#include <TopoDS_Shell.hxx>
#include <TopoDS_Solid.hxx>
#include <TopoDS_Wire.hxx>

namespace ankerdraft {

namespace {

class Filling {
 public:
  Filling(const Numbered& numbered, const std::vector<int>& gone)
      : numbered_(numbered), uses_(numbered), gone_(gone.begin(), gone.end()) {}

  /// Null where a contour is left in part, or is an outer one.
  TopoDS_Shape Done(const TopoDS_Shape& shape, FaceHistory& history) {
    TopoDS_Solid solid;
    builder_.MakeSolid(solid);
    for (TopExp_Explorer s(shape, TopAbs_SHELL); s.More(); s.Next()) {
      TopoDS_Shell shell;
      builder_.MakeShell(shell);
      for (TopExp_Explorer f(s.Current(), TopAbs_FACE); f.More(); f.Next()) {
        const int number = numbered_.faces.FindIndex(f.Current());
        if (gone_.count(number) != 0) continue;
        const TopoDS_Face left = Whole(TopoDS::Face(f.Current()));
        if (left.IsNull()) return {};
        history.Became(numbered_.Face(number), left);
        builder_.Add(shell, left);
      }
      if (shell.NbChildren() == 0) continue;
      shell.Closed(true);
      builder_.Add(solid, shell);
    }
    return solid;
  }

 private:
  TopoDS_Face Whole(const TopoDS_Face& face) {
    const TopoDS_Face forward = TopoDS::Face(face.Oriented(TopAbs_FORWARD));
    const TopoDS_Wire outer = BRepTools::OuterWire(forward);
    TopoDS_Face made = TopoDS::Face(forward.EmptyCopied());
    bool changes = false;
    for (TopoDS_Iterator wire(forward); wire.More(); wire.Next()) {
      int edges = 0, going = 0;
      for (TopExp_Explorer e(wire.Value(), TopAbs_EDGE); e.More(); e.Next(), ++edges)
        if (uses_.IsBesideOneOf(gone_, numbered_.edges.FindIndex(e.Current()))) ++going;
      if (going == 0)
        builder_.Add(made, wire.Value());
      else if (going < edges || wire.Value().IsSame(outer))
        return {};
      else
        changes = true;
    }
    if (!changes) return face;
    builder_.NaturalRestriction(made, false);
    return TopoDS::Face(made.Oriented(face.Orientation()));
  }

  const Numbered& numbered_;
  const EdgeUses uses_;
  const std::set<int> gone_;
  BRep_Builder builder_;
};

}  // namespace

std::optional<Leaned> Filled(const TopoDS_Shape& shape, const Numbered& numbered, const std::vector<int>& gone, Memo& memo) {
  try {
    TopExp_Explorer solids(shape, TopAbs_SOLID);
    if (solids.More()) solids.Next();
    if (solids.More()) return std::nullopt;
    Leaned out;
    out.shape = Filling(numbered, gone).Done(shape, out.history);
    if (out.shape.IsNull() || !IsSound(out.shape, memo)) return std::nullopt;
    return out;
  } catch (const Standard_Failure&) {
    return std::nullopt;
  }
}

}  // namespace ankerdraft

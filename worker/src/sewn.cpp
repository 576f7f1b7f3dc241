#include "sewn.h"

#include <BRepBuilderAPI_MakeSolid.hxx>
#include <BRepBuilderAPI_Sewing.hxx>
#include <TopExp_Explorer.hxx>
#include <TopoDS.hxx>
#include <TopoDS_Shell.hxx>

#include "shapes.h"
#include "skin.h"
#include "wires.h"

namespace ankerdraft {

TopoDS_Shape SewnShell(const std::vector<TopoDS_Face>& faces, std::vector<TopoDS_Shape>& become) {
  constexpr double kSewing = 1e-5;
  BRepBuilderAPI_Sewing sewing(kSewing);
  for (const TopoDS_Face& face : faces) sewing.Add(face);
  sewing.Perform();
  std::vector<TopoDS_Shape> all;
  for (TopExp_Explorer e(sewing.SewedShape(), TopAbs_FACE); e.More(); e.Next()) all.push_back(e.Current());
  const std::vector<TopoDS_Shell> shells = ShellsOf(all);
  if (shells.size() != 1) throw Refused{"refused", "the sides of the skin do not meet"};
  for (const TopoDS_Face& face : faces) become.push_back(sewing.IsModified(face) ? sewing.Modified(face) : face);
  return shells.front();
}

TopoDS_Shape SewnSolid(const std::vector<TopoDS_Face>& faces, std::vector<TopoDS_Shape>& become) {
  TopoDS_Shape shell = SewnShell(faces, become);
  shell.Closed(true);
  TopoDS_Shape result = BRepBuilderAPI_MakeSolid(TopoDS::Shell(shell)).Shape();
  TurnOutwards(result);
  return result;
}

}  // namespace ankerdraft

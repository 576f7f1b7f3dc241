#include "sewn.h"

#include <BRepBuilderAPI_MakeSolid.hxx>
#include <BRepBuilderAPI_Sewing.hxx>
#include <TopExp_Explorer.hxx>
#include <TopoDS.hxx>
#include <TopoDS_Shell.hxx>

#include "shapes.h"
#include "wires.h"

namespace ankerdraft {

TopoDS_Shape SewnSolid(const std::vector<TopoDS_Face>& faces, std::vector<TopoDS_Shape>& become) {
  constexpr double kSewing = 1e-5;
  BRepBuilderAPI_Sewing sewing(kSewing);
  for (const TopoDS_Face& face : faces) sewing.Add(face);
  sewing.Perform();
  TopExp_Explorer shell(sewing.SewedShape(), TopAbs_SHELL);
  if (!shell.More()) throw Refused{"refused", "the sides of the skin do not meet"};
  BRepBuilderAPI_MakeSolid solid(TopoDS::Shell(shell.Current()));
  TopoDS_Shape result = solid.Shape();
  TurnOutwards(result);
  for (const TopoDS_Face& face : faces) become.push_back(sewing.Modified(face));
  return result;
}

}  // namespace ankerdraft

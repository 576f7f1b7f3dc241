// A plate with bosses by the geometry library alone, one fuse after the other and nothing else: what the benchmark of
// many bosses is measured against. Usage: fuses COUNT...; prints a count and milliseconds on each line.
#include <chrono>
#include <cmath>
#include <cstdio>
#include <cstdlib>

#include <BRepAlgoAPI_Fuse.hxx>
#include <BRepBuilderAPI_MakeEdge.hxx>
#include <BRepBuilderAPI_MakeFace.hxx>
#include <BRepBuilderAPI_MakeWire.hxx>
#include <BRepOffsetAPI_DraftAngle.hxx>
#include <BRepPrimAPI_MakeBox.hxx>
#include <BRepPrimAPI_MakePrism.hxx>
#include <TopExp_Explorer.hxx>
#include <TopoDS.hxx>
#include <TopoDS_Face.hxx>
#include <gp_Circ.hxx>
#include <gp_Pln.hxx>

namespace {

constexpr double kSide = 300, kThickness = 3, kReach = 280;

// Diameter 5, height 8, tapered 1 deg.
TopoDS_Shape Boss(double x, double y) {
  const gp_Pln foot(gp_Pnt(x, y, kThickness), gp::DZ());
  const gp_Circ circle(gp_Ax2(gp_Pnt(x, y, kThickness), gp::DZ()), 2.5);
  const TopoDS_Face base =
      BRepBuilderAPI_MakeFace(foot, BRepBuilderAPI_MakeWire(BRepBuilderAPI_MakeEdge(circle)).Wire()).Face();
  const TopoDS_Shape prism = BRepPrimAPI_MakePrism(base, gp_Vec(0, 0, 8)).Shape();
  BRepOffsetAPI_DraftAngle draft(prism);
  for (TopExp_Explorer e(prism, TopAbs_FACE); e.More(); e.Next()) {
    const TopoDS_Face face = TopoDS::Face(e.Current());
    if (!face.IsSame(base) && BRep_Tool::Surface(face)->DynamicType()->Name() != std::string("Geom_Plane"))
      draft.Add(face, gp::DZ(), M_PI / 180, foot);
  }
  draft.Build();
  return draft.Shape();
}

double Milliseconds(int count) {
  const auto start = std::chrono::steady_clock::now();
  TopoDS_Shape body =
      BRepPrimAPI_MakeBox(gp_Pnt(-kSide / 2, -kSide / 2, 0), kSide, kSide, kThickness).Shape();
  const int row = static_cast<int>(std::ceil(std::sqrt(count)));
  const double pitch = kReach / row;
  for (int i = 0; i < count; ++i)
    body = BRepAlgoAPI_Fuse(body, Boss(-kReach / 2 + pitch * (i % row + 0.5), -kReach / 2 + pitch * (i / row + 0.5)))
               .Shape();
  int faces = 0;
  for (TopExp_Explorer e(body, TopAbs_FACE); e.More(); e.Next()) ++faces;
  if (faces != 6 + 2 * count) std::fprintf(stderr, "%d faces instead of %d\n", faces, 6 + 2 * count);
  return std::chrono::duration<double, std::milli>(std::chrono::steady_clock::now() - start).count();
}

}  // namespace

int main(int count, char** values) {
  for (int i = 1; i < count; ++i) std::printf("%s %.1f\n", values[i], Milliseconds(std::atoi(values[i])));
  return 0;
}

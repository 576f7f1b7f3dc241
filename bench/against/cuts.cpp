// A plate with round holes by the geometry library alone, all cut at once and nothing else: what the benchmark of
// patterns is measured against. Usage: cuts COUNT...; prints a count and milliseconds on each line.
#include <chrono>
#include <cstdio>
#include <cstdlib>

#include <BRepAlgoAPI_Cut.hxx>
#include <BRepPrimAPI_MakeBox.hxx>
#include <BRepPrimAPI_MakeCylinder.hxx>
#include <TopExp_Explorer.hxx>
#include <TopTools_ListOfShape.hxx>

namespace {

constexpr int kColumns = 20;
constexpr double kPitch = 14;

double Milliseconds(int count) {
  TopTools_ListOfShape plate, holes;
  plate.Append(BRepPrimAPI_MakeBox(gp_Pnt(-10, -10, 0), 300, 300, 3).Shape());
  for (int i = 0; i < count; ++i) {
    const gp_Pnt at(kPitch * (i % kColumns), kPitch * (i / kColumns), -1);
    holes.Append(BRepPrimAPI_MakeCylinder(gp_Ax2(at, gp::DZ()), 2.5, 5).Shape());
  }
  const auto start = std::chrono::steady_clock::now();
  BRepAlgoAPI_Cut cut;
  cut.SetArguments(plate);
  cut.SetTools(holes);
  cut.Build();
  const double ms = std::chrono::duration<double, std::milli>(std::chrono::steady_clock::now() - start).count();
  int faces = 0;
  for (TopExp_Explorer e(cut.Shape(), TopAbs_FACE); e.More(); e.Next()) ++faces;
  if (faces != 6 + count) std::fprintf(stderr, "%d faces instead of %d\n", faces, 6 + count);
  return ms;
}

}  // namespace

int main(int count, char** values) {
  for (int i = 1; i < count; ++i) std::printf("%s %.1f\n", values[i], Milliseconds(std::atoi(values[i])));
  return 0;
}

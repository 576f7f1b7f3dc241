#include "content.h"

#include <sstream>

#include <BRepAdaptor_Surface.hxx>
#include <BRep_Tool.hxx>
#include <BinTools.hxx>
#include <TopExp_Explorer.hxx>
#include <TopoDS.hxx>

#include "bits.h"

namespace ankerdraft {

uint64_t LikenessOf(const TopoDS_Face& face) {
  uint64_t hash = Mixed(static_cast<uint64_t>(BRepAdaptor_Surface(face, false).GetType()) + 1);
  for (TopExp_Explorer v(face, TopAbs_VERTEX); v.More(); v.Next()) {
    const gp_Pnt p = BRep_Tool::Pnt(TopoDS::Vertex(v.Current()));
    for (int i = 1; i <= 3; ++i) hash = Mixed(hash ^ BitsOf(p.Coord(i)));
  }
  return hash;
}

std::string ContentOf(const TopoDS_Face& face) {
  std::ostringstream bytes;
  BinTools::Write(face, bytes, false, false, BinTools_FormatVersion_CURRENT);
  return bytes.str();
}

}  // namespace ankerdraft

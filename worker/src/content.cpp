#include "content.h"

#include <sstream>

#include <BRepAdaptor_Surface.hxx>
#include <BRep_Tool.hxx>
#include <BinTools.hxx>
#include <TopExp_Explorer.hxx>
#include <TopoDS.hxx>
#include <TopoDS_Iterator.hxx>

#include "bits.h"

namespace ankerdraft {

namespace {

std::string BytesWithoutTriangles(const TopoDS_Shape& shape) {
  std::ostringstream bytes;
  BinTools::Write(shape, bytes, false, false, BinTools_FormatVersion_CURRENT);
  return bytes.str();
}

}  // namespace

uint64_t LikenessOf(const TopoDS_Face& face) {
  uint64_t hash = Mixed(static_cast<uint64_t>(BRepAdaptor_Surface(face, false).GetType()) + 1);
  for (TopExp_Explorer v(face, TopAbs_VERTEX); v.More(); v.Next()) {
    const gp_Pnt p = BRep_Tool::Pnt(TopoDS::Vertex(v.Current()));
    for (int i = 1; i <= 3; ++i) hash = Mixed(hash ^ BitsOf(p.Coord(i)));
  }
  return hash;
}

std::string ContentOf(const TopoDS_Face& face) { return BytesWithoutTriangles(face); }

std::optional<bool> HaveSameContentOnOneSurface(const TopoDS_Face& a, const TopoDS_Face& b) {
  TopLoc_Location at_a, at_b;
  if (BRep_Tool::Surface(a, at_a) != BRep_Tool::Surface(b, at_b)) return std::nullopt;
  if (!at_a.IsEqual(at_b) || a.Orientation() != b.Orientation() || a.NbChildren() != b.NbChildren() ||
      BRep_Tool::Tolerance(a) != BRep_Tool::Tolerance(b) ||
      BRep_Tool::NaturalRestriction(a) != BRep_Tool::NaturalRestriction(b))
    return false;
  TopoDS_Iterator of_b(b);
  for (TopoDS_Iterator of_a(a); of_a.More(); of_a.Next(), of_b.Next()) {
    if (of_a.Value().IsEqual(of_b.Value())) continue;
    if (BytesWithoutTriangles(of_a.Value()) != BytesWithoutTriangles(of_b.Value())) return false;
  }
  return true;
}

}  // namespace ankerdraft

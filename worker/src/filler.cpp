#include "filler.h"

#include <map>

#include <BOPDS_DS.hxx>
#include <BOPDS_Iterator.hxx>
#include <BOPDS_Pair.hxx>
#include <BOPDS_Tools.hxx>
#include <BRepAdaptor_Surface.hxx>
#include <TopoDS.hxx>

#include "reach.h"

namespace ankerdraft {

namespace {

// mm; what lies nearer is left to the library.
constexpr double kGap = 0.01;

// Pairs of sub-shapes that may meet, as the library found them by their boxes, less those that are known to lie apart.
class Sifted : public BOPDS_Iterator {
 public:
  Sifted(BOPDS_Iterator& all, BOPDS_DS& shapes, const Handle(NCollection_BaseAllocator)& allocator)
      : BOPDS_Iterator(allocator), shapes_(shapes) {
    SetDS(&shapes);
    constexpr TopAbs_ShapeEnum kinds[] = {TopAbs_VERTEX, TopAbs_EDGE, TopAbs_FACE, TopAbs_SOLID};
    for (const TopAbs_ShapeEnum one : kinds)
      for (const TopAbs_ShapeEnum other : kinds)
        if (other <= one) Take(all, one, other);
  }

 private:
  void Take(BOPDS_Iterator& all, TopAbs_ShapeEnum one, TopAbs_ShapeEnum other) {
    const int list = BOPDS_Tools::TypeToInteger(one, other);
    if (list < 0) return;
    for (all.Initialize(one, other); all.More(); all.Next()) {
      int a, b;
      all.Value(a, b);
      if (one == TopAbs_FACE && other == TopAbs_FACE && LieApart(a, b)) continue;
      myLists.ChangeValue(list).Append(BOPDS_Pair(std::min(a, b), std::max(a, b)));
    }
  }

  bool LieApart(int a, int b) {
    // For planes the library sees it soon.
    return !(IsPlane(a) && IsPlane(b)) && AreApart(ReachOf(a), ReachOf(b), kGap);
  }

  bool IsPlane(int face) const {
    return BRepAdaptor_Surface(TopoDS::Face(shapes_.Shape(face)), false).GetType() == GeomAbs_Plane;
  }

  const Reach& ReachOf(int face) {
    const auto known = reaches_.find(face);
    return known != reaches_.end() ? known->second
                                   : reaches_.emplace(face, Reach(TopoDS::Face(shapes_.Shape(face)))).first->second;
  }

  const BOPDS_DS& shapes_;
  std::map<int, Reach> reaches_;
};

}  // namespace

void Filler::Init(const Message_ProgressRange& range) {
  BOPAlgo_PaveFiller::Init(range);
  if (HasErrors()) return;
  BOPDS_Iterator* sifted = new Sifted(*myIterator, *myDS, myAllocator);
  sifted->SetRunParallel(myRunParallel);
  delete myIterator;
  myIterator = sifted;
}

}  // namespace ankerdraft

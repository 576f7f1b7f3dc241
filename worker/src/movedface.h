#pragma once
#include <optional>
#include <vector>

#include <BRepAdaptor_Surface.hxx>
#include <TopoDS_Face.hxx>
#include <gp_Pnt.hxx>
#include <gp_Pnt2d.hxx>
#include <gp_Vec.hxx>

namespace ankerdraft {

/// The surface of a face, going on beyond its borders, moved along its outward normals. A place of it is known by its
/// foot, the parameters of the place on the face from which it has moved.
class MovedFace {
 public:
  /// @param outwards mm; negative moves it into the material
  MovedFace(const TopoDS_Face& face, double outwards);

  double Outwards() const { return outwards_; }
  bool IsPlane() const { return surface_.GetType() == GeomAbs_Plane; }
  /// The same in closed form with the same parameters; null where there is none.
  Handle(Geom_Surface) ClosedForm() const;

  gp_Pnt At(const gp_Pnt2d& foot) const;
  gp_Vec NormalAt(const gp_Pnt2d& foot) const;
  /// The place on the face itself that is nearest to a point.
  ///
  /// @param from where to begin to look for it
  gp_Pnt2d FootOf(const gp_Pnt& p, const gp_Pnt2d& from) const;
  /// How far a point lies outside the moved surface, mm.
  ///
  /// @param foot where to begin to look for the place nearest to it, and that place
  double GapTo(const gp_Pnt& p, gp_Pnt2d& foot) const;
  /// Whether no curve through the place is so tight that its offset would turn back.
  bool IsOpenAt(const gp_Pnt2d& foot) const;

 private:
  BRepAdaptor_Surface surface_;
  TopoDS_Face face_;
  double outwards_, sign_;
};

/// A moved face with the foot of a place.
struct OnFace {
  const MovedFace* face;
  gp_Pnt2d foot;
};

/// A plane that a place is to lie in.
struct Station {
  gp_Pnt at;
  gp_Vec across;
};

/// Where moved faces meet, found from near by.
struct Meet {
  gp_Pnt place;
  std::vector<OnFace> faces;
  std::optional<Station> station;

  /// Newton's method; false where they do not all meet in one place.
  bool Find();
};

}  // namespace ankerdraft

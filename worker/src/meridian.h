#pragma once
#include <optional>
#include <vector>

#include <BRepAdaptor_Surface.hxx>
#include <TopoDS_Face.hxx>
#include <gp_Ax1.hxx>
#include <gp_Pnt2d.hxx>
#include <gp_Vec2d.hxx>

namespace ankerdraft {

/// The meridian of a face that is turned about an axis by a whole turn: a curve over the distance from the axis and the
/// height along it, negative distances lying across. It is run through with the material on its left, and goes on beyond
/// its ends.
class Meridian {
 public:
  /// Nothing where the face is not turned about the axis by a whole turn.
  static std::optional<Meridian> Of(const TopoDS_Face& face, const gp_Ax1& axis);

  double Begin() const { return begin_; }
  double End() const { return end_; }

  /// A place moved along the outward normal.
  gp_Pnt2d At(double t, double outwards) const;
  /// How the moved place goes on with the parameter.
  gp_Vec2d WayAt(double t, double outwards) const;
  /// Unit, out of the material; it depends on the curve only, also where that meets the axis.
  gp_Vec2d NormalAt(double t) const;
  /// Whether the moved curve does not turn back there.
  bool IsOpenAt(double t, double outwards) const;

 private:
  struct Place {
    gp_Pnt2d at;
    gp_Vec2d way, bend;
  };

  Meridian(const TopoDS_Face& face, const gp_Ax1& axis) : surface_(face, false), axis_(axis) {}
  bool FindPlane(const TopoDS_Face& face);
  bool FindTurned(const TopoDS_Face& face);
  void Orient(const TopoDS_Face& face);
  Place On(double t) const;
  double Stretch(const Place& on, double outwards) const;

  BRepAdaptor_Surface surface_;
  gp_Ax1 axis_;
  gp_Dir beside_ = gp::DX();        // from the axis to the meridian
  double turn_ = 0, height_ = 0;    // where on the surface it runs; of a plane, how high it lies
  double begin_ = 0, end_ = 0;
  double right_ = 1;                // 1 if the normal is to the right as the parameter grows
};

}  // namespace ankerdraft

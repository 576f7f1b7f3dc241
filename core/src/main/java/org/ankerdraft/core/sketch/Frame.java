package org.ankerdraft.core.sketch;

import org.ankerdraft.kernel.Motion;
import org.ankerdraft.vectors.Plane;
import org.ankerdraft.vectors.Vec3;
import org.ankerdraft.vectors.Xy;

/** A plane with axes: where a sketch's (0, 0) lies and where its x and y run. */
public record Frame(Vec3 origin, Vec3 x, Vec3 y) {

  public Vec3 normal() {
    return x.cross(y);
  }

  public Plane plane() {
    return new Plane(origin, normal());
  }

  /** The foot of a point on the plane, in the frame's own coordinates. */
  public Xy flat(Vec3 p) {
    Vec3 d = p.minus(origin);
    return new Xy(d.dot(x), d.dot(y));
  }

  public Vec3 at(double u, double v) {
    return origin.plus(x.times(u)).plus(y.times(v));
  }

  /**
   * The frame in another place.
   *
   * @param by a movement that mirrors nothing
   */
  public Frame moved(Motion by) {
    return new Frame(by.of(origin), by.ofDirection(x), by.ofDirection(y));
  }

  public Frame offset(double distance) {
    return new Frame(origin.plus(normal().times(distance)), x, y);
  }

  /** The frame on the horizontal (XY), front (XZ, looking along +y) or side (YZ) base plane. */
  public static Frame base(PlaneRef.Base base) {
    return switch (base) {
      case XY -> new Frame(Vec3.ZERO, Vec3.X, Vec3.Y);
      case XZ -> new Frame(Vec3.ZERO, Vec3.X, Vec3.Z);
      case YZ -> new Frame(Vec3.ZERO, Vec3.Y, Vec3.Z);
    };
  }

  /**
   * The frame on any plane: its origin is the part's origin dropped square onto the plane, its x
   * axis the part's x axis laid into the plane (the part's y axis where x stands square to it).
   * Does not move when the face grows.
   */
  public static Frame on(Plane plane, double squareTolerance) {
    Vec3 n = plane.normal();
    Vec3 origin = n.times(plane.origin().dot(n));
    Vec3 along = Vec3.X.minus(n.times(Vec3.X.dot(n)));
    if (along.length() < squareTolerance) {
      along = Vec3.Y.minus(n.times(Vec3.Y.dot(n)));
    }
    Vec3 x = along.unit();
    return new Frame(origin, x, n.cross(x));
  }
}

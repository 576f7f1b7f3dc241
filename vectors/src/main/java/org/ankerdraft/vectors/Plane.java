package org.ankerdraft.vectors;

/** An oriented plane: a point on it and its unit normal. */
public record Plane(Vec3 origin, Vec3 normal) {

  /** The plane through a point; the normal is brought to length 1. */
  public static Plane fromPointAndNormal(Vec3 origin, Vec3 normal) {
    return new Plane(origin, normal.unit());
  }

  /** Distance of a point, mm, positive on the side of the normal. */
  public double signedDistance(Vec3 p) {
    return p.minus(origin).dot(normal);
  }

  public Plane offset(double distance) {
    return new Plane(origin.plus(normal.times(distance)), normal);
  }
}

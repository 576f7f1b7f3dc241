package org.ankerdraft.vectors;

/**
 * A line in space with a direction.
 *
 * @param direction of length 1
 */
public record Axis(Vec3 point, Vec3 direction) {
  public static final Axis Z = new Axis(Vec3.ZERO, Vec3.Z);

  /** How far a place lies from it, square to it; from the foot to the place. */
  public Vec3 from(Vec3 p) {
    Vec3 d = p.minus(point);
    return d.minus(direction.times(d.dot(direction)));
  }
}

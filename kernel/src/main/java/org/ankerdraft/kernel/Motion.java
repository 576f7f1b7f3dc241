package org.ankerdraft.kernel;

import org.ankerdraft.vectors.Axis;
import org.ankerdraft.vectors.Plane;
import org.ankerdraft.vectors.Vec3;

/**
 * A movement in space: mirrored about a plane, then turned about an axis, then shifted.
 *
 * @param mirror null for none
 */
public record Motion(Plane mirror, Axis axis, double angleRad, Vec3 shift) {
  public static Motion shift(Vec3 by) {
    return new Motion(null, Axis.Z, 0, by);
  }

  public static Motion turn(Axis about, double angleRad) {
    return new Motion(null, about, angleRad, Vec3.ZERO);
  }

  public static Motion mirror(Plane about) {
    return new Motion(about, Axis.Z, 0, Vec3.ZERO);
  }

  public boolean mirrors() {
    return mirror != null;
  }

  /** Where a place comes to. */
  public Vec3 of(Vec3 place) {
    Vec3 mirrored =
        mirrors() ? place.minus(mirror.normal().times(2 * mirror.signedDistance(place))) : place;
    return axis.point()
        .plus(mirrored.minus(axis.point()).rotated(axis.direction(), angleRad))
        .plus(shift);
  }

  /** What becomes of a direction. */
  public Vec3 ofDirection(Vec3 way) {
    Vec3 mirrored =
        mirrors() ? way.minus(mirror.normal().times(2 * way.dot(mirror.normal()))) : way;
    return mirrored.rotated(axis.direction(), angleRad);
  }
}

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
}

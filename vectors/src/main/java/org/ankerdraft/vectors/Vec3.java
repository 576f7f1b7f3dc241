package org.ankerdraft.vectors;

/** A point or vector in space; components in mm for points and offsets, unitless for directions. */
public record Vec3(double x, double y, double z) {

  public static final Vec3 ZERO = new Vec3(0, 0, 0);
  public static final Vec3 X = new Vec3(1, 0, 0);
  public static final Vec3 Y = new Vec3(0, 1, 0);
  public static final Vec3 Z = new Vec3(0, 0, 1);

  public Vec3 plus(Vec3 o) {
    return new Vec3(x + o.x, y + o.y, z + o.z);
  }

  public Vec3 minus(Vec3 o) {
    return new Vec3(x - o.x, y - o.y, z - o.z);
  }

  public Vec3 times(double k) {
    return new Vec3(x * k, y * k, z * k);
  }

  public double dot(Vec3 o) {
    return x * o.x + y * o.y + z * o.z;
  }

  public Vec3 cross(Vec3 o) {
    return new Vec3(y * o.z - z * o.y, z * o.x - x * o.z, x * o.y - y * o.x);
  }

  public double length() {
    return Math.sqrt(dot(this));
  }

  public double distance(Vec3 o) {
    return minus(o).length();
  }

  public Vec3 negated() {
    return times(-1);
  }

  /** This vector at length 1. Throws if it has no length: asking that is a bug of the caller. */
  public Vec3 unit() {
    double size = length();
    if (!(size > 0)) {
      throw new IllegalArgumentException("a vector without length has no direction");
    }
    return times(1 / size);
  }

  /** The angle to another vector, 0 to pi; accurate near 0 and near pi. */
  public double angleTo(Vec3 o) {
    return Math.atan2(cross(o).length(), dot(o));
  }

  /**
   * This vector turned about an axis through the origin, right-handed; {@code axis} must have
   * length 1.
   */
  public Vec3 rotated(Vec3 axis, double angleRad) {
    double c = Math.cos(angleRad);
    double s = Math.sin(angleRad);
    return times(c).plus(axis.cross(this).times(s)).plus(axis.times(axis.dot(this) * (1 - c)));
  }

  /** Some direction square to this one, length 1. */
  public Vec3 anyAcross() {
    return cross(Math.abs(x) < 0.6 * length() ? X : Y).unit();
  }
}

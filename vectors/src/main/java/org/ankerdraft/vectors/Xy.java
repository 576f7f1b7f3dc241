package org.ankerdraft.vectors;

/** A point or vector in a plane; components in mm for points and offsets. */
public record Xy(double x, double y) {
  public static final Xy ZERO = new Xy(0, 0);

  public Xy plus(Xy o) {
    return new Xy(x + o.x, y + o.y);
  }

  public Xy minus(Xy o) {
    return new Xy(x - o.x, y - o.y);
  }

  public Xy times(double k) {
    return new Xy(x * k, y * k);
  }

  public double dot(Xy o) {
    return x * o.x + y * o.y;
  }

  /** Positive if {@code o} lies counter-clockwise of this vector. */
  public double cross(Xy o) {
    return x * o.y - y * o.x;
  }

  public double length() {
    return Math.hypot(x, y);
  }

  public double distance(Xy o) {
    return Math.hypot(x - o.x, y - o.y);
  }

  /** This vector turned counter-clockwise. */
  public Xy rotated(double angleRad) {
    double c = Math.cos(angleRad);
    double s = Math.sin(angleRad);
    return new Xy(c * x - s * y, s * x + c * y);
  }

  /** The point of that distance and direction from the origin. */
  public static Xy polar(double length, double angleRad) {
    return new Xy(length * Math.cos(angleRad), length * Math.sin(angleRad));
  }
}

package org.ankerdraft.core.sketch.edit;

import org.ankerdraft.vectors.Xy;

/**
 * A movement of the plane: mirrored about the x axis first if wanted, then turned about the origin,
 * then shifted.
 */
public record Motion(boolean mirrors, double turnRad, Xy shift) {

  public static Motion shift(Xy by) {
    return new Motion(false, 0, by);
  }

  public static Motion turn(Xy about, double angleRad) {
    return new Motion(false, angleRad, about.minus(about.rotated(angleRad)));
  }

  /** Mirrors about the line through two points. */
  public static Motion mirror(Xy a, Xy b) {
    double lean = Math.atan2(b.y() - a.y(), b.x() - a.x());
    Motion about = new Motion(true, 2 * lean, Xy.ZERO);
    return new Motion(true, 2 * lean, a.minus(about.of(a)));
  }

  public Xy of(Xy p) {
    Xy q = mirrors ? new Xy(p.x(), -p.y()) : p;
    return q.rotated(turnRad).plus(shift);
  }

  /** What becomes of the direction with an angle from the x axis. */
  public double angle(double rad) {
    return turnRad + (mirrors ? -rad : rad);
  }

  /** Whether level lines stay level and upright ones upright. */
  boolean keepsAxes() {
    return Math.abs(Math.sin(turnRad)) < 1e-12;
  }
}

package org.ankerdraft.core.step.sweep;

import java.util.List;
import org.ankerdraft.vectors.Xy;

/**
 * A linear map of a plane that keeps its origin.
 *
 * @param x where (1, 0) comes to
 * @param y where (0, 1) comes to
 */
record Stretch(Xy x, Xy y) {
  /** Two of one length lie in one line if they differ by less than a degree in direction. */
  private static final double ONE_LINE = 1e-4;

  static Stretch turn(double rad) {
    return similar(Math.cos(rad), Math.sin(rad));
  }

  /** Turns and scales alike: takes (1, 0) to a place. */
  private static Stretch similar(double x, double y) {
    return new Stretch(new Xy(x, y), new Xy(-y, x));
  }

  /** The turn and scale that takes one vector to another. */
  static Stretch between(Xy from, Xy to) {
    double square = from.dot(from);
    return similar(from.dot(to) / square, from.cross(to) / square);
  }

  /**
   * What takes vectors to others, as nearly as can be (least squares): one is turned and scaled to
   * the other, and so are all if they lie in one line.
   */
  static Stretch fitted(List<Xy> from, List<Xy> to) {
    double xx = 0;
    double xy = 0;
    double yy = 0;
    Xy sumX = new Xy(0, 0);
    Xy sumY = new Xy(0, 0);
    for (int i = 0; i < from.size(); i++) {
      Xy b = from.get(i);
      xx += b.x() * b.x();
      xy += b.x() * b.y();
      yy += b.y() * b.y();
      sumX = sumX.plus(to.get(i).times(b.x()));
      sumY = sumY.plus(to.get(i).times(b.y()));
    }
    double det = xx * yy - xy * xy;
    if (det < ONE_LINE * (xx + yy) * (xx + yy)) {
      return between(from.getFirst(), to.getFirst());
    }
    return new Stretch(
        sumX.times(yy / det).minus(sumY.times(xy / det)),
        sumY.times(xx / det).minus(sumX.times(xy / det)));
  }

  Xy of(Xy v) {
    return x.times(v.x()).plus(y.times(v.y()));
  }

  /** First the other, then this. */
  Stretch after(Stretch other) {
    return new Stretch(of(other.x), of(other.y));
  }

  /** By how much areas grow; negative if they are turned over. */
  double areaScale() {
    return x.cross(y);
  }

  /** Midway to another. */
  Stretch towards(Stretch other) {
    return new Stretch(x.plus(other.x).times(0.5), y.plus(other.y).times(0.5));
  }
}

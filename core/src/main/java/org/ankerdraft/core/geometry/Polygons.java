package org.ankerdraft.core.geometry;

import java.util.List;
import org.ankerdraft.vectors.Xy;

/** Plane figures bounded by straight pieces. */
public final class Polygons {
  private Polygons() {}

  /** Area of a polygon by its corners, counter-clockwise positive. */
  public static double signedAreaMm2(List<Xy> corners) {
    double twice = 0;
    for (int i = 0; i < corners.size(); i++) {
      twice += corners.get(i).cross(corners.get((i + 1) % corners.size()));
    }
    return twice / 2;
  }

  /** Whether a point lies within a polygon, given by its corners in order. */
  public static boolean contains(List<Xy> corners, Xy p) {
    boolean inside = false;
    for (int i = 0, j = corners.size() - 1; i < corners.size(); j = i++) {
      inside ^= crosses(corners.get(j), corners.get(i), p);
    }
    return inside;
  }

  /**
   * Size of a figure along a direction and across it.
   *
   * @param along of length 1
   */
  public static Xy size(List<Xy> points, Xy along) {
    double[] low = {Double.MAX_VALUE, Double.MAX_VALUE};
    double[] high = {-Double.MAX_VALUE, -Double.MAX_VALUE};
    for (Xy p : points) {
      double[] v = {p.dot(along), along.cross(p)};
      for (int k = 0; k < 2; k++) {
        low[k] = Math.min(low[k], v[k]);
        high[k] = Math.max(high[k], v[k]);
      }
    }
    return new Xy(high[0] - low[0], high[1] - low[1]);
  }

  /** Distance of a point from a straight piece. */
  public static double distance(Xy p, Xy start, Xy end) {
    Xy way = end.minus(start);
    double square = way.dot(way);
    double share = square == 0 ? 0 : Math.clamp(p.minus(start).dot(way) / square, 0, 1);
    return p.distance(start.plus(way.times(share)));
  }

  /** Whether a line from a point to the right crosses a straight piece. */
  static boolean crosses(Xy a, Xy b, Xy p) {
    return (a.y() > p.y()) != (b.y() > p.y())
        && p.x() < (b.x() - a.x()) * (p.y() - a.y()) / (b.y() - a.y()) + a.x();
  }
}

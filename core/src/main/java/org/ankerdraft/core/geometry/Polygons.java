package org.ankerdraft.core.geometry;

import java.util.List;
import org.ankerdraft.vectors.Xy;

/** Plane figures bounded by straight pieces. */
public final class Polygons {
  private Polygons() {}

  /** Whether a point lies within a polygon, given by its corners in order. */
  public static boolean contains(List<Xy> corners, Xy p) {
    boolean inside = false;
    for (int i = 0, j = corners.size() - 1; i < corners.size(); j = i++) {
      inside ^= crosses(corners.get(j), corners.get(i), p);
    }
    return inside;
  }

  /** Whether a line from a point to the right crosses a straight piece. */
  static boolean crosses(Xy a, Xy b, Xy p) {
    return (a.y() > p.y()) != (b.y() > p.y())
        && p.x() < (b.x() - a.x()) * (p.y() - a.y()) / (b.y() - a.y()) + a.x();
  }
}

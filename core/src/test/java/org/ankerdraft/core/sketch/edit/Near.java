package org.ankerdraft.core.sketch.edit;

import org.ankerdraft.core.sketch.Curve2;
import org.ankerdraft.vectors.Xy;

/** How far a place lies from a curve, by brute force: from chords that hug it. */
public final class Near {
  private static final int CHORDS = 20_000;

  private Near() {}

  public static double distance(Curve2 c, Xy p) {
    double best = Double.MAX_VALUE;
    Xy a = c.at(0);
    for (int i = 1; i <= CHORDS; i++) {
      Xy b = c.at((double) i / CHORDS);
      Xy way = b.minus(a);
      double share = Math.clamp(p.minus(a).dot(way) / way.dot(way), 0, 1);
      best = Math.min(best, p.distance(a.plus(way.times(share))));
      a = b;
    }
    return best;
  }

  /** Its length along the same chords. */
  public static double length(Curve2 c) {
    double sum = 0;
    for (int i = 0; i < CHORDS; i++) {
      sum += c.at((double) i / CHORDS).distance(c.at((i + 1.0) / CHORDS));
    }
    return sum;
  }
}

package org.ankerdraft.core.sketch.edit;

import java.util.ArrayList;
import java.util.List;
import org.ankerdraft.core.sketch.Curve2;
import org.ankerdraft.vectors.Xy;

/**
 * Where plane curves cross. Both are taken in small chords; where two chords cross, Newton's method
 * goes on to the curves themselves. Curves that touch without crossing are not found.
 */
final class Crossings {
  private static final int CHORDS = 96;
  private static final int STEPS = 30;
  private static final double SMALL = 1e-7;
  private static final double SAME_SHARE = 1e-7;

  private Crossings() {}

  /** Shares of the way along a, from 0 to 1, at which b crosses it, in order. */
  static List<Double> along(Curve2 a, Curve2 b) {
    List<Xy> onA = chords(a);
    List<Xy> onB = chords(b);
    List<Double> out = new ArrayList<>();
    for (int i = 0; i + 1 < onA.size(); i++) {
      for (int j = 0; j + 1 < onB.size(); j++) {
        double[] start = meeting(onA.get(i), onA.get(i + 1), onB.get(j), onB.get(j + 1));
        if (start != null) {
          double s =
              refined(a, b, (i + start[0]) / (onA.size() - 1), (j + start[1]) / (onB.size() - 1));
          if (s >= -SAME_SHARE
              && s <= 1 + SAME_SHARE
              && out.stream().noneMatch(o -> Math.abs(o - s) < SAME_SHARE)) {
            out.add(Math.clamp(s, 0, 1));
          }
        }
      }
    }
    out.sort(null);
    return out;
  }

  private static List<Xy> chords(Curve2 c) {
    int n = c instanceof Curve2.Line ? 1 : CHORDS;
    List<Xy> out = new ArrayList<>();
    for (int i = 0; i <= n; i++) {
      out.add(c.at((double) i / n));
    }
    return out;
  }

  /** Shares along two chords at which they cross, ends included with a little to spare. */
  private static double[] meeting(Xy a, Xy b, Xy c, Xy d) {
    Xy u = b.minus(a);
    Xy v = d.minus(c);
    double turn = u.cross(v);
    if (Math.abs(turn) <= 1e-14 * u.length() * v.length()) {
      return null;
    }
    double s = c.minus(a).cross(v) / turn;
    double t = c.minus(a).cross(u) / turn;
    double spare = 0.02;
    boolean isWithin = s >= -spare && s <= 1 + spare && t >= -spare && t <= 1 + spare;
    return isWithin ? new double[] {s, t} : null;
  }

  /** The share along a; not a number where the curves do not meet after all. */
  private static double refined(Curve2 a, Curve2 b, double s0, double t0) {
    double s = s0;
    double t = t0;
    for (int i = 0; i < STEPS; i++) {
      Xy gap = b.at(t).minus(a.at(s));
      Xy u = a.at(s + SMALL).minus(a.at(s - SMALL)).times(1 / (2 * SMALL));
      Xy v = b.at(t + SMALL).minus(b.at(t - SMALL)).times(1 / (2 * SMALL));
      double turn = u.cross(v);
      if (Math.abs(turn) < 1e-12 * u.length() * v.length()) {
        return Double.NaN;
      }
      double ds = gap.cross(v) / turn;
      double dt = gap.cross(u) / turn;
      s += ds;
      t += dt;
      if (Math.abs(ds) < 1e-13 && Math.abs(dt) < 1e-13) {
        break;
      }
    }
    boolean isOnB = t >= -SAME_SHARE && t <= 1 + SAME_SHARE;
    return isOnB && a.at(s).distance(b.at(t)) < SMALL ? s : Double.NaN;
  }
}

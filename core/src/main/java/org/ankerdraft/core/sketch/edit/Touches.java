package org.ankerdraft.core.sketch.edit;

import java.util.ArrayList;
import java.util.List;
import org.ankerdraft.core.sketch.Curve2;
import org.ankerdraft.vectors.Xy;

/**
 * Where plane curves touch without crossing. Beside places where points along both come nearest to
 * each other, Newton's method finds where the curves run the same way, one straight across from the
 * other; they touch if they are as good as at one place there.
 */
final class Touches {
  private static final int PIECES = 96;
  private static final int STEPS = 40;

  /** For the slope of a curve, as a share of its way. */
  private static final double BESIDE = 1e-5;

  /** Shares that change by less have settled. */
  private static final double SETTLED = 1e-9;

  private final Curve2 a;
  private final Curve2 b;
  private final double withinMm;

  /**
   * @param onA share of the way along the first curve, from 0 to 1
   * @param onB along the other
   */
  record Touch(double onA, double onB) {}

  /**
   * @param withinMm curves that come this near to each other touch
   */
  Touches(Curve2 a, Curve2 b, double withinMm) {
    this.a = a;
    this.b = b;
    this.withinMm = withinMm;
  }

  /** All of them, in no order. */
  List<Touch> find() {
    List<Xy> onA = points(a);
    List<Xy> onB = points(b);
    if (Box.of(onA).isApart(Box.of(onB), withinMm + spare(onA) + spare(onB))) {
      return List.of();
    }
    int[] nearest = new int[onA.size()];
    double[] distance = new double[onA.size()];
    for (int i = 0; i < onA.size(); i++) {
      distance[i] = Double.MAX_VALUE;
      for (int j = 0; j < onB.size(); j++) {
        double d = onA.get(i).distance(onB.get(j));
        if (d < distance[i]) {
          distance[i] = d;
          nearest[i] = j;
        }
      }
    }
    List<Touch> out = new ArrayList<>();
    for (int i = 0; i <= PIECES; i++) {
      boolean isLeast =
          (i == 0 || distance[i] <= distance[i - 1])
              && (i == PIECES || distance[i] <= distance[i + 1]);
      if (isLeast) {
        add((double) i / PIECES, (double) nearest[i] / PIECES, out);
      }
    }
    return out;
  }

  /**
   * Whether the curves cross at a place only by as much as they touch: between there and the touch
   * they are nowhere as far apart as makes a difference.
   *
   * @param crossing share along the first curve
   */
  boolean isPartOf(Touch touch, double crossing) {
    double away = crossing - touch.onA;
    double middle = (a.isClosed() ? away - Math.rint(away) : away) / 2;
    double alongB =
        middle * speed(a, touch.onA) / speed(b, touch.onB) * (isSameWay(touch) ? 1 : -1);
    Xy gap = b.at(touch.onB + alongB).minus(a.at(touch.onA + middle));
    return Math.abs(gap.cross(a.direction(touch.onA + middle))) < withinMm
        && Math.abs(gap.dot(a.direction(touch.onA + middle))) < Math.abs(middle) * speed(a, 0.5);
  }

  private boolean isSameWay(Touch touch) {
    return a.direction(touch.onA).dot(b.direction(touch.onB)) > 0;
  }

  private static double speed(Curve2 c, double share) {
    return slope(c, share).length();
  }

  private static Xy slope(Curve2 c, double share) {
    return c.at(share + BESIDE).minus(c.at(share - BESIDE)).times(1 / (2 * BESIDE));
  }

  private static List<Xy> points(Curve2 c) {
    List<Xy> out = new ArrayList<>();
    for (int i = 0; i <= PIECES; i++) {
      out.add(c.at((double) i / PIECES));
    }
    return out;
  }

  /** A curve may bulge beyond its points by less than they are apart. */
  private static double spare(List<Xy> points) {
    double most = 0;
    for (int i = 1; i < points.size(); i++) {
      most = Math.max(most, points.get(i).distance(points.get(i - 1)));
    }
    return most;
  }

  private record Box(double left, double low, double right, double high) {
    static Box of(List<Xy> points) {
      return new Box(
          points.stream().mapToDouble(Xy::x).min().orElseThrow(),
          points.stream().mapToDouble(Xy::y).min().orElseThrow(),
          points.stream().mapToDouble(Xy::x).max().orElseThrow(),
          points.stream().mapToDouble(Xy::y).max().orElseThrow());
    }

    boolean isApart(Box o, double by) {
      return left - o.right > by || o.left - right > by || low - o.high > by || o.low - high > by;
    }
  }

  private void add(double s0, double t0, List<Touch> out) {
    double s = s0;
    double t = t0;
    for (int i = 0; i < STEPS; i++) {
      double[] step = step(s, t);
      if (step == null || Math.abs(step[0]) > 0.5 || Math.abs(step[1]) > 0.5) {
        return;
      }
      s += step[0];
      t += step[1];
      if (Math.abs(step[0]) < SETTLED && Math.abs(step[1]) < SETTLED) {
        keep(s, t, out);
        return;
      }
    }
  }

  private void keep(double s, double t, List<Touch> out) {
    double onA = onWay(a, s);
    double onB = onWay(b, t);
    if (Double.isNaN(onA) || Double.isNaN(onB) || !(a.at(onA).distance(b.at(onB)) < withinMm)) {
      return;
    }
    if (out.stream().noneMatch(o -> a.at(o.onA).distance(a.at(onA)) < withinMm)) {
      out.add(new Touch(onA, onB));
    }
  }

  /** From 0 to 1; not a number beyond the ends of a curve that has ends. */
  private double onWay(Curve2 c, double share) {
    if (c.isClosed()) {
      return share - Math.floor(share);
    }
    double on = Math.clamp(share, 0, 1);
    return Math.abs(share - on) * speed(c, on) < withinMm ? on : Double.NaN;
  }

  /** Of Newton's method; null where the curves bend alike, so that no place is better. */
  private double[] step(double s, double t) {
    double[] here = residual(s, t);
    double[] alongA = difference(residual(s + BESIDE, t), residual(s - BESIDE, t));
    double[] alongB = difference(residual(s, t + BESIDE), residual(s, t - BESIDE));
    double det = alongA[0] * alongB[1] - alongA[1] * alongB[0];
    double size = Math.hypot(alongA[0], alongB[0]) * Math.hypot(alongA[1], alongB[1]);
    if (!(Math.abs(det) > 1e-6 * size)) {
      return null;
    }
    return new double[] {
      (alongB[0] * here[1] - alongB[1] * here[0]) / det,
      (alongA[1] * here[0] - alongA[0] * here[1]) / det
    };
  }

  private static double[] difference(double[] more, double[] less) {
    return new double[] {(more[0] - less[0]) / (2 * BESIDE), (more[1] - less[1]) / (2 * BESIDE)};
  }

  /** The sine between the curves, and how far one lies from straight across from the other. */
  private double[] residual(double s, double t) {
    Xy u = slope(a, s);
    Xy v = slope(b, t);
    return new double[] {
      u.cross(v) / (u.length() * v.length()), b.at(t).minus(a.at(s)).dot(u) / u.length()
    };
  }
}

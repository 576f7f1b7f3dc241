package org.ankerdraft.core.sketch.edit;

import java.util.List;
import java.util.Optional;
import org.ankerdraft.core.geometry.BSpline;
import org.ankerdraft.core.geometry.Numbers;
import org.ankerdraft.core.sketch.Curve2;
import org.ankerdraft.core.sketch.SketchProblem;
import org.ankerdraft.vectors.Xy;

/** The curve through many points of a way: a circle, an arc, else a spline. */
public final class WayFit {
  /** How far a spline may stray from its way, mm. */
  public static final double TOLERANCE_MM = 1e-3;

  /** Of the points by which a way is known. */
  public static final double SAMPLING_MM = 1e-4;

  private static final int DEGREE = 3;
  private static final int MOST_PIECES = 256;

  /** So many points tell a circle from other curves. */
  private static final int LEAST_ROUND = 6;

  private WayFit() {}

  /**
   * The curve through the points of a way that is not straight.
   *
   * @throws SketchProblem if no spline comes near enough
   */
  public static Curve2 of(List<Xy> way, boolean closed, double sameMm) throws SketchProblem {
    Optional<Curve2> round = round(way, closed, sameMm);
    return round.isPresent() ? round.get() : new Curve2.Spline(0, fitted(way, closed));
  }

  /** The circle or arc on which all points of a way lie. */
  private static Optional<Curve2> round(List<Xy> way, boolean closed, double sameMm) {
    Xy a = way.getFirst();
    Xy b = way.get(way.size() / 3);
    Xy c = way.get(2 * way.size() / 3);
    Xy u = b.minus(a);
    Xy v = c.minus(a);
    double d = 2 * u.cross(v);
    if (way.size() < LEAST_ROUND || Math.abs(d) < sameMm * sameMm) {
      return Optional.empty();
    }
    double u2 = u.dot(u);
    double v2 = v.dot(v);
    Xy centre = a.plus(new Xy((v.y() * u2 - u.y() * v2) / d, (u.x() * v2 - v.x() * u2) / d));
    double radius = centre.distance(a);
    boolean isRound = way.stream().allMatch(p -> Math.abs(p.distance(centre) - radius) < sameMm);
    return !isRound
        ? Optional.empty()
        : Optional.of(
            closed
                ? new Curve2.Circle(0, centre, radius)
                : new Curve2.Arc(0, a, way.get(way.size() / 2), way.getLast()));
  }

  private static BSpline fitted(List<Xy> way, boolean closed) throws SketchProblem {
    Polyline line = new Polyline(way);
    int samples = Math.max(way.size(), MOST_PIECES);
    double least = Double.POSITIVE_INFINITY;
    for (int pieces = 4; pieces <= MOST_PIECES; pieces *= 2) {
      BSpline spline = SplineFit.of(line::at, DEGREE, closed, pieces, samples);
      double off = 0;
      for (int i = 0; i <= samples; i++) {
        double share = (double) i / samples;
        off = Math.max(off, spline.at(share * spline.pieces()).distance(line.at(share)));
      }
      if (off < TOLERANCE_MM - SAMPLING_MM) {
        return spline;
      }
      least = Math.min(least, off);
    }
    throw new SketchProblem(
        "", "is no smooth curve: a spline strays from it by " + Numbers.mm(least));
  }

  /** A way by its points, told by the share of its length. */
  private static final class Polyline {
    private final List<Xy> points;
    private final double[] length;

    Polyline(List<Xy> points) {
      this.points = points;
      length = new double[points.size()];
      for (int i = 1; i < length.length; i++) {
        length[i] = length[i - 1] + points.get(i).distance(points.get(i - 1));
      }
    }

    Xy at(double share) {
      double s = share * length[length.length - 1];
      int i = java.util.Arrays.binarySearch(length, s);
      int next = Math.clamp(i >= 0 ? i : -i - 1, 1, length.length - 1);
      double piece = length[next] - length[next - 1];
      double part = piece == 0 ? 0 : (s - length[next - 1]) / piece;
      Xy a = points.get(next - 1);
      return a.plus(points.get(next).minus(a).times(part));
    }
  }
}

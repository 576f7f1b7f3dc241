package org.ankerdraft.core.geometry;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.ankerdraft.vectors.Xy;

/**
 * A uniform B-spline curve in a plane, by its control points. An open one begins at the first and
 * ends at the last of them, tangent to the legs there; a closed one runs round. Evaluated by de
 * Boor's algorithm (C. de Boor, A Practical Guide to Splines, Springer 1978, ch. X).
 *
 * @param degree from 1; fewer than the number of points
 * @param closed whether it runs round
 */
public record BSpline(List<Xy> points, int degree, boolean closed) {
  private static final double NOISE_SHARE = 2e-3;

  public BSpline {
    points = List.copyOf(points);
    if (degree < 1 || points.size() <= degree) {
      throw new IllegalArgumentException(
          "degree " + degree + " needs more than " + points.size() + " points");
    }
  }

  /** How many polynomial pieces it has; its parameter runs from 0 to there. */
  public int pieces() {
    return closed ? points.size() : points.size() - degree;
  }

  private double knot(int i) {
    return closed ? i - degree : Math.clamp(i - degree, 0, pieces());
  }

  private Xy point(int i) {
    return points.get(i % points.size());
  }

  private int pieceOf(double t) {
    return Math.clamp((int) Math.floor(t), 0, pieces() - 1);
  }

  /** The point at a parameter from 0 to {@link #pieces}. */
  public Xy at(double t) {
    double[] all = new double[degree];
    Arrays.fill(all, t);
    return blossom(pieceOf(t), all);
  }

  /**
   * The polar form of a piece: de Boor's algorithm with another parameter in each round (L.
   * Ramshaw, Computer Aided Geometric Design 6, 1989, p. 323).
   */
  private Xy blossom(int piece, double[] at) {
    int k = piece + degree;
    List<Xy> d = new ArrayList<>();
    for (int j = 0; j <= degree; j++) {
      d.add(point(j + k - degree));
    }
    for (int r = 1; r <= degree; r++) {
      for (int j = degree; j >= r; j--) {
        double low = knot(j + k - degree);
        double share = (at[r - 1] - low) / (knot(j + 1 + k - r) - low);
        d.set(j, d.get(j - 1).times(1 - share).plus(d.get(j).times(share)));
      }
    }
    return d.get(degree);
  }

  /** The same curve as an open one: of one that runs round, from its beginning to there. */
  public BSpline opened() {
    if (!closed) {
      return this;
    }
    int n = pieces();
    List<Xy> out = new ArrayList<>();
    for (int i = 0; i < n + degree; i++) {
      double[] at = new double[degree];
      for (int j = 0; j < degree; j++) {
        at[j] = Math.clamp(i + 1 + j - degree, 0, n);
      }
      out.add(blossom(Math.min(i, n - 1), at));
    }
    return new BSpline(out, degree, false);
  }

  /** The derivative by the parameter, itself a value of a spline of one degree less. */
  public Xy derivative(double t) {
    int k = pieceOf(t) + degree;
    List<Xy> d = new ArrayList<>();
    for (int j = 0; j < degree; j++) {
      int i = j + k - degree;
      d.add(point(i + 1).minus(point(i)).times(degree / (knot(i + degree + 1) - knot(i + 1))));
    }
    for (int r = 1; r < degree; r++) {
      for (int j = degree - 1; j >= r; j--) {
        double low = knot(j + 1 + k - degree);
        double share = (t - low) / (knot(j + 1 + k - r) - low);
        d.set(j, d.get(j - 1).times(1 - share).plus(d.get(j).times(share)));
      }
    }
    return d.get(degree - 1);
  }

  /**
   * Points along it, the last one too.
   *
   * @param perPiece how many steps each polynomial piece is taken in
   */
  public List<Xy> sampled(int perPiece) {
    List<Xy> out = new ArrayList<>();
    int n = pieces() * perPiece;
    for (int i = 0; i <= n; i++) {
      out.add(at((double) i / perPiece));
    }
    return out;
  }

  public BSpline reversed() {
    return new BSpline(points.reversed(), degree, closed);
  }

  /** Number of the first point that has a say at a parameter, from 0. */
  public int first(double t) {
    return pieceOf(t);
  }

  /**
   * How much each of the points from {@link #first} on has to say there, degree + 1 of them; their
   * sum is 1. L. Piegl, W. Tiller, The NURBS Book, 2nd ed., Springer 1997, algorithm A2.2.
   */
  public double[] weights(double t) {
    int k = pieceOf(t) + degree;
    double[] w = new double[degree + 1];
    w[0] = 1;
    for (int r = 1; r <= degree; r++) {
      double saved = 0;
      for (int j = 0; j < r; j++) {
        double right = knot(k + j + 1) - t;
        double left = t - knot(k + 1 - r + j);
        double share = w[j] / (right + left);
        w[j] = saved + right * share;
        saved = left * share;
      }
      w[r] = saved;
    }
    return w;
  }

  /** Signed curvature, 1/mm; positive where the curve turns left. */
  public double curvature(double t) {
    double h = 1e-4;
    double low = Math.max(0, t - h);
    double high = Math.min(pieces(), t + h);
    Xy d = derivative(t);
    Xy dd = derivative(high).minus(derivative(low)).times(1 / (high - low));
    return d.cross(dd) / Math.pow(d.length(), 3);
  }

  /** How often the curvature turns from growing to falling or back, between the ends. */
  public int curvatureExtremes(int perPiece) {
    int n = pieces() * perPiece;
    double most = 0;
    double[] k = new double[n + 1];
    for (int i = 0; i <= n; i++) {
      k[i] = curvature((double) i / perPiece);
      most = Math.max(most, Math.abs(k[i]));
    }
    int count = 0;
    int last = 0;
    double from = k[0];
    for (int i = 1; i <= n; i++) {
      // What is smaller than a share of the most is rounding.
      if (Math.abs(k[i] - from) > NOISE_SHARE * most) {
        int way = k[i] > from ? 1 : -1;
        count += last != 0 && way != last ? 1 : 0;
        last = way;
        from = k[i];
      } else if ((k[i] - from) * last > 0) {
        from = k[i];
      }
    }
    return count;
  }
}

package org.ankerdraft.core.geometry;

import java.util.ArrayList;
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
    int k = pieceOf(t) + degree;
    List<Xy> d = new ArrayList<>();
    for (int j = 0; j <= degree; j++) {
      d.add(point(j + k - degree));
    }
    for (int r = 1; r <= degree; r++) {
      for (int j = degree; j >= r; j--) {
        double low = knot(j + k - degree);
        double share = (t - low) / (knot(j + 1 + k - r) - low);
        d.set(j, d.get(j - 1).times(1 - share).plus(d.get(j).times(share)));
      }
    }
    return d.get(degree);
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
}

package org.ankerdraft.core.sketch.edit;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import org.ankerdraft.core.expression.Evaluator;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.geometry.BSpline;
import org.ankerdraft.core.geometry.Numbers;
import org.ankerdraft.core.sketch.Curve2;
import org.ankerdraft.core.sketch.SketchProblem;
import org.ankerdraft.vectors.Xy;
import org.ejml.data.DMatrixRMaj;
import org.ejml.dense.row.CommonOps_DDRM;

/**
 * The offset of a free curve as a spline that is as fair as the curve itself: least squares to the
 * true offset, with a small price on the change of curvature, and as few control points as keep
 * within the tolerance.
 */
public final class FairOffset {
  private static final int PER_PIECE = 16;
  private static final int MOST_PIECES = 400;

  /** Price of roughness, so small that it only decides between curves that fit alike. */
  private static final double FAIRNESS = 1e-7;

  private FairOffset() {}

  /**
   * A fair offset.
   *
   * @param spline it
   * @param deviationMm how far it strays from the true offset at most, sampled densely
   */
  public record Result(BSpline spline, double deviationMm) {}

  /** A sketch with the fair offset of one of its splines. */
  public static Drawn beside(
      Drawn drawn, String name, double distanceMm, double toleranceMm, Evaluator values)
      throws ExpressionException, SketchProblem {
    Curve2 source = Drawn.piecesOf(drawn.curve(name), values).get(name);
    if (!(source instanceof Curve2.Spline spline)) {
      throw new SketchProblem(name, name + " is no spline");
    }
    BSpline offset = of(spline.shape(), distanceMm, toleranceMm).spline();
    return drawn.with(
        List.of(Drawn.own(new Curve2.Spline(0, offset), drawn.freeName("c"), false)), List.of());
  }

  /**
   * @param distanceMm to the left of the curve's way; negative to the right
   * @param toleranceMm how far the result may stray from the true offset
   * @throws SketchProblem if the offset would fold: it says where, and up to which distance it does
   *     not
   */
  public static Result of(BSpline source, double distanceMm, double toleranceMm)
      throws SketchProblem {
    mustNotFold(source, distanceMm);
    int pieces = source.pieces();
    while (true) {
      BSpline fitted = fitted(source, distanceMm, pieces);
      double off = deviation(source, distanceMm, fitted);
      if (off <= toleranceMm) {
        return new Result(fitted, off);
      }
      if (pieces >= MOST_PIECES) {
        throw new SketchProblem(
            "",
            String.format(
                Locale.ROOT,
                "no spline of %d pieces comes nearer than %.4g mm to the offset; allow more than %s",
                pieces,
                off,
                Numbers.mm(toleranceMm)));
      }
      pieces = Math.min(MOST_PIECES, pieces + Math.max(1, pieces / 2));
    }
  }

  /** Where the curvature takes the distance up, the offset turns back on itself. */
  private static void mustNotFold(BSpline source, double distance) throws SketchProblem {
    double tightest = 0;
    double at = 0;
    int n = source.pieces() * PER_PIECE;
    for (int i = 0; i <= n; i++) {
      double t = (double) i / PER_PIECE;
      double k = source.curvature(t) * Math.signum(distance);
      if (k > tightest) {
        tightest = k;
        at = t;
      }
    }
    if (tightest * Math.abs(distance) >= 1) {
      Xy p = source.at(at);
      throw new SketchProblem(
          "",
          String.format(
              Locale.ROOT,
              "the offset would fold at (%.3f, %.3f): the curve's radius is %.4g mm there. It works"
                  + " up to %s",
              p.x(),
              p.y(),
              1 / tightest,
              Numbers.mm(Math.floor(1000 / tightest) / 1000)));
    }
  }

  static Xy target(BSpline source, double distance, double t) {
    Xy d = source.derivative(t);
    return source.at(t).plus(new Xy(-d.y(), d.x()).times(distance / d.length()));
  }

  private static BSpline fitted(BSpline source, double distance, int pieces) {
    int degree = source.degree();
    int n = source.closed() ? pieces : pieces + degree;
    List<Xy> blank = new ArrayList<>();
    for (int i = 0; i < n; i++) {
      blank.add(Xy.ZERO);
    }
    BSpline basis = new BSpline(blank, degree, source.closed());
    DMatrixRMaj a = new DMatrixRMaj(n, n);
    DMatrixRMaj b = new DMatrixRMaj(n, 2);
    int samples = Math.max(pieces, source.pieces()) * PER_PIECE;
    for (int s = 0; s <= samples; s++) {
      double share = (double) s / samples;
      double u = share * pieces;
      Xy q = target(source, distance, share * source.pieces());
      double[] w = basis.weights(u);
      int first = basis.first(u);
      for (int i = 0; i <= degree; i++) {
        int row = (first + i) % n;
        for (int j = 0; j <= degree; j++) {
          a.add(row, (first + j) % n, w[i] * w[j]);
        }
        b.add(row, 0, w[i] * q.x());
        b.add(row, 1, w[i] * q.y());
      }
    }
    makeFair(a, n, source.closed(), samples);
    if (!source.closed()) {
      hold(a, b, 0, target(source, distance, 0));
      hold(a, b, n - 1, target(source, distance, source.pieces()));
    }
    DMatrixRMaj x = new DMatrixRMaj(n, 2);
    if (!CommonOps_DDRM.solve(a, b, x)) {
      throw new IllegalStateException("least squares with a price on roughness have a solution");
    }
    List<Xy> points = new ArrayList<>();
    for (int i = 0; i < n; i++) {
      points.add(new Xy(x.get(i, 0), x.get(i, 1)));
    }
    return new BSpline(points, degree, source.closed());
  }

  /** Third differences of the control points stand for the change of curvature. */
  private static void makeFair(DMatrixRMaj a, int n, boolean closed, int samples) {
    double[] third = {-1, 3, -3, 1};
    double price = FAIRNESS * samples / n;
    for (int k = 0; k < (closed ? n : n - 3); k++) {
      for (int i = 0; i < 4; i++) {
        for (int j = 0; j < 4; j++) {
          a.add((k + i) % n, (k + j) % n, price * third[i] * third[j]);
        }
      }
    }
  }

  /** The ends of an open curve lie where they must. */
  private static void hold(DMatrixRMaj a, DMatrixRMaj b, int row, Xy at) {
    for (int j = 0; j < a.getNumCols(); j++) {
      a.set(row, j, row == j ? 1 : 0);
    }
    b.set(row, 0, at.x());
    b.set(row, 1, at.y());
  }

  /** The most by which the distance of the result from the source differs from the one asked. */
  static double deviation(BSpline source, double distance, BSpline offset) {
    double worst = 0;
    int n = Math.max(source.pieces(), offset.pieces()) * PER_PIECE * 2;
    for (int i = 0; i <= n; i++) {
      double share = (double) i / n;
      Xy p = offset.at(share * offset.pieces());
      worst =
          Math.max(
              worst, Math.abs(distanceTo(source, p, share * source.pieces()) - Math.abs(distance)));
    }
    return worst;
  }

  /** Newton's way to the nearest point, from one that is near already. */
  private static double distanceTo(BSpline source, Xy p, double from) {
    double t = from;
    for (int i = 0; i < 12; i++) {
      Xy d = source.derivative(t);
      double step = p.minus(source.at(t)).dot(d) / d.dot(d);
      t = Math.clamp(t + step, 0, source.pieces());
    }
    return source.at(t).distance(p);
  }
}

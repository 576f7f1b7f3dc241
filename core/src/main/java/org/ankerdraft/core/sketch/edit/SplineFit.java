package org.ankerdraft.core.sketch.edit;

import java.util.ArrayList;
import java.util.List;
import java.util.function.DoubleFunction;
import org.ankerdraft.core.geometry.BSpline;
import org.ankerdraft.vectors.Xy;
import org.ejml.data.DMatrixRMaj;
import org.ejml.dense.row.CommonOps_DDRM;

/**
 * Splines through a curve that is known by its points: least squares, with a small price on the
 * change of curvature.
 */
public final class SplineFit {
  static final int PER_PIECE = 16;

  /** Price of roughness, so small that it only decides between curves that fit alike. */
  private static final double FAIRNESS = 1e-7;

  private SplineFit() {}

  /**
   * The spline of so many pieces that comes nearest.
   *
   * @param target the curve at a share of its way, 0 to 1; the spline has the same point there
   * @param samples how many points of it are looked at
   */
  public static BSpline of(
      DoubleFunction<Xy> target, int degree, boolean closed, int pieces, int samples) {
    int n = closed ? pieces : pieces + degree;
    List<Xy> blank = new ArrayList<>();
    for (int i = 0; i < n; i++) {
      blank.add(Xy.ZERO);
    }
    BSpline basis = new BSpline(blank, degree, closed);
    DMatrixRMaj a = new DMatrixRMaj(n, n);
    DMatrixRMaj b = new DMatrixRMaj(n, 2);
    for (int s = 0; s <= samples; s++) {
      double share = (double) s / samples;
      double u = share * pieces;
      Xy q = target.apply(share);
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
    makeFair(a, n, closed, samples);
    if (!closed) {
      hold(a, b, 0, target.apply(0));
      hold(a, b, n - 1, target.apply(1));
    }
    DMatrixRMaj x = new DMatrixRMaj(n, 2);
    if (!CommonOps_DDRM.solve(a, b, x)) {
      throw new IllegalStateException("least squares with a price on roughness have a solution");
    }
    List<Xy> points = new ArrayList<>();
    for (int i = 0; i < n; i++) {
      points.add(new Xy(x.get(i, 0), x.get(i, 1)));
    }
    return new BSpline(points, degree, closed);
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
}

package org.ankerdraft.core.sketch.edit;

import java.util.List;
import java.util.Locale;
import org.ankerdraft.core.expression.Evaluator;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.geometry.BSpline;
import org.ankerdraft.core.geometry.Numbers;
import org.ankerdraft.core.sketch.Curve2;
import org.ankerdraft.core.sketch.SketchProblem;
import org.ankerdraft.vectors.Xy;

/**
 * The offset of a free curve as a spline that is as fair as the curve itself: least squares to the
 * true offset, with a small price on the change of curvature, and as few control points as keep
 * within the tolerance.
 */
public final class FairOffset {
  private static final int PER_PIECE = SplineFit.PER_PIECE;
  private static final int MOST_PIECES = 400;

  /** How far the spline may stray from an ellipse whose offset is sought. */
  private static final double ELLIPSE_MM = 1e-5;

  private static final int ELLIPSE_DEGREE = 4;
  private static final int ELLIPSE_PIECES = 8;
  private static final int MOST_ELLIPSE_PIECES = 256;
  private static final int ELLIPSE_SAMPLES = 12;

  private FairOffset() {}

  /**
   * A fair offset.
   *
   * @param spline it
   * @param deviationMm how far it strays from the true offset at most, sampled densely
   */
  public record Result(BSpline spline, double deviationMm) {}

  /** A sketch with the fair offset of one of its splines or ellipses. */
  public static Drawn beside(
      Drawn drawn, String name, double distanceMm, double toleranceMm, Evaluator values)
      throws ExpressionException, SketchProblem {
    Curve2 source = Drawn.piecesOf(drawn.curve(name), values).get(name);
    BSpline shape =
        switch (source) {
          case Curve2.Spline spline -> spline.shape();
          case Curve2.Ellipse ellipse -> asSpline(ellipse);
          case null, default -> throw new SketchProblem(name, name + " is no free curve");
        };
    mustNotFold(shape, distanceMm, true);
    BSpline offset = of(shape, distanceMm, toleranceMm).spline();
    return drawn.with(
        List.of(Drawn.own(new Curve2.Spline(0, offset), drawn.freeName("c"), false)), List.of());
  }

  /** An ellipse, or an arc of one, as the spline of fewest pieces that comes near enough. */
  static BSpline asSpline(Curve2.Ellipse e) {
    BSpline spline;
    double off;
    int pieces = ELLIPSE_PIECES;
    do {
      int samples = ELLIPSE_SAMPLES * pieces;
      spline = SplineFit.of(e::at, ELLIPSE_DEGREE, e.isClosed(), pieces, samples);
      off = 0;
      for (int i = 0; i <= samples; i++) {
        double share = (i + 0.5) / (samples + 1);
        off = Math.max(off, spline.at(share * spline.pieces()).distance(e.at(share)));
      }
      pieces *= 2;
    } while (off > ELLIPSE_MM && pieces <= MOST_ELLIPSE_PIECES);
    return spline;
  }

  /**
   * @param distanceMm to the left of the curve's way; negative to the right
   * @param toleranceMm how far the result may stray from the true offset
   * @throws SketchProblem if the offset would fold: it says where, and how tightly the curve is
   *     bent
   */
  public static Result of(BSpline source, double distanceMm, double toleranceMm)
      throws SketchProblem {
    mustNotFold(source, distanceMm, false);
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

  /**
   * Where the curvature takes the distance up, the offset turns back on itself.
   *
   * @param tellsLimit whether this distance is what was asked for, so that its limit is worth
   *     telling
   */
  private static void mustNotFold(BSpline source, double distance, boolean tellsLimit)
      throws SketchProblem {
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
              "the offset would fold at (%.3f, %.3f): the curve's radius is %s there%s",
              p.x(),
              p.y(),
              Numbers.mm(1 / tightest),
              tellsLimit
                  ? ". It works up to " + Numbers.mm(Math.floor(1000 / tightest) / 1000)
                  : ""));
    }
  }

  static Xy target(BSpline source, double distance, double t) {
    Xy d = source.derivative(t);
    return source.at(t).plus(new Xy(-d.y(), d.x()).times(distance / d.length()));
  }

  private static BSpline fitted(BSpline source, double distance, int pieces) {
    return SplineFit.of(
        share -> target(source, distance, share * source.pieces()),
        source.degree(),
        source.closed(),
        pieces,
        Math.max(pieces, source.pieces()) * PER_PIECE);
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

package org.ankerdraft.core.exchange.profile;

import java.util.ArrayList;
import java.util.List;
import org.ankerdraft.core.exchange.profile.DxfPairs.Entity;
import org.ankerdraft.core.form.FormatException;
import org.ankerdraft.core.form.Place;
import org.ankerdraft.core.geometry.BSpline;
import org.ankerdraft.core.geometry.Numbers;
import org.ankerdraft.core.sketch.Curve2;
import org.ankerdraft.core.sketch.edit.SplineFit;
import org.ankerdraft.vectors.Xy;

/**
 * A spline of a DXF file. Uniform ones without weights are taken as they are; others are fitted by
 * a uniform cubic one, and it is said how near it comes.
 */
final class DxfSpline {
  private static final double FIT_MM = 1e-3;
  private static final int MOST_PIECES = 300;
  private static final double SAME = 1e-9;

  private final Entity entity;
  private final List<String> notes;
  private final int degree;
  private final List<Xy> poles = new ArrayList<>();
  private final List<Double> knots;
  private final List<Double> weights;

  DxfSpline(Entity entity, double unitMm, List<String> notes) throws FormatException {
    this.entity = entity;
    this.notes = notes;
    this.degree = entity.whole(71, 3);
    List<Double> x = entity.numbers(10);
    List<Double> y = entity.numbers(20);
    for (int i = 0; i < Math.min(x.size(), y.size()); i++) {
      poles.add(new Xy(x.get(i), y.get(i)).times(unitMm));
    }
    this.knots = entity.numbers(40);
    this.weights = entity.numbers(41);
  }

  List<Curve2> curves() throws FormatException {
    if (degree < 1 || poles.size() <= degree || knots.size() != poles.size() + degree + 1) {
      throw new FormatException(
          Place.ROOT,
          "a SPLINE of degree "
              + degree
              + " with "
              + poles.size()
              + " control points and "
              + knots.size()
              + " knots is none");
    }
    for (int i = 1; i < knots.size(); i++) {
      if (knots.get(i) < knots.get(i - 1)) {
        throw new FormatException(Place.ROOT, "the knots of a SPLINE fall");
      }
    }
    boolean isFree = weights.stream().allMatch(w -> Math.abs(w - weights.getFirst()) < SAME);
    if (isFree && DxfReader.isPlain(degree, poles.size())) {
      if (isClamped()) {
        BSpline open = new BSpline(poles, degree, false);
        return List.of(new Curve2.Spline(0, isFlaggedClosed() ? roundIfItIs(open) : open));
      }
      if (runsRound()) {
        List<Xy> once = poles.subList(0, poles.size() - degree);
        return List.of(new Curve2.Spline(0, new BSpline(once, degree, true)));
      }
    }
    return List.of(fitted());
  }

  private boolean isFlaggedClosed() throws FormatException {
    return (entity.whole(70, 0) & 1) != 0;
  }

  /** An open spline that ends as it begins is one that runs round, if it does so smoothly. */
  private static BSpline roundIfItIs(BSpline open) {
    int n = open.pieces();
    if (n <= open.degree()) {
      return open;
    }
    BSpline round = SplineFit.of(s -> open.at(s * n), open.degree(), true, n, n * 16);
    List<Xy> back = round.opened().points();
    for (int i = 0; i < back.size(); i++) {
      if (back.get(i).distance(open.points().get(i)) > FIT_MM) {
        return open;
      }
    }
    return round;
  }

  private double low() {
    return knots.get(degree);
  }

  private double high() {
    return knots.get(poles.size());
  }

  /** Evenly spaced within, as often as the degree at both ends. */
  private boolean isClamped() {
    int pieces = poles.size() - degree;
    double step = (high() - low()) / pieces;
    for (int i = 0; i < knots.size(); i++) {
      double even = low() + step * Math.clamp(i - degree, 0, pieces);
      if (Math.abs(knots.get(i) - even) > SAME * Math.max(1, Math.abs(high()))) {
        return false;
      }
    }
    return true;
  }

  /** Evenly spaced all over, its last points the first ones again. */
  private boolean runsRound() {
    double step = (knots.getLast() - knots.getFirst()) / (knots.size() - 1);
    for (int i = 0; i < knots.size(); i++) {
      if (Math.abs(knots.get(i) - knots.getFirst() - step * i) > 1e-6 * Math.max(1, step)) {
        return false;
      }
    }
    for (int i = 0; i < degree; i++) {
      if (poles.get(i).distance(poles.get(poles.size() - degree + i)) > 1e-7) {
        return false;
      }
    }
    return poles.size() - degree > degree;
  }

  /** De Boor's algorithm on points with weights. */
  private Xy at(double share) {
    double t = low() + (high() - low()) * share;
    int k = degree;
    while (k < poles.size() - 1 && t >= knots.get(k + 1)) {
      k++;
    }
    double[][] d = new double[degree + 1][];
    for (int j = 0; j <= degree; j++) {
      int i = j + k - degree;
      double w = weights.size() == poles.size() ? weights.get(i) : 1;
      d[j] = new double[] {poles.get(i).x() * w, poles.get(i).y() * w, w};
    }
    for (int r = 1; r <= degree; r++) {
      for (int j = degree; j >= r; j--) {
        double from = knots.get(j + k - degree);
        double span = knots.get(j + 1 + k - r) - from;
        double a = span == 0 ? 0 : (t - from) / span;
        for (int c = 0; c < 3; c++) {
          d[j][c] = (1 - a) * d[j - 1][c] + a * d[j][c];
        }
      }
    }
    return new Xy(d[degree][0] / d[degree][2], d[degree][1] / d[degree][2]);
  }

  private Curve2 fitted() throws FormatException {
    boolean closed = isFlaggedClosed() && at(0).distance(at(1)) < FIT_MM;
    double off = Double.MAX_VALUE;
    for (int pieces = Math.max(4, poles.size()); pieces <= MOST_PIECES; pieces += pieces / 2) {
      BSpline fit = SplineFit.of(this::at, 3, closed, pieces, pieces * 16);
      off = 0;
      for (int i = 0; i <= pieces * 40; i++) {
        double share = i / (pieces * 40.0);
        off = Math.max(off, fit.at(share * pieces).distance(at(share)));
      }
      if (off < FIT_MM) {
        notes.add(
            "a spline with weights or uneven knots is drawn as a uniform one, within "
                + Numbers.mm(Math.ceil(off * 1e4) / 1e4));
        return new Curve2.Spline(0, fit);
      }
    }
    throw new FormatException(
        Place.ROOT,
        "a SPLINE cannot be followed nearer than " + Numbers.mm(off) + ": it may have a kink");
  }
}

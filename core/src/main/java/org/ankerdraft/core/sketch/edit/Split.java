package org.ankerdraft.core.sketch.edit;

import java.util.ArrayList;
import java.util.List;
import org.ankerdraft.core.geometry.BSpline;
import org.ankerdraft.core.sketch.Curve2;
import org.ankerdraft.core.sketch.SketchProblem;
import org.ankerdraft.vectors.Xy;

/** Pieces of curves. */
final class Split {
  /** How far the piece of a spline may stray from the spline, mm. */
  private static final double SPLINE_MM = 1e-6;

  private static final int MOST_PIECES = 512;

  private Split() {}

  /**
   * The piece of a curve between two shares of its way; beyond 1 a closed curve goes round again.
   *
   * @throws SketchProblem if a spline's piece is no spline of the same degree, closely enough
   */
  static Curve2 piece(Curve2 c, double from, double to) throws SketchProblem {
    return piece(c, from, to, SPLINE_MM);
  }

  /**
   * The same with as few control points as keep a spline's piece within a tolerance.
   *
   * @param splineMm how far the piece of a spline may stray from the spline
   */
  static Curve2 piece(Curve2 c, double from, double to, double splineMm) throws SketchProblem {
    if (from == 0 && to == 1) {
      return c;
    }
    return switch (c) {
      case Curve2.Line l -> new Curve2.Line(l.tag(), c.at(from), c.at(to));
      case Curve2.Arc a -> arc(a, from, to);
      case Curve2.Circle k -> arc(k, from, to);
      case Curve2.Ellipse e ->
          new Curve2.Ellipse(
              e.tag(),
              e.centre(),
              e.major(),
              e.minor(),
              e.from() + e.sweep() * from,
              e.sweep() * (to - from));
      case Curve2.Spline s -> new Curve2.Spline(s.tag(), fitted(s, from, to, splineMm));
    };
  }

  private static Curve2.Arc arc(Curve2 c, double from, double to) {
    return new Curve2.Arc(c.tag(), c.at(from), c.at((from + to) / 2), c.at(to));
  }

  private static BSpline fitted(Curve2.Spline s, double from, double to, double within)
      throws SketchProblem {
    int degree = s.shape().degree();
    for (int pieces = 1; pieces <= MOST_PIECES; pieces += Math.max(1, pieces / 2)) {
      int samples = pieces * SplineFit.PER_PIECE;
      BSpline fit =
          SplineFit.of(share -> s.at(from + (to - from) * share), degree, false, pieces, samples);
      double off = 0;
      for (int i = 0; i <= samples; i++) {
        double share = (double) i / samples;
        off =
            Math.max(off, fit.at(share * fit.pieces()).distance(s.at(from + (to - from) * share)));
      }
      if (off < within) {
        return fit;
      }
    }
    throw new SketchProblem("", "a spline cannot be parted where another curve crosses it");
  }

  /**
   * Shares at which others cross or touch a curve, in order, from 0 to 1; of a closed one without
   * 1.
   */
  static List<Double> cuts(Curve2 c, List<Curve2> others, double withinMm) {
    List<Double> all = new ArrayList<>();
    if (!c.isClosed()) {
      all.add(0.0);
      all.add(1.0);
    }
    for (Curve2 o : others) {
      if (!o.equals(c)) {
        Touches both = new Touches(c, o, withinMm);
        List<Touches.Touch> touches = both.find();
        touches.forEach(t -> add(c, t.onA(), all, withinMm));
        Crossings.along(c, o).stream()
            .filter(s -> touches.stream().noneMatch(t -> both.isPartOf(t, s)))
            .forEach(s -> add(c, s, all, withinMm));
      }
    }
    all.sort(null);
    return all;
  }

  private static void add(Curve2 c, double share, List<Double> all, double withinMm) {
    Xy p = c.at(share);
    if (all.stream().noneMatch(s -> c.at(s).distance(p) < withinMm)) {
      all.add(share);
    }
  }
}

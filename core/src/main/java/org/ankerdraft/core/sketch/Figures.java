package org.ankerdraft.core.sketch;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.function.ToIntFunction;
import org.ankerdraft.core.expression.Evaluator;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.geometry.BSpline;
import org.ankerdraft.core.geometry.Tolerance;
import org.ankerdraft.vectors.Xy;

/** What each curve or figure of a sketch is made of, with all numbers known. */
public final class Figures {
  private static final int LEAST_DEGREE = 2;
  private static final int MOST_DEGREE = 6;
  private static final int USUAL_DEGREE = 3;

  private final Evaluator values;
  private final Tolerance tolerance;
  private final ToIntFunction<String> tags;

  /**
   * @param tags gives a tag to the name of a curve
   */
  public Figures(Evaluator values, Tolerance tolerance, ToIntFunction<String> tags) {
    this.values = values;
    this.tolerance = tolerance;
    this.tags = tags;
  }

  /**
   * The curves of one curve or figure, in order.
   *
   * @throws SketchProblem if its numbers make no such figure
   */
  public List<Curve2> of(SketchCurve curve) throws ExpressionException, SketchProblem {
    String name = curve.name();
    return switch (curve) {
      case SketchCurve.Line l -> List.of(line(l, name));
      case SketchCurve.Arc a -> List.of(arc(a, name));
      case SketchCurve.Circle c ->
          List.of(
              new Curve2.Circle(
                  tags.applyAsInt(name),
                  c.centre().at(values),
                  positive(c.diameter(), name, "diameter") / 2));
      case SketchCurve.Rectangle r -> rectangle(r, name);
      case SketchCurve.Polygon p -> polygon(p, name);
      case SketchCurve.Slot s -> slot(s, name);
      case SketchCurve.Ellipse e -> List.of(ellipse(e, name));
      case SketchCurve.Spline s -> List.of(spline(s, name));
      case SketchCurve.Point p -> point(p);
    };
  }

  private Curve2 line(SketchCurve.Line l, String name) throws ExpressionException, SketchProblem {
    Xy a = l.from().at(values);
    Xy b = l.to().at(values);
    if (a.distance(b) < tolerance.lengthMm()) {
      throw new SketchProblem(name, "line " + name + " has no length");
    }
    return new Curve2.Line(tags.applyAsInt(name), a, b);
  }

  /** A point draws nothing, but its numbers must be known. */
  private List<Curve2> point(SketchCurve.Point p) throws ExpressionException {
    p.at().at(values);
    return List.of();
  }

  private List<Curve2> slot(SketchCurve.Slot s, String name)
      throws ExpressionException, SketchProblem {
    Xy a = s.from().at(values);
    Xy b = s.to().at(values);
    double r = positive(s.width(), name, "width") / 2;
    if (a.distance(b) < tolerance.lengthMm()) {
      throw new SketchProblem(name, "slot " + name + " has no length: its two centres are one");
    }
    Xy along = b.minus(a).times(r / a.distance(b));
    Xy left = new Xy(-along.y(), along.x());
    return List.of(
        new Curve2.Line(tags.applyAsInt(name + ".right"), a.minus(left), b.minus(left)),
        new Curve2.Arc(tags.applyAsInt(name + ".end"), b.minus(left), b.plus(along), b.plus(left)),
        new Curve2.Line(tags.applyAsInt(name + ".left"), b.plus(left), a.plus(left)),
        new Curve2.Arc(
            tags.applyAsInt(name + ".start"), a.plus(left), a.minus(along), a.minus(left)));
  }

  private Curve2 ellipse(SketchCurve.Ellipse e, String name)
      throws ExpressionException, SketchProblem {
    double a = positive(e.width(), name, "width") / 2;
    double b = positive(e.height(), name, "height") / 2;
    double turn = e.turn() == null ? 0 : values.angleRad(e.turn());
    Xy centre = e.centre().at(values);
    double full = 2 * Math.PI;
    double from = e.start() == null ? 0 : values.angleRad(e.start());
    double sweep = full;
    if (e.start() != null || e.end() != null) {
      sweep = (e.end() == null ? full : values.angleRad(e.end())) - from;
      sweep = sweep - full * Math.floor(sweep / full);
      if (sweep * Math.max(a, b) < tolerance.lengthMm()) {
        throw new SketchProblem(name, "the arc of ellipse " + name + " has no length");
      }
    }
    if (Math.abs(a - b) < tolerance.lengthMm()) {
      return roundEllipse(name, centre, a, turn + from, sweep);
    }
    return a > b
        ? new Curve2.Ellipse(tags.applyAsInt(name), centre, Xy.polar(a, turn), b, from, sweep)
        : new Curve2.Ellipse(
            tags.applyAsInt(name),
            centre,
            Xy.polar(b, turn + Math.PI / 2),
            a,
            from - Math.PI / 2,
            sweep);
  }

  private Curve2 roundEllipse(String name, Xy centre, double radius, double from, double sweep) {
    int tag = tags.applyAsInt(name);
    return sweep == 2 * Math.PI
        ? new Curve2.Circle(tag, centre, radius)
        : new Curve2.Arc(
            tag,
            centre.plus(Xy.polar(radius, from)),
            centre.plus(Xy.polar(radius, from + sweep / 2)),
            centre.plus(Xy.polar(radius, from + sweep)));
  }

  private Curve2 spline(SketchCurve.Spline s, String name)
      throws ExpressionException, SketchProblem {
    double asked = s.degree() == null ? USUAL_DEGREE : values.number(s.degree());
    int degree = (int) Math.rint(asked);
    if (degree != asked || degree < LEAST_DEGREE || degree > MOST_DEGREE) {
      throw new SketchProblem(
          name,
          "the degree of spline "
              + name
              + " is "
              + asked
              + "; it must be a whole number from 2 to 6");
    }
    List<Xy> points = new ArrayList<>();
    for (Point2 p : s.points()) {
      points.add(p.at(values));
    }
    if (points.size() <= degree) {
      throw new SketchProblem(
          name,
          String.format(
              Locale.ROOT,
              "spline %s has %d control points; of degree %d it needs at least %d",
              name,
              points.size(),
              degree,
              degree + 1));
    }
    for (int i = 0; i < points.size() - (s.closed() ? 0 : 1); i++) {
      if (points.get(i).distance(points.get((i + 1) % points.size())) < tolerance.lengthMm()) {
        throw new SketchProblem(
            name,
            "control points "
                + (i + 1)
                + " and "
                + ((i + 1) % points.size() + 1)
                + " of spline "
                + name
                + " are one: take one of them away");
      }
    }
    return new Curve2.Spline(tags.applyAsInt(name), new BSpline(points, degree, s.closed()));
  }

  private double positive(Expr expr, String name, String what)
      throws ExpressionException, SketchProblem {
    double v = values.lengthMm(expr);
    if (!(v > tolerance.lengthMm())) {
      throw new SketchProblem(
          name,
          String.format(Locale.ROOT, "%s of %s is %.4g mm; it must be more than 0", what, name, v));
    }
    return v;
  }

  private Curve2 arc(SketchCurve.Arc a, String name) throws ExpressionException, SketchProblem {
    Xy from = a.from().at(values);
    Xy to = a.to().at(values);
    if (a.through() != null) {
      Xy mid = a.through().at(values);
      double cross =
          (mid.x() - from.x()) * (to.y() - from.y()) - (mid.y() - from.y()) * (to.x() - from.x());
      if (Math.abs(cross) < tolerance.lengthMm() * tolerance.lengthMm()
          || from.distance(to) < tolerance.lengthMm()) {
        throw new SketchProblem(name, "the three points of arc " + name + " lie on one line");
      }
      return new Curve2.Arc(tags.applyAsInt(name), from, mid, to);
    }
    Xy c = a.centre().at(values);
    double r = c.distance(from);
    if (Math.abs(r - c.distance(to)) > tolerance.lengthMm()) {
      throw new SketchProblem(
          name,
          String.format(
              Locale.ROOT,
              "arc %s: its ends are %.6g and %.6g mm from its centre",
              name,
              r,
              c.distance(to)));
    }
    double start = Math.atan2(from.y() - c.y(), from.x() - c.x());
    double turn = Math.atan2(to.y() - c.y(), to.x() - c.x()) - start;
    double full = 2 * Math.PI;
    turn = a.clockwise() ? -((full - turn) % full) : (full + turn) % full;
    if (turn == 0) {
      turn = a.clockwise() ? -full : full;
    }
    double middle = start + turn / 2;
    return new Curve2.Arc(tags.applyAsInt(name), from, c.plus(Xy.polar(r, middle)), to);
  }

  private List<Curve2> rectangle(SketchCurve.Rectangle r, String name)
      throws ExpressionException, SketchProblem {
    double w = positive(r.width(), name, "width");
    double h = positive(r.height(), name, "height");
    Xy low =
        r.corner() != null
            ? r.corner().at(values)
            : r.centre().at(values).plus(new Xy(-w / 2, -h / 2));
    double q = r.rounding() == null ? 0 : values.lengthMm(r.rounding());
    if (q < 0 || 2 * q > Math.min(w, h) + tolerance.lengthMm()) {
      throw new SketchProblem(
          name,
          String.format(
              Locale.ROOT,
              "rounding of %s is %.4g mm; it must be from 0 to %.4g mm",
              name,
              q,
              Math.min(w, h) / 2));
    }
    Side[] sides = {
      new Side("bottom", low, 1, 0, w), new Side("right", low.plus(new Xy(w, 0)), 0, 1, h),
      new Side("top", low.plus(new Xy(w, h)), -1, 0, w),
          new Side("left", low.plus(new Xy(0, h)), 0, -1, h)
    };
    List<Curve2> to = new ArrayList<>();
    for (int i = 0; i < 4; i++) {
      Side s = sides[i];
      if (s.length - 2 * q > tolerance.lengthMm()) {
        to.add(new Curve2.Line(tags.applyAsInt(name + "." + s.name), s.at(q), s.at(s.length - q)));
      }
      if (q > 0) {
        Side next = sides[(i + 1) % 4];
        Xy corner = next.from;
        double out = q * (1 - Math.sqrt(0.5));
        Xy mid = corner.plus(new Xy(-s.dx * out + next.dx * out, -s.dy * out + next.dy * out));
        to.add(
            new Curve2.Arc(
                tags.applyAsInt(name + ".corner" + (i + 1)), s.at(s.length - q), mid, next.at(q)));
      }
    }
    return to;
  }

  private record Side(String name, Xy from, double dx, double dy, double length) {
    Xy at(double along) {
      return from.plus(new Xy(dx * along, dy * along));
    }
  }

  private List<Curve2> polygon(SketchCurve.Polygon p, String name)
      throws ExpressionException, SketchProblem {
    double sides = values.number(p.sides());
    int n = (int) Math.rint(sides);
    if (n < 3 || n > 360 || n != sides) {
      throw new SketchProblem(
          name,
          "polygon " + name + " has " + sides + " sides; it needs a whole number from 3 to 360");
    }
    double radius;
    if (p.diameter() != null) {
      radius = positive(p.diameter(), name, "diameter") / 2;
    } else {
      radius = positive(p.side(), name, "side") / (2 * Math.sin(Math.PI / n));
    }
    Xy c = p.centre().at(values);
    double turn = p.turn() == null ? 0 : values.angleRad(p.turn());
    List<Xy> corners = new ArrayList<>();
    for (int i = 0; i < n; i++) {
      double a = turn + 2 * Math.PI * i / n;
      corners.add(c.plus(Xy.polar(radius, a)));
    }
    List<Curve2> to = new ArrayList<>();
    for (int i = 0; i < n; i++) {
      to.add(
          new Curve2.Line(
              tags.applyAsInt(name + ".side" + (i + 1)), corners.get(i), corners.get((i + 1) % n)));
    }
    return to;
  }
}

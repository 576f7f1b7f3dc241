package org.ankerdraft.core.sketch.constraint;

import java.math.BigDecimal;
import java.math.MathContext;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;
import java.util.stream.IntStream;
import org.ankerdraft.core.expression.Evaluator;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.sketch.Point2;
import org.ankerdraft.core.sketch.SketchCurve;
import org.ankerdraft.core.sketch.SketchProblem;
import org.ankerdraft.vectors.Xy;

/** The points and radii of a sketch's curves as variables of the solver, or as what they hold. */
final class SketchPoints {
  /** A number without a formula: where something was drawn. */
  private static final Pattern PLAIN =
      Pattern.compile("\\s*-?([0-9]+\\.?[0-9]*|\\.[0-9]+)\\s*(um|mm|cm|m|in|mil|ft)?\\s*");

  /** Ends this near to each other were drawn at one place. */
  private static final double SAME_PLACE_MM = 1e-6;

  private static final MathContext DIGITS = new MathContext(15);

  /**
   * A coordinate or a radius.
   *
   * @param variable its number, or -1 if it is held
   * @param value as drawn
   */
  record Coordinate(int variable, double value) {
    static Coordinate held(double value) {
      return new Coordinate(-1, value);
    }
  }

  record PointRef(Coordinate x, Coordinate y) {
    Xy drawn() {
      return new Xy(x.value, y.value);
    }
  }

  /** A straight line, or a circle that an arc or a circle runs along. */
  sealed interface Guide {
    record Straight(PointRef from, PointRef to) implements Guide {}

    /**
     * @param radius null for an arc, whose radius its ends tell
     * @param onIt a point of an arc, null for a circle
     */
    record Round(PointRef centre, Coordinate radius, PointRef onIt) implements Guide {}
  }

  private final Evaluator values;
  private final List<Double> start = new ArrayList<>();
  private final Map<String, PointRef> points = new LinkedHashMap<>();
  private final Ends ends = new Ends();
  private Map<String, List<PointRef>> byCurve;
  private final Map<String, Guide> guides = new HashMap<>();
  private final List<Equation> own = new ArrayList<>();

  SketchPoints(List<SketchCurve> curves, Evaluator values)
      throws ExpressionException, SketchProblem {
    this.values = values;
    PointRef origin = new PointRef(Coordinate.held(0), Coordinate.held(0));
    points.put(Constrained.ORIGIN, origin);
    PointRef right = new PointRef(Coordinate.held(1), Coordinate.held(0));
    PointRef up = new PointRef(Coordinate.held(0), Coordinate.held(1));
    guides.put("x-axis", new Guide.Straight(origin, right));
    guides.put("y-axis", new Guide.Straight(origin, up));
    for (SketchCurve c : curves) {
      add(c);
    }
  }

  private void add(SketchCurve curve) throws ExpressionException, SketchProblem {
    String name = curve.name();
    switch (curve) {
      case SketchCurve.Line l ->
          guides.put(
              name, new Guide.Straight(end(name + ".from", l.from()), end(name + ".to", l.to())));
      case SketchCurve.Arc a -> addArc(a);
      case SketchCurve.Circle c ->
          guides.put(
              name,
              new Guide.Round(
                  centre(name + ".centre", c.centre()), coordinate(c.diameter(), 0.5), null));
      case SketchCurve.Rectangle r -> addRectangle(r);
      case SketchCurve.Polygon p -> centre(name + ".centre", p.centre());
      case SketchCurve.Slot s ->
          guides.put(
              name,
              new Guide.Straight(centre(name + ".from", s.from()), centre(name + ".to", s.to())));
      case SketchCurve.Ellipse e -> centre(name + ".centre", e.centre());
      case SketchCurve.Spline s -> addSpline(s);
      case SketchCurve.Point p -> centre(name, p.at());
    }
  }

  /** The ends of an open one join other curves; the points between are its own. */
  private void addSpline(SketchCurve.Spline s) throws ExpressionException {
    int last = s.points().size() - 1;
    for (int i = 0; i <= last; i++) {
      String own = s.name() + ".p" + (i + 1);
      boolean isEnd = !s.closed() && (i == 0 || i == last);
      if (isEnd) {
        points.put(own, end(s.name() + (i == 0 ? ".from" : ".to"), s.points().get(i)));
      } else {
        centre(own, s.points().get(i));
      }
    }
  }

  private void addArc(SketchCurve.Arc a) throws ExpressionException, SketchProblem {
    PointRef from = end(a.name() + ".from", a.from());
    PointRef to = end(a.name() + ".to", a.to());
    PointRef centre =
        a.centre() != null
            ? centre(a.name() + ".centre", a.centre())
            : drawn(a.name() + ".centre", centreThrough(a));
    Guide.Round round = new Guide.Round(centre, null, from);
    guides.put(a.name(), round);
    own.add(
        Equations.equation(
            -1, v -> v.distance(from, centre).minus(v.distance(to, centre)), 0, from, to, centre));
  }

  private Xy centreThrough(SketchCurve.Arc a) throws ExpressionException, SketchProblem {
    Xy p = a.from().at(values);
    Xy q = a.through().at(values).minus(p);
    Xy r = a.to().at(values).minus(p);
    double d = 2 * (q.x() * r.y() - q.y() * r.x());
    if (Math.abs(d) < SAME_PLACE_MM * SAME_PLACE_MM) {
      throw new SketchProblem(a.name(), "the three points of arc " + a.name() + " lie on one line");
    }
    double q2 = q.dot(q);
    double r2 = r.dot(r);
    return p.plus(new Xy((r.y() * q2 - q.y() * r2) / d, (q.x() * r2 - r.x() * q2) / d));
  }

  /** A figure is held as it is written; its sides and its centre can be referred to. */
  private void addRectangle(SketchCurve.Rectangle r) throws ExpressionException {
    double w = values.lengthMm(r.width());
    double h = values.lengthMm(r.height());
    Xy low =
        r.corner() != null
            ? r.corner().at(values)
            : r.centre().at(values).minus(new Xy(w / 2, h / 2));
    PointRef[] p = {
      held(low),
      held(low.plus(new Xy(w, 0))),
      held(low.plus(new Xy(w, h))),
      held(low.plus(new Xy(0, h)))
    };
    points.put(r.name() + ".centre", held(low.plus(new Xy(w / 2, h / 2))));
    guides.put(r.name() + ".bottom", new Guide.Straight(p[0], p[1]));
    guides.put(r.name() + ".right", new Guide.Straight(p[1], p[2]));
    guides.put(r.name() + ".top", new Guide.Straight(p[2], p[3]));
    guides.put(r.name() + ".left", new Guide.Straight(p[3], p[0]));
  }

  private static PointRef held(Xy p) {
    return new PointRef(Coordinate.held(p.x()), Coordinate.held(p.y()));
  }

  /** An end of a curve: one that was drawn where another is shares its variables. */
  private PointRef end(String name, Point2 p) throws ExpressionException {
    Xy at = p.at(values);
    PointRef there = ends.at(at);
    return put(name, there == null ? place(p) : there);
  }

  private PointRef put(String name, PointRef ref) {
    points.put(name, ref);
    if (name.endsWith(".from") || name.endsWith(".to")) {
      ends.add(ref);
    }
    return ref;
  }

  /** Ends by their place, in cells as wide as what counts as one place. */
  private static final class Ends {
    private record Cell(long x, long y) {}

    private record End(int number, PointRef point) {}

    private final Map<Cell, List<End>> cells = new HashMap<>();
    private int count;

    private static long cell(double v) {
      return (long) Math.floor(v / SAME_PLACE_MM);
    }

    void add(PointRef p) {
      Cell cell = new Cell(cell(p.x.value), cell(p.y.value));
      cells.computeIfAbsent(cell, c -> new ArrayList<>()).add(new End(count++, p));
    }

    /** The first that was drawn there, or null. */
    PointRef at(Xy place) {
      End first = null;
      for (int i = -1; i <= 1; i++) {
        for (int k = -1; k <= 1; k++) {
          Cell cell = new Cell(cell(place.x()) + i, cell(place.y()) + k);
          for (End e : cells.getOrDefault(cell, List.of())) {
            boolean isThere = e.point.drawn().distance(place) < SAME_PLACE_MM;
            first = isThere && (first == null || e.number < first.number) ? e : first;
          }
        }
      }
      return first == null ? null : first.point;
    }
  }

  private PointRef centre(String name, Point2 p) throws ExpressionException {
    return put(name, place(p));
  }

  private PointRef drawn(String name, Xy p) {
    PointRef ref = new PointRef(variable(p.x()), variable(p.y()));
    points.put(name, ref);
    return ref;
  }

  private PointRef place(Point2 p) throws ExpressionException {
    return new PointRef(coordinate(p.x(), 1), coordinate(p.y(), 1));
  }

  private Coordinate coordinate(Expr expr, double share) throws ExpressionException {
    double v = values.lengthMm(expr) * share;
    return isPlain(expr) ? variable(v) : Coordinate.held(v);
  }

  private Coordinate variable(double value) {
    start.add(value);
    return new Coordinate(start.size() - 1, value);
  }

  /** Whether a number is where something was drawn, not a formula. */
  static boolean isPlain(Expr expr) {
    return PLAIN.matcher(expr.text()).matches();
  }

  /** Draws a point to another place; what is held stays. */
  void draw(String name, Xy place) throws SketchProblem {
    PointRef p = point(name);
    if (p.x().variable() >= 0) {
      start.set(p.x().variable(), place.x());
    }
    if (p.y().variable() >= 0) {
      start.set(p.y().variable(), place.y());
    }
  }

  PointRef point(String name) throws SketchProblem {
    PointRef p = points.get(name);
    if (p == null) {
      throw new SketchProblem(
          name, "no point is named " + name + "; lines have .from and .to, arcs a .centre, too");
    }
    return p;
  }

  Map<String, Xy> places() {
    Map<String, Xy> out = new LinkedHashMap<>();
    points.forEach((name, p) -> out.put(name, p.drawn()));
    return out;
  }

  boolean isPoint(String name) {
    return points.containsKey(name);
  }

  Guide guide(String name) throws SketchProblem {
    Guide g = guides.get(name);
    if (g == null) {
      throw new SketchProblem(name, "no curve is named " + name);
    }
    return g;
  }

  double[] start() {
    return start.stream().mapToDouble(Double::doubleValue).toArray();
  }

  /** What curves are by themselves: both ends of an arc lie on it. */
  List<Equation> own() {
    return List.copyOf(own);
  }

  double sizeMm() {
    double most = 1;
    for (PointRef p : points.values()) {
      most = Math.max(most, Math.max(Math.abs(p.x().value()), Math.abs(p.y().value())));
    }
    return most;
  }

  /** A curve with what moved of it written as plain numbers. */
  SketchCurve moved(SketchCurve curve, double[] v) {
    String name = curve.name();
    return switch (curve) {
      case SketchCurve.Line l ->
          new SketchCurve.Line(
              name, at(name + ".from", l.from(), v), at(name + ".to", l.to(), v), l.construction());
      case SketchCurve.Arc a ->
          new SketchCurve.Arc(
              name,
              at(name + ".from", a.from(), v),
              at(name + ".to", a.to(), v),
              null,
              a.centre() == null
                  ? written(points.get(name + ".centre"), v)
                  : at(name + ".centre", a.centre(), v),
              a.centre() == null ? isClockwise(a) : a.clockwise(),
              a.construction());
      case SketchCurve.Circle c -> {
        Coordinate r = ((Guide.Round) guides.get(name)).radius();
        yield new SketchCurve.Circle(
            name,
            at(name + ".centre", c.centre(), v),
            r.variable() < 0 ? c.diameter() : written(2 * v[r.variable()]),
            c.construction());
      }
      case SketchCurve.Rectangle r -> r;
      case SketchCurve.Polygon p ->
          new SketchCurve.Polygon(
              name,
              at(name + ".centre", p.centre(), v),
              p.sides(),
              p.side(),
              p.diameter(),
              p.turn(),
              p.construction());
      case SketchCurve.Slot s ->
          new SketchCurve.Slot(
              name,
              at(name + ".from", s.from(), v),
              at(name + ".to", s.to(), v),
              s.width(),
              s.construction());
      case SketchCurve.Ellipse e ->
          new SketchCurve.Ellipse(
              name,
              at(name + ".centre", e.centre(), v),
              e.width(),
              e.height(),
              e.turn(),
              e.start(),
              e.end(),
              e.construction());
      case SketchCurve.Spline s ->
          new SketchCurve.Spline(
              name,
              IntStream.range(0, s.points().size())
                  .mapToObj(i -> at(name + ".p" + (i + 1), s.points().get(i), v))
                  .toList(),
              s.degree(),
              s.closed(),
              s.construction());
      case SketchCurve.Point p -> new SketchCurve.Point(name, at(name, p.at(), v));
    };
  }

  /** Of an arc through a point, as it was drawn. */
  private boolean isClockwise(SketchCurve.Arc a) {
    Xy from = points.get(a.name() + ".from").drawn();
    Xy to = points.get(a.name() + ".to").drawn();
    try {
      Xy mid = a.through().at(values);
      Xy u = mid.minus(from);
      Xy w = to.minus(from);
      return u.x() * w.y() - u.y() * w.x() < 0;
    } catch (ExpressionException e) {
      throw new IllegalStateException("it had a value before", e);
    }
  }

  private Point2 at(String name, Point2 before, double[] v) {
    PointRef ref = points.get(name);
    return new Point2(
        ref.x().variable() < 0 ? before.x() : written(v[ref.x().variable()]),
        ref.y().variable() < 0 ? before.y() : written(v[ref.y().variable()]));
  }

  private static Point2 written(PointRef ref, double[] v) {
    return new Point2(written(v[ref.x().variable()]), written(v[ref.y().variable()]));
  }

  private static Expr written(double mm) {
    return new Expr(
        BigDecimal.valueOf(mm).round(DIGITS).stripTrailingZeros().toPlainString() + " mm");
  }

  boolean canMove(SketchCurve curve, boolean[] movable) {
    boolean ofPoints = pointsOf(curve.name()).stream().anyMatch(p -> canMove(p, movable));
    return ofPoints
        || (guides.get(curve.name()) instanceof Guide.Round(var _, Coordinate r, var _)
            && r != null
            && r.variable() >= 0
            && movable[r.variable()]);
  }

  private List<PointRef> pointsOf(String curve) {
    if (byCurve == null) {
      byCurve = new HashMap<>();
      points.forEach((name, p) -> {
        int dot = name.indexOf('.');
        byCurve
            .computeIfAbsent(dot < 0 ? name : name.substring(0, dot), c -> new ArrayList<>())
            .add(p);
      });
    }
    return byCurve.getOrDefault(curve, List.of());
  }

  private static boolean canMove(PointRef p, boolean[] movable) {
    return (p.x().variable() >= 0 && movable[p.x().variable()])
        || (p.y().variable() >= 0 && movable[p.y().variable()]);
  }
}

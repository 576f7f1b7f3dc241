package org.ankerdraft.core.sketch.edit;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.ankerdraft.core.expression.Evaluator;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.sketch.Point2;
import org.ankerdraft.core.sketch.SketchCurve;
import org.ankerdraft.core.sketch.SketchProblem;
import org.ankerdraft.core.sketch.constraint.Constraint;
import org.ankerdraft.core.sketch.constraint.Relation;
import org.ankerdraft.vectors.Xy;

/** Copies of curves: moved, in a row, round a point, or mirrored about a line. */
public final class Copies {
  private static final int MOST = 1000;

  private final Drawn drawn;
  private final Evaluator values;

  public Copies(Drawn drawn, Evaluator values) {
    this.drawn = drawn;
    this.values = values;
  }

  /**
   * Copies mirrored about a line, which stay mirrored: their points are symmetric, their radii
   * equal.
   */
  public Drawn mirrored(List<String> names, String axis) throws ExpressionException, SketchProblem {
    Xy a;
    Xy b;
    if (axis.equals("x-axis") || axis.equals("y-axis")) {
      a = Xy.ZERO;
      b = axis.equals("x-axis") ? new Xy(1, 0) : new Xy(0, 1);
    } else if (drawn.curve(axis) instanceof SketchCurve.Line line) {
      a = line.from().at(values);
      b = line.to().at(values);
    } else {
      throw new SketchProblem(axis, "what is mirrored about must be a line; " + axis + " is none");
    }
    Motion motion = Motion.mirror(a, b);
    Drawn out = drawn;
    for (String name : names) {
      SketchCurve curve = drawn.curve(name);
      String copy = out.freeName(letters(name));
      SketchCurve there = moved(curve, copy, motion);
      out = out.with(List.of(there), symmetric(curve, there, axis));
    }
    return out;
  }

  private static List<Constraint> symmetric(SketchCurve curve, SketchCurve copy, String axis) {
    List<Constraint> held = new ArrayList<>();
    for (String point : pointsOf(curve)) {
      held.add(Constraint.of(Relation.SYMMETRIC, curve.name() + point, copy.name() + point, axis));
    }
    if (curve instanceof SketchCurve.Circle) {
      held.add(Constraint.of(Relation.EQUAL, curve.name(), copy.name()));
    }
    return held;
  }

  private static List<String> pointsOf(SketchCurve curve) {
    return switch (curve) {
      case SketchCurve.Line _, SketchCurve.Slot _ -> List.of(".from", ".to");
      case SketchCurve.Arc _ -> List.of(".from", ".to", ".centre");
      case SketchCurve.Circle _, SketchCurve.Polygon _, SketchCurve.Ellipse _ -> List.of(".centre");
      case SketchCurve.Spline s -> {
        List<String> out = new ArrayList<>();
        for (int i = 1; i <= s.points().size(); i++) {
          out.add(".p" + i);
        }
        yield out;
      }
      case SketchCurve.Point _ -> List.of("");
      case SketchCurve.Rectangle _ -> List.of();
    };
  }

  /** Copies in a row, each shifted by as much again; the first copy lies one shift away. */
  public Drawn inRow(List<String> names, int copies, Xy shift)
      throws ExpressionException, SketchProblem {
    mustBeSome(copies);
    Drawn out = drawn;
    for (int i = 1; i <= copies; i++) {
      out = with(out, names, Motion.shift(shift.times(i)));
    }
    return out;
  }

  /** Copies round a point, each turned by as much again. */
  public Drawn round(List<String> names, int copies, Xy about, double angleRad)
      throws ExpressionException, SketchProblem {
    mustBeSome(copies);
    Drawn out = drawn;
    for (int i = 1; i <= copies; i++) {
      out = with(out, names, Motion.turn(about, angleRad * i));
    }
    return out;
  }

  /** The curves themselves, moved; what held them elsewhere is let go. */
  public Drawn moved(List<String> names, Motion motion) throws ExpressionException, SketchProblem {
    List<SketchCurve> curves = new ArrayList<>();
    for (SketchCurve c : drawn.curves()) {
      curves.add(names.contains(c.name()) ? moved(c, c.name(), motion) : c);
    }
    List<Constraint> held =
        drawn.constraints().stream()
            .filter(c ->
                c.of().stream().noneMatch(o -> names.contains(curveOf(o)))
                    || goesAlong(c, names, motion))
            .toList();
    return new Drawn(curves, held);
  }

  private static void mustBeSome(int copies) throws SketchProblem {
    if (copies < 1 || copies > MOST) {
      throw new SketchProblem("", "there must be from 1 to " + MOST + " copies, not " + copies);
    }
  }

  /** One more copy of the curves, with the relations that they keep among themselves. */
  private Drawn with(Drawn out, List<String> names, Motion motion)
      throws ExpressionException, SketchProblem {
    Map<String, String> copies = new LinkedHashMap<>();
    Drawn grown = out;
    for (String name : names) {
      String copy = grown.freeName(letters(name));
      copies.put(name, copy);
      grown = grown.with(List.of(moved(drawn.curve(name), copy, motion)), List.of());
    }
    List<Constraint> held =
        drawn.constraints().stream()
            .filter(c -> goesAlong(c, names, motion))
            .map(c ->
                new Constraint(
                    c.relation(),
                    c.of().stream().map(o -> renamed(o, copies)).toList(),
                    c.value(),
                    c.angle(),
                    c.reference()))
            .toList();
    return grown.with(List.of(), held);
  }

  /** Whether a relation holds among the curves alone, and still does after the motion. */
  private static boolean goesAlong(Constraint c, List<String> names, Motion motion) {
    boolean isInside = c.of().stream().allMatch(o -> names.contains(curveOf(o)));
    return isInside
        && switch (c.relation()) {
          case FIXED -> false;
          case HORIZONTAL, VERTICAL, DISTANCE_X, DISTANCE_Y -> motion.keepsAxes();
          case ANGLE -> !motion.mirrors();
          default -> true;
        };
  }

  private static String curveOf(String thing) {
    int dot = thing.indexOf('.');
    return dot < 0 ? thing : thing.substring(0, dot);
  }

  private static String renamed(String thing, Map<String, String> copies) {
    String curve = curveOf(thing);
    return copies.get(curve) + thing.substring(curve.length());
  }

  private static String letters(String name) {
    String letters = name.replaceAll("[0-9]+$", "");
    return letters.isEmpty() ? "c" : letters;
  }

  private Point2 moved(Point2 p, Motion motion) throws ExpressionException {
    return Drawn.point(motion.of(p.at(values)));
  }

  private Expr turned(Expr turn, Motion motion) throws ExpressionException {
    double angle = motion.angle(turn == null ? 0 : values.angleRad(turn));
    return angle == 0 ? null : Drawn.deg(angle);
  }

  private SketchCurve moved(SketchCurve curve, String name, Motion motion)
      throws ExpressionException, SketchProblem {
    return switch (curve) {
      case SketchCurve.Line l ->
          new SketchCurve.Line(
              name, moved(l.from(), motion), moved(l.to(), motion), l.construction());
      case SketchCurve.Arc a ->
          new SketchCurve.Arc(
              name,
              moved(a.from(), motion),
              moved(a.to(), motion),
              a.through() == null ? null : moved(a.through(), motion),
              a.centre() == null ? null : moved(a.centre(), motion),
              a.centre() != null && a.clockwise() != motion.mirrors(),
              a.construction());
      case SketchCurve.Circle k ->
          new SketchCurve.Circle(name, moved(k.centre(), motion), k.diameter(), k.construction());
      case SketchCurve.Rectangle r -> rectangle(r, name, motion);
      case SketchCurve.Polygon p ->
          new SketchCurve.Polygon(
              name,
              moved(p.centre(), motion),
              p.sides(),
              p.side(),
              p.diameter(),
              turned(p.turn(), motion),
              p.construction());
      case SketchCurve.Slot s ->
          new SketchCurve.Slot(
              name, moved(s.from(), motion), moved(s.to(), motion), s.width(), s.construction());
      case SketchCurve.Ellipse e -> ellipse(e, name, motion);
      case SketchCurve.Spline s -> {
        List<Point2> points = new ArrayList<>();
        for (Point2 p : s.points()) {
          points.add(moved(p, motion));
        }
        yield new SketchCurve.Spline(name, points, s.degree(), s.closed(), s.construction());
      }
      case SketchCurve.Point p -> new SketchCurve.Point(name, moved(p.at(), motion));
    };
  }

  private SketchCurve.Ellipse ellipse(SketchCurve.Ellipse e, String name, Motion motion)
      throws ExpressionException {
    boolean swaps = motion.mirrors() && (e.start() != null || e.end() != null);
    return new SketchCurve.Ellipse(
        name,
        moved(e.centre(), motion),
        e.width(),
        e.height(),
        turned(e.turn(), motion),
        swaps ? negated(e.end()) : e.start(),
        swaps ? negated(e.start()) : e.end(),
        e.construction());
  }

  /** A missing start is at 0, a missing end after a whole turn, which is the same place. */
  private Expr negated(Expr angle) throws ExpressionException {
    return angle == null ? new Expr("0 deg") : Drawn.deg(-values.angleRad(angle));
  }

  /** A rectangle stands level: it stays one while its sides do. */
  private SketchCurve.Rectangle rectangle(SketchCurve.Rectangle r, String name, Motion motion)
      throws ExpressionException, SketchProblem {
    double quarter = Math.abs(Math.IEEEremainder(motion.turnRad(), Math.PI / 2));
    if (quarter > 1e-9) {
      throw new SketchProblem(
          r.name(), "rectangle " + r.name() + " stands level: take it apart before it is turned");
    }
    boolean swaps = Math.abs(Math.sin(motion.turnRad())) > 0.5;
    double w = values.lengthMm(r.width());
    double h = values.lengthMm(r.height());
    Xy centre =
        r.centre() != null
            ? r.centre().at(values)
            : r.corner().at(values).plus(new Xy(w / 2, h / 2));
    return new SketchCurve.Rectangle(
        name,
        Drawn.point(motion.of(centre)),
        null,
        swaps ? r.height() : r.width(),
        swaps ? r.width() : r.height(),
        r.rounding(),
        r.construction());
  }

  /** A figure as the curves that it is made of, joined; its sizes are no longer held. */
  public Drawn apart(String name) throws ExpressionException, SketchProblem {
    SketchCurve figure = drawn.curve(name);
    if (Drawn.plain(figure).isPresent()) {
      return drawn;
    }
    List<SketchCurve> pieces = new ArrayList<>();
    Drawn.piecesOf(figure, values)
        .forEach((piece, curve) ->
            pieces.add(Drawn.own(curve, piece.replace('.', '-'), figure.construction())));
    List<Constraint> held =
        drawn.constraints().stream()
            .filter(c -> c.of().stream().noneMatch(o -> curveOf(o).equals(name)))
            .toList();
    return drawn.replaced(name, pieces, held);
  }
}

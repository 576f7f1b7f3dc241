package org.ankerdraft.core.step.sketch;

import java.util.ArrayList;
import java.util.List;
import org.ankerdraft.core.expression.Evaluator;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.geometry.Numbers;
import org.ankerdraft.core.sketch.Point2;
import org.ankerdraft.core.sketch.SketchCurve;
import org.ankerdraft.core.sketch.SketchProblem;
import org.ankerdraft.core.sketch.constraint.Constrained;
import org.ankerdraft.core.sketch.constraint.Constraint;
import org.ankerdraft.core.sketch.constraint.Relation;
import org.ankerdraft.vectors.Xy;

/**
 * Changes of a sketch by hand. Each begins by writing down where the constraints hold the curves,
 * so that what is drawn onto an end stays on it.
 */
public final class SketchEdits {
  private final Sketch sketch;
  private final Evaluator values;

  /**
   * @throws SketchProblem if the constraints cannot hold as they are
   */
  public SketchEdits(Sketch drawn, Evaluator values) throws ExpressionException, SketchProblem {
    this.values = values;
    this.sketch =
        drawn.constraints().isEmpty()
            ? drawn
            : drawn.with(
                Constrained.hold(drawn.curves(), drawn.constraints(), values).curves(),
                drawn.constraints());
  }

  /** As it is held. */
  public Sketch sketch() {
    return sketch;
  }

  /** A place as it is written. */
  public static Point2 point(Xy p) {
    return new Point2(mm(p.x()), mm(p.y()));
  }

  private static Expr mm(double v) {
    return new Expr(Numbers.tidy(v, 6) + " mm");
  }

  /**
   * A line, and the relations that it is to keep.
   *
   * @param keeps such as horizontal
   */
  public Sketch withLine(Point2 from, Point2 to, List<Relation> keeps) {
    String name = sketch.freeName("l");
    List<SketchCurve> curves = new ArrayList<>(sketch.curves());
    curves.add(new SketchCurve.Line(name, from, to, false));
    List<Constraint> held = new ArrayList<>(sketch.constraints());
    keeps.forEach(r -> held.add(Constraint.of(r, name)));
    return sketch.with(curves, held);
  }

  public Sketch withCircle(Point2 centre, double radiusMm) {
    List<SketchCurve> curves = new ArrayList<>(sketch.curves());
    curves.add(new SketchCurve.Circle(sketch.freeName("k"), centre, mm(2 * radiusMm), false));
    return sketch.with(curves, sketch.constraints());
  }

  /** An arc that leaves a line's end in the line's direction, and stays tangent to it. */
  public Sketch withTangentArc(String line, Point2 from, Point2 to)
      throws ExpressionException, SketchProblem {
    SketchCurve.Line l =
        sketch.curves().stream()
            .filter(c -> c.name().equals(line) && c instanceof SketchCurve.Line)
            .map(SketchCurve.Line.class::cast)
            .findFirst()
            .orElseThrow(() -> new SketchProblem(line, "no line is named " + line));
    Xy a = from.at(values);
    Xy b = to.at(values);
    boolean leavesTo = l.to().at(values).distance(a) < l.from().at(values).distance(a);
    Xy way = leavesTo ? a.minus(l.from().at(values)) : a.minus(l.to().at(values));
    Xy chord = b.minus(a);
    double side = way.cross(chord);
    if (Math.abs(side) < 1e-9 * way.length() * chord.length() || way.length() == 0) {
      throw new SketchProblem(line, "the arc would be straight: it ends in the line's direction");
    }
    Xy normal = new Xy(-way.y(), way.x()).times(1 / way.length());
    double radius = chord.dot(chord) / (2 * chord.dot(normal));
    String name = sketch.freeName("a");
    List<SketchCurve> curves = new ArrayList<>(sketch.curves());
    curves.add(
        new SketchCurve.Arc(
            name, from, to, null, point(a.plus(normal.times(radius))), side < 0, false));
    List<Constraint> held = new ArrayList<>(sketch.constraints());
    held.add(Constraint.of(Relation.TANGENT, line, name));
    return sketch.with(curves, held);
  }

  /** Four lines from corner to corner, level and upright. */
  public Sketch withRectangle(Point2 a, Point2 c) {
    Point2 b = new Point2(c.x(), a.y());
    Point2 d = new Point2(a.x(), c.y());
    List<SketchCurve> curves = new ArrayList<>(sketch.curves());
    List<Constraint> held = new ArrayList<>(sketch.constraints());
    List<Point2> corners = List.of(a, b, c, d);
    for (int i = 0; i < corners.size(); i++) {
      String name = sketch.with(curves, List.of()).freeName("l");
      curves.add(
          new SketchCurve.Line(name, corners.get(i), corners.get((i + 1) % corners.size()), false));
      held.add(Constraint.of(i % 2 == 0 ? Relation.HORIZONTAL : Relation.VERTICAL, name));
    }
    return sketch.with(curves, held);
  }

  /** Without a curve and all that refers to it. */
  public Sketch without(String curve) {
    return sketch.with(
        sketch.curves().stream().filter(c -> !c.name().equals(curve)).toList(),
        sketch.constraints().stream()
            .filter(c -> c.of().stream().noneMatch(o -> isOf(o, curve)))
            .toList());
  }

  private static boolean isOf(String thing, String curve) {
    return thing.equals(curve) || thing.startsWith(curve + ".");
  }

  /** Without a constraint. */
  public Sketch without(Constraint dropped) {
    return sketch.with(
        sketch.curves(), sketch.constraints().stream().filter(c -> !c.equals(dropped)).toList());
  }

  /**
   * With one constraint more; a dimension takes the place of the one of the same things.
   *
   * @throws SketchProblem if it contradicts the others: then nothing is changed
   */
  public Sketch withConstraint(Constraint added) throws ExpressionException, SketchProblem {
    List<Constraint> held = new ArrayList<>(sketch.constraints());
    held.removeIf(c -> c.relation() == added.relation() && c.of().equals(added.of()));
    held.add(added);
    return sketch.with(Constrained.hold(sketch.curves(), held, values).curves(), held);
  }

  /** With a point drawn to a place, as far as the constraints let it. */
  public Sketch dragged(String point, Xy place) throws ExpressionException, SketchProblem {
    return sketch.with(
        Constrained.dragged(sketch.curves(), sketch.constraints(), values, point, place).curves(),
        sketch.constraints());
  }
}

package org.ankerdraft.core.sketch.edit;

import java.util.ArrayList;
import java.util.List;
import org.ankerdraft.core.expression.Evaluator;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.geometry.Numbers;
import org.ankerdraft.core.geometry.Tolerance;
import org.ankerdraft.core.sketch.Point2;
import org.ankerdraft.core.sketch.SketchCurve;
import org.ankerdraft.core.sketch.SketchProblem;
import org.ankerdraft.core.sketch.constraint.Constraint;
import org.ankerdraft.core.sketch.constraint.Relation;
import org.ankerdraft.vectors.Xy;

/** Rounds the corner at which two lines end. */
public final class Corners {
  private static final double STRAIGHT_RAD = 1e-6;

  private final Drawn drawn;
  private final Evaluator values;

  public Corners(Drawn drawn, Evaluator values) {
    this.drawn = drawn;
    this.values = values;
  }

  /** A line as seen from a corner: which of its ends lies there, and the way to the other. */
  private record Leg(SketchCurve.Line line, boolean endsThere, Xy corner, Xy far) {
    Xy way() {
      return far.minus(corner).times(1 / corner.distance(far));
    }

    String endName() {
      return line.name() + (endsThere ? ".to" : ".from");
    }

    String farName() {
      return line.name() + (endsThere ? ".from" : ".to");
    }

    SketchCurve.Line upTo(Point2 end) {
      return endsThere
          ? new SketchCurve.Line(line.name(), line.from(), end, line.construction())
          : new SketchCurve.Line(line.name(), end, line.to(), line.construction());
    }
  }

  /**
   * With a round between two lines that meet, tangent to both.
   *
   * @throws SketchProblem if they do not meet, run on straight, or are too short; it says up to
   *     which radius there is room
   */
  public Drawn rounded(String first, String second, Expr radius)
      throws ExpressionException, SketchProblem {
    Leg[] legs = legs(line(first), line(second));
    double r = values.lengthMm(radius);
    if (!(r > Tolerance.MODEL.lengthMm())) {
      throw new SketchProblem(first, "the radius must be more than 0, not " + Numbers.mm(r));
    }
    Xy u = legs[0].way();
    Xy v = legs[1].way();
    double angle = Math.atan2(Math.abs(u.cross(v)), u.dot(v));
    if (angle < STRAIGHT_RAD || Math.PI - angle < STRAIGHT_RAD) {
      throw new SketchProblem(
          first, first + " and " + second + " run on straight: no corner there");
    }
    double needed = r / Math.tan(angle / 2);
    double room =
        Math.min(legs[0].corner.distance(legs[0].far), legs[1].corner.distance(legs[1].far));
    if (needed > room - Tolerance.MODEL.lengthMm()) {
      throw new SketchProblem(
          first,
          "a radius of "
              + Numbers.mm(r)
              + " takes "
              + Numbers.mm(needed)
              + " of each line; the shorter has "
              + Numbers.mm(room)
              + ". It works up to "
              + Numbers.mm(Math.floor(room * Math.tan(angle / 2) * 1000 + 1e-6) / 1000));
    }
    Xy corner = legs[0].corner;
    Point2 a = Drawn.point(corner.plus(u.times(needed)));
    Point2 b = Drawn.point(corner.plus(v.times(needed)));
    Xy centre = corner.plus(u.plus(v).times(r / Math.sin(angle / 2) / u.plus(v).length()));
    String arc = drawn.freeName("a");
    List<SketchCurve> curves = new ArrayList<>();
    for (SketchCurve c : drawn.curves()) {
      curves.add(
          c.name().equals(first) ? legs[0].upTo(a) : c.name().equals(second) ? legs[1].upTo(b) : c);
    }
    // The arc bulges towards the corner: it turns the way the legs do.
    curves.add(
        new SketchCurve.Arc(
            arc, a, b, null, Drawn.point(centre), u.cross(v) > 0, legs[0].line.construction()));
    return held(curves, legs, arc, radius);
  }

  /**
   * What was said of the corner stays true of it: a point where the lines would meet takes its
   * place.
   */
  private Drawn held(List<SketchCurve> curves, Leg[] legs, String arc, Expr radius) {
    String point = new Drawn(curves, List.of()).freeName("o");
    List<Constraint> held = new ArrayList<>();
    boolean isCornerUsed = false;
    for (Constraint c : drawn.constraints()) {
      Constraint now = ofCorner(c, legs, point);
      isCornerUsed |= now != null && now.of().contains(point);
      if (now != null) {
        held.add(now);
      }
    }
    List<SketchCurve> all = new ArrayList<>(curves);
    if (isCornerUsed) {
      all.add(new SketchCurve.Point(point, Drawn.point(legs[0].corner)));
      held.add(Constraint.of(Relation.ON_CURVE, point, legs[0].line.name()));
      held.add(Constraint.of(Relation.ON_CURVE, point, legs[1].line.name()));
    }
    held.add(Constraint.of(Relation.TANGENT, legs[0].line.name(), arc));
    held.add(Constraint.of(Relation.TANGENT, legs[1].line.name(), arc));
    held.add(Constraint.dimension(Relation.RADIUS, radius, arc));
    return new Drawn(all, held);
  }

  /** A constraint as it is after the lines were cut; null if nothing is left to say. */
  private static Constraint ofCorner(Constraint c, Leg[] legs, String point) {
    for (Leg leg : legs) {
      boolean isOfLine = c.of().contains(leg.line.name());
      if (isOfLine && c.relation() == Relation.LENGTH) {
        return new Constraint(
            Relation.DISTANCE, List.of(point, leg.farName()), c.value(), null, c.reference());
      }
      if (isOfLine && (c.relation() == Relation.MIDPOINT || c.relation() == Relation.EQUAL)) {
        return null;
      }
    }
    List<String> of =
        c.of().stream()
            .map(o -> o.equals(legs[0].endName()) || o.equals(legs[1].endName()) ? point : o)
            .toList();
    boolean isOfItself = of.size() == 2 && of.getFirst().equals(of.getLast());
    return isOfItself
        ? null
        : new Constraint(c.relation(), of, c.value(), c.angle(), c.reference());
  }

  private SketchCurve.Line line(String name) throws SketchProblem {
    if (drawn.curve(name) instanceof SketchCurve.Line line) {
      return line;
    }
    throw new SketchProblem(name, "corners are rounded between lines; " + name + " is none");
  }

  private Leg[] legs(SketchCurve.Line a, SketchCurve.Line b)
      throws ExpressionException, SketchProblem {
    for (boolean endA : new boolean[] {true, false}) {
      for (boolean endB : new boolean[] {true, false}) {
        Leg p = leg(a, endA);
        Leg q = leg(b, endB);
        if (p.corner.distance(q.corner) < Tolerance.MODEL.lengthMm()) {
          return new Leg[] {p, q};
        }
      }
    }
    throw new SketchProblem(a.name(), a.name() + " and " + b.name() + " do not end at one place");
  }

  private Leg leg(SketchCurve.Line l, boolean endsThere) throws ExpressionException {
    Xy from = l.from().at(values);
    Xy to = l.to().at(values);
    return endsThere ? new Leg(l, true, to, from) : new Leg(l, false, from, to);
  }
}

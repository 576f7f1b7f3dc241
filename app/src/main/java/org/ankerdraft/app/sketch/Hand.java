package org.ankerdraft.app.sketch;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Supplier;
import org.ankerdraft.core.expression.Evaluator;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.expression.LengthUnit;
import org.ankerdraft.core.geometry.Numbers;
import org.ankerdraft.core.sketch.Point2;
import org.ankerdraft.core.sketch.SketchProblem;
import org.ankerdraft.core.sketch.constraint.Constraint;
import org.ankerdraft.core.sketch.constraint.Relation;
import org.ankerdraft.core.step.sketch.Sketch;
import org.ankerdraft.core.step.sketch.SketchEdits;
import org.ankerdraft.core.step.sketch.SketchEdits.Keep;
import org.ankerdraft.vectors.Xy;

/** The curve that is being drawn: the places taken so far, and the numbers typed. */
final class Hand {
  private final List<Point2> placed = new ArrayList<>();
  private final List<Xy> places = new ArrayList<>();
  private final List<Keep> beginning = new ArrayList<>();
  private final TypedNumbers typed;

  /** The curve before it in the chain, or empty. */
  private String last = "";

  /**
   * @param unit of lengths that are typed
   */
  Hand(Supplier<LengthUnit> unit) {
    typed = new TypedNumbers(unit);
  }

  boolean isDrawing() {
    return !placed.isEmpty();
  }

  List<Xy> places() {
    return List.copyOf(places);
  }

  TypedNumbers typed() {
    return typed;
  }

  String last() {
    return last;
  }

  /** Where the curve begins, or null. */
  Point2 from() {
    return placed.isEmpty() ? null : placed.getFirst();
  }

  void drop() {
    placed.clear();
    places.clear();
    beginning.clear();
    typed.clear();
    last = "";
  }

  /** Goes on from the end of a curve. */
  void goOn(String curve, Point2 from, Xy at) {
    drop();
    last = curve;
    placed.add(from);
    places.add(at);
  }

  /**
   * Takes a place.
   *
   * @param proposed what an end there would keep
   * @return whether it was another one than the last
   */
  boolean take(Point2 p, Xy at, List<Keep> proposed) {
    if (!places.isEmpty() && places.getLast().distance(at) == 0) {
      return false;
    }
    if (placed.isEmpty()) {
      proposed.stream()
          .filter(k -> !k.end().isEmpty())
          .forEach(k -> beginning.add(new Keep(k.relation(), ".from", k.other())));
    }
    placed.add(p);
    places.add(at);
    return true;
  }

  /** Whether all places of a curve have been taken. */
  boolean isFull(Tool tool) {
    return placed.size() == tool.places();
  }

  /** A free curve that ends where it began runs round. */
  boolean closesOn(Xy at) {
    return places.size() > 2 && places.getFirst().distance(at) == 0;
  }

  /**
   * The sketch with the curve in it.
   *
   * @param tangentTo the line that a tangent arc leaves
   * @param keeps what the end of a line is to keep
   */
  Sketch drawn(SketchEdits s, Tool tool, String tangentTo, List<Keep> keeps, Evaluator values)
      throws ExpressionException, SketchProblem {
    Point2 a = placed.getFirst();
    Point2 b = placed.size() > 1 ? placed.get(1) : null;
    Sketch out =
        switch (tool) {
          case LINE -> s.withLine(a, b, all(keeps));
          case ARC -> s.withTangentArc(tangentTo, a, b);
          case ARC_THROUGH -> s.withArc(a, b, placed.get(2));
          case ARC_ABOUT -> s.withArcAbout(a, b, places.get(2));
          case CIRCLE -> s.withCircle(a, places.get(0).distance(places.get(1)));
          case RECTANGLE -> s.withRectangle(a, b);
          case SLOT ->
              s.withSlot(a, b, 2 * Rubber.beside(places.get(0), places.get(1), places.get(2)));
          case ELLIPSE ->
              s.withEllipse(
                  a,
                  places.get(1).minus(places.get(0)),
                  Rubber.beside(places.get(0), places.get(1), places.get(2)));
          case POINT -> s.withPoint(a);
          default -> throw new IllegalStateException(tool + " draws nothing of so many places");
        };
    return withDimensions(out, tool, values);
  }

  Sketch drawnFreely(SketchEdits s, boolean closed) throws SketchProblem {
    return s.withSpline(placed, closed);
  }

  private List<Keep> all(List<Keep> keeps) {
    List<Keep> out = new ArrayList<>(beginning);
    out.addAll(keeps);
    return out;
  }

  /** What was typed is held. */
  private Sketch withDimensions(Sketch drawn, Tool tool, Evaluator values)
      throws ExpressionException, SketchProblem {
    Sketch out = drawn;
    int n = drawn.curves().size();
    for (int i = 0; i < 2; i++) {
      if (typed.value(i).isEmpty()) {
        continue;
      }
      Expr size = typed.length(i);
      Constraint held =
          switch (tool) {
            case LINE ->
                i == 0
                    ? length(size, drawn.curves().getLast().name())
                    : Constraint.dimension(
                        Relation.ANGLE,
                        new Expr(Numbers.tidy(typed.value(1).getAsDouble(), 6) + " deg"),
                        "x-axis",
                        drawn.curves().getLast().name());
            case CIRCLE ->
                Constraint.dimension(Relation.DIAMETER, size, drawn.curves().getLast().name());
            case RECTANGLE -> length(size, drawn.curves().get(n - 4 + i).name());
            default -> null;
          };
      if (held != null) {
        out = new SketchEdits(out, values).withConstraint(held);
      }
    }
    return out;
  }

  private static Constraint length(Expr size, String line) {
    return Constraint.dimension(Relation.LENGTH, size, line);
  }
}

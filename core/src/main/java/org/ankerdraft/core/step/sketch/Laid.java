package org.ankerdraft.core.step.sketch;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.ankerdraft.core.expression.Evaluator;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.form.Form;
import org.ankerdraft.core.sketch.SketchCurve;
import org.ankerdraft.core.sketch.SketchProblem;
import org.ankerdraft.core.sketch.constraint.Constrained;
import org.ankerdraft.core.sketch.constraint.Constraint;
import org.ankerdraft.core.sketch.constraint.Relation;
import org.ankerdraft.vectors.Xy;

/**
 * The curves that a sketch's projections come to. Their numbers are written so that nothing moves
 * them. For the solver and for edits they stand before the sketch's own curves, like drawn ones;
 * the sketch itself keeps only where they come from.
 *
 * @param curves in the order of the projections
 */
public record Laid(List<SketchCurve> curves) {
  /** No projections, or none that has been built. */
  public static final Laid NONE = new Laid(List.of());

  /** Ends this near to each other were drawn at one place. */
  private static final double SAME_PLACE_MM = 1e-6;

  public Laid {
    curves = List.copyOf(curves);
  }

  /** A curve whose plain numbers are held. */
  static SketchCurve held(SketchCurve curve) {
    return SketchCurve.FORM.changed(curve, exchanging(e -> new Expr("(" + e.text() + ")")));
  }

  private interface Exchange {
    Expr of(Expr expr);
  }

  private static Form.Change exchanging(Exchange exchange) {
    return new Form.Change() {
      @Override
      @SuppressWarnings("unchecked")
      public <T> T of(Form<T> form, T value) {
        return value instanceof Expr e ? (T) exchange.of(e) : value;
      }
    };
  }

  /** Whether a curve of that name is one of them. */
  public boolean has(String curve) {
    return curves.stream().anyMatch(c -> c.name().equals(curve));
  }

  /** The sketch with them among its curves. */
  public Sketch in(Sketch sketch) {
    if (curves.isEmpty()) {
      return sketch;
    }
    List<SketchCurve> all = new ArrayList<>(curves);
    all.addAll(sketch.curves());
    return sketch.with(all, sketch.constraints());
  }

  /**
   * A sketch that was changed with them among its curves, without them. What was newly drawn onto a
   * point of theirs is held there.
   *
   * @param before the sketch before the change
   * @throws SketchProblem if one of them was changed: they follow the body
   */
  public Sketch out(Sketch changed, Sketch before, Evaluator values)
      throws ExpressionException, SketchProblem {
    if (curves.isEmpty()) {
      return changed;
    }
    mustBeUntouched(changed);
    Set<String> theirs = numbers();
    List<SketchCurve> own = new ArrayList<>();
    for (SketchCurve c : changed.curves()) {
      if (!has(c.name())) {
        own.add(loosened(c, theirs));
      }
    }
    List<Constraint> held = new ArrayList<>(changed.constraints());
    held.addAll(joints(own, before, changed.constraints(), values));
    return changed.with(own, held);
  }

  private void mustBeUntouched(Sketch changed) throws SketchProblem {
    for (SketchCurve c : curves) {
      boolean isThere =
          changed.curves().stream().anyMatch(o -> o.drawnAs(c.construction()).equals(c));
      if (!isThere) {
        throw new SketchProblem(
            c.name(),
            c.name()
                + " is projected and follows the body, so it cannot be changed here. Draw over it,"
                + " or delete the projection");
      }
    }
  }

  /** Where a number of theirs was taken over it may move again: a relation holds it. */
  private static SketchCurve loosened(SketchCurve curve, Set<String> theirs) {
    return SketchCurve.FORM.changed(
        curve,
        exchanging(e ->
            theirs.contains(e.text())
                ? new Expr(e.text().substring(1, e.text().length() - 1))
                : e));
  }

  /** The numbers of all of them, as they are written. */
  private Set<String> numbers() {
    Set<String> out = new HashSet<>();
    Form.Visitor taking =
        new Form.Visitor() {
          @Override
          public <T> void see(Form<T> form, T value) {
            if (value instanceof Expr(String text)) {
              out.add(text);
            }
          }
        };
    curves.forEach(c -> SketchCurve.FORM.visit(c, taking));
    return out;
  }

  private List<Constraint> joints(
      List<SketchCurve> own, Sketch before, List<Constraint> there, Evaluator values)
      throws ExpressionException, SketchProblem {
    Map<String, Xy> theirs = Constrained.places(curves, values);
    List<SketchCurve> fresh =
        own.stream()
            .filter(c -> before.curves().stream().noneMatch(b -> b.name().equals(c.name())))
            .toList();
    Map<String, Constraint> joints = new LinkedHashMap<>();
    for (Map.Entry<String, Xy> point : Constrained.places(fresh, values).entrySet()) {
      if (!point.getKey().equals(Constrained.ORIGIN) && !isHeld(point.getKey(), there)) {
        at(point.getValue(), theirs)
            .ifPresent(o ->
                joints.put(point.getKey(), Constraint.of(Relation.COINCIDENT, point.getKey(), o)));
      }
    }
    return List.copyOf(joints.values());
  }

  private static boolean isHeld(String point, List<Constraint> there) {
    return there.stream()
        .anyMatch(c -> c.relation() == Relation.COINCIDENT && c.of().contains(point));
  }

  private static Optional<String> at(Xy place, Map<String, Xy> points) {
    Map<Boolean, List<String>> found =
        points.entrySet().stream()
            .filter(e -> !e.getKey().equals(Constrained.ORIGIN))
            .filter(e -> e.getValue().distance(place) < SAME_PLACE_MM)
            .map(Map.Entry::getKey)
            .collect(Collectors.partitioningBy(n -> !n.endsWith(".centre")));
    return found.get(true).stream().findFirst().or(() -> found.get(false).stream().findFirst());
  }
}

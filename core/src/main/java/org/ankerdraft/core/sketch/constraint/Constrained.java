package org.ankerdraft.core.sketch.constraint;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.ankerdraft.core.expression.Evaluator;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.sketch.SketchCurve;
import org.ankerdraft.core.sketch.SketchProblem;
import org.ankerdraft.vectors.Xy;

/**
 * The curves of a sketch as its constraints hold them. Numbers that are written as plain numbers
 * are where a curve was drawn: constraints may move them. Any other expression holds. Ends that
 * were drawn at one place stay together.
 */
public final class Constrained {
  /** Name of the point at (0, 0). */
  public static final String ORIGIN = "origin";

  private Constrained() {}

  /** Where all points are drawn that constraints may name, and the origin. */
  public static Map<String, Xy> places(List<SketchCurve> curves, Evaluator values)
      throws ExpressionException, SketchProblem {
    return new SketchPoints(curves, values).places();
  }

  /**
   * A sketch that its constraints hold.
   *
   * @param curves with plain numbers where the constraints moved them
   * @param freedom in how many ways it can still move
   * @param movable names of the curves that can
   * @param redundant constraints that follow from the others, in words
   */
  public record Held(
      List<SketchCurve> curves, int freedom, Set<String> movable, List<String> redundant) {
    public Held {
      curves = List.copyOf(curves);
      movable = Set.copyOf(movable);
      redundant = List.copyOf(redundant);
    }
  }

  /**
   * @throws SketchProblem if they contradict each other (it names the fewest that do), or name
   *     something that is not there
   */
  public static Held hold(List<SketchCurve> curves, List<Constraint> constraints, Evaluator values)
      throws ExpressionException, SketchProblem {
    return hold(new SketchPoints(curves, values), curves, constraints, values, Solver::solve);
  }

  /**
   * The same with points drawn to places first, as far as the constraints let them. Nothing is told
   * of what is left free.
   *
   * @param drawn places by the names of points, such as l1.from
   */
  public static Held dragged(
      List<SketchCurve> curves,
      List<Constraint> constraints,
      Evaluator values,
      Map<String, Xy> drawn)
      throws ExpressionException, SketchProblem {
    SketchPoints points = new SketchPoints(curves, values);
    for (Map.Entry<String, Xy> e : drawn.entrySet()) {
      points.draw(e.getKey(), e.getValue());
    }
    return hold(points, curves, constraints, values, Solver::solveInHand);
  }

  private static Held hold(
      SketchPoints points,
      List<SketchCurve> curves,
      List<Constraint> constraints,
      Evaluator values,
      Function<SketchSystem, Solution> solver)
      throws ExpressionException, SketchProblem {
    List<Equation> equations = new ArrayList<>(points.own());
    Equations make = new Equations(points, values);
    for (int i = 0; i < constraints.size(); i++) {
      equations.addAll(make.of(constraints.get(i), i));
    }
    Solution solution = solver.apply(new SketchSystem(points.start(), equations, points.sizeMm()));
    return switch (solution) {
      case Solution.Solved s -> held(points, curves, constraints, s);
      case Solution.Contradiction(List<Integer> which) ->
          throw new SketchProblem(
              "",
              which.isEmpty()
                  ? "the constraints cannot be solved"
                  : "these constraints contradict each other: "
                      + which.stream()
                          .map(i -> constraints.get(i).inWords())
                          .collect(Collectors.joining("; "))
                      + ". Take one of them away, or make it a reference");
    };
  }

  private static Held held(
      SketchPoints points,
      List<SketchCurve> curves,
      List<Constraint> constraints,
      Solution.Solved s) {
    List<SketchCurve> out = new ArrayList<>();
    Set<String> movable = new TreeSet<>();
    for (SketchCurve c : curves) {
      out.add(points.moved(c, s.values()));
      if (points.canMove(c, s.movable())) {
        movable.add(c.name());
      }
    }
    List<String> redundant = s.redundant().stream().map(i -> constraints.get(i).inWords()).toList();
    return new Held(out, s.freedom(), movable, redundant);
  }
}

package org.ankerdraft.bench;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import org.ankerdraft.core.expression.Evaluator;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.sketch.Point2;
import org.ankerdraft.core.sketch.SketchCurve;
import org.ankerdraft.core.sketch.SketchProblem;
import org.ankerdraft.core.sketch.constraint.Constrained;
import org.ankerdraft.core.sketch.constraint.Constraint;
import org.ankerdraft.core.sketch.constraint.Relation;
import org.ankerdraft.vectors.Xy;

/** How fast a sketch follows the hand. */
final class SketchBench {
  private static final int WARMING = 200;
  private static final int ROUNDS = 31;
  private static final double WANTED_MS = 10;

  private SketchBench() {}

  public static void main(String[] args) throws ExpressionException, SketchProblem {
    // A larger one first, so that the virtual machine is warm for both.
    double large = medianMs(300);
    double small = medianMs(75);
    Bench.ratio(
        "sketch of 300 lines, 600 constraints, in hand / 10 ms",
        large / WANTED_MS,
        "at most 1",
        String.format(java.util.Locale.ROOT, "median %.1f ms", large));
    Bench.ratio(
        "sketch in hand, growth exponent 75 to 300 lines",
        Math.log(large / small) / Math.log(4),
        "at most 1.15",
        "");
  }

  private static double medianMs(int lines) throws ExpressionException, SketchProblem {
    List<SketchCurve> curves = new ArrayList<>();
    List<Constraint> constraints = new ArrayList<>();
    double x = 0;
    double y = 0;
    for (int i = 0; i < lines; i++) {
      boolean isLevel = i % 2 == 0;
      double size = isLevel ? 10 : i % 4 == 1 ? 7 : 5;
      double toX = isLevel ? x + size : x;
      double toY = isLevel ? y : i % 4 == 1 ? y + size : y - size;
      String name = "l" + i;
      curves.add(new SketchCurve.Line(name, at(x, y), at(toX, toY), false));
      constraints.add(Constraint.of(isLevel ? Relation.HORIZONTAL : Relation.VERTICAL, name));
      constraints.add(Constraint.dimension(Relation.LENGTH, new Expr(size + " mm"), name));
      x = toX;
      y = toY;
    }
    Evaluator values = new Evaluator(Map.of());
    double[] ms = new double[ROUNDS];
    for (int r = -WARMING; r < ROUNDS; r++) {
      Xy to = new Xy(x / 2 + 3 + r % 7, 5);
      long begin = System.nanoTime();
      Constrained.dragged(curves, constraints, values, Map.of("l" + lines / 2 + ".to", to));
      ms[Math.max(0, r)] = (System.nanoTime() - begin) / 1e6;
    }
    Arrays.sort(ms);
    return ms[ROUNDS / 2];
  }

  private static Point2 at(double x, double y) {
    return new Point2(new Expr(x + " mm"), new Expr(y + " mm"));
  }
}

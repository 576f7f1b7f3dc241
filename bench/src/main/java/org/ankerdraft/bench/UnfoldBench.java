package org.ankerdraft.bench;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.ledger.BodyUnfolding;
import org.ankerdraft.core.ledger.PartState;
import org.ankerdraft.core.operation.Body;
import org.ankerdraft.core.part.PartDocument;
import org.ankerdraft.core.sheet.CannotUnfold;
import org.ankerdraft.core.sketch.PlaneRef;
import org.ankerdraft.core.sketch.Point2;
import org.ankerdraft.core.sketch.SketchCurve;
import org.ankerdraft.core.step.Head;
import org.ankerdraft.core.step.Step;
import org.ankerdraft.core.step.folded.Folded;
import org.ankerdraft.core.step.sketch.Sketch;
import org.ankerdraft.kernel.Budget;
import org.ankerdraft.kernel.GeometryKernel;

/** Unfolding of folded strips with 10 to 200 bends against reading the solid's topology. */
public final class UnfoldBench {
  private static final int ROUNDS = 9;
  private static final int[] BENDS = {10, 20, 50, 100, 200};

  private UnfoldBench() {}

  public static void main(String[] args) throws CannotUnfold {
    double[] perBend = new double[BENDS.length];
    double last = 0;
    double topology = 0;
    try (GeometryKernel kernel = new GeometryKernel(Bench.worker())) {
      for (int round = 0; round < 2; round++) {
        // The first round warms the code up.
        for (int i = 0; i < BENDS.length; i++) {
          PartState state = Bench.build(kernel, accordion(BENDS[i]));
          Body body = state.bodies().values().iterator().next();
          last = best(() -> unfold(kernel, state, body));
          topology = best(() -> read(kernel, body));
          perBend[i] = last / BENDS[i];
        }
      }
    }
    Bench.ratio(
        "unfold 200 bends / read the solid's topology",
        last / topology,
        "at most 2",
        String.format("%.2f / %.2f ms", last, topology));
    Bench.ratio(
        "unfold, time for each bend, 200 bends / 20 bends",
        perBend[BENDS.length - 1] / perBend[1],
        "1 is linear",
        Arrays.stream(perBend).mapToObj(t -> String.format("%.1f", t * 1000)).toList()
            + " us a bend");
  }

  private interface Work {
    void run() throws CannotUnfold;
  }

  private static double best(Work work) throws CannotUnfold {
    double best = Double.MAX_VALUE;
    for (int i = 0; i < ROUNDS; i++) {
      long start = System.nanoTime();
      work.run();
      best = Math.min(best, (System.nanoTime() - start) / 1e6);
    }
    return best;
  }

  private static void unfold(GeometryKernel kernel, PartState state, Body body)
      throws CannotUnfold {
    int bends =
        BodyUnfolding.unfold(body, state, null, 0.01, kernel, Budget.ofSeconds(60)).bends().size();
    if (bends < BENDS[0]) {
      throw new IllegalStateException("only " + bends + " bends were found");
    }
  }

  private static void read(GeometryKernel kernel, Body body) {
    kernel.restore(body.named().shape().brepBytes(), Budget.ofSeconds(60)).orThrow();
  }

  /** A zigzag strip. */
  private static PartDocument accordion(int bends) {
    List<SketchCurve> curves = new ArrayList<>();
    for (int i = 0; i <= bends; i++) {
      curves.add(new SketchCurve.Line("l" + i, corner(i), corner(i + 1), false));
    }
    Step sketch = new Sketch(Head.of("s"), PlaneRef.base(PlaneRef.Base.XZ), curves);
    Step folded =
        new Folded(
            Head.of("strip"),
            "s",
            new Expr("30 mm"),
            false,
            Folded.Side.CENTRED,
            new Expr("1 mm"),
            new Expr("1 mm"),
            null,
            null);
    return PartDocument.empty("accordion").withSteps(List.of(sketch, folded));
  }

  private static Point2 corner(int i) {
    return new Point2(new Expr(12 * i + " mm"), new Expr(i % 2 == 0 ? "0 mm" : "9 mm"));
  }
}

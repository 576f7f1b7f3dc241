package org.ankerdraft.core.sketch.edit;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import org.ankerdraft.core.expression.Evaluator;
import org.ankerdraft.core.sketch.SketchCurve;
import org.ankerdraft.core.sketch.constraint.Constrained;
import org.junit.jupiter.api.Test;

/** Ends that miss each other and doubled curves are found, told and mended. */
class FlawsTest {
  private static final Evaluator VALUES = new Evaluator(Map.of());

  private static List<Flaws.Flaw> flaws(double reach, SketchCurve... curves) throws Exception {
    return Flaws.of(new Drawn(List.of(curves), List.of()), VALUES, reach);
  }

  @Test
  void aNearMissIsMended() throws Exception {
    SketchCurve a = CuttingTest.line("l1", 0, 0, 10, 0);
    SketchCurve b = CuttingTest.line("l2", 10.03, 0.04, 10, 9);
    List<Flaws.Flaw> found = flaws(0.1, a, b);
    assertThat(found)
        .extracting(Flaws.Flaw::inWords)
        .containsExactly("l1.to and l2.from miss each other by 0.05 mm");
    Drawn mended = found.getFirst().mended(new Drawn(List.of(a, b), List.of()));
    var held = Constrained.hold(mended.curves(), mended.constraints(), VALUES);
    assertThat(Flaws.of(new Drawn(held.curves(), mended.constraints()), VALUES, 0.1)).isEmpty();
    assertThat(flaws(0.04, a, b)).isEmpty();
  }

  @Test
  void joinedEndsAndLooseOnesAreNoMisses() throws Exception {
    assertThat(
            flaws(
                0.5,
                CuttingTest.line("l1", 0, 0, 10, 0),
                CuttingTest.line("l2", 10, 0, 10, 9),
                CuttingTest.line("l3", 10.2, 0.2, 20, 5)))
        .isEmpty();
  }

  /** Drawn twice, either way round; construction curves may lie on others. */
  @Test
  void aDoubledCurveGoes() throws Exception {
    SketchCurve a = CuttingTest.line("l1", 0, 0, 10, 0);
    SketchCurve b = CuttingTest.line("l2", 10, 0, 0, 0);
    List<Flaws.Flaw> found = flaws(0.1, a, b);
    assertThat(found).extracting(Flaws.Flaw::inWords).containsExactly("l2 lies on l1");
    assertThat(found.getFirst().mended(new Drawn(List.of(a, b), List.of())).curves())
        .containsExactly(a);
    assertThat(flaws(0.1, a, b.drawnAs(true))).isEmpty();
  }
}

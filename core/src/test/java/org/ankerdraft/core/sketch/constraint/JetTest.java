package org.ankerdraft.core.sketch.constraint;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Random;
import java.util.function.Function;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Derivatives that are carried along against those of small differences. */
class JetTest {
  private static final double STEP = 1e-6;

  private static final List<Function<Jet[], Jet>> FORMULAS =
      List.of(
          x -> x[0].plus(x[1]).times(x[2]),
          x -> x[0].minus(x[1]).over(x[2]),
          x -> Jet.hypot(x[0], x[1]).times(x[2]),
          x -> Jet.atan2(x[0], x[1]).plus(x[2].times(3)),
          x -> Jet.atan2(x[0].times(x[2]), x[1].minus(x[2])),
          x -> Jet.hypot(x[0].minus(x[1]), x[1].times(x[2])).over(x[0].plus(x[2])),
          x -> Jet.constant(7, 3).times(x[1]));

  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3, 4, 5})
  void derivativesAreThoseOfSmallDifferences(long seed) {
    Random random = new Random(seed);
    for (Function<Jet[], Jet> formula : FORMULAS) {
      double[] at = random.doubles(3, 0.5, 3).toArray();
      Jet exact = formula.apply(jets(at));
      for (int i = 0; i < at.length; i++) {
        double[] more = at.clone();
        double[] less = at.clone();
        more[i] += STEP;
        less[i] -= STEP;
        double slope =
            (formula.apply(jets(more)).value() - formula.apply(jets(less)).value()) / (2 * STEP);
        assertThat(exact.by()[i]).isCloseTo(slope, within(1e-6 * (1 + Math.abs(slope))));
      }
    }
  }

  private static Jet[] jets(double[] at) {
    Jet[] out = new Jet[at.length];
    for (int i = 0; i < at.length; i++) {
      out[i] = Jet.variable(at[i], i, at.length);
    }
    return out;
  }
}

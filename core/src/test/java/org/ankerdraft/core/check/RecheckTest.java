package org.ankerdraft.core.check;

import static org.ankerdraft.core.Parts.KERNEL;
import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Random;
import org.ankerdraft.core.Parts;
import org.ankerdraft.core.geometry.Tolerance;
import org.ankerdraft.core.ledger.PartBuilder;
import org.ankerdraft.core.ledger.PartState;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Checks that take over what lies apart from a change find what all checks find anew. */
class RecheckTest {

  /** Columns on a plate, and a mushroom whose cap hides what is beneath it. */
  private static String steps(double x, double y, double cap, double under) {
    StringBuilder out = new StringBuilder(Parts.box(100, 70, 3));
    for (int i = 0; i < 5; i++) {
      add(out, "c" + i, -40 + 20 * i, 25, 3, 5, 9);
    }
    add(out, "stem", x, y, 3, 4, under);
    add(out, "cap", x, y, 3 + under, cap, 2);
    return out.toString();
  }

  private static void add(
      StringBuilder out, String id, double x, double y, double z, double diameter, double high) {
    out.append(
        String.format(
            Locale.ROOT,
            ",{'kind':'sketch','id':'s-%s','plane':{'base':'XY','offset':'%.3f mm'},'curves':[{'curve':'circle','name':'c','centre':['%.3f mm','%.3f mm'],'diameter':'%.3f mm'}]}"
                + ",{'kind':'extrude','id':'%s','sketch':'s-%s','depth':'%.3f mm','use':'unite'}",
            id,
            z,
            x,
            y,
            diameter,
            id,
            id,
            high));
  }

  private static List<Finding> findings(CheckRunner checks, PartState state) {
    RuleBook book = RuleBook.forPart(state.part()).orElseThrow();
    return checks.check(state, book, () -> false).orElseThrow().findings();
  }

  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3})
  void findsWhatIsFoundAnew(long seed) {
    Random random = new Random(seed);
    PartBuilder builder = new PartBuilder(KERNEL, Tolerance.MODEL);
    CheckRunner checks = CheckRunner.withoutCrossings(KERNEL, 2);
    for (int i = 0; i < 5; i++) {
      PartState state =
          builder
              .build(
                  Parts.part(
                      steps(
                          random.nextDouble(-35, 35),
                          random.nextDouble(-20, 24),
                          random.nextDouble(5, 16),
                          random.nextDouble(2, 12))),
                  Map.of(),
                  PartBuilder.Progress.NONE,
                  () -> false)
              .orElseThrow();
      assertThat(state.isOk()).isTrue();
      List<Finding> found = findings(checks, state);
      assertThat(found).anySatisfy(f -> assertThat(f.code()).isEqualTo("draft.undercut"));
      assertThat(found).isEqualTo(findings(CheckRunner.withoutCrossings(KERNEL, 2), state));
    }
  }
}

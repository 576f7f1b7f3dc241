package org.ankerdraft.core.check;

import static org.ankerdraft.core.Parts.KERNEL;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.withinPercentage;

import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Random;
import java.util.stream.Collectors;
import org.ankerdraft.core.Parts;
import org.ankerdraft.core.geometry.Tolerance;
import org.ankerdraft.core.ledger.PartBuilder;
import org.ankerdraft.core.ledger.PartState;
import org.ankerdraft.kernel.GeometryKernel;
import org.ankerdraft.kernel.WorkerProgram;
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

  /** With the worker that looks for crossings, which keeps what it has found sound. */
  @ParameterizedTest
  @ValueSource(longs = {7, 8})
  void soundBodiesStaySoundAsTheyChange(long seed) {
    Random random = new Random(seed);
    PartBuilder builder = new PartBuilder(KERNEL, Tolerance.MODEL);
    try (GeometryKernel other = new GeometryKernel(WorkerProgram.find().orElseThrow())) {
      CheckRunner checks = new CheckRunner(KERNEL, other, 2);
      for (int i = 0; i < 4; i++) {
        String steps =
            steps(random.nextDouble(-35, 35), random.nextDouble(-20, 8), 9, 2 + random.nextInt(9));
        PartState state =
            builder
                .build(Parts.part(steps), Map.of(), PartBuilder.Progress.NONE, () -> false)
                .orElseThrow();
        RuleBook book = RuleBook.forPart(state.part()).orElseThrow();
        CheckReport report = checks.check(state, book, () -> false).orElseThrow();
        assertThat(report.unchecked()).isEmpty();
        assertThat(report.findings())
            .isEqualTo(findings(CheckRunner.withoutCrossings(KERNEL, 2), state));
      }
    }
  }

  /** The cap's underside and the stem, in closed form; of the plate it is too small a share. */
  @ParameterizedTest
  @ValueSource(longs = {4, 5, 6})
  void whatACapHides(long seed) {
    Random random = new Random(seed);
    double cap = random.nextDouble(8, 13);
    double under = random.nextDouble(2, 12);
    PartState state =
        Parts.ok(steps(random.nextDouble(-35, 35), random.nextDouble(-20, 8), cap, under));
    Map<String, Double> hidden =
        findings(CheckRunner.withoutCrossings(KERNEL, 2), state).stream()
            .filter(f -> f.code().equals("draft.undercut"))
            .collect(Collectors.toMap(f -> f.faces().getFirst().toString(), Finding::measured));
    assertThat(hidden).containsOnlyKeys("cap/start", "stem/side:c");
    assertThat(hidden.get("cap/start"))
        .isCloseTo(Math.PI / 4 * (cap * cap - 4 * 4), withinPercentage(3));
    assertThat(hidden.get("stem/side:c")).isCloseTo(Math.PI * 4 * under, withinPercentage(3));
  }
}

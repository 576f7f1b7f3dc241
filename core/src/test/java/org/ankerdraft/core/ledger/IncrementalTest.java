package org.ankerdraft.core.ledger;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.LongStream;
import org.ankerdraft.core.Parts;
import org.ankerdraft.core.geometry.Tolerance;
import org.ankerdraft.core.part.PartDocument;
import org.ankerdraft.kernel.GeometryKernel;
import org.ankerdraft.kernel.WorkerProgram;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/**
 * After any edit the incremental result is that of a fresh build: what became of each step, what is
 * said of it, names and volumes; with steps that share operations and tools made ahead, and
 * without. Longer runs: {@code ./ankerdraft soak EDITS SEED}.
 */
class IncrementalTest {
  private static final GeometryKernel SECOND =
      new GeometryKernel(WorkerProgram.find().orElseThrow());

  @AfterAll
  static void stop() {
    SECOND.close();
  }

  private static final int EDITS_FOR_EACH_SEED = 60;

  private static int number(String variable, int usual) {
    String given = System.getenv(variable);
    return given == null ? usual : Integer.parseInt(given);
  }

  static LongStream seeds() {
    int first = number("ANKERDRAFT_SEED", 1);
    int edits = number("ANKERDRAFT_SOAK", 300);
    return LongStream.range(first, first + Math.max(1, edits / EDITS_FOR_EACH_SEED));
  }

  @ParameterizedTest
  @MethodSource("seeds")
  void anIncrementalBuildEqualsAFreshOne(long seed) {
    RandomEdits edits = new RandomEdits(seed);
    PartBuilder builder = new PartBuilder(Parts.KERNEL, SECOND, Tolerance.MODEL);
    List<String> history = new ArrayList<>();
    int good = 0;
    for (int i = 0; i < EDITS_FOR_EACH_SEED; i++) {
      history.add(edits.next());
      PartState incremental = build(builder, edits.part());
      PartState fresh =
          build(
              new PartBuilder(Parts.KERNEL, Tolerance.MODEL, PartBuilder.Way.ONE_BY_ONE),
              edits.part());
      assertSame(incremental, fresh, "seed " + seed + ", after " + history);
      good += fresh.steps().stream().anyMatch(s -> s.status() == StepStatus.BUILT) ? 1 : 0;
    }
    assertThat(good).isPositive();
  }

  private static PartState build(PartBuilder builder, PartDocument part) {
    return builder.build(part, Map.of(), PartBuilder.Progress.NONE, () -> false).orElseThrow();
  }

  private static void assertSame(PartState a, PartState b, String when) {
    for (int i = 0; i < b.steps().size(); i++) {
      StepResult was = a.steps().get(i);
      StepResult is = b.steps().get(i);
      assertThat(was.status()).as(when + ": " + is.id()).isEqualTo(is.status());
      assertThat(was.message()).as(when + ": " + is.id()).isEqualTo(is.message());
      assertThat(was.strategy()).as(when + ": " + is.id()).isEqualTo(is.strategy());
      assertThat(was.lost()).as(when + ": " + is.id()).isEqualTo(is.lost());
    }
    assertThat(a.bodies().keySet()).as(when).containsExactlyElementsOf(b.bodies().keySet());
    b.bodies()
        .forEach((name, body) -> {
          assertThat(a.bodies().get(name).volumeMm3())
              .as(when)
              .isCloseTo(body.volumeMm3(), within(1e-9 * Math.max(1, body.volumeMm3())));
          assertThat(Set.copyOf(a.bodies().get(name).named().faceNames()))
              .as(when)
              .isEqualTo(Set.copyOf(body.named().faceNames()));
        });
  }
}

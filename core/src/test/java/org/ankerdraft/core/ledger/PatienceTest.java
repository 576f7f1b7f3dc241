package org.ankerdraft.core.ledger;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.util.Map;
import java.util.Optional;
import org.ankerdraft.core.Parts;
import org.ankerdraft.core.geometry.Tolerance;
import org.ankerdraft.core.operation.BuildContext;
import org.ankerdraft.core.part.PartDocument;
import org.ankerdraft.kernel.Budget;
import org.ankerdraft.kernel.GeometryKernel;
import org.ankerdraft.kernel.Outcome;
import org.ankerdraft.kernel.Relay;
import org.ankerdraft.kernel.WorkerProgram;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/**
 * Time is no answer: what takes too long is told so, remembered by nobody, and done when waited
 * for.
 */
class PatienceTest {

  /** Lets one kind of request run out of its time, while it is told to. */
  private static final class Slow implements Relay {
    private final String operation;
    private boolean isSlow = true;

    Slow(String operation) {
      this.operation = operation;
    }

    @Override
    public Optional<Outcome.KernelFailure> instead(String asked) {
      return isSlow && asked.equals(operation)
          ? Optional.of(
              Outcome.KernelFailure.of(Outcome.Cause.OUT_OF_TIME, "no result within 10 s of work"))
          : Optional.empty();
    }
  }

  private static PartState build(PartBuilder builder, PartDocument part) {
    return builder.build(part, Map.of(), PartBuilder.Progress.NONE, () -> false).orElseThrow();
  }

  private static final String TUB =
      Parts.box(40, 30, 20)
          + ",{'kind':'draft','id':'lean','neutral':{'base':'XY'},'sets':[{'faces':[{'choose':'faces of step','step':'box','role':'side'}],'angle':'1 deg'}]}"
          + ",{'kind':'round','id':'edge','sets':[{'edges':[{'choose':'loop','face':{'choose':'face','name':'box/start'}}],'size':'1 mm'}]}"
          + ",{'kind':'shell','id':'wall','thickness':'2 mm','open':[{'choose':'face','name':'box/end'}]}";

  /** In each of these other strategies would have been left. */
  @ParameterizedTest
  @CsvSource({"DRAFT, lean", "BLEND, edge", "OFFSET, wall"})
  void noOtherStrategyWinsByTime(String operation, String step) {
    Slow slow = new Slow(operation);
    PartDocument part = Parts.part(TUB);
    try (GeometryKernel kernel = new GeometryKernel(WorkerProgram.find().orElseThrow(), slow)) {
      PartBuilder builder = new PartBuilder(kernel, Tolerance.MODEL);
      StepResult late = build(builder, part).step(step).orElseThrow();
      assertThat(late.status()).isEqualTo(StepStatus.FAILED);
      assertThat(late.tookTooLong()).isTrue();
      assertThat(late.isByMachine()).isTrue();
      assertThat(late.message()).contains("took too long", "wait longer").doesNotContain("works");
      slow.isSlow = false;
      PartState waited = build(builder, part);
      PartState fresh = Parts.ok(part);
      assertThat(waited.isOk()).isTrue();
      assertThat(waited.step(step).orElseThrow().strategy())
          .isEqualTo(fresh.step(step).orElseThrow().strategy());
      assertThat(waited.step(step).orElseThrow().remembered()).isFalse();
      assertThat(waited.bodies().get("Body").volumeMm3())
          .isEqualTo(fresh.bodies().get("Body").volumeMm3());
    }
  }

  @Test
  void aSharedOperationThatTakesTooLongIsNoAnswerEither() {
    Slow slow = new Slow("BOOLEAN");
    StringBuilder steps = new StringBuilder(Parts.box(100, 40, 3));
    for (int i = 0; i < 3; i++) {
      steps
          .append(",{'kind':'hole','id':'h")
          .append(i)
          .append("','plane':{'base':'XY','offset':'3 mm'},'diameter':'4 mm','points':[['")
          .append(-30 + 30 * i)
          .append(" mm','0']]}");
    }
    PartDocument part = Parts.part(steps.toString());
    try (GeometryKernel kernel = new GeometryKernel(WorkerProgram.find().orElseThrow(), slow)) {
      PartBuilder builder = new PartBuilder(kernel, Tolerance.MODEL);
      PartState late = build(builder, part);
      for (int i = 0; i < 3; i++) {
        assertThat(late.step("h" + i).orElseThrow().tookTooLong()).isTrue();
      }
      slow.isSlow = false;
      assertThat(build(builder, part).isOk()).isTrue();
    }
  }

  @Test
  void patienceMultipliesTheTime() {
    Budget.Cancel patient =
        new Budget.Cancel() {
          @Override
          public boolean isCancelled() {
            return false;
          }

          @Override
          public int patience() {
            return 4;
          }
        };
    Duration usual = BuildContext.usual(Budget.Cancel.NEVER).time();
    assertThat(BuildContext.usual(patient).time()).isEqualTo(usual.multipliedBy(4));
  }
}

package org.ankerdraft.core.operation;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.ankerdraft.core.Parts;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.kernel.Outcome;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** Ladders with scripted strategies. */
class LadderTest {
  private static final NamedShape BOX =
      Parts.ok(Parts.box(10, 10, 10)).bodies().get("Body").named();

  private final List<String> tried = new ArrayList<>();

  private Ladder.Rung rung(String name, Outcome<NamedShape> outcome) {
    return () -> {
      tried.add(name);
      return outcome;
    };
  }

  private static Outcome<NamedShape> failed(Outcome.Cause cause) {
    return Outcome.failed(cause, cause.name());
  }

  @Test
  void theFirstProvedResultWinsAndNoMoreIsTried() throws Exception {
    Ladder ladder =
        new Ladder(r -> Optional.empty())
            .rung("a", rung("a", failed(Outcome.Cause.REFUSED)))
            .rung("b", rung("b", Outcome.done(BOX)))
            .rung("c", rung("c", Outcome.done(BOX)));
    assertThat(ladder.climb().orElseThrow().strategy()).isEqualTo("b");
    assertThat(tried).containsExactly("a", "b");
  }

  @Test
  void aResultThatIsNotProvedIsNotTaken() throws Exception {
    Ladder ladder =
        new Ladder(r -> Optional.of("it is wrong")).rung("a", rung("a", Outcome.done(BOX)));
    assertThat(ladder.climb()).isEmpty();
    assertThat(ladder.failure().message()).isEqualTo("it is wrong");
  }

  @Test
  void thePlainestStrategyNamesTheReason() throws Exception {
    Ladder ladder =
        new Ladder(r -> Optional.empty())
            .rung("a", rung("a", Outcome.failed(Outcome.Cause.REFUSED, "the true reason")))
            .rung("b", rung("b", Outcome.failed(Outcome.Cause.REFUSED, "another")));
    assertThat(ladder.climb()).isEmpty();
    assertThat(ladder.failure().message()).isEqualTo("the true reason");
  }

  /** What the machine failed at is no fault of the geometry: nothing is concluded from it. */
  @ParameterizedTest
  @EnumSource(
      value = Outcome.Cause.class,
      names = {"CRASHED", "OUT_OF_MEMORY"})
  void aFailureOfTheMachineIsNoAnswer(Outcome.Cause cause) throws Exception {
    Ladder ladder =
        new Ladder(r -> Optional.empty())
            .rung("a", rung("a", failed(cause)))
            .rung("b", rung("b", failed(Outcome.Cause.REFUSED)));
    assertThatThrownBy(ladder::climb).isInstanceOf(Ladder.Stopped.class).hasMessage(cause.name());
    assertThat(tried).containsExactly("a", "b");
    // Another strategy that is proved is as good as ever.
    Ladder other =
        new Ladder(r -> Optional.empty())
            .rung("a", rung("a", failed(cause)))
            .rung("b", rung("b", Outcome.done(BOX)));
    assertThat(other.climb().orElseThrow().strategy()).isEqualTo("b");
  }

  /** What takes too long on one machine may be done on another, and must not win there. */
  @Test
  void timeChoosesNoStrategy() {
    Ladder ladder =
        new Ladder(r -> Optional.empty())
            .rung("a", rung("a", failed(Outcome.Cause.OUT_OF_TIME)))
            .rung("b", rung("b", Outcome.done(BOX)));
    assertThatThrownBy(ladder::climb)
        .isInstanceOfSatisfying(
            Ladder.Stopped.class, stopped -> assertThat(stopped.tookTooLong()).isTrue());
    assertThat(tried).containsExactly("a");
  }

  @ParameterizedTest
  @EnumSource(
      value = Outcome.Cause.class,
      names = {"CANCELLED", "UNAVAILABLE"})
  void cancellingStopsAtOnce(Outcome.Cause cause) {
    Ladder ladder =
        new Ladder(r -> Optional.empty())
            .rung("a", rung("a", failed(cause)))
            .rung("b", rung("b", Outcome.done(BOX)));
    assertThatThrownBy(ladder::climb).isInstanceOf(Ladder.Stopped.class);
    assertThat(tried).containsExactly("a");
  }

  @Test
  void theSearchForWhatWorksIsWithinAHundredth() throws Exception {
    assertThat(Feasible.largestShare(share -> share <= 0.43).orElseThrow()).isBetween(0.42, 0.43);
    assertThat(Feasible.largestShare(share -> false)).isEmpty();
    assertThatThrownBy(() ->
            Feasible.largestShare(share -> {
              throw new Ladder.Stopped(Outcome.KernelFailure.of(Outcome.Cause.CRASHED, "crashed"));
            }))
        .isInstanceOf(Ladder.Stopped.class);
  }

  @Test
  void aBuilderCannotReadWhatItsStepDoesNotDeclare() {
    BuildContext context =
        new BuildContext(
            Parts.KERNEL,
            org.ankerdraft.core.geometry.Tolerance.MODEL,
            new BuildContext.Part(
                new org.ankerdraft.core.expression.Evaluator(java.util.Map.of()),
                java.util.Map.of(),
                java.util.Map.of(),
                java.util.Map.of(),
                org.ankerdraft.core.select.Direction.UP,
                org.ankerdraft.core.sheet.SheetProcess.DEFAULT,
                Tools.NONE,
                new MadeBefore(0)),
            Inputs.NONE.sketch("s"),
            () -> false);
    assertThatThrownBy(context::partPull).isInstanceOf(IllegalStateException.class);
    assertThatThrownBy(context::sheet).isInstanceOf(IllegalStateException.class);
    assertThatThrownBy(context::everyBody).isInstanceOf(IllegalStateException.class);
    assertThatThrownBy(() -> context.isTaken("Body")).isInstanceOf(IllegalStateException.class);
    assertThatThrownBy(() -> context.body("", "Body")).isInstanceOf(IllegalStateException.class);
    assertThatThrownBy(() -> context.file("", "f")).isInstanceOf(IllegalStateException.class);
    assertThatThrownBy(() -> context.sketch("", "t")).isInstanceOf(IllegalStateException.class);
    assertThatThrownBy(() -> context.sketch("", "s")).isInstanceOf(StepFailed.class);
  }
}

package org.ankerdraft.core.ledger;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.Stream;
import org.ankerdraft.core.Parts;
import org.ankerdraft.core.geometry.Tolerance;
import org.ankerdraft.core.part.PartDocument;
import org.ankerdraft.kernel.Budget;
import org.ankerdraft.kernel.GeometryKernel;
import org.ankerdraft.kernel.Relay;
import org.ankerdraft.kernel.WorkerProgram;
import org.ankerdraft.kernel.proto.Request;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** A refusal is told at once, and up to where the step works when that is found. */
class LimitsTest {
  private static final String UNKNOWN = "Up to where it works is not known yet.";
  private static final String UPRIGHT = "'edges':[{'choose':'parallel','direction':[0,0,1]}]";

  /** Two rounds of 10.4 mm meet on a side of 20 mm. */
  private static String round(String size) {
    return Parts.box(20, 20, 12)
        + ",{'kind':'round','id':'r','sets':[{'size':'"
        + size
        + "',"
        + UPRIGHT
        + "}]}";
  }

  private static final String TOO_LARGE = round("10.4 mm");

  static Stream<String> refused() {
    String open = ",'open':[{'choose':'face','name':'box/end'}]}";
    return Stream.of(
        TOO_LARGE,
        Parts.box(30, 20, 10) + ",{'kind':'shell','id':'w','thickness':'11 mm'" + open,
        Parts.box(30, 20, 10)
            + ",{'kind':'draft','id':'d','neutral':{'base':'XY'},'sets':[{'angle':'80 deg',"
            + "'faces':[{'choose':'face','name':'box/side:r.left'},"
            + "{'choose':'face','name':'box/side:r.right'}]}]}",
        Parts.box(30, 20, 10)
            + ",{'kind':'shift','id':'m','distance':'-12 mm',"
            + "'faces':[{'choose':'face','name':'box/end'}]}");
  }

  private static PartBuilder builder() {
    return new PartBuilder(Parts.KERNEL, Tolerance.MODEL);
  }

  private static PartState first(PartBuilder builder, PartDocument part) {
    return builder
        .buildWithoutLimits(part, Map.of(), PartBuilder.Progress.NONE, Budget.Cancel.NEVER)
        .orElseThrow();
  }

  private static String lastMessage(PartState state) {
    return state.steps().getLast().message();
  }

  @ParameterizedTest
  @MethodSource("refused")
  void theLimitComesAfterTheReason(String steps) {
    PartDocument part = Parts.part(steps);
    PartBuilder builder = builder();
    PartState state = first(builder, part);
    assertThat(state.hasOpenLimits()).isTrue();
    assertThat(lastMessage(state)).endsWith(UNKNOWN);
    PartState limited = builder.withLimits(state, Budget.Cancel.NEVER).orElseThrow();
    assertThat(limited.hasOpenLimits()).isFalse();
    assertThat(lastMessage(limited)).isEqualTo(lastMessage(Parts.build(part)));
    assertThat(lastMessage(limited))
        .startsWith(lastMessage(state).replace(UNKNOWN, ""))
        .contains("It works up to");
    assertThat(limited.bodies()).isEqualTo(state.bodies());
  }

  /** Counts requests for blends, at the most one by each trial and some by the step itself. */
  @Test
  void theReasonCostsNoTrials() {
    AtomicInteger blends = new AtomicInteger();
    Relay counting =
        new Relay() {
          @Override
          public void answered(String operation, Request request, long nanos) {
            blends.addAndGet(operation.equals("BLEND") ? 1 : 0);
          }
        };
    try (GeometryKernel kernel = new GeometryKernel(WorkerProgram.find().orElseThrow(), counting)) {
      PartBuilder builder = new PartBuilder(kernel, Tolerance.MODEL);
      PartState state = first(builder, Parts.part(TOO_LARGE));
      int before = blends.get();
      assertThat(before).isPositive();
      assertThat(builder.withLimits(state, Budget.Cancel.NEVER)).isPresent();
      assertThat(blends.get() - before).isGreaterThan(2 * before);
    }
  }

  @Test
  void whatWasFoundIsRemembered() {
    PartDocument part = Parts.part(TOO_LARGE);
    PartBuilder builder = builder();
    PartState limited = builder.withLimits(first(builder, part), Budget.Cancel.NEVER).orElseThrow();
    PartState again = first(builder, part);
    assertThat(again.hasOpenLimits()).isFalse();
    assertThat(again.steps().getLast().remembered()).isTrue();
    assertThat(lastMessage(again)).isEqualTo(lastMessage(limited));
  }

  @Test
  void aLimitThatIsCalledOffStaysOpen() {
    PartDocument part = Parts.part(TOO_LARGE);
    PartBuilder builder = builder();
    PartState state = first(builder, part);
    assertThat(builder.withLimits(state, () -> true)).isEmpty();
    assertThat(first(builder, part).hasOpenLimits()).isTrue();
  }

  /**
   * The build in which a step failed is over, or was given up; the next one does not try the step
   * again, and its own word ends the search.
   */
  @Test
  void theNextBuildFindsTheLimitOfAnEarlierFailure() {
    PartDocument part = Parts.part(TOO_LARGE);
    PartBuilder builder = builder();
    boolean[] isOver = {false};
    assertThat(
            builder.buildWithoutLimits(part, Map.of(), PartBuilder.Progress.NONE, () -> isOver[0]))
        .isPresent();
    isOver[0] = true;
    PartState next = first(builder, part);
    assertThat(next.steps().getLast().remembered()).isTrue();
    assertThat(next.hasOpenLimits()).isTrue();
    PartState limited = builder.withLimits(next, Budget.Cancel.NEVER).orElseThrow();
    assertThat(lastMessage(limited)).contains("It works up to");
  }

  /** A failure that is no longer shown is not kept with all that its search would need. */
  @Test
  void anOpenLimitIsForgottenWithItsFailure() {
    PartDocument part = Parts.part(TOO_LARGE);
    PartBuilder builder = builder();
    assertThat(first(builder, part).hasOpenLimits()).isTrue();
    PartDocument other = Parts.with(part, "r", "sets[0].size", "10.6 mm");
    assertThat(first(builder, other).hasOpenLimits()).isTrue();
    PartState again = first(builder, part);
    assertThat(again.steps().getLast().remembered()).isFalse();
    assertThat(again.hasOpenLimits()).isTrue();
  }

  /** The machine fails while the limit is looked for: the reason stands, and nothing is kept. */
  @Test
  void withoutAWorkerTheReasonStands() {
    PartDocument part = Parts.part(TOO_LARGE);
    GeometryKernel kernel = new GeometryKernel(WorkerProgram.find().orElseThrow());
    PartBuilder builder = new PartBuilder(kernel, Tolerance.MODEL);
    PartState state = first(builder, part);
    kernel.close();
    PartState limited = builder.withLimits(state, Budget.Cancel.NEVER).orElseThrow();
    assertThat(limited.steps().getLast().isByMachine()).isFalse();
    assertThat(lastMessage(state)).isEqualTo((lastMessage(limited) + " " + UNKNOWN).strip());
  }

  /** The second boss stands in the root round of the first. */
  @Test
  void aCopyTellsTheLimitOfWhatItRepeats() {
    PartState state =
        Parts.build(
            Parts.box(60, 20, 3)
                + ",{'kind':'sketch','id':'b','plane':{'face':{'choose':'face','name':'box/end'}},"
                + "'curves':[{'curve':'circle','name':'c','diameter':'8 mm',"
                + "'centre':['-20 mm','0 mm']}]}"
                + ",{'kind':'boss','id':'o','sketch':'b','height':'6 mm','rootRound':'1.5 mm'},"
                + "{'kind':'pattern','id':'p','steps':['o'],'way':'row','axis':{'base':'X'},"
                + "'spacing':'9 mm','count':2}");
    assertThat(lastMessage(state)).startsWith("copy 2 of o").contains("It works up to 0.");
  }
}

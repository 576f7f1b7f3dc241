package org.ankerdraft.core.operation;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Map;
import java.util.TreeMap;
import org.ankerdraft.core.Parts;
import org.ankerdraft.core.geometry.Tolerance;
import org.ankerdraft.core.ledger.PartBuilder;
import org.ankerdraft.core.ledger.PartState;
import org.ankerdraft.core.part.PartDocument;
import org.ankerdraft.kernel.GeometryKernel;
import org.ankerdraft.kernel.Relay;
import org.ankerdraft.kernel.WorkerProgram;
import org.ankerdraft.kernel.proto.Request;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Tools that do not depend on the body are made once, however often the body changes. */
class MadeBeforeTest {
  private record Word(String text) implements MadeBefore.Recipe<Integer> {
    @Override
    public Class<Integer> makes() {
      return Integer.class;
    }
  }

  @Test
  void whatWasUsedLongestAgoIsForgottenFirst() {
    MadeBefore made = new MadeBefore(3 * 2000);
    made.keep(new Word("a"), 1, 1000);
    made.keep(new Word("b"), 2, 1000);
    made.keep(new Word("c"), 3, 1000);
    assertThat(made.of(new Word("a"))).contains(1);
    made.keep(new Word("d"), 4, 1000);
    assertThat(made.of(new Word("b"))).isEmpty();
    assertThat(made.of(new Word("a"))).contains(1);
    assertThat(made.of(new Word("c"))).contains(3);
    assertThat(made.of(new Word("d"))).contains(4);
  }

  @Test
  void whatIsKeptAgainCountsOnce() {
    MadeBefore made = new MadeBefore(2 * 2000);
    for (int i = 0; i < 10; i++) {
      made.keep(new Word("a"), i, 1000);
    }
    made.keep(new Word("b"), 1, 1000);
    assertThat(made.of(new Word("a"))).contains(9);
    assertThat(made.of(new Word("b"))).contains(1);
  }

  @Test
  void whatIsTooLargeIsNotKept() {
    MadeBefore made = new MadeBefore(1500);
    made.keep(new Word("a"), 1, 1000);
    assertThat(made.of(new Word("a"))).isEmpty();
  }

  /** A plate with a tapered boss and a straight cut. */
  private static PartDocument plate(double height, double bossTaper) {
    return Parts.part(
        Parts.box(60, 40, height)
            + ",{'kind':'sketch','id':'b','curves':[{'curve':'circle','name':'c','diameter':'8 mm'}]},"
            + "{'kind':'extrude','id':'boss','sketch':'b','depth':'20 mm','taper':'"
            + bossTaper
            + " deg','use':'unite'},"
            + "{'kind':'sketch','id':'n','curves':[{'curve':'rectangle','name':'r','centre':['20 mm','0 mm'],'width':'5 mm','height':'5 mm'}]},"
            + "{'kind':'extrude','id':'notch','sketch':'n','depth':'30 mm','use':'subtract'}");
  }

  /** Frustum and prism by hand: the boss stands in the plate up to its height. */
  private static double volume(double height, double bossTaper) {
    double slope = Math.tan(Math.toRadians(bossTaper));
    double low = 4 - height * slope;
    double high = 4 - 20 * slope;
    double above = Math.PI / 3 * (20 - height) * (low * low + low * high + high * high);
    return (60 * 40 - 25) * height + above;
  }

  @ParameterizedTest
  @CsvSource({"3, 4, 1, 1, 1", "3, 3, 1, 2, 1", "3, 5, 0.5, 2, 2", "6, 2, -1, -1, 1"})
  void onlyWhatChangedIsExtruded(
      double from, double to, double fromTaper, double toTaper, int extruded) {
    Map<String, Integer> asked = new TreeMap<>();
    Relay counting =
        new Relay() {
          @Override
          public void answered(String operation, Request request, long nanos) {
            asked.merge(operation, 1, Integer::sum);
          }
        };
    try (GeometryKernel kernel = new GeometryKernel(WorkerProgram.find().orElseThrow(), counting)) {
      PartBuilder builder = new PartBuilder(kernel, Tolerance.MODEL);
      assertThat(built(builder, plate(from, fromTaper)))
          .isCloseTo(volume(from, fromTaper), within(1e-6));
      assertThat(asked.get("EXTRUDE")).isEqualTo(3);
      asked.clear();
      assertThat(built(builder, plate(to, toTaper))).isCloseTo(volume(to, toTaper), within(1e-6));
      assertThat(asked.get("EXTRUDE")).isEqualTo(extruded);
      assertThat(asked.getOrDefault("DRAFT", 0)).isEqualTo(fromTaper == toTaper ? 0 : 1);
      assertThat(asked.getOrDefault("PROFILE_CHECK", 0)).isZero();
    }
  }

  private static double built(PartBuilder builder, PartDocument part) {
    PartState state =
        builder.build(part, Map.of(), PartBuilder.Progress.NONE, () -> false).orElseThrow();
    assertThat(state.isOk()).isTrue();
    return Parts.volume(state);
  }
}

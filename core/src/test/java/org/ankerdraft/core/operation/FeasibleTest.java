package org.ankerdraft.core.operation;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.ankerdraft.core.Parts;
import org.ankerdraft.core.ledger.PartState;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;

/** What is said to work does, and is near the true limit. */
class FeasibleTest {

  @ParameterizedTest
  @ValueSource(doubles = {0.999, 0.9, 0.61, 0.3333, 0.1, 0.0213})
  void theLimitIsFoundToAPercentOfItself(double limit) throws Exception {
    double found = Feasible.largestShare(s -> s <= limit).orElseThrow();
    assertThat(found).isLessThanOrEqualTo(limit).isGreaterThan(limit * 0.99);
  }

  @Test
  void whatIsSaidWasTried() throws Exception {
    List<Double> worked = new ArrayList<>();
    double found =
        Feasible.largestShare(
                s -> {
                  if (s <= 0.4) {
                    worked.add(s);
                  }
                  return s <= 0.4;
                })
            .orElseThrow();
    assertThat(worked).contains(found);
  }

  /** One size in the middle fails by an accident of the library. */
  @Test
  void aSingleFailureBelowTheLimitIsSeenThrough() throws Exception {
    double found = Feasible.largestShare(s -> s <= 0.9 && s != 0.5).orElseThrow();
    assertThat(found).isGreaterThan(0.89);
  }

  @Test
  void nothingIsSaidWhereNothingWorks() throws Exception {
    assertThat(Feasible.largestShare(s -> false)).isEmpty();
    assertThat(
            Feasible.largestShare(s -> {
              throw new StepFailed("trial", "does not work");
            }))
        .isEmpty();
    assertThat(Feasible.upToMm(10, s -> false)).isNull();
  }

  @Test
  void whatIsSaidIsRoundedDown() throws Exception {
    assertThat(Feasible.upToMm(10, s -> s <= 0.5)).isEqualTo("up to 5 mm");
    String said = Feasible.upToDeg(Math.toRadians(30), s -> s <= 1.0 / 3);
    assertThat(number(said)).isLessThanOrEqualTo(10).isGreaterThan(9.9);
  }

  private static double number(String said) {
    Matcher m = Pattern.compile("up to ([0-9.]+)").matcher(said);
    assertThat(m.find()).as(said).isTrue();
    return Double.parseDouble(m.group(1));
  }

  /** A ridge: two walls of a block 30 wide and 20 high meet at atan(15 / 20) = 36.87 deg. */
  @ParameterizedTest
  @ValueSource(strings = {"38", "45", "60"})
  void aDraftWorksUpToTheRidge(String asked) {
    PartState state =
        Parts.build(
            Parts.box(30, 60, 20)
                + ",{'kind':'draft','id':'d','neutral':{'base':'XY'},'sets':[{'faces':["
                + "{'choose':'face','name':'box/side:r.left'},{'choose':'face','name':'box/side:r.right'}],'angle':'"
                + asked
                + " deg'}]}");
    double limit = Math.toDegrees(Math.atan2(15, 20));
    assertThat(number(state.step("d").orElseThrow().message()))
        .isCloseTo(limit, within(0.01 * limit))
        .isLessThanOrEqualTo(limit);
  }

  /** The wall of a shell, open above, uses up a block 30 wide at 15 mm. */
  @Test
  void aShellWorksUpToHalfTheWidth() {
    PartState state =
        Parts.build(
            Parts.box(30, 60, 40)
                + ",{'kind':'shell','id':'w','thickness':'18 mm','open':[{'choose':'face','name':'box/end'}]}");
    assertThat(number(state.step("w").orElseThrow().message())).isBetween(14.85, 15.0);
  }

  private static String blend(String kind, String edges, double size) {
    return ",{'kind':'"
        + kind
        + "','id':'w','sets':[{'edges':["
        + edges
        + "],'size':'"
        + size
        + " mm'}]}";
  }

  private static String edge(String a, String b) {
    return "{'choose':'edge','name':'box/" + a + "|box/" + b + "'}";
  }

  private static final String TOP_LOOP =
      "{'choose':'loop','face':{'choose':'face','name':'box/end'}}";

  /** The true limits: a ball that rolls in a right angle of sides a and b is at most min(a, b). */
  static Stream<Arguments> limits() {
    String upright = edge("side:r.left", "side:r.top");
    String long1 = edge("end", "side:r.left");
    String long2 = edge("end", "side:r.right");
    return Stream.of(
        Arguments.of("one upright edge", Parts.box(30, 60, 20) + blend("round", upright, 45), 30.0),
        Arguments.of(
            "one edge of the top", Parts.box(30, 60, 12) + blend("round", long1, 20), 12.0),
        Arguments.of(
            "two edges share the top",
            Parts.box(30, 60, 20) + blend("round", long1 + "," + long2, 19),
            15.0),
        Arguments.of(
            "all around the top", Parts.box(30, 60, 20) + blend("round", TOP_LOOP, 17), 15.0),
        Arguments.of(
            "a chamfer on an edge", Parts.box(30, 60, 12) + blend("chamfer", long1, 16), 12.0),
        Arguments.of(
            "chamfers share the top",
            Parts.box(30, 60, 20) + blend("chamfer", long1 + "," + long2, 22),
            15.0));
  }

  @ParameterizedTest(name = "{0}")
  @MethodSource("limits")
  void roundsAndChamfersSayTheTrueLimit(String what, String steps, double limit) {
    PartState state = Parts.build(steps);
    assertThat(number(state.step("w").orElseThrow().message()))
        .as(what)
        .isBetween(0.99 * limit, limit);
  }

  /**
   * A cone of half-angle a over a circle of radius r is used up at the height r / tan a. Near it
   * the library's draft tool gives up, and the cone is turned; never beyond the tip, where the
   * solid would cross itself.
   */
  @ParameterizedTest
  @CsvSource({"20, 40, 36", "20, 60, 25", "12, 30, 45"})
  void aTaperWorksUpToItsTip(double diameter, double depth, double asked) {
    PartState state =
        Parts.build(
            "{'kind':'sketch','id':'s','curves':[{'curve':'circle','name':'c','diameter':'"
                + diameter
                + " mm'}]},{'kind':'extrude','id':'w','sketch':'s','depth':'"
                + depth
                + " mm','taper':'"
                + asked
                + " deg'}");
    double limit = Math.toDegrees(Math.atan2(diameter / 2, depth));
    assertThat(number(state.step("w").orElseThrow().message())).isBetween(0.99 * limit, limit);
  }
}

package org.ankerdraft.core.operation;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.ankerdraft.core.Parts;
import org.ankerdraft.core.ledger.PartState;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
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
}

package org.ankerdraft.core.sheet;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Map;
import org.ankerdraft.core.Parts;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.geometry.Tolerance;
import org.ankerdraft.core.ledger.PartBuilder;
import org.ankerdraft.core.ledger.PartState;
import org.ankerdraft.core.ledger.StepResult;
import org.ankerdraft.core.ledger.StepStatus;
import org.ankerdraft.core.part.PartDocument;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Steps that make and fold sheet: what they measure, and what they say of bad input. */
class SheetStepsTest {

  private static PartState build(double t, double r, String steps) {
    return Parts.build(SheetParts.part(t, r, SheetParts.k(0.44), steps));
  }

  /** The message of the last step; the body before it must still be there. */
  private static String failure(double t, double r, String steps) {
    PartState state = build(t, r, steps);
    StepResult last = state.steps().getLast();
    assertThat(last.status()).isEqualTo(StepStatus.FAILED);
    return last.message();
  }

  private static String flange(String seat, String numbers) {
    return SheetParts.base(80, 50) + SheetParts.onSide("flange", "right", seat, numbers);
  }

  /** Outside length 20, from where it is measured; T = 2, R = 3 on a base of 80 x 50. */
  @ParameterizedTest
  @CsvSource({
    "outside, inside, 20, 80",
    "inside, inside, 22, 80",
    "bend line, inside, 25, 80",
    "outside, outside, 20, 85",
    "outside, centred, 20, 82.5"
  })
  void lengthAndPositionAreMeasuredAsSaid(
      String measured, String position, double top, double right) {
    PartState state =
        build(
            2,
            3,
            flange(
                "'position':'" + position + "'", "'length':'20 mm','measured':'" + measured + "'"));
    assertThat(state.isOk()).isTrue();
    var mass = SheetParts.body(state).named().shape().mass();
    // The base wall lies from 0 to 2; a flange of outside length 20 ends 20 above its underside.
    assertThat(mass.boxMax().z()).isCloseTo(top, within(1e-6));
    assertThat(mass.boxMax().x()).isCloseTo(right, within(1e-6));
  }

  @Test
  void anAngleOver180IsRefusedInWords() {
    assertThat(failure(1, 1, flange("", "'length':'20 mm','angle':'190 deg'")))
        .contains("190 deg")
        .contains("at most 180 deg");
  }

  @Test
  void aRadiusOf0IsRefusedInWords() {
    assertThat(failure(1, 1, flange("", "'length':'20 mm','radius':'0 mm'")))
        .contains("inside radius is 0 mm")
        .contains("more than 0");
  }

  @Test
  void aFlangeShorterThanItsBendSaysFromWhereItWorks() {
    assertThat(failure(2, 3, flange("", "'length':'4 mm'")))
        .contains("used up by the bend")
        .contains("more than 5 mm");
  }

  @Test
  void aCurvedEdgeCannotBend() {
    String steps =
        "{'kind':'sketch','id':'s','curves':[{'curve':'circle','name':'k','diameter':'50 mm'}]},"
            + "{'kind':'base','id':'base','sketch':'s'},"
            + "{'kind':'flange','id':'f','seat':{'edges':[{'choose':'edge','name':"
            + "'base/end|base/side:k'}]},'length':'10 mm'}";
    assertThat(failure(1, 1, steps)).contains("base/side:k").contains("straight edge");
  }

  @Test
  void aFlangeThatRunsIntoItsNeighbourSaysSo() {
    String steps =
        SheetParts.base(40, 40)
            + SheetParts.onSide("flange", "right", "", "'length':'20 mm'")
            + SheetParts.onSide("flange", "left", "", "'length':'36 mm','angle':'150 deg'")
            + SheetParts.onSide("flange", "top", "'startOffset':'1 mm'", "'length':'20 mm'");
    assertThat(failure(1, 1, steps))
        .contains("flange failed at base/end|base/side:r.top")
        .containsPattern(
            "runs into the part itself with [0-9.]+ mm³, up to [0-9.]+ mm from the start of its edge");
  }

  @Test
  void offsetsThatLeaveNothingAreRefused() {
    assertThat(
            failure(1, 1, flange("'startOffset':'30 mm','endOffset':'30 mm'", "'length':'9 mm'")))
        .contains("leave nothing of the edge")
        .contains("50 mm");
  }

  @Test
  void aProfileThatCrossesItselfIsRefused() {
    String crossing = SheetParts.folded("", 0, 0, 60, 0, 60, 40, 20, 40, 20, -30);
    assertThat(failure(1, 1, crossing)).contains("folded wall failed");
  }

  @Test
  void aClosedProfileIsNoFoldedWallAndAnOpenOneNoBaseWall() {
    String closed = SheetParts.folded("", 0, 0, 60, 0, 60, 40, 0, 0);
    assertThat(failure(1, 1, closed)).contains("profile is closed");
    String open =
        "{'kind':'sketch','id':'s','curves':[{'curve':'line','from':['0','0'],'to':['9 mm','0']}]},"
            + "{'kind':'base','id':'b','sketch':'s'}";
    assertThat(failure(1, 1, open)).contains("contour is open");
  }

  @Test
  void aSideTooShortForItsBendsIsNamed() {
    assertThat(failure(2, 4, SheetParts.folded("", 0, 30, 0, 0, 7, 0, 7, 30)))
        .contains("curve l2")
        .contains("7 mm long");
  }

  @Test
  void aJoggleTooLowForItsAngleSaysFromWhereItWorks() {
    String steps =
        SheetParts.base(60, 40)
            + SheetParts.onSide(
                "joggle", "right", "", "'height':'1 mm','length':'10 mm','angle':'90 deg'");
    assertThat(failure(1, 1, steps)).contains("rise by 3 mm").contains("at least 3 mm");
  }

  @Test
  void aHemWithoutAGapWouldGrowTogether() {
    String steps =
        SheetParts.base(60, 40)
            + SheetParts.onSide("hem", "right", "", "'length':'8 mm','gap':'0 mm'");
    assertThat(failure(1, 1, steps)).contains("grow together");
  }

  @Test
  void convertingNamesEdgesThatAreNeitherBentNorRipped() {
    String steps =
        Parts.box(50, 40, 15)
            + ",{'kind':'convert','id':'c','keep':{'choose':'face','name':'box/start'},'bends':["
            + "{'choose':'edge','name':'box/side:r.left|box/start'},"
            + "{'choose':'edge','name':'box/side:r.bottom|box/start'}]}";
    assertThat(failure(1, 1, steps))
        .contains("box/side:r.bottom|box/side:r.left")
        .contains("bent or ripped");
  }

  /** A uniform solid is only marked; another body of the part stays as it is. */
  @Test
  void onlyTheChosenBodyBecomesSheet() {
    String steps =
        Parts.box(50, 40, 2)
            + ",{'kind':'sketch','id':'t','curves':[{'curve':'circle','centre':['90 mm','0'],"
            + "'diameter':'20 mm'}]},{'kind':'extrude','id':'rod','sketch':'t','depth':'30 mm',"
            + "'body':'Rod'},{'kind':'convert','id':'c','body':'Body'}";
    PartState state = Parts.ok(SheetParts.part(2, 2, SheetParts.k(0.44), steps));
    assertThat(org.ankerdraft.core.ledger.BodyUnfolding.sheetBodies(state)).containsExactly("Body");
  }

  /** Names of a flange's faces outlive a change of the wall it grew from. */
  @Test
  void aHoleInAFlangeStaysWhenTheBaseGrows() {
    String hole =
        ",{'kind':'hole','id':'h','plane':{'face':{'choose':'face','name':"
            + "'flange-right/wall1-near(base/side:r.right)'}},'points':[['25 mm','-12 mm']],"
            + "'diameter':'4 mm','depth':'5 mm'}";
    PartDocument part =
        SheetParts.part(1, 1, SheetParts.k(0.44), flange("", "'length':'20 mm'") + hole);
    assertThat(SheetParts.flat(Parts.ok(part)).holes()).hasSize(1);
    String grown = org.ankerdraft.core.part.PartJson.write(part).replace("80.0 mm", "130.0 mm");
    PartDocument larger =
        ((org.ankerdraft.core.part.Read.Ok) org.ankerdraft.core.part.PartJson.read(grown)).part();
    assertThat(larger).isNotEqualTo(part);
    assertThat(SheetParts.flat(Parts.ok(larger)).holes()).hasSize(1);
  }

  /** Changing a flange rebuilds it and what follows, nothing before it. */
  @Test
  void anEditRebuildsOnlyWhatDependsOnIt() {
    PartDocument part = SheetParts.part(1, 1, SheetParts.k(0.44), flange("", "'length':'20 mm'"));
    PartBuilder builder = new PartBuilder(Parts.KERNEL, Tolerance.MODEL);
    assertThat(builder.build(part, Map.of(), PartBuilder.Progress.NONE, () -> false)).isPresent();
    PartState after =
        builder
            .build(
                Parts.with(part, "flange-right", "length", "30 mm"),
                Map.of(),
                PartBuilder.Progress.NONE,
                () -> false)
            .orElseThrow();
    assertThat(after.rebuilt()).isEqualTo(1);
    PartDocument thicker =
        part.withProcess(
            part.process().withSheet(part.process().sheet().withThickness(new Expr("1.2 mm"))));
    PartState again =
        builder.build(thicker, Map.of(), PartBuilder.Progress.NONE, () -> false).orElseThrow();
    assertThat(again.rebuilt()).isEqualTo(2);
  }

  /** Each bend may have its own allowance; a bend that the table lacks is named. */
  @Test
  void eachBendMayDiffer() {
    String steps =
        SheetParts.base(80, 50)
            + SheetParts.onSide(
                "flange", "right", "", "'length':'20 mm','bending':{'by':'DIN 6935'}")
            + SheetParts.onSide(
                "flange",
                "left",
                "",
                "'length':'20 mm','bending':{'by':'allowance','value':'3 mm'}")
            + SheetParts.onSide(
                "flange", "top", "'startOffset':'5 mm','endOffset':'5 mm'", "'length':'20 mm'");
    FlatPattern flat = SheetParts.flat(Parts.ok(SheetParts.part(1, 1, SheetParts.k(0.5), steps)));
    List<Double> allowances =
        flat.bends().stream().map(b -> b.value().allowanceMm()).sorted().toList();
    double din = Math.PI / 2 * (1 + 0.325);
    double half = Math.PI / 2 * 1.5;
    assertThat(allowances.get(0)).isCloseTo(din, within(1e-9));
    assertThat(allowances.get(1)).isCloseTo(half, within(1e-9));
    assertThat(allowances.get(2)).isCloseTo(3, within(1e-9));
  }

  /** A bend method without its number is told when the flat is asked for; the part stays. */
  @ParameterizedTest
  @CsvSource({
    "k-factor, the K-factor is missing",
    "allowance, the allowance at 90 deg is missing",
    "deduction, the deduction at 90 deg is missing",
    "table, has no rows"
  })
  void aBendMethodWithoutItsNumberIsTold(String by, String message) {
    PartState state =
        Parts.ok(SheetParts.part(1, 1, "{'by':'" + by + "'}", flange("", "'length':'20 mm'")));
    org.assertj.core.api.Assertions.assertThatThrownBy(() ->
            org.ankerdraft.core.ledger.BodyUnfolding.unfold(
                SheetParts.body(state),
                state,
                null,
                0.01,
                Parts.KERNEL,
                org.ankerdraft.kernel.Budget.ofSeconds(10)))
        .isInstanceOf(CannotUnfold.class)
        .hasMessageContaining(message);
  }

  /** A joggle's bend begins at the edge unless it is told to lie elsewhere. */
  @ParameterizedTest
  @CsvSource({"'', 0", "outside, 0", "centred, 0.5", "inside, 1"})
  void aJoggleLiesWhereItIsToldTo(String position, double setbacks) {
    double angle = Math.toRadians(45);
    PartState state =
        Parts.ok(
            SheetParts.part(
                2,
                3,
                SheetParts.k(0.44),
                SheetParts.base(100, 60)
                    + SheetParts.onSide(
                        "joggle",
                        "right",
                        position.isEmpty() ? "" : "'position':'" + position + "'",
                        "'height':'8 mm','length':'10 mm','angle':'45 deg'")));
    double rise = (8 - (2 * 3 + 2) * (1 - Math.cos(angle))) / Math.sin(angle);
    double run = (2 * 3 + 2) * Math.sin(angle) + rise * Math.cos(angle) + 10;
    double setback = (3 + 2) * Math.tan(angle / 2);
    double end = SheetParts.body(state).named().shape().mass().boxMax().x();
    assertThat(end).isCloseTo(100 + run - setbacks * setback, within(1e-6));
  }

  @Test
  void aReliefThatEndsBeforeTheBendIsRefusedWithTheDepthThatWorks() {
    String flange = "'length':'20 mm','angle':'90 deg'";
    String seat = "'startOffset':'10 mm','relief':{'depth':'%s mm'}";
    String start = SheetParts.base(100, 60);
    PartState shallow =
        Parts.build(
            SheetParts.part(
                2,
                3,
                SheetParts.k(0.44),
                start + SheetParts.onSide("flange", "right", seat.formatted("4"), flange)));
    assertThat(shallow.steps().getLast().message())
        .contains("the relief is 4 mm deep")
        .contains("begins 5 mm from the edge")
        .contains("deeper than 5 mm");
    Parts.ok(
        SheetParts.part(
            2,
            3,
            SheetParts.k(0.44),
            start + SheetParts.onSide("flange", "right", seat.formatted("5.5"), flange)));
  }
}

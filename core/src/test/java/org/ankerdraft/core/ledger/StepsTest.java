package org.ankerdraft.core.ledger;

import static org.ankerdraft.core.Parts.box;
import static org.ankerdraft.core.Parts.build;
import static org.ankerdraft.core.Parts.ok;
import static org.ankerdraft.core.Parts.part;
import static org.ankerdraft.core.Parts.rod;
import static org.ankerdraft.core.Parts.volume;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Map;
import java.util.Random;
import java.util.stream.Stream;
import org.ankerdraft.core.Parts;
import org.ankerdraft.core.geometry.Tolerance;
import org.ankerdraft.core.kinds.StepKinds;
import org.ankerdraft.core.measure.Measuring;
import org.ankerdraft.core.measure.Measuring.Thing;
import org.ankerdraft.core.operation.Body;
import org.ankerdraft.core.operation.EdgeSet;
import org.ankerdraft.core.part.PartDocument;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.step.chamfer.Chamfer;
import org.ankerdraft.kernel.Budget;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;

/** Steps on real geometry, against closed forms (standard geometry, as in any handbook). */
class StepsTest {

  private static String sides(String angle) {
    return ",{'kind':'draft','id':'d','neutral':{'base':'XY'},'sets':[{'faces':[{'choose':'faces of step','step':'box','role':'side'}],'angle':'"
        + angle
        + "'}]}";
  }

  @Test
  void aTetrahedronByExpression() {
    // Regular tetrahedron of edge a: height a sqrt(2/3), V = a^3 / (6 sqrt 2).
    double a = 30;
    PartState state =
        ok(
            "{'kind':'sketch','id':'s','curves':[{'curve':'polygon','name':'p','sides':3,'side':'30 mm'}]},"
                + "{'kind':'extrude','id':'t','sketch':'s','depth':'30 mm*sqrt(2/3)','taper':'90 deg - acos(1/3)'}");
    assertThat(volume(state)).isCloseTo(a * a * a / (6 * Math.sqrt(2)), within(1e-4));
    assertThat(state.bodies().get("t").named().topology().faces()).hasSize(4);
    assertThat(state.step("t").orElseThrow().strategy()).contains("plane cuts");
  }

  static Stream<Object[]> frustums() {
    Random random = new Random(6935);
    return Stream.generate(() ->
            new Object[] {
              20 + 60 * random.nextDouble(),
              5 + 30 * random.nextDouble(),
              0.2 + 8 * random.nextDouble()
            })
        .limit(12);
  }

  /** V = h/3 (A1 + A2 + sqrt(A1 A2)). */
  @ParameterizedTest
  @MethodSource("frustums")
  void taperAndDraftGiveTheSameFrustum(double b, double h, double deg) {
    double top = b - 2 * h * Math.tan(Math.toRadians(deg));
    double expected = h / 3 * (b * b + top * top + b * top);
    assertThat(volume(ok(box(b, b, h) + sides(deg + " deg"))))
        .isCloseTo(expected, within(expected * 1e-9));
    String tapered =
        box(b, b, h).replace("'body':'Body'", "'body':'Body','taper':'" + deg + " deg'");
    assertThat(volume(ok(tapered))).isCloseTo(expected, within(expected * 1e-9));
  }

  @Test
  void neutralPlaneInBetweenAddsBelowAndRemovesAbove() {
    // Half-way up, to first order nothing changes; exactly, each half is a frustum about the middle
    // section.
    double t = Math.tan(Math.toRadians(5));
    PartState state =
        ok(box(40, 40, 20) + sides("5 deg").replace("'base':'XY'", "'base':'XY','offset':'10 mm'"));
    double low = 40 + 20 * t;
    double high = 40 - 20 * t;
    double expected =
        10.0 / 3 * (low * low + 1600 + 40 * low) + 10.0 / 3 * (high * high + 1600 + 40 * high);
    assertThat(volume(state)).isCloseTo(expected, within(1e-6));
  }

  @Test
  void tenDegreesReadAsHundredBetweenFaces() {
    PartState state = ok(box(40, 30, 20) + sides("10 deg"));
    Body body = state.bodies().get("Body");
    var side = new Thing.FaceOf(body, body.named().face(FaceName.read("box/side:r.left")));
    var floor = new Thing.FaceOf(body, body.named().face(FaceName.read("box/start")));
    var lid = new Thing.FaceOf(body, body.named().face(FaceName.read("box/end")));
    var low = Measuring.measure(Parts.KERNEL, side, floor, Budget.ofSeconds(10)).orThrow();
    var high = Measuring.measure(Parts.KERNEL, side, lid, Budget.ofSeconds(10)).orThrow();
    assertThat(Math.toDegrees(low.insideRad().orElseThrow())).isCloseTo(80, within(1e-9));
    assertThat(Math.toDegrees(high.insideRad().orElseThrow())).isCloseTo(100, within(1e-9));
  }

  @Test
  void eachFaceCanHaveItsOwnAngle() {
    String draft =
        ",{'kind':'draft','id':'d','sets':[{'faces':[{'choose':'face','name':'box/side:r.left'}],'angle':'3 deg'},"
            + "{'faces':[{'choose':'face','name':'box/side:r.right'}],'angle':'7 deg'}]}";
    double h = 20;
    double expected =
        40 * 30 * h - 30 * h * h / 2 * (Math.tan(Math.toRadians(3)) + Math.tan(Math.toRadians(7)));
    assertThat(volume(ok(box(40, 30, h) + draft))).isCloseTo(expected, within(1e-6));
  }

  @Test
  void draftBesideATopRoundTakesItOffAndPutsItBack() {
    String round =
        ",{'kind':'round','id':'r1','sets':[{'edges':[{'choose':'loop','face':{'choose':'face','name':'box/end'}}],'size':'2 mm'}]}";
    PartState state = ok(box(40, 30, 20) + round + sides("4 deg"));
    assertThat(state.step("d").orElseThrow().strategy())
        .isEqualTo("rounds off, draft, rounds on again");
    assertThat(state.bodies().get("Body").named().faceNames()).anyMatch(n -> n.isOf("r1", "on"));
  }

  @Test
  void aDraftThatEatsTheFaceSaysUpToWhereItWorks() {
    PartState state = build(box(20, 20, 30) + sides("40 deg"));
    StepResult d = state.step("d").orElseThrow();
    assertThat(d.status()).isEqualTo(StepStatus.FAILED);
    // Opposite faces 20 apart meet at 30 high at atan(10/30) = 18.43 deg.
    assertThat(d.failure().works()).matches("up to 1[678].*deg");
    assertThat(volume(state)).isCloseTo(12000, within(1e-6));
  }

  @Test
  void roundsAndChamfersOfRules() {
    PartState chamfered =
        ok(
            box(25, 15, 10)
                + ",{'kind':'chamfer','id':'c','sets':[{'edges':[{'choose':'parallel','direction':[0,0,1]}],'size':'2 mm'}]}");
    assertThat(volume(chamfered)).isCloseTo(25 * 15 * 10 - 4 * 2 * 10, within(1e-6));
    PartState rounded =
        ok(
            box(25, 15, 10)
                + ",{'kind':'round','id':'c','sets':[{'edges':[{'choose':'outside corners'}],'size':'2 mm'}]}");
    // All edges of a box rounded: the box of the centres grown by a ball (Steiner's formula for
    // convex bodies).
    double r = 2;
    double x = 21;
    double y = 11;
    double z = 6;
    double expected =
        x * y * z
            + 2 * (x * y + y * z + z * x) * r
            + Math.PI * r * r * (x + y + z)
            + 4.0 / 3 * Math.PI * r * r * r;
    assertThat(volume(rounded)).isCloseTo(expected, within(1e-5));
  }

  @Test
  void severalRadiiInOneStep() {
    PartState state =
        ok(
            box(30, 20, 10)
                + ",{'kind':'round','id':'c','sets':[{'edges':[{'choose':'edge','name':'box/side:r.bottom|box/side:r.left'}],'size':'3 mm'},"
                + "{'edges':[{'choose':'edge','name':'box/side:r.right|box/side:r.top'}],'size':'1 mm'}]}");
    assertThat(volume(state)).isCloseTo(6000 - (1 - Math.PI / 4) * 10 * (9 + 1), within(1e-6));
  }

  @Test
  void aRoundTooLargeSaysUpToWhereItWorks() {
    PartState state =
        build(
            box(30, 20, 10)
                + ",{'kind':'round','id':'c','sets':[{'edges':[{'choose':'outside corners'}],'size':'8 mm'}]}");
    StepResult c = state.step("c").orElseThrow();
    assertThat(c.status()).isEqualTo(StepStatus.FAILED);
    assertThat(c.failure().works()).matches("up to 4\\.[89].* mm");
    assertThat(c.message()).contains("round of 8 mm");
  }

  private static String shell(String thickness, String more) {
    return ",{'kind':'shell','id':'w','thickness':'" + thickness + "'" + more + "}";
  }

  private static final String OPEN_TOP = ",'open':[{'choose':'facing','direction':[0,0,1]}]";

  @ParameterizedTest
  @CsvSource({"1.5, 27, 17, 8.5", "2.5, 25, 15, 7.5"})
  void openShellIsOuterLessInner(double t, double x, double y, double z) {
    assertThat(volume(ok(box(30, 20, 10) + shell(t + " mm", OPEN_TOP))))
        .isCloseTo(6000 - x * y * z, within(1e-6));
  }

  @Test
  void closedShellIsHollow() {
    PartState state = ok(box(30, 20, 10) + shell("2 mm", ""));
    assertThat(volume(state)).isCloseTo(6000 - 26 * 16 * 6, within(1e-6));
    assertThat(state.bodies().get("Body").named().topology().faces()).hasSize(12);
  }

  @Test
  void shellOutwardsKeepsTheInside() {
    PartState state =
        ok(
            rod(20, 30)
                + shell("2 mm", ",'outwards':true,'open':[{'choose':'face','name':'rod/end'}]"));
    // Tube and floor: pi (ro^2 - ri^2) h + pi ri^2 t, with the rim's edge round where floor and
    // wall meet outside.
    double corner = Math.PI * (12 * 12 - 10 * 10) * 2;
    double tube = Math.PI * (12 * 12 - 10 * 10) * 30 + Math.PI * 100 * 2;
    assertThat(volume(state)).isBetween(tube + 0.5 * corner, tube + corner + 1e-6);
  }

  @Test
  void aFaceCanHaveItsOwnThickness() {
    PartState state =
        ok(
            box(30, 20, 10)
                + shell(
                    "1 mm",
                    OPEN_TOP
                        + ",'own':[{'faces':[{'choose':'face','name':'box/start'}],'thickness':'3 mm'}]"));
    assertThat(volume(state)).isCloseTo(6000 - 28 * 18 * 7, within(1e-6));
  }

  @Test
  void aTubeOpenAtBothEnds() {
    PartState state =
        ok(
            rod(20, 30)
                + shell(
                    "2 mm",
                    ",'open':[{'choose':'face','name':'rod/end'},{'choose':'face','name':'rod/start'}]"));
    assertThat(volume(state)).isCloseTo(Math.PI * (100 - 64) * 30, within(1e-6));
  }

  @Test
  void aWallThickerThanTheRoundBesideItIsSharpInside() {
    String round =
        ",{'kind':'round','id':'r1','sets':[{'edges':[{'choose':'parallel','direction':[0,0,1]}],'size':'1 mm'}]}";
    PartState state = ok(box(30, 20, 10) + round + shell("2 mm", OPEN_TOP));
    double outer = 6000 - 4 * (1 - Math.PI / 4) * 10;
    assertThat(volume(state)).isCloseTo(outer - 26 * 16 * 8, within(1e-5));
  }

  @Test
  void aShellThickerThanThePartSaysUpToWhereItWorks() {
    PartState state = build(box(30, 20, 10) + shell("12 mm", OPEN_TOP));
    StepResult w = state.step("w").orElseThrow();
    assertThat(w.status()).isEqualTo(StepStatus.FAILED);
    assertThat(w.failure().works()).startsWith("up to 9.");
    assertThat(volume(state)).isCloseTo(6000, within(1e-6));
  }

  @Test
  void holesThroughAndToDepth() {
    PartState state =
        ok(
            box(30, 20, 10)
                + ",{'kind':'hole','id':'h','plane':{'face':{'choose':'face','name':'box/end'}},'diameter':'4 mm','points':[['5 mm','0 mm'],['-5 mm','0 mm']]}"
                + ",{'kind':'hole','id':'k','plane':{'face':{'choose':'face','name':'box/end'}},'diameter':'3 mm','depth':'6 mm','points':[['0 mm','5 mm']]}");
    assertThat(volume(state))
        .isCloseTo(6000 - 2 * Math.PI * 4 * 10 - Math.PI * 2.25 * 6, within(1e-6));
    assertThat(state.bodies().get("Body").named().faceNames())
        .extracting(FaceName::toString)
        .contains("h/wall:1", "h/wall:2", "k/wall:1", "k/bottom:1");
  }

  @Test
  void extentsAndUses() {
    String two =
        box(10, 10, 5)
            .replace("'body':'Body'", "'body':'Body','extent':'two sides','backDepth':'7 mm'");
    assertThat(volume(ok(two))).isCloseTo(1200, within(1e-9));
    String symmetric =
        box(10, 10, 6).replace("'body':'Body'", "'body':'Body','extent':'symmetric'");
    PartState s = ok(symmetric);
    assertThat(s.bodies().get("Body").named().shape().mass().boxMin().z())
        .isCloseTo(-3, within(1e-6));
    String slot =
        ",{'kind':'sketch','id':'q','plane':{'base':'XZ'},'curves':[{'curve':'rectangle','name':'r','centre':['0 mm','5 mm'],'width':'4 mm','height':'2 mm'}]}";
    assertThat(
            volume(
                ok(
                    box(20, 20, 10)
                        + slot
                        + ",{'kind':'extrude','id':'e','sketch':'q','extent':'through all','use':'subtract'}")))
        .isCloseTo(4000 - 4 * 2 * 20, within(1e-6));
    assertThat(
            volume(
                ok(
                    box(20, 20, 10)
                        + slot
                        + ",{'kind':'extrude','id':'e','sketch':'q','extent':'through all','use':'intersect'}")))
        .isCloseTo(4 * 2 * 20, within(1e-6));
  }

  @Test
  void aNewBodyNeverFusesByItself() {
    PartState state =
        ok(
            box(20, 20, 10)
                + ",{'kind':'sketch','id':'q','curves':[{'curve':'circle','name':'k','diameter':'6 mm'}]},{'kind':'extrude','id':'e','sketch':'q','depth':'30 mm','body':'Pin'}");
    assertThat(state.bodies().keySet()).containsExactly("Body", "Pin");
    assertThat(state.bodies().get("Body").named().shape().mass().volumeMm3())
        .isCloseTo(4000, within(1e-9));
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "{'kind':'sketch','id':'s','curves':[{'curve':'line','name':'a','from':['0','0'],'to':['5','0']},{'curve':'line','name':'b','from':['5','0'],'to':['5','5']}]},{'kind':'extrude','id':'x','sketch':'s','depth':'5'} | contour is open",
        "{'kind':'sketch','id':'s','curves':[{'curve':'line','name':'a','from':['0','0'],'to':['9','9']},{'curve':'line','name':'b','from':['9','9'],'to':['9','0']},{'curve':'line','name':'c','from':['9','0'],'to':['0','9']},{'curve':'line','name':'d','from':['0','9'],'to':['0','0']}]},{'kind':'extrude','id':'x','sketch':'s','depth':'5'} | crosses or touches itself; choose which of its areas are meant",
        "{'kind':'sketch','id':'s','curves':[{'curve':'circle','name':'a','diameter':'-3 mm'}]} | must be more than 0",
        "{'kind':'sketch','id':'s','curves':[{'curve':'circle','name':'a','diameter':'3 mm'}]},{'kind':'extrude','id':'x','sketch':'s','depth':'0 mm'} | the depth is 0 mm; it must be more than 0",
        "{'kind':'sketch','id':'s','curves':[{'curve':'circle','name':'a','diameter':'3 deg'}]} | is an angle, but a length is needed",
        "{'kind':'shell','id':'w','thickness':'1 mm'} | there is no body yet",
        "{'kind':'sketch','id':'s','curves':[{'curve':'circle','name':'a','diameter':'9 mm'}]},{'kind':'extrude','id':'x','sketch':'s','depth':'5'},{'kind':'shell','id':'w','thickness':'0 mm'} | the thickness is 0 mm; it must be more than 0",
        "{'kind':'sketch','id':'s','curves':[{'curve':'circle','name':'a','diameter':'9 mm'}]},{'kind':'extrude','id':'x','sketch':'s','depth':'5'},{'kind':'round','id':'w','sets':[{'edges':[{'choose':'outside corners'}],'size':'-1 mm'}]} | the radius is -1 mm; it must be more than 0"
      })
  void badInputFailsInWords(String steps, String message) {
    PartState state = build(steps);
    assertThat(state.isOk()).isFalse();
    assertThat(state.steps()).anyMatch(s -> s.message().contains(message.strip()));
  }

  @Test
  void aPickThatIsGoneIsAdriftWithACandidate() {
    PartState state =
        build(
            box(20, 20, 10)
                + ",{'kind':'round','id':'c','sets':[{'edges':[{'choose':'edge','name':'box/side:q.left|box/end','hint':{'x':-10,'y':0,'z':10,'kind':'line','size':20}}],'size':'1 mm'}]}");
    StepResult c = state.step("c").orElseThrow();
    assertThat(c.status()).isEqualTo(StepStatus.ADRIFT);
    assertThat(c.lost().getFirst().nearest().orElseThrow().name())
        .isEqualTo("box/end|box/side:r.left");
  }

  @Test
  void namesOutliveEditsBeforeThem() {
    String steps =
        box(40, 30, 20)
            + ",{'kind':'chamfer','id':'c','sets':[{'edges':[{'choose':'edge','name':'box/end|box/side:r.left'}],'size':'1 mm'}]}";
    for (String depth : new String[] {"10.0 mm", "25.0 mm"}) {
      PartState state = ok(steps.replace("'20.0 mm'", "'" + depth + "'"));
      assertThat(state.bodies().get("Body").named().faceNames())
          .contains(FaceName.read("c/on(box/end|box/side:r.left)"));
    }
  }

  @Test
  void onlyWhatDependsOnAnEditIsRebuilt() {
    PartDocument document =
        part(
            box(20, 20, 10)
                + ",{'kind':'sketch','id':'q','curves':[{'curve':'circle','name':'k','diameter':'6 mm'}]},{'kind':'extrude','id':'e','sketch':'q','depth':'30 mm','body':'Pin'}"
                + ",{'kind':'chamfer','id':'c','body':'Body','sets':[{'edges':[{'choose':'outside corners'}],'size':'1 mm'}]}");
    PartBuilder builder = new PartBuilder(Parts.KERNEL, Tolerance.MODEL);
    assertThat(builder.build(document, Map.of(), PartBuilder.Progress.NONE, () -> false))
        .isPresent();
    Chamfer c = (Chamfer) document.step("c").orElseThrow();
    PartDocument edited =
        document.withStep(
            new Chamfer(
                c.head(),
                c.body(),
                java.util.List.of(
                    new EdgeSet(
                        c.sets().getFirst().edges(),
                        new org.ankerdraft.core.expression.Expr("2 mm")))));
    PartState again =
        builder.build(edited, Map.of(), PartBuilder.Progress.NONE, () -> false).orElseThrow();
    assertThat(again.rebuilt()).isEqualTo(1);
    assertThat(again.step("c").orElseThrow().remembered()).isFalse();
    assertThat(again.step("e").orElseThrow().remembered()).isTrue();
  }

  @Test
  void theStopLineAndSkippedSteps() {
    PartDocument document =
        part(
            box(20, 20, 10)
                + ",{'kind':'chamfer','id':'c','sets':[{'edges':[{'choose':'outside corners'}],'size':'1 mm'}]}");
    assertThat(Parts.build(document.withStopLine(2)).step("c").orElseThrow().status())
        .isEqualTo(StepStatus.HELD);
    PartState skipped =
        Parts.build(
            document.withStep(StepKinds.of(document.step("c").orElseThrow()).withSkipped(true)));
    assertThat(skipped.step("c").orElseThrow().status()).isEqualTo(StepStatus.SKIPPED);
    assertThat(volume(skipped)).isCloseTo(4000, within(1e-9));
  }
}

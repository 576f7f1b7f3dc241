package org.ankerdraft.core.check;

import static org.ankerdraft.core.Parts.box;
import static org.ankerdraft.core.Parts.ok;
import static org.ankerdraft.core.Parts.rod;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;
import static org.assertj.core.api.Assertions.withinPercentage;

import java.util.List;
import java.util.stream.IntStream;
import org.ankerdraft.core.Parts;
import org.ankerdraft.core.ledger.PartState;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.survey.WallField;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Checks on solids whose draft and thickness are known in closed form. */
class ChecksTest {

  private static CheckReport check(PartState state, String book) {
    return new CheckRunner(Parts.KERNEL, 2)
        .check(state, RuleBook.named(book).orElseThrow(), () -> false)
        .orElseThrow();
  }

  private static WallField wall(PartState state) {
    return check(state, "abs").bodies().values().iterator().next().wall();
  }

  private static List<Finding> of(CheckReport report, String code) {
    return report.findings().stream().filter(f -> f.code().equals(code)).toList();
  }

  private static double[] measured(float[] values) {
    return IntStream.range(0, values.length)
        .mapToDouble(i -> values[i])
        .filter(v -> !Double.isNaN(v))
        .sorted()
        .toArray();
  }

  /**
   * Largest inscribed sphere in a plate of thickness t: diameter t, everywhere, ends and edges too.
   */
  @Test
  void aPlateIsAsThickAsItIs() {
    double[] t = measured(wall(ok(box(60, 40, 2))).bySphere());
    assertThat(t[0]).isCloseTo(2, within(0.02));
    assertThat(t[t.length - 1]).isCloseTo(2, within(0.02));
  }

  @Test
  void aRayAcrossAPlateIsItsThickness() {
    PartState state = ok(box(60, 40, 2));
    WallField field = wall(state);
    int lid = state.bodies().get("Body").named().face(FaceName.read("box/end"));
    for (int k = 0; k < field.mesh().triangleCount(); k++) {
      if (field.mesh().faceOfTriangle()[k] == lid) {
        assertThat(field.byRay()[field.mesh().triangles()[3 * k]]).isCloseTo(2f, within(1e-4f));
      }
    }
  }

  @Test
  void aTubesWallIsTheDifferenceOfItsRadii() {
    PartState state =
        ok(
            rod(40, 60)
                + ",{'kind':'shell','id':'w','thickness':'2.5 mm','open':[{'choose':'face','name':'rod/end'},{'choose':'face','name':'rod/start'}]}");
    double[] t = measured(wall(state).bySphere());
    assertThat(t[t.length / 2]).isCloseTo(2.5, within(0.06));
    assertThat(t[0]).isGreaterThan(2.3);
    assertThat(t[t.length - 1]).isLessThan(2.7);
  }

  /**
   * In a wedge of half-angle a, the sphere that touches a flank at distance s from the edge has
   * radius s tan a.
   */
  @Test
  void aWedgeGrowsThickerWithTheDistanceFromItsEdge() {
    PartState state =
        ok(
            "{'kind':'sketch','id':'s','plane':{'base':'XZ'},'curves':[{'curve':'line','name':'low','from':['0','0'],'to':['60','0']},{'curve':'line','name':'back','from':['60','0'],'to':['60','12']},{'curve':'line','name':'top','from':['60','12'],'to':['0','0']}]},"
                + "{'kind':'extrude','id':'e','sketch':'s','depth':'40 mm'}");
    WallField field = wall(state);
    double half = Math.atan2(12, 60) / 2;
    int low = state.bodies().get("e").named().face(FaceName.read("e/side:low"));
    int seen = 0;
    for (int k = 0; k < field.mesh().triangleCount(); k++) {
      int n = field.mesh().triangles()[3 * k];
      float x = field.mesh().positions()[3 * n];
      float y = field.mesh().positions()[3 * n + 1];
      if (field.mesh().faceOfTriangle()[k] == low && x > 12 && x < 40 && y < -12 && y > -28) {
        assertThat((double) field.bySphere()[n]).isCloseTo(2 * x * Math.tan(half), within(0.12));
        seen++;
      }
    }
    assertThat(seen).isGreaterThan(20);
  }

  /**
   * In a ball the largest sphere is the ball itself; made here as a box rounded by (nearly) half
   * its width.
   */
  @Test
  void aNearlyRoundBodyIsAsThickAsItsDiameter() {
    PartState state =
        ok(
            box(20, 20, 20)
                + ",{'kind':'round','id':'r','sets':[{'edges':[{'choose':'outside corners'}],'size':'9.9 mm'}]}");
    double[] t = measured(wall(state).bySphere());
    assertThat(t[t.length / 2]).isCloseTo(20, within(0.3));
  }

  @Test
  void aJunctionOfWallsIsThickerThanEither() {
    PartState state =
        ok(
            "{'kind':'sketch','id':'s','plane':{'base':'XZ'},'curves':["
                + "{'curve':'line','name':'a','from':['-20','0'],'to':['20','0']},{'curve':'line','name':'b','from':['20','0'],'to':['20','2']},"
                + "{'curve':'line','name':'c','from':['20','2'],'to':['1','2']},{'curve':'line','name':'d','from':['1','2'],'to':['1','15']},"
                + "{'curve':'line','name':'e','from':['1','15'],'to':['-1','15']},{'curve':'line','name':'f','from':['-1','15'],'to':['-1','2']},"
                + "{'curve':'line','name':'g','from':['-1','2'],'to':['-20','2']},{'curve':'line','name':'h','from':['-20','2'],'to':['-20','0']}]},"
                + "{'kind':'extrude','id':'t','sketch':'s','depth':'30 mm'}");
    double[] t = measured(wall(state).bySphere());
    // Under the middle of the rib the sphere touches the two inside edges: r = (1 + 4) / 4.
    assertThat(t[t.length - 1]).isCloseTo(2.5, within(0.1));
    assertThat(t[t.length / 2]).isCloseTo(2, within(0.05));
  }

  @ParameterizedTest
  @CsvSource({"0, 4, stop", "0.3, 4, stop", "0.7, 4, caution", "1.5, 0, none"})
  void draftIsJudgedByFaceAndLimit(double deg, int count, String severity) {
    String taper =
        box(40, 30, 20).replace("'body':'Body'", "'body':'Body','taper':'" + deg + " deg'");
    List<Finding> found = of(check(ok(taper), "abs"), "draft.short");
    assertThat(found).hasSize(count);
    assertThat(found).allMatch(f -> f.severity().word().equals(severity));
    found.forEach(f -> assertThat(f.measured()).isCloseTo(deg, within(1e-6)));
  }

  @Test
  void aTextureAsksForMoreDraft() {
    // VDI 3400 number 27 in ABS: 1.5 deg (from memory).
    String taper = box(40, 30, 20).replace("'body':'Body'", "'body':'Body','taper':'1.2 deg'");
    assertThat(of(check(ok(taper), "abs"), "draft.short")).isEmpty();
    CheckReport textured = check(ok(taper), "abs-textured");
    assertThat(of(textured, "draft.short")).hasSize(4).allMatch(f -> f.required() == 1.5);
    assertThat(textured.findings().getFirst().source()).contains("VDI 3400");
  }

  /**
   * VDI 3400 (1975, from memory): the number is 20 log10(10 Ra). Ra 0.1 um gives 0, 1 um gives 20,
   * 3.15 um gives 30.
   */
  @ParameterizedTest
  @CsvSource({"0.1, 0", "0.4, 12", "1, 20", "1.12, 21", "3.15, 30", "18, 45"})
  void vdiNumberFromRoughness(double ra, double number) {
    assertThat(RuleBook.vdiNumber(ra)).isCloseTo(number, within(0.15));
  }

  @Test
  void anUndercutIsSeenByLineOfSight() {
    // A slot into the side of a block: its roof and floor look along the pull, but neither tool
    // half reaches them.
    String slot =
        ",{'kind':'sketch','id':'q','plane':{'base':'XZ'},'curves':[{'curve':'rectangle','name':'r','corner':['10 mm','8 mm'],'width':'20 mm','height':'4 mm'}]},"
            + "{'kind':'extrude','id':'e','sketch':'q','extent':'through all','use':'subtract'}";
    CheckReport report = check(ok(box(40, 30, 20) + slot), "abs");
    List<Finding> found = of(report, "draft.undercut");
    assertThat(found).hasSize(3).allMatch(f -> f.severity() == Severity.STOP);
    assertThat(found.stream().flatMap(f -> f.faces().stream())).allMatch(n -> n.isOf("e", "side"));
    assertThat(found)
        .allMatch(f ->
            f.message()
                .matches("[0-9.]+ mm² of the (upper|lower|left) wall of Extrude .* are reached.*"));
    assertThat(report.stops()).isTrue();
    // The same block without the slot has none.
    assertThat(of(check(ok(box(40, 30, 20)), "abs"), "draft.undercut")).isEmpty();
  }

  /**
   * Triangles of an upright free wall stand before each other by more than the mesh's deflection;
   * nothing in a prism holds a tool half, whatever its height.
   */
  @ParameterizedTest
  @ValueSource(doubles = {4, 7, 10, 13, 20})
  void anUprightFreeWallIsNoUndercut(double height) {
    String tub =
        freePrism(height)
            + ",{'kind':'shell','id':'h','thickness':'2 mm','open':[{'choose':'face','name':'e/end'}]}";
    CheckReport report = check(ok(tub), "abs");
    assertThat(of(report, "draft.short")).isNotEmpty();
    assertThat(of(report, "draft.undercut")).isEmpty();
  }

  @Test
  void whatHangsOverOnAFreeWallIsFound() {
    String slot =
        freePrism(10)
            + ",{'kind':'sketch','id':'q','plane':{'base':'XZ'},'curves':[{'curve':'rectangle','name':'r','corner':['-30 mm','4 mm'],'width':'20 mm','height':'2 mm'}]},"
            + "{'kind':'extrude','id':'x','sketch':'q','extent':'through all','use':'subtract'}";
    assertThat(of(check(ok(slot), "abs"), "draft.undercut"))
        .hasSize(3)
        .allMatch(f -> f.faces().stream().allMatch(n -> n.isOf("x", "side")));
  }

  private static String freePrism(double height) {
    return "{'kind':'sketch','id':'s','curves':[{'curve':'spline','name':'c','closed':true,'points':"
        + "[['-20 mm','13.5 mm'],['0 mm','19.5 mm'],['19.5 mm','12.5 mm'],['23.5 mm','-1.5 mm'],"
        + "['10 mm','-13.5 mm'],['-5 mm','-8.5 mm'],['-20 mm','-13.5 mm'],['-23.5 mm','1 mm']]}]},"
        + "{'kind':'extrude','id':'e','sketch':'s','depth':'"
        + height
        + " mm','body':'Body'}";
  }

  /** Of fourteen blocks, each thicker than the one before, the twelve thickest are listed. */
  @Test
  void theThickestPlacesComeFirst() {
    StringBuilder steps = new StringBuilder(box(520, 20, 2));
    for (int i = 0; i < 14; i++) {
      steps.append(
          (",{'kind':'sketch','id':'s%1$d','plane':{'base':'XY','offset':'2 mm'},'curves':[{'curve':'rectangle','name':'r','centre':['%2$d mm','0 mm'],'width':'%3$.2f mm','height':'%3$.2f mm'}]}"
                  + ",{'kind':'extrude','id':'b%1$d','sketch':'s%1$d','depth':'16 mm','use':'unite'}")
              .formatted(i, -234 + 36 * i, 5 + 0.25 * i));
    }
    List<Finding> thick = of(check(ok(steps.toString()), "abs"), "wall.thick");
    assertThat(thick).hasSize(12);
    for (int i = 0; i < 12; i++) {
      double wide = 5 + 0.25 * (13 - i);
      assertThat(thick.get(i).measured()).isCloseTo(wide, withinPercentage(6));
      assertThat(thick.get(i).point().x()).isCloseTo(-234 + 36 * (13 - i), within(wide));
    }
  }

  @Test
  void thinAndThickWallsAreFoundWithTheirPlaces() {
    CheckReport thin = check(ok(box(40, 30, 0.8)), "abs");
    assertThat(of(thin, "wall.thin"))
        .isNotEmpty()
        .allMatch(f -> Math.abs(f.measured() - 0.8) < 0.02 && f.required() == 1.1);
    CheckReport thick = check(ok(box(40, 30, 6)), "abs");
    assertThat(of(thick, "wall.thick"))
        .isNotEmpty()
        .allMatch(f -> Math.abs(f.measured() - 6) < 0.1 && f.required() == 3.6);
    assertThat(of(check(ok(box(40, 30, 3)), "abs"), "wall.thick")).isEmpty();
    assertThat(of(check(ok(box(40, 30, 3)), "pa"), "wall.thick")).isNotEmpty();
  }

  @Test
  void sharpInsideCornersAreFoundAndTheRepairMendsThem() {
    String tub =
        box(40, 30, 20).replace("'body':'Body'", "'body':'Body','taper':'-1.5 deg'")
            + ",{'kind':'shell','id':'w','thickness':'2 mm','open':[{'choose':'face','name':'box/end'}]}";
    PartState state = ok(tub);
    Finding sharp = of(check(state, "abs"), "corner.sharp").getFirst();
    assertThat(sharp.required()).isCloseTo(1, within(0.02));
    PartState mended = Parts.build(state.part().withNewStep(sharp.repair()));
    assertThat(mended.isOk()).isTrue();
    assertThat(of(check(mended, "abs"), "corner.sharp")).isEmpty();
  }

  @Test
  void theDraftRepairMendsItsFinding() {
    PartState state = ok(box(40, 30, 20));
    Finding flat = of(check(state, "abs"), "draft.short").getFirst();
    PartState mended = Parts.build(state.part().withNewStep(flat.repair()));
    assertThat(mended.isOk()).isTrue();
    assertThat(of(check(mended, "abs"), "draft.short").stream().map(f -> f.faces().getFirst()))
        .doesNotContain(flat.faces().getFirst());
  }

  /** A step that would repair something is called as none that is there. */
  @Test
  void repairsHaveIdsOfTheirOwn() {
    PartState state =
        ok(
            box(40, 30, 20)
                + ",{'kind':'draft','id':'draft1','neutral':{'base':'XY'},'sets':[{'faces':[{'choose':'face','name':'box/side:r.left'}],'angle':'2 deg'}]}"
                + ",{'kind':'sketch','id':'round1','plane':{'base':'XY','offset':'20 mm'},'curves':[{'curve':'circle','name':'c','diameter':'8 mm'}]}"
                + ",{'kind':'extrude','id':'boss','sketch':'round1','depth':'9 mm','use':'unite'}");
    CheckReport report = check(state, "abs");
    assertThat(of(report, "draft.short"))
        .isNotEmpty()
        .allSatisfy(f -> assertThat(f.repair().id()).isEqualTo("draft2"));
    assertThat(of(report, "corner.sharp"))
        .isNotEmpty()
        .allSatisfy(f -> assertThat(f.repair().id()).isEqualTo("round2"));
  }

  @Test
  void everyRuleBookIsWholeAndNamesItsSources() {
    for (String name : RuleBook.NAMES) {
      RuleBook book = RuleBook.named(name).orElseThrow();
      for (String code :
          List.of(
              "draft.min", "draft.wanted", "wall.min", "wall.max", "corner.inside", "undercut")) {
        assertThat(book.limit(code).source()).isNotBlank();
      }
    }
    assertThat(RuleBook.named("../abs")).isEmpty();
    assertThat(RuleBook.named("none")).isEmpty();
  }

  @Test
  void aPartCanChangeALimit() {
    var part = ok(box(40, 30, 3)).part().withLimits(java.util.Map.of("wall.max", 2.5));
    RuleBook book = RuleBook.forPart(part).orElseThrow();
    assertThat(book.limit("wall.max").value()).isEqualTo(2.5);
    assertThat(book.limit("wall.max").source()).contains("changed in this part");
  }

  /** A thread is cut, or made by a core that unscrews; a plain hole beside it wants draft. */
  @ParameterizedTest
  @CsvSource({"diameter, 3.3 mm, 1", "screw, M4, 0"})
  void aTappedHoleNeedsNoDraft(String field, String value, int found) {
    PartState state =
        ok(
            box(40, 30, 12)
                + ",{'kind':'hole','id':'h','plane':{'base':'XY','offset':'12 mm'},"
                + "'depth':'8 mm','points':[['0 mm','0 mm']],'"
                + field
                + "':'"
                + value
                + "'}");
    List<Finding> short_ =
        of(check(state, "abs"), "draft.short").stream()
            .filter(f -> f.faces().getFirst().step().equals("h"))
            .toList();
    assertThat(short_).hasSize(found);
  }
}

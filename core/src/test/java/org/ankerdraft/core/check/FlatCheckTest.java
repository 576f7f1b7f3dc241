package org.ankerdraft.core.check;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Locale;
import org.ankerdraft.core.Parts;
import org.ankerdraft.core.ledger.PartState;
import org.ankerdraft.core.part.PartDocument;
import org.ankerdraft.core.sheet.SheetParts;
import org.ankerdraft.kernel.Budget;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/**
 * Limits of trade-rule defaults on flat patterns, what they measure, and repairs that clear them.
 */
class FlatCheckTest {

  private static CheckReport check(PartDocument part) {
    PartState state = Parts.ok(part);
    return new CheckRunner(Parts.KERNEL, 2)
        .check(state, RuleBook.forPart(part).orElseThrow(), Budget.Cancel.NEVER)
        .orElseThrow();
  }

  private static PartDocument part(double t, double r, String steps) {
    return SheetParts.part(t, r, SheetParts.k(0.44), steps);
  }

  private static Finding only(CheckReport report, String code) {
    List<Finding> found = report.findings().stream().filter(f -> f.code().equals(code)).toList();
    assertThat(found).as(code).hasSize(1);
    return found.getFirst();
  }

  private static boolean has(CheckReport report, String code) {
    return report.findings().stream().anyMatch(f -> f.code().equals(code));
  }

  /** The repair, put in the place of its step, clears the finding. */
  private static void repairClears(PartDocument part, Finding f) {
    assertThat(f.repair()).as("repair of " + f.code()).isNotNull();
    assertThat(part.step(f.repair().id())).isPresent();
    assertThat(has(check(part.withStep(f.repair())), f.code())).isFalse();
  }

  private static String flange(String seat, String numbers) {
    return SheetParts.base(90, 60) + SheetParts.onSide("flange", "right", seat, numbers);
  }

  private static String hole(double x, double y, double diameter) {
    return ",{'kind':'hole','id':'h','plane':{'base':'XY'},'points':[['"
        + x
        + " mm','"
        + y
        + " mm']],'diameter':'"
        + diameter
        + " mm'}";
  }

  /** DIN 6935, smallest inside radius across the grain (from memory), by thickness. */
  @ParameterizedTest
  @CsvSource({
    "steel, 1, 1",
    "steel, 1.5, 1.6",
    "steel, 2, 2.5",
    "steel, 4, 5",
    "steel, 12, 20",
    "steel-strong, 1, 1.2",
    "steel-strong, 3, 4",
    "stainless, 1.5, 2.5",
    "stainless, 10, 20"
  })
  void smallestRadiiAreThoseOfTheStandard(String book, double t, double r) {
    Limit limit = RuleBook.named(book).orElseThrow().smallestRadius(t);
    assertThat(limit.value()).isEqualTo(r);
    assertThat(limit.source()).contains("DIN 6935");
  }

  @Test
  void aSmallRadiusIsFoundAndMended() {
    PartDocument part = part(2, 1.5, flange("", "'length':'25 mm'"));
    Finding f = only(check(part), "bend.radius");
    assertThat(f.measured()).isCloseTo(1.5, within(1e-6));
    assertThat(f.required()).isEqualTo(2.5);
    assertThat(f.severity()).isEqualTo(Severity.STOP);
    repairClears(part, f);
  }

  /** Shortest flange 0.7 V, V = 8 T (common practice): 11.2 mm for a sheet of 2 mm. */
  @Test
  void aShortFlangeIsFoundAndMended() {
    PartDocument part = part(2, 2.5, flange("", "'length':'10 mm'"));
    Finding f = only(check(part), "bend.flange");
    assertThat(f.measured()).isCloseTo(10, within(1e-3));
    assertThat(f.required()).isCloseTo(11.2, within(1e-9));
    repairClears(part, f);
    assertThat(has(check(part(2, 2.5, flange("", "'length':'11.3 mm'"))), "bend.flange")).isFalse();
  }

  /** The part's own die decides, for the shortest flange and the force; by rule it is 8 T. */
  @Test
  void thePartsOwnDieDecides() {
    PartDocument byRule = part(2, 2.5, flange("", "'length':'10 mm'"));
    PartDocument narrow =
        byRule.withProcess(
            byRule
                .process()
                .withSheet(
                    byRule
                        .process()
                        .sheet()
                        .withDie(new org.ankerdraft.core.expression.Expr("12 mm"))));
    RuleBook book = RuleBook.forPart(narrow).orElseThrow();
    assertThat(book.dieMm(byRule, 2)).isEqualTo(16);
    assertThat(book.dieMm(narrow, 2)).isEqualTo(12);
    assertThat(has(check(narrow), "bend.flange")).isFalse();
  }

  /** Hole edge to tangent line at least 2 T + R (common practice). */
  @Test
  void aHoleNearABendIsFoundAndMoved() {
    // Tangent line at 90 - 4.5; the hole's edge at 77 + 4.
    PartDocument part = part(2, 2.5, flange("", "'length':'25 mm'") + hole(77, 30, 8));
    Finding f = only(check(part), "hole.bend");
    assertThat(f.measured()).isCloseTo(4.5, within(0.02));
    assertThat(f.required()).isCloseTo(6.5, within(1e-9));
    assertThat(f.flatAt()).isNotNull();
    repairClears(part, f);
  }

  @Test
  void aHoleThatLiesInABendIsFound() {
    CheckReport report = check(part(2, 2.5, flange("", "'length':'25 mm'") + hole(85.5, 30, 3)));
    assertThat(has(report, "hole.across")).isTrue();
    assertThat(has(report, "hole.bend")).isFalse();
  }

  @Test
  void holesNearTheEdgeAndTooSmallAreFound() {
    CheckReport report = check(part(2, 2.5, flange("", "'length':'25 mm'") + hole(30, 4, 1.5)));
    assertThat(only(report, "hole.edge").measured()).isCloseTo(3.25, within(0.01));
    assertThat(only(report, "hole.diameter").measured()).isCloseTo(1.5, within(0.01));
  }

  /** A slot along the bend needs 2.5 T + R. */
  @Test
  void aSlotAlongABendNeedsMoreRoomThanAHole() {
    String slot =
        ",{'kind':'sketch','id':'sl','curves':[{'curve':'rectangle','name':'r','centre':['77 mm',"
            + "'30 mm'],'width':'4 mm','height':'20 mm'}]},{'kind':'extrude','id':'cut','sketch':'sl',"
            + "'extent':'through all','use':'subtract'}";
    Finding f = only(check(part(2, 2.5, flange("", "'length':'25 mm'") + slot)), "slot.bend");
    assertThat(f.measured()).isCloseTo(6.5, within(1e-3));
    assertThat(f.required()).isCloseTo(7.5, within(1e-9));
  }

  @Test
  void aBendThatEndsInAWallWithoutAReliefIsFoundAndMended() {
    String offsets = "'startOffset':'15 mm','endOffset':'15 mm'";
    PartDocument torn =
        part(2, 2.5, flange(offsets + ",'relief':{'shape':'none'}", "'length':'25 mm'"));
    CheckReport report = check(torn);
    assertThat(has(report, "relief.width")).isTrue();
    Finding f =
        report.findings().stream()
            .filter(x -> x.code().equals("relief.width"))
            .findFirst()
            .orElseThrow();
    repairClears(torn, f);
    PartDocument narrow =
        part(2, 2.5, flange(offsets + ",'relief':{'width':'1 mm'}", "'length':'25 mm'"));
    assertThat(has(check(narrow), "relief.width")).isTrue();
    assertThat(has(check(part(2, 2.5, flange(offsets, "'length':'25 mm'"))), "relief.width"))
        .isFalse();
  }

  /** Hem at least 4 T long, an open one at least T wide (common practice). */
  @Test
  void shortAndNarrowHemsAreFound() {
    String hem =
        SheetParts.base(60, 40)
            + SheetParts.onSide(
                "hem", "right", "", "'style':'open','length':'3.5 mm','gap':'0.8 mm'");
    CheckReport report = check(part(1, 1, hem));
    assertThat(only(report, "hem.length").measured()).isCloseTo(3.5, within(1e-3));
    assertThat(only(report, "hem.gap").measured()).isCloseTo(0.8, within(1e-6));
    assertThat(has(report, "bend.radius")).isFalse();
  }

  @Test
  void blankGrainAndForceAreJudgedByTheProcess() {
    PartDocument plain = part(2, 2.5, flange("", "'length':'25 mm'"));
    PartDocument part =
        plain.withProcess(
            plain
                .process()
                .withSheet(
                    new org.ankerdraft.core.sheet.SheetProcess(
                        "steel",
                        plain.process().sheet().thickness(),
                        plain.process().sheet().radius(),
                        null,
                        null,
                        new org.ankerdraft.core.expression.Expr("100 mm"),
                        new org.ankerdraft.core.expression.Expr("80 mm"),
                        new org.ankerdraft.core.expression.Expr("90 deg"))));
    CheckReport report = check(part);
    assertThat(only(report, "blank.size").measured()).isGreaterThan(100);
    assertThat(only(report, "bend.grain").measured()).isCloseTo(0, within(1e-6));
    Finding force = only(report, "bend.force");
    assertThat(force.severity()).isEqualTo(Severity.NOTE);
    assertThat(force.measured()).isCloseTo(1.42 * 390 * 4 * 60 / (1000 * 16), within(1e-3));
    assertThat(has(check(plain), "blank.size")).isFalse();
    PartDocument weakPress = plain.withLimits(java.util.Map.of("bend.force", 5.0));
    assertThat(only(check(weakPress), "bend.force").severity()).isEqualTo(Severity.STOP);
  }

  /** Two long flanges that meet in the flat: on the facing sides of a notch. */
  @Test
  void aFlatThatOverlapsItselfIsFound() {
    double[] xy = {0, 0, 100, 0, 100, 60, 65, 60, 65, 20, 35, 20, 35, 60, 0, 60};
    StringBuilder lines = new StringBuilder();
    for (int i = 0; i < xy.length; i += 2) {
      lines.append(
          String.format(
              Locale.ROOT,
              "%s{'curve':'line','name':'l%d','from':['%s mm','%s mm'],'to':['%s mm','%s mm']}",
              i == 0 ? "" : ",",
              i / 2,
              xy[i],
              xy[i + 1],
              xy[(i + 2) % xy.length],
              xy[(i + 3) % xy.length]));
    }
    String l =
        "{'kind':'sketch','id':'s','curves':["
            + lines
            + "]},{'kind':'base','id':'base','sketch':'s'}"
            + flangeOn("l3", "'startOffset':'3 mm','endOffset':'3 mm'")
            + flangeOn("l5", "'startOffset':'3 mm','endOffset':'3 mm'");
    CheckReport report = check(part(1, 1, l));
    assertThat(has(report, "flat.overlap")).isTrue();
    assertThat(report.stops()).isTrue();
  }

  private static String flangeOn(String curve, String seat) {
    return ",{'kind':'flange','id':'f"
        + curve
        + "','seat':{'edges':[{'choose':'edge','name':'base/end|base/side:"
        + curve
        + "'}],"
        + seat
        + "},'length':'40 mm'}";
  }

  @Test
  void aSheetBodyThatDoesNotUnfoldIsAStop() {
    String pocket =
        SheetParts.base(60, 40)
            + ",{'kind':'hole','id':'h','plane':{'base':'XY','offset':'2 mm'},'points':[['30 mm','20 mm']],"
            + "'diameter':'8 mm','depth':'1 mm'}";
    CheckReport report = check(part(2, 2, pocket));
    assertThat(only(report, "flat.unfolds").message()).contains("cannot be unfolded");
    assertThat(report.flatVerdict()).contains("1 stop");
  }

  @Test
  void mouldedAndSheetBodiesAreEachCheckedByTheirOwnRules() {
    String both =
        flange("", "'length':'25 mm'")
            + ",{'kind':'sketch','id':'t','curves':[{'curve':'rectangle','name':'q','centre':['200 mm','0'],"
            + "'width':'20 mm','height':'20 mm'}]},{'kind':'extrude','id':'block','sketch':'t','depth':'2 mm',"
            + "'body':'Block'}";
    CheckReport report = check(part(2, 2.5, both));
    assertThat(report.findings().stream().filter(f -> f.code().startsWith("draft")))
        .isNotEmpty()
        .allMatch(f -> f.body().equals("Block"));
    assertThat(report.flats()).containsOnlyKeys("Body");
    assertThat(report.verdict(Finding.Subject.DRAFT)).contains("stop");
  }

  @Test
  void theDemoBracketHasItsTwoFaultsAndNoOther() {
    CheckReport report = check(SheetParts.demoPart("mast-bracket"));
    assertThat(report.findings().stream().filter(f -> f.severity() == Severity.STOP))
        .extracting(Finding::code)
        .containsExactlyInAnyOrder("hole.bend", "bend.flange");
    for (Finding f : report.findings()) {
      if (f.severity() == Severity.STOP) {
        repairClears(SheetParts.demoPart("mast-bracket"), f);
      }
    }
    assertThat(check(SheetParts.demoPart("battery-tray")).stops()).isFalse();
  }
}

package org.ankerdraft.core.check;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Locale;
import org.ankerdraft.core.Parts;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.ledger.PartState;
import org.ankerdraft.core.part.PartDocument;
import org.ankerdraft.core.sheet.BendMethod;
import org.ankerdraft.core.sheet.SheetParts;
import org.ankerdraft.kernel.Budget;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** What the flat checks measure, against closed forms. */
class FlatMeasuresTest {
  private static CheckReport check(PartDocument part) {
    PartState state = Parts.ok(part);
    return new CheckRunner(Parts.KERNEL, 2)
        .check(state, RuleBook.forPart(part).orElseThrow(), Budget.Cancel.NEVER)
        .orElseThrow();
  }

  private static CheckReport plate(double t, String cuts) {
    return check(SheetParts.part(t, t, SheetParts.k(0.44), SheetParts.base(100, 60) + cuts));
  }

  private static List<Finding> of(CheckReport report, String code) {
    return report.findings().stream().filter(f -> f.code().equals(code)).toList();
  }

  private static String holes(double diameter, double... xy) {
    StringBuilder points = new StringBuilder();
    for (int i = 0; i < xy.length; i += 2) {
      points
          .append(i == 0 ? "" : ",")
          .append(String.format(Locale.ROOT, "['%s mm','%s mm']", xy[i], xy[i + 1]));
    }
    return ",{'kind':'hole','id':'h','points':[" + points + "],'diameter':'" + diameter + " mm'}";
  }

  /** A cut through straight lines from point to point. */
  private static String cut(double... xy) {
    StringBuilder curves = new StringBuilder();
    for (int i = 0; i < xy.length; i += 2) {
      int next = (i + 2) % xy.length;
      curves
          .append(i == 0 ? "" : ",")
          .append(
              String.format(
                  Locale.ROOT,
                  "{'curve':'line','name':'c%d','from':['%.6f mm','%.6f mm'],'to':['%.6f mm','%.6f mm']}",
                  i / 2,
                  xy[i],
                  xy[i + 1],
                  xy[next],
                  xy[next + 1]));
    }
    return ",{'kind':'sketch','id':'k','curves':["
        + curves
        + "]},{'kind':'extrude','id':'cut','sketch':'k','extent':'through all','use':'subtract'}";
  }

  /** A slit of a width and 20 mm length about the middle of the plate, turned by an angle. */
  private static String slit(double width, double deg) {
    double c = Math.cos(Math.toRadians(deg));
    double s = Math.sin(Math.toRadians(deg));
    double[] local = {-10, -width / 2, 10, -width / 2, 10, width / 2, -10, width / 2};
    double[] xy = new double[8];
    for (int i = 0; i < 8; i += 2) {
      xy[i] = 50 + c * local[i] - s * local[i + 1];
      xy[i + 1] = 30 + s * local[i] + c * local[i + 1];
    }
    return cut(xy);
  }

  @ParameterizedTest
  @ValueSource(doubles = {0, 17, 45, 90})
  void aSlitIsAsNarrowAsItIsWhicheverWayItLies(double deg) {
    List<Finding> found = of(plate(2, slit(1, deg)), "hole.diameter");
    assertThat(found).hasSize(1);
    assertThat(found.getFirst().measured()).isCloseTo(1, within(1e-3));
    assertThat(of(plate(2, slit(2.5, deg)), "hole.diameter")).isEmpty();
  }

  /** A window of 20 x 20 with a slit of 1 mm that runs out of it. */
  @Test
  void aSlitThatOpensIntoAWideHoleIsFound() {
    List<Finding> found =
        of(
            plate(2, cut(40, 20, 60, 20, 60, 29.5, 75, 29.5, 75, 30.5, 60, 30.5, 60, 40, 40, 40)),
            "hole.diameter");
    assertThat(found).hasSize(1);
    assertThat(found.getFirst().measured()).isCloseTo(1, within(0.02));
    assertThat(of(plate(2, cut(40, 20, 60, 20, 60, 40, 40, 40)), "hole.diameter")).isEmpty();
  }

  @Test
  void curvedCutOutsThatAreWideEnoughAreNotBlamed() {
    CheckReport report = check(SheetParts.demoPart("battery-tray"));
    assertThat(report.flats().values().iterator().next().flat().holes()).isNotEmpty();
    assertThat(of(report, "hole.diameter")).isEmpty();
  }

  @ParameterizedTest
  @CsvSource({"1, 1", "2, 2", "3, 3"})
  void aHoleExactlyAsWideAsTheSheetIsThickIsNotBlamed(double t, double diameter) {
    assertThat(of(plate(t, holes(diameter, 50, 30)), "hole.diameter")).isEmpty();
  }

  @Test
  void aSmallHoleIsMeasuredExactly() {
    assertThat(of(plate(2, holes(1.5, 50, 30)), "hole.diameter").getFirst().measured())
        .isCloseTo(1.5, within(1e-9));
  }

  @Test
  void distancesOfRoundHolesAreExact() {
    assertThat(of(plate(2, holes(4, 5.25, 30)), "hole.edge").getFirst().measured())
        .isCloseTo(3.25, within(1e-9));
    // Holes of 4 mm whose middles are 3 and 4 mm apart along x and y: 5 in all.
    List<Finding> web = of(plate(2, holes(4, 50, 30, 53, 34)), "hole.web");
    assertThat(web).hasSize(1);
    assertThat(web.getFirst().measured()).isCloseTo(1, within(1e-9));
    assertThat(web.getFirst().required()).isEqualTo(4);
  }

  @Test
  void holesThatStandFarEnoughApartAreNotBlamed() {
    assertThat(of(plate(2, holes(4, 50, 30, 58, 30)), "hole.web")).isEmpty();
  }

  private static final String FLANGED =
      SheetParts.base(100, 60) + SheetParts.onSide("flange", "right", "", "'length':'25 mm'");

  /** A notch in the edge of a wall that goes on beyond the tangent line of its flange's bend. */
  @Test
  void aNotchThatReachesIntoABendIsTold() {
    String notched =
        SheetParts.base(100, 60)
            + SheetParts.onSide("flange", "right", "", "'length':'25 mm'")
            + ",{'kind':'sketch','id':'k','plane':{'base':'YZ','offset':'110 mm'},'curves':["
            + "{'curve':'rectangle','name':'q','corner':['20 mm','-1 mm'],'width':'10 mm','height':'50 mm'}]},"
            + "{'kind':'extrude','id':'cut','sketch':'k','depth':'14 mm','reversed':true,'use':'subtract'}";
    CheckReport report = check(SheetParts.part(2, 3, SheetParts.k(0.44), notched));
    assertThat(of(report, "hole.across"))
        .anySatisfy(f -> assertThat(f.message()).contains("notch of the outline", "bend 1"));
    CheckReport plain = check(SheetParts.part(2, 3, SheetParts.k(0.44), FLANGED));
    assertThat(of(plain, "hole.across")).isEmpty();
  }

  @ParameterizedTest
  @CsvSource({"10, true", "12, false", "16, false", "24, false", "30, true"})
  void aDieOutOfTheUsualRangeIsTold(double die, boolean told) {
    PartDocument plain = SheetParts.part(2, 3, SheetParts.k(0.44), FLANGED);
    var sheet = plain.process().sheetOrUsual();
    PartDocument part =
        plain.withProcess(plain.process().withSheet(sheet.withDie(new Expr(die + " mm"))));
    List<Finding> found = of(check(part), "die.opening");
    assertThat(found).hasSize(told ? 1 : 0);
    if (told) {
      assertThat(found.getFirst().measured()).isEqualTo(die);
      assertThat(found.getFirst().message()).contains("12 mm to 24 mm");
    }
  }

  /** A slot of 0.1 mm from the edge: the gap is measured, not only found. */
  @Test
  void aGapThatClosesIsMeasured() {
    List<Finding> found = of(plate(2, cut(50, 20, 50.1, 20, 50.1, 61, 50, 61)), "flat.gap");
    assertThat(found).isNotEmpty();
    assertThat(found.getFirst().measured()).isCloseTo(0.1, within(0.01));
  }

  /** DIN 6935: compensation begins at 15 deg (opening angle 165); below there is none. */
  @Test
  void theBendOfExactly15DegreesIsCompensated() {
    BendMethod din = new BendMethod.Din6935();
    double at = din.value(Math.toRadians(15), 3, 2).orElseThrow().allowanceMm();
    double measured = din.value(Math.toRadians(15) - 1e-13, 3, 2).orElseThrow().allowanceMm();
    assertThat(measured).isCloseTo(at, within(1e-9));
    double ratio = 0.65 + 0.5 * Math.log10(1.5);
    assertThat(at).isCloseTo(Math.toRadians(15) * (3 + ratio / 2 * 2), within(1e-9));
    double below = din.value(Math.toRadians(14.9), 3, 2).orElseThrow().allowanceMm();
    assertThat(below).isCloseTo(2 * 5 * Math.tan(Math.toRadians(14.9) / 2), within(1e-9));
  }
}

package org.ankerdraft.core.ledger;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.function.DoubleUnaryOperator;
import org.ankerdraft.core.Parts;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.select.NamedShape;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/**
 * Shells of tubs over free outlines: the outer frustum less the inner one, each by the areas of
 * offsets (Steiner's formulas, as for tapers).
 */
class FreeShellTest {
  private static final double HIGH = 25;
  private static final double WALL = 2;
  private static final String ELLIPSE =
      "{'curve':'ellipse','name':'q','width':'60 mm','height':'44 mm'}";

  private static String tub(String curves, double taper, String between, String shell) {
    return FreeTaperTest.sketch(curves)
        + ",{'kind':'extrude','id':'e','sketch':'s','depth':'25 mm','body':'Tub'"
        + (taper == 0 ? "" : ",'taper':'" + taper + " deg'")
        + "}"
        + between
        + ",{'kind':'shell','id':'h','thickness':'2 mm','open':[{'choose':'face','name':'e/end'}]"
        + shell
        + "}";
  }

  /** Between two heights, of what has an area by its offset outwards. */
  private static double frustum(
      double low, double high, double taperDeg, double outwards, DoubleUnaryOperator area) {
    double lean = Math.tan(Math.toRadians(taperDeg));
    DoubleUnaryOperator at = z -> area.applyAsDouble(outwards - z * lean);
    return (high - low)
        / 6
        * (at.applyAsDouble(low) + 4 * at.applyAsDouble((low + high) / 2) + at.applyAsDouble(high));
  }

  private static double walls(double taper, double bottom, DoubleUnaryOperator area) {
    double across = WALL / Math.cos(Math.toRadians(taper));
    return frustum(0, HIGH, taper, 0, area) - frustum(bottom, HIGH, taper, -across, area);
  }

  private static double ellipse(double s) {
    return Math.PI * 30 * 22 + FreeTaperTest.perimeter(30, 22) * s + Math.PI * s * s;
  }

  @ParameterizedTest
  @ValueSource(doubles = {0, -1.5, 2, -8})
  void overAnEllipse(double taper) {
    PartState state = Parts.ok(tub(ELLIPSE, taper, "", ""));
    double wanted = walls(taper, WALL, FreeShellTest::ellipse);
    assertThat(Parts.volume(state)).isCloseTo(wanted, within(1e-5 * wanted));
    NamedShape tub = state.bodies().get("Tub").named();
    assertThat(tub.faceNames().stream().map(FaceName::toString))
        .containsExactlyInAnyOrder(
            "e/start", "e/end", "e/side:q", "h/inner(e/side:q)", "h/inner(e/start)");
    assertThat(state.steps().getLast().strategy()).isEqualTo("outline moved inwards");
  }

  /** At inner and outer corners the inside is sharp, where the moved walls cross. */
  @ParameterizedTest
  @ValueSource(doubles = {0, -1.5, 1})
  void withKinks(double taper) {
    double[][] at = {{0, 0}, {50, 0}, {50, 20}, {22, 20}, {22, 40}, {0, 40}};
    StringBuilder curves = new StringBuilder();
    for (int i = 0; i < 6; i++) {
      double[] from = at[i];
      double[] to = at[(i + 1) % 6];
      curves.append(i == 0 ? "" : ",");
      curves.append(
          i % 3 == 0
              ? Parts.line("c" + i, from[0], from[1], to[0], to[1])
              : FreeTaperTest.straight("c" + i, from[0], from[1], to[0], to[1]));
    }
    double wanted = walls(taper, WALL, s -> 50 * 20 + 22 * 20 + 180 * s + 4 * s * s);
    assertThat(Parts.volume(Parts.ok(tub(curves.toString(), taper, "", ""))))
        .isCloseTo(wanted, within(1e-5 * wanted));
  }

  /** Planes that are moved inwards cut the free walls off, whatever these are. */
  @ParameterizedTest
  @CsvSource({"e/end, 2, 0, 23", "e/start, 0.5, 0.5, 25"})
  void rimAndFloorShiftedInwards(String face, double by, double low, double high) {
    String shift =
        ",{'kind':'shift','id':'f','faces':[{'choose':'face','name':'"
            + face
            + "'}],'distance':'-"
            + by
            + " mm'}";
    PartState state = Parts.ok(tub(ELLIPSE, -1.5, "", "") + shift);
    double across = WALL / Math.cos(Math.toRadians(-1.5));
    double wanted =
        frustum(low, high, -1.5, 0, FreeShellTest::ellipse)
            - frustum(WALL, high, -1.5, -across, FreeShellTest::ellipse);
    assertThat(Parts.volume(state)).isCloseTo(wanted, within(1e-5 * wanted));
    assertThat(state.bodies().get("Tub").named().faceNames()).hasSize(5);
  }

  /** A bottom of its own thickness, and a tub without an opening. */
  @Test
  void anOwnBottomAndNoOpening() {
    String own = ",'own':[{'faces':[{'choose':'face','name':'e/start'}],'thickness':'3.5 mm'}]";
    double wanted = walls(-1.5, 3.5, FreeShellTest::ellipse);
    assertThat(Parts.volume(Parts.ok(tub(ELLIPSE, -1.5, "", own))))
        .isCloseTo(wanted, within(1e-5 * wanted));
    String closed = tub(ELLIPSE, 0, "", "").replace("{'choose':'face','name':'e/end'}", "");
    double hollow =
        frustum(0, HIGH, 0, 0, FreeShellTest::ellipse)
            - frustum(WALL, HIGH - WALL, 0, -WALL, FreeShellTest::ellipse);
    assertThat(Parts.volume(Parts.ok(closed))).isCloseTo(hollow, within(1e-5 * hollow));
  }

  /** The foot's round is taken off, the inside made, and rounded by the wall less. */
  @ParameterizedTest
  @CsvSource({"3, true", "1, false"})
  void withARoundedFoot(double radius, boolean isRoundInside) {
    String foot =
        ",{'kind':'round','id':'f','sets':[{'edges':[{'choose':'loop','face':{'choose':'face','name':'e/start'}}],'size':'"
            + radius
            + " mm'}]}";
    PartState state = Parts.ok(tub(ELLIPSE, -1.5, foot, ""));
    double sharp = walls(-1.5, WALL, FreeShellTest::ellipse);
    // Outside a spandrel less along the foot, inside one more of a radius smaller by the wall.
    double lean = Math.toRadians(90 + 1.5);
    double spandrel = 1 / Math.tan(lean / 2) - (Math.PI - lean) / 2;
    double inside = isRoundInside ? (radius - WALL) * (radius - WALL) : 0;
    double wanted = sharp - spandrel * FreeTaperTest.perimeter(30, 22) * (radius * radius - inside);
    assertThat(Parts.volume(state)).isCloseTo(wanted, within(0.15 * (sharp - wanted)));
    assertThat(
            state.bodies().get("Tub").named().faceNames().stream()
                .anyMatch(n -> n.toString().startsWith("h/inner(f/on(")))
        .isEqualTo(isRoundInside);
  }

  /** Where the inside would fold the wall is refused, and told how thick it may be. */
  @Test
  void tooThickAWall() {
    String message =
        Parts.build(tub(ELLIPSE, 0, "", "").replace("'2 mm'", "'19 mm'"))
            .steps()
            .getLast()
            .message();
    assertThat(message).contains("shell of 19 mm").contains("works up to");
    double up = Double.parseDouble(message.replaceAll(".*works up to ([0-9.]+) mm.*", "$1"));
    // The ellipse is most tightly bent at its ends: b^2 / a.
    assertThat(up).isBetween(15.9, 22.0 * 22 / 30);
  }

  /**
   * A chamfer at the foot for which the inside has no room: the inside is that of the sharp tub,
   * the outside less a wedge all round (Pappus: its middle runs round the ellipse's offset).
   */
  @ParameterizedTest
  @CsvSource({"-3, 1", "-1.5, 0.6"})
  void withAChamferNarrowerThanItsInsideWouldBe(double taper, double leg) {
    String foot =
        ",{'kind':'chamfer','id':'f','sets':[{'edges':[{'choose':'loop','face':{'choose':'face','name':'e/start'}}],'size':'"
            + leg
            + " mm'}]}";
    PartState state = Parts.ok(tub(ELLIPSE, taper, foot, ""));
    double lean = Math.toRadians(-taper);
    double wedge = leg * leg * Math.cos(lean) / 2;
    double wanted =
        walls(taper, WALL, FreeShellTest::ellipse) - wedge * FreeTaperTest.perimeter(30, 22);
    assertThat(Parts.volume(state)).isCloseTo(wanted, within(0.05 * wedge * 164));
    assertThat(state.bodies().get("Tub").named().faceNames().stream().map(FaceName::toString))
        .noneMatch(n -> n.startsWith("h/inner(f/"));
  }
}

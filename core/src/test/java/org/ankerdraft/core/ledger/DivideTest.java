package org.ankerdraft.core.ledger;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Locale;
import java.util.Random;
import org.ankerdraft.core.Parts;
import org.ankerdraft.core.part.PartJson;
import org.ankerdraft.core.part.Read;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.select.NamedShape;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Bodies divided in two, against the volumes of their parts by hand. */
class DivideTest {
  private static double volume(PartState state, String body) {
    return state.bodies().get(body).named().shape().mass().volumeMm3();
  }

  private static String divide(String more) {
    return ",{'kind':'divide','id':'d'" + (more.isEmpty() ? "" : "," + more) + "}";
  }

  @ParameterizedTest
  @CsvSource({"both, 9, 21", "front, 21, 0", "back, 9, 0"})
  void aBoxByALevelPlane(String keep, double below, double above) {
    String steps =
        Parts.box(20, 10, 30)
            + divide(
                "'plane':{'base':'XY','offset':'9 mm'},'newBody':'Foot','keep':'" + keep + "'");
    PartState state = Parts.ok(steps);
    if (keep.equals("both")) {
      assertThat(state.bodies().keySet()).containsExactly("Body", "Foot");
      assertThat(volume(state, "Body")).isCloseTo(200 * above, within(1e-6));
      assertThat(volume(state, "Foot")).isCloseTo(200 * below, within(1e-6));
    } else {
      assertThat(state.bodies().keySet()).containsExactly("Body");
      assertThat(volume(state, "Body")).isCloseTo(200 * Math.max(below, above), within(1e-6));
    }
    NamedShape body = state.bodies().get("Body").named();
    int cut = body.face(FaceName.of("d", "cut"));
    assertThat(body.topology().face(cut).areaMm2()).isCloseTo(200, within(1e-6));
    assertThat(body.topology().face(cut).normal().z())
        .isCloseTo(keep.equals("back") ? 1 : -1, within(1e-9));
  }

  /** The halves of a shelled, drafted tub at any height come together to the whole. */
  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3, 4, 5})
  void aTubByAnyPlaneKeepsItsVolume(long seed) {
    Random random = new Random(seed);
    String tub =
        "{'kind':'sketch','id':'s','curves':[{'curve':'rectangle','name':'r','width':'60 mm','height':'40 mm','rounding':'6 mm'}]},"
            + "{'kind':'extrude','id':'tub','sketch':'s','depth':'25 mm','taper':'-2 deg','body':'Tub'},"
            + "{'kind':'shell','id':'w','thickness':'2 mm','open':[{'choose':'face','name':'tub/end'}]}";
    double whole = Parts.volume(Parts.ok(tub));
    String base = random.nextBoolean() ? "XY" : "XZ";
    double offset = base.equals("XY") ? random.nextDouble(3, 22) : random.nextDouble(-15, 15);
    PartState state =
        Parts.ok(
            tub
                + divide(
                    String.format(
                        Locale.ROOT, "'plane':{'base':'%s','offset':'%.3f mm'}", base, offset)));
    assertThat(volume(state, "Tub") + volume(state, "d")).isCloseTo(whole, within(1e-6 * whole));
    assertThat(Math.min(volume(state, "Tub"), volume(state, "d"))).isGreaterThan(0.01 * whole);
  }

  /** A rod stands on the box's floor and is lower than it: its surface goes on. */
  @ParameterizedTest
  @ValueSource(strings = {"front", "back"})
  void aSurfaceGoesOnThroughTheBody(String keep) {
    String rod =
        ",{'kind':'sketch','id':'c','plane':{'base':'XY','offset':'-40 mm'},'curves':[{'curve':'circle','name':'k','diameter':'8 mm'}]},"
            + "{'kind':'extrude','id':'rod','sketch':'c','depth':'5 mm','body':'Rod'}";
    PartState state =
        Parts.ok(
            Parts.box(20, 10, 30)
                + rod
                + divide(
                    "'body':'Body','face':{'choose':'face','name':'rod/side:k'},'faceBody':'Rod','keep':'"
                        + keep
                        + "'"));
    double bore = Math.PI * 16 * 30;
    double wanted = keep.equals("front") ? 6000 - bore : bore;
    assertThat(volume(state, "Body")).isCloseTo(wanted, within(1e-6 * wanted));
    assertThat(volume(state, "Rod")).isCloseTo(Math.PI * 16 * 5, within(1e-6));
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "'plane':{'base':'XY','offset':'40 mm'} | not divided there",
        "'plane':{'base':'XY','offset':'30 mm'} | not divided there",
        "'plane':{'base':'XY','offset':'9 mm'},'newBody':'Body' | is there already",
        "'body':'Lid' | Lid"
      })
  void whatCannotBeDividedIsTold(String more, String words) {
    PartState state = Parts.build(Parts.box(20, 10, 30) + divide(more));
    assertThat(state.steps().getLast().message()).contains(words);
    assertThat(volume(state, "Body")).isCloseTo(6000, within(1e-6));
  }

  @Test
  void whatFollowsWorksOnEitherPart() {
    PartState state =
        Parts.ok(
            Parts.box(20, 10, 30)
                + divide("'plane':{'base':'XY','offset':'9 mm'},'newBody':'Foot'")
                + ",{'kind':'round','id':'e','body':'Foot','sets':[{'edges':[{'choose':'loop','face':{'choose':'face','name':'d/cut'}}],'size':'1 mm'}]}");
    assertThat(volume(state, "Foot")).isBetween(1700.0, 1799.0);
    assertThat(volume(state, "Body")).isCloseTo(4200, within(1e-6));
  }

  @Test
  void allOfItStandsInTheFile() {
    var part =
        Parts.part(
            Parts.box(1, 2, 3)
                + divide(
                    "'body':'Body','face':{'choose':'rounds','upTo':'2 mm'},'faceBody':'Body','keep':'back','newBody':'N'"));
    assertThat(PartJson.read(PartJson.write(part))).isEqualTo(new Read.Ok(part));
  }

  private static String byCurves(String curves, String more) {
    return ",{'kind':'sketch','id':'q','curves':[" + curves + "]}" + divide("'sketch':'q'" + more);
  }

  /** Left of a slanting line that ends within the body: it goes on straight. */
  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3, 4, 5, 6})
  void aBoxByALine(long seed) {
    Random random = new Random(seed);
    double x = random.nextDouble(-4, 4);
    double slope = random.nextDouble(-0.5, 0.5);
    String line = Parts.line("a", x - slope, -1, x + slope, 1);
    PartState state = Parts.ok(Parts.box(20, 10, 30) + byCurves(line, ",'newBody':'Rest'"));
    // The line passes the middle at x; left of its way up lies the side of smaller x.
    assertThat(volume(state, "Body")).isCloseTo((10 + x) * 10 * 30, within(1e-5));
    assertThat(volume(state, "Rest")).isCloseTo((10 - x) * 10 * 30, within(1e-5));
    NamedShape body = state.bodies().get("Body").named();
    assertThat(body.face(FaceName.ofPart("d", "cut", "a"))).isPositive();
  }

  /** However far a line goes beyond the body, and bends there, it is what it is within. */
  @ParameterizedTest
  @ValueSource(doubles = {12, 80, 3000})
  void aLineFarLongerThanTheBody(double reach) {
    String line =
        Parts.line("a", 2, -reach, 2, reach) + "," + Parts.line("b", 2, reach, 2 * reach, reach);
    PartState state = Parts.ok(Parts.box(20, 10, 30) + byCurves(line, ",'newBody':'Rest'"));
    assertThat(volume(state, "Body")).isCloseTo(12 * 10 * 30, within(1e-5));
    assertThat(volume(state, "Rest")).isCloseTo(8 * 10 * 30, within(1e-5));
  }

  /** A step from line to line, an arc on the way, and closed curves. */
  @Test
  void aBoxByBentLinesAndByClosedCurves() {
    String bent =
        Parts.line("a", -3, -8, -3, 0)
            + ","
            + Parts.line("b", -3, 0, 4, 0)
            + ","
            + Parts.line("c", 4, 0, 4, 8);
    PartState state = Parts.ok(Parts.box(20, 10, 30) + byCurves(bent, ",'keep':'front'"));
    assertThat(volume(state, "Body")).isCloseTo((7 * 5 + 14 * 5) * 30, within(1e-6));
    String arc =
        "{'curve':'arc','name':'a','from':['0 mm','-2 mm'],'through':['2 mm','0 mm'],'to':['0"
            + " mm','2 mm']}";
    // Its ends go on level to the left: what is left of its way lies between them.
    PartState round = Parts.ok(Parts.box(20, 10, 30) + byCurves(arc, ",'keep':'front'"));
    assertThat(volume(round, "Body")).isCloseTo((10 * 4 + Math.PI * 2) * 30, within(1e-6));
    PartState back = Parts.ok(Parts.box(20, 10, 30) + byCurves(arc, ",'keep':'back'"));
    assertThat(volume(back, "Body")).isCloseTo((200 - 10 * 4 - Math.PI * 2) * 30, within(1e-6));
    String circle = "{'curve':'circle','name':'k','diameter':'6 mm'}";
    PartState plug = Parts.ok(Parts.box(20, 10, 30) + byCurves(circle, ",'newBody':'Rest'"));
    assertThat(volume(plug, "Body")).isCloseTo(Math.PI * 9 * 30, within(1e-6));
    assertThat(volume(plug, "Rest")).isCloseTo((200 - Math.PI * 9) * 30, within(1e-6));
  }

  @Test
  void curvesThatDivideNothingAreTold() {
    assertThat(refused(Parts.line("a", -30, 20, 30, 20)))
        .contains("nothing of the body lies in front");
    assertThat(refused(Parts.line("a", -5, 0, 5, 0) + "," + Parts.line("b", -5, 3, 5, 3)))
        .contains("it has 2 lines");
  }

  private static String refused(String curves) {
    PartState state = Parts.build(Parts.box(20, 10, 30) + byCurves(curves, ""));
    assertThat(state.isOk()).isFalse();
    return state.steps().getLast().message();
  }
}

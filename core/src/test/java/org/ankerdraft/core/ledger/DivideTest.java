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
}

package org.ankerdraft.core.ledger;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Locale;
import org.ankerdraft.core.Parts;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Profiles turned about an axis, against the closed forms of solid geometry. */
class RevolveTest {

  private static String sketch(String curves) {
    return "{'kind':'sketch','id':'s','plane':{'base':'XZ'},'curves':[" + curves + "]}";
  }

  private static String turned(String more) {
    return ",{'kind':'revolve','id':'r'"
        + (more.contains("'sketch'") ? "" : ",'sketch':'s'")
        + more
        + "}";
  }

  private static String rectangle(double x, double y, double w, double h) {
    return String.format(
        Locale.ROOT,
        "{'curve':'rectangle','name':'q','corner':['%f mm','%f mm'],'width':'%f mm','height':'%f mm'}",
        x,
        y,
        w,
        h);
  }

  private static double volume(String steps) {
    return Parts.volume(Parts.ok(steps));
  }

  private static String message(String steps) {
    return Parts.build(steps).step("r").orElseThrow().message();
  }

  @ParameterizedTest
  @ValueSource(doubles = {360, 270, 90, 10, 0.5})
  void aTube(double deg) {
    double wanted = Math.PI * (15 * 15 - 10 * 10) * 20 * deg / 360;
    String angle = deg == 360 ? "" : ",'angle':'" + deg + " deg'";
    assertThat(volume(sketch(rectangle(10, 0, 5, 20)) + turned(angle)))
        .isCloseTo(wanted, within(1e-6 * wanted));
  }

  @Test
  void aRing() {
    double wanted = 2 * Math.PI * Math.PI * 20 * 4 * 4;
    assertThat(
            volume(
                sketch("{'curve':'circle','name':'k','centre':['20 mm','3 mm'],'diameter':'8 mm'}")
                    + turned("")))
        .isCloseTo(wanted, within(1e-6 * wanted));
  }

  /** With an edge on the axis: cylinder, cone and ball. */
  @Test
  void solidsOnTheAxis() {
    assertThat(volume(sketch(rectangle(0, 0, 12, 30)) + turned("")))
        .isCloseTo(Math.PI * 144 * 30, within(1e-3));
    String cone =
        Parts.line("a", 0, 0, 9, 0)
            + ","
            + Parts.line("b", 9, 0, 0, 21)
            + ","
            + Parts.line("c", 0, 21, 0, 0);
    assertThat(volume(sketch(cone) + turned(""))).isCloseTo(Math.PI * 81 * 7, within(1e-3));
    String ball =
        Parts.line("a", 0, -7, 0, 7)
            + ",{'curve':'arc','name':'b','from':['0 mm','7 mm'],'to':['0 mm','-7 mm'],'through':['7 mm','0 mm']}";
    assertThat(volume(sketch(ball) + turned(""))).isCloseTo(4.0 / 3 * Math.PI * 343, within(1e-3));
  }

  /** Half an ellipse on its axis: 4/3 pi a b b, where the axis is a line of the sketch itself. */
  @Test
  void anEllipsoidAboutALineOfTheSketch() {
    String half =
        "{'curve':'ellipse','name':'e','width':'30 mm','height':'14 mm','start':'0 deg','end':'180 deg'},"
            + Parts.line("base", -15, 0, 15, 0);
    double wanted = 4.0 / 3 * Math.PI * 15 * 49;
    assertThat(volume(sketch(half) + turned(",'axis':{'line':'base'}")))
        .isCloseTo(wanted, within(1e-5 * wanted));
  }

  /** A round groove in a rod, about the rod's own axis; names of what was born. */
  @Test
  void aGrooveAboutTheAxisOfAFace() {
    PartState state =
        Parts.ok(
            Parts.rod(20, 40)
                + ",{'kind':'sketch','id':'g','plane':{'base':'XZ'},'curves':["
                + rectangle(8, 15, 5, 6)
                + "]}"
                + turned(
                    ",'sketch':'g','axis':{'face':{'choose':'face','name':'rod/side:k'}},'use':'subtract'"));
    double wanted = Math.PI * (100 * 40 - (100 - 64) * 6);
    assertThat(Parts.volume(state)).isCloseTo(wanted, within(1e-6 * wanted));
    assertThat(
            state.bodies().values().iterator().next().named().faceNames().stream()
                .map(Object::toString))
        .contains("r/side:q.left", "r/side:q.bottom", "r/side:q.top");
  }

  /** Counter-clockwise, clockwise, or half to each side. */
  @ParameterizedTest
  @CsvSource({
    "'', 0, 10.6066",
    "',\"reversed\":true', -10.6066, 0",
    "',\"bothWays\":true', -5.7403, 5.7403"
  })
  void theWayItTurns(String more, double low, double high) {
    PartState state =
        Parts.ok(
            sketch(rectangle(5, 0, 10, 4)) + turned(",'angle':'45 deg'" + more.replace('"', '\'')));
    var mass = state.bodies().values().iterator().next().named().shape().mass();
    assertThat(mass.boxMin().y()).isCloseTo(low, within(1e-3));
    assertThat(mass.boxMax().y()).isCloseTo(high, within(1e-3));
  }

  @Test
  void whatCannotBeTurnedIsSaid() {
    assertThat(message(sketch(rectangle(-3, 0, 10, 4)) + turned("")))
        .contains("the axis crosses the profile, which reaches 3 mm beyond it")
        .contains("curve q.");
    assertThat(
            message(
                "{'kind':'sketch','id':'s','curves':["
                    + rectangle(3, 0, 10, 4)
                    + "]}"
                    + turned("")))
        .contains("leans out of it by 90 deg");
    assertThat(
            message(
                "{'kind':'sketch','id':'s','plane':{'base':'XZ','offset':'2 mm'},'curves':["
                    + rectangle(3, 0, 10, 4)
                    + "]}"
                    + turned("")))
        .contains("passes it at 2 mm");
    for (String angle : new String[] {"0 deg", "-20 deg", "400 deg"}) {
      assertThat(message(sketch(rectangle(3, 0, 10, 4)) + turned(",'angle':'" + angle + "'")))
          .contains("is not from 0 to 360 deg");
    }
    assertThat(message(sketch(rectangle(3, 0, 10, 4)) + turned(",'axis':{'line':'x1'}")))
        .contains("has no line named x1");
    assertThat(
            message(
                Parts.box(20, 20, 5)
                    + ","
                    + sketch(rectangle(3, 0, 10, 4)).replace("'id':'s'", "'id':'g'")
                    + turned(
                        ",'sketch':'g','axis':{'face':{'choose':'face','name':'box/end'}},'body':'B2'")))
        .contains("has no axis (plane)");
  }

  /** Two cones taken off a rod meet in a point on the axis: the profile only touches it. */
  @Test
  void touchingTheAxisAtAPoint() {
    String kite =
        Parts.line("a", 0, 0, 8, -5)
            + ","
            + Parts.line("b", 8, -5, 8, 5)
            + ","
            + Parts.line("c", 8, 5, 0, 0);
    double wanted = Math.PI * 64 * 10 * 2 / 3;
    assertThat(volume(sketch(kite) + turned(""))).isCloseTo(wanted, within(1e-6 * wanted));
  }

  /** On either side of the axis, whole and in part: area times the way of the middle (Pappus). */
  @ParameterizedTest
  @CsvSource({"30, 360", "-30, 360", "-30, 90", "30, 200", "-30, 200"})
  void onEitherSideOfTheAxis(double middle, double angle) {
    PartState state =
        Parts.ok(
            "{'kind':'sketch','id':'s','plane':{'base':'XZ'},'curves':[{'curve':'rectangle','name':'r','centre':['"
                + middle
                + " mm','0 mm'],'width':'20 mm','height':'10 mm'}]},{'kind':'revolve','id':'e','sketch':'s','angle':'"
                + angle
                + " deg','body':'Body'}");
    assertThat(Parts.volume(state))
        .isCloseTo(200 * 30 * Math.toRadians(angle), within(1e-8 * 40000));
  }
}

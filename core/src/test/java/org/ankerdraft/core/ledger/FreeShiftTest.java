package org.ankerdraft.core.ledger;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.stream.Stream;
import org.ankerdraft.core.Parts;
import org.ankerdraft.core.Seeds;
import org.ankerdraft.core.select.NamedShape;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;

/**
 * Plane ends of bodies with free walls, moved inwards: what is left is what a plane there leaves.
 * Moved back, it is the body as it was.
 */
class FreeShiftTest {
  private static final double HIGH = 30;

  private static String sketch(String id, double z, String curve) {
    return "{'kind':'sketch','id':'"
        + id
        + "','plane':{'base':'XY','offset':'"
        + z
        + " mm'},'curves':["
        + curve
        + "]}";
  }

  private static String loft(String below, String above) {
    return sketch("s", 0, below)
        + ","
        + sketch("s2", HIGH, above)
        + ",{'kind':'loft','id':'e','sketches':['s','s2'],'straight':true,'body':'Body'}";
  }

  private static String rectangle(double x, double y, double corner) {
    return "{'curve':'rectangle','name':'r','width':'"
        + x
        + " mm','height':'"
        + y
        + " mm','rounding':'"
        + corner
        + " mm'}";
  }

  private static final String CIRCLE = "{'curve':'circle','name':'r','diameter':'46 mm'}";
  private static final String ELLIPSE =
      "{'curve':'ellipse','name':'r','centre':['0 mm','0 mm'],'width':'80 mm','height':'52 mm'}";
  private static final String HOLLOW =
      ",{'kind':'shell','id':'w','thickness':'2 mm','open':[{'choose':'face','name':'e/end'}]}";

  static Stream<Arguments> bodies() {
    String toRound = loft(rectangle(70, 55, 6), CIRCLE);
    String toRounded = loft(rectangle(70, 55, 6), rectangle(60, 60, 9));
    String cup =
        sketch("s", 0, ELLIPSE)
            + ",{'kind':'extrude','id':'e','sketch':'s','depth':'30 mm','taper':'-4 deg','body':'Body'}";
    List<String> bodies =
        Stream.of(toRound, toRounded, cup).flatMap(body -> Stream.of(body, body + HOLLOW)).toList();
    List<Arguments> all =
        Stream.of(1.0, 4.5)
            .flatMap(mm -> bodies.stream().map(body -> Arguments.of(body, mm)))
            .toList();
    return Seeds.some(bodies.size() / 2, all);
  }

  private static String shift(String id, double mm) {
    return ",{'kind':'shift','id':'"
        + id
        + "','distance':'"
        + mm
        + " mm','faces':[{'choose':'face','name':'e/end'}]}";
  }

  private static NamedShape body(String steps) {
    return Parts.ok(steps).bodies().get("Body").named();
  }

  @Tag("seeded")
  @ParameterizedTest
  @MethodSource("bodies")
  void theEndIsWhereAPlaneWouldCut(String steps, double mm) {
    NamedShape whole = body(steps);
    NamedShape shifted = body(steps + shift("m", -mm));
    NamedShape cut =
        body(
            steps
                + ",{'kind':'divide','id':'d','plane':{'base':'XY','offset':'"
                + (HIGH - mm)
                + " mm'},'keep':'back','body':'Body'}");
    double wanted = cut.shape().mass().volumeMm3();
    assertThat(shifted.shape().mass().volumeMm3()).isCloseTo(wanted, within(1e-5 * wanted));
    assertThat(shifted.faceNames()).containsExactlyInAnyOrderElementsOf(whole.faceNames());
    double before = whole.shape().mass().volumeMm3();
    NamedShape back = body(steps + shift("m", -mm) + shift("n", mm));
    assertThat(back.shape().mass().volumeMm3()).isCloseTo(before, within(1e-5 * before));
    assertThat(List.copyOf(back.faceNames()))
        .containsExactlyInAnyOrderElementsOf(whole.faceNames());
  }
}

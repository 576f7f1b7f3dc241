package org.ankerdraft.core.ledger;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.ankerdraft.core.Parts;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Counterbored, countersunk and pointed holes, against cylinders, cones and frustums. */
class HolesTest {
  private static final double BLOCK = 80 * 60 * 20;

  private static String hole(String more) {
    return Parts.box(80, 60, 20)
        + ",{'kind':'hole','id':'h','plane':{'face':{'choose':'face','name':'box/end'}},'diameter':'6 mm',"
        + "'points':[{'id':'a','at':['-20 mm','0 mm']},{'id':'b','at':['15 mm','10 mm']}]"
        + more
        + "}";
  }

  private static double taken(String more) {
    return BLOCK - Parts.volume(Parts.ok(hole(more)));
  }

  private static double cylinder(double r, double h) {
    return Math.PI * r * r * h;
  }

  private static double frustum(double r, double s, double h) {
    return Math.PI * h / 3 * (r * r + r * s + s * s);
  }

  private static String message(String more) {
    return Parts.build(hole(more)).step("h").orElseThrow().message();
  }

  @Test
  void aCounterbore() {
    String bore = ",'mouth':'counterbore','mouthDiameter':'11 mm','mouthDepth':'6 mm'";
    assertThat(taken(bore)).isCloseTo(2 * (cylinder(5.5, 6) + cylinder(3, 14)), within(1e-3));
    assertThat(taken(bore + ",'depth':'15 mm'"))
        .isCloseTo(2 * (cylinder(5.5, 6) + cylinder(3, 9)), within(1e-3));
    assertThat(
            Parts.ok(hole(bore)).bodies().values().iterator().next().named().faceNames().stream()
                .map(Object::toString))
        .contains("h/mouth-wall:a", "h/shoulder:a", "h/wall:a", "h/wall:b");
  }

  /** The depth of a sink follows from its angle. */
  @ParameterizedTest
  @CsvSource({"'', 90", "',\"mouthAngle\":\"82 deg\"', 82", "',\"mouthAngle\":\"120 deg\"', 120"})
  void aCountersink(String more, double deg) {
    double down = (6 - 3) / Math.tan(Math.toRadians(deg / 2));
    assertThat(taken(",'mouth':'countersink','mouthDiameter':'12 mm'" + more.replace('"', '\'')))
        .isCloseTo(2 * (frustum(6, 3, down) + cylinder(3, 20 - down)), within(1e-3));
  }

  @Test
  void aPointedBottom() {
    double point = 3 / Math.tan(Math.toRadians(59));
    assertThat(taken(",'depth':'8 mm','tip':'118 deg'"))
        .isCloseTo(2 * (cylinder(3, 8) + cylinder(3, point) / 3), within(1e-3));
    // Right through there is no bottom.
    assertThat(taken(",'tip':'118 deg'")).isCloseTo(2 * cylinder(3, 20), within(1e-3));
  }

  /** A widened hole is repeated like any other. */
  @Test
  void aRowOfCountersunkHoles() {
    String steps =
        hole(",'mouth':'countersink','mouthDiameter':'10 mm'")
            + ",{'kind':'pattern','id':'p','steps':['h'],'axis':{'base':'Y'},'count':2,'spacing':'-18 mm'}";
    double one = frustum(5, 3, 2) + cylinder(3, 18);
    assertThat(BLOCK - Parts.volume(Parts.ok(steps))).isCloseTo(4 * one, within(1e-3));
  }

  @Test
  void whatIsNoMouthIsSaid() {
    assertThat(message(",'mouth':'counterbore','mouthDiameter':'5 mm','mouthDepth':'6 mm'"))
        .contains("the mouth diameter is 5 mm; it must be more than the hole's 6 mm");
    assertThat(message(",'mouth':'counterbore','mouthDiameter':'9 mm'"))
        .contains("the mouth depth is missing");
    assertThat(
            message(
                ",'mouth':'counterbore','mouthDiameter':'9 mm','mouthDepth':'7 mm','depth':'5 mm'"))
        .contains("counterbore is 7 mm deep, and the whole hole 5 mm");
    assertThat(message(",'mouth':'countersink','mouthDiameter':'9 mm','mouthAngle':'180 deg'"))
        .contains("must be between 0 and 180 deg");
  }

  /** Down to a leaning face within the part: the mean depth counts; to a cylinder, its slices. */
  @ParameterizedTest
  @CsvSource({"plain, 0", "counterbore, 113.09733552923255"})
  void aHoleEndsAtAFace(String mouth, double more) {
    // A channel with a leaning floor, open at the front, 30 high; the hole comes from above.
    String wedge =
        "{'kind':'sketch','id':'s','plane':{'base':'XZ'},'curves':["
            + Parts.line("a", -30, 0, 30, 0)
            + ","
            + Parts.line("b", 30, 0, 30, 30)
            + ","
            + Parts.line("c", 30, 30, -30, 30)
            + ","
            + Parts.line("d", -30, 30, -30, 0)
            + ","
            + Parts.line("e", -25, 8, 25, 13)
            + ","
            + Parts.line("f", 25, 13, 25, 6)
            + ","
            + Parts.line("g", 25, 6, -25, 6)
            + ","
            + Parts.line("h", -25, 6, -25, 8)
            + "]},{'kind':'extrude','id':'box','sketch':'s','extent':'symmetric','depth':'40"
            + " mm','body':'Body'}";
    String hole =
        ",{'kind':'hole','id':'b','plane':{'base':'XY','offset':'30 mm'},'diameter':'6 mm','mouth':'"
            + mouth
            + "'"
            + (mouth.equals("plain") ? "" : ",'mouthDiameter':'12 mm','mouthDepth':'4 mm'")
            + ",'to':{'choose':'face','name':'box/side:e'},'points':[{'id':'1','at':['-6 mm','0 mm']}]}";
    double lost = Parts.volume(Parts.ok(wedge)) - Parts.volume(Parts.ok(wedge + hole));
    double counterbore = mouth.equals("plain") ? 0 : Math.PI * (36 - 9) * 4;
    assertThat(counterbore).isCloseTo(more * 3, within(1e-6));
    assertThat(lost).isCloseTo(Math.PI * 9 * (30 - 9.9) + counterbore, within(1e-5));
    String beside = hole.replace("'-6 mm','0 mm'", "'60 mm','0 mm'");
    assertThat(Parts.build(wedge + beside).isOk()).isFalse();
  }

  /**
   * Holes that run into each other take what either takes; two circles share two segments (any
   * handbook of mathematics).
   */
  @ParameterizedTest
  @CsvSource({"5,'depth',12", "1,'depth',12", "5.9,'',20", "3,'',20"})
  void holesThatOverlap(double apart, String end, double depth) {
    double[] way = {apart * 0.6, apart * 0.8};
    String steps =
        Parts.box(80, 60, 20)
            + ",{'kind':'hole','id':'h','plane':{'face':{'choose':'face','name':'box/end'}},'diameter':'6 mm',"
            + "'points':[{'id':'a','at':['0 mm','0 mm']},{'id':'b','at':['%s mm','%s mm']},{'id':'far','at':['30 mm','0 mm']}]%s}"
                .formatted(way[0], way[1], end.isEmpty() ? "" : ",'depth':'" + depth + " mm'");
    PartState state = Parts.ok(steps);
    double both = 2 * 9 * Math.acos(apart / 6) - apart / 2 * Math.sqrt(36 - apart * apart);
    assertThat(BLOCK - Parts.volume(state))
        .isCloseTo((3 * Math.PI * 9 - both) * depth, within(1e-3));
    assertThat(
            state.bodies().values().iterator().next().named().faceNames().stream()
                .map(Object::toString))
        .contains("h/wall:a", "h/wall:b", "h/wall:far");
  }
}

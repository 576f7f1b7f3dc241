package org.ankerdraft.core.ledger;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Locale;
import java.util.Random;
import java.util.stream.LongStream;
import org.ankerdraft.core.Parts;
import org.ankerdraft.core.select.FaceName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Sweeps along lines, arcs, kinks and free curves, against Pappus and the torus. */
class SweepTest {
  private static final String ROD = "{'curve':'circle','name':'k','diameter':'4 mm'}";
  private static final double ROD_AREA = Math.PI * 4;

  /** A profile on the ground at the origin, and a path in the upright plane of x. */
  private static String sweep(String profile, String path, String more) {
    return "{'kind':'sketch','id':'s','curves':["
        + profile
        + "]},{'kind':'sketch','id':'p','plane':{'base':'XZ'},'curves':["
        + path
        + "]},{'kind':'sweep','id':'w','sketch':'s','path':'p','body':'B'"
        + more
        + "}";
  }

  /** From the origin upwards and over to +x: a part of a circle about (radius, 0). */
  private static String arc(double radius, double deg) {
    double a = Math.toRadians(deg);
    return String.format(
        Locale.ROOT,
        "{'curve':'arc','name':'a','from':['0','0'],'through':['%.9f mm','%.9f mm'],'to':['%.9f mm','%.9f mm']}",
        radius - radius * Math.cos(a / 2),
        radius * Math.sin(a / 2),
        radius - radius * Math.cos(a),
        radius * Math.sin(a));
  }

  private static double volume(String steps) {
    return Parts.volume(Parts.ok(steps));
  }

  private static String message(String steps) {
    return Parts.build(steps).steps().getLast().message();
  }

  @Test
  void alongALineItIsAnExtrusion() {
    assertThat(volume(sweep(ROD, Parts.line("l", 0, 0, 0, 25), "")))
        .isCloseTo(ROD_AREA * 25, within(1e-6));
  }

  /** Along an arc it is a piece of a torus (Pappus). */
  @ParameterizedTest
  @CsvSource({"10, 90", "10, 200", "30, 45"})
  void alongAnArcItIsAPieceOfATorus(double radius, double deg) {
    assertThat(volume(sweep(ROD, arc(radius, deg), "")))
        .isCloseTo(ROD_AREA * radius * Math.toRadians(deg), within(1e-4));
  }

  /** A profile beside its path: the way of its centroid counts. */
  @Test
  void besideAnArcTheCentroidsWayCounts() {
    String beside =
        "{'curve':'rectangle','name':'r','centre':['3 mm','0'],'width':'2 mm','height':'4 mm'}";
    assertThat(volume(sweep(beside, arc(20, 90), "")))
        .isCloseTo(8 * (20 - 3) * Math.PI / 2, within(1e-4));
  }

  @Test
  void aClosedPathMakesARing() {
    String ring = "{'curve':'circle','name':'c','centre':['-15 mm','0'],'diameter':'30 mm'}";
    assertThat(volume(sweep(ROD, ring, ""))).isCloseTo(ROD_AREA * 2 * Math.PI * 15, within(1e-3));
  }

  static LongStream seeds() {
    return LongStream.range(0, 12);
  }

  /** Kinks are mitred: a bar keeps its section and the length of its middle line. */
  @ParameterizedTest
  @MethodSource("seeds")
  void kinksAreMitred(long seed) {
    Random random = new Random(seed);
    int n = 2 + random.nextInt(3);
    StringBuilder path = new StringBuilder();
    double heading = Math.PI / 2;
    double x = 0;
    double y = 0;
    double length = 0;
    for (int i = 0; i < n; i++) {
      double piece = random.nextDouble(12, 25);
      double nextX = x + piece * Math.cos(heading);
      double nextY = y + piece * Math.sin(heading);
      path.append(i == 0 ? "" : ",").append(Parts.line("l" + i, x, y, nextX, nextY));
      x = nextX;
      y = nextY;
      length += piece;
      heading += Math.toRadians(random.nextDouble(-70, 70));
    }
    String bar = "{'curve':'rectangle','name':'r','width':'3 mm','height':'2 mm'}";
    assertThat(volume(sweep(bar, path.toString(), ""))).isCloseTo(6 * length, within(1e-4));
  }

  /** A pipe: what its bore sweeps is taken away; its faces are named after the curves. */
  @Test
  void aPipeWithABore() {
    String pipe = ROD + ",{'curve':'circle','name':'bore','diameter':'2 mm'}";
    PartState state = Parts.ok(sweep(pipe, Parts.line("l", 0, 0, 0, 10) + "," + shifted(), ""));
    assertThat(Parts.volume(state))
        .isCloseTo(Math.PI * (4 - 1) * (10 + 15 * Math.PI / 2), within(1e-3));
    List<String> names =
        state.bodies().get("B").named().faceNames().stream().map(FaceName::toString).toList();
    assertThat(names).contains("w/start", "w/end");
    assertThat(names)
        .anyMatch(n -> n.startsWith("w/side:k"))
        .anyMatch(n -> n.startsWith("w/side:bore"));
    assertThat(names).allMatch(n -> n.startsWith("w/"));
  }

  private static String shifted() {
    double half = 15 * Math.sqrt(0.5);
    return String.format(
        Locale.ROOT,
        "{'curve':'arc','name':'a','from':['0','10 mm'],'through':['%.9f mm','%.9f mm'],'to':['15 mm','25 mm']}",
        15 - half,
        10 + half);
  }

  /** Parallel to itself a profile fills area times height, whatever the way. */
  @ParameterizedTest
  @ValueSource(strings = {"true", "false"})
  void alongAFreeCurve(String parallel) {
    String path =
        "{'curve':'spline','name':'c','degree':3,'points':[['0','0'],['0','12 mm'],['10 mm','24 mm'],['10 mm','36 mm']]}";
    double volume = volume(sweep(ROD, path, ",'parallel':" + parallel));
    if (parallel.equals("true")) {
      assertThat(volume).isCloseTo(ROD_AREA * 36, within(0.05));
    } else {
      assertThat(volume).isBetween(ROD_AREA * 37, ROD_AREA * 39.5);
    }
  }

  /** Over the top of a half circle the profile would lie along its way. */
  @Test
  void aParallelProfileCannotTurnBack() {
    String over =
        "{'curve':'arc','name':'a','from':['0','0'],'to':['60 mm','0'],'centre':['30 mm','0'],'clockwise':true}";
    assertThat(message(sweep(ROD, over, ",'parallel':true")))
        .contains("the path turns back at (30")
        .contains("It works up to 47.1");
  }

  /** An open profile with a wall is a gutter. */
  @Test
  void aWallIsSweptToo() {
    String gutter = Parts.line("a", -5, 0, 5, 0) + "," + Parts.line("b", 5, 0, 5, 6);
    assertThat(
            volume(
                sweep(gutter, Parts.line("l", 0, 0, 0, 20), ",'wall':'1 mm','wallSide':'inside'")))
        .isCloseTo(20 * (16 - 1), within(1e-6));
  }

  /** A groove along an arc is cut into a plate. */
  @Test
  void asACutter() {
    String steps =
        "{'kind':'sketch','id':'q','plane':{'base':'XZ'},'curves':[{'curve':'rectangle','name':'r','corner':['-10 mm','0'],'width':'60 mm','height':'40 mm'}]},"
            + "{'kind':'extrude','id':'b','sketch':'q','depth':'20 mm','extent':'symmetric','body':'B'},"
            + sweep(ROD, arc(20, 90), ",'use':'subtract','targets':['B']")
                .replace("'body':'B',", "")
                .replace(",'body':'B'", "");
    assertThat(volume(steps)).isCloseTo(60 * 40 * 20 - ROD_AREA * 20 * Math.PI / 2, within(1e-3));
  }

  @Test
  void aTurnThatIsTooTightSaysWhereAndUpToWhatItWorks() {
    assertThat(message(sweep(ROD, arc(1.5, 90), "")))
        .contains("radius of 1.5 mm at a")
        .contains("reaches 2 mm")
        .contains("1.5 mm");
    assertThat(Parts.build(sweep(ROD, arc(2.2, 90), "")).isOk()).isTrue();
  }

  @Test
  void badPathsAreToldInWords() {
    assertThat(message(sweep(ROD, Parts.line("l", 0, 3, 0, 20), ""))).contains("3 mm away");
    assertThat(message(sweep(ROD, Parts.line("l", 0, 0, 20, 0), ""))).contains("along the plane");
    assertThat(
            message(
                sweep(ROD, Parts.line("l", 0, 0, 0, 9) + "," + Parts.line("m", 4, 0, 4, 9), "")))
        .contains("2 chains");
    assertThat(
            message(
                sweep(
                    ROD + ",{'curve':'circle','name':'m','centre':['9 mm','0'],'diameter':'4 mm'}",
                    Parts.line("l", 0, 0, 0, 9),
                    "")))
        .contains("2 areas");
    assertThat(message(sweep(ROD, Parts.line("l", 0, 0, 0, 9), "").replace(",'path':'p'", "")))
        .contains("needs the sketch along which");
  }

  /**
   * Arcs of which the last digits make the library's skin too coarse to be closed: area times the
   * way of the middle (Pappus).
   */
  @ParameterizedTest
  @CsvSource({"5.153, 20.18, 26.84, 39.232", "4.729, 18.521, 24.634, 36.007"})
  void alongAnArcThroughPoints(double x, double z, double toX, double toZ) {
    // The circle through the origin and two points: R = abc / (4 area).
    double a = Math.hypot(x, z);
    double b = Math.hypot(toX - x, toZ - z);
    double c = Math.hypot(toX, toZ);
    double radius = a * b * c / (2 * Math.abs(x * toZ - z * toX));
    double way = 2 * radius * (Math.asin(a / (2 * radius)) + Math.asin(b / (2 * radius)));
    PartState state =
        Parts.ok(
            String.format(
                Locale.ROOT,
                "{'kind':'sketch','id':'s','curves':[{'curve':'rectangle','name':'r','width':'20 mm','height':'14 mm','rounding':'3 mm'}]},"
                    + "{'kind':'sketch','id':'p','plane':{'base':'XZ'},'curves':[{'curve':'arc','name':'a','from':['0 mm','0 mm'],'through':['%.3f mm','%.3f mm'],'to':['%.3f mm','%.3f mm']}]},"
                    + "{'kind':'sweep','id':'e','sketch':'s','path':'p','body':'Duct'}",
                x,
                z,
                toX,
                toZ));
    double wanted = (280 - (4 - Math.PI) * 9) * way;
    assertThat(Parts.volume(state)).isCloseTo(wanted, within(1e-4 * wanted));
  }
}

package org.ankerdraft.core.ledger;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Locale;
import java.util.Random;
import org.ankerdraft.core.Parts;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.kernel.Topology.SurfaceKind;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Bosses and pockets against prismatoids and rings in closed form. */
class BossTest {
  private static final String BLOCK = Parts.box(80, 60, 12);

  /** Of a square of side 1 less its quarter disc: the area, and how far its centroid is from it. */
  private static final double SPANDREL = 1 - Math.PI / 4;

  private static final double SPANDREL_CENTROID = (10 - 3 * Math.PI) / (3 * (4 - Math.PI));

  private static String boss(double level, String curve, String more) {
    return String.format(
        Locale.ROOT,
        ",{'kind':'sketch','id':'p','plane':{'base':'XY','offset':'%.6f mm'},'curves':[%s]},"
            + "{'kind':'boss','id':'b','sketch':'p'%s}",
        level,
        curve,
        more);
  }

  private static String rectangle(double x, double y) {
    return "{'curve':'rectangle','name':'q','width':'" + x + " mm','height':'" + y + " mm'}";
  }

  private static String circle(double diameter) {
    return "{'curve':'circle','name':'k','diameter':'" + diameter + " mm'}";
  }

  private static double added(String base, String more) {
    return Parts.volume(Parts.ok(base + more)) - Parts.volume(Parts.ok(base));
  }

  private static void near(double value, double wanted) {
    assertThat(value).isCloseTo(wanted, within(1e-6 * Math.abs(wanted)));
  }

  /** A frustum over a rectangle, by integration of its cross-section. */
  private static double frustum(double x, double y, double height, double draftDeg) {
    double t = Math.tan(Math.toRadians(draftDeg));
    return x * y * height
        - (x + y) * t * height * height
        + 4.0 / 3 * t * t * height * height * height;
  }

  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3, 4, 5, 6, 7, 8})
  void aDraftedBossOrPocketIsAFrustum(long seed) {
    Random random = new Random(seed);
    double x = random.nextDouble(10, 40);
    double y = random.nextDouble(10, 40);
    double height = random.nextDouble(2, 10);
    double draft = seed == 1 ? 0 : random.nextDouble(0.5, 8);
    String more = ",'height':'" + height + " mm','draft':'" + draft + " deg'";
    near(added(BLOCK, boss(12, rectangle(x, y), more)), frustum(x, y, height, draft));
    String sunk = more + ",'sunk':true";
    near(added(BLOCK, boss(12, rectangle(x, y), sunk)), -frustum(x, y, height, draft));
  }

  /** A pocket takes what a boss of the same numbers adds; balls stand in all corners of its end. */
  @ParameterizedTest
  @CsvSource({"1, 0.5, 0.5", "1, 0.3, 0.3", "3, 0.8, 0.77"})
  void cornersAndEndOfOneRadius(double draft, double corner, double end) {
    String more =
        String.format(
            Locale.ROOT,
            ",'height':'6 mm','draft':'%.2f deg','cornerRound':'%.2f mm','endRound':'%.2f mm'",
            draft,
            corner,
            end);
    double won = added(BLOCK, boss(12, rectangle(14, 9), more));
    double lost = added(BLOCK, boss(12, rectangle(14, 9), more + ",'sunk':true"));
    near(lost, -won);
    String sharp = String.format(Locale.ROOT, ",'height':'6 mm','draft':'%.2f deg'", draft);
    assertThat(won).isLessThan(added(BLOCK, boss(12, rectangle(14, 9), sharp)));
    NamedShape shape =
        Parts.ok(BLOCK + boss(12, rectangle(14, 9), more)).bodies().get("Body").named();
    assertThat(shape.topology().faces())
        .filteredOn(f -> f.kind() == SurfaceKind.SPHERE)
        .hasSize(corner == end ? 4 : 0)
        .allSatisfy(f -> assertThat(f.radius()).isCloseTo(end, within(1e-6)));
  }

  /** All its rounds, by Pappus's rings: the end's is lost, the root's is won. */
  @ParameterizedTest
  @CsvSource({"1, 0", "0, 1.5", "1, 1.5", "2, 0.5"})
  void theRoundsOfARoundBossAreRings(double end, double root) {
    String more =
        ",'height':'8 mm'"
            + (end > 0 ? ",'endRound':'" + end + " mm'" : "")
            + (root > 0 ? ",'rootRound':'" + root + " mm'" : "");
    double lost = ring(10 - SPANDREL_CENTROID * end, end);
    double won = ring(10 + SPANDREL_CENTROID * root, root);
    double upright = Math.PI * 100 * 8;
    near(added(BLOCK, boss(12, circle(20), more)), upright - lost + won);
    double mouth = ring(10 + SPANDREL_CENTROID * root, root);
    near(added(BLOCK, boss(12, circle(20), more + ",'sunk':true")), -(upright - lost + mouth));
  }

  private static double ring(double radius, double round) {
    return 2 * Math.PI * radius * SPANDREL * round * round;
  }

  /** Upright corners that are rounded take the spandrel off each, all the way up. */
  @Test
  void cornersAreRounded() {
    String more = ",'height':'6 mm','cornerRound':'3 mm'";
    double wanted = (30 * 20 - 4 * SPANDREL * 9) * 6;
    near(added(BLOCK, boss(12, rectangle(30, 20), more)), wanted);
    near(added(BLOCK, boss(12, rectangle(30, 20), more + ",'sunk':true")), -wanted);
    NamedShape body =
        Parts.ok(BLOCK + boss(12, rectangle(30, 20), more)).bodies().get("Body").named();
    assertThat(body.face(FaceName.read("b/on(b/side:q.left|b/side:q.top)"))).isPositive();
    assertThat(body.face(FaceName.read("b/end"))).isPositive();
  }

  /** Draft and every round at once: sound, and no wider than without its root. */
  @ParameterizedTest
  @ValueSource(booleans = {false, true})
  void allAtOnce(boolean isSunk) {
    String more =
        ",'height':'8 mm','draft':'2 deg','cornerRound':'4 mm','endRound':'1 mm','rootRound':'1"
            + " mm','sunk':"
            + isSunk;
    NamedShape body =
        Parts.ok(BLOCK + boss(12, rectangle(40, 30), more)).bodies().get("Body").named();
    double change = Math.abs(body.shape().mass().volumeMm3() - 80 * 60 * 12);
    double bare = frustum(40, 30, 8, 2);
    assertThat(change).isBetween(0.95 * bare, 1.05 * bare).isNotCloseTo(bare, within(1.0));
    assertThat(body.faceNames().stream().filter(f -> f.isOf("b", null)).count())
        .as("four walls, four corners, the end, rounds along end and root")
        .isGreaterThanOrEqualTo(25);
  }

  /** Several areas, and one with an island, are raised or sunk in one step. */
  @ParameterizedTest
  @ValueSource(booleans = {false, true})
  void severalAreasAtOnce(boolean isSunk) {
    String two =
        "{'curve':'circle','name':'k','centre':['-20 mm','0 mm'],'diameter':'10 mm'},"
            + "{'curve':'circle','name':'i','centre':['-20 mm','0 mm'],'diameter':'4 mm'},"
            + "{'curve':'rectangle','name':'q','centre':['15 mm','0 mm'],'width':'20 mm','height':'12 mm'}";
    double wanted = (Math.PI * (25 - 4) + 240) * 5;
    String more = ",'height':'5 mm','sunk':" + isSunk;
    near(added(BLOCK, boss(12, two, more)), isSunk ? -wanted : wanted);
  }

  /** Over a leaning face the boss grows down to it, and where that rises it sinks in. */
  @ParameterizedTest
  @CsvSource({"-0.2, 0", "0.15, 0", "0.1, 3"})
  void itFollowsAFaceThatTilts(double slope, double draft) {
    double low = 12 - 40 * slope;
    double high = 12 + 40 * slope;
    String wedge =
        String.format(
            Locale.ROOT,
            "{'kind':'sketch','id':'s','plane':{'base':'XZ'},'curves':["
                + "%s,%s,%s,%s]},"
                + "{'kind':'extrude','id':'box','sketch':'s','extent':'symmetric','depth':'60 mm','body':'Body'}",
            Parts.line("a", -40, 0, 40, 0),
            Parts.line("b", 40, 0, 40, high),
            Parts.line("c", 40, high, -40, low),
            Parts.line("d", -40, low, -40, 0));
    String more = ",'height':'7 mm','draft':'" + draft + " deg'";
    double t = Math.tan(Math.toRadians(draft));
    // Where a wall meets the leaning face: x = +-(10 - t z) with z = slope x, in the middle plane.
    double added = added(wedge, boss(12, rectangle(20, 16), more));
    near(added, draft == 0 ? 20 * 16 * 7 : overSlope(20, 16, 7, slope, t));
  }

  /** By slices along z: each is a rectangle, cut where the leaning face passes through it. */
  private static double overSlope(double x, double y, double height, double slope, double t) {
    int n = 400_000;
    double from = -10 * Math.abs(slope) * 2;
    double step = (height - from) / n;
    double sum = 0;
    for (int i = 0; i < n; i++) {
      double z = from + (i + 0.5) * step;
      double half = x / 2 - t * z;
      double left = -half;
      double right = Math.min(half, z / slope);
      sum += Math.max(0, right - left) * (y - 2 * t * z) * step;
    }
    return sum;
  }

  /** A number before it lowers the face: the boss keeps its end, and grows down. */
  @Test
  void itGrowsDownWhenTheFaceSinks() {
    String more = ",'height':'5 mm'";
    near(added(Parts.box(80, 60, 9), boss(12, rectangle(20, 10), more)), 20 * 10 * 8);
    near(added(Parts.box(80, 60, 14), boss(12, rectangle(20, 10), more)), 20 * 10 * 3);
    String sunk = more + ",'sunk':true";
    near(added(Parts.box(80, 60, 14), boss(12, rectangle(20, 10), sunk)), -20 * 10 * 7);
    near(added(Parts.box(80, 60, 9), boss(12, rectangle(20, 10), sunk)), -20 * 10 * 2);
  }

  /** From the floor of a frame up to the underside of its leaning roof. */
  @Test
  void itEndsAtAFace() {
    String frame =
        "{'kind':'sketch','id':'s','plane':{'base':'XZ'},'curves':["
            + Parts.line("a", -40, 0, 40, 0)
            + ","
            + Parts.line("b", 40, 0, 40, 40)
            + ","
            + Parts.line("c", 40, 40, -40, 40)
            + ","
            + Parts.line("d", -40, 40, -40, 0)
            + ","
            + Parts.line("e", -35, 5, 35, 5)
            + ","
            + Parts.line("f", 35, 5, 35, 32)
            + ","
            + Parts.line("g", 35, 32, -35, 25)
            + ","
            + Parts.line("h", -35, 25, -35, 5)
            + "]},{'kind':'extrude','id':'box','sketch':'s','extent':'symmetric','depth':'30"
            + " mm','body':'Body'}";
    String more = ",'to':{'choose':'face','name':'box/side:g'}";
    near(added(frame, boss(5, rectangle(12, 10), more)), 12 * 10 * 23.5);
  }

  @Test
  void aPocketThroughTheWallIsRefused() {
    var state = Parts.build(BLOCK + boss(12, rectangle(20, 10), ",'height':'15 mm','sunk':true"));
    assertThat(state.isOk()).isFalse();
    assertThat(state.steps().getLast().message())
        .contains("pocket failed")
        .contains("no whole floor")
        .containsPattern("It works up to 11\\.9\\d* mm");
  }

  @Test
  void whatCannotBeIsToldInWords() {
    assertThat(message(boss(12, rectangle(100, 10), ",'height':'5 mm'")))
        .contains("does not lie below all of it");
    assertThat(message(boss(12, rectangle(20, 10), ",'height':'5 mm','draft':'50 deg'")))
        .contains("not under 45 deg");
    assertThat(message(boss(12, rectangle(20, 10), ",'height':'-5 mm'")))
        .contains("must be more than 0");
    assertThat(message(boss(12, rectangle(20, 10), ",'height':'5 mm','endRound':'6 mm'")))
        .contains("round at its end")
        .contains("It works up to");
    assertThat(message(boss(12, rectangle(4, 10), ",'height':'8 mm','draft':'20 deg'")))
        .contains("boss with a draft of 20 deg")
        .contains("It works up to");
  }

  private static String message(String more) {
    var state = Parts.build(BLOCK + more);
    assertThat(state.isOk()).isFalse();
    return state.steps().getLast().message();
  }
}

package org.ankerdraft.core.ledger;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Locale;
import java.util.Random;
import java.util.function.DoubleUnaryOperator;
import java.util.stream.LongStream;
import org.ankerdraft.core.Parts;
import org.ankerdraft.core.Seeds;
import org.ankerdraft.core.geometry.BSpline;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.kernel.Shape;
import org.ankerdraft.vectors.Vec3;
import org.ankerdraft.vectors.Xy;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;

/**
 * Tapers of profiles with free curves. The area within an offset by s is A + P s + pi s^2 for a
 * smooth closed curve and A + P s + s^2 sum tan(turn / 2) for a polygon (J. Steiner 1840, from
 * memory); so a frustum's volume is a third-degree formula, which three heights give exactly.
 */
class FreeTaperTest {
  private static final double DEPTH = 12;

  static String sketch(String curves) {
    return "{'kind':'sketch','id':'s','curves':[" + curves + "]}";
  }

  private static String extrude(double taper, String more) {
    return ",{'kind':'extrude','id':'e','sketch':'s','depth':'12 mm','taper':'"
        + taper
        + " deg'"
        + more
        + "}";
  }

  /** By the offset outwards at each height. */
  private static double volume(double taperDeg, DoubleUnaryOperator area) {
    double whole = -DEPTH * Math.tan(Math.toRadians(taperDeg));
    return DEPTH
        / 6
        * (area.applyAsDouble(0) + 4 * area.applyAsDouble(whole / 2) + area.applyAsDouble(whole));
  }

  private static double built(String steps) {
    return Parts.volume(Parts.ok(steps));
  }

  /** A straight line drawn as a spline: a wall over it is as good as plane. */
  static String straight(String name, double ax, double ay, double bx, double by) {
    StringBuilder points = new StringBuilder();
    for (double share : new double[] {0, 0.2, 0.45, 0.8, 1}) {
      points.append(points.isEmpty() ? "" : ",");
      points.append(
          String.format(
              Locale.ROOT,
              "['%.9f mm','%.9f mm']",
              ax + (bx - ax) * share,
              ay + (by - ay) * share));
    }
    return "{'curve':'spline','name':'" + name + "','degree':3,'points':[" + points + "]}";
  }

  /** Of an ellipse, by the trapezoid rule, which is exact to the last digits on periods. */
  static double perimeter(double a, double b) {
    double sum = 0;
    int n = 4000;
    for (int i = 0; i < n; i++) {
      double t = 2 * Math.PI * i / n;
      sum += 2 * Math.PI / n * Math.hypot(a * Math.sin(t), b * Math.cos(t));
    }
    return sum;
  }

  @ParameterizedTest
  @ValueSource(doubles = {0.5, 3, -3, 20, -20})
  void anEllipse(double taper) {
    double a = 20;
    double b = 12;
    double p = perimeter(a, b);
    double wanted = volume(taper, s -> Math.PI * a * b + p * s + Math.PI * s * s);
    String ellipse = "{'curve':'ellipse','name':'k','width':'40 mm','height':'24 mm'}";
    assertThat(built(sketch(ellipse) + extrude(taper, "")))
        .isCloseTo(wanted, within(1e-6 * wanted));
  }

  /** With bends to both sides, so that the wall leans in here and out there. */
  @ParameterizedTest
  @CsvSource({"3,2", "3,-2", "4,2", "5,-5"})
  void aClosedSpline(int degree, double taper) {
    List<Xy> poles =
        List.of(
            new Xy(24, 0),
            new Xy(16, 15),
            new Xy(2, 9),
            new Xy(-14, 18),
            new Xy(-24, 2),
            new Xy(-15, -12),
            new Xy(3, -6),
            new Xy(14, -14));
    BSpline spline = new BSpline(poles, degree, true);
    List<Xy> dense = spline.sampled(4000);
    double area = 0;
    double perimeter = 0;
    for (int i = 1; i < dense.size(); i++) {
      area += dense.get(i - 1).cross(dense.get(i)) / 2;
      perimeter += dense.get(i).distance(dense.get(i - 1));
    }
    double of = area;
    double p = perimeter;
    StringBuilder points = new StringBuilder();
    poles.forEach(q ->
        points
            .append(points.isEmpty() ? "" : ",")
            .append("['" + q.x() + " mm','" + q.y() + " mm']"));
    String curve =
        "{'curve':'spline','name':'q','degree':"
            + degree
            + ",'closed':true,'points':["
            + points
            + "]}";
    double wanted = volume(taper, s -> of + p * s + Math.PI * s * s);
    PartState state = Parts.ok(sketch(curve) + extrude(taper, ""));
    assertThat(Parts.volume(state)).isCloseTo(wanted, within(2e-6 * wanted));
    NamedShape body = state.bodies().get("e").named();
    assertThat(body.faceNames().stream().map(FaceName::toString))
        .containsExactlyInAnyOrder("e/start", "e/end", "e/side:q");
  }

  /** Outer and inner corners, between free curves and lines and between two free curves. */
  @ParameterizedTest
  @CsvSource({"2,1", "-2,1", "8,1", "-8,1", "2,0", "-8,0"})
  void anEllOfStraightSplines(double taper, int every) {
    double[][] at = {{0, 0}, {30, 0}, {30, 12}, {14, 12}, {14, 26}, {0, 26}};
    StringBuilder curves = new StringBuilder();
    for (int i = 0; i < 6; i++) {
      double[] from = at[i];
      double[] to = at[(i + 1) % 6];
      String name = "c" + i;
      curves.append(i == 0 ? "" : ",");
      curves.append(
          every == 0 || i % 2 == 0
              ? straight(name, from[0], from[1], to[0], to[1])
              : Parts.line(name, from[0], from[1], to[0], to[1]));
    }
    // Five corners turn by 90 deg to the left, one to the right.
    double wanted = volume(taper, s -> 30 * 12 + 14 * 14 + 112 * s + 4 * s * s);
    assertThat(built(sketch(curves.toString()) + extrude(taper, "")))
        .isCloseTo(wanted, within(1e-6 * wanted));
  }

  /** Half a disc, its arc drawn as half an ellipse of equal axes: a segment at each height. */
  @ParameterizedTest
  @ValueSource(doubles = {2, 10, -4})
  void halfADisc(double taper) {
    String half =
        "{'curve':'ellipse','name':'k','width':'30 mm','height':'30 mm','start':'0 deg','end':'180 deg'},"
            + Parts.line("l", -15, 0, 15, 0);
    double whole = 0;
    int n = 2000;
    for (int i = 0; i < n; i++) {
      double s = (i + 0.5) / n * DEPTH * Math.tan(Math.toRadians(taper));
      double r = 15 - s;
      double h = s / r;
      whole += DEPTH / n * (r * r * Math.acos(h) - s * r * Math.sqrt(1 - h * h));
    }
    assertThat(built(sketch(half) + extrude(taper, ""))).isCloseTo(whole, within(2e-6 * whole));
  }

  /** Free curves beside arcs that go on from them, and a round hole, which widens. */
  @ParameterizedTest
  @ValueSource(doubles = {3, -3})
  void withArcsAndAHole(double taper) {
    String slot =
        straight("a", -10, -8, 10, -8)
            + ",{'curve':'arc','name':'b','from':['10 mm','-8 mm'],'through':['18 mm','0 mm'],'to':['10 mm','8 mm']},"
            + straight("c", 10, 8, -10, 8)
            + ",{'curve':'arc','name':'d','from':['-10 mm','8 mm'],'through':['-18 mm','0 mm'],'to':['-10 mm','-8 mm']},"
            + "{'curve':'circle','name':'h','diameter':'6 mm'}";
    double wanted =
        volume(
            taper, s -> 40 * (8 + s) + Math.PI * (8 + s) * (8 + s) - Math.PI * (3 - s) * (3 - s));
    PartState state = Parts.ok(sketch(slot) + extrude(taper, ""));
    assertThat(Parts.volume(state)).isCloseTo(wanted, within(1e-6 * wanted));
    NamedShape body = state.bodies().get("e").named();
    assertThat(body.topology().face(body.face(FaceName.ofPart("e", "side", "h"))).kind())
        .isEqualTo(org.ankerdraft.kernel.Topology.SurfaceKind.CONE);
  }

  /**
   * Both ways from the sketch, each with its taper, and a pocket with a wall along a free curve.
   */
  @Test
  void bothWaysAndWalls() {
    String ellipse = "{'curve':'ellipse','name':'k','width':'40 mm','height':'24 mm'}";
    double both =
        built(
            sketch(ellipse)
                + extrude(2, ",'extent':'two sides','backDepth':'12 mm','backTaper':'-1 deg'"));
    double front = built(sketch(ellipse) + extrude(2, ""));
    double back = built(sketch(ellipse) + extrude(-1, ""));
    assertThat(both).isCloseTo(front + back, within(1e-6 * both));
    String wall =
        sketch(straight("w", -20, 0, 20, 0)) + extrude(1, ",'wall':'3 mm','wallSide':'centred'");
    double wanted = volume(1, s -> (40 + 2 * s) * (3 + 2 * s));
    assertThat(built(wall)).isCloseTo(wanted, within(1e-6 * wanted));
  }

  /** A boss on a free outline with all its rounds, and the pocket that fits it. */
  @Test
  void aBossOnAFreeOutline() {
    String ellipse = "{'curve':'ellipse','name':'k','width':'30 mm','height':'18 mm'}";
    String steps =
        Parts.box(80, 60, 10)
            + ",{'kind':'sketch','id':'b','plane':{'base':'XY','offset':'10 mm'},'curves':["
            + ellipse
            + "]},{'kind':'boss','id':'boss','sketch':'b','height':'6 mm','draft':'1 deg'";
    double bare = built(steps + "}");
    double rounded = built(steps + ",'rootRound':'0.5 mm','endRound':'1 mm'}");
    // Along the outline the root gains and the end loses a spandrel each.
    double spandrel = (1 - Math.PI / 4) * 76.5;
    assertThat(rounded - bare).isCloseTo(spandrel * (0.25 - 1), within(0.1 * spandrel));
    double pocket = built(steps + ",'sunk':true}");
    assertThat(48000 - pocket).isCloseTo(bare - 48000, within(1e-3));
  }

  /** A taper that closes a roof before the depth is reached is told. */
  @Test
  void aRoofIsTold() {
    String bar = "{'curve':'rectangle','name':'r','width':'40 mm','height':'4 mm'}";
    PartState state = Parts.ok(sketch(bar) + extrude(15, ""));
    assertThat(state.steps().getLast().strategy()).contains("closes before its depth");
    double high = 2 / Math.tan(Math.toRadians(15));
    // A ridge of 36 over a rectangle of 40 by 4: the wedge's formula, h b / 6 (2 a + ridge).
    double wanted = high * 4 / 6 * (2 * 40 + 36);
    assertThat(Parts.volume(state)).isCloseTo(wanted, within(1e-6 * wanted));
  }

  /** A wall that would fold is told with how far the taper can go. */
  @Test
  void whatFoldsIsRefused() {
    String tight =
        "{'curve':'spline','name':'q','degree':3,'closed':true,'points':[['20 mm','0 mm'],['20"
            + " mm','3 mm'],['-20 mm','3 mm'],['-20 mm','-3 mm'],['20 mm','-3 mm']]}";
    String message = Parts.build(sketch(tight) + extrude(12, "")).steps().getLast().message();
    assertThat(message).contains("e/side:q").contains("works up to");
    double up = Double.parseDouble(message.replaceAll(".*works up to ([0-9.]+) deg.*", "$1"));
    assertThat(up).isBetween(0.5, 12.0);
    assertThat(built(sketch(tight) + extrude(up, ""))).isPositive();
  }

  /** Every place of the wall leans by the taper, as measured on the finished body. */
  @Test
  void everyPlaceLeansAlike() {
    String half =
        "{'curve':'spline','name':'q','degree':3,'points':[['-20 mm','0 mm'],['-20 mm','15"
            + " mm'],['20 mm','18 mm'],['20 mm','0 mm']]},"
            + Parts.line("l", 20, 0, -20, 0);
    NamedShape body = Parts.ok(sketch(half) + extrude(2.5, "")).bodies().get("e").named();
    var ranges =
        Parts.KERNEL
            .draftRanges(
                body.shape(), new Vec3(0, 0, 1), 1e-6, org.ankerdraft.kernel.Budget.ofSeconds(20))
            .orThrow();
    int wall = body.face(FaceName.ofPart("e", "side", "q"));
    assertThat(Math.toDegrees(ranges.get(wall - 1).minRad())).isCloseTo(2.5, within(2e-3));
    assertThat(Math.toDegrees(ranges.get(wall - 1).maxRad())).isCloseTo(2.5, within(2e-3));
  }

  /** Chosen by rules, as walls of lines and arcs are; nothing of a tapered one is upright. */
  @ParameterizedTest
  @ValueSource(strings = {"'choose':'upright'", "'choose':'short of draft','angle':'2 deg'"})
  void rulesTakeUprightFreeWalls(String rule) {
    String ellipse = sketch("{'curve':'ellipse','name':'q','width':'60 mm','height':'44 mm'}");
    String draft = ",{'kind':'draft','id':'d','sets':[{'faces':[{" + rule + "}],'angle':'2 deg'}]}";
    assertThat(built(ellipse + extrude(0, "") + draft))
        .isCloseTo(built(ellipse + extrude(2, "")), within(1e-6));
    assertThat(
            Parts.build(ellipse + extrude(2, "") + draft.replace("'2 deg'}]}", "'3 deg'}]}"))
                .steps()
                .getLast()
                .message())
        .contains("describes no face");
  }

  static LongStream seeds() {
    return Seeds.apart(1, 20);
  }

  /**
   * Cut in two by a plane anyhow, through walls, floor and rounds: the volumes of the parts make up
   * the whole, and so do their centroids.
   */
  @Tag("seeded")
  @ParameterizedTest
  @MethodSource("seeds")
  void partsMakeUpTheWhole(long seed) {
    Random random = new Random(seed);
    String tub =
        sketch(
                "{'curve':'spline','name':'c','closed':true,'points':[['-20 mm','13.5 mm'],"
                    + "['0 mm','19.5 mm'],['19.5 mm','12.5 mm'],['23.5 mm','-1.5 mm'],"
                    + "['10 mm','-13.5 mm'],['-5 mm','-8.5 mm'],['-20 mm','-13.5 mm'],"
                    + "['-23.5 mm','1 mm']]}")
            + extrude(-2, ",'body':'Tub'")
            + ",{'kind':'round','id':'f','sets':[{'size':'3 mm','edges':[{'choose':'loop',"
            + "'face':{'choose':'face','name':'e/start'}}]}]}"
            + ",{'kind':'shell','id':'h','thickness':'1.6 mm',"
            + "'open':[{'choose':'face','name':'e/end'}]}";
    String lean =
        String.format(
            Locale.ROOT,
            ",{'kind':'plane','id':'p','way':'at angle','from':{'base':'YZ','offset':'%.3f mm'},"
                + "'about':{'base':'Z'},'angle':'%.3f deg'}",
            8 * random.nextDouble() - 4,
            60 * random.nextDouble() - 30);
    String cut =
        ",{'kind':'divide','id':'d','plane':{'of':'p'},'keep':'both','newBody':'Half',"
            + "'body':'Tub'}";
    Shape.Mass whole = mass(Parts.ok(tub), "Tub");
    PartState halves = Parts.ok(tub + lean + cut);
    Shape.Mass one = mass(halves, "Tub");
    Shape.Mass other = mass(halves, "Half");
    assertThat(one.volumeMm3() + other.volumeMm3())
        .isCloseTo(whole.volumeMm3(), within(1e-6 * whole.volumeMm3()));
    Vec3 moment =
        one.centroid().times(one.volumeMm3()).plus(other.centroid().times(other.volumeMm3()));
    assertThat(moment.times(1 / whole.volumeMm3()).distance(whole.centroid())).isLessThan(1e-5);
  }

  private static Shape.Mass mass(PartState state, String body) {
    return state.bodies().get(body).named().shape().mass();
  }
}

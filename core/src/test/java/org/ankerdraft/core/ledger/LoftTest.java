package org.ankerdraft.core.ledger;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Locale;
import java.util.Random;
import java.util.stream.LongStream;
import org.ankerdraft.core.Parts;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.vectors.Vec3;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Lofts against frusta, pyramids and prismatoids. */
class LoftTest {
  static String at(String id, double z, String curves) {
    return String.format(
        Locale.ROOT,
        "{'kind':'sketch','id':'%s','plane':{'base':'XY','offset':'%.6f mm'},'curves':[%s]},",
        id,
        z,
        curves);
  }

  static String rectangle(double w, double h) {
    return String.format(
        Locale.ROOT, "{'curve':'rectangle','name':'r','width':'%.9f mm','height':'%.9f mm'}", w, h);
  }

  private static String circle(double d) {
    return String.format(Locale.ROOT, "{'curve':'circle','name':'k','diameter':'%.9f mm'}", d);
  }

  private static final String POINT = "{'curve':'point','name':'tip','at':['0 mm','0 mm']}";

  private static String loft(String more, String... sketches) {
    return "{'kind':'loft','id':'l','body':'B','sketches':['"
        + String.join("','", sketches)
        + "']"
        + more
        + "}";
  }

  private static final String STRAIGHT = ",'straight':true";

  private static double volume(String steps) {
    return Parts.volume(Parts.ok(steps));
  }

  private static String message(String steps) {
    return Parts.build(steps).steps().getLast().message();
  }

  static LongStream seeds() {
    return LongStream.range(0, 12);
  }

  /** Between similar profiles a frustum: h/3 (A + B + sqrt(A B)). */
  @ParameterizedTest
  @MethodSource("seeds")
  void similarRectanglesMakeAFrustum(long seed) {
    Random r = new Random(seed);
    double w = r.nextDouble(10, 60);
    double h = r.nextDouble(10, 60);
    double k = r.nextDouble(0.3, 1.8);
    double high = r.nextDouble(5, 50);
    double a = w * h;
    double b = k * k * a;
    assertThat(
            volume(
                at("s", 0, rectangle(w, h))
                    + at("t", high, rectangle(k * w, k * h))
                    + loft(r.nextBoolean() ? STRAIGHT : "", "s", "t")))
        .isCloseTo(high / 3 * (a + b + Math.sqrt(a * b)), within(1e-6 * high * (a + b)));
  }

  @Test
  void circlesMakeACone() {
    double expected = Math.PI * 30 / 3 * (100 + 25 + 50);
    assertThat(volume(at("s", 0, circle(20)) + at("t", 30, circle(10)) + loft("", "s", "t")))
        .isCloseTo(expected, within(1e-4 * expected));
  }

  /**
   * Square to its ends the radius goes from one to the other as 3 t t - 2 t t t, with one end as t
   * t: turned bodies, integrated by hand.
   */
  @ParameterizedTest
  @CsvSource({"10, 4, 20", "5, 12, 15", "8, 7, 40"})
  void squareToTheEnds(double from, double to, double high) {
    String sections = at("s", 0, circle(2 * from)) + at("t", high, circle(2 * to));
    double d = to - from;
    double both = Math.PI * high * (from * from + from * d + 13.0 / 35 * d * d);
    double start = Math.PI * high * (from * from + 2.0 / 3 * from * d + d * d / 5);
    double end = Math.PI * high * (from * from + 4.0 / 3 * from * d + 8.0 / 15 * d * d);
    String square = ",'squareStart':%s,'squareEnd':%s";
    assertThat(volume(sections + loft(String.format(square, true, true), "s", "t")))
        .isCloseTo(both, within(1e-6 * both));
    assertThat(volume(sections + loft(String.format(square, true, false), "s", "t")))
        .isCloseTo(start, within(1e-6 * start));
    assertThat(volume(sections + loft(String.format(square, false, true), "s", "t")))
        .isCloseTo(end, within(1e-6 * end));
  }

  /** Profiles of other kinds, and more of them, with a hole: the proof measures the angles. */
  @Test
  void squareToTheEndsOfUnlikeProfiles() {
    String square = ",'squareStart':true,'squareEnd':true";
    String bottle =
        at("s", 0, rectangle(30, 20))
            + at("t", 25, circle(26))
            + at("u", 40, circle(14))
            + loft(square, "s", "t", "u");
    NamedShape body = Parts.ok(bottle).bodies().get("B").named();
    assertThat(body.faceNames()).contains(FaceName.read("l/start"), FaceName.read("l/end"));
    int start = body.face(FaceName.read("l/start"));
    assertThat(body.topology().edges().stream().filter(e -> e.faces().contains(start)))
        .hasSizeGreaterThanOrEqualTo(4)
        .allSatisfy(e -> assertThat(e.angleRad()).isCloseTo(Math.PI / 2, within(1e-6)));
    String tube =
        at("s", 0, circle(20) + ",{'curve':'circle','name':'i','diameter':'16 mm'}")
            + at("t", 20, circle(10) + ",{'curve':'circle','name':'i','diameter':'6 mm'}")
            + loft(square, "s", "t");
    double outer = 100 - 50 + 13.0 / 35 * 25;
    double inner = 64 - 40 + 13.0 / 35 * 25;
    assertThat(volume(tube))
        .isCloseTo(Math.PI * 20 * (outer - inner), within(1e-5 * Math.PI * 20 * outer));
  }

  @Test
  void aPointHasNoSquareEnd() {
    assertThat(
            message(
                at("s", 0, circle(20))
                    + at("t", 20, POINT)
                    + loft(",'squareStart':true", "s", "t")))
        .contains("a loft to a point goes as it comes");
  }

  /** To a point: a third of the prism. */
  @ParameterizedTest
  @ValueSource(strings = {"last", "first"})
  void toAPointItIsAPyramid(String where) {
    boolean last = where.equals("last");
    String steps =
        at("s", last ? 0 : 24, rectangle(30, 20))
            + at("t", last ? 24 : 0, POINT)
            + (last ? loft(STRAIGHT, "s", "t") : loft(STRAIGHT, "t", "s"));
    assertThat(volume(steps)).isCloseTo(30 * 20 * 24 / 3.0, within(1e-6));
  }

  /**
   * Rectangles of other proportions: a prismatoid, h/6 (A + 4 M + B) with the middle's sides means.
   */
  @ParameterizedTest
  @MethodSource("seeds")
  void prismatoids(long seed) {
    Random r = new Random(100 + seed);
    double[] v = r.doubles(4, 8, 50).toArray();
    double middle = (v[0] + v[2]) / 2 * (v[1] + v[3]) / 2;
    double high = r.nextDouble(10, 40);
    assertThat(
            volume(
                at("s", 0, rectangle(v[0], v[1]))
                    + at("t", high, rectangle(v[2], v[3]))
                    + loft(STRAIGHT, "s", "t")))
        .isCloseTo(high / 6 * (v[0] * v[1] + 4 * middle + v[2] * v[3]), within(1e-3));
  }

  /** Straight through three: two frusta on each other. */
  @Test
  void straightThroughThree() {
    double one = 10 / 3.0 * (400 + 100 + 200);
    double two = 15 / 3.0 * (100 + 225 + 150);
    PartState built =
        Parts.ok(
            at("s", 0, rectangle(20, 20))
                + at("t", 10, rectangle(10, 10))
                + at("u", 25, rectangle(15, 15))
                + loft(STRAIGHT, "s", "t", "u"));
    assertThat(Parts.volume(built)).isCloseTo(one + two, within(1e-5));
    NamedShape named = built.bodies().get("B").named();
    assertThat(named.topology().faces()).hasSize(10);
    assertThat(named.face(FaceName.read("l/side:r.left"))).isPositive();
    assertThat(named.face(FaceName.read("l/side:t.r.left"))).isPositive();
    assertThat(named.face(FaceName.read("l/start"))).isPositive();
    assertThat(named.face(FaceName.read("l/end"))).isPositive();
  }

  /** Smoothly through three: a turned parabola, whose section in the middle is the profile. */
  @Test
  void smoothlyThroughThree() {
    String sections = at("s", 0, circle(30)) + at("t", 20, circle(16)) + at("u", 40, circle(30));
    double straight = volume(sections + loft(STRAIGHT, "s", "t", "u"));
    PartState smooth = Parts.ok(sections + loft("", "s", "t", "u"));
    // The radius is a parabola, 8 + 7 u^2 with u from -1 to 1: pi times the integral of its square.
    double parabola = Math.PI * 20 * 2 * (64 + 2 * 8 * 7 / 3.0 + 49 / 5.0);
    assertThat(Parts.volume(smooth))
        .isLessThan(straight)
        .isCloseTo(parabola, within(1e-5 * parabola));
    PartState half =
        Parts.ok(
            sections
                + loft("", "s", "t", "u")
                + ",{'kind':'divide','id':'d','plane':{'base':'XY','offset':'20 mm'},'keep':'back'}");
    NamedShape named = half.bodies().get("B").named();
    double cut = named.topology().face(named.face(FaceName.read("d/cut"))).areaMm2();
    assertThat(cut).isCloseTo(Math.PI * 64, within(1e-3 * Math.PI * 64));
    assertThat(Parts.volume(half)).isCloseTo(Parts.volume(smooth) / 2, within(0.5));
  }

  /** A square into a circle; its volume lies between those of the inner and the outer frustum. */
  @Test
  void aSquareBecomesACircle() {
    PartState built =
        Parts.ok(at("s", 0, rectangle(20, 20)) + at("t", 25, circle(12)) + loft("", "s", "t"));
    double cone = Math.PI * 25 / 3 * (100 + 36 + 60);
    double block = 25 / 3.0 * (400 + 144 + 240);
    assertThat(Parts.volume(built)).isBetween(cone, block);
    NamedShape named = built.bodies().get("B").named();
    assertThat(named.faceNames()).anyMatch(n -> n.toString().startsWith("l/side:r."));
  }

  /** Profiles on planes that lean to each other. */
  @Test
  void profilesOnOtherPlanes() {
    String leaning =
        "{'kind':'plane','id':'p','way':'at angle','from':{'base':'XY'},'about':{'base':'Y'},'angle':'-60 deg'},"
            + "{'kind':'sketch','id':'t','plane':{'of':'p'},'curves':[{'curve':'rectangle','name':'r','corner':['-40 mm','-5 mm'],'width':'10 mm','height':'10 mm'}]},";
    String steps =
        "{'kind':'sketch','id':'s','curves':[{'curve':'rectangle','name':'r','corner':['-40 mm','-5 mm'],'width':'10 mm','height':'10 mm'}]},"
            + leaning
            + loft(STRAIGHT, "s", "t");
    // A wedge of the ring: the straight way between is what a chord cuts off.
    double chord = 100 * 35 * Math.sin(Math.toRadians(60));
    assertThat(volume(steps)).isCloseTo(chord, within(1e-3 * chord));
  }

  /** Holes go along: each with the nearest of the next profile, less what they take. */
  @ParameterizedTest
  @ValueSource(booleans = {true, false})
  void profilesWithHoles(boolean isStraight) {
    String holes =
        ",{'curve':'circle','name':'a','centre':['-%1$s mm','0 mm'],'diameter':'%2$s"
            + " mm'},{'curve':'circle','name':'b','centre':['%1$s mm','0 mm'],'diameter':'%3$s mm'}";
    String steps =
        at("s", 0, rectangle(40, 24) + holes.formatted("9", "8", "6"))
            + at("t", 15, rectangle(30, 18) + holes.formatted("7", "6", "3"))
            + loft(isStraight ? STRAIGHT : "", "s", "t");
    double outer = 15 / 3.0 * (960 + 540 + Math.sqrt(960 * 540));
    double taken = Math.PI * 15 / 12 * (64 + 48 + 36) + Math.PI * 15 / 12 * (36 + 18 + 9);
    assertThat(volume(steps)).isCloseTo(outer - taken, within(1e-4));
    String spire = at("s", 0, rectangle(40, 24) + "," + circle(8)) + at("t", 15, POINT);
    assertThat(volume(spire + loft(STRAIGHT, "s", "t")))
        .isCloseTo((960 - Math.PI * 16) * 5, within(1e-4));
  }

  @Test
  void asACutter() {
    String steps =
        Parts.box(40, 40, 30)
            + ","
            + at("a", 30, rectangle(20, 20))
            + at("b", 20, rectangle(10, 10))
            + "{'kind':'loft','id':'l','sketches':['a','b'],'straight':true,'use':'subtract','targets':['Body']}";
    assertThat(volume(steps)).isCloseTo(48000 - 10 / 3.0 * (400 + 100 + 200), within(1e-5));
  }

  private static final String AS_SURFACE = ",'use':'surface'";

  /**
   * Straight from a line to one that is turned: a saddle, its area by the integral of |du x dv|.
   */
  @Test
  void aSurfaceThroughLines() {
    String steps =
        at("s", 0, Parts.line("a", -10, 0, 10, 0))
            + at("t", 25, Parts.line("b", -10, 5, 10, -5))
            + loft(STRAIGHT + AS_SURFACE, "s", "t");
    double area = 0;
    int n = 400;
    for (int i = 0; i < n; i++) {
      for (int j = 0; j < n; j++) {
        double u = (i + 0.5) / n;
        double v = (j + 0.5) / n;
        Vec3 alongU = new Vec3(20, -10 * v, 0);
        Vec3 alongV = new Vec3(0, 5 - 10 * u, 25);
        area += alongU.cross(alongV).length() / n / n;
      }
    }
    PartState state = Parts.ok(steps);
    NamedShape surface = state.bodies().get("B").named();
    assertThat(surface.shape().isSurface()).isTrue();
    assertThat(surface.shape().mass().areaMm2()).isCloseTo(area, within(1e-5 * area));
    assertThat(surface.faceNames()).containsExactly(FaceName.ofPart("l", "side", "a"));
  }

  /** To a point a triangle; smoothly through three lines of one plane, all that lies between. */
  @Test
  void surfacesThroughLinesToAPointAndThroughThree() {
    String lines = Parts.line("a", -10, 0, 10, 0);
    PartState triangle =
        Parts.ok(at("s", 0, lines) + at("t", 30, POINT) + loft(STRAIGHT + AS_SURFACE, "s", "t"));
    assertThat(area(triangle)).isCloseTo(20 * 30 / 2.0, within(1e-6));
    PartState sheet =
        Parts.ok(
            at("s", 0, lines)
                + at("t", 8, lines)
                + at("u", 20, lines)
                + loft(AS_SURFACE, "s", "t", "u"));
    assertThat(area(sheet)).isCloseTo(20 * 20, within(1e-5));
  }

  private static double area(PartState state) {
    return state.bodies().get("B").named().shape().mass().areaMm2();
  }

  @Test
  void linesAndAreasDoNotMix() {
    String line = at("s", 0, Parts.line("a", -10, 0, 10, 0));
    assertThat(message(line + at("t", 9, circle(8)) + loft(AS_SURFACE, "s", "t")))
        .contains("sketch t encloses an area, and others hold lines");
    assertThat(
            message(
                line
                    + at("t", 9, Parts.line("b", -10, 0, 10, 3))
                    + loft(AS_SURFACE + ",'squareEnd':true", "s", "t")))
        .contains("goes as it comes");
  }

  @ParameterizedTest
  @CsvSource({
    "0, lie in one plane",
    "1, sketch t has 0 holes and sketch s 1",
    "2, at least two sketches"
  })
  void whatCannotBeLoftedIsSaid(int which, String words) {
    String bad =
        switch (which) {
          case 0 -> at("s", 0, rectangle(20, 20)) + at("t", 0, circle(8)) + loft("", "s", "t");
          case 1 ->
              at("s", 0, rectangle(20, 20) + "," + circle(8))
                  + at("t", 10, circle(8))
                  + loft("", "s", "t");
          default -> at("s", 0, rectangle(20, 20)) + loft("", "s");
        };
    assertThat(message(bad)).contains(words);
  }

  /**
   * An angle section of arms 4 thick about its middle, so and so large.
   *
   * @param parts of its long side, so that the numbers of curves differ
   */
  private static String angle(double k, int parts) {
    double[][] corners = {{-5, -5}, {5, -5}, {5, -1}, {-1, -1}, {-1, 5}, {-5, 5}};
    StringBuilder out = new StringBuilder();
    for (int i = 0; i < corners.length; i++) {
      double[] a = corners[i];
      double[] b = corners[(i + 1) % corners.length];
      int n = i == 0 ? parts : 1;
      for (int j = 0; j < n; j++) {
        out.append(out.isEmpty() ? "" : ",");
        out.append(
            Parts.line(
                "c" + i + "p" + j,
                k * (a[0] + (b[0] - a[0]) * j / n),
                k * (a[1] + (b[1] - a[1]) * j / n),
                k * (a[0] + (b[0] - a[0]) * (j + 1) / n),
                k * (a[1] + (b[1] - a[1]) * (j + 1) / n)));
      }
    }
    return out.toString();
  }

  /** Contours that turn inwards and have different numbers of curves: their corners answer. */
  @ParameterizedTest
  @CsvSource({"1, 0.6, 2, 1", "0.8, 1.3, 1, 3", "1, 2, 4, 2"})
  void similarAnglesMakeAFrustum(double k, double m, int parts, int otherParts) {
    double a = 64 * k * k;
    double b = 64 * m * m;
    assertThat(
            volume(
                at("a", 0, angle(k, parts))
                    + at("b", 25, angle(m, otherParts))
                    + loft(STRAIGHT, "a", "b")))
        .isCloseTo(25 / 3.0 * (a + b + Math.sqrt(a * b)), within(1e-6));
  }

  /**
   * From a rectangle to an angle within it; smoothly from there by way of an ellipse to a circle.
   */
  @Test
  void anglesToOtherProfiles() {
    String foot = at("a", 0, rectangle(10, 10));
    double wide = volume(foot + at("b", 25, angle(1, 1)) + loft(STRAIGHT, "a", "b"));
    assertThat(wide).isBetween(25 * 64.0, 25 * 100.0);
    String ellipse = "{'curve':'ellipse','name':'o','width':'14 mm','height':'9 mm'}";
    for (String going : new String[] {"", STRAIGHT, ",'squareStart':true"}) {
      assertThat(
              volume(
                  at("a", 0, angle(1, 1))
                      + at("b", 25, ellipse)
                      + at("c", 50, circle(10))
                      + loft(going, "a", "b", "c")))
          .isBetween(25 * 64.0, 50 * Math.PI * 7 * 7);
    }
  }

  /** A free contour that turns inwards, and others of more curves, whichever comes first. */
  @ParameterizedTest
  @ValueSource(strings = {"", ",'straight':true", ",'squareEnd':true"})
  void freeContoursThatTurnInwards(String going) {
    String bean =
        "{'curve':'spline','name':'f','closed':true,'points':[['-5 mm','3.4 mm'],['0 mm','4.9 mm'],['4.9 mm','3.1 mm'],['5.9 mm','-0.4 mm'],['2.5 mm','-3.4 mm'],['-1.2 mm','-2.1 mm'],['-5 mm','-3.4 mm'],['-5.9 mm','0.2 mm']]}";
    String six = "{'curve':'polygon','name':'p','sides':6,'diameter':'10 mm'}";
    double up = volume(at("a", 0, six) + at("b", 25, bean) + loft(going, "a", "b"));
    double down = volume(at("a", 0, six) + at("b", 25, bean) + loft(going, "b", "a"));
    assertThat(up).isBetween(25 * 55.0, 25 * 75.0);
    if (!going.contains("square")) {
      assertThat(down).isCloseTo(up, within(0.02 * up));
    }
  }
}

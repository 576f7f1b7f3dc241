package org.ankerdraft.core.ledger;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Random;
import java.util.stream.LongStream;
import org.ankerdraft.core.Parts;
import org.ankerdraft.core.select.FaceName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Walls along the curves of sketches, against areas by hand. */
class WallTest {
  private static final double T = 2;
  private static final double HIGH = 10;

  /** Lines through points given as x y x y ..., named l0, l1 ... */
  private static String lines(double... xy) {
    StringBuilder out = new StringBuilder();
    for (int i = 0; i + 3 < xy.length; i += 2) {
      out.append(i == 0 ? "" : ",")
          .append(Parts.line("l" + i / 2, xy[i], xy[i + 1], xy[i + 2], xy[i + 3]));
    }
    return out.toString();
  }

  private static String walled(String curves, String more) {
    return "{'kind':'sketch','id':'s','curves':["
        + curves
        + "]},{'kind':'extrude','id':'e','sketch':'s','depth':'10 mm','body':'B',"
        + more
        + "}";
  }

  private static String wall(String side, String corners) {
    return "'wall':'2 mm','wallSide':'" + side + "','wallCorners':'" + corners + "'";
  }

  private static double area(String curves, String more) {
    return Parts.volume(Parts.ok(walled(curves, more))) / HIGH;
  }

  private static String message(String steps) {
    return Parts.build(steps).steps().getLast().message();
  }

  /** Two lines of 30 and 20 mm with a right angle to the left between them. */
  @ParameterizedTest
  @CsvSource({
    "inside, mitred, -4", "inside, rounded, -4", "outside, mitred, 4",
    "outside, rounded, 3.14159265", "centred, mitred, 0", "centred, rounded, -0.21460184"
  })
  void aBentChain(String side, String corners, double corner) {
    assertThat(area(lines(0, 0, 30, 0, 30, 20), wall(side, corners)))
        .isCloseTo(T * 50 + corner, within(1e-6));
  }

  /** Whichever way it is drawn, inside is inside. */
  @Test
  void insideDoesNotDependOnTheWay() {
    assertThat(area(lines(30, 20, 30, 0, 0, 0), wall("inside", "mitred")))
        .isCloseTo(area(lines(0, 0, 30, 0, 30, 20), wall("inside", "mitred")), within(1e-9));
  }

  @Test
  void aRectangleBecomesAFrame() {
    String r = "{'curve':'rectangle','name':'r','width':'40 mm','height':'30 mm'}";
    assertThat(area(r, wall("inside", "mitred"))).isCloseTo(40 * 30 - 36 * 26, within(1e-6));
    assertThat(area(r, wall("outside", "mitred"))).isCloseTo(44 * 34 - 40 * 30, within(1e-6));
    assertThat(area(r, wall("outside", "rounded")))
        .isCloseTo(2 * 70 * T + Math.PI * T * T, within(1e-6));
  }

  @Test
  void aCircleBecomesATube() {
    String k = "{'curve':'circle','name':'k','diameter':'20 mm'}";
    assertThat(area(k, wall("inside", "mitred"))).isCloseTo(Math.PI * (100 - 64), within(1e-6));
    assertThat(area(k, wall("centred", "mitred"))).isCloseTo(Math.PI * (121 - 81), within(1e-6));
  }

  /** Of constant width about a smooth curve: its length times the width (Pappus). */
  @Test
  void aFreeCurve() {
    String c =
        "{'curve':'spline','name':'c','degree':3,'points':[['0','0'],['15 mm','12 mm'],['30 mm','-8 mm'],['45 mm','6 mm'],['60 mm','0']]}";
    double thin = area(c, "'wall':'0.5 mm','wallSide':'centred'");
    assertThat(area(c, "'wall':'2 mm','wallSide':'centred'")).isCloseTo(4 * thin, within(0.1));
    assertThat(thin).isBetween(0.5 * 60, 0.5 * 70);
  }

  static LongStream seeds() {
    return LongStream.range(0, 20);
  }

  /** A chain that turns by its corners: each adds or takes t² tan(turn / 2), or is an arc. */
  @ParameterizedTest
  @MethodSource("seeds")
  void randomChains(long seed) {
    Random random = new Random(seed);
    int n = 2 + random.nextInt(4);
    double[] xy = new double[2 * n + 2];
    double heading = 0;
    double length = 0;
    double corners = 0;
    for (int i = 0; i < n; i++) {
      double turn = i == 0 ? 0 : Math.toRadians(random.nextDouble(10, 40));
      heading += turn;
      double piece = random.nextDouble(15, 30);
      xy[2 * i + 2] = xy[2 * i] + piece * Math.cos(heading);
      xy[2 * i + 3] = xy[2 * i + 1] + piece * Math.sin(heading);
      length += piece;
      corners += Math.tan(turn / 2) * T * T;
    }
    assertThat(area(lines(xy), wall("inside", "mitred")))
        .isCloseTo(T * length - corners, within(1e-5));
    assertThat(area(lines(xy), wall("outside", "mitred")))
        .isCloseTo(T * length + corners, within(1e-5));
    assertThat(area(lines(xy), wall("outside", "rounded")))
        .isCloseTo(T * length + heading / 2 * T * T, within(1e-5));
  }

  /** A line turned about an axis beside it is a cone's wall (Pappus). */
  @ParameterizedTest
  @ValueSource(doubles = {360, 120})
  void aTurnedLineIsAConicalWall(double deg) {
    String steps =
        "{'kind':'sketch','id':'s','plane':{'base':'XZ'},'curves':["
            + lines(20, 0, 30, 40)
            + "]},{'kind':'revolve','id':'e','sketch':'s','angle':'"
            + deg
            + " deg','wall':'2 mm','wallSide':'centred'}";
    double area = T * Math.hypot(10, 40);
    assertThat(Parts.volume(Parts.ok(steps)))
        .isCloseTo(area * 25 * Math.toRadians(deg), within(1e-3));
  }

  @Test
  void aWallThatIsTooThickSaysUpToWhatItWorks() {
    String curves = lines(0, 0, 30, 0, 30, 8, 0, 8);
    String message = message(walled(curves, "'wall':'5 mm'"));
    assertThat(message).contains("a wall of 5 mm").contains("works");
    assertThat(Parts.build(walled(curves, "'wall':'3.99 mm'")).isOk()).isTrue();
    assertThat(Parts.build(walled(curves, "'wall':'4.01 mm'")).isOk()).isFalse();
  }

  @ParameterizedTest
  @ValueSource(strings = {"0 mm", "-2 mm"})
  void aWallHasAThickness(String thickness) {
    assertThat(message(walled(lines(0, 0, 30, 0), "'wall':'" + thickness + "'")))
        .contains("the wall");
  }

  @Test
  void anOpenChainWithoutAWallIsToldOfIt() {
    assertThat(
            message(
                "{'kind':'sketch','id':'s','curves':["
                    + lines(0, 0, 30, 0, 30, 20)
                    + "]},{'kind':'extrude','id':'e','sketch':'s','depth':'10 mm'}"))
        .contains("open")
        .contains("give it a wall");
  }

  /** A round on a face of the wall stays where it was when two lines become arcs. */
  @Test
  void linesSwappedForArcsOrphanNothing() {
    String round =
        ",{'kind':'round','id':'o','sets':[{'size':'0.5 mm','edges':[{'choose':'edge','name':'e/end|e/side:l1.left'}]}]}";
    String before = walled(lines(0, 0, 30, 0, 50, 20, 80, 20), wall("inside", "mitred")) + round;
    String after =
        walled(
                "{'curve':'arc','name':'l0','from':['0','0'],'through':['15 mm','-3 mm'],'to':['30 mm','0']},"
                    + "{'curve':'line','name':'l1','from':['30 mm','0'],'to':['50 mm','20 mm']},"
                    + "{'curve':'arc','name':'l2','from':['50 mm','20 mm'],'through':['65 mm','23 mm'],'to':['80 mm','20 mm']}",
                wall("inside", "mitred"))
            + round;
    for (String steps : List.of(before, after)) {
      PartState state = Parts.ok(steps);
      assertThat(state.bodies().get("B").named().faceNames())
          .extracting(FaceName::toString)
          .contains("e/side:l0.begin", "e/side:l2.finish", "e/side:l1.right")
          .anyMatch(n -> n.startsWith("o/"));
    }
  }

  /** Length of an ellipse of two half axes, by the mean over many places. */
  private static double girth(double a, double b) {
    double sum = 0;
    int n = 4000;
    for (int i = 0; i < n; i++) {
      double t = 2 * Math.PI * i / n;
      sum += Math.hypot(a * Math.sin(t), b * Math.cos(t));
    }
    return 2 * Math.PI * sum / n;
  }

  /**
   * An elliptical ring, by Steiner: perimeter times thickness, less or more pi times its square.
   */
  @ParameterizedTest
  @CsvSource({"inside, 30, 18, -1", "outside, 30, 18, 1", "centred, 12, 20, 0", "inside, 9, 8, -1"})
  void anEllipseBecomesARing(String side, double a, double b, int corner) {
    String ellipse =
        "{'curve':'ellipse','name':'o','width':'"
            + 2 * a
            + " mm','height':'"
            + 2 * b
            + " mm','turn':'20 deg'}";
    double wanted = T * girth(a, b) + corner * Math.PI * T * T;
    assertThat(area(ellipse, wall(side, "mitred"))).isCloseTo(wanted, within(2e-5 * wanted));
  }

  /** The tightest radius of an ellipse is b^2 / a, at the ends of its longer axis. */
  @Test
  void anEllipseTooTightForTheWallSaysWhereAndHowThick() {
    String ellipse = "{'curve':'ellipse','name':'o','width':'60 mm','height':'20 mm'}";
    assertThat(message(walled(ellipse, "'wall':'4 mm','wallSide':'inside'")))
        .contains("fold at (30.000")
        .contains("radius is 3.333")
        .contains("A wall of up to 3.33");
    assertThat(message(walled(ellipse, "'wall':'9 mm','wallSide':'centred'")))
        .contains("A wall of up to 6.66");
  }
}

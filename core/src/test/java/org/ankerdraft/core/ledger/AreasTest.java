package org.ankerdraft.core.ledger;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.stream.LongStream;
import org.ankerdraft.core.Parts;
import org.ankerdraft.core.expression.Evaluator;
import org.ankerdraft.core.form.ListForm;
import org.ankerdraft.core.geometry.Tolerance;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.sketch.AreaChoice;
import org.ankerdraft.core.sketch.ResolvedSketch;
import org.ankerdraft.core.sketch.edit.Areas;
import org.ankerdraft.vectors.Xy;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;

/** Areas of crossing and nested curves, against areas by hand. */
class AreasTest {
  private static final double HIGH = 10;

  /** Two circles of 10 mm, 10 mm apart. */
  private static final String CIRCLES = circle("a", 0, 0, 20) + "," + circle("b", 10, 0, 20);

  /** Of both of them: 2 r^2 (pi/3 - sqrt(3)/4). */
  private static final double LENS = 200 * (Math.PI / 3 - Math.sqrt(3) / 4);

  private static final double DISC = Math.PI * 100;

  private static String circle(String name, double x, double y, double diameter) {
    return "{'curve':'circle','name':'"
        + name
        + "','centre':['"
        + x
        + " mm','"
        + y
        + " mm'],'diameter':'"
        + diameter
        + " mm'}";
  }

  private static String sketch(String curves) {
    return "{'kind':'sketch','id':'s','curves':[" + curves + "]}";
  }

  private static Areas areas(String curves) throws Exception {
    ResolvedSketch s = Parts.ok(sketch(curves)).sketch("s").orElseThrow();
    return new Areas(s, Tolerance.MODEL.lengthMm());
  }

  private static String picked(Areas areas, double... xy) {
    List<AreaChoice> choices = new ArrayList<>();
    for (int i = 0; i < xy.length; i += 2) {
      choices.add(areas.at(new Xy(xy[i], xy[i + 1])).orElseThrow());
    }
    return ListForm.of(AreaChoice.FORM, "areas").write(choices).toString();
  }

  private static String extruded(String curves, String areas) {
    return sketch(curves)
        + ",{'kind':'extrude','id':'e','sketch':'s','depth':'10 mm','body':'B','areas':"
        + areas
        + "}";
  }

  /** Area of what is picked by points. */
  private static double area(String curves, double... xy) throws Exception {
    PartState built = Parts.ok(extruded(curves, picked(areas(curves), xy)));
    return built.bodies().values().stream()
            .mapToDouble(b -> b.named().shape().mass().volumeMm3())
            .sum()
        / HIGH;
  }

  @ParameterizedTest
  @CsvSource({"5, lens", "-5, lune", "15, lune"})
  void circlesThatOverlap(double x, String what) throws Exception {
    assertThat(area(CIRCLES, x, 0))
        .isCloseTo(what.equals("lens") ? LENS : DISC - LENS, within(1e-6));
  }

  @Test
  void areasBesideEachOtherBecomeOne() throws Exception {
    assertThat(area(CIRCLES, 5, 0, -5, 0)).isCloseTo(DISC, within(1e-6));
    assertThat(area(CIRCLES, 5, 0, -5, 0, 15, 0)).isCloseTo(2 * DISC - LENS, within(1e-6));
    PartState both = Parts.ok(extruded(CIRCLES, picked(areas(CIRCLES), 5, 0, -5, 0)));
    // The one circle whole again: a side, two ends.
    assertThat(both.bodies().get("B").named().topology().faces()).hasSize(3);
    assertThat(both.bodies().get("B").named().face(FaceName.read("e/side:a"))).isPositive();
  }

  /** Lunes touch in two points only: a body would touch itself along two lines. */
  @Test
  void lunesAreNotOneProfile() throws Exception {
    assertThat(refused(CIRCLES, -5, 0, 15, 0))
        .contains("the profile crosses or touches itself; areas that meet in a point only");
    assertThat(area(CIRCLES, -5, 0)).isCloseTo(area(CIRCLES, 15, 0), within(1e-6));
  }

  private static String refused(String curves, double... xy) throws Exception {
    return Parts.build(extruded(curves, picked(areas(curves), xy))).steps().getLast().message();
  }

  private static final String SQUARE =
      "{'curve':'rectangle','name':'r','width':'20 mm','height':'20 mm'}";

  /** A circle in a square touches all its sides: it parts four corners off. */
  @Test
  void anInscribedCirclePartsTheCornersOff() throws Exception {
    String curves = SQUARE + "," + circle("k", 0, 0, 20);
    assertThat(areas(curves).count()).isEqualTo(5);
    assertThat(area(curves, 9, 9)).isCloseTo((400 - DISC) / 4, within(1e-6));
    assertThat(refused(curves, 9, 9, -9, 9)).contains("the profile crosses or touches itself");
    assertThat(area(curves, 0, 0)).isCloseTo(DISC, within(1e-6));
    assertThat(area(curves, 9, 9, 0, 0, -9, -9)).isCloseTo((400 + DISC) / 2, within(1e-6));
    assertThat(area(curves, 9, 9, 9, -9, -9, 9, -9, -9, 0, 0)).isCloseTo(400, within(1e-6));
  }

  /** A circle in a triangle of sides 30, 40, 50 has the radius 10 (Euclid, Elements IV 4). */
  @Test
  void aCircleInATriangle() throws Exception {
    String curves =
        Parts.line("a", 0, 0, 40, 0)
            + ","
            + Parts.line("b", 40, 0, 0, 30)
            + ","
            + Parts.line("c", 0, 30, 0, 0)
            + ","
            + circle("k", 10, 10, 20);
    // At each corner the kite of the two tangents less a sector of the circle.
    assertThat(area(curves, 1, 1)).isCloseTo(100 - DISC / 4, within(1e-6));
    assertThat(area(curves, 35, 1))
        .isCloseTo(300 - 100 * (Math.PI - Math.atan2(3, 4)) / 2, within(1e-6));
    assertThat(area(curves, 1, 25))
        .isCloseTo(200 - 100 * (Math.PI - Math.atan2(4, 3)) / 2, within(1e-6));
  }

  /** Three equal circles that touch leave r^2 (sqrt(3) - pi / 2) between them. */
  @ParameterizedTest
  @CsvSource({"0", "0.4", "1.5707963267948966", "3.0", "4.5"})
  void threeCirclesThatTouchEnclose(double turn) throws Exception {
    List<String> circles = new ArrayList<>();
    for (int i = 0; i < 3; i++) {
      double angle = turn + i * 2 * Math.PI / 3;
      double away = 20 / Math.sqrt(3);
      circles.add(circle("k" + i, away * Math.cos(angle), away * Math.sin(angle), 20));
    }
    String curves = String.join(",", circles);
    assertThat(areas(curves).count()).isEqualTo(4);
    assertThat(area(curves, 0, 0)).isCloseTo(100 * (Math.sqrt(3) - Math.PI / 2), within(1e-6));
    double x = 20 / Math.sqrt(3) * Math.cos(turn);
    double y = 20 / Math.sqrt(3) * Math.sin(turn);
    assertThat(area(curves, x, y)).isCloseTo(DISC, within(1e-6));
    assertThat(area(curves, 0, 0, x, y))
        .isCloseTo(100 * (Math.sqrt(3) - Math.PI / 2) + DISC, within(1e-6));
  }

  /** Circles within each other that touch in one place, whichever is larger by how much. */
  @ParameterizedTest
  @CsvSource({"20, 10, 0", "20, 19, 1.1", "30, 4, 2.5", "20, 10, 3.141592653589793"})
  void aCircleThatTouchesAnotherFromWithin(double outer, double inner, double turn)
      throws Exception {
    double away = (outer - inner) / 2;
    String curves =
        circle("o", 0, 0, outer)
            + ","
            + circle("i", away * Math.cos(turn), away * Math.sin(turn), inner);
    assertThat(areas(curves).count()).isEqualTo(2);
    assertThat(area(curves, away * Math.cos(turn), away * Math.sin(turn)))
        .isCloseTo(Math.PI * inner * inner / 4, within(1e-6));
    double far = -(outer / 2 - 0.01);
    assertThat(
            area(
                curves,
                far * Math.cos(turn),
                far * Math.sin(turn),
                away * Math.cos(turn),
                away * Math.sin(turn)))
        .isCloseTo(Math.PI * outer * outer / 4, within(1e-6));
  }

  /** A line through a place where circles touch, and one that runs along an ellipse's end. */
  @Test
  void linesThatTouch() throws Exception {
    String belt =
        circle("a", 0, 0, 20)
            + ","
            + circle("b", 40, 0, 20)
            + ","
            + Parts.line("u", 0, 10, 40, 10)
            + ","
            + Parts.line("l", 0, -10, 40, -10);
    assertThat(area(belt, 20, 0)).isCloseTo(800 - DISC, within(1e-6));
    assertThat(area(belt, 20, 0, 0, 0, 40, 0)).isCloseTo(800 + DISC, within(1e-6));
    String through =
        circle("a", -10, 0, 20)
            + ","
            + circle("b", 10, 0, 20)
            + ","
            + Parts.line("t", 0, -30, 0, 30);
    assertThat(areas(through).count()).isEqualTo(2);
  }

  /**
   * Touching as far as numbers go: a little too near, so that the curves cross twice beside each
   * other, or a little apart.
   */
  @ParameterizedTest
  @CsvSource({"1e-13", "-1e-13", "1e-10", "-1e-10", "1e-7", "-1e-7", "4e-6", "-4e-6"})
  void touchingIsNotExact(double gap) throws Exception {
    String curves = SQUARE + "," + circle("k", 0, 0, 20 - 2 * gap);
    assertThat(areas(curves).count()).isEqualTo(5);
    assertThat(area(curves, 9, 9)).isCloseTo((400 - DISC) / 4, within(1e-3));
    assertThat(area(curves, 0, 0)).isCloseTo(DISC, within(1e-3));
  }

  @Test
  void nestedAreasAreChosenOneByOne() throws Exception {
    String nested =
        "{'curve':'rectangle','name':'r','width':'40 mm','height':'30 mm'},"
            + circle("k", 0, 0, 20)
            + ","
            + circle("i", 0, 0, 8);
    assertThat(area(nested, 18, 0)).isCloseTo(1200 - DISC, within(1e-6));
    assertThat(area(nested, 7, 0)).isCloseTo(DISC - 16 * Math.PI, within(1e-6));
    assertThat(area(nested, 0, 0)).isCloseTo(16 * Math.PI, within(1e-6));
    assertThat(area(nested, 18, 0, 7, 0)).isCloseTo(1200 - 16 * Math.PI, within(1e-6));
  }

  /** Lines that branch: without a choice the step says what to do. */
  @Test
  void branchesAskForAChoice() throws Exception {
    String curves =
        "{'curve':'rectangle','name':'r','width':'40 mm','height':'30 mm'},"
            + Parts.line("a", -20, -15, 20, 15)
            + ","
            + Parts.line("b", -20, 15, 20, -15)
            + ","
            + Parts.line("loose", 0, 0, 5, 0);
    PartState refused =
        Parts.build(sketch(curves) + ",{'kind':'extrude','id':'e','sketch':'s','depth':'10 mm'}");
    assertThat(refused.steps().getLast().message())
        .contains("more than two curves meet at")
        .contains("choose its areas");
    assertThat(areas(curves).count()).isEqualTo(4);
    assertThat(area(curves, 15, 1)).isCloseTo(300, within(1e-6));
    assertThat(area(curves, 15, 1, 0, 12)).isCloseTo(600, within(1e-6));
  }

  /**
   * A parabola as a spline of degree 2 and its chord at two thirds: 2/3 of the box, by Archimedes.
   */
  @Test
  void splinesAreSplitWhereTheyAreCrossed() throws Exception {
    String curves =
        "{'curve':'spline','name':'c','degree':'2','points':[['-10 mm','10 mm'],['0 mm','-10 mm'],['10 mm','10 mm']]},"
            + Parts.line("l", -20, 5, 20, 5);
    // y = x^2/10, so that the chord at 5 is 2 sqrt(50) long.
    assertThat(area(curves, 0, 2)).isCloseTo(2.0 / 3 * 5 * 2 * Math.sqrt(50), within(1e-4));
  }

  /** The same area when the numbers change, and its faces keep their names. */
  @ParameterizedTest
  @CsvSource({"18", "22", "26"})
  void aChoiceOutlivesNumbers(double diameter) throws Exception {
    String lens = picked(areas(CIRCLES), 5, 0);
    String other = circle("a", 0, 0, diameter) + "," + circle("b", 10, 0, diameter);
    PartState built = Parts.ok(extruded(other, lens));
    double r = diameter / 2;
    double half = Math.acos(5 / r);
    assertThat(built.bodies().get("B").volumeMm3())
        .isCloseTo(HIGH * r * r * (2 * half - Math.sin(2 * half)), within(1e-5));
    assertThat(built.bodies().get("B").named().face(FaceName.read("e/side:a"))).isPositive();
    assertThat(built.bodies().get("B").named().face(FaceName.read("e/side:b"))).isPositive();
  }

  @Test
  void anAreaThatIsGoneIsSaid() throws Exception {
    String lens = picked(areas(CIRCLES), 5, 0);
    String apart = circle("a", 0, 0, 20) + "," + circle("b", 40, 0, 20);
    assertThat(Parts.build(extruded(apart, lens)).steps().getLast().message())
        .contains("there is no area within a, b any more; choose it anew");
  }

  /** The two tips of an ellipse that looks out of a circle are bounded alike. */
  @Test
  void areasBoundedAlikeAreToldByAPoint() throws Exception {
    String sun =
        circle("a", 0, 0, 40)
            + ","
            + "{'curve':'ellipse','name':'e','width':'60 mm','height':'20 mm'}";
    assertThat(areas(sun).at(new Xy(25, 0)).orElseThrow().at()).isNotNull();
    assertThat(area(sun, 25, 0)).isCloseTo(area(sun, -25, 0), within(1e-5));
  }

  @Test
  void curvesOnEachOtherAreSaid() {
    String curves =
        "{'curve':'rectangle','name':'r','width':'40 mm','height':'30 mm'},"
            + Parts.line("twice", -20, -15, 20, -15);
    String any = "[{'left':['r.top'],'right':[]}]";
    assertThat(Parts.build(extruded(curves, any)).steps().getLast().message())
        .contains("lies on another curve");
  }

  static LongStream seeds() {
    return LongStream.range(0, 25);
  }

  /**
   * Circles at random: edges - nodes + pieces that hang together = areas (Euler), each point lies
   * in the area that its circles tell, and all areas together have the area of the union, by
   * counting points.
   */
  @ParameterizedTest
  @MethodSource("seeds")
  void randomCircles(long seed) throws Exception {
    Random random = new Random(seed);
    int n = 2 + random.nextInt(4);
    double[][] at = new double[n][];
    StringBuilder curves = new StringBuilder();
    for (int i = 0; i < n; i++) {
      at[i] =
          new double[] {
            random.nextDouble(-15, 15), random.nextDouble(-15, 15), random.nextDouble(4, 14)
          };
      curves.append(i == 0 ? "" : ",").append(circle("k" + i, at[i][0], at[i][1], 2 * at[i][2]));
    }
    Areas areas = areas(curves.toString());
    assertThat(areas.count()).isEqualTo(byEuler(at));
    Evaluator values = new Evaluator(Map.of());
    for (int i = 0; i < 200; i++) {
      Xy p = new Xy(random.nextDouble(-30, 30), random.nextDouble(-30, 30));
      boolean isInside = false;
      boolean isClear = true;
      for (double[] c : at) {
        double off = p.distance(new Xy(c[0], c[1])) - c[2];
        isInside |= off < 0;
        isClear &= Math.abs(off) > 0.3;
      }
      if (isClear) {
        var found = areas.at(p);
        // Outside of all circles there may still be an area between them.
        assertThat(found.isPresent() || !isInside).isTrue();
        if (found.isPresent()) {
          assertThat(areas.outlines(found.get(), values)).isNotEmpty();
        }
      }
    }
  }

  /**
   * Two nodes for each pair that crosses; a circle that is not crossed counts as one edge, one
   * node.
   */
  private static int byEuler(double[][] at) {
    int[] group = new int[at.length];
    int[] cuts = new int[at.length];
    int nodes = 0;
    for (int i = 0; i < at.length; i++) {
      group[i] = i;
    }
    for (int i = 0; i < at.length; i++) {
      for (int j = i + 1; j < at.length; j++) {
        double d = Math.hypot(at[i][0] - at[j][0], at[i][1] - at[j][1]);
        if (d < at[i][2] + at[j][2] && d > Math.abs(at[i][2] - at[j][2])) {
          nodes += 2;
          cuts[i] += 2;
          cuts[j] += 2;
          int from = group[j];
          int to = group[i];
          for (int k = 0; k < at.length; k++) {
            group[k] = group[k] == from ? to : group[k];
          }
        }
      }
    }
    int edges = 0;
    for (int c : cuts) {
      edges += Math.max(1, c);
      nodes += c == 0 ? 1 : 0;
    }
    int parts = (int) java.util.Arrays.stream(group).distinct().count();
    return edges - nodes + parts;
  }
}

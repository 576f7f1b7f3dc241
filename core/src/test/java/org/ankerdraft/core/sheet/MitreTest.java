package org.ankerdraft.core.sheet;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;
import static org.junit.jupiter.params.provider.Arguments.arguments;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Random;
import java.util.stream.LongStream;
import java.util.stream.Stream;
import org.ankerdraft.core.Parts;
import org.ankerdraft.core.Seeds;
import org.ankerdraft.core.ledger.PartState;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.kernel.Budget;
import org.ankerdraft.kernel.Topology;
import org.ankerdraft.vectors.Vec3;
import org.ankerdraft.vectors.Xy;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Flanges that meet at corners, at any angle; against trigonometry. */
class MitreTest {
  private static final double T = 2;
  private static final double R = 3;
  private static final double K = 0.44;
  private static final double LENGTH = 25;

  private static final String RECTANGLE =
      "{'curve':'rectangle','name':'r','width':'100 mm','height':'60 mm'}";
  private static final String HEXAGON =
      outline(50, 0, 25, 43.301, -25, 43.301, -50, 0, -25, -43.301, 25, -43.301);
  private static final String ELL = outline(0, 0, 100, 0, 100, 40, 50, 40, 50, 80, 0, 80);

  private static String outline(double... xy) {
    StringBuilder out = new StringBuilder();
    for (int i = 0; i < xy.length; i += 2) {
      out.append(out.isEmpty() ? "" : ",")
          .append(
              String.format(
                  Locale.ROOT,
                  "{'curve':'line','name':'l%d','from':['%s mm','%s mm'],'to':['%s mm','%s mm']}",
                  i / 2 + 1,
                  xy[i],
                  xy[i + 1],
                  xy[(i + 2) % xy.length],
                  xy[(i + 3) % xy.length]));
    }
    return out.toString();
  }

  private static PartState flanged(String outline, String edges, double angleDeg, String more) {
    return Parts.ok(
        SheetParts.part(
            T,
            R,
            SheetParts.k(K),
            "{'kind':'sketch','id':'s','curves':["
                + outline
                + "]},{'kind':'base','id':'b','sketch':'s','body':'P'},"
                + "{'kind':'flange','id':'f','seat':{'edges':["
                + edges
                + "]"
                + more
                + "},'length':'25 mm','angle':'"
                + angleDeg
                + " deg'}"));
  }

  private static PartState allRound(String outline, double angleDeg, String more) {
    return flanged(
        outline, "{'choose':'loop','face':{'choose':'face','name':'b/end'}}", angleDeg, more);
  }

  /** What a flange adds beyond the edge in the flat; its outside is flush with the edge. */
  private static double addedMm(double angleDeg) {
    double rad = Math.toRadians(angleDeg);
    double setback = (R + T) * Math.tan(Math.min(rad, Math.PI / 2) / 2);
    return rad * (R + K * T) + LENGTH - 2 * setback;
  }

  static Stream<Double> aRimOfFlangesBuildsAtAnyAngleCases() {
    return Seeds.some(2, List.of(54.0, 170.0, 5.0, 120.0));
  }

  @Tag("seeded")
  @ParameterizedTest
  @MethodSource("aRimOfFlangesBuildsAtAnyAngleCases")
  void aRimOfFlangesBuildsAtAnyAngle(double angleDeg) {
    FlatPattern flat = SheetParts.flat(allRound(RECTANGLE, angleDeg, ""));
    assertThat(flat.bends()).hasSize(4);
    assertThat(flat.strayContours()).isEmpty();
    assertThat(flat.widthMm()).isCloseTo(100 + 2 * addedMm(angleDeg), within(1e-5));
    assertThat(flat.heightMm()).isCloseTo(60 + 2 * addedMm(angleDeg), within(1e-5));
  }

  @ParameterizedTest
  @ValueSource(doubles = {5, 150})
  void aHexagonToo(double angleDeg) {
    FlatPattern flat = SheetParts.flat(allRound(HEXAGON, angleDeg, ""));
    assertThat(flat.bends()).hasSize(6);
    assertThat(flat.heightMm()).isCloseTo(2 * 43.301 + 2 * addedMm(angleDeg), within(1e-4));
  }

  static Stream<Arguments> neighboursStandApartByTheGapCases() {
    return Seeds.some(
        2,
        List.of(
            arguments(30, 0.3),
            arguments(120, 0.8),
            arguments(15, 0.5),
            arguments(45, 1),
            arguments(60, 0.5)));
  }

  /** The facing edges of two neighbours are parallel, as far apart as the gap. */
  @Tag("seeded")
  @ParameterizedTest
  @MethodSource("neighboursStandApartByTheGapCases")
  void neighboursStandApartByTheGap(double angleDeg, double gap) {
    NamedShape named =
        SheetParts.body(allRound(RECTANGLE, angleDeg, ",'gap':'" + gap + " mm'")).named();
    double nearest = Double.MAX_VALUE;
    List<Topology.Edge> bottom = mitred(named, "r.bottom");
    List<Topology.Edge> right = mitred(named, "r.right");
    assertThat(bottom).isNotEmpty();
    for (Topology.Edge a : bottom) {
      for (Topology.Edge b : right) {
        if (a.direction().cross(b.direction()).length() < 1e-6) {
          Vec3 between = b.mid().minus(a.mid());
          double along = between.dot(a.direction());
          nearest = Math.min(nearest, between.minus(a.direction().times(along)).length());
        }
      }
    }
    assertThat(nearest).isCloseTo(gap, within(1e-6));
  }

  static Stream<Arguments> shallowBendsKeepToTheMitreCases() {
    return Seeds.some(1, List.of(arguments(8, 0.5), arguments(54, 1), arguments(30, 0.4)));
  }

  /**
   * At the corner of a rectangle the plane of the mitre halves the right angle: where a strip comes
   * nearest to it, all through bend and wall, half the gap is left.
   */
  @Tag("seeded")
  @ParameterizedTest
  @MethodSource("shallowBendsKeepToTheMitreCases")
  void shallowBendsKeepToTheMitre(double angleDeg, double gap) {
    NamedShape named =
        SheetParts.body(allRound(RECTANGLE, angleDeg, ",'gap':'" + gap + " mm'")).named();
    Vec3 across = new Vec3(1, 1, 0).unit();
    for (String side : List.of("r.bottom", "r.right")) {
      double sign = side.equals("r.bottom") ? -1 : 1;
      List<Integer> curves = bentMitres(named, side);
      assertThat(curves).hasSizeGreaterThanOrEqualTo(2);
      List<List<Vec3>> lines =
          Parts.KERNEL.curvePoints(named.shape(), curves, 1e-4, Budget.ofSeconds(30)).orThrow();
      double nearest = Double.MAX_VALUE;
      for (List<Vec3> line : lines) {
        double[] off =
            line.stream()
                .mapToDouble(p -> sign * p.minus(new Vec3(50, -30, 0)).dot(across))
                .toArray();
        assertThat(Arrays.stream(off).min().orElseThrow()).isGreaterThan(gap / 2 - 1e-5);
        double farthest = Arrays.stream(off).max().orElseThrow();
        nearest = Math.min(nearest, farthest);
      }
      // One of the two sides of the sheet runs along the plane, from end to end.
      assertThat(nearest).isCloseTo(gap / 2, within(1e-5));
    }
  }

  /** Curved edges of the cut at which a flange ends at the corner right at the bottom. */
  private static List<Integer> bentMitres(NamedShape named, String side) {
    List<Integer> out = new ArrayList<>();
    for (int i = 1; i <= named.topology().edges().size(); i++) {
      Topology.Edge e = named.topology().edge(i);
      boolean isThere = e.mid().distance(new Vec3(50, -30, 0)) < 15;
      if (isThere
          && e.kind() != Topology.CurveKind.LINE
          && e.faces().stream()
              .map(f -> named.faceName(f).toString())
              .anyMatch(n -> n.startsWith("f/mitre") && n.contains(side))) {
        out.add(i);
      }
    }
    return out;
  }

  /** Straight edges of the cut at which the flange on one side ends. */
  private static List<Topology.Edge> mitred(NamedShape named, String side) {
    return named.topology().edges().stream()
        .filter(e -> e.kind() == Topology.CurveKind.LINE)
        .filter(e ->
            e.faces().stream()
                .map(f -> named.faceName(f).toString())
                .anyMatch(n -> n.startsWith("f/mitre") && n.contains(side)))
        .toList();
  }

  /** The relief goes past the corner into the wall that stands beside the edge. */
  @ParameterizedTest
  @CsvSource({"l3, 90", "l4, 90", "l3, 30", "l4, 135"})
  void aFlangeBesideAReentrantCornerKeepsOffTheWall(String edge, double angleDeg) {
    PartState state =
        flanged(ELL, "{'choose':'edge','name':'b/end|b/side:" + edge + "'}", angleDeg, "");
    FlatPattern flat = SheetParts.flat(state);
    double length = edge.equals("l3") ? 50 : 40;
    assertThat(flat.bends()).hasSize(1);
    assertThat(flat.bends().getFirst().lengthMm()).isCloseTo(length - 0.5, within(1e-6));
    // By the rule it is as wide as the sheet is thick, and past the bend by half the thickness.
    double rad = Math.toRadians(angleDeg);
    double setback = (R + T) * Math.tan(Math.min(rad, Math.PI / 2) / 2);
    double relief = T * (setback + Math.max(T / 2, T + R - setback));
    assertThat(flat.areaMm2())
        .isCloseTo(100 * 40 + 50 * 40 + (length - 0.5) * addedMm(angleDeg) - relief, within(1e-3));
  }

  static Stream<Double> anEllWithFlangesAllRoundBuildsCases() {
    return Seeds.some(1, List.of(44.0, 15.0, 120.0));
  }

  @Tag("seeded")
  @ParameterizedTest
  @MethodSource("anEllWithFlangesAllRoundBuildsCases")
  void anEllWithFlangesAllRoundBuilds(double angleDeg) {
    FlatPattern flat = SheetParts.flat(allRound(ELL, angleDeg, ""));
    assertThat(flat.bends()).hasSize(6);
    assertThat(new FlatArea(flat, 0.005).overlap()).isEmpty();
    assertThat(new FlatArea(flat, 0.005).closingGaps(0.2)).isEmpty();
    assertThat(flat.widthMm()).isCloseTo(100 + 2 * addedMm(angleDeg), within(1e-5));
    assertThat(flat.heightMm()).isCloseTo(80 + 2 * addedMm(angleDeg), within(1e-5));
  }

  /** A base with an inside corner, and two flanges at it in the order and with the angles given. */
  private static PartState twoSteps(
      String first, double firstDeg, String second, double secondDeg) {
    String steps = "";
    for (boolean isFirst : new boolean[] {true, false}) {
      steps +=
          String.format(
              Locale.ROOT,
              ",{'kind':'flange','id':'%s','seat':{'edges':[{'choose':'edge','name':'b/end|b/side:%s'}]},'length':'25 mm','angle':'%f deg'}",
              isFirst ? "f" : "g",
              isFirst ? first : second,
              isFirst ? firstDeg : secondDeg);
    }
    return Parts.ok(
        SheetParts.part(
            T,
            R,
            SheetParts.k(K),
            "{'kind':'sketch','id':'s','curves':["
                + ELL
                + "]},{'kind':'base','id':'b','sketch':'s','body':'P'}"
                + steps));
  }

  /** The later flange trims the earlier one: neither lies over the other, folded or flat. */
  @ParameterizedTest
  @CsvSource({
    "l3, 90, l4, 90",
    "l4, 90, l3, 90",
    "l3, 45, l4, 45",
    "l3, 20, l4, 20",
    "l3, 30, l4, 30",
    "l4, 25, l3, 25",
    "l3, 120, l4, 120",
    "l4, 150, l3, 150",
    "l3, 90, l4, 60",
    "l4, 120, l3, 90"
  })
  void flangesOfTwoStepsShareAnInsideCorner(
      String first, double firstDeg, String second, double secondDeg) {
    FlatPattern flat = SheetParts.flat(twoSteps(first, firstDeg, second, secondDeg));
    assertThat(flat.bends()).hasSize(2);
    assertThat(new FlatArea(flat, 0.005).overlap()).isEmpty();
    assertThat(flat.strayContours()).isEmpty();
    // Their walls end half the gap beside the line that halves the corner, out to the nearer end.
    double reach = Math.min(addedMm(firstDeg), addedMm(secondDeg));
    double left = Double.MAX_VALUE;
    double right = Double.MAX_VALUE;
    List<Xy> outline = flat.outline().points(0.005);
    for (int i = 0; i < 50 * outline.size(); i++) {
      Xy from = outline.get(i / 50);
      Xy way = outline.get((i / 50 + 1) % outline.size()).minus(from);
      Xy q = from.plus(way.times(i % 50 / 50.0)).minus(new Xy(50, 40));
      boolean isAtCorner = q.x() > 8 && q.y() > 8 && Math.max(q.x(), q.y()) < reach - 1;
      double beside = (q.x() - q.y()) / Math.sqrt(2);
      if (isAtCorner && beside < 0) {
        left = Math.min(left, -beside);
      } else if (isAtCorner) {
        right = Math.min(right, beside);
      }
    }
    // Shallow bends keep a little more: folded, their far sides come nearer than in the flat.
    assertThat(left).isBetween(0.25 - 1e-6, 0.6);
    assertThat(right).isBetween(0.25 - 1e-6, 0.6);
  }

  /** What two steps give is what one step with both edges gives. */
  @ParameterizedTest
  @ValueSource(doubles = {30, 120})
  void oneStepOrTwoTakeTheSameSheet(double angleDeg) {
    FlatPattern two = SheetParts.flat(twoSteps("l3", angleDeg, "l4", angleDeg));
    FlatPattern one =
        SheetParts.flat(
            flanged(
                ELL,
                "{'choose':'edge','name':'b/end|b/side:l3'},{'choose':'edge','name':'b/end|b/side:l4'}",
                angleDeg,
                ""));
    assertThat(two.areaMm2()).isCloseTo(one.areaMm2(), within(1.0));
  }

  @Test
  void aFlangeFarFromTheCornerIsLeftAlone() {
    double length = addedMm(90) + 5;
    PartState state =
        Parts.ok(
            SheetParts.part(
                T,
                R,
                SheetParts.k(K),
                "{'kind':'sketch','id':'s','curves':["
                    + ELL
                    + "]},{'kind':'base','id':'b','sketch':'s','body':'P'},"
                    + "{'kind':'flange','id':'f','seat':{'edges':[{'choose':'edge','name':'b/end|b/side:l3'}],'startOffset':'"
                    + length
                    + " mm'},'length':'15 mm'},"
                    + "{'kind':'flange','id':'g','seat':{'edges':[{'choose':'edge','name':'b/end|b/side:l4'}]},'length':'25 mm'}"));
    FlatPattern flat = SheetParts.flat(state);
    assertThat(flat.bends())
        .extracting(FlatBend::lengthMm)
        .satisfiesExactlyInAnyOrder(
            l -> assertThat(l).isCloseTo(50 - length, within(1e-3)),
            l -> assertThat(l).isCloseTo(40, within(1.0)));
  }

  @Test
  void aFlangeWithAnOffsetBesideAWallKeepsItsOffset() {
    FlatPattern flat =
        SheetParts.flat(
            flanged(
                ELL,
                "{'choose':'edge','name':'b/end|b/side:l3'}",
                90,
                ",'startOffset':'4 mm','endOffset':'4 mm'"));
    assertThat(flat.bends().getFirst().lengthMm()).isCloseTo(42, within(1e-6));
  }

  static LongStream seeds() {
    return Seeds.apart(1, 20);
  }

  /** Shallow parts come back from their STEP file with the same flat. */
  @Tag("seeded")
  @ParameterizedTest
  @MethodSource("seeds")
  void shallowPartsComeBackFromStep(long seed) {
    Random random = new Random(seed);
    String outline = List.of(RECTANGLE, HEXAGON, ELL).get(random.nextInt(3));
    double angle = Math.round(random.nextDouble(5, 60));
    PartState state = allRound(outline, angle, "");
    FlatPattern flat = SheetParts.flat(state);
    FlatPattern back = SheetParts.flatThroughStep(state, K);
    assertThat(back.bends()).hasSameSizeAs(flat.bends());
    assertThat(back.areaMm2()).isCloseTo(flat.areaMm2(), within(1e-3));
    assertThat(back.outline().lengthMm()).isCloseTo(flat.outline().lengthMm(), within(0.05));
  }
}

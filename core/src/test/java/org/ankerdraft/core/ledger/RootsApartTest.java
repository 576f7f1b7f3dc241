package org.ankerdraft.core.ledger;

import static org.ankerdraft.core.Parts.box;
import static org.ankerdraft.core.Parts.build;
import static org.ankerdraft.core.Parts.ok;
import static org.ankerdraft.core.Parts.volume;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Random;
import java.util.stream.LongStream;
import org.ankerdraft.core.Seeds;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;

/**
 * Bosses whose roots run into each other or into a wall: each has its root, and there is a valley
 * where two meet. Volumes by slices: at each height a root is a disc, of which a straight line cuts
 * a segment (closed form), summed up over the height by Simpson's rule.
 */
class RootsApartTest {
  private static final double PLATE = 60 * 40 * 4;
  private static final double HIGH = 8;

  private static String boss(String id, double z, double diameter, double root, double... at) {
    StringBuilder circles = new StringBuilder();
    for (int i = 0; i < at.length; i += 2) {
      circles
          .append(i == 0 ? "" : ",")
          .append("{'curve':'circle','name':'c")
          .append(i / 2)
          .append("','diameter':'")
          .append(diameter)
          .append(" mm','centre':['")
          .append(at[i])
          .append(" mm','")
          .append(at[i + 1])
          .append(" mm']}");
    }
    return ",{'kind':'sketch','id':'s"
        + id
        + "','plane':{'base':'XY','offset':'"
        + z
        + " mm'},'curves':["
        + circles
        + "]},{'kind':'boss','id':'"
        + id
        + "','sketch':'s"
        + id
        + "','height':'"
        + HIGH
        + " mm','rootRound':'"
        + root
        + " mm'}";
  }

  /** A cylinder with its root, mm3. */
  private static double rooted(double radius, double root) {
    return Math.PI * radius * radius * (HIGH - root) + sliced(radius, root, 1e9);
  }

  /** What of a root and its cylinder lies on this side of a line at a distance, mm3. */
  private static double sliced(double radius, double root, double distance) {
    int n = 4000;
    double sum = 0;
    for (int i = 0; i <= n; i++) {
      // Closer together where the root runs out.
      double up = root * Math.pow((double) i / n, 2);
      double width = i == 0 || i == n ? 1 : i % 2 == 1 ? 4 : 2;
      double slope = 2 * root * i / n;
      double reach = radius + root - Math.sqrt(root * root - (root - up) * (root - up));
      sum += width * slope * (Math.PI * reach * reach - segment(reach, distance));
    }
    return sum / (3 * n);
  }

  private static double segment(double radius, double distance) {
    if (distance >= radius) {
      return 0;
    }
    double half = Math.acos(distance / radius);
    return radius * radius * (half - Math.sin(half) * Math.cos(half));
  }

  private static double cut(double radius, double root, double distance) {
    return rooted(radius, root) - sliced(radius, root, 1e9) + sliced(radius, root, distance);
  }

  /**
   * Between a quarter of a circle and its two tangents lies r^2 (1 - pi/4); its centroid lies r (10
   * - 3 pi) / (12 - 3 pi) from each of them (square less quarter disc).
   */
  @ParameterizedTest
  @CsvSource({"3, 1.5", "2, 4", "7, 0.3"})
  void theSumOfSlicesIsARootByPappus(double radius, double root) {
    double area = root * root * (1 - Math.PI / 4);
    double out = root * (10 - 3 * Math.PI) / (12 - 3 * Math.PI);
    assertThat(rooted(radius, root))
        .isCloseTo(
            Math.PI * radius * radius * HIGH + 2 * Math.PI * (radius + out) * area, within(1e-6));
  }

  @ParameterizedTest
  @CsvSource({"6, 1.5, 8", "6, 3, 9", "9, 1, 10.5", "4, 2, 7.9"})
  void twoOfOneSketch(double diameter, double root, double apart) {
    PartState state =
        ok(box(60, 40, 4) + boss("b", 4, diameter, root, -apart / 2, 0, apart / 2, 0));
    assertThat(volume(state))
        .isCloseTo(PLATE + 2 * cut(diameter / 2, root, apart / 2), within(1e-3));
    StepResult boss = state.step("b").orElseThrow();
    assertThat(boss.strategy()).isEqualTo("to its height, each root by itself");
    assertThat(boss.bodies().getFirst().named().faceNames())
        .extracting(Object::toString)
        .contains("b/on(b/side:c0|box/end)", "b/on(b/side:c1|box/end)", "box/end")
        .noneMatch(n -> n.contains("slab"));
  }

  static LongStream seeds() {
    return Seeds.apart(4, 60);
  }

  /** Whichever way they stand to each other, one after the other, and copied. */
  @Tag("seeded")
  @ParameterizedTest
  @MethodSource("seeds")
  void oneBesideAnother(long seed) {
    Random random = new Random(seed);
    double root = random.nextDouble(0.5, 3);
    double diameter = random.nextDouble(3, 9);
    double apart = diameter + root * random.nextDouble(1.05, 1.95);
    double angle = random.nextDouble(0, 2 * Math.PI);
    double x = apart / 2 * Math.cos(angle);
    double y = apart / 2 * Math.sin(angle);
    double wanted = PLATE + 2 * cut(diameter / 2, root, apart / 2);
    String first = box(60, 40, 4) + boss("b", 4, diameter, root, -x, -y);
    PartState second = ok(first + boss("q", 4, diameter, root, x, y));
    assertThat(volume(second)).isCloseTo(wanted, within(1e-3));
    PartState copied =
        ok(
            first
                + ",{'kind':'pattern','id':'p','steps':['b'],'way':'round','axis':{'base':'Z'},'count':2,'angle':'180 deg'}");
    assertThat(volume(copied)).isCloseTo(wanted, within(1e-3));
  }

  /** The wall of a tub cuts a root off. */
  @ParameterizedTest
  @CsvSource({"24.5, 1.5", "24.7, 1.5", "24.4, 2.5"})
  void besideAWall(double x, double root) {
    PartState state =
        ok(
            box(60, 40, 20)
                + ",{'kind':'shell','id':'w','thickness':'2 mm','open':[{'choose':'face','name':'box/end'}]}"
                + boss("b", 2, 6, root, x, 0));
    assertThat(state.step("b").orElseThrow().strategy()).endsWith("each root by itself");
    double tub = 60 * 40 * 20 - 56 * 36 * 18;
    assertThat(volume(state)).isCloseTo(tub + cut(3, root, 28 - x), within(1e-3));
  }

  @Test
  void threeInARowAreShelledAndErased() {
    String three = box(60, 40, 4) + boss("b", 4, 6, 1.5, -8, 0, 0, 0, 8, 0);
    double once = cut(3, 1.5, 4);
    double twice = 2 * once - rooted(3, 1.5);
    assertThat(volume(ok(three))).isCloseTo(PLATE + 2 * once + twice, within(1e-3));
    assertThat(
            volume(
                ok(
                    three
                        + ",{'kind':'erase','id':'e','faces':[{'choose':'faces of step','step':'b'}]}")))
        .isCloseTo(PLATE, within(1e-6));
    PartState hollow =
        ok(
            three
                + ",{'kind':'shell','id':'w','thickness':'1 mm','open':[{'choose':'face','name':'box/start'}]}");
    assertThat(volume(hollow)).isLessThan(volume(ok(three)) / 2);
  }

  /** Nothing lies under a root that reaches beyond the plate, or over a pocket. */
  @Test
  void aRootThatHangsOverIsRefusedWithItsLimit() {
    StepResult edge = build(box(60, 40, 4) + boss("b", 4, 6, 1.5, 26.5, 0)).step("b").orElseThrow();
    assertThat(edge.status()).isEqualTo(StepStatus.FAILED);
    assertThat(edge.message()).contains("round at its root of 1.5 mm").contains("works up to");
    String tub =
        box(60, 40, 20)
            + ",{'kind':'shell','id':'w','thickness':'2 mm','open':[{'choose':'face','name':'box/end'}]}";
    // Through the wall, to the outside.
    StepResult through = build(tub + boss("b", 2, 6, 3, 24.9, 0)).step("b").orElseThrow();
    assertThat(through.status()).isEqualTo(StepStatus.FAILED);
    PartState pair = build(box(60, 40, 4) + boss("b", 4, 6, 1.5, 26.5, 0, 18.5, 0));
    assertThat(pair.step("b").orElseThrow().status()).isEqualTo(StepStatus.FAILED);
    assertThat(volume(pair)).isCloseTo(PLATE, within(1e-6));
  }

  /** Bosses that fill holes below them: refused, and not made hollow there. */
  @Test
  void bossesOverHolesAreNotMadeHollow() {
    String holes =
        ",{'kind':'hole','id':'h','plane':{'base':'XY','offset':'4 mm'},'diameter':'2 mm','depth':'2 mm','points':[['-4 mm','0 mm'],['4 mm','0 mm']]}";
    StepResult met =
        build(box(60, 40, 4) + holes + boss("b", 4, 6, 1.5, -4, 0, 4, 0)).step("b").orElseThrow();
    assertThat(met.status()).isEqualTo(StepStatus.FAILED);
    assertThat(met.message()).contains("round at its root of 1.5 mm").contains("works up to");
    PartState apart = ok(box(60, 40, 4) + holes + boss("b", 4, 6, 0.9, -4, 0, 4, 0));
    assertThat(volume(apart)).isCloseTo(PLATE + 2 * rooted(3, 0.9), within(1e-3));
  }

  @Test
  void screwBossesToo() {
    PartState state =
        ok(
            box(60, 40, 4)
                + ",{'kind':'sketch','id':'p','plane':{'base':'XY','offset':'4 mm'},'curves':["
                + "{'curve':'point','name':'a','at':['-4 mm','0 mm']},{'curve':'point','name':'b','at':['4 mm','0 mm']}]},"
                + "{'kind':'screwBoss','id':'sb','sketch':'p','screw':'3 mm','height':'8 mm','rootRound':'1.5 mm'}");
    assertThat(state.step("sb").orElseThrow().strategy()).endsWith("each root by itself");
    assertThat(state.bodies().get("Body").named().shape().proof().isSound()).isTrue();
  }
}

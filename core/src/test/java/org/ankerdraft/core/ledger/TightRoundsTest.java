package org.ankerdraft.core.ledger;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Locale;
import java.util.Random;
import java.util.stream.LongStream;
import org.ankerdraft.core.Parts;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.kernel.Topology;
import org.ankerdraft.kernel.Topology.SurfaceKind;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;

/**
 * Rounds at the foot of tubs with round, leaning corners: what they are, and how large they may be.
 */
class TightRoundsTest {

  /** A rectangle with round corners drawn up by 30 mm, leaning outwards; lengths in mm. */
  private static String tub(double width, double height, double corner, double leanDeg) {
    return String.format(
        Locale.ROOT,
        "{'kind':'sketch','id':'s','curves':[{'curve':'rectangle','name':'r','width':'%.4f mm','height':'%.4f mm','rounding':'%.4f mm'}]},"
            + "{'kind':'extrude','id':'tub','sketch':'s','depth':'30 mm',%s'body':'Body'}",
        width,
        height,
        corner,
        leanDeg == 0 ? "" : String.format(Locale.ROOT, "'taper':'%.4f deg',", -leanDeg));
  }

  private static String foot(double radius) {
    return String.format(
        Locale.ROOT,
        ",{'kind':'round','id':'foot','sets':[{'edges':[{'choose':'loop','face':{'choose':'face','name':'tub/start'}}],'size':'%.5f mm'}]}",
        radius);
  }

  private static String shell(double wall) {
    return String.format(
        Locale.ROOT,
        ",{'kind':'shell','id':'wall','thickness':'%.4f mm','open':[{'choose':'face','name':'tub/end'}]}",
        wall);
  }

  private static NamedShape body(PartState state) {
    return state.bodies().get("Body").named();
  }

  private static List<Topology.Face> facesOf(NamedShape shape, String step) {
    return shape.faceNames().stream()
        .filter(n -> n.isOf(step, null))
        .map(n -> shape.topology().face(shape.face(n)))
        .toList();
  }

  /** Of the ball that has its middle on the corner's axis. */
  private static double largest(double corner, double leanDeg) {
    double lean = Math.toRadians(leanDeg);
    return corner * Math.cos(lean) / (1 - Math.sin(lean));
  }

  static LongStream seeds() {
    return LongStream.range(0, 60);
  }

  /**
   * A ball of radius r between a floor and a cone whose edge lies at R from the axis, leaning by a,
   * runs on a circle of R - r (1 - sin a) / cos a: each corner is a piece of that torus, whatever
   * the last digits of the numbers are.
   */
  @ParameterizedTest
  @MethodSource("seeds")
  void cornersOfAFootAreTori(long seed) {
    Random random = new Random(seed);
    double corner = random.nextDouble(1, 9);
    double lean = random.nextBoolean() ? 0 : random.nextDouble(0.3, 8);
    double radius = random.nextDouble(0.2, 0.97) * largest(corner, lean);
    double width = random.nextDouble(45, 90);
    double height = random.nextDouble(40, 60);
    NamedShape shape = body(Parts.ok(tub(width, height, corner, lean) + foot(radius)));
    List<Topology.Face> rounds = facesOf(shape, "foot");
    assertThat(rounds).hasSize(8).noneMatch(f -> f.kind() == SurfaceKind.FREEFORM);
    List<Topology.Face> corners =
        rounds.stream().filter(f -> f.kind() == SurfaceKind.TORUS).toList();
    assertThat(corners).hasSize(4);
    double ring = corner - radius * corner / largest(corner, lean);
    assertThat(corners)
        .allSatisfy(f -> {
          assertThat(f.radius()).isCloseTo(ring, within(1e-4));
          assertThat(f.second()).isCloseTo(radius, within(1e-4));
        });
  }

  @ParameterizedTest
  @CsvSource({"2, 0", "1.5, 0", "2, 3", "3.3, 6.5", "4, 1.5"})
  void aFootLargerThanItsCornersIsRefusedWithTheTrueLimit(double corner, double lean) {
    double limit = largest(corner, lean);
    PartState tooLarge = Parts.build(tub(80, 50, corner, lean) + foot(limit * 1.2));
    StepResult foot = tooLarge.step("foot").orElseThrow();
    assertThat(foot.status()).isEqualTo(StepStatus.FAILED);
    String works = foot.failure().works();
    double said = Double.parseDouble(works.replaceAll("[^0-9.]", ""));
    assertThat(said).isCloseTo(limit, within(1.1e-3));
    assertThat(foot.message()).contains("larger than the corner", "tub/start");
    Parts.ok(tub(80, 50, corner, lean) + foot(said));
  }

  @Test
  void theLimitHoldsForEdgesThatAreOnlyContinued() {
    String oneSide =
        ",{'kind':'round','id':'foot','sets':[{'edges':[{'choose':'edge','name':'tub/side:r.bottom|tub/start'}],'size':'3 mm'}]}";
    PartState state = Parts.build(tub(80, 50, 2, 0) + oneSide);
    assertThat(state.step("foot").orElseThrow().failure().works()).contains("2 mm");
  }

  /** A block whose walls lean inwards, with its upright edges rounded by a step of their own. */
  private static String roundedBlock(double leanDeg, double corner) {
    StringBuilder uprights = new StringBuilder();
    for (String side : List.of("left", "right")) {
      for (String other : List.of("bottom", "top")) {
        uprights.append(
            (uprights.isEmpty() ? "" : ",")
                + "{'choose':'edge','name':'block/side:r."
                + side
                + "|block/side:r."
                + other
                + "'}");
      }
    }
    return String.format(
        Locale.ROOT,
        "{'kind':'sketch','id':'s','curves':[{'curve':'rectangle','name':'r','width':'40 mm','height':'30 mm'}]},"
            + "{'kind':'extrude','id':'block','sketch':'s','depth':'20 mm','taper':'%.3f deg','body':'Body'},"
            + "{'kind':'round','id':'uprights','sets':[{'edges':[%s],'size':'%.4f mm'}]}",
        leanDeg,
        uprights,
        corner);
  }

  private static String topRound(double radius) {
    return String.format(
        Locale.ROOT,
        ",{'kind':'round','id':'top','sets':[{'edges':[{'choose':'loop','face':{'choose':'face','name':'block/end'}}],'size':'%.4f mm'}]}",
        radius);
  }

  /**
   * Three rounds of one radius leave a piece of the ball that touches all three planes: its middle
   * lies at the radius from each.
   */
  @ParameterizedTest
  @CsvSource({"0.5, 2", "1, 3", "3, 3", "8, 1.5", "-2, 3"})
  void aLeaningCornerAndATopOfOneRadiusMeetInABall(double lean, double radius) {
    NamedShape shape = body(Parts.ok(roundedBlock(lean, radius) + topRound(radius)));
    List<Topology.Face> balls =
        shape.topology().faces().stream().filter(f -> f.kind() == SurfaceKind.SPHERE).toList();
    double z = 20 - radius;
    double in = z * Math.tan(Math.toRadians(lean)) + radius / Math.cos(Math.toRadians(lean));
    assertThat(balls)
        .hasSize(4)
        .allSatisfy(f -> {
          assertThat(f.radius()).isCloseTo(radius, within(1e-6));
          assertThat(f.origin().z()).isCloseTo(z, within(1e-6));
          assertThat(Math.abs(f.origin().x())).isCloseTo(20 - in, within(1e-6));
          assertThat(Math.abs(f.origin().y())).isCloseTo(15 - in, within(1e-6));
        });
    assertThat(facesOf(shape, "uprights"))
        .hasSize(4)
        .allSatisfy(f -> assertThat(f.radius()).isCloseTo(radius, within(1e-6)));
    assertThat(shape.topology().edges())
        .filteredOn(Topology.Edge::isSharp)
        .as("only around the foot")
        .hasSize(8);
  }

  /** The corners that a round at the other end has made keep their names. */
  @ParameterizedTest
  @CsvSource({"1, 3", "1, 1", "-2, 3", "-2, 1.5"})
  void bothEndsOfLeaningCornersAreRounded(double lean, double topRadius) {
    String foot =
        ",{'kind':'round','id':'foot','sets':[{'edges':[{'choose':'loop','face':{'choose':'face','name':'block/start'}}],'size':'3 mm'}]}";
    String block = roundedBlock(lean, 3) + topRound(topRadius);
    NamedShape before = body(Parts.ok(block));
    NamedShape after = body(Parts.ok(block + foot));
    assertThat(after.faceNames()).containsAll(before.faceNames());
    assertThat(after.topology().edges()).noneMatch(Topology.Edge::isSharp);
    assertThat(after.topology().faces()).hasSize(before.topology().faces().size() + 8);
    assertThat(facesOf(after, "foot").stream().filter(f -> f.kind() == SurfaceKind.SPHERE))
        .hasSize(4);
  }

  @ParameterizedTest
  @ValueSource(doubles = {0.94, 0.97, 0.999})
  void aTopHardlySmallerThanALeaningCornerIsRounded(double share) {
    PartState state = Parts.ok(roundedBlock(2, 3) + topRound(3 * share));
    PartState smaller = Parts.ok(roundedBlock(2, 3) + topRound(3 * share * 0.9));
    PartState larger = Parts.ok(roundedBlock(2, 3) + topRound(3));
    assertThat(Parts.volume(state))
        .isLessThan(Parts.volume(smaller))
        .isGreaterThan(Parts.volume(larger));
  }

  @ParameterizedTest
  @ValueSource(strings = {"round", "chamfer"})
  void aTopLargerThanALeaningCornerIsRefusedAtOnce(String kind) {
    String top = topRound(3.2).replace("'kind':'round'", "'kind':'" + kind + "'");
    StepResult result = Parts.build(roundedBlock(2, 3) + top).step("top").orElseThrow();
    assertThat(result.status()).isEqualTo(StepStatus.FAILED);
    assertThat(result.message())
        .contains("larger than the corner of 3 mm", kind + " this edge before");
    assertThat(result.failure().works()).contains("3 mm");
  }

  @Test
  void aRodRoundedByItsOwnRadiusEndsInAHalfBall() {
    String round =
        ",{'kind':'round','id':'r','sets':[{'edges':[{'choose':'loop','face':{'choose':'face','name':'rod/end'}}],'size':'%s mm'}]}";
    PartState tooLarge = Parts.build(Parts.rod(10, 20) + round.formatted("5.5"));
    assertThat(tooLarge.step("r").orElseThrow().failure().works()).contains("5 mm");
    PartState smaller = Parts.ok(Parts.rod(10, 20) + round.formatted("4"));
    assertThat(Parts.volume(smaller)).isCloseTo(Math.PI * 25 * 20 - ringVolume(5, 4), within(1e-4));
  }

  /**
   * What a round of radius r takes from the edge of a rod of radius R, by integration over height.
   */
  private static double ringVolume(double big, double r) {
    // The rod's radius at height h below the top of the round's centre: R - r + sqrt(r^2 - h^2).
    double inner = big - r;
    double kept =
        Math.PI * (inner * inner * r + 2 * inner * Math.PI * r * r / 4 + 2 * r * r * r / 3);
    return Math.PI * big * big * r - kept;
  }

  @Test
  void aPocketsFloorTakesNoRoundLargerThanItsCorners() {
    String pocket =
        Parts.box(80, 50, 20)
            + ",{'kind':'sketch','id':'p','plane':{'base':'XY','offset':'20 mm'},'curves':[{'curve':'rectangle','name':'q','width':'40 mm','height':'30 mm','rounding':'3 mm'}]}"
            + ",{'kind':'extrude','id':'pocket','sketch':'p','depth':'10 mm','reversed':true,'use':'subtract'}"
            + ",{'kind':'round','id':'floor','sets':[{'edges':[{'choose':'loop','face':{'choose':'face','name':'pocket/end'}}],'size':'%s mm'}]}";
    PartState tooLarge = Parts.build(pocket.formatted("3.2"));
    assertThat(tooLarge.step("floor").orElseThrow().failure().works()).contains("3 mm");
    assertThat(facesOf(body(Parts.ok(pocket.formatted("2.9"))), "floor"))
        .hasSize(8)
        .noneMatch(f -> f.kind() == SurfaceKind.FREEFORM);
  }

  /** Later steps are cheap on planes, cylinders, cones and tori, and slow on general offsets. */
  @ParameterizedTest
  @CsvSource({
    "4, 3, 2, 1.5",
    "4, 3.5, 1, 0.5",
    "3, 2.5, 2, 2",
    "5, 3, 2.5, 1",
    "2.37, 1.3, 1.1, 2.2"
  })
  void theInsideOfATightFootIsMadeOfSimpleFaces(
      double corner, double radius, double wall, double lean) {
    String steps = tub(80, 50, corner, lean) + foot(radius) + shell(wall);
    NamedShape shape = body(Parts.ok(steps));
    assertThat(shape.topology().faces()).noneMatch(f -> f.kind() == SurfaceKind.FREEFORM);
    // Inside, each corner of the foot is a torus on the same ring, thinner by the wall.
    double ring = corner - radius * corner / largest(corner, lean);
    List<Topology.Face> inside =
        facesOf(shape, "wall").stream().filter(f -> f.kind() == SurfaceKind.TORUS).toList();
    assertThat(inside)
        .hasSize(4)
        .allSatisfy(f -> {
          assertThat(f.radius()).isCloseTo(ring, within(1e-3));
          assertThat(f.second()).isCloseTo(radius - wall, within(1e-3));
        });
  }

  /**
   * A slot through the wall of a leaning cup: its level sides run round the cup's axis, far from
   * any corner, whichever side of them the middle of the wall lies on.
   */
  @ParameterizedTest
  @CsvSource({"4, 5", "7.5, 5", "12, 5", "4, -5", "7.5, -5", "12, -5"})
  void aSlotThroughALeaningWallIsNoCorner(double heightMm, double leanMm) {
    PartState state =
        Parts.ok(
            String.format(
                Locale.ROOT,
                "{'kind':'sketch','id':'s','plane':{'base':'XZ'},'curves':[%s,%s,%s,%s]},"
                    + "{'kind':'revolve','id':'cup','sketch':'s','body':'Body'},"
                    + "{'kind':'shell','id':'wall','thickness':'1.5 mm','open':[{'choose':'face','name':'cup/side:rim'}]},"
                    + "{'kind':'sketch','id':'t','plane':{'base':'XZ'},'curves':[{'curve':'rectangle','name':'w','centre':['0 mm','%.1f mm'],'width':'8 mm','height':'2.6 mm'}]},"
                    + "{'kind':'extrude','id':'slot','sketch':'t','extent':'to last','use':'subtract'},"
                    + "{'kind':'round','id':'edges','sets':[{'edges':[{'choose':'edges of step','step':'slot','corner':'outside'}],'size':'0.3 mm'}]}",
                Parts.line("floor", 0, 0, 43, 0),
                Parts.line("side", 43, 0, 43 + leanMm, 15),
                Parts.line("rim", 43 + leanMm, 15, 0, 15),
                Parts.line("axis", 0, 15, 0, 0),
                heightMm));
    assertThat(facesOf(body(state), "edges")).hasSizeGreaterThanOrEqualTo(8);
  }
}

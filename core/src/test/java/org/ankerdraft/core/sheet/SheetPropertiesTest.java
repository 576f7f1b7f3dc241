package org.ankerdraft.core.sheet;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.stream.LongStream;
import java.util.stream.Stream;
import org.ankerdraft.core.Parts;
import org.ankerdraft.core.Seeds;
import org.ankerdraft.core.geometry.Tolerance;
import org.ankerdraft.core.ledger.PartState;
import org.ankerdraft.kernel.Budget;
import org.ankerdraft.kernel.Shape;
import org.ankerdraft.kernel.TriangleMesh;
import org.ankerdraft.vectors.Xy;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;

/** What holds for every sheet, on seeded random parts. */
class SheetPropertiesTest {

  /** Folded wall through random corners: its flat is the sum of straight pieces and allowances. */
  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3, 4, 5, 6, 7, 8, 9, 10})
  void aFoldedWallIsAsLongAsItsPieces(long seed) {
    Random r = new Random(seed);
    double t = 0.8 + r.nextInt(8) * 0.2;
    double radius = t * (0.6 + r.nextDouble());
    double k = 0.3 + 0.2 * r.nextDouble();
    int walls = 2 + r.nextInt(5);
    double[] xy = new double[2 * (walls + 1)];
    double heading = 0;
    double length = 0;
    List<Double> turns = new ArrayList<>();
    List<Double> sides = new ArrayList<>();
    for (int i = 0; i < walls; i++) {
      double side = 25 + r.nextInt(30);
      sides.add(side);
      xy[2 * i + 2] = xy[2 * i] + side * Math.cos(heading);
      xy[2 * i + 3] = xy[2 * i + 1] + side * Math.sin(heading);
      if (i + 1 < walls) {
        // Turning to and fro, so that the wall does not run into itself.
        double turn = Math.toRadians(20 + r.nextInt(60)) * (i % 2 == 0 ? 1 : -1);
        turns.add(turn);
        heading += turn;
      }
    }
    for (int i = 0; i < walls; i++) {
      length += sides.get(i);
    }
    for (double turn : turns) {
      // The sheet lies left of the profile, so a turn to the left is round inside the sheet.
      double onProfile = turn > 0 ? radius + t : radius;
      length += Math.abs(turn) * (radius + k * t) - 2 * Math.tan(Math.abs(turn) / 2) * onProfile;
    }
    PartState state =
        Parts.ok(SheetParts.part(t, radius, SheetParts.k(k), SheetParts.folded("", xy)));
    FlatPattern flat = SheetParts.flat(state);
    assertThat(flat.bends()).hasSize(turns.size());
    assertThat(Math.max(flat.widthMm(), flat.heightMm())).isCloseTo(length, within(1e-5));
    double terms =
        flat.bends().stream().mapToDouble(b -> b.angleRad() * t * t * (0.5 - k) * 40).sum();
    assertThat(Parts.volume(state)).isCloseTo(flat.areaMm2() * t + terms, within(1e-3));
    foldsBack(state, flat, 5e-3);
  }

  static Stream<Long> polygons() {
    return Seeds.some(4, List.of(11L, 12L, 13L, 14L, 15L, 16L, 17L, 18L));
  }

  /** Mitred walls on every side of a regular polygon, at any angle, in or outside its edges. */
  @Tag("seeded")
  @ParameterizedTest
  @MethodSource("polygons")
  void mitredWallsCloseRoundAPolygonAndUnfoldWithoutOverlap(long seed) {
    Random r = new Random(seed);
    double t = 1 + r.nextInt(4) * 0.25;
    double radius = t * (0.8 + r.nextDouble());
    int n = 3 + r.nextInt(5);
    double angle = 30 + r.nextInt(80);
    String position = r.nextBoolean() ? "inside" : "outside";
    String corner = List.of("none", "rectangular", "round-ended").get(r.nextInt(3));
    String steps =
        "{'kind':'sketch','id':'s','curves':[{'curve':'polygon','name':'p','sides':"
            + n
            + ",'diameter':'120 mm'}]},{'kind':'base','id':'base','sketch':'s'},"
            + "{'kind':'flange','id':'walls','length':'22 mm','angle':'"
            + angle
            + " deg','seat':{'position':'"
            + position
            + "','relief':{'corner':'"
            + corner
            + "'},'edges':[{'choose':'loop','face':{'choose':'face','name':'base/end'}}]}}";
    PartState state = Parts.ok(SheetParts.part(t, radius, SheetParts.k(0.42), steps));
    FlatPattern flat = SheetParts.flat(state);
    assertThat(flat.bends()).hasSize(n);
    assertThat(flat.bends()).allMatch(FlatBend::isUp);
    assertThat(flat.bends())
        .allSatisfy(b -> assertThat(Math.toDegrees(b.angleRad())).isCloseTo(angle, within(1e-6)));
    // All sides are alike, so all bends are.
    double first = flat.bends().getFirst().lengthMm();
    assertThat(flat.bends())
        .allSatisfy(b -> assertThat(b.lengthMm()).isCloseTo(first, within(1e-3)));
    assertThat(new FlatArea(flat, 0.01).overlap()).isEmpty();
    foldsBack(state, flat, 2e-2);
  }

  static LongStream manySeeds() {
    return Seeds.of(6, 100);
  }

  private static String flange(Random r, String side) {
    double angle = r.nextInt(3) == 0 ? 90 : 8 + r.nextInt(70);
    return SheetParts.onSide(
        "flange",
        side,
        "'startOffset':'" + r.nextInt(8) + " mm'",
        "'length':'" + (15 + r.nextInt(10)) + " mm','angle':'" + angle + " deg'");
  }

  private static String randomSheet(Random r) {
    return SheetParts.base(70 + r.nextInt(40), 50 + r.nextInt(20))
        + flange(r, "right")
        + (r.nextBoolean() ? flange(r, "bottom") : "")
        + SheetParts.onSide("hem", "left", "'position':'outside'", "'length':'9 mm'")
        + SheetParts.onSide(
            "joggle",
            "top",
            "'startOffset':'8 mm','endOffset':'8 mm'",
            "'height':'4 mm','length':'12 mm'");
  }

  /** A sheet that went through STEP unfolds to the same flat, and twice the same way. */
  @Tag("seeded")
  @ParameterizedTest
  @MethodSource("manySeeds")
  void flatsAreTheSameEachTimeAndThroughStep(long seed) throws Exception {
    Random r = new Random(seed);
    PartState state = Parts.ok(SheetParts.part(1, 1.2, SheetParts.k(0.4), randomSheet(r)));
    FlatPattern flat = SheetParts.flat(state);
    assertThat(SheetParts.flat(state)).isEqualTo(flat);
    Shape shape = SheetParts.body(state).named().shape();
    byte[] step =
        Parts.KERNEL.writeStep("part", Map.of("Body", shape), Budget.ofSeconds(30)).orThrow();
    Shape back = Parts.KERNEL.readStep(step, Budget.ofSeconds(30)).orThrow().shapes().getFirst();
    FlatPattern again =
        Unfolder.unfold(
            back,
            0,
            face -> new BendMethod.KFactor(0.4),
            SheetParts.CURVE_MM,
            Parts.KERNEL,
            Tolerance.MODEL,
            Budget.ofSeconds(30));
    assertThat(again.areaMm2()).isCloseTo(flat.areaMm2(), within(1e-4));
    assertThat(again.outline().lengthMm()).isCloseTo(flat.outline().lengthMm(), within(1e-4));
    assertThat(again.bends()).hasSameSizeAs(flat.bends());
  }

  /** Halfway folded, every bend's neutral layer is as long as when flat. */
  @ParameterizedTest
  @ValueSource(doubles = {0.05, 0.3, 0.7, 1})
  void foldingKeepsTheNeutralLayer(double share) {
    double t = 2;
    double k = 0.4;
    PartState state =
        Parts.ok(SheetParts.part(t, 3, SheetParts.k(k), SheetParts.folded("", 0, 40, 0, 0, 60, 0)));
    FlatPattern flat = SheetParts.flat(state);
    FlatBend b = flat.bends().getFirst();
    FlatPattern.Zone zone =
        flat.zones().stream().filter(FlatPattern.Zone::isBend).findFirst().orElseThrow();
    FoldMotion.Pose pose = new FoldMotion(flat).at(share);
    double neutral = b.isUp() ? -k * t : -(1 - k) * t;
    double length = 0;
    int pieces = 400;
    for (int i = 0; i < pieces; i++) {
      Xy from = b.start().plus(b.across().times(b.value().allowanceMm() * i / pieces));
      Xy to = b.start().plus(b.across().times(b.value().allowanceMm() * (i + 1) / pieces));
      length += pose.point(zone, from, neutral).distance(pose.point(zone, to, neutral));
    }
    assertThat(length).isCloseTo(b.value().allowanceMm(), within(1e-4));
  }

  /** Folded from its flat, the sheet has the volume of its solid and fills the same box. */
  private static void foldsBack(PartState state, FlatPattern flat, double share) {
    TriangleMesh folded = new SheetMesh(flat, 0.005).posed(new FoldMotion(flat).at(1));
    double volume = Parts.volume(state);
    assertThat(folded.volumeMm3()).isCloseTo(volume, within(share * volume));
    var mass = SheetParts.body(state).named().shape().mass();
    double low = Double.MAX_VALUE;
    double high = -Double.MAX_VALUE;
    for (int i = 2; i < folded.positions().length; i += 3) {
      low = Math.min(low, folded.positions()[i]);
      high = Math.max(high, folded.positions()[i]);
    }
    assertThat(low).isCloseTo(mass.boxMin().z(), within(0.05));
    assertThat(high).isCloseTo(mass.boxMax().z(), within(0.05));
  }
}

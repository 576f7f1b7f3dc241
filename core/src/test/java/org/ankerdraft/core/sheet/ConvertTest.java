package org.ankerdraft.core.sheet;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Random;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.LongStream;
import java.util.stream.Stream;
import org.ankerdraft.core.Parts;
import org.ankerdraft.core.Seeds;
import org.ankerdraft.core.ledger.PartState;
import org.ankerdraft.core.operation.Words;
import org.ankerdraft.kernel.Topology;
import org.ankerdraft.vectors.Vec3;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Tubs with leaning walls, turned into sheet; against trigonometry. */
class ConvertTest {
  private static final double K = 0.44;

  /** A tub of 60 x 40 x 20, its walls leaning inwards by an angle (outwards if negative). */
  private record Tub(double taperDeg, double thickness, double radius, double gap) {
    static final double HEIGHT = 20;

    String block() {
      return "{'kind':'sketch','id':'s','curves':[{'curve':'rectangle','name':'r','width':'60 mm','height':'40 mm'}]},"
          + "{'kind':'extrude','id':'e','sketch':'s','depth':'20 mm','taper':'"
          + taperDeg
          + " deg','body':'Tub'}";
    }

    String convert(List<String> bent, String rips) {
      StringBuilder bends = new StringBuilder();
      for (String side : bent) {
        bends
            .append(bends.isEmpty() ? "" : ",")
            .append("{'choose':'edge','name':'e/side:r." + side + "|e/start'}");
      }
      return ",{'kind':'convert','id':'c','keep':{'choose':'face','name':'e/start'},'gap':'"
          + gap
          + " mm','bends':["
          + bends
          + "],'rips':["
          + rips
          + "]}";
    }

    PartState built(List<String> bent, String rips) {
      return Parts.ok(
          SheetParts.part(thickness, radius, SheetParts.k(K), block() + convert(bent, rips)));
    }

    PartState oneCorner() {
      return built(
          List.of("left", "bottom"), "{'choose':'edge','name':'e/side:r.left|e/side:r.bottom'}");
    }

    PartState allRound() {
      return built(
          List.of("left", "bottom", "right", "top"),
          "{'choose':'edge','name':'e/side:r.left|e/side:r.bottom'},"
              + "{'choose':'edge','name':'e/side:r.bottom|e/side:r.right'},"
              + "{'choose':'edge','name':'e/side:r.right|e/side:r.top'},"
              + "{'choose':'edge','name':'e/side:r.top|e/side:r.left'}");
    }

    double bendRad() {
      return Math.toRadians(90 + taperDeg);
    }

    /** What a bend and the wall beyond it add to the bottom in the flat, outside measured. */
    double wallMm() {
      double setback = (radius + thickness) * Math.tan(bendRad() / 2);
      double slope = HEIGHT / Math.cos(Math.toRadians(taperDeg));
      return bendRad() * (radius + K * thickness) + slope - 2 * setback;
    }

    /** By how much the mouth is wider than the bottom, on one side. */
    double wider() {
      return -HEIGHT * Math.tan(Math.toRadians(taperDeg));
    }
  }

  private static Tub tub(double taperDeg) {
    return new Tub(taperDeg, 1, 1, 0.5);
  }

  static Stream<Double> aTubOpensAlongOneCornerWhateverTheLeanOfItsWallsCases() {
    return Seeds.some(5, List.of(-60.0, -5.0, 0.0, 1.0, 30.0, -30.0, -10.0, -2.0, -1.0, 5.0, 10.0));
  }

  @Tag("seeded")
  @ParameterizedTest
  @MethodSource("aTubOpensAlongOneCornerWhateverTheLeanOfItsWallsCases")
  void aTubOpensAlongOneCornerWhateverTheLeanOfItsWalls(double taperDeg) {
    Tub tub = tub(taperDeg);
    FlatPattern flat = SheetParts.flat(tub.oneCorner());
    assertThat(flat.bends()).hasSize(2);
    assertThat(flat.bends())
        .allSatisfy(b -> assertThat(b.angleRad()).isCloseTo(tub.bendRad(), within(1e-9)));
    double mouth = Math.max(0, tub.wider());
    // The rim is not square on leaning walls: the inner side ends that much lower than the outer.
    double lower = tub.thickness * Math.tan(Math.toRadians(Math.abs(taperDeg)));
    double added = tub.wallMm() + mouth;
    assertThat(List.of(flat.widthMm() - 60 - added, flat.heightMm() - 40 - added))
        .allSatisfy(d -> assertThat(Math.min(Math.abs(d), Math.abs(d + lower))).isLessThan(1e-5));
  }

  static Stream<Double> itsOwnStepFileUnfoldsToTheSameFlatCases() {
    return Seeds.some(3, List.of(-20.0, 0.0, 5.0, -45.0, -5.0, -1.0, 1.0, 12.0));
  }

  @Tag("seeded")
  @ParameterizedTest
  @MethodSource("itsOwnStepFileUnfoldsToTheSameFlatCases")
  void itsOwnStepFileUnfoldsToTheSameFlat(double taperDeg) {
    assertSameThroughStep(tub(taperDeg).oneCorner());
    assertSameThroughStep(tub(taperDeg).allRound());
  }

  private static void assertSameThroughStep(PartState state) {
    FlatPattern flat = SheetParts.flat(state);
    FlatPattern back = SheetParts.flatThroughStep(state, K);
    assertThat(back.areaMm2()).isCloseTo(flat.areaMm2(), within(1e-4));
    assertThat(back.outline().lengthMm()).isCloseTo(flat.outline().lengthMm(), within(1e-4));
    assertThat(sorted(back)).hasSameSizeAs(flat.bends());
    for (int i = 0; i < flat.bends().size(); i++) {
      assertThat(sorted(back).get(i)).isCloseTo(sorted(flat).get(i), within(1e-4));
    }
  }

  private static List<Double> sorted(FlatPattern flat) {
    return flat.bends().stream().map(FlatBend::lengthMm).sorted(Comparator.naturalOrder()).toList();
  }

  /** Between the inner sides of the two walls, which come nearest. */
  @ParameterizedTest
  @ValueSource(doubles = {-60, -30, -5, 0, 5, 30})
  void rippedWallsStandApartByTheGap(double taperDeg) {
    Tub tub = new Tub(taperDeg, 1.2, 1, 0.4);
    PartState state = tub.oneCorner();
    Vec3 rip = new Vec3(-tub.wider(), -tub.wider(), Tub.HEIGHT).unit();
    List<Topology.Edge> beside = new ArrayList<>();
    for (Topology.Edge e : SheetParts.body(state).named().topology().edges()) {
      if (e.kind() == Topology.CurveKind.LINE && e.direction().cross(rip).length() < 1e-6) {
        beside.add(e);
      }
    }
    double nearest = Double.MAX_VALUE;
    for (Topology.Edge a : beside) {
      for (Topology.Edge b : beside) {
        Vec3 between = b.mid().minus(a.mid());
        double apart = between.minus(rip.times(between.dot(rip))).length();
        if (apart > 1e-6) {
          nearest = Math.min(nearest, apart);
        }
      }
    }
    assertThat(beside).hasSizeGreaterThanOrEqualTo(4);
    assertThat(nearest).isCloseTo(0.4, within(1e-6));
  }

  /**
   * Where walls lean far out a rip ends between the cuts beside the bends, and not in the floor.
   */
  @ParameterizedTest
  @CsvSource({"-41, 0.83, 0.31, 0.114", "-50, 0.83, 0.31, 0.114", "-60, 2, 0.3, 0.1"})
  void aNarrowGapBetweenWallsThatLeanFarOut(
      double taperDeg, double thickness, double radius, double gap) {
    Tub tub = new Tub(taperDeg, thickness, radius, gap);
    FlatPattern flat = SheetParts.flat(tub.allRound());
    assertThat(flat.bends()).hasSize(4);
    assertThat(flat.strayContours()).isEmpty();
  }

  static LongStream seeds() {
    return Seeds.apart(2, 40);
  }

  /** Any thickness, radius, gap and lean that leave something of the walls. */
  @Tag("seeded")
  @ParameterizedTest
  @MethodSource("seeds")
  void anyTubConverts(long seed) {
    Random random = new Random(seed);
    Tub tub =
        new Tub(
            Math.round(random.nextDouble(-60, 30)),
            random.nextDouble(0.5, 2),
            random.nextDouble(0.3, 3),
            random.nextDouble(0.1, 1));
    PartState state = tub.allRound();
    FlatPattern flat = SheetParts.flat(state);
    assertThat(flat.bends()).hasSize(4);
    assertThat(flat.strayContours()).isEmpty();
    double across = Math.max(60 + 2 * tub.wallMm(), 60 + 2 * tub.wider());
    assertThat(flat.widthMm()).isGreaterThan(across - 3).isLessThan(across + 3);
    assertSameThroughStep(state);
  }

  static Stream<Double> aRadiusThatIsTooLargeIsToldWithItsLimitCases() {
    return Seeds.some(1, List.of(25.0, 19.5, 40.0));
  }

  /** Walls 20 mm high: bent at 90 deg, thickness and radius together take as much of them. */
  @Tag("seeded")
  @ParameterizedTest
  @MethodSource("aRadiusThatIsTooLargeIsToldWithItsLimitCases")
  void aRadiusThatIsTooLargeIsToldWithItsLimit(double radius) {
    Tub tub = new Tub(0, 1, radius, 0.5);
    PartState state =
        Parts.build(
            SheetParts.part(
                1,
                radius,
                SheetParts.k(K),
                tub.block()
                    + tub.convert(
                        List.of("left", "bottom"),
                        "{'choose':'edge','name':'e/side:r.left|e/side:r.bottom'}")));
    String message = state.step("c").orElseThrow().message();
    assertThat(message).contains("would take " + Words.mm(radius + 1) + " of the wall");
    Matcher limit = Pattern.compile("up to ([0-9.]+) mm of radius").matcher(message);
    assertThat(limit.find()).as(message).isTrue();
    assertThat(Double.parseDouble(limit.group(1))).isBetween(0.98 * 19, 19.0);
  }
}

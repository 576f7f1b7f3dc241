package org.ankerdraft.core.sheet;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;
import static org.junit.jupiter.params.provider.Arguments.arguments;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.Set;
import java.util.stream.DoubleStream;
import java.util.stream.IntStream;
import java.util.stream.LongStream;
import java.util.stream.Stream;
import org.ankerdraft.core.Parts;
import org.ankerdraft.core.Seeds;
import org.ankerdraft.core.ledger.PartState;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;

/**
 * Solids with blunt, sharp and inside corners, turned into sheet. The size of a flat is the
 * distance between opposite outsides and twice the wall, less the deduction of both bends
 * (trade-rules: 2 setbacks less the allowance).
 */
class BluntTubsTest {
  private static final double K = 0.44;
  private static final double T = 1.5;
  private static final double R = 2;
  private static final double HEIGHT = 20;

  private static final double[] L = {0, 0, 100, 0, 100, 40, 50, 40, 50, 80, 0, 80};
  private static final double[] U = {0, 0, 100, 0, 100, 60, 70, 60, 70, 30, 30, 30, 30, 60, 0, 60};
  private static final double[] SLANTED = {0, 0, 80, 0, 95, 50, 15, 50};

  /**
   * What a solid is turned into.
   *
   * @param xy corners of its outline, counter-clockwise
   * @param open sides that get no wall
   */
  private record Tub(double[] xy, double taperDeg, Set<Integer> open) {
    private int sides() {
      return xy.length / 2;
    }

    private String side(int i) {
      return "e/side:c" + Math.floorMod(i, sides());
    }

    String steps() {
      List<String> curves = new ArrayList<>();
      List<String> bends = new ArrayList<>();
      List<String> rips = new ArrayList<>();
      for (int i = 0; i < sides(); i++) {
        int next = (i + 1) % sides();
        curves.add(Parts.line("c" + i, xy[2 * i], xy[2 * i + 1], xy[2 * next], xy[2 * next + 1]));
        if (!open.contains(i)) {
          bends.add(edge("e/start|" + side(i)));
          if (!open.contains(next)) {
            rips.add(edge(side(i) + "|" + side(next)));
          }
        }
      }
      return "{'kind':'sketch','id':'s','curves':["
          + String.join(",", curves)
          + "]},{'kind':'extrude','id':'e','sketch':'s','depth':'"
          + HEIGHT
          + " mm','taper':'"
          + taperDeg
          + " deg','body':'Tub'},{'kind':'convert','id':'c','keep':{'choose':'face','name':'e/start'},'bends':["
          + String.join(",", bends)
          + "],'rips':["
          + String.join(",", rips)
          + "]}";
    }

    private static String edge(String name) {
      return "{'choose':'edge','name':'" + name + "'}";
    }

    int walls() {
      return sides() - open.size();
    }

    PartState built() {
      return built(T, R);
    }

    PartState built(double thickness, double radius) {
      return Parts.ok(SheetParts.part(thickness, radius, SheetParts.k(K), steps()));
    }
  }

  private static double[] regular(int sides, double radius) {
    return IntStream.range(0, sides)
        .mapToDouble(i -> 2 * Math.PI * i / sides)
        .flatMap(a -> IntStream.of(0, 1).mapToDouble(k -> radius * Math.cos(a - k * Math.PI / 2)))
        .toArray();
  }

  private static double wallMm(double taperDeg) {
    double turn = Math.toRadians(90 + taperDeg);
    double slope = HEIGHT / Math.cos(Math.toRadians(taperDeg));
    return turn * (R + K * T) + slope - 2 * (R + T) * Math.tan(turn / 2);
  }

  static Stream<Arguments> everySideOfARegularSolidFoldsDownCases() {
    return Seeds.some(
        2,
        List.of(
            arguments(6, 8), arguments(8, -25), arguments(4, 0), arguments(6, 0), arguments(8, 0)));
  }

  @Tag("seeded")
  @ParameterizedTest
  @MethodSource("everySideOfARegularSolidFoldsDownCases")
  void everySideOfARegularSolidFoldsDown(int sides, double taperDeg) {
    Tub tub = new Tub(regular(sides, 60), taperDeg, Set.of());
    FlatPattern flat = SheetParts.flat(tub.built());
    assertThat(flat.bends()).hasSize(sides);
    assertThat(flat.strayContours()).isEmpty();
    double across = 2 * 60 * Math.cos(Math.PI / sides) + 2 * wallMm(taperDeg);
    // Leaning rims are not square: their inner side ends that much farther out or in.
    double rim = 2 * T * Math.tan(Math.toRadians(Math.abs(taperDeg)));
    assertThat(List.of(across - rim, across, across + rim))
        .anySatisfy(size -> assertThat(across(flat)).isCloseTo(size, within(1e-5)));
  }

  /** Square to a bend line, through both walls that end there. */
  private static double across(FlatPattern flat) {
    FlatBend bend = flat.bends().getFirst();
    double[] along =
        flat.outline().points(SheetParts.CURVE_MM).stream()
            .mapToDouble(p -> p.dot(bend.across()))
            .sorted()
            .toArray();
    return along[along.length - 1] - along[0];
  }

  /** Outlines by their size across, and which of their sides are open. */
  enum Shape {
    SLANTED_ALL(SLANTED, 0, 0, 50, Set.of()),
    SLANTED_OPEN(SLANTED, 0, 0, 0, Set.of(2)),
    L_OPEN(L, 0, 100, 80, Set.of(2)),
    L_OPEN_THE_OTHER(L, 0, 100, 80, Set.of(3)),
    L_LEANING(L, -5, 0, 0, Set.of(2)),
    U_OPEN(U, 0, 100, 60, Set.of(4)),
    U_TWO_OPEN(U, 0, 100, 60, Set.of(3, 5));

    private final Tub tub;
    private final double xMm;
    private final double yMm;

    Shape(double[] xy, double taperDeg, double xMm, double yMm, Set<Integer> open) {
      this.tub = new Tub(xy, taperDeg, open);
      this.xMm = xMm;
      this.yMm = yMm;
    }
  }

  static Stream<Shape> shapes() {
    return Seeds.some(4, List.of(Shape.values()));
  }

  /** Walls that stand on one line, walls that end at an inside corner, slanted corners. */
  @Tag("seeded")
  @ParameterizedTest
  @MethodSource("shapes")
  void anyOutlineFoldsDown(Shape shape) {
    PartState state = shape.tub.built();
    FlatPattern flat = SheetParts.flat(state);
    FlatPattern back = SheetParts.flatThroughStep(state, K);
    assertThat(flat.strayContours()).isEmpty();
    assertThat(flat.bends()).hasSizeGreaterThanOrEqualTo(shape.tub.walls() - 1);
    // At an inside corner the end of the slot leans by 15 um, so the two sides differ by that.
    double leaning = 0.015 * (2 * R + HEIGHT);
    assertThat(back.areaMm2()).isCloseTo(flat.areaMm2(), within(leaning));
    List<Double> sizes = List.of(flat.widthMm(), flat.heightMm());
    for (double across : List.of(shape.xMm, shape.yMm)) {
      if (across > 0) {
        double wanted = across + 2 * wallMm(0);
        assertThat(sizes).anySatisfy(s -> assertThat(s).isCloseTo(wanted, within(1e-5)));
      }
    }
  }

  static LongStream seeds() {
    return Seeds.apart(2, 20);
  }

  /** Corners anywhere on an ellipse: blunt and sharp ones beside each other. */
  private static double[] convex(Random random) {
    int corners = 4 + random.nextInt(4);
    double turn = random.nextDouble(2 * Math.PI);
    return IntStream.range(0, corners)
        .mapToDouble(i -> turn + 2 * Math.PI * (i + random.nextDouble(-0.3, 0.3)) / corners)
        .flatMap(a -> DoubleStream.of(75 * Math.cos(a), 55 * Math.sin(a)))
        .toArray();
  }

  /** Each bend turns by what the walls lean, and the flat is the same without the steps. */
  @Tag("seeded")
  @ParameterizedTest
  @MethodSource("seeds")
  void anyConvexSolidConverts(long seed) {
    Random random = new Random(seed);
    double taper = Math.round(random.nextDouble(-25, 12));
    Tub tub = new Tub(convex(random), taper, Set.of());
    PartState state = tub.built(random.nextDouble(0.6, 1.8), random.nextDouble(0.5, 3));
    FlatPattern flat = SheetParts.flat(state);
    assertThat(flat.bends()).hasSize(tub.sides());
    assertThat(flat.bends())
        .allSatisfy(
            b -> assertThat(b.angleRad()).isCloseTo(Math.toRadians(90 + taper), within(1e-9)));
    assertThat(flat.strayContours()).isEmpty();
    FlatPattern back = SheetParts.flatThroughStep(state, K);
    assertThat(back.areaMm2()).isCloseTo(flat.areaMm2(), within(1e-3));
    assertThat(back.bends()).hasSize(tub.sides());
  }
}

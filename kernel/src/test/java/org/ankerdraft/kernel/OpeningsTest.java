package org.ankerdraft.kernel;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.stream.DoubleStream;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.ankerdraft.kernel.GeometryKernel.Combination;
import org.ankerdraft.kernel.ProfileCurve.Arc;
import org.ankerdraft.kernel.ProfileCurve.Line;
import org.ankerdraft.kernel.ProfileCurve.Region;
import org.ankerdraft.vectors.Axis;
import org.ankerdraft.vectors.Plane;
import org.ankerdraft.vectors.Vec3;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;

/**
 * Straight tools that are longer than what they are taken from is thick. What they leave is their
 * profile times the depth, and its walls come from their sides.
 */
class OpeningsTest {
  private static final Budget BUDGET = Budget.ofSeconds(30);
  private static final double FINE = 0.02;
  private static final double THICK = 4;
  private static final double PLATE = 120 * 80 * THICK;
  private static final GeometryKernel KERNEL =
      new GeometryKernel(WorkerProgram.find().orElseThrow());

  @AfterAll
  static void close() {
    KERNEL.close();
  }

  /**
   * @param walls how many it leaves
   */
  record Profile(String name, Region region, double area, int walls) {
    @Override
    public String toString() {
      return name;
    }
  }

  private static Profile disc(double r) {
    return new Profile("disc", Solids.disc(r), Math.PI * r * r, 1);
  }

  private static Profile pentagon(double r) {
    double[] xy =
        IntStream.range(0, 5)
            .mapToDouble(i -> 2 * Math.PI * i / 5 + 0.2)
            .flatMap(a -> DoubleStream.of(r * Math.cos(a), r * Math.sin(a)))
            .toArray();
    return new Profile("pentagon", Solids.polygon(xy), 2.5 * r * r * Math.sin(2 * Math.PI / 5), 5);
  }

  /** Two half circles with lines between them. */
  private static Profile slot(double r, double half) {
    Region region =
        new Region(
            List.of(
                new Line(1, new Vec3(-half, -r, 0), new Vec3(half, -r, 0)),
                new Arc(2, new Vec3(half, -r, 0), new Vec3(half + r, 0, 0), new Vec3(half, r, 0)),
                new Line(3, new Vec3(half, r, 0), new Vec3(-half, r, 0)),
                new Arc(
                    4, new Vec3(-half, r, 0), new Vec3(-half - r, 0, 0), new Vec3(-half, -r, 0))),
            List.of());
    return new Profile("slot", region, 4 * r * half + Math.PI * r * r, 4);
  }

  private static Shape prism(Profile profile, double x, double y, double from, double to) {
    Shape prism = Solids.extrudedFrom(KERNEL, profile.region, from, to - from).shape();
    return moved(prism, Motion.shift(new Vec3(x, y, 0)));
  }

  private static Shape plate() {
    return Solids.box(KERNEL, new Vec3(-60, -40, 0), new Vec3(120, 80, THICK));
  }

  private static Shape moved(Shape shape, Motion motion) {
    return KERNEL.move(shape, motion, BUDGET).orThrow().shape();
  }

  private static Vec3 some(Random random) {
    return new Vec3(random.nextGaussian(), random.nextGaussian(), random.nextGaussian());
  }

  private static Shape elsewhere(Shape shape, long seed) {
    Random random = new Random(seed);
    Axis axis = new Axis(some(random), some(random).unit());
    Shape turned = moved(shape, Motion.turn(axis, random.nextDouble(0.1, 6)));
    return random.nextBoolean()
        ? moved(turned, Motion.mirror(new Plane(some(random), some(random).unit())))
        : turned;
  }

  private static GeometryKernel.Together taken(Shape body, Shape... tools) {
    return KERNEL.combineApart(Combination.SUBTRACT, body, List.of(tools), true, BUDGET).orThrow();
  }

  private static void assertBody(Shape shape, double volume) {
    assertThat(shape.proof().isSound()).as("faults: %s", shape.proof().faults()).isTrue();
    assertThat(shape.proof().solids()).isEqualTo(1);
    assertThat(shape.mass().volumeMm3()).isCloseTo(volume, within(1e-9 * volume));
    Anew.assertSame(KERNEL, shape, FINE);
  }

  static Stream<Arguments> ends() {
    return Stream.of(disc(3), pentagon(6), slot(2, 7))
        .flatMap(profile ->
            Stream.of(
                Arguments.of(profile, -1, 9, THICK),
                Arguments.of(profile, -600, 600, THICK),
                Arguments.of(profile, 0, 7, THICK),
                Arguments.of(profile, -2.5, 4, THICK),
                Arguments.of(profile, 1.5, 50, 2.5),
                Arguments.of(profile, -50, 1.5, 1.5)));
  }

  @ParameterizedTest
  @MethodSource("ends")
  void whatComesOutIsCutOff(Profile profile, double from, double to, double depth) {
    long seed = Math.round(100 * (from + 2 * to)) + profile.walls;
    Shape tool = elsewhere(prism(profile, 12, -7, from, to), seed);
    GeometryKernel.Together done = taken(elsewhere(plate(), seed), tool);
    Shape body = done.derived().shape();
    assertBody(body, PLATE - profile.area * depth);
    assertThat(done.overlapsMm3().getFirst())
        .isCloseTo(profile.area * depth, within(1e-9 * profile.area * depth));
    int bottoms = depth < THICK ? 1 : 0;
    assertThat(body.topology().faces()).hasSize(6 + profile.walls + bottoms);
    assertWallsComeFromSides(done.derived(), tool, profile.walls + bottoms);
  }

  /** Each from one face of the tool, of the same kind and along it. */
  private static void assertWallsComeFromSides(Derived derived, Shape tool, int count) {
    List<Derived.Origin> origins = derived.origins().stream().filter(o -> o.input() == 1).toList();
    assertThat(origins.stream().map(Derived.Origin::source).distinct()).hasSize(count);
    assertThat(origins.stream().map(Derived.Origin::face).distinct()).hasSize(count);
    for (Derived.Origin origin : origins) {
      Topology.Face wall = derived.shape().topology().face(origin.face());
      Topology.Face side = tool.topology().face(origin.source());
      assertThat(wall.kind()).isEqualTo(side.kind());
      assertThat(wall.radius()).isCloseTo(side.radius(), within(1e-9));
      if (wall.kind() == Topology.SurfaceKind.PLANE) {
        assertThat(wall.normal().distance(side.normal().times(-1))).isLessThan(1e-9);
        assertThat(wall.point().minus(side.point()).dot(side.normal())).isCloseTo(0, within(1e-9));
      }
    }
  }

  /** So many that one operation on all would take the square of their number. */
  @ParameterizedTest
  @ValueSource(longs = {1, 2})
  void openingsInRows(long seed) {
    Random random = new Random(seed);
    List<Shape> tools = new ArrayList<>();
    List<Double> common = new ArrayList<>();
    for (int i = 0; i < 40; i++) {
      Profile profile =
          switch (random.nextInt(3)) {
            case 0 -> disc(random.nextDouble(1, 4));
            case 1 -> pentagon(random.nextDouble(1, 4));
            default -> slot(random.nextDouble(0.5, 1.5), random.nextDouble(0.5, 2.5));
          };
      boolean isThrough = random.nextInt(4) > 0;
      double from = isThrough ? -random.nextDouble(0.5, 300) : random.nextDouble(0.5, 3.5);
      double to = THICK + random.nextDouble(0.5, 300);
      tools.add(
          elsewhere(prism(profile, -52 + 11.5 * (i % 10), -30 + 20 * (i / 10), from, to), seed));
      common.add(profile.area * (isThrough ? THICK : THICK - from));
    }
    GeometryKernel.Together done = taken(elsewhere(plate(), seed), tools.toArray(Shape[]::new));
    double all = common.stream().mapToDouble(Double::doubleValue).sum();
    assertBody(done.derived().shape(), PLATE - all);
    for (int i = 0; i < common.size(); i++) {
      assertThat(done.overlapsMm3().get(i)).isCloseTo(common.get(i), within(1e-9 * common.get(i)));
    }
  }

  /** Leaning ones, and such as widen, are cut with a piece of the plate each. */
  @ParameterizedTest
  @ValueSource(ints = {1, 4, 160})
  void openingsThatLean(int count) {
    Shape plate = Solids.box(KERNEL, new Vec3(-100, -100, 0), new Vec3(200, 200, THICK));
    List<Shape> tools = new ArrayList<>();
    double lean = 0.1;
    for (int i = 0; i < count; i++) {
      Shape rod = prism(disc(2), 0, 0, -5, 9);
      Axis axis = new Axis(new Vec3(0, 0, 2), Vec3.X);
      tools.add(
          moved(
              moved(rod, Motion.turn(axis, lean)),
              Motion.shift(new Vec3(-90 + 14 * (i % 13), -90 + 14 * (i / 13), 0))));
    }
    GeometryKernel.Together done = taken(plate, tools.toArray(Shape[]::new));
    // Of a cylinder that leans, between two planes: its section times its length.
    double each = Math.PI * 4 * THICK / Math.cos(lean);
    Shape body = done.derived().shape();
    assertThat(body.proof().isSound()).isTrue();
    assertThat(body.mass().volumeMm3())
        .isCloseTo(200 * 200 * THICK - count * each, within(1e-6 * count * each));
    assertThat(done.overlapsMm3()).hasSize(count);
    assertThat(done.overlapsMm3()).allSatisfy(v -> assertThat(v).isCloseTo(each, within(1e-5)));
  }
}

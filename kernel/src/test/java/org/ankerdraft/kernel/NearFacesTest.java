package org.ankerdraft.kernel;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.function.DoubleUnaryOperator;
import java.util.stream.Stream;
import org.ankerdraft.kernel.GeometryKernel.Combination;
import org.ankerdraft.vectors.Axis;
import org.ankerdraft.vectors.Plane;
import org.ankerdraft.vectors.Vec3;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;

/**
 * Solids turned about parallel axes that go into each other by little, or just do not. Faces that
 * lie apart are not intersected; none that meet may be taken for such. What two solids have in
 * common follows from their slices, which are discs: the area that two circles share is a sum of
 * two segments.
 */
class NearFacesTest {
  private static final Budget BUDGET = Budget.ofSeconds(30);
  private static final GeometryKernel KERNEL =
      new GeometryKernel(WorkerProgram.find().orElseThrow());

  /** Positive where they go into each other, mm. */
  private static final List<Double> DEPTHS = List.of(-2.0, -0.02, -0.005, 0.5, 1.0, 1.5);

  /** Where surfaces meet at a small angle the library follows their curve no closer. */
  private static final double NOISE = 0.01;

  private static final int SLICES = 20_000;
  private static final double HEIGHT = 8;

  @AfterAll
  static void close() {
    KERNEL.close();
  }

  /** About the y axis, from y = 0 to a height. */
  sealed interface Turned {
    double outer(double y);

    default double inner(double y) {
      return 0;
    }

    ProfileCurve.Region region();

    default Shape shape() {
      return Solids.turned(KERNEL, region(), 2 * Math.PI);
    }

    /** Of a slice that lies in a circle about an axis at a distance. */
    default double within(double y, double radius, double distance) {
      return lens(outer(y), radius, distance) - lens(inner(y), radius, distance);
    }
  }

  record Frustum(double low, double high) implements Turned {
    @Override
    public double outer(double y) {
      return low + (high - low) * y / HEIGHT;
    }

    @Override
    public ProfileCurve.Region region() {
      return Solids.polygon(0, 0, low, 0, high, HEIGHT, 0, HEIGHT);
    }
  }

  /** In the middle of the height. */
  record Ring(double ring, double tube) implements Turned {
    private double half(double y) {
      return Math.sqrt(Math.max(0, tube * tube - (y - HEIGHT / 2) * (y - HEIGHT / 2)));
    }

    @Override
    public double outer(double y) {
      return half(y) == 0 ? 0 : ring + half(y);
    }

    @Override
    public double inner(double y) {
      return half(y) == 0 ? 0 : ring - half(y);
    }

    @Override
    public ProfileCurve.Region region() {
      return new ProfileCurve.Region(
          List.of(new ProfileCurve.Circle(1, new Vec3(ring, HEIGHT / 2, 0), Vec3.Z, tube, Vec3.X)),
          List.of());
    }
  }

  record Ball(double radius) implements Turned {
    @Override
    public double outer(double y) {
      return Math.sqrt(Math.max(0, radius * radius - (y - HEIGHT / 2) * (y - HEIGHT / 2)));
    }

    @Override
    public ProfileCurve.Region region() {
      return Solids.halfDisc(radius);
    }

    @Override
    public Shape shape() {
      Shape ball = Turned.super.shape();
      return moved(ball, Motion.shift(new Vec3(0, HEIGHT / 2, 0)));
    }
  }

  /** The area that two circles have in common (two segments of circles: standard geometry). */
  private static double lens(double a, double b, double distance) {
    if (a <= 0 || b <= 0 || distance >= a + b) {
      return 0;
    }
    if (distance <= Math.abs(a - b)) {
      return Math.PI * Math.min(a, b) * Math.min(a, b);
    }
    double middle = (distance * distance + a * a - b * b) / (2 * distance);
    return segment(a, middle) + segment(b, distance - middle);
  }

  private static double segment(double radius, double toChord) {
    return radius * radius * Math.acos(toChord / radius)
        - toChord * Math.sqrt(radius * radius - toChord * toChord);
  }

  private static double integral(DoubleUnaryOperator slice) {
    double sum = 0;
    for (int i = 0; i < SLICES; i++) {
      sum += slice.applyAsDouble((i + 0.5) * HEIGHT / SLICES);
    }
    return sum * HEIGHT / SLICES;
  }

  private static Shape moved(Shape shape, Motion motion) {
    return KERNEL.move(shape, motion, BUDGET).orThrow().shape();
  }

  private static Vec3 some(Random random) {
    return new Vec3(random.nextGaussian(), random.nextGaussian(), random.nextGaussian());
  }

  /** Somewhere in space, the other way round in half of the cases. */
  private static List<Shape> elsewhere(Random random, Shape... shapes) {
    Axis axis = new Axis(some(random), some(random).unit());
    List<Motion> motions = new ArrayList<>(List.of(Motion.turn(axis, random.nextDouble(0.1, 6))));
    motions.add(Motion.shift(some(random).times(30)));
    if (random.nextBoolean()) {
      motions.add(Motion.mirror(new Plane(some(random), some(random).unit())));
    }
    return Stream.of(shapes)
        .map(shape -> {
          Shape at = shape;
          for (Motion motion : motions) {
            at = moved(at, motion);
          }
          return at;
        })
        .toList();
  }

  private static void assertUnited(Shape target, Shape tool, double common) {
    var together =
        KERNEL.combineApart(Combination.UNITE, target, List.of(tool), true, BUDGET).orThrow();
    Shape united = together.derived().shape();
    assertThat(united.proof().isSound()).as("faults: %s", united.proof().faults()).isTrue();
    assertThat(united.mass().volumeMm3())
        .isCloseTo(
            target.mass().volumeMm3() + tool.mass().volumeMm3() - common,
            within(NOISE * (1e-3 + common)));
    assertThat(together.overlapsMm3().getFirst())
        .isCloseTo(common, within(NOISE * (1e-3 + common)));
  }

  static Stream<Arguments> besides() {
    Random random = new Random(11);
    return DEPTHS.stream()
        .flatMap(depth ->
            Stream.of(
                    new Turned[] {frustum(random), frustum(random)},
                    new Turned[] {new Ring(9, 2.5), frustum(random)},
                    new Turned[] {new Ring(9, 2.5), new Ball(3.5)},
                    new Turned[] {new Ball(3.7), frustum(random)},
                    new Turned[] {new Ring(8, 3), new Ring(7, 2)})
                .map(pair -> Arguments.of(pair[0], pair[1], depth, random.nextLong(1000))));
  }

  private static Frustum frustum(Random random) {
    return new Frustum(random.nextDouble(2, 9), random.nextDouble(2, 9));
  }

  /** The least distance of axes at which neither goes into the other, from outside. */
  private static double besideEachOther(Turned one, Turned other) {
    double most = 0;
    for (int i = 0; i <= SLICES; i++) {
      double y = i * HEIGHT / SLICES;
      if (one.outer(y) > 0 && other.outer(y) > 0) {
        most = Math.max(most, one.outer(y) + other.outer(y));
      }
    }
    return most;
  }

  @ParameterizedTest
  @MethodSource("besides")
  void solidsThatMeetBesideEachOtherAreUnited(Turned one, Turned other, double depth, long seed) {
    double distance = besideEachOther(one, other) - depth;
    double common =
        integral(
            y -> one.within(y, other.outer(y), distance) - one.within(y, other.inner(y), distance));
    assertThat(common > 1e-6).isEqualTo(depth > 0);
    Shape beside = moved(other.shape(), Motion.shift(new Vec3(0, 0, distance)));
    List<Shape> both = elsewhere(new Random(seed), one.shape(), beside);
    assertUnited(both.getFirst(), both.getLast(), common);
  }

  static Stream<Arguments> insides() {
    Random random = new Random(12);
    return DEPTHS.stream()
        .flatMap(depth ->
            Stream.of(
                    new Frustum(random.nextDouble(2, 4), random.nextDouble(2, 4)),
                    new Ball(random.nextDouble(2, 3.9)),
                    new Ring(3, 1.5))
                .map(inside -> Arguments.of(inside, depth, random.nextLong(1000))));
  }

  @ParameterizedTest
  @MethodSource("insides")
  void solidsThatMeetTheWallAroundThemAreUnited(Turned inside, double depth, long seed) {
    Random random = new Random(seed);
    Frustum pocket = new Frustum(random.nextDouble(9, 12), random.nextDouble(9, 12));
    double room = 2 * HEIGHT;
    for (int i = 0; i <= SLICES; i++) {
      double y = i * HEIGHT / SLICES;
      if (inside.outer(y) > 0) {
        room = Math.min(room, pocket.outer(y) - inside.outer(y));
      }
    }
    double distance = room + depth;
    double common =
        integral(y ->
            Math.PI * Math.pow(inside.outer(y), 2)
                - lens(pocket.outer(y), inside.outer(y), distance)
                - Math.PI * Math.pow(inside.inner(y), 2)
                + lens(pocket.outer(y), inside.inner(y), distance));
    Shape block = Solids.box(KERNEL, new Vec3(-20, 0, -20), new Vec3(40, HEIGHT, 40));
    Shape tub =
        KERNEL
            .combine(Combination.SUBTRACT, block, List.of(pocket.shape()), true, BUDGET)
            .orThrow()
            .shape();
    Shape boss = moved(inside.shape(), Motion.shift(new Vec3(0, 0, distance)));
    List<Shape> both = elsewhere(random, tub, boss);
    assertUnited(both.getFirst(), both.getLast(), common);
  }
}

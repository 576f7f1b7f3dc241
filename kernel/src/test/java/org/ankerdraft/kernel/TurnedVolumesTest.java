package org.ankerdraft.kernel;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Random;
import java.util.stream.LongStream;
import org.ankerdraft.kernel.GeometryKernel.Combination;
import org.ankerdraft.vectors.Axis;
import org.ankerdraft.vectors.Plane;
import org.ankerdraft.vectors.Vec3;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Volumes and centroids of what cylinders and cones bound, and of bodies of several shells. */
class TurnedVolumesTest {
  private static final Budget BUDGET = Budget.ofSeconds(30);
  private static final GeometryKernel KERNEL =
      new GeometryKernel(WorkerProgram.find().orElseThrow());

  @AfterAll
  static void close() {
    KERNEL.close();
  }

  static LongStream seeds() {
    return LongStream.rangeClosed(1, 12);
  }

  /** A profile beside the z axis: inside radii, outside radii, and heights of both ends. */
  private record Ring(double in0, double in1, double out0, double out1, double low, double high) {
    static Ring of(Random random) {
      return new Ring(
          random.nextDouble(1, 6),
          random.nextDouble(1, 6),
          random.nextDouble(7, 15),
          random.nextDouble(7, 15),
          random.nextDouble(-9, 0),
          random.nextDouble(1, 20));
    }

    double height() {
      return high - low;
    }

    /** Frusta, by the prismatoid formula. */
    double volume() {
      return Math.PI * height() / 3 * (squares(out0, out1) - squares(in0, in1));
    }

    private static double squares(double a, double b) {
      return a * a + a * b + b * b;
    }

    /**
     * Of the height, from the lower end: of a frustum h (a2 + 2 a b + 3 b2) / (4 (a2 + a b + b2)).
     */
    double centroidHeight() {
      double moment = moments(out0, out1) - moments(in0, in1);
      return low + height() * moment / (4 * (squares(out0, out1) - squares(in0, in1)));
    }

    private static double moments(double a, double b) {
      return a * a + 2 * a * b + 3 * b * b;
    }

    /** The integral of the cube of the radius over the section's height, by three. */
    double radialMoment() {
      return (cubes(out0, out1) - cubes(in0, in1)) * height() / 12;
    }

    private static double cubes(double a, double b) {
      return (a + b) * (a * a + b * b);
    }

    Shape turned(double angle) {
      ProfileCurve.Region section = Solids.polygon(in0, low, out0, low, out1, high, in1, high);
      return KERNEL
          .revolve(List.of(section), Solids.GROUND, new Axis(Vec3.ZERO, Vec3.Y), 0, angle, BUDGET)
          .orThrow()
          .shape();
    }
  }

  /** Pappus for the volume; the centroid of a sector lies in its middle, nearer to the axis. */
  @ParameterizedTest
  @MethodSource("seeds")
  void ringsAndPartsOfRings(long seed) {
    Random random = new Random(seed);
    Ring ring = Ring.of(random);
    double angle = seed % 3 == 0 ? 2 * Math.PI : random.nextDouble(0.2, 6);
    Shape shape = ring.turned(angle);
    double wanted = ring.volume() * angle / (2 * Math.PI);
    assertThat(shape.mass().volumeMm3()).isCloseTo(wanted, within(1e-9 * wanted));
    Vec3 centroid = shape.mass().centroid();
    assertThat(centroid.y()).isCloseTo(ring.centroidHeight(), within(1e-7));
    double away = ring.radialMoment() * 2 * Math.sin(angle / 2) / wanted;
    assertThat(Math.hypot(centroid.x(), centroid.z())).isCloseTo(Math.abs(away), within(1e-6));
  }

  /** Wherever it lies and however it is turned; mirrored surfaces have left-handed frames. */
  @ParameterizedTest
  @MethodSource("seeds")
  void movedAndMirrored(long seed) {
    Random random = new Random(seed);
    Shape shape = Ring.of(random).turned(random.nextDouble(0.5, 6));
    Vec3 away = new Vec3(random.nextDouble(300), random.nextDouble(-300, 0), 90);
    Shape moved = KERNEL.move(shape, Motion.shift(away), BUDGET).orThrow().shape();
    assertSame(moved, shape, shape.mass().centroid().plus(away));
    Vec3 normal = new Vec3(random.nextDouble(), random.nextDouble(), 1).unit();
    Shape mirrored =
        KERNEL.move(shape, Motion.mirror(new Plane(Vec3.ZERO, normal)), BUDGET).orThrow().shape();
    Vec3 centroid = shape.mass().centroid();
    assertSame(mirrored, shape, centroid.minus(normal.times(2 * centroid.dot(normal))));
  }

  private static void assertSame(Shape is, Shape was, Vec3 centroid) {
    double volume = was.mass().volumeMm3();
    assertThat(is.proof().isSound()).isTrue();
    assertThat(is.mass().volumeMm3()).isCloseTo(volume, within(1e-9 * volume));
    assertThat(is.mass().centroid().distance(centroid)).isLessThan(1e-6);
  }

  /** Cylinders that a cut leaves in part, which is no rectangle of their parameters. */
  @ParameterizedTest
  @CsvSource({"3, 0.4", "5, -0.7", "2, 0"})
  void aRodCutAslant(double radius, double slope) {
    Shape rod = Solids.extruded(KERNEL, Solids.disc(radius), 30).shape();
    Vec3 normal = new Vec3(-slope, 0, 1).unit();
    Shape cut =
        KERNEL
            .cutByPlanes(rod, List.of(new Plane(new Vec3(0, 0, 12), normal)), BUDGET)
            .orThrow()
            .shape();
    double wanted = Math.PI * radius * radius * 12;
    assertThat(cut.mass().volumeMm3()).isCloseTo(wanted, within(1e-7 * wanted));
    // The moment of a wedge over a disc: slope times its second moment of area.
    double away = slope * Math.PI * Math.pow(radius, 4) / 4 / wanted;
    assertThat(cut.mass().centroid().x()).isCloseTo(away, within(1e-6));
  }

  /** A hollow within a body is a shell of its own, and is taken away. */
  @ParameterizedTest
  @ValueSource(doubles = {1, 4, 9})
  void aHollowWithin(double size) {
    Shape box = Solids.box(KERNEL, Vec3.ZERO, new Vec3(20, 15, 10));
    Shape hole = Solids.box(KERNEL, new Vec3(5, 5, 0.5), new Vec3(size, size, size));
    Shape hollow =
        KERNEL.combine(Combination.SUBTRACT, box, List.of(hole), true, BUDGET).orThrow().shape();
    assertThat(hollow.proof().isSound()).isTrue();
    assertThat(hollow.proof().solids()).isEqualTo(1);
    assertThat(hollow.mass().volumeMm3()).isCloseTo(3000 - size * size * size, within(1e-9));
    GeometryKernel.MeshProof proof =
        KERNEL.meshProof(hollow, 0.1, Math.toRadians(15), BUDGET).orThrow();
    assertThat(proof.isWatertight()).isTrue();
    assertThat(proof.volumeMm3()).isCloseTo(3000 - size * size * size, within(1e-3));
  }

  /** Two blocks that meet along an edge alone are two solids. */
  @ParameterizedTest
  @ValueSource(booleans = {true, false})
  void blocksThatMeetAlongAnEdge(boolean unify) {
    Shape one = Solids.box(KERNEL, Vec3.ZERO, new Vec3(4, 5, 6));
    Shape other = Solids.box(KERNEL, new Vec3(4, 5, 0), new Vec3(4, 5, 6));
    Shape both =
        KERNEL.combine(Combination.UNITE, one, List.of(other), unify, BUDGET).orThrow().shape();
    assertThat(both.proof().solids()).isEqualTo(2);
    assertThat(both.mass().volumeMm3()).isCloseTo(240, within(1e-9));
  }
}

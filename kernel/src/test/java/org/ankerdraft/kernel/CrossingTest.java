package org.ankerdraft.kernel;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Random;
import org.ankerdraft.vectors.Axis;
import org.ankerdraft.vectors.Plane;
import org.ankerdraft.vectors.Vec3;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Whether boundaries cross themselves, where it is plain to see. */
class CrossingTest {
  private static final Budget BUDGET = Budget.ofSeconds(60);
  private static GeometryKernel kernel;

  @BeforeAll
  static void start() {
    kernel = new GeometryKernel(WorkerProgram.find().orElseThrow());
  }

  @AfterAll
  static void stop() {
    kernel.close();
  }

  private static boolean crosses(Shape shape) {
    return kernel.crossesItself(shape, 0.05, 0.26, BUDGET).orThrow();
  }

  /** A rod along x, three quarters of a turn, and back down along y as far as a height above x. */
  private static Shape loop(double radius, double endsAt) {
    Vec3 start = new Vec3(-40, 0, 0);
    ProfileCurve.Region disc =
        new ProfileCurve.Region(
            List.of(new ProfileCurve.Circle(9, start, Vec3.X, radius, Vec3.Y)), List.of());
    double s = 20 * Math.sqrt(0.5);
    List<ProfileCurve> path =
        List.of(
            new ProfileCurve.Line(1, start, new Vec3(20, 0, 0)),
            new ProfileCurve.Arc(
                2, new Vec3(20, 0, 0), new Vec3(20 + s, 20 + s, 0), new Vec3(0, 20, 0)),
            new ProfileCurve.Line(3, new Vec3(0, 20, 0), new Vec3(0, endsAt, 0)));
    return kernel
        .sweepAlong(disc, new Plane(start, Vec3.X), path, false, false, BUDGET)
        .orThrow()
        .shape();
  }

  /**
   * Right through, the faces cross along closed curves that meet no edge; within, the end's edge
   * does; above, nothing.
   */
  @ParameterizedTest
  @CsvSource({"2, -30, true", "2, 0.5, true", "2, 2.05, false", "2, 8, false", "0.5, -9, true"})
  void aRodThatComesBackToItself(double radius, double endsAt, boolean crosses) {
    assertThat(crosses(loop(radius, endsAt))).isEqualTo(crosses);
  }

  /** A bent strip whose tip reaches into its own foot by some length. */
  @ParameterizedTest
  @CsvSource({"-1, false", "-0.01, false", "0.01, true", "2, true"})
  void aStripThatReachesItsFoot(double by, boolean crosses) {
    ProfileCurve.Region strip =
        Solids.polygon(0, 0, 30, 0, 30, 20, 12, 7 - by, 13, 3 - by, 27, 14, 27, 3, 0, 3);
    assertThat(crosses(Solids.extruded(kernel, strip, 5).shape())).isEqualTo(crosses);
  }

  private static ProfileCurve.Region strip(double by, double notch) {
    return Solids.polygon(
        0, 0, 10, 0, 10, notch, 11, notch, 11, 0, 30, 0, 30, 20, 12, 7 - by, 13, 3 - by, 27, 14, 27,
        3, 0, 3);
  }

  /** A strip that reaches its foot with a notch in the foot, whose other faces stay. */
  private static Shape stripWithRow(double by, double notch, double pinAt) {
    Shape strip = Solids.extruded(kernel, strip(by, notch), 5).shape();
    Shape pin =
        Solids.extrudedFrom(
                kernel, Solids.polygon(28, pinAt, 29, pinAt, 29, pinAt + 1, 28, pinAt + 1), 4, 3)
            .shape();
    return kernel
        .combine(GeometryKernel.Combination.UNITE, strip, List.of(pin), false, BUDGET)
        .orThrow()
        .shape();
  }

  /**
   * Of a body that was sound before only what has changed is looked at: it comes to the same as if
   * all were, whatever has changed.
   */
  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3, 4})
  void bodiesThatChangeALittle(long seed) {
    Random random = new Random(seed);
    double by = -1;
    double notch = 1;
    double pinAt = 5;
    for (int i = 0; i < 12; i++) {
      switch (random.nextInt(3)) {
        case 0 ->
            by = random.nextBoolean() ? random.nextDouble(-1, -0.05) : random.nextDouble(0.05, 2);
        case 1 -> notch = random.nextDouble(0.2, 2);
        default -> pinAt = random.nextDouble(1, 15);
      }
      assertThat(crosses(stripWithRow(Math.min(by, -0.05), notch, pinAt))).isFalse();
      Shape strip = Solids.extruded(kernel, strip(by, notch), 5).shape();
      assertThat(crosses(strip)).as("reaches by %s", by).isEqualTo(by > 0);
    }
  }

  /** The end of a rod moves, and what it comes back to stays. */
  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3})
  void anEndThatMoves(long seed) {
    Random random = new Random(seed);
    for (int i = 0; i < 4; i++) {
      assertThat(crosses(loop(2, random.nextDouble(2.1, 9)))).isFalse();
      assertThat(crosses(loop(2, random.nextDouble(-30, 1.8)))).isTrue();
    }
  }

  /** What one body was found to be says nothing of another. */
  @Test
  void bodiesByTurns() {
    Shape box = Solids.box(kernel, 20, 10, 5);
    for (double endsAt : new double[] {8, 0.5, 3}) {
      assertThat(crosses(box)).isFalse();
      assertThat(crosses(loop(2, endsAt))).isEqualTo(endsAt < 2);
      assertThat(crosses(Solids.extruded(kernel, strip(1 - endsAt, 1), 5).shape()))
          .isEqualTo(endsAt < 1);
    }
  }

  /** A tube that stands by itself in the hole of a plate, if there is one. */
  private static Shape plateAndTube(double hole) {
    ProfileCurve.Region plate = Solids.polygon(hole, 0, 40, 0, 40, 3, hole, 3);
    ProfileCurve.Region tube = Solids.polygon(3, -5, 5, -5, 5, 8, 3, 8);
    return kernel
        .revolve(
            List.of(plate, tube),
            Solids.GROUND,
            new Axis(Vec3.ZERO, Vec3.Y),
            0,
            2 * Math.PI,
            BUDGET)
        .orThrow()
        .shape();
  }

  /** Then the plate's two sides go through the tube, of which nothing has changed. */
  @Test
  void aHoleThatIsFilled() {
    assertThat(crosses(plateAndTube(10))).isFalse();
    assertThat(crosses(plateAndTube(0))).isTrue();
    assertThat(crosses(plateAndTube(8))).isFalse();
    assertThat(crosses(plateAndTube(4))).isTrue();
  }

  private static double side(double[] p, int a, int b, int c) {
    return (p[2 * b] - p[2 * a]) * (p[2 * c + 1] - p[2 * a + 1])
        - (p[2 * b + 1] - p[2 * a + 1]) * (p[2 * c] - p[2 * a]);
  }

  /** Whether two edges of a polygon that share no corner cross. */
  private static boolean isCrossed(double[] p) {
    int n = p.length / 2;
    for (int i = 0; i < n; i++) {
      for (int j = i + 2; j < n; j++) {
        int k = (i + 1) % n;
        int l = (j + 1) % n;
        if (l != i
            && side(p, i, k, j) * side(p, i, k, l) < 0
            && side(p, j, l, i) * side(p, j, l, k) < 0) {
          return true;
        }
      }
    }
    return false;
  }

  /** Prisms over any corners: crossed as their outlines are. */
  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12})
  void prismsOverAnyCorners(long seed) {
    Random random = new Random(seed);
    double[] xy = new double[2 * random.nextInt(4, 8)];
    for (int i = 0; i < xy.length; i += 2) {
      boolean isRound = seed % 2 == 0;
      double turn = 2 * Math.PI * i / xy.length;
      double r = random.nextDouble(5, 20);
      xy[i] = isRound ? r * Math.cos(turn) : random.nextDouble(-20, 20);
      xy[i + 1] = isRound ? r * Math.sin(turn) : random.nextDouble(-20, 20);
    }
    Outcome<Derived> made =
        kernel.extrude(
            List.of(Solids.polygon(xy)), Solids.GROUND, Vec3.ZERO, new Vec3(0, 0, 6), BUDGET);
    if (made instanceof Outcome.Done<Derived>(Derived prism)) {
      assertThat(crosses(prism.shape())).isEqualTo(isCrossed(xy));
    } else {
      assertThat(isCrossed(xy)).isTrue();
    }
  }

  @Test
  void soundBodiesDoNot() {
    Shape box = Solids.box(kernel, 20, 10, 5);
    assertThat(crosses(box)).isFalse();
    Shape pin = Solids.extrudedFrom(kernel, Solids.polygon(5, 2, 9, 2, 9, 6, 5, 6), 5, 8).shape();
    Derived united =
        kernel
            .combine(GeometryKernel.Combination.UNITE, box, List.of(pin), false, BUDGET)
            .orThrow();
    assertThat(crosses(united.shape())).isFalse();
    assertThat(crosses(Solids.extruded(kernel, Solids.disc(3), 40).shape())).isFalse();
  }
}

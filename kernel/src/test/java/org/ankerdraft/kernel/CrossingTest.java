package org.ankerdraft.kernel;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.ankerdraft.vectors.Plane;
import org.ankerdraft.vectors.Vec3;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

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

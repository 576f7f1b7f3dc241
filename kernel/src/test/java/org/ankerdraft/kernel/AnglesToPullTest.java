package org.ankerdraft.kernel;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Random;
import org.ankerdraft.kernel.GeometryKernel.Combination;
import org.ankerdraft.kernel.GeometryKernel.DraftRange;
import org.ankerdraft.kernel.Topology.SurfaceKind;
import org.ankerdraft.vectors.Axis;
import org.ankerdraft.vectors.Vec3;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** On tori and spheres about the pull the angles follow from where an arc begins and ends. */
class AnglesToPullTest {
  private static final Budget BUDGET = Budget.ofSeconds(30);
  private static final GeometryKernel KERNEL =
      new GeometryKernel(WorkerProgram.find().orElseThrow());

  @AfterAll
  static void close() {
    KERNEL.close();
  }

  private static DraftRange only(SurfaceKind kind, Shape shape, Vec3 pull) {
    List<Topology.Face> faces = shape.topology().faces();
    int face = -1;
    for (int f = 0; f < faces.size(); f++) {
      if (faces.get(f).kind() == kind) {
        assertThat(face).as("faces that are a %s", kind).isNegative();
        face = f;
      }
    }
    assertThat(face).as("faces that are a %s", kind).isNotNegative();
    return KERNEL.draftRanges(shape, pull, 1e-4, BUDGET).orThrow().get(face);
  }

  private static void assertRange(DraftRange range, double minRad, double maxRad) {
    assertThat(range.exact()).isTrue();
    assertThat(range.minRad()).isCloseTo(minRad, within(1e-9));
    assertThat(range.maxRad()).isCloseTo(maxRad, within(1e-9));
  }

  private static Vec3 onArc(double middle, double radius, double rad) {
    return new Vec3(middle + radius * Math.cos(rad), radius * Math.sin(rad), 0);
  }

  /** The sector of a disc beside the axis, turned about it. */
  private static Shape bowl(double middle, double radius, double from, double to, double turn) {
    Vec3 begin = onArc(middle, radius, from);
    Vec3 end = onArc(middle, radius, to);
    Vec3 inner = new Vec3(middle, 0, 0);
    return Solids.turned(
        KERNEL,
        new ProfileCurve.Region(
            List.of(
                new ProfileCurve.Arc(1, begin, onArc(middle, radius, (from + to) / 2), end),
                new ProfileCurve.Line(2, end, inner),
                new ProfileCurve.Line(3, inner, begin)),
            List.of()),
        turn);
  }

  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3, 4, 5, 6, 7, 8})
  void onPiecesOfToriTheyRunFromEndToEnd(long seed) {
    Random random = new Random(seed);
    double from = random.nextDouble(-1.5, 0.5);
    double to = from + random.nextDouble(0.3, 3.2);
    double turn = random.nextBoolean() ? 2 * Math.PI : random.nextDouble(0.3, 6);
    Shape piece = bowl(random.nextDouble(5, 9), random.nextDouble(1, 4), from, to, turn);
    double most = Math.min(to, Math.PI / 2);
    double least = Math.min(from, Math.PI - to);
    DraftRange range = only(SurfaceKind.TORUS, piece, Vec3.Y);
    assertRange(range, least, most);
    // Pulled the other way, and turned over in space with the pull.
    assertRange(only(SurfaceKind.TORUS, piece, Vec3.Y.times(-1)), -most, -least);
    Motion over = Motion.turn(new Axis(new Vec3(3, 1, 2), new Vec3(1, 2, -1).unit()), 2.2);
    Shape moved = KERNEL.move(piece, over, BUDGET).orThrow().shape();
    assertRange(only(SurfaceKind.TORUS, moved, over.ofDirection(Vec3.Y)), least, most);
  }

  @Test
  void aRingLooksEveryWay() {
    ProfileCurve.Circle circle = new ProfileCurve.Circle(1, new Vec3(8, 0, 0), Vec3.Z, 2, Vec3.X);
    Shape ring =
        Solids.turned(KERNEL, new ProfileCurve.Region(List.of(circle), List.of()), 2 * Math.PI);
    assertRange(only(SurfaceKind.TORUS, ring, Vec3.Y), -Math.PI / 2, Math.PI / 2);
  }

  @ParameterizedTest
  @ValueSource(doubles = {-3, 0.5, 2, 4.9})
  void aBallThatIsCutEndsAtTheCut(double height) {
    Shape ball = Solids.turned(KERNEL, Solids.halfDisc(5), 2 * Math.PI);
    Shape above = Solids.box(KERNEL, new Vec3(-6, height, -6), new Vec3(12, 12, 12));
    Shape cut =
        KERNEL.combine(Combination.SUBTRACT, ball, List.of(above), true, BUDGET).orThrow().shape();
    DraftRange range = only(SurfaceKind.SPHERE, cut, Vec3.Y);
    assertThat(range.exact()).isTrue();
    // At a pole the library has no normal, and one a little beside it is taken.
    assertThat(range.minRad()).isCloseTo(-Math.PI / 2, within(1e-5));
    assertThat(range.maxRad()).isCloseTo(Math.asin(height / 5), within(1e-9));
  }

  /** Where the angle depends on both parameters it is searched for, and said to be. */
  @Test
  void acrossTheAxisTheyAreSearchedFor() {
    Shape piece = bowl(8, 2, -0.5, 0.5, 2 * Math.PI);
    DraftRange range = only(SurfaceKind.TORUS, piece, Vec3.X);
    assertThat(range.exact()).isFalse();
    assertThat(range.maxRad()).isCloseTo(Math.PI / 2, within(1e-3));
  }
}

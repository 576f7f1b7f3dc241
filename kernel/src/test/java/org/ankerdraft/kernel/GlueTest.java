package org.ankerdraft.kernel;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.ankerdraft.kernel.GeometryKernel.Combination;
import org.ankerdraft.kernel.ProfileCurve.Region;
import org.ankerdraft.vectors.Axis;
import org.ankerdraft.vectors.Plane;
import org.ankerdraft.vectors.Vec3;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/**
 * What only stands on a plane face, or hangs in the body from there, is set into the face without
 * being intersected; what comes near to that must not be taken for it. Volumes in closed form.
 */
class GlueTest {
  private static final Budget BUDGET = Budget.ofSeconds(30);
  private static final double FINE = 0.01;
  private static final double THICK = 4;
  private static final double PLATE = 100 * 80 * THICK;
  private static GeometryKernel kernel;

  @BeforeAll
  static void start() {
    kernel = new GeometryKernel(WorkerProgram.find().orElseThrow());
  }

  @AfterAll
  static void stop() {
    kernel.close();
  }

  private static Shape plate() {
    return Solids.box(kernel, new Vec3(-50, -40, 0), new Vec3(100, 80, THICK));
  }

  private static Shape rod(double radius, double x, double y, double from, double to) {
    Shape rod = Solids.extrudedFrom(kernel, Solids.disc(radius), from, to - from).shape();
    return moved(rod, Motion.shift(new Vec3(x, y, 0)));
  }

  private static Shape ring(double outer, double inner, double from, double to) {
    ProfileCurve hole = new ProfileCurve.Circle(2, Vec3.ZERO, Vec3.Z, inner, Vec3.X);
    Region region = new Region(Solids.disc(outer).outer(), List.of(List.of(hole)));
    return Solids.extrudedFrom(kernel, region, from, to - from).shape();
  }

  private static Shape moved(Shape shape, Motion motion) {
    return kernel.move(shape, motion, BUDGET).orThrow().shape();
  }

  private static Derived combined(Combination kind, Shape body, Shape... tools) {
    return kernel.combine(kind, body, List.of(tools), true, BUDGET).orThrow();
  }

  private static void assertBody(Shape shape, double volume, int solids) {
    assertThat(shape.proof().isSound()).as("faults: %s", shape.proof().faults()).isTrue();
    assertThat(shape.proof().solids()).isEqualTo(solids);
    assertThat(shape.mass().volumeMm3()).isCloseTo(volume, within(1e-9 * volume));
    Anew.assertSame(kernel, shape, FINE);
  }

  private static double disc(double radius) {
    return Math.PI * radius * radius;
  }

  @ParameterizedTest
  @CsvSource({"UNITE, 4, 9, 5", "UNITE, -6, 0, 6", "SUBTRACT, 2.5, 4, -1.5", "SUBTRACT, 0, 1, -1"})
  void aRodOnEitherSide(Combination kind, double from, double to, double height) {
    Shape with = combined(kind, plate(), rod(3, 10, -5, from, to)).shape();
    assertBody(with, PLATE + disc(3) * height, 1);
    assertThat(with.topology().faces()).hasSize(6 + 2);
  }

  /** Both ends lie on the plate's skins: what is left is a hole. */
  @Test
  void aRodAsLongAsThePlateIsThick() {
    Shape with = combined(Combination.SUBTRACT, plate(), rod(3, 10, -5, 0, THICK)).shape();
    assertBody(with, PLATE - disc(3) * THICK, 1);
    assertThat(with.topology().faces()).hasSize(6 + 1);
  }

  /** The ground within a tube is a face of its own, and comes of the plate's top. */
  @Test
  void aTubeLeavesTheGroundWithin() {
    Shape plate = plate();
    Derived with = combined(Combination.UNITE, plate, ring(9, 7, THICK, 12));
    assertBody(with.shape(), PLATE + (disc(9) - disc(7)) * 8, 1);
    int top = Solids.faceLooking(plate, Vec3.Z);
    List<Double> areas =
        with.origins().stream()
            .filter(o -> o.input() == 0 && o.source() == top)
            .map(o -> with.shape().topology().face(o.face()).areaMm2())
            .sorted()
            .toList();
    assertThat(areas).hasSize(2);
    assertThat(areas.getFirst()).isCloseTo(disc(7), within(1e-9));
    assertThat(areas.getLast()).isCloseTo(8000 - disc(9), within(1e-9 * 8000));
  }

  /** A bell encloses a hollow, whose skin is no part of the outer one. */
  @Test
  void aBellEnclosesAHollow() {
    Derived bell = combined(Combination.SUBTRACT, rod(9, 0, 0, THICK, 12), rod(7, 0, 0, 0, 10));
    Shape with = combined(Combination.UNITE, plate(), bell.shape()).shape();
    assertBody(with, PLATE + disc(9) * 8 - disc(7) * 6, 1);
  }

  /** A bell with a pin in its middle stands on two feet, one within the other. */
  @Test
  void aBellWithAPin() {
    Shape bell = combined(Combination.SUBTRACT, rod(9, 0, 0, THICK, 12), ring(7, 2, 0, 10)).shape();
    Shape with = combined(Combination.UNITE, plate(), bell).shape();
    assertBody(with, PLATE + disc(9) * 8 - (disc(7) - disc(2)) * 6, 1);
  }

  @ParameterizedTest
  @CsvSource({"3, 1", "0, 2"})
  void aGrooveAndAPlug(double from, int solids) {
    Shape with = combined(Combination.SUBTRACT, plate(), ring(9, 7, from, THICK)).shape();
    assertBody(with, PLATE - (disc(9) - disc(7)) * (THICK - from), solids);
  }

  @ParameterizedTest
  @ValueSource(booleans = {true, false})
  void aPinWithinATube(boolean isAtOnce) {
    Shape tube = ring(9, 7, THICK, 12);
    Shape pin = rod(2, 1, 0, THICK, 20);
    Shape with =
        isAtOnce
            ? combined(Combination.UNITE, plate(), tube, pin).shape()
            : combined(Combination.UNITE, combined(Combination.UNITE, plate(), tube).shape(), pin)
                .shape();
    assertBody(with, PLATE + (disc(9) - disc(7)) * 8 + disc(2) * 16, 1);
  }

  /** A table on four legs, and a tunnel with two mouths in one face. */
  @Test
  void severalFeet() {
    Shape table = Solids.box(kernel, new Vec3(-12, -12, 8), new Vec3(24, 24, 2));
    for (double x : new double[] {-9, 9}) {
      for (double y : new double[] {-9, 9}) {
        table = combined(Combination.UNITE, table, rod(1.5, x, y, THICK, 8)).shape();
      }
    }
    Shape with = combined(Combination.UNITE, plate(), table).shape();
    assertBody(with, PLATE + 24 * 24 * 2 + 4 * disc(1.5) * 4, 1);
    Shape bow = Solids.box(kernel, new Vec3(-30, 25, 1), new Vec3(60, 4, 3));
    Shape gap = Solids.box(kernel, new Vec3(-26, 20, 2.5), new Vec3(52, 20, 9));
    Shape tunnel = combined(Combination.SUBTRACT, bow, gap).shape();
    Shape drilled = combined(Combination.SUBTRACT, with, tunnel).shape();
    assertBody(drilled, with.mass().volumeMm3() - (60 * 4 * 3 - 52 * 4 * 1.5), 1);
  }

  /** Lifted by a hair it floats beside the plate; sunk by one it is combined as it is. */
  @ParameterizedTest
  @CsvSource({"1e-5, 2", "1e-3, 2", "-1e-5, 1", "-1e-3, 1"})
  void hairsAboveAndBelow(double lifted, int solids) {
    Shape with = combined(Combination.UNITE, plate(), rod(3, 0, 0, THICK + lifted, 10)).shape();
    double volume = PLATE + disc(3) * (6 - Math.max(lifted, 0));
    assertThat(with.proof().isSound()).isTrue();
    assertThat(with.proof().solids()).isEqualTo(solids);
    assertThat(with.mass().volumeMm3()).isCloseTo(volume, within(1e-9 * volume));
  }

  /** A pocket that leaves a thin floor, none, and one that is cut through. */
  @ParameterizedTest
  @ValueSource(doubles = {1, 1e-2, 1e-3, -1e-3, -1})
  void floorsOfPockets(double floor) {
    Shape with = combined(Combination.SUBTRACT, plate(), rod(3, 0, 0, floor, THICK)).shape();
    assertBody(with, PLATE - disc(3) * (THICK - Math.max(floor, 0)), 1);
    assertThat(with.topology().faces()).hasSize(floor > 0 ? 8 : 7);
  }

  /** A rod lying on the plate touches it along a line only, a barrel on its flat side stands. */
  @Test
  void aHalfRoundStandsOnItsFlatSide() {
    Shape lying =
        moved(rod(3, 0, 0, -10, 10), Motion.turn(new Axis(Vec3.ZERO, Vec3.X), 1.5707963267948966));
    Shape half =
        combined(
                Combination.SUBTRACT,
                lying,
                Solids.box(kernel, new Vec3(-20, -20, -9), new Vec3(40, 40, 9)))
            .shape();
    Shape with =
        combined(Combination.UNITE, plate(), moved(half, Motion.shift(new Vec3(0, 0, THICK))))
            .shape();
    assertBody(with, PLATE + disc(3) / 2 * 20, 1);
  }

  /** Turned any way, and mirrored, a plate takes pegs and pockets at once. */
  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3, 4, 5, 6})
  void anywhereInSpace(long seed) {
    Random random = new Random(seed);
    Vec3 about = new Vec3(random.nextGaussian(), random.nextGaussian(), random.nextGaussian());
    Motion turn =
        Motion.turn(new Axis(new Vec3(30, -70, 11), about.unit()), random.nextDouble(1, 5));
    Motion mirror = Motion.mirror(new Plane(new Vec3(3, 5, 8), about.unit()));
    boolean isMirrored = seed % 2 == 0;
    List<Shape> pegs = new ArrayList<>();
    List<Shape> pockets = new ArrayList<>();
    double volume = PLATE;
    for (int i = 0; i < 8; i++) {
      double r = random.nextDouble(1, 3);
      double height = random.nextDouble(1, 3.5);
      double x = -40 + 10 * i;
      pegs.add(rod(r, x, -15, THICK, THICK + height));
      pockets.add(rod(r, x, 15, THICK - height, THICK));
      volume += disc(r) * height;
    }
    double taken = volume - PLATE;
    List<Shape> there = new ArrayList<>();
    pegs.forEach(p -> there.add(at(p, turn, mirror, isMirrored)));
    Shape body =
        combined(
                Combination.UNITE,
                at(plate(), turn, mirror, isMirrored),
                there.toArray(Shape[]::new))
            .shape();
    assertBody(body, volume, 1);
    GeometryKernel.Together done =
        kernel
            .combineApart(
                Combination.SUBTRACT,
                body,
                pockets.stream().map(p -> at(p, turn, mirror, isMirrored)).toList(),
                true,
                BUDGET)
            .orThrow();
    assertBody(done.derived().shape(), PLATE, 1);
    assertThat(done.overlapsMm3().stream().mapToDouble(Double::doubleValue).sum())
        .isCloseTo(taken, within(1e-6 * taken));
  }

  private static Shape at(Shape shape, Motion turn, Motion mirror, boolean isMirrored) {
    Shape turned = moved(shape, turn);
    return isMirrored ? moved(turned, mirror) : turned;
  }

  /** Tools that stand and tools that go through are combined at once, each its own way. */
  @Test
  void standingAndGoingThrough() {
    Shape holes = plate();
    for (int i = 0; i < 9; i++) {
      holes = combined(Combination.SUBTRACT, holes, rod(1.5, -40 + 10 * i, 33, -1, 5)).shape();
    }
    GeometryKernel.Together done =
        kernel
            .combineApart(
                Combination.SUBTRACT,
                holes,
                List.of(rod(2, -20, 0, 1, THICK), rod(3, 20, 0, -1, 9)),
                true,
                BUDGET)
            .orThrow();
    assertThat(done.overlapsMm3().getFirst()).isCloseTo(disc(2) * 3, within(1e-6));
    assertThat(done.overlapsMm3().getLast()).isCloseTo(disc(3) * THICK, within(1e-6));
    assertBody(done.derived().shape(), PLATE - 9 * disc(1.5) * 4 - disc(2) * 3 - disc(3) * 4, 1);
  }
}

package org.ankerdraft.kernel;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Random;
import org.ankerdraft.kernel.GeometryKernel.Combination;
import org.ankerdraft.vectors.Axis;
import org.ankerdraft.vectors.Vec3;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/**
 * An inside that comes out of one plane face is set into that face; one that does not is taken from
 * the whole body. What comes of it is the same, and what geometry says.
 */
class HollowTest {
  private static final Budget BUDGET = Budget.ofSeconds(30);
  private static final double FINE = 0.02;
  private static GeometryKernel kernel;

  @BeforeAll
  static void start() {
    kernel = new GeometryKernel(WorkerProgram.find().orElseThrow());
  }

  @AfterAll
  static void stop() {
    kernel.close();
  }

  private static Shape box(double x, double y, double z, double dx, double dy, double dz) {
    return Solids.box(kernel, new Vec3(x, y, z), new Vec3(dx, dy, dz));
  }

  private static Shape rod(double radius, double x, double y, double from, double height) {
    Shape rod = Solids.extrudedFrom(kernel, Solids.disc(radius), from, height).shape();
    return moved(rod, Motion.shift(new Vec3(x, y, 0)));
  }

  private static Shape moved(Shape shape, Motion motion) {
    return kernel.move(shape, motion, BUDGET).orThrow().shape();
  }

  private static Shape without(Shape body, Shape tool) {
    return kernel
        .combine(Combination.SUBTRACT, body, List.of(tool), false, BUDGET)
        .orThrow()
        .shape();
  }

  /** Hollowed through a face; the same as without the hint. */
  private static Derived hollowed(Shape body, Shape tool, int face, double volume) {
    Derived hollow = kernel.hollow(body, tool, face, BUDGET).orThrow();
    Shape shape = hollow.shape();
    assertThat(shape.proof().isSound()).as("faults: %s", shape.proof().faults()).isTrue();
    assertThat(shape.mass().volumeMm3()).isCloseTo(volume, within(1e-9 * volume));
    Anew.assertSame(kernel, shape, FINE);
    Shape plain = without(body, tool);
    assertThat(shape.mass().volumeMm3()).isCloseTo(plain.mass().volumeMm3(), within(1e-9 * volume));
    assertThat(shape.topology().faces()).hasSameSizeAs(plain.topology().faces());
    assertThat(shape.topology().edges()).hasSameSizeAs(plain.topology().edges());
    return hollow;
  }

  private static Shape hollowed(Shape body, Shape tool, double volume) {
    return hollowed(body, tool, Solids.faceLooking(body, Vec3.Z), volume).shape();
  }

  @Test
  void aBoxInABoxLeavesATrayWithARim() {
    Shape body = box(0, 0, 0, 40, 30, 20);
    int top = Solids.faceLooking(body, Vec3.Z);
    Derived tray = hollowed(body, box(2, 2, 2, 36, 26, 30), top, 40 * 30 * 20 - 36 * 26 * 18);
    assertThat(tray.shape().topology().faces()).hasSize(11);
    List<Integer> rim =
        tray.origins().stream()
            .filter(o -> o.input() == 0 && o.source() == top)
            .map(Derived.Origin::face)
            .toList();
    assertThat(rim).hasSize(1);
    assertThat(tray.shape().topology().face(rim.getFirst()).areaMm2())
        .isCloseTo(40 * 30 - 36 * 26, within(1e-9));
    // Five faces of the box outside, five of the tool inside.
    assertThat(tray.origins().stream().filter(o -> o.input() == 1).map(Derived.Origin::face))
        .hasSize(5)
        .doesNotContain(rim.getFirst());
  }

  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3, 4})
  void traysAnywhereInSpace(long seed) {
    Random random = new Random(seed);
    Vec3 along = new Vec3(random.nextDouble(), random.nextDouble(), random.nextDouble()).unit();
    Motion lie =
        new Motion(null, new Axis(new Vec3(3, 1, 2), along), random.nextDouble(6), Vec3.ZERO);
    double wall = random.nextDouble(0.5, 4);
    Shape body = box(0, 0, 0, 40, 30, 20);
    int top = Solids.faceLooking(body, Vec3.Z);
    double inside = (40 - 2 * wall) * (30 - 2 * wall) * (20 - wall);
    Shape tool = box(wall, wall, wall, 40 - 2 * wall, 30 - 2 * wall, 25);
    hollowed(moved(body, lie), moved(tool, lie), top, 40 * 30 * 20 - inside);
  }

  @Test
  void aPostInsideKeepsItsTopInTheFace() {
    Shape tool = without(box(2, 2, 2, 36, 26, 30), rod(3, 20, 15, 0, 40));
    double volume = 40 * 30 * 20 - (36 * 26 - Math.PI * 9) * 18;
    Shape body = box(0, 0, 0, 40, 30, 20);
    Derived tray = hollowed(body, tool, Solids.faceLooking(body, Vec3.Z), volume);
    int top = Solids.faceLooking(body, Vec3.Z);
    assertThat(tray.origins().stream().filter(o -> o.input() == 0 && o.source() == top)).hasSize(2);
  }

  /** Well within a curved skin, far from the flat face as well. */
  @Test
  void aRodInARod() {
    hollowed(
        rod(20, 5, 5, 0, 50), rod(18.5, 5, 5, 1.5, 60), Math.PI * (400 * 50 - 18.5 * 18.5 * 48.5));
  }

  @Test
  void aToolThatBreaksThroughAWallIsTakenFromTheWholeBody() {
    hollowed(box(0, 0, 0, 40, 30, 20), box(2, 2, 2, 50, 26, 30), 40 * 30 * 20 - 38 * 26 * 18);
    hollowed(box(0, 0, 0, 40, 30, 20), box(2, 2, -3, 36, 26, 30), 40 * 30 * 20 - 36 * 26 * 20);
    // A hole that the tool's wall runs into.
    Shape holed = without(box(0, 0, 0, 40, 30, 20), rod(1, 20, 1.5, -1, 30));
    Shape tool = box(2, 2, 2, 36, 26, 30);
    Shape plain = without(holed, tool);
    hollowed(holed, tool, plain.mass().volumeMm3());
  }

  @Test
  void aToolThatStaysInsideMakesAVoid() {
    hollowed(box(0, 0, 0, 40, 30, 20), box(5, 5, 5, 30, 20, 10), 40 * 30 * 20 - 30 * 20 * 10);
  }

  @Test
  void aToolThatComesOutOfAnotherFaceIsNoneTheWorse() {
    Shape body = box(0, 0, 0, 40, 30, 20);
    int front = Solids.faceLooking(body, new Vec3(0, -1, 0));
    hollowed(body, box(2, 2, 2, 36, 26, 30), front, 40 * 30 * 20 - 36 * 26 * 18);
  }

  /** Through a curved wall nothing can be set in. */
  @Test
  void throughACurvedFaceTheWholeBodyIsCut() {
    Shape body = rod(10, 0, 0, 0, 30);
    int round = 1;
    while (body.topology().face(round).kind() == Topology.SurfaceKind.PLANE) {
      round++;
    }
    Shape tool = box(0, -3, 10, 20, 6, 6);
    hollowed(body, tool, round, without(body, tool).mass().volumeMm3());
  }

  @Test
  void aFaceThatIsNotThereIsRefused() {
    Shape body = box(0, 0, 0, 40, 30, 20);
    assertThat(kernel.hollow(body, box(2, 2, 2, 36, 26, 30), 7, BUDGET))
        .isInstanceOf(Outcome.Failed.class);
  }
}

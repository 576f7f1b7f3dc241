package org.ankerdraft.kernel;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.ankerdraft.kernel.GeometryKernel.Combination;
import org.ankerdraft.vectors.Axis;
import org.ankerdraft.vectors.Plane;
import org.ankerdraft.vectors.Vec3;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.ValueSource;

/**
 * On a body of many edges, tools that come near none of them are combined with a block of it. What
 * comes of it must be what geometry says, whichever way it was made.
 */
class LocalCombinationTest {
  private static final Budget BUDGET = Budget.ofSeconds(30);
  private static final double FINE = 0.01;
  private static final double PLATE = 100 * 80 * 4.0;
  private static final double HOLE = Math.PI * 4 * 4;
  private static GeometryKernel kernel;

  @BeforeAll
  static void start() {
    kernel = new GeometryKernel(WorkerProgram.find().orElseThrow());
  }

  @AfterAll
  static void stop() {
    kernel.close();
  }

  private static Shape box(Vec3 corner, Vec3 size) {
    return Solids.box(kernel, corner, size);
  }

  private static Shape moved(Shape shape, Motion motion) {
    return kernel.move(shape, motion, BUDGET).orThrow().shape();
  }

  private static Shape rod(double radius, double x, double y, double from, double height) {
    Shape rod = Solids.extrudedFrom(kernel, Solids.disc(radius), from, height).shape();
    return moved(rod, Motion.shift(new Vec3(x, y, 0)));
  }

  private static Derived combined(Combination kind, Shape body, Shape... tools) {
    return kernel.combine(kind, body, List.of(tools), true, BUDGET).orThrow();
  }

  /** 100 x 80 x 4 on the ground, with twelve holes of 4 in rows at its front and back. */
  private static Shape plate() {
    List<Shape> holes = new ArrayList<>();
    for (int i = 0; i < 6; i++) {
      holes.add(rod(2, -40 + 16 * i, -34, -1, 6));
      holes.add(rod(2, -40 + 16 * i, 34, -1, 6));
    }
    Shape plate = box(new Vec3(-50, -40, 0), new Vec3(100, 80, 4));
    return kernel.combine(Combination.SUBTRACT, plate, holes, true, BUDGET).orThrow().shape();
  }

  private static void assertVolume(Shape shape, double volume) {
    assertThat(shape.proof().isSound()).as("faults: %s", shape.proof().faults()).isTrue();
    assertThat(shape.mass().volumeMm3()).isCloseTo(volume, within(1e-9 * volume));
    Anew.assertSame(kernel, shape, FINE);
  }

  /** Where faces of the result come from the given face of an input. */
  private static List<Integer> from(Derived derived, int input, int face) {
    return derived.origins().stream()
        .filter(o -> o.input() == input && o.source() == face)
        .map(Derived.Origin::face)
        .distinct()
        .toList();
  }

  @Test
  void aBossOnThePlateGivesItsTopOneContourMore() {
    Shape plate = plate();
    double before = plate.mass().volumeMm3();
    assertThat(before).isCloseTo(PLATE - 12 * HOLE, within(1e-9 * PLATE));
    Derived with = combined(Combination.UNITE, plate, rod(3, 5, 2, 4, 8));
    assertVolume(with.shape(), before + Math.PI * 9 * 8);
    assertThat(with.shape().topology().faces()).hasSize(plate.topology().faces().size() + 2);
    int top = Solids.faceLooking(plate, Vec3.Z);
    List<Integer> images = from(with, 0, top);
    assertThat(images).hasSize(1);
    Topology.Face grown = with.shape().topology().face(images.getFirst());
    assertThat(grown.loops()).hasSize(plate.topology().face(top).loops().size() + 1);
    assertThat(grown.areaMm2()).isCloseTo(100 * 80 - 12 * Math.PI * 4 - Math.PI * 9, within(1e-6));
  }

  @Test
  void everyOtherFaceIsKept() {
    Shape plate = plate();
    Derived with = combined(Combination.UNITE, plate, rod(3, 5, 2, 4, 8));
    int top = Solids.faceLooking(plate, Vec3.Z);
    List<Integer> kept =
        with.origins().stream()
            .filter(o -> o.input() == 0 && o.kind() == Derived.OriginKind.FACE_KEPT)
            .map(Derived.Origin::source)
            .sorted()
            .toList();
    List<Integer> others = new ArrayList<>();
    for (int f = 1; f <= plate.topology().faces().size(); f++) {
      if (f != top) {
        others.add(f);
      }
    }
    assertThat(kept).isEqualTo(others);
  }

  /** A frustum of 2 and 3 across the plate: V = pi h (r1^2 + r1 r2 + r2^2) / 3. */
  @Test
  void aHoleThatTapersGoesThroughBothSkins() {
    Shape plate = plate();
    Shape straight = rod(2, -10, 6, -2, 8);
    int side =
        straight.topology().faces().stream()
                .map(Topology.Face::kind)
                .toList()
                .indexOf(Topology.SurfaceKind.CYLINDER)
            + 1;
    double angle = Math.atan2(1, 8);
    Shape cone =
        kernel
            .draft(
                straight,
                Map.of(side, -angle),
                Vec3.Z,
                new Plane(new Vec3(0, 0, -2), Vec3.Z),
                BUDGET)
            .orThrow()
            .shape();
    double at0 = 2 + 2 / 8.0;
    double at4 = 2 + 6 / 8.0;
    double cut = Math.PI * 4 * (at0 * at0 + at0 * at4 + at4 * at4) / 3;
    Derived with = combined(Combination.SUBTRACT, plate, cone);
    assertVolume(with.shape(), plate.mass().volumeMm3() - cut);
    for (Vec3 looking : List.of(Vec3.Z, Vec3.Z.negated())) {
      int face = Solids.faceLooking(plate, looking);
      assertThat(with.shape().topology().face(from(with, 0, face).getFirst()).loops())
          .hasSize(plate.topology().face(face).loops().size() + 1);
    }
  }

  /**
   * A groove leaves a land within it, which comes of the top as well; one right through, a plug of
   * its own.
   */
  @ParameterizedTest
  @ValueSource(doubles = {1.5, 4, 6})
  void aRingLeavesWhatLiesWithinIt(double depth) {
    Shape plate = plate();
    Shape ring =
        combined(Combination.SUBTRACT, rod(9, 0, 0, 4 - depth, 6), rod(7, 0, 0, -9, 30)).shape();
    Derived with = combined(Combination.SUBTRACT, plate, ring);
    double cut = Math.PI * (81 - 49) * Math.min(depth, 4);
    assertVolume(with.shape(), plate.mass().volumeMm3() - cut);
    assertThat(with.shape().proof().solids()).isEqualTo(depth < 4 ? 1 : 2);
    assertThat(from(with, 0, Solids.faceLooking(plate, Vec3.Z))).hasSize(2);
  }

  /** Two rods, both in one tool, at once with a third one. */
  @Test
  void severalToolsTellWhatEachHasInCommonWithThePlate() {
    Shape plate = combined(Combination.UNITE, plate(), rod(2, 0, 0, 4, 3)).shape();
    Shape two = combined(Combination.UNITE, rod(2, 20, 9, 3, 5), rod(1, -20, 9, 2, 5)).shape();
    GeometryKernel.Together done =
        kernel
            .combineApart(
                Combination.UNITE, plate, List.of(two, rod(3, 0, -15, 1, 9)), true, BUDGET)
            .orThrow();
    assertThat(done.overlapsMm3().get(0)).isCloseTo(Math.PI * (4 + 2), within(1e-6));
    assertThat(done.overlapsMm3().get(1)).isCloseTo(Math.PI * 9 * 3, within(1e-6));
    assertVolume(done.derived().shape(), plate.mass().volumeMm3() + Math.PI * (4 * 4 + 3 + 9 * 6));
  }

  @ParameterizedTest
  @EnumSource(
      value = Combination.class,
      names = {"UNITE", "SUBTRACT"})
  void aToolAtAnEdgeIsCombinedLikeAnyOther(Combination kind) {
    Shape plate = plate();
    Shape tool = box(new Vec3(46, -5, 1), new Vec3(10, 10, 8));
    double within = 4 * 10 * 3;
    assertVolume(
        combined(kind, plate, tool).shape(),
        plate.mass().volumeMm3() + (kind == Combination.UNITE ? 800 - within : -within));
  }

  @Test
  void aToolWithinTheMaterialLeavesAVoid() {
    Shape plate = plate();
    Shape tool = box(new Vec3(-2, -2, 1.5), new Vec3(4, 4, 1));
    assertVolume(
        combined(Combination.SUBTRACT, plate, tool).shape(), plate.mass().volumeMm3() - 16);
  }

  @Test
  void aHoleIntoAVoidJoinsTheTwoSkins() {
    Shape hollow =
        combined(Combination.SUBTRACT, plate(), box(new Vec3(-20, -15, 1), new Vec3(40, 30, 2)))
            .shape();
    double before = PLATE - 12 * HOLE - 40 * 30 * 2;
    assertVolume(hollow, before);
    Derived with = combined(Combination.SUBTRACT, hollow, rod(1.5, 3, 2, 2, 6));
    assertVolume(with.shape(), before - Math.PI * 2.25);
    assertThat(with.shape().topology().faces()).hasSize(hollow.topology().faces().size() + 1);
  }

  /** Between the two legs of a U there is nothing to stand on: the rod bridges them. */
  @Test
  void aRodThatBridgesTwoWallsMeetsBoth() {
    Shape plate = plate();
    Shape walls =
        combined(
                Combination.UNITE,
                plate,
                box(new Vec3(-20, -25, 0), new Vec3(3, 50, 30)),
                box(new Vec3(17, -25, 0), new Vec3(3, 50, 30)))
            .shape();
    Shape along =
        moved(
            Solids.extrudedFrom(kernel, Solids.disc(2), -18, 36).shape(),
            Motion.turn(new Axis(Vec3.ZERO, new Vec3(0, 1, 0)), Math.PI / 2));
    Shape bridge = moved(along, Motion.shift(new Vec3(0, 0, 17)));
    double free = 34;
    assertVolume(
        combined(Combination.UNITE, walls, bridge).shape(),
        walls.mass().volumeMm3() + Math.PI * 4 * free);
    assertVolume(
        combined(Combination.SUBTRACT, walls, bridge).shape(),
        walls.mass().volumeMm3() - Math.PI * 4 * 2);
  }

  private static Shape anyTool(Random random) {
    double x = random.nextDouble(-45, 45);
    double y = random.nextDouble(-36, 36);
    double from = List.of(-3.0, 0.0, 1.0, 2.5, 4.0).get(random.nextInt(5));
    double height = random.nextDouble(1, 9);
    return random.nextBoolean()
        ? rod(random.nextDouble(0.5, 4), x, y, from, height)
        : moved(
            box(new Vec3(-3, -2, from), new Vec3(6, 4, height)),
            new Motion(
                null, new Axis(Vec3.ZERO, Vec3.Z), random.nextDouble(Math.PI), new Vec3(x, y, 0)));
  }

  /**
   * Bosses, holes and pockets one after the other, on a plate that lies anywhere in space: each
   * changes the volume by what it has, or has not, in common with the body.
   */
  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3, 4, 5, 6})
  void oneAfterTheOtherChangesTheVolumeByWhatIsInCommon(long seed) {
    Random random = new Random(seed);
    Motion lie =
        new Motion(
            null,
            new Axis(
                new Vec3(3, 1, 2),
                new Vec3(random.nextDouble(), random.nextDouble(), random.nextDouble() + 0.1)
                    .unit()),
            seed == 1 ? Math.PI / 2 : random.nextDouble(6),
            new Vec3(random.nextDouble(50), 0, 0));
    Shape body = moved(plate(), lie);
    for (int i = 0; i < 10; i++) {
      Shape tool = moved(anyTool(random), lie);
      Shape common =
          kernel
              .combine(Combination.INTERSECT, body, List.of(tool), true, BUDGET)
              .orThrow()
              .shape();
      Combination kind = random.nextBoolean() ? Combination.UNITE : Combination.SUBTRACT;
      double change =
          kind == Combination.UNITE
              ? tool.mass().volumeMm3() - common.mass().volumeMm3()
              : -common.mass().volumeMm3();
      double wanted = body.mass().volumeMm3() + change;
      Shape next = combined(kind, body, tool).shape();
      assertThat(next.proof().isSound()).as("seed %d, tool %d", seed, i).isTrue();
      assertThat(next.mass().volumeMm3())
          .as("seed %d, tool %d, %s", seed, i, kind)
          .isCloseTo(wanted, within(1e-7 * wanted));
      body = next;
    }
    Anew.assertSame(kernel, body, 0.05);
  }

  /** Four sides of a block tilted about its lower end. */
  private static Shape tapered(Vec3 corner, Vec3 size, double angleRad) {
    Shape block = box(corner, size);
    Map<Integer, Double> angles = new HashMap<>();
    for (int f = 1; f <= block.topology().faces().size(); f++) {
      if (Math.abs(block.topology().face(f).normal().z()) < 0.5) {
        angles.put(f, angleRad);
      }
    }
    return kernel.draft(block, angles, Vec3.Z, new Plane(corner, Vec3.Z), BUDGET).orThrow().shape();
  }

  /**
   * In a tray whose walls lean, with pillars on its floor: bosses near the walls, holes through the
   * floor and pockets beside pillars, each against what it has in common with the tray.
   */
  @ParameterizedTest
  @ValueSource(longs = {11, 12, 13, 14})
  void inATrayWithLeaningWalls(long seed) {
    Random random = new Random(seed);
    Shape hollow = tapered(new Vec3(-46, -36, 3), new Vec3(92, 72, 40), Math.toRadians(-3));
    Shape body =
        combined(Combination.SUBTRACT, box(new Vec3(-50, -40, 0), new Vec3(100, 80, 25)), hollow)
            .shape();
    for (int i = 0; i < 9; i++) {
      double x = random.nextDouble(-43, 43);
      double y = random.nextDouble(-33, 33);
      boolean isHole = random.nextInt(3) == 0;
      Shape tool =
          isHole
              ? rod(1 + random.nextDouble(2), x, y, -2, 9)
              : rod(2.5, x, y, 3, 4 + 9 * random.nextDouble());
      double common =
          kernel
              .combine(Combination.INTERSECT, body, List.of(tool), true, BUDGET)
              .orThrow()
              .shape()
              .mass()
              .volumeMm3();
      Combination kind = isHole ? Combination.SUBTRACT : Combination.UNITE;
      double wanted =
          body.mass().volumeMm3() + (isHole ? -common : tool.mass().volumeMm3() - common);
      body = combined(kind, body, tool).shape();
      assertThat(body.proof().isSound()).as("seed %d, tool %d", seed, i).isTrue();
      assertThat(body.mass().volumeMm3())
          .as("seed %d, tool %d, %s", seed, i, kind)
          .isCloseTo(wanted, within(1e-7 * wanted));
    }
    Anew.assertSame(kernel, body, 0.05);
  }

  /** Two plates, one body of two solids: a boss on one leaves the other what it was. */
  @Test
  void aBossOnOneOfTwoSolids() {
    Shape two =
        combined(Combination.UNITE, plate(), moved(plate(), Motion.shift(new Vec3(0, 0, 60))))
            .shape();
    assertThat(two.proof().solids()).isEqualTo(2);
    Shape with = combined(Combination.UNITE, two, rod(3, 5, 2, 64, 8)).shape();
    assertThat(with.proof().solids()).isEqualTo(2);
    assertVolume(with, two.mass().volumeMm3() + Math.PI * 9 * 8);
    Shape between = combined(Combination.UNITE, with, rod(2, -9, 3, 4, 56)).shape();
    assertThat(between.proof().solids()).isEqualTo(1);
    assertVolume(between, with.mass().volumeMm3() + Math.PI * 4 * 56);
  }
}

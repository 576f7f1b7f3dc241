package org.ankerdraft.kernel;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.ankerdraft.kernel.GeometryKernel.BlendType;
import org.ankerdraft.kernel.GeometryKernel.Combination;
import org.ankerdraft.kernel.GeometryKernel.Together;
import org.ankerdraft.vectors.Vec3;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/**
 * The worker remembers what it worked out of faces and edges that come again. What it says of a
 * body must be what a worker says that has never seen any of it.
 */
class MemoTest {
  private static final Budget BUDGET = Budget.ofSeconds(30);
  private static final double ANGLE = Math.toRadians(15);
  private static GeometryKernel kernel;

  @BeforeAll
  static void start() {
    kernel = new GeometryKernel(WorkerProgram.find().orElseThrow());
  }

  @AfterAll
  static void stop() {
    kernel.close();
  }

  /** A box with a corner at (x, y, z). */
  private static Shape boxAt(
      double x, double y, double z, double width, double depth, double height) {
    double[] outline = {x, y, x + width, y, x + width, y + depth, x, y + depth};
    return Solids.extrudedFrom(kernel, Solids.polygon(outline), z, height).shape();
  }

  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3, 4})
  void aBodyThatGrowsIsDescribedAndMeshedAsIfItWereNew(long seed) {
    Random random = new Random(seed);
    Shape body = boxAt(-50, -40, 0, 100, 80, 5);
    for (int i = 0; i < 8; i++) {
      double x = random.nextDouble(-55, 45);
      double y = random.nextDouble(-45, 35);
      boolean grows = random.nextInt(3) > 0;
      Shape tool = boxAt(x, y, grows ? 2 : -1, 6 + 6 * random.nextDouble(), 5, grows ? 9 : 20);
      Combination kind = grows ? Combination.UNITE : Combination.SUBTRACT;
      body = kernel.combine(kind, body, List.of(tool), true, BUDGET).orThrow().shape();
      if (i % 2 == 0) {
        // Meshed on the way too, so that triangles are there to be used again.
        assertThat(kernel.mesh(body, 0.1, ANGLE, BUDGET).orThrow().watertight()).isTrue();
      }
    }
    Anew.assertSame(kernel, body, 0.1);
  }

  /**
   * Proved by what is known of each face, never meshed as a whole: bodies of planes have the mesh's
   * volume to rounding, and rods lose what lies between their circle and its sides.
   */
  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3, 4})
  void aBodyThatGrowsIsProvedByWhatIsNewOfIt(long seed) {
    Random random = new Random(seed);
    Shape body = boxAt(-50, -40, 0, 100, 80, 5);
    for (int i = 0; i < 8; i++) {
      Vec3 to = new Vec3(-40 + 11 * i, random.nextDouble(-30, 30), random.nextDouble(3, 5));
      Shape rod = Solids.extruded(kernel, Solids.disc(random.nextDouble(2, 5)), 9).shape();
      Shape tool = kernel.move(rod, Motion.shift(to), BUDGET).orThrow().shape();
      body = kernel.combine(Combination.UNITE, body, List.of(tool), true, BUDGET).orThrow().shape();
      GeometryKernel.MeshProof proof = kernel.meshProof(body, 0.01, ANGLE, BUDGET).orThrow();
      assertThat(proof.isWatertight()).isTrue();
      double volume = body.mass().volumeMm3();
      assertThat(proof.volumeMm3()).isBetween(0.995 * volume, volume);
      if (i % 3 == 0) {
        TriangleMesh mesh = kernel.mesh(body, 0.01, ANGLE, BUDGET).orThrow();
        assertThat(mesh.watertight()).isTrue();
        assertThat(proof.volumeMm3()).isCloseTo(mesh.volumeMm3(), within(1e-6 * volume));
      }
    }
    Anew.assertSame(kernel, body, 0.01);
  }

  @Test
  void aRoundAddedToARoundedBodyIsDescribedAndMeshedAsIfItWereNew() {
    Shape box = boxAt(0, 0, 0, 30, 20, 10);
    Shape once = kernel.blend(box, BlendType.ROUND, Map.of(1, 2.0), BUDGET).orThrow().shape();
    assertThat(kernel.mesh(once, 0.02, ANGLE, BUDGET).orThrow().watertight()).isTrue();
    Shape hole = boxAt(10, 5, -1, 5, 5, 12);
    Shape twice =
        kernel.combine(Combination.SUBTRACT, once, List.of(hole), false, BUDGET).orThrow().shape();
    Anew.assertSame(kernel, twice, 0.02);
  }

  @Test
  void finerTrianglesAreNotTakenFromCoarserOnes() {
    Derived rod = Solids.extruded(kernel, Solids.disc(5), 10);
    TriangleMesh coarse = kernel.mesh(rod.shape(), 0.5, Math.toRadians(40), BUDGET).orThrow();
    TriangleMesh fine = kernel.mesh(rod.shape(), 0.005, Math.toRadians(5), BUDGET).orThrow();
    TriangleMesh again = kernel.mesh(rod.shape(), 0.5, Math.toRadians(40), BUDGET).orThrow();
    assertThat(fine.triangleCount()).isGreaterThan(3 * coarse.triangleCount());
    assertThat(again.triangleCount()).isEqualTo(coarse.triangleCount());
  }

  /** A body that was read again has none of the faces of the first, but all that they hold. */
  @ParameterizedTest
  @ValueSource(doubles = {1.5, 3, 4.9})
  void aBodyMadeAgainIsMeshedAsTheFirst(double radius) {
    Shape box = boxAt(0, 0, 0, 30, 20, 10);
    Shape rod = Solids.extruded(kernel, Solids.disc(radius), 14).shape();
    Shape body =
        kernel.combine(Combination.UNITE, box, List.of(rod), true, BUDGET).orThrow().shape();
    TriangleMesh first = kernel.mesh(body, 0.01, ANGLE, BUDGET).orThrow();
    Shape again = kernel.restore(body.brepBytes(), BUDGET).orThrow();
    TriangleMesh second = kernel.mesh(again, 0.01, ANGLE, BUDGET).orThrow();
    assertThat(second.positions()).isEqualTo(first.positions());
    assertThat(second.triangles()).isEqualTo(first.triangles());
    assertThat(second.edgePoints()).isEqualTo(first.edgePoints());
    Anew.assertSame(kernel, again, 0.01);
  }

  /** A half moon on 20 mm, of some height, 5 mm thick: as prisms they share all their corners. */
  private static Shape moon(double rise) {
    Vec3 from = new Vec3(-10, 0, 0);
    Vec3 to = new Vec3(10, 0, 0);
    List<ProfileCurve> outline =
        List.of(
            new ProfileCurve.Line(1, from, to),
            new ProfileCurve.Arc(2, to, new Vec3(0, rise, 0), from));
    return Solids.extruded(kernel, new ProfileCurve.Region(outline, List.of()), 5).shape();
  }

  /** Area of a segment of a circle by its chord and its rise. */
  private static double segment(double chord, double rise) {
    double radius = (chord * chord / 4 + rise * rise) / (2 * rise);
    double half = Math.acos((radius - rise) / radius);
    return radius * radius * (half - Math.sin(half) * Math.cos(half));
  }

  @Test
  void facesWithTheSameCornersAreNotTakenForEachOther() {
    for (double rise : new double[] {4, 4.001, 7, 4}) {
      TriangleMesh mesh = kernel.mesh(moon(rise), 0.0005, 0.02, BUDGET).orThrow();
      assertThat(mesh.watertight()).isTrue();
      double volume = 5 * segment(20, rise);
      assertThat(mesh.volumeMm3()).as("rise %s", rise).isCloseTo(volume, within(1e-4 * volume));
    }
  }

  /** A body that was read again has no face in common with the first, but all triangles. */
  @Test
  void aBodyMadeAgainIsProvedAsTheFirst() {
    Shape box = boxAt(0, 0, 0, 30, 20, 10);
    Shape rod = Solids.extruded(kernel, Solids.disc(3), 14).shape();
    Shape body =
        kernel.combine(Combination.UNITE, box, List.of(rod), true, BUDGET).orThrow().shape();
    GeometryKernel.MeshProof first = kernel.meshProof(body, 0.01, ANGLE, BUDGET).orThrow();
    Shape again = kernel.restore(body.brepBytes(), BUDGET).orThrow();
    GeometryKernel.MeshProof second = kernel.meshProof(again, 0.01, ANGLE, BUDGET).orThrow();
    assertThat(second.isWatertight()).isTrue();
    assertThat(second.volumeMm3()).isEqualTo(first.volumeMm3());
  }

  /** The proof is that of the picture's mesh: to rounding for the volume. */
  @ParameterizedTest
  @ValueSource(doubles = {0.5, 0.01})
  void aProofByMeshAgreesWithTheMesh(double deflection) {
    Shape rod = Solids.extruded(kernel, Solids.disc(5), 10).shape();
    GeometryKernel.MeshProof proof = kernel.meshProof(rod, deflection, ANGLE, BUDGET).orThrow();
    TriangleMesh mesh = kernel.mesh(rod, deflection, ANGLE, BUDGET).orThrow();
    assertThat(proof.isWatertight()).isTrue();
    assertThat(proof.volumeMm3()).isCloseTo(mesh.volumeMm3(), within(1e-9 * mesh.volumeMm3()));
    double cylinder = Math.PI * 25 * 10;
    assertThat(proof.volumeMm3()).isBetween(0.9 * cylinder, cylinder);
  }

  @Test
  void anglesToOnePullAreNotTakenForThoseToAnother() {
    Shape box = boxAt(0, 0, 0, 3, 4, 5);
    for (Vec3 pull : List.of(Vec3.Z, Vec3.X, Vec3.Z, new Vec3(0.6, 0, 0.8))) {
      List<GeometryKernel.DraftRange> angles =
          kernel.draftRanges(box, pull, 1e-4, BUDGET).orThrow();
      for (int f = 1; f <= 6; f++) {
        double wanted = Math.asin(box.topology().face(f).normal().dot(pull));
        assertThat(angles.get(f - 1).minRad()).isCloseTo(wanted, within(1e-12));
      }
    }
  }

  /** What each of several tools has in common with the body, in closed form. */
  @Test
  void toolsThatLieApartTellWhatEachDid() {
    Shape plate = boxAt(0, 0, 0, 100, 50, 4);
    List<Shape> tools = new ArrayList<>();
    tools.add(boxAt(10, 10, 4, 5, 5, 6));
    tools.add(boxAt(30, 10, 3, 5, 5, 6));
    tools.add(boxAt(50, 45, 2, 5, 10, 6));
    tools.add(boxAt(70, 10, -3, 5, 5, 12));
    Together united = kernel.combineApart(Combination.UNITE, plate, tools, true, BUDGET).orThrow();
    assertThat(united.overlapsMm3()).hasSize(4);
    double[] common = {0, 25, 5 * 5 * 2, 25 * 4};
    double volume = 100 * 50 * 4;
    for (int i = 0; i < 4; i++) {
      assertThat(united.overlapsMm3().get(i)).isCloseTo(common[i], within(1e-6));
      volume += tools.get(i).mass().volumeMm3() - common[i];
    }
    assertThat(united.derived().shape().mass().volumeMm3()).isCloseTo(volume, within(1e-6));
    Together cut = kernel.combineApart(Combination.SUBTRACT, plate, tools, false, BUDGET).orThrow();
    assertThat(cut.overlapsMm3()).hasSize(4);
    assertThat(cut.derived().shape().mass().volumeMm3())
        .isCloseTo(100 * 50 * 4 - 25 - 50 - 100, within(1e-6));
  }

  /**
   * Cylinders and cones are straight between their ends, and need no points there: a rod is two
   * fans and one band of twice as many triangles as its circle has sides, and a seam.
   */
  @ParameterizedTest
  @ValueSource(doubles = {4, 40, 200})
  void aLongRodHasNoMoreTrianglesThanAShortOne(double length) {
    Shape rod = Solids.extruded(kernel, Solids.disc(5), length).shape();
    TriangleMesh mesh = kernel.mesh(rod, 0.02, ANGLE, BUDGET).orThrow();
    double sides = Math.PI / Math.acos(1 - 0.02 / 5);
    assertThat(mesh.watertight()).isTrue();
    assertThat(mesh.triangleCount()).isBetween((int) (3 * sides), (int) (16 * sides));
    double cylinder = Math.PI * 25 * length;
    assertThat(mesh.volumeMm3()).isBetween(0.99 * cylinder, cylinder);
  }

  /** Its bytes are read without a word of what the other worker has told of it already. */
  @ParameterizedTest
  @ValueSource(doubles = {5, 8.5, 20})
  void aToolOfAnotherWorkerIsAsGoodAsOneMadeHere(double radius) {
    try (GeometryKernel other = new GeometryKernel(WorkerProgram.find().orElseThrow())) {
      Shape tool = Solids.extrudedFrom(other, Solids.disc(radius), 2, 9).shape();
      assertThat(other.mesh(tool, 0.1, ANGLE, BUDGET).orThrow().watertight()).isTrue();
      Shape body = boxAt(-50, -40, 0, 100, 80, 5);
      Shape both =
          kernel.combine(Combination.UNITE, body, List.of(tool), true, BUDGET).orThrow().shape();
      double boss = Math.PI * radius * radius * 6;
      assertThat(both.mass().volumeMm3()).isCloseTo(100 * 80 * 5 + boss, within(1e-6));
      assertThat(both.proof().isSound()).isTrue();
      Anew.assertSame(kernel, both, 0.1);
      Anew.assertSame(kernel, tool, 0.1);
    }
  }

  /** What is wrong with a face is not forgotten on the way. */
  @Test
  void aShapeThatIsNotValidIsNotTakenToBeSo() {
    try (GeometryKernel other = new GeometryKernel(WorkerProgram.find().orElseThrow())) {
      ProfileCurve.Region bowTie = Solids.polygon(0, 0, 10, 10, 10, 0, 0, 10);
      Shape crossing = Solids.extruded(other, bowTie, 5).shape();
      assertThat(crossing.proof().valid()).isFalse();
      Motion aside = Motion.shift(new Vec3(20, 0, 0));
      Shape moved = kernel.move(crossing, aside, BUDGET).orThrow().shape();
      assertThat(moved.proof().valid()).isFalse();
    }
  }
}

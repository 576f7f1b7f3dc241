package org.ankerdraft.kernel;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Random;
import java.util.stream.IntStream;
import java.util.stream.LongStream;
import org.ankerdraft.kernel.GeometryKernel.Combination;
import org.ankerdraft.kernel.ProfileCurve.Arc;
import org.ankerdraft.kernel.Topology.SurfaceKind;
import org.ankerdraft.vectors.Vec3;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** Meshes close, lie on their surfaces, and have no more triangles than their accuracy asks for. */
class MeshesTest {
  private static final Budget BUDGET = Budget.ofSeconds(30);
  private static final GeometryKernel KERNEL =
      new GeometryKernel(WorkerProgram.find().orElseThrow());

  /** Positions are single floats. */
  private static final double FLOATS = 1e-5;

  @AfterAll
  static void close() {
    KERNEL.close();
  }

  static LongStream seeds() {
    return LongStream.rangeClosed(1, 10);
  }

  /** A round bar bent about the y axis. */
  private record Bend(double ring, double bar, double turn, double deflection, double angle) {
    static Bend of(Random random) {
      return new Bend(
          random.nextDouble(8, 40),
          random.nextDouble(0.5, 6),
          random.nextBoolean() ? 2 * Math.PI : random.nextDouble(0.3, 6),
          random.nextDouble(0.01, 0.1),
          random.nextDouble(0.15, 0.6));
    }

    /**
     * The inner half of the bar is drawn towards the axis, which must not make its face another.
     */
    Shape shape() {
      Vec3 middle = new Vec3(ring, 0, 0);
      Vec3 up = new Vec3(0, bar, 0);
      Vec3 out = new Vec3(bar, 0, 0);
      return Solids.turned(
          KERNEL,
          new ProfileCurve.Region(
              List.of(
                  new Arc(1, middle.minus(up), middle.plus(out), middle.plus(up)),
                  new Arc(2, middle.plus(up), middle.minus(out), middle.minus(up))),
              List.of()),
          turn);
    }

    /** By Pappus. */
    double volume() {
      return turn * ring * Math.PI * bar * bar;
    }

    double surface() {
      return turn * ring * 2 * Math.PI * bar;
    }

    double offSurface(Vec3 p) {
      return Math.abs(Math.hypot(Math.hypot(p.x(), p.z()) - ring, p.y()) - bar);
    }

    /** Of a net whose chords leave the arcs by the deflection, or turn by the angle. */
    double trianglesOfNet() {
      return 2 * steps(turn, ring + bar) * 2 * steps(Math.PI, bar);
    }

    private double steps(double arc, double radius) {
      return Math.ceil(arc / Math.min(angle, 2 * Math.acos(1 - Math.min(1, deflection / radius))));
    }
  }

  @ParameterizedTest
  @MethodSource("seeds")
  void aToroidalFaceHasTheTrianglesThatItsAccuracyAsksFor(long seed) {
    Bend bend = Bend.of(new Random(seed));
    Shape bar = bend.shape();
    assertThat(bar.topology().faces())
        .extracting(Topology.Face::kind)
        .startsWith(SurfaceKind.TORUS, SurfaceKind.TORUS);
    TriangleMesh mesh = mesh(bar, bend.deflection, bend.angle);

    assertThat(mesh.watertight()).isTrue();
    assertThat(mesh.volumeMm3())
        .isCloseTo(bend.volume(), within(2 * bend.deflection * bend.surface()));
    assertThat(mesh.triangleCount()).isLessThan(trianglesAllowed(bend));
    for (int t = 0; t < mesh.triangleCount(); t++) {
      if (isOnEnd(bend, mesh, t)) {
        continue;
      }
      for (int k = 0; k < 3; k++) {
        Vec3 a = corner(mesh, t, k);
        assertThat(bend.offSurface(a)).isLessThan(FLOATS);
        assertThat(bend.offSurface(a.plus(corner(mesh, t, k + 1)).times(0.5)))
            .isLessThan(2.5 * bend.deflection);
      }
    }
  }

  /** Twice the net, and what its rims and ends take. */
  private static int trianglesAllowed(Bend bend) {
    return (int) (2 * bend.trianglesOfNet()) + 200;
  }

  private static boolean isOnEnd(Bend bend, TriangleMesh mesh, int triangle) {
    return bend.turn < 6.1 && mesh.faceOfTriangle(triangle) > 2;
  }

  /**
   * Without points within, whatever its outline, it has two triangles less than its outline pieces.
   */
  @ParameterizedTest
  @MethodSource("seeds")
  void aConicalFaceNeedsNoPointsWithin(long seed) {
    Random random = new Random(seed);
    double low = random.nextDouble(2, 20);
    double high = random.nextDouble(2, 20);
    double height = random.nextDouble(1, 30);
    double turn = random.nextBoolean() ? 2 * Math.PI : random.nextDouble(0.3, 6);
    Shape frustum =
        Solids.turned(KERNEL, Solids.polygon(0, 0, low, 0, high, height, 0, height), turn);
    double deflection = random.nextDouble(0.005, 0.05);
    TriangleMesh mesh = mesh(frustum, deflection, 0.3);

    assertThat(mesh.watertight()).isTrue();
    double exact = turn / 2 * height / 3 * (low * low + low * high + high * high);
    double area = turn * (low + high) / 2 * Math.hypot(height, high - low);
    assertThat(mesh.volumeMm3()).isBetween(exact - deflection * area, exact + 1e-6 * exact);
    int cone = curvedFace(frustum);
    assertThat(trianglesOf(mesh, cone)).isEqualTo(piecesAround(frustum, mesh, cone) - 2);
  }

  /** The pieces of the outline of a face; of a seam both times. */
  private static int piecesAround(Shape shape, TriangleMesh mesh, int face) {
    return shape.topology().face(face).loops().stream()
        .flatMap(List::stream)
        .mapToInt(e -> mesh.edgePointStart()[e] - mesh.edgePointStart()[e - 1] - 1)
        .sum();
  }

  private static int curvedFace(Shape shape) {
    return IntStream.rangeClosed(1, shape.topology().faces().size())
        .filter(f -> shape.topology().face(f).kind() != SurfaceKind.PLANE)
        .findFirst()
        .orElseThrow();
  }

  /** Slanted, or with a window, it is no strip. */
  @Test
  void aCylinderThatIsCutSlantedOrPiercedCloses() {
    Shape bar = Solids.extruded(KERNEL, Solids.disc(10), 40).shape();
    Shape wedge =
        Solids.extrudedFrom(KERNEL, Solids.polygon(-20, -20, 20, -20, 20, 5), -1, 60).shape();
    Shape window = Solids.box(KERNEL, new Vec3(-3, -20, 12), new Vec3(6, 40, 9));
    for (Shape tool : List.of(wedge, window)) {
      Shape cut =
          KERNEL.combine(Combination.SUBTRACT, bar, List.of(tool), false, BUDGET).orThrow().shape();
      TriangleMesh mesh = mesh(cut, 0.02, 0.3);
      assertThat(mesh.watertight()).isTrue();
      assertThat(mesh.volumeMm3())
          .isCloseTo(cut.mass().volumeMm3(), within(0.02 * cut.mass().areaMm2()));
    }
  }

  private static TriangleMesh mesh(Shape shape, double deflection, double angle) {
    return KERNEL.mesh(shape, deflection, angle, BUDGET).orThrow();
  }

  private static int trianglesOf(TriangleMesh mesh, int face) {
    return mesh.faceTriangleStart()[face] - mesh.faceTriangleStart()[face - 1];
  }

  private static Vec3 corner(TriangleMesh mesh, int triangle, int k) {
    return mesh.node(mesh.triangles()[3 * triangle + k % 3]);
  }
}

package org.ankerdraft.kernel;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;
import static org.assertj.core.api.Assertions.withinPercentage;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.stream.IntStream;
import java.util.stream.LongStream;
import org.ankerdraft.kernel.GeometryKernel.Combination;
import org.ankerdraft.kernel.ProfileCurve.Circle;
import org.ankerdraft.vectors.Axis;
import org.ankerdraft.vectors.Plane;
import org.ankerdraft.vectors.Vec3;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;

/** Triangles between the contours of plane faces with many holes. */
class PlateMeshesTest {
  private static final Budget BUDGET = Budget.ofSeconds(30);
  private static final double PITCH = 8;
  private static final double HIGH = 3;
  private static final double DEFLECTION = 0.05;
  private static final GeometryKernel KERNEL =
      new GeometryKernel(WorkerProgram.find().orElseThrow());

  @AfterAll
  static void close() {
    KERNEL.close();
  }

  static LongStream fewSeeds() {
    return LongStream.rangeClosed(1, 3);
  }

  static LongStream seeds() {
    return LongStream.rangeClosed(1, 12);
  }

  /** Round and square holes, near the places of a grid or right on them. */
  private static List<List<ProfileCurve>> holes(Random random, int rows, boolean isEven) {
    List<List<ProfileCurve>> holes = new ArrayList<>();
    for (int i = 0; i < rows * rows; i++) {
      double off = isEven ? 0 : 0.9;
      int row = i / rows;
      double x = PITCH * (i % rows - (rows - 1) / 2.0) + off * random.nextDouble(-1, 1);
      double y = PITCH * (row - (rows - 1) / 2.0) + off * random.nextDouble(-1, 1);
      double r = isEven ? 2 : random.nextDouble(0.4, 3);
      holes.add(
          random.nextInt(4) > 0
              ? List.of(new Circle(10 + i, new Vec3(x, y, 0), Vec3.Z, r, Vec3.X))
              : Solids.polygon(x - r, y - r, x + r, y - r, x + r, y + r, x - r, y + r).outer());
    }
    return holes;
  }

  private static Shape squarePlate(Random random) {
    ProfileCurve.Region plate =
        new ProfileCurve.Region(
            Solids.polygon(-30, -30, 30, -30, 30, 30, -30, 30).outer(), holes(random, 5, false));
    return Solids.extruded(KERNEL, plate, HIGH).shape();
  }

  /** Of as many corners as there may be, some of them reaching in. */
  private static ProfileCurve.Region outline(Random random, double least) {
    int corners = random.nextInt(4, 14);
    double[] xy = new double[2 * corners];
    for (int i = 0; i < corners; i++) {
      // The sides of a square about the holes, and beyond them.
      double turn = 2 * Math.PI * i / corners;
      double r = (least + random.nextDouble(1, 12)) / Math.cos(Math.PI / corners);
      xy[2 * i] = r * Math.cos(turn);
      xy[2 * i + 1] = r * Math.sin(turn);
    }
    return Solids.polygon(xy);
  }

  @ParameterizedTest
  @MethodSource("seeds")
  void trianglesBetweenContoursAreDelaunays(long seed) {
    Random random = new Random(seed);
    int rows = random.nextInt(3, 8);
    List<List<ProfileCurve>> holes = holes(random, rows, seed % 3 == 0);
    ProfileCurve.Region outline = outline(random, PITCH * rows / Math.sqrt(2));
    ProfileCurve.Region plate = new ProfileCurve.Region(outline.outer(), holes);
    Shape shape = Solids.extruded(KERNEL, plate, HIGH).shape();
    TriangleMesh mesh = KERNEL.mesh(shape, DEFLECTION, 0.3, BUDGET).orThrow();
    assertThat(mesh.watertight()).isTrue();
    for (Vec3 way : List.of(Vec3.Z, Vec3.Z.times(-1))) {
      int face = Solids.faceLooking(shape, way);
      Net net = new Net(mesh, face);
      // Euler's formula for a disc with holes, all of whose nodes lie on its contours.
      assertThat(net.triangles).hasSize(net.nodes.size() + 2 * holes.size() - 2);
      assertThat(net.triangles).allMatch(t -> t.area(way) > 0);
      assertThat(net.triangles.stream().mapToDouble(t -> t.area(way)).sum())
          .isCloseTo(areaOf(shape, mesh, face), within(1e-2));
      net.assertThatNoCircleHoldsTheNextCorner(way);
    }
  }

  /** By the corners of the outline, and of each hole, whose arcs are cut into equal chords. */
  private static double areaOf(Shape shape, TriangleMesh mesh, int face) {
    double area = 0;
    for (List<Integer> loop : shape.topology().face(face).loops()) {
      double of = 0;
      for (int e : loop) {
        Topology.Edge edge = shape.topology().edge(e);
        if (edge.kind() == Topology.CurveKind.CIRCLE) {
          int chords = mesh.edgePointStart()[e] - mesh.edgePointStart()[e - 1] - 1;
          of += chords / 2.0 * edge.radius() * edge.radius() * Math.sin(2 * Math.PI / chords);
        } else {
          // Loops run either way.
          Vec3 middle = shape.topology().edge(loop.getFirst()).start();
          Vec3 across = edge.start().minus(middle).cross(edge.end().minus(middle));
          of += across.z() / 2;
        }
      }
      area = area == 0 ? Math.abs(of) : area - Math.abs(of);
    }
    return area;
  }

  /**
   * A body that has changed a little is meshed where it has: it comes to the same as in a worker
   * that has seen nothing else.
   */
  @ParameterizedTest
  @MethodSource("fewSeeds")
  void holesThatAreDrilledOneByOne(long seed) {
    Random random = new Random(seed);
    Shape shape = squarePlate(random);
    for (int i = 0; i < 3; i++) {
      assertThat(KERNEL.mesh(shape, DEFLECTION, 0.3, BUDGET).orThrow().watertight()).isTrue();
      double y = random.nextDouble(-26, 26);
      Shape drill =
          Solids.extrudedFrom(
                  KERNEL,
                  Solids.polygon(23 + i, y, 24 + i, y - 1, 25 + i, y, 24 + i, y + 1),
                  -1,
                  HIGH + 2)
              .shape();
      shape =
          KERNEL
              .combine(Combination.SUBTRACT, shape, List.of(drill), false, BUDGET)
              .orThrow()
              .shape();
      Anew.assertSame(KERNEL, shape, DEFLECTION);
    }
  }

  /** Wherever a plate lies, its sides have as many triangles, and the same volume between them. */
  @ParameterizedTest
  @MethodSource("fewSeeds")
  void platesThatLean(long seed) {
    Random random = new Random(seed);
    Shape level = squarePlate(random);
    TriangleMesh wanted = KERNEL.mesh(level, DEFLECTION, 0.3, BUDGET).orThrow();
    Vec3 about =
        new Vec3(random.nextGaussian(), random.nextGaussian(), random.nextGaussian()).unit();
    for (Motion motion :
        List.of(
            Motion.turn(new Axis(new Vec3(5, 9, -2), about), random.nextDouble(0.2, 3)),
            Motion.mirror(new Plane(new Vec3(100, 0, 7), about)))) {
      Shape leaning = KERNEL.move(level, motion, BUDGET).orThrow().shape();
      TriangleMesh mesh = KERNEL.mesh(leaning, DEFLECTION, 0.3, BUDGET).orThrow();
      assertThat(mesh.watertight()).isTrue();
      assertThat(mesh.triangleCount()).isEqualTo(wanted.triangleCount());
      assertThat(mesh.volumeMm3()).isCloseTo(wanted.volumeMm3(), within(1e-5 * wanted.volumeMm3()));
    }
  }

  /**
   * Where chords of the rim cut into holes no triangles fit, and the mesh says that it is not
   * closed: a finer one is then asked for.
   */
  @ParameterizedTest
  @CsvSource({"0.02, 0.5, false", "0.02, 0.004, true", "0.1, 0.02, true", "0.4, 0.5, true"})
  void holesNearARoundRim(double gap, double deflection, boolean closes) {
    List<List<ProfileCurve>> holes =
        IntStream.range(0, 16)
            .<List<ProfileCurve>>mapToObj(i -> {
              double turn = 2 * Math.PI * (i + 0.31) / 16;
              double r = 30 - 2 - gap;
              Vec3 at = new Vec3(r * Math.cos(turn), r * Math.sin(turn), 0);
              return List.of(new Circle(10 + i, at, Vec3.Z, 2, Vec3.X));
            })
            .toList();
    ProfileCurve.Region plate =
        new ProfileCurve.Region(List.of(new Circle(1, Vec3.ZERO, Vec3.Z, 30, Vec3.X)), holes);
    Shape shape = Solids.extruded(KERNEL, plate, HIGH).shape();
    TriangleMesh mesh = KERNEL.mesh(shape, deflection, 0.5, BUDGET).orThrow();
    assertThat(mesh.watertight()).isEqualTo(closes);
    double exact = Math.PI * (900 - 16 * 4) * HIGH;
    if (closes) {
      assertThat(mesh.volumeMm3()).isCloseTo(exact, withinPercentage(2));
    }
  }

  /** Three places, anticlockwise as seen against the way that their face looks. */
  private record Corners(Vec3 a, Vec3 b, Vec3 c) {
    double area(Vec3 way) {
      return b.minus(a).cross(c.minus(a)).dot(way) / 2;
    }

    Vec3 opposite(Vec3 from, Vec3 to) {
      return a.equals(from) && b.equals(to) ? c : b.equals(from) && c.equals(to) ? a : b;
    }

    /** How far a point lies within the circle through the corners, as a share of its radius. */
    double depthOf(Vec3 p, Vec3 way) {
      Vec3 ab = b.minus(a);
      Vec3 ac = c.minus(a);
      Vec3 n = ab.cross(ac);
      Vec3 toMiddle =
          n.cross(ab).times(ac.dot(ac)).plus(ac.cross(n).times(ab.dot(ab))).times(0.5 / n.dot(n));
      assertThat(n.dot(way)).isPositive();
      double radius = toMiddle.length();
      return 1 - p.minus(a.plus(toMiddle)).length() / radius;
    }
  }

  private static final class Net {
    final Map<Vec3, Integer> nodes = new HashMap<>();
    final List<Corners> triangles = new ArrayList<>();
    final Map<List<Vec3>, Corners> bySide = new HashMap<>();

    Net(TriangleMesh mesh, int face) {
      for (int t = mesh.faceTriangleStart()[face - 1]; t < mesh.faceTriangleStart()[face]; t++) {
        Vec3 a = mesh.node(mesh.triangles()[3 * t]);
        Vec3 b = mesh.node(mesh.triangles()[3 * t + 1]);
        Vec3 c = mesh.node(mesh.triangles()[3 * t + 2]);
        Corners corners = new Corners(a, b, c);
        triangles.add(corners);
        for (Vec3 p : List.of(a, b, c)) {
          nodes.merge(p, 1, Integer::sum);
        }
        bySide.put(List.of(a, b), corners);
        bySide.put(List.of(b, c), corners);
        bySide.put(List.of(c, a), corners);
      }
    }

    /** Which makes it so for all corners that can be seen (Lawson, 1977). */
    void assertThatNoCircleHoldsTheNextCorner(Vec3 way) {
      bySide.forEach((side, corners) -> {
        Corners beyond = bySide.get(side.reversed());
        if (beyond != null) {
          Vec3 next = beyond.opposite(side.get(1), side.get(0));
          // Positions are single floats.
          assertThat(corners.depthOf(next, way)).isLessThan(1e-3);
        }
      });
    }
  }
}

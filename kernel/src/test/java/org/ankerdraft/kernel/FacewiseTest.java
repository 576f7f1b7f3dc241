package org.ankerdraft.kernel;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.stream.LongStream;
import org.ankerdraft.kernel.GeometryKernel.Join;
import org.ankerdraft.vectors.Plane;
import org.ankerdraft.vectors.Vec3;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;

/** Bodies each of whose faces is moved by itself, against polygons whose lines are moved so. */
class FacewiseTest {
  private static final Budget BUDGET = Budget.ofSeconds(30);
  private static final GeometryKernel KERNEL =
      new GeometryKernel(WorkerProgram.find().orElseThrow());

  @AfterAll
  static void close() {
    KERNEL.close();
  }

  static LongStream seeds() {
    return LongStream.range(0, 12);
  }

  private static Outcome<Derived> moved(Shape shape, double mm, Map<Integer, Double> own) {
    return KERNEL.offset(shape, mm, own, Join.FACEWISE, BUDGET);
  }

  private static Shape moved(Shape shape, double mm) {
    Shape moved = moved(shape, mm, Map.of()).orThrow().shape();
    assertThat(moved.proof().isSound()).isTrue();
    assertThat(moved.topology().faces().stream().map(Topology.Face::kind))
        .containsExactlyInAnyOrderElementsOf(
            shape.topology().faces().stream().map(Topology.Face::kind).toList());
    return moved;
  }

  /** Corners of a polygon that runs counter-clockwise, each line of it moved outwards. */
  private static double[] grown(double[] xy, double mm) {
    int n = xy.length / 2;
    double[] out = new double[xy.length];
    for (int i = 0; i < n; i++) {
      int before = (i + n - 1) % n;
      int after = (i + 1) % n;
      double[] a = line(xy[2 * before], xy[2 * before + 1], xy[2 * i], xy[2 * i + 1], mm);
      double[] b = line(xy[2 * i], xy[2 * i + 1], xy[2 * after], xy[2 * after + 1], mm);
      double det = a[0] * b[1] - a[1] * b[0];
      out[2 * i] = (a[2] * b[1] - a[1] * b[2]) / det;
      out[2 * i + 1] = (a[0] * b[2] - a[2] * b[0]) / det;
    }
    return out;
  }

  /** As nx x + ny y = c, with its normal to the right of its way. */
  private static double[] line(double ax, double ay, double bx, double by, double mm) {
    double length = Math.hypot(bx - ax, by - ay);
    double nx = (by - ay) / length;
    double ny = (ax - bx) / length;
    return new double[] {nx, ny, nx * ax + ny * ay + mm};
  }

  private static double area(double[] xy) {
    double twice = 0;
    for (int i = 0; i < xy.length; i += 2) {
      int j = (i + 2) % xy.length;
      twice += xy[i] * xy[j + 1] - xy[j] * xy[i + 1];
    }
    return twice / 2;
  }

  /** The area's first moment about the y axis. */
  private static double moment(double[] xy) {
    double sum = 0;
    for (int i = 0; i < xy.length; i += 2) {
      int j = (i + 2) % xy.length;
      sum += (xy[i] + xy[j]) * (xy[i] * xy[j + 1] - xy[j] * xy[i + 1]);
    }
    return sum / 6;
  }

  private static double[] angle(Random random) {
    double x = random.nextDouble(20, 40);
    double y = random.nextDouble(20, 40);
    double inX = random.nextDouble(8, 12);
    double inY = random.nextDouble(8, 12);
    double lean = random.nextDouble(-3, 3);
    return new double[] {0, 0, x, lean, x - lean, inY, inX, inY + lean, inX - lean, y, 0, y};
  }

  /** Prisms with outside and inside corners, none of them square. */
  @ParameterizedTest
  @MethodSource("seeds")
  void prisms(long seed) {
    Random random = new Random(seed);
    double[] outline = angle(random);
    double high = random.nextDouble(10, 30);
    double mm = random.nextDouble(-2, 4);
    Shape prism = Solids.extruded(KERNEL, Solids.polygon(outline), high).shape();
    double wanted = area(grown(outline, mm)) * (high + 2 * mm);
    assertThat(moved(prism, mm).mass().volumeMm3()).isCloseTo(wanted, within(1e-9 * wanted));
  }

  /** Cones and cylinders with their seams, mirrored ones too: Pappus. */
  @ParameterizedTest
  @MethodSource("seeds")
  void turnedPolygons(long seed) {
    Random random = new Random(seed);
    double[] section = angle(random);
    for (int i = 0; i < section.length; i += 2) {
      section[i] += 15;
    }
    double mm = random.nextDouble(-2, 4);
    Shape turned = Solids.turned(KERNEL, Solids.polygon(section), 2 * Math.PI);
    if (seed % 2 == 0) {
      Plane across = new Plane(Vec3.ZERO, new Vec3(0.3, 0.5, 1).unit());
      turned = KERNEL.move(turned, Motion.mirror(across), BUDGET).orThrow().shape();
    }
    double wanted = 2 * Math.PI * moment(grown(section, mm));
    assertThat(moved(turned, mm).mass().volumeMm3()).isCloseTo(wanted, within(1e-8 * wanted));
  }

  @ParameterizedTest
  @CsvSource({"-1.5", "2"})
  void aRing(double mm) {
    ProfileCurve.Region disc =
        new ProfileCurve.Region(
            List.of(new ProfileCurve.Circle(1, new Vec3(20, 0, 0), Vec3.Z, 4, Vec3.X)), List.of());
    Shape ring = Solids.turned(KERNEL, disc, 2 * Math.PI);
    double wanted = 2 * Math.PI * Math.PI * 20 * (4 + mm) * (4 + mm);
    assertThat(moved(ring, mm).mass().volumeMm3()).isCloseTo(wanted, within(1e-9 * wanted));
  }

  @Test
  void facesWithADistanceOfTheirOwn() {
    Shape box = Solids.box(KERNEL, 30, 20, 10);
    Map<Integer, Double> own = Map.of(Solids.faceLooking(box, Vec3.Z), 5.0);
    Shape moved = moved(box, -1, own).orThrow().shape();
    assertThat(moved.mass().volumeMm3()).isCloseTo(28 * 18 * 14, within(1e-6));
  }

  /** What is used up is told by its edge or corner; what is not made so, as invalid. */
  @Test
  void whatCannotBeMovedSoFar() {
    Outcome.KernelFailure thin = failure(moved(Solids.box(KERNEL, 10, 10, 2), -1.5, Map.of()));
    assertThat(thin.cause()).isEqualTo(Outcome.Cause.REFUSED);
    assertThat(thin.edges()).isNotEmpty();
    Shape wedge = Solids.turned(KERNEL, Solids.halfDisc(5), Math.PI);
    assertThat(failure(moved(wedge, 1, Map.of())).cause()).isEqualTo(Outcome.Cause.INVALID_INPUT);
  }

  private static Outcome.KernelFailure failure(Outcome<Derived> outcome) {
    return ((Outcome.Failed<Derived>) outcome).failure();
  }
}

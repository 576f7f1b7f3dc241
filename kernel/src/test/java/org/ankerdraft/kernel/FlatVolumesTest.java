package org.ankerdraft.kernel;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.stream.LongStream;
import org.ankerdraft.kernel.ProfileCurve.Region;
import org.ankerdraft.vectors.Vec3;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;

/**
 * Volumes of prisms whose ends are bounded by lines, arcs, ellipses and splines, in closed form.
 */
class FlatVolumesTest {
  private static final GeometryKernel KERNEL =
      new GeometryKernel(WorkerProgram.find().orElseThrow());

  @AfterAll
  static void close() {
    KERNEL.close();
  }

  static LongStream seeds() {
    return LongStream.rangeClosed(1, 10);
  }

  private static Vec3 at(double r, double a) {
    return new Vec3(r * Math.cos(a), r * Math.sin(a), 0);
  }

  private static List<ProfileCurve> polygon(List<Vec3> corners) {
    List<ProfileCurve> out = new ArrayList<>();
    for (int i = 0; i < corners.size(); i++) {
      out.add(new ProfileCurve.Line(i + 1, corners.get(i), corners.get((i + 1) % corners.size())));
    }
    return out;
  }

  private static double area(List<Vec3> corners) {
    double sum = 0;
    for (int i = 0; i < corners.size(); i++) {
      Vec3 a = corners.get(i);
      Vec3 b = corners.get((i + 1) % corners.size());
      sum += (a.x() * b.y() - b.x() * a.y()) / 2;
    }
    return sum;
  }

  private static double volume(Region region, double height) {
    return Solids.extruded(KERNEL, region, height).shape().mass().volumeMm3();
  }

  /** A star by the shoelace formula, with a round hole in it. */
  @ParameterizedTest
  @MethodSource("seeds")
  void starsWithAHole(long seed) {
    Random random = new Random(seed);
    int n = 8 + random.nextInt(9);
    List<Vec3> corners = new ArrayList<>();
    for (int i = 0; i < n; i++) {
      corners.add(at(i % 2 == 0 ? 20 : 9 + random.nextDouble(8), 2 * Math.PI * i / n));
    }
    double hole = random.nextDouble(1, 4);
    Region region =
        new Region(
            polygon(corners),
            List.of(List.of(new ProfileCurve.Circle(n + 1, Vec3.ZERO, Vec3.Z, hole, Vec3.X))));
    double wanted = (area(corners) - Math.PI * hole * hole) * 7;
    assertThat(volume(region, 7)).isCloseTo(wanted, within(1e-9 * wanted));
  }

  /**
   * With a spline for a rim the body is free as a whole, and its flat ends are exact all the same.
   */
  @ParameterizedTest
  @MethodSource("seeds")
  void splinesByTheirControlPolygon(long seed) {
    Random random = new Random(seed);
    int n = 5 + random.nextInt(6);
    List<Vec3> poles = new ArrayList<>();
    for (int i = 0; i < n; i++) {
      poles.add(at(12 + random.nextDouble(6), 2 * Math.PI * i / n));
    }
    ProfileCurve rim = new ProfileCurve.Spline(1, poles, 2, true, poles);
    // Each piece of a closed quadratic is a parabola between the middles of the polygon's sides:
    // it cuts a third off the corner's triangle.
    double cut = 0;
    for (int i = 0; i < n; i++) {
      Vec3 corner = poles.get(i);
      Vec3 a = poles.get((i + n - 1) % n).plus(corner).times(0.5);
      Vec3 b = poles.get((i + 1) % n).plus(corner).times(0.5);
      cut += area(List.of(a, corner, b)) / 3;
    }
    double wanted = (area(poles) - cut) * 5;
    assertThat(volume(new Region(List.of(rim), List.of()), 5))
        .isCloseTo(wanted, within(1e-6 * wanted));
  }

  /**
   * Half an ellipse and its chord, leaning over by any angle: the area stays, and so the volume.
   */
  @ParameterizedTest
  @CsvSource({"5, 2, 0.3", "9, 8.9, 1", "30, 1, 2.5"})
  void segmentsOfEllipses(double major, double minor, double turn) {
    Vec3 way = at(major, turn);
    ProfileCurve bow = new ProfileCurve.Ellipse(1, Vec3.ZERO, Vec3.Z, way, minor, 0, Math.PI);
    ProfileCurve chord = new ProfileCurve.Line(2, way.negated(), way);
    double wanted = Math.PI * major * minor / 2 * 4;
    assertThat(volume(new Region(List.of(bow, chord), List.of()), 4))
        .isCloseTo(wanted, within(1e-7 * wanted));
  }

  /**
   * Segments of circles, as wide as may be: the area, and where its middle lies, from any
   * mathematical handbook: chord cubed by twelve times the area from the centre (from memory).
   */
  @ParameterizedTest
  @CsvSource({"10, 0.3, 0", "10, 1.5708, 25", "3, 2.9, -100", "40, 0.01, 7"})
  void segmentsOfCircles(double radius, double half, double away) {
    Vec3 centre = new Vec3(away, 2 * away, 0);
    Vec3 from = centre.plus(at(radius, -half));
    Vec3 to = centre.plus(at(radius, half));
    ProfileCurve bow = new ProfileCurve.Arc(1, from, centre.plus(at(radius, 0)), to);
    Shape moon =
        Solids.extruded(
                KERNEL, new Region(List.of(bow, new ProfileCurve.Line(2, to, from)), List.of()), 4)
            .shape();
    double area = radius * radius * (half - Math.sin(half) * Math.cos(half));
    double chord = 2 * radius * Math.sin(half);
    assertThat(moon.mass().volumeMm3()).isCloseTo(4 * area, within(1e-8 * area));
    Vec3 middle = centre.plus(new Vec3(chord * chord * chord / (12 * area), 0, 2));
    assertThat(moon.mass().centroid().distance(middle)).isLessThan(1e-6);
  }

  /** A cut aslant through a prism: the mean height counts, and the centroid is the wedge's. */
  @ParameterizedTest
  @CsvSource({"0.2", "-0.35", "0.05"})
  void aPrismCutAslant(double slope) {
    Shape block =
        Solids.extruded(
                KERNEL,
                new Region(
                    polygon(
                        List.of(
                            new Vec3(0, 0, 0),
                            new Vec3(10, 0, 0),
                            new Vec3(10, 6, 0),
                            new Vec3(0, 6, 0))),
                    List.of()),
                20)
            .shape();
    Vec3 normal = new Vec3(-slope, 0, 1).unit();
    Shape cut =
        KERNEL
            .cutByPlanes(
                block,
                List.of(new org.ankerdraft.vectors.Plane(new Vec3(5, 3, 9), normal)),
                Budget.ofSeconds(30))
            .orThrow()
            .shape();
    assertThat(cut.mass().volumeMm3()).isCloseTo(10 * 6 * 9, within(1e-9));
    // About the middle: the moment of a wedge of that slope.
    assertThat(cut.mass().centroid().x())
        .isCloseTo(5 + slope * 10 * 10 * 10 / 12.0 / (10 * 9), within(1e-9));
    assertThat(cut.mass().centroid().y()).isCloseTo(3, within(1e-9));
  }

  /**
   * Blocks wherever they lie: seen from one place the volumes over their faces cancel in part, and
   * with plain numbers exactly.
   */
  @ParameterizedTest
  @CsvSource({
    "-40, -5, 0, 20, 10, 1",
    "20, -5, 0, 20, 10, 1",
    "-3, -20, -8, 4, 10, 16",
    "-10, 2, -2, 20, 6, 4",
    "1, 1, 1, 1, 1, 1",
    "-2, -2, -6, 4, 4, 3",
    "-7.5, 30, -12, 15, 5, 24"
  })
  void centresOfBlocks(double x, double y, double z, double a, double b, double c) {
    Vec3 corner = new Vec3(x, y, z);
    Vec3 size = new Vec3(a, b, c);
    Shape.Mass mass = Solids.box(KERNEL, corner, size).mass();
    assertThat(mass.volumeMm3()).isCloseTo(a * b * c, within(1e-9));
    assertThat(mass.centroid().distance(corner.plus(size.times(0.5)))).isLessThan(1e-9);
  }
}

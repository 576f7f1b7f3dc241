package org.ankerdraft.kernel;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.stream.LongStream;
import org.ankerdraft.kernel.ProfileCurve.Region;
import org.ankerdraft.vectors.Axis;
import org.ankerdraft.vectors.Plane;
import org.ankerdraft.vectors.Vec3;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;

/**
 * Plane faces are described by their edges: the area in closed form, and a point that lies within,
 * by a point-in-polygon test that knows nothing of the worker's.
 */
class PlaneFacesTest {
  private static final Budget BUDGET = Budget.ofSeconds(30);
  private static GeometryKernel kernel;

  @BeforeAll
  static void start() {
    kernel = new GeometryKernel(WorkerProgram.find().orElseThrow());
  }

  @AfterAll
  static void stop() {
    kernel.close();
  }

  static LongStream seeds() {
    return LongStream.rangeClosed(1, 24);
  }

  private static Vec3 at(double r, double a) {
    return new Vec3(r * Math.cos(a), r * Math.sin(a), 0);
  }

  /** By the sum of the angles under which the sides are seen. */
  private static boolean isWithin(List<Vec3> corners, Vec3 p) {
    double turned = 0;
    for (int i = 0; i < corners.size(); i++) {
      Vec3 a = corners.get(i).minus(p);
      Vec3 b = corners.get((i + 1) % corners.size()).minus(p);
      turned += Math.atan2(a.x() * b.y() - a.y() * b.x(), a.dot(b));
    }
    return Math.abs(turned) > Math.PI;
  }

  private static double area(List<Vec3> corners) {
    double sum = 0;
    for (int i = 0; i < corners.size(); i++) {
      sum += corners.get(i).cross(corners.get((i + 1) % corners.size())).z() / 2;
    }
    return sum;
  }

  /**
   * Ragged crescents whose middles lie outside, with round holes all over them, turned and
   * mirrored.
   */
  @ParameterizedTest
  @MethodSource("seeds")
  void thePointLiesWithin(long seed) {
    Random random = new Random(seed);
    int n = 16 + random.nextInt(25);
    List<Vec3> corners = new ArrayList<>();
    for (int i = 0; i < n; i++) {
      corners.add(at(random.nextDouble(19, 21), Math.PI * 1.6 * i / (n - 1)));
    }
    for (int i = n - 1; i >= 0; i--) {
      corners.add(at(random.nextDouble(11, 13), Math.PI * 1.6 * i / (n - 1)));
    }
    List<List<ProfileCurve>> holes = new ArrayList<>();
    List<Vec3> middles = new ArrayList<>();
    double radius = random.nextDouble(0.3, 1.4);
    for (double angle = 0.25; angle < Math.PI * 1.5; angle += 0.2) {
      if (random.nextBoolean()) {
        middles.add(at(16, angle));
        holes.add(
            List.of(
                new ProfileCurve.Circle(
                    100 + middles.size(), at(16, angle), Vec3.Z, radius, Vec3.X)));
      }
    }
    List<ProfileCurve> sides = new ArrayList<>();
    for (int i = 0; i < corners.size(); i++) {
      sides.add(
          new ProfileCurve.Line(i + 1, corners.get(i), corners.get((i + 1) % corners.size())));
    }
    Shape prism = Solids.extruded(kernel, new Region(sides, holes), 3).shape();
    Axis axis = new Axis(new Vec3(5, 1, 7), new Vec3(1, 2, 3).unit());
    Motion turn = Motion.turn(axis, (double) seed);
    Motion back = Motion.turn(axis, (double) -seed);
    Plane mirror = new Plane(new Vec3(1, 0, 2), new Vec3(0, 1, 1).unit());
    Shape there = moved(seed % 2 == 0 ? moved(prism, turn) : prism, Motion.mirror(mirror));
    Shape home = moved(there, Motion.mirror(mirror));
    Shape straight = seed % 2 == 0 ? moved(home, back) : home;
    double wanted = area(corners) - middles.size() * Math.PI * radius * radius;
    for (Shape shape : List.of(prism, straight)) {
      int top = Solids.faceLooking(shape, Vec3.Z);
      Topology.Face face = shape.topology().face(top);
      assertThat(face.areaMm2()).isCloseTo(wanted, within(1e-9 * wanted));
      assertThat(face.point().z()).isCloseTo(3, within(1e-9));
      Vec3 p = new Vec3(face.point().x(), face.point().y(), 0);
      assertThat(isWithin(corners, p)).as("%s", p).isTrue();
      assertThat(middles).allSatisfy(m -> assertThat(m.distance(p)).isGreaterThan(radius));
    }
    assertThat(there.proof().isSound()).isTrue();
  }

  private static Shape moved(Shape shape, Motion motion) {
    return kernel.move(shape, motion, BUDGET).orThrow().shape();
  }

  /** Slots: two lines and two halves of circles; the point of a thin one lies in its middle. */
  @ParameterizedTest
  @CsvSource({"20, 1e-3", "20, 3", "1e-2, 8", "500, 0.2"})
  void slots(double length, double radius) {
    Vec3 a = new Vec3(length / 2, -radius, 0);
    Vec3 b = new Vec3(length / 2, radius, 0);
    List<ProfileCurve> outline =
        List.of(
            new ProfileCurve.Line(1, a.minus(new Vec3(length, 0, 0)), a),
            new ProfileCurve.Arc(2, a, new Vec3(length / 2 + radius, 0, 0), b),
            new ProfileCurve.Line(3, b, b.minus(new Vec3(length, 0, 0))),
            new ProfileCurve.Arc(
                4,
                b.minus(new Vec3(length, 0, 0)),
                new Vec3(-length / 2 - radius, 0, 0),
                a.minus(new Vec3(length, 0, 0))));
    Shape slot = Solids.extruded(kernel, new Region(outline, List.of()), 2).shape();
    Topology.Face top = slot.topology().face(Solids.faceLooking(slot, Vec3.Z));
    double wanted = 2 * radius * length + Math.PI * radius * radius;
    assertThat(top.areaMm2()).isCloseTo(wanted, within(1e-9 * wanted));
    double aside = Math.max(0, Math.abs(top.point().x()) - length / 2);
    assertThat(Math.hypot(aside, top.point().y())).isLessThan(radius);
    assertThat(slot.mass().volumeMm3()).isCloseTo(2 * wanted, within(1e-9 * wanted));
  }
}

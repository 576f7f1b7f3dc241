package org.ankerdraft.kernel;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Map;
import org.ankerdraft.kernel.GeometryKernel.Join;
import org.ankerdraft.vectors.Plane;
import org.ankerdraft.vectors.Vec3;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Bodies turned about an axis whose faces are moved along their normals, against closed forms. */
class TurnedSkinTest {
  private static final Budget BUDGET = Budget.ofSeconds(30);
  private static final GeometryKernel KERNEL =
      new GeometryKernel(WorkerProgram.find().orElseThrow());

  @AfterAll
  static void close() {
    KERNEL.close();
  }

  private static Outcome<Derived> moved(Shape shape, double mm, Map<Integer, Double> own) {
    return KERNEL.offset(shape, mm, own, Join.FACEWISE, BUDGET);
  }

  private static double volume(Shape shape, double mm, Map<Integer, Double> own) {
    Shape moved = moved(shape, mm, own).orThrow().shape();
    assertThat(moved.proof().isSound()).isTrue();
    assertThat(moved.topology().faces()).hasSameSizeAs(shape.topology().faces());
    return moved.mass().volumeMm3();
  }

  /** An arc about (-c, 0) from the ground to the axis, which it meets at an angle. */
  private record Ogive(double radius, double c) {
    double wide() {
      return radius - c;
    }

    double high() {
      return Math.sqrt(radius * radius - c * c);
    }

    private Vec3 at(double share) {
      double angle = share * Math.acos(c / radius);
      return new Vec3(radius * Math.cos(angle) - c, radius * Math.sin(angle), 0);
    }

    ProfileCurve arc(int tag) {
      return new ProfileCurve.Arc(tag, at(0), at(0.5), at(1));
    }

    ProfileCurve arcBelow(int tag) {
      return new ProfileCurve.Arc(tag, below(1), below(0.5), below(0));
    }

    private Vec3 below(double share) {
      return new Vec3(at(share).x(), -at(share).y(), 0);
    }

    /** The integral of pi (sqrt(R^2 - y^2) - c)^2 from 0 to where it is 0. */
    double volume() {
      double h = high();
      double sector = (h * c + radius * radius * Math.asin(h / radius)) / 2;
      return Math.PI * (radius * radius * h - h * h * h / 3 - 2 * c * sector + c * c * h);
    }

    Ogive grown(double mm) {
      return new Ogive(radius + mm, c);
    }
  }

  private static ProfileCurve line(int tag, double ax, double ay, double bx, double by) {
    return new ProfileCurve.Line(tag, new Vec3(ax, ay, 0), new Vec3(bx, by, 0));
  }

  private static Shape dome(Ogive ogive) {
    return Solids.turned(
        KERNEL,
        new ProfileCurve.Region(
            List.of(line(1, 0, 0, ogive.wide(), 0), ogive.arc(2), line(3, 0, ogive.high(), 0, 0)),
            List.of()),
        2 * Math.PI);
  }

  @ParameterizedTest
  @CsvSource({"50, 20, -2", "50, 20, 3", "40, 5, -6", "60, 40, -4", "60, 40, 1"})
  void pointedDomes(double radius, double c, double mm) {
    Ogive ogive = new Ogive(radius, c);
    Shape dome = dome(ogive);
    double wanted = ogive.grown(mm).volume();
    int ground = Solids.faceLooking(dome, Vec3.Y.negated());
    assertThat(volume(dome, mm, Map.of(ground, 0.0))).isCloseTo(wanted, within(1e-9 * wanted));
  }

  @ParameterizedTest
  @ValueSource(doubles = {-3, 2})
  void lensesWhichComeToAPointAtBothEnds(double mm) {
    Ogive ogive = new Ogive(45, 25);
    Shape lens =
        Solids.turned(
            KERNEL,
            new ProfileCurve.Region(
                List.of(
                    ogive.arcBelow(1), ogive.arc(2), line(3, 0, ogive.high(), 0, -ogive.high())),
                List.of()),
            2 * Math.PI);
    double wanted = 2 * ogive.grown(mm).volume();
    assertThat(volume(lens, mm, Map.of())).isCloseTo(wanted, within(1e-9 * wanted));
    Plane across = new Plane(new Vec3(7, 2, 1), new Vec3(1, 2, 2).unit());
    Shape mirrored = KERNEL.move(lens, Motion.mirror(across), BUDGET).orThrow().shape();
    assertThat(volume(mirrored, mm, Map.of())).isCloseTo(wanted, within(1e-9 * wanted));
  }

  @ParameterizedTest
  @ValueSource(doubles = {-1, 0.5, 4})
  void aBallAndAHollowOne(double mm) {
    Shape ball = Solids.turned(KERNEL, Solids.halfDisc(10), 2 * Math.PI);
    double whole = 4.0 / 3 * Math.PI * Math.pow(10 + mm, 3);
    assertThat(volume(ball, mm, Map.of())).isCloseTo(whole, within(1e-9 * whole));
    Shape core = Solids.turned(KERNEL, Solids.halfDisc(6), 2 * Math.PI);
    Shape hollow =
        KERNEL
            .combine(GeometryKernel.Combination.SUBTRACT, ball, List.of(core), false, BUDGET)
            .orThrow()
            .shape();
    double wanted = whole - 4.0 / 3 * Math.PI * Math.pow(6 - mm, 3);
    assertThat(volume(hollow, mm, Map.of())).isCloseTo(wanted, within(1e-9 * wanted));
  }

  /** A roof that sags between its rim and a small flat top. */
  @Test
  void aTentWithAConcaveRoof() {
    double r = 40;
    Vec3 middle = new Vec3(40 - r * Math.sin(0.6), 40 - r * Math.cos(0.6), 0);
    Vec3 top = new Vec3(40 - r * Math.sin(1.2), 40 - r * Math.cos(1.2), 0);
    Shape tent =
        Solids.turned(
            KERNEL,
            new ProfileCurve.Region(
                List.of(
                    line(1, 0, -10, 40, -10),
                    line(2, 40, -10, 40, 0),
                    new ProfileCurve.Arc(3, new Vec3(40, 0, 0), middle, top),
                    line(4, top.x(), top.y(), 0, top.y()),
                    line(5, 0, top.y(), 0, -10)),
                List.of()),
            2 * Math.PI);
    // Moved by -2: the arc about the same centre with 2 mm more, between the moved planes.
    double low = -10 + 2;
    double high = top.y() - 2;
    double wanted = turnedAbout(40, 40, 42, low, high, 38);
    assertThat(volume(tent, -2, Map.of())).isCloseTo(wanted, within(1e-6 * wanted));
  }

  /** By Simpson's rule: within an arc about (x, y) and a cylinder. */
  private static double turnedAbout(
      double x, double y, double radius, double low, double high, double most) {
    int n = 2_000_000;
    double sum = 0;
    for (int i = 0; i <= n; i++) {
      double at = low + (high - low) * i / n;
      double across = radius * radius - (y - at) * (y - at);
      double r = across < 0 ? most : Math.min(most, x - Math.sqrt(across));
      sum += (i == 0 || i == n ? 1 : i % 2 == 1 ? 4 : 2) * r * r;
    }
    return Math.PI * sum * (high - low) / n / 3;
  }

  @Test
  void whatIsUsedUpIsTold() {
    Shape dome = dome(new Ogive(50, 20));
    Outcome.KernelFailure failure =
        ((Outcome.Failed<Derived>) moved(dome, -27, Map.of())).failure();
    assertThat(failure.cause()).isEqualTo(Outcome.Cause.REFUSED);
    assertThat(failure.message()).contains("once it is moved");
  }

  /** Which face a moved face comes from is known, whatever its number. */
  @Test
  void facesKnowWhereTheyComeFrom() {
    Shape dome = dome(new Ogive(50, 20));
    Derived moved = moved(dome, -2, Map.of()).orThrow();
    assertThat(moved.shape().topology().faces()).hasSize(2);
    assertThat(moved.origins()).hasSize(2);
  }
}

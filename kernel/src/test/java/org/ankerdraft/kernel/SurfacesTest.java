package org.ankerdraft.kernel;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.Set;
import org.ankerdraft.kernel.Derived.OriginKind;
import org.ankerdraft.kernel.GeometryKernel.CarriedTo;
import org.ankerdraft.kernel.GeometryKernel.LoftGoing;
import org.ankerdraft.kernel.GeometryKernel.LoftSection;
import org.ankerdraft.kernel.ProfileCurve.Region;
import org.ankerdraft.vectors.Axis;
import org.ankerdraft.vectors.Plane;
import org.ankerdraft.vectors.Vec3;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Faces by themselves, what open chains raise, what surfaces divide, and carried contours. */
class SurfacesTest {
  private static final Budget BUDGET = Budget.ofSeconds(30);
  private static final GeometryKernel KERNEL =
      new GeometryKernel(WorkerProgram.find().orElseThrow());

  @AfterAll
  static void close() {
    KERNEL.close();
  }

  private static int faceLooking(Shape shape, Vec3 way) {
    for (int f = 1; f <= shape.topology().faces().size(); f++) {
      if (shape.topology().face(f).normal().dot(way) > 1 - 1e-9) {
        return f;
      }
    }
    throw new AssertionError("no face looks along " + way);
  }

  private static Derived skin(Shape of, Vec3... ways) {
    Set<Integer> faces = new java.util.TreeSet<>();
    for (Vec3 way : ways) {
      faces.add(faceLooking(of, way));
    }
    return KERNEL.skin(of, faces, BUDGET).orThrow();
  }

  /** Faces that meet share their edge; each comes from the face that it is. */
  @Test
  void facesThatMeetHangTogether() {
    Shape box = Solids.box(KERNEL, 30, 20, 10);
    Derived corner = skin(box, Vec3.Z, Vec3.X);
    Shape shape = corner.shape();
    assertThat(shape.isSurface()).isTrue();
    assertThat(shape.proof().valid()).isTrue();
    assertThat(shape.proof().isSound()).as("no solid").isFalse();
    assertThat(shape.mass().volumeMm3()).isZero();
    assertThat(shape.mass().areaMm2()).isCloseTo(30 * 20 + 20 * 10, within(1e-9));
    assertThat(shape.topology().edges().stream().filter(e -> e.faces().size() == 2)).hasSize(1);
    assertThat(corner.origins())
        .hasSize(2)
        .allSatisfy(o -> {
          assertThat(o.kind()).isEqualTo(OriginKind.FACE_KEPT);
          assertThat(shape.topology().face(o.face()).areaMm2())
              .isEqualTo(box.topology().face(o.source()).areaMm2());
        });
  }

  /** The centroid of a surface is that of its area: half of it in each of two equal faces. */
  @Test
  void facesApartAreOneSurfaceAsWell() {
    Shape both = skin(Solids.box(KERNEL, 30, 20, 10), Vec3.Z, Vec3.Z.negated()).shape();
    assertThat(both.isSurface()).isTrue();
    assertThat(both.topology().edges()).hasSize(8).allMatch(e -> e.faces().size() == 1);
    assertThat(both.mass().centroid().distance(new Vec3(15, 10, 5))).isLessThan(1e-9);
  }

  @Test
  void itOutlivesItsWorkerAndItsMeshIsOpen() {
    Shape cap = skin(Solids.box(KERNEL, 30, 20, 10), Vec3.Z).shape();
    Shape again = KERNEL.restore(cap.brepBytes(), BUDGET).orThrow();
    assertThat(again.isSurface()).isTrue();
    assertThat(again.mass().areaMm2()).isCloseTo(600, within(1e-9));
    TriangleMesh mesh = KERNEL.mesh(again, 0.1, 0.3, BUDGET).orThrow();
    assertThat(mesh.watertight()).isFalse();
    TriangleMesh both = mesh.twoSided();
    assertThat(both.triangleCount()).isEqualTo(2 * mesh.triangleCount());
    assertThat(both.faceCount()).isEqualTo(mesh.faceCount());
    for (int t = 0; t < both.triangleCount(); t++) {
      assertThat(both.faceOfTriangle(t)).isEqualTo(1);
      Vec3 a = both.node(both.triangles()[3 * t]);
      Vec3 b = both.node(both.triangles()[3 * t + 1]);
      Vec3 c = both.node(both.triangles()[3 * t + 2]);
      Vec3 turn = b.minus(a).cross(c.minus(a));
      assertThat(turn.dot(both.normal(both.triangles()[3 * t]))).isPositive();
    }
    assertThat(both.volumeMm3()).as("both sides cancel").isCloseTo(0, within(1e-3));
  }

  @Test
  void noFaceIsNoSurface() {
    Outcome<Derived> none = KERNEL.skin(Solids.box(KERNEL, 3, 2, 1), Set.of(), BUDGET);
    assertThat(((Outcome.Failed<Derived>) none).failure().message()).contains("at least one face");
  }

  private static Region chain(Vec3... corners) {
    List<ProfileCurve> lines = new ArrayList<>();
    for (int i = 1; i < corners.length; i++) {
      lines.add(new ProfileCurve.Line(i, corners[i - 1], corners[i]));
    }
    return Region.open(lines);
  }

  private static Shape raised(double height, Vec3... corners) {
    return KERNEL
        .extrude(
            List.of(chain(corners)),
            Solids.GROUND,
            new Vec3(0, 0, -1),
            new Vec3(0, 0, height),
            BUDGET)
        .orThrow()
        .shape();
  }

  /** A roof over a box, leaning by chance: the parts are those of the trapezoids below it. */
  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3, 4, 5, 6})
  void aBentSurfaceDividesABox(long seed) {
    Random random = new Random(seed);
    double left = random.nextDouble(3, 17);
    double middle = random.nextDouble(3, 17);
    double right = random.nextDouble(3, 17);
    Shape box = Solids.box(KERNEL, 30, 20, 10);
    Shape wall =
        raised(
            12,
            new Vec3(-15, 2 * left - middle, 0),
            new Vec3(15, middle, 0),
            new Vec3(45, 2 * right - middle, 0));
    assertThat(wall.topology().faces()).hasSize(2);
    Divider by = new Divider.Surface(wall);
    double front = KERNEL.side(box, by, true, BUDGET).orThrow().shape().mass().volumeMm3();
    double back = KERNEL.side(box, by, false, BUDGET).orThrow().shape().mass().volumeMm3();
    double below = 10 * ((left + middle) / 2 * 15 + (middle + right) / 2 * 15);
    assertThat(front + back).isCloseTo(6000, within(1e-6));
    boolean looksDown = wall.topology().face(1).normal().y() < 0;
    assertThat(front).isCloseTo(looksDown ? below : 6000 - below, within(1e-6));
  }

  /** Two walls that look the same way: what lies between them is before one and behind one. */
  @Test
  void aPartBetweenTwoSidesIsRefused() {
    Shape box = Solids.box(KERNEL, 30, 20, 10);
    Region one = chain(new Vec3(10, -5, 0), new Vec3(10, 25, 0));
    Region other = chain(new Vec3(20, -5, 0), new Vec3(20, 25, 0));
    Shape walls =
        KERNEL
            .extrude(
                List.of(one, other), Solids.GROUND, new Vec3(0, 0, -1), new Vec3(0, 0, 12), BUDGET)
            .orThrow()
            .shape();
    Outcome<Derived> side = KERNEL.side(box, new Divider.Surface(walls), true, BUDGET);
    assertThat(((Outcome.Failed<Derived>) side).failure().message())
        .contains("does not part the body in two");
  }

  /** The mantle of a cone: pi (R + r) s, and its share of a turn. */
  @ParameterizedTest
  @CsvSource({"360", "120"})
  void aTurnedChain(double deg) {
    Region line = chain(new Vec3(10, 0, 0), new Vec3(4, 8, 0));
    Shape mantle =
        KERNEL
            .revolve(
                List.of(line),
                Solids.GROUND,
                new Axis(Vec3.ZERO, Vec3.Y),
                0,
                Math.toRadians(deg),
                BUDGET)
            .orThrow()
            .shape();
    assertThat(mantle.mass().areaMm2()).isCloseTo(Math.PI * 14 * 10 * deg / 360, within(1e-6));
    assertThat(mantle.topology().faces()).hasSize(1);
  }

  private static CarriedTo to(double share, Vec3 origin, double turn, double scale) {
    return new CarriedTo(
        share,
        origin,
        Vec3.X.rotated(Vec3.Z, turn).times(scale),
        Vec3.Y.rotated(Vec3.Z, turn).times(scale),
        Vec3.Z.times(scale));
  }

  private static List<CarriedTo> upright(int copies, double high, double turn, double end) {
    List<CarriedTo> out = new ArrayList<>();
    for (int i = 0; i < copies; i++) {
      double t = (double) i / (copies - 1);
      out.add(to(t, new Vec3(0, 0, high * t), turn * t, 1 + (end - 1) * t));
    }
    return out;
  }

  /** Straight up a prism, narrowing a frustum, turning the same volume. */
  @ParameterizedTest
  @CsvSource({"0, 1", "0, 0.5", "2, 1", "-3, 1.5"})
  void aCarriedSquare(double turn, double end) {
    Region square = Solids.polygon(-4, -4, 4, -4, 4, 4, -4, 4);
    Derived made =
        KERNEL.carry(square, Solids.GROUND, upright(24, 30, turn, end), false, 2, BUDGET).orThrow();
    double wanted = 64 * 30 * (1 + end + end * end) / 3;
    assertThat(made.shape().mass().volumeMm3()).isCloseTo(wanted, within(1e-6 * wanted));
    assertThat(made.shape().proof().isSound()).isTrue();
    // Two pieces a side, and the ends; each knows its curve.
    assertThat(made.shape().topology().faces()).hasSize(4 * 2 + 2);
    assertThat(made.origins().stream().filter(o -> o.kind() == OriginKind.CURVE)).hasSize(8);
    assertThat(made.origins().stream().map(Derived.Origin::kind))
        .contains(OriginKind.START_CAP, OriginKind.END_CAP);
  }

  @Test
  void tooFewCopiesAreRefused() {
    Region square = Solids.polygon(-4, -4, 4, -4, 4, 4, -4, 4);
    Outcome<Derived> few =
        KERNEL.carry(square, Solids.GROUND, upright(5, 30, 0, 1), false, 1, BUDGET);
    assertThat(((Outcome.Failed<Derived>) few).failure().message()).contains("more copies");
  }

  /** From a square to a larger one, square to both: sides go as 3 t t - 2 t t t. */
  @Test
  void aLoftThatIsSquareToItsEnds() {
    List<LoftSection> sections =
        List.of(
            new LoftSection.Contour(
                Solids.polygon(-4, -4, 4, -4, 4, 4, -4, 4).outer(), Solids.GROUND),
            new LoftSection.Contour(
                Solids.polygon(-6, -6, 6, -6, 6, 6, -6, 6).outer().stream()
                    .map(c -> c.moved(Motion.shift(new Vec3(0, 0, 20))).withTag(c.tag() + 10))
                    .toList(),
                new Plane(new Vec3(0, 0, 20), Vec3.Z)));
    Derived made = KERNEL.loft(sections, new LoftGoing(false, true, true), BUDGET).orThrow();
    double wanted = 4 * 20 * (16 + 8 + 13.0 / 35 * 4);
    assertThat(made.shape().mass().volumeMm3()).isCloseTo(wanted, within(1e-6 * wanted));
  }
}

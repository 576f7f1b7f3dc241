package org.ankerdraft.kernel;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.ankerdraft.kernel.Derived.OriginKind;
import org.ankerdraft.vectors.Axis;
import org.ankerdraft.vectors.Plane;
import org.ankerdraft.vectors.Vec3;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Revolutions, copies in other places, swept faces and free profiles, against closed forms. */
class SweepsTest {
  private static final Budget BUDGET = Budget.ofSeconds(30);
  private static final Axis Y = new Axis(Vec3.ZERO, Vec3.Y);
  private static GeometryKernel kernel;

  @BeforeAll
  static void start() {
    kernel = new GeometryKernel(WorkerProgram.find().orElseThrow());
  }

  @AfterAll
  static void stop() {
    kernel.close();
  }

  /** Points along x at a height, on a wave across it. */
  private static List<Vec3> row(double z, double waveMm) {
    return IntStream.rangeClosed(0, 40)
        .mapToObj(i -> new Vec3(i / 2.0, waveMm * Math.sin(i * Math.PI / 20), z))
        .toList();
  }

  /** What a surface leaves behind is its shadow, 20 by 5, times the way. */
  @ParameterizedTest
  @CsvSource({"0, 0, 7", "0, 0, -7", "1, 1, 12", "1, -1, 12", "0.5, 2, -3"})
  void aRuledSurfaceSweepsItsShadow(double lower, double upper, double way) {
    Shape swept =
        kernel
            .sweepRuled(row(0, lower), row(5, upper), new Vec3(0, way, 0), BUDGET)
            .orThrow()
            .shape();
    assertThat(swept.proof().isSound()).isTrue();
    assertThat(swept.topology().faces()).hasSize(6);
    assertThat(swept.mass().volumeMm3()).isCloseTo(100 * Math.abs(way), within(1e-6));
  }

  @Test
  void aRuledSurfaceNeedsPartnersForItsPoints() {
    Outcome<Derived> made =
        kernel.sweepRuled(row(0, 0), row(5, 0).subList(1, 41), new Vec3(0, 5, 0), BUDGET);
    assertThat(made).isInstanceOf(Outcome.Failed.class);
  }

  /** A rectangle from x 4 to 9, turned about y. */
  private static Derived ring(Axis axis, double start, double angle) {
    return kernel
        .revolve(
            List.of(Solids.polygon(4, 0, 9, 0, 9, 3, 4, 3)),
            Solids.GROUND,
            axis,
            start,
            angle,
            BUDGET)
        .orThrow();
  }

  @ParameterizedTest
  @ValueSource(doubles = {0.1, 1, Math.PI, 5, 2 * Math.PI})
  void aTurnedRectangleIsAPieceOfTube(double angle) {
    for (Axis axis : List.of(Y, new Axis(new Vec3(0, 50, 0), Vec3.Y.negated()))) {
      Shape ring = ring(axis, 0, angle).shape();
      assertThat(ring.proof().isSound()).isTrue();
      assertThat(ring.mass().volumeMm3()).isCloseTo(angle / 2 * (81 - 16) * 3, within(1e-9 * 1000));
    }
  }

  /** Every face tells the curve that it came from; a part of a turn has caps. */
  @Test
  void facesTellWhereTheyCameFrom() {
    Derived whole = ring(Y, 0, 2 * Math.PI);
    assertThat(whole.shape().topology().faces()).hasSize(4);
    assertThat(sources(whole, OriginKind.CURVE)).containsExactlyInAnyOrder(1, 2, 3, 4);
    Derived half = ring(Y, 0, Math.PI);
    assertThat(half.shape().topology().faces()).hasSize(6);
    assertThat(sources(half, OriginKind.CURVE)).containsExactlyInAnyOrder(1, 2, 3, 4);
    assertThat(sources(half, OriginKind.START_CAP)).containsExactly(0);
    assertThat(sources(half, OriginKind.END_CAP)).containsExactly(0);
  }

  private static Set<Integer> sources(Derived d, OriginKind kind) {
    return d.origins().stream()
        .filter(o -> o.kind() == kind)
        .map(Derived.Origin::source)
        .collect(Collectors.toSet());
  }

  /** Turned from -30 to 30 deg it is symmetric about the profile's plane. */
  @Test
  void theTurnBeginsWhereItIsSaid() {
    Shape ring = ring(Y, -Math.PI / 6, Math.PI / 3).shape();
    assertThat(ring.mass().centroid().z()).isCloseTo(0, within(1e-9));
    assertThat(ring.mass().boxMax().z()).isCloseTo(4.5, within(1e-6));
  }

  @Test
  void aFaceIsSwept() {
    Shape box = Solids.box(kernel, 10, 20, 5);
    int top =
        1
            + box.topology()
                .faces()
                .indexOf(
                    box.topology().faces().stream()
                        .filter(f -> f.normal().z() > 0.5)
                        .findFirst()
                        .orElseThrow());
    Derived column = kernel.sweepFace(box, top, new Vec3(0, 3, -4), BUDGET).orThrow();
    assertThat(column.shape().mass().volumeMm3()).isCloseTo(10 * 20 * 4, within(1e-9));
    assertThat(sources(column, OriginKind.FROM_EDGE)).hasSize(4);
    assertThat(sources(column, OriginKind.START_CAP)).hasSize(1);
    assertThat(kernel.sweepFace(box, 77, Vec3.Z, BUDGET)).isInstanceOf(Outcome.Failed.class);
  }

  /** A square plate with a round and a free opening: each loop by itself, and the face. */
  @Test
  void whatALoopEnclosesIsSwept() {
    ProfileCurve round = new ProfileCurve.Circle(9, new Vec3(-10, 0, 0), Vec3.Z, 3, Vec3.X);
    ProfileCurve free =
        new ProfileCurve.Ellipse(
            10, new Vec3(10, 0, 0), Vec3.Z, new Vec3(5, 0, 0), 2, 0, 2 * Math.PI);
    ProfileCurve.Region plate =
        new ProfileCurve.Region(
            Solids.polygon(-20, -20, 20, -20, 20, 20, -20, 20).outer(),
            List.of(List.of(round), List.of(free)));
    Shape shape = Solids.extruded(kernel, plate, 4).shape();
    int top = Solids.faceLooking(shape, Vec3.Z);
    List<List<Integer>> loops = shape.topology().face(top).loops();
    assertThat(loops).hasSize(3);
    double all = 0;
    for (int loop = 1; loop <= 3; loop++) {
      Derived plug = kernel.sweepLoop(shape, top, loop, new Vec3(0, 0, 2), BUDGET).orThrow();
      double volume = plug.shape().mass().volumeMm3();
      assertThat(plug.shape().proof().isSound()).isTrue();
      assertThat(sources(plug, OriginKind.FROM_EDGE))
          .containsExactlyInAnyOrderElementsOf(loops.get(loop - 1));
      boolean isRound = plug.shape().mass().centroid().x() < -5;
      double wanted = loop == 1 ? 1600 : isRound ? 9 * Math.PI : 10 * Math.PI;
      assertThat(volume).isCloseTo(2 * wanted, within(1e-6 * wanted));
      all += loop == 1 ? volume : -volume;
    }
    double whole =
        kernel
            .sweepFace(shape, top, new Vec3(0, 0, 2), BUDGET)
            .orThrow()
            .shape()
            .mass()
            .volumeMm3();
    assertThat(all).isCloseTo(whole, within(1e-6));
    assertThat(kernel.sweepLoop(shape, top, 4, Vec3.Z, BUDGET)).isInstanceOf(Outcome.Failed.class);
  }

  /** Downwards it is no solid inside out. */
  @Test
  void aLoopIsSweptAgainstItsFace() {
    Shape box = Solids.box(kernel, 10, 20, 5);
    int top = Solids.faceLooking(box, Vec3.Z);
    Shape down = kernel.sweepLoop(box, top, 1, new Vec3(0, 0, -3), BUDGET).orThrow().shape();
    assertThat(down.mass().volumeMm3()).isCloseTo(600, within(1e-9));
    assertThat(down.topology().face(Solids.faceLooking(down, Vec3.Z)).point().z())
        .isCloseTo(5, within(1e-9));
  }

  /** Volume stays, the centroid goes where the motion takes it, faces know their originals. */
  @ParameterizedTest
  @CsvSource({"0, 7, 0, 0", "1.1, 0, 0, 0", "2.5, 3, -4, 8"})
  void aCopyInAnotherPlace(double angle, double x, double y, double z) {
    Shape box = Solids.box(kernel, 10, 20, 30);
    Axis axis = new Axis(new Vec3(1, 2, 3), new Vec3(1, 1, 1).unit());
    Vec3 shift = new Vec3(x, y, z);
    Derived moved = kernel.move(box, new Motion(null, axis, angle, shift), BUDGET).orThrow();
    Vec3 c = box.mass().centroid().minus(axis.point());
    Vec3 wanted = axis.point().plus(c.rotated(axis.direction(), angle)).plus(shift);
    assertThat(moved.shape().mass().centroid().distance(wanted)).isLessThan(1e-9);
    assertThat(moved.shape().mass().volumeMm3()).isCloseTo(6000, within(1e-6));
    assertThat(moved.origins()).hasSize(6);
    assertThat(box.mass().centroid().distance(new Vec3(5, 10, 15))).isLessThan(1e-9);
  }

  /** A mirror image is no turned copy: it is sound, and lies on the other side. */
  @Test
  void aMirrorImage() {
    Shape wedge = Solids.extruded(kernel, Solids.polygon(1, 0, 9, 0, 1, 4), 6).shape();
    Plane plane = new Plane(Vec3.ZERO, Vec3.X);
    Shape image = kernel.move(wedge, Motion.mirror(plane), BUDGET).orThrow().shape();
    Vec3 c = wedge.mass().centroid();
    assertThat(image.proof().isSound()).isTrue();
    assertThat(image.mass().volumeMm3()).isCloseTo(wedge.mass().volumeMm3(), within(1e-9));
    assertThat(image.mass().centroid().distance(new Vec3(-c.x(), c.y(), c.z()))).isLessThan(1e-9);
  }

  /** Shifted, turned and mirrored in one request: each as if it had been moved alone. */
  @Test
  void manyCopiesAtOnce() {
    Shape wedge = Solids.extruded(kernel, Solids.polygon(1, 0, 9, 0, 1, 4), 6).shape();
    List<Motion> motions = new ArrayList<>();
    for (int i = 1; i <= 8; i++) {
      motions.add(Motion.shift(new Vec3(20 * i, -3 * i, i)));
      motions.add(Motion.turn(Axis.Z, 0.3 * i));
      motions.add(Motion.mirror(new Plane(new Vec3(-i, 0, 0), new Vec3(1, 0.1 * i, 0).unit())));
    }
    List<Derived> copies = kernel.move(wedge, motions, BUDGET).orThrow();
    assertThat(copies).hasSameSizeAs(motions);
    for (int i = 0; i < motions.size(); i++) {
      Derived copy = copies.get(i);
      Derived alone = kernel.move(wedge, motions.get(i), BUDGET).orThrow();
      Vec3 wanted = motions.get(i).of(wedge.mass().centroid());
      assertThat(copy.shape().proof()).isEqualTo(alone.shape().proof());
      assertThat(copy.shape().proof().isSound()).isTrue();
      assertThat(copy.shape().mass().centroid().distance(wanted)).isLessThan(1e-9);
      assertThat(copy.shape().mass().volumeMm3()).isCloseTo(96, within(1e-9));
      assertThat(copy.shape().brep()).isEqualTo(alone.shape().brep());
      assertThat(copy.origins()).isEqualTo(alone.origins());
    }
    assertThat(kernel.move(wedge, List.of(), BUDGET).orThrow()).isEmpty();
  }

  /** Half the axes times pi; an arc of it from head to tail with its chord. */
  @Test
  void ellipsesAsProfiles() {
    ProfileCurve whole =
        new ProfileCurve.Ellipse(1, Vec3.ZERO, Vec3.Z, new Vec3(3, 4, 0), 2, 0, 2 * Math.PI);
    Shape solid =
        Solids.extruded(kernel, new ProfileCurve.Region(List.of(whole), List.of()), 3).shape();
    assertThat(solid.mass().volumeMm3()).isCloseTo(Math.PI * 5 * 2 * 3, within(1e-6));
    ProfileCurve.Ellipse half =
        new ProfileCurve.Ellipse(1, Vec3.ZERO, Vec3.Z, new Vec3(5, 0, 0), 2, 0, Math.PI);
    assertThat(half.at(0.5).distance(new Vec3(0, 2, 0))).isLessThan(1e-12);
    ProfileCurve chord = new ProfileCurve.Line(2, new Vec3(-5, 0, 0), new Vec3(5, 0, 0));
    Shape dome =
        Solids.extruded(kernel, new ProfileCurve.Region(List.of(half, chord), List.of()), 3)
            .shape();
    assertThat(dome.mass().volumeMm3()).isCloseTo(Math.PI * 5 * 2 * 3 / 2, within(1e-6));
  }

  /**
   * A closed quadratic spline of a square's corners: its area is 5/6 of the square, from the
   * parabolas that cut its corners off between the middles of the sides.
   */
  @Test
  void aSplineThatRunsRoundAsAProfile() {
    List<Vec3> corners =
        List.of(new Vec3(0, 0, 0), new Vec3(6, 0, 0), new Vec3(6, 6, 0), new Vec3(0, 6, 0));
    ProfileCurve round = new ProfileCurve.Spline(1, corners, 2, true, corners);
    Shape solid =
        Solids.extruded(kernel, new ProfileCurve.Region(List.of(round), List.of()), 2).shape();
    assertThat(solid.mass().volumeMm3()).isCloseTo(36 * 5 / 6.0 * 2, within(1e-6));
    assertThat(solid.topology().faces()).hasSize(3);
  }
}

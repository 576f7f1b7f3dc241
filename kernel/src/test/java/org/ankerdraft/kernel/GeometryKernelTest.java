package org.ankerdraft.kernel;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.ankerdraft.kernel.Derived.OriginKind;
import org.ankerdraft.kernel.GeometryKernel.BlendType;
import org.ankerdraft.kernel.GeometryKernel.Combination;
import org.ankerdraft.kernel.GeometryKernel.Join;
import org.ankerdraft.kernel.GeometryKernel.Sub;
import org.ankerdraft.vectors.Vec3;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Primitives of the worker against closed-form geometry. */
class GeometryKernelTest {
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

  @Test
  void aBoxIsKnownToTheLastDigit() {
    Shape box = Solids.box(kernel, 10, 20, 30);
    assertThat(box.mass().volumeMm3()).isCloseTo(6000, within(1e-9));
    assertThat(box.mass().areaMm2()).isCloseTo(2200, within(1e-9));
    assertThat(box.mass().centroid().distance(new Vec3(5, 10, 15))).isLessThan(1e-9);
    assertThat(box.mass().boxMax().distance(new Vec3(10, 20, 30))).isLessThan(1e-6);
    assertThat(box.topology().faces())
        .hasSize(6)
        .allMatch(f -> f.kind() == Topology.SurfaceKind.PLANE);
    assertThat(box.topology().edges()).hasSize(12).allMatch(e -> e.bend() == Topology.Bend.CONVEX);
    assertThat(box.topology().vertices()).hasSize(8);
    assertThat(box.proof().isSound()).isTrue();
  }

  @Test
  void everyFaceOfAPrismHasItsOrigin() {
    Derived prism = Solids.extruded(kernel, Solids.polygon(0, 0, 10, 0, 10, 20, 0, 20), 30);
    Map<OriginKind, Integer> count = new HashMap<>();
    prism.origins().forEach(o -> count.merge(o.kind(), 1, Integer::sum));
    assertThat(count)
        .containsEntry(OriginKind.CURVE, 4)
        .containsEntry(OriginKind.START_CAP, 1)
        .containsEntry(OriginKind.END_CAP, 1);
    for (Derived.Origin o : prism.origins()) {
      Vec3 normal = prism.shape().topology().face(o.face()).normal();
      if (o.kind() == OriginKind.END_CAP) {
        assertThat(normal.angleTo(Vec3.Z)).isLessThan(1e-9);
      }
      if (o.kind() == OriginKind.CURVE && o.source() == 1) {
        assertThat(normal.angleTo(Vec3.Y.negated())).isLessThan(1e-9);
      }
    }
  }

  @Test
  void numbersSurviveARoundTripThroughBytes() {
    Shape box = Solids.box(kernel, 10, 20, 30);
    Shape rounded =
        kernel.blend(box, BlendType.ROUND, Map.of(1, 2.0, 5, 1.0), BUDGET).orThrow().shape();
    Shape restored = kernel.restore(rounded.brepBytes(), BUDGET).orThrow();
    for (int f = 1; f <= rounded.topology().faces().size(); f++) {
      Topology.Face a = rounded.topology().face(f);
      Topology.Face b = restored.topology().face(f);
      assertThat(b.kind()).isEqualTo(a.kind());
      assertThat(b.areaMm2()).isCloseTo(a.areaMm2(), within(1e-6));
      assertThat(b.point().distance(a.point())).isLessThan(1e-6);
    }
    for (int e = 1; e <= rounded.topology().edges().size(); e++) {
      assertThat(restored.topology().edge(e).mid().distance(rounded.topology().edge(e).mid()))
          .isLessThan(1e-6);
    }
  }

  /** Frustum of a square, V = h/3 (A1 + A2 + sqrt(A1 A2)): standard geometry. */
  @ParameterizedTest
  @CsvSource({"1", "5", "10", "25", "-3"})
  void draftOfABoxIsAFrustum(double deg) {
    double b = 40;
    double h = 20;
    Derived prism = Solids.extruded(kernel, Solids.polygon(0, 0, b, 0, b, b, 0, b), h);
    Map<Integer, Double> faces = new HashMap<>();
    prism.origins().stream()
        .filter(o -> o.kind() == OriginKind.CURVE)
        .forEach(o -> faces.put(o.face(), Math.toRadians(deg)));
    Shape drafted =
        kernel.draft(prism.shape(), faces, Vec3.Z, Solids.GROUND, BUDGET).orThrow().shape();
    double top = b - 2 * h * Math.tan(Math.toRadians(deg));
    double expected = h / 3 * (b * b + top * top + b * top);
    assertThat(drafted.mass().volumeMm3()).isCloseTo(expected, within(expected * 1e-9));
    kernel.draftRanges(drafted, Vec3.Z, 1e-4, BUDGET).orThrow().stream()
        .filter(r -> Math.abs(r.minRad()) < 1.5)
        .forEach(r -> assertThat(Math.toDegrees(r.minRad())).isCloseTo(deg, within(1e-9)));
  }

  /** Frustum of a cone, V = pi h/3 (R^2 + R r + r^2): standard geometry. */
  @Test
  void draftOfACylinderIsACone() {
    Derived prism = Solids.extruded(kernel, Solids.disc(12), 20);
    int side =
        prism.origins().stream()
            .filter(o -> o.kind() == OriginKind.CURVE)
            .findFirst()
            .orElseThrow()
            .face();
    Shape cone =
        kernel
            .draft(prism.shape(), Map.of(side, Math.toRadians(4)), Vec3.Z, Solids.GROUND, BUDGET)
            .orThrow()
            .shape();
    double r = 12 - 20 * Math.tan(Math.toRadians(4));
    assertThat(cone.mass().volumeMm3())
        .isCloseTo(Math.PI * 20 / 3 * (144 + 12 * r + r * r), within(1e-6));
    var range = kernel.draftRanges(cone, Vec3.Z, 1e-6, BUDGET).orThrow().get(side - 1);
    assertThat(range.exact()).isTrue();
    assertThat(Math.toDegrees(range.minRad())).isCloseTo(4, within(1e-9));
    assertThat(Math.toDegrees(range.maxRad())).isCloseTo(4, within(1e-9));
  }

  /**
   * A round of radius r on a right-angled edge of length L removes (1 - pi/4) r^2 L: standard
   * geometry.
   */
  @Test
  void aRoundRemovesWhatGeometrySays() {
    Shape box = Solids.box(kernel, 30, 20, 10);
    int edge = 1;
    double length = box.topology().edge(edge).lengthMm();
    Derived rounded = kernel.blend(box, BlendType.ROUND, Map.of(edge, 3.0), BUDGET).orThrow();
    assertThat(rounded.shape().mass().volumeMm3())
        .isCloseTo(6000 - (1 - Math.PI / 4) * 9 * length, within(1e-6));
    assertThat(rounded.origins())
        .anyMatch(o -> o.kind() == OriginKind.FROM_EDGE && o.source() == edge);
    Derived chamfered = kernel.blend(box, BlendType.CHAMFER, Map.of(edge, 2.0), BUDGET).orThrow();
    assertThat(chamfered.shape().mass().volumeMm3()).isCloseTo(6000 - 2 * length, within(1e-6));
  }

  @Test
  void aRoundThatDoesNotFitNamesItsEdges() {
    Shape box = Solids.box(kernel, 30, 20, 10);
    var outcome = kernel.blend(box, BlendType.ROUND, Map.of(1, 25.0), BUDGET);
    assertThat(outcome).isInstanceOf(Outcome.Failed.class);
    assertThat(((Outcome.Failed<Derived>) outcome).failure().edges()).contains(1);
  }

  /** Outer box less inner box. */
  @Test
  void aShellIsOuterLessInner() {
    Derived prism = Solids.extruded(kernel, Solids.polygon(0, 0, 30, 0, 30, 20, 0, 20), 10);
    int top =
        prism.origins().stream()
            .filter(o -> o.kind() == OriginKind.END_CAP)
            .findFirst()
            .orElseThrow()
            .face();
    Shape shell =
        kernel
            .thicken(prism.shape(), List.of(top), -1.5, Map.of(), Join.ARC, BUDGET)
            .orThrow()
            .shape();
    assertThat(shell.mass().volumeMm3()).isCloseTo(30 * 20 * 10 - 27 * 17 * 8.5, within(1e-6));
    assertThat(shell.topology().edges()).anyMatch(e -> e.bend() == Topology.Bend.CONCAVE);
  }

  @Test
  void concaveAndConvexAreToldByNormals() {
    Shape l =
        Solids.extruded(kernel, Solids.polygon(0, 0, 20, 0, 20, 5, 5, 5, 5, 20, 0, 20), 10).shape();
    assertThat(l.topology().edges().stream().filter(e -> e.bend() == Topology.Bend.CONCAVE))
        .hasSize(1);
    assertThat(l.topology().edges().stream().filter(e -> e.bend() == Topology.Bend.CONVEX))
        .hasSize(17);
  }

  @Test
  void distanceBetweenFacesAndPoints() {
    Shape box = Solids.box(kernel, 10, 20, 30);
    var toPoint =
        kernel
            .distance(
                new Sub.FaceOf(box, 1),
                new Sub.Point(
                    box.topology().face(1).point().plus(box.topology().face(1).normal().times(7))),
                BUDGET)
            .orThrow();
    assertThat(toPoint.distanceMm()).isCloseTo(7, within(1e-9));
  }

  @Test
  void stepKeepsEveryFaceAndIsTheSameEachTime() {
    Shape box = Solids.box(kernel, 10, 20, 30);
    Shape rounded = kernel.blend(box, BlendType.ROUND, Map.of(1, 2.0), BUDGET).orThrow().shape();
    byte[] step = kernel.writeStep("lamp", Map.of("Base", rounded), BUDGET).orThrow();
    assertThat(kernel.writeStep("lamp", Map.of("Base", rounded), BUDGET).orThrow()).isEqualTo(step);
    try (GeometryKernel fresh = new GeometryKernel(WorkerProgram.find().orElseThrow())) {
      var read = fresh.readStep(step, BUDGET).orThrow();
      assertThat(read.names()).containsExactly("Base");
      assertThat(read.shapes().getFirst().topology().faces())
          .hasSize(rounded.topology().faces().size());
      assertThat(read.shapes().getFirst().mass().volumeMm3())
          .isCloseTo(rounded.mass().volumeMm3(), within(1e-6));
    }
  }

  @Test
  void aMeshIsWatertightAndOutward() {
    Shape drilled =
        kernel
            .combine(
                Combination.SUBTRACT,
                Solids.box(kernel, 10, 20, 30),
                List.of(Solids.extruded(kernel, Solids.disc(4), 30).shape()),
                false,
                BUDGET)
            .orThrow()
            .shape();
    TriangleMesh mesh = kernel.mesh(drilled, 0.01, 0.1, BUDGET).orThrow();
    assertThat(mesh.watertight()).isTrue();
    assertThat(mesh.volumeMm3())
        .isCloseTo(drilled.mass().volumeMm3(), within(drilled.mass().volumeMm3() * 1e-3));
    assertThat(mesh.faceCount()).isEqualTo(drilled.topology().faces().size());
    for (int n = 0; n < mesh.nodeCount(); n++) {
      assertThat(mesh.normal(n).length()).isCloseTo(1, within(1e-5));
    }
  }

  @Test
  void aCrossingProfileSaysWhere() {
    var bow = Solids.polygon(0, 0, 10, 10, 10, 0, 0, 10);
    var outcome = kernel.checkProfile(List.of(bow), Solids.GROUND, BUDGET);
    assertThat(outcome).isInstanceOf(Outcome.Failed.class);
    assertThat(
            ((Outcome.Failed<Boolean>) outcome)
                .failure()
                .place()
                .orElseThrow()
                .distance(new Vec3(5, 5, 0)))
        .isLessThan(1e-6);
  }

  /**
   * Two arcs of different size that leave one end the same way enclose a crescent with a cusp: it
   * touches itself nowhere else.
   */
  @ParameterizedTest
  @ValueSource(doubles = {2, 5, 9, 9.9})
  void aCuspIsNoCrossing(double inner) {
    var outer = halfCircle(1, 10, true);
    var within = halfCircle(2, inner, false);
    var back = new ProfileCurve.Line(3, new Vec3(0, 2 * inner, 0), new Vec3(0, 20, 0));
    var crescent = new ProfileCurve.Region(List.of(back, outer, within), List.of());
    assertThat(kernel.checkProfile(List.of(crescent), Solids.GROUND, BUDGET))
        .isInstanceOf(Outcome.Done.class);
    double area = Math.PI / 2 * (100 - inner * inner);
    Shape prism = Solids.extruded(kernel, crescent, 3).shape();
    assertThat(prism.mass().volumeMm3()).isCloseTo(3 * area, within(1e-6 * area));
  }

  /** A half of a circle that touches the x axis at the origin, from there or to there. */
  private static ProfileCurve.Arc halfCircle(int tag, double radius, boolean down) {
    Vec3 top = new Vec3(0, 2 * radius, 0);
    Vec3 side = new Vec3(radius, radius, 0);
    return down
        ? new ProfileCurve.Arc(tag, top, side, Vec3.ZERO)
        : new ProfileCurve.Arc(tag, Vec3.ZERO, side, top);
  }
}

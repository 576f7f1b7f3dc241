package org.ankerdraft.kernel;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.ankerdraft.vectors.Vec3;

/**
 * Compares what a worker says of a body with what one says that reads it and has seen nothing else.
 */
final class Anew {
  private static final Budget BUDGET = Budget.ofSeconds(30);
  private static final double ANGLE = Math.toRadians(15);

  private Anew() {}

  static void assertSame(GeometryKernel kernel, Shape shape, double deflection) {
    try (GeometryKernel other = new GeometryKernel(WorkerProgram.find().orElseThrow())) {
      Shape anew = other.restore(shape.brepBytes(), BUDGET).orThrow();
      assertThat(anew.proof().isSound()).isEqualTo(shape.proof().isSound());
      assertThat(anew.mass().volumeMm3())
          .isCloseTo(shape.mass().volumeMm3(), within(1e-9 * shape.mass().volumeMm3()));
      assertThat(anew.mass().boxMin().distance(shape.mass().boxMin())).isLessThan(1e-9);
      assertThat(anew.mass().boxMax().distance(shape.mass().boxMax())).isLessThan(1e-9);
      assertThat(anew.topology().faces()).hasSameSizeAs(shape.topology().faces());
      for (int f = 1; f <= anew.topology().faces().size(); f++) {
        Topology.Face is = shape.topology().face(f);
        Topology.Face wanted = anew.topology().face(f);
        assertThat(is.kind()).isEqualTo(wanted.kind());
        assertThat(is.areaMm2()).isCloseTo(wanted.areaMm2(), within(1e-9 * wanted.areaMm2()));
        assertThat(is.normal().angleTo(wanted.normal())).isLessThan(1e-9);
        assertThat(is.loops()).isEqualTo(wanted.loops());
        assertThat(is.concave()).isEqualTo(wanted.concave());
      }
      for (int e = 1; e <= anew.topology().edges().size(); e++) {
        Topology.Edge is = shape.topology().edge(e);
        Topology.Edge wanted = anew.topology().edge(e);
        assertThat(is.bend()).as("edge %d", e).isEqualTo(wanted.bend());
        assertThat(is.faces()).isEqualTo(wanted.faces());
        assertThat(is.mid().distance(wanted.mid())).isLessThan(1e-9);
      }
      TriangleMesh mesh = kernel.mesh(shape, deflection, ANGLE, BUDGET).orThrow();
      TriangleMesh fresh = other.mesh(anew, deflection, ANGLE, BUDGET).orThrow();
      assertThat(mesh.watertight()).isTrue();
      assertThat(fresh.watertight()).isTrue();
      assertThat(mesh.triangleCount()).isEqualTo(fresh.triangleCount());
      assertThat(mesh.volumeMm3()).isCloseTo(fresh.volumeMm3(), within(1e-6 * fresh.volumeMm3()));
    }
  }

  /** The angles of all faces to a pull. */
  static void assertSameDraft(GeometryKernel kernel, Shape shape, Vec3 pull) {
    try (GeometryKernel other = new GeometryKernel(WorkerProgram.find().orElseThrow())) {
      Shape anew = other.restore(shape.brepBytes(), BUDGET).orThrow();
      var is = kernel.draftRanges(shape, pull, 1e-4, BUDGET).orThrow();
      var wanted = other.draftRanges(anew, pull, 1e-4, BUDGET).orThrow();
      assertThat(is).hasSameSizeAs(wanted);
      for (int f = 0; f < wanted.size(); f++) {
        assertThat(is.get(f).minRad()).isCloseTo(wanted.get(f).minRad(), within(1e-9));
        assertThat(is.get(f).maxRad()).isCloseTo(wanted.get(f).maxRad(), within(1e-9));
      }
    }
  }
}

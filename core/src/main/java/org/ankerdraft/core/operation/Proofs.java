package org.ankerdraft.core.operation;

import java.util.DoubleSummaryStatistics;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Stream;
import org.ankerdraft.kernel.Budget;
import org.ankerdraft.kernel.GeometryKernel;
import org.ankerdraft.kernel.Outcome;
import org.ankerdraft.kernel.Shape;
import org.ankerdraft.kernel.Topology;
import org.ankerdraft.kernel.TriangleMesh;

/** Proofs that every result must pass, whatever the operation. */
public final class Proofs {
  /**
   * A coarse mesh may differ from the exact volume by this share; a broken one differs by far more.
   */
  private static final double MESH_VOLUME_SHARE = 0.03;

  private static final double MESH_DEFLECTION_SHARE = 2e-3;
  private static final double MESH_ANGLE_RAD = Math.toRadians(20);
  private static final int FINER = 8;
  private static final double LARGEST_TOLERANCE_SHARE = 1e-3;

  /** Of the height of a cone: so near to its tip an edge counts as at it. */
  private static final double TIP_SHARE = 1e-6;

  private Proofs() {}

  /**
   * Valid, closed, of positive volume, no cone past its tip, meshable without gaps, and mesh and
   * solid agree about the volume.
   */
  public static Optional<String> soundness(Shape shape, GeometryKernel kernel, Budget budget)
      throws Ladder.Stopped {
    Shape.Proof p = shape.proof();
    if (!p.isSound()) {
      return Optional.of(
          p.faults().isEmpty()
              ? "the result holds no solid"
              : "the result is no sound solid: " + p.faults().getFirst());
    }
    double volume = shape.mass().volumeMm3();
    if (!(volume > 0)) {
      return Optional.of(String.format(Locale.ROOT, "the result has a volume of %.4g mm³", volume));
    }
    double size = shape.mass().diagonalMm();
    if (p.maxToleranceMm() > size * LARGEST_TOLERANCE_SHARE) {
      return Optional.of(
          String.format(Locale.ROOT, "the result has gaps of up to %.3g mm", p.maxToleranceMm()));
    }
    if (passesTipOfCone(shape.topology())) {
      return Optional.of("a cone runs on past its tip");
    }
    return meshFault(shape, kernel, budget, 1);
  }

  /**
   * @param refinement of the mesh; where a coarse one of something flat and curved disagrees, a
   *     finer one decides
   */
  private static Optional<String> meshFault(
      Shape shape, GeometryKernel kernel, Budget budget, int refinement) throws Ladder.Stopped {
    double deflection = shape.mass().diagonalMm() * MESH_DEFLECTION_SHARE / refinement;
    Outcome<TriangleMesh> meshed =
        kernel.mesh(shape, deflection, MESH_ANGLE_RAD / refinement, budget);
    if (meshed instanceof Outcome.Failed<TriangleMesh>(var failure)) {
      Ladder.stopIfNeeded(failure);
      return Optional.of("the result cannot be meshed: " + failure.message());
    }
    TriangleMesh mesh = meshed.orThrow();
    if (!mesh.watertight()) {
      return Optional.of("the mesh of the result has gaps");
    }
    double volume = shape.mass().volumeMm3();
    double off = Math.abs(mesh.volumeMm3() - volume) / volume;
    if (off <= MESH_VOLUME_SHARE) {
      return Optional.empty();
    }
    return refinement == 1
        ? meshFault(shape, kernel, budget, FINER)
        : Optional.of(
            String.format(
                Locale.ROOT,
                "mesh and solid differ in volume by %.1f %%: the boundary folds over itself",
                100 * off));
  }

  /** A face with parts on both sides of the tip of its cone crosses itself there. */
  private static boolean passesTipOfCone(Topology t) {
    for (Topology.Face f : t.faces()) {
      if (f.kind() != Topology.SurfaceKind.CONE) {
        continue;
      }
      double tip = -f.radius() / Math.tan(f.second());
      DoubleSummaryStatistics fromTip =
          f.loops().stream()
              .flatMap(List::stream)
              .map(t::edge)
              .flatMap(e -> Stream.of(e.start(), e.mid(), e.end()))
              .mapToDouble(p -> p.minus(f.origin()).dot(f.direction()) - tip)
              .summaryStatistics();
      double slack = TIP_SHARE * (fromTip.getMax() - fromTip.getMin());
      if (fromTip.getMin() < -slack && fromTip.getMax() > slack) {
        return true;
      }
    }
    return false;
  }
}

package org.ankerdraft.core.operation;

import java.util.Locale;
import java.util.Optional;
import org.ankerdraft.kernel.Budget;
import org.ankerdraft.kernel.GeometryKernel;
import org.ankerdraft.kernel.Outcome;
import org.ankerdraft.kernel.Shape;
import org.ankerdraft.kernel.TriangleMesh;

/** Proofs that every result must pass, whatever the operation. */
public final class Proofs {
  /**
   * A coarse mesh may differ from the exact volume by this share; a broken one differs by far more.
   */
  private static final double MESH_VOLUME_SHARE = 0.03;

  private static final double MESH_DEFLECTION_SHARE = 2e-3;
  private static final double MESH_ANGLE_RAD = Math.toRadians(20);
  private static final double LARGEST_TOLERANCE_SHARE = 1e-3;

  private Proofs() {}

  /**
   * Valid, closed, of positive volume, meshable without gaps, and mesh and solid agree about the
   * volume.
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
    Outcome<TriangleMesh> meshed =
        kernel.mesh(shape, size * MESH_DEFLECTION_SHARE, MESH_ANGLE_RAD, budget);
    return switch (meshed) {
      case Outcome.Failed<TriangleMesh>(var failure) -> {
        Ladder.stopIfNeeded(failure);
        yield Optional.of("the result cannot be meshed: " + failure.message());
      }
      case Outcome.Done<TriangleMesh>(TriangleMesh mesh) -> {
        if (!mesh.watertight()) {
          yield Optional.of("the mesh of the result has gaps");
        }
        double off = Math.abs(mesh.volumeMm3() - volume) / volume;
        yield off > MESH_VOLUME_SHARE
            ? Optional.of(
                String.format(
                    Locale.ROOT,
                    "mesh and solid differ in volume by %.1f %%: the boundary folds over itself",
                    100 * off))
            : Optional.empty();
      }
    };
  }
}

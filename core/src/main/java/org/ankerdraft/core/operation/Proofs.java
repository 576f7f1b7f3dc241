package org.ankerdraft.core.operation;

import java.util.DoubleSummaryStatistics;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import org.ankerdraft.core.geometry.MeshAccuracy;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.kernel.Budget;
import org.ankerdraft.kernel.GeometryKernel;
import org.ankerdraft.kernel.GeometryKernel.MeshProof;
import org.ankerdraft.kernel.Outcome;
import org.ankerdraft.kernel.Shape;
import org.ankerdraft.kernel.Topology;

/** Proofs that every result must pass, whatever the operation. */
public final class Proofs {
  /**
   * A coarse mesh may differ from the exact volume by this share; a broken one differs by far more.
   */
  private static final double MESH_VOLUME_SHARE = 0.03;

  private static final int FINER = 8;
  private static final double LARGEST_TOLERANCE_SHARE = 1e-3;

  /** Of the height of a cone: so near to its tip an edge counts as at it. */
  private static final double TIP_SHARE = 1e-6;

  private Proofs() {}

  /** What is proved: something that will be drawn, or something that only makes others. */
  public enum Of {
    BODY,
    TOOL;

    /** A body is proved by the mesh by which it is drawn, a tool by a coarse one. */
    MeshAccuracy accuracy(double diagonalMm) {
      return this == BODY ? MeshAccuracy.forSize(diagonalMm) : MeshAccuracy.coarse(diagonalMm);
    }
  }

  /**
   * Valid, closed, of positive volume, no cone past its tip, meshable without gaps, and mesh and
   * solid agree about the volume.
   */
  public static Optional<String> soundness(
      Of what, Shape shape, GeometryKernel kernel, Budget budget) throws Ladder.Stopped {
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
    return meshFault(what.accuracy(shape.mass().diagonalMm()), shape, kernel, budget, 1);
  }

  /** Valid faces that hang together as they should, of some area, without gaps, and meshable. */
  public static Optional<String> surfaceSoundness(Shape shape, GeometryKernel kernel, Budget budget)
      throws Ladder.Stopped {
    Shape.Proof p = shape.proof();
    if (!p.valid()) {
      return Optional.of("the result is no sound surface: " + p.faults().getFirst());
    }
    if (!shape.isSurface() || !(shape.mass().areaMm2() > 0)) {
      return Optional.of("the result holds no surface");
    }
    if (p.maxToleranceMm() > shape.mass().diagonalMm() * LARGEST_TOLERANCE_SHARE) {
      return Optional.of(
          String.format(Locale.ROOT, "the result has gaps of up to %.3g mm", p.maxToleranceMm()));
    }
    MeshAccuracy accuracy = Of.BODY.accuracy(shape.mass().diagonalMm());
    Outcome<MeshProof> meshed =
        kernel.meshProof(shape, accuracy.deflectionMm(), accuracy.angleRad(), budget);
    if (meshed instanceof Outcome.Failed<MeshProof>(var failure)) {
      Ladder.stopIfNeeded(failure);
      return Optional.of("the result cannot be meshed: " + failure.message());
    }
    return Optional.empty();
  }

  /**
   * Sound, in as many pieces as before, and with all faces that were there.
   *
   * @param mayVanish faces that may be swallowed
   */
  public static Optional<String> wholeness(
      Of what,
      NamedShape before,
      NamedShape after,
      Set<FaceName> mayVanish,
      GeometryKernel kernel,
      Budget budget)
      throws Ladder.Stopped {
    Optional<String> unsound = soundness(what, after.shape(), kernel, budget);
    if (unsound.isPresent()) {
      return unsound;
    }
    if (after.shape().proof().solids() != before.shape().proof().solids()) {
      return Optional.of("the body falls apart");
    }
    Set<FaceName> there = new HashSet<>();
    after.faceNames().forEach(n -> there.add(n.bare()));
    return before.faceNames().stream()
        .filter(name -> !there.contains(name.bare()) && !mayVanish.contains(name))
        .findFirst()
        .map(name -> "face " + name + " is swallowed");
  }

  /**
   * @param refinement of the mesh; where a coarse one of something flat and curved disagrees, a
   *     finer one decides
   */
  private static Optional<String> meshFault(
      MeshAccuracy accuracy, Shape shape, GeometryKernel kernel, Budget budget, int refinement)
      throws Ladder.Stopped {
    MeshAccuracy fine = accuracy.finer(refinement);
    Outcome<MeshProof> proved =
        kernel.meshProof(shape, fine.deflectionMm(), fine.angleRad(), budget);
    if (proved instanceof Outcome.Failed<MeshProof>(var failure)) {
      Ladder.stopIfNeeded(failure);
      return Optional.of("the result cannot be meshed: " + failure.message());
    }
    MeshProof mesh = proved.orThrow();
    if (!mesh.isWatertight()) {
      return Optional.of("the mesh of the result has gaps");
    }
    double volume = shape.mass().volumeMm3();
    double off = Math.abs(mesh.volumeMm3() - volume) / volume;
    if (off <= MESH_VOLUME_SHARE) {
      return Optional.empty();
    }
    return refinement == 1
        ? meshFault(accuracy, shape, kernel, budget, FINER)
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

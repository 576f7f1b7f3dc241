package org.ankerdraft.core.operation;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.ankerdraft.core.geometry.Tolerance;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.core.select.Naming;
import org.ankerdraft.kernel.Budget;
import org.ankerdraft.kernel.Derived;
import org.ankerdraft.kernel.Derived.Origin;
import org.ankerdraft.kernel.GeometryKernel;
import org.ankerdraft.kernel.GeometryKernel.Combination;
import org.ankerdraft.kernel.Outcome;
import org.ankerdraft.kernel.Shape;

/**
 * Several tools united with a body, or taken from it, in one boolean operation. Taken only where it
 * gives what one after the other would give, names and volumes included; whoever asks goes one by
 * one otherwise, and hears the reasons there.
 */
public final class Together {
  /** Tools nearer to each other than this many lengths of the tolerance go one by one. */
  private static final double APART = 100;

  /** The volumes of the steps must come to that of the result, to this share of the tolerance. */
  private static final double SAME_VOLUME = 1e-3;

  private static final FaceName NOBODY = FaceName.of("nobody", "face");

  private final GeometryKernel kernel;
  private final Tolerance tolerance;
  private final Budget budget;

  public Together(GeometryKernel kernel, Tolerance tolerance, Budget budget) {
    this.kernel = kernel;
    this.tolerance = tolerance;
    this.budget = budget;
  }

  /**
   * @param result the body after the last tool
   * @param volumesMm3 of the body after each tool
   */
  public record Combined(NamedShape result, List<Double> volumesMm3) {}

  /** Whether tools lie so far apart that neither sees what the other does. */
  public boolean isApart(NamedShape one, NamedShape other) {
    double margin = APART * tolerance.lengthMm();
    Shape.Mass a = one.shape().mass();
    Shape.Mass b = other.shape().mass();
    return a.boxMin().x() > b.boxMax().x() + margin
        || a.boxMin().y() > b.boxMax().y() + margin
        || a.boxMin().z() > b.boxMax().z() + margin
        || b.boxMin().x() > a.boxMax().x() + margin
        || b.boxMin().y() > a.boxMax().y() + margin
        || b.boxMin().z() > a.boxMax().z() + margin;
  }

  /**
   * @param tools that lie apart
   * @param footing faces that must be there afterwards
   * @return empty if they must go one by one
   */
  public Optional<Combined> combine(
      Combination kind, NamedShape target, List<NamedShape> tools, Set<FaceName> footing)
      throws Ladder.Stopped {
    Outcome<GeometryKernel.Together> done =
        kernel.combineApart(
            kind,
            target.shape(),
            tools.stream().map(NamedShape::shape).toList(),
            kind == Combination.UNITE,
            budget);
    if (done instanceof Outcome.Failed<GeometryKernel.Together>(var failure)) {
      Ladder.stopIfNeeded(failure);
      return Optional.empty();
    }
    GeometryKernel.Together together = done.orThrow();
    Shape shape = together.derived().shape();
    if (shape.proof().solids() != 1
        || target.shape().proof().solids() != 1
        || splitsFaces(together.derived())) {
      return Optional.empty();
    }
    List<Double> volumes = volumes(kind, target, tools, together.overlapsMm3());
    if (volumes.isEmpty() || !isSame(volumes.getLast(), shape.mass().volumeMm3())) {
      return Optional.empty();
    }
    List<NamedShape> inputs = new ArrayList<>(List.of(target));
    inputs.addAll(tools);
    NamedShape named = Naming.name(together.derived(), inputs, () -> NOBODY);
    if (named.face(NOBODY) != 0
        || footing.stream().anyMatch(f -> named.face(f) == 0)
        || Proofs.soundness(Proofs.Of.BODY, shape, kernel, budget).isPresent()) {
      return Optional.empty();
    }
    volumes.set(volumes.size() - 1, shape.mass().volumeMm3());
    return Optional.of(new Combined(named, volumes));
  }

  /** A face that comes apart gives its parts ordinals, which depend on the order of the steps. */
  private static boolean splitsFaces(Derived derived) {
    Set<Integer> seen = new HashSet<>();
    return derived.origins().stream()
        .filter(o -> o.input() == 0)
        .filter(o ->
            o.kind() == Derived.OriginKind.FACE_KEPT
                || o.kind() == Derived.OriginKind.FACE_MODIFIED)
        .map(o -> new Origin(o.face(), Derived.OriginKind.FACE_KEPT, 0, o.source()))
        .distinct()
        .anyMatch(o -> !seen.add(o.source()));
  }

  /** The body's volume after each tool; empty if one of them does nothing to it. */
  private List<Double> volumes(
      Combination kind, NamedShape target, List<NamedShape> tools, List<Double> overlaps) {
    List<Double> out = new ArrayList<>();
    double volume = target.shape().mass().volumeMm3();
    for (int i = 0; i < tools.size(); i++) {
      double tool = tools.get(i).shape().mass().volumeMm3();
      double change = kind == Combination.UNITE ? tool - overlaps.get(i) : overlaps.get(i);
      if (change < Combiner.least(tolerance, volume, tool)) {
        return List.of();
      }
      volume += kind == Combination.UNITE ? change : -change;
      out.add(volume);
    }
    return out;
  }

  private boolean isSame(double one, double other) {
    return Math.abs(one - other) <= SAME_VOLUME * tolerance.relative() * Math.max(one, other);
  }
}

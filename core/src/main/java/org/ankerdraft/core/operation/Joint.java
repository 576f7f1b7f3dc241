package org.ankerdraft.core.operation;

import java.util.List;
import java.util.Optional;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.core.select.Naming;
import org.ankerdraft.kernel.Derived;
import org.ankerdraft.kernel.GeometryKernel.Combination;
import org.ankerdraft.kernel.Outcome;

/**
 * What comes of solids that are laid against a body: they touch it, and share no room with it or
 * with each other.
 */
public sealed interface Joint {
  /** Of the volume of a solid: what it may seem to share because of rounding. */
  double VOLUME_SHARE = 1e-4;

  /** All are united. */
  record Made(NamedShape shape) implements Joint {
    @Override
    public NamedShape made(String what) {
      return shape;
    }
  }

  /**
   * One runs into what was there before it.
   *
   * @param solid its number among the solids, from 0
   * @param common what both fill; empty if it cannot be told
   */
  record Overlap(int solid, double volumeMm3, Optional<NamedShape> common) implements Joint {
    @Override
    public NamedShape made(String what) throws StepFailed {
      throw new StepFailed(what, why());
    }

    public String why() {
      return "it runs into the part itself with " + Words.rough(volumeMm3) + " mm³";
    }
  }

  /**
   * The body with all of them.
   *
   * @throws StepFailed if one is in the way
   */
  NamedShape made(String what) throws StepFailed;

  /**
   * Unites solids with a body.
   *
   * @throws StepFailed if they cannot be united though they share no room
   */
  static Joint of(
      BuildContext context, String what, NamedShape body, List<NamedShape> solids, String stepId)
      throws StepFailed, Ladder.Stopped {
    StepFailed failed = null;
    try {
      NamedShape all = Combiner.combineAll(context, what, Combination.UNITE, body, solids, stepId);
      if (isWithinRounding(sharedMm3(body, solids, all), solids)) {
        return new Made(all);
      }
    } catch (StepFailed e) {
      failed = e;
    }
    return oneByOne(context, what, body, solids, stepId, failed);
  }

  /** Tells which of them is in the way, and of what. */
  private static Joint oneByOne(
      BuildContext context,
      String what,
      NamedShape body,
      List<NamedShape> solids,
      String stepId,
      StepFailed together)
      throws StepFailed, Ladder.Stopped {
    NamedShape now = body;
    for (int i = 0; i < solids.size(); i++) {
      List<NamedShape> one = List.of(solids.get(i));
      Optional<NamedShape> common = common(context, now, solids.get(i), stepId);
      double common3 = common.map(c -> c.shape().mass().volumeMm3()).orElse(0.0);
      if (!isWithinRounding(common3, one)) {
        return new Overlap(i, common3, common);
      }
      if (together != null && solids.size() == 1) {
        throw together;
      }
      NamedShape more = Combiner.combineAll(context, what, Combination.UNITE, now, one, stepId);
      double shared = sharedMm3(now, one, more);
      if (!isWithinRounding(shared, one)) {
        return new Overlap(i, shared, Optional.empty());
      }
      now = more;
    }
    return new Made(now);
  }

  private static double sharedMm3(NamedShape body, List<NamedShape> solids, NamedShape united) {
    return volumeMm3(List.of(body)) + volumeMm3(solids) - volumeMm3(List.of(united));
  }

  private static boolean isWithinRounding(double sharedMm3, List<NamedShape> solids) {
    double least =
        solids.stream().mapToDouble(s -> s.shape().mass().volumeMm3()).min().orElseThrow();
    return Math.abs(sharedMm3) <= VOLUME_SHARE * least;
  }

  private static double volumeMm3(List<NamedShape> solids) {
    return solids.stream().mapToDouble(s -> s.shape().mass().volumeMm3()).sum();
  }

  private static Optional<NamedShape> common(
      BuildContext context, NamedShape body, NamedShape solid, String stepId)
      throws Ladder.Stopped {
    Outcome<Derived> both =
        context.kernel.combine(
            Combination.INTERSECT, body.shape(), List.of(solid.shape()), false, context.budget());
    return switch (both) {
      case Outcome.Failed<Derived>(var failure) -> {
        Ladder.stopIfNeeded(failure);
        yield Optional.empty();
      }
      case Outcome.Done<Derived>(Derived done) when done.shape().proof().solids() == 0 ->
          Optional.empty();
      case Outcome.Done<Derived>(Derived done) ->
          Optional.of(Naming.name(done, List.of(body, solid), () -> FaceName.of(stepId, "face")));
    };
  }
}

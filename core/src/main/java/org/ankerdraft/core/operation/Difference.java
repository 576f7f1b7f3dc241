package org.ankerdraft.core.operation;

import java.util.List;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.core.select.Naming;
import org.ankerdraft.kernel.Derived;
import org.ankerdraft.kernel.GeometryKernel.Combination;
import org.ankerdraft.kernel.Outcome;

/**
 * What a step that has no tool of its own added to a body and took from it: the one body without
 * the other. So a lip, a chamfer or a pattern of bosses can be repeated as it is.
 */
public record Difference(BuildContext context, String stepId, Body before, Body after) {
  private static final String WHAT = "pattern";

  /** It is made when it is asked for. */
  public Tools.Moved asTools() {
    return new Tools.Moved(after.name(), this::work);
  }

  private Work work() throws StepFailed, Ladder.Stopped {
    double wanted = after.volumeMm3() - before.volumeMm3();
    Combination most = wanted > 0 ? Combination.UNITE : Combination.SUBTRACT;
    NamedShape one = made(most);
    if (isAll(wanted, Math.copySign(volumeMm3(one), wanted), Math.abs(wanted))) {
      return Work.of(WHAT, before, new Work.Combining(most, List.of(one)));
    }
    NamedShape other = made(wanted > 0 ? Combination.SUBTRACT : Combination.UNITE);
    NamedShape added = wanted > 0 ? one : other;
    NamedShape taken = wanted > 0 ? other : one;
    if (!isAll(wanted, volumeMm3(added) - volumeMm3(taken), volumeMm3(one) + volumeMm3(other))) {
      throw refused();
    }
    return Work.of(
        WHAT,
        before,
        new Work.Combining(Combination.SUBTRACT, List.of(taken)),
        new Work.Combining(Combination.UNITE, List.of(added)));
  }

  private boolean isAll(double wantedMm3, double mm3, double ofMm3) {
    return Math.abs(mm3 - wantedMm3) <= context.tolerance.relative() * ofMm3;
  }

  private static double volumeMm3(NamedShape shape) {
    return shape.shape().mass().volumeMm3();
  }

  /** What was added, or what was taken away. */
  private NamedShape made(Combination use) throws StepFailed, Ladder.Stopped {
    NamedShape more = use == Combination.UNITE ? after.named() : before.named();
    NamedShape less = use == Combination.UNITE ? before.named() : after.named();
    Outcome<Derived> rest =
        context.kernel.combine(
            Combination.SUBTRACT, more.shape(), List.of(less.shape()), false, context.budget());
    if (rest instanceof Outcome.Failed<Derived>(var failure)) {
      throw new StepFailed(BuildContext.failure(WHAT, Ladder.stopIfNeeded(failure), more));
    }
    NamedShape difference =
        Naming.name(rest.orThrow(), List.of(more, less), () -> FaceName.of(stepId, "face"));
    if (Proofs.soundness(Proofs.Of.TOOL, difference.shape(), context.kernel, context.budget())
        .isPresent()) {
      throw refused();
    }
    return difference;
  }

  private StepFailed refused() {
    return new StepFailed(
        WHAT,
        "step "
            + stepId
            + " cannot be repeated: what it changed cannot be taken out of the body as solids");
  }
}

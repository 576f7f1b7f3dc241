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
 * What a step that has no tool of its own added to a body, or took from it: the one body without
 * the other. So a lip or a chamfer can be repeated as it is.
 */
public record Difference(BuildContext context, String stepId, Body before, Body after) {
  private static final String WHAT = "pattern";

  /** It is made when it is asked for. */
  public Tools.Made asTool() {
    Combination use =
        after.volumeMm3() > before.volumeMm3() ? Combination.UNITE : Combination.SUBTRACT;
    return new Tools.Made(use, after.name(), () -> new Tool(made(use), "what the step changed"));
  }

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
    Optional<String> fault =
        Proofs.soundness(Proofs.Of.TOOL, difference.shape(), context.kernel, context.budget());
    double wanted = Math.abs(after.volumeMm3() - before.volumeMm3());
    double off = Math.abs(difference.shape().mass().volumeMm3() - wanted);
    if (fault.isPresent() || off > context.tolerance.relative() * wanted) {
      throw new StepFailed(
          WHAT,
          "step "
              + stepId
              + " cannot be repeated: what it changed cannot be taken out of the body as a solid;"
              + " it must only add material, or only take some away");
    }
    return difference;
  }
}

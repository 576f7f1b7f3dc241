package org.ankerdraft.core.operation;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Collectors;
import org.ankerdraft.core.geometry.Numbers;
import org.ankerdraft.core.geometry.Tolerance;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.core.select.Naming;
import org.ankerdraft.kernel.Derived;
import org.ankerdraft.kernel.GeometryKernel.Combination;
import org.ankerdraft.kernel.Outcome;
import org.ankerdraft.kernel.Shape;

/**
 * Boolean operations between a body and a tool, with the change of volume as proof that something
 * happened.
 */
public final class Combiner {
  private Combiner() {}

  /** The least change of volume that shows that a tool did something; mm3. */
  static double least(Tolerance tolerance, double bodyMm3, double toolMm3) {
    return tolerance.relative() * Math.min(bodyMm3, toolMm3) * 1e-3;
  }

  /** Where a tool lies, in the directions in which it does not reach through the whole body. */
  private static String beside(Shape.Mass tool, Shape.Mass body) {
    List<String> out = new ArrayList<>();
    addSpan(out, "x", tool.boxMin().x(), tool.boxMax().x(), body.boxMin().x(), body.boxMax().x());
    addSpan(out, "y", tool.boxMin().y(), tool.boxMax().y(), body.boxMin().y(), body.boxMax().y());
    addSpan(out, "z", tool.boxMin().z(), tool.boxMax().z(), body.boxMin().z(), body.boxMax().z());
    return out.isEmpty() ? "its open places" : String.join(", ", out);
  }

  private static void addSpan(
      List<String> out, String axis, double low, double high, double bodyLow, double bodyHigh) {
    if (low > bodyLow || high < bodyHigh) {
      out.add(axis + " " + Numbers.tidy(low, 3) + " to " + Numbers.tidy(high, 3));
    }
  }

  public static NamedShape combine(
      BuildContext context,
      String what,
      Combination kind,
      NamedShape target,
      NamedShape tool,
      String stepId)
      throws StepFailed, Ladder.Stopped {
    return combineAll(context, what, kind, target, List.of(tool), stepId);
  }

  /**
   * Takes several tools away in one go; they may overlap. Faces that come to lie in one plane
   * become one.
   */
  public static NamedShape carve(
      BuildContext context, String what, NamedShape target, List<NamedShape> tools, String stepId)
      throws StepFailed, Ladder.Stopped {
    return combine(context, what, Combination.SUBTRACT, target, tools, Terms.UNIFIED, stepId);
  }

  /** Several tools in one go; they may overlap. */
  public static NamedShape combineAll(
      BuildContext context,
      String what,
      Combination kind,
      NamedShape target,
      List<NamedShape> tools,
      String stepId)
      throws StepFailed, Ladder.Stopped {
    Terms terms = kind == Combination.UNITE ? Terms.UNIFIED : Terms.PLAIN;
    return combine(context, what, kind, target, tools, terms, stepId);
  }

  /**
   * Unites tools with a body that they need not touch: what comes of it may be of several pieces.
   */
  public static NamedShape gather(
      BuildContext context, String what, NamedShape target, List<NamedShape> tools, String stepId)
      throws StepFailed, Ladder.Stopped {
    Terms apart = new Terms(true, true, false);
    return combine(context, what, Combination.UNITE, target, tools, apart, stepId);
  }

  /**
   * Takes tools away where they meet the body; no piece may fall off it.
   *
   * @throws StepFailed if a piece would fall off
   */
  public static NamedShape makeRoom(
      BuildContext context, String what, NamedShape target, List<NamedShape> tools, String stepId)
      throws StepFailed, Ladder.Stopped {
    if (tools.isEmpty()) {
      return target;
    }
    Terms where = new Terms(false, false, true);
    NamedShape rest = combine(context, what, Combination.SUBTRACT, target, tools, where, stepId);
    if (rest.shape().proof().solids() > target.shape().proof().solids()) {
      throw new StepFailed(
          what,
          "making room for it would cut pieces off the body: reliefs that meet, or a cut right"
              + " across; make them narrower or less deep, or keep its ends farther off");
    }
    return rest;
  }

  /**
   * What is asked of a combination beyond its kind.
   *
   * @param unify whether faces that come to lie on one surface become one
   * @param mayStandApart whether what is united need not touch the body
   * @param mayMiss whether what is taken away need not meet the body
   */
  private record Terms(boolean unify, boolean mayStandApart, boolean mayMiss) {
    static final Terms PLAIN = new Terms(false, false, false);
    static final Terms UNIFIED = new Terms(true, false, false);
  }

  private static NamedShape combine(
      BuildContext context,
      String what,
      Combination kind,
      NamedShape target,
      List<NamedShape> tools,
      Terms terms,
      String stepId)
      throws StepFailed, Ladder.Stopped {
    Outcome<Derived> done =
        context.kernel.combine(
            kind,
            target.shape(),
            tools.stream().map(NamedShape::shape).toList(),
            terms.unify,
            context.budget());
    if (done instanceof Outcome.Failed<Derived>(var failure)) {
      throw new StepFailed(BuildContext.failure(what, Ladder.stopIfNeeded(failure), target));
    }
    Derived derived = done.orThrow();
    double before = target.shape().mass().volumeMm3();
    double after = derived.shape().mass().volumeMm3();
    double offered = tools.stream().mapToDouble(tool -> tool.shape().mass().volumeMm3()).sum();
    double least = least(context.tolerance, before, offered);
    if (derived.shape().proof().solids() == 0) {
      throw new StepFailed(
          what,
          kind == Combination.INTERSECT
              ? "the bodies do not overlap"
              : "nothing is left of the body");
    }
    if (kind == Combination.SUBTRACT && before - after < least) {
      if (terms.mayMiss) {
        return target;
      }
      throw new StepFailed(
          what,
          "the tool does not meet the body, so nothing is cut: it lies at "
              + tools.stream()
                  .map(tool -> beside(tool.shape().mass(), target.shape().mass()))
                  .collect(Collectors.joining("; "))
              + ", the body from "
              + Numbers.place(target.shape().mass().boxMin())
              + " to "
              + Numbers.place(target.shape().mass().boxMax()));
    }
    if (kind == Combination.UNITE
        && !terms.mayStandApart
        && derived.shape().proof().solids() > target.shape().proof().solids()) {
      throw new StepFailed(what, "the new solid does not touch the body");
    }
    if (kind == Combination.UNITE && after - before < least) {
      throw new StepFailed(what, "the new solid lies wholly within the body, so nothing is added");
    }
    double mostAfter = kind == Combination.UNITE ? before + offered : before;
    if (after > mostAfter * (1 + context.tolerance.relative())) {
      throw new StepFailed(
          what,
          String.format(
              Locale.ROOT, "the result is too large (%.4g mm³ of at most %.4g)", after, mostAfter));
    }
    Optional<String> fault =
        Proofs.soundness(Proofs.Of.BODY, derived.shape(), context.kernel, context.budget());
    if (fault.isPresent()) {
      throw new StepFailed(what, fault.get());
    }
    List<NamedShape> sources = new ArrayList<>(List.of(target));
    sources.addAll(tools);
    return Naming.name(derived, sources, () -> FaceName.of(stepId, "face"));
  }
}

package org.ankerdraft.core.step.divide;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.operation.Body;
import org.ankerdraft.core.operation.BuildContext;
import org.ankerdraft.core.operation.Ladder;
import org.ankerdraft.core.operation.Prisms;
import org.ankerdraft.core.operation.Proofs;
import org.ankerdraft.core.operation.StepBuild;
import org.ankerdraft.core.operation.StepFailed;
import org.ankerdraft.core.select.Choosing;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.core.select.Naming;
import org.ankerdraft.core.step.divide.Divide.Keep;
import org.ankerdraft.kernel.Derived;
import org.ankerdraft.kernel.Divider;
import org.ankerdraft.kernel.GeometryKernel.Combination;
import org.ankerdraft.kernel.Outcome;

/** Makes the parts of a divided body, which together must be the body. */
final class DivideBuilder {
  private static final String WHAT = "divide";

  private final BuildContext context;
  private final Divide step;

  DivideBuilder(BuildContext context, Divide step) {
    this.context = context;
    this.step = step;
  }

  StepBuild build() throws StepFailed, ExpressionException, Choosing.Adrift, Ladder.Stopped {
    Body body = context.body(WHAT, step.body());
    NamedShape front;
    NamedShape back;
    if (step.sketch() == null) {
      Divider by = divider();
      front = part(body.named(), by, true);
      back = part(body.named(), by, false);
    } else {
      NamedShape cutter =
          new SketchCutter(context, WHAT, step.id(), context.sketch(WHAT, step.sketch()))
              .through(body);
      front = part(body.named(), cutter, Combination.INTERSECT);
      back = part(body.named(), cutter, Combination.SUBTRACT);
    }
    double whole = body.named().shape().mass().volumeMm3();
    double sum = front.shape().mass().volumeMm3() + back.shape().mass().volumeMm3();
    if (Math.abs(sum - whole) > context.tolerance.relative() * whole) {
      throw new StepFailed(
          WHAT, "the parts do not come together to the body's volume: the library lost some of it");
    }
    List<Body> out = new ArrayList<>();
    out.add(new Body(body.name(), step.keep() == Keep.BACK ? back : front));
    if (step.keep() == Keep.BOTH) {
      out.add(Prisms.newBody(context, WHAT, step.id(), step.made(), back));
    }
    return new StepBuild("divided", out, null);
  }

  private Divider divider()
      throws StepFailed, ExpressionException, Choosing.Adrift, Ladder.Stopped {
    if (step.surface() != null) {
      Body by = context.anyBody(WHAT, step.surface());
      if (!by.isSurface()) {
        throw new StepFailed(
            WHAT, "body " + by.name() + " is a solid; a surface, a face or a plane divides");
      }
      return new Divider.Surface(by.named().shape());
    }
    if (step.face() == null) {
      return new Divider.Plane(context.frame(WHAT, step.plane().inBody(step.body())).plane());
    }
    NamedShape named = context.anyBody(WHAT, step.bodyOfFace()).named();
    return new Divider.Face(named.shape(), context.oneFace(WHAT, named, step.face()), true);
  }

  private NamedShape part(NamedShape whole, Divider by, boolean isFront)
      throws StepFailed, Ladder.Stopped {
    Outcome<Derived> divided = context.kernel.side(whole.shape(), by, isFront, context.budget());
    if (divided instanceof Outcome.Failed<Derived>(var failure)) {
      throw new StepFailed(BuildContext.failure(WHAT, Ladder.stopIfNeeded(failure), whole));
    }
    return proved(Naming.name(divided.orThrow(), List.of(whole), births()));
  }

  /** What a cutter covers of a body, or what it leaves. */
  private NamedShape part(NamedShape whole, NamedShape cutter, Combination how)
      throws StepFailed, Ladder.Stopped {
    Outcome<Derived> divided =
        context.kernel.combine(
            how, whole.shape(), List.of(cutter.shape()), false, context.budget());
    if (divided instanceof Outcome.Failed<Derived>(var failure)) {
      throw new StepFailed(BuildContext.failure(WHAT, Ladder.stopIfNeeded(failure), whole));
    }
    Derived part = divided.orThrow();
    if (part.shape().proof().solids() == 0) {
      throw new StepFailed(
          WHAT,
          how == Combination.INTERSECT
              ? "nothing of the body lies in front of sketch " + step.sketch()
              : "nothing of the body lies behind sketch " + step.sketch());
    }
    return proved(Naming.name(part, List.of(whole, cutter), births()));
  }

  private NamedShape proved(NamedShape named) throws StepFailed, Ladder.Stopped {
    Optional<String> fault =
        Proofs.soundness(Proofs.Of.BODY, named.shape(), context.kernel, context.budget());
    if (fault.isPresent()) {
      throw new StepFailed(WHAT, fault.get());
    }
    return named;
  }

  private Naming.Births births() {
    return Naming.Births.ofCut(FaceName.of(step.id(), "cut"), FaceName.of(step.id(), "face"));
  }
}

package org.ankerdraft.core.operation;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.select.Choosing;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.core.select.Naming;
import org.ankerdraft.core.sketch.SketchProblem;
import org.ankerdraft.kernel.Derived;
import org.ankerdraft.kernel.Motion;
import org.ankerdraft.kernel.Outcome;

/**
 * A step that is done again in other places, on the body as it is by then: there a rib ends at the
 * walls around it, and a boss on the face below it.
 *
 * @param context in which the step is built
 * @param original id of the step
 */
public record Again(BuildContext context, String original, Building building) {
  /** Builds the step under another id. */
  @FunctionalInterface
  public interface Building {
    StepBuild as(String id, BuildContext context)
        throws StepFailed, ExpressionException, SketchProblem, Choosing.Adrift, Ladder.Stopped;
  }

  /**
   * The body after one copy more.
   *
   * @param body with the copies so far
   * @param stepId of the step that repeats
   * @param copy id of the copy, under which its faces are named
   */
  public Body at(Body body, Motion place, String stepId, String copy)
      throws StepFailed, ExpressionException, SketchProblem, Ladder.Stopped {
    // No step has such an id: it cannot be written in a file.
    String again = original + "." + copy;
    NamedShape done =
        place.mirrors()
            ? mirrored(built(mirrored(body, place), body, again), place)
            : built(context.movedBy(place).withBodies(with(body)), body, again);
    return new Body(
        body.name(),
        new NamedShape(
            done.shape(),
            done.faceNames().stream().map(n -> n.asCopy(again, original, stepId, copy)).toList()));
  }

  private Map<String, Body> with(Body changed) {
    Map<String, Body> out = new LinkedHashMap<>(context.bodies());
    out.put(changed.name(), changed);
    return out;
  }

  /** What the step makes of the body. */
  private NamedShape built(BuildContext in, Body body, String again)
      throws StepFailed, ExpressionException, SketchProblem, Ladder.Stopped {
    try {
      return building.as(again, in).bodies().stream()
          .filter(b -> b.name().equals(body.name()))
          .findFirst()
          .orElseThrow(() -> new StepFailed(original, "body " + body.name() + " stays as it is"))
          .named();
    } catch (StepFailed e) {
      throw new StepFailed(ofCopy(e.failure(), again));
    } catch (Choosing.Adrift e) {
      throw new StepFailed(ofCopy(Failure.of(original, e.getMessage()), again));
    }
  }

  private Failure ofCopy(Failure failure, String again) {
    String copy = again.substring(original.length() + 1);
    return new Failure(
        "copy " + copy + " of " + original + ", " + failure.what(),
        failure.why().replace(again, original),
        failure.where().stream().map(w -> w.replace(again, original)).toList(),
        failure.place(),
        failure.works(),
        failure.blame());
  }

  /** The context with all bodies on the other side: what is built there is its own mirror image. */
  private BuildContext mirrored(Body body, Motion mirror) throws StepFailed, Ladder.Stopped {
    Map<String, Body> out = new LinkedHashMap<>();
    for (Body b : with(body).values()) {
      out.put(b.name(), new Body(b.name(), mirrored(b.named(), mirror)));
    }
    return context.withBodies(out);
  }

  private NamedShape mirrored(NamedShape shape, Motion mirror) throws StepFailed, Ladder.Stopped {
    Outcome<Derived> moved = context.kernel.move(shape.shape(), mirror, context.budget());
    if (moved instanceof Outcome.Failed<Derived>(var failure)) {
      throw new StepFailed(BuildContext.failure("mirroring", Ladder.stopIfNeeded(failure), shape));
    }
    return Naming.name(moved.orThrow(), List.of(shape), () -> FaceName.of(original, "face"));
  }
}

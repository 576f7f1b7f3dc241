package org.ankerdraft.core.operation;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.select.Choosing;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.core.select.Naming;
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
  /** What the step does under another id. */
  @FunctionalInterface
  public interface Building {
    Work as(String id, BuildContext context)
        throws StepFailed, ExpressionException, Choosing.Adrift, Ladder.Stopped;
  }

  /**
   * The body after all copies. What they do is done together; if that fails, one after the other,
   * which tells the copy that cannot be made.
   *
   * @param places by the ids of the copies
   */
  public Body atAll(Body body, Map<String, Motion> places, String stepId)
      throws StepFailed, ExpressionException, Ladder.Stopped {
    boolean mirrors = places.values().stream().anyMatch(Motion::mirrors);
    return mirrors || places.size() == 1
        ? oneAfterTheOther(body, places, stepId)
        : together(body, places, stepId);
  }

  private Body together(Body body, Map<String, Motion> places, String stepId)
      throws StepFailed, ExpressionException, Ladder.Stopped {
    Map<String, Work> works = new LinkedHashMap<>();
    for (Map.Entry<String, Motion> place : places.entrySet()) {
      BuildContext there = context.movedBy(place.getValue()).withBodies(with(body));
      try {
        works.put(again(place.getKey()), work(there, place.getKey()));
      } catch (StepFailed e) {
        throw asFarAs(e, List.copyOf(places.keySet()), works.size());
      }
    }
    try {
      NamedShape done = Work.together(context, works).shape();
      for (String copy : places.keySet()) {
        done = named(done, stepId, copy);
      }
      return new Body(body.name(), done);
    } catch (StepFailed e) {
      return oneAfterTheOther(body, places, stepId);
    }
  }

  private Body oneAfterTheOther(Body body, Map<String, Motion> places, String stepId)
      throws StepFailed, ExpressionException, Ladder.Stopped {
    Body now = body;
    int done = 0;
    for (Map.Entry<String, Motion> place : places.entrySet()) {
      try {
        now = at(now, place.getValue(), stepId, place.getKey());
      } catch (StepFailed e) {
        throw asFarAs(e, List.copyOf(places.keySet()), done);
      }
      done++;
    }
    return now;
  }

  private static StepFailed asFarAs(StepFailed e, List<String> copies, int done) {
    return done == 0
        ? e
        : new StepFailed(
            e.failure().rephrased(w -> w != null ? w : "as far as copy " + copies.get(done - 1)));
  }

  /** No step has such an id: it cannot be written in a file. */
  private String again(String copy) {
    return original + "." + copy;
  }

  private NamedShape named(NamedShape shape, String stepId, String copy) {
    return new NamedShape(
        shape.shape(),
        shape.faceNames().stream()
            .map(n -> n.asCopy(again(copy), original, stepId, copy))
            .toList());
  }

  private Body at(Body body, Motion place, String stepId, String copy)
      throws StepFailed, ExpressionException, Ladder.Stopped {
    NamedShape done =
        place.mirrors()
            ? mirrored(built(mirrored(body, place), copy), place)
            : built(context.movedBy(place).withBodies(with(body)), copy);
    return new Body(body.name(), named(done, stepId, copy));
  }

  private Map<String, Body> with(Body changed) {
    Map<String, Body> out = new LinkedHashMap<>(context.bodies());
    out.put(changed.name(), changed);
    return out;
  }

  private Work work(BuildContext in, String copy)
      throws StepFailed, ExpressionException, Ladder.Stopped {
    try {
      return building.as(again(copy), in);
    } catch (StepFailed e) {
      throw ofCopy(e.failure(), copy);
    } catch (Choosing.Adrift e) {
      throw ofCopy(Failure.of(original, e.getMessage()), copy);
    }
  }

  /** What the step makes of the body. */
  private NamedShape built(BuildContext in, String copy)
      throws StepFailed, ExpressionException, Ladder.Stopped {
    Work work = work(in, copy);
    try {
      return work.done(in, again(copy)).shape();
    } catch (StepFailed e) {
      throw ofCopy(e.failure(), copy);
    }
  }

  private StepFailed ofCopy(Failure failure, String copy) {
    return new StepFailed(
        new Failure(
            "copy " + copy + " of " + original + ", " + failure.what(),
            failure.why().replace(again(copy), original),
            failure.where().stream().map(w -> w.replace(again(copy), original)).toList(),
            failure.place(),
            failure.works(),
            failure.blame(),
            failure.limit()));
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

package org.ankerdraft.core.ledger;

import java.util.List;
import org.ankerdraft.core.kinds.KnownStep;
import org.ankerdraft.core.operation.Body;
import org.ankerdraft.core.operation.Failure;
import org.ankerdraft.core.operation.StepBuild;
import org.ankerdraft.core.select.Lost;
import org.ankerdraft.core.sketch.ResolvedSketch;

/**
 * What a step gave.
 *
 * @param strategy the rung that succeeded, empty if none was needed
 * @param ms time of building, 0 if it was remembered
 * @param remembered whether the result was taken from an earlier build
 * @param failure why it failed, or null
 * @param lost for a step adrift: what it refers to and that is gone; else none
 * @param sketch for a sketch step, or null
 * @param bodies bodies it made or changed, as they stand after it
 */
public record StepResult(
    String id,
    String kind,
    StepStatus status,
    String strategy,
    double ms,
    boolean remembered,
    Failure failure,
    List<Lost> lost,
    ResolvedSketch sketch,
    List<Body> bodies) {
  public StepResult {
    lost = List.copyOf(lost);
    bodies = List.copyOf(bodies);
  }

  /**
   * @param key of the step; its bodies' keys are made of it
   * @param startNanos when its building began
   */
  static StepResult built(KnownStep<?> known, StepBuild built, String key, long startNanos) {
    List<Body> keyed = built.bodies().stream().map(b -> b.withKey(key + "/" + b.name())).toList();
    return of(known, built.strategy(), since(startNanos), built.sketch(), keyed);
  }

  /** Of a step that united its tool with a body, or took it away. */
  static StepResult ofTool(KnownStep<?> known, String strategy, double ms, Body body) {
    return of(known, strategy, ms, null, List.of(body));
  }

  /** Holds the place of a result that is not known yet. */
  static StepResult standIn(KnownStep<?> known, Body body) {
    return of(known, "", 0, null, List.of(body));
  }

  private static StepResult of(
      KnownStep<?> known, String strategy, double ms, ResolvedSketch sketch, List<Body> bodies) {
    return new StepResult(
        known.step().id(),
        known.word(),
        StepStatus.BUILT,
        strategy,
        ms,
        false,
        null,
        List.of(),
        sketch,
        bodies);
  }

  /** Time gone by, ms. */
  static double since(long startNanos) {
    return (System.nanoTime() - startNanos) / 1e6;
  }

  StepResult withBodies(List<Body> changed) {
    return new StepResult(
        id, kind, status, strategy, ms, remembered, failure, lost, sketch, changed);
  }

  StepResult withFailure(Failure changed) {
    return new StepResult(
        id, kind, status, strategy, ms, remembered, changed, lost, sketch, bodies);
  }

  /** Whether up to where the step works is yet to be found. */
  public boolean hasOpenLimit() {
    return failure != null && failure.limit() != null;
  }

  /** A result that had to be worked out anew, taken from memory. */
  StepResult asRemembered() {
    return new StepResult(id, kind, status, strategy, 0, true, failure, lost, sketch, bodies);
  }

  /** Whether the geometry worker failed, not the step. */
  public boolean isByMachine() {
    return failure != null && failure.byMachine();
  }

  /** Whether the step waits to be told what it is to work on. */
  public boolean isWaiting() {
    return failure != null && failure.blame() == Failure.Blame.CHOICE;
  }

  /** Whether the step was not done in the time it was given. */
  public boolean tookTooLong() {
    return failure != null && failure.blame() == Failure.Blame.TIME;
  }

  /** The body of a name as it stands after the step, or null if the step left it alone. */
  public Body body(String name) {
    return bodies.stream().filter(b -> b.name().equals(name)).findFirst().orElse(null);
  }

  public String message() {
    return failure == null ? "" : failure.message();
  }
}

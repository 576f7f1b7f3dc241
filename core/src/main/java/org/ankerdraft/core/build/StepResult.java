package org.ankerdraft.core.build;

import java.util.List;
import org.ankerdraft.core.sketch.ResolvedSketch;

/**
 * What a step gave.
 *
 * @param strategy the rung that succeeded, empty if none was needed
 * @param ms time of building, 0 if it was remembered
 * @param remembered whether the result was taken from an earlier build
 * @param failure why it failed, or null
 * @param candidate for a step adrift: the name of the thing that is gone and the best candidate, or
 *     null
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
    Candidate candidate,
    ResolvedSketch sketch,
    List<Body> bodies) {
  public StepResult {
    bodies = List.copyOf(bodies);
  }

  /** The name that is gone and the one nearest to it (null if there is none). */
  public record Candidate(String lost, String nearest) {}

  /** The body of a name as it stands after the step, or null if the step left it alone. */
  Body body(String name) {
    return bodies.stream().filter(b -> b.name().equals(name)).findFirst().orElse(null);
  }

  public String message() {
    return failure == null ? "" : failure.message();
  }
}

package org.ankerdraft.core.operation;

import java.util.List;
import org.ankerdraft.core.sketch.ResolvedSketch;

/**
 * What a step's builder gives on success.
 *
 * @param strategy the rung that succeeded, empty if none was needed
 * @param bodies made or changed; their keys are filled in by the ledger
 * @param sketch of a sketch step, else null
 */
public record StepBuild(String strategy, List<Body> bodies, ResolvedSketch sketch) {
  public static StepBuild of(String strategy, Body body) {
    return new StepBuild(strategy, List.of(body), null);
  }
}

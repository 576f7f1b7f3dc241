package org.ankerdraft.core.build;

import java.util.List;
import org.ankerdraft.core.sketch.ResolvedSketch;

/** What a step's builder gives on success. Keys of bodies are filled in by {@link PartBuilder}. */
record StepBuild(String strategy, List<Body> bodies, ResolvedSketch sketch) {
  static StepBuild of(String strategy, Body body) {
    return new StepBuild(strategy, List.of(body), null);
  }
}

package org.ankerdraft.core.step.round;

import java.util.List;
import org.ankerdraft.core.operation.EdgeSet;
import org.ankerdraft.core.step.Head;
import org.ankerdraft.core.step.Step;

/** Rounds sharp edges, each set with its radius. */
public record Round(Head head, String body, List<EdgeSet> sets) implements Step {
  public Round {
    sets = sets == null ? List.of() : List.copyOf(sets);
  }
}

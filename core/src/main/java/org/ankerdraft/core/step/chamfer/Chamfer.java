package org.ankerdraft.core.step.chamfer;

import java.util.List;
import org.ankerdraft.core.operation.EdgeSet;
import org.ankerdraft.core.step.Head;
import org.ankerdraft.core.step.Step;

/** Breaks sharp edges, each set with its leg, equal on both faces. */
public record Chamfer(Head head, String body, List<EdgeSet> sets) implements Step {
  public Chamfer {
    sets = sets == null ? List.of() : List.copyOf(sets);
  }
}

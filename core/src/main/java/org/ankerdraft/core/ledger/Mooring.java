package org.ankerdraft.core.ledger;

import java.util.ArrayList;
import java.util.List;
import org.ankerdraft.core.kinds.StepKinds;
import org.ankerdraft.core.part.PartDocument;
import org.ankerdraft.core.select.Candidate;
import org.ankerdraft.core.select.Lost;

/**
 * What somebody has confirmed: that something stands for what a step lost.
 *
 * @param step id of the step that is adrift
 */
public record Mooring(String step, Lost lost, Candidate found) {

  /** Every candidate for everything that is gone. */
  public static List<Mooring> possible(PartState state) {
    List<Mooring> out = new ArrayList<>();
    for (StepResult r : state.steps()) {
      for (Lost lost : r.lost()) {
        lost.candidates().forEach(found -> out.add(new Mooring(r.id(), lost, found)));
      }
    }
    return out;
  }

  /** What may be proposed for a part that was built: the best candidates, where they are likely. */
  public static List<Mooring> likely(PartState state) {
    List<Mooring> out = new ArrayList<>();
    for (StepResult r : state.steps()) {
      for (Lost lost : r.lost()) {
        lost.nearest()
            .filter(Candidate::isLikely)
            .ifPresent(found -> out.add(new Mooring(r.id(), lost, found)));
      }
    }
    return out;
  }

  /** The part with all of them made at once; of steps that are gone nothing is said. */
  public static PartDocument all(PartDocument part, List<Mooring> moorings) {
    PartDocument moored = part;
    for (Mooring m : moorings) {
      var step = moored.step(m.step);
      if (step.isPresent()) {
        moored = moored.withStep(StepKinds.of(step.get()).remoored(m.lost, m.found));
      }
    }
    return moored;
  }
}

package org.ankerdraft.core.ledger;

import java.nio.charset.StandardCharsets;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Set;
import org.ankerdraft.core.expression.Evaluator;
import org.ankerdraft.core.kinds.KnownStep;
import org.ankerdraft.core.operation.Inputs.Input;
import org.ankerdraft.core.part.PartJson;
import org.ankerdraft.core.step.Step;

/**
 * What steps tell by themselves, whatever stands around them. Most steps are the same object from
 * one build to the next, and are asked once. Safe for several threads.
 */
final class StepFacts {
  private static final int MOST = 4096;

  /**
   * @param text the step as it is written, without the user's own words
   * @param words names in its expressions, of parameters among others
   */
  record Facts(byte[] text, List<Input> inputs, Set<String> words) {}

  private final IdentityHashMap<Step, Facts> known = new IdentityHashMap<>();

  synchronized Facts of(KnownStep<?> step) {
    if (known.size() > MOST) {
      known.clear();
    }
    return known.computeIfAbsent(step.step(), _ -> asked(step));
  }

  private static Facts asked(KnownStep<?> step) {
    return new Facts(
        PartJson.write(step.withoutWords()).getBytes(StandardCharsets.UTF_8),
        step.inputs().stream().toList(),
        Evaluator.wordsOf(step.expressions()));
  }
}

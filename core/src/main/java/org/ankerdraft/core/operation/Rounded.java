package org.ankerdraft.core.operation;

import java.util.List;
import org.ankerdraft.core.expression.Evaluator;

/**
 * What was last done to a body: it was rounded. Told from the steps, not from the geometry, so that
 * a body from a file's cache knows it too.
 *
 * @param step id of the step that did it
 * @param before the body before
 * @param values of the step
 */
public record Rounded(String step, Body before, List<EdgeSet> sets, Evaluator values) {
  public Rounded {
    sets = List.copyOf(sets);
  }
}

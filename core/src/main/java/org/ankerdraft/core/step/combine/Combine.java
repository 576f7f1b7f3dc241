package org.ankerdraft.core.step.combine;

import java.util.List;
import org.ankerdraft.core.step.Head;
import org.ankerdraft.core.step.Step;
import org.ankerdraft.kernel.GeometryKernel.Combination;

/**
 * Combines a body with others.
 *
 * @param body that is changed
 * @param how unite: with the others; subtract: they are taken from it; intersect: what it has in
 *     common with all of them
 * @param tools the others
 * @param keepsTools whether these stay; else they are used up
 */
public record Combine(
    Head head, String body, Combination how, List<String> tools, boolean keepsTools)
    implements Step {
  public Combine {
    how = how == null ? Combination.UNITE : how;
    tools = tools == null ? List.of() : List.copyOf(tools);
  }
}

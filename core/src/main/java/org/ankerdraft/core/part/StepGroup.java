package org.ankerdraft.core.part;

import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import org.ankerdraft.core.step.Step;

/**
 * Steps in a row that stand under one name, or a single step that stands under none.
 *
 * @param name of the group, or null
 * @param first index of its first step in the part
 */
public record StepGroup(String name, int first, List<Step> steps) {
  public StepGroup {
    steps = List.copyOf(steps);
  }

  /** The steps of a part, each once and in order. Steps apart are apart even if named alike. */
  public static List<StepGroup> of(PartDocument part) {
    List<StepGroup> out = new ArrayList<>();
    List<Step> steps = part.steps();
    int from = 0;
    for (int i = 1; i <= steps.size(); i++) {
      String name = steps.get(from).head().group();
      boolean goesOn =
          i < steps.size() && name != null && Objects.equals(name, steps.get(i).head().group());
      if (!goesOn) {
        out.add(new StepGroup(name, from, steps.subList(from, i)));
        from = i;
      }
    }
    return out;
  }

  /** A name for a new group. */
  public static String freeName(PartDocument part) {
    List<String> taken = part.steps().stream().map(s -> s.head().group()).toList();
    int n = 1;
    while (taken.contains("Group " + n)) {
      n++;
    }
    return "Group " + n;
  }
}

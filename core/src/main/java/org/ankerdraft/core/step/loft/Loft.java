package org.ankerdraft.core.step.loft;

import java.util.List;
import org.ankerdraft.core.operation.Use;
import org.ankerdraft.core.step.Head;
import org.ankerdraft.core.step.Step;

/**
 * A solid whose skin goes through the profiles of sketches, from the first to the last.
 *
 * @param sketches one area each; the first and the last may hold a single point instead
 * @param isStraight whether it goes straight from each profile to the next; else smoothly through
 *     all
 * @param isSquareAtStart whether its sides leave the plane of the first profile square to it
 * @param isSquareAtEnd whether its sides come to the plane of the last square to it
 * @param guides sketches of lines that the skin follows between the profiles
 * @param body name of the new body
 * @param targets bodies that the solid is used with; none for the only one
 */
public record Loft(
    Head head,
    List<String> sketches,
    boolean isStraight,
    boolean isSquareAtStart,
    boolean isSquareAtEnd,
    List<String> guides,
    Use use,
    String body,
    List<String> targets)
    implements Step {

  public Loft {
    sketches = sketches == null ? List.of() : List.copyOf(sketches);
    guides = guides == null ? List.of() : List.copyOf(guides);
    use = use == null ? Use.NEW_BODY : use;
    targets = targets == null ? List.of() : List.copyOf(targets);
  }
}

package org.ankerdraft.core.step.sweep;

import java.util.List;
import java.util.stream.Stream;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.operation.Use;
import org.ankerdraft.core.sketch.AreaChoice;
import org.ankerdraft.core.sketch.Wall;
import org.ankerdraft.core.step.Head;
import org.ankerdraft.core.step.Step;

/**
 * Moves the area of a sketch along the chain of another one.
 *
 * @param path the sketch whose one chain is the way; it begins or ends in the plane of the profile
 * @param onwards sketches of one chain each that go on where the path so far ends
 * @param isParallel whether the profile stays parallel to itself; else it turns with the path
 * @param twist how far the profile turns about the path on its way; null for not
 * @param guide the sketch of one chain from the outline of the profile on, which takes that place
 *     of the profile along, turning and scaling it; null for none
 * @param moreGuides further ones, to which the profile is stretched
 * @param wall along the curves of the profile, instead of its area
 * @param areas of the sketch, beside each other or apart; none for all, islands and holes by turns
 * @param body name of the new body
 * @param targets bodies that the solid is used with; none for the only one
 */
public record Sweep(
    Head head,
    String sketch,
    String path,
    List<String> onwards,
    boolean isParallel,
    Expr twist,
    String guide,
    List<String> moreGuides,
    Wall wall,
    List<AreaChoice> areas,
    Use use,
    String body,
    List<String> targets)
    implements Step {

  public Sweep {
    onwards = onwards == null ? List.of() : List.copyOf(onwards);
    moreGuides = moreGuides == null ? List.of() : List.copyOf(moreGuides);
    wall = wall == null ? Wall.NONE : wall;
    areas = areas == null ? List.of() : List.copyOf(areas);
    use = use == null ? Use.NEW_BODY : use;
    targets = targets == null ? List.of() : List.copyOf(targets);
  }

  /** Whether the profile does more than keep square to the path. */
  boolean isCarried() {
    return twist != null || !allGuides().isEmpty();
  }

  List<String> allGuides() {
    return Stream.concat(Stream.ofNullable(guide), moreGuides.stream()).toList();
  }
}

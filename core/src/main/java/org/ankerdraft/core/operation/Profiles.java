package org.ankerdraft.core.operation;

import java.util.List;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.sketch.ResolvedSketch;
import org.ankerdraft.core.sketch.SketchProblem;
import org.ankerdraft.core.sketch.Wall;
import org.ankerdraft.core.sketch.edit.WallAreas;

/** The areas of a sketch that a step fills. */
public final class Profiles {
  private Profiles() {}

  /**
   * What a sketch encloses, or what a wall along its curves takes; proved to be sound areas.
   *
   * @param what the step, for messages
   */
  public static ResolvedSketch of(BuildContext context, String what, String id, Wall wall)
      throws StepFailed, ExpressionException, Ladder.Stopped {
    ResolvedSketch sketch = context.sketch(what, id);
    ResolvedSketch filled = wall.isWanted() ? walled(context, what, sketch, wall) : sketch;
    if (filled.regions().isEmpty()) {
      throw new StepFailed(
          what,
          filled.openAt() == null
              ? "sketch " + id + " encloses no area"
              : filled.openAt() + "; close it, or give it a wall");
    }
    Prisms.checkProfile(
        context, what, filled.regions(), filled.frame().plane(), filled.nameByTag());
    return filled;
  }

  private static ResolvedSketch walled(
      BuildContext context, String what, ResolvedSketch sketch, Wall wall)
      throws StepFailed, ExpressionException {
    double thickness = context.positiveMm(what, "the wall", wall.thickness());
    try {
      return WallAreas.of(sketch, wall, thickness);
    } catch (SketchProblem e) {
      throw new StepFailed(
          new Failure(
              what,
              "a wall of " + Words.mm(thickness) + " cannot follow the sketch: " + e.getMessage(),
              e.curve().isEmpty() ? List.of() : List.of("curve " + e.curve()),
              null,
              null));
    }
  }
}

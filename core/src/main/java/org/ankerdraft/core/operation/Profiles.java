package org.ankerdraft.core.operation;

import java.util.List;
import java.util.Map;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.sketch.AreaChoice;
import org.ankerdraft.core.sketch.ResolvedSketch;
import org.ankerdraft.core.sketch.SketchProblem;
import org.ankerdraft.core.sketch.Wall;
import org.ankerdraft.core.sketch.edit.Areas;
import org.ankerdraft.core.sketch.edit.WallAreas;
import org.ankerdraft.kernel.Shape;
import org.ankerdraft.vectors.Vec3;

/** The areas of a sketch that a step fills. */
public final class Profiles {
  private Profiles() {}

  /**
   * What a sketch encloses, the areas of it that are chosen, or what a wall along its curves takes;
   * proved to be sound areas.
   *
   * @param what the step, for messages
   * @param areas none for all, islands and holes by turns
   */
  public static ResolvedSketch of(
      BuildContext context, String what, String id, Wall wall, List<AreaChoice> areas)
      throws StepFailed, ExpressionException, Ladder.Stopped {
    ResolvedSketch sketch = context.sketch(what, id);
    ResolvedSketch filled =
        wall.isWanted()
            ? walled(context, what, sketch, wall)
            : areas.isEmpty() ? sketch : chosen(context, what, sketch, areas);
    if (filled.branchAt() != null && (wall.isWanted() || areas.isEmpty())) {
      throw new StepFailed(what, filled.branchAt() + "; choose its areas");
    }
    if (filled.regions().isEmpty()) {
      throw new StepFailed(
          what,
          filled.openAt() == null
              ? "sketch " + id + " encloses no area"
              : filled.openAt() + "; close it, give it a wall, or make a surface of it");
    }
    String advice =
        wall.isWanted()
            ? ""
            : areas.isEmpty()
                ? "; choose which of its areas are meant"
                : "; areas that meet in a point only take a step each";
    Prisms.checkProfile(
        context, what, filled.regions(), filled.frame().plane(), filled.nameByTag(), advice);
    return filled;
  }

  /**
   * The same; as a surface, a sketch that encloses nothing gives its open lines instead.
   *
   * @param use what becomes of what is made of it
   */
  public static ResolvedSketch of(
      BuildContext context, String what, String id, Wall wall, List<AreaChoice> areas, Use use)
      throws StepFailed, ExpressionException, Ladder.Stopped {
    ResolvedSketch sketch = context.sketch(what, id);
    boolean areLinesMeant = use.isSurface() && !wall.isWanted() && areas.isEmpty();
    return areLinesMeant
            && sketch.branchAt() == null
            && sketch.regions().isEmpty()
            && !sketch.chains().isEmpty()
        ? sketch.withLines()
        : of(context, what, id, wall, areas);
  }

  /**
   * The area of a sketch's regions.
   *
   * @param centroid in their plane
   */
  public record Measured(double areaMm2, Vec3 centroid) {}

  /** Measures the areas of a sketch, by a plate of one millimetre. */
  public static Measured measured(BuildContext context, String what, ResolvedSketch sketch)
      throws StepFailed, Ladder.Stopped {
    Vec3 normal = sketch.frame().normal();
    FaceName any = FaceName.of("plate", "face");
    Shape.Mass plate =
        Prisms.prism(
                context,
                what,
                sketch.regions(),
                sketch.frame().plane(),
                Vec3.ZERO,
                normal,
                new Prisms.Births(Map.of(), any, any, any))
            .shape()
            .mass();
    return new Measured(plate.volumeMm3(), plate.centroid().minus(normal.times(0.5)));
  }

  private static ResolvedSketch chosen(
      BuildContext context, String what, ResolvedSketch sketch, List<AreaChoice> areas)
      throws StepFailed, ExpressionException {
    try {
      return new Areas(sketch, context.tolerance.lengthMm()).only(areas, context.values);
    } catch (SketchProblem e) {
      throw new StepFailed(what, e.getMessage());
    }
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

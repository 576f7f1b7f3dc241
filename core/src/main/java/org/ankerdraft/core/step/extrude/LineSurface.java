package org.ankerdraft.core.step.extrude;

import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.operation.BuildContext;
import org.ankerdraft.core.operation.Ladder;
import org.ankerdraft.core.operation.Prisms;
import org.ankerdraft.core.operation.Skins;
import org.ankerdraft.core.operation.StepFailed;
import org.ankerdraft.core.operation.Tool;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.core.sketch.ResolvedSketch;
import org.ankerdraft.vectors.Vec3;

/** The surface that open lines leave behind when they are extruded. */
record LineSurface(BuildContext context, String what, Extrude step, ResolvedSketch sketch) {

  /**
   * @param reachMm how far a surface goes on both sides that goes through all
   */
  Tool tool(double reachMm) throws StepFailed, ExpressionException, Ladder.Stopped {
    if (isTapered()) {
      throw new StepFailed(
          what,
          "a surface from an open line has no taper; give the line a wall, or draw it leaning");
    }
    double front;
    double back = 0;
    switch (step.extent()) {
      case ONE_SIDE -> front = depth();
      case SYMMETRIC -> {
        front = depth() / 2;
        back = front;
      }
      case TWO_SIDES -> {
        front = depth();
        back = context.positiveMm(what, "the depth on the other side", step.backDepth());
      }
      case THROUGH_ALL -> {
        front = reachMm;
        back = reachMm;
      }
      case TO_NEXT, TO_FACE, TO_LAST, TO_POINT ->
          throw new StepFailed(what, "a surface from an open line goes by a depth, or through all");
      default -> throw new IllegalStateException("no such extent: " + step.extent());
    }
    Vec3 normal = sketch.frame().normal();
    Vec3 along = step.reversed() ? normal.negated() : normal;
    double after = step.startOffset() == null ? 0 : context.values.lengthMm(step.startOffset());
    NamedShape surface =
        Prisms.unproved(
            context,
            what,
            sketch.regions(),
            sketch.frame().plane(),
            along.times(after - back),
            along.times(front + back),
            Prisms.Births.of(step.id(), "side", "start", "end", sketch.faceParts()));
    return new Tool(Skins.proved(context, what, surface), "lines extruded");
  }

  private boolean isTapered() throws ExpressionException {
    return (step.taper() != null && context.values.angleRad(step.taper()) != 0)
        || (step.backTaper() != null && context.values.angleRad(step.backTaper()) != 0);
  }

  private double depth() throws StepFailed, ExpressionException {
    return context.positiveMm(what, "the depth", step.depth());
  }
}

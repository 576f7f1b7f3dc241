package org.ankerdraft.core.step.revolve;

import java.util.List;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.operation.Use;
import org.ankerdraft.core.sketch.AreaChoice;
import org.ankerdraft.core.sketch.AxisRef;
import org.ankerdraft.core.sketch.Wall;
import org.ankerdraft.core.step.Head;
import org.ankerdraft.core.step.Step;

/**
 * Turns the regions of a sketch about an axis in its plane.
 *
 * @param angle how far, up to 360 deg; null for all the way round
 * @param bothWays half the angle to each side of the sketch
 * @param reversed the other way round
 * @param wall along the curves of the sketch, instead of its areas
 * @param areas of the sketch, beside each other or apart; none for all, islands and holes by turns
 * @param body name of the new body
 * @param targets bodies that the solid is used with; none for the only one
 */
public record Revolve(
    Head head,
    String sketch,
    AxisRef axis,
    Expr angle,
    boolean bothWays,
    boolean reversed,
    Wall wall,
    List<AreaChoice> areas,
    Use use,
    String body,
    List<String> targets)
    implements Step {

  public Revolve {
    axis = axis == null ? AxisRef.UPRIGHT : axis;
    wall = wall == null ? Wall.NONE : wall;
    areas = areas == null ? List.of() : List.copyOf(areas);
    use = use == null ? Use.NEW_BODY : use;
    targets = targets == null ? List.of() : List.copyOf(targets);
  }
}

package org.ankerdraft.core.step.rib;

import java.util.List;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.step.Head;
import org.ankerdraft.core.step.Step;
import org.ankerdraft.vectors.Vec3;

/**
 * Ribs along the lines of a sketch: from the sketch plane to the body below, from wall to wall.
 *
 * @param sketch whose open lines are the middles of the ribs' upper edges
 * @param thickness at the sketch plane
 * @param draft by which each side widens downwards; null for none
 * @param alongNormal whether they go along the sketch's normal instead of against it
 * @param bothWays whether they go both ways from the sketch plane
 * @param rootRound radius where their sides meet the body; null for none
 * @param body that gets them; null for the only one
 */
public record Rib(
    Head head,
    String sketch,
    Expr thickness,
    Expr draft,
    boolean alongNormal,
    boolean bothWays,
    Expr rootRound,
    String body)
    implements Step {

  /** The directions in which they go from a plane with that normal. */
  List<Vec3> ways(Vec3 normal) {
    Vec3 way = alongNormal ? normal : normal.negated();
    return bothWays ? List.of(way, way.negated()) : List.of(way);
  }
}

package org.ankerdraft.core.step.extrude;

import java.util.List;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.operation.Use;
import org.ankerdraft.core.select.FaceChoice;
import org.ankerdraft.core.sketch.AreaChoice;
import org.ankerdraft.core.sketch.Point2;
import org.ankerdraft.core.sketch.Wall;
import org.ankerdraft.core.step.Head;
import org.ankerdraft.core.step.Step;

/**
 * Extrudes the regions of a sketch along its normal.
 *
 * @param depth on the side of the normal (the whole depth if symmetric; only for extents that have
 *     one)
 * @param backDepth on the other side, for two sides
 * @param reversed start against the normal
 * @param taper inward tilt along the way; null for none
 * @param backTaper of the other side, along its own way; null for the same
 * @param startOffset along the way from the sketch plane to where it begins; null for none
 * @param tip over which place of the sketch plane the point lies in which it ends; null for the
 *     middle of the area
 * @param to the face up to which it goes; null for other extents
 * @param toBody whose face it is, or up to which it goes; null for the first target, else the only
 *     body
 * @param wall along the curves of the sketch, instead of its areas
 * @param areas of the sketch, beside each other or apart; none for all, islands and holes by turns
 * @param body name of the new body
 * @param targets bodies that the solid is united with, subtracted from, intersected with; none for
 *     the only one
 */
public record Extrude(
    Head head,
    String sketch,
    Extent extent,
    Expr depth,
    Expr backDepth,
    boolean reversed,
    Expr taper,
    Expr backTaper,
    Expr startOffset,
    Point2 tip,
    FaceChoice to,
    String toBody,
    Wall wall,
    List<AreaChoice> areas,
    Use use,
    String body,
    List<String> targets)
    implements Step {

  /** How far an extrusion goes. */
  public enum Extent {
    ONE_SIDE,
    TWO_SIDES,
    SYMMETRIC,
    THROUGH_ALL,
    TO_NEXT,
    TO_FACE,
    TO_LAST,
    TO_POINT;

    /** Whether a depth is given. */
    public boolean hasDepth() {
      return this == ONE_SIDE || this == TWO_SIDES || this == SYMMETRIC || this == TO_POINT;
    }

    /** Whether a body tells how far it goes. */
    public boolean isToBody() {
      return this == TO_NEXT || this == TO_FACE || this == TO_LAST;
    }

    /** Whether it goes to both sides of its beginning. */
    public boolean isBothWays() {
      return this == TWO_SIDES || this == SYMMETRIC || this == THROUGH_ALL;
    }
  }

  public Extrude {
    extent = extent == null ? Extent.ONE_SIDE : extent;
    wall = wall == null ? Wall.NONE : wall;
    areas = areas == null ? List.of() : List.copyOf(areas);
    use = use == null ? Use.NEW_BODY : use;
    targets = targets == null ? List.of() : List.copyOf(targets);
  }

  /** The name of the body that tells how far it goes; null for the only one. */
  String bodyAhead() {
    return toBody != null || targets.isEmpty() || use.makesBody() ? toBody : targets.getFirst();
  }
}

package org.ankerdraft.core.step.extrude;

import java.util.List;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.operation.Use;
import org.ankerdraft.core.step.Head;
import org.ankerdraft.core.step.Step;

/**
 * Extrudes the regions of a sketch along its normal.
 *
 * @param depth on the side of the normal (the whole depth if symmetric; not used if through all)
 * @param backDepth on the other side, for two sides
 * @param reversed start against the normal
 * @param taper each side's inward tilt along its own direction; null for none
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
    Use use,
    String body,
    List<String> targets)
    implements Step {

  /** How far an extrusion goes. */
  public enum Extent {
    ONE_SIDE,
    TWO_SIDES,
    SYMMETRIC,
    THROUGH_ALL
  }

  public Extrude {
    extent = extent == null ? Extent.ONE_SIDE : extent;
    use = use == null ? Use.NEW_BODY : use;
    targets = targets == null ? List.of() : List.copyOf(targets);
  }
}

package org.ankerdraft.core.step.folded;

import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.sheet.Bending;
import org.ankerdraft.core.step.Head;
import org.ankerdraft.core.step.Step;

/**
 * A folded wall: an open chain of lines, bent at its corners.
 *
 * @param width along the sketch's normal
 * @param symmetric to both sides of the sketch
 */
public record Folded(
    Head head,
    String sketch,
    Expr width,
    boolean symmetric,
    Side side,
    Expr thickness,
    Expr radius,
    Bending bending,
    String body)
    implements Step {

  /** On which side of its profile a folded wall lies, looking along the profile from its start. */
  public enum Side {
    LEFT,
    RIGHT,
    CENTRED
  }

  public Folded {
    side = side == null ? Side.LEFT : side;
  }
}

package org.ankerdraft.core.step.lip;

import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.select.FaceChoice;
import org.ankerdraft.core.step.Head;
import org.ankerdraft.core.step.Step;

/**
 * A lip along a rim, a groove along it, or a lip here and the groove for it in another body.
 *
 * @param rim the plane face on which it runs
 * @param make what the body gets
 * @param side which edge of the rim it follows
 * @param inset from that edge; null for none
 * @param width in the plane of the rim
 * @param height of a lip
 * @param draft by which both sides lean
 * @param clearance by which a groove is wider on each side, and deeper
 * @param body null for the only one
 * @param mate that gets the groove for the lip; null for none
 */
public record Lip(
    Head head,
    FaceChoice rim,
    Make make,
    Side side,
    Expr inset,
    Expr width,
    Expr height,
    Expr draft,
    Expr clearance,
    String body,
    String mate)
    implements Step {

  /** What the body with the rim gets. */
  public enum Make {
    LIP,
    GROOVE
  }

  /** Which edge of the rim is followed. */
  public enum Side {
    INNER,
    OUTER
  }

  public Lip {
    make = make == null ? Make.LIP : make;
    side = side == null ? Side.INNER : side;
  }
}

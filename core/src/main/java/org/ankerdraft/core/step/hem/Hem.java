package org.ankerdraft.core.step.hem;

import java.util.List;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.sheet.Bending;
import org.ankerdraft.core.step.Head;
import org.ankerdraft.core.step.strip.Seat;
import org.ankerdraft.core.step.strip.Strip;

/**
 * A hem.
 *
 * @param length from its outermost point to its end
 * @param gap inside an open hem (null for the thickness), between the end of a teardrop and the
 *     wall, or left in a closed hem (null for 0.1 mm)
 * @param radius inside radius of a teardrop, null for the part's; not used else
 */
public record Hem(
    Head head,
    String body,
    Seat seat,
    Style style,
    Expr length,
    Expr gap,
    Expr radius,
    Bending bending)
    implements Strip {

  /** How a hem is folded over. */
  public enum Style {
    CLOSED,
    OPEN,
    TEARDROP
  }

  public Hem {
    seat = seat == null ? Seat.on(List.of()) : seat;
    style = style == null ? Style.CLOSED : style;
  }
}

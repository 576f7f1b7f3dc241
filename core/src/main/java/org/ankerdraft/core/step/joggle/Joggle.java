package org.ankerdraft.core.step.joggle;

import java.util.List;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.sheet.Bending;
import org.ankerdraft.core.step.Head;
import org.ankerdraft.core.step.strip.Seat;
import org.ankerdraft.core.step.strip.Strip;

/**
 * A joggle: the wall goes on beyond its edge, set off by a height.
 *
 * @param height by which the wall is set off
 * @param length of the wall beyond the second bend
 * @param angle of its two bends, up to 90 deg; null for 45 deg
 */
public record Joggle(
    Head head,
    String body,
    Seat seat,
    Expr height,
    Expr length,
    Expr angle,
    Expr radius,
    Bending bending)
    implements Strip {
  public Joggle {
    seat = seat == null ? Seat.on(List.of()) : seat;
  }
}

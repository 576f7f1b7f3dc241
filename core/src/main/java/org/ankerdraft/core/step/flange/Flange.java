package org.ankerdraft.core.step.flange;

import java.util.List;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.sheet.Bending;
import org.ankerdraft.core.step.Head;
import org.ankerdraft.core.step.strip.Seat;
import org.ankerdraft.core.step.strip.Strip;

/**
 * A flange.
 *
 * @param angle how far it turns out of the wall's plane, 0 to 180 deg; null for 90 deg
 */
public record Flange(
    Head head,
    String body,
    Seat seat,
    Expr length,
    Measured measured,
    Expr angle,
    Expr radius,
    Bending bending)
    implements Strip {

  /** From where a flange's length is measured. */
  public enum Measured {
    OUTSIDE,
    INSIDE,
    BEND_LINE
  }

  public Flange {
    seat = seat == null ? Seat.on(List.of()) : seat;
    measured = measured == null ? Measured.OUTSIDE : measured;
  }
}

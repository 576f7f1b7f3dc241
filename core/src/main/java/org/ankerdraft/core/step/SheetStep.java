package org.ankerdraft.core.step;

import com.fasterxml.jackson.annotation.JsonProperty;
import java.util.List;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.select.EdgeChoice;
import org.ankerdraft.core.select.FaceChoice;
import org.ankerdraft.core.sheet.Bending;

/**
 * A step that makes or folds a sheet body. Thickness, inside radius and bend allowance are those of
 * the part's sheet process where the step gives none of its own.
 */
public sealed interface SheetStep extends Step {

  /** How allowance is found for the step's bends, or null for the part's way. */
  Bending bending();

  /** A base wall: the regions of a sketch, one sheet thick. */
  record Base(
      String id,
      String label,
      boolean skipped,
      String sketch,
      Expr thickness,
      boolean reversed,
      String body)
      implements SheetStep {
    @Override
    public Bending bending() {
      return null;
    }
  }

  /** On which side of its profile a folded wall lies, looking along the profile from its start. */
  enum Side {
    @JsonProperty("left")
    LEFT,
    @JsonProperty("right")
    RIGHT,
    @JsonProperty("centred")
    CENTRED
  }

  /**
   * A folded wall: an open chain of lines, bent at its corners.
   *
   * @param width along the sketch's normal
   * @param symmetric to both sides of the sketch
   */
  record Folded(
      String id,
      String label,
      boolean skipped,
      String sketch,
      Expr width,
      boolean symmetric,
      Side side,
      Expr thickness,
      Expr radius,
      Bending bending,
      String body)
      implements SheetStep {
    public Folded {
      side = side == null ? Side.LEFT : side;
    }
  }

  /** From where a flange's length is measured. */
  enum Measured {
    @JsonProperty("outside")
    OUTSIDE,
    @JsonProperty("inside")
    INSIDE,
    @JsonProperty("bend line")
    BEND_LINE
  }

  /** Where the bend lies against the edge it starts from. */
  enum Position {
    @JsonProperty("inside")
    INSIDE,
    @JsonProperty("outside")
    OUTSIDE,
    @JsonProperty("centred")
    CENTRED
  }

  /** Shape of a relief cut. */
  enum ReliefShape {
    @JsonProperty("rectangular")
    RECTANGULAR,
    @JsonProperty("round-ended")
    ROUND_ENDED,
    @JsonProperty("none")
    NONE
  }

  /**
   * Relief cuts beside a bend that ends within a wall, and at corners between two flanges.
   *
   * @param shape null for rectangular beside bends
   * @param corner shape at corners, null for none
   * @param width null for the thickness (at least 1 mm)
   * @param depth from the edge inwards, null for the rule: thickness plus radius, and past the bend
   */
  record Relief(ReliefShape shape, ReliefShape corner, Expr width, Expr depth) {
    public static final Relief RULE = new Relief(null, null, null, null);

    public Relief {
      shape = shape == null ? ReliefShape.RECTANGULAR : shape;
      corner = corner == null ? ReliefShape.NONE : corner;
    }
  }

  /**
   * Where a strip sits on its edges.
   *
   * @param edges straight edges of walls; it turns to the side of the wall on which the edge lies
   * @param startOffset free length at the edge's start, null for none
   * @param endOffset free length at its end
   * @param gap between mitred neighbours of the same step, null for 0.5 mm
   */
  record Seat(
      List<EdgeChoice> edges,
      Position position,
      Expr startOffset,
      Expr endOffset,
      Expr gap,
      Relief relief) {
    public Seat {
      edges = edges == null ? List.of() : List.copyOf(edges);
      position = position == null ? Position.INSIDE : position;
      relief = relief == null ? Relief.RULE : relief;
    }
  }

  /** A step that adds strips along edges. */
  sealed interface Strip extends SheetStep {
    String body();

    Seat seat();

    default Strip withSeat(Seat seat) {
      return Changed.with(this, "seat", seat);
    }
  }

  /**
   * A flange.
   *
   * @param angle how far it turns out of the wall's plane, 0 to 180 deg; null for 90 deg
   */
  record Flange(
      String id,
      String label,
      boolean skipped,
      String body,
      Seat seat,
      Expr length,
      Measured measured,
      Expr angle,
      Expr radius,
      Bending bending)
      implements Strip {
    public Flange {
      seat = seat == null ? new Seat(null, null, null, null, null, null) : seat;
      measured = measured == null ? Measured.OUTSIDE : measured;
    }
  }

  /** How a hem is folded over. */
  enum HemStyle {
    @JsonProperty("closed")
    CLOSED,
    @JsonProperty("open")
    OPEN,
    @JsonProperty("teardrop")
    TEARDROP
  }

  /**
   * A hem.
   *
   * @param length from its outermost point to its end
   * @param gap inside an open hem (null for the thickness), between the end of a teardrop and the
   *     wall, or left in a closed hem (null for 0.1 mm)
   * @param radius inside radius of a teardrop, null for the thickness; not used else
   */
  record Hem(
      String id,
      String label,
      boolean skipped,
      String body,
      Seat seat,
      HemStyle style,
      Expr length,
      Expr gap,
      Expr radius,
      Bending bending)
      implements Strip {
    public Hem {
      seat = seat == null ? new Seat(null, null, null, null, null, null) : seat;
      style = style == null ? HemStyle.CLOSED : style;
    }
  }

  /**
   * A joggle: the wall goes on beyond its edge, set off by a height.
   *
   * @param height by which the wall is set off
   * @param length of the wall beyond the second bend
   * @param angle of its two bends, up to 90 deg; null for 45 deg
   */
  record Joggle(
      String id,
      String label,
      boolean skipped,
      String body,
      Seat seat,
      Expr height,
      Expr length,
      Expr angle,
      Expr radius,
      Bending bending)
      implements Strip {
    public Joggle {
      seat = seat == null ? new Seat(null, null, null, null, null, null) : seat;
    }
  }

  /**
   * Turns a solid into sheet. Without edges the body must be a uniform sheet already and is only
   * marked as one.
   *
   * @param keep the face that stays as it is and from which the flat is laid out
   * @param bends edges of the solid that become bends
   * @param rips edges of the solid along which the walls are parted
   * @param gap by which ripped walls stand apart beyond their bends, null for 0.5 mm
   */
  record Convert(
      String id,
      String label,
      boolean skipped,
      String body,
      FaceChoice keep,
      List<EdgeChoice> bends,
      List<EdgeChoice> rips,
      Expr thickness,
      Expr radius,
      Expr gap,
      Bending bending)
      implements SheetStep {
    public Convert {
      bends = bends == null ? List.of() : List.copyOf(bends);
      rips = rips == null ? List.of() : List.copyOf(rips);
    }
  }
}

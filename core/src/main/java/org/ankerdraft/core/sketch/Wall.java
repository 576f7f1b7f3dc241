package org.ankerdraft.core.sketch;

import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.form.WordForm;

/**
 * A wall along the curves of a sketch, open or closed, instead of the areas that they enclose.
 *
 * @param thickness null for no wall
 * @param side of the curves on which it stands
 * @param corners of its outside where two curves meet at a kink
 */
public record Wall(Expr thickness, Side side, Corners corners) {
  public static final Wall NONE = new Wall(null, null, null);

  /** On which side of its curves a wall stands. */
  public enum Side {
    INSIDE,
    OUTSIDE,
    CENTRED;

    public static final WordForm<Side> FORM =
        WordForm.of(INSIDE, "inside").or(OUTSIDE, "outside").or(CENTRED, "centred");
  }

  /** What becomes of the outside of a wall's corners. */
  public enum Corners {
    MITRED,
    ROUNDED;

    public static final WordForm<Corners> FORM =
        WordForm.of(MITRED, "mitred").or(ROUNDED, "rounded");
  }

  public Wall {
    side = side == null ? Side.INSIDE : side;
    corners = corners == null ? Corners.MITRED : corners;
  }

  /** Such as ", wall 2 mm"; empty for none. */
  public String inSummary() {
    return isWanted() ? ", wall " + thickness.text() : "";
  }

  public boolean isWanted() {
    return thickness != null;
  }
}

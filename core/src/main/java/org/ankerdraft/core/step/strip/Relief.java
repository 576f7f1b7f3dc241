package org.ankerdraft.core.step.strip;

import java.util.List;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.form.ExprForm;
import org.ankerdraft.core.form.Field;
import org.ankerdraft.core.form.RecordForm;
import org.ankerdraft.core.form.WordForm;

/**
 * Relief cuts beside a bend that ends within a wall, and at corners between two strips.
 *
 * @param shape null for rectangular beside bends
 * @param corner shape at corners, null for none
 * @param width null for the thickness (at least 1 mm)
 * @param depth from the edge inwards, null for the rule: thickness plus radius, and past the bend
 */
public record Relief(Shape shape, Shape corner, Expr width, Expr depth) {
  /** Shape of a relief cut. */
  public enum Shape {
    RECTANGULAR,
    ROUND_ENDED,
    NONE
  }

  public static final Relief RULE = new Relief(null, null, null, null);

  private static final WordForm<Shape> SHAPES =
      WordForm.of(Shape.RECTANGULAR, "rectangular")
          .or(Shape.ROUND_ENDED, "round-ended")
          .or(Shape.NONE, "none");
  private static final Field<Relief, Shape> SHAPE =
      Field.<Relief, Shape>of("shape", SHAPES, Relief::shape)
          .otherwise(Shape.RECTANGULAR)
          .label("Relief")
          .about("beside a bend that ends within a wall; default rectangular");
  private static final Field<Relief, Shape> CORNER =
      Field.<Relief, Shape>of("corner", SHAPES, Relief::corner)
          .otherwise(Shape.NONE)
          .label("At corners")
          .about("at mitred corners; default none");
  private static final Field<Relief, Expr> WIDTH =
      Field.<Relief, Expr>of("width", ExprForm.LENGTH, Relief::width)
          .label("Relief width")
          .usual("by rule")
          .about("default the thickness, at least 1 mm");
  private static final Field<Relief, Expr> DEPTH =
      Field.<Relief, Expr>of("depth", ExprForm.LENGTH, Relief::depth)
          .label("Relief depth")
          .usual("by rule")
          .about("from the edge; default thickness + radius, and past the bend");

  static final RecordForm<Relief> FORM =
      RecordForm.of(
          "relief",
          List.of(SHAPE, CORNER, WIDTH, DEPTH),
          v -> new Relief(v.get(SHAPE), v.get(CORNER), v.get(WIDTH), v.get(DEPTH)));

  public Relief {
    shape = shape == null ? Shape.RECTANGULAR : shape;
    corner = corner == null ? Shape.NONE : corner;
  }

  /**
   * Reliefs by the rule. Where they are by the rule already they tear nothing beside a bend: then
   * it is the corner that has none.
   */
  Relief byRule() {
    boolean isByRule = shape != Shape.NONE && width == null && depth == null;
    return new Relief(
        shape == Shape.NONE ? null : shape, isByRule ? Shape.RECTANGULAR : corner, null, null);
  }
}

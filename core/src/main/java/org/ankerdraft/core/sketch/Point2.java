package org.ankerdraft.core.sketch;

import java.util.List;
import org.ankerdraft.core.expression.Evaluator;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.form.ExprForm;
import org.ankerdraft.core.form.TupleForm;
import org.ankerdraft.vectors.Xy;

/** A point of a sketch, written as two expressions. */
public record Point2(Expr x, Expr y) {
  public static final Point2 ORIGIN = new Point2(new Expr("0 mm"), new Expr("0 mm"));

  /** How a point stands in a file. */
  public static final TupleForm<Point2, Expr> FORM =
      new TupleForm<>(
          "sketch point",
          ExprForm.LENGTH,
          List.of("x", "y"),
          p -> List.of(p.x, p.y),
          p -> new Point2(p.get(0), p.get(1)));

  public Xy at(Evaluator values) throws ExpressionException {
    return new Xy(values.lengthMm(x), values.lengthMm(y));
  }
}

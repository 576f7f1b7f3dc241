package org.ankerdraft.core.select;

import java.util.List;
import org.ankerdraft.core.expression.Evaluator;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.form.ExprForm;
import org.ankerdraft.core.form.TupleForm;
import org.ankerdraft.vectors.Vec3;

/** A point in space, written as three expressions. */
public record Point(Expr x, Expr y, Expr z) {
  /** How a point stands in a file. */
  public static final TupleForm<Point, Expr> FORM =
      new TupleForm<>(
          "point",
          ExprForm.LENGTH,
          List.of("x", "y", "z"),
          p -> List.of(p.x, p.y, p.z),
          p -> new Point(p.get(0), p.get(1), p.get(2)));

  public static Point of(Vec3 p) {
    return new Point(Expr.of(p.x()), Expr.of(p.y()), Expr.of(p.z()));
  }

  public Vec3 at(Evaluator values) throws ExpressionException {
    return new Vec3(values.lengthMm(x), values.lengthMm(y), values.lengthMm(z));
  }
}

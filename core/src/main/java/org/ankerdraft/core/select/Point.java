package org.ankerdraft.core.select;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonValue;
import java.util.List;
import org.ankerdraft.core.expression.Evaluator;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.kernel.Vec3;

/** A point in space, written as three expressions. */
public record Point(Expr x, Expr y, Expr z) {
  @JsonCreator
  public static Point of(List<Expr> xyz) {
    if (xyz.size() != 3) {
      throw new IllegalArgumentException("a point takes three values, not " + xyz.size());
    }
    return new Point(xyz.get(0), xyz.get(1), xyz.get(2));
  }

  public static Point of(Vec3 p) {
    return new Point(Expr.of(p.x()), Expr.of(p.y()), Expr.of(p.z()));
  }

  @JsonValue
  List<Expr> asList() {
    return List.of(x, y, z);
  }

  public Vec3 at(Evaluator values) throws ExpressionException {
    return new Vec3(values.lengthMm(x), values.lengthMm(y), values.lengthMm(z));
  }
}

package org.ankerdraft.core.sketch;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonValue;
import java.util.List;
import org.ankerdraft.core.expression.Expr;

/** A point of a sketch, written as two expressions. */
public record Point2(Expr x, Expr y) {
  public static final Point2 ORIGIN = new Point2(new Expr("0 mm"), new Expr("0 mm"));

  @JsonCreator
  public static Point2 of(List<Expr> xy) {
    if (xy.size() != 2) {
      throw new IllegalArgumentException("a sketch point takes two values, not " + xy.size());
    }
    return new Point2(xy.get(0), xy.get(1));
  }

  @JsonValue
  List<Expr> asList() {
    return List.of(x, y);
  }
}

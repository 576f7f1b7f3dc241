package org.ankerdraft.core.select;

import java.util.List;
import org.ankerdraft.core.form.NumberForm;
import org.ankerdraft.core.form.TupleForm;
import org.ankerdraft.vectors.Vec3;

/** A direction in space, written as three numbers; need not have length 1, must not be zero. */
public record Direction(double x, double y, double z) {
  public static final Direction UP = new Direction(0, 0, 1);
  public static final Direction DOWN = new Direction(0, 0, -1);

  private static final double SHORTEST = 1e-9;
  private static final double LONGEST = 1e9;

  /** How a direction stands in a file. */
  public static final TupleForm<Direction, Double> FORM =
      new TupleForm<>(
          "direction",
          new NumberForm(-LONGEST, LONGEST),
          List.of("x", "y", "z"),
          d -> List.of(d.x, d.y, d.z),
          p -> new Direction(p.get(0), p.get(1), p.get(2)));

  public Direction {
    double length = Math.sqrt(x * x + y * y + z * z);
    if (!(length > SHORTEST && length < Double.POSITIVE_INFINITY)) {
      throw new IllegalArgumentException("a direction must not be 0, 0, 0, and must be finite");
    }
  }

  public Vec3 unit() {
    return new Vec3(x, y, z).unit();
  }
}

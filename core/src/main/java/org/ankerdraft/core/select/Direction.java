package org.ankerdraft.core.select;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonValue;
import java.util.Arrays;
import org.ankerdraft.kernel.Vec3;

/** A direction in space, written as three numbers; need not have length 1, must not be zero. */
public record Direction(double x, double y, double z) {
  public static final Direction UP = new Direction(0, 0, 1);

  public Direction {
    if (!(x * x + y * y + z * z > 0)) {
      throw new IllegalArgumentException("a direction must not be 0, 0, 0");
    }
  }

  @JsonCreator
  public static Direction of(double[] xyz) {
    if (xyz.length != 3) {
      throw new IllegalArgumentException(
          "a direction takes three numbers, not " + Arrays.toString(xyz));
    }
    return new Direction(xyz[0], xyz[1], xyz[2]);
  }

  @JsonValue
  double[] asArray() {
    return new double[] {x, y, z};
  }

  public Vec3 unit() {
    return new Vec3(x, y, z).unit();
  }
}

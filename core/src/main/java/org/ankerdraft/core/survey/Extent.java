package org.ankerdraft.core.survey;

import java.util.Arrays;
import org.ankerdraft.vectors.Vec3;

/** How far balls reach along each axis. */
final class Extent {
  private final float[] low = new float[3];
  private final float[] high = new float[3];

  Extent() {
    Arrays.fill(low, Float.MAX_VALUE);
    Arrays.fill(high, -Float.MAX_VALUE);
  }

  /**
   * @param places three numbers for each
   * @param place which is the ball's middle
   */
  void add(float[] places, int place, float radius) {
    for (int k = 0; k < 3; k++) {
      low[k] = Math.min(low[k], places[3 * place + k] - radius);
      high[k] = Math.max(high[k], places[3 * place + k] + radius);
    }
  }

  /** Whether nothing was added, or all lies beside another extent as seen along a direction. */
  boolean isBeside(Extent other, Vec3 way, double marginMm) {
    if (isEmpty() || other.isEmpty()) {
      return true;
    }
    Vec3 across = way.anyAcross();
    return isApart(other, across, marginMm) || isApart(other, way.cross(across).unit(), marginMm);
  }

  private boolean isApart(Extent other, Vec3 axis, double marginMm) {
    double between = 0;
    double reach = marginMm;
    double[] along = {axis.x(), axis.y(), axis.z()};
    for (int k = 0; k < 3; k++) {
      between += along[k] * (middle(k) - other.middle(k));
      reach += Math.abs(along[k]) * (half(k) + other.half(k));
    }
    return Math.abs(between) > reach;
  }

  private boolean isEmpty() {
    return low[0] > high[0];
  }

  private double half(int axis) {
    return ((double) high[axis] - low[axis]) / 2;
  }

  float middle(int axis) {
    return (low[axis] + high[axis]) / 2;
  }

  /** Of the box around all. */
  float halfDiagonal() {
    return (float)
            Math.hypot(Math.hypot(high[0] - low[0], high[1] - low[1]), (double) high[2] - low[2])
        / 2;
  }
}

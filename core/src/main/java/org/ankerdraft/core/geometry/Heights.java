package org.ankerdraft.core.geometry;

import java.util.Arrays;
import org.ankerdraft.vectors.Vec3;

/**
 * How far a body reaches along a direction, over the cells of a grid across it: tells of most
 * places, without a ray, that nothing lies before them. Immutable.
 */
public final class Heights {
  private static final int FINE = 256;
  private static final int COARSE = 16;
  private static final int SHARE = FINE / COARSE;

  /** Triangles that lie over more cells than this go into the coarse grid. */
  private static final int MOST_CELLS = 256;

  private final Vec3 way;
  private final Vec3 across;
  private final Vec3 other;
  private final float leastAcross;
  private final float leastOther;
  private final float cellsPerMm;
  private final float[] fine = new float[FINE * FINE];
  private final float[] coarse = new float[COARSE * COARSE];

  /**
   * @param positions x, y, z of each node
   * @param triangles three node numbers each
   * @param way a unit vector
   */
  public Heights(float[] positions, int[] triangles, Vec3 way) {
    this.way = way;
    across = way.anyAcross();
    other = way.cross(across).unit();
    Arrays.fill(fine, Float.NEGATIVE_INFINITY);
    Arrays.fill(coarse, Float.NEGATIVE_INFINITY);
    float[] u = along(across, positions);
    float[] v = along(other, positions);
    float[] h = along(way, positions);
    leastAcross = least(u);
    leastOther = least(v);
    float size = Math.max(most(u) - leastAcross, most(v) - leastOther);
    cellsPerMm = size > 0 ? FINE / size : 0;
    for (int t = 0; t < triangles.length; t += 3) {
      add(u, v, h, triangles[t], triangles[t + 1], triangles[t + 2]);
    }
  }

  private static float[] along(Vec3 axis, float[] p) {
    float[] out = new float[p.length / 3];
    for (int n = 0; n < out.length; n++) {
      out[n] = (float) (axis.x() * p[3 * n] + axis.y() * p[3 * n + 1] + axis.z() * p[3 * n + 2]);
    }
    return out;
  }

  private static float least(float[] numbers) {
    float least = Float.POSITIVE_INFINITY;
    for (float number : numbers) {
      least = Math.min(least, number);
    }
    return least;
  }

  private static float most(float[] numbers) {
    float most = Float.NEGATIVE_INFINITY;
    for (float number : numbers) {
      most = Math.max(most, number);
    }
    return most;
  }

  private void add(float[] u, float[] v, float[] h, int a, int b, int c) {
    int left = cell(Math.min(u[a], Math.min(u[b], u[c])) - leastAcross);
    int right = cell(Math.max(u[a], Math.max(u[b], u[c])) - leastAcross);
    int front = cell(Math.min(v[a], Math.min(v[b], v[c])) - leastOther);
    int back = cell(Math.max(v[a], Math.max(v[b], v[c])) - leastOther);
    float high = Math.max(h[a], Math.max(h[b], h[c]));
    boolean isLarge = (right - left + 1) * (back - front + 1) > MOST_CELLS;
    int share = isLarge ? SHARE : 1;
    float[] cells = isLarge ? coarse : fine;
    int width = FINE / share;
    for (int j = front / share; j <= back / share; j++) {
      for (int i = left / share; i <= right / share; i++) {
        cells[j * width + i] = Math.max(cells[j * width + i], high);
      }
    }
  }

  private int cell(float from) {
    return Math.clamp((int) (from * cellsPerMm), 0, FINE - 1);
  }

  /**
   * Whether no part of the body in a place's cell lies further along the direction than the place,
   * by more than some length. A place beside the body counts to the nearest cell.
   */
  public boolean isClear(float x, float y, float z, float beyondMm) {
    int i = cell((float) (across.x() * x + across.y() * y + across.z() * z) - leastAcross);
    int j = cell((float) (other.x() * x + other.y() * y + other.z() * z) - leastOther);
    float highest = Math.max(fine[j * FINE + i], coarse[j / SHARE * COARSE + i / SHARE]);
    return highest <= (float) (way.x() * x + way.y() * y + way.z() * z) + beyondMm;
  }
}

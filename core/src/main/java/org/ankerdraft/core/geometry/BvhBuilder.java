package org.ankerdraft.core.geometry;

import java.util.Arrays;

/**
 * Divides triangles into a tree of boxes by the surface-area heuristic over 16 bins (MacDonald and
 * Booth, 1990, from memory): a division is good if few triangles lie in large boxes.
 */
final class BvhBuilder {
  /** No path from the root to a leaf is longer. */
  static final int DEEPEST = 64;

  private static final int BINS = 16;
  private static final int LEAF = 4;

  /** Triangles in the order of the leaves. */
  final int[] originalTriangle;

  /** Six floats for each node: min x, y, z, max x, y, z. */
  float[] bounds = new float[6 * 64];

  /**
   * Two ints for each node: first child (second is next to it) and 0; or first triangle and how
   * many.
   */
  int[] links = new int[2 * 64];

  private int nodes = 1;

  BvhBuilder(float[] positions, int[] triangles) {
    int count = triangles.length / 3;
    originalTriangle = new int[count];
    float[] box = new float[6 * count];
    for (int t = 0; t < count; t++) {
      originalTriangle[t] = t;
      for (int axis = 0; axis < 3; axis++) {
        float a = positions[3 * triangles[3 * t] + axis];
        float b = positions[3 * triangles[3 * t + 1] + axis];
        float c = positions[3 * triangles[3 * t + 2] + axis];
        box[6 * t + axis] = Math.min(a, Math.min(b, c));
        box[6 * t + 3 + axis] = Math.max(a, Math.max(b, c));
      }
    }
    if (count > 0) {
      split(0, 0, count, box, 0);
    }
  }

  private void split(int node, int from, int to, float[] box, int depth) {
    ensure(node + 1);
    float[] centreMin = {Float.MAX_VALUE, Float.MAX_VALUE, Float.MAX_VALUE};
    float[] centreMax = {-Float.MAX_VALUE, -Float.MAX_VALUE, -Float.MAX_VALUE};
    int n = 6 * node;
    for (int axis = 0; axis < 3; axis++) {
      bounds[n + axis] = Float.MAX_VALUE;
      bounds[n + 3 + axis] = -Float.MAX_VALUE;
    }
    for (int i = from; i < to; i++) {
      int b = 6 * originalTriangle[i];
      for (int axis = 0; axis < 3; axis++) {
        bounds[n + axis] = Math.min(bounds[n + axis], box[b + axis]);
        bounds[n + 3 + axis] = Math.max(bounds[n + 3 + axis], box[b + 3 + axis]);
        float centre = (box[b + axis] + box[b + 3 + axis]) / 2;
        centreMin[axis] = Math.min(centreMin[axis], centre);
        centreMax[axis] = Math.max(centreMax[axis], centre);
      }
    }
    int middle =
        to - from <= LEAF || depth >= DEEPEST - 2
            ? -1
            : partition(from, to, box, centreMin, centreMax);
    if (middle < 0) {
      links[2 * node] = from;
      links[2 * node + 1] = to - from;
      return;
    }
    int child = nodes;
    nodes += 2;
    ensure(nodes);
    links[2 * node] = child;
    links[2 * node + 1] = 0;
    split(child, from, middle, box, depth + 1);
    split(child + 1, middle, to, box, depth + 1);
  }

  private void ensure(int count) {
    if (6 * count > bounds.length) {
      bounds = Arrays.copyOf(bounds, Math.max(6 * count, bounds.length * 2));
      links = Arrays.copyOf(links, bounds.length / 3);
    }
  }

  /**
   * Sorts triangles from..to into two halves; the index of the second, or -1 if a leaf is better.
   */
  private int partition(int from, int to, float[] box, float[] centreMin, float[] centreMax) {
    int bestAxis = -1;
    int bestBin = 0;
    float best = Float.MAX_VALUE;
    for (int axis = 0; axis < 3; axis++) {
      float extent = centreMax[axis] - centreMin[axis];
      if (!(extent > 0)) {
        continue;
      }
      float[] cost = binCosts(from, to, box, axis, centreMin[axis], BINS / extent);
      for (int k = 0; k < BINS - 1; k++) {
        if (cost[k] < best) {
          best = cost[k];
          bestAxis = axis;
          bestBin = k;
        }
      }
    }
    if (bestAxis < 0) {
      return to - from > 4 * LEAF ? (from + to) >>> 1 : -1;
    }
    float scale = BINS / (centreMax[bestAxis] - centreMin[bestAxis]);
    int low = from;
    int high = to - 1;
    while (low <= high) {
      if (bin(box, originalTriangle[low], bestAxis, centreMin[bestAxis], scale) <= bestBin) {
        low++;
      } else {
        int swap = originalTriangle[low];
        originalTriangle[low] = originalTriangle[high];
        originalTriangle[high] = swap;
        high--;
      }
    }
    return low == from || low == to ? -1 : low;
  }

  private static int bin(float[] box, int t, int axis, float min, float scale) {
    float centre = (box[6 * t + axis] + box[6 * t + 3 + axis]) / 2;
    return Math.min(BINS - 1, (int) ((centre - min) * scale));
  }

  private float[] binCosts(int from, int to, float[] box, int axis, float min, float scale) {
    int[] count = new int[BINS];
    float[][] bin = new float[BINS][];
    for (int i = from; i < to; i++) {
      int t = originalTriangle[i];
      int k = bin(box, t, axis, min, scale);
      count[k]++;
      bin[k] = grown(bin[k], box, 6 * t);
    }
    float[] cost = new float[BINS];
    float[] sweep = null;
    int seen = 0;
    for (int k = 0; k < BINS - 1; k++) {
      sweep = bin[k] == null ? sweep : grown(sweep, bin[k], 0);
      seen += count[k];
      cost[k] = seen == 0 ? Float.MAX_VALUE / 4 : seen * halfArea(sweep);
    }
    sweep = null;
    seen = 0;
    for (int k = BINS - 1; k > 0; k--) {
      sweep = bin[k] == null ? sweep : grown(sweep, bin[k], 0);
      seen += count[k];
      cost[k - 1] += seen == 0 ? Float.MAX_VALUE / 4 : seen * halfArea(sweep);
    }
    return cost;
  }

  private static float[] grown(float[] a, float[] b, int at) {
    if (a == null) {
      return Arrays.copyOfRange(b, at, at + 6);
    }
    for (int axis = 0; axis < 3; axis++) {
      a[axis] = Math.min(a[axis], b[at + axis]);
      a[3 + axis] = Math.max(a[3 + axis], b[at + 3 + axis]);
    }
    return a;
  }

  private static float halfArea(float[] b) {
    float x = b[3] - b[0];
    float y = b[4] - b[1];
    float z = b[5] - b[2];
    return x * y + y * z + z * x;
  }
}

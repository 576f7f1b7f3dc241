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

  /** Fewer triangles than this need no more bins than these: the bins would cost more than they. */
  private static final int FEW = 24;

  private static final int BINS_OF_FEW = 6;
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

  /** Six floats for each triangle, like the bounds, in the order of the leaves. */
  private final float[] box;

  private final float[] middleMin = new float[3];
  private final float[] middleMax = new float[3];
  private final int[] inBin = new int[BINS];
  private final float[] bins = new float[6 * BINS];
  private final float[] sweep = new float[6];
  private final float[] cost = new float[BINS];
  private int binCount;

  BvhBuilder(float[] positions, int[] triangles) {
    int count = triangles.length / 3;
    originalTriangle = new int[count];
    box = new float[6 * count];
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
      split(0, 0, count, 0);
    }
  }

  private void split(int node, int from, int to, int depth) {
    ensure(node + 1);
    measure(node, from, to);
    int middle = to - from <= LEAF || depth >= DEEPEST - 2 ? -1 : partition(from, to);
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
    split(child, from, middle, depth + 1);
    split(child + 1, middle, to, depth + 1);
  }

  /** The box of some triangles, and that of the middles of their boxes. */
  private void measure(int node, int from, int to) {
    int n = 6 * node;
    for (int axis = 0; axis < 3; axis++) {
      float low = Float.MAX_VALUE;
      float high = -Float.MAX_VALUE;
      float least = Float.MAX_VALUE;
      float most = -Float.MAX_VALUE;
      for (int i = from; i < to; i++) {
        int b = 6 * i + axis;
        float min = box[b];
        float max = box[b + 3];
        float middle = (min + max) / 2;
        low = Math.min(low, min);
        high = Math.max(high, max);
        least = Math.min(least, middle);
        most = Math.max(most, middle);
      }
      bounds[n + axis] = low;
      bounds[n + 3 + axis] = high;
      middleMin[axis] = least;
      middleMax[axis] = most;
    }
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
  private int partition(int from, int to) {
    binCount = to - from < FEW ? BINS_OF_FEW : BINS;
    int bestAxis = -1;
    int bestBin = 0;
    float best = Float.MAX_VALUE;
    for (int axis = 0; axis < 3; axis++) {
      float extent = middleMax[axis] - middleMin[axis];
      if (!(extent > 0)) {
        continue;
      }
      fillBins(from, to, axis, middleMin[axis], binCount / extent);
      addUpCosts();
      for (int k = 0; k < binCount - 1; k++) {
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
    float min = middleMin[bestAxis];
    float scale = binCount / (middleMax[bestAxis] - min);
    int low = from;
    int high = to - 1;
    while (low <= high) {
      if (binOf(low, bestAxis, min, scale) <= bestBin) {
        low++;
      } else {
        swap(low, high--);
      }
    }
    return low == from || low == to ? -1 : low;
  }

  private void swap(int a, int b) {
    int triangle = originalTriangle[a];
    originalTriangle[a] = originalTriangle[b];
    originalTriangle[b] = triangle;
    for (int k = 0; k < 6; k++) {
      float side = box[6 * a + k];
      box[6 * a + k] = box[6 * b + k];
      box[6 * b + k] = side;
    }
  }

  private int binOf(int at, int axis, float min, float scale) {
    float middle = (box[6 * at + axis] + box[6 * at + 3 + axis]) / 2;
    int k = (int) ((middle - min) * scale);
    return k < binCount ? k : binCount - 1;
  }

  /** How many triangles lie in each bin along an axis, and the box of these. */
  private void fillBins(int from, int to, int axis, float min, float scale) {
    Arrays.fill(inBin, 0);
    for (int k = 0; k < binCount; k++) {
      clear(bins, 6 * k);
    }
    for (int i = from; i < to; i++) {
      int k = binOf(i, axis, min, scale);
      inBin[k]++;
      grow(bins, 6 * k, box, 6 * i);
    }
  }

  /** The cost of a division after each bin. */
  private void addUpCosts() {
    clear(sweep, 0);
    int seen = 0;
    for (int k = 0; k < binCount - 1; k++) {
      grow(sweep, 0, bins, 6 * k);
      seen += inBin[k];
      cost[k] = costOf(seen);
    }
    clear(sweep, 0);
    seen = 0;
    for (int k = binCount - 1; k > 0; k--) {
      grow(sweep, 0, bins, 6 * k);
      seen += inBin[k];
      cost[k - 1] += costOf(seen);
    }
  }

  private float costOf(int seen) {
    return seen == 0 ? Float.MAX_VALUE / 4 : seen * halfArea(sweep);
  }

  /** A box that holds nothing. */
  private static void clear(float[] boxes, int at) {
    for (int axis = 0; axis < 3; axis++) {
      boxes[at + axis] = Float.MAX_VALUE;
      boxes[at + 3 + axis] = -Float.MAX_VALUE;
    }
  }

  private static void grow(float[] a, int i, float[] b, int j) {
    a[i] = Math.min(a[i], b[j]);
    a[i + 1] = Math.min(a[i + 1], b[j + 1]);
    a[i + 2] = Math.min(a[i + 2], b[j + 2]);
    a[i + 3] = Math.max(a[i + 3], b[j + 3]);
    a[i + 4] = Math.max(a[i + 4], b[j + 4]);
    a[i + 5] = Math.max(a[i + 5], b[j + 5]);
  }

  private static float halfArea(float[] b) {
    float x = b[3] - b[0];
    float y = b[4] - b[1];
    float z = b[5] - b[2];
    return x * y + y * z + z * x;
  }
}

package org.ankerdraft.render.draw;

import java.util.Arrays;

/**
 * Triangles in small groups that lie together on one face, so that a whole group that looks away or
 * lies off the picture is passed over at once, and neighbours in memory are neighbours in space.
 */
final class Clusters {
  private static final int MOST = 32;

  /** Numbers of each group: middle (3), radius, mean normal (3), sine of the normals' cone. */
  static final int STRIDE = 8;

  static final int RADIUS = 3;
  static final int AXIS = 4;
  static final int CONE = 7;

  /** The cone of a group that looks every way. */
  private static final float EVERY_WAY = 2;

  private static final int GRID_BITS = 10;

  /** First triangle of each group, one entry more than groups. */
  final int[] start;

  final float[] shape;

  private Clusters(int[] start, float[] shape) {
    this.start = start;
    this.shape = shape;
  }

  int count() {
    return start.length - 1;
  }

  /**
   * Triangles in an order in which those of a face that lie together follow each other.
   *
   * @param faceOfTriangle ascending
   * @return the triangles' present numbers
   */
  static int[] order(float[] positions, int[] triangles, int[] faceOfTriangle) {
    int count = faceOfTriangle.length;
    long[] keys = new long[count];
    for (int from = 0; from < count; ) {
      int to = endOfFace(faceOfTriangle, from, count);
      if (to - from > MOST) {
        setPlaces(keys, positions, triangles, from, to);
        Arrays.sort(keys, from, to);
      } else {
        for (int t = from; t < to; t++) {
          keys[t] = t;
        }
      }
      from = to;
    }
    int[] order = new int[count];
    for (int t = 0; t < count; t++) {
      order[t] = (int) keys[t];
    }
    return order;
  }

  /** Groups of triangles that are in order. */
  static Clusters of(float[] positions, int[] triangles, int[] faceOfTriangle) {
    int count = faceOfTriangle.length;
    int[] start = new int[count + 1];
    int groups = 0;
    for (int from = 0; from < count; ) {
      int end = endOfFace(faceOfTriangle, from, Math.min(count, from + MOST));
      start[++groups] = end;
      from = end;
    }
    float[] shape = new float[groups * STRIDE];
    for (int g = 0; g < groups; g++) {
      measure(shape, g * STRIDE, positions, triangles, 3 * start[g], 3 * start[g + 1]);
    }
    return new Clusters(Arrays.copyOf(start, groups + 1), shape);
  }

  private static int endOfFace(int[] faceOfTriangle, int from, int limit) {
    int to = from;
    while (to < limit && faceOfTriangle[to] == faceOfTriangle[from]) {
      to++;
    }
    return to;
  }

  /** The place of each triangle's middle on a curve that fills space, above its number. */
  private static void setPlaces(long[] keys, float[] positions, int[] triangles, int from, int to) {
    float[] least = new float[3];
    float[] most = new float[3];
    range(positions, triangles, 3 * from, 3 * to, least, most);
    float widest =
        Math.max(
            1e-9f, Math.max(most[0] - least[0], Math.max(most[1] - least[1], most[2] - least[2])));
    float scale = ((1 << GRID_BITS) - 1) / widest / 3;
    for (int t = from; t < to; t++) {
      long place = 0;
      for (int k = 0; k < 3; k++) {
        float sum = 0;
        for (int i = 3 * t; i < 3 * t + 3; i++) {
          sum += positions[3 * triangles[i] + k] - least[k];
        }
        place |= spread((int) (sum * scale)) << k;
      }
      keys[t] = place << Integer.SIZE | t;
    }
  }

  /** The bits of a number, each followed by two that are nought. */
  private static long spread(int n) {
    long spread = 0;
    for (int bit = 0; bit < GRID_BITS; bit++) {
      spread |= (long) (n >> bit & 1) << (3 * bit);
    }
    return spread;
  }

  private static void range(
      float[] positions, int[] triangles, int from, int to, float[] least, float[] most) {
    Arrays.fill(least, Float.MAX_VALUE);
    Arrays.fill(most, -Float.MAX_VALUE);
    for (int i = from; i < to; i++) {
      for (int k = 0; k < 3; k++) {
        float x = positions[3 * triangles[i] + k];
        least[k] = Math.min(least[k], x);
        most[k] = Math.max(most[k], x);
      }
    }
  }

  private static void measure(
      float[] shape, int at, float[] positions, int[] triangles, int from, int to) {
    float[] least = new float[3];
    float[] most = new float[3];
    range(positions, triangles, from, to, least, most);
    float square = 0;
    for (int k = 0; k < 3; k++) {
      shape[at + k] = (least[k] + most[k]) / 2;
      float half = (most[k] - least[k]) / 2;
      square += half * half;
    }
    shape[at + RADIUS] = (float) Math.sqrt(square);
    float[] normals = new float[to - from];
    float[] axis = new float[3];
    for (int i = from; i < to; i += 3) {
      setNormal(normals, i - from, positions, triangles, i);
      for (int k = 0; k < 3; k++) {
        axis[k] += normals[i - from + k];
      }
    }
    float length = (float) Math.sqrt(dot(axis, 0, axis, 0));
    float narrowest = 1;
    for (int i = 0; i < normals.length; i += 3) {
      if (dot(normals, i, normals, i) > 0) {
        narrowest = Math.min(narrowest, dot(axis, 0, normals, i) / length);
      }
    }
    for (int k = 0; k < 3; k++) {
      shape[at + AXIS + k] = axis[k] / length;
    }
    shape[at + CONE] =
        length > 0 && narrowest > 0
            ? (float) Math.sqrt(Math.max(0, 1 - narrowest * narrowest))
            : EVERY_WAY;
  }

  /** The unit normal of a triangle; nought if it has no area. */
  private static void setNormal(float[] to, int at, float[] p, int[] triangles, int i) {
    int a = 3 * triangles[i];
    int b = 3 * triangles[i + 1];
    int c = 3 * triangles[i + 2];
    float x =
        (p[b + 1] - p[a + 1]) * (p[c + 2] - p[a + 2])
            - (p[b + 2] - p[a + 2]) * (p[c + 1] - p[a + 1]);
    float y = (p[b + 2] - p[a + 2]) * (p[c] - p[a]) - (p[b] - p[a]) * (p[c + 2] - p[a + 2]);
    float z = (p[b] - p[a]) * (p[c + 1] - p[a + 1]) - (p[b + 1] - p[a + 1]) * (p[c] - p[a]);
    float length = (float) Math.sqrt(x * x + y * y + z * z);
    float inverse = length > 0 ? 1 / length : 0;
    to[at] = x * inverse;
    to[at + 1] = y * inverse;
    to[at + 2] = z * inverse;
  }

  private static float dot(float[] a, int i, float[] b, int j) {
    return a[i] * b[j] + a[i + 1] * b[j + 1] + a[i + 2] * b[j + 2];
  }
}

package org.ankerdraft.render.draw;

/**
 * How light and the map's value change over each visible triangle, from its first corner along the
 * rows and columns of the screen. Reused from frame to frame.
 */
final class Slopes {
  private static final int STRIDE = 10;
  private static final int LIGHT = 2;
  private static final int VALUE = 5;
  private static final int LEAST = 8;
  private static final int GREATEST = 9;

  private float[] of = new float[0];

  void reserve(int triangles) {
    if (of.length < triangles * STRIDE) {
      of = new float[triangles * STRIDE];
    }
  }

  /**
   * Sets the light of a triangle.
   *
   * @param la light at its corners, the first of which lies at x, y
   * @param bx change of the second corner's share for each pixel to the right; likewise the others
   */
  void set(
      int t,
      float x,
      float y,
      float la,
      float lb,
      float lc,
      float bx,
      float cx,
      float by,
      float cy) {
    int o = t * STRIDE;
    of[o] = x;
    of[o + 1] = y;
    setPlane(o + LIGHT, la, lb - la, lc - la, bx, cx, by, cy);
  }

  /** Sets what the map shows at a triangle's corners. */
  void setValue(int t, float va, float vb, float vc, float bx, float cx, float by, float cy) {
    int o = t * STRIDE;
    setPlane(o + VALUE, va, vb - va, vc - va, bx, cx, by, cy);
    of[o + LEAST] = Math.min(va, Math.min(vb, vc));
    of[o + GREATEST] = Math.max(va, Math.max(vb, vc));
  }

  private void setPlane(
      int o, float a, float ab, float ac, float bx, float cx, float by, float cy) {
    of[o] = a;
    of[o + 1] = ab * bx + ac * cx;
    of[o + 2] = ab * by + ac * cy;
  }

  float light(int t, float x, float y) {
    return plane(t * STRIDE, LIGHT, x, y);
  }

  float lightStep(int t) {
    return of[t * STRIDE + LIGHT + 1];
  }

  float value(int t, float x, float y) {
    return plane(t * STRIDE, VALUE, x, y);
  }

  /** Whether the value takes on another within the triangle. */
  boolean spans(int t, float value) {
    return value >= of[t * STRIDE + LEAST] && value <= of[t * STRIDE + GREATEST];
  }

  float valueStep(int t) {
    return of[t * STRIDE + VALUE + 1];
  }

  /** Change of the value from row to row. */
  float valueDown(int t) {
    return of[t * STRIDE + VALUE + 2];
  }

  private float plane(int o, int which, float x, float y) {
    return of[o + which] + (x - of[o]) * of[o + which + 1] + (y - of[o + 1]) * of[o + which + 2];
  }
}

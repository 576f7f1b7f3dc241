package org.ankerdraft.render.draw;

import org.ankerdraft.render.look.Look;

/** Fills triangles into a raster: depth and number of the nearest, and what changes over each. */
final class Filler {
  /** Triangles smaller than this, in pixels, are filled pixel by pixel. */
  private static final float SMALL = 5;

  /** A hair wider than exact, so that rounding leaves no cracks between neighbours. */
  private static final float CRACK = 1e-4f;

  private static final float HALF = 0.5f - CRACK;

  private final Scene scene;
  private final Projected nodes;
  private final Raster raster;
  private final Slopes slopes;
  private final boolean isCut;
  private final boolean hasValue;

  Filler(Scene scene, Projected nodes, Look look, Raster raster, Slopes slopes) {
    this.scene = scene;
    this.nodes = nodes;
    this.raster = raster;
    this.slopes = slopes;
    isCut = look.section() != null;
    hasValue = look.map() == Look.Map.DRAFT || (look.map() == Look.Map.WALL && scene.wall != null);
  }

  /** Fills the rows of a band with triangles, from a first up to a last one. */
  void fill(int first, int end, int from, int to) {
    float[] at = nodes.at;
    int[] triangles = scene.triangles;
    float rowsFrom = from + HALF;
    float rowsTo = to - HALF;
    for (int t = first; t < end; t++) {
      int a = triangles[3 * t];
      int b = triangles[3 * t + 1];
      int c = triangles[3 * t + 2];
      float ay = at[3 * a + 1];
      float by = at[3 * b + 1];
      float cy = at[3 * c + 1];
      float top = Math.min(ay, Math.min(by, cy));
      float bottom = Math.max(ay, Math.max(by, cy));
      if (bottom < rowsFrom || top > rowsTo) {
        continue;
      }
      float ax = at[3 * a];
      float abx = at[3 * b] - ax;
      float acx = at[3 * c] - ax;
      float aby = by - ay;
      float acy = cy - ay;
      // Screen y runs down, so a triangle seen from outside turns clockwise in pixel coordinates.
      float area = abx * acy - aby * acx;
      if (isCut ? area == 0 : area >= 0) {
        continue;
      }
      float left = ax + Math.min(0, Math.min(abx, acx));
      float right = ax + Math.max(0, Math.max(abx, acx));
      int x0 = Math.max(0, (int) (left + HALF));
      int x1 = Math.min(raster.width - 1, (int) (right - HALF));
      int y0 = Math.max(from, (int) (top + HALF));
      int y1 = Math.min(to - 1, (int) (bottom - HALF));
      // A sliver between the middles of pixels is not seen.
      if (x0 > x1 || y0 > y1 || right < HALF) {
        continue;
      }
      float inverse = 1 / area;
      slopes.set(
          t,
          ax,
          ay,
          nodes.light[a],
          nodes.light[b],
          nodes.light[c],
          acy * inverse,
          -aby * inverse,
          -acx * inverse,
          abx * inverse);
      if (hasValue) {
        slopes.setValue(
            t,
            nodes.value[a],
            nodes.value[b],
            nodes.value[c],
            acy * inverse,
            -aby * inverse,
            -acx * inverse,
            abx * inverse);
      }
      int mark = area < 0 ? t + 1 : -(t + 1);
      if (isCut && (nodes.cut[a] > 0 || nodes.cut[b] > 0 || nodes.cut[c] > 0)) {
        if (nodes.cut[a] <= 0 || nodes.cut[b] <= 0 || nodes.cut[c] <= 0) {
          spans(a, b, c, inverse, mark, y0, y1, true);
        }
      } else if (right - left < SMALL && bottom - top < SMALL) {
        pixels(a, b, c, inverse, mark, x0, x1, y0, y1);
      } else {
        spans(a, b, c, inverse, mark, y0, y1, false);
      }
    }
  }

  /** Few pixels: each is asked on which side of the three edges it lies. */
  private void pixels(
      int a, int b, int c, float inverse, int mark, int x0, int x1, int y0, int y1) {
    float[] at = nodes.at;
    float ax = at[3 * a];
    float ay = at[3 * a + 1];
    float az = at[3 * a + 2];
    float bdx = (at[3 * c + 1] - ay) * inverse;
    float bdy = (ax - at[3 * c]) * inverse;
    float cdx = (ay - at[3 * b + 1]) * inverse;
    float cdy = (at[3 * b] - ax) * inverse;
    float zb = at[3 * b + 2] - az;
    float zc = at[3 * c + 2] - az;
    float zdx = zb * bdx + zc * cdx;
    float px = x0 + 0.5f - ax;
    float[] depth = raster.depth;
    int[] triangle = raster.triangle;
    for (int y = y0; y <= y1; y++) {
      float py = y + 0.5f - ay;
      float wb = px * bdx + py * bdy;
      float wc = px * cdx + py * cdy;
      float z = az + wb * zb + wc * zc;
      wb += CRACK;
      wc += CRACK;
      int i = y * raster.width + x0;
      for (int last = i + x1 - x0; i <= last; i++, wb += bdx, wc += cdx, z += zdx) {
        // One question for four: no sign is negative.
        int signs =
            Float.floatToRawIntBits(wb)
                | Float.floatToRawIntBits(wc)
                | Float.floatToRawIntBits(1 + 3 * CRACK - wb - wc)
                | Float.floatToRawIntBits(z - depth[i]);
        if (signs >= 0) {
          depth[i] = z;
          triangle[i] = mark;
        }
      }
    }
  }

  /** Many pixels: from edge to edge in each row. */
  private void spans(
      int a, int b, int c, float inverse, int mark, int y0, int y1, boolean clipped) {
    float[] at = nodes.at;
    float ax = at[3 * a];
    float ay = at[3 * a + 1];
    float az = at[3 * a + 2];
    float bx = at[3 * b];
    float by = at[3 * b + 1];
    float cx = at[3 * c];
    float cy = at[3 * c + 1];
    float bdx = (cy - ay) * inverse;
    float bdy = (ax - cx) * inverse;
    float cdx = (ay - by) * inverse;
    float cdy = (bx - ax) * inverse;
    float zb = at[3 * b + 2] - az;
    float zc = at[3 * c + 2] - az;
    float zdx = zb * bdx + zc * cdx;
    float zdy = zb * bdy + zc * cdy;
    float kb = clipped ? nodes.cut[b] - nodes.cut[a] : 0;
    float kc = clipped ? nodes.cut[c] - nodes.cut[a] : 0;
    float ab = (bx - ax) / (by - ay);
    float bc = (cx - bx) / (cy - by);
    float ca = (ax - cx) / (ay - cy);
    // An edge is followed from its upper end, so that both its triangles find the same pixels.
    float abX = ay < by ? ax : bx;
    float abY = Math.min(ay, by);
    float bcX = by < cy ? bx : cx;
    float bcY = Math.min(by, cy);
    float caX = cy < ay ? cx : ax;
    float caY = Math.min(cy, ay);
    int w = raster.width;
    float[] depth = raster.depth;
    int[] triangle = raster.triangle;
    for (int y = y0; y <= y1; y++) {
      float py = y + 0.5f;
      float left = Float.MAX_VALUE;
      float right = -Float.MAX_VALUE;
      boolean aAbove = ay <= py;
      boolean bAbove = by <= py;
      boolean cAbove = cy <= py;
      if (aAbove != bAbove) {
        float x = abX + (py - abY) * ab;
        left = x;
        right = x;
      }
      if (bAbove != cAbove) {
        float x = bcX + (py - bcY) * bc;
        left = Math.min(left, x);
        right = Math.max(right, x);
      }
      if (cAbove != aAbove) {
        float x = caX + (py - caY) * ca;
        left = Math.min(left, x);
        right = Math.max(right, x);
      }
      if (right < HALF) {
        continue;
      }
      int x0 = (int) Math.max(0, left + HALF);
      int x1 = Math.min(w - 1, (int) (right - HALF));
      int i = y * w + x0;
      int last = i + x1 - x0;
      float px = x0 + 0.5f - ax;
      float z = az + px * zdx + (py - ay) * zdy;
      if (clipped) {
        float k = nodes.cut[a] + px * (kb * bdx + kc * cdx) + (py - ay) * (kb * bdy + kc * cdy);
        for (; i <= last; i++, z += zdx, k += kb * bdx + kc * cdx) {
          if (z > depth[i] && k <= 0) {
            depth[i] = z;
            triangle[i] = mark;
          }
        }
      } else {
        for (; i <= last; i++, z += zdx) {
          if (z > depth[i]) {
            depth[i] = z;
            triangle[i] = mark;
          }
        }
      }
    }
  }
}

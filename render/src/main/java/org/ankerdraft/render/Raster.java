package org.ankerdraft.render;

import java.util.Arrays;

/** Pixels of one drawing: colour, depth and what is seen. Reused from frame to frame. */
public final class Raster {
  int width;
  int height;
  int[] colour = new int[0];

  /** Towards the viewer, mm; -infinity where nothing is. */
  float[] depth = new float[0];

  /** Triangle + 1 if seen from outside, -(triangle + 1) if seen from inside, 0 if none. */
  int[] triangle = new int[0];

  /** Columns between which anything can be seen; rows likewise in the bands of the drawing. */
  int left;

  int right;

  /** Faces of the scene by triangle, of the scene that was drawn. */
  private int[] faceOfTriangle = new int[0];

  void begin(int w, int h, int[] faces) {
    faceOfTriangle = faces;
    width = w;
    height = h;
    if (colour.length != w * h) {
      colour = new int[w * h];
      depth = new float[w * h];
      triangle = new int[w * h];
    }
  }

  void clearRows(int from, int to, int background) {
    Arrays.fill(colour, from * width, to * width, background);
    Arrays.fill(depth, from * width, to * width, Float.NEGATIVE_INFINITY);
    Arrays.fill(triangle, from * width, to * width, 0);
  }

  public int width() {
    return width;
  }

  public int height() {
    return height;
  }

  /** 0xFFRRGGBB row by row; owned by the raster. */
  public int[] colour() {
    return colour;
  }

  /** Face of the scene at a pixel, 0 if none or a section's cap. */
  public int faceAt(int x, int y) {
    if (x < 0 || y < 0 || x >= width || y >= height) {
      return 0;
    }
    int mark = triangle[y * width + x];
    return mark <= 0 ? 0 : faceOfTriangle[mark - 1];
  }

  /** Depth at a pixel; -infinity where nothing is. */
  public float depthAt(int x, int y) {
    return x < 0 || y < 0 || x >= width || y >= height
        ? Float.NEGATIVE_INFINITY
        : depth[y * width + x];
  }
}

package org.ankerdraft.render.draw;

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

  /** Columns between which anything can be seen. */
  int left;

  int right;

  /** Columns of each row between which the part is seen. */
  int[] rowLeft = new int[0];

  int[] rowRight = new int[0];

  /** Columns that an older drawing left its marks in. */
  private int usedLeft;

  private int usedRight;

  private int background;

  /** Faces of the scene by triangle, of the scene that was drawn. */
  private int[] faceOfTriangle = new int[0];

  /** Prepares for a drawing that is seen between two columns only. */
  void begin(int w, int h, int[] faces, int ground, int firstColumn, int endColumn) {
    faceOfTriangle = faces;
    boolean isNew = w != width || h != height || ground != background;
    width = w;
    height = h;
    background = ground;
    left = firstColumn;
    right = endColumn;
    if (colour.length != w * h) {
      colour = new int[w * h];
      depth = new float[w * h];
      triangle = new int[w * h];
    }
    if (rowLeft.length != h) {
      rowLeft = new int[h];
      rowRight = new int[h];
    }
    usedLeft = isNew ? 0 : Math.min(usedLeft, firstColumn);
    usedRight = isNew ? w : Math.max(usedRight, endColumn);
  }

  /** Nothing is seen yet in some rows; their colours are left to the shader. */
  void clearRows(int from, int to) {
    for (int y = from; y < to; y++) {
      int first = y * width + usedLeft;
      int end = y * width + usedRight;
      Arrays.fill(depth, first, end, Float.NEGATIVE_INFINITY);
      Arrays.fill(triangle, first, end, 0);
    }
  }

  /** Columns of a row as they are where nothing is drawn. */
  void clearColours(int y, int from, int to) {
    Arrays.fill(colour, y * width + from, y * width + to, background);
  }

  /** Ground where an older drawing was seen beside this one. */
  void clearColoursBeside(int y) {
    clearColours(y, usedLeft, left);
    clearColours(y, right, usedRight);
  }

  /** To be called after a drawing: its marks are where it was seen. */
  void end() {
    usedLeft = left;
    usedRight = right;
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

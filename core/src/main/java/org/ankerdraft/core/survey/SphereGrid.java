package org.ankerdraft.core.survey;

/**
 * Finds the largest of many spheres that covers a point, or nearly does: up to the corner of a
 * square end. Once made it is safe for several threads.
 */
final class SphereGrid {
  /** A right-angled corner lies sqrt 2 radii from the centre of the sphere that fills it. */
  private static final float REACH = 1.45f;

  /**
   * Edge of a cell as a share of the mean radius: small, so that a full cell still holds spheres
   * all over it.
   */
  private static final double CELL_SHARE = 0.6;

  private static final int MOST_PER_CELL = 32;

  private static final int LEAST_CELLS = 16;

  private final float[] centre;
  private final float[] radius;
  private final float slack;
  private final float cell;

  /** Cells by a hash of their place; each lookup of a sphere asks for hundreds. */
  private final Cell[] cells;

  /** The largest spheres whose centres lie in a cell. */
  private static final class Cell {
    private final long key;
    private final int[] spheres = new int[MOST_PER_CELL];
    private int count;

    Cell(long key) {
      this.key = key;
    }
  }

  /**
   * @param centre of each sphere, three numbers one after the other; kept
   * @param radius of each; kept
   * @param count of the spheres
   * @param slack how far apart the spheres' samples can be: added to the reach of each
   */
  SphereGrid(float[] centre, float[] radius, int count, float slack) {
    this.slack = slack;
    this.centre = centre;
    this.radius = radius;
    double sum = 0;
    for (int s = 0; s < count; s++) {
      sum += radius[s];
    }
    cell = count == 0 ? 1 : (float) Math.max(slack, CELL_SHARE * sum / count);
    cells = new Cell[4 * Integer.highestOneBit(Math.max(LEAST_CELLS, count))];
    for (int s = 0; s < count; s++) {
      add(s);
    }
  }

  /** Where the cell of a key lies, or would lie. */
  private int slotOf(long key) {
    int slot = (int) ((key * 0x9E3779B97F4A7C15L) >>> 32) & (cells.length - 1);
    while (cells[slot] != null && cells[slot].key != key) {
      slot = (slot + 1) & (cells.length - 1);
    }
    return slot;
  }

  private static long key(int x, int y, int z) {
    return ((long) (x & 0x1FFFFF) << 42) | ((long) (y & 0x1FFFFF) << 21) | (z & 0x1FFFFF);
  }

  private int index(float v) {
    return (int) Math.floor(v / cell);
  }

  private void add(int s) {
    long k = key(index(centre[3 * s]), index(centre[3 * s + 1]), index(centre[3 * s + 2]));
    int slot = slotOf(k);
    if (cells[slot] == null) {
      cells[slot] = new Cell(k);
    }
    Cell full = cells[slot];
    int[] list = full.spheres;
    if (full.count < MOST_PER_CELL) {
      list[full.count++] = s;
      return;
    }
    // Full: the smallest makes room, since only the largest is asked for.
    int least = 0;
    for (int i = 1; i < MOST_PER_CELL; i++) {
      if (radius[list[i]] < radius[list[least]]) {
        least = i;
      }
    }
    if (radius[s] > radius[list[least]]) {
      list[least] = s;
    }
  }

  /** Diameter of the largest sphere that covers the point; NaN if none does. */
  float largestCovering(float x, float y, float z) {
    float best = Float.NaN;
    int reach = 3;
    int ix = index(x);
    int iy = index(y);
    int iz = index(z);
    for (int i = ix - reach; i <= ix + reach; i++) {
      for (int j = iy - reach; j <= iy + reach; j++) {
        for (int k = iz - reach; k <= iz + reach; k++) {
          Cell found = cells[slotOf(key(i, j, k))];
          int count = found == null ? 0 : found.count;
          for (int s = 0; s < count; s++) {
            int c = found.spheres[s];
            float dx = centre[3 * c] - x;
            float dy = centre[3 * c + 1] - y;
            float dz = centre[3 * c + 2] - z;
            float r = radius[c] * REACH + slack;
            if (dx * dx + dy * dy + dz * dz <= r * r && !(2 * radius[c] <= best)) {
              best = 2 * radius[c];
            }
          }
        }
      }
    }
    return best;
  }
}

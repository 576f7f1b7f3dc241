package org.ankerdraft.core.survey;

import java.util.Arrays;

/**
 * What a wall field says as a whole, each node weighted by its share of the surface.
 *
 * @param nominalMm the thickness that half the surface stays below
 * @param thinnest node with the smallest thickness, -1 if none is measured
 * @param thickest node with the largest
 * @param firstMm lower end of the histogram's first bin
 * @param binMm width of a bin
 * @param shares share of the surface in each bin
 */
public record WallStatistics(
    double nominalMm, int thinnest, int thickest, double firstMm, double binMm, double[] shares) {
  private static final int BINS = 24;

  /** In which the middle is looked for. */
  private static final int FINE_BINS = 1024;

  public static WallStatistics of(WallField field) {
    return of(field.bySphere(), field.nodeAreaMm2());
  }

  /**
   * @param thickness at each node; NaN where it is not measured
   * @param areaMm2 that each node stands for
   */
  static WallStatistics of(float[] thickness, float[] areaMm2) {
    int[] measured = measured(thickness);
    if (measured.length == 0) {
      return new WallStatistics(0, -1, -1, 0, 1, new double[BINS]);
    }
    int thinnest = measured[0];
    int thickest = measured[0];
    double total = 0;
    for (int n : measured) {
      thinnest = thickness[n] < thickness[thinnest] ? n : thinnest;
      thickest = thickness[n] >= thickness[thickest] ? n : thickest;
      total += areaMm2[n];
    }
    double low = thickness[thinnest];
    double high = Math.max(thickness[thickest], low + 1e-3);
    Bins coarse = new Bins(low, high, BINS, measured, thickness, areaMm2);
    double whole = total;
    return new WallStatistics(
        median(total / 2, measured, thickness, areaMm2),
        thinnest,
        thickest,
        low,
        coarse.width,
        Arrays.stream(coarse.areas).map(area -> area / whole).toArray());
  }

  private static int[] measured(float[] thickness) {
    int[] nodes = new int[thickness.length];
    int count = 0;
    for (int n = 0; n < nodes.length; n++) {
      if (!Float.isNaN(thickness[n])) {
        nodes[count++] = n;
      }
    }
    return Arrays.copyOf(nodes, count);
  }

  /**
   * The thickness of the node up to which half the area lies: in bins, then in the bin in which it
   * must be, and so on until all in there are equally thick. To put all in order takes longer.
   */
  private static double median(double half, int[] measured, float[] thickness, float[] areaMm2) {
    int[] within = measured;
    double below = 0;
    while (true) {
      double low = Double.POSITIVE_INFINITY;
      double high = Double.NEGATIVE_INFINITY;
      for (int n : within) {
        low = Math.min(low, thickness[n]);
        high = Math.max(high, thickness[n]);
      }
      if (low == high) {
        return low;
      }
      Bins bins = new Bins(low, high, FINE_BINS, within, thickness, areaMm2);
      int bin = bins.of(low);
      while (bin < bins.of(high) && below + bins.areas[bin] < half) {
        below += bins.areas[bin++];
      }
      within = bins.in(bin, within, thickness);
    }
  }

  /** Area by thickness. */
  private static final class Bins {
    private final double low;
    private final double width;
    private final double binsPerMm;
    private final double[] areas;

    Bins(double low, double high, int count, int[] nodes, float[] thickness, float[] areaMm2) {
      this.low = low;
      width = (high - low) / count;
      binsPerMm = count / (high - low);
      areas = new double[count];
      for (int n : nodes) {
        areas[of(thickness[n])] += areaMm2[n];
      }
    }

    /** The number of a thickness's bin. */
    int of(double thickness) {
      return Math.min(areas.length - 1, (int) ((thickness - low) * binsPerMm));
    }

    int[] in(int bin, int[] nodes, float[] thickness) {
      int[] out = new int[nodes.length];
      int count = 0;
      for (int n : nodes) {
        if (of(thickness[n]) == bin) {
          out[count++] = n;
        }
      }
      return Arrays.copyOf(out, count);
    }
  }
}

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
    int thinnest = -1;
    int thickest = -1;
    double total = 0;
    for (int n = 0; n < thickness.length; n++) {
      if (!Float.isNaN(thickness[n])) {
        thinnest = thinnest < 0 || thickness[n] < thickness[thinnest] ? n : thinnest;
        thickest = thickest < 0 || thickness[n] >= thickness[thickest] ? n : thickest;
        total += areaMm2[n];
      }
    }
    if (thinnest < 0) {
      return new WallStatistics(0, -1, -1, 0, 1, new double[BINS]);
    }
    double low = thickness[thinnest];
    double high = Math.max(thickness[thickest], low + 1e-3);
    Bins coarse = new Bins(low, high, BINS, thickness, areaMm2);
    double whole = total;
    return new WallStatistics(
        median(low, high, total, thickness, areaMm2),
        thinnest,
        thickest,
        low,
        coarse.width,
        Arrays.stream(coarse.areas).map(area -> area / whole).toArray());
  }

  /** The thickness below which half the area lies: only the bin in which it is must be ordered. */
  private static double median(
      double low, double high, double total, float[] thickness, float[] areaMm2) {
    Bins fine = new Bins(low, high, FINE_BINS, thickness, areaMm2);
    int bin = 0;
    double sum = 0;
    while (bin < FINE_BINS - 1 && sum + fine.areas[bin] < total / 2) {
      sum += fine.areas[bin++];
    }
    int in = bin;
    double median = low;
    for (int n : Ascending.order(thickness, i -> fine.of(thickness[i]) == in)) {
      sum += areaMm2[n];
      median = thickness[n];
      if (sum >= total / 2) {
        break;
      }
    }
    return median;
  }

  /** Area by thickness. */
  private static final class Bins {
    private final double low;
    private final double width;
    private final double[] areas;

    Bins(double low, double high, int count, float[] thickness, float[] areaMm2) {
      this.low = low;
      width = (high - low) / count;
      areas = new double[count];
      for (int n = 0; n < thickness.length; n++) {
        int bin = of(thickness[n]);
        if (bin >= 0) {
          areas[bin] += areaMm2[n];
        }
      }
    }

    /** The number of a thickness's bin, -1 if it is not measured. */
    int of(float thickness) {
      return Float.isNaN(thickness)
          ? -1
          : Math.min(areas.length - 1, (int) ((thickness - low) / width));
    }
  }
}

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

  public static WallStatistics of(WallField field) {
    float[] t = field.bySphere();
    float[] area = field.nodeAreaMm2();
    int[] order = Ascending.order(t, i -> !Float.isNaN(t[i]));
    if (order.length == 0) {
      return new WallStatistics(0, -1, -1, 0, 1, new double[BINS]);
    }
    double total = Arrays.stream(order).mapToDouble(i -> area[i]).sum();
    double sum = 0;
    double nominal = t[order[order.length - 1]];
    for (int i : order) {
      sum += area[i];
      if (sum >= total / 2) {
        nominal = t[i];
        break;
      }
    }
    double low = t[order[0]];
    double high = Math.max(t[order[order.length - 1]], low + 1e-3);
    double bin = (high - low) / BINS;
    double[] shares = new double[BINS];
    for (int i : order) {
      shares[Math.min(BINS - 1, (int) ((t[i] - low) / bin))] += area[i] / total;
    }
    return new WallStatistics(nominal, order[0], order[order.length - 1], low, bin, shares);
  }
}

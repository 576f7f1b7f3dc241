package org.ankerdraft.core.geometry;

/**
 * The accuracies that algorithms are given; none has its own.
 *
 * @param lengthMm points closer than this are the same point
 * @param angleRad directions closer than this are the same direction
 * @param relative share of a predicted value within which a measured one confirms it
 */
public record Tolerance(double lengthMm, double angleRad, double relative) {
  public static final Tolerance MODEL = new Tolerance(1e-5, 1e-5, 1e-3);
}

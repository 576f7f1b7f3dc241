package org.ankerdraft.core.geometry;

/**
 * How closely triangles follow a surface.
 *
 * @param deflectionMm largest distance between a triangle and the surface
 * @param angleRad largest turn of the surface within a triangle
 */
public record MeshAccuracy(double deflectionMm, double angleRad) {
  private static final double SHARE_OF_SIZE = 4e-4;
  private static final double ANGLE_RAD = Math.toRadians(15);
  private static final double COARSE_SHARE_OF_SIZE = 2e-3;
  private static final double COARSE_ANGLE_RAD = Math.toRadians(20);

  /** Steps in which accuracies follow the size, in each doubling. */
  private static final double STEPS = 8;

  /**
   * For the mesh by which a body is proved, measured and drawn, so that it is made once.
   *
   * @param diagonalMm of the body's box
   */
  public static MeshAccuracy forSize(double diagonalMm) {
    return new MeshAccuracy(steady(diagonalMm) * SHARE_OF_SIZE, ANGLE_RAD);
  }

  /** For the mesh of something that is not looked at. */
  public static MeshAccuracy coarse(double diagonalMm) {
    return new MeshAccuracy(steady(diagonalMm) * COARSE_SHARE_OF_SIZE, COARSE_ANGLE_RAD);
  }

  /** A finer one, this many times. */
  public MeshAccuracy finer(double times) {
    return new MeshAccuracy(deflectionMm / times, angleRad / times);
  }

  /**
   * A little less than a size, and the same for sizes that differ by little: so that a small change
   * of a body does not change how finely all of it is looked at.
   */
  public static double steady(double sizeMm) {
    return Math.pow(2, Math.floor(STEPS * Math.log(sizeMm) / Math.log(2)) / STEPS);
  }
}

package org.ankerdraft.core.sketch;

/**
 * A sketch that cannot be resolved: an expected failure, carried to the step that holds the sketch.
 */
public final class SketchProblem extends Exception {
  private static final long serialVersionUID = 1L;
  private final String curve;

  public SketchProblem(String curve, String message) {
    super(message);
    this.curve = curve;
  }

  /** Name of the curve that is wrong. */
  public String curve() {
    return curve;
  }
}

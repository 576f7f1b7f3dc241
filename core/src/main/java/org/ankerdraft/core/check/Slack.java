package org.ankerdraft.core.check;

/**
 * How far a measured value may miss its limit and still count as meeting it: what is built exactly
 * at a limit meets it, whatever the last digits of the measurement. The maps draw the same line.
 */
public final class Slack {
  /** Share of a wall's limit; the balls that measure walls are good to this. */
  public static final double WALL_SHARE = 0.01;

  /** Of draft angles, radians. */
  public static final double DRAFT_RAD = Math.toRadians(0.02);

  private Slack() {}
}

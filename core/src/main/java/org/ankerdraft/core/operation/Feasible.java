package org.ankerdraft.core.operation;

import java.util.OptionalDouble;

/** Finds up to which share of a wanted value an operation works. */
public final class Feasible {
  /** How near to the true limit what is said comes, as a share of it. */
  private static final double NEAR = 0.005;

  /** So often the wanted value is halved before it is given up. */
  private static final int MOST_HALVINGS = 7;

  private static final int MOST_TRIALS = 20;

  /** Looks beyond the first failure: near a limit a trial may fail that a larger one survives. */
  private static final int LOOKS_BEYOND = 4;

  /** Tries a share of the wanted value. */
  @FunctionalInterface
  public interface Trial {
    boolean works(double share) throws Ladder.Stopped, StepFailed;
  }

  private Feasible() {}

  /** "up to 12.345 mm", rounded down; null if nothing that was tried works. */
  public static String upToMm(double wantedMm, Trial trial) throws Ladder.Stopped {
    OptionalDouble share = largestShare(trial);
    return share.isEmpty() ? null : "up to " + Words.mm(floor(wantedMm * share.getAsDouble()));
  }

  /** "up to 12.345 deg", rounded down; null if nothing that was tried works. */
  public static String upToDeg(double wantedRad, Trial trial) throws Ladder.Stopped {
    OptionalDouble share = largestShare(trial);
    return share.isEmpty()
        ? null
        : "up to "
            + Words.deg(Math.toRadians(floor(Math.toDegrees(wantedRad * share.getAsDouble()))));
  }

  private static double floor(double v) {
    return Math.floor(v * 1000) / 1000;
  }

  /**
   * The largest share found to work, from 0 to 1, to half a percent of itself; empty if none of the
   * tried ones did. The wanted value itself is known to fail.
   */
  public static OptionalDouble largestShare(Trial trial) throws Ladder.Stopped {
    double good = between(trial, 0, 1);
    if (good == 0) {
      return OptionalDouble.empty();
    }
    double beyond = good * (1 + 2 * NEAR);
    for (int i = LOOKS_BEYOND; i >= 1; i--) {
      double look = beyond + (1 - beyond) * i / (LOOKS_BEYOND + 1);
      if (look > good && works(trial, look)) {
        double next = beyond + (1 - beyond) * (i + 1) / (LOOKS_BEYOND + 1);
        return OptionalDouble.of(between(trial, look, Math.min(1, next)));
      }
    }
    return OptionalDouble.of(good);
  }

  /** The largest share found to work, from one that does (or 0) to one that does not. */
  private static double between(Trial trial, double works, double fails) throws Ladder.Stopped {
    double good = works;
    double bad = fails;
    for (int i = 0; i < MOST_TRIALS && bad - good > NEAR * good; i++) {
      if (good == 0 && i == MOST_HALVINGS) {
        return 0;
      }
      double middle = (good + bad) / 2;
      if (works(trial, middle)) {
        good = middle;
      } else {
        bad = middle;
      }
    }
    return good;
  }

  private static boolean works(Trial trial, double share) throws Ladder.Stopped {
    try {
      return trial.works(share);
    } catch (StepFailed e) {
      return false;
    }
  }
}

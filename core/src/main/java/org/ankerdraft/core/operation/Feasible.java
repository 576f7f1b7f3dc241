package org.ankerdraft.core.operation;

import java.util.OptionalDouble;

/** Finds by bisection up to which share of a wanted value an operation works. */
public final class Feasible {
  private static final int HALVINGS = 7;

  /** Tries a share of the wanted value. */
  @FunctionalInterface
  public interface Trial {
    boolean works(double share) throws Ladder.Stopped, StepFailed;
  }

  private Feasible() {}

  /** The largest share found to work, from 0 to 1; empty if none of the tried ones did. */
  public static OptionalDouble largestShare(Trial trial) throws Ladder.Stopped {
    double good = 0;
    double bad = 1;
    for (int i = 0; i < HALVINGS; i++) {
      double middle = (good + bad) / 2;
      boolean works;
      try {
        works = trial.works(middle);
      } catch (StepFailed e) {
        works = false;
      }
      if (works) {
        good = middle;
      } else {
        bad = middle;
      }
    }
    return good > 0 ? OptionalDouble.of(good) : OptionalDouble.empty();
  }
}

package org.ankerdraft.core.build;

import java.util.OptionalDouble;

/** Finds by bisection up to which share of a wanted value an operation works. */
final class Feasible {
  private static final int HALVINGS = 6;

  /** The search ends after this with what it has found: the user waits for it. */
  private static final long LONGEST_NANOS = 8_000_000_000L;

  interface Trial {
    boolean works(double share) throws Ladder.Stopped, StepFailed;
  }

  private Feasible() {}

  /** The largest share found to work, from 0 to 1; empty if none of the tried ones did. */
  static OptionalDouble largestShare(Trial trial) throws Ladder.Stopped {
    double good = 0;
    double bad = 1;
    long end = System.nanoTime() + LONGEST_NANOS;
    for (int i = 0; i < HALVINGS && System.nanoTime() < end; i++) {
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

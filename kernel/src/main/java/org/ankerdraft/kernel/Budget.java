package org.ankerdraft.kernel;

import java.time.Duration;

/**
 * How long a request may take, and how it is told to stop early.
 *
 * @param time processor time of the worker: what else the machine does must not decide what becomes
 *     of a part. After it the worker is ended and the request fails with {@link
 *     Outcome.Cause#OUT_OF_TIME}
 * @param cancel asked while waiting
 */
public record Budget(Duration time, Cancel cancel) {
  /**
   * A worker that neither answers nor works is given up after this many times the budget; waiting
   * for other requests and restoring shapes count.
   */
  private static final int LONGEST_WAIT = 8;

  /** Says whether the caller has lost interest. Called from other threads. */
  @FunctionalInterface
  public interface Cancel {
    /** Ends the request at once, with the worker. */
    boolean isCancelled();

    /** Asks to stop at the next convenient point, between requests; by default the same. */
    default boolean isUnwanted() {
      return isCancelled();
    }

    /** How many times as long as usual the caller is ready to wait; at least 1. */
    default int patience() {
      return 1;
    }

    Cancel NEVER = () -> false;
  }

  public static Budget ofSeconds(long seconds) {
    return new Budget(Duration.ofSeconds(seconds), Cancel.NEVER);
  }

  public Budget withTime(Duration shorter) {
    return new Budget(shorter, cancel);
  }

  /** When waiting from now on ends in any case, by {@link System#nanoTime}. */
  long deadlineNanos() {
    return System.nanoTime() + LONGEST_WAIT * time.toNanos();
  }

  String exceeded() {
    return "no result within " + time.toMillis() / 1000.0 + " s of work";
  }
}

package org.ankerdraft.kernel;

import java.time.Duration;

/**
 * How long a request may take, and how it is told to stop early.
 *
 * @param time after this the worker is ended and the request fails with {@link
 *     Outcome.Cause#OUT_OF_TIME}
 * @param cancel asked while waiting
 */
public record Budget(Duration time, Cancel cancel) {

  /** Says whether the caller has lost interest. Called from other threads. */
  @FunctionalInterface
  public interface Cancel {
    /** Ends the request at once, with the worker. */
    boolean isCancelled();

    /** Asks to stop at the next convenient point, between requests; by default the same. */
    default boolean isUnwanted() {
      return isCancelled();
    }

    Cancel NEVER = () -> false;
  }

  public static Budget ofSeconds(long seconds) {
    return new Budget(Duration.ofSeconds(seconds), Cancel.NEVER);
  }

  public Budget withTime(Duration shorter) {
    return new Budget(shorter, cancel);
  }
}

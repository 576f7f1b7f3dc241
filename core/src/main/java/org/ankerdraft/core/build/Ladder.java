package org.ankerdraft.core.build;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.kernel.Outcome;
import org.ankerdraft.kernel.Outcome.KernelFailure;

/**
 * Strategies for one operation, tried in order; the first whose result is proved wins. Remembers
 * why each failed.
 */
final class Ladder {

  /** One way to do it. */
  @FunctionalInterface
  interface Rung {
    Outcome<NamedShape> attempt() throws Stopped;
  }

  /** Looks for a fault in a result: empty if it is sound and is what was predicted. */
  @FunctionalInterface
  interface ResultProof {
    Optional<String> fault(NamedShape result) throws Stopped;
  }

  /** The build was cancelled, or the geometry worker is not to be had. */
  static final class Stopped extends Exception {
    private static final long serialVersionUID = 1L;
    private final boolean cancelled;

    Stopped(KernelFailure why) {
      super(why.message());
      this.cancelled = why.cause() == Outcome.Cause.CANCELLED;
    }

    boolean isCancelled() {
      return cancelled;
    }
  }

  /** A result and the strategy that gave it. */
  record Climbed(NamedShape result, String strategy) {}

  private record Named(String name, Rung rung) {}

  private final ResultProof proof;
  private final List<Named> rungs = new ArrayList<>();
  private KernelFailure firstFailure;

  Ladder(ResultProof proof) {
    this.proof = proof;
  }

  Ladder rung(String name, Rung rung) {
    rungs.add(new Named(name, rung));
    return this;
  }

  /** The first proved result, or empty; then {@link #failure} tells why. */
  Optional<Climbed> climb() throws Stopped {
    firstFailure = null;
    for (Named r : rungs) {
      switch (r.rung.attempt()) {
        case Outcome.Failed<NamedShape>(KernelFailure failure) -> note(stopIfNeeded(failure));
        case Outcome.Done<NamedShape>(NamedShape result) -> {
          Optional<String> fault = proof.fault(result);
          if (fault.isEmpty()) {
            return Optional.of(new Climbed(result, r.name));
          }
          note(KernelFailure.of(Outcome.Cause.REFUSED, fault.get()));
        }
      }
    }
    return Optional.empty();
  }

  private void note(KernelFailure failure) {
    // The plainest strategy comes first and names the true reason; later ones fail for reasons of
    // their own.
    if (firstFailure == null) {
      firstFailure = failure;
    }
  }

  static KernelFailure stopIfNeeded(KernelFailure failure) throws Stopped {
    if (failure.cause() == Outcome.Cause.CANCELLED
        || failure.cause() == Outcome.Cause.UNAVAILABLE) {
      throw new Stopped(failure);
    }
    return failure;
  }

  /** Why the first strategy failed. */
  KernelFailure failure() {
    return firstFailure;
  }
}

package org.ankerdraft.core.operation;

import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.kernel.Outcome;
import org.ankerdraft.kernel.Outcome.KernelFailure;

/**
 * Strategies for one operation, tried in order; the first whose result is proved wins. Remembers
 * why each failed.
 */
public final class Ladder {

  /** One way to do it. */
  @FunctionalInterface
  public interface Rung {
    Outcome<NamedShape> attempt() throws Stopped;
  }

  /** Looks for a fault in a result: empty if it is sound and is what was predicted. */
  @FunctionalInterface
  public interface ResultProof {
    Optional<String> fault(NamedShape result) throws Stopped;
  }

  /**
   * The build was cancelled, or the machine failed: no worker, a crash, a lack of time or memory.
   * Nothing is known of the geometry then.
   */
  public static final class Stopped extends Exception {
    private static final long serialVersionUID = 1L;
    private final Outcome.Cause cause;

    Stopped(KernelFailure why) {
      super(why.message());
      this.cause = why.cause();
    }

    public boolean isCancelled() {
      return cause == Outcome.Cause.CANCELLED;
    }

    /** Whether more time might have helped. */
    public boolean tookTooLong() {
      return cause == Outcome.Cause.OUT_OF_TIME;
    }
  }

  /** A result and the strategy that gave it. */
  public record Climbed(NamedShape result, String strategy) {}

  /**
   * @param silent the causes for which it may fail without saying anything about the operation
   */
  private record Named(String name, Rung rung, Set<Outcome.Cause> silent) {}

  private final ResultProof proof;
  private final List<Named> rungs = new ArrayList<>();
  private KernelFailure firstFailure;
  private KernelFailure machineFailure;

  public Ladder(ResultProof proof) {
    this.proof = proof;
  }

  public Ladder rung(String name, Rung rung) {
    rungs.add(new Named(name, rung, Set.of()));
    return this;
  }

  /** One for bodies of some kind, which refuses all others: that is no reason to tell. */
  public Ladder special(String name, Rung rung) {
    rungs.add(new Named(name, rung, EnumSet.allOf(Outcome.Cause.class)));
    return this;
  }

  /**
   * One for bodies of some kind, to which all others are invalid input: only that is no reason to
   * tell.
   */
  public Ladder fitting(String name, Rung rung) {
    rungs.add(new Named(name, rung, Set.of(Outcome.Cause.INVALID_INPUT)));
    return this;
  }

  /**
   * The first proved result, or empty; then {@link #failure} tells why.
   *
   * @throws Stopped also if a strategy takes too long, or if none succeeded and the machine failed
   *     in one of them: whether it would have succeeded is then not known
   */
  public Optional<Climbed> climb() throws Stopped {
    firstFailure = null;
    machineFailure = null;
    for (Named r : rungs) {
      switch (r.rung.attempt()) {
        case Outcome.Failed<NamedShape>(KernelFailure failure) -> note(failure, r.silent);
        case Outcome.Done<NamedShape>(NamedShape result) -> {
          Optional<String> fault = proof.fault(result);
          if (fault.isEmpty()) {
            return Optional.of(new Climbed(result, r.name));
          }
          note(KernelFailure.of(Outcome.Cause.REFUSED, fault.get()), r.silent);
        }
      }
    }
    if (machineFailure != null) {
      throw new Stopped(machineFailure);
    }
    return Optional.empty();
  }

  private void note(KernelFailure failure, Set<Outcome.Cause> silent) throws Stopped {
    switch (failure.cause()) {
      // Whether a strategy is still at work when its time is over depends on the machine: another
      // must
      // not win by that.
      case CANCELLED, UNAVAILABLE, OUT_OF_TIME -> throw new Stopped(failure);
      case CRASHED, OUT_OF_MEMORY -> machineFailure = failure;
      case REFUSED, INVALID_INPUT, LIBRARY_EXCEPTION -> {
        // The plainest strategy comes first and names the true reason; later ones fail for reasons
        // of their own.
        if (firstFailure == null && !silent.contains(failure.cause())) {
          firstFailure = failure;
        }
      }
    }
  }

  /** A failure of the geometry; one of the machine is thrown. */
  public static KernelFailure stopIfNeeded(KernelFailure failure) throws Stopped {
    return switch (failure.cause()) {
      case CANCELLED, UNAVAILABLE, CRASHED, OUT_OF_TIME, OUT_OF_MEMORY ->
          throw new Stopped(failure);
      case REFUSED, INVALID_INPUT, LIBRARY_EXCEPTION -> failure;
    };
  }

  /** Why the first strategy failed. */
  public KernelFailure failure() {
    return firstFailure;
  }
}

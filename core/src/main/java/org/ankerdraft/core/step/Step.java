package org.ankerdraft.core.step;

/**
 * A step of the ledger: an immutable definition, without geometry. Each kind is a record in a
 * package of its own.
 */
public interface Step {
  Head head();

  default String id() {
    return head().id();
  }

  /** The user's own name for the step, or null. */
  default String label() {
    return head().label();
  }

  default boolean skipped() {
    return head().skipped();
  }
}

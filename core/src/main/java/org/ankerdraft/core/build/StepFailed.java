package org.ankerdraft.core.build;

/**
 * Carries a {@link Failure} out of a step's builder to the ledger, where it becomes the step's
 * result.
 */
final class StepFailed extends Exception {
  private static final long serialVersionUID = 1L;
  private final transient Failure failure;

  StepFailed(Failure failure) {
    super(failure.message());
    this.failure = failure;
  }

  StepFailed(String what, String why) {
    this(Failure.of(what, why));
  }

  Failure failure() {
    return failure;
  }
}

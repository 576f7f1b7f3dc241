package org.ankerdraft.core.operation;

/**
 * Carries a {@link Failure} out of a step's builder to the ledger, where it becomes the step's
 * result.
 */
public final class StepFailed extends Exception {
  private static final long serialVersionUID = 1L;
  private final transient Failure failure;

  public StepFailed(Failure failure) {
    super(failure.message());
    this.failure = failure;
  }

  public StepFailed(String what, String why) {
    this(Failure.of(what, why));
  }

  /** The step lacks a choice; it waits for it. */
  public static StepFailed waits(String what, String why) {
    return new StepFailed(Failure.ofChoice(what, why));
  }

  public Failure failure() {
    return failure;
  }
}

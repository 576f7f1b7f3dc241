package org.ankerdraft.core.ledger;

/** What became of a step in a build. */
public enum StepStatus {
  BUILT,
  FAILED,
  /** Something it refers to is gone. */
  ADRIFT,
  SKIPPED,
  /** Below the stop line. */
  HELD
}

package org.ankerdraft.cli;

/** Exit codes of the verbs. */
final class Exit {
  static final int OK = 0;

  /** Findings that stop release. */
  static final int STOPPED = 1;

  /** The part failed to build, the file cannot be read, the verb was misused. */
  static final int ERROR = 2;

  private Exit() {}
}

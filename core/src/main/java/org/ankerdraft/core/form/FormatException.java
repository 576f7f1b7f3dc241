package org.ankerdraft.core.form;

/** A text that is no part: an expected failure, caught where the text was given. */
public final class FormatException extends Exception {
  private static final long serialVersionUID = 1L;
  private final transient FormatError error;

  public FormatException(Place at, String message) {
    super(message);
    this.error = new FormatError(at.path(), message);
  }

  public FormatError error() {
    return error;
  }
}

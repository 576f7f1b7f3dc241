package org.ankerdraft.core.expression;

/**
 * An expression that cannot be evaluated: an expected failure, turned into a value where a step or
 * field is built.
 */
public final class ExpressionException extends Exception {
  private static final long serialVersionUID = 1L;
  private final int position;

  /**
   * @param position index into the text where it went wrong, or -1
   */
  public ExpressionException(String message, int position) {
    super(message);
    this.position = position;
  }

  public int position() {
    return position;
  }
}

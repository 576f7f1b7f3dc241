package org.ankerdraft.core.expression;

import java.util.Objects;

/** The text of an expression as the user wrote it. Evaluated by {@link Evaluator}. */
public record Expr(String text) {
  public Expr {
    Objects.requireNonNull(text);
  }

  /** From a bare number; it takes the unit of its field (mm or deg). */
  public static Expr of(double value) {
    return new Expr(String.valueOf(value));
  }

  @Override
  public String toString() {
    return text;
  }
}

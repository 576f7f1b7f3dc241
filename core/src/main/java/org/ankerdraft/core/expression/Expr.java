package org.ankerdraft.core.expression;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonValue;
import java.util.Objects;

/** The text of an expression as the user wrote it. Evaluated by {@link Evaluator}. */
public record Expr(@JsonValue String text) {
  public Expr {
    Objects.requireNonNull(text);
  }

  /** From a text or a bare number; a bare number takes the unit of its field (mm or deg). */
  @JsonCreator
  public static Expr of(Object value) {
    return new Expr(String.valueOf(value));
  }

  @Override
  public String toString() {
    return text;
  }
}

package org.ankerdraft.core.expression;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * Evaluates expressions over a set of named parameters, which are expressions themselves and are
 * evaluated as needed. Not safe for several threads.
 */
public final class Evaluator {
  private final Map<String, Expr> definitions;
  private final Map<String, Quantity> values = new LinkedHashMap<>();
  private final Set<String> inProgress = new LinkedHashSet<>();

  /** Parameters by name; a later definition of the same name must have been refused before. */
  public Evaluator(Map<String, Expr> definitions) {
    this.definitions = Map.copyOf(definitions);
  }

  /** The value with whatever dimension it has. */
  public Quantity evaluate(Expr expr) throws ExpressionException {
    return new Parser(expr.text(), this::parameter).parse();
  }

  /** A length in mm; a plain number counts as mm. */
  public double lengthMm(Expr expr) throws ExpressionException {
    return valueOf(expr, Dimension.LENGTH, 1);
  }

  /** An angle in radians; a plain number counts as degrees. */
  public double angleRad(Expr expr) throws ExpressionException {
    return valueOf(expr, Dimension.ANGLE, Math.PI / 180);
  }

  /** A plain number. */
  public double number(Expr expr) throws ExpressionException {
    return valueOf(expr, Dimension.NUMBER, 1);
  }

  private double valueOf(Expr expr, Dimension wanted, double plainNumberFactor)
      throws ExpressionException {
    Quantity q = evaluate(expr);
    if (q.dimension().equals(Dimension.NUMBER)) {
      return q.value() * plainNumberFactor;
    }
    if (!q.dimension().equals(wanted)) {
      throw new ExpressionException(
          "'"
              + expr.text()
              + "' is "
              + q.dimension().inWords()
              + ", but "
              + wanted.inWords()
              + " is needed here",
          0);
    }
    return q.value();
  }

  private Quantity parameter(String name, int position) throws ExpressionException {
    Quantity known = values.get(name);
    if (known != null) {
      return known;
    }
    Expr definition = definitions.get(name);
    if (definition == null) {
      throw new ExpressionException("there is no parameter named '" + name + "'", position);
    }
    if (!inProgress.add(name)) {
      throw new ExpressionException(
          "parameters depend on each other in a circle: " + circle(name), position);
    }
    try {
      Quantity value = evaluate(definition);
      values.put(name, value);
      return value;
    } finally {
      inProgress.remove(name);
    }
  }

  private String circle(String name) {
    List<String> path = new ArrayList<>(inProgress);
    path = path.subList(path.indexOf(name), path.size());
    return String.join(" -> ", path) + " -> " + name;
  }

  /**
   * Names of parameters that a text uses, directly or through others; unreadable text uses none.
   */
  public Set<String> parametersUsedBy(String text) {
    Set<String> used = new LinkedHashSet<>();
    collect(text, used);
    return used;
  }

  private void collect(String text, Set<String> used) {
    for (String word : text.split("[^A-Za-z0-9_]+", -1)) {
      Expr definition = definitions.get(word);
      if (definition != null && used.add(word)) {
        collect(definition.text(), used);
      }
    }
  }
}

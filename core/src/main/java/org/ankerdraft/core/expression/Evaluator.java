package org.ankerdraft.core.expression;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Deque;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * Evaluates expressions over a set of named parameters, which are expressions themselves and are
 * evaluated as needed. Not safe for several threads.
 */
public final class Evaluator {
  /** The largest length that is worked with, mm. */
  public static final double LARGEST_MM = 1e6;

  /** The largest angle that is worked with: ten turns. */
  private static final double LARGEST_RAD = 20 * Math.PI;

  /** Only parameters that lead to one another in a circle get this deep. */
  private static final int DEEPEST = 100;

  private static final int SHOWN = 12;
  private static final Pattern BETWEEN_WORDS = Pattern.compile("[^A-Za-z0-9_]+");

  private final Map<String, Expr> definitions;
  private final Map<String, Quantity> values = new LinkedHashMap<>();
  private final Map<String, String> failures = new HashMap<>();
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
    double v = valueOf(expr, Dimension.LENGTH, 1);
    return within(v, LARGEST_MM, expr, v + " mm; lengths up to 1 km are worked with");
  }

  /** An angle in radians; a plain number counts as degrees. */
  public double angleRad(Expr expr) throws ExpressionException {
    double v = valueOf(expr, Dimension.ANGLE, Math.PI / 180);
    return within(
        v, LARGEST_RAD, expr, Math.toDegrees(v) + " deg; angles up to ten turns are worked with");
  }

  private static double within(double value, double largest, Expr expr, String complaint)
      throws ExpressionException {
    if (!(Math.abs(value) <= largest)) {
      throw new ExpressionException("'" + expr.text() + "' is " + complaint, 0);
    }
    return value;
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
    if (inProgress.isEmpty()) {
      prepare(name);
    }
    Quantity known = values.get(name);
    if (known != null) {
      return known;
    }
    if (failures.containsKey(name)) {
      throw new ExpressionException(failures.get(name), position);
    }
    Expr definition = definitions.get(name);
    if (definition == null) {
      throw new ExpressionException(
          "there is no parameter named '"
              + name
              + "'"
              + NearNames.slip(name, new TreeSet<>(definitions.keySet()))
                  .map(near -> "; did you mean '" + near + "'?")
                  .orElse(""),
          position);
    }
    if (inProgress.contains(name) || inProgress.size() >= DEEPEST) {
      throw new ExpressionException(
          "parameters depend on each other in a circle: " + circle(name), position);
    }
    inProgress.add(name);
    try {
      Quantity value = evaluate(definition);
      values.put(name, value);
      return value;
    } catch (ExpressionException e) {
      failures.put(name, e.getMessage());
      throw e;
    } finally {
      inProgress.remove(name);
    }
  }

  /** Evaluates what a parameter depends on, the deepest first, however long the chain is. */
  private void prepare(String name) {
    Deque<String> open = new ArrayDeque<>(List.of(name));
    Set<String> seen = new HashSet<>();
    while (!open.isEmpty()) {
      String next = open.peek();
      if (values.containsKey(next)
          || failures.containsKey(next)
          || !definitions.containsKey(next)) {
        open.pop();
      } else if (seen.add(next)) {
        wordsOf(definitions.get(next))
            .filter(w -> definitions.containsKey(w) && !seen.contains(w))
            .forEach(open::push);
      } else {
        open.pop();
        if (!next.equals(name)) {
          evaluateQuietly(next);
        }
      }
    }
  }

  /** A failure is kept, and told where the parameter is used. */
  private void evaluateQuietly(String name) {
    inProgress.add(name);
    try {
      values.put(name, evaluate(definitions.get(name)));
    } catch (ExpressionException e) {
      failures.put(name, e.getMessage());
    } finally {
      inProgress.remove(name);
    }
  }

  private String circle(String name) {
    List<String> path = new ArrayList<>(inProgress);
    path = path.subList(Math.max(0, path.indexOf(name)), path.size());
    if (path.size() > SHOWN) {
      return path.getFirst() + " -> ... -> " + name;
    }
    return String.join(" -> ", path) + " -> " + name;
  }

  /**
   * Names of the parameters that expressions use, directly or through others, in order.
   *
   * @param words {@link #wordsOf} the expressions
   */
  public Set<String> parametersUsedIn(Collection<String> words) {
    Set<String> used = new TreeSet<>();
    Deque<String> open = new ArrayDeque<>(words);
    while (!open.isEmpty()) {
      String word = open.pop();
      if (definitions.containsKey(word) && used.add(word)) {
        wordsOf(definitions.get(word)).forEach(open::push);
      }
    }
    return used;
  }

  /** Every word in some expressions: names of parameters, units and functions, and numbers. */
  public static Set<String> wordsOf(Collection<Expr> expressions) {
    return expressions.stream().flatMap(Evaluator::wordsOf).collect(Collectors.toSet());
  }

  /** An evaluator that knows only some of the parameters. */
  public Evaluator only(Set<String> names) {
    Map<String, Expr> some = new HashMap<>(definitions);
    some.keySet().retainAll(names);
    return new Evaluator(some);
  }

  /** The value of a parameter as text, or why it has none; the same text, the same value. */
  public String valueOf(String parameter) {
    try {
      Quantity q = parameter(parameter, 0);
      return Double.toHexString(q.value()) + " " + q.dimension();
    } catch (ExpressionException e) {
      return e.getMessage();
    }
  }

  private static Stream<String> wordsOf(Expr e) {
    return BETWEEN_WORDS.splitAsStream(e.text());
  }
}

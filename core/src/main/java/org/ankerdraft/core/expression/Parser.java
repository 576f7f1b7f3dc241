package org.ankerdraft.core.expression;

import java.util.ArrayList;
import java.util.List;

/**
 * Recursive-descent reader that evaluates as it goes.
 *
 * <pre>
 * sum     = product { ("+" | "-") product }
 * product = power { ("*" | "/") power }
 * power   = unary [ "^" power ]
 * unary   = "-" unary | "+" unary | atom
 * atom    = number [ unit ] | name | name "(" sum { "," sum } ")" | "(" sum ")" [ unit ]
 * </pre>
 */
final class Parser {

  interface Names {
    Quantity valueOf(String name, int position) throws ExpressionException;
  }

  private static final int DEEPEST = 200;

  private final String text;
  private final Names names;
  private int at;
  private int depth;

  Parser(String text, Names names) {
    this.text = text;
    this.names = names;
  }

  Quantity parse() throws ExpressionException {
    skipBlanks();
    if (at == text.length()) {
      throw new ExpressionException("a value is missing", 0);
    }
    Quantity value = sum();
    skipBlanks();
    if (at < text.length()) {
      throw new ExpressionException("'" + text.substring(at) + "' is not understood", at);
    }
    if (!Double.isFinite(value.value())) {
      throw new ExpressionException("'" + text + "' has no finite value", 0);
    }
    return value;
  }

  private Quantity sum() throws ExpressionException {
    if (++depth > DEEPEST) {
      throw new ExpressionException("the expression is nested too deeply", at);
    }
    Quantity left = product();
    while (true) {
      int position = at;
      if (take('+')) {
        left = added(left, product(), 1, position);
      } else if (take('-')) {
        left = added(left, product(), -1, position);
      } else {
        depth--;
        return left;
      }
    }
  }

  private static Quantity added(Quantity a, Quantity b, int sign, int position)
      throws ExpressionException {
    if (!a.dimension().equals(b.dimension())) {
      throw new ExpressionException(
          a.dimension().inWords()
              + " and "
              + b.dimension().inWords()
              + " cannot be added; give both the same unit",
          position);
    }
    return new Quantity(a.value() + sign * b.value(), a.dimension());
  }

  private Quantity product() throws ExpressionException {
    Quantity left = power();
    while (true) {
      int position = at;
      if (take('*')) {
        Quantity right = power();
        left =
            new Quantity(
                left.value() * right.value(), left.dimension().times(right.dimension(), 1));
      } else if (take('/')) {
        Quantity right = power();
        if (right.value() == 0) {
          throw new ExpressionException("division by zero", position);
        }
        left =
            new Quantity(
                left.value() / right.value(), left.dimension().times(right.dimension(), -1));
      } else {
        return left;
      }
    }
  }

  private Quantity power() throws ExpressionException {
    Quantity base = unary();
    int position = at;
    if (!take('^')) {
      return base;
    }
    if (++depth > DEEPEST) {
      throw new ExpressionException("the expression is nested too deeply", at);
    }
    Quantity exponent = power();
    depth--;
    int whole = (int) Math.rint(exponent.value());
    boolean plain = base.dimension().equals(Dimension.NUMBER);
    if (!exponent.dimension().equals(Dimension.NUMBER) || (!plain && whole != exponent.value())) {
      throw new ExpressionException(
          "a value with a unit can only be raised to a whole number", position);
    }
    Dimension dimension =
        plain
            ? Dimension.NUMBER
            : new Dimension(base.dimension().length() * whole, base.dimension().angle() * whole);
    return new Quantity(Math.pow(base.value(), exponent.value()), dimension);
  }

  private Quantity unary() throws ExpressionException {
    if (++depth > DEEPEST) {
      throw new ExpressionException("the expression is nested too deeply", at);
    }
    try {
      if (take('-')) {
        Quantity q = unary();
        return new Quantity(-q.value(), q.dimension());
      }
      return take('+') ? unary() : atom();
    } finally {
      depth--;
    }
  }

  private Quantity atom() throws ExpressionException {
    skipBlanks();
    int start = at;
    if (take('(')) {
      Quantity inner = sum();
      expect(')');
      return withUnit(inner);
    }
    if (at < text.length() && (Character.isDigit(text.charAt(at)) || text.charAt(at) == '.')) {
      return withUnit(new Quantity(number(), Dimension.NUMBER));
    }
    String name = word();
    if (name.isEmpty()) {
      throw new ExpressionException(
          at == text.length()
              ? "the expression ends too early"
              : "'" + text.charAt(at) + "' is not understood",
          at);
    }
    if (take('(')) {
      List<Quantity> arguments = new ArrayList<>();
      do {
        arguments.add(sum());
      } while (take(','));
      expect(')');
      return Functions.apply(name, arguments, start);
    }
    return name.equals("pi") ? new Quantity(Math.PI, Dimension.NUMBER) : names.valueOf(name, start);
  }

  private double number() throws ExpressionException {
    int start = at;
    while (at < text.length() && (Character.isDigit(text.charAt(at)) || text.charAt(at) == '.')) {
      at++;
    }
    int mantissaEnd = at;
    if (at < text.length() && (text.charAt(at) == 'e' || text.charAt(at) == 'E')) {
      at++;
      if (at < text.length() && (text.charAt(at) == '+' || text.charAt(at) == '-')) {
        at++;
      }
      int digits = at;
      while (at < text.length() && Character.isDigit(text.charAt(at))) {
        at++;
      }
      if (at == digits) {
        at = mantissaEnd;
      }
    }
    try {
      return Double.parseDouble(text.substring(start, at));
    } catch (NumberFormatException e) {
      throw new ExpressionException("'" + text.substring(start, at) + "' is not a number", start);
    }
  }

  private Quantity withUnit(Quantity plain) throws ExpressionException {
    int before = at;
    skipBlanks();
    int start = at;
    String name = word();
    if (name.isEmpty()) {
      at = before;
      return plain;
    }
    Quantity unit = Units.find(name);
    if (unit == null) {
      throw new ExpressionException(
          "'" + name + "' is not a unit; use mm, cm, m, um, in, mil, ft, deg or rad", start);
    }
    if (!plain.dimension().equals(Dimension.NUMBER)) {
      throw new ExpressionException(
          "a value that has a unit is given another, '" + name + "'", start);
    }
    return new Quantity(plain.value() * unit.value(), unit.dimension());
  }

  private String word() {
    skipBlanks();
    int start = at;
    while (at < text.length()
        && (Character.isLetter(text.charAt(at))
            || text.charAt(at) == '_'
            || (at > start && Character.isDigit(text.charAt(at))))) {
      at++;
    }
    return text.substring(start, at);
  }

  private boolean take(char c) {
    skipBlanks();
    if (at < text.length() && text.charAt(at) == c) {
      at++;
      return true;
    }
    return false;
  }

  private void expect(char c) throws ExpressionException {
    if (!take(c)) {
      throw new ExpressionException("'" + c + "' is missing", at);
    }
  }

  private void skipBlanks() {
    while (at < text.length() && Character.isWhitespace(text.charAt(at))) {
      at++;
    }
  }
}

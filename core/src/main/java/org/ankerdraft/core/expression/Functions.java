package org.ankerdraft.core.expression;

import java.util.List;

/** The functions an expression may call. */
final class Functions {
  private Functions() {}

  static Quantity apply(String name, List<Quantity> args, int position) throws ExpressionException {
    return switch (name) {
      case "sin" -> number(Math.sin(angle(name, args, position)));
      case "cos" -> number(Math.cos(angle(name, args, position)));
      case "tan" -> number(Math.tan(angle(name, args, position)));
      case "asin" -> angle(Math.asin(ratio(name, args, position)));
      case "acos" -> angle(Math.acos(ratio(name, args, position)));
      case "atan" -> angle(Math.atan(plain(name, args, position)));
      case "sqrt" -> root(one(name, args, position), position);
      case "abs" -> same(one(name, args, position), Math.abs(one(name, args, position).value()));
      case "floor" -> number(Math.floor(plain(name, args, position)));
      case "ceil" -> number(Math.ceil(plain(name, args, position)));
      case "round" -> number(Math.rint(plain(name, args, position)));
      case "min" -> least(args, 1, position);
      case "max" -> least(args, -1, position);
      default ->
          throw new ExpressionException("there is no function named '" + name + "'", position);
    };
  }

  private static Quantity number(double v) {
    return new Quantity(v, Dimension.NUMBER);
  }

  private static Quantity angle(double v) {
    return new Quantity(v, Dimension.ANGLE);
  }

  private static Quantity same(Quantity like, double v) {
    return new Quantity(v, like.dimension());
  }

  private static Quantity one(String name, List<Quantity> args, int position)
      throws ExpressionException {
    if (args.size() != 1) {
      throw new ExpressionException(name + " takes one value, not " + args.size(), position);
    }
    return args.getFirst();
  }

  private static double angle(String name, List<Quantity> args, int position)
      throws ExpressionException {
    Quantity q = one(name, args, position);
    if (!q.dimension().equals(Dimension.ANGLE)) {
      throw new ExpressionException(
          name + " takes an angle, but gets " + q.dimension().inWords() + "; write deg or rad",
          position);
    }
    return q.value();
  }

  private static double plain(String name, List<Quantity> args, int position)
      throws ExpressionException {
    Quantity q = one(name, args, position);
    if (!q.dimension().equals(Dimension.NUMBER)) {
      throw new ExpressionException(
          name + " takes a plain number, but gets " + q.dimension().inWords(), position);
    }
    return q.value();
  }

  private static double ratio(String name, List<Quantity> args, int position)
      throws ExpressionException {
    double v = plain(name, args, position);
    if (Math.abs(v) > 1) {
      throw new ExpressionException(name + " takes a number from -1 to 1, not " + v, position);
    }
    return v;
  }

  private static Quantity root(Quantity q, int position) throws ExpressionException {
    if (q.value() < 0) {
      throw new ExpressionException("the root of a negative value", position);
    }
    if (q.dimension().length() % 2 != 0 || q.dimension().angle() % 2 != 0) {
      throw new ExpressionException(
          "sqrt cannot take the root of " + q.dimension().inWords(), position);
    }
    Dimension half = new Dimension(q.dimension().length() / 2, q.dimension().angle() / 2);
    return new Quantity(Math.sqrt(q.value()), half);
  }

  private static Quantity least(List<Quantity> args, int sign, int position)
      throws ExpressionException {
    Quantity best = args.getFirst();
    for (Quantity q : args) {
      if (!q.dimension().equals(best.dimension())) {
        throw new ExpressionException("min and max take values of one kind", position);
      }
      if (sign * q.value() < sign * best.value()) {
        best = q;
      }
    }
    return best;
  }
}

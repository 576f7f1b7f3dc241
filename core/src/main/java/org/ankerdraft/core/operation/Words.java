package org.ankerdraft.core.operation;

import java.util.Locale;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.geometry.Numbers;
import org.ankerdraft.kernel.Topology;

/** Numbers and kinds as they are said to the user. */
public final class Words {
  private static final double ROUNDING = 1e-3;
  private static final int FINEST_DECIMALS = 9;

  private Words() {}

  public static String mm(double v) {
    return Numbers.mm(v);
  }

  public static String deg(double rad) {
    return Numbers.deg(rad);
  }

  /** At most four decimals, no trailing zeros. */
  public static String number(double v) {
    return Numbers.tidy(v, 4);
  }

  /** One decimal; of what is less than 1, two digits that count. */
  public static String rough(double v) {
    int leading = v == 0 ? 0 : (int) Math.floor(Math.log10(Math.abs(v)));
    return Numbers.tidy(v, leading >= 0 ? 1 : Math.min(FINEST_DECIMALS, 1 - leading));
  }

  /** A number of things: 1 edge, 3 edges. */
  public static String count(int n, String thing) {
    return n + " " + thing + (n == 1 ? "" : "s");
  }

  /** A unit of the rule books as it is set: mm², °. */
  public static String unit(String unit) {
    return switch (unit) {
      case "mm2" -> "mm²";
      case "deg" -> "°";
      case "share" -> "of the wall";
      default -> unit;
    };
  }

  public static String kind(Topology.SurfaceKind kind) {
    return kind.name().toLowerCase(Locale.ROOT);
  }

  /** A length rounded up to a hundredth, as an expression. */
  public static Expr atLeastMm(double v) {
    return new Expr(number(Math.ceil(v * 100 - ROUNDING) / 100) + " mm");
  }

  /** An expression and a length more, the change rounded up to a hundredth. */
  public static Expr longer(Expr old, double moreMm) {
    double rounded = Math.ceil(Math.abs(moreMm) * 100 - ROUNDING) / 100 * Math.signum(moreMm);
    if (rounded == 0) {
      return old;
    }
    if (old.text().matches("\\s*-?[0-9.]+\\s*(mm)?\\s*")) {
      double v = Double.parseDouble(old.text().replace("mm", "").strip());
      return new Expr(number(v + rounded) + " mm");
    }
    String sign = rounded < 0 ? " - " : " + ";
    return new Expr("(" + old.text() + ")" + sign + number(Math.abs(rounded)) + " mm");
  }
}

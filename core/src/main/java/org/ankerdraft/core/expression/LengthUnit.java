package org.ankerdraft.core.expression;

import java.util.List;
import java.util.Locale;
import java.util.regex.MatchResult;
import java.util.regex.Pattern;
import org.ankerdraft.core.geometry.Numbers;

/**
 * The unit in which lengths are shown. Everything is reckoned in millimetres; only what is said to
 * people, and what is written for them, goes through here. An inch is 25.4 mm (ISO 80000-3).
 */
public enum LengthUnit {
  MM("mm", 1, 0),
  INCH("in", 25.4, 2);

  private static final String NUMBER = "-?[0-9]+(?:\\.[0-9]+)?";

  /** Numbers in a row with one unit behind the last: "3 mm", "30.00 × 20.00 mm", "2 to 3 mm²". */
  private static final Pattern LENGTHS =
      Pattern.compile("(" + NUMBER + "(?:(?: × | x | to )" + NUMBER + ")*) mm(²|³)?(?![a-zA-Z])");

  /** A place: "(8.000, 20.00) mm". */
  private static final Pattern PLACE = Pattern.compile("\\(([^()]*)\\) mm(?![a-zA-Z²³])");

  private static final Pattern ONE = Pattern.compile(NUMBER);

  private final String symbol;
  private final double mm;
  private final int moreDecimals;

  /** Of a scale. */
  private static final int MOST_DECIMALS = 3;

  LengthUnit(String symbol, double mm, int moreDecimals) {
    this.symbol = symbol;
    this.mm = mm;
    this.moreDecimals = moreDecimals;
  }

  public String symbol() {
    return symbol;
  }

  /** How many millimetres one is. */
  public double mm() {
    return mm;
  }

  /**
   * A length as a number.
   *
   * @param decimals as many as are shown of millimetres; of a larger unit it is more
   */
  public String number(double lengthMm, int decimals) {
    return String.format(Locale.ROOT, "%." + (decimals + moreDecimals) + "f", lengthMm / mm);
  }

  /** A length as a number, without zeros at its end. */
  public String tidy(double lengthMm, int decimals) {
    return Numbers.tidy(lengthMm / mm, decimals + moreDecimals);
  }

  /** A length with its unit. */
  public String text(double lengthMm, int decimals) {
    return number(lengthMm, decimals) + " " + symbol;
  }

  /**
   * The beginning, the middle and the end of a scale, the last one with the unit, with as few
   * decimals as tell them apart; the middle alone, with the unit, where none do.
   */
  public List<String> marks(double firstMm, double lastMm) {
    double middle = (firstMm + lastMm) / 2;
    for (int decimals = 1; decimals <= MOST_DECIMALS; decimals++) {
      String first = number(firstMm, decimals);
      if (!first.equals(number(middle, decimals))
          && !number(middle, decimals).equals(number(lastMm, decimals))) {
        return List.of(first, number(middle, decimals), text(lastMm, decimals));
      }
    }
    return List.of(text(middle, 1));
  }

  /** A volume with its unit: cm³, or cubic inches. */
  public String volume(double mm3) {
    return this == MM
        ? String.format(Locale.ROOT, "%.2f cm³", mm3 / 1000)
        : String.format(Locale.ROOT, "%.3f in³", mm3 / (mm * mm * mm));
  }

  /** A length as an expression, to a ten-thousandth of the unit or better. */
  public Expr expression(double lengthMm) {
    return new Expr(Numbers.tidy(lengthMm / mm, 4 + moreDecimals) + " " + symbol);
  }

  /** A text that tells lengths, areas and volumes in millimetres, told in this unit. */
  public String said(String text) {
    if (this == MM || !text.contains("mm")) {
      return text;
    }
    String places = PLACE.matcher(text).replaceAll(m -> "(" + all(m.group(1), 1) + ") " + symbol);
    return LENGTHS.matcher(places).replaceAll(this::length);
  }

  private String length(MatchResult m) {
    String power = m.group(2) == null ? "" : m.group(2);
    return all(m.group(1), power.isEmpty() ? 1 : power.equals("²") ? 2 : 3) + " " + symbol + power;
  }

  /** Each number of a text divided by a power of the unit, as exact as it was. */
  private String all(String text, int power) {
    return ONE.matcher(text).replaceAll(m -> converted(m.group(), power));
  }

  private String converted(String number, int power) {
    int dot = number.indexOf('.');
    int decimals = dot < 0 ? 0 : number.length() - dot - 1;
    double v = Double.parseDouble(number) / Math.pow(mm, power);
    return String.format(Locale.ROOT, "%." + (decimals + moreDecimals * power) + "f", v);
  }
}

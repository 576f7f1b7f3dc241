package org.ankerdraft.app.sketch;

import java.util.OptionalDouble;
import java.util.function.Supplier;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.expression.LengthUnit;

/** Up to two numbers that are typed while something is drawn: Tab goes from one to the other. */
final class TypedNumbers {
  private final Supplier<LengthUnit> unit;
  private final String[] texts = {"", ""};
  private int field;

  /**
   * @param unit of lengths that are typed
   */
  TypedNumbers(Supplier<LengthUnit> unit) {
    this.unit = unit;
  }

  LengthUnit unit() {
    return unit.get();
  }

  /** A number that is a length, mm; empty if it is not typed. */
  OptionalDouble lengthMm(int which) {
    OptionalDouble v = value(which);
    return v.isEmpty() ? v : OptionalDouble.of(v.getAsDouble() * unit().mm());
  }

  /** A length as it was typed. */
  Expr length(int which) {
    return new Expr(texts[which].replace("-", "") + " " + unit().symbol());
  }

  void clear() {
    texts[0] = "";
    texts[1] = "";
    field = 0;
  }

  boolean isEmpty() {
    return texts[0].isEmpty() && texts[1].isEmpty();
  }

  /** The first number, or the second; empty if it is not typed, or not yet a number. */
  OptionalDouble value(int which) {
    return texts[which].matches("-?(\\d*\\.?\\d+|\\d+\\.)")
        ? OptionalDouble.of(Double.parseDouble(texts[which]))
        : OptionalDouble.empty();
  }

  /** The text of a number with a mark where typing goes on; what else stands there if none is. */
  String shown(int which, String otherwise) {
    return texts[which].isEmpty() && (which != field || isEmpty())
        ? otherwise
        : texts[which] + (which == field ? "▏" : "");
  }

  /** Takes a key; whether it was one of a number. */
  boolean take(KeyEvent e) {
    String name = e.getCode().getName();
    String text = e.getCode().isDigitKey() ? name.substring(name.length() - 1) : e.getText();
    boolean isMinus = text.equals("-") && texts[field].isEmpty();
    if (text.matches("[0-9.]") || isMinus) {
      texts[field] += text;
      return true;
    }
    if (e.getCode() == KeyCode.BACK_SPACE && !texts[field].isEmpty()) {
      texts[field] = texts[field].substring(0, texts[field].length() - 1);
      return true;
    }
    if (e.getCode() == KeyCode.TAB) {
      field = 1 - field;
      return true;
    }
    return false;
  }
}

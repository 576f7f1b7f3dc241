package org.ankerdraft.app.sketch;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import org.ankerdraft.core.expression.LengthUnit;
import org.ankerdraft.vectors.Xy;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What the next press would draw, and the numbers that are typed meanwhile. */
class RubberTest {
  private static final Xy A = new Xy(2, 3);

  private static KeyEvent key(KeyCode code, String text) {
    return new KeyEvent(KeyEvent.KEY_PRESSED, text, text, code, false, false, false, false);
  }

  private static TypedNumbers typed(String first, String second) {
    TypedNumbers out = new TypedNumbers(() -> LengthUnit.MM);
    type(out, first);
    if (!second.isEmpty()) {
      out.take(key(KeyCode.TAB, "\t"));
      type(out, second);
    }
    return out;
  }

  private static void type(TypedNumbers out, String text) {
    for (int i = 0; i < text.length(); i++) {
      char c = text.charAt(i);
      KeyCode code =
          Character.isDigit(c)
              ? KeyCode.getKeyCode(String.valueOf(c))
              : c == '-' ? KeyCode.MINUS : KeyCode.PERIOD;
      assertThat(out.take(key(code, String.valueOf(c)))).isTrue();
    }
  }

  @Test
  void numbersAreTypedTabbedAndTakenBack() {
    TypedNumbers t = typed("12.5", "-30");
    assertThat(t.value(0)).hasValue(12.5);
    assertThat(t.value(1)).hasValue(-30);
    assertThat(t.shown(0, "x")).isEqualTo("12.5");
    assertThat(t.shown(1, "x")).isEqualTo("-30▏");
    t.take(key(KeyCode.BACK_SPACE, ""));
    t.take(key(KeyCode.BACK_SPACE, ""));
    assertThat(t.value(1)).isEmpty();
    assertThat(t.take(key(KeyCode.Q, "q"))).isFalse();
    t.clear();
    assertThat(t.isEmpty()).isTrue();
    assertThat(t.shown(0, "7.00")).isEqualTo("7.00");
  }

  /** A length along where the pointer is, an angle at the pointer's distance, or both. */
  @ParameterizedTest
  @CsvSource({"10, '', 8, 11", "'', 90, 2, 13", "5, 180, -3, 3", "'', '', 8, 11"})
  void aLineIsToldByItsNumbers(String length, String angle, double x, double y) {
    Xy to = Rubber.place(Tool.LINE, List.of(A), new Xy(8, 11), typed(length, angle));
    assertThat(to.distance(new Xy(x, y))).isLessThan(1e-9);
  }

  /** Sizes grow to the side on which the pointer is. */
  @Test
  void figuresAreToldByTheirNumbers() {
    assertThat(Rubber.place(Tool.RECTANGLE, List.of(A), new Xy(-4, 9), typed("20", "7")))
        .isEqualTo(new Xy(-18, 10));
    assertThat(Rubber.place(Tool.CIRCLE, List.of(A), new Xy(9, 3), typed("30", "")).distance(A))
        .isCloseTo(15, within(1e-9));
    List<Xy> axis = List.of(new Xy(0, 0), new Xy(10, 0));
    Xy wide = Rubber.place(Tool.SLOT, axis, new Xy(4, -9), typed("6", ""));
    assertThat(Rubber.beside(axis.get(0), axis.get(1), wide)).isCloseTo(3, within(1e-9));
    assertThat(wide.y()).isNegative();
  }

  private static double length(List<Xy> points) {
    double sum = 0;
    for (int i = 1; i < points.size(); i++) {
      sum += points.get(i).distance(points.get(i - 1));
    }
    return sum;
  }

  /** Perimeters of what is shown, against closed forms. */
  @Test
  void theShapesThatAreShown() {
    Xy o = Xy.ZERO;
    assertThat(length(Rubber.shape(Tool.CIRCLE, List.of(o), new Xy(0, 5), null)))
        .isCloseTo(10 * Math.PI, within(0.1));
    assertThat(length(Rubber.shape(Tool.RECTANGLE, List.of(o), new Xy(4, 3), null)))
        .isCloseTo(14, within(1e-9));
    List<Xy> axis = List.of(o, new Xy(10, 0));
    assertThat(length(Rubber.shape(Tool.SLOT, axis, new Xy(5, 2), null)))
        .isCloseTo(20 + 4 * Math.PI, within(0.05));
    assertThat(length(Rubber.shape(Tool.ELLIPSE, List.of(o, new Xy(4, 0)), new Xy(0, 4), null)))
        .isCloseTo(8 * Math.PI, within(0.05));
    assertThat(
            length(
                Rubber.shape(
                    Tool.ARC_THROUGH, List.of(new Xy(-3, 0), new Xy(3, 0)), new Xy(0, 3), null)))
        .isCloseTo(3 * Math.PI, within(0.02));
    // From +x counter-clockwise to -y: three quarters.
    assertThat(length(Rubber.shape(Tool.ARC_ABOUT, List.of(o, new Xy(2, 0)), new Xy(0, -9), null)))
        .isCloseTo(3 * Math.PI, within(0.02));
    assertThat(Rubber.shape(Tool.SPLINE, List.of(o, new Xy(3, 4)), new Xy(9, 9), null))
        .startsWith(o)
        .endsWith(new Xy(9, 9));
  }

  /** A tangent arc leaves in the line's way: half a circle to the side. */
  @Test
  void aTangentArcLeavesInTheWayOfItsLine() {
    List<Xy> arc = Rubber.shape(Tool.ARC, List.of(Xy.ZERO), new Xy(0, 6), new Xy(1, 0));
    assertThat(length(arc)).isCloseTo(3 * Math.PI, within(0.02));
    Xy first = arc.get(1);
    assertThat(Math.atan2(first.y(), first.x())).isCloseTo(0, within(0.05));
    assertThat(arc.stream().mapToDouble(Xy::x).max().orElseThrow()).isCloseTo(3, within(1e-6));
    assertThat(Rubber.shape(Tool.ARC, List.of(Xy.ZERO), new Xy(7, 0), new Xy(1, 0))).hasSize(2);
  }

  @Test
  void itsNumbersAreShown() {
    assertThat(Rubber.text(Tool.RECTANGLE, List.of(A), new Xy(12, 8), typed("40", "")))
        .isEqualTo("40▏ × 5.00");
    assertThat(Rubber.text(Tool.CIRCLE, List.of(A), new Xy(2, 8), typed("", "")))
        .isEqualTo("Ø 10.00");
    assertThat(Rubber.text(Tool.LINE, List.of(A), new Xy(2, 8), typed("", "")))
        .isEqualTo("5.00  90.0°");
  }
}

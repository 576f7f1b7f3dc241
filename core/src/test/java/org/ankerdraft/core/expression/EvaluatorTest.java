package org.ankerdraft.core.expression;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class EvaluatorTest {
  private static final Map<String, Expr> PARAMETERS =
      Map.of(
          "wall", new Expr("2.2 mm"),
          "depth", new Expr("34 mm"),
          "rib", new Expr("0.5*wall"),
          "ring", new Expr("around + 1 mm"),
          "around", new Expr("ring - 1 mm"),
          "lonely", new Expr("nobody*2"));

  private final Evaluator values = new Evaluator(PARAMETERS);

  @ParameterizedTest
  @CsvSource({
    "2*wall, 4.4",
    "rib, 1.1",
    "depth*tan(1.5 deg), 0.8903213",
    "1 in + 3 mm, 28.4",
    "-2 mm + 5mm, 3",
    "sqrt(9 mm * 4 mm), 6",
    "'max(wall, 3 mm)', 3",
    "7, 7",
    "(1+2)*3 mm, 9",
    "2^3*1 mm, 8",
    "1e1 mm, 10",
    "100 um, 0.1",
    "10 mm / 4, 2.5"
  })
  void lengthsInMm(String text, double expected) throws ExpressionException {
    assertThat(values.lengthMm(new Expr(text))).isCloseTo(expected, within(1e-6));
  }

  @Test
  void anglesKeepFullPrecision() throws ExpressionException {
    assertThat(values.angleRad(new Expr("90 deg - acos(1/3)")))
        .isEqualTo(Math.PI / 2 - Math.acos(1.0 / 3));
    assertThat(values.angleRad(new Expr("30"))).isEqualTo(Math.toRadians(30));
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "1 mm + 1 deg | a length and an angle cannot be added",
        "ring | in a circle",
        "2 parsec | 'parsec' is not a unit",
        "sin(2 mm) | sin takes an angle",
        "(2 mm | ')' is missing",
        "2 ** 3 | not understood",
        "1 mm / 0 | division by zero",
        "nobody | no parameter named 'nobody'",
        "lonely | no parameter named 'nobody'",
        "wall*wall | is an area, but a length is needed here",
        "acos(2) | from -1 to 1",
        "sqrt(0-1) | negative",
        "5 mm mm | not understood",
        "wibble(3) | no function named 'wibble'",
        "2 mm ^ 0.5 | whole number"
      })
  void errorsSayWhatIsWrong(String text, String message) {
    assertThatThrownBy(() -> values.lengthMm(new Expr(text.strip())))
        .isInstanceOf(ExpressionException.class)
        .hasMessageContaining(message.strip());
  }

  @Test
  void anEmptyTextIsMissing() {
    assertThatThrownBy(() -> values.lengthMm(new Expr("  "))).hasMessageContaining("missing");
  }

  @Test
  void deepNestingIsRefusedNotAStackOverflow() {
    String deep = "(".repeat(5000) + "1" + ")".repeat(5000);
    assertThatThrownBy(() -> values.lengthMm(new Expr(deep)))
        .hasMessageContaining("nested too deeply");
  }

  @Test
  void knowsWhatATextDependsOn() {
    assertThat(values.parametersUsedIn(Evaluator.wordsOf(List.of(new Expr("2*\nrib + 1 mm")))))
        .containsExactlyInAnyOrder("rib", "wall");
  }
}

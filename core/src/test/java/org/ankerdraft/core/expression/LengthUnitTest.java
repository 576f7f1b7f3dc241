package org.ankerdraft.core.expression;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Texts in inches, by hand: an inch is 25.4 mm exactly. */
class LengthUnitTest {
  @ParameterizedTest
  @CsvSource(
      delimiter = ';',
      value = {
        "25.40 mm; 1.0000 in",
        "largest sphere Ø 2.54 mm, at least 1.27 mm; largest sphere Ø 0.1000 in, at least 0.0500 in",
        "Flat 254.00 × 50.80 mm, sheet 1.5 mm; Flat 10.0000 × 2.0000 in, sheet 0.059 in",
        "ends at (25.400, 0) mm and 3 more; ends at (1.00000, 0.00) in and 3 more",
        "645.16 mm² of material; 1.000000 in² of material",
        "16387.1 mm³; 1.0000022 in³",
        "draft 1.50° of 12 faces; draft 1.50° of 12 faces",
        "the depth is -25.4 mm; the depth is -1.000 in",
        "step 2 comes to 5 mm; step 2 comes to 0.20 in",
        "2 mmol; 2 mmol"
      })
  void textsAreToldInInches(String mm, String inches) {
    assertThat(LengthUnit.INCH.said(mm)).isEqualTo(inches);
    assertThat(LengthUnit.MM.said(mm)).isEqualTo(mm);
  }

  @Test
  void numbersAreAsExactAsTheyWere() {
    assertThat(LengthUnit.MM.text(12.7, 2)).isEqualTo("12.70 mm");
    assertThat(LengthUnit.INCH.text(12.7, 2)).isEqualTo("0.5000 in");
    assertThat(LengthUnit.INCH.number(25.4 / 16, 3)).isEqualTo("0.06250");
  }

  @Test
  void volumesAreOfCentimetresOrInches() {
    assertThat(LengthUnit.MM.volume(287_990)).isEqualTo("287.99 cm³");
    assertThat(LengthUnit.INCH.volume(2 * 16_387.064)).isEqualTo("2.000 in³");
  }

  /** As many decimals as tell the marks of a scale apart. */
  @Test
  void marksOfAScale() {
    assertThat(LengthUnit.MM.marks(1, 3)).containsExactly("1.0", "2.0", "3.0 mm");
    assertThat(LengthUnit.MM.marks(1, 1.1)).containsExactly("1.00", "1.05", "1.10 mm");
    assertThat(LengthUnit.MM.marks(10, 10.004)).containsExactly("10.000", "10.002", "10.004 mm");
    assertThat(LengthUnit.MM.marks(10, 10.0001)).containsExactly("10.0 mm");
    assertThat(LengthUnit.INCH.marks(25.4, 76.2)).containsExactly("1.000", "2.000", "3.000 in");
    assertThat(LengthUnit.INCH.marks(25.4, 25.4)).containsExactly("1.000 in");
  }

  /** What is written as an expression is the length it was. */
  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3})
  void expressionsKeepTheirLength(long seed) throws Exception {
    Random random = new Random(seed);
    Evaluator values = new Evaluator(Map.of());
    for (int i = 0; i < 200; i++) {
      double mm = random.nextDouble() * 500 - 100;
      for (LengthUnit unit : LengthUnit.values()) {
        assertThat(values.lengthMm(unit.expression(mm))).isCloseTo(mm, within(1e-4));
      }
    }
  }
}

package org.ankerdraft.core.sheet;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class BendMethodTest {
  private static final double RIGHT = Math.PI / 2;

  /**
   * Developed length of a 90 deg bend: 0.55 T + 1.57 R (soft brass and copper), 0.64 T + 1.57 R
   * (half-hard, soft steel, aluminium), 0.71 T + 1.57 R (bronze, spring steel). Machinery's
   * Handbook, sheet-metal bending; the constants are from memory.
   */
  @ParameterizedTest
  @CsvSource({"0.350, 0.55", "0.407, 0.64", "0.452, 0.71"})
  void kFactorsAgreeWithTheHandbookConstants(double k, double constant) {
    for (double r : new double[] {1, 2.5, 6}) {
      double t = 1.6;
      double ba = new BendMethod.KFactor(k).value(RIGHT, r, t).orElseThrow().allowanceMm();
      assertThat(ba).isCloseTo(constant * t + 1.57 * r, within(0.006 * r + 0.002 * t));
    }
  }

  /**
   * DIN 6935:2011 (from memory), worked by hand for T = 2 mm: R = 2: k = 0.65, R = 6: k = 0.65 +
   * 0.5 log10 3 = 0.8886, R = 12: k = 1. Compensation v = pi (180 - b)/180 (R + k T/2) - 2 (R + T)
   * for b = 90.
   */
  @ParameterizedTest
  @CsvSource({
    "2, 2.6500, 4.162610, -3.837390",
    "6, 6.888561, 10.820526, -5.179474",
    "12, 13, 20.420352, -7.579648"
  })
  void dinCompensationOfARightAngle(double r, double neutral, double ba, double v) {
    BendValue value = new BendMethod.Din6935().value(RIGHT, r, 2).orElseThrow();
    assertThat(value.allowanceMm()).isCloseTo(RIGHT * neutral, within(1e-5));
    assertThat(value.allowanceMm()).isCloseTo(ba, within(1e-5));
    assertThat(-value.deductionMm()).isCloseTo(v, within(1e-5));
  }

  /** Opening angle 120 deg, so turned by 60: v = pi/3 (R + k T/2) - 2 (R + T) tan 30. */
  @Test
  void dinCompensationOfAnObtuseOpening() {
    BendValue value = new BendMethod.Din6935().value(Math.PI / 3, 2, 2).orElseThrow();
    assertThat(-value.deductionMm())
        .isCloseTo(Math.PI / 3 * 2.65 - 8 * Math.tan(Math.PI / 6), within(1e-9));
  }

  /** Opening angle over 165 deg: v = 0. */
  @Test
  void dinHasNoCompensationForSlightBends() {
    BendValue value = new BendMethod.Din6935().value(Math.toRadians(10), 2, 2).orElseThrow();
    assertThat(value.deductionMm()).isZero();
    assertThat(value.allowanceMm()).isCloseTo(8 * Math.tan(Math.toRadians(5)), within(1e-12));
  }

  @Test
  void allowanceAndDeductionStandForTheSameBend() {
    double ba = 5.1;
    BendValue a = new BendMethod.Allowance(ba).value(RIGHT, 2, 1.5).orElseThrow();
    BendValue d = new BendMethod.Deduction(2 * 3.5 - ba).value(RIGHT, 2, 1.5).orElseThrow();
    assertThat(a.allowanceMm()).isCloseTo(ba, within(1e-12));
    assertThat(d.allowanceMm()).isCloseTo(ba, within(1e-12));
    assertThat(a.kFactor()).isCloseTo(d.kFactor(), within(1e-12));
  }

  @Test
  void tablesInterpolateBetweenAnglesOfOneRadiusOnly() {
    BendMethod table =
        new BendMethod.Table(
            List.of(
                new BendMethod.Row(2, Math.toRadians(30), 1.5),
                new BendMethod.Row(2, Math.toRadians(90), 4.5),
                new BendMethod.Row(3, Math.toRadians(90), 6)));
    assertThat(table.value(Math.toRadians(60), 2, 1).orElseThrow().allowanceMm())
        .isCloseTo(3, within(1e-12));
    assertThat(table.value(Math.toRadians(90), 3, 1).orElseThrow().allowanceMm()).isEqualTo(6);
    assertThat(table.value(Math.toRadians(100), 2, 1)).isEmpty();
    assertThat(table.value(Math.toRadians(60), 3, 1)).isEmpty();
  }
}

package org.ankerdraft.core.sketch;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import org.ankerdraft.core.geometry.BSpline;
import org.ankerdraft.vectors.Xy;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Ways along curves, against their lengths in closed form. */
class ChainWalkTest {
  private static final double SAME = 1e-6;

  @Test
  void aLineAndAnArcAreWalkedThrough() {
    Curve2 line = new Curve2.Line(0, new Xy(0, 0), new Xy(10, 0));
    Curve2 arc = new Curve2.Arc(1, new Xy(10, 0), new Xy(15, 5), new Xy(10, 10));
    ChainWalk walk = new ChainWalk(List.of(line, arc), SAME);
    assertThat(walk.isClosed()).isFalse();
    assertThat(walk.lengthMm()).isCloseTo(10 + 5 * Math.PI, within(1e-9));
    Xy middle = walk.at(10 + 2.5 * Math.PI);
    assertThat(middle.distance(new Xy(15, 5))).isLessThan(1e-9);
    assertThat(walk.directionRad(4)).isCloseTo(0, within(1e-9));
    assertThat(walk.directionRad(10 + 2.5 * Math.PI)).isCloseTo(Math.PI / 2, within(1e-6));
  }

  /** The perimeter by the arithmetic-geometric mean (Gauss, 1818). */
  @ParameterizedTest
  @CsvSource({"20, 10", "20, 19", "7, 2"})
  void anEllipseIsAsLongAsItIs(double a, double b) {
    ChainWalk walk =
        new ChainWalk(
            List.of(new Curve2.Ellipse(0, new Xy(0, 0), new Xy(a, 0), b, 0, 2 * Math.PI)), SAME);
    double x = a;
    double y = b;
    double sum = (a * a - b * b) / 2;
    double power = 0.5;
    for (int i = 0; i < 30; i++) {
      double half = (x - y) / 2;
      double mean = (x + y) / 2;
      y = Math.sqrt(x * y);
      x = mean;
      power *= 2;
      sum += power * half * half;
    }
    double perimeter = 2 * Math.PI * (a * a - sum) / x;
    assertThat(walk.isClosed()).isTrue();
    assertThat(walk.lengthMm()).isCloseTo(perimeter, within(1e-5 * perimeter));
    // Half round lies opposite, a quarter on the short axis.
    assertThat(walk.at(perimeter / 2).distance(new Xy(-a, 0))).isLessThan(1e-3);
    assertThat(walk.at(perimeter / 4).distance(new Xy(0, b))).isLessThan(1e-3);
  }

  /** A parabola y = x²/4 from 0 to 2: √2 + asinh(1). */
  @Test
  void aSplineIsAsLongAsItsParabola() {
    BSpline parabola = new BSpline(List.of(new Xy(0, 0), new Xy(1, 0), new Xy(2, 1)), 2, false);
    ChainWalk walk = new ChainWalk(List.of(new Curve2.Spline(0, parabola)), SAME);
    double whole = Math.sqrt(2) + Math.log(1 + Math.sqrt(2));
    assertThat(walk.lengthMm()).isCloseTo(whole, within(1e-5));
    Xy there = walk.at(whole / 2);
    double x = there.x();
    assertThat(there.y()).isCloseTo(x * x / 4, within(1e-9));
    double gone = x / 2 * Math.sqrt(1 + x * x / 4) + Math.log(x / 2 + Math.sqrt(1 + x * x / 4));
    assertThat(gone).isCloseTo(whole / 2, within(1e-5));
  }
}

package org.ankerdraft.core.geometry;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.stream.IntStream;
import org.ankerdraft.vectors.Xy;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Splines against Bernstein's polynomials, known bases and what every B-spline keeps. */
class BSplineTest {

  private static List<Xy> random(int n, long seed) {
    Random r = new Random(seed);
    return IntStream.range(0, n)
        .mapToObj(i -> new Xy(r.nextDouble() * 50, r.nextDouble() * 50))
        .toList();
  }

  /** Of one piece it is a Bézier curve: the sum of Bernstein's polynomials. */
  @ParameterizedTest
  @ValueSource(ints = {1, 2, 3, 4, 5, 6})
  void onePieceIsABezierCurve(int degree) {
    List<Xy> points = random(degree + 1, degree);
    BSpline spline = new BSpline(points, degree, false);
    for (double t = 0; t <= 1; t += 0.0625) {
      Xy sum = Xy.ZERO;
      for (int i = 0; i <= degree; i++) {
        sum =
            sum.plus(
                points
                    .get(i)
                    .times(choose(degree, i) * Math.pow(t, i) * Math.pow(1 - t, degree - i)));
      }
      assertThat(spline.at(t).distance(sum)).isLessThan(1e-12);
    }
  }

  private static double choose(int n, int k) {
    double c = 1;
    for (int i = 1; i <= k; i++) {
      c = c * (n - k + i) / i;
    }
    return c;
  }

  /** A closed cubic at a knot is (a + 4 b + c) / 6: the values of the cubic cardinal spline. */
  @Test
  void aClosedCubicAtItsKnots() {
    List<Xy> points = random(7, 9);
    BSpline spline = new BSpline(points, 3, true);
    for (int i = 0; i < 7; i++) {
      Xy wanted =
          points
              .get(i)
              .plus(points.get((i + 1) % 7).times(4))
              .plus(points.get((i + 2) % 7))
              .times(1.0 / 6);
      assertThat(spline.at(i).distance(wanted)).isLessThan(1e-12);
    }
    assertThat(spline.at(7).distance(spline.at(0))).isLessThan(1e-12);
  }

  @ParameterizedTest
  @ValueSource(ints = {2, 3, 4, 5, 6})
  void derivativesAreDifferences(int degree) {
    for (boolean closed : new boolean[] {false, true}) {
      BSpline spline = new BSpline(random(11, degree), degree, closed);
      double h = 1e-6;
      for (double t = 0.13; t < spline.pieces() - 0.1; t += 0.37) {
        Xy difference = spline.at(t + h).minus(spline.at(t - h)).times(1 / (2 * h));
        assertThat(spline.derivative(t).distance(difference)).isLessThan(1e-5);
      }
    }
  }

  /** Points on a line give an even line, whatever the degree: linear precision of the ends. */
  @ParameterizedTest
  @ValueSource(ints = {2, 3, 5})
  void anOpenOneBeginsAndEndsAtItsLegs(int degree) {
    List<Xy> points = random(9, 3 + degree);
    BSpline spline = new BSpline(points, degree, false);
    assertThat(spline.at(0).distance(points.getFirst())).isLessThan(1e-12);
    assertThat(spline.at(spline.pieces()).distance(points.getLast())).isLessThan(1e-12);
    Xy leg = points.get(1).minus(points.getFirst());
    assertThat(spline.derivative(0).cross(leg) / leg.length()).isCloseTo(0, within(1e-9));
    BSpline back = spline.reversed();
    for (double t = 0; t <= spline.pieces(); t += 0.25) {
      assertThat(back.at(spline.pieces() - t).distance(spline.at(t))).isLessThan(1e-11);
    }
  }

  /** Opened, a curve that runs round is the same curve, and open. */
  @ParameterizedTest
  @ValueSource(ints = {2, 3, 4, 5, 6})
  void anOpenedOneIsTheSameCurve(int degree) {
    BSpline round = new BSpline(random(10, degree), degree, true);
    BSpline open = round.opened();
    assertThat(open.closed()).isFalse();
    assertThat(open.pieces()).isEqualTo(round.pieces());
    for (double t = 0; t <= 10; t += 0.13) {
      assertThat(open.at(t).distance(round.at(t))).isLessThan(1e-10);
    }
  }

  /** No point lies outside the box of the control points that rule its piece. */
  @Test
  void itStaysWithinItsPoints() {
    List<Xy> points = random(12, 5);
    for (Xy p : new BSpline(points, 4, true).sampled(10)) {
      assertThat(p.x()).isBetween(low(points), high(points));
    }
  }

  private static double low(List<Xy> points) {
    return points.stream().mapToDouble(Xy::x).min().orElseThrow();
  }

  private static double high(List<Xy> points) {
    return points.stream().mapToDouble(Xy::x).max().orElseThrow();
  }

  @Test
  void tooFewPointsAreRefused() {
    List<Xy> points = new ArrayList<>(random(3, 1));
    assertThatThrownBy(() -> new BSpline(points, 3, false))
        .isInstanceOf(IllegalArgumentException.class);
  }
}

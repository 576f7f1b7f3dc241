package org.ankerdraft.core.sketch.edit;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.stream.LongStream;
import org.ankerdraft.core.Seeds;
import org.ankerdraft.core.geometry.BSpline;
import org.ankerdraft.core.sketch.SketchProblem;
import org.ankerdraft.vectors.Xy;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;

/** Offsets of free curves, against closed forms and against dense sampling. */
class FairOffsetTest {

  /** A parabola y = x^2 / (4 f) is a Bézier curve of degree 2; its offset has a closed form. */
  @ParameterizedTest
  @CsvSource({"2, 1.5", "5, -3", "1, 1.9"})
  void theOffsetOfAParabola(double f, double distance) throws Exception {
    double a = 12;
    BSpline parabola =
        new BSpline(
            List.of(
                new Xy(-a, a * a / (4 * f)),
                new Xy(0, -a * a / (4 * f)),
                new Xy(a, a * a / (4 * f))),
            2,
            false);
    FairOffset.Result r = FairOffset.of(parabola, distance, 1e-3);
    for (double share = 0; share <= 1; share += 0.01) {
      Xy p = r.spline().at(share * r.spline().pieces());
      // Its nearest point of the parabola lies as far away as was asked.
      double best = Double.MAX_VALUE;
      for (double x = -a - 1e-9; x <= a; x += 2e-4) {
        best = Math.min(best, p.distance(new Xy(x, x * x / (4 * f))));
      }
      assertThat(best).isCloseTo(Math.abs(distance), within(1.1e-3));
    }
  }

  /** The tightest radius of a parabola is twice its focal length, at its foot. */
  @Test
  void aFoldIsToldWithItsRadius() {
    double a = 12;
    double f = 2;
    BSpline parabola =
        new BSpline(
            List.of(
                new Xy(-a, a * a / (4 * f)),
                new Xy(0, -a * a / (4 * f)),
                new Xy(a, a * a / (4 * f))),
            2,
            false);
    assertThatThrownBy(() -> FairOffset.of(parabola, 4.5, 1e-3))
        .isInstanceOf(SketchProblem.class)
        .hasMessageContaining("fold at (0.000, 0.000)")
        .hasMessageContaining("4 mm");
  }

  private static BSpline ring(long seed, int degree) {
    Random r = new Random(seed);
    List<Xy> points = new ArrayList<>();
    for (int i = 0; i < 12; i++) {
      points.add(Xy.polar(30 + 3 * r.nextDouble(), 2 * Math.PI * i / 12));
    }
    return new BSpline(points, degree, true);
  }

  static LongStream seeds() {
    return Seeds.of(2, 7);
  }

  /** A ring's offset has the area of the ring less perimeter times distance plus pi d^2. */
  @Tag("seeded")
  @ParameterizedTest
  @MethodSource("seeds")
  void theOffsetOfARingBySteiner(long seed) throws Exception {
    BSpline ring = ring(seed, 3 + (int) (seed % 3));
    double d = 2.5;
    FairOffset.Result r = FairOffset.of(ring, d, 2e-3);
    double perimeter = length(ring);
    double wanted = area(ring) - perimeter * d + Math.PI * d * d;
    assertThat(area(r.spline())).isCloseTo(wanted, within(2e-3 * perimeter));
  }

  /** Two offsets inwards in a row, and one more: the deviation told is true, no ripples come. */
  @Tag("seeded")
  @ParameterizedTest
  @MethodSource("seeds")
  void offsetsInARowStayFair(long seed) throws Exception {
    BSpline now = ring(seed, 3 + (int) (seed % 3));
    int extremes = now.curvatureExtremes(40);
    for (double d : new double[] {0.5, 0.5, 0.25}) {
      FairOffset.Result r = FairOffset.of(now, d, 1e-3);
      assertThat(sampled(now, r.spline(), d))
          .isLessThanOrEqualTo(r.deviationMm() + 2e-4)
          .isLessThan(1.2e-3);
      assertThat(r.spline().curvatureExtremes(40)).isLessThanOrEqualTo(extremes);
      now = r.spline();
    }
  }

  /** By brute force: the nearest of many points. */
  private static double sampled(BSpline source, BSpline offset, double d) {
    List<Xy> dense = source.sampled(2000);
    double worst = 0;
    for (Xy p : offset.sampled(7)) {
      double best = dense.stream().mapToDouble(p::distance).min().orElseThrow();
      worst = Math.max(worst, Math.abs(best - d));
    }
    return worst;
  }

  private static double area(BSpline s) {
    double sum = 0;
    List<Xy> p = s.sampled(400);
    for (int i = 0; i + 1 < p.size(); i++) {
      sum += p.get(i).cross(p.get(i + 1)) / 2;
    }
    return sum;
  }

  private static double length(BSpline s) {
    double sum = 0;
    List<Xy> p = s.sampled(400);
    for (int i = 0; i + 1 < p.size(); i++) {
      sum += p.get(i).distance(p.get(i + 1));
    }
    return sum;
  }

  /** Weights are the spline itself, and sum to one. */
  @Tag("seeded")
  @ParameterizedTest
  @MethodSource("seeds")
  void weightsAreThoseOfThePoints(long seed) {
    BSpline s = new BSpline(ring(seed, 3).points(), 2 + (int) (seed % 5), seed % 2 == 0);
    for (double t = 0; t <= s.pieces(); t += 0.173) {
      double[] w = s.weights(t);
      Xy sum = Xy.ZERO;
      double all = 0;
      for (int i = 0; i < w.length; i++) {
        sum = sum.plus(s.points().get((s.first(t) + i) % s.points().size()).times(w[i]));
        all += w[i];
      }
      assertThat(all).isCloseTo(1, within(1e-12));
      assertThat(sum.distance(s.at(t))).isLessThan(1e-10);
    }
  }
}

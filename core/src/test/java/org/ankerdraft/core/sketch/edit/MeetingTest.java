package org.ankerdraft.core.sketch.edit;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Random;
import java.util.stream.LongStream;
import org.ankerdraft.core.sketch.Curve2;
import org.ankerdraft.vectors.Xy;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** Where lines and circles meet: on both, as near as may be to what is asked. */
class MeetingTest {
  static LongStream seeds() {
    return LongStream.range(1, 60);
  }

  private static Curve2 any(Random r) {
    Xy p = new Xy(r.nextDouble() * 20, r.nextDouble() * 20);
    Xy q = new Xy(r.nextDouble() * 20, r.nextDouble() * 20);
    Xy m = new Xy(r.nextDouble() * 20, r.nextDouble() * 20);
    return r.nextBoolean() ? new Curve2.Line(0, p, q) : new Curve2.Arc(0, p, m, q);
  }

  /** How far a place lies off the whole line or circle along which a curve runs. */
  private static double off(Curve2 c, Xy p) {
    if (c instanceof Curve2.Arc a) {
      return Math.abs(a.centre().distance(p) - a.centre().distance(a.start()));
    }
    Xy way = c.end().minus(c.start());
    return Math.abs(way.cross(p.minus(c.start()))) / way.length();
  }

  @ParameterizedTest
  @MethodSource("seeds")
  void aMeetingLiesOnBoth(long seed) {
    Random r = new Random(seed);
    Curve2 a = any(r);
    Curve2 b = any(r);
    Xy near = new Xy(r.nextDouble() * 20, r.nextDouble() * 20);
    Xy meet = Meeting.of(a, b, near);
    Xy other = Meeting.of(b, a, near);
    if (meet == null) {
      assertThat(other).isNull();
      assertThat(Crossings.along(a, b)).isEmpty();
      return;
    }
    assertThat(off(a, meet)).isLessThan(1e-6);
    assertThat(off(b, meet)).isLessThan(1e-6);
    assertThat(meet.distance(other)).isLessThan(1e-6);
    for (double s : Crossings.along(a, b)) {
      assertThat(near.distance(meet)).isLessThanOrEqualTo(near.distance(a.at(s)) + 1e-6);
    }
  }

  @Test
  void whatTouchesMeets() {
    Curve2 line = new Curve2.Line(0, new Xy(-5, 3), new Xy(5, 3));
    Curve2 arc = new Curve2.Arc(0, new Xy(3, 0), new Xy(0, 3), new Xy(-3, 0));
    assertThat(Meeting.of(line, arc, Xy.ZERO).distance(new Xy(0, 3))).isLessThan(1e-5);
    Curve2 beside = new Curve2.Line(0, new Xy(-5, 3.1), new Xy(5, 3.1));
    assertThat(Meeting.of(beside, arc, Xy.ZERO)).isNull();
    assertThat(Meeting.of(line, beside, Xy.ZERO)).isNull();
  }

  /** Between other ends an arc keeps its circle and its way round. */
  @ParameterizedTest
  @MethodSource("seeds")
  void anArcBetweenOtherEndsKeepsItsCircle(long seed) {
    Random r = new Random(seed);
    Xy p = Xy.polar(7, r.nextDouble() * 6);
    Curve2.Arc whole =
        new Curve2.Arc(0, p, p.rotated(r.nextBoolean() ? 1.2 : -1.2), p.rotated(0.2).times(-1));
    double turn = whole.turn();
    Curve2.Arc part = (Curve2.Arc) Meeting.between(whole, whole.at(0.2), whole.at(0.7));
    assertThat(part.centre().distance(whole.centre())).isLessThan(1e-6);
    assertThat(part.isClockwise()).isEqualTo(whole.isClockwise());
    assertThat(part.turn()).isCloseTo(turn / 2, within(1e-9));
  }
}

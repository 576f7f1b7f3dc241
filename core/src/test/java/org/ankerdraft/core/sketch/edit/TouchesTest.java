package org.ankerdraft.core.sketch.edit;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Comparator;
import java.util.List;
import java.util.Random;
import java.util.stream.LongStream;
import org.ankerdraft.core.Seeds;
import org.ankerdraft.core.geometry.BSpline;
import org.ankerdraft.core.sketch.Curve2;
import org.ankerdraft.vectors.Xy;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Curves that touch where geometry says so, and nowhere else. */
class TouchesTest {
  private static final double WITHIN = 1e-5;

  static LongStream seeds() {
    return Seeds.of(12, 100);
  }

  private static Xy place(Random r) {
    return new Xy(40 * r.nextDouble() - 20, 40 * r.nextDouble() - 20);
  }

  private static Curve2 circle(Xy centre, double radius) {
    return new Curve2.Circle(0, centre, radius);
  }

  /** Where the curves touch; the same whichever is asked about the other. */
  private static List<Xy> touching(Curve2 a, Curve2 b) {
    List<Xy> found = sorted(new Touches(a, b, WITHIN).find().stream().map(t -> a.at(t.onA())));
    List<Xy> others = sorted(new Touches(b, a, WITHIN).find().stream().map(t -> a.at(t.onB())));
    assertThat(found).hasSameSizeAs(others);
    for (int i = 0; i < found.size(); i++) {
      assertThat(found.get(i).distance(others.get(i))).isLessThan(1e-5);
    }
    return found;
  }

  private static List<Xy> sorted(java.util.stream.Stream<Xy> places) {
    return places.sorted(Comparator.comparingDouble((Xy p) -> p.x() + 0.37 * p.y())).toList();
  }

  private static void assertTouchesAt(Curve2 a, Curve2 b, Xy wanted) {
    assertThat(touching(a, b))
        .singleElement()
        .satisfies(p -> assertThat(p.distance(wanted)).isLessThan(1e-5));
  }

  @Tag("seeded")
  @ParameterizedTest
  @MethodSource("seeds")
  void circlesTouchOutsideAndInside(long seed) {
    Random r = new Random(seed);
    Xy centre = place(r);
    double one = 1 + 10 * r.nextDouble();
    double other = one * (0.2 + 0.7 * r.nextDouble());
    Xy way = Xy.polar(1, 7 * r.nextDouble());
    Xy touch = centre.plus(way.times(one));
    Curve2 base = circle(centre, one);
    assertTouchesAt(base, circle(centre.plus(way.times(one + other)), other), touch);
    assertTouchesAt(base, circle(centre.plus(way.times(one - other)), other), touch);
    assertThat(touching(base, circle(centre.plus(way.times(one + other * 0.9)), other))).isEmpty();
    assertThat(touching(base, circle(centre.plus(way.times(one + other * 1.1)), other))).isEmpty();
    assertThat(touching(base, circle(centre, other))).isEmpty();
  }

  /**
   * A tangent of an ellipse, from its centre at (a cos t, b sin t), runs along (-a sin t, b cos t).
   */
  @Tag("seeded")
  @ParameterizedTest
  @MethodSource("seeds")
  void anEllipseTouchesItsTangents(long seed) {
    Random r = new Random(seed);
    Xy centre = place(r);
    Xy major = Xy.polar(3 + 9 * r.nextDouble(), 7 * r.nextDouble());
    double minor = major.length() * (0.2 + 0.7 * r.nextDouble());
    Xy across = new Xy(-major.y(), major.x()).times(minor / major.length());
    Curve2 ellipse = new Curve2.Ellipse(0, centre, major, minor, 0, 2 * Math.PI);
    double t = 7 * r.nextDouble();
    Xy touch = centre.plus(major.times(Math.cos(t))).plus(across.times(Math.sin(t)));
    Xy way = across.times(Math.cos(t)).minus(major.times(Math.sin(t)));
    double before = 0.3 + r.nextDouble();
    double behind = 0.3 + r.nextDouble();
    assertTouchesAt(
        ellipse,
        new Curve2.Line(0, touch.minus(way.times(before)), touch.plus(way.times(behind))),
        touch);
    // One that ends where it touches.
    assertTouchesAt(ellipse, new Curve2.Line(0, touch, touch.plus(way.times(behind))), touch);
    // One that ends before it would.
    assertThat(
            touching(
                ellipse,
                new Curve2.Line(
                    0, touch.plus(way.times(0.05)), touch.plus(way.times(0.05 + behind)))))
        .isEmpty();
  }

  /** The parabola with the control points of a tangent triangle touches two of its sides. */
  @Tag("seeded")
  @ParameterizedTest
  @MethodSource("seeds")
  void aSplineTouchesItsPolygon(long seed) {
    Random r = new Random(seed);
    Xy a = place(r);
    Xy b = place(r);
    Xy c = place(r);
    if (Math.abs(b.minus(a).cross(c.minus(a))) < 20) {
      return;
    }
    Curve2 spline = new Curve2.Spline(0, new BSpline(List.of(a, b, c), 2, false));
    assertTouchesAt(spline, new Curve2.Line(0, a.plus(a.minus(b)), b), a);
    assertTouchesAt(spline, new Curve2.Line(0, b, c.plus(c.minus(b))), c);
    // At its middle it runs along a to c.
    Xy middle = a.plus(b.times(2)).plus(c).times(0.25);
    Xy way = c.minus(a).times(0.3);
    assertTouchesAt(spline, new Curve2.Line(0, middle.minus(way), middle.plus(way)), middle);
  }

  /** An ellipse between two circles about its centre touches each of them twice. */
  @ParameterizedTest
  @ValueSource(doubles = {0, 0.5, 1.5707963267948966, 2.9})
  void anEllipseTouchesTheCirclesAroundAndWithinIt(double turn) {
    Curve2 ellipse = new Curve2.Ellipse(0, new Xy(2, 1), Xy.polar(9, turn), 5, 0, 2 * Math.PI);
    for (double radius : new double[] {9, 5}) {
      List<Xy> found = touching(ellipse, circle(new Xy(2, 1), radius));
      assertThat(found).hasSize(2);
      assertThat(found.get(0).distance(found.get(1))).isCloseTo(2 * radius, within(1e-5));
    }
  }

  @Test
  void curvesThatCrossOrLieOnEachOtherDoNotTouch() {
    Curve2 line = new Curve2.Line(0, new Xy(-9, 1), new Xy(9, 1));
    assertThat(touching(line, new Curve2.Line(0, new Xy(-9, 1), new Xy(9, 1)))).isEmpty();
    assertThat(touching(line, new Curve2.Line(0, new Xy(-9, 2), new Xy(9, 2)))).isEmpty();
    assertThat(touching(line, new Curve2.Line(0, new Xy(0, -5), new Xy(1, 5)))).isEmpty();
    assertThat(touching(line, circle(Xy.ZERO, 5))).isEmpty();
    assertThat(touching(circle(Xy.ZERO, 5), circle(Xy.ZERO, 5))).isEmpty();
  }

  /** A circle that goes a little through a line crosses it twice: that is one touch. */
  @ParameterizedTest
  @ValueSource(doubles = {1e-12, 1e-10, 1e-8, 1e-6, 9e-6})
  void crossingsOfAHairAreOneTouch(double through) {
    Curve2 line = new Curve2.Line(0, new Xy(-9, 0), new Xy(9, 0));
    Curve2 circle = circle(new Xy(1, 5 - through), 5);
    Touches both = new Touches(circle, line, WITHIN);
    assertThat(both.find()).hasSize(1);
    for (double s : Crossings.along(circle, line)) {
      assertThat(both.isPartOf(both.find().getFirst(), s)).isTrue();
    }
    assertThat(Split.cuts(circle, List.of(circle, line), WITHIN)).hasSize(1);
    assertThat(Split.cuts(line, List.of(circle, line), WITHIN)).hasSize(3);
  }

  /** But where it goes through by more they are two. */
  @ParameterizedTest
  @ValueSource(doubles = {1e-4, 1e-2, 1})
  void crossingsOfMoreAreTwo(double through) {
    Curve2 line = new Curve2.Line(0, new Xy(-9, 0), new Xy(9, 0));
    Curve2 circle = circle(new Xy(1, 5 - through), 5);
    assertThat(Split.cuts(circle, List.of(circle, line), WITHIN)).hasSize(2);
    assertThat(Split.cuts(line, List.of(circle, line), WITHIN)).hasSize(4);
  }
}

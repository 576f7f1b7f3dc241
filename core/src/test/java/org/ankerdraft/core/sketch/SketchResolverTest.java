package org.ankerdraft.core.sketch;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowableOfType;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.stream.IntStream;
import org.ankerdraft.core.expression.Evaluator;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.geometry.Tolerance;
import org.ankerdraft.kernel.ProfileCurve;
import org.ankerdraft.kernel.ProfileCurve.Region;
import org.ankerdraft.vectors.Vec3;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Contours from curves, without the geometry library. */
class SketchResolverTest {
  private static final Frame XY = Frame.base(PlaneRef.Base.XY);

  private static Expr n(double value) {
    return Expr.of(value);
  }

  private static Point2 at(double x, double y) {
    return new Point2(n(x), n(y));
  }

  private static SketchCurve line(String name, double x1, double y1, double x2, double y2) {
    return new SketchCurve.Line(name, at(x1, y1), at(x2, y2), false);
  }

  private static SketchCurve rectangle(String name, double w, double h, double rounding) {
    return new SketchCurve.Rectangle(
        name, null, null, n(w), n(h), rounding == 0 ? null : n(rounding), false);
  }

  private static SketchCurve circle(String name, double x, double y, double diameter) {
    return new SketchCurve.Circle(name, at(x, y), n(diameter), false);
  }

  private static ResolvedSketch resolve(List<SketchCurve> curves) throws Exception {
    return SketchResolver.resolve(curves, XY, new Evaluator(Map.of()), Tolerance.MODEL);
  }

  private static SketchProblem problem(SketchCurve... curves) {
    return catchThrowableOfType(SketchProblem.class, () -> resolve(List.of(curves)));
  }

  private static double length(ProfileCurve c) {
    return switch (c) {
      case ProfileCurve.Line l -> l.start().distance(l.end());
      case ProfileCurve.Circle k -> 2 * Math.PI * k.radius();
      case ProfileCurve.Arc a -> arcLength(a);
      case ProfileCurve.Ellipse _, ProfileCurve.Spline _ ->
          throw new IllegalArgumentException("no closed form");
    };
  }

  /** From the three points: the radius by the sides, the angle as twice that at the middle. */
  private static double arcLength(ProfileCurve.Arc arc) {
    Vec3 a = arc.start().minus(arc.mid());
    Vec3 b = arc.end().minus(arc.mid());
    double atMid = a.angleTo(b);
    double radius = arc.start().distance(arc.end()) / (2 * Math.sin(atMid));
    return radius * 2 * (Math.PI - atMid);
  }

  private static double around(List<ProfileCurve> contour) {
    return contour.stream().mapToDouble(SketchResolverTest::length).sum();
  }

  @ParameterizedTest
  @ValueSource(doubles = {0, 4, 15})
  void aRectangleIsAsLongAroundAsItsSidesAndQuarterCircles(double rounding) throws Exception {
    // 2 (40 + 30) - 8 r + 2 pi r; at r = 15 the short sides are used up.
    ResolvedSketch sketch = resolve(List.of(rectangle("r", 40, 30, rounding)));
    assertThat(sketch.openAt()).isNull();
    assertThat(around(sketch.regions().getFirst().outer()))
        .isCloseTo(140 - 8 * rounding + 2 * Math.PI * rounding, within(1e-9));
    assertThat(sketch.nameByTag().values())
        .doesNotHaveDuplicates()
        .hasSize(rounding == 0 ? 4 : rounding == 15 ? 6 : 8);
  }

  @ParameterizedTest
  @ValueSource(ints = {3, 4, 6, 12, 360})
  void aPolygonHasItsSides(int sides) throws Exception {
    SketchCurve bySide = new SketchCurve.Polygon("p", null, n(sides), n(5), null, null, false);
    assertThat(around(resolve(List.of(bySide)).regions().getFirst().outer()))
        .isCloseTo(5.0 * sides, within(1e-9));
    SketchCurve byDiameter =
        new SketchCurve.Polygon("p", at(3, 4), n(sides), null, n(20), new Expr("10 deg"), false);
    for (ProfileCurve c : resolve(List.of(byDiameter)).curves()) {
      assertThat(((ProfileCurve.Line) c).start().distance(new Vec3(3, 4, 0)))
          .isCloseTo(10, within(1e-12));
    }
  }

  @ParameterizedTest
  @ValueSource(doubles = {2, 361, 3.5, -3, 1e9})
  void aPolygonOfNoSidesIsRefused(double sides) {
    SketchProblem p =
        problem(new SketchCurve.Polygon("p", null, n(sides), n(5), null, null, false));
    assertThat(p.curve()).isEqualTo("p");
    assertThat(p).hasMessageContaining("3 to 360");
  }

  @ParameterizedTest
  @CsvSource({"false, 90", "true, 270"})
  void anArcAboutACentreTurnsTheWayItSays(boolean clockwise, double degrees) throws Exception {
    SketchCurve arc =
        new SketchCurve.Arc("a", at(10, 0), at(0, 10), null, at(0, 0), clockwise, false);
    ProfileCurve.Arc c = (ProfileCurve.Arc) resolve(List.of(arc)).curves().getFirst();
    assertThat(length(c)).isCloseTo(Math.toRadians(degrees) * 10, within(1e-9));
    assertThat(c.mid().distance(Vec3.ZERO)).isCloseTo(10, within(1e-12));
  }

  @Test
  void curvesThatCannotBeAreRefusedByName() {
    assertThat(problem(line("l", 1, 1, 1, 1)).curve()).isEqualTo("l");
    assertThat(problem(circle("k", 0, 0, 0))).hasMessageContaining("diameter of k");
    assertThat(problem(circle("k", 0, 0, -3))).hasMessageContaining("more than 0");
    assertThat(problem(rectangle("r", 40, 30, 15.1))).hasMessageContaining("0 to 15.00 mm");
    assertThat(problem(rectangle("r", 40, 30, -1))).hasMessageContaining("0 to 15.00 mm");
    assertThat(problem(new SketchCurve.Arc("a", at(0, 0), at(2, 0), at(1, 0), null, false, false)))
        .hasMessageContaining("on one line");
    assertThat(problem(new SketchCurve.Arc("a", at(1, 0), at(0, 2), null, at(0, 0), false, false)))
        .hasMessageContaining("from its centre");
  }

  @Test
  void aLooseEndIsTold() throws Exception {
    ResolvedSketch open =
        resolve(List.of(line("a", 0, 0, 10, 0), line("b", 10, 0, 10, 5), circle("k", 50, 0, 4)));
    assertThat(open.openAt()).contains("b ends at (10.00, 5.000)");
    assertThat(open.regions()).as("what closes is still an area").hasSize(1);
    assertThat(open.chains()).hasSize(1);
    assertThat(open.chains().getFirst()).hasSize(2);
  }

  @Test
  void threeCurvesAtAPointAreNotClear() throws Exception {
    ResolvedSketch s =
        resolve(
            List.of(
                line("a", 0, 0, 10, 0),
                line("b", 10, 0, 5, 8),
                line("c", 5, 8, 0, 0),
                line("d", 10, 0, 20, 0)));
    assertThat(s.branchAt()).contains("more than two curves meet at (10.00, 0.000)");
    assertThat(s.regions()).isEmpty();
  }

  @Test
  void constructionCurvesBoundNothing() throws Exception {
    SketchCurve aid = new SketchCurve.Circle("aid", null, n(100), true);
    ResolvedSketch sketch = resolve(List.of(aid, rectangle("r", 40, 30, 0)));
    assertThat(sketch.regions()).hasSize(1);
    assertThat(sketch.regions().getFirst().inner()).isEmpty();
    assertThat(sketch.curves()).hasSize(5);
  }

  /** Rings within rings: every second one is an area, with the next as its hole. */
  @ParameterizedTest
  @ValueSource(ints = {1, 2, 3, 4, 7})
  void areasAndHolesAlternate(int rings) throws Exception {
    List<SketchCurve> curves = new ArrayList<>();
    IntStream.rangeClosed(1, rings).forEach(i -> curves.add(circle("k" + i, 0.1 * i, 0, 10 * i)));
    Collections.shuffle(curves, new Random(rings));
    List<Region> regions = resolve(curves).regions();
    assertThat(regions).hasSize((rings + 1) / 2);
    assertThat(regions.stream().mapToInt(r -> r.inner().size()).sum()).isEqualTo(rings / 2);
  }

  static List<Long> seeds() {
    return IntStream.range(0, 40).mapToObj(i -> (long) i).toList();
  }

  /** In whatever order and direction the sides are drawn, they are one contour. */
  @ParameterizedTest
  @MethodSource("seeds")
  void orderAndDirectionDoNotMatter(long seed) throws Exception {
    Random random = new Random(seed);
    int corners = 3 + random.nextInt(20);
    List<SketchCurve> sides = new ArrayList<>();
    double around = 0;
    Vec3[] at = new Vec3[corners];
    for (int i = 0; i < corners; i++) {
      double angle = 2 * Math.PI * (i + 0.8 * random.nextDouble()) / corners;
      double radius = 5 + 20 * random.nextDouble();
      at[i] = new Vec3(radius * Math.cos(angle), radius * Math.sin(angle), 0);
    }
    for (int i = 0; i < corners; i++) {
      Vec3 a = at[i];
      Vec3 b = at[(i + 1) % corners];
      around += a.distance(b);
      sides.add(
          random.nextBoolean()
              ? line("l" + i, a.x(), a.y(), b.x(), b.y())
              : line("l" + i, b.x(), b.y(), a.x(), a.y()));
    }
    Collections.shuffle(sides, random);
    ResolvedSketch sketch = resolve(sides);
    assertThat(sketch.openAt()).isNull();
    assertThat(sketch.regions()).hasSize(1);
    List<ProfileCurve> outer = sketch.regions().getFirst().outer();
    assertThat(outer).hasSize(corners);
    assertThat(around(outer)).isCloseTo(around, within(1e-6));
    for (int i = 0; i < corners; i++) {
      Vec3 end = ((ProfileCurve.Line) outer.get(i)).end();
      Vec3 next = ((ProfileCurve.Line) outer.get((i + 1) % corners)).start();
      assertThat(end.distance(next)).isLessThan(1e-9);
    }
  }
}

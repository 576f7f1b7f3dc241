package org.ankerdraft.core.sketch.edit;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.stream.LongStream;
import org.ankerdraft.core.Seeds;
import org.ankerdraft.core.expression.Evaluator;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.geometry.BSpline;
import org.ankerdraft.core.sketch.Curve2;
import org.ankerdraft.core.sketch.SketchCurve;
import org.ankerdraft.core.sketch.SketchProblem;
import org.ankerdraft.core.sketch.constraint.Constrained;
import org.ankerdraft.core.sketch.constraint.Constraint;
import org.ankerdraft.core.sketch.constraint.Relation;
import org.ankerdraft.vectors.Xy;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;

/** Cutting, lengthening, corners, copies and offsets, against plane geometry. */
class CuttingTest {
  private static final Evaluator VALUES = new Evaluator(Map.of());

  static SketchCurve line(String name, double ax, double ay, double bx, double by) {
    return new SketchCurve.Line(
        name, Drawn.point(new Xy(ax, ay)), Drawn.point(new Xy(bx, by)), false);
  }

  static SketchCurve circle(String name, double x, double y, double diameter) {
    return new SketchCurve.Circle(name, Drawn.point(new Xy(x, y)), Drawn.mm(diameter), false);
  }

  private static Drawn drawn(SketchCurve... curves) {
    return new Drawn(List.of(curves), List.of());
  }

  private static double length(SketchCurve c) throws Exception {
    double sum = 0;
    for (Curve2 piece : Drawn.piecesOf(c, VALUES).values()) {
      sum += Near.length(piece);
    }
    return sum;
  }

  static LongStream seeds() {
    return Seeds.of(7, 200);
  }

  /** Two random curves of any kind: where they are said to cross, they do; none is missed. */
  @Tag("seeded")
  @ParameterizedTest
  @MethodSource("seeds")
  void crossingsAreWhereBothCurvesAre(long seed) {
    Random r = new Random(seed);
    Curve2 a = any(r);
    Curve2 b = any(r);
    List<Double> found = Crossings.along(a, b);
    for (double s : found) {
      assertThat(Near.distance(b, a.at(s))).isLessThan(1e-6);
    }
    assertThat(found).hasSize(changesOfSide(a, b));
  }

  private static Curve2 any(Random r) {
    Xy p = new Xy(r.nextDouble() * 40, r.nextDouble() * 40);
    Xy q = new Xy(r.nextDouble() * 40, r.nextDouble() * 40);
    Xy m = p.plus(q).times(0.5).plus(new Xy(r.nextDouble() * 10 + 1, r.nextDouble() * 10 + 1));
    return switch (r.nextInt(4)) {
      case 0 -> new Curve2.Line(1, p, q);
      case 1 -> new Curve2.Arc(1, p, m, q);
      case 2 -> new Curve2.Ellipse(1, m, new Xy(15, 4).rotated(r.nextDouble()), 6, 0.3, 4);
      default ->
          new Curve2.Spline(
              1, new BSpline(List.of(p, m, new Xy(40, 0), new Xy(0, 20), q), 3, false));
    };
  }

  /** Counted by brute force: chords of a polyline of each that cross. */
  private static int changesOfSide(Curve2 a, Curve2 b) {
    int n = 1500;
    int count = 0;
    for (int i = 0; i < n; i++) {
      Xy p = a.at((double) i / n);
      Xy q = a.at((i + 1.0) / n);
      for (int j = 0; j < n; j++) {
        Xy u = b.at((double) j / n);
        Xy v = b.at((j + 1.0) / n);
        boolean parts =
            q.minus(p).cross(u.minus(p)) * q.minus(p).cross(v.minus(p)) < 0
                && v.minus(u).cross(p.minus(u)) * v.minus(u).cross(q.minus(u)) < 0;
        count += parts ? 1 : 0;
      }
    }
    return count;
  }

  @Test
  void aLineIsCutBetweenItsNeighbours() throws Exception {
    Drawn d = drawn(line("l1", 0, 0, 30, 0), line("l2", 10, -5, 10, 5), line("l3", 20, -5, 20, 5));
    Drawn cut = new Cutting(d, VALUES).trimmed("l1", new Xy(14, 0));
    assertThat(cut.curves()).hasSize(4);
    assertThat(length(cut.curve("l1"))).isCloseTo(10, within(1e-9));
    assertThat(length(cut.curve("l4"))).isCloseTo(10, within(1e-9));
    assertThat(cut.constraints().stream().map(Constraint::inWords))
        .containsExactlyInAnyOrder("l1.to on curve l2", "l4.from on curve l3", "l1 collinear l4");
    assertThat(Constrained.hold(cut.curves(), cut.constraints(), VALUES).redundant()).isEmpty();
  }

  @Test
  void anEndIsCutOffAndALooseLineGoes() throws Exception {
    Drawn d = drawn(line("l1", 0, 0, 30, 0), line("l2", 10, -5, 10, 5));
    Drawn cut = new Cutting(d, VALUES).trimmed("l1", new Xy(25, 0));
    assertThat(length(cut.curve("l1"))).isCloseTo(10, within(1e-9));
    Drawn start = new Cutting(d, VALUES).trimmed("l1", new Xy(2, 0));
    assertThat(length(start.curve("l1"))).isCloseTo(20, within(1e-9));
    assertThat(new Cutting(drawn(line("l1", 0, 0, 3, 0)), VALUES).trimmed("l1", Xy.ZERO).curves())
        .isEmpty();
  }

  /** A chord at 60 deg from the centre: two thirds or one third of the circle stay. */
  @ParameterizedTest
  @CsvSource({"10, 0, 240", "-10, 0, 120"})
  void aCircleIsOpened(double x, double y, double leftDeg) throws Exception {
    Drawn d = drawn(circle("k1", 0, 0, 20), line("l1", 5, -20, 5, 20));
    Drawn cut = new Cutting(d, VALUES).trimmed("k1", new Xy(x, y));
    assertThat(length(cut.curve("k1"))).isCloseTo(Math.toRadians(leftDeg) * 10, within(1e-5));
    assertThat(cut.constraints()).hasSize(2);
    Constrained.hold(cut.curves(), cut.constraints(), VALUES);
  }

  @Test
  void anArcIsCutInTwoThatStayOnOneCircle() throws Exception {
    SketchCurve arc =
        new SketchCurve.Arc(
            "a1",
            Drawn.point(new Xy(-10, 0)),
            Drawn.point(new Xy(10, 0)),
            Drawn.point(new Xy(0, 10)),
            null,
            false,
            false);
    Drawn d = drawn(arc, line("l1", -5, 0, -5, 20), line("l2", 5, 0, 5, 20));
    Drawn cut = new Cutting(d, VALUES).trimmed("a1", new Xy(0, 10));
    assertThat(length(cut.curve("a1"))).isCloseTo(Math.PI / 3 * 10, within(1e-5));
    assertThat(length(cut.curve("a2"))).isCloseTo(Math.PI / 3 * 10, within(1e-5));
    assertThat(cut.constraints().stream().map(Constraint::relation))
        .contains(Relation.CONCENTRIC, Relation.EQUAL);
  }

  /** What is left of a spline lies on it, ends where it was cut, and its end is held there. */
  @Tag("seeded")
  @ParameterizedTest
  @MethodSource("seeds")
  void aSplineIsCut(long seed) throws Exception {
    Random r = new Random(seed);
    List<org.ankerdraft.core.sketch.Point2> points = new ArrayList<>();
    for (int i = 0; i < 6; i++) {
      points.add(Drawn.point(new Xy(12 * i + r.nextDouble(-3, 3), r.nextDouble(-15, 15))));
    }
    SketchCurve spline = new SketchCurve.Spline("c", points, null, false, false);
    Constraint onPole = Constraint.of(Relation.HORIZONTAL, "c.p2", "c.p3");
    Drawn before =
        new Drawn(
            List.of(spline, line("l", 20, -40, 22, 40), line("m", 45, -40, 41, 40)),
            List.of(onPole));
    Curve2.Spline whole = (Curve2.Spline) Drawn.piecesOf(spline, VALUES).get("c");
    double from =
        Crossings.along(whole, Drawn.piecesOf(before.curve("l"), VALUES).get("l")).getFirst();
    double to =
        Crossings.along(whole, Drawn.piecesOf(before.curve("m"), VALUES).get("m")).getFirst();
    Drawn cut = new Cutting(before, VALUES).trimmed("c", whole.at((from + to) / 2));
    assertThat(cut.curves()).hasSize(4);
    assertThat(cut.constraints())
        .containsExactlyInAnyOrder(
            Constraint.of(Relation.ON_CURVE, "c.to", "l"),
            Constraint.of(Relation.ON_CURVE, "c1.from", "m"));
    assertLiesOn(cut.curve("c"), whole, 0, from);
    assertLiesOn(cut.curve("c1"), whole, to, 1);
  }

  private static void assertLiesOn(SketchCurve part, Curve2 whole, double from, double to)
      throws Exception {
    Curve2 piece = Drawn.piecesOf(part, VALUES).get(part.name());
    for (int i = 0; i <= 50; i++) {
      double share = i / 50.0;
      assertThat(piece.at(share).distance(whole.at(from + (to - from) * share))).isLessThan(2e-4);
    }
  }

  @Test
  void whatCannotBeCutIsSaid() {
    Drawn once = drawn(circle("k1", 0, 0, 20), line("l1", 0, 0, 20, 0));
    assertThatThrownBy(() -> new Cutting(once, VALUES).trimmed("k1", new Xy(10, 0)))
        .isInstanceOf(SketchProblem.class)
        .hasMessageContaining("crossed once");
    SketchCurve figure =
        new SketchCurve.Rectangle("r1", null, null, Drawn.mm(10), Drawn.mm(10), null, false);
    assertThatThrownBy(() -> new Cutting(drawn(figure), VALUES).trimmed("r1", Xy.ZERO))
        .hasMessageContaining("take it apart");
    assertThatThrownBy(() -> new Cutting(once, VALUES).extended("l1", new Xy(20, 0)))
        .hasMessageContaining("meets nothing");
  }

  @Test
  void linesAndArcsGoOnToTheNextCurve() throws Exception {
    Drawn d = drawn(line("l1", 0, 0, 5, 0), line("l2", 10, -5, 10, 5), circle("k1", 30, 0, 10));
    Drawn longer = new Cutting(d, VALUES).extended("l1", new Xy(5, 0));
    assertThat(length(longer.curve("l1"))).isCloseTo(10, within(1e-9));
    SketchCurve quarter =
        new SketchCurve.Arc(
            "a1",
            Drawn.point(new Xy(10, 0)),
            Drawn.point(new Xy(0, 10)),
            null,
            Drawn.point(Xy.ZERO),
            false,
            false);
    Drawn arc = drawn(quarter, line("l1", -20, -1e-3, -1, -1e-3));
    Drawn half = new Cutting(arc, VALUES).extended("a1", new Xy(0, 10));
    assertThat(length(half.curve("a1"))).isCloseTo(Math.PI * 10, within(2e-3));
  }

  /** A round in an angle takes r / tan(a / 2) of each leg. */
  @ParameterizedTest
  @CsvSource({"90, 4", "60, 3", "150, 10", "30, 2", "-75, 5"})
  void aCornerIsRounded(double deg, double radius) throws Exception {
    Xy far = Xy.polar(40, Math.toRadians(deg));
    Drawn d = drawn(line("l1", 40, 0, 0, 0), line("l2", 0, 0, far.x(), far.y()));
    Drawn round = new Corners(d, VALUES).rounded("l1", "l2", Drawn.mm(radius));
    double half = Math.toRadians(Math.abs(deg)) / 2;
    assertThat(length(round.curve("l1"))).isCloseTo(40 - radius / Math.tan(half), within(1e-5));
    assertThat(length(round.curve("l2"))).isCloseTo(40 - radius / Math.tan(half), within(1e-5));
    assertThat(length(round.curve("a1"))).isCloseTo((Math.PI - 2 * half) * radius, within(1e-4));
    var held = Constrained.hold(round.curves(), round.constraints(), VALUES);
    assertThat(held.redundant()).isEmpty();
    List<Constraint> wider = new ArrayList<>(round.constraints());
    wider.removeLast();
    wider.add(Constraint.dimension(Relation.RADIUS, new Expr(radius / 2 + " mm"), "a1"));
    SketchCurve.Arc arc =
        (SketchCurve.Arc)
            Constrained.hold(round.curves(), wider, VALUES).curves().stream()
                .filter(c -> c.name().equals("a1"))
                .findFirst()
                .orElseThrow();
    assertThat(arc.centre().at(VALUES).distance(arc.from().at(VALUES)))
        .isCloseTo(radius / 2, within(1e-6));
  }

  /**
   * All four corners of a sized rectangle are rounded: it keeps its size, and can be given another.
   */
  @Test
  void whatIsSizedStaysSized() throws Exception {
    List<SketchCurve> sides =
        List.of(
            line("l1", 0, 0, 45, 0),
            line("l2", 45, 0, 45, 36),
            line("l3", 45, 36, 0, 36),
            line("l4", 0, 36, 0, 0));
    List<Constraint> held = new ArrayList<>();
    held.add(Constraint.of(Relation.FIXED, "l1.from"));
    for (int i = 1; i <= 4; i++) {
      held.add(Constraint.of(i % 2 == 1 ? Relation.HORIZONTAL : Relation.VERTICAL, "l" + i));
    }
    held.add(Constraint.dimension(Relation.LENGTH, Drawn.mm(45), "l1"));
    held.add(Constraint.dimension(Relation.LENGTH, Drawn.mm(36), "l2"));
    Drawn d = new Drawn(sides, held);
    for (int i = 1; i <= 4; i++) {
      d = new Corners(d, VALUES).rounded("l" + i, "l" + (i % 4 + 1), Drawn.mm(3));
    }
    List<Constraint> wider = new ArrayList<>(d.constraints());
    wider.replaceAll(c ->
        c.relation() == Relation.DISTANCE && c.value().text().startsWith("45")
            ? new Constraint(c.relation(), c.of(), Drawn.mm(60), null, false)
            : c);
    var now = Constrained.hold(d.curves(), wider, VALUES);
    assertThat(now.freedom()).isZero();
    Drawn again = new Drawn(now.curves(), wider);
    assertThat(length(again.curve("l1"))).isCloseTo(54, within(1e-6));
    assertThat(length(again.curve("l2"))).isCloseTo(30, within(1e-6));
    assertThat(length(again.curve("a1"))).isCloseTo(Math.PI * 1.5, within(1e-4));
  }

  @Test
  void aCornerHasNoRoomOrIsNone() {
    Drawn d = drawn(line("l1", 10, 0, 0, 0), line("l2", 0, 0, 0, 6), line("l3", 0, 6, 0, 9));
    assertThatThrownBy(() -> new Corners(d, VALUES).rounded("l1", "l2", Drawn.mm(7)))
        .hasMessageContaining("takes 7 mm")
        .hasMessageContaining("works up to 6 mm");
    assertThatThrownBy(() -> new Corners(d, VALUES).rounded("l2", "l3", Drawn.mm(1)))
        .hasMessageContaining("straight");
    assertThatThrownBy(() -> new Corners(d, VALUES).rounded("l1", "l3", Drawn.mm(1)))
        .hasMessageContaining("do not end at one place");
  }
}

package org.ankerdraft.core.sketch.constraint;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.ankerdraft.core.expression.Evaluator;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.sketch.Point2;
import org.ankerdraft.core.sketch.SketchCurve;
import org.ankerdraft.core.sketch.SketchProblem;
import org.ankerdraft.core.sketch.constraint.Constrained.Held;
import org.ankerdraft.vectors.Xy;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Constraint problems whose answers are known. */
class ConstrainedTest {
  private static final Evaluator VALUES = new Evaluator(Map.of("w", new Expr("40 mm")));

  private static Point2 at(double x, double y) {
    return new Point2(new Expr(x + " mm"), new Expr(y + " mm"));
  }

  private static SketchCurve line(String name, double x0, double y0, double x1, double y1) {
    return new SketchCurve.Line(name, at(x0, y0), at(x1, y1), false);
  }

  private static SketchCurve circle(String name, double x, double y, double diameter) {
    return new SketchCurve.Circle(name, at(x, y), new Expr(diameter + " mm"), false);
  }

  private static Constraint size(Relation relation, double mm, String... of) {
    return Constraint.dimension(relation, new Expr(mm + " mm"), of);
  }

  private static Held hold(List<SketchCurve> curves, Constraint... constraints) throws Exception {
    return Constrained.hold(curves, List.of(constraints), VALUES);
  }

  private static Xy from(Held held, String name) throws Exception {
    return ((SketchCurve.Line) curve(held, name)).from().at(VALUES);
  }

  private static Xy to(Held held, String name) throws Exception {
    return ((SketchCurve.Line) curve(held, name)).to().at(VALUES);
  }

  private static SketchCurve curve(Held held, String name) {
    return held.curves().stream().filter(c -> c.name().equals(name)).findFirst().orElseThrow();
  }

  private static double radius(Held held, String name) throws Exception {
    return VALUES.lengthMm(((SketchCurve.Circle) curve(held, name)).diameter()) / 2;
  }

  private static List<SketchCurve> triangle() {
    return List.of(line("a", 0, 0, 25, 2), line("b", 25, 2, 10, 30), line("c", 10, 30, 0, 0));
  }

  /** Heron: the area of a triangle by its sides. */
  @ParameterizedTest
  @CsvSource({"30, 40, 50", "20, 21, 29", "13, 14, 15", "31.7, 28.2, 11.4"})
  void aTriangleByItsSides(double a, double b, double c) throws Exception {
    Held held =
        hold(
            triangle(),
            Constraint.of(Relation.FIXED, "a.from"),
            Constraint.of(Relation.HORIZONTAL, "a"),
            size(Relation.LENGTH, a, "a"),
            size(Relation.LENGTH, b, "b"),
            size(Relation.LENGTH, c, "c"));
    double s = (a + b + c) / 2;
    double area = Math.sqrt(s * (s - a) * (s - b) * (s - c));
    Xy p = to(held, "a");
    Xy q = to(held, "b");
    assertThat(p.cross(q) / 2).isCloseTo(area, within(1e-8 * area));
    assertThat(held.freedom()).isZero();
    assertThat(held.movable()).isEmpty();
    assertThat(held.redundant()).isEmpty();
    assertThat(to(held, "c").distance(from(held, "a"))).isZero();
  }

  @Test
  void theFewestThatContradictAreNamed() {
    assertThatThrownBy(() ->
            hold(
                triangle(),
                Constraint.of(Relation.FIXED, "a.from"),
                Constraint.of(Relation.HORIZONTAL, "a"),
                size(Relation.LENGTH, 30, "a"),
                size(Relation.LENGTH, 40, "b"),
                size(Relation.LENGTH, 80, "c")))
        .isInstanceOf(SketchProblem.class)
        .hasMessageContaining(
            "length of a (30.0 mm); length of b (40.0 mm); length of c (80.0 mm).")
        .hasMessageNotContaining("horizontal")
        .hasMessageNotContaining("fixed");
  }

  @Test
  void whatFollowsFromOthersIsTold() throws Exception {
    List<SketchCurve> box =
        List.of(
            line("a", 0, 0, 20, 1),
            line("b", 20, 1, 21, 10),
            line("c", 21, 10, 1, 11),
            line("d", 1, 11, 0, 0));
    Held held =
        hold(
            box,
            Constraint.of(Relation.HORIZONTAL, "a"),
            Constraint.of(Relation.VERTICAL, "b"),
            Constraint.of(Relation.HORIZONTAL, "c"),
            Constraint.of(Relation.VERTICAL, "d"),
            Constraint.of(Relation.EQUAL, "a", "c"));
    assertThat(held.redundant()).containsExactly("a equal c");
    // Place, width and height.
    assertThat(held.freedom()).isEqualTo(4);
    assertThat(held.movable()).containsExactlyInAnyOrder("a", "b", "c", "d");
  }

  /**
   * Soddy's circles: of four circles that touch each other the curvatures meet (a + b + c + d)^2 =
   * 2 (a^2 + b^2 + c^2 + d^2) (Descartes 1643; Soddy, Nature 137, 1936, p. 1021).
   */
  @ParameterizedTest
  @CsvSource({"3, 3, 3", "2, 3, 6", "5, 4, 2.5"})
  void soddysInnerCircle(double a, double b, double c) throws Exception {
    List<SketchCurve> circles =
        List.of(
            circle("a", 0, 0, 2 * a),
            circle("b", a + b, 0, 2 * b),
            circle("c", a, a + c, 2 * c),
            circle("d", a, 1.2, 1));
    Held held =
        hold(
            circles,
            Constraint.of(Relation.FIXED, "a.centre"),
            Constraint.of(Relation.HORIZONTAL, "a.centre", "b.centre"),
            size(Relation.RADIUS, a, "a"),
            size(Relation.RADIUS, b, "b"),
            size(Relation.RADIUS, c, "c"),
            Constraint.of(Relation.TANGENT, "a", "b"),
            Constraint.of(Relation.TANGENT, "b", "c"),
            Constraint.of(Relation.TANGENT, "a", "c"),
            Constraint.of(Relation.TANGENT, "a", "d"),
            Constraint.of(Relation.TANGENT, "b", "d"),
            Constraint.of(Relation.TANGENT, "c", "d"));
    double sum = 1 / a + 1 / b + 1 / c;
    double curvature = sum + 2 * Math.sqrt(1 / (a * b) + 1 / (b * c) + 1 / (c * a));
    assertThat(radius(held, "d")).isCloseTo(1 / curvature, within(1e-9));
    assertThat(held.freedom()).isZero();
  }

  /**
   * Malfatti's circles in a 3-4-5 triangle: radii by the known formula, r / (2 (s - a)) times (s +
   * d - r - e - f) with d, e, f the distances of the incentre from the corners (Malfatti 1803; as
   * in Weisstein, MathWorld, from memory).
   */
  @Test
  void malfattisCircles() throws Exception {
    double k = 10;
    List<SketchCurve> curves =
        List.of(
            line("x", 0, 0, 4 * k, 0),
            line("h", 4 * k, 0, 0, 3 * k),
            line("y", 0, 3 * k, 0, 0),
            circle("p", 7, 7, 13),
            circle("q", 24, 6, 10),
            circle("r", 5, 19, 9));
    List<Constraint> constraints = new ArrayList<>();
    for (String end : List.of("x.from", "x.to", "y.from")) {
      constraints.add(Constraint.of(Relation.FIXED, end));
    }
    for (String touching : List.of("p x", "p y", "q x", "q h", "r h", "r y", "p q", "q r", "p r")) {
      int blank = touching.indexOf(' ');
      constraints.add(
          Constraint.of(
              Relation.TANGENT, touching.substring(0, blank), touching.substring(blank + 1)));
    }
    Held held = Constrained.hold(curves, constraints, VALUES);
    double s = 6 * k;
    double r = k;
    double d = Math.sqrt(2) * k;
    double e = Math.sqrt(10) * k;
    double f = Math.sqrt(5) * k;
    assertThat(radius(held, "p"))
        .isCloseTo(r / (2 * (s - 5 * k)) * (s + d - r - e - f), within(1e-8));
    assertThat(radius(held, "q"))
        .isCloseTo(r / (2 * (s - 3 * k)) * (s + e - r - d - f), within(1e-8));
    assertThat(radius(held, "r"))
        .isCloseTo(r / (2 * (s - 4 * k)) * (s + f - r - d - e), within(1e-8));
  }

  /**
   * A four-bar linkage turned by its crank in a thousand steps: the rocker is where the closed form
   * says (two circles that cross), always on the side on which it was drawn.
   */
  @Test
  void aFourBarLinkageNeverFlips() throws Exception {
    double ground = 50;
    double crank = 15;
    double coupler = 45;
    double rocker = 30;
    List<SketchCurve> bars =
        List.of(
            line("crank", 0, 0, 15, 0),
            line("coupler", 15, 0, 50, 28),
            line("rocker", 50, 28, 50, 0),
            new SketchCurve.Line("ground", at(0, 0), at(50, 0), true));
    for (int i = 0; i < 1000; i++) {
      double angle = 2 * Math.PI * i / 1000;
      Held held =
          hold(
              bars,
              Constraint.of(Relation.FIXED, "ground.from"),
              Constraint.of(Relation.FIXED, "ground.to"),
              size(Relation.LENGTH, crank, "crank"),
              size(Relation.LENGTH, coupler, "coupler"),
              size(Relation.LENGTH, rocker, "rocker"),
              Constraint.dimension(
                  Relation.ANGLE, new Expr(Math.toDegrees(angle) + " deg"), "ground", "crank"));
      Xy a = Xy.polar(crank, angle);
      Xy b = new Xy(ground, 0);
      double apart = a.distance(b);
      double along = (coupler * coupler - rocker * rocker + apart * apart) / (2 * apart);
      Xy way = b.minus(a).times(1 / apart);
      Xy up = new Xy(-way.y(), way.x());
      Xy joint =
          a.plus(way.times(along)).plus(up.times(Math.sqrt(coupler * coupler - along * along)));
      assertThat(to(held, "coupler").distance(joint)).as("step " + i).isLessThan(1e-7);
      // The next step begins where this one ended, as it does when a number is drawn along.
      bars = held.curves();
    }
  }

  /** Numbers without a formula are where something was drawn; formulas hold. */
  @Test
  void formulasHoldAndPlainNumbersMove() throws Exception {
    SketchCurve held =
        new SketchCurve.Line(
            "a", at(0, 0), new Point2(new Expr("w/2"), new Expr("0 mm + 1 mm")), false);
    Held result =
        hold(
            List.of(held, line("b", 3, 8, 30, 9)),
            Constraint.of(Relation.EQUAL, "a", "b"),
            Constraint.of(Relation.PARALLEL, "a", "b"),
            Constraint.of(Relation.FIXED, "a.from"));
    assertThat(to(result, "a")).isEqualTo(new Xy(20, 1));
    assertThat(to(result, "b").minus(from(result, "b")).distance(new Xy(20, 1))).isLessThan(1e-8);
  }

  @Test
  void anArcGoesOnTangentlyFromALine() throws Exception {
    List<SketchCurve> curves =
        List.of(
            line("l", 0, 0, 20, 0),
            new SketchCurve.Arc("k", at(20, 0), at(30, 9), null, at(21, 10), false, false));
    Held held =
        hold(
            curves,
            Constraint.of(Relation.FIXED, "l.from"),
            Constraint.of(Relation.FIXED, "l.to"),
            Constraint.of(Relation.TANGENT, "l", "k"),
            size(Relation.RADIUS, 12, "k"));
    SketchCurve.Arc arc = (SketchCurve.Arc) curve(held, "k");
    assertThat(arc.centre().at(VALUES).distance(new Xy(20, 12))).isLessThan(1e-8);
    assertThat(arc.to().at(VALUES).distance(new Xy(20, 12))).isCloseTo(12, within(1e-8));
    assertThat(held.freedom()).isEqualTo(1);
    assertThat(held.movable()).containsExactly("k");
  }

  @Test
  void aPointDrawnAlongFollowsAsFarAsItMay() throws Exception {
    List<Constraint> constraints =
        List.of(
            Constraint.of(Relation.FIXED, "a.from"),
            Constraint.of(Relation.HORIZONTAL, "a"),
            size(Relation.LENGTH, 30, "b"));
    Held held =
        Constrained.dragged(triangle(), constraints, VALUES, Map.of("a.to", new Xy(50, 20)));
    assertThat(from(held, "a").length()).isLessThan(1e-9);
    assertThat(to(held, "a").y()).isCloseTo(0, within(1e-9));
    assertThat(to(held, "a").x()).isGreaterThan(35);
    assertThat(from(held, "b").distance(to(held, "b"))).isCloseTo(30, within(1e-8));
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = ';',
      value = {
        "HORIZONTAL; nobody; no curve is named nobody",
        "FIXED; a; no point is named a",
        "PARALLEL; a; needs 2 things",
        "TANGENT; a,b; needs a circle or an arc, not b",
      })
  void whatAConstraintCannotBeOfIsSaid(Relation relation, String of, String why) {
    assertThatThrownBy(() -> hold(triangle(), Constraint.of(relation, of.split(",", -1))))
        .isInstanceOf(SketchProblem.class)
        .hasMessageContaining(why);
  }

  @Test
  void aDimensionOfNothingIsRefused() {
    assertThatThrownBy(() -> hold(triangle(), size(Relation.LENGTH, 0, "a")))
        .isInstanceOf(SketchProblem.class)
        .hasMessageContaining("must be more than 0");
  }

  @Test
  void aReferenceHoldsNothing() throws Exception {
    Constraint reference =
        new Constraint(Relation.LENGTH, List.of("a"), new Expr("99 mm"), null, true);
    Held held = hold(triangle(), reference);
    assertThat(to(held, "a")).isEqualTo(new Xy(25, 2));
  }

  /** A sketch that is known to be solvable, pushed about and solved back: a thousand of them. */
  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3, 4, 5, 6, 7, 8, 9, 10})
  void aHundredSketchesPushedAboutAreSolvedBack(long seed) throws Exception {
    Random random = new Random(seed);
    for (int round = 0; round < 100; round++) {
      RandomSketch sketch = new RandomSketch(random);
      Held held = Constrained.hold(sketch.pushed(), sketch.constraints(), VALUES);
      for (Constraint c : sketch.constraints()) {
        if (c.relation() == Relation.LENGTH) {
          String name = c.of().getFirst();
          assertThat(from(held, name).distance(to(held, name)))
              .as("seed %d round %d %s", seed, round, c.inWords())
              .isCloseTo(VALUES.lengthMm(c.value()), within(1e-7));
        }
      }
      assertThat(held.freedom()).isGreaterThanOrEqualTo(0);
    }
  }

  /** A chain of lines with numbers taken from where it truly is. */
  private static final class RandomSketch {
    private final List<Xy> corners = new ArrayList<>();
    private final List<Xy> pushed = new ArrayList<>();
    private final List<Constraint> constraints = new ArrayList<>();

    RandomSketch(Random random) {
      int n = random.nextInt(3, 9);
      for (int i = 0; i < n; i++) {
        double turn = 2 * Math.PI * (i + random.nextDouble(0.1, 0.9)) / n;
        Xy p = Xy.polar(random.nextDouble(15, 60), turn);
        corners.add(p);
        pushed.add(p.plus(Xy.polar(random.nextDouble(0, 1.5), random.nextDouble(0, 7))));
      }
      constraints.add(Constraint.dimension(Relation.LENGTH, new Expr(side(0) + " mm"), "l0"));
      for (int i = 1; i < n; i++) {
        if (random.nextBoolean()) {
          constraints.add(
              Constraint.dimension(Relation.LENGTH, new Expr(side(i) + " mm"), "l" + i));
        } else {
          Xy a = way(i - 1);
          Xy b = way(i);
          double deg = Math.toDegrees(Math.atan2(a.cross(b), a.dot(b)));
          constraints.add(
              Constraint.dimension(Relation.ANGLE, new Expr(deg + " deg"), "l" + (i - 1), "l" + i));
        }
      }
    }

    private Xy way(int i) {
      return corners.get((i + 1) % corners.size()).minus(corners.get(i));
    }

    private double side(int i) {
      return way(i).length();
    }

    List<Constraint> constraints() {
      return constraints;
    }

    List<SketchCurve> pushed() {
      List<SketchCurve> out = new ArrayList<>();
      for (int i = 0; i < pushed.size(); i++) {
        Xy a = pushed.get(i);
        Xy b = pushed.get((i + 1) % pushed.size());
        out.add(line("l" + i, a.x(), a.y(), b.x(), b.y()));
      }
      return out;
    }
  }
}

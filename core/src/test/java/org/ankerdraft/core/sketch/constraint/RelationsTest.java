package org.ankerdraft.core.sketch.constraint;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.stream.Stream;
import org.ankerdraft.core.expression.Evaluator;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.sketch.Point2;
import org.ankerdraft.core.sketch.SketchCurve;
import org.ankerdraft.core.sketch.constraint.Constrained.Held;
import org.ankerdraft.vectors.Xy;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** Each relation, measured by plane geometry on curves that were drawn anyhow. */
class RelationsTest {
  private static final Evaluator VALUES = new Evaluator(Map.of());

  /** How far from holding a relation is, mm (or rad). */
  @FunctionalInterface
  interface Off {
    double in(Drawn d) throws ExpressionException;
  }

  record Case(Constraint constraint, Off off) {
    @Override
    public String toString() {
      return constraint.inWords();
    }
  }

  /** The curves a and b (lines), k and m (circles), g (an arc), as they are held. */
  record Drawn(Held held) {
    SketchCurve.Line line(String name) {
      return (SketchCurve.Line) curve(name);
    }

    private SketchCurve curve(String name) {
      return held.curves().stream().filter(c -> c.name().equals(name)).findFirst().orElseThrow();
    }

    Xy from(String name) throws ExpressionException {
      return line(name).from().at(VALUES);
    }

    Xy to(String name) throws ExpressionException {
      return line(name).to().at(VALUES);
    }

    Xy way(String name) throws ExpressionException {
      return to(name).minus(from(name));
    }

    Xy centre(String name) throws ExpressionException {
      return switch (curve(name)) {
        case SketchCurve.Circle c -> c.centre().at(VALUES);
        case SketchCurve.Arc a -> a.centre().at(VALUES);
        default -> throw new IllegalArgumentException(name);
      };
    }

    double radius(String name) throws ExpressionException {
      return switch (curve(name)) {
        case SketchCurve.Circle c -> VALUES.lengthMm(c.diameter()) / 2;
        case SketchCurve.Arc a -> a.from().at(VALUES).distance(a.centre().at(VALUES));
        default -> throw new IllegalArgumentException(name);
      };
    }

    /** Distance of a point from a line through a and b. */
    double off(Xy p, String line) throws ExpressionException {
      return p.minus(from(line)).cross(way(line)) / way(line).length();
    }

    double sine(String a, String b) throws ExpressionException {
      return way(a).cross(way(b)) / way(a).length() / way(b).length();
    }
  }

  private static Constraint of(Relation r, String... things) {
    return Constraint.of(r, things);
  }

  private static Constraint size(Relation r, String value, String... things) {
    return Constraint.dimension(r, new Expr(value), things);
  }

  static Stream<Case> cases() {
    return Stream.of(
        new Case(of(Relation.HORIZONTAL, "a"), d -> d.way("a").y()),
        new Case(of(Relation.VERTICAL, "a"), d -> d.way("a").x()),
        new Case(
            of(Relation.HORIZONTAL, "a.from", "k.centre"),
            d -> d.from("a").y() - d.centre("k").y()),
        new Case(of(Relation.COINCIDENT, "a.to", "b.from"), d -> d.to("a").distance(d.from("b"))),
        new Case(
            of(Relation.ON_CURVE, "a.to", "k"),
            d -> d.to("a").distance(d.centre("k")) - d.radius("k")),
        new Case(of(Relation.ON_CURVE, "a.to", "b"), d -> d.off(d.to("a"), "b")),
        new Case(
            of(Relation.ON_CURVE, "a.to", "g"),
            d -> d.to("a").distance(d.centre("g")) - d.radius("g")),
        new Case(
            of(Relation.MIDPOINT, "k.centre", "a"),
            d -> d.from("a").plus(d.to("a")).times(0.5).distance(d.centre("k"))),
        new Case(of(Relation.PARALLEL, "a", "b"), d -> d.sine("a", "b")),
        new Case(
            of(Relation.PERPENDICULAR, "a", "b"),
            d -> d.way("a").dot(d.way("b")) / d.way("a").length()),
        new Case(
            of(Relation.COLLINEAR, "a", "b"),
            d -> Math.abs(d.off(d.from("b"), "a")) + Math.abs(d.off(d.to("b"), "a"))),
        new Case(
            of(Relation.TANGENT, "a", "k"),
            d -> Math.abs(d.off(d.centre("k"), "a")) - d.radius("k")),
        new Case(
            of(Relation.TANGENT, "g", "b"),
            d -> Math.abs(d.off(d.centre("g"), "b")) - d.radius("g")),
        new Case(
            of(Relation.TANGENT, "k", "m"),
            d -> d.centre("k").distance(d.centre("m")) - d.radius("k") - d.radius("m")),
        new Case(of(Relation.EQUAL, "a", "b"), d -> d.way("a").length() - d.way("b").length()),
        new Case(of(Relation.EQUAL, "k", "g"), d -> d.radius("k") - d.radius("g")),
        new Case(of(Relation.CONCENTRIC, "k", "m"), d -> d.centre("k").distance(d.centre("m"))),
        new Case(
            of(Relation.SYMMETRIC, "a.from", "a.to", "b"),
            d ->
                Math.abs(d.off(d.from("a"), "b") + d.off(d.to("a"), "b"))
                    + Math.abs(d.way("a").dot(d.way("b")) / d.way("b").length())),
        new Case(of(Relation.FIXED, "m.centre"), d -> d.centre("m").distance(new Xy(40, 30))),
        new Case(size(Relation.LENGTH, "17 mm", "a"), d -> d.way("a").length() - 17),
        new Case(
            size(Relation.DISTANCE, "9 mm", "a.to", "k.centre"),
            d -> d.to("a").distance(d.centre("k")) - 9),
        new Case(
            size(Relation.DISTANCE, "9 mm", "k.centre", "a"),
            d -> Math.abs(d.off(d.centre("k"), "a")) - 9),
        new Case(
            size(Relation.DISTANCE_X, "13 mm", "a.from", "m.centre"),
            d -> Math.abs(d.centre("m").x() - d.from("a").x()) - 13),
        new Case(
            size(Relation.DISTANCE_Y, "13 mm", "a.from", "m.centre"),
            d -> Math.abs(d.centre("m").y() - d.from("a").y()) - 13),
        new Case(
            size(Relation.DISTANCE, "11 mm", "k.centre", "y-axis"),
            d -> Math.abs(d.centre("k").x()) - 11),
        new Case(size(Relation.RADIUS, "4 mm", "g"), d -> d.radius("g") - 4),
        new Case(size(Relation.DIAMETER, "15 mm", "k"), d -> 2 * d.radius("k") - 15),
        new Case(
            size(Relation.ANGLE, "35 deg", "a", "b"),
            d -> d.sine("a", "b") - Math.sin(Math.toRadians(35))),
        new Case(
            size(Relation.ANGLE, "-120 deg", "a", "b"),
            d -> d.sine("a", "b") - Math.sin(Math.toRadians(-120))));
  }

  private static Point2 at(double x, double y) {
    return new Point2(new Expr(x + " mm"), new Expr(y + " mm"));
  }

  private static List<SketchCurve> drawn(Random random) {
    double[] r = random.doubles(16, -3, 3).toArray();
    return List.of(
        new SketchCurve.Line("a", at(0 + r[0], 0 + r[1]), at(20 + r[2], 4 + r[3]), false),
        new SketchCurve.Line("b", at(2 + r[4], 25 + r[5]), at(18 + r[6], 33 + r[7]), false),
        new SketchCurve.Circle("k", at(12 + r[8], 13 + r[9]), new Expr(9 + r[10] + " mm"), false),
        new SketchCurve.Circle("m", at(40, 30), new Expr(12 + r[11] + " mm"), false),
        new SketchCurve.Arc(
            "g",
            at(-10 + r[12], 10),
            at(-20, 20 + r[13]),
            at(-12 + r[14], 18),
            null,
            false,
            false));
  }

  @ParameterizedTest
  @MethodSource("cases")
  void eachHoldsWhereverTheCurvesWereDrawn(Case c) throws Exception {
    for (long seed = 1; seed <= 12; seed++) {
      List<SketchCurve> curves = drawn(new Random(seed));
      Held held = Constrained.hold(curves, List.of(c.constraint()), VALUES);
      assertThat(c.off().in(new Drawn(held))).as("seed " + seed).isCloseTo(0, within(1e-7));
      // An arc's ends stay on it.
      SketchCurve.Arc g = (SketchCurve.Arc) new Drawn(held).curve("g");
      Xy centre = g.centre().at(VALUES);
      assertThat(g.to().at(VALUES).distance(centre))
          .isCloseTo(g.from().at(VALUES).distance(centre), within(1e-7));
    }
  }

  @Test
  void everyRelationIsTried() {
    Set<Relation> tried = EnumSet.noneOf(Relation.class);
    cases().forEach(c -> tried.add(c.constraint().relation()));
    assertThat(tried).containsExactlyInAnyOrder(Relation.values());
  }

  /** A tangent stays on the side on which it was drawn, inside and outside. */
  @Test
  void aCircleWithinAnotherStaysWithin() throws Exception {
    List<SketchCurve> circles =
        List.of(
            new SketchCurve.Circle("k", at(0, 0), new Expr("40 mm"), false),
            new SketchCurve.Circle("m", at(11, 3), new Expr("10 mm"), false));
    Drawn d = new Drawn(Constrained.hold(circles, List.of(of(Relation.TANGENT, "k", "m")), VALUES));
    assertThat(d.centre("k").distance(d.centre("m")) - (d.radius("k") - d.radius("m")))
        .isCloseTo(0, within(1e-8));
  }
}

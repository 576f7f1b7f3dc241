package org.ankerdraft.core.sketch.edit;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.stream.LongStream;
import org.ankerdraft.core.Seeds;
import org.ankerdraft.core.expression.Evaluator;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.sketch.Curve2;
import org.ankerdraft.core.sketch.SketchCurve;
import org.ankerdraft.core.sketch.constraint.Constrained;
import org.ankerdraft.core.sketch.constraint.Constraint;
import org.ankerdraft.core.sketch.constraint.Relation;
import org.ankerdraft.vectors.Xy;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;

/** Copies and offsets, against what a motion of the plane keeps and against closed forms. */
class CopiesTest {
  private static final Evaluator VALUES = new Evaluator(Map.of());

  private static Xy point(Random r) {
    return new Xy(r.nextDouble() * 30 - 15, r.nextDouble() * 30 - 15);
  }

  /** One of each kind of curve. */
  private static List<SketchCurve> all(Random r) {
    Xy p = point(r);
    Xy q = p.plus(new Xy(9, 4));
    Xy m = p.plus(new Xy(2, 6));
    return List.of(
        new SketchCurve.Line("l1", Drawn.point(p), Drawn.point(q), false),
        new SketchCurve.Arc(
            "a1", Drawn.point(p), Drawn.point(q), Drawn.point(m), null, false, false),
        Drawn.own(new Curve2.Arc(1, p, m, q).reversed(), "a2", false),
        new SketchCurve.Circle("k1", Drawn.point(p), Drawn.mm(7), false),
        new SketchCurve.Slot("g1", Drawn.point(p), Drawn.point(q), Drawn.mm(3), false),
        new SketchCurve.Polygon(
            "p1", Drawn.point(p), new Expr("5"), null, Drawn.mm(9), new Expr("13 deg"), false),
        new SketchCurve.Ellipse(
            "e1", Drawn.point(m), Drawn.mm(12), Drawn.mm(5), new Expr("20 deg"), null, null, false),
        new SketchCurve.Ellipse(
            "e2",
            Drawn.point(m),
            Drawn.mm(5),
            Drawn.mm(12),
            new Expr("20 deg"),
            new Expr("30 deg"),
            new Expr("170 deg"),
            false),
        new SketchCurve.Spline(
            "c1",
            List.of(Drawn.point(p), Drawn.point(m), Drawn.point(q)),
            new Expr("2"),
            false,
            false),
        new SketchCurve.Point("o1", Drawn.point(q)));
  }

  static LongStream seeds() {
    return Seeds.of(10, 100);
  }

  /** Every point of a copy is the moved point of its original, ends in either order. */
  @Tag("seeded")
  @ParameterizedTest
  @MethodSource("seeds")
  void aCopyIsTheImageOfItsOriginal(long seed) throws Exception {
    Random r = new Random(seed);
    Xy a = point(r);
    Xy b = point(r);
    Motion motion = r.nextBoolean() ? Motion.mirror(a, b) : Motion.turn(a, r.nextDouble() * 6);
    List<SketchCurve> curves = all(r);
    Drawn moved =
        new Copies(new Drawn(curves, List.of()), VALUES)
            .moved(curves.stream().map(SketchCurve::name).toList(), motion);
    for (SketchCurve c : curves) {
      List<Curve2> before = List.copyOf(Drawn.piecesOf(c, VALUES).values());
      List<Curve2> after = List.copyOf(Drawn.piecesOf(moved.curve(c.name()), VALUES).values());
      for (Curve2 piece : before) {
        for (double s : new double[] {0, 0.21, 0.5, 0.83, 1}) {
          assertThat(distance(after, motion.of(piece.at(s)))).as(c.name()).isLessThan(1e-5);
        }
      }
    }
  }

  private static double distance(List<Curve2> curves, Xy p) {
    return curves.stream().mapToDouble(c -> Near.distance(c, p)).min().orElseThrow();
  }

  @Test
  void aMirrorKeepsItsPointsInTheirPlaces() {
    Motion m = Motion.mirror(new Xy(3, 0), new Xy(3, 5));
    assertThat(m.of(new Xy(5, 2)).distance(new Xy(1, 2))).isLessThan(1e-12);
    Motion diagonal = Motion.mirror(Xy.ZERO, new Xy(1, 1));
    assertThat(diagonal.of(new Xy(5, 2)).distance(new Xy(2, 5))).isLessThan(1e-12);
  }

  /** What is mirrored follows: the original is drawn elsewhere, its image goes there, too. */
  @Test
  void mirroredCurvesStayMirrored() throws Exception {
    Drawn d =
        new Drawn(
            List.of(
                CuttingTest.line("l1", 0, -20, 0, 20),
                CuttingTest.line("l2", 5, 0, 12, 9),
                CuttingTest.circle("k1", 9, -4, 6)),
            List.of(Constraint.of(Relation.VERTICAL, "l1")));
    Drawn m = new Copies(d, VALUES).mirrored(List.of("l2", "k1"), "l1");
    assertThat(m.curves()).hasSize(5);
    var held =
        Constrained.dragged(m.curves(), m.constraints(), VALUES, Map.of("l2.to", new Xy(15, 3)));
    SketchCurve.Line image =
        (SketchCurve.Line)
            held.curves().stream().filter(c -> c.name().equals("l3")).findFirst().orElseThrow();
    SketchCurve.Line own =
        (SketchCurve.Line)
            held.curves().stream().filter(c -> c.name().equals("l2")).findFirst().orElseThrow();
    SketchCurve.Line axis =
        (SketchCurve.Line)
            held.curves().stream().filter(c -> c.name().equals("l1")).findFirst().orElseThrow();
    double x = axis.from().at(VALUES).x();
    assertThat(image.to().at(VALUES).x() - x).isCloseTo(x - own.to().at(VALUES).x(), within(1e-6));
    assertThat(image.to().at(VALUES).y()).isCloseTo(own.to().at(VALUES).y(), within(1e-6));
  }

  @Test
  void rowsAndRoundsTakeTheirOwnRelationsAlong() throws Exception {
    Drawn d =
        new Drawn(
            List.of(CuttingTest.line("l1", 0, 0, 6, 0), CuttingTest.circle("k1", 6, 0, 3)),
            List.of(
                Constraint.of(Relation.HORIZONTAL, "l1"),
                Constraint.of(Relation.COINCIDENT, "k1.centre", "l1.to"),
                Constraint.of(Relation.FIXED, "l1.from")));
    Drawn row = new Copies(d, VALUES).inRow(List.of("l1", "k1"), 4, new Xy(0, 10));
    assertThat(row.curves()).hasSize(10);
    assertThat(row.constraints()).hasSize(3 + 4 * 2);
    SketchCurve.Circle last = (SketchCurve.Circle) row.curves().getLast();
    assertThat(last.centre().at(VALUES).distance(new Xy(6, 40))).isLessThan(1e-9);
    Drawn round = new Copies(d, VALUES).round(List.of("l1", "k1"), 5, Xy.ZERO, Math.toRadians(60));
    assertThat(round.curves()).hasSize(12);
    // Turned, a level line is not level, unless it is turned half round; what touches stays.
    assertThat(round.constraints()).hasSize(3 + 5 + 1);
    assertThatThrownBy(() -> new Copies(d, VALUES).inRow(List.of("l1"), 0, Xy.ZERO))
        .hasMessageContaining("from 1 to 1000 copies, not 0");
  }

  @Test
  void aFigureIsTakenApart() throws Exception {
    SketchCurve r =
        new SketchCurve.Rectangle("r", null, null, Drawn.mm(40), Drawn.mm(30), Drawn.mm(5), false);
    Drawn apart = new Copies(new Drawn(List.of(r), List.of()), VALUES).apart("r");
    assertThat(apart.curves()).hasSize(8);
    assertThat(apart.curves().stream().map(SketchCurve::name)).contains("r-left", "r-corner1");
  }

  private static double area(List<SketchCurve> curves) throws Exception {
    double sum = 0;
    for (SketchCurve c : curves) {
      for (Curve2 piece : Drawn.piecesOf(c, VALUES).values()) {
        for (int i = 0; i < 4000; i++) {
          sum += piece.at(i / 4000.0).cross(piece.at((i + 1) / 4000.0)) / 2;
        }
      }
    }
    return Math.abs(sum);
  }

  /** Inwards a convex figure with round corners keeps its straight sides: areas by Steiner. */
  @ParameterizedTest
  @CsvSource({"2, 0", "-3, 0", "2, 5", "-4, 5", "4.9, 5"})
  void theOffsetOfARectangle(double inwards, double rounding) throws Exception {
    SketchCurve r =
        new SketchCurve.Rectangle(
            "r",
            null,
            null,
            Drawn.mm(40),
            Drawn.mm(30),
            rounding == 0 ? null : Drawn.mm(rounding),
            false);
    Drawn d = new Drawn(List.of(r), List.of());
    Drawn off = new ChainOffset(d, VALUES).offset(List.of("r"), inwards);
    double w = 40 - 2 * inwards;
    double h = 30 - 2 * inwards;
    double q = rounding == 0 ? 0 : rounding - inwards;
    double wanted = w * h - (4 - Math.PI) * q * q;
    List<SketchCurve> only = off.curves().subList(1, off.curves().size());
    assertThat(area(only)).isCloseTo(wanted, within(1e-4));
  }

  @Test
  void anOffsetThatUsesUpALineSaysItsLimit() {
    SketchCurve r =
        new SketchCurve.Rectangle("r", null, null, Drawn.mm(40), Drawn.mm(30), null, false);
    Drawn d = new Drawn(List.of(r), List.of());
    assertThatThrownBy(() -> new ChainOffset(d, VALUES).offset(List.of("r"), 16))
        .hasMessageContaining("used up")
        .hasMessageContaining("works up to 14.999 mm");
    Drawn round = new Drawn(List.of(CuttingTest.circle("k1", 0, 0, 20)), List.of());
    assertThatThrownBy(() -> new ChainOffset(round, VALUES).offset(List.of("k1"), 11))
        .hasMessageContaining("radius of k1 is 10 mm")
        .hasMessageContaining("works up to 9.999 mm");
  }
}

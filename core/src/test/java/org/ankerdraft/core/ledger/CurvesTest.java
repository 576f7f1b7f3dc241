package org.ankerdraft.core.ledger;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Random;
import java.util.stream.Collectors;
import org.ankerdraft.core.Parts;
import org.ankerdraft.core.geometry.BSpline;
import org.ankerdraft.vectors.Xy;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Slots, ellipses and splines as profiles: built, and as large as geometry says. */
class CurvesTest {
  private static final double HEIGHT = 7;

  private static String extruded(String curves) {
    return "{'kind':'sketch','id':'s','curves':["
        + curves
        + "]},{'kind':'extrude','id':'e','sketch':'s','depth':'"
        + HEIGHT
        + " mm'}";
  }

  private static double area(String curves) {
    return Parts.volume(Parts.ok(extruded(curves))) / HEIGHT;
  }

  private static String message(String curves) {
    PartState state = Parts.build(extruded(curves));
    return state.step("s").orElseThrow().message();
  }

  @ParameterizedTest
  @CsvSource({"0, 0, 30, 0, 8", "-5, 3, 12, 40, 2.5", "10, 0, 0, 0, 60"})
  void aSlot(double ax, double ay, double bx, double by, double width) {
    String slot =
        String.format(
            Locale.ROOT,
            "{'curve':'slot','name':'g','from':['%f mm','%f mm'],'to':['%f mm','%f mm'],'width':'%f mm'}",
            ax,
            ay,
            bx,
            by,
            width);
    double wanted = Math.hypot(bx - ax, by - ay) * width + Math.PI * width * width / 4;
    assertThat(area(slot)).isCloseTo(wanted, within(1e-7 * wanted));
    PartState state = Parts.ok(extruded(slot));
    assertThat(
            state.bodies().values().iterator().next().named().faceNames().stream()
                .map(Object::toString))
        .contains("e/side:g.left", "e/side:g.right", "e/side:g.start", "e/side:g.end");
  }

  /** Half the axes times pi; where width and height are equal it is a circle. */
  @ParameterizedTest
  @CsvSource({"40, 24, 0", "24, 40, 0", "30, 29, 33", "20, 20, 10", "100, 3, -70"})
  void anEllipse(double width, double height, double turn) {
    double wanted = Math.PI * width * height / 4;
    assertThat(area(ellipse(width, height, turn, ""))).isCloseTo(wanted, within(1e-6 * wanted));
  }

  private static String ellipse(double width, double height, double turn, String arc) {
    return String.format(
        Locale.ROOT,
        "{'curve':'ellipse','name':'k','width':'%f mm','height':'%f mm','centre':['5 mm','-2 mm'],'turn':'%f deg'%s}",
        width,
        height,
        turn,
        arc);
  }

  /**
   * The segment that a chord cuts off is the flattened image of a circle's: (t - sin t) a b / 2.
   */
  @ParameterizedTest
  @CsvSource({"40, 24, 20, 200", "24, 40, 0, 90", "30, 10, 300, 45", "16, 16, 10, 250"})
  void anArcOfAnEllipse(double width, double height, double from, double to) {
    double a = width / 2;
    double b = height / 2;
    Xy start = at(a, b, from);
    Xy end = at(a, b, to);
    String arc =
        ellipse(width, height, 0, ",'start':'" + from + " deg','end':'" + to + " deg'")
            + String.format(
                Locale.ROOT,
                ",{'curve':'line','name':'l','from':['%.12f mm','%.12f mm'],'to':['%.12f mm','%.12f mm']}",
                end.x(),
                end.y(),
                start.x(),
                start.y());
    double t = Math.toRadians((to - from + 360) % 360);
    double wanted = (t - Math.sin(t)) * a * b / 2;
    assertThat(area(arc)).isCloseTo(wanted, within(1e-6 * wanted));
  }

  private static Xy at(double a, double b, double deg) {
    double t = Math.toRadians(deg);
    return new Xy(5 + a * Math.cos(t), -2 + b * Math.sin(t));
  }

  private static List<Xy> ring(int n, long seed) {
    Random r = new Random(seed);
    List<Xy> points = new ArrayList<>();
    for (int i = 0; i < n; i++) {
      points.add(Xy.polar(20 + 10 * r.nextDouble(), 2 * Math.PI * i / n));
    }
    return points;
  }

  private static String spline(List<Xy> points, int degree, boolean closed) {
    return "{'curve':'spline','name':'c','degree':"
        + degree
        + ",'closed':"
        + closed
        + ",'points':["
        + points.stream()
            .map(p -> String.format(Locale.ROOT, "['%.9f mm','%.9f mm']", p.x(), p.y()))
            .collect(Collectors.joining(","))
        + "]}";
  }

  /** Green's theorem: half the integral of x dy - y dx, by the midpoints of many small steps. */
  private static double around(BSpline s) {
    double sum = 0;
    int steps = 4000;
    double h = (double) s.pieces() / steps;
    for (int i = 0; i < steps; i++) {
      double t = (i + 0.5) * h;
      sum += s.at(t).cross(s.derivative(t)) * h / 2;
    }
    return sum;
  }

  @ParameterizedTest
  @ValueSource(ints = {2, 3, 4, 5, 6})
  void aSplineThatRunsRound(int degree) {
    List<Xy> points = ring(9, degree);
    double wanted = around(new BSpline(points, degree, true));
    assertThat(area(spline(points, degree, true))).isCloseTo(wanted, within(1e-5 * wanted));
  }

  @ParameterizedTest
  @ValueSource(ints = {2, 3, 4, 5, 6})
  void aSplineThatALineCloses(int degree) {
    List<Xy> points = ring(16, degree).subList(0, 9);
    BSpline s = new BSpline(points, degree, false);
    Xy a = points.getFirst();
    Xy b = points.getLast();
    double wanted = Math.abs(around(s) + b.cross(a) / 2);
    String line =
        String.format(
            Locale.ROOT,
            ",{'curve':'line','name':'l','from':['%.9f mm','%.9f mm'],'to':['%.9f mm','%.9f mm']}",
            a.x(),
            a.y(),
            b.x(),
            b.y());
    assertThat(area(spline(points, degree, false) + line)).isCloseTo(wanted, within(1e-5 * wanted));
  }

  @Test
  void whatCannotBeDrawnIsSaid() {
    assertThat(
            message(
                "{'curve':'slot','name':'g','from':['1 mm','2 mm'],'to':['1 mm','2 mm'],'width':'3 mm'}"))
        .contains("slot g has no length");
    assertThat(
            message(
                "{'curve':'slot','name':'g','from':['1 mm','2 mm'],'to':['9 mm','2 mm'],'width':'0 mm'}"))
        .contains("width of g is 0");
    assertThat(message(ellipse(10, -1, 0, ""))).contains("height of k is -1");
    assertThat(message(ellipse(10, 5, 0, ",'start':'30 deg','end':'390 deg'")))
        .contains("the arc of ellipse k has no length");
    List<Xy> three = ring(3, 1);
    assertThat(message(spline(three, 3, false))).contains("needs at least 4");
    assertThat(message(spline(ring(9, 1), 7, false))).contains("from 2 to 6");
    assertThat(
            message(
                spline(List.of(three.get(0), three.get(1), three.get(1), three.get(2)), 2, false)))
        .contains("control points 2 and 3 of spline c are one");
  }

  /** A spline's ends are joined to lines, its own points drawn; the joint holds. */
  @Test
  void aSplineIsHeldByConstraints() {
    String steps =
        "{'kind':'sketch','id':'s','curves':["
            + "{'curve':'spline','name':'c','points':[['0 mm','0 mm'],['10 mm','12 mm'],['30 mm','12 mm'],['40 mm','1 mm']]},"
            + "{'curve':'line','name':'l','from':['40 mm','1 mm'],'to':['0 mm','0 mm']}],"
            + "'constraints':[{'constraint':'horizontal','of':['l']},{'constraint':'length','of':['l'],'value':'50 mm'},"
            + "{'constraint':'fixed','of':['c.from']},{'constraint':'distance y','of':['origin','c.p2'],'value':'15 mm'}]},"
            + "{'kind':'extrude','id':'e','sketch':'s','depth':'7 mm'}";
    PartState state = Parts.ok(steps);
    var box = state.bodies().values().iterator().next().named().shape().mass();
    assertThat(box.boxMax().x() - box.boxMin().x()).isCloseTo(50, within(1e-3));
    // Bernstein of one piece: 3 (1 - t)^2 t 15 + 3 (1 - t) t^2 12 is highest where its slope is 0.
    double top = 0;
    for (double t = 0; t <= 1; t += 1e-4) {
      top = Math.max(top, 3 * (1 - t) * (1 - t) * t * 15 + 3 * (1 - t) * t * t * 12);
    }
    assertThat(box.boxMax().y()).isCloseTo(top, within(1e-3));
  }
}

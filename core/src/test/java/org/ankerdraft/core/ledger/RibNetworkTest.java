package org.ankerdraft.core.ledger;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.awt.geom.AffineTransform;
import java.awt.geom.Area;
import java.awt.geom.Path2D;
import java.awt.geom.PathIterator;
import java.awt.geom.Rectangle2D;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.function.DoubleUnaryOperator;
import java.util.stream.Stream;
import org.ankerdraft.core.Parts;
import org.ankerdraft.core.geometry.BSpline;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.kernel.Topology;
import org.ankerdraft.vectors.Xy;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/**
 * Ribs that branch at an angle, meet in one place or close to rings, against areas of strips: by
 * hand, or united by the standard library's own plane geometry ({@link Area}).
 */
class RibNetworkTest {
  /** A tub 60 x 40 x 25 outside with walls of 2 mm: 56 x 36 x 23 inside. */
  private static final String TUB =
      "{'kind':'sketch','id':'s','curves':[{'curve':'rectangle','name':'r','width':'60 mm','height':'40 mm'}]},"
          + "{'kind':'extrude','id':'tub','sketch':'s','depth':'25 mm','body':'Tub'},"
          + "{'kind':'shell','id':'w','thickness':'2 mm','open':[{'choose':'face','name':'tub/end'}]}";

  private static final double WIDE = 1.2;
  private static final double HIGH = 10;

  private static String ribs(String curves, double draft, double root) {
    return ",{'kind':'sketch','id':'l','plane':{'base':'XY','offset':'12 mm'},'curves':["
        + curves
        + "]},{'kind':'rib','id':'rib','sketch':'l','thickness':'1.2 mm','draft':'"
        + draft
        + " deg'"
        + (root > 0 ? ",'rootRound':'" + root + " mm'" : "")
        + "}";
  }

  private static double added(String ribs) {
    return Parts.volume(Parts.ok(TUB + ribs)) - Parts.volume(Parts.ok(TUB));
  }

  /** Over the height of what widens by the draft on both sides; exact for areas of third degree. */
  private static double overHeight(double draftDeg, DoubleUnaryOperator area) {
    double widest = WIDE + 2 * HIGH * Math.tan(Math.toRadians(draftDeg));
    return HIGH
        / 6
        * (area.applyAsDouble(WIDE)
            + 4 * area.applyAsDouble((WIDE + widest) / 2)
            + area.applyAsDouble(widest));
  }

  /**
   * A branch ends in the middle of what it branches from, at any angle: nothing of it comes out on
   * the other side.
   */
  @ParameterizedTest
  @CsvSource({"40,0", "63,1", "90,0.5", "117,0", "140,1"})
  void aBranchAtAnAngle(double angleDeg, double draft) {
    double sin = Math.sin(Math.toRadians(angleDeg));
    double cos = Math.cos(Math.toRadians(angleDeg));
    String lines = Parts.line("a", -20, 0, 20, 0) + "," + Parts.line("b", 0, 0, 8 * cos, 8 * sin);
    double wanted = overHeight(draft, t -> t * 56 + t * (18 - t / 2) / sin);
    assertThat(added(ribs(lines, draft, 0))).isCloseTo(wanted, within(1e-6 * wanted));
    NamedShape body = Parts.ok(TUB + ribs(lines, draft, 0)).bodies().get("Tub").named();
    double farSide = 56 * HIGH / Math.cos(Math.toRadians(draft));
    assertThat(
            Stream.of("left", "right")
                .map(side -> body.face(FaceName.ofPart("rib", side, "a")))
                .mapToDouble(f -> body.topology().face(f).areaMm2())
                .max())
        .hasValueCloseTo(farSide, within(1e-6));
  }

  /** Roots and corners of branches are rounded at any angle. */
  @ParameterizedTest
  @CsvSource({"40,0,0.4", "50,1,0.6", "72,0.5,0.8", "125,0,0.6"})
  void aBranchAtAnAngleIsRounded(double angleDeg, double draft, double root) {
    double sin = Math.sin(Math.toRadians(angleDeg));
    double cos = Math.cos(Math.toRadians(angleDeg));
    String lines = Parts.line("a", -20, 0, 20, 0) + "," + Parts.line("b", 0, 0, 8 * cos, 8 * sin);
    NamedShape body = Parts.ok(TUB + ribs(lines, draft, root)).bodies().get("Tub").named();
    assertThat(sharpInside(body)).isEmpty();
  }

  private static List<Topology.Edge> sharpInside(NamedShape body) {
    return body.topology().edges().stream()
        .filter(e -> e.isSharp() && e.bend() == Topology.Bend.CONCAVE)
        .filter(e ->
            e.faces().stream()
                .map(body::faceName)
                .anyMatch(f -> f.isOf("rib", "left") || f.isOf("rib", "right")))
        .toList();
  }

  /** Strips from one place, each to a wall: what two neighbours share counts once. */
  @ParameterizedTest
  @ValueSource(doubles = {0, 1})
  void threeArmsFromOnePlace(double draft) {
    double x = 5 * Math.cos(Math.toRadians(30));
    String lines =
        Parts.line("a", 0, 0, 0, 5)
            + ","
            + Parts.line("b", 0, 0, x, -2.5)
            + ","
            + Parts.line("c", 0, 0, -x, -2.5);
    // Neighbours at 120 deg share a kite of h^2 / sqrt 3 each.
    double length = 18 + 2 * 28 / Math.cos(Math.toRadians(30));
    double wanted = overHeight(draft, t -> t * length - Math.sqrt(3) * t * t / 4);
    assertThat(added(ribs(lines, draft, 0))).isCloseTo(wanted, within(1e-6 * wanted));
    NamedShape body = Parts.ok(TUB + ribs(lines, draft, 0.4)).bodies().get("Tub").named();
    assertThat(sharpInside(body)).isEmpty();
  }

  /** A ring of even width takes its thickness times the length of its middle. */
  @ParameterizedTest
  @CsvSource({"0,0", "1,0", "0,0.5", "1,0.5"})
  void rings(double draft, double root) {
    double length = 2 * Math.PI * 8 + 4 * 10;
    String rings =
        "{'curve':'circle','name':'k','centre':['-12 mm','2 mm'],'diameter':'16 mm'},"
            + "{'curve':'rectangle','name':'q','centre':['13 mm','1 mm'],'width':'12 mm','height':'8 mm'}";
    double wanted = overHeight(draft, t -> t * length);
    if (root == 0) {
      assertThat(added(ribs(rings, draft, 0))).isCloseTo(wanted, within(1e-6 * wanted));
    } else {
      NamedShape body = Parts.ok(TUB + ribs(rings, draft, root)).bodies().get("Tub").named();
      assertThat(sharpInside(body)).isEmpty();
    }
  }

  /** The wall along a closed free curve; drafts are refused with what to do. */
  @Test
  void aRingAlongASpline() {
    String spline =
        "{'curve':'spline','name':'k','degree':3,'closed':true,'points':[['14 mm','0 mm'],['10"
            + " mm','11 mm'],['-12 mm','10 mm'],['-15 mm','-4 mm'],['0 mm','-12 mm']]}";
    PartState state = Parts.ok(TUB + ribs(spline, 0, 0));
    assertThat(state.bodies().get("Tub").named().faceNames())
        .contains(FaceName.ofPart("rib", "left", "k"), FaceName.ofPart("rib", "right", "k"));
    List<Xy> along =
        new BSpline(
                List.of(
                    new Xy(14, 0),
                    new Xy(10, 11),
                    new Xy(-12, 10),
                    new Xy(-15, -4),
                    new Xy(0, -12)),
                3,
                true)
            .sampled(2000);
    double length = 0;
    for (int i = 1; i < along.size(); i++) {
      length += along.get(i).distance(along.get(i - 1));
    }
    assertThat(added(ribs(spline, 0, 0))).isCloseTo(HIGH * WIDE * length, within(0.05));
    assertThat(Parts.build(TUB + ribs(spline, 1, 0)).steps().getLast().message())
        .contains("along k, a free curve that closes: draw it in two");
  }

  /**
   * Networks by chance: ribs from wall to wall, branches from places on them, lines that end on one
   * corner. Their strips are united in the plane by the standard library.
   */
  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3, 4, 5, 6, 7, 8})
  void networksByChance(long seed) {
    Random random = new Random(seed);
    Area strips = new Area();
    List<String> lines = new ArrayList<>();
    for (int i = 0; i < 2; i++) {
      double y = -9 + 16 * i + random.nextDouble(-3, 3);
      double lean = random.nextDouble(-0.2, 0.2);
      strips.add(strip(0, y, Math.atan(lean), -100, 100));
      lines.add(Parts.line("a" + i, -20, y - 20 * lean, 20, y + 20 * lean));
      for (int k = 0; k < 2; k++) {
        double x = -14 + 24 * k + random.nextDouble(-3, 3);
        double angle = Math.atan(lean) + random.nextDouble(0.8, Math.PI - 0.8) - Math.PI * (1 - i);
        Area branch = strip(x, y + x * lean, angle, -100, 100);
        // From the middle of what it branches from, on its side only.
        Area side = half(0, y, Math.atan(lean), i == 1);
        branch.intersect(side);
        strips.add(branch);
        lines.add(
            Parts.line(
                "b" + i + k,
                x,
                y + x * lean,
                x + 4 * Math.cos(angle),
                y + x * lean + 4 * Math.sin(angle)));
      }
    }
    strips.intersect(new Area(new Rectangle2D.Double(-28, -18, 56, 36)));
    double wanted = HIGH * area(strips);
    assertThat(added(ribs(String.join(",", lines), 0, 0))).isCloseTo(wanted, within(1e-5 * wanted));
  }

  /**
   * Cells of a honeycomb: the network's strips are cut at each place by the halves of its angles.
   */
  @ParameterizedTest
  @CsvSource({"0,0", "0,0.4", "1,0.4"})
  void aHoneycomb(double draft, double root) {
    double side = 6;
    List<double[]> cells =
        List.of(new double[] {0, 0}, new double[] {9, side * Math.sin(Math.PI / 3)});
    List<String> lines = new ArrayList<>();
    Area wanted = new Area();
    for (double[] cell : cells) {
      Area ring = new Area(hexagon(cell, side + WIDE / Math.sqrt(3)));
      ring.subtract(new Area(hexagon(cell, side - WIDE / Math.sqrt(3))));
      wanted.add(ring);
      for (int k = 0; k < 6; k++) {
        double[] from = corner(cell, side, k);
        double[] to = corner(cell, side, k + 1);
        // The one side that both cells have is drawn once.
        boolean isShared =
            cell[0] > 0
                && Math.hypot(from[0] + to[0] - 9, from[1] + to[1] - 2 * 3 * Math.sin(Math.PI / 3))
                    < 1e-6;
        if (!isShared) {
          lines.add(Parts.line("h" + lines.size(), from[0], from[1], to[0], to[1]));
        }
      }
    }
    assertThat(lines).hasSize(11);
    String ribs = ribs(String.join(",", lines), draft, root);
    if (root == 0) {
      assertThat(added(ribs)).isCloseTo(HIGH * area(wanted), within(1e-4 * HIGH * area(wanted)));
    } else {
      assertThat(sharpInside(Parts.ok(TUB + ribs).bodies().get("Tub").named())).isEmpty();
    }
  }

  private static double[] corner(double[] centre, double side, int k) {
    double angle = Math.toRadians(60 * k);
    return new double[] {centre[0] + side * Math.cos(angle), centre[1] + side * Math.sin(angle)};
  }

  private static Path2D hexagon(double[] centre, double side) {
    Path2D path = new Path2D.Double();
    for (int k = 0; k < 6; k++) {
      double[] c = corner(centre, side, k);
      if (k == 0) {
        path.moveTo(c[0], c[1]);
      } else {
        path.lineTo(c[0], c[1]);
      }
    }
    path.closePath();
    return path;
  }

  private static Area strip(double x, double y, double angle, double from, double to) {
    return placed(new Rectangle2D.Double(from, -WIDE / 2, to - from, WIDE), x, y, angle);
  }

  private static Area half(double x, double y, double angle, boolean isLeft) {
    return placed(new Rectangle2D.Double(-200, isLeft ? 0 : -200, 400, 200), x, y, angle);
  }

  private static Area placed(Rectangle2D what, double x, double y, double angle) {
    AffineTransform at = AffineTransform.getTranslateInstance(x, y);
    at.rotate(angle);
    return new Area(at.createTransformedShape(what));
  }

  private static double area(Area of) {
    double sum = 0;
    double[] c = new double[6];
    double fromX = 0;
    double fromY = 0;
    double startX = 0;
    double startY = 0;
    for (PathIterator it = of.getPathIterator(null); !it.isDone(); it.next()) {
      switch (it.currentSegment(c)) {
        case PathIterator.SEG_MOVETO -> {
          startX = c[0];
          startY = c[1];
        }
        case PathIterator.SEG_LINETO -> sum += fromX * c[1] - c[0] * fromY;
        default -> {
          sum += fromX * startY - startX * fromY;
          c[0] = startX;
          c[1] = startY;
        }
      }
      fromX = c[0];
      fromY = c[1];
    }
    return Math.abs(sum) / 2;
  }
}

package org.ankerdraft.core.ledger;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.Locale;
import java.util.Random;
import java.util.stream.LongStream;
import org.ankerdraft.core.Parts;
import org.ankerdraft.core.Seeds;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.kernel.Topology;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;

/**
 * Tapers along which rounded corners close up. The area of a polygon offset inwards by x is A - P x
 * + x^2 sum tan(turn / 2) (J. Steiner 1840, from memory); a corner of radius r with the turn f
 * lacks (tan(f / 2) - f / 2) r^2, until r is used up.
 */
class ClosingCornersTest {
  private static final double[][] BLOCK = {{-15, -10}, {15, -10}, {15, 10}, {-15, 10}};
  private static final double[][] ELL = {{0, 0}, {40, 0}, {40, 15}, {18, 15}, {18, 30}, {0, 30}};

  /** A closed outline of straight lines with arcs at its corners, and what is known of it. */
  private record Outline(double[][] corners, double[] radii, String prefix) {
    private double[] at(int i) {
      return corners[Math.floorMod(i, corners.length)];
    }

    private double[] way(int i) {
      double dx = at(i + 1)[0] - at(i)[0];
      double dy = at(i + 1)[1] - at(i)[1];
      return new double[] {dx / Math.hypot(dx, dy), dy / Math.hypot(dx, dy)};
    }

    /** To the left, rad. */
    private double turn(int i) {
      double[] in = way(i - 1);
      double[] out = way(i);
      return Math.atan2(in[0] * out[1] - in[1] * out[0], in[0] * out[0] + in[1] * out[1]);
    }

    private double[] onSide(int corner, int side, double sign) {
      double back =
          radii[Math.floorMod(corner, radii.length)] * Math.tan(Math.abs(turn(corner)) / 2);
      double[] way = way(side);
      return new double[] {
        at(corner)[0] + sign * back * way[0], at(corner)[1] + sign * back * way[1]
      };
    }

    String curves() {
      StringBuilder out = new StringBuilder();
      for (int i = 0; i < corners.length; i++) {
        double[] from = onSide(i, i - 1, -1);
        double[] to = onSide(i, i, 1);
        double[] end = onSide(i + 1, i, -1);
        double half = Math.abs(turn(i)) / 2;
        double[] middle = {(from[0] + to[0]) / 2 - at(i)[0], (from[1] + to[1]) / 2 - at(i)[1]};
        double gap = radii[i] * (1 / Math.cos(half) - 1) / Math.hypot(middle[0], middle[1]);
        out.append(
            String.format(
                Locale.ROOT,
                "%s{'curve':'arc','name':'%sa%d','from':['%.9f mm','%.9f mm'],'through':['%.9f mm','%.9f mm'],'to':['%.9f mm','%.9f mm']},%s",
                out.isEmpty() ? "" : ",",
                prefix,
                i,
                from[0],
                from[1],
                at(i)[0] + gap * middle[0],
                at(i)[1] + gap * middle[1],
                to[0],
                to[1],
                Parts.line(prefix + "l" + i, to[0], to[1], end[0], end[1])));
      }
      return out.toString();
    }

    /** Between its plane and a height, its inside narrowing by a taper. */
    double volume(double depth, double taperDeg) {
      double lean = Math.tan(Math.toRadians(taperDeg));
      double area = 0;
      double volume = 0;
      for (int i = 0; i < corners.length; i++) {
        double[] a = at(i);
        double[] b = at(i + 1);
        area += (a[0] * b[1] - a[1] * b[0]) / 2;
        double length = Math.hypot(b[0] - a[0], b[1] - a[1]);
        double turn = turn(i);
        double side = Math.signum(turn);
        double last = Math.max(0, radii[i] - side * lean * depth);
        double lacking = Math.tan(Math.abs(turn) / 2) - Math.abs(turn) / 2;
        volume +=
            -length * lean * depth * depth / 2
                + Math.tan(turn / 2) * lean * lean * Math.pow(depth, 3) / 3
                - lacking * (Math.pow(radii[i], 3) - Math.pow(last, 3)) / (3 * lean);
      }
      return volume + area * depth;
    }
  }

  private static Outline outline(double[][] corners, double... radii) {
    return new Outline(corners, radii, "");
  }

  private static double[] all(int count, double radius) {
    double[] radii = new double[count];
    Arrays.fill(radii, radius);
    return radii;
  }

  private static String sketch(String curves) {
    return "{'kind':'sketch','id':'s','curves':[" + curves + "]},";
  }

  private static NamedShape extruded(String curves, double depth, double taperDeg) {
    return Parts.ok(
            sketch(curves)
                + String.format(
                    Locale.ROOT,
                    "{'kind':'extrude','id':'e','sketch':'s','depth':'%.6f mm','taper':'%.6f deg'}",
                    depth,
                    taperDeg))
        .bodies()
        .get("e")
        .named();
  }

  private static double volume(NamedShape shape) {
    return shape.shape().mass().volumeMm3();
  }

  @ParameterizedTest
  @CsvSource({"0.5, 20, 2", "1, 12, 8", "0.2, 30, 3"})
  void allCornersOfABlock(double radius, double depth, double taperDeg) {
    Outline block = outline(BLOCK, all(4, radius));
    NamedShape made = extruded(block.curves(), depth, taperDeg);
    assertThat(volume(made)).isCloseTo(block.volume(depth, taperDeg), within(1e-6 * volume(made)));
    assertThat(made.topology().faces()).hasSize(10);
    Topology.Face cone = made.topology().face(made.face(FaceName.ofPart("e", "side", "a0")));
    assertThat(cone.kind()).isEqualTo(Topology.SurfaceKind.CONE);
    assertThat(Math.abs(cone.second())).isCloseTo(Math.toRadians(taperDeg), within(1e-9));
  }

  /** Large corners stay round, those at inside corners grow. */
  @ParameterizedTest
  @CsvSource({"2", "-2"})
  void someCornersOfAnAngle(double taperDeg) {
    Outline ell = outline(ELL, 0.4, 3, 0.6, 0.5, 1.5, 0.3);
    NamedShape made = extruded(ell.curves(), 20, taperDeg);
    assertThat(volume(made)).isCloseTo(ell.volume(20, taperDeg), within(1e-6 * volume(made)));
  }

  /** A taper that widens the solid narrows its opening. */
  @Test
  void cornersOfAnOpening() {
    Outline block = outline(BLOCK, all(4, 2));
    double[][] hole = {{-5, -4}, {5, -4}, {5, 4}, {-5, 4}};
    Outline opening = new Outline(hole, all(4, 0.5), "o");
    NamedShape made = extruded(block.curves() + "," + opening.curves(), 20, -2);
    assertThat(volume(made))
        .isCloseTo(block.volume(20, -2) - opening.volume(20, 2), within(1e-6 * volume(made)));
    assertThat(made.topology().faces()).hasSize(2 + 8 + 8);
  }

  @ParameterizedTest
  @CsvSource({"false, 1", "true, -1"})
  void ofABossAndAPocket(boolean isSunk, int sign) {
    double[][] foot = {{-6, -4}, {6, -4}, {6, 4}, {-6, 4}};
    Outline outline = outline(foot, all(4, 0.5));
    PartState state =
        Parts.ok(
            Parts.box(60, 40, 30)
                + ",{'kind':'sketch','id':'f','plane':{'face':{'choose':'face','name':'box/end'}},'curves':["
                + outline.curves()
                + "]},{'kind':'boss','id':'b','sketch':'f','height':'20 mm','draft':'2 deg','sunk':"
                + isSunk
                + "}");
    double whole = Parts.volume(state);
    assertThat(whole).isCloseTo(60 * 40 * 30 + sign * outline.volume(20, 2), within(1e-6 * whole));
  }

  /** Its walls carry on: hollowed, and its end rounded. */
  @Test
  void andGoesOn() {
    Outline block = outline(BLOCK, all(4, 0.5));
    Parts.ok(
        sketch(block.curves())
            + "{'kind':'extrude','id':'e','sketch':'s','depth':'20 mm','taper':'2 deg'},"
            + "{'kind':'shell','id':'sh','thickness':'1.5 mm','open':[{'choose':'face','name':'e/start'}]},"
            + "{'kind':'round','id':'r','sets':[{'edges':[{'choose':'loop','face':{'choose':'face','name':'e/end'}}],'size':'1 mm'}]}");
  }

  static LongStream seeds() {
    return Seeds.apart(4, 60);
  }

  @Tag("seeded")
  @ParameterizedTest
  @MethodSource("seeds")
  void anyPolygon(long seed) {
    Random random = new Random(seed);
    int n = random.nextInt(3, 9);
    double[][] corners = Parts.regular(n, 20);
    double stretch = random.nextDouble(0.6, 1.2);
    double[] radii = new double[n];
    for (int i = 0; i < n; i++) {
      corners[i][1] *= stretch;
      radii[i] = random.nextDouble(0.2, 1.5);
    }
    Outline outline = outline(corners, radii);
    double depth = random.nextDouble(8, 25);
    double taperDeg = random.nextDouble(1, 5);
    NamedShape made = extruded(outline.curves(), depth, taperDeg);
    assertThat(volume(made))
        .isCloseTo(outline.volume(depth, taperDeg), within(1e-6 * volume(made)));
  }
}

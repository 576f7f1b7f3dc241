package org.ankerdraft.core.ledger;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Random;
import java.util.function.DoubleBinaryOperator;
import java.util.stream.LongStream;
import org.ankerdraft.core.Parts;
import org.ankerdraft.core.select.NamedShape;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;

/**
 * What must hold of bosses, shifts, ribs, lips and divisions whatever the numbers: by chance, from
 * seeds, against integrals and sums.
 */
class ShapePropertiesTest {
  static LongStream seeds() {
    return LongStream.rangeClosed(1, 8);
  }

  private static double volume(PartState state, String body) {
    return state.bodies().get(body).named().shape().mass().volumeMm3();
  }

  private static String mm(double v) {
    return String.format(Locale.ROOT, "'%.9f mm'", v);
  }

  /** A convex polygon with 5 to 8 corners about the origin, counter-clockwise. */
  private static List<double[]> polygon(Random random) {
    int n = 5 + random.nextInt(4);
    List<double[]> out = new ArrayList<>();
    double start = random.nextDouble(1);
    for (int i = 0; i < n; i++) {
      double a = start + 2 * Math.PI * i / n;
      double r = 18 + random.nextDouble(1.5);
      out.add(new double[] {r * Math.cos(a), r * Math.sin(a)});
    }
    return out;
  }

  private static String lines(List<double[]> corners) {
    List<String> out = new ArrayList<>();
    for (int i = 0; i < corners.size(); i++) {
      double[] a = corners.get(i);
      double[] b = corners.get((i + 1) % corners.size());
      out.add(Parts.line("l" + i, a[0], a[1], b[0], b[1]));
    }
    return String.join(",", out);
  }

  private static double area(List<double[]> corners) {
    double sum = 0;
    for (int i = 0; i < corners.size(); i++) {
      double[] a = corners.get(i);
      double[] b = corners.get((i + 1) % corners.size());
      sum += (a[0] * b[1] - b[0] * a[1]) / 2;
    }
    return sum;
  }

  private static double length(List<double[]> corners, int i) {
    double[] a = corners.get(i);
    double[] b = corners.get((i + 1) % corners.size());
    return Math.hypot(b[0] - a[0], b[1] - a[1]);
  }

  /** Out and back again is where it was, each wall of a tapered prism in turn. */
  @ParameterizedTest
  @MethodSource("seeds")
  void aFaceThatIsShiftedOutAndBackIsWhereItWas(long seed) {
    Random random = new Random(seed);
    List<double[]> corners = polygon(random);
    String prism =
        "{'kind':'sketch','id':'s','curves':["
            + lines(corners)
            + "]},{'kind':'extrude','id':'p','sketch':'s','depth':'20 mm','taper':'"
            + random.nextInt(6)
            + " deg','body':'Body'}";
    String face = "p/side:l" + random.nextInt(corners.size());
    double by = random.nextDouble(0.5, 2);
    String out =
        ",{'kind':'shift','id':'o','faces':[{'choose':'face','name':'" + face + "'}],'distance':";
    double before = Parts.volume(Parts.ok(prism));
    PartState there = Parts.ok(prism + out + mm(by) + "}");
    assertThat(Parts.volume(there)).isGreaterThan(before);
    PartState back =
        Parts.ok(prism + out + mm(by) + "}" + out.replace("'o'", "'b'") + mm(-by) + "}");
    assertThat(Parts.volume(back)).isCloseTo(before, within(1e-6 * before));
    NamedShape a = Parts.ok(prism).bodies().get("Body").named();
    assertThat(back.bodies().get("Body").named().faceNames())
        .containsExactlyInAnyOrderElementsOf(a.faceNames());
  }

  /** A drafted boss over a polygon, by Steiner's formula for what is inside an offset. */
  @ParameterizedTest
  @MethodSource("seeds")
  void aBossOverAnyConvexOutline(long seed) {
    Random random = new Random(seed);
    List<double[]> corners = polygon(random);
    double height = random.nextDouble(3, 9);
    double draft = random.nextDouble(0.5, 3);
    boolean isSunk = random.nextBoolean();
    String steps =
        Parts.box(60, 60, 12)
            + ",{'kind':'sketch','id':'q','plane':{'base':'XY','offset':'12 mm'},'curves':["
            + lines(corners)
            + "]},{'kind':'boss','id':'b','sketch':'q','height':"
            + mm(height)
            + ",'draft':'"
            + draft
            + " deg','sunk':"
            + isSunk
            + "}";
    double t = Math.tan(Math.toRadians(draft));
    double perimeter = 0;
    double kinks = 0;
    for (int i = 0; i < corners.size(); i++) {
      perimeter += length(corners, i);
      double[] a = corners.get(i);
      double[] b = corners.get((i + 1) % corners.size());
      double[] c = corners.get((i + 2) % corners.size());
      double turn = Math.atan2(c[1] - b[1], c[0] - b[0]) - Math.atan2(b[1] - a[1], b[0] - a[0]);
      kinks += Math.tan(Math.IEEEremainder(turn, 2 * Math.PI) / 2);
    }
    // Inside by d: area - perimeter d + (sum of the tangents of half the turns) d^2.
    double h = height;
    double frustum = area(corners) * h - perimeter * t * h * h / 2 + kinks * t * t * h * h * h / 3;
    double change = Parts.volume(Parts.ok(steps)) - 60 * 60 * 12;
    assertThat(change).isCloseTo((isSunk ? -1 : 1) * frustum, within(1e-6 * frustum));
  }

  /** On the back of a cylinder the root follows it: by slices over the outline. */
  @ParameterizedTest
  @CsvSource({"12, 20, 0", "20, 8, 0", "16, 16, 14"})
  void aBossOnARoundBack(double x, double y, double aside) {
    double radius = 40;
    String drum =
        "{'kind':'sketch','id':'s','plane':{'base':'YZ'},'curves':[{'curve':'circle','name':'k','diameter':'80"
            + " mm'}]},{'kind':'extrude','id':'drum','sketch':'s','extent':'symmetric','depth':'90 mm','body':'Body'}"
            + ",{'kind':'sketch','id':'q','plane':{'base':'XY','offset':'40 mm'},'curves':[{'curve':'rectangle','name':'r','centre':['0 mm',"
            + mm(aside)
            + "],'width':"
            + mm(x)
            + ",'height':"
            + mm(y)
            + "}]},{'kind':'boss','id':'b','sketch':'q','height':'6 mm'}";
    double wanted =
        x
            * integral(
                aside - y / 2, aside + y / 2, (v, w) -> 46 - Math.sqrt(radius * radius - v * v));
    PartState state = Parts.ok(drum);
    assertThat(volume(state, "Body") - Math.PI * radius * radius * 90)
        .isCloseTo(wanted, within(1e-5 * wanted));
  }

  private static double integral(double from, double to, DoubleBinaryOperator f) {
    int n = 20_000;
    double sum = 0;
    for (int i = 0; i < n; i++) {
      sum += f.applyAsDouble(from + (i + 0.5) * (to - from) / n, 0) * (to - from) / n;
    }
    return sum;
  }

  /** Divided by any bent line the parts make up the whole, and each lies on its side. */
  @ParameterizedTest
  @MethodSource("seeds")
  void partsDividedByABentLineMakeUpTheWhole(long seed) {
    Random random = new Random(seed);
    double a = random.nextDouble(-12, 12);
    double b = random.nextDouble(-12, 12);
    double c = random.nextDouble(-12, 12);
    String line = Parts.line("u", -30, a, 0, b) + "," + Parts.line("v", 0, b, 30, c);
    String steps =
        Parts.box(50, 40, 10)
            + ",{'kind':'round','id':'o','sets':[{'size':'4 mm','edges':[{'choose':'parallel','direction':[0,0,1]}]}]}"
            + ",{'kind':'sketch','id':'q','curves':["
            + line
            + "]},{'kind':'divide','id':'d','sketch':'q','newBody':'Rest'}";
    PartState state = Parts.ok(steps);
    double whole = (50 * 40 - (4 - Math.PI) * 16) * 10;
    assertThat(volume(state, "Body") + volume(state, "Rest"))
        .isCloseTo(whole, within(1e-6 * whole));
    // Left of the way to the right lies above.
    assertThat(state.bodies().get("Body").named().shape().mass().centroid().y())
        .isGreaterThan(state.bodies().get("Rest").named().shape().mass().centroid().y());
  }

  /** A lip is as long as the offset of its edge: its strip grows by its width at every corner. */
  @ParameterizedTest
  @MethodSource("seeds")
  void aLipRoundAnyConvexOpening(long seed) {
    Random random = new Random(seed);
    List<double[]> corners = polygon(random);
    String tub =
        "{'kind':'sketch','id':'s','curves':["
            + lines(corners)
            + "]},{'kind':'extrude','id':'p','sketch':'s','depth':'15 mm','body':'Body'}"
            + ",{'kind':'shell','id':'w','thickness':'2 mm','open':[{'choose':'face','name':'p/end'}]}";
    double width = random.nextDouble(0.5, 1.8);
    String more =
        "{'kind':'lip','id':'l','rim':{'choose':'face','name':'p/end'},'side':'outer','width':"
            + mm(width)
            + ",'height':'2 mm'}";
    double perimeter = 0;
    double kinks = 0;
    for (int i = 0; i < corners.size(); i++) {
      perimeter += length(corners, i);
      double[] p = corners.get(i);
      double[] q = corners.get((i + 1) % corners.size());
      double[] r = corners.get((i + 2) % corners.size());
      double turn = Math.atan2(r[1] - q[1], r[0] - q[0]) - Math.atan2(q[1] - p[1], q[0] - p[0]);
      kinks += Math.tan(Math.IEEEremainder(turn, 2 * Math.PI) / 2);
    }
    double strip = perimeter * width - kinks * width * width;
    double lip = Parts.volume(Parts.ok(tub + "," + more)) - Parts.volume(Parts.ok(tub));
    assertThat(lip).isCloseTo(strip * 2, within(1e-6 * lip));
    double groove =
        Parts.volume(Parts.ok(tub))
            - Parts.volume(Parts.ok(tub + "," + more.replace("'side'", "'make':'groove','side'")));
    assertThat(groove).as("without clearance, the same").isCloseTo(lip, within(1e-6 * lip));
  }

  /** The same part twice, and once more from its text: the same volume to the last bit. */
  @Test
  void theSameNumbersGiveTheSameBody() {
    String steps =
        Parts.box(60, 40, 15)
            + ",{'kind':'shell','id':'w','thickness':'2 mm','open':[{'choose':'face','name':'box/end'}]}"
            + ",{'kind':'sketch','id':'p','plane':{'base':'XY','offset':'2 mm'},'curves':[{'curve':'point','name':'a','at':['9 mm','5 mm']}]}"
            + ",{'kind':'screwBoss','id':'b','sketch':'p','screw':'3 mm','height':'9 mm','gussets':3,'draft':'1 deg'}"
            + ",{'kind':'lip','id':'l','rim':{'choose':'face','name':'box/end'},'width':'1 mm','height':'2 mm','draft':'1 deg'}";
    assertThat(Parts.volume(Parts.ok(steps))).isEqualTo(Parts.volume(Parts.ok(steps)));
  }
}

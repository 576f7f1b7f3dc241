package org.ankerdraft.core.ledger;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Locale;
import java.util.Random;
import org.ankerdraft.core.Parts;
import org.ankerdraft.kernel.Shape;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Volumes of bodies whose free faces are cut: by Pappus, by symmetry, and by an integral. */
class FreeVolumesTest {
  private static final double LONG_HALF = 30;
  private static final double SHORT_HALF = 18;

  private static Shape.Mass mass(String steps, String body) {
    return Parts.ok(steps).bodies().get(body).named().shape().mass();
  }

  /** A closed spline right of the axis; its control points go round a circle, some way off it. */
  private static String ring(int seed) {
    Random random = new Random(seed);
    StringBuilder points = new StringBuilder();
    int n = 6 + seed % 3;
    for (int i = 0; i < n; i++) {
      double turn = 2 * Math.PI * i / n;
      double radius = 7 + 4 * random.nextDouble();
      points.append(points.isEmpty() ? "" : ",");
      points.append(
          String.format(
              Locale.ROOT,
              "['%.6f mm','%.6f mm']",
              30 + radius * Math.cos(turn),
              radius * Math.sin(turn)));
    }
    return "{'kind':'sketch','id':'s','plane':{'base':'XZ'},'curves':[{'curve':'spline',"
        + "'name':'c','closed':true,'degree':"
        + (3 + seed % 3)
        + ",'points':["
        + points
        + "]}]}";
  }

  /**
   * A ring turned about the axis has its profile's area times the way of that one's centroid
   * (Pappus); both are told by a prism over the profile. A plane through the axis halves it, whose
   * cut leaves faces that end anywhere in their surface's net.
   */
  @ParameterizedTest
  @ValueSource(ints = {1, 2, 3, 4, 5, 6})
  void aTurnedRingAndItsHalves(int seed) {
    String prism = ",{'kind':'extrude','id':'e','sketch':'s','depth':'1 mm','body':'Ring'}";
    Shape.Mass profile = mass(ring(seed) + prism, "Ring");
    String turned =
        ring(seed) + ",{'kind':'revolve','id':'r','sketch':'s','axis':{'base':'Z'},'body':'Ring'}";
    double wanted = 2 * Math.PI * profile.centroid().x() * profile.volumeMm3();
    Shape.Mass whole = mass(turned, "Ring");
    assertThat(whole.volumeMm3()).isCloseTo(wanted, within(1e-7 * wanted));
    assertThat(Math.hypot(whole.centroid().x(), whole.centroid().y())).isLessThan(1e-6);
    double angle = 17.0 * seed;
    PartState halves =
        Parts.ok(
            turned
                + ",{'kind':'plane','id':'p','way':'at angle','from':{'base':'YZ'},"
                + "'about':{'base':'Z'},'angle':'"
                + angle
                + " deg'},{'kind':'divide','id':'d','plane':{'of':'p'},'keep':'both',"
                + "'newBody':'Half','body':'Ring'}");
    for (String half : new String[] {"Ring", "Half"}) {
      assertThat(halves.bodies().get(half).named().shape().mass().volumeMm3())
          .isCloseTo(wanted / 2, within(1e-6 * wanted));
    }
  }

  /**
   * A round hole across an elliptic prism takes away the integral of its chords over the ellipse's,
   * which the trapezoid rule over the angle gives to the last digits.
   */
  @ParameterizedTest
  @ValueSource(doubles = {2, 3.7, 5, 7.9})
  void aHoleAcrossAnEllipse(double radius) {
    String prism =
        "{'kind':'sketch','id':'s','curves':[{'curve':'ellipse','name':'q','width':'60 mm',"
            + "'height':'36 mm'}]},{'kind':'extrude','id':'e','sketch':'s','depth':'20 mm',"
            + "'body':'Block'}";
    String hole =
        ",{'kind':'sketch','id':'k','plane':{'base':'XZ'},'curves':[{'curve':'circle','name':'c',"
            + "'diameter':'"
            + 2 * radius
            + " mm','centre':['0 mm','10 mm']}]},{'kind':'extrude','id':'x','sketch':'k',"
            + "'extent':'through all','use':'subtract'}";
    double taken = 0;
    int n = 2000;
    for (int i = 0; i < n; i++) {
      double turn = 2 * Math.PI * (i + 0.5) / n;
      double x = radius * Math.sin(turn);
      double high = 2 * radius * Math.cos(turn);
      double deep = 2 * SHORT_HALF * Math.sqrt(1 - x * x / (LONG_HALF * LONG_HALF));
      taken += high * deep * radius * Math.cos(turn) * Math.PI / n;
    }
    double wanted = Math.PI * LONG_HALF * SHORT_HALF * 20 - taken;
    assertThat(mass(prism + hole, "Block").volumeMm3()).isCloseTo(wanted, within(1e-6 * wanted));
  }
}

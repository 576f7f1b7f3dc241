package org.ankerdraft.core.ledger;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Locale;
import java.util.function.DoubleUnaryOperator;
import org.ankerdraft.core.Parts;
import org.ankerdraft.core.select.NamedShape;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Faces that are drafted past what stands on their neighbours, against volumes by hand. */
class BossesTest {
  private static final double WIDTH = 80;
  private static final double DEPTH = 50;
  private static final double HEIGHT = 25;

  private static String standing(String curve, double height) {
    return Parts.box(WIDTH, DEPTH, HEIGHT)
        + ",{'kind':'sketch','id':'b','plane':{'face':{'choose':'face','name':'box/end'}},'curves':["
        + curve
        + "]},{'kind':'extrude','id':'boss','sketch':'b','depth':'"
        + height
        + " mm','use':'unite'}";
  }

  private static String circle(String name, double x, double y, double diameter) {
    return String.format(
        Locale.ROOT,
        "{'curve':'circle','name':'%s','centre':['%.4f mm','%.4f mm'],'diameter':'%.4f mm'}",
        name,
        x,
        y,
        diameter);
  }

  private static String draft(double deg) {
    return ",{'kind':'draft','id':'d','neutral':{'base':'XY'},'sets':[{'faces':["
        + "{'choose':'face','name':'box/side:r.left'}],'angle':'"
        + deg
        + " deg'}]}";
  }

  private static double block(double deg) {
    return WIDTH * DEPTH * HEIGHT - DEPTH * HEIGHT * HEIGHT * Math.tan(Math.toRadians(deg)) / 2;
  }

  /** How far the drafted face lies below the top at x. */
  private static double fall(double x, double deg) {
    return Math.max(0, HEIGHT - (x + WIDTH / 2) / Math.tan(Math.toRadians(deg)));
  }

  /** Between the drafted face and the top, beneath a footprint that is so wide at each x. */
  private static double column(double from, double to, DoubleUnaryOperator width, double deg) {
    double sum = 0;
    int slices = 200_000;
    for (int i = 0; i < slices; i++) {
      double x = from + (to - from) * (i + 0.5) / slices;
      sum += width.applyAsDouble(x) * fall(x, deg) * (to - from) / slices;
    }
    return sum;
  }

  private static double disc(double x, double middle, double radius) {
    return 2 * Math.sqrt(Math.max(0, radius * radius - (x - middle) * (x - middle)));
  }

  @ParameterizedTest
  @CsvSource({"46", "50", "55", "62.5", "38"})
  void aRoundBossGrowsDown(double deg) {
    PartState state = Parts.ok(standing(circle("c", -12, 0, 14), 8) + draft(deg));
    double wanted = block(deg) + Math.PI * 49 * 8 + column(-19, -5, x -> disc(x, -12, 7), deg);
    assertThat(Parts.volume(state)).isCloseTo(wanted, within(1e-6 * wanted));
    NamedShape body = state.bodies().values().iterator().next().named();
    assertThat(body.faceNames().stream().map(Object::toString))
        .containsExactlyInAnyOrder(
            "box/start",
            "box/end",
            "box/side:r.left",
            "box/side:r.right",
            "box/side:r.top",
            "box/side:r.bottom",
            "boss/side:c",
            "boss/end");
  }

  @Test
  void severalOfOtherFormsGrowDown() {
    double deg = 52;
    PartState state =
        Parts.ok(
            standing(
                    circle("c", -20, 12, 9)
                        + ",{'curve':'rectangle','name':'q','centre':['-15 mm','-10 mm'],'width':'11 mm','height':'6 mm'}",
                    5)
                + draft(deg));
    double wanted =
        block(deg)
            + (Math.PI * 4.5 * 4.5 + 66) * 5
            + column(-24.5, -15.5, x -> disc(x, -20, 4.5), deg)
            + column(-20.5, -9.5, x -> 6, deg);
    assertThat(Parts.volume(state)).isCloseTo(wanted, within(1e-6 * wanted));
  }

  /** The footprint takes in the round at the root, and so does the column beneath. */
  @Test
  void aRoundAtTheRootGrowsDownWithIt() {
    double deg = 50;
    PartState state =
        Parts.ok(
            standing(circle("c", -12, 0, 14), 8)
                + ",{'kind':'round','id':'root','sets':[{'edges':[{'choose':'edge','name':'boss/side:c|box/end'}],'size':'2 mm'}]}"
                + draft(deg));
    // Pappus: what a quarter circle leaves of its square, about the axis.
    double left = 4 - Math.PI;
    double centre = 9 - (4 - 8.0 / 3) / left;
    double wanted = rooted(deg, left, centre);
    assertThat(Parts.volume(state)).isCloseTo(wanted, within(1e-5 * wanted));
  }

  private static double rooted(double deg, double areaMm2, double fromAxis) {
    return block(deg)
        + Math.PI * 49 * 8
        + 2 * Math.PI * fromAxis * areaMm2
        + column(-21, -3, x -> disc(x, -12, 9), deg);
  }
}

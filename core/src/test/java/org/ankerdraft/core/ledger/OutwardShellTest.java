package org.ankerdraft.core.ledger;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Locale;
import org.ankerdraft.core.Parts;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** What is done to tubs that were hollowed outwards: their inside is the block that was there. */
class OutwardShellTest {
  private static String tub(String more) {
    return Parts.box(60, 40, 15)
        + ",{'kind':'shell','id':'h','thickness':'2 mm','outwards':true,'open':[{'choose':'face','name':'box/end'}]}"
        + more;
  }

  private static double added(String more) {
    return Parts.volume(Parts.ok(tub(more))) - Parts.volume(Parts.ok(tub("")));
  }

  private static String loop(String kind, String face, double size) {
    return String.format(
        Locale.ROOT,
        ",{'kind':'%s','id':'r','sets':[{'edges':[{'choose':'loop','face':{'choose':'face','name':'%s'}}],'size':'%.3f mm'}]}",
        kind,
        face,
        size);
  }

  /** A spandrel along each edge, mitred in the corners. */
  @ParameterizedTest
  @ValueSource(doubles = {0.5, 1.5})
  void theFloorRoundedInside(double radius) {
    double spandrel = radius * radius * (1 - Math.PI / 4);
    double corner = Math.pow(radius, 3) * (5.0 / 3 - Math.PI / 2);
    assertThat(added(loop("round", "box/start", radius)))
        .isCloseTo(200 * spandrel - 4 * corner, within(1e-5));
  }

  /** A triangle along each edge, mitred in the corners: what a pyramid's frustum leaves. */
  @Test
  void theFloorChamferedInside() {
    double leg = 1;
    assertThat(added(loop("chamfer", "box/start", leg)))
        .isCloseTo(200 * leg * leg / 2 - 4 * leg * leg * leg / 3, within(1e-6));
  }

  /**
   * A boss with a round root: the spandrel's middle goes round the axis (Pappus); it lies (10 - 3
   * pi) / (12 - 3 pi) of the radius from its corner.
   */
  @ParameterizedTest
  @CsvSource({"8, 0.5", "6, 1"})
  void aBossWithARoundRoot(double diameter, double root) {
    String boss =
        String.format(
            Locale.ROOT,
            ",{'kind':'sketch','id':'p','curves':[{'curve':'circle','name':'c','centre':['5 mm','-4 mm'],'diameter':'%.3f mm'}]},"
                + "{'kind':'boss','id':'b','sketch':'p','height':'6 mm','rootRound':'%.3f mm'}",
            diameter,
            root);
    double middle = diameter / 2 + root * (10 - 3 * Math.PI) / (12 - 3 * Math.PI);
    double spandrel = root * root * (1 - Math.PI / 4);
    assertThat(added(boss))
        .isCloseTo(
            Math.PI * diameter * diameter / 4 * 6 + 2 * Math.PI * middle * spandrel, within(1e-5));
  }

  /** The rim's outer edge, of four lines and four arcs about the block's corners. */
  @Test
  void theRimRoundedOutside() {
    double radius = 0.6;
    double middle = 2 - radius * (10 - 3 * Math.PI) / (12 - 3 * Math.PI);
    double spandrel = radius * radius * (1 - Math.PI / 4);
    assertThat(added(loop("round", "box/end", radius)))
        .isCloseTo(-spandrel * (200 + 2 * Math.PI * middle), within(1e-5));
  }
}

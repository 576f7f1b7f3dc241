package org.ankerdraft.core.ledger;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.ankerdraft.core.Parts;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/**
 * Lips and grooves along rims over free curves: the strip between two offsets of an ellipse, by
 * Steiner's formula, as for tapers.
 */
class FreeLipTest {
  private static final String TUB =
      FreeTaperTest.sketch("{'curve':'ellipse','name':'q','width':'60 mm','height':'44 mm'}")
          + ",{'kind':'extrude','id':'e','sketch':'s','depth':'20 mm','body':'Tub'}"
          + ",{'kind':'shell','id':'h','thickness':'2 mm','open':[{'choose':'face','name':'e/end'}]}";

  private static String lip(String more) {
    return ",{'kind':'lip','id':'l','rim':{'choose':'face','name':'e/end'},'width':'0.8 mm',"
        + "'height':'1.5 mm','body':'Tub',"
        + more
        + "}";
  }

  private static double area(double outwards) {
    return Math.PI * 30 * 22
        + FreeTaperTest.perimeter(30, 22) * outwards
        + Math.PI * outwards * outwards;
  }

  /** Volume of the strip whose two edges each move together by the lean up to its height. */
  private static double strip(double from, double to, double leanDeg) {
    double whole = 1.5 * Math.tan(Math.toRadians(leanDeg));
    double sum = 0;
    for (int i = 0; i <= 2; i++) {
      double by = whole * i / 2;
      sum += (i == 1 ? 4 : 1) * (area(-from - by) - area(-to + by));
    }
    return sum * 1.5 / 6;
  }

  /** On the outer and on the inner side, upright and drafted, at the edge and off it. */
  @ParameterizedTest
  @CsvSource({"outer, 0, 0", "outer, 0.3, 1", "inner, 0, 0"})
  void alongARimOverAnEllipse(String side, double inset, double draft) {
    double before = Parts.volume(Parts.ok(TUB));
    String more = "'side':'" + side + "','inset':'" + inset + " mm'";
    PartState state =
        Parts.ok(TUB + lip(more + (draft == 0 ? "" : ",'draft':'" + draft + " deg'")));
    double wanted =
        side.equals("outer")
            ? strip(inset, inset + 0.8, draft)
            : strip(2 - inset - 0.8, 2 - inset, draft);
    assertThat(Parts.volume(state) - before).isCloseTo(wanted, within(1e-4 * wanted));
    assertThat(
            state.bodies().get("Tub").named().faceNames().stream()
                .filter(n -> n.isOf("l", "near") || n.isOf("l", "far")))
        .hasSize(2);
  }

  /** Wider and deeper by the clearance, and open at the edge where it reaches that. */
  @ParameterizedTest
  @CsvSource({"0.5, 0", "0.5, 0.1", "0, 0"})
  void aGrooveAlongARim(double inset, double clearance) {
    double before = Parts.volume(Parts.ok(TUB));
    PartState state =
        Parts.ok(
            TUB
                + lip(
                    "'make':'groove','side':'outer','inset':'"
                        + inset
                        + " mm','clearance':'"
                        + clearance
                        + " mm'"));
    double wanted =
        (1.5 + clearance) * (area(-(inset - clearance)) - area(-(inset + 0.8 + clearance)));
    assertThat(before - Parts.volume(state)).isCloseTo(wanted, within(1e-4 * wanted));
  }

  @Test
  void aLipWiderThanTheRimTellsHowWideItMayBe() {
    PartState state = Parts.build(TUB + lip("'inset':'0.4 mm'").replace("'0.8 mm'", "'1.9 mm'"));
    assertThat(state.steps().getLast().message())
        .contains("wider than the rim")
        .containsPattern("up to 1\\.(5[89]|60?)\\d* mm");
  }
}

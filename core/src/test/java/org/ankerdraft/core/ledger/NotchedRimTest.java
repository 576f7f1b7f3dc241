package org.ankerdraft.core.ledger;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Locale;
import org.ankerdraft.core.Parts;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/**
 * Rims of round walls that lean, parted by a notch and by their seam: what a chamfer takes away is
 * its triangle, turned about the axis but for the notch.
 */
class NotchedRimTest {
  private static final double HIGH = 20;
  private static final double WIDE = 8;

  private static String frustum(double radius, double taperDeg) {
    return String.format(
        Locale.ROOT,
        "{'kind':'sketch','id':'s','curves':[{'curve':'circle','name':'c','diameter':'%f mm'}]},"
            + "{'kind':'extrude','id':'e','sketch':'s','depth':'20 mm','taper':'%f deg','body':'Body'}"
            + ",{'kind':'sketch','id':'n','plane':{'base':'XZ'},'curves':[{'curve':'rectangle','name':'w',"
            + "'width':'8 mm','height':'10 mm','centre':['0 mm','20 mm']}]}"
            + ",{'kind':'extrude','id':'cut','sketch':'n','extent':'to last','use':'subtract'}",
        2 * radius,
        taperDeg);
  }

  private static String blend(String kind, double mm) {
    return ",{'kind':'"
        + kind
        + "','id':'f','sets':[{'size':'"
        + mm
        + " mm','edges':[{'choose':'edge','name':'e/end|e/side:c'}]}]}";
  }

  /** The length of a circle that the notch, which reaches to one side, leaves. */
  private static double left(double r) {
    return r * (2 * Math.PI - 2 * Math.asin(WIDE / 2 / r));
  }

  /**
   * By the midpoint rule over the triangle of the chamfer, whose legs lie on the end and the wall.
   */
  private static double chamfered(double rim, double leanRad, double leg) {
    int n = 2000;
    double sum = 0;
    double deep = leg * Math.cos(leanRad);
    for (int i = 0; i < n; i++) {
      double share = (i + 0.5) / n;
      double wall = rim + share * deep * Math.tan(leanRad);
      double cut = (1 - share) * (rim - leg) + share * (rim + leg * Math.sin(leanRad));
      for (int k = 0; k < 20; k++) {
        sum += left(cut + (wall - cut) * (k + 0.5) / 20) * (wall - cut) / 20 * deep / n;
      }
    }
    return sum;
  }

  @ParameterizedTest
  @CsvSource({"30, 12, 0.5", "25, -15, 0.5", "40, 3, 1.2", "30, 0, 0.8"})
  void aChamfer(double radius, double taperDeg, double leg) {
    double lean = Math.toRadians(taperDeg);
    double whole = Parts.volume(Parts.ok(frustum(radius, taperDeg)));
    double rim = radius - HIGH * Math.tan(lean);
    double wanted = chamfered(rim, lean, leg);
    double volume = Parts.volume(Parts.ok(frustum(radius, taperDeg) + blend("chamfer", leg)));
    assertThat(whole - volume).isCloseTo(wanted, within(2e-3 * wanted));
  }

  /** All edges of the rim, those of the notch among them. */
  @ParameterizedTest
  @CsvSource({"30, 12, 0.3, chamfer", "30, -15, 0.3, chamfer", "30, 12, 0.3, round"})
  void theWholeRim(double radius, double taperDeg, double mm, String kind) {
    String steps =
        frustum(radius, taperDeg)
            + blend(kind, mm)
                .replace(
                    "{'choose':'edge','name':'e/end|e/side:c'}",
                    "{'choose':'loop','face':{'choose':'face','name':'e/end'}}");
    double whole = Parts.volume(Parts.ok(frustum(radius, taperDeg)));
    assertThat(Parts.volume(Parts.ok(steps))).isLessThan(whole);
  }
}

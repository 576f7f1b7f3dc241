package org.ankerdraft.core.sheet;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Locale;
import org.ankerdraft.core.Parts;
import org.ankerdraft.core.geometry.Contour;
import org.ankerdraft.core.geometry.PlaneCurve;
import org.ankerdraft.core.ledger.PartState;
import org.ankerdraft.vectors.Xy;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Flats lie square, however the part stands. */
class SquaringTest {

  /** A channel 80 x 30 with two flanges along its length, its base turned by an angle. */
  private static PartState channel(double deg) {
    double[][] corners = {{-40, -15}, {40, -15}, {40, 15}, {-40, 15}};
    StringBuilder curves = new StringBuilder();
    for (int i = 0; i < 4; i++) {
      Xy a = new Xy(corners[i][0], corners[i][1]).rotated(Math.toRadians(deg));
      int n = (i + 1) % 4;
      Xy b = new Xy(corners[n][0], corners[n][1]).rotated(Math.toRadians(deg));
      curves
          .append(i == 0 ? "" : ",")
          .append(
              String.format(
                  Locale.ROOT,
                  "{'curve':'line','name':'l%d','from':['%.9f mm','%.9f mm'],'to':['%.9f mm','%.9f mm']}",
                  i,
                  a.x(),
                  a.y(),
                  b.x(),
                  b.y()));
    }
    return Parts.ok(
        SheetParts.part(
            2,
            3,
            SheetParts.k(0.44),
            "{'kind':'sketch','id':'s','curves':["
                + curves
                + "]},{'kind':'base','id':'b','sketch':'s','body':'P'},"
                + "{'kind':'flange','id':'f','seat':{'edges':["
                + "{'choose':'edge','name':'b/end|b/side:l0'},{'choose':'edge','name':'b/end|b/side:l2'}"
                + "]},'length':'20 mm'}"));
  }

  @ParameterizedTest
  @ValueSource(doubles = {0, 8, 30, 45, 77, -20})
  void aChannelIsLaidAlongItsBends(double deg) {
    PartState state = channel(deg);
    for (FlatPattern flat :
        List.of(SheetParts.flat(state), SheetParts.flatThroughStep(state, 0.44))) {
      double added = Math.PI / 2 * (3 + 0.44 * 2) + 20 - 10;
      assertThat(flat.widthMm()).isCloseTo(80, within(1e-4));
      assertThat(flat.heightMm()).isCloseTo(30 + 2 * added, within(1e-4));
      assertThat(flat.bends())
          .allSatisfy(b -> assertThat(Math.abs(b.along().y())).isLessThan(1e-6));
      assertThat(
              new FlatArea(flat, 0.01).smallestBlank().x()
                  * new FlatArea(flat, 0.01).smallestBlank().y())
          .isCloseTo(flat.widthMm() * flat.heightMm(), within(1e-2));
    }
  }

  /** The bend ends on the outline, but leaves no corner there. */
  @Test
  void theOutlineHasNoCornersOnStraightLines() {
    FlatPattern flat = SheetParts.flat(channel(30));
    assertThat(flat.outline().curves()).hasSize(4);
  }

  @Test
  void onlyStraightLinesAreJoined() {
    Xy a = new Xy(0, 0);
    Xy b = new Xy(10, 0);
    Xy c = new Xy(20, 0);
    Xy d = new Xy(20, 5);
    Contour contour =
        new Contour(
            List.of(
                new PlaneCurve.Line(b, c),
                new PlaneCurve.Line(c, d),
                new PlaneCurve.Line(d, a),
                new PlaneCurve.Line(a, b)));
    Contour merged = contour.withoutCollinear(1e-6);
    assertThat(merged.curves()).hasSize(3);
    assertThat(merged.signedAreaMm2()).isCloseTo(contour.signedAreaMm2(), within(1e-9));
    Contour there =
        new Contour(
            List.of(
                new PlaneCurve.Line(a, c), new PlaneCurve.Line(c, b), new PlaneCurve.Line(b, a)));
    assertThat(there.withoutCollinear(1e-6).curves()).hasSizeGreaterThan(1);
  }
}

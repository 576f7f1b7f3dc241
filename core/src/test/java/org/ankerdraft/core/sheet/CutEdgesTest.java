package org.ankerdraft.core.sheet;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.ankerdraft.core.Parts;
import org.ankerdraft.core.ledger.BodyUnfolding;
import org.ankerdraft.core.ledger.PartState;
import org.ankerdraft.kernel.Budget;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** A cut that does not go through the sheet is no cut-out. */
class CutEdgesTest {
  private static PartState drilled(double flange, double x, double diameter) {
    return Parts.ok(
        SheetParts.part(
            2,
            3,
            SheetParts.k(0.44),
            "{'kind':'sketch','id':'s','curves':[{'curve':'rectangle','name':'r','width':'100 mm','height':'60 mm'}]},"
                + "{'kind':'base','id':'b','sketch':'s','body':'P'},"
                + "{'kind':'flange','id':'f','seat':{'edges':[{'choose':'edge','name':'b/end|b/side:r.right'}]},'length':'"
                + flange
                + " mm'},{'kind':'hole','id':'h','body':'P','diameter':'"
                + diameter
                + " mm','points':[['"
                + x
                + " mm','0 mm']]}"));
  }

  private static String refusal(PartState state) {
    try {
      BodyUnfolding.unfold(
          SheetParts.body(state),
          state,
          null,
          SheetParts.CURVE_MM,
          Parts.KERNEL,
          Budget.ofSeconds(30));
    } catch (CannotUnfold e) {
      return e.inWords(SheetParts.body(state).named());
    }
    return "";
  }

  /** The flange's wall stands from 48 to 50 mm; a drill from above takes only its inside away. */
  @ParameterizedTest
  @CsvSource({"25, 47.5, 4", "25, 46.5, 4", "25, 48.2, 1", "9, 47.5, 4", "120, 47, 4"})
  void aGrooveInAFlangeIsRefusedWithItsPlace(double flange, double x, double diameter) {
    assertThat(refusal(drilled(flange, x, diameter)))
        .contains("face h/wall:1", "does not go through the sheet", "groove");
  }

  @ParameterizedTest
  @CsvSource({"0, 4", "40, 4", "43, 3"})
  void aHoleThroughTheBaseIsACutOut(double x, double diameter) {
    FlatPattern flat = SheetParts.flat(drilled(25, x, diameter));
    assertThat(flat.holes()).hasSize(1);
    // The base, and the flange with its bend beyond the tangent line at 45 mm.
    double whole = 60 * (95 + Math.PI / 2 * (3 + 0.44 * 2) + 25 - 5);
    assertThat(flat.areaMm2()).isCloseTo(whole - Math.PI * diameter * diameter / 4, within(1e-4));
  }

  /** A bend is cut obliquely by a hole from above, but it is cut through. */
  @Test
  void aHoleThatReachesIntoTheBendIsACutOutToo() {
    assertThat(SheetParts.flat(drilled(25, 44, 3)).holes()).hasSize(1);
  }
}

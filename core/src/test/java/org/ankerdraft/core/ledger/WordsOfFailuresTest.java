package org.ankerdraft.core.ledger;

import static org.assertj.core.api.Assertions.assertThat;

import org.ankerdraft.core.Parts;
import org.ankerdraft.core.expression.NearNames;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Failures say what, where and why. */
class WordsOfFailuresTest {
  private static String message(String steps, String parameters, String step) {
    return Parts.build(
            Parts.document(
                "{'ankerdraft':1,'name':'test','parameters':["
                    + parameters
                    + "],'steps':["
                    + steps
                    + "]}"))
        .step(step)
        .orElseThrow()
        .message();
  }

  private static String box(String depth) {
    return "{'kind':'sketch','id':'s','curves':[{'curve':'rectangle','name':'r','width':'40 mm','height':'30 mm'}]},"
        + "{'kind':'extrude','id':'box','sketch':'s','depth':'"
        + depth
        + "','body':'Body'}";
  }

  @Test
  void aNameThatIsMisspeltIsNamedWithItsFieldAndTheNearest() {
    assertThat(message(box("2 * wdth"), "{'name':'width','value':'10 mm'}", "box"))
        .contains("Depth (2 * wdth)", "no parameter named 'wdth'", "did you mean 'width'?");
  }

  @Test
  void aNameLikeNoOtherGetsNoProposal() {
    assertThat(message(box("nobody"), "{'name':'width','value':'10 mm'}", "box"))
        .contains("Depth (nobody)", "no parameter named 'nobody'")
        .doesNotContain("did you mean");
  }

  @Test
  void aSumOfUnlikeThingsNamesItsField() {
    assertThat(message(box("10 mm + 3 deg"), "", "box"))
        .contains("Depth (10 mm + 3 deg)", "a length and an angle cannot be added");
  }

  @Test
  void aFieldWithinASetIsFoundToo() {
    assertThat(
            message(
                box("10 mm")
                    + ",{'kind':'round','id':'edge','sets':[{'edges':[{'choose':'sharp edges'}],'size':'2 deg'}]}",
                "",
                "edge"))
        .contains("(2 deg)", "length");
  }

  @Test
  void aHoleBesideTheBodySaysWhereBothLie() {
    assertThat(
            message(
                box("10 mm")
                    + ",{'kind':'hole','id':'h','points':[['50 mm','0 mm']],'diameter':'4 mm','depth':'5 mm'}",
                "",
                "h"))
        .contains("does not meet the body", "x 48 to 52, y -2 to 2, z -5 to 0", "(-20, -15, 0)");
  }

  /** How far a hole reaches through is no news; only beside the body. */
  @Test
  void aHoleThroughBesideTheBodySaysWhereItMissesIt() {
    assertThat(
            message(
                box("10 mm")
                    + ",{'kind':'hole','id':'h','points':[['50 mm','0 mm']],'diameter':'4 mm'}",
                "",
                "h"))
        .contains("lies at x 48 to 52, y -2 to 2, the body from (-20, -15, 0)");
  }

  @ParameterizedTest
  @CsvSource({
    "wdth, width, true",
    "heigth, height, true",
    "w, h, true",
    "nobody, width, false",
    "thikness, thickness, true"
  })
  void slipsOfThePenAreTold(String written, String meant, boolean isSlip) {
    assertThat(NearNames.slip(written, java.util.List.of(meant)).isPresent()).isEqualTo(isSlip);
  }
}

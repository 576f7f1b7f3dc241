package org.ankerdraft.core.ledger;

import static org.assertj.core.api.Assertions.assertThat;

import org.ankerdraft.core.Parts;
import org.ankerdraft.core.sheet.SheetParts;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** A step that has not been told what to work on waits; it has not failed. */
class WaitingTest {
  private static StepResult last(String step) {
    PartState state = Parts.build(Parts.box(40, 30, 20) + "," + step);
    return state.steps().getLast();
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "{'kind':'round','id':'x','sets':[]}",
        "{'kind':'round','id':'x','sets':[{'edges':[],'size':'2 mm'}]}",
        "{'kind':'chamfer','id':'x','sets':[{'edges':[],'size':'2 mm'}]}",
        "{'kind':'draft','id':'x','sets':[{'faces':[],'angle':'2 deg'}]}",
        "{'kind':'hole','id':'x','points':[],'diameter':'4 mm'}"
      })
  void withoutAChoiceItWaits(String step) {
    StepResult result = last(step);
    assertThat(result.isWaiting()).as(result.message()).isTrue();
    assertThat(result.message()).contains(" waits: no ").doesNotContain("failed");
    assertThat(result.isByMachine()).isFalse();
  }

  @Test
  void aFlangeWithoutAnEdgeWaits() {
    PartState state =
        Parts.build(
            SheetParts.part(
                2,
                2,
                SheetParts.k(0.44),
                SheetParts.base(60, 40)
                    + ",{'kind':'flange','id':'x','seat':{'edges':[]},'length':'20 mm'}"));
    assertThat(state.steps().getLast().isWaiting()).isTrue();
    assertThat(state.isOk()).isFalse();
  }

  @Test
  void aChoiceThatFindsNothingHasFailed() {
    StepResult result =
        last(
            "{'kind':'round','id':'x','sets':[{'edges':[{'choose':'inside corners'}],'size':'2 mm'}]}");
    assertThat(result.isWaiting()).isFalse();
    assertThat(result.message()).contains("failed");
  }
}

package org.ankerdraft.core.ledger;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Set;
import org.ankerdraft.core.Parts;
import org.ankerdraft.core.expression.Evaluator;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.kinds.KnownStep;
import org.ankerdraft.core.kinds.StepKinds;
import org.ankerdraft.core.operation.Inputs.Input;
import org.ankerdraft.core.part.PartDocument;
import org.ankerdraft.core.step.Step;
import org.junit.jupiter.api.Test;

class StepFactsTest {
  private final StepFacts facts = new StepFacts();

  private static KnownStep<?> extrusion() {
    PartDocument part = Parts.part(Parts.rod(20, 15));
    return StepKinds.of(
        part.steps().stream()
            .filter(s -> StepKinds.of(s).word().equals("extrude"))
            .findFirst()
            .orElseThrow());
  }

  @Test
  void aStepIsAskedOnce() {
    KnownStep<?> step = extrusion();
    assertThat(facts.of(step)).isSameAs(facts.of(StepKinds.of(step.step())));
  }

  /** Another object with the same fields comes to the same key. */
  @Test
  void anEqualStepTellsTheSame() {
    StepFacts.Facts one = facts.of(extrusion());
    StepFacts.Facts other = facts.of(extrusion());
    assertThat(other).isNotSameAs(one);
    assertThat(other.text()).isEqualTo(one.text());
    assertThat(other.inputs()).isEqualTo(one.inputs());
    assertThat(other.words()).isEqualTo(one.words());
  }

  @Test
  void theUsersOwnWordsDecideNothing() {
    KnownStep<?> step = extrusion();
    Step called = StepKinds.of(step.withLabel("lid")).withNote("thin as can be");
    assertThat(facts.of(StepKinds.of(called)).text()).isEqualTo(facts.of(step).text());
    Step left = step.withSkipped(true);
    assertThat(facts.of(StepKinds.of(left)).text()).isNotEqualTo(facts.of(step).text());
  }

  @Test
  void aStepTellsWhatItReads() {
    assertThat(facts.of(extrusion()).inputs())
        .anyMatch(i -> i instanceof Input.Sketch)
        .doesNotHaveDuplicates();
  }

  @Test
  void wordsLeadToParameters() {
    Set<String> words =
        Evaluator.wordsOf(List.of(new Expr("2*(rib+1 mm)"), new Expr("sqrt(wall_2)")));
    assertThat(words).contains("2", "rib", "mm", "sqrt", "wall_2");
  }
}

package org.ankerdraft.app.session;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.kinds.StepKinds;
import org.ankerdraft.core.part.Parameter;
import org.ankerdraft.core.part.PartDocument;
import org.ankerdraft.core.step.Head;
import org.ankerdraft.core.step.sketch.Sketch;
import org.junit.jupiter.api.Test;

/** Undo, redo and previews, without a window. */
class HistoryTest {
  private final History history = new History(PartDocument.empty("a"));

  private void edit(String name) {
    assertThat(history.edit(history.document().withName(name))).isEmpty();
  }

  private String name() {
    return history.document().name();
  }

  @Test
  void undoAndRedoGoBackAndForth() {
    edit("b");
    edit("c");
    assertThat(history.undo()).isTrue();
    assertThat(history.undo()).isTrue();
    assertThat(history.undo()).isFalse();
    assertThat(name()).isEqualTo("a");
    assertThat(history.redo()).isTrue();
    assertThat(name()).isEqualTo("b");
    edit("d");
    assertThat(history.canRedo()).isFalse();
  }

  @Test
  void aPreviewIsOneEditHoweverManyStepsItTakes() {
    for (String n : List.of("x", "xy", "xyz")) {
      assertThat(history.preview(history.document().withName(n))).isEmpty();
    }
    history.endPreview();
    assertThat(history.undo()).isTrue();
    assertThat(name()).isEqualTo("a");
    assertThat(history.canUndo()).isFalse();
  }

  @Test
  void aPreviewThatIsGivenUpLeavesNothing() {
    edit("b");
    assertThat(history.preview(history.document().withName("typing"))).isEmpty();
    assertThat(history.cancelPreview()).isTrue();
    assertThat(name()).isEqualTo("b");
    assertThat(history.cancelPreview()).isFalse();
  }

  /** What is being typed when one asks for redo is made first, and can be undone. */
  @Test
  void redoDuringAPreviewKeepsNothingUncommitted() {
    edit("b");
    assertThat(history.undo()).isTrue();
    assertThat(history.preview(history.document().withName("typing"))).isEmpty();
    assertThat(history.redo()).isFalse();
    assertThat(history.isInPreview()).isFalse();
    assertThat(name()).isEqualTo("typing");
    assertThat(history.undo()).isTrue();
    assertThat(name()).isEqualTo("a");
  }

  @Test
  void noEditMakesADocumentThatItsReaderRefuses() {
    PartDocument twice =
        history
            .document()
            .withParameters(
                List.of(
                    new Parameter("x", new Expr("1"), null),
                    new Parameter("x", new Expr("2"), null)));
    assertThat(history.edit(twice)).isPresent();
    assertThat(history.preview(twice)).isPresent();
    Sketch bad = new Sketch(Head.of("a b"), null, List.of());
    assertThat(history.edit(history.document().withNewStep(bad))).isPresent();
    assertThat(history.document()).isEqualTo(PartDocument.empty("a"));
    assertThat(history.canUndo()).isFalse();
    Sketch good = new Sketch(Head.of("a"), null, List.of());
    assertThat(history.edit(history.document().withNewStep(good))).isEmpty();
    assertThat(
            history.edit(
                history.document().withStep(StepKinds.of(good).withLabel("x".repeat(5000)))))
        .isPresent();
  }

  @Test
  void whatIsSavedIsNotDirty() {
    edit("b");
    assertThat(history.isDirty()).isTrue();
    history.isSavedAs(history.document());
    assertThat(history.isDirty()).isFalse();
    assertThat(history.undo()).isTrue();
    assertThat(history.isDirty()).isTrue();
  }
}

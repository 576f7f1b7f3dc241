package org.ankerdraft.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import javafx.application.Platform;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.TextArea;
import javafx.scene.input.KeyCode;
import org.ankerdraft.app.session.OffThread;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.operation.EdgeSet;
import org.ankerdraft.core.part.PartDocument;
import org.ankerdraft.core.step.Head;
import org.ankerdraft.core.step.Step;
import org.ankerdraft.core.step.round.Round;
import org.ankerdraft.core.step.shell.Shell;
import org.ankerdraft.core.step.sketch.Sketch;
import org.ankerdraft.vectors.Vec3;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Editing in the ledger, on the part's card and with choices, by mouse and keys alone. */
class EditingTest extends InWindow {
  @Override
  String part() {
    return """
    {"ankerdraft": 1, "name": "box",
     "parameters": [{"name": "depth", "value": "20 mm"}],
     "steps": [
      {"kind": "sketch", "id": "s", "curves": [{"curve": "rectangle", "name": "r", "width": "40 mm", "height": "30 mm"}]},
      {"kind": "extrude", "id": "box", "sketch": "s", "depth": "depth", "body": "Body"},
      {"kind": "round", "id": "o", "sets": [{"size": "2 mm", "edges": [{"choose": "parallel", "direction": [0, 0, 1]}]}]},
      {"kind": "shell", "id": "w", "thickness": "2 mm", "open": [{"choose": "face", "name": "box/end"}]}]}
    """;
  }

  private PartDocument document() {
    return onFx(() -> window.session().document());
  }

  private List<String> steps() {
    return document().steps().stream().map(Step::id).toList();
  }

  /** Presses an entry of a step's menu. */
  private void onMenu(String step, String entry) throws Exception {
    robot.rightClickOn("#step-" + step);
    robot.clickOn(entry);
    settle();
  }

  /** A ledger longer than the window shows the step that was just added. */
  @Test
  void theLedgerScrollsToANewStep() throws Exception {
    robot.interact(() -> {
      PartDocument part = window.session().document();
      for (int i = 0; i < 30; i++) {
        part = part.withNewStep(new Sketch(Head.of("more" + i), null, List.of()));
      }
      window.session().edit(part);
      window.session().select("more29");
    });
    settle();
    assertSeen("more29");
    robot.interact(() -> window.session().select("s"));
    settle();
    assertSeen("s");
  }

  private void assertSeen(String step) {
    Node pane = robot.lookup(".ledger .scroll-pane").query();
    Node row = robot.lookup("#step-" + step).query();
    double[] seen = onFx(() -> span(pane));
    double[] shown = onFx(() -> span(row));
    assertThat(shown[0]).isGreaterThanOrEqualTo(seen[0] - 1);
    assertThat(shown[1]).isLessThanOrEqualTo(seen[1] + 1);
  }

  /** From where to where it reaches in the window, from above. */
  private static double[] span(Node node) {
    var bounds = node.localToScene(node.getBoundsInLocal());
    return new double[] {bounds.getMinY(), bounds.getMaxY()};
  }

  private static final double CORNERS = (1 - Math.PI / 4) * 4 * 4;
  private static final double BOX = 40 * 30 * 20;

  /** A box with rounded corners and an inside that is sharp, since the wall uses the radius up. */
  @Test
  void skippingAndBuildingAgain() throws Exception {
    double whole = BOX - CORNERS * 20 - 36 * 26 * 18;
    assertThat(volume()).isCloseTo(whole, within(1e-5));
    onMenu("o", "Skip");
    assertThat(volume()).isCloseTo(BOX - 36 * 26 * 18, within(1e-5));
    onMenu("o", "Build again");
    assertThat(volume()).isCloseTo(whole, within(1e-5));
  }

  @Test
  void theStopLineHoldsWhatStandsBelow() throws Exception {
    onMenu("w", "Stop line above");
    assertThat(volume()).isCloseTo(BOX - CORNERS * 20, within(1e-5));
    robot.clickOn("stop line");
    settle();
    assertThat(document().stopLine()).isNull();
    assertThat(volume()).isLessThan(BOX / 2);
  }

  @Test
  void anOrderThatBreaksAReferenceIsAskedAboutInWords() throws Exception {
    onMenu("w", "Move up");
    assertThat(steps()).containsExactly("s", "box", "w", "o");
    robot.rightClickOn("#step-w");
    robot.clickOn("Move up");
    // The body that the shell needs cannot move along: it stands where the shell would go.
    assertThat(onFx(() -> robot.lookup("Move together").tryQuery())).isEmpty();
    assertThat(robot.lookup(".dialog-pane .content").queryLabeled().getText())
        .contains("Shell needs");
    callOff();
    assertThat(steps()).containsExactly("s", "box", "w", "o");
  }

  @Test
  void aStepIsRenamedAndDeletedAndComesBack() throws Exception {
    robot.rightClickOn("#step-w");
    robot.clickOn("Rename");
    robot.push(KeyCode.CONTROL, KeyCode.A);
    robot.write("Thin wall");
    robot.push(KeyCode.ENTER);
    settle();
    assertThat(document().step("w").orElseThrow().label()).isEqualTo("Thin wall");
    onMenu("w", "Delete");
    assertThat(steps()).doesNotContain("w");
    robot.push(KeyCode.CONTROL, KeyCode.Z);
    settle();
    assertThat(steps()).contains("w");
    robot.push(KeyCode.CONTROL, KeyCode.SHIFT, KeyCode.Z);
    settle();
    assertThat(steps()).doesNotContain("w");
  }

  @Test
  void theDeleteKeyTakesTheSelectedStepButNotWhileOneTypes() throws Exception {
    robot.clickOn("#step-w");
    robot.clickOn("#field-thickness");
    robot.push(KeyCode.DELETE);
    assertThat(steps()).contains("w");
    robot.push(KeyCode.ESCAPE);
    robot.clickOn("#step-w");
    until(() -> window.session().selectedStep().isPresent());
    robot.interact(() -> window.view().requestFocus());
    robot.push(KeyCode.DELETE);
    settle();
    assertThat(steps()).doesNotContain("w");
  }

  @Test
  void aParameterIsChangedAndAddedAndTakenAway() throws Exception {
    robot.clickOn("#parameters");
    type("#parameter-depth", "15 mm");
    robot.push(KeyCode.ENTER);
    settle();
    assertThat(volume()).isCloseTo((40 * 30 - CORNERS) * 15 - 36 * 26 * 13, within(1e-5));
    robot.clickOn("Another parameter");
    type("#parameter-value1", "depth * 2");
    robot.push(KeyCode.ENTER);
    settle();
    assertThat(
            onFx(() ->
                robot.lookup(".second").queryAllAs(Label.class).stream()
                    .anyMatch(l -> l.getText().equals("= 30 mm"))))
        .isTrue();
    robot.push(KeyCode.CONTROL, KeyCode.Z);
    robot.push(KeyCode.CONTROL, KeyCode.Z);
    robot.push(KeyCode.CONTROL, KeyCode.Z);
    settle();
    assertThat(document().parameters().getFirst().value().text()).isEqualTo("20 mm");
    assertThat(document().parameters()).hasSize(1);
  }

  /** What is typed is wrong on its way; it stays in hand, and the circle it ends in is told. */
  @Test
  void parametersInACircleFailInWordsAndRecover() throws Exception {
    robot.clickOn("#parameters");
    type("#parameter-depth", "depth + 1 mm");
    robot.push(KeyCode.ENTER);
    until(() ->
        !window.session().state().orElseThrow().isOk()
            && robot.lookup(".field-error").queryAllAs(Label.class).stream()
                .anyMatch(l -> l.getText().contains("depth")));
    type("#parameter-depth", "10 mm");
    robot.push(KeyCode.ENTER);
    settle();
    assertThat(onFx(() -> window.session().state().orElseThrow().isOk())).isTrue();
  }

  /** A step without a choice has not failed: it waits, and picking is on. */
  @Test
  void aStepWithoutAChoiceWaitsForIt() throws Exception {
    robot.interact(() -> {
      PartDocument part = window.session().document().withoutStep("o").withoutStep("w");
      window
          .session()
          .edit(
              part.withNewStep(
                  new Round(
                      Head.of("soft"), null, List.of(new EdgeSet(List.of(), new Expr("3 mm"))))));
      window.session().select("soft");
    });
    // While it is on the part is shown as it stands before the step.
    until(() -> robot.lookup("Click edges or a face, Esc ends").tryQuery().isPresent());
    assertThat(robot.lookup("#step-soft").query().getStyleClass()).doesNotContain("failed");
    assertThat(robot.lookup(".outcome").queryAs(Label.class).getText())
        .contains("waits: no edges are chosen");
    assertThat(robot.lookup("#step-soft .second").queryAs(Label.class).getText())
        .isEqualTo("waits for a choice");
    // A face would give all its edges: they are lit.
    robot.moveTo(onScreen(new Vec3(0, 0, 20)));
    until(() -> window.view().hoveredEdges().size() == 4);
    // The upper front edge.
    robot.clickOn(onScreen(new Vec3(0, -15, 20)));
    until(() ->
        !((Round) window.session().document().step("soft").orElseThrow())
            .sets()
            .getFirst()
            .edges()
            .isEmpty());
    robot.push(KeyCode.ESCAPE);
    settle();
    double taken = (1 - Math.PI / 4) * 3 * 3 * 40;
    assertThat(volume()).isCloseTo(BOX - taken, within(1e-3));
  }

  @Test
  void aChoiceIsTakenAwayAndPickedInTheView() throws Exception {
    robot.clickOn("#step-w");
    until(() -> robot.lookup(".away").tryQuery().isPresent());
    robot.clickOn(".away");
    until(() -> ((Shell) window.session().document().step("w").orElseThrow()).open().isEmpty());
    settle();
    assertThat(volume()).isCloseTo(BOX - CORNERS * 20 - 36 * 26 * 16, within(1e-5));
    robot.clickOn("Pick in view");
    until(() -> robot.lookup("Click faces, Esc ends").tryQuery().isPresent());
    robot.clickOn(onScreen(new Vec3(3, 4, 20)));
    until(() -> !((Shell) window.session().document().step("w").orElseThrow()).open().isEmpty());
    robot.push(KeyCode.ESCAPE);
    settle();
    assertThat(volume()).isCloseTo(BOX - CORNERS * 20 - 36 * 26 * 18, within(1e-5));
  }

  /** What one is about to press is not made anew while the repairs of the findings come in. */
  @Test
  void theCardStandsStillWhenRepairsAreFound() throws Exception {
    robot.interact(() -> window.session().select("w"));
    until(() -> robot.lookup(".away").tryQuery().isPresent());
    Node away = robot.lookup(".away").query();
    settleWithRepairs();
    assertThat(onFx(away::getScene)).isNotNull();
  }

  @ParameterizedTest
  @CsvSource({"All outside corners, Outside", "Upright edges, Parallel"})
  void aRuleIsAddedFromItsMenu(String entry, String kind) throws Exception {
    robot.clickOn("#step-o");
    robot.clickOn("Rule");
    robot.clickOn(entry);
    until(() ->
        ((Round) window.session().document().step("o").orElseThrow())
            .sets()
            .getFirst()
            .edges()
            .getLast()
            .getClass()
            .getSimpleName()
            .equals(kind));
    assertThat(((Round) document().step("o").orElseThrow()).sets().getFirst().edges()).hasSize(2);
  }

  @Test
  void savingByKeyWritesTheOpenFile() throws Exception {
    Path file = folder.resolve("box.json");
    robot.clickOn("#step-w");
    type("#field-thickness", "3 mm");
    robot.push(KeyCode.ENTER);
    settle();
    robot.push(KeyCode.CONTROL, KeyCode.S);
    until(() -> !window.session().isDirty());
    assertThat(Files.readString(file)).contains("3 mm");
    try (var all = Files.list(folder)) {
      assertThat(all.map(p -> p.getFileName().toString()))
          .as("no journal is left")
          .noneMatch(n -> n.startsWith(".box"));
    }
  }

  /** A key that is held down repeats itself; a stroke is one all the same. */
  @Test
  void aHeldKeyTakesOneStepAway() throws Exception {
    int before = steps().size();
    robot.clickOn("#step-w");
    robot.interact(() -> window.view().requestFocus());
    hold(KeyCode.DELETE, 3);
    until(() -> steps().size() == before - 1);
    robot.clickOn("#step-box");
    robot.interact(() -> window.view().requestFocus());
    hold(KeyCode.DELETE, 3);
    until(() -> steps().size() == before - 2);
    hold(KeyCode.ESCAPE, 3);
    assertThat(steps()).hasSize(before - 2);
  }

  /** A key that is held down asks again and again, faster than a file is written. */
  @Test
  void aHeldSaveKeySavesOneAfterTheOther() throws Exception {
    Path file = folder.resolve("box.json");
    robot.clickOn("#step-w");
    type("#field-thickness", "3 mm");
    robot.push(KeyCode.ENTER);
    settle();
    List<Boolean> meanwhile = new ArrayList<>();
    robot.interact(() -> {
      for (int i = 0; i < 5; i++) {
        Platform.runLater(() -> meanwhile.add(window.files().save(false)));
      }
      Platform.runLater(window.files()::startNew);
      try {
        OffThread.await(() -> {
          until(() -> meanwhile.size() == 5);
          return "written";
        });
      } catch (Exception e) {
        throw new AssertionError(e);
      }
    });
    // None began before the work that was under way ended, and the last one was made up for.
    assertThat(meanwhile).hasSize(5).containsOnly(false);
    until(() -> !window.session().isDirty());
    assertThat(Files.readString(file)).contains("3 mm");
    assertThat(steps()).hasSize(4);
  }

  /** Unsaved changes are asked about before they are left. */
  @Test
  void leavingUnsavedChangesIsAsked() throws Exception {
    robot.clickOn("#step-w");
    type("#field-thickness", "3 mm");
    robot.push(KeyCode.ENTER);
    settle();
    robot.push(KeyCode.CONTROL, KeyCode.N);
    callOff();
    assertThat(steps()).hasSize(4);
    robot.push(KeyCode.CONTROL, KeyCode.N);
    robot.clickOn("Leave unsaved");
    until(() -> window.session().document().steps().isEmpty());
    assertThat(Files.readString(folder.resolve("box.json"))).contains("2 mm");
  }

  @Test
  void theLogIsOpenedFromTheMenu() throws Exception {
    robot.clickOn("#file-menu");
    robot.clickOn("Log of internal errors");
    until(() -> robot.lookup("#log-text").tryQuery().isPresent());
    assertThat(onFx(() -> robot.lookup("#log-text").queryAs(TextArea.class).getText()))
        .isNotEmpty();
    assertThat(Set.copyOf(steps())).hasSize(4);
  }
}

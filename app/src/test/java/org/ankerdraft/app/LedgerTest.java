package org.ankerdraft.app;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import javafx.geometry.Bounds;
import javafx.geometry.Point2D;
import javafx.scene.Node;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import org.ankerdraft.core.part.BodyShown;
import org.ankerdraft.core.step.Step;
import org.junit.jupiter.api.Test;

/** Steps and the stop line dragged, groups folded and skipped, bodies hidden, tinted, renamed. */
class LedgerTest extends InWindow {
  @Override
  String part() {
    return """
    {"ankerdraft": 1, "name": "two", "steps": [
      {"kind": "sketch", "id": "s", "curves": [
        {"curve": "rectangle", "name": "r", "width": "30 mm", "height": "20 mm"}]},
      {"kind": "extrude", "id": "foot", "sketch": "s", "depth": "5 mm", "body": "Foot"},
      {"kind": "sketch", "id": "t", "group": "Lid", "plane": {"base": "XY", "offset": "12 mm"},
        "curves": [{"curve": "rectangle", "name": "r", "width": "30 mm", "height": "20 mm"}]},
      {"kind": "extrude", "id": "lid", "group": "Lid", "sketch": "t", "depth": "2 mm", "body": "Lid"},
      {"kind": "extrude", "id": "low", "sketch": "s", "depth": "1 mm", "reversed": true,
        "use": "unite", "targets": ["Foot"]}]}
    """;
  }

  private List<String> order() {
    return onFx(() -> window.session().document().steps().stream().map(Step::id).toList());
  }

  /** A place in a row, as a share of its height. */
  private Point2D in(String row, double share) {
    return onFx(() -> {
      Node node = robot.lookup(row).query();
      // Rows that were made anew have no place before the next pulse.
      node.getScene().getRoot().applyCss();
      node.getScene().getRoot().layout();
      Bounds b = node.localToScreen(node.getBoundsInLocal());
      return new Point2D(b.getCenterX() - 40, b.getMinY() + share * b.getHeight());
    });
  }

  private void drag(String row, String to, double share) {
    robot.moveTo(in(row, 0.5)).press(MouseButton.PRIMARY).moveTo(in(to, 0.5)).moveTo(in(to, share));
  }

  private void drop() {
    robot.release(MouseButton.PRIMARY);
  }

  /** Whatever is told meanwhile, the rows stay from the press until the drop. */
  @Test
  void whatIsToldMeanwhileDoesNotDisturbADrag() throws Exception {
    settle();
    robot.moveTo(in("#step-low", 0.5)).press(MouseButton.PRIMARY);
    Node low = robot.lookup("#step-low").query();
    robot.interact(() -> window.session().notice("checked meanwhile"));
    assertThat(robot.lookup("#step-low").<Node>query()).as("pressed").isSameAs(low);
    robot.moveTo(in("#step-foot", 0.5)).moveTo(in("#step-foot", 0.8));
    Node row = robot.lookup("#step-foot").query();
    robot.interact(() -> window.session().notice("checked meanwhile"));
    assertThat(robot.lookup("#step-foot").<Node>query()).isSameAs(row);
    drop();
    until(() -> order().equals(List.of("s", "foot", "low", "t", "lid")));
    assertThat(robot.lookup("#step-foot").<Node>query()).as("then they are new").isNotSameAs(row);
  }

  private boolean isStopLineAt(int place) {
    return onFx(() -> Integer.valueOf(place).equals(window.session().document().stopLine()));
  }

  /** What would be broken is said, and moves along if one wants. */
  @Test
  void whatAMoveWouldBreakMovesAlong() throws Exception {
    settle();
    drag("#step-s", "#step-t", 0.8);
    drop();
    robot.clickOn("Move together");
    until(() -> order().equals(List.of("t", "s", "foot", "lid", "low")));
    settle();
    assertThat(onFx(() -> window.session().state().orElseThrow().isOk())).isTrue();
    robot.interact(() -> window.session().undo());
    until(() -> order().equals(List.of("s", "foot", "t", "lid", "low")));
    drag("#step-s", "#step-foot", 0.8);
    drop();
    robot.clickOn("Move alone, leaving it adrift");
    until(() -> order().equals(List.of("foot", "s", "t", "lid", "low")));
  }

  @Test
  void stepsAndTheStopLineAreDragged() throws Exception {
    settle();
    drag("#step-low", "#step-foot", 0.8);
    drop();
    until(() -> order().equals(List.of("s", "foot", "low", "t", "lid")));
    drag("#step-foot", "#step-s", 0.2);
    until(() -> onFx(() -> window.session().notice()).contains("but Extrude needs s before it"));
    drop();
    callOff();
    assertThat(order()).containsExactly("s", "foot", "low", "t", "lid");
    drag("#stop-line", "#step-foot", 0.8);
    drop();
    until(() -> isStopLineAt(2));
    settle();
    assertThat(onFx(() -> window.view().scene().bodies())).hasSize(1);
    robot.clickOn("#stop-line");
    until(() -> onFx(() -> window.session().document().stopLine() == null));
    robot.interact(() -> window.session().undo());
    robot.interact(() -> window.session().undo());
    until(() -> onFx(() -> window.session().document().stopLine() == null));
    robot.interact(() -> window.session().undo());
    until(() -> order().equals(List.of("s", "foot", "t", "lid", "low")));
  }

  @Test
  void groupsAreFoldedAndSkipped() throws Exception {
    settle();
    robot.clickOn("#group-t");
    until(() -> robot.lookup("#step-lid").tryQuery().isEmpty());
    robot.rightClickOn("#group-t");
    robot.clickOn("Skip all");
    until(() -> onFx(() -> window.session().document().step("lid").orElseThrow().skipped()));
    settle();
    assertThat(onFx(() -> window.view().scene().bodies())).hasSize(1);
    robot.clickOn("#group-t");
    until(() -> robot.lookup("#step-lid").tryQuery().isPresent());
    robot.rightClickOn("#step-low");
    robot.clickOn("Group with the step above");
    until(() ->
        "Lid"
            .equals(
                onFx(() -> window.session().document().step("low").orElseThrow().head().group())));
    robot.rightClickOn("#step-low");
    robot.clickOn("Note");
    robot.write("for the gasket");
    robot.push(KeyCode.ENTER);
    until(() ->
        "for the gasket"
            .equals(
                onFx(() -> window.session().document().step("low").orElseThrow().head().note())));
    robot.rightClickOn("#step-t");
    robot.clickOn("Delete with that step");
    until(() -> order().equals(List.of("s", "foot", "low")));
  }

  @Test
  void bodiesAreHiddenTintedAndRenamed() throws Exception {
    settle();
    robot.clickOn("#hide-Lid");
    until(() -> onFx(() -> window.view().scene().bodies().size() == 1));
    assertThat(onFx(() -> window.session().state().orElseThrow().bodies())).hasSize(2);
    robot.clickOn("#show-Lid");
    until(() -> onFx(() -> window.view().scene().bodies().size() == 2));
    robot.clickOn("#tint-Lid");
    robot.clickOn("Moss");
    until(() -> onFx(() -> window.session().document().shown("Lid").tint()) == BodyShown.Tint.MOSS);
    robot.clickOn("#tint-Lid");
    robot.clickOn("Rename");
    robot.push(KeyCode.SHORTCUT, KeyCode.A);
    robot.write("Cover");
    robot.push(KeyCode.ENTER);
    until(() -> onFx(() -> window.session().state().orElseThrow().bodies().containsKey("Cover")));
    assertThat(onFx(() -> window.session().document().shown("Cover").tint()))
        .isEqualTo(BodyShown.Tint.MOSS);
  }
}

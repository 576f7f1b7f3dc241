package org.ankerdraft.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import javafx.scene.Node;
import javafx.scene.input.KeyCode;
import org.ankerdraft.core.step.Step;
import org.ankerdraft.core.step.combine.Combine;
import org.ankerdraft.core.step.pattern.Pattern;
import org.junit.jupiter.api.Test;

/** Bodies and steps are chosen from what is there, not typed. */
class NamedListsTest extends InWindow {
  private static final double PLATE = 80 * 40 * 4;
  private static final double PAD = 10 * 6 * 5;

  @Override
  String part() {
    return """
    {"ankerdraft": 1, "name": "lists", "steps": [
      {"kind": "sketch", "id": "s", "curves": [{"curve": "rectangle", "name": "r", "width": "80 mm", "height": "40 mm"}]},
      {"kind": "extrude", "id": "plate", "sketch": "s", "depth": "4 mm", "body": "Plate"},
      {"kind": "sketch", "id": "t", "plane": {"base": "XY", "offset": "4 mm"}, "curves": [
        {"curve": "rectangle", "name": "r", "centre": ["-25 mm", "0 mm"], "width": "10 mm", "height": "6 mm"}]},
      {"kind": "boss", "id": "pad", "sketch": "t", "height": "5 mm", "body": "Plate"},
      {"kind": "sketch", "id": "u", "plane": {"base": "XY", "offset": "2 mm"}, "curves": [
        {"curve": "rectangle", "name": "r", "centre": ["30 mm", "0 mm"], "width": "10 mm", "height": "10 mm"}]},
      {"kind": "extrude", "id": "post", "sketch": "u", "depth": "12 mm", "body": "Post"}]}
    """;
  }

  private Step last() {
    return onFx(() -> window.session().document().steps().getLast());
  }

  private double plate() {
    return onFx(() ->
        window
            .session()
            .state()
            .orElseThrow()
            .bodies()
            .get("Plate")
            .named()
            .shape()
            .mass()
            .volumeMm3());
  }

  @Test
  void bodiesAreCombinedFromAListOfThem() throws Exception {
    settle();
    keys(KeyCode.S, KeyCode.B);
    until(() -> last() instanceof Combine);
    robot.interact(() -> {
      var box = robot.lookup("#field-body").<String>queryComboBox();
      assertThat(box.getItems()).contains("Plate", "Post");
      box.setValue("Plate");
    });
    until(() -> ((Combine) last()).body().equals("Plate"));
    settle();
    robot.clickOn(".away");
    until(() -> ((Combine) last()).tools().isEmpty());
    robot.clickOn("#field-tools");
    robot.clickOn(
        robot.from(robot.lookup(".context-menu").queryAll()).lookup("Post").<Node>query());
    until(() -> ((Combine) last()).tools().equals(List.of("Post")));
    settle();
    // Two of the post's twelve lie within the plate.
    assertThat(plate()).isCloseTo(PLATE + PAD + 100 * 10, within(1e-3));
    robot.interact(() -> window.session().undo());
  }

  /** A boss has no tool of its own: the copies are what it added. */
  @Test
  void aSelectedBossIsRepeated() throws Exception {
    settle();
    robot.interact(() -> window.session().select("pad"));
    keys(KeyCode.S, KeyCode.P);
    until(() -> last() instanceof Pattern);
    assertThat(((Pattern) last()).steps()).containsExactly("pad");
    type("#field-spacing", "14 mm");
    robot.push(KeyCode.ENTER);
    settle();
    assertThat(plate()).isCloseTo(PLATE + 3 * PAD, within(1e-3));
    robot.clickOn("#field-steps");
    assertThat(robot.from(robot.lookup(".context-menu").queryAll()).lookup("post").tryQuery())
        .as("it began a body")
        .isEmpty();
    robot.push(KeyCode.ESCAPE);
  }
}

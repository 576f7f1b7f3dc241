package org.ankerdraft.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import javafx.scene.control.Button;
import javafx.scene.input.KeyCode;
import org.ankerdraft.core.step.extrude.Extrude;
import org.junit.jupiter.api.Test;

/** An open chain is extruded as a wall: told by the message, set on the card, undone. */
class WallsTest extends InWindow {
  @Override
  String part() {
    return """
    {"ankerdraft": 1, "name": "fence", "steps": [
      {"kind": "sketch", "id": "s", "curves": [
        {"curve": "line", "name": "a", "from": ["0 mm", "0 mm"], "to": ["30 mm", "0 mm"]},
        {"curve": "line", "name": "b", "from": ["30 mm", "0 mm"], "to": ["30 mm", "20 mm"]}]}]}
    """;
  }

  @Test
  void aWallAlongAnOpenChain() throws Exception {
    settle();
    robot.interact(() -> window.session().select("s"));
    keys(KeyCode.S, KeyCode.E);
    until(() -> onFx(() -> window.session().document().steps().getLast()) instanceof Extrude);
    settle();
    assertThat(window.session().state().orElseThrow().steps().getLast().message())
        .contains("give it a wall");
    robot.clickOn("#field-more");
    until(() -> onFx(() -> robot.lookup("#field-wall").query().isVisible()));
    type("#field-wall", "2 mm");
    robot.push(KeyCode.ENTER);
    settle();
    assertThat(volume()).isCloseTo(10 * (2 * 50 - 4), within(1e-3));
    robot.clickOn("#field-more");
    assertThat(onFx(() -> robot.lookup("#field-more").queryAs(Button.class).getText()))
        .containsIgnoringCase("wall");
    robot.interact(() -> window.session().undo());
    until(() ->
        onFx(() -> !((Extrude) window.session().document().steps().getLast()).wall().isWanted()));
  }
}

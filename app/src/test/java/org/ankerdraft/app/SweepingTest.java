package org.ankerdraft.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import javafx.scene.control.ComboBox;
import javafx.scene.input.KeyCode;
import org.ankerdraft.core.step.sweep.Sweep;
import org.junit.jupiter.api.Test;

/** A rod along an arc: from the keys, its path chosen on the card; too tight a turn is told. */
class SweepingTest extends InWindow {
  @Override
  String part() {
    return """
    {"ankerdraft": 1, "name": "rod", "parameters": [{"name": "thick", "value": "4 mm"}], "steps": [
      {"kind": "sketch", "id": "way", "plane": {"base": "XZ"}, "curves": [
        {"curve": "arc", "name": "a", "from": ["20 mm", "20 mm"], "to": ["0 mm", "0 mm"], "centre": ["20 mm", "0 mm"]}]},
      {"kind": "sketch", "id": "s", "curves": [{"curve": "circle", "name": "k", "diameter": "thick"}]}]}
    """;
  }

  private static double rod(double diameter) {
    return Math.PI * diameter * diameter / 4 * 20 * Math.PI / 2;
  }

  @Test
  void aRodAlongAnArc() throws Exception {
    settle();
    robot.interact(() -> window.session().select("s"));
    keys(KeyCode.S, KeyCode.O);
    until(() -> onFx(() -> window.session().document().steps().getLast()) instanceof Sweep);
    settle();
    assertThat(window.session().bodies()).isEmpty();
    robot.interact(() -> {
      ComboBox<String> path = robot.lookup("#field-path").queryComboBox();
      path.setValue(
          path.getItems().stream().filter(name -> name.contains("way")).findFirst().orElseThrow());
    });
    settle();
    assertThat(volume()).isCloseTo(rod(4), within(1e-2));
    // Twisted, it keeps its volume; undone, it is as before.
    type("#field-twist", "90 deg");
    robot.push(KeyCode.ENTER);
    until(() -> text(".outcome").contains("Twisted"));
    settle();
    assertThat(volume()).isCloseTo(rod(4), within(1e-2));
    robot.interact(() -> window.session().undo());
    settle();
    // Thicker than the turn is wide: it says where, and the last good rod stays.
    robot.clickOn("#parameters");
    type("#parameter-thick", "42 mm");
    robot.push(KeyCode.ENTER);
    until(
        () -> window.session().state().orElseThrow().steps().getLast().message().contains("at a"));
    robot.interact(() -> window.session().undo());
    until(() -> Math.abs(volume() - rod(4)) < 1e-2);
  }
}

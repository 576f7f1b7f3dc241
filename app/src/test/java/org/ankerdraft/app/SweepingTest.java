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
      {"kind": "sketch", "id": "inside", "plane": {"base": "XZ"}, "curves": [
        {"curve": "line", "name": "b", "from": ["20 mm", "16 mm"], "to": ["2 mm", "0 mm"]}]},
      {"kind": "sketch", "id": "front", "plane": {"base": "XZ", "offset": "2 mm"}, "curves": [
        {"curve": "arc", "name": "c", "from": ["20 mm", "20 mm"], "to": ["0 mm", "0 mm"], "centre": ["20 mm", "0 mm"]}]},
      {"kind": "sketch", "id": "s", "curves": [{"curve": "circle", "name": "k", "diameter": "thick"}]}]}
    """;
  }

  private static double rod(double diameter) {
    return Math.PI * diameter * diameter / 4 * 20 * Math.PI / 2;
  }

  /** Stretched to a chord inside of the arc; what lies before the arc stays. Areas are pi a b. */
  private static double horn() {
    double sum = 0;
    int n = 2000;
    for (int i = 0; i < n; i++) {
      double angle = (i + 0.5) / n * Math.PI / 2;
      double chord = 1 / (Math.cos(angle) / 18 + Math.sin(angle) / 16);
      sum += Math.PI * (20 - chord) * 2 * 20 * Math.PI / 2 / n;
    }
    return sum;
  }

  @Test
  void aHornAlongTwoGuides() throws Exception {
    settle();
    robot.interact(() -> window.session().select("s"));
    keys(KeyCode.S, KeyCode.O);
    until(() -> onFx(() -> window.session().document().steps().getLast()) instanceof Sweep);
    settle();
    assertThat(robot.lookup("#field-moreGuides").tryQuery()).isEmpty();
    robot.interact(() -> robot.lookup("#field-path").queryComboBox().getSelectionModel().select(0));
    settle();
    robot.interact(() -> {
      ComboBox<String> guide = robot.lookup("#field-guide").queryComboBox();
      guide.setValue(guide.getItems().stream().filter("inside"::equals).findFirst().orElseThrow());
    });
    until(() -> text(".outcome").contains("Guided"));
    robot.clickOn("#field-moreGuides");
    robot.clickOn("front");
    until(() -> Math.abs(volume() / horn() - 1) < 1e-3);
    robot.interact(() -> window.session().undo());
    until(() -> volume() > 1.2 * horn());
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

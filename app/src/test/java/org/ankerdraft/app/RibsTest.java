package org.ankerdraft.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import javafx.scene.input.KeyCode;
import org.ankerdraft.core.step.rib.Rib;
import org.junit.jupiter.api.Test;

/** Ribs along the selected sketch's lines, from the keys; thickened on the card, undone. */
class RibsTest extends InWindow {
  @Override
  String part() {
    return """
    {"ankerdraft": 1, "name": "tub", "steps": [
      {"kind": "sketch", "id": "s", "curves": [{"curve": "rectangle", "name": "r", "width": "60 mm", "height": "40 mm"}]},
      {"kind": "extrude", "id": "tub", "sketch": "s", "depth": "25 mm", "body": "Tub"},
      {"kind": "shell", "id": "w", "thickness": "2 mm", "open": [{"choose": "face", "name": "tub/end"}]},
      {"kind": "sketch", "id": "l", "plane": {"base": "XY", "offset": "12 mm"}, "curves": [
        {"curve": "line", "name": "a", "from": ["-10 mm", "4 mm"], "to": ["10 mm", "4 mm"]},
        {"curve": "line", "name": "b", "from": ["6 mm", "-8 mm"], "to": ["6 mm", "10 mm"]}]}]}
    """;
  }

  /** Of both ribs, with the square that they share counted once; both widen downwards. */
  private static double ribs(double thickness, double draftDeg) {
    double lean = 2 * Math.tan(Math.toRadians(draftDeg));
    double mean = thickness + lean * 5;
    double square = 10 * (thickness * thickness + thickness * lean * 10 + lean * lean * 100 / 3);
    return (56 + 36) * 10 * mean - square;
  }

  @Test
  void linesBecomeRibs() throws Exception {
    settle();
    double tub = volume();
    robot.interact(() -> window.session().select("l"));
    keys(KeyCode.W, KeyCode.R);
    until(() -> onFx(() -> window.session().document().steps().getLast()) instanceof Rib);
    settle();
    assertThat(volume() - tub).isCloseTo(ribs(1.2, 0.5), within(1e-3));
    type("#field-thickness", "2 mm");
    robot.push(KeyCode.ENTER);
    until(() -> Math.abs(volume() - tub - ribs(2, 0.5)) < 1e-3);
    // A sketch above the rim: it says where it would stick out, and the last good part stays.
    robot.interact(() -> window.session().select("l"));
    type("#field-plane-offset", "30 mm");
    robot.push(KeyCode.ENTER);
    until(() ->
        window.session().state().orElseThrow().steps().getLast().message().contains("stick out"));
    assertThat(volume() - tub).isCloseTo(0, within(1e-3));
    robot.interact(() -> window.session().undo());
    until(() -> Math.abs(volume() - tub - ribs(2, 0.5)) < 1e-3);
  }
}

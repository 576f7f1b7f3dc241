package org.ankerdraft.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.Test;

/** A rib repeated by the keys, where the tub gets narrower. */
class RepeatedRibsTest extends InWindow {
  @Override
  String part() {
    return """
    {"ankerdraft": 1, "name": "boat", "steps": [
      {"kind": "sketch", "id": "s", "curves": [
        {"curve": "line", "name": "a", "from": ["-50 mm", "-30 mm"], "to": ["50 mm", "-18 mm"]},
        {"curve": "line", "name": "b", "from": ["50 mm", "-18 mm"], "to": ["50 mm", "18 mm"]},
        {"curve": "line", "name": "c", "from": ["50 mm", "18 mm"], "to": ["-50 mm", "30 mm"]},
        {"curve": "line", "name": "d", "from": ["-50 mm", "30 mm"], "to": ["-50 mm", "-30 mm"]}]},
      {"kind": "extrude", "id": "hull", "sketch": "s", "depth": "20 mm", "body": "Boat"},
      {"kind": "shell", "id": "w", "thickness": "2 mm", "open": [{"choose": "face", "name": "hull/end"}]},
      {"kind": "sketch", "id": "l", "plane": {"base": "XY", "offset": "12 mm"}, "curves": [
        {"curve": "line", "name": "a", "from": ["-30 mm", "-4 mm"], "to": ["-30 mm", "4 mm"]}]},
      {"kind": "rib", "id": "r", "sketch": "l", "thickness": "1.5 mm"}]}
    """;
  }

  /** Between the walls at x, which stand 2 mm inside the lines of the outline. */
  private static double ribAt(double x) {
    double slope = 12.0 / 100;
    double half = 24 - slope * x - 2 * Math.hypot(1, slope);
    return 2 * half * 1.5 * 10;
  }

  @Test
  void everyCopyEndsAtTheWallsAroundIt() throws Exception {
    settle();
    double first = volume();
    robot.interact(() -> window.session().select("r"));
    keys(KeyCode.S, KeyCode.P);
    settle();
    type("#field-spacing", "25 mm");
    robot.push(KeyCode.ENTER);
    settle();
    assertThat(volume() - first).isCloseTo(ribAt(-5) + ribAt(20), within(1e-3));
    assertThat(text(".outcome")).contains("Done again where each copy stands");
    type("#field-count", "5");
    robot.push(KeyCode.ENTER);
    until(() -> text(".outcome").contains("Copy 5 of r"));
    assertThat(text(".outcome")).contains("It works as far as copy 4");
    type("#field-count", "4");
    robot.push(KeyCode.ENTER);
    settle();
    assertThat(volume() - first).isCloseTo(ribAt(-5) + ribAt(20) + ribAt(45), within(1e-3));
  }
}

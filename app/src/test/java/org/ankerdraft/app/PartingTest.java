package org.ankerdraft.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import javafx.scene.input.KeyCode;
import org.ankerdraft.core.step.divide.Divide;
import org.ankerdraft.core.step.erase.Erase;
import org.ankerdraft.vectors.Vec3;
import org.junit.jupiter.api.Test;

/** A body divided in two, and a bore filled, by keys and picks; undone step by step. */
class PartingTest extends InWindow {
  private static final double BLOCK = 40 * 30 * 12;
  private static final double BORE = Math.PI * 36 * 12;

  @Override
  String part() {
    return """
    {"ankerdraft": 1, "name": "block", "steps": [
      {"kind": "sketch", "id": "s", "curves": [{"curve": "rectangle", "name": "r", "width": "40 mm", "height": "30 mm"}]},
      {"kind": "extrude", "id": "block", "sketch": "s", "depth": "12 mm", "body": "Block"},
      {"kind": "hole", "id": "h", "plane": {"base": "XY"}, "diameter": "12 mm", "points": [{"id": "a", "at": ["0 mm", "0 mm"]}]}]}
    """;
  }

  @Test
  void aBodyIsDividedAtAHeight() throws Exception {
    settle();
    keys(KeyCode.S, KeyCode.V);
    until(() -> onFx(() -> window.session().document().steps().getLast()) instanceof Divide);
    // The plane through the origin is the block's foot: it divides nothing, and that is said.
    until(() -> text(".outcome").contains("not divided there"));
    type("#field-plane-offset", "5 mm");
    robot.push(KeyCode.ENTER);
    until(() -> window.session().state().orElseThrow().bodies().size() == 2);
    settle();
    assertThat(volume()).isCloseTo((BLOCK - BORE) * 7 / 12, within(1e-3));
    keys();
    robot.push(KeyCode.CONTROL, KeyCode.Z);
    until(() -> text(".outcome").contains("not divided there"));
  }

  @Test
  void aBoreIsFilled() throws Exception {
    settle();
    keys(KeyCode.S, KeyCode.X);
    until(() -> text(".outcome").contains("no faces are chosen"));
    // From above the far wall of the bore is seen through its mouth.
    robot.clickOn(onScreen(new Vec3(0, 6, 9)));
    until(() ->
        onFx(() -> window.session().document().steps().getLast()) instanceof Erase e
            && e.faces().size() == 1);
    robot.push(KeyCode.ESCAPE);
    settle();
    until(() -> Math.abs(volume() - BLOCK) < 1e-3);
  }
}

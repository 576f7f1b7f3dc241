package org.ankerdraft.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import javafx.scene.control.Label;
import javafx.scene.input.KeyCode;
import org.ankerdraft.core.operation.Body;
import org.ankerdraft.core.step.divide.Divide;
import org.ankerdraft.vectors.Vec3;
import org.junit.jupiter.api.Test;

/** Surfaces from an open line and from a picked face, and a block divided by one. */
class SurfacesWindowTest extends InWindow {
  @Override
  String part() {
    return """
    {"ankerdraft": 1, "name": "block", "steps": [
      {"kind": "sketch", "id": "s", "curves": [{"curve": "rectangle", "name": "r", "width": "40 mm", "height": "30 mm"}]},
      {"kind": "extrude", "id": "block", "sketch": "s", "depth": "12 mm", "body": "Block"},
      {"kind": "sketch", "id": "cut", "plane": {"base": "XZ"}, "curves": [
        {"curve": "line", "name": "a", "from": ["-30 mm", "3 mm"], "to": ["30 mm", "9 mm"]}]}]}
    """;
  }

  private void choose(String field, String value) {
    robot.interact(() -> robot.lookup(field).<String>queryComboBox().setValue(value));
  }

  private Body bodyNamed(String name) {
    return onFx(() -> window.session().state().orElseThrow().bodies().get(name));
  }

  private int bodies() {
    return onFx(() -> window.session().state().orElseThrow().bodies().size());
  }

  @Test
  void aBlockIsDividedByASurfaceFromALine() throws Exception {
    settle();
    robot.interact(() -> window.session().select("cut"));
    keys(KeyCode.S, KeyCode.E);
    until(() -> text(".outcome").contains("close it, give it a wall, or make a surface of it"));
    choose("#field-use", "surface");
    choose("#field-extent", "through all");
    until(() -> bodies() == 2);
    settle();
    Body skin = bodyNamed("extrude1");
    assertThat(skin.isSurface()).isTrue();
    assertThat(onFx(() -> window.view().scene().bodies())).hasSize(2);
    assertThat(robot.lookup("#bodies").lookup("Surface, from Extrude").tryQuery()).isPresent();
    assertThat(text(".outcome")).contains("A surface.");
    keys(KeyCode.S, KeyCode.V);
    until(() -> onFx(() -> window.session().document().steps().getLast()) instanceof Divide);
    choose("#field-surface", "extrude1");
    until(() -> bodies() == 3);
    settle();
    assertThat(volume()).isCloseTo(40 * 30 * 6, within(1e-3));
    assertThat(onFx(() -> window.session().report().orElseThrow().solids())).hasSize(2);
    keys();
    robot.push(KeyCode.CONTROL, KeyCode.Z);
    until(() -> bodies() == 2);
  }

  @Test
  void aPickedFaceIsCopied() throws Exception {
    settle();
    robot.clickOn(onScreen(new Vec3(5, 5, 12)));
    keys(KeyCode.S, KeyCode.Y);
    until(() -> bodies() == 2);
    settle();
    Body copy = bodyNamed("copyFaces1");
    assertThat(copy.isSurface()).isTrue();
    assertThat(copy.named().shape().mass().areaMm2()).isCloseTo(40 * 30, within(1e-6));
    // The block is still the only solid, and shells without being named.
    robot.interact(() -> window.session().select(null));
    robot.clickOn("#hide-Block");
    until(() -> onFx(() -> window.view().scene().bodies().size() == 1));
    keys(KeyCode.W, KeyCode.S);
    settle();
    assertThat(volume()).isLessThan(40 * 30 * 12 * 0.9);
  }

  /** Of surfaces alone nothing is called clear. */
  @Test
  void surfacesAloneAreNotCalledClear() throws Exception {
    settle();
    robot.interact(() -> window.session().select("block"));
    choose("#field-use", "surface");
    until(() -> body().shape().isSurface());
    settle();
    assertThat(robot.lookup(".pane-title").queryAllAs(Label.class).stream().map(Label::getText))
        .contains("Only surfaces, which are not checked");
  }
}

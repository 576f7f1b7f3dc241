package org.ankerdraft.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import javafx.scene.control.Label;
import javafx.scene.input.KeyCode;
import org.ankerdraft.core.part.PartJson;
import org.ankerdraft.core.part.Read;
import org.ankerdraft.core.step.extrude.Extrude;
import org.ankerdraft.vectors.Vec3;
import org.junit.jupiter.api.Test;

/** Areas of overlapping circles are chosen by pointing at them. */
class AreasWindowTest extends InWindow {
  private static final double LENS = 200 * (Math.PI / 3 - Math.sqrt(3) / 4);

  @Override
  String part() {
    return """
    {"ankerdraft": 1, "name": "lens", "steps": [
      {"kind": "sketch", "id": "s", "curves": [
        {"curve": "circle", "name": "a", "diameter": "20 mm"},
        {"curve": "circle", "name": "b", "centre": ["10 mm", "0 mm"], "diameter": "20 mm"}]}]}
    """;
  }

  private Extrude extrude() {
    return onFx(() -> (Extrude) window.session().document().steps().getLast());
  }

  /** Extrudes the sketch, and begins to point at its areas. */
  private void pickAreas() throws Exception {
    settle();
    robot.interact(() -> window.session().select("s"));
    keys(KeyCode.S, KeyCode.E);
    until(() -> onFx(() -> window.session().document().steps().getLast()) instanceof Extrude);
    settle();
    robot.clickOn("#pick-areas");
    until(() -> onFx(() -> window.session().viewedBefore().isPresent()));
  }

  @Test
  void areasArePointedAt() throws Exception {
    pickAreas();
    robot.moveTo(onScreen(new Vec3(5, 0, 0)));
    robot.clickOn(onScreen(new Vec3(5, 0, 0)));
    until(() -> extrude().areas().size() == 1);
    robot.clickOn(onScreen(new Vec3(-5, 0, 0)));
    until(() -> extrude().areas().size() == 2);
    robot.clickOn(onScreen(new Vec3(-5, 1, 0)));
    until(() -> extrude().areas().size() == 1);
    robot.clickOn(onScreen(new Vec3(40, 30, 0)));
    assertThat(extrude().areas()).hasSize(1);
    assertThat(
            onFx(() ->
                robot.lookup(".choice-box .label").queryAllAs(Label.class).stream()
                    .map(Label::getText)
                    .toList()))
        .contains("within a, b");
    keys(KeyCode.ESCAPE);
    settle();
    assertThat(volume()).isCloseTo(10 * LENS, within(1e-3));
    robot.interact(() -> window.session().undo());
    until(() -> extrude().areas().size() == 2);
  }

  /** A circle that touches the sides of a square parts its corners off: one is pointed at. */
  @Test
  void aCornerBesideACircleThatTouchesIsPointedAt() throws Exception {
    robot.interact(() ->
        window
            .session()
            .edit(
                ((Read.Ok)
                        PartJson.read(
                            """
                            {"ankerdraft": 1, "name": "corner", "steps": [
                              {"kind": "sketch", "id": "s", "curves": [
                                {"curve": "rectangle", "name": "r", "width": "40 mm", "height": "40 mm"},
                                {"curve": "circle", "name": "k", "diameter": "40 mm"}]}]}
                            """))
                    .part()));
    pickAreas();
    robot.clickOn(onScreen(new Vec3(18, 18, 0)));
    until(() -> extrude().areas().size() == 1);
    robot.clickOn(onScreen(new Vec3(0, 0, 0)));
    until(() -> extrude().areas().size() == 2);
    keys(KeyCode.ESCAPE);
    settle();
    double disc = Math.PI * 400;
    assertThat(volume()).isCloseTo(10 * (disc + (1600 - disc) / 4), within(1e-3));
  }
}

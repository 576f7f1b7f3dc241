package org.ankerdraft.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import javafx.scene.control.ComboBox;
import javafx.scene.input.KeyCode;
import org.ankerdraft.core.step.extrude.Extrude;
import org.ankerdraft.vectors.Vec3;
import org.junit.jupiter.api.Test;

/** An extrusion that ends at what it meets: chosen on the card, pointed at in the view. */
class ReachingTest extends InWindow {
  private static final double POST = 20 * 20 * 10;
  private static final double PIN = Math.PI * 4;

  @Override
  String part() {
    return """
    {"ankerdraft": 1, "name": "post", "steps": [
      {"kind": "sketch", "id": "s", "curves": [{"curve": "rectangle", "name": "r", "width": "20 mm", "height": "20 mm"}]},
      {"kind": "extrude", "id": "post", "sketch": "s", "depth": "10 mm", "body": "Post"},
      {"kind": "sketch", "id": "c", "plane": {"base": "XY", "offset": "25 mm"}, "curves": [
        {"curve": "circle", "name": "k", "centre": ["-5 mm", "4 mm"], "diameter": "4 mm"}]}]}
    """;
  }

  private Extrude last() {
    return onFx(() -> (Extrude) window.session().document().steps().getLast());
  }

  private void extent(String word) {
    robot.interact(() -> {
      ComboBox<String> box = robot.lookup("#field-extent").queryComboBox();
      box.setValue(word);
    });
  }

  @Test
  void aPinGoesDownToTheFaceThatIsPointedAt() throws Exception {
    robot.interact(() -> window.session().select("c"));
    keys(KeyCode.S, KeyCode.E);
    settle();
    extent("to next");
    until(() -> last().extent() == Extrude.Extent.TO_NEXT);
    until(() -> window.session().selectedResult().orElseThrow().message().contains("lies behind"));
    extent("to face");
    until(() -> text(".outcome").contains("waits"));
    // It waits for one face, and is built with it; the face tells on which side of the sketch.
    robot.clickOn(onScreen(new Vec3(6, -6, 10)));
    until(() -> last().to() != null);
    settle();
    assertThat(volume()).isCloseTo(POST + 15 * PIN, within(1e-3));
    type("#field-taper", "-2 deg");
    robot.push(KeyCode.ENTER);
    until(() -> last().taper() != null);
    settle();
    double wide = 2 + 15 * Math.tan(Math.toRadians(2));
    double frustum = Math.PI * 15 / 3 * (4 + 2 * wide + wide * wide);
    assertThat(volume()).isCloseTo(POST + frustum, within(1e-2));
    robot.interact(() -> {
      window.session().undo();
      window.session().undo();
    });
    until(() -> last().to() == null);
    // Without a field that waits, nothing is waited for: the part is whole again.
    robot.interact(() -> window.session().undo());
    until(() -> last().extent() == Extrude.Extent.TO_NEXT);
    until(() -> window.session().selectedResult().orElseThrow().message().contains("lies behind"));
  }
}

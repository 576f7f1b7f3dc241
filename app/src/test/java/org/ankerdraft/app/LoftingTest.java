package org.ankerdraft.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import javafx.scene.input.KeyCode;
import org.ankerdraft.core.step.loft.Loft;
import org.junit.jupiter.api.Test;

/** A loft waits for its second profile, which is added from the card. */
class LoftingTest extends InWindow {
  @Override
  String part() {
    return """
    {"ankerdraft": 1, "name": "funnel", "steps": [
      {"kind": "sketch", "id": "foot", "curves": [
        {"curve": "circle", "name": "k", "diameter": "20 mm"}]},
      {"kind": "sketch", "id": "top", "plane": {"base": "XY", "offset": "30 mm"}, "curves": [
        {"curve": "circle", "name": "k", "diameter": "10 mm"}]},
      {"kind": "sketch", "id": "bow1", "plane": {"base": "XZ"}, "curves": [
        {"curve": "arc", "name": "a", "from": ["-10 mm", "0 mm"], "through": ["-14 mm", "12 mm"], "to": ["-5 mm", "30 mm"]}]},
      {"kind": "sketch", "id": "bow2", "plane": {"base": "XZ"}, "curves": [
        {"curve": "arc", "name": "a", "from": ["10 mm", "0 mm"], "through": ["14 mm", "12 mm"], "to": ["5 mm", "30 mm"]}]}]}
    """;
  }

  @Test
  void profilesAreAddedOnTheCard() throws Exception {
    settle();
    robot.interact(() -> window.session().select("foot"));
    keys(KeyCode.S, KeyCode.G);
    until(() -> onFx(() -> window.session().document().steps().getLast()) instanceof Loft);
    settle();
    assertThat(window.session().state().orElseThrow().steps().getLast().isWaiting()).isTrue();
    robot.clickOn("#field-sketches");
    robot.clickOn("top");
    settle();
    assertThat(volume()).isCloseTo(Math.PI * 30 / 3 * (100 + 25 + 50), within(1e-1));
    robot.interact(
        () -> robot.lookup("#field-squareEnd").<String>queryComboBox().setValue("square to it"));
    until(() -> volume() < 0.95 * Math.PI * 30 / 3 * (100 + 25 + 50));
    robot.interact(() -> window.session().undo());
    settle();
    robot.interact(() -> window.session().undo());
    until(() ->
        onFx(() -> ((Loft) window.session().document().steps().getLast()).sketches().size() == 1));
  }

  /** Two bows make a barrel of the cone; each is one edit. */
  @Test
  void guidesAreAddedOnTheCard() throws Exception {
    settle();
    robot.interact(() -> window.session().select("foot"));
    keys(KeyCode.S, KeyCode.G);
    until(() -> onFx(() -> window.session().document().steps().getLast()) instanceof Loft);
    settle();
    robot.clickOn("#field-sketches");
    robot.clickOn("top");
    settle();
    double cone = volume();
    robot.clickOn("#field-more");
    for (String bow : List.of("bow1", "bow2")) {
      robot.clickOn("#field-guides");
      robot.clickOn(bow);
      until(() ->
          onFx(
              () -> ((Loft) window.session().document().steps().getLast()).guides().contains(bow)));
    }
    until(() -> text(".outcome").contains("Guided"));
    assertThat(volume()).isGreaterThan(1.5 * cone);
    robot.interact(() -> window.session().undo());
    robot.interact(() -> window.session().undo());
    until(() -> Math.abs(volume() - cone) < 1e-3);
  }
}

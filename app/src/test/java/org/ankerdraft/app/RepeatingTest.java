package org.ankerdraft.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import javafx.scene.control.Button;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.input.KeyCode;
import org.ankerdraft.core.step.pattern.Pattern;
import org.ankerdraft.core.step.revolve.Revolve;
import org.ankerdraft.render.draw.Camera;
import org.ankerdraft.vectors.Vec3;
import org.junit.jupiter.api.Test;

/** Patterns and revolutions from the keys and the card, live and undone. */
class RepeatingTest extends InWindow {
  private static final double PLATE = 100 * 60 * 4;
  private static final double HOLE = Math.PI * 9 * 4;

  @Override
  String part() {
    return """
    {"ankerdraft": 1, "name": "plate", "steps": [
      {"kind": "sketch", "id": "s", "curves": [{"curve": "rectangle", "name": "r", "width": "100 mm", "height": "60 mm"}]},
      {"kind": "extrude", "id": "plate", "sketch": "s", "depth": "4 mm", "body": "Plate"},
      {"kind": "hole", "id": "h", "plane": {"base": "XY"}, "diameter": "6 mm", "points": [{"id": "a", "at": ["-40 mm", "0 mm"]}]},
      {"kind": "sketch", "id": "section", "plane": {"base": "XZ"}, "curves": [
        {"curve": "rectangle", "name": "q", "corner": ["3 mm", "4 mm"], "width": "2 mm", "height": "5 mm"}]},
      {"kind": "sketch", "id": "spots", "label": "Spots", "curves": [
        {"curve": "point", "name": "o", "at": ["-40 mm", "0 mm"]},
        {"curve": "point", "name": "a", "at": ["10 mm", "12 mm"]},
        {"curve": "point", "name": "b", "at": ["30 mm", "-9 mm"]}]}]}
    """;
  }

  @Test
  void theSelectedStepIsRepeated() throws Exception {
    robot.interact(() -> window.session().select("h"));
    keys(KeyCode.S, KeyCode.P);
    settle();
    assertThat(volume()).isCloseTo(PLATE - 3 * HOLE, within(1e-3));
    type("#field-count", "5");
    robot.push(KeyCode.ENTER);
    type("#field-spacing", "20 mm");
    robot.push(KeyCode.ENTER);
    settle();
    assertThat(volume()).isCloseTo(PLATE - 5 * HOLE, within(1e-3));
    Pattern pattern = (Pattern) onFx(() -> window.session().document().steps().getLast());
    assertThat(pattern.steps()).containsExactly("h");
    // Too many do not fit: the last good part stays, and it is said which copy.
    type("#field-count", "9");
    robot.push(KeyCode.ENTER);
    until(() ->
        window.session().state().orElseThrow().steps().getLast().message().contains("copy 6 of h"));
    robot.interact(() -> window.view().requestFocus());
    robot.push(KeyCode.CONTROL, KeyCode.Z);
    settle();
    assertThat(volume()).isCloseTo(PLATE - 5 * HOLE, within(1e-3));
  }

  /** A copy is pressed to leave it out, and comes back when it is taken off the list. */
  @Test
  void copiesAreLeftOutByPointing() throws Exception {
    robot.interact(() -> window.session().select("h"));
    keys(KeyCode.S, KeyCode.P);
    type("#field-count", "5");
    robot.push(KeyCode.ENTER);
    type("#field-spacing", "20 mm");
    robot.push(KeyCode.ENTER);
    settle();
    robot.interact(() -> robot.lookup("#pick-copies").queryButton().fire());
    pressHoleAt(0);
    settle();
    assertThat(volume()).isCloseTo(PLATE - 4 * HOLE, within(1e-3));
    pressHoleAt(40);
    settle();
    assertThat(((Pattern) onFx(() -> window.session().document().steps().getLast())).without())
        .containsExactly("3", "5");
    robot.push(KeyCode.ESCAPE);
    robot.interact(() ->
        robot.lookup(".away").queryAllAs(Button.class).stream()
            .filter(Button::isVisible)
            .filter(b ->
                b.getParent().lookup(".label") instanceof Label l && l.getText().equals("copy 3"))
            .findFirst()
            .orElseThrow()
            .fire());
    settle();
    assertThat(volume()).isCloseTo(PLATE - 4 * HOLE, within(1e-3));
  }

  /** On the far side of its wall, near its upper edge, where one looks at it from above. */
  private void pressHoleAt(double x) {
    Vec3 sight =
        onFx(() -> {
          Camera c = window.view().camera();
          return c.at(1, 1, 1).minus(c.at(1, 1, 0));
        });
    Vec3 toViewer = new Vec3(sight.x(), sight.y(), 0).unit();
    robot.clickOn(onScreen(new Vec3(x, 0, 3.6).minus(toViewer.times(2.99))));
  }

  /** The points of a sketch say where the copies lie. */
  @Test
  void aStepIsRepeatedAtThePointsOfASketch() throws Exception {
    robot.interact(() -> window.session().select("h"));
    keys(KeyCode.S, KeyCode.P);
    settle();
    robot.interact(() -> robot.lookup("#field-way").<String>queryComboBox().setValue("at points"));
    until(() -> robot.lookup("#field-sketch").tryQuery().isPresent());
    robot.interact(() -> {
      ComboBox<String> sketch = robot.lookup("#field-sketch").queryComboBox();
      sketch.setValue("spots");
    });
    settle();
    assertThat(volume()).isCloseTo(PLATE - 3 * HOLE, within(1e-3));
    Pattern pattern = (Pattern) onFx(() -> window.session().document().steps().getLast());
    assertThat(pattern.sketch()).isEqualTo("spots");
  }

  /** Rows of a table are added and filled in on the card. */
  @Test
  void aStepIsRepeatedByATable() throws Exception {
    robot.interact(() -> window.session().select("h"));
    keys(KeyCode.S, KeyCode.P);
    settle();
    robot.interact(() -> robot.lookup("#field-way").<String>queryComboBox().setValue("by a table"));
    until(() -> robot.lookup("Another copy").tryQuery().isPresent());
    robot.interact(() -> robot.lookup("Another copy").queryButton().fire());
    settle();
    robot.interact(() -> robot.lookup("Another copy").queryButton().fire());
    settle();
    assertThat(volume()).isCloseTo(PLATE - 3 * HOLE, within(1e-3));
    type("#field-places-1-y", "3*4 mm");
    robot.push(KeyCode.ENTER);
    settle();
    assertThat(volume()).isCloseTo(PLATE - 3 * HOLE, within(1e-3));
    Pattern pattern = (Pattern) onFx(() -> window.session().document().steps().getLast());
    assertThat(pattern.places()).extracting(Pattern.Place::id).containsExactly("2", "3");
    assertThat(pattern.places().getLast().y().text()).isEqualTo("3*4 mm");
  }

  @Test
  void theSelectedSketchIsRevolvedAboutAnAxisInItsPlane() throws Exception {
    robot.interact(() -> window.session().select("section"));
    keys(KeyCode.S, KeyCode.R);
    settle();
    double ring = Math.PI * (25 - 9) * 5;
    assertThat(volume()).isCloseTo(PLATE - HOLE + ring, within(1e-3));
    type("#field-angle", "90 deg");
    robot.push(KeyCode.ENTER);
    until(() ->
        ((Revolve) window.session().document().steps().getLast()).angle() != null
            && ((Revolve) window.session().document().steps().getLast())
                .angle()
                .text()
                .equals("90 deg"));
    settle();
    assertThat(volume()).isCloseTo(PLATE - HOLE + ring / 4, within(1e-3));
    assertThat(
            ((Revolve) onFx(() -> window.session().document().steps().getLast())).axis().inWords())
        .isEqualTo("about Z");
  }

  /** A table changes parameters in one edit, which is undone as one; a bad one changes nothing. */
  @Test
  void parametersComeFromATable() throws Exception {
    java.nio.file.Path table = java.nio.file.Files.createTempFile("parameters", ".csv");
    java.nio.file.Files.writeString(table, "name,value,note\nhigh,7 mm,of the plate\n");
    ParameterFiles files = new ParameterFiles(window.session(), null, t -> null);
    robot.interact(() -> files.read(table));
    assertThat(onFx(() -> window.session().document().parameters())).hasSize(1);
    java.nio.file.Files.writeString(table, "nothing");
    robot.interact(() -> files.read(table));
    assertThat(onFx(() -> window.session().document().parameters())).hasSize(1);
    robot.interact(() -> files.write(table));
    until(() -> java.nio.file.Files.readString(table).contains("high,7 mm,of the plate"));
    robot.interact(() -> window.session().undo());
    assertThat(onFx(() -> window.session().document().parameters())).isEmpty();
    java.nio.file.Files.delete(table);
  }
}

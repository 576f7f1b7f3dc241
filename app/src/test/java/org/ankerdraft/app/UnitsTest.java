package org.ankerdraft.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import org.ankerdraft.core.expression.LengthUnit;
import org.ankerdraft.core.step.extrude.Extrude;
import org.junit.jupiter.api.Test;

/** A part whose lengths are shown and typed in inches. */
class UnitsTest extends InWindow {
  @Override
  String part() {
    return """
    {"ankerdraft": 1, "name": "box", "steps": [
      {"kind": "sketch", "id": "s", "curves": [{"curve": "rectangle", "name": "r", "width": "2 in", "height": "1 in"}]},
      {"kind": "extrude", "id": "box", "sketch": "s", "depth": "25.4 mm", "body": "Body"}]}
    """;
  }

  private String valueOf(String field) {
    return onFx(() ->
        robot.lookup(field).query().getParent().lookupAll(".field-value").stream()
            .map(n -> ((Label) n).getText())
            .findFirst()
            .orElseThrow());
  }

  @Test
  void lengthsAreShownAndTypedInInches() throws Exception {
    robot.clickOn("#step-box");
    until(() -> valueOf("#field-depth").equals("25.400"));
    robot.clickOn("#unit");
    until(() -> window.session().unit() == LengthUnit.INCH);
    assertThat(onFx(() -> ((Button) robot.lookup("#unit").query()).getText())).isEqualTo("in");
    until(() -> valueOf("#field-depth").equals("1.00000"));
    settle();
    // The numbers on the wall map, and what the findings say.
    assertThat(onFx(() -> window.view().labels()).stream().map(l -> l.text()))
        .anyMatch(t -> t.startsWith("1.000") || t.startsWith("0.999"));
    assertThat(
            onFx(() ->
                robot.lookup(".findings .second").queryAllAs(Label.class).stream()
                    .map(Label::getText)
                    .toList()))
        .anyMatch(t -> t.contains(" in"))
        .noneMatch(t -> t.contains(" mm"));
    // A bare number is of the unit that is shown.
    type("#field-depth", "0.5");
    robot.push(KeyCode.ENTER);
    until(() ->
        ((Extrude) window.session().document().step("box").orElseThrow())
            .depth()
            .text()
            .equals("0.5 in"));
    settle();
    assertThat(volume()).isCloseTo(2 * 1 * 0.5 * Math.pow(25.4, 3), within(1e-3));
    // The unit is an edit like others, and stands in the part.
    robot.interact(() -> window.session().undo());
    robot.interact(() -> window.session().undo());
    until(() -> window.session().unit() == LengthUnit.MM);
  }

  private String limit() {
    return onFx(() -> ((TextField) robot.lookup("#limit-wall-min").query()).getText());
  }

  private Double ownLimit() {
    return window.session().document().limits().get("wall.min");
  }

  /** The limits of the rule book are lengths like others. */
  @Test
  void limitsAreShownAndTypedInInches() throws Exception {
    robot.clickOn("#part-words");
    until(() -> !robot.lookup("#limit-wall-min").queryAll().isEmpty());
    double mm = Double.parseDouble(limit());
    robot.clickOn("#unit");
    until(() -> Math.abs(Double.parseDouble(limit()) * 25.4 - mm) < 1e-4);
    type("#limit-wall-min", "0.05");
    robot.push(KeyCode.ENTER);
    until(() -> ownLimit() != null);
    assertThat(ownLimit()).isCloseTo(0.05 * 25.4, within(1e-12));
    assertThat(limit()).isEqualTo("0.05");
    // Nothing typed changes nothing, however the number is rounded.
    robot.push(KeyCode.ENTER);
    settle();
    assertThat(ownLimit()).isEqualTo(0.05 * 25.4);
    type("#limit-wall-min", "thin");
    robot.push(KeyCode.ENTER);
    settle();
    assertThat(ownLimit()).isEqualTo(0.05 * 25.4);
    assertThat(
            onFx(() ->
                robot.lookup(".label").queryAllAs(Label.class).stream()
                    .map(Label::getText)
                    .toList()))
        .contains("'thin' is not a number");
  }
}

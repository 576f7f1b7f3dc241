package org.ankerdraft.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import javafx.geometry.Bounds;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.RadioButton;
import org.ankerdraft.core.ledger.StepResult;
import org.ankerdraft.core.ledger.StepStatus;
import org.ankerdraft.core.part.PartDocument;
import org.ankerdraft.core.part.PartJson;
import org.ankerdraft.core.part.Read;
import org.junit.jupiter.api.Test;

/** A step that has lost several edges at once: candidates in card and view, taken by one press. */
class MooringsTest extends InWindow {
  private static String line(String name, String from, String to) {
    return "{\"curve\": \"line\", \"name\": \"%s\", \"from\": [%s], \"to\": [%s]}"
        .formatted(name, from, to);
  }

  private static String edge(String curve, int x, int y, int size) {
    return """
    {"choose": "edge", "name": "box/end|box/side:%s",
     "hint": {"x": %d, "y": %d, "z": 20, "kind": "line", "size": %d}}\
    """
        .formatted(curve, x, y, size);
  }

  private static String text(String right, String left) {
    String a = "\"0 mm\", \"0 mm\"";
    String b = "\"40 mm\", \"0 mm\"";
    String c = "\"40 mm\", \"30 mm\"";
    String d = "\"0 mm\", \"30 mm\"";
    return """
    {"ankerdraft": 1, "name": "block", "steps": [
     {"kind": "sketch", "id": "s", "curves": [%s, %s, %s, %s]},
     {"kind": "extrude", "id": "box", "sketch": "s", "depth": "20 mm", "body": "Body"},
     {"kind": "chamfer", "id": "p", "sets": [{"edges": [%s, %s], "size": "2 mm"}]}]}
    """
        .formatted(
            line("front", a, b),
            line(right, b, c),
            line("back", c, d),
            line(left, d, a),
            edge("right", 40, 15, 30),
            edge("left", 0, 15, 30));
  }

  @Override
  String part() {
    return text("right", "left");
  }

  private StepResult result() {
    return onFx(() -> window.session().state().orElseThrow().step("p").orElseThrow());
  }

  private void drawAnew() throws Exception {
    PartDocument anew = ((Read.Ok) PartJson.read(text("r9", "l9"))).part();
    robot.interact(() -> {
      window.session().edit(anew);
      window.session().select("p");
    });
    until(() -> result().status() == StepStatus.ADRIFT);
  }

  @Test
  void allThatIsLikelyIsTakenByOnePress() throws Exception {
    double before = volume();
    drawAnew();
    assertThat(result().lost()).hasSize(2);
    assertThat(text("#step-p .second")).contains("and 1 more");
    // What would be taken is lit in the view, with how sure it is.
    until(() -> window.view().litEdges().size() == 2);
    assertThat(onFx(() -> window.view().labels()).stream().map(l -> l.text()))
        .filteredOn(t -> t.endsWith("%"))
        .hasSize(2);
    assertThat(onFx(() -> ((Button) robot.lookup("#remoor").query()).getText()))
        .isEqualTo("Re-moor 2 picks");
    robot.clickOn("#remoor");
    until(() -> result().status() == StepStatus.BUILT);
    settle();
    assertThat(volume()).isCloseTo(before, within(1e-6));
    assertThat(onFx(() -> window.view().litEdges())).isEmpty();
    // One edit: one step back brings the loss back.
    robot.interact(() -> window.session().undo());
    until(() -> result().status() == StepStatus.ADRIFT);
  }

  /** Only a pointer that moves points at a candidate; one at rest where it comes up does not. */
  @Test
  void aPointerAtRestPointsAtNothing() throws Exception {
    drawAnew();
    Bounds row =
        onFx(() -> {
          Node first = robot.lookup(".moorings .radio-button").query();
          return first.localToScreen(first.getBoundsInLocal());
        });
    robot.interact(() -> window.session().undo());
    settleWithRepairs();
    robot.moveTo(row.getCenterX(), row.getCenterY());
    robot.interact(() -> window.session().redo());
    until(() -> result().status() == StepStatus.ADRIFT);
    settleWithRepairs();
    assertThat(onFx(() -> robot.lookup(".moorings .radio-button").query().isHover())).isTrue();
    assertThat(onFx(() -> window.view().litEdges())).hasSize(2);
    robot.moveBy(4, 0);
    until(() -> window.view().litEdges().size() == 1);
    robot.moveTo(window.view());
    until(() -> window.view().litEdges().size() == 2);
  }

  /** Another candidate than the proposed one is chosen by hand. */
  @Test
  void anotherCandidateCanBeChosen() throws Exception {
    drawAnew();
    List<RadioButton> rows =
        onFx(() ->
            List.copyOf(robot.lookup(".moorings .radio-button").queryAllAs(RadioButton.class)));
    assertThat(rows.stream().filter(r -> onFx(r::isSelected))).hasSize(2);
    RadioButton other = rows.stream().filter(r -> !onFx(r::isSelected)).findFirst().orElseThrow();
    robot.clickOn(other);
    robot.clickOn("#remoor");
    until(() -> result().status() == StepStatus.BUILT);
    assertThat(onFx(() -> window.session().document().step("p").orElseThrow()).toString())
        .doesNotContain("side:right")
        .doesNotContain("side:left");
  }
}

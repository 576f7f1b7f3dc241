package org.ankerdraft.app;

import static org.assertj.core.api.Assertions.assertThat;

import javafx.scene.control.Label;
import javafx.scene.input.KeyCode;
import org.ankerdraft.app.chart.ChartView;
import org.ankerdraft.core.part.PartJson;
import org.ankerdraft.core.part.Read;
import org.ankerdraft.core.select.EdgeChoice;
import org.ankerdraft.core.sketch.SketchCurve;
import org.ankerdraft.core.sketch.constraint.Relation;
import org.ankerdraft.core.step.sketch.Sketch;
import org.ankerdraft.vectors.Vec3;
import org.junit.jupiter.api.Test;

/** Edges of the part taken into a sketch by the pencil, and what is drawn onto them. */
class ProjectingTest extends InWindow {
  private static final double TOP = 20;

  @Override
  String part() {
    return """
    {"ankerdraft": 1, "name": "block", "steps": [
      {"kind": "sketch", "id": "s", "curves": [
        {"curve": "rectangle", "name": "r", "width": "60 mm", "height": "40 mm"}]},
      {"kind": "extrude", "id": "block", "sketch": "s", "depth": "20 mm", "body": "Body"},
      {"kind": "sketch", "id": "t",
        "plane": {"face": {"choose": "face", "name": "block/end"}}, "curves": []},
      {"kind": "sketch", "id": "far",
        "plane": {"base": "XY", "offset": "90 mm"}, "curves": [
        {"curve": "circle", "name": "k", "diameter": "8 mm"}]},
      {"kind": "extrude", "id": "cap", "sketch": "far", "depth": "2 mm", "body": "Cap"}]}
    """;
  }

  private Sketch sketch() {
    return onFx(() -> (Sketch) window.session().document().step("t").orElseThrow());
  }

  /** How many curves the projections came to. */
  private int projected() {
    return window
        .session()
        .state()
        .flatMap(s -> s.sketch("t"))
        .map(s -> s.projected().size())
        .orElse(0);
  }

  private void press(double x, double y) {
    robot.clickOn(onScreen(new Vec3(x, y, TOP)));
  }

  private void key(KeyCode code) {
    robot.interact(() -> window.view().requestFocus());
    robot.push(code);
  }

  @Test
  void edgesAreTakenAndDrawnOnto() throws Exception {
    settle();
    robot.interact(() -> window.session().select("t"));
    keys(KeyCode.S, KeyCode.D);
    until(() -> robot.lookup("#tool-project").tryQuery().isPresent());
    key(KeyCode.J);
    // The part as it is at the sketch: without the cap.
    until(() -> onFx(() -> window.view().scene().bodies().size() == 1));
    press(0, TOP);
    until(() -> sketch().projections().size() == 1);
    assertThat(sketch().projections().getFirst().edges())
        .singleElement()
        .isInstanceOf(EdgeChoice.Named.class);
    press(10, 5);
    until(() -> sketch().projections().size() == 2);
    assertThat(sketch().projections().getLast().edges())
        .singleElement()
        .isInstanceOf(EdgeChoice.Loop.class);
    // The edge pressed first is one of the outline.
    until(() -> onFx(() -> projected() == 4));
    key(KeyCode.W);
    assertThat(onFx(() -> window.view().veil())).isEqualTo(ChartView.Veil.FADED);
    key(KeyCode.L);
    press(30, TOP);
    press(0, 0);
    until(() -> !sketch().curves().isEmpty());
    assertThat(sketch().curves()).singleElement().isInstanceOf(SketchCurve.Line.class);
    assertThat(sketch().constraints())
        .anyMatch(c ->
            c.relation() == Relation.COINCIDENT
                && c.of().getFirst().equals("l1.from")
                && c.of().get(1).startsWith("edge"));
    key(KeyCode.T);
    press(15, TOP);
    until(() ->
        onFx(() ->
            robot.lookup(".field-error").queryAllAs(Label.class).stream()
                .anyMatch(l -> l.getText().contains("follows the body"))));
    assertThat(sketch().projections()).hasSize(2);
    key(KeyCode.ESCAPE);
    key(KeyCode.ESCAPE);
    until(() -> !onFx(() -> window.pencil().isOn()));
    assertThat(onFx(() -> window.view().veil())).isEqualTo(ChartView.Veil.NONE);
    assertThat(onFx(() -> window.session().viewedBefore())).isEmpty();
    robot.interact(() -> window.session().undo());
    until(() -> sketch().curves().isEmpty());
  }

  /** A curved face is taken with its edges and the lines where it turns away. */
  @Test
  void aCurvedFaceIsTakenWithItsSilhouettes() throws Exception {
    String rod =
        """
        {"ankerdraft": 1, "name": "rod", "steps": [
          {"kind": "sketch", "id": "s", "plane": {"base": "XZ"}, "curves": [
            {"curve": "circle", "name": "k", "diameter": "20 mm"}]},
          {"kind": "extrude", "id": "rod", "sketch": "s", "depth": "60 mm", "extent": "symmetric", "body": "Body"},
          {"kind": "sketch", "id": "t", "plane": {"base": "XY", "offset": "20 mm"}, "curves": []}]}
        """;
    var part = ((Read.Ok) PartJson.read(rod)).part();
    robot.interact(() -> window.session().edit(part));
    settle();
    robot.interact(() -> window.session().select("t"));
    keys(KeyCode.S, KeyCode.D);
    until(() -> robot.lookup("#tool-project").tryQuery().isPresent());
    key(KeyCode.J);
    robot.clickOn(onScreen(new Vec3(3, 4, 10)));
    until(() -> sketch().projections().size() == 1);
    assertThat(sketch().projections().getFirst().silhouettes()).hasSize(1);
    // Both ends, seen on edge, and both sides.
    until(() -> onFx(() -> projected() >= 3));
  }
}

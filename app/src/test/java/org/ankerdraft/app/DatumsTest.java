package org.ankerdraft.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import javafx.scene.control.ComboBox;
import javafx.scene.input.KeyCode;
import org.ankerdraft.core.part.PartJson;
import org.ankerdraft.core.part.Read;
import org.ankerdraft.core.step.datum.DatumPlane;
import org.ankerdraft.core.step.sketch.Sketch;
import org.junit.jupiter.api.Test;

/** A datum plane from the keys, leant on its card, and a sketch that stands on it. */
class DatumsTest extends InWindow {
  @Override
  String part() {
    return """
    {"ankerdraft": 1, "name": "block", "steps": [
      {"kind": "sketch", "id": "s", "curves": [{"curve": "rectangle", "name": "r", "width": "40 mm", "height": "30 mm"}]},
      {"kind": "extrude", "id": "block", "sketch": "s", "depth": "12 mm", "body": "Block"}]}
    """;
  }

  private DatumPlane datum() {
    return onFx(() -> (DatumPlane) window.session().document().step("plane1").orElseThrow());
  }

  private double heightOf(String step) {
    return onFx(() ->
        window.session().state().orElseThrow().sketch(step).orElseThrow().frame().normal().z());
  }

  @Test
  void aSketchStandsOnADatumPlaneAndFollowsIt() throws Exception {
    settle();
    keys(KeyCode.S, KeyCode.L);
    settle();
    assertThat(heightOf("plane1")).isCloseTo(1, within(1e-12));
    assertThat(text(".outcome")).doesNotContain("area");
    robot.interact(() -> {
      ComboBox<String> way = robot.lookup("#field-way").queryComboBox();
      way.setValue("at an angle");
    });
    until(() -> datum().way() == DatumPlane.Way.AT_ANGLE);
    // The upright axis is not parallel to the level plane: it is said, and another is taken.
    until(() -> text(".outcome").contains("not parallel"));
    robot.interact(() -> {
      ComboBox<String> axis = robot.lookup("#field-about-which").queryComboBox();
      axis.setValue("X, to the right");
    });
    type("#field-angle", "60 deg");
    robot.push(KeyCode.ENTER);
    until(() -> datum().angle() != null);
    settle();
    assertThat(heightOf("plane1")).isCloseTo(0.5, within(1e-9));
    keys(KeyCode.S, KeyCode.S);
    settle();
    Sketch sketch = (Sketch) onFx(() -> window.session().document().steps().getLast());
    assertThat(sketch.plane().of()).isEqualTo("plane1");
    assertThat(heightOf(sketch.id())).isCloseTo(0.5, within(1e-9));
    robot.interact(() -> window.session().select("plane1"));
    type("#field-angle", "0 deg");
    robot.push(KeyCode.ENTER);
    until(() -> datum().angle().text().equals("0 deg"));
    settle();
    assertThat(heightOf(sketch.id())).isCloseTo(1, within(1e-9));
  }

  /** To stand "of a datum or sketch" means the one before, not one that nobody has made. */
  @Test
  void aPlaneOfADatumIsTheOneThatIsThere() throws Exception {
    settle();
    robot.interact(() -> {
      window.session().edit(window.session().document().withoutStep("block"));
      window.session().select("s");
    });
    settle();
    keys(KeyCode.S, KeyCode.S);
    settle();
    robot.interact(() ->
        robot
            .lookup("#field-plane-which")
            .<String>queryComboBox()
            .setValue("of a datum or sketch"));
    until(() -> "s".equals(((Sketch) window.session().document().steps().getLast()).plane().of()));
  }

  /** A datum is seen whatever is selected, beside the part, under its name. */
  @Test
  void aDatumStaysInSight() throws Exception {
    keys(KeyCode.S, KeyCode.L);
    settle();
    robot.interact(() -> window.session().select("block"));
    var aids = onFx(() -> window.view().aids());
    assertThat(aids).hasSize(1);
    assertThat(aids.getFirst().name()).isEqualTo("Datum plane");
    assertThat(aids.getFirst().lines()).hasSize(4);
  }

  /**
   * A tapped hole is marked by three quarters of a circle of its thread's diameter at both ends.
   */
  @Test
  void aThreadIsMarkedInTheView() throws Exception {
    settle();
    keys(KeyCode.S, KeyCode.H);
    settle();
    assertThat(onFx(() -> window.view().aids())).isEmpty();
    robot.interact(() -> robot.lookup("#field-screw").<String>queryComboBox().setValue("M4"));
    until(() -> !window.view().aids().isEmpty());
    var mark = onFx(() -> window.view().aids().getFirst());
    assertThat(mark.name()).isEqualTo("M4");
    assertThat(mark.lines()).hasSize(2);
    assertThat(mark.lines().getFirst())
        .allSatisfy(p -> assertThat(Math.hypot(p.x(), p.y())).isCloseTo(2, within(1e-9)));
    robot.interact(
        () -> robot.lookup("#field-fit").<String>queryComboBox().setValue("passes, medium"));
    until(() -> window.view().aids().isEmpty());
  }

  /** Of several bodies those are marked that the selected step works on. */
  @Test
  void whatAStepWorksOnIsMarkedInTheView() throws Exception {
    String two =
        part()
            .replace(
                "]}\n",
                """
                ,
                {"kind": "sketch", "id": "t", "curves": [{"curve": "rectangle", "name": "r", "centre": ["80 mm", "0 mm"], "width": "20 mm", "height": "20 mm"}]},
                {"kind": "extrude", "id": "post", "sketch": "t", "depth": "30 mm", "body": "Post"},
                {"kind": "chamfer", "id": "c", "body": "Post", "sets": [{"edges": [{"choose": "outside corners"}], "size": "1 mm"}]}]}
                """);
    var both = ((Read.Ok) PartJson.read(two)).part();
    robot.interact(() -> window.session().edit(both));
    settle();
    robot.interact(() -> window.session().select("c"));
    until(() -> !window.view().aids().isEmpty());
    var aids = onFx(() -> window.view().aids());
    assertThat(aids).extracting(a -> a.name()).containsExactly("works on Post");
    assertThat(aids.getFirst().lines().getFirst().getLast().z()).isCloseTo(30, within(1e-6));
    robot.interact(() -> window.session().select("post"));
    until(() -> window.view().aids().isEmpty());
  }
}

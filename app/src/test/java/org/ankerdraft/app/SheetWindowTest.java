package org.ankerdraft.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.nio.file.Files;
import java.nio.file.Path;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.Slider;
import javafx.scene.input.KeyCode;
import org.ankerdraft.app.session.Picked;
import org.ankerdraft.core.sheet.FlatPattern;
import org.ankerdraft.core.step.Step;
import org.ankerdraft.core.step.flange.Flange;
import org.ankerdraft.render.draw.Camera;
import org.ankerdraft.render.look.Look;
import org.ankerdraft.vectors.Vec3;
import org.junit.jupiter.api.Test;
import org.testfx.util.WaitForAsyncUtils;

/** Folding sheet in a real window. */
class SheetWindowTest extends InWindow {

  @Override
  String part() throws Exception {
    Path at = Path.of("").toAbsolutePath();
    while (!Files.isDirectory(at.resolve("demo"))) {
      at = at.getParent();
    }
    return Files.readString(at.resolve("demo/mast-bracket.json"));
  }

  private FlatPattern flat() {
    return onFx(
        () -> window.session().report().orElseThrow().flats().values().iterator().next().flat());
  }

  private void slide(double value) {
    robot.interact(() -> robot.lookup("#fold-slider").queryAs(Slider.class).setValue(value));
  }

  @Test
  void theFlatStandsBesideThePartWithItsVerdictAndBendTable() {
    assertThat(text("#verdict-flat")).isEqualTo("2 stop, 1 note");
    assertThat(text("#verdict-draft")).isEqualTo("no moulded body");
    assertThat(text("#flat-title")).contains("204.55 × 75.49 mm").contains("2 mm");
    assertThat(onFx(() -> window.map())).isEqualTo(Look.Map.FLAT);
    assertThat(
            onFx(() ->
                robot.lookup("#bend-table .cell").queryAllAs(Label.class).stream()
                    .map(Label::getText)
                    .toList()))
        .contains("5.246", "60°", "30.90");
  }

  @Test
  void theSliderUnfoldsThePartAndFoldsItBack() {
    double folded = onFx(() -> window.view().scene().bodies().size()).doubleValue();
    slide(0.4);
    assertThat(onFx(() -> window.view().scene().bodies())).isEmpty();
    assertThat(onFx(() -> window.view().scene().triangleCount())).isGreaterThan(50);
    assertThat(folded).isEqualTo(1);
    slide(1);
    assertThat(onFx(() -> window.view().scene().bodies())).hasSize(1);
  }

  @Test
  void theBendingOrderIsFoundAndPlayed() throws Exception {
    robot.clickOn("#order-toggle");
    until(() -> robot.lookup("#bend-order").queryAs(Label.class).getText().startsWith("Order"));
    assertThat(text("#bend-order")).contains("free");
    int sheetAlone = onFx(() -> window.view().scene().triangleCount());
    robot.clickOn("#order-play");
    until(() -> robot.lookup("#fold-slider").queryAs(Slider.class).getValue() > 0.6);
    assertThat(onFx(() -> window.view().scene().triangleCount())).isEqualTo(sheetAlone);
    robot.clickOn("#order-play");
    robot.clickOn("#order-toggle");
    assertThat(onFx(() -> window.view().scene().bodies())).hasSize(1);
  }

  @Test
  void repairsMendTheBracketInPlace() throws Exception {
    int steps = onFx(() -> window.session().document().steps().size());
    settleWithRepairs();
    robot.clickOn("Move it off the bend");
    settleWithRepairs();
    assertThat(text("#verdict-flat")).isEqualTo("1 stop, 1 note");
    robot.clickOn("Make it long enough");
    settle();
    assertThat(text("#verdict-flat")).isEqualTo("1 note");
    assertThat(onFx(() -> window.session().document().steps())).hasSize(steps);
    robot.push(KeyCode.CONTROL, KeyCode.Z);
    settle();
    assertThat(text("#verdict-flat")).isEqualTo("1 stop, 1 note");
  }

  @Test
  void twoStrokesFoldAFlangeOnAPickedEdge() throws Exception {
    robot.interact(() -> window.view().face(Camera.View.FRONT));
    WaitForAsyncUtils.sleep(400, java.util.concurrent.TimeUnit.MILLISECONDS);
    // The upper end of the mast wall, on its inner side.
    robot.interact(() ->
        window
            .session()
            .pick(
                new Picked("Bracket", false, "bracket/wall:root|bracket/wall:wall1-near"), false));
    robot.interact(() -> window.view().requestFocus());
    robot.push(KeyCode.T);
    robot.push(KeyCode.F);
    settle();
    Step last = onFx(() -> window.session().document().steps().getLast());
    assertThat(last).isInstanceOf(Flange.class);
    assertThat(flat().bends()).hasSize(5);
    type("#field-length", "25 mm");
    robot.push(KeyCode.ENTER);
    settle();
    assertThat(
            onFx(() ->
                window.session().state().orElseThrow().step(last.id()).orElseThrow().message()))
        .isEmpty();
    assertThat(onFx(() -> robot.lookup(".outcome").queryAs(Label.class).getText()))
        .contains("BA = 90°");
  }

  @Test
  void pointingAtABendInThePartLightsItInTheFlatAndBack() throws Exception {
    robot.interact(() -> window.view().face(Camera.View.ABOVE));
    WaitForAsyncUtils.sleep(500, java.util.concurrent.TimeUnit.MILLISECONDS);
    // The arm's upper side, seen from above.
    robot.moveTo(onScreen(new Vec3(45, 0, 2)));
    WaitForAsyncUtils.sleep(200, java.util.concurrent.TimeUnit.MILLISECONDS);
    assertThat(onFx(() -> robot.lookup(".status-under").queryAs(Label.class).getText()))
        .contains("upper side of wall 2");
    robot.moveTo("#flat-canvas");
    WaitForAsyncUtils.sleep(200, java.util.concurrent.TimeUnit.MILLISECONDS);
    assertThat(onFx(() -> window.view().hoveredFace())).isPositive();
  }

  @Test
  void theFlatIsExportedFromTheWindow() throws Exception {
    Path out = folder.resolve("bracket.dxf");
    robot.interact(() -> window.files().exportTo(out));
    until(() -> Files.exists(out));
    assertThat(Files.readString(out)).contains("AC1009", "OUTLINE");
  }

  @Test
  void theSheetProcessIsEditedInThePartsCard() throws Exception {
    robot.clickOn("#part-words");
    type("#sheet-radius", "1.5 mm");
    robot.push(KeyCode.ENTER);
    settle();
    assertThat(text("#verdict-flat")).contains("6 stop");
    type("#sheet-bending-k", "0.5");
    robot.push(KeyCode.ENTER);
    settle();
    assertThat(flat().bends().getFirst().value().kFactor()).isCloseTo(0.5, within(1e-12));
  }

  @Test
  void aNewSheetPartStartsFromATemplate() throws Exception {
    robot.interact(() -> window.view().requestFocus());
    robot.push(KeyCode.R);
    robot.push(KeyCode.T);
    // The beginning's tiles have the same words, out of sight: the entry of the menu is meant.
    until(() -> robot.lookup(".context-menu").tryQuery().isPresent());
    Node menu = robot.lookup(".context-menu").query();
    robot.clickOn(robot.from(menu).lookup("Sheet part, aluminium 2 mm").<Node>query());
    until(() ->
        window.session().document().process().sheet() != null
            && window.session().document().steps().isEmpty());
    assertThat(onFx(() -> window.session().document().process().sheet().material()))
        .isEqualTo("aluminium");
    robot.push(KeyCode.S);
    robot.push(KeyCode.S);
    robot.interact(() -> window.view().requestFocus());
    robot.push(KeyCode.T);
    robot.push(KeyCode.B);
    settle();
    assertThat(text("#flat-title")).contains("40.00 × 30.00").contains("2 mm");
  }

  /** When the flat takes room from the view the part is still seen whole, until a hand moves it. */
  @Test
  void thePartStaysWholeBesideTheFlat() {
    Camera camera = onFx(() -> window.view().camera());
    for (Vec3 corner : body().topology().vertices()) {
      assertThat(camera.screenX(corner)).isBetween(0.0, (double) camera.width());
      assertThat(camera.screenY(corner)).isBetween(0.0, (double) camera.height());
    }
    robot.interact(() -> window.view().camera(camera.scaled(2)));
    double scale = onFx(() -> window.view().camera().pixelsPerMm());
    robot.interact(() -> window.view().resize(500, 300));
    robot.interact(() -> window.view().layout());
    assertThat(onFx(() -> window.view().camera().pixelsPerMm())).isEqualTo(scale);
  }
}

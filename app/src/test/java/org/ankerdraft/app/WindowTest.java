package org.ankerdraft.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import org.ankerdraft.app.chart.Handles;
import org.ankerdraft.app.session.Picked;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.ledger.StepStatus;
import org.ankerdraft.core.part.PartDocument;
import org.ankerdraft.core.part.PartFile;
import org.ankerdraft.core.sketch.SketchCurve;
import org.ankerdraft.core.step.Head;
import org.ankerdraft.core.step.Step;
import org.ankerdraft.core.step.draft.Draft;
import org.ankerdraft.core.step.extrude.Extrude;
import org.ankerdraft.core.step.shell.Shell;
import org.ankerdraft.core.step.sketch.Sketch;
import org.ankerdraft.render.draw.Camera;
import org.ankerdraft.render.look.Look;
import org.ankerdraft.vectors.Vec3;
import org.junit.jupiter.api.Test;
import org.testfx.util.WaitForAsyncUtils;

/** The main flows in a real window. */
class WindowTest extends InWindow {
  @Override
  String part() {
    return """
    {"ankerdraft": 1, "name": "box",
     "parameters": [{"name": "depth", "value": "20 mm"}],
     "steps": [
      {"kind": "sketch", "id": "s", "curves": [{"curve": "rectangle", "name": "r", "width": "40 mm", "height": "30 mm"}]},
      {"kind": "extrude", "id": "box", "sketch": "s", "depth": "depth", "body": "Body"}]}
    """;
  }

  @Test
  void opensAPartAndGivesItsVerdict() {
    assertThat(volume()).isCloseTo(24000, within(1e-6));
    assertThat(text("#verdict-draft")).isEqualTo("4 stop");
    assertThat(text("#verdict-wall")).contains("stop");
    assertThat(text("#verdict-flat")).isEqualTo("no sheet body");
  }

  /** From the edit on, not only from when its body is drawn. */
  @Test
  void aVerdictOfAnEarlierStateSaysSo() throws Exception {
    assertThat(isSeen("#verdict-draft-waits")).isFalse();
    List<Boolean> atOnce = new ArrayList<>();
    robot.interact(() -> {
      PartDocument part = window.session().document();
      window.session().edit(part.withStopLine(1));
      atOnce.add(robot.lookup("#verdict-draft-waits").query().isVisible());
    });
    assertThat(atOnce).containsExactly(true);
    settle();
    assertThat(isSeen("#verdict-draft-waits")).isFalse();
    assertThat(text("#verdict-draft")).isEqualTo("no body");
  }

  @Test
  void aNewPartHasNoFindingsOfTheOneBefore() throws Exception {
    assertThat(text("#count-draft")).isEqualTo("4");
    List<String> atOnce = new ArrayList<>();
    robot.interact(() -> {
      window.session().startNew();
      for (String id : List.of("#count-draft", "#count-check", "#verdict-draft")) {
        atOnce.add(robot.lookup(id).queryAs(Label.class).getText());
      }
    });
    assertThat(atOnce).containsExactly("", "", "");
    settle();
    assertThat(text("#verdict-draft")).isEqualTo("no body");
  }

  private boolean isSeen(String id) throws Exception {
    return onFx(() -> robot.lookup(id).query().isVisible());
  }

  @Test
  void aNumberTypedInTheCardChangesThePartWithoutLosingUndo() throws Exception {
    robot.clickOn("#step-box");
    type("#field-depth", "30 mm");
    settle();
    assertThat(volume()).isCloseTo(36000, within(1e-6));
    robot.push(KeyCode.ENTER);
    robot.push(KeyCode.ESCAPE);
    robot.push(KeyCode.CONTROL, KeyCode.Z);
    settle();
    assertThat(volume()).isCloseTo(24000, within(1e-6));
    robot.push(KeyCode.CONTROL, KeyCode.Y);
    settle();
    assertThat(volume()).isCloseTo(36000, within(1e-6));
  }

  @Test
  void aWrongNumberStaysVisibleWithItsMessage() throws Exception {
    robot.clickOn("#step-box");
    type("#field-depth", "3 deg + 1 mm");
    assertThat(onFx(() -> ((TextField) robot.lookup("#field-depth").query()).getText()))
        .isEqualTo("3 deg + 1 mm");
    assertThat(
            onFx(() ->
                robot.lookup(".field-error").queryAllAs(Label.class).stream()
                    .anyMatch(l -> l.getText().contains("cannot be added"))))
        .isTrue();
    assertThat(volume()).isCloseTo(24000, within(1e-6));
  }

  @Test
  void twoStrokesAddAShellAndAFailedOneKeepsTheLastGoodPart() throws Exception {
    robot.interact(() -> window.view().requestFocus());
    robot.push(KeyCode.W);
    robot.push(KeyCode.S);
    settle();
    assertThat(volume()).isCloseTo(24000 - 36 * 26 * 18, within(1e-5));
    type("#field-thickness", "25 mm");
    settle();
    assertThat(
            onFx(
                () -> window.session().state().orElseThrow().step("shell1").orElseThrow().status()))
        .isEqualTo(StepStatus.FAILED);
    assertThat(onFx(() -> robot.lookup(".outcome").queryAs(Label.class).getText()))
        .contains("It works up to");
    assertThat(volume()).isCloseTo(24000, within(1e-6));
  }

  @Test
  void theViewTurnsToPerspectiveAndBack() throws Exception {
    robot.interact(() -> window.view().requestFocus());
    Camera parallel = onFx(() -> window.view().camera());
    robot.push(KeyCode.C);
    robot.push(KeyCode.V);
    Camera perspective = onFx(() -> window.view().camera());
    assertThat(perspective.isPerspective()).isTrue();
    assertThat(perspective.target()).isEqualTo(parallel.target());
    // What is nearer is drawn larger: the box is 40 mm wide in front and behind.
    double front =
        perspective.screenX(new Vec3(20, -15, 0)) - perspective.screenX(new Vec3(-20, -15, 0));
    double back =
        perspective.screenX(new Vec3(20, 15, 0)) - perspective.screenX(new Vec3(-20, 15, 0));
    assertThat(front).isGreaterThan(back * 1.05);
    robot.clickOn(onScreen(new Vec3(5, 5, 20)));
    assertThat(onFx(() -> window.session().picked()))
        .containsExactly(new Picked("Body", true, "box/end"));
    robot.interact(() -> window.view().requestFocus());
    robot.push(KeyCode.C);
    robot.push(KeyCode.V);
    assertThat(onFx(() -> window.view().camera())).isEqualTo(parallel);
  }

  /** The checks of the part before must not hold up a new one, however few processors there are. */
  @Test
  void aNewPartIsBuiltAtOnceWhileTheChecksOfAnotherRun() throws Exception {
    Path lamp = folder.resolve("lamp-base.json");
    Path home = Path.of("").toAbsolutePath();
    while (!Files.isDirectory(home.resolve("demo"))) {
      home = home.getParent();
    }
    Files.copy(home.resolve("demo/lamp-base.json"), lamp);
    robot.interact(() -> window.open(lamp));
    until(() -> window.session().progress().equals("checking"));
    robot.push(KeyCode.CONTROL, KeyCode.N);
    robot.interact(() -> window.view().requestFocus());
    for (KeyCode key : List.of(KeyCode.S, KeyCode.S, KeyCode.S, KeyCode.E)) {
      robot.push(key);
    }
    settle();
    assertThat(onFx(() -> window.session().state().orElseThrow().steps()))
        .hasSize(2)
        .allMatch(r -> r.status() == StepStatus.BUILT);
    assertThat(volume()).isCloseTo(40 * 30 * 10, within(1e-6));
  }

  /** The step that took the sketch says so, offers another one, and takes it at a press. */
  @Test
  void aStepWhoseSketchIsDeletedIsAdriftAndCanBeReMoored() throws Exception {
    robot.interact(() -> {
      PartDocument part = window.session().document();
      Sketch other =
          new Sketch(
              Head.of("other"),
              null,
              List.of(new SketchCurve.Circle("k", null, new Expr("20 mm"), false)));
      List<Step> steps = new ArrayList<>(part.withoutStep("s").steps());
      steps.addFirst(other);
      window.session().edit(part.withSteps(steps));
      window.session().select("box");
    });
    until(() ->
        window.session().state().orElseThrow().step("box").orElseThrow().status()
            == StepStatus.ADRIFT);
    robot.clickOn("Re-moor to sketch other");
    settle();
    assertThat(volume()).isCloseTo(Math.PI * 100 * 20, within(1e-6));
  }

  @Test
  void quickAddFindsAStepByTyping() throws Exception {
    robot.push(KeyCode.CONTROL, KeyCode.SPACE);
    until(() -> robot.lookup("#quick-input").tryQuery().isPresent());
    robot.write("hollow");
    robot.push(KeyCode.ENTER);
    settle();
    assertThat(onFx(() -> window.session().document().steps().getLast())).isInstanceOf(Shell.class);
  }

  @Test
  void facesAndEdgesArePickedInTheView() throws Exception {
    robot.interact(() -> window.view().face(Camera.View.ABOVE));
    WaitForAsyncUtils.sleep(400, TimeUnit.MILLISECONDS);
    robot.clickOn(onScreen(new Vec3(5, 5, 20)));
    assertThat(onFx(() -> window.session().picked()))
        .containsExactly(new Picked("Body", true, "box/end"));
    robot.clickOn(onScreen(new Vec3(19.9, 3, 20)));
    assertThat(onFx(() -> window.session().picked()))
        .containsExactly(new Picked("Body", false, "box/end|box/side:r.right"));
    robot.interact(() -> window.view().requestFocus());
    robot.push(KeyCode.E);
    robot.push(KeyCode.R);
    settle();
    assertThat(volume()).isCloseTo(24000 - (1 - Math.PI / 4) * 30, within(1e-5));
  }

  @Test
  void pressingTheFrameTurnsTheView() {
    Camera before = onFx(() -> window.view().camera());
    robot.clickOn(onFx(() -> window.view().localToScreen(window.view().getWidth() / 2, 7)));
    Camera after = onFx(() -> window.view().camera());
    assertThat(after.toward().angleTo(Vec3.Z)).isLessThan(1e-9);
    assertThat(before.toward().angleTo(Vec3.Z)).isGreaterThan(0.3);
  }

  @Test
  void draggingTurnsAndTheWheelScales() {
    Camera before = onFx(() -> window.view().camera());
    javafx.geometry.Point2D middle = onScreen(new Vec3(0, 0, 20));
    robot.drag(middle, MouseButton.PRIMARY).moveBy(60, 20).drop();
    Camera turned = onFx(() -> window.view().camera());
    assertThat(turned.toward().angleTo(before.toward())).isGreaterThan(0.2);
    robot.scroll(3, javafx.geometry.VerticalDirection.UP);
    assertThat(onFx(() -> window.view().camera()).pixelsPerMm()).isNotEqualTo(turned.pixelsPerMm());
  }

  @Test
  void theHandleChangesTheParameterBehindTheNumber() throws Exception {
    robot.interact(() -> window.view().face(Camera.View.FRONT));
    robot.clickOn("#step-box");
    WaitForAsyncUtils.sleep(500, TimeUnit.MILLISECONDS);
    double scale = onFx(() -> window.view().camera().pixelsPerMm());
    javafx.geometry.Point2D grip =
        onScreen(onFx(() -> Handles.of(window.session()).getFirst().anchor()));
    robot
        .moveTo(grip)
        .press(MouseButton.PRIMARY)
        .moveBy(0, -5 * scale / 2)
        .moveBy(0, -5 * scale / 2)
        .release(MouseButton.PRIMARY);
    settle();
    assertThat(volume() / 1200).isCloseTo(25, within(0.5));
    Extrude box = (Extrude) onFx(() -> window.session().document().step("box").orElseThrow());
    assertThat(box.depth().text()).isEqualTo("depth");
  }

  @Test
  void aFindingFliesToItsPlaceAndItsRepairIsAStep() throws Exception {
    settleWithRepairs();
    robot.clickOn(".finding-title");
    assertThat(onFx(() -> window.map())).isEqualTo(Look.Map.DRAFT);
    assertThat(text("#verdict-draft")).startsWith("4 stop");
    robot.clickOn("Draft all 4 by 1°");
    settle();
    assertThat(onFx(() -> window.session().document().steps().getLast())).isInstanceOf(Draft.class);
    assertThat(text("#verdict-draft")).isEqualTo("clear");
  }

  @Test
  void savingWritesAPartFileThatOpensAgain() throws Exception {
    Path target = folder.resolve("saved.anker");
    robot.clickOn("#step-box");
    type("#field-depth", "12 mm");
    robot.push(KeyCode.ENTER);
    settle();
    robot.interact(() -> {
      try {
        window.session().save(target, null);
      } catch (java.io.IOException e) {
        throw new java.io.UncheckedIOException(e);
      }
    });
    PartFile.Content content = ((PartFile.Opened.Ok) PartFile.open(target)).content();
    assertThat(content.part()).isEqualTo(onFx(() -> window.session().document()));
    assertThat(onFx(() -> window.session().isDirty())).isFalse();
  }

  @Test
  void whatWasNotSavedIsRecovered() throws Exception {
    robot.clickOn("#step-box");
    type("#field-depth", "33 mm");
    robot.push(KeyCode.ENTER);
    settle();
    robot.interact(() -> window.open(folder.resolve("box.json")));
    settle();
    assertThat(volume()).isCloseTo(33 * 1200, within(1e-5));
    assertThat(text("#status")).contains("recovered");
  }

  @Test
  void aBrokenFileLeavesTheOpenPartAlone() throws Exception {
    Path broken = folder.resolve("broken.anker");
    Files.writeString(broken, "PK no zip");
    robot.interact(() -> window.open(broken));
    assertThat(volume()).isCloseTo(24000, within(1e-6));
    robot.push(KeyCode.ENTER);
  }

  @Test
  void draggingThePullArrowTurnsThePullAndItsVerdict() throws Exception {
    robot.interact(() -> window.view().face(Camera.View.FRONT));
    WaitForAsyncUtils.sleep(400, TimeUnit.MILLISECONDS);
    Camera camera = onFx(() -> window.view().camera());
    // The arrow stands at the upper right corner of the part's box.
    Vec3 foot = new Vec3(20, 0, 20.1);
    Vec3 tip = foot.plus(Vec3.Z.times(86 / camera.pixelsPerMm()));
    robot
        .moveTo(onScreen(tip))
        .press(MouseButton.PRIMARY)
        .moveBy(30, 20)
        .moveBy(56, 66)
        .release(MouseButton.PRIMARY);
    settle();
    Vec3 pull = onFx(() -> window.session().document().process().pull().unit());
    assertThat(pull.angleTo(Vec3.X)).isLessThan(0.12);
    robot.push(KeyCode.CONTROL, KeyCode.Z);
    settle();
    assertThat(onFx(() -> window.session().document().process().pull().unit()).angleTo(Vec3.Z))
        .isLessThan(1e-9);
  }
}

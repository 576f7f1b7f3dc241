package org.ankerdraft.app;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import javafx.geometry.Bounds;
import javafx.scene.control.Label;
import javafx.scene.input.Clipboard;
import javafx.scene.input.KeyCode;
import org.ankerdraft.core.part.PartDocument;
import org.ankerdraft.core.part.PartFile;
import org.ankerdraft.render.draw.Camera;
import org.ankerdraft.vectors.Plane;
import org.ankerdraft.vectors.Vec3;
import org.junit.jupiter.api.Test;

/** Measuring by mouse and keys, the section's cap, and how an empty part begins. */
class MeasuringTest extends InWindow {
  @Override
  String part() {
    return """
    {"ankerdraft": 1, "name": "tub", "process": {"material": "ABS"}, "steps": [
      {"kind": "sketch", "id": "s", "curves": [{"curve": "rectangle", "name": "r", "width": "40 mm", "height": "30 mm"}]},
      {"kind": "extrude", "id": "box", "label": "Tub", "sketch": "s", "depth": "20 mm", "body": "Body"},
      {"kind": "shell", "id": "w", "thickness": "2 mm", "open": [{"choose": "face", "name": "box/end"}]}]}
    """;
  }

  private List<String> values() {
    return onFx(() ->
        robot.lookup(".measured-value").queryAllAs(Label.class).stream()
            .map(Label::getText)
            .toList());
  }

  private void stroke(KeyCode first, KeyCode second) {
    robot.interact(() -> window.view().requestFocus());
    robot.push(first);
    robot.push(second);
  }

  @Test
  void aBodyThenAnEdgeThenTwoFacesAreMeasuredAndKept() throws Exception {
    stroke(KeyCode.C, KeyCode.M);
    // 40 x 30 x 20 less 36 x 26 x 18, of 1.05 g/cm3.
    until(() -> values().contains("7152 mm³"));
    assertThat(values()).contains("7.51 g");
    robot.clickOn(onScreen(new Vec3(0, -15, 20)));
    until(() -> values().equals(List.of("40 mm")));
    // The second thing: the floor inside, two millimetres above the underside.
    robot.clickOn(onScreen(new Vec3(0, 9, 2)));
    until(() -> values().contains("18.111 mm"));
    robot.clickOn("#keep-note");
    settle();
    PartDocument kept = onFx(() -> window.session().document());
    assertThat(kept.notes()).hasSize(1);
    assertThat(kept.notes().getFirst().of()).contains("w/inner(box/start)");
    robot.push(KeyCode.ESCAPE);
    until(() -> robot.lookup(".measured-value").queryAll().isEmpty());
    Path saved = folder.resolve("kept.anker");
    onFx(() -> window.files().saveTo(saved));
    assertThat(Files.exists(saved)).isTrue();
    assertThat(((PartFile.Opened.Ok) PartFile.open(saved)).content().part().notes())
        .isEqualTo(kept.notes());
    robot.push(KeyCode.CONTROL, KeyCode.Z);
    settle();
    assertThat(onFx(() -> window.session().document().notes())).isEmpty();
  }

  @Test
  void theCapOfASectionTellsItsThicknessAndItsArea() throws Exception {
    robot.interact(() -> {
      window.view().section(new Plane(Vec3.ZERO, new Vec3(0, -1, 0)));
      window.view().face(Camera.View.FRONT);
    });
    Thread.sleep(500);
    // In the left wall, and in the floor.
    robot.moveTo(onScreen(new Vec3(-19.2, 0, 12)));
    until(() -> text(".status-under").contains("152.0 mm²"));
    assertThat(onFx(() -> robot.lookup(".status-bar .label").queryAllAs(Label.class)))
        .extracting(Label::getText)
        .contains("2.000 mm across");
  }

  @Test
  void pointsOnTheCapAreMeasured() throws Exception {
    robot.interact(() -> {
      window.view().section(new Plane(Vec3.ZERO, new Vec3(0, -1, 0)));
      window.view().face(Camera.View.FRONT);
    });
    stroke(KeyCode.C, KeyCode.M);
    Thread.sleep(500);
    robot.clickOn(onScreen(new Vec3(-19, 0, 12)));
    robot.clickOn(onScreen(new Vec3(19, 0, 12)));
    until(() -> values().size() == 1 && values().getFirst().matches("3[78]\\.?[0-9]* mm"));
  }

  @Test
  void anEmptyPartOffersABeginning() throws Exception {
    robot.push(KeyCode.CONTROL, KeyCode.N);
    until(() -> window.session().document().steps().isEmpty());
    until(() -> robot.lookup("#demo-mast-bracket").tryQuery().isPresent());
    robot.clickOn("#template-sheet-part-aluminium-2-mm");
    until(() -> window.session().document().process().sheet() != null);
    assertThat(onFx(() -> window.session().document().process().sheet().material()))
        .isEqualTo("aluminium");
    assertThat(robot.lookup(".start-pane").query().isVisible()).isTrue();
    robot.clickOn("#demo-mast-bracket");
    settle();
    assertThat(onFx(() -> window.session().document().name())).isEqualTo("mast-bracket");
    assertThat(robot.lookup(".start-pane").query().isVisible()).isFalse();
  }

  /** What is seldom needed is folded away, and says what is set in it. */
  @Test
  void theFoldSaysWhatIsSetInIt() throws Exception {
    robot.push(KeyCode.CONTROL, KeyCode.N);
    until(() -> robot.lookup("#demo-battery-tray").tryQuery().isPresent());
    robot.clickOn("#demo-battery-tray");
    settle();
    robot.interact(() -> window.session().select("walls"));
    until(() -> robot.lookup("#field-more").tryQuery().isPresent());
    String line =
        onFx(
            () -> robot.lookup("#field-more").queryAs(javafx.scene.control.Button.class).getText());
    assertThat(line).startsWith("More: ").contains("at corners round-ended");
    assertThat(robot.lookup("#field-seat-gap").query().getParent().isVisible()).isTrue();
    assertThat(onFx(() -> robot.lookup("#field-seat-gap").query().isVisible())).isTrue();
  }

  /** Findings of one cause are one entry that is opened to its members. */
  @Test
  void findingsOfOneCauseAreOneEntry() throws Exception {
    // The list is made anew whenever more is known of its findings.
    settle();
    String draft = "Tub: face without draft";
    assertThat(onFx(() -> robot.lookup(".finding-title").queryAllAs(Label.class)))
        .extracting(Label::getText)
        .containsOnlyOnce(draft);
    assertThat(onFx(() -> robot.lookup("4 × stop").tryQuery())).isPresent();
    // By its place: the entry that is found may be another one by the time it is clicked.
    Bounds at =
        onFx(() -> {
          Label title = robot.lookup(draft).queryAs(Label.class);
          return title.localToScreen(title.getBoundsInLocal());
        });
    robot.clickOn(at.getCenterX(), at.getCenterY());
    until(() -> robot.lookup(".finding-member").queryAll().size() >= 4);
    assertThat(onFx(() -> robot.lookup(".finding-member").queryAllAs(Label.class)))
        .extracting(Label::getText)
        .anyMatch(t -> t.startsWith("left wall of Tub, 0.00°"));
  }

  @Test
  void theNameOfWhatIsPickedIsCopied() throws Exception {
    robot.clickOn(onScreen(new Vec3(0, -15, 10)));
    until(() -> !window.session().picked().isEmpty());
    robot.push(KeyCode.CONTROL, KeyCode.C);
    until(() -> "box/side:r.bottom".equals(Clipboard.getSystemClipboard().getString()));
  }
}

package org.ankerdraft.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.nio.file.Files;
import java.util.List;
import javafx.scene.input.KeyCode;
import org.ankerdraft.core.step.boss.Boss;
import org.ankerdraft.vectors.Vec3;
import org.junit.jupiter.api.Test;

/** Bosses, pockets, screw bosses, lips and shifted faces from the keys and the card. */
class ShapesWindowTest extends InWindow {
  @Override
  String part() {
    return """
    {"ankerdraft": 1, "name": "tub", "steps": [
      {"kind": "sketch", "id": "s", "curves": [{"curve": "rectangle", "name": "r", "width": "80 mm", "height": "60 mm"}]},
      {"kind": "extrude", "id": "tub", "sketch": "s", "depth": "20 mm", "body": "Tub"},
      {"kind": "shell", "id": "w", "thickness": "3 mm", "open": [{"choose": "face", "name": "tub/end"}]},
      {"kind": "sketch", "id": "pad", "plane": {"base": "XY", "offset": "3 mm"}, "curves": [
        {"curve": "rectangle", "name": "q", "width": "20 mm", "height": "12 mm"}]},
      {"kind": "sketch", "id": "spots", "plane": {"base": "XY", "offset": "3 mm"}, "curves": [
        {"curve": "point", "name": "a", "at": ["-25 mm", "0 mm"]},
        {"curve": "point", "name": "b", "at": ["25 mm", "0 mm"]}]}]}
    """;
  }

  private String lastMessage() {
    return onFx(() -> window.session().state().orElseThrow().steps().getLast().message());
  }

  @Test
  void aBossThenAPocketFromTheSameSketch() throws Exception {
    settle();
    double tub = volume();
    robot.interact(() -> window.session().select("pad"));
    keys(KeyCode.S, KeyCode.U);
    settle();
    double t = Math.tan(Math.toRadians(1));
    double frustum = 240 * 5 - 32 * t * 25 + 4.0 / 3 * t * t * 125;
    assertThat(volume() - tub).isCloseTo(frustum, within(1e-3));
    type("#field-cornerRound", "2 mm");
    robot.push(KeyCode.ENTER);
    type("#field-rootRound", "1 mm");
    robot.push(KeyCode.ENTER);
    until(() -> ((Boss) window.session().document().steps().getLast()).rootRound() != null);
    settle();
    assertThat(volume() - tub).isBetween(frustum * 0.97, frustum * 1.06);
    // Sunk five into a floor of three it has no floor: it says up to where it works.
    robot.interact(() -> robot.lookup("#field-sunk").<String>queryComboBox().setValue("pocket"));
    until(() -> lastMessage().contains("no whole floor"));
    until(() -> lastMessage().contains("It works up to 2.9"));
    type("#field-height", "2 mm");
    robot.push(KeyCode.ENTER);
    until(() -> volume() < tub - 300);
    robot.interact(() -> window.view().requestFocus());
    robot.push(KeyCode.CONTROL, KeyCode.Z);
    robot.push(KeyCode.CONTROL, KeyCode.Z);
    settle();
    assertThat(volume()).isGreaterThan(tub);
  }

  @Test
  void screwBossesAtThePointsOfASketch() throws Exception {
    settle();
    double tub = volume();
    robot.interact(() -> window.session().select("spots"));
    keys(KeyCode.S, KeyCode.C);
    settle();
    double root = 3 + 10 * Math.tan(Math.toRadians(0.5));
    double bottom = 1.2 - 10 * Math.tan(Math.toRadians(0.5));
    double one =
        Math.PI * 10 / 3 * (9 + 3 * root + root * root)
            - Math.PI * 10 / 3 * (1.44 + 1.2 * bottom + bottom * bottom);
    assertThat(volume() - tub).isCloseTo(2 * one, within(1e-3));
    robot.interact(() -> robot.lookup("#field-material").<String>queryComboBox().setValue("PC"));
    until(() -> volume() - tub > 2 * one + 50);
    type("#field-gussets", "4");
    robot.push(KeyCode.ENTER);
    settle();
    double plain = volume();
    robot.interact(() -> robot.lookup("#field-more").queryButton().fire());
    until(() -> onFx(() -> robot.lookup("#field-clear").query().isVisible()));
    type("#field-clear", "20 mm");
    robot.push(KeyCode.ENTER);
    until(() -> lastMessage().contains("stands nearer to a wall"));
    assertThat(volume()).as("the last good part stays").isLessThan(plain);
  }

  /** Where one begins to draw on a face, all of a large part is in sight, square to it. */
  @Test
  void thePartIsSeenWholeWhereOneDraws() throws Exception {
    settle();
    var large = folder.resolve("large.json");
    Files.writeString(large, part().replace("80 mm", "400 mm").replace("60 mm", "300 mm"));
    robot.interact(() -> window.open(large));
    settle();
    robot.clickOn(onScreen(new Vec3(-20, 0, 3)));
    keys(KeyCode.S, KeyCode.D);
    until(() -> window.pencil().isOn());
    for (Vec3 corner : List.of(new Vec3(-200, -150, 3), new Vec3(200, 150, 3))) {
      double x = onFx(() -> window.view().camera().screenX(corner));
      double y = onFx(() -> window.view().camera().screenY(corner));
      assertThat(x).isBetween(0.0, window.view().getWidth());
      assertThat(y).isBetween(0.0, window.view().getHeight());
    }
  }

  @Test
  void aLipOnThePickedRim() throws Exception {
    settle();
    double tub = volume();
    robot.clickOn(onScreen(new Vec3(0, -28.5, 20)));
    keys(KeyCode.W, KeyCode.L);
    settle();
    double d = 2 * Math.tan(Math.toRadians(1));
    double lip = 0;
    for (int k = 0; k < 3; k++) {
      double in = d * k / 2;
      double out = 1 - in;
      double ring = (74 + 2 * out) * (54 + 2 * out) - (74 + 2 * in) * (54 + 2 * in);
      lip += (k == 1 ? 4 : 1) * ring * 2 / 6;
    }
    assertThat(volume() - tub).isCloseTo(lip, within(1e-3));
    type("#field-width", "4 mm");
    robot.push(KeyCode.ENTER);
    until(() -> lastMessage().contains("wider than the rim"));
  }

  @Test
  void aPickedFaceIsShifted() throws Exception {
    settle();
    double tub = volume();
    robot.clickOn(onScreen(new Vec3(0, 0, 3)));
    keys(KeyCode.S, KeyCode.M);
    settle();
    assertThat(volume() - tub).isCloseTo(74 * 54, within(1e-3));
    type("#field-distance", "-1 mm");
    robot.push(KeyCode.ENTER);
    until(() -> Math.abs(volume() - tub + 74 * 54) < 1e-3);
  }
}

package org.ankerdraft.app;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import javafx.scene.control.ContextMenu;
import javafx.scene.control.MenuItem;
import javafx.scene.input.KeyCode;
import javafx.stage.Window;
import org.ankerdraft.app.session.Picked;
import org.ankerdraft.render.draw.Camera;
import org.ankerdraft.vectors.Vec3;
import org.junit.jupiter.api.Test;

/** Picking through the solid, from a list of what lies behind each other. */
class PickListTest extends InWindow {
  @Override
  String part() {
    return """
    {"ankerdraft": 1, "name": "box", "steps": [
      {"kind": "sketch", "id": "s", "curves": [{"curve": "rectangle", "name": "r", "width": "40 mm", "height": "30 mm"}]},
      {"kind": "extrude", "id": "box", "sketch": "s", "depth": "20 mm", "body": "Body"}]}
    """;
  }

  private List<String> rows() {
    return onFx(() ->
        Window.getWindows().stream()
            .filter(w -> w instanceof ContextMenu c && "pick-list".equals(c.getId()))
            .flatMap(w -> ((ContextMenu) w).getItems().stream())
            .map(MenuItem::getText)
            .toList());
  }

  private void list(Vec3 place) throws Exception {
    robot.interact(() -> window.view().face(Camera.View.ABOVE));
    robot.rightClickOn(onScreen(place));
    until(() -> !rows().isEmpty());
  }

  @Test
  void theUndersideIsPickedThroughTheSolid() throws Exception {
    list(new Vec3(5, 5, 20));
    assertThat(rows()).containsExactly("top of Extrude", "underside of Extrude");
    // The first is lit as soon as the list is there, another when it is pointed at.
    int top = onFx(() -> window.view().hoveredFace());
    assertThat(top).isPositive();
    robot.moveTo("underside of Extrude");
    until(() -> window.view().hoveredFace() != top);
    robot.clickOn("underside of Extrude");
    until(() -> !window.session().picked().isEmpty());
    assertThat(onFx(() -> List.copyOf(window.session().picked())))
        .containsExactly(new Picked("Body", true, "box/start"));
  }

  @Test
  void whereAFieldWaitsForFacesOnlyFacesAreListed() throws Exception {
    robot.push(KeyCode.W);
    robot.push(KeyCode.S);
    settle();
    until(() -> robot.lookup("Pick in view").tryQuery().isPresent());
    robot.clickOn("Pick in view");
    list(new Vec3(19.95, 5, 20));
    assertThat(rows()).isNotEmpty().noneMatch(t -> t.startsWith("edge"));
    robot.clickOn("underside of Extrude");
    until(() -> window.session().document().toString().contains("box/start"));
  }
}

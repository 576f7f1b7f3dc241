package org.ankerdraft.app;

import javafx.scene.input.KeyCode;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.step.sketch.Sketch;
import org.ankerdraft.vectors.Vec3;

/** A window with an empty part in which the pencil draws. */
abstract class DrawingWindow extends InWindow {
  @Override
  String part() {
    return "{\"ankerdraft\": 1, \"name\": \"drawn\", \"steps\": []}";
  }

  Sketch sketch() {
    return onFx(() -> (Sketch) window.session().document().steps().getFirst());
  }

  /** Takes the pencil. */
  void begin() throws Exception {
    key(KeyCode.S, KeyCode.D);
    until(() -> robot.lookup("#tool-line").tryQuery().isPresent());
  }

  /** Presses a place of the plane. */
  void click(double x, double y) {
    robot.clickOn(onScreen(new Vec3(x, y, 0)));
  }

  /** Keys for the view, one after the other. */
  void key(KeyCode... codes) {
    robot.interact(() -> window.view().requestFocus());
    for (KeyCode code : codes) {
      robot.push(code);
    }
  }

  static double number(Expr e) {
    return Double.parseDouble(e.text().replace(" mm", ""));
  }
}

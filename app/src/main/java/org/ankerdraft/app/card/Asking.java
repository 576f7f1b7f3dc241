package org.ankerdraft.app.card;

import java.util.Optional;
import javafx.scene.Node;
import javafx.scene.control.TextInputDialog;

/** Asks for a text in a small window of its own. */
final class Asking {
  private Asking() {}

  /**
   * @param near something in the window that asks
   * @return what was typed; empty if it was called off
   */
  static Optional<String> forText(Node near, String title, String label, String before) {
    TextInputDialog dialog = new TextInputDialog(before);
    dialog.initOwner(near.getScene().getWindow());
    dialog.setHeaderText(null);
    dialog.setTitle(title);
    dialog.setContentText(label);
    return dialog.showAndWait();
  }
}

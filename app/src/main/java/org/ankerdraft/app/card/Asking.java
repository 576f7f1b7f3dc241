package org.ankerdraft.app.card;

import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import javafx.scene.Node;
import javafx.scene.control.Alert;
import javafx.scene.control.ButtonType;
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

  /**
   * Lets one of several ways be chosen.
   *
   * @return its place among them; empty if it was called off
   */
  static OptionalInt forChoice(Node near, String title, String question, List<String> ways) {
    List<ButtonType> buttons = ways.stream().map(ButtonType::new).toList();
    Alert alert = new Alert(Alert.AlertType.NONE, question);
    alert.initOwner(near.getScene().getWindow());
    alert.setTitle(title);
    alert.getButtonTypes().setAll(buttons);
    alert.getButtonTypes().add(ButtonType.CANCEL);
    return alert
        .showAndWait()
        .map(buttons::indexOf)
        .filter(i -> i >= 0)
        .map(OptionalInt::of)
        .orElse(OptionalInt.empty());
  }
}

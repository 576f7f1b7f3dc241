package org.ankerdraft.app;

import java.util.List;
import java.util.Locale;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.ListCell;
import javafx.scene.control.ListView;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import javafx.stage.Popup;
import javafx.stage.Window;

/** Finds any step or action by typing. */
final class QuickAdd {
  private static final double WIDTH = 400;

  private final Popup popup = new Popup();
  private final TextField input = new TextField();
  private final ListView<Action> list = new ListView<>();
  private final List<Action> actions;

  QuickAdd(List<Action> actions) {
    this.actions = actions;
    input.setPromptText("Add a step or find anything");
    input.setId("quick-input");
    list.setPrefHeight(300);
    list.setCellFactory(v -> new ActionCell());
    VBox box = new VBox(input, list);
    box.getStyleClass().add("quick-add");
    box.setPrefWidth(WIDTH);
    popup.getContent().add(box);
    popup.setAutoHide(true);
    input.textProperty().addListener((p, o, text) -> filter(text));
    input.setOnKeyPressed(e -> {
      int at = list.getSelectionModel().getSelectedIndex();
      if (e.getCode() == KeyCode.DOWN) {
        list.getSelectionModel().select(at + 1);
        e.consume();
      } else if (e.getCode() == KeyCode.UP) {
        list.getSelectionModel().select(Math.max(0, at - 1));
        e.consume();
      } else if (e.getCode() == KeyCode.ESCAPE) {
        popup.hide();
      }
    });
    input.setOnAction(e -> run());
    list.setOnMouseClicked(e -> run());
  }

  private static final class ActionCell extends ListCell<Action> {
    @Override
    protected void updateItem(Action action, boolean empty) {
      super.updateItem(action, empty);
      setText(null);
      setGraphic(empty || action == null ? null : row(action));
      setDisable(action != null && !action.enabled().getAsBoolean());
    }

    private static Node row(Action action) {
      Label title = new Label(action.title());
      Label stage = new Label(action.stage().title);
      stage.getStyleClass().add("second");
      Region gap = new Region();
      HBox.setHgrow(gap, Priority.ALWAYS);
      Label keys = new Label(action.keys());
      keys.getStyleClass().add("key");
      keys.setVisible(!action.keys().isEmpty());
      return new HBox(10, title, stage, gap, keys);
    }
  }

  private void filter(String text) {
    String wanted = text.toLowerCase(Locale.ROOT).strip();
    list.getItems()
        .setAll(
            actions.stream()
                .filter(a ->
                    wanted.isEmpty()
                        || (a.title() + " " + a.words() + " " + a.stage().title)
                            .toLowerCase(Locale.ROOT)
                            .contains(wanted))
                // What begins with the text is what was meant.
                .sorted(
                    java.util.Comparator.comparing(
                        a -> !a.title().toLowerCase(Locale.ROOT).startsWith(wanted)))
                .toList());
    list.getSelectionModel().selectFirst();
  }

  private void run() {
    Action action = list.getSelectionModel().getSelectedItem();
    if (action != null && action.enabled().getAsBoolean()) {
      popup.hide();
      action.run().run();
    }
  }

  void show(Window owner, Node below) {
    input.clear();
    filter("");
    var bounds = below.localToScreen(below.getBoundsInLocal());
    popup.show(owner, bounds.getMinX() - 20, bounds.getMinY());
    popup.getScene().getRoot().getStylesheets().setAll(owner.getScene().getStylesheets());
    popup.getScene().getRoot().getStyleClass().setAll(owner.getScene().getRoot().getStyleClass());
    input.requestFocus();
  }

  boolean isShowing() {
    return popup.isShowing();
  }
}

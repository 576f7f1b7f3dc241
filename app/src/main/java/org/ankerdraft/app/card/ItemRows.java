package org.ankerdraft.app.card;

import java.util.function.Consumer;
import java.util.function.Function;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import org.ankerdraft.core.form.Slot;

/**
 * Rows that head one of several items of a step, with what takes it away, and that offer more.
 *
 * @param current the slot of an id as it is now
 * @param edit takes the changed step
 */
record ItemRows<S>(Function<String, Slot<S>> current, Consumer<S> edit) {
  Node item(Slot.Item<S> item) {
    Label label = new Label(item.label());
    label.getStyleClass().add("field-heading");
    Region gap = new Region();
    HBox.setHgrow(gap, Priority.ALWAYS);
    Button remove = new Button("Remove");
    remove.getStyleClass().add("link");
    remove.setOnAction(e -> {
      if (current.apply(item.id()) instanceof Slot.Item<S> now) {
        edit.accept(now.without());
      }
    });
    return new HBox(label, gap, remove);
  }

  Node adders(Slot.Adders<S> slot) {
    FlowPane row = new FlowPane(10, 4);
    row.getStyleClass().add("additions");
    if (!slot.label().isEmpty()) {
      Label l = new Label(slot.label());
      l.getStyleClass().add("second");
      row.getChildren().add(l);
    }
    for (int i = 0; i < slot.adders().size(); i++) {
      int n = i;
      Button add = new Button(slot.adders().get(i).label());
      add.getStyleClass().add("link");
      add.setOnAction(e -> {
        if (current.apply(slot.id()) instanceof Slot.Adders<S> now) {
          edit.accept(now.adders().get(n).with());
        }
      });
      row.getChildren().add(add);
    }
    return row;
  }
}

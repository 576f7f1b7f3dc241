package org.ankerdraft.app.card;

import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.layout.VBox;
import org.ankerdraft.core.form.FlagForm;
import org.ankerdraft.core.form.ListForm;
import org.ankerdraft.core.form.Slot;
import org.ankerdraft.core.form.WordForm;

/**
 * The rows that are seldom needed, behind one line that says what is set there. What was unfolded
 * once stays so for the next step.
 */
final class Fold {
  private final Button line = new Button();
  private final VBox inside = new VBox();
  private boolean isOpen;
  private String set = "";

  /**
   * @param prefix of the id of the line
   */
  Fold(String prefix) {
    line.setId(prefix + "more");
    line.getStyleClass().addAll("link", "fold");
    line.setMaxWidth(Double.MAX_VALUE);
    inside.getStyleClass().add("fields");
    line.setOnAction(e -> {
      isOpen = !isOpen;
      showOpen();
    });
  }

  static boolean takes(Slot<?> slot) {
    return slot instanceof Slot.Value<?, ?> v && v.folded();
  }

  /** What stands for some rows; nothing if there are none. */
  List<Node> holding(List<Node> folded) {
    if (!inside.getChildren().equals(folded)) {
      inside.getChildren().setAll(folded);
    }
    return folded.isEmpty() ? List.of() : List.of(line, inside);
  }

  /** Says what is set in it. */
  <S> void show(List<Slot<S>> slots) {
    set =
        slots.stream()
            .filter(Fold::takes)
            .map(s -> (Slot.Value<S, ?>) s)
            .filter(Slot.Value::isSet)
            .map(v -> v.label().toLowerCase(Locale.ROOT) + " " + shown(v))
            .collect(Collectors.joining(", "));
    showOpen();
  }

  private void showOpen() {
    inside.setVisible(isOpen);
    inside.setManaged(isOpen);
    line.setText(isOpen ? "Less" : "More: " + (set.isEmpty() ? "all as usual" : set));
  }

  private static <S, T> String shown(Slot.Value<S, T> v) {
    return switch (v.form()) {
      case WordForm<T> words -> words.shown(v.value());
      case FlagForm flag -> Boolean.TRUE.equals(v.value()) ? flag.yes() : flag.no();
      case ListForm<?> list -> listed(list, v.value());
      default -> v.value().toString();
    };
  }

  @SuppressWarnings("unchecked") // the value of a list form is a list
  private static <I> String listed(ListForm<I> form, Object value) {
    return new ListText<>(form).shown((List<I>) value);
  }
}

package org.ankerdraft.app.card;

import com.fasterxml.jackson.databind.node.TextNode;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.function.Consumer;
import java.util.function.Supplier;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import org.ankerdraft.app.session.Session;
import org.ankerdraft.core.expression.Evaluator;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.form.ExprForm;
import org.ankerdraft.core.form.FlagForm;
import org.ankerdraft.core.form.Form;
import org.ankerdraft.core.form.FormatException;
import org.ankerdraft.core.form.ListForm;
import org.ankerdraft.core.form.Measure;
import org.ankerdraft.core.form.Place;
import org.ankerdraft.core.form.Slot;
import org.ankerdraft.core.form.Slots;
import org.ankerdraft.core.form.WordForm;
import org.ankerdraft.core.kinds.StepKinds;
import org.ankerdraft.core.operation.Words;
import org.ankerdraft.core.select.EdgeChoice;
import org.ankerdraft.core.select.FaceChoice;
import org.ankerdraft.core.select.References;
import org.ankerdraft.core.sketch.AreaChoice;
import org.ankerdraft.core.step.Offer;
import org.ankerdraft.core.step.Step;

/**
 * Rows that show and change the slots of something. The rows are made anew when there are others;
 * else they are brought up to date, and a field being typed in is left alone.
 *
 * @param <S> the whole, such as a step
 */
public final class SlotRows<S> {
  private static final Pattern NUMBER = Pattern.compile("-?\\d+(\\.\\d+)?");
  private static final double NUDGE = 0.1;
  private static final double SHIFT_NUDGE = 1;

  private final Session session;
  private final ChoiceEditor choices;
  private final VBox rows;
  private final String prefix;
  private final Supplier<List<Slot<S>>> slots;
  private final Consumer<S> edit;
  private final Consumer<S> preview;
  private final Map<String, Row> shown = new LinkedHashMap<>();
  private String shownOf = "";

  /** Of the row that is being made. */
  private List<Runnable> refreshers = new ArrayList<>();

  private final Fold fold;

  /**
   * @param prefix of the ids of input fields
   * @param slots as they are now
   * @param edit takes a change that is made
   * @param preview takes a change that is being made
   */
  public SlotRows(
      Session session,
      ChoiceEditor choices,
      VBox rows,
      String prefix,
      Supplier<List<Slot<S>>> slots,
      Consumer<S> edit,
      Consumer<S> preview) {
    this.session = session;
    this.choices = choices;
    this.rows = rows;
    this.prefix = prefix;
    this.slots = slots;
    this.fold = new Fold(prefix);
    this.edit = edit;
    this.preview = preview;
  }

  /**
   * @param of what the rows belong to: another one gets rows of its own
   */
  public void show(String of) {
    List<Slot<S>> list = slots.get();
    if (!of.equals(shownOf)) {
      shownOf = of;
      shown.clear();
    }
    Map<String, Row> wanted = new LinkedHashMap<>();
    list.forEach(s -> {
      String key = s.getClass().getSimpleName() + ' ' + s.id() + ' ' + s.label();
      wanted.put(key, shown.containsKey(key) ? shown.get(key) : row(s));
    });
    if (!List.copyOf(wanted.values()).equals(List.copyOf(shown.values()))) {
      shown.clear();
      shown.putAll(wanted);
      lay();
    }
    shown.values().forEach(Row::refresh);
    fold.show(list);
  }

  /** A row with what brings it up to date. */
  private record Row(Node node, boolean isFolded, List<Runnable> refreshers) {
    void refresh() {
      refreshers.forEach(Runnable::run);
    }
  }

  private Row row(Slot<S> slot) {
    refreshers = new ArrayList<>();
    return new Row(node(slot), Fold.takes(slot), refreshers);
  }

  /** Rows that stay are not touched: one of them may be typed into. */
  private void lay() {
    List<Node> nodes = new ArrayList<>();
    shown.values().stream().filter(r -> !r.isFolded).forEach(r -> nodes.add(r.node));
    nodes.addAll(
        fold.holding(shown.values().stream().filter(Row::isFolded).map(Row::node).toList()));
    rows.getChildren().retainAll(nodes);
    for (int i = 0; i < nodes.size(); i++) {
      if (i >= rows.getChildren().size() || !rows.getChildren().get(i).equals(nodes.get(i))) {
        rows.getChildren().remove(nodes.get(i));
        rows.getChildren().add(i, nodes.get(i));
      }
    }
  }

  public void forget() {
    shownOf = "";
    shown.clear();
  }

  private Node node(Slot<S> slot) {
    return switch (slot) {
      case Slot.Item<S> item -> new ItemRows<>(this::current, edit).item(item);
      case Slot.Adders<S> adders -> new ItemRows<>(this::current, edit).adders(adders);
      case Slot.Value<S, ?> value -> valueRow(value);
    };
  }

  private <T> Node valueRow(Slot.Value<S, T> slot) {
    return switch (slot.form()) {
      case ExprForm form -> numberRow(slot, form.measure());
      case WordForm<T> words -> wordRow(slot, words);
      case FlagForm flag -> flagRow(slot, flag);
      case Form<T> f when f.equals(FaceChoice.LIST) -> facesRow(slot);
      case Form<T> f when f.equals(FaceChoice.FORM) -> faceRow(slot);
      case Form<T> f when f.equals(EdgeChoice.LIST) -> edgesRow(slot);
      case Form<T> f when f.equals(AreaChoice.LIST) -> areasRow(slot);
      case Form<T> f when f.equals(References.SKETCH) -> namedRow(slot, steps(Offer.AREAS));
      case Form<T> f when f.equals(References.PLANE) -> namedRow(slot, steps(Offer.PLANE));
      case Form<T> f when f.equals(References.LINES) -> namedRow(slot, steps(Offer.LINES));
      case Form<T> f when f.equals(References.BODY) -> namedRow(slot, bodies());
      case ListForm<?> list when list.item().equals(References.SKETCH) ->
          namesRow(slot, "Add sketch", () -> steps(Offer.AREAS));
      case ListForm<?> list when list.item().equals(References.BODY) ->
          namesRow(slot, "Add body", this::bodies);
      case ListForm<?> list when list.item().equals(References.STEP) ->
          namesRow(slot, "Add step", this::changingSteps);
      case ListForm<?> list when list.item().equals(References.COPY) -> copiesRow(slot);
      case ListForm<?> list -> listRow(slot, list);
      default -> textRow(slot);
    };
  }

  /** The slot as it is now; null if it is gone. */
  private Slot<S> current(String id) {
    return slots.get().stream().filter(s -> s.id().equals(id)).findFirst().orElse(null);
  }

  @SuppressWarnings("unchecked") // a slot of the same id has the same form, so the same type
  private <T> Slot.Value<S, T> now(Slot.Value<S, T> slot) {
    return current(slot.id()) instanceof Slot.Value<S, ?> v && v.form().equals(slot.form())
        ? (Slot.Value<S, T>) v
        : null;
  }

  private <T> void change(Slot.Value<S, T> slot, T value) {
    Slot.Value<S, T> now = now(slot);
    if (now != null && !Objects.equals(value, now.value())) {
      edit.accept(now.with().apply(value));
    }
  }

  /** A text of second rank. */
  public static Label second(String text) {
    Label l = new Label(text);
    l.getStyleClass().add("second");
    l.setWrapText(true);
    return l;
  }

  public static HBox row(String label, Node control) {
    Label l = new Label(label);
    l.getStyleClass().add("field-label");
    HBox row = new HBox(l, control);
    row.getStyleClass().add("field-row");
    row.setAlignment(Pos.TOP_LEFT);
    HBox.setHgrow(control, Priority.ALWAYS);
    return row;
  }

  private String inputId(Slot<S> slot) {
    return prefix + slot.id().replaceAll("[^A-Za-z0-9]+", "-").replaceAll("-$", "");
  }

  private static Label errorLabel() {
    Label error = new Label();
    error.getStyleClass().add("field-error");
    error.setWrapText(true);
    show(error, null);
    return error;
  }

  private static void show(Label label, String text) {
    label.setText(text == null ? "" : text);
    label.setVisible(text != null);
    label.setManaged(text != null);
  }

  @SuppressWarnings("unchecked") // the form of expressions holds expressions
  private <T> Node numberRow(Slot.Value<S, T> untyped, Measure measure) {
    Slot.Value<S, Expr> slot = (Slot.Value<S, Expr>) untyped;
    TextField input = new TextField();
    input.setId(inputId(slot));
    Label value = new Label();
    value.getStyleClass().add("field-value");
    value.setMouseTransparent(true);
    Label error = errorLabel();
    StackPane box = new StackPane(input, value);
    StackPane.setAlignment(value, Pos.CENTER_RIGHT);
    boolean[] quiet = {false};
    // A wrong text stays in its field, with its message, while the part goes back to the last good
    // number.
    boolean[] isWrong = {false};
    input
        .textProperty()
        .addListener((p, before, text) -> {
          Slot.Value<S, Expr> now = now(slot);
          if (!quiet[0] && now != null) {
            String wrong = evaluate(now, measure, text, value);
            show(error, wrong);
            isWrong[0] = wrong != null;
            if (isWrong[0]) {
              session.cancelPreview();
            } else {
              preview.accept(now.with().apply(text.isBlank() ? null : typed(text, measure)));
            }
          }
        });
    input.setOnAction(e -> session.endPreview());
    onLeaving(input, session::endPreview);
    input.setOnKeyPressed(e -> {
      if (e.getCode() == KeyCode.UP || e.getCode() == KeyCode.DOWN) {
        nudge(
            input, (e.getCode() == KeyCode.UP ? 1 : -1) * (e.isShiftDown() ? SHIFT_NUDGE : NUDGE));
        e.consume();
      }
    });
    refresh(
        slot,
        now -> {
          input.setPromptText(now.usual());
          String text = now.value() == null ? "" : now.value().text();
          if (!input.isFocused() && !isWrong[0] && !input.getText().equals(text)) {
            quiet[0] = true;
            input.setText(text);
            quiet[0] = false;
          }
          show(error, evaluate(now, measure, input.getText(), value));
        });
    return row(slot.label(), new VBox(box, error));
  }

  private Expr typed(String text, Measure measure) {
    return new Expr(measure == Measure.LENGTH ? session.typedLength(text) : text.strip());
  }

  private static void onLeaving(TextField input, Runnable action) {
    input
        .focusedProperty()
        .addListener((p, was, is) -> {
          if (!is) {
            action.run();
          }
        });
  }

  /** Shows the value beside the text; the message if there is none. */
  private String evaluate(Slot.Value<S, Expr> slot, Measure measure, String text, Label value) {
    value.setText("");
    if (text.isBlank()) {
      return slot.mayBeEmpty() ? null : "a value is missing";
    }
    Evaluator values = new Evaluator(session.document().definitions());
    try {
      Expr expr = slot.form().read(TextNode.valueOf(typed(text, measure).text()), Place.ROOT);
      value.setText(
          switch (measure) {
            case LENGTH -> session.unit().number(values.lengthMm(expr), 3);
            case ANGLE ->
                String.format(Locale.ROOT, "%.3f°", Math.toDegrees(values.angleRad(expr)));
            case NUMBER -> Words.number(values.number(expr));
          });
      return null;
    } catch (ExpressionException | FormatException e) {
      return e.getMessage();
    }
  }

  /** Steps the first number in a text up or down. */
  private static void nudge(TextField input, double by) {
    Matcher matcher = NUMBER.matcher(input.getText());
    if (matcher.find()) {
      double v = Double.parseDouble(matcher.group()) + by;
      input.setText(
          input.getText().substring(0, matcher.start())
              + Words.number(v)
              + input.getText().substring(matcher.end()));
    }
  }

  private <T> Node wordRow(Slot.Value<S, T> slot, WordForm<T> words) {
    List<String> options = new ArrayList<>(words.allShown());
    boolean mayBeNone = slot.mayBeEmpty() && !slot.usual().isEmpty();
    if (mayBeNone) {
      options.addFirst(slot.usual());
    }
    return optionRow(
        slot,
        options,
        v -> v == null ? slot.usual() : words.shown(v),
        shown -> mayBeNone && shown.equals(slot.usual()) ? null : words.ofShown(shown));
  }

  @SuppressWarnings("unchecked") // the form of flags holds flags
  private <T> Node flagRow(Slot.Value<S, T> slot, FlagForm flag) {
    return optionRow(
        (Slot.Value<S, Boolean>) slot,
        List.of(flag.no(), flag.yes()),
        v -> Boolean.TRUE.equals(v) ? flag.yes() : flag.no(),
        shown -> shown.equals(flag.yes()));
  }

  private List<String> steps(Offer wanted) {
    return session.document().steps().stream()
        .filter(s -> StepKinds.of(s).offers(wanted))
        .map(Step::id)
        .toList();
  }

  /** Steps that changed bodies instead of beginning one. */
  private List<String> changingSteps() {
    return session.document().steps().stream()
        .filter(s -> StepKinds.of(s).startedBody() == null && !StepKinds.of(s).offers(Offer.LINES))
        .map(Step::id)
        .toList();
  }

  /** Bodies that steps begin, and those that are there. */
  private List<String> bodies() {
    Set<String> names = new LinkedHashSet<>();
    session.document().steps().stream()
        .map(s -> StepKinds.of(s).startedBody())
        .filter(Objects::nonNull)
        .forEach(names::add);
    session.state().ifPresent(s -> names.addAll(s.bodies().keySet()));
    return List.copyOf(names);
  }

  @SuppressWarnings("unchecked") // the forms of references hold names
  private <T> Node namedRow(Slot.Value<S, T> slot, List<String> known) {
    List<String> names = new ArrayList<>(known);
    // What may be left out can be taken back.
    String none = slot.mayBeEmpty() ? slot.usual() : "";
    if (!none.isEmpty()) {
      names.addFirst(none);
    }
    return optionRow(
        (Slot.Value<S, String>) slot,
        names,
        v -> v == null ? none : v,
        shown -> shown.equals(none) ? null : shown);
  }

  private <T> Node optionRow(
      Slot.Value<S, T> slot,
      List<String> options,
      java.util.function.Function<T, String> shown,
      java.util.function.Function<String, T> value) {
    ComboBox<String> box = new ComboBox<>();
    box.setId(inputId(slot));
    box.setMaxWidth(Double.MAX_VALUE);
    box.getItems().setAll(options);
    box.setOnAction(e -> {
      Slot.Value<S, T> now = now(slot);
      if (now != null
          && box.getValue() != null
          && !box.getValue().equals(shown.apply(now.value()))) {
        edit.accept(now.with().apply(value.apply(box.getValue())));
      }
    });
    refresh(slot, now -> box.setValue(shown.apply(now.value())));
    return row(slot.label(), box);
  }

  /** Shows a slot as it is now whenever something changed. */
  private <T> void refresh(Slot.Value<S, T> slot, Consumer<Slot.Value<S, T>> show) {
    refreshers.add(() -> {
      Slot.Value<S, T> now = now(slot);
      if (now != null) {
        show.accept(now);
      }
    });
  }

  private <T> Node textRow(Slot.Value<S, T> slot) {
    return typedRow(
        slot,
        v -> v == null ? "" : v.toString(),
        text -> text.isEmpty() ? null : slot.form().read(TextNode.valueOf(text), Place.ROOT));
  }

  @SuppressWarnings("unchecked") // the value of a list form is a list
  private <T, I> Node listRow(Slot.Value<S, T> untyped, ListForm<I> form) {
    ListText<I> texts = new ListText<>(form);
    return typedRow((Slot.Value<S, List<I>>) untyped, texts::shown, texts::read);
  }

  private interface Reading<T> {
    T of(String text) throws FormatException;
  }

  /** A text that is taken when the field is left. */
  private <T> Node typedRow(
      Slot.Value<S, T> slot, java.util.function.Function<T, String> shown, Reading<T> reading) {
    TextField input = new TextField();
    input.setId(inputId(slot));
    input.setPromptText(slot.usual());
    Label error = errorLabel();
    Runnable take =
        () -> {
          try {
            T value = reading.of(input.getText().strip());
            if (value == null && !slot.mayBeEmpty()) {
              show(error, "it must not be empty");
            } else {
              show(error, null);
              change(slot, value);
            }
          } catch (FormatException e) {
            show(error, e.getMessage());
          }
        };
    input.setOnAction(e -> take.run());
    onLeaving(input, take);
    refresh(
        slot,
        now -> {
          if (!input.isFocused() && !error.isVisible()) {
            input.setText(shown.apply(now.value()));
          }
        });
    return row(slot.label(), new VBox(input, error));
  }

  @SuppressWarnings("unchecked") // the form of face lists holds such lists
  private <T> Node facesRow(Slot.Value<S, T> untyped) {
    Slot.Value<S, List<FaceChoice>> slot = (Slot.Value<S, List<FaceChoice>>) untyped;
    return choices.facesRow(
        slot.label(),
        () -> now(slot) == null ? List.of() : now(slot).value(),
        list -> change(slot, list),
        refreshers);
  }

  @SuppressWarnings("unchecked") // the form of face choices holds such
  private <T> Node faceRow(Slot.Value<S, T> untyped) {
    Slot.Value<S, FaceChoice> slot = (Slot.Value<S, FaceChoice>) untyped;
    return choices.faceRow(
        slot.label(),
        () -> now(slot) == null ? null : now(slot).value(),
        face -> change(slot, face),
        refreshers);
  }

  @SuppressWarnings("unchecked") // the form of edge lists holds such lists
  private <T> Node edgesRow(Slot.Value<S, T> untyped) {
    Slot.Value<S, List<EdgeChoice>> slot = (Slot.Value<S, List<EdgeChoice>>) untyped;
    return choices.edgesRow(
        slot.label(),
        () -> now(slot) == null ? List.of() : now(slot).value(),
        list -> change(slot, list),
        refreshers);
  }

  @SuppressWarnings("unchecked") // the form of area lists holds such lists
  private <T> Node areasRow(Slot.Value<S, T> untyped) {
    Slot.Value<S, List<AreaChoice>> slot = (Slot.Value<S, List<AreaChoice>>) untyped;
    return choices.areasRow(
        slot.label(),
        this::sketch,
        () -> now(slot) == null ? List.of() : now(slot).value(),
        list -> change(slot, list),
        refreshers);
  }

  @SuppressWarnings("unchecked") // the form of lists of copies holds such lists
  private <T> Node copiesRow(Slot.Value<S, T> untyped) {
    Slot.Value<S, List<String>> slot = (Slot.Value<S, List<String>>) untyped;
    return choices.copiesRow(
        slot.label(),
        () -> session.selectedStep().map(Step::id).orElse(""),
        () -> now(slot) == null ? List.of() : now(slot).value(),
        list -> change(slot, list),
        refreshers);
  }

  /** The sketch that the step takes, or null. */
  private String sketch() {
    return slots.get().stream()
        .filter(s -> s instanceof Slot.Value<S, ?> v && v.form().equals(References.SKETCH))
        .map(s -> (String) ((Slot.Value<S, ?>) s).value())
        .findFirst()
        .orElse(null);
  }

  /** Names in order, each with a way to take it away, and a menu of those that may follow. */
  @SuppressWarnings("unchecked") // the form of lists of references holds lists of names
  private <T> Node namesRow(Slot.Value<S, T> untyped, String adding, Supplier<List<String>> known) {
    Slot.Value<S, List<String>> slot = (Slot.Value<S, List<String>>) untyped;
    VBox list = new VBox();
    list.getStyleClass().add("choices");
    MenuButton add = new MenuButton(adding);
    add.setId(inputId(slot));
    add.getStyleClass().add("link");
    VBox column = new VBox(list, new HBox(add));
    column.getStyleClass().add("choice-box");
    List<List<String>> shown = new ArrayList<>();
    refreshers.add(() -> {
      List<String> now = now(slot) == null ? List.of() : now(slot).value();
      List<String> more = known.get().stream().filter(id -> !now.contains(id)).toList();
      // What is told meanwhile must not take the open menu from under the pointer.
      if (shown.equals(List.of(now, more))) {
        return;
      }
      shown.clear();
      shown.addAll(List.of(now, more));
      list.getChildren().clear();
      if (now.isEmpty() && !slot.usual().isEmpty()) {
        list.getChildren().add(second(slot.usual()));
      }
      for (int i = 0; i < now.size(); i++) {
        int n = i;
        list.getChildren()
            .add(
                ChoiceEditor.chip(
                    now.get(i), "", () -> change(slot, Slots.without(now(slot).value(), n))));
      }
      add.getItems().clear();
      more.forEach(id -> {
        MenuItem item = new MenuItem(id);
        item.setOnAction(e -> change(slot, Slots.added(now(slot).value(), id)));
        add.getItems().add(item);
      });
    });
    return row(slot.label(), column);
  }
}

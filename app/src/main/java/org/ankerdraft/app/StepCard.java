package org.ankerdraft.app;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import org.ankerdraft.core.expression.Evaluator;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.ledger.StepResult;
import org.ankerdraft.core.ledger.StepStatus;
import org.ankerdraft.core.operation.Words;
import org.ankerdraft.core.part.PartDocument;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.core.step.Step;

/** The editor of the selected step: stands beside the view, changes the part while one types. */
final class StepCard extends VBox {
  private final Session session;
  private final ChoiceEditor choices;
  private final Label title = new Label();
  private final VBox fields = new VBox();
  private final Label outcome = new Label();
  private final Button remoor = new Button();
  private String shownStep;
  private String shownLayout = "";
  private final List<Runnable> refreshers = new ArrayList<>();

  StepCard(Session session, ChoiceEditor choices) {
    this.session = session;
    this.choices = choices;
    getStyleClass().add("card");
    title.getStyleClass().add("card-title");
    outcome.getStyleClass().add("outcome");
    outcome.setWrapText(true);
    outcome.setMinHeight(Region.USE_PREF_SIZE);
    remoor.getStyleClass().add("link");
    fields.getStyleClass().add("fields");
    getChildren().addAll(title, fields, outcome, remoor);
    show();
  }

  /** Brings the card up to date; a field being typed in is left alone. */
  void show() {
    Optional<Step> step = session.selectedStep();
    setVisible(step.isPresent());
    setManaged(step.isPresent());
    if (step.isEmpty()) {
      shownStep = null;
      shownLayout = "";
      return;
    }
    Step s = step.get();
    title.setText(InWords.title(s) + ", step " + (session.document().indexOf(s.id()) + 1));
    List<CardField> list = StepFields.of(s, session.document());
    String layout = layout(list);
    if (!s.id().equals(shownStep) || !layout.equals(shownLayout)) {
      shownStep = s.id();
      shownLayout = layout;
      rebuild(list);
    }
    refreshers.forEach(Runnable::run);
    showOutcome();
  }

  private static String layout(List<CardField> list) {
    StringBuilder s = new StringBuilder();
    list.forEach(f -> s.append(f.getClass().getSimpleName()).append(f.label()).append(';'));
    return s.toString();
  }

  private void rebuild(List<CardField> list) {
    fields.getChildren().clear();
    refreshers.clear();
    for (int i = 0; i < list.size(); i++) {
      fields.getChildren().add(node(list.get(i), i));
    }
  }

  private CardField current(int index) {
    List<CardField> now =
        session.selectedStep().map(s -> StepFields.of(s, session.document())).orElse(List.of());
    return index < now.size() ? now.get(index) : null;
  }

  private Node node(CardField field, int index) {
    return switch (field) {
      case CardField.NumberField _ -> numberRow(field.label(), index);
      case CardField.TextField _ -> textRow(field.label(), index);
      case CardField.OptionField o -> optionRow(o, index);
      case CardField.FacesField _ ->
          choices.facesRow(
              field.label(), () -> (CardField.FacesField) current(index), this::edit, refreshers);
      case CardField.EdgesField _ ->
          choices.edgesRow(
              field.label(), () -> (CardField.EdgesField) current(index), this::edit, refreshers);
      case CardField.Heading h -> headingRow(h, index);
      case CardField.Additions a -> additionsRow(a, index);
    };
  }

  private void edit(Step changed) {
    session.edit(session.document().withStep(changed));
  }

  static HBox row(String label, Node control) {
    Label l = new Label(label);
    l.getStyleClass().add("field-label");
    HBox row = new HBox(l, control);
    row.getStyleClass().add("field-row");
    row.setAlignment(Pos.TOP_LEFT);
    HBox.setHgrow(control, Priority.ALWAYS);
    return row;
  }

  private Node numberRow(String label, int index) {
    TextField input = new TextField();
    input.setId("field-" + label.toLowerCase(Locale.ROOT).replace(' ', '-'));
    Label value = new Label();
    value.getStyleClass().add("field-value");
    value.setMouseTransparent(true);
    Label error = new Label();
    error.getStyleClass().add("field-error");
    error.setWrapText(true);
    StackPane box = new StackPane(input, value);
    StackPane.setAlignment(value, Pos.CENTER_RIGHT);
    VBox column = new VBox(box, error);
    boolean[] quiet = {false};
    // A wrong text stays in its field, with its message, while the part goes back to the last good
    // number.
    boolean[] isWrong = {false};
    input
        .textProperty()
        .addListener((p, before, text) -> {
          if (!quiet[0] && current(index) instanceof CardField.NumberField f) {
            String wrong = evaluate(f, text, value);
            show(error, wrong);
            isWrong[0] = wrong != null;
            if (isWrong[0]) {
              session.cancelPreview();
            } else {
              session.preview(
                  session
                      .document()
                      .withStep(f.with().apply(text.isBlank() ? null : new Expr(text.strip()))));
            }
          }
        });
    input.setOnAction(e -> session.endPreview());
    input
        .focusedProperty()
        .addListener((p, was, is) -> {
          if (!is) {
            session.endPreview();
          }
        });
    input.setOnKeyPressed(e -> {
      if (e.getCode() == KeyCode.UP || e.getCode() == KeyCode.DOWN) {
        nudge(input, e.getCode() == KeyCode.UP ? 1 : -1, e.isShiftDown() ? 1 : 0.1);
        e.consume();
      }
    });
    refreshers.add(() -> {
      if (current(index) instanceof CardField.NumberField f) {
        input.setPromptText(f.usual());
        String text = f.value() == null ? "" : f.value().text();
        if (!input.isFocused() && !isWrong[0] && !input.getText().equals(text)) {
          quiet[0] = true;
          input.setText(text);
          quiet[0] = false;
        }
        show(error, evaluate(f, input.getText(), value));
      }
    });
    return row(label, column);
  }

  private static void show(Label label, String text) {
    label.setText(text == null ? "" : text);
    label.setVisible(text != null);
    label.setManaged(text != null);
  }

  /** Shows the value beside the text; the message if there is none. */
  private String evaluate(CardField.NumberField f, String text, Label value) {
    value.setText("");
    if (text.isBlank()) {
      return f.optional() ? null : "a value is missing";
    }
    Evaluator values = new Evaluator(session.document().definitions());
    try {
      Expr expr = new Expr(text);
      String shown =
          switch (f.measure()) {
            case LENGTH -> String.format(Locale.ROOT, "%.3f", values.lengthMm(expr));
            case ANGLE ->
                String.format(Locale.ROOT, "%.3f°", Math.toDegrees(values.angleRad(expr)));
            case NUMBER -> Words.number(values.number(expr));
          };
      value.setText(shown);
      return null;
    } catch (ExpressionException e) {
      return e.getMessage();
    }
  }

  /** Steps the first number in a text up or down. */
  private static void nudge(TextField input, int direction, double step) {
    var matcher = java.util.regex.Pattern.compile("-?\\d+(\\.\\d+)?").matcher(input.getText());
    if (matcher.find()) {
      double v = Double.parseDouble(matcher.group()) + direction * step;
      input.setText(
          input.getText().substring(0, matcher.start())
              + Words.number(v)
              + input.getText().substring(matcher.end()));
    }
  }

  private Node textRow(String label, int index) {
    TextField input = new TextField();
    Runnable take =
        () -> {
          if (current(index) instanceof CardField.TextField f
              && !f.value().equals(input.getText().strip())) {
            edit(f.with().apply(input.getText().strip()));
          }
        };
    input.setOnAction(e -> take.run());
    input
        .focusedProperty()
        .addListener((p, was, is) -> {
          if (!is) {
            take.run();
          }
        });
    refreshers.add(() -> {
      if (!input.isFocused() && current(index) instanceof CardField.TextField f) {
        input.setText(f.value() == null ? "" : f.value());
      }
    });
    return row(label, input);
  }

  private Node optionRow(CardField.OptionField field, int index) {
    ComboBox<String> box = new ComboBox<>();
    box.setMaxWidth(Double.MAX_VALUE);
    box.getItems().setAll(field.options());
    box.setOnAction(e -> {
      if (current(index) instanceof CardField.OptionField f
          && box.getValue() != null
          && !box.getValue().equals(f.value())) {
        edit(f.with().apply(box.getValue()));
      }
    });
    refreshers.add(() -> {
      if (current(index) instanceof CardField.OptionField f) {
        box.setValue(f.value());
      }
    });
    return row(field.label(), box);
  }

  private Node headingRow(CardField.Heading heading, int index) {
    Label label = new Label(heading.label());
    label.getStyleClass().add("field-heading");
    Region gap = new Region();
    HBox.setHgrow(gap, Priority.ALWAYS);
    Button remove = new Button("Remove");
    remove.getStyleClass().add("link");
    remove.setOnAction(e -> {
      if (current(index) instanceof CardField.Heading h) {
        edit(h.remove().apply(""));
      }
    });
    return new HBox(label, gap, remove);
  }

  private Node additionsRow(CardField.Additions field, int index) {
    javafx.scene.layout.FlowPane row = new javafx.scene.layout.FlowPane(10, 4);
    row.getStyleClass().add("additions");
    if (!field.label().isEmpty()) {
      Label l = new Label(field.label());
      l.getStyleClass().add("second");
      row.getChildren().add(l);
    }
    for (int i = 0; i < field.additions().size(); i++) {
      int n = i;
      Button add = new Button(field.additions().get(i).label());
      add.getStyleClass().add("link");
      add.setOnAction(e -> {
        if (current(index) instanceof CardField.Additions a) {
          edit(a.additions().get(n).with());
        }
      });
      row.getChildren().add(add);
    }
    return row;
  }

  private void showOutcome() {
    Optional<StepResult> result = session.selectedResult();
    outcome.getStyleClass().removeAll("failed");
    remoor.setVisible(false);
    remoor.setManaged(false);
    if (result.isEmpty()) {
      outcome.setText("");
      return;
    }
    StepResult r = result.get();
    switch (r.status()) {
      case BUILT -> outcome.setText(builtText(r));
      case SKIPPED -> outcome.setText("Skipped.");
      case HELD -> outcome.setText("Below the stop line, not built.");
      case FAILED, ADRIFT -> {
        outcome.getStyleClass().add("failed");
        outcome.setText(InWords.capital(r.message()));
        if (r.status() == StepStatus.ADRIFT
            && r.candidate() != null
            && r.candidate().nearest() != null) {
          showRemoor(r);
        }
      }
    }
  }

  private String builtText(StepResult r) {
    StringBuilder s = new StringBuilder();
    if (!r.bodies().isEmpty()) {
      double volume = r.bodies().getFirst().volumeMm3();
      s.append(String.format(Locale.ROOT, "Volume %.2f cm³", volume / 1000));
      previousVolume(r)
          .ifPresent(
              v -> s.append(String.format(Locale.ROOT, " (%+.1f %%)", 100 * (volume - v) / v)));
      s.append(". ");
    }
    if (r.sketch() != null) {
      int n = r.sketch().regions().size();
      s.append(n).append(n == 1 ? " closed area. " : " closed areas. ");
      if (r.sketch().openAt() != null) {
        s.append(InWords.capital(r.sketch().openAt())).append(". ");
      }
    }
    if (!r.strategy().isEmpty()) {
      s.append(InWords.capital(r.strategy())).append('.');
    }
    formulas(r.id()).forEach(f -> s.append('\n').append(f));
    return s.toString();
  }

  /** How the allowance of each of a step's bends comes about, with its numbers. */
  private List<String> formulas(String step) {
    List<String> out = new ArrayList<>();
    session
        .report()
        .ifPresent(report ->
            report
                .flats()
                .values()
                .forEach(a -> {
                  if (a.flat() != null) {
                    a.flat().bends().stream()
                        .filter(b ->
                            NamedShape.birthStep(a.body().named().faceName(b.faces().getFirst()))
                                .equals(step))
                        .forEach(b -> out.add("Bend " + b.number() + ": " + b.value().formula()));
                  }
                }));
    return out;
  }

  /** Volume of the body before the step. */
  private Optional<Double> previousVolume(StepResult r) {
    String body = r.bodies().getFirst().name();
    Double volume = null;
    for (StepResult before : session.state().orElseThrow().steps()) {
      if (before.id().equals(r.id())) {
        break;
      }
      for (var b : before.bodies()) {
        if (b.name().equals(body)) {
          volume = b.volumeMm3();
        }
      }
    }
    return Optional.ofNullable(volume);
  }

  private void showRemoor(StepResult r) {
    String lost = r.candidate().lost().replaceFirst("^(face|edge) ", "");
    String nearest = r.candidate().nearest();
    remoor.setVisible(true);
    remoor.setManaged(true);
    remoor.setText("Re-moor to " + InWords.faceName(nearest));
    remoor.setOnAction(e -> {
      PartDocument part = session.document();
      part.step(r.id())
          .ifPresent(s -> session.edit(part.withStep(Remooring.remoored(s, lost, nearest))));
    });
  }
}

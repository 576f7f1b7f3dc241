package org.ankerdraft.app;

import java.util.List;
import java.util.function.Function;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.layout.VBox;
import org.ankerdraft.core.check.RuleBook;
import org.ankerdraft.core.expression.Evaluator;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.sheet.Bending;
import org.ankerdraft.core.sheet.SheetProcess;

/** The part card's fields on how its sheet bodies are made. */
final class SheetProcessFields {
  private static final String NONE = "no sheet";

  private final Session session;
  private final VBox content;
  private final List<Runnable> refreshers;

  SheetProcessFields(Session session, VBox content, List<Runnable> refreshers) {
    this.session = session;
    this.content = content;
    this.refreshers = refreshers;
  }

  private SheetProcess sheet() {
    return session.document().process().sheet();
  }

  private void change(SheetProcess changed) {
    session.edit(session.document().withProcess(session.document().process().withSheet(changed)));
  }

  void add() {
    ComboBox<String> material = new ComboBox<>();
    material.setId("sheet-material");
    material.setMaxWidth(Double.MAX_VALUE);
    material.getItems().add(NONE);
    material.getItems().addAll(RuleBook.SHEET_NAMES);
    material.setValue(sheet() == null ? NONE : sheet().material());
    material.setOnAction(e -> {
      String chosen = material.getValue();
      SheetProcess now = sheet() == null ? SheetProcess.DEFAULT : sheet();
      SheetProcess changed = chosen.equals(NONE) ? null : Changed.with(now, "material", chosen);
      if (!java.util.Objects.equals(changed, sheet())) {
        change(changed);
      }
    });
    content.getChildren().add(StepCard.row("Material", material));
    if (sheet() == null) {
      return;
    }
    number("Thickness", "thickness", SheetProcess::thickness, false);
    number("Inside radius", "radius", SheetProcess::radius, false);
    bending();
    number("Die opening", "die", SheetProcess::die, false);
    number("Sheet length", "sheetLength", SheetProcess::sheetLength, false);
    number("Sheet width", "sheetWidth", SheetProcess::sheetWidth, false);
    number("Grain, to x", "grain", SheetProcess::grain, true);
  }

  private void bending() {
    ComboBox<String> by = new ComboBox<>();
    by.setMaxWidth(Double.MAX_VALUE);
    by.getItems().setAll(SheetFields.BENDINGS);
    by.setValue(SheetFields.BENDINGS.get(sheet().bending().by().ordinal()));
    by.setOnAction(e -> {
      Bending.By chosen = Bending.By.values()[SheetFields.BENDINGS.indexOf(by.getValue())];
      if (chosen != sheet().bending().by()) {
        change(Changed.with(sheet(), "bending", SheetFields.started(by.getValue())));
      }
    });
    content.getChildren().add(StepCard.row("Allowance", by));
    Bending bending = sheet().bending();
    if (bending.by() == Bending.By.TABLE) {
      for (int i = 0; i < bending.rows().size(); i++) {
        int n = i;
        for (String component : List.of("radius", "angle", "allowance")) {
          field(
              "Row " + (i + 1) + ", " + component,
              s -> row(s.bending().rows().get(n), component),
              (s, v) ->
                  Changed.with(
                      s,
                      "bending",
                      Changed.with(
                          s.bending(),
                          "rows",
                          StepFields.replaced(
                              s.bending().rows(),
                              n,
                              Changed.with(s.bending().rows().get(n), component, v)))),
              component.equals("angle"));
        }
      }
    } else if (bending.by() != Bending.By.DIN_6935) {
      field(
          bending.by() == Bending.By.K_FACTOR ? "K" : "At 90°",
          s -> s.bending().value(),
          (s, v) -> Changed.with(s, "bending", Changed.with(s.bending(), "value", v)),
          false);
    }
  }

  private static Expr row(Bending.TableRow row, String component) {
    return switch (component) {
      case "radius" -> row.radius();
      case "angle" -> row.angle();
      default -> row.allowance();
    };
  }

  private void number(
      String label, String component, Function<SheetProcess, Expr> get, boolean isAngle) {
    field(label, get, (s, v) -> Changed.with(s, component, v), isAngle);
  }

  private interface Setter {
    SheetProcess with(SheetProcess sheet, Expr value);
  }

  private void field(String label, Function<SheetProcess, Expr> get, Setter set, boolean isAngle) {
    TextField input = new TextField();
    input.setId("sheet-" + label.toLowerCase(java.util.Locale.ROOT).replaceAll("[ ,]+", "-"));
    Label error = new Label();
    error.getStyleClass().add("field-error");
    error.setWrapText(true);
    Runnable take =
        () -> {
          String text = input.getText().strip();
          Expr value = text.isEmpty() ? null : new Expr(text);
          String wrong = wrong(value, label.equals("K"), isAngle);
          error.setText(wrong);
          error.setVisible(!wrong.isEmpty());
          error.setManaged(!wrong.isEmpty());
          if (wrong.isEmpty() && !java.util.Objects.equals(value, get.apply(sheet()))) {
            change(set.with(sheet(), value));
          }
        };
    error.setVisible(false);
    error.setManaged(false);
    input.setOnAction(e -> take.run());
    input
        .focusedProperty()
        .addListener((p, was, is) -> {
          if (!is && sheet() != null) {
            take.run();
          }
        });
    refreshers.add(() -> {
      if (!input.isFocused() && sheet() != null) {
        Expr now = get.apply(sheet());
        input.setText(now == null ? "" : now.text());
      }
    });
    content.getChildren().add(StepCard.row(label, new VBox(input, error)));
  }

  private String wrong(Expr value, boolean isNumber, boolean isAngle) {
    if (value == null) {
      return "";
    }
    Evaluator values = new Evaluator(session.document().definitions());
    try {
      if (isNumber) {
        values.number(value);
      } else if (isAngle) {
        values.angleRad(value);
      } else {
        values.lengthMm(value);
      }
      return "";
    } catch (ExpressionException e) {
      return e.getMessage();
    }
  }
}

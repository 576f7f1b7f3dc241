package org.ankerdraft.app.card;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import javafx.scene.control.Button;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import org.ankerdraft.app.session.Session;
import org.ankerdraft.core.check.Limit;
import org.ankerdraft.core.check.RuleBook;
import org.ankerdraft.core.expression.Evaluator;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.expression.Quantity;
import org.ankerdraft.core.form.Slots;
import org.ankerdraft.core.operation.Words;
import org.ankerdraft.core.part.LimitCode;
import org.ankerdraft.core.part.Parameter;
import org.ankerdraft.core.part.PartDocument;
import org.ankerdraft.core.part.PartProcess;
import org.ankerdraft.core.sheet.SheetProcess;

/** The part's parameters, process and limits. */
public final class PartCard extends VBox {
  private static final String SMOOTH = "smooth";
  private static final String NO_SHEET = "no sheet";

  private final Session session;
  private final ChoiceEditor choices;
  private final VBox content = new VBox();
  private boolean hasSheet;
  private boolean hasMoulding = true;
  private String shownLayout = "";
  private final List<Runnable> refreshers = new ArrayList<>();

  public PartCard(Session session, ChoiceEditor choices) {
    this.session = session;
    this.choices = choices;
    getStyleClass().add("card");
    content.getStyleClass().add("fields");
    Label title = new Label("Part");
    title.getStyleClass().add("card-title");
    getChildren().addAll(title, content);
    setVisible(false);
    setManaged(false);
  }

  public void toggle(boolean on) {
    setVisible(on);
    setManaged(on);
    shownLayout = "";
    show();
  }

  public void show() {
    if (!isVisible()) {
      return;
    }
    learnWhatItIs();
    PartDocument part = session.document();
    String layout =
        part.parameters().stream().map(Parameter::name).toList()
            + part.process().material()
            + (part.process().sheet() == null
                ? ""
                : part.process().sheet().material() + part.process().sheet().bending().by())
            + hasSheet
            + hasMoulding;
    if (!layout.equals(shownLayout)) {
      shownLayout = layout;
      rebuild(part);
    }
    refreshers.forEach(Runnable::run);
  }

  private void rebuild(PartDocument part) {
    content.getChildren().clear();
    refreshers.clear();
    heading("Parameters");
    for (int i = 0; i < part.parameters().size(); i++) {
      parameter(i);
    }
    Button add = new Button("Another parameter");
    add.getStyleClass().add("link");
    add.setOnAction(e -> addParameter());
    content.getChildren().add(add);
    heading("Process");
    process(part);
    heading("Sheet");
    sheet();
    if (hasMoulding) {
      heading("Limits of mouldings");
      limits(part, false);
    }
    if (hasSheet) {
      heading("Limits of sheet");
      limits(part, true);
    }
  }

  private void sheet() {
    SheetProcess now = session.document().process().sheet();
    ComboBox<String> material = new ComboBox<>();
    material.setId("sheet-material");
    material.setMaxWidth(Double.MAX_VALUE);
    material.getItems().add(NO_SHEET);
    material.getItems().addAll(RuleBook.SHEET_NAMES);
    material.setValue(now == null ? NO_SHEET : now.material());
    material.setOnAction(e -> {
      SheetProcess before = session.document().process().sheet();
      SheetProcess changed =
          material.getValue().equals(NO_SHEET)
              ? null
              : (before == null ? SheetProcess.DEFAULT : before).withMaterial(material.getValue());
      if (!Objects.equals(changed, before)) {
        session.edit(withSheet(changed));
      }
    });
    VBox rows = new VBox();
    rows.getStyleClass().add("fields");
    content.getChildren().addAll(SlotRows.row("Material", material), rows);
    SlotRows<SheetProcess> slots =
        new SlotRows<>(
            session,
            choices,
            rows,
            "sheet-",
            () ->
                session.document().process().sheet() == null
                    ? List.of()
                    : Slots.of(SheetProcess.FORM, session.document().process().sheet()),
            changed -> session.edit(withSheet(changed)),
            changed -> session.preview(withSheet(changed)));
    refreshers.add(() -> slots.show("sheet"));
  }

  private PartDocument withSheet(SheetProcess changed) {
    PartDocument part = session.document();
    return part.withProcess(part.process().withSheet(changed));
  }

  /** A part that has lost its bodies, as while a number is being typed, stays what it was. */
  private void learnWhatItIs() {
    session
        .report()
        .filter(r -> !r.bodies().isEmpty())
        .ifPresent(r -> {
          hasSheet = !r.flats().isEmpty();
          hasMoulding = r.flats().size() < r.bodies().size();
        });
  }

  private void limits(PartDocument part, boolean ofSheet) {
    RuleBook.forPart(part)
        .ifPresent(book ->
            book.limits().values().stream()
                .filter(l -> book.isOfSheet(l.code()) == ofSheet)
                .filter(l -> LimitCode.ALL.contains(l.code()))
                .sorted(Comparator.comparingInt(l -> LimitCode.ALL.indexOf(l.code())))
                .forEach(this::limit));
  }

  private void heading(String text) {
    Label l = new Label(text);
    l.getStyleClass().add("field-heading");
    content.getChildren().add(l);
  }

  private void addParameter() {
    PartDocument part = session.document();
    int n = 1;
    while (part.definitions().containsKey("value" + n)) {
      n++;
    }
    session.edit(
        part.withParameters(
            Slots.added(
                part.parameters(),
                new Parameter("value" + n, session.unit().expression(10), null))));
  }

  private void parameter(int index) {
    TextField name = new TextField();
    name.setPrefColumnCount(6);
    TextField value = new TextField();
    value.setId("parameter-" + session.document().parameters().get(index).name());
    Label result = new Label();
    result.getStyleClass().add("field-error");
    result.setWrapText(true);
    Button away = new Button("×");
    away.getStyleClass().addAll("link", "away");
    away.setOnAction(e ->
        session.edit(
            session
                .document()
                .withParameters(Slots.without(session.document().parameters(), index))));
    HBox.setHgrow(value, Priority.ALWAYS);
    Runnable take = () -> rename(index, name.getText().strip(), result);
    name.setOnAction(e -> take.run());
    name.focusedProperty()
        .addListener((p, was, is) -> {
          if (!is) {
            take.run();
          }
        });
    value
        .textProperty()
        .addListener((p, before, text) -> {
          if (value.isFocused()) {
            Parameter now = session.document().parameters().get(index);
            session.preview(
                session
                    .document()
                    .withParameters(
                        Slots.replaced(
                            session.document().parameters(),
                            index,
                            new Parameter(now.name(), new Expr(text), now.note()))));
          }
        });
    value.setOnAction(e -> session.endPreview());
    value
        .focusedProperty()
        .addListener((p, was, is) -> {
          if (!is) {
            session.endPreview();
          }
        });
    content.getChildren().addAll(new HBox(6, name, value, away), result);
    refreshers.add(() -> {
      if (index < session.document().parameters().size()) {
        Parameter p = session.document().parameters().get(index);
        if (!name.isFocused()) {
          name.setText(p.name());
        }
        if (!value.isFocused()) {
          value.setText(p.value().text());
        }
        showValue(p, result);
      }
    });
  }

  private void rename(int index, String name, Label result) {
    List<Parameter> all = session.document().parameters();
    if (index >= all.size() || name.equals(all.get(index).name())) {
      return;
    }
    boolean taken = all.stream().anyMatch(p -> p.name().equals(name));
    if (!name.matches("[A-Za-z_][A-Za-z0-9_]*") || taken) {
      result.setText(
          taken
              ? "a parameter of that name is there already"
              : "a name takes letters, digits and _ only");
      result.setVisible(true);
      result.setManaged(true);
      return;
    }
    session.edit(
        session
            .document()
            .withParameters(
                Slots.replaced(
                    all,
                    index,
                    new Parameter(name, all.get(index).value(), all.get(index).note()))));
  }

  private void showValue(Parameter p, Label result) {
    String text = "";
    try {
      Quantity q = new Evaluator(session.document().definitions()).evaluate(p.value());
      String plain = p.value().text().replaceAll("[0-9. a-z]", "");
      if (!plain.isEmpty() || p.value().text().chars().anyMatch(c -> c == '*' || c == '/')) {
        text =
            q.dimension().angle() == 1
                ? String.format(Locale.ROOT, "= %.4f deg", Math.toDegrees(q.value()))
                : q.dimension().length() == 1
                    ? "= " + session.unit().expression(q.value()).text()
                    : "= " + Words.number(q.value());
      }
      result.getStyleClass().setAll("label", "second");
    } catch (ExpressionException e) {
      text = e.getMessage();
      result.getStyleClass().setAll("label", "field-error");
    }
    result.setText(text);
    result.setVisible(!text.isEmpty());
    result.setManaged(!text.isEmpty());
  }

  private void process(PartDocument part) {
    ComboBox<String> material = new ComboBox<>();
    material.getItems().setAll("ABS", "PC", "PA", "PP");
    material.setMaxWidth(Double.MAX_VALUE);
    material.setValue(part.process().material());
    material.setOnAction(e -> change(material.getValue(), session.document().process().vdi()));
    ComboBox<String> texture = new ComboBox<>();
    texture.getItems().add(SMOOTH);
    for (int vdi = 12; vdi <= 45; vdi += 3) {
      texture.getItems().add("VDI " + vdi);
    }
    texture.setMaxWidth(Double.MAX_VALUE);
    texture.setValue(part.process().vdi() == null ? SMOOTH : "VDI " + part.process().vdi());
    texture.setOnAction(e ->
        change(
            session.document().process().material(),
            texture.getValue().equals(SMOOTH)
                ? null
                : Integer.valueOf(texture.getValue().substring(4))));
    content
        .getChildren()
        .addAll(SlotRows.row("Material", material), SlotRows.row("Texture", texture));
  }

  private void change(String material, Integer vdi) {
    PartProcess p = session.document().process();
    PartProcess changed = new PartProcess(material, vdi, p.pull(), p.sheet());
    if (!changed.equals(p)) {
      session.edit(session.document().withProcess(changed));
    }
  }

  private void limit(Limit limit) {
    LimitRow row = new LimitRow(session, limit);
    content.getChildren().add(row.node());
    refreshers.add(row::refresh);
  }
}

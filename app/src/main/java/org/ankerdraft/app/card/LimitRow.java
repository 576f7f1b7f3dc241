package org.ankerdraft.app.card;

import java.util.HashMap;
import java.util.Map;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.ankerdraft.app.session.Session;
import org.ankerdraft.core.check.Limit;
import org.ankerdraft.core.check.RuleBook;
import org.ankerdraft.core.expression.LengthUnit;
import org.ankerdraft.core.geometry.Numbers;
import org.ankerdraft.core.operation.Words;
import org.ankerdraft.core.part.LimitCode;

/**
 * A limit of the rule book and where it comes from; lengths in the unit in which they are shown.
 */
final class LimitRow {
  private static final String LENGTH = "mm";

  /** Of an inch, a limit is told to the ten-thousandth of a millimetre. */
  private static final int DECIMALS_OF_INCH = 6;

  private final Session session;
  private final Limit limit;
  private final TextField value = new TextField();
  private final Label unit = new Label();
  private final Label source = new Label();
  private final HBox row;

  /** What stands in the field while nobody types. */
  private String shown = "";

  LimitRow(Session session, Limit limit) {
    this.session = session;
    this.limit = limit;
    value.setId("limit-" + limit.code().replace('.', '-'));
    value.setPrefColumnCount(5);
    value.setMaxWidth(80);
    value.setOnAction(e -> take());
    unit.getStyleClass().add("second");
    source.getStyleClass().add("second");
    source.setWrapText(true);
    source.setMinHeight(Region.USE_PREF_SIZE);
    HBox box = new HBox(6, value, unit);
    box.setAlignment(Pos.CENTER_LEFT);
    row = SlotRows.row(LimitCode.title(limit.code()), new VBox(2, box, source));
    Tooltip.install(row, new Tooltip(limit.code()));
  }

  Node node() {
    return row;
  }

  private boolean isLength() {
    return limit.unit().equals(LENGTH);
  }

  private void take() {
    String typed = value.getText().strip();
    if (typed.equals(shown)) {
      return;
    }
    try {
      double number = Double.parseDouble(typed) * (isLength() ? session.unit().mm() : 1);
      Map<String, Double> limits = new HashMap<>(session.document().limits());
      limits.put(limit.code(), number);
      session.edit(session.document().withLimits(limits));
    } catch (NumberFormatException bad) {
      source.setText("'" + typed + "' is not a number");
    }
  }

  void refresh() {
    unit.setText(isLength() ? session.unit().symbol() : Words.unit(limit.unit()));
    RuleBook.forPart(session.document()).ifPresent(book -> show(book.limit(limit.code())));
  }

  private void show(Limit now) {
    source.setText(session.unit().said(now.source()));
    boolean isInch = isLength() && session.unit() == LengthUnit.INCH;
    String text =
        isInch
            ? Numbers.tidy(now.value() / session.unit().mm(), DECIMALS_OF_INCH)
            : Words.number(now.value());
    // A change of the unit reaches a field that is being looked at, but not what is being typed.
    if (!value.isFocused() || value.getText().equals(shown)) {
      value.setText(text);
      shown = text;
    }
  }
}

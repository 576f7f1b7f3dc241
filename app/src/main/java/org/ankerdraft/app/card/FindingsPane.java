package org.ankerdraft.app.card;

import java.util.function.Consumer;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.ankerdraft.app.session.InWords;
import org.ankerdraft.app.session.Session;
import org.ankerdraft.core.check.CheckReport;
import org.ankerdraft.core.check.Finding;
import org.ankerdraft.core.operation.Words;
import org.ankerdraft.core.step.draft.Draft;

/** What the checks found, worst first; a click flies there, a repair becomes a step. */
public final class FindingsPane extends VBox {
  private final Session session;
  private final Consumer<Finding> fly;
  private final VBox rows = new VBox();
  private final Label title = new Label("Findings, worst first");
  private final Histogram histogram = new Histogram();

  public FindingsPane(Session session, Consumer<Finding> fly) {
    this.session = session;
    this.fly = fly;
    getStyleClass().add("findings");
    title.getStyleClass().add("pane-title");
    getChildren().addAll(title, rows, histogram);
  }

  public void show() {
    CheckReport report = session.report().orElse(null);
    rows.getChildren().clear();
    setOpacity(session.isReportCurrent() || report == null ? 1 : 0.55);
    if (report == null) {
      title.setText("Findings");
      histogram.show(null);
      return;
    }
    title.setText(heading(report));
    report.findings().forEach(f -> rows.getChildren().add(row(f)));
    if (!report.findings().isEmpty() && !report.repairsTried() && session.isReportCurrent()) {
      Label trying = new Label("Trying repairs …");
      trying.getStyleClass().add("second");
      rows.getChildren().add(trying);
    }
    report
        .unchecked()
        .forEach(u -> {
          Label l = new Label("Not checked: " + u.inWords());
          l.setWrapText(true);
          l.getStyleClass().add("field-error");
          rows.getChildren().add(l);
        });
    histogram.show(report);
  }

  /** Clear is only said of what was checked. */
  private static String heading(CheckReport report) {
    if (!report.findings().isEmpty()) {
      return "Findings, worst first";
    }
    if (report.bodies().isEmpty() && report.unchecked().isEmpty()) {
      return "Nothing to check yet";
    }
    return report.isComplete() ? "No findings: clear" : "No findings, but not all is checked";
  }

  private Node row(Finding f) {
    Label what = new Label(where(f) + ": " + lower(f.title()));
    what.getStyleClass().add("finding-title");
    what.setWrapText(true);
    HBox.setHgrow(what, Priority.ALWAYS);
    what.setMaxWidth(Double.MAX_VALUE);
    Label severity = new Label(f.severity().word());
    severity.getStyleClass().add("severity-" + f.severity().word());
    severity.setMinWidth(Region.USE_PREF_SIZE);
    HBox head = new HBox(6, what, severity);
    head.setAlignment(Pos.TOP_LEFT);
    Label numbers = new Label(numbers(f));
    numbers.getStyleClass().add("second");
    numbers.setWrapText(true);
    VBox row = new VBox(head, numbers);
    row.getStyleClass().add("finding");
    row.setOnMouseClicked(e -> fly.accept(f));
    javafx.scene.control.Tooltip.install(
        row, new javafx.scene.control.Tooltip(f.message() + "\nSource: " + f.source()));
    if (f.repair() != null) {
      Button repair = new Button(repairText(f));
      repair.getStyleClass().add("link");
      repair.setOnAction(e -> {
        boolean isThere = session.document().step(f.repair().id()).isPresent();
        session.edit(
            isThere
                ? session.document().withStep(f.repair())
                : session.document().withNewStep(f.repair()));
        session.select(f.repair().id());
      });
      row.getChildren().add(repair);
    }
    return row;
  }

  public void palette(org.ankerdraft.render.look.Palette palette) {
    histogram.palette(palette);
  }

  private static String lower(String s) {
    return s.substring(0, 1).toLowerCase(java.util.Locale.ROOT) + s.substring(1);
  }

  /** The step in which the face was born, in the user's words. */
  private String where(Finding f) {
    if (f.faces().isEmpty()) {
      return f.body();
    }
    return InWords.title(session.document(), f.faces().getFirst().step());
  }

  private static String numbers(Finding f) {
    return switch (f.code()) {
      case "draft.short" ->
          String.format(
              java.util.Locale.ROOT,
              "%.2f° of %s° required",
              f.measured(),
              Words.number(f.required()));
      case "wall.thin" ->
          String.format(
              java.util.Locale.ROOT,
              "largest sphere Ø %.2f mm, at least %s mm",
              f.measured(),
              Words.number(f.required()));
      case "wall.thick" ->
          String.format(
              java.util.Locale.ROOT,
              "largest sphere Ø %.2f mm of %s mm allowed",
              f.measured(),
              Words.number(f.required()));
      case "corner.sharp", "corner.small" ->
          String.format(
              java.util.Locale.ROOT,
              "radius %s mm, %.2f mm wanted (half the wall)",
              Words.number(f.measured()),
              f.required());
      default -> f.message();
    };
  }

  private static String repairText(Finding f) {
    if (f.repair() instanceof Draft d) {
      Draft.DraftSet set = d.sets().getFirst();
      String angle = set.angle().text().replace(" deg", "°");
      int faces = set.faces().size();
      return faces == 1 ? "Draft it " + angle : "Draft all " + faces + " by " + angle;
    }
    return switch (f.code()) {
      case "corner.sharp" -> String.format(java.util.Locale.ROOT, "Round it %.2f mm", f.required());
      case "bend.radius" ->
          String.format(java.util.Locale.ROOT, "Bend it at %s mm", Words.number(f.required()));
      case "bend.flange" -> "Make it long enough";
      case "relief.width", "relief.depth" -> "Give it a relief by the rule";
      case "hole.bend", "slot.bend" -> "Move it off the bend";
      default -> "Mend it";
    };
  }
}

package org.ankerdraft.app.card;

import java.util.HashSet;
import java.util.Locale;
import java.util.Set;
import java.util.function.Consumer;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.ankerdraft.app.session.InWords;
import org.ankerdraft.app.session.Session;
import org.ankerdraft.core.check.CheckReport;
import org.ankerdraft.core.check.Finding;
import org.ankerdraft.core.operation.Words;
import org.ankerdraft.core.part.StepTitles;
import org.ankerdraft.core.select.FaceWords;
import org.ankerdraft.core.step.draft.Draft;
import org.ankerdraft.core.survey.BodyAnalysis;

/** What the checks found, worst first; a click flies there, a repair becomes a step. */
public final class FindingsPane extends VBox {
  /** In line with the entries. */
  private static final Insets BESIDE = new Insets(6, 18, 6, 18);

  private final Session session;
  private final Consumer<Finding> fly;
  private final VBox rows = new VBox();
  private final Label title = new Label("Findings, worst first");
  private final Histogram histogram = new Histogram();

  /** Causes whose members are shown. */
  private final Set<String> open = new HashSet<>();

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
      histogram.show(null, session.unit());
      return;
    }
    title.setText(heading(report));
    FaceWords words = StepTitles.of(session.document()).words();
    report.causes().forEach(c -> rows.getChildren().add(cause(c, report, words)));
    if (!report.findings().isEmpty() && !report.repairsTried() && session.isReportCurrent()) {
      Label trying = new Label("Trying repairs …");
      trying.getStyleClass().add("second");
      trying.setPadding(BESIDE);
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
    histogram.show(report, session.unit());
  }

  /** Clear is only said of what was checked. */
  private static String heading(CheckReport report) {
    if (!report.findings().isEmpty()) {
      return "Findings, worst first";
    }
    if (report.bodies().isEmpty() && report.unchecked().isEmpty()) {
      return "Nothing to check yet";
    }
    if (report.solids().isEmpty() && report.unchecked().isEmpty()) {
      return "Only surfaces, which are not checked";
    }
    return report.isComplete() ? "No findings: clear" : "No findings, but not all is checked";
  }

  /** One entry for all findings of a cause; several are opened by a press. */
  private Node cause(CheckReport.Cause cause, CheckReport report, FaceWords words) {
    Finding worst = cause.worst();
    int n = cause.members().size();
    Label what = new Label(where(worst) + ": " + lower(worst.title()));
    what.getStyleClass().add("finding-title");
    what.setWrapText(true);
    HBox.setHgrow(what, Priority.ALWAYS);
    what.setMaxWidth(Double.MAX_VALUE);
    Label severity = new Label((n == 1 ? "" : n + " × ") + worst.severity().word());
    severity.getStyleClass().add("severity-" + worst.severity().word());
    severity.setMinWidth(Region.USE_PREF_SIZE);
    HBox head = new HBox(6, what, severity);
    head.setAlignment(Pos.TOP_LEFT);
    VBox row =
        new VBox(
            head, SlotRows.second((n == 1 ? "" : "worst: ") + session.unit().said(numbers(worst))));
    row.getStyleClass().add("finding");
    VBox members = new VBox();
    members.getStyleClass().add("finding-members");
    row.setOnMouseClicked(e -> {
      fly.accept(worst);
      if (n > 1) {
        setOpen(cause, members, report, words, !open.contains(key(worst)));
      }
    });
    Tooltip.install(row, new Tooltip(tip(worst)));
    cause.members().stream()
        .filter(f -> f.repair() != null)
        .findFirst()
        .ifPresent(f -> row.getChildren().add(repairButton(f)));
    if (n > 1) {
      setOpen(cause, members, report, words, open.contains(key(worst)));
      row.getChildren().add(members);
    }
    return row;
  }

  /** A cause as it is known from one report to the next. */
  private static String key(Finding worst) {
    return worst.code()
        + worst.severity()
        + (worst.faces().isEmpty() ? worst.body() : worst.faces().getFirst().step());
  }

  private void setOpen(
      CheckReport.Cause cause, VBox members, CheckReport report, FaceWords words, boolean isOpen) {
    members.getChildren().clear();
    if (isOpen) {
      open.add(key(cause.worst()));
      cause.members().forEach(f -> members.getChildren().add(member(f, report, words)));
    } else {
      open.remove(key(cause.worst()));
      members.getChildren().add(SlotRows.second("show all " + cause.members().size()));
    }
  }

  private Node member(Finding f, CheckReport report, FaceWords words) {
    BodyAnalysis body = report.bodies().get(f.body());
    String place =
        f.faces().isEmpty()
            ? f.body()
            : words.face(body == null ? null : body.body().named(), f.faces().getFirst());
    Label line = SlotRows.second(place + ", " + session.unit().said(numbers(f)));
    line.getStyleClass().add("finding-member");
    line.setOnMouseClicked(e -> {
      fly.accept(f);
      e.consume();
    });
    Tooltip.install(line, new Tooltip(tip(f)));
    return line;
  }

  private static String tip(Finding f) {
    return f.message() + "\nSource: " + f.source() + "\n" + f.code();
  }

  private Button repairButton(Finding f) {
    Button repair = new Button(session.unit().said(repairText(f)));
    repair.getStyleClass().add("link");
    repair.setOnAction(e -> {
      boolean isThere = session.document().step(f.repair().id()).isPresent();
      session.edit(
          isThere
              ? session.document().withStep(f.repair())
              : session.document().withNewStep(f.repair()));
      session.select(f.repair().id());
    });
    return repair;
  }

  public void palette(org.ankerdraft.render.look.Palette palette) {
    histogram.palette(palette);
  }

  private static String lower(String s) {
    return s.substring(0, 1).toLowerCase(Locale.ROOT) + s.substring(1);
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
              Locale.ROOT, "%.2f° of %s° required", f.measured(), Words.number(f.required()));
      case "draft.undercut" ->
          String.format(Locale.ROOT, "%.1f mm² reached by neither tool half", f.measured());
      case "wall.thin" ->
          String.format(
              Locale.ROOT,
              "largest sphere Ø %.2f mm, at least %s mm",
              f.measured(),
              Words.number(f.required()));
      case "wall.thick" ->
          String.format(
              Locale.ROOT,
              "largest sphere Ø %.2f mm of %s mm allowed",
              f.measured(),
              Words.number(f.required()));
      case "corner.sharp", "corner.small" ->
          String.format(
              Locale.ROOT,
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
      case "corner.sharp" -> String.format(Locale.ROOT, "Round it %.2f mm", f.required());
      case "bend.radius" ->
          String.format(Locale.ROOT, "Bend it at %s mm", Words.number(f.required()));
      case "bend.flange" -> "Make it long enough";
      case "relief.width", "relief.depth" -> "Give it a relief by the rule";
      case "hole.bend", "slot.bend" -> "Move it off the bend";
      default -> "Mend it";
    };
  }
}

package org.ankerdraft.app;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import javafx.scene.shape.SVGPath;
import org.ankerdraft.app.session.InWords;
import org.ankerdraft.app.session.Session;
import org.ankerdraft.core.check.CheckReport;
import org.ankerdraft.core.check.Finding;
import org.ankerdraft.core.check.Severity;

/** Name of the part, quick add, and the verdict, always in sight. */
final class TopBar extends HBox {
  private static final String ANCHOR =
      "M11 2 a3 3 0 1 0 0.01 0 M11 8 V22 M6 11 H16 M2 14 C2 20 7 22 11 22 C15 22 20 20 20 14 M2 14 L0 17 M2 14 L5 16 M20 14 L22 17 M20 14 L17 16";

  private final Session session;
  private final Label name = new Label();
  private final Label process = new Label();
  private final Map<Finding.Subject, Label> verdicts = new EnumMap<>(Finding.Subject.class);

  /** Beside a verdict that is of an earlier state; they keep their room, so that nothing jumps. */
  private final List<Label> waiting = new ArrayList<>();

  private final Map<Finding.Subject, Region> bars = new EnumMap<>(Finding.Subject.class);

  TopBar(Session session, Runnable partCard, Runnable quickAdd, Runnable file, Runnable release) {
    this.session = session;
    getStyleClass().add("top-bar");
    setAlignment(Pos.CENTER_LEFT);
    SVGPath anchor = new SVGPath();
    anchor.setContent(ANCHOR);
    anchor.getStyleClass().add("anchor");
    Button mark = new Button();
    mark.setGraphic(anchor);
    mark.getStyleClass().add("mark");
    mark.setId("file-menu");
    mark.setOnAction(e -> file.run());
    name.getStyleClass().add("part-name");
    process.getStyleClass().add("second");
    VBox words = new VBox(name, process);
    words.getStyleClass().add("part-words");
    words.setId("part-words");
    words.setMinWidth(Region.USE_PREF_SIZE);
    words.setOnMouseClicked(e -> partCard.run());
    Region left = new Region();
    Region right = new Region();
    HBox.setHgrow(left, Priority.ALWAYS);
    HBox.setHgrow(right, Priority.ALWAYS);
    Button pack = new Button("Export");
    pack.getStyleClass().add("release");
    pack.setMinWidth(Region.USE_PREF_SIZE);
    pack.setOnAction(e -> release.run());
    getChildren()
        .addAll(
            mark,
            words,
            left,
            quickField(quickAdd),
            right,
            verdict("Draft", Finding.Subject.DRAFT),
            verdict("Wall", Finding.Subject.WALL),
            verdict("Flat", Finding.Subject.FLAT),
            pack);
  }

  private static Node quickField(Runnable quickAdd) {
    Label text = new Label("Add a step or find anything");
    text.getStyleClass().add("second");
    Region gap = new Region();
    HBox.setHgrow(gap, Priority.ALWAYS);
    Label key = new Label("Ctrl Space");
    key.getStyleClass().add("key");
    HBox field = new HBox(text, gap, key);
    field.setAlignment(Pos.CENTER_LEFT);
    field.getStyleClass().add("quick-field");
    field.setId("quick-field");
    field.setOnMouseClicked(e -> quickAdd.run());
    return field;
  }

  private Node verdict(String title, Finding.Subject subject) {
    Region bar = new Region();
    bar.getStyleClass().add("verdict-bar");
    Label head = new Label(title);
    head.getStyleClass().add("verdict-title");
    Label text = new Label();
    text.getStyleClass().add("verdict-text");
    text.setId("verdict-" + title.toLowerCase(java.util.Locale.ROOT));
    text.setMinWidth(Region.USE_PREF_SIZE);
    verdicts.put(subject, text);
    Label dots = new Label("…");
    dots.getStyleClass().add("verdict-text");
    dots.setId(text.getId() + "-waits");
    dots.setMinWidth(Region.USE_PREF_SIZE);
    waiting.add(dots);
    bars.put(subject, bar);
    HBox box = new HBox(8, bar, new VBox(head, new HBox(3, text, dots)));
    box.getStyleClass().add("verdict");
    return box;
  }

  void show() {
    name.setText(
        session.file().map(f -> f.getFileName().toString()).orElse(session.document().name())
            + (session.isDirty() ? " •" : ""));
    process.setText(InWords.process(session.document()));
    CheckReport report = session.report().orElse(null);
    boolean isCurrent = session.isVerdictCurrent();
    waiting.forEach(dots -> dots.setVisible(!isCurrent));
    for (Finding.Subject subject : verdicts.keySet()) {
      Label text = verdicts.get(subject);
      text.getStyleClass().removeAll("stop", "caution", "clear");
      bars.get(subject).getStyleClass().removeAll("stop", "caution", "clear");
      String style = "clear";
      if (report == null || report.bodies().isEmpty()) {
        text.setText(isCurrent ? "no body" : "");
      } else {
        String verdict =
            subject == Finding.Subject.FLAT ? report.flatVerdict() : report.verdict(subject);
        text.setText(verdict);
        boolean wall = subject == Finding.Subject.WALL;
        long stops =
            report.count(subject, Severity.STOP)
                + (wall ? report.count(Finding.Subject.EDGES, Severity.STOP) : 0);
        long cautions =
            report.count(subject, Severity.CAUTION)
                + (wall ? report.count(Finding.Subject.EDGES, Severity.CAUTION) : 0);
        style = stops > 0 ? "stop" : cautions > 0 ? "caution" : "clear";
      }
      text.getStyleClass().add(style);
      bars.get(subject).getStyleClass().add(style);
    }
  }
}

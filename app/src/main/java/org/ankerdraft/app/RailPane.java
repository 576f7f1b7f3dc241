package org.ankerdraft.app;

import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import javafx.geometry.Pos;
import javafx.geometry.Side;
import javafx.scene.control.Button;
import javafx.scene.control.ContextMenu;
import javafx.scene.control.Label;
import javafx.scene.control.MenuItem;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import javafx.scene.shape.Circle;
import org.ankerdraft.core.check.CheckReport;
import org.ankerdraft.core.check.Finding;
import org.ankerdraft.core.step.Stage;

/**
 * The way through the work: stations with their open findings; a press shows what can be done
 * there.
 */
final class RailPane extends VBox {
  private final Map<Stage, Label> counts = new EnumMap<>(Stage.class);
  private final Map<Stage, Button> stations = new EnumMap<>(Stage.class);
  private final List<Action> actions;
  private ContextMenu open;

  RailPane(List<Action> actions) {
    this.actions = actions;
    getStyleClass().add("rail");
    setAlignment(Pos.TOP_CENTER);
    for (Stage stage : Stage.values()) {
      if (stage != Stage.SHAPE) {
        Region line = new Region();
        line.getStyleClass().add("rail-line");
        VBox.setVgrow(line, Priority.SOMETIMES);
        getChildren().add(line);
      }
      getChildren().add(station(stage));
    }
  }

  private Button station(Stage stage) {
    Circle dot = new Circle(6);
    dot.getStyleClass().add("rail-dot");
    Label title = new Label(stage.title);
    title.getStyleClass().add("rail-title");
    Label count = new Label();
    count.getStyleClass().add("rail-count");
    count.setId("count-" + stage.title.toLowerCase(java.util.Locale.ROOT));
    counts.put(stage, count);
    VBox column = new VBox(2, dot, title, count);
    column.setAlignment(Pos.CENTER);
    Button button = new Button();
    button.setGraphic(column);
    button.setId("station-" + stage.title.toLowerCase(java.util.Locale.ROOT));
    button.getStyleClass().add("station");
    button.setOnAction(e -> showActions(stage));
    stations.put(stage, button);
    return button;
  }

  /** Opens the station's menu; with both strokes beside each entry. */
  void showActions(Stage stage) {
    closeMenu();
    open = new ContextMenu();
    open.getStyleClass().add("rail-menu");
    for (Action a : actions) {
      if (a.stage() == stage) {
        MenuItem item = new MenuItem(a.title() + (a.keys().isEmpty() ? "" : "    " + a.keys()));
        item.setDisable(!a.enabled().getAsBoolean());
        item.setOnAction(e -> a.run().run());
        open.getItems().add(item);
      }
    }
    open.show(stations.get(stage), Side.RIGHT, 0, 0);
  }

  void closeMenu() {
    if (open != null) {
      open.hide();
      open = null;
    }
  }

  void show(CheckReport report) {
    counts.values().forEach(l -> l.setText(""));
    if (report == null) {
      return;
    }
    count(Stage.DRAFT, report, Finding.Subject.DRAFT);
    count(Stage.WALLS, report, Finding.Subject.WALL);
    count(Stage.EDGES, report, Finding.Subject.EDGES);
    count(Stage.SHEET, report, Finding.Subject.FLAT);
    counts
        .get(Stage.CHECK)
        .setText(report.findings().isEmpty() ? "" : String.valueOf(report.findings().size()));
  }

  private void count(Stage stage, CheckReport report, Finding.Subject subject) {
    long n = report.findings().stream().filter(f -> f.subject() == subject).count();
    counts.get(stage).setText(n == 0 ? "" : String.valueOf(n));
  }
}

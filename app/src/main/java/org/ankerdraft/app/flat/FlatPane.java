package org.ankerdraft.app.flat;

import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Collectors;
import javafx.animation.KeyFrame;
import javafx.animation.Timeline;
import javafx.application.Platform;
import javafx.geometry.HPos;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.Slider;
import javafx.scene.control.ToggleButton;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import javafx.util.Duration;
import org.ankerdraft.app.session.InWords;
import org.ankerdraft.app.session.Session;
import org.ankerdraft.core.check.CheckReport;
import org.ankerdraft.core.check.Finding;
import org.ankerdraft.core.check.FlatAnalysis;
import org.ankerdraft.core.expression.LengthUnit;
import org.ankerdraft.core.geometry.Numbers;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.sheet.BendOrder;
import org.ankerdraft.core.sheet.FlatBend;
import org.ankerdraft.core.sheet.FlatPattern;
import org.ankerdraft.core.sheet.PressBrake;
import org.ankerdraft.kernel.Budget;
import org.ankerdraft.render.draw.Scene;
import org.ankerdraft.render.look.Palette;
import org.ankerdraft.vectors.Xy;

/** The flat pattern beside the part: bends, folding by a slider, the order of bending. */
public final class FlatPane extends BorderPane {
  private static final double FRAME_SECONDS = 1.0 / 30;
  private static final double STROKE_SECONDS = 1.6;
  private static final double FOOT_WIDTH = 334;
  private static final double FOOT_HEIGHT = 210;
  private static final double FOLD_TEXT_WIDTH = 92;

  /** What the pane tells the window. */
  public interface Host {
    /** Shows a folding sheet in the chart; null shows the part again. */
    void preview(FoldScenes.Picture folding);

    /** Moves the chart's view so that a scene fills it. */
    void fit(Scene scene);

    /** A face of a body is pointed at in the flat; 0 for none. */
    void pointed(String body, int face);
  }

  private final Session session;
  private final Host host;
  private final FlatCanvas canvas = new FlatCanvas();
  private final ComboBox<String> bodies = new ComboBox<>();
  private final Label title = new Label();
  private final Slider fold = new Slider(0, 1, 1);
  private final Label foldText = new Label();
  private final ToggleButton order = new ToggleButton("Bending order");
  private final Button play = new Button("Play");
  private final Label orderText = new Label();
  private final GridPane table = new GridPane();
  private final VBox foot = new VBox();
  private final Timeline playing;
  private FlatAnalysis shown;
  private FoldScenes scenes;
  private BendOrder.Plan plan;
  private volatile boolean planUnwanted;

  public FlatPane(Session session, Host host) {
    this.session = session;
    this.host = host;
    getStyleClass().add("flat-pane");
    title.getStyleClass().add("pane-title");
    title.setId("flat-title");
    orderText.setWrapText(true);
    orderText.setId("bend-order");
    orderText.setMinHeight(Region.USE_PREF_SIZE);
    table.getStyleClass().add("bend-table");
    table.setId("bend-table");
    fold.setId("fold-slider");
    order.setId("order-toggle");
    play.setId("order-play");
    play.getStyleClass().add("link");
    order.getStyleClass().add("toggle");
    foldText.getStyleClass().add("second");
    HBox.setHgrow(fold, Priority.ALWAYS);
    Region gap = new Region();
    HBox.setHgrow(gap, Priority.ALWAYS);
    HBox head = new HBox(8, title, gap, bodies);
    head.setAlignment(Pos.CENTER_LEFT);
    foldText.setMinWidth(FOLD_TEXT_WIDTH);
    order.setMinWidth(Region.USE_PREF_SIZE);
    play.setMinWidth(Region.USE_PREF_SIZE);
    HBox slide = new HBox(8, foldText, fold);
    slide.setAlignment(Pos.CENTER_LEFT);
    HBox buttons = new HBox(12, order, play);
    buttons.setAlignment(Pos.CENTER_LEFT);
    VBox controls = new VBox(6, slide, buttons);
    controls.getStyleClass().add("fold-row");
    ScrollPane rows = new ScrollPane(table);
    rows.setFitToWidth(true);
    rows.setHbarPolicy(ScrollPane.ScrollBarPolicy.NEVER);
    rows.setMinHeight(90);
    VBox.setVgrow(rows, Priority.ALWAYS);
    foot.getChildren().addAll(controls, orderText, rows);
    setTop(head);
    setCenter(canvas);
    setMinSize(300, 220);
    beside(false);
    playing = new Timeline(new KeyFrame(Duration.seconds(FRAME_SECONDS), e -> playOn()));
    playing.setCycleCount(Timeline.INDEFINITE);
    wire();
  }

  /**
   * Sets out the pane.
   *
   * @param isTall whether it stands beside the part, so that the controls go under the flat; else
   *     they go to its right
   */
  public void beside(boolean isTall) {
    setBottom(null);
    setRight(null);
    foot.setPrefSize(isTall ? Region.USE_COMPUTED_SIZE : FOOT_WIDTH, isTall ? FOOT_HEIGHT : -1);
    foot.setMinWidth(FOOT_WIDTH);
    if (isTall) {
      setBottom(foot);
    } else {
      setRight(foot);
    }
  }

  private void wire() {
    fold.valueProperty().addListener((p, before, now) -> previewFold());
    order.setOnAction(e -> orderToggled());
    play.setOnAction(e -> {
      if (playing.getStatus() == Timeline.Status.RUNNING) {
        stopPlaying();
      } else {
        if (fold.getValue() >= fold.getMax()) {
          fold.setValue(0);
        }
        play.setText("Stop");
        playing.play();
      }
    });
    bodies.setOnAction(e -> show());
    canvas.onHover(this::pointed);
    canvas.onPick(zone -> {
      if (zone >= 0) {
        FaceName name = faceName(zone);
        session.select(name.step());
      }
    });
  }

  private FaceName faceName(int zone) {
    return shown.body().named().faceName(shown.flat().zones().get(zone).face());
  }

  private void pointed(int zone) {
    canvas.light(zone);
    host.pointed(
        shown == null ? "" : shown.body().name(),
        zone < 0 ? 0 : shown.flat().zones().get(zone).face());
  }

  public void palette(Palette p) {
    canvas.palette(p);
  }

  /** Brings the pane up to date with the last report. */
  public void show() {
    Map<String, FlatAnalysis> flats = session.report().map(CheckReport::flats).orElse(Map.of());
    List<String> names = flats.keySet().stream().sorted().toList();
    if (!bodies.getItems().equals(names)) {
      bodies.getItems().setAll(names);
      bodies.setValue(names.isEmpty() ? null : names.getFirst());
    }
    bodies.setVisible(names.size() > 1);
    FlatAnalysis now = bodies.getValue() == null ? null : flats.get(bodies.getValue());
    boolean same =
        now != null
            && shown != null
            && Objects.equals(now.body().key(), shown.body().key())
            && Objects.equals(now.flat(), shown.flat());
    List<Finding> findings =
        session
            .report()
            .map(r -> r.findings().stream().filter(f -> isOn(f, now)).toList())
            .orElse(List.of());
    if (!same) {
      planUnwanted = true;
      stopPlaying();
      plan = null;
      order.setSelected(false);
      shown = now == null || now.flat() == null ? null : now;
      scenes = shown == null ? null : new FoldScenes(shown.flat(), brake(shown.flat()));
      fold.setMax(1);
      fold.setValue(1);
      orderText.setText(now != null && now.flat() == null ? InWords.capital(now.whyNot()) : "");
      host.preview(null);
    }
    boolean flat = shown != null;
    fold.setDisable(!flat);
    order.setDisable(!flat || shown.flat().bends().isEmpty());
    play.setDisable(!flat);
    canvas.show(flat ? shown.flat() : null, findings, session.unit());
    title.setText(flat ? session.unit().said(words(shown.flat())) : "Flat pattern");
    fillTable();
    showFoldText();
  }

  private static boolean isOn(Finding f, FlatAnalysis a) {
    return a != null && f.body().equals(a.body().name()) && f.flatAt() != null;
  }

  /** The press brake with the part's die; a flat is only shown with the report it came from. */
  private PressBrake brake(FlatPattern flat) {
    return new PressBrake(
        session.report().orElseThrow().book().dieMm(session.document(), flat.thicknessMm()));
  }

  private static String words(FlatPattern f) {
    return String.format(
        Locale.ROOT,
        "Flat %.2f × %.2f mm, sheet %s",
        f.widthMm(),
        f.heightMm(),
        Numbers.mm(f.thicknessMm()));
  }

  private void fillTable() {
    table.getChildren().clear();
    if (shown == null) {
      return;
    }
    LengthUnit unit = session.unit();
    row(0, "second", "bend", "angle", "way", "radius", "K", "allow.", "length");
    for (FlatBend b : shown.flat().bends()) {
      row(
          b.number(),
          "cell",
          Integer.toString(b.number()),
          Numbers.tidy(Math.toDegrees(b.angleRad()), 2) + "°",
          b.isUp() ? "up" : "down",
          unit.number(b.radiusMm(), 2),
          String.format(Locale.ROOT, "%.3f", b.value().kFactor()),
          unit.number(b.value().allowanceMm(), 3),
          unit.number(b.lengthMm(), 2));
    }
  }

  private void row(int at, String style, String... cells) {
    for (int i = 0; i < cells.length; i++) {
      Label cell = new Label(cells[i]);
      cell.getStyleClass().add(style);
      cell.setMaxWidth(Double.MAX_VALUE);
      cell.setMinWidth(Region.USE_PREF_SIZE);
      cell.setAlignment(i == 2 ? Pos.CENTER_LEFT : Pos.CENTER_RIGHT);
      GridPane.setHalignment(cell, HPos.RIGHT);
      GridPane.setHgrow(cell, Priority.ALWAYS);
      if (at > 0) {
        int zone = zoneOfBend(at - 1);
        cell.setOnMouseEntered(e -> pointed(zone));
        cell.setOnMouseExited(e -> pointed(-1));
        cell.setOnMouseClicked(e -> session.select(faceName(zone).step()));
      }
      table.add(cell, i, at);
    }
  }

  private int zoneOfBend(int bend) {
    for (int i = 0; i < shown.flat().zones().size(); i++) {
      if (shown.flat().zones().get(i).bend() == bend) {
        return i;
      }
    }
    return -1;
  }

  /** Marks the zone of a face, 0 for none. */
  public void light(String body, int face) {
    boolean isThis = shown != null && shown.body().name().equals(body);
    canvas.light(isThis ? shown.flat().zoneOf(face) : -1);
  }

  public void fly(Xy place) {
    canvas.fly(place);
  }

  private void previewFold() {
    showFoldText();
    if (scenes == null) {
      return;
    }
    if (plan != null) {
      host.preview(scenes.stroke(plan, fold.getValue()));
    } else {
      host.preview(fold.getValue() >= 1 ? null : scenes.folded(fold.getValue()));
    }
  }

  private void showFoldText() {
    if (plan == null) {
      foldText.setText(
          fold.getValue() >= 1
              ? "Folded"
              : fold.getValue() <= 0
                  ? "Flat"
                  : String.format(Locale.ROOT, "%.0f %% folded", 100 * fold.getValue()));
      return;
    }
    int at = Math.min((int) fold.getValue(), plan.strokes().size() - 1);
    foldText.setText("Stroke " + (at + 1) + " of " + plan.strokes().size());
    BendOrder.Stroke stroke = plan.strokes().get(at);
    FlatBend b = shown.flat().bends().get(stroke.bend());
    orderText.setText(
        "Order "
            + plan.strokes().stream()
                .map(BendOrder.Stroke::inWords)
                .collect(Collectors.joining(", "))
            + ". "
            + switch (stroke.way()) {
              case BEND -> "Bend ";
              case ROLL -> "Roll, or bump along its lines: bend ";
              case PRESS_SHUT -> "Press shut, second station: bend ";
            }
            + b.inWords(session.unit()).replaceFirst("^\\d+", stroke.inWords() + ":")
            + ", "
            + (stroke.collision() == null ? "free" : stroke.collision())
            + ".");
    orderText.getStyleClass().removeAll("field-error", "second");
    orderText.getStyleClass().add(stroke.collision() == null ? "second" : "field-error");
  }

  private void orderToggled() {
    stopPlaying();
    if (!order.isSelected()) {
      plan = null;
      planUnwanted = true;
      orderText.setText("");
      fold.setMax(1);
      fold.setValue(1);
      host.preview(null);
      showFoldText();
      return;
    }
    orderText.setText("Looking for an order …");
    FlatAnalysis of = shown;
    planUnwanted = false;
    Budget.Cancel cancel = () -> planUnwanted;
    PressBrake brake = brake(of.flat());
    Thread.ofPlatform()
        .daemon()
        .name("bend-order")
        .start(() -> {
          BendOrder.Plan found = BendOrder.find(of.flat(), brake, cancel);
          Platform.runLater(() -> {
            if (Objects.equals(shown, of) && order.isSelected() && !planUnwanted) {
              plan = found;
              fold.setMax(found.strokes().size());
              fold.setValue(0);
              previewFold();
              host.fit(scenes.allStrokes(found));
            }
          });
        });
  }

  private void playOn() {
    double step = FRAME_SECONDS / STROKE_SECONDS;
    double next = fold.getValue() + step;
    if (next >= fold.getMax()) {
      fold.setValue(fold.getMax());
      stopPlaying();
    } else {
      fold.setValue(next);
    }
  }

  private void stopPlaying() {
    playing.stop();
    play.setText("Play");
  }

  public void dispose() {
    planUnwanted = true;
    stopPlaying();
  }
}

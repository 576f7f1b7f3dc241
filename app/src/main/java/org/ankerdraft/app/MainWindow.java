package org.ankerdraft.app;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import javafx.application.Platform;
import javafx.scene.Scene;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.SplitPane;
import javafx.scene.control.TextInputControl;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import javafx.stage.Stage;
import org.ankerdraft.app.card.ChoiceEditor;
import org.ankerdraft.app.card.FindingsPane;
import org.ankerdraft.app.card.LedgerPane;
import org.ankerdraft.app.card.PartCard;
import org.ankerdraft.app.card.StepCard;
import org.ankerdraft.app.chart.Aids;
import org.ankerdraft.app.chart.ChartView;
import org.ankerdraft.app.chart.Handles;
import org.ankerdraft.app.chart.Pen;
import org.ankerdraft.app.chart.Proposed;
import org.ankerdraft.app.chart.PullGrip;
import org.ankerdraft.app.chart.SketchLines;
import org.ankerdraft.app.flat.FlatPane;
import org.ankerdraft.app.flat.FlatSide;
import org.ankerdraft.app.flat.FoldScenes;
import org.ankerdraft.app.measure.MeasureCard;
import org.ankerdraft.app.session.NewSteps;
import org.ankerdraft.app.session.Picked;
import org.ankerdraft.app.session.Session;
import org.ankerdraft.app.sketch.Pencil;
import org.ankerdraft.app.sketch.PencilCard;
import org.ankerdraft.core.check.CheckReport;
import org.ankerdraft.core.check.Finding;
import org.ankerdraft.core.form.FormatError;
import org.ankerdraft.core.ledger.BodyUnfolding;
import org.ankerdraft.core.ledger.Mooring;
import org.ankerdraft.core.operation.Body;
import org.ankerdraft.core.part.PartDocument;
import org.ankerdraft.core.select.Direction;
import org.ankerdraft.core.step.sketch.Sketch;
import org.ankerdraft.core.survey.BodyAnalysis;
import org.ankerdraft.render.draw.Camera;
import org.ankerdraft.render.draw.Looks;
import org.ankerdraft.render.export.PartImage;
import org.ankerdraft.render.look.Labels;
import org.ankerdraft.render.look.Look;
import org.ankerdraft.render.look.Palette;
import org.ankerdraft.vectors.Vec3;

/** The window: rail, ledger, chart, card and findings around one session. */
final class MainWindow {
  private static final double WIDTH = 1280;
  private static final double HEIGHT = 800;
  private static final double RIGHT_WIDTH = 300;
  private static final double PULL_ABOVE = 0.1;
  private static final double PEN_MARGIN = 40;

  private final Stage stage;
  private final Session session;
  private final BorderPane root = new BorderPane();
  private final ChartView view;
  private final ChoiceEditor choices;
  private final StepCard card;
  private final PartCard partCard;
  private final FindingsPane findings;
  private final MeasureCard measure;
  private final PencilCard pencilCard = new PencilCard();
  private final Pencil pencil;
  private final FlatSide flat;
  private final SplitPane middle = new SplitPane();
  private boolean folding;

  /** Where the view looked from before a field of the card took the pointer; null for none. */
  private Camera beforePen;

  private FoldScenes.Picture picture;
  private final LedgerPane ledger;
  private final RailPane rail;
  private final TopBar top;
  private final StatusBar status;
  private final List<Action> actions;
  private QuickAdd quick;
  private final FileActions files;
  private final StartPane start;
  private Palette palette = Palette.CHART;
  private Look.Map map = Look.Map.WALL;

  /** The look of the last report: its scale holds while the next is made. */
  private Look lastChecked;

  private Proposed proposed = Proposed.NOTHING;

  private org.ankerdraft.render.draw.Scene scene = org.ankerdraft.render.draw.Scene.empty();

  MainWindow(Stage stage, Session session) {
    this.stage = stage;
    this.session = session;
    view = new ChartView(Look.plain(palette));
    choices = new ChoiceEditor(session);
    card = new StepCard(session, choices, this::togglePencil, this::propose);
    partCard = new PartCard(session, choices);
    findings = new FindingsPane(session, this::fly);
    measure = new MeasureCard(session, view::dimensions);
    pencil = new Pencil(session, view, this::showPencil);
    flat = new FlatSide(session, middle, new FlatHost(), this::flatShown);
    files = new FileActions(stage, session, view);
    start = new StartPane(files);
    start.show(false);
    actions = new Actions(session, this, files).all();
    ledger = new LedgerPane(session, () -> showPartCard(true));
    rail = new RailPane(actions);
    top =
        new TopBar(
            session,
            () -> showPartCard(!partCard.isVisible()),
            this::showQuickAdd,
            () -> files.showMenu(root.lookup("#file-menu")),
            files::export);
    status = new StatusBar(session);
    assemble();
    wire();
  }

  private void assemble() {
    VBox right = new VBox(measure, pencilCard, card, partCard, findings);
    right.getStyleClass().add("right");
    ScrollPane scroll = new ScrollPane(right);
    scroll.setFitToWidth(true);
    scroll.setHbarPolicy(ScrollPane.ScrollBarPolicy.NEVER);
    scroll.setPrefWidth(RIGHT_WIDTH);
    scroll.setMinWidth(RIGHT_WIDTH);
    scroll.getStyleClass().add("right-scroll");
    root.setTop(top);
    root.setLeft(new HBox(rail, ledger));
    middle.getItems().add(new StackPane(view, start));
    root.setCenter(middle);
    root.setRight(scroll);
    root.setBottom(status);
    root.getStyleClass().add("chart-root");
    Scene window =
        Double.isNaN(stage.getWidth())
            ? new Scene(root, WIDTH, HEIGHT)
            : new Scene(root, stage.getWidth(), stage.getHeight());
    window.getStylesheets().add(MainWindow.class.getResource("chart.css").toExternalForm());
    stage.setScene(window);
    stage.setMinWidth(900);
    stage.setMinHeight(560);
    stage.setTitle("Ankerdraft");
    stage.setOnCloseRequest(e -> {
      if (!files.mayClose()) {
        e.consume();
      }
    });
  }

  private void wire() {
    view.pullGrip(new PullGrip(this::turnPull, session::endPreview));
    session.listen(this::changed);
    Pointing pointing = new Pointing(session, view, choices, measure, flat, status);
    view.onHover(pointing::hovered);
    view.onPick(pointing::picked);
    view.onList(pointing::listed);
    choices.onPen(this::takePen);
    choices.onWaitingChanged(() ->
        session.viewBefore(
            choices.looksBefore() ? session.selectedStep().map(s -> s.id()).orElse(null) : null));
    Keys keys = new Keys(this, session, files, new Strokes(actions, rail));
    stage.getScene().addEventFilter(KeyEvent.KEY_PRESSED, keys::pressed);
    stage.getScene().addEventFilter(KeyEvent.KEY_RELEASED, e -> keys.released());
  }

  /** The view goes back to where it was when the pen is taken back. */
  private void takePen(Pen pen, List<List<Vec3>> toSee) {
    if (pen != null && !toSee.isEmpty()) {
      List<Vec3> box = PartImage.boxOf(toSee);
      beforePen = view.camera();
      view.camera(view.camera().fit(box.get(0), box.get(1), PEN_MARGIN));
    } else if (pen == null && beforePen != null) {
      view.camera(beforePen);
      beforePen = null;
    }
    view.pen(pen);
  }

  /** Shows the window with a new part. */
  void show() {
    stage.show();
    session.startNew();
  }

  /** Shows the window with the part of a file, on which the geometry begins meanwhile. */
  void show(java.nio.file.Path file) {
    Optional<FormatError> error = session.open(file);
    if (error.isPresent()) {
      session.startNew();
    }
    stage.show();
    Platform.runLater(() -> files.opened(file, error));
  }

  void dispose() {
    flat.dispose();
    view.dispose();
  }

  void open(java.nio.file.Path path) {
    files.open(path);
  }

  Session session() {
    return session;
  }

  ChartView view() {
    return view;
  }

  Pencil pencil() {
    return pencil;
  }

  List<Action> actions() {
    return actions;
  }

  FileActions files() {
    return files;
  }

  private void changed(Session.Change change) {
    switch (change) {
      case DOCUMENT -> {
        measure.refresh();
        pencil.look();
        start.show(session.document().steps().isEmpty());
        ledger.show();
        card.show();
        partCard.show();
        showVerdict();
      }
      case EARLY, WALLS -> showScene();
      case STATE -> {
        measure.refresh();
        pencil.built();
        ledger.show();
        card.show();
        showScene();
        showVerdict();
        findings.show();
      }
      case REPORT -> {
        showScene();
        showVerdict();
        findings.show();
        card.show();
        flat.show();
      }
      // What is being pressed or typed elsewhere stays as it is.
      case LIMITS -> card.showOutcome();
      case REPAIRS -> findings.show();
      case SELECTION -> {
        if (session.selectedStep().isPresent()) {
          showPartCard(false);
        }
        pencil.end();
        if (choices.isWaiting() && session.picked().isEmpty()) {
          choices.stopWaiting();
        }
        ledger.show();
        card.show();
        restyle();
      }
      case PROGRESS -> status.show();
    }
  }

  private void showPartCard(boolean on) {
    if (on && session.selectedStep().isPresent()) {
      session.select(null);
    }
    partCard.toggle(on);
  }

  /** What the flat pattern's pane asks of the window. */
  private final class FlatHost implements FlatPane.Host {
    @Override
    public void preview(FoldScenes.Picture sheet) {
      if (sheet == null) {
        if (folding) {
          folding = false;
          view.forgetFit();
          showScene();
        }
        return;
      }
      folding = true;
      picture = sheet;
      scene = sheet.scene();
      view.show(scene, PartImage.box(session.bodies().stream().map(BodyAnalysis::body).toList()));
      restyle();
    }

    @Override
    public void fit(org.ankerdraft.render.draw.Scene all) {
      view.fitTo(all);
    }

    @Override
    public void pointed(String body, int face) {
      view.showHover(face == 0 ? 0 : scene.faceId(body, face), Set.of());
    }
  }

  private void flatShown(boolean on) {
    if (on && map == Look.Map.WALL) {
      map = Look.Map.FLAT;
    }
    view.forgetFit();
    restyle();
  }

  /** Shows or hides the flat pattern beside the part. */
  void toggleFlat() {
    flat.toggle();
  }

  private void showScene() {
    if (folding) {
      return;
    }
    scene = session.scene();
    List<BodyAnalysis> bodies = scene.bodies();
    List<Vec3> box = PartImage.box(bodies.stream().map(BodyAnalysis::body).toList());
    view.show(scene, bodies.isEmpty() ? PartImage.boxOf(SketchLines.of(session)) : box);
    Vec3 pull = session.document().process().pull().unit();
    Vec3 high = box.get(1);
    Vec3 low = box.get(0);
    view.pullFoot(
        bodies.isEmpty() || isSheetOnly()
            ? null
            : new Vec3(high.x(), (low.y() + high.y()) / 2, high.z()).plus(pull.times(PULL_ABOVE)));
    restyle();
  }

  /** Parts of sheet alone leave no mould, so there is no pull to show. */
  private boolean isSheetOnly() {
    return session
        .state()
        .map(s ->
            BodyUnfolding.sheetBodies(s).containsAll(s.solids().stream().map(Body::name).toList()))
        .orElse(false);
  }

  /** Brings look, labels and handle up to date with the session. */
  private void restyle() {
    Vec3 pull = session.document().process().pull().unit();
    Optional<CheckReport> current =
        session.report().filter(r -> session.isReportCurrent() && !folding);
    Look look =
        current
            .map(r -> Looks.of(palette, map, scene, r, pull))
            .orElseGet(() -> Looks.meanwhile(palette, map, scene, pull, lastChecked));
    if (current.isPresent()) {
      lastChecked = look;
    }
    if (folding) {
      look =
          look.withMap(Look.Map.FLAT)
              .withFlat(picture.bends(), Set.of())
              .withTools(picture.tools());
    }
    Set<Integer> faces = Picked.ids(session.picked(), view.scene(), true);
    Set<Integer> edges = Picked.ids(session.picked(), view.scene(), false);
    look = Looks.tinted(look, view.scene(), session.document()).withUnit(session.unit());
    view.look(
        look.withEdited(
            proposed.withIds(faces, view.scene(), true),
            proposed.withIds(edges, view.scene(), false)));
    view.labels(
        folding
            ? List.of()
            : proposed.with(
                Labels.of(
                    map,
                    view.scene().bodies(),
                    session.isReportCurrent() ? session.report().orElse(null) : null,
                    session.unit())));
    view.lines(SketchLines.of(session));
    view.aids(Aids.of(session));
    pencil.look();
    showHandles(folding);
  }

  private void propose(List<Mooring> moorings) {
    Proposed changed = new Proposed(moorings);
    if (!changed.equals(proposed)) {
      proposed = changed;
      restyle();
    }
  }

  private void showHandles(boolean folding) {
    boolean isFree = !choices.isWaiting() && !folding && !pencil.isOn();
    view.handles(isFree ? Handles.of(session) : List.of());
  }

  private void turnPull(Vec3 pull) {
    PartDocument part = session.document();
    Direction way = new Direction(pull.x(), pull.y(), pull.z());
    session.preview(part.withProcess(part.process().withPull(way)));
  }

  private void fly(Finding f) {
    map =
        switch (f.subject()) {
          case DRAFT -> Look.Map.DRAFT;
          case WALL -> Look.Map.WALL;
          case FLAT -> Look.Map.FLAT;
          case EDGES -> map;
        };
    if (f.flatAt() != null) {
      flat.fly(f.flatAt());
    }
    Vec3 normal = view.camera().toward();
    var body = session.bodies().stream().filter(b -> b.body().name().equals(f.body())).findFirst();
    if (body.isPresent() && !f.faces().isEmpty()) {
      int face = body.get().body().named().face(f.faces().getFirst());
      normal = face > 0 ? body.get().body().named().topology().face(face).normal() : normal;
    }
    restyle();
    view.fly(f.point(), normal);
  }

  void map(Look.Map changed) {
    map = changed;
    restyle();
  }

  Look.Map map() {
    return map;
  }

  /** Light chart and night chart. */
  void togglePalette() {
    palette = palette.isNight() ? Palette.CHART : Palette.NIGHT;
    root.getStyleClass().remove("night");
    if (palette.isNight()) {
      root.getStyleClass().add("night");
    }
    findings.palette(palette);
    flat.palette(palette);
    restyle();
  }

  void togglePerspective() {
    view.perspective(!view.camera().isPerspective());
  }

  private void showPencil() {
    pencilCard.show(pencil);
    card.setShownBeside(!pencil.isOn());
    if (pencil.isOn()) {
      showHandles(false);
    }
  }

  /** Draws in the selected sketch, or in a new one on what is picked; or ends it. */
  void togglePencil() {
    if (pencil.isOn()) {
      pencil.end();
      return;
    }
    if (session.selectedStep().filter(Sketch.class::isInstance).isEmpty()) {
      NewSteps picks = new NewSteps(session);
      Sketch empty = new Sketch(picks.head("sketch"), picks.plane(), List.of());
      session.edit(session.document().withNewStep(empty));
      session.select(empty.id());
    }
    pencil.beginWhenBuilt();
  }

  /** Whether the pencil, while it is on, takes a key. */
  boolean isPencils(KeyEvent e) {
    return pencil.isOn() && !isTyping() && pencil.key(e);
  }

  void toggleMeasuring() {
    session.clearPicks();
    measure.turn(!measure.isOn());
  }

  void showTemplates() {
    files.showTemplates(root.lookup("#file-menu"));
  }

  void showQuickAdd() {
    if (quick == null) {
      quick = new QuickAdd(actions);
    }
    quick.show(stage, root.lookup("#quick-field"));
  }

  private void showVerdict() {
    top.show();
    rail.show(session.report().orElse(null));
  }

  /** Whether keys go into a text. */
  boolean isTyping() {
    return stage.getScene().getFocusOwner() instanceof TextInputControl;
  }

  /** Leaves what is going on: a choice, a build, the picks, the selected step. */
  void escape() {
    rail.closeMenu();
    if (choices.isWaiting()) {
      choices.stopWaiting();
      session.clearPicks();
    } else if (measure.isOn()) {
      measure.turn(false);
    } else if (session.progressShare() >= 0) {
      session.cancelBuild();
    } else if (!session.picked().isEmpty()) {
      session.clearPicks();
    } else {
      session.select(null);
    }
    Platform.runLater(view::requestFocus);
  }
}

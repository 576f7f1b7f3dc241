package org.ankerdraft.app.card;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Consumer;
import java.util.function.Function;
import java.util.function.Supplier;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.ankerdraft.app.chart.Pen;
import org.ankerdraft.app.session.InWords;
import org.ankerdraft.app.session.Picked;
import org.ankerdraft.app.session.Session;
import org.ankerdraft.app.session.StepsBefore;
import org.ankerdraft.core.expression.Evaluator;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.form.Slots;
import org.ankerdraft.core.geometry.Tolerance;
import org.ankerdraft.core.select.ChoiceWords;
import org.ankerdraft.core.select.Choosing;
import org.ankerdraft.core.select.Direction;
import org.ankerdraft.core.select.EdgeChoice;
import org.ankerdraft.core.select.FaceChoice;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.core.sketch.AreaChoice;
import org.ankerdraft.vectors.Vec3;

/**
 * Fields that hold choices of faces or edges: each choice in words, a way to take it away, a way to
 * add picks in the view, and a menu of rule picks. While a field waits for picks, {@link #offer}
 * brings it what is clicked.
 */
public final class ChoiceEditor {
  /** Style of the buttons with which picking begins. */
  static final String PICK = "pick";

  private final Session session;
  private Consumer<Picked> waiting;
  private boolean waitingForFaces;
  private boolean waitingForCopies;
  private Button waitingButton;
  private PenTaker pens = (pen, toSee) -> {};
  private final List<Runnable> onWaitingChanged = new ArrayList<>();

  public ChoiceEditor(Session session) {
    this.session = session;
  }

  /** Gives the pointer in the view to a pen. */
  public interface PenTaker {
    /**
     * @param pen null takes the pointer back
     * @param toSee lines that are to be seen then
     */
    void take(Pen pen, List<List<Vec3>> toSee);
  }

  public void onPen(PenTaker taker) {
    pens = taker;
  }

  public void onWaitingChanged(Runnable action) {
    onWaitingChanged.add(action);
  }

  public boolean isWaiting() {
    return waiting != null;
  }

  /** Whether what waits takes things of the part as it was before its step. */
  public boolean looksBefore() {
    return waiting != null && !waitingForCopies;
  }

  public boolean isWaitingForFaces() {
    return waitingForFaces;
  }

  /** Whether what waits takes edges, or faces. */
  public boolean takes(boolean edges) {
    return !edges || !waitingForFaces;
  }

  /**
   * Takes a clicked face or edge for the field that waits; false if none waits for that kind. A
   * field of edges takes a face for all edges of it.
   */
  public boolean offer(Picked thing) {
    if (waiting == null || (waitingForFaces && !thing.isFace())) {
      return false;
    }
    waiting.accept(thing);
    return true;
  }

  public void stopWaiting() {
    if (waitingButton != null) {
      waitingButton.setText("Pick in view");
      waitingButton.getStyleClass().remove("waiting");
    }
    waiting = null;
    waitingButton = null;
    pens.take(null, List.of());
    onWaitingChanged.forEach(Runnable::run);
  }

  /** Stops if the field that waits is no longer on the card. */
  void stopIfGone() {
    if (waitingButton != null && waitingButton.getScene() == null) {
      stopWaiting();
    }
  }

  /** What a field takes. */
  private enum Wanted {
    FACE("Click a face, Esc ends"),
    FACES("Click faces, Esc ends"),
    EDGES("Click edges or a face, Esc ends"),
    AREAS("Click areas, Esc ends"),
    COPIES("Click copies, Esc ends");

    private final String prompt;

    Wanted(String prompt) {
      this.prompt = prompt;
    }
  }

  private void wait(Button button, Wanted wanted, Consumer<Picked> take) {
    boolean same = button.equals(waitingButton);
    stopWaiting();
    if (!same) {
      waiting = take;
      waitingForFaces = wanted != Wanted.EDGES;
      waitingForCopies = wanted == Wanted.COPIES;
      waitingButton = button;
      button.setText(wanted.prompt);
      button.getStyleClass().add("waiting");
      onWaitingChanged.forEach(Runnable::run);
    }
  }

  public Node facesRow(
      String label,
      Supplier<List<FaceChoice>> get,
      Consumer<List<FaceChoice>> set,
      List<Runnable> refreshers) {
    return facesRow(label, Wanted.FACES, get, set, refreshers);
  }

  /** For one face: what is chosen last takes the place of what was, and ends the picking. */
  public Node faceRow(
      String label, Supplier<FaceChoice> get, Consumer<FaceChoice> set, List<Runnable> refreshers) {
    return facesRow(
        label,
        Wanted.FACE,
        () -> get.get() == null ? List.of() : List.of(get.get()),
        list -> set.accept(list.isEmpty() ? null : list.getLast()),
        refreshers);
  }

  private Node facesRow(
      String label,
      Wanted wanted,
      Supplier<List<FaceChoice>> get,
      Consumer<List<FaceChoice>> set,
      List<Runnable> refreshers) {
    Map<String, FaceChoice> rules = new LinkedHashMap<>();
    rules.put("Upright faces", new FaceChoice.Upright(null, null));
    rules.put(
        "Faces with less draft than 1 deg", new FaceChoice.ShortOfDraft(new Expr("1 deg"), null));
    rules.put("Rounds up to 3 mm", new FaceChoice.Rounds(new Expr("3 mm")));
    rules.put("Plane face looking up", new FaceChoice.Facing(Direction.UP, false));
    rules.put("Plane face looking down", new FaceChoice.Facing(Direction.DOWN, false));
    return row(
        label, wanted, get, set, ChoiceWords::face, this::count, session::face, rules, refreshers);
  }

  /**
   * Areas of a sketch, picked by pointing.
   *
   * @param sketch gives the id of its step, or null
   */
  public Node areasRow(
      String label,
      Supplier<String> sketch,
      Supplier<List<AreaChoice>> get,
      Consumer<List<AreaChoice>> set,
      List<Runnable> refreshers) {
    Button pick = pickButton("pick-areas");
    pick.setOnAction(e -> {
      wait(pick, Wanted.AREAS, p -> {});
      if (isWaiting()) {
        AreaPen pen = new AreaPen(session, sketch, get, set);
        pens.take(pen, pen.lines());
      }
    });
    return chips(
        label, pick, get, set, AreaChoice::inWords, "all, without their holes", refreshers);
  }

  /**
   * Copies that are left out: pressed in the view, and brought back by what takes them off the
   * list.
   *
   * @param stepId gives the id of the step that makes them
   */
  public Node copiesRow(
      String label,
      Supplier<String> stepId,
      Supplier<List<String>> get,
      Consumer<List<String>> set,
      List<Runnable> refreshers) {
    Button pick = pickButton("pick-copies");
    pick.setOnAction(e ->
        wait(
            pick,
            Wanted.COPIES,
            p ->
                FaceName.read(p.name())
                    .copyIn(stepId.get())
                    .ifPresentOrElse(
                        copy -> set.accept(Slots.added(get.get(), copy)),
                        () -> session.notice("This is no copy that the step makes"))));
    return chips(label, pick, get, set, copy -> "copy " + copy, "none", refreshers);
  }

  /** Of what no step waits for: areas, which it else takes all, and copies to be left out. */
  private static Button pickButton(String id) {
    Button pick = new Button("Pick in view");
    pick.setId(id);
    pick.getStyleClass().add("link");
    pick.setMinWidth(Region.USE_PREF_SIZE);
    return pick;
  }

  /** What is chosen in words, each with a way to take it off the list, over a button to add. */
  private static <T> Node chips(
      String label,
      Button pick,
      Supplier<List<T>> get,
      Consumer<List<T>> set,
      Function<T, String> words,
      String ofNone,
      List<Runnable> refreshers) {
    VBox list = new VBox();
    list.getStyleClass().add("choices");
    VBox column = new VBox(list, new HBox(pick));
    column.getStyleClass().add("choice-box");
    refreshers.add(() -> {
      list.getChildren().clear();
      List<T> now = get.get();
      for (int i = 0; i < now.size(); i++) {
        int n = i;
        list.getChildren()
            .add(chip(words.apply(now.get(i)), "", () -> set.accept(Slots.without(get.get(), n))));
      }
      if (now.isEmpty()) {
        Label none = new Label(ofNone);
        none.getStyleClass().add("second");
        list.getChildren().add(none);
      }
    });
    return SlotRows.row(label, column);
  }

  public Node edgesRow(
      String label,
      Supplier<List<EdgeChoice>> get,
      Consumer<List<EdgeChoice>> set,
      List<Runnable> refreshers) {
    Map<String, EdgeChoice> rules = new LinkedHashMap<>();
    rules.put("All inside corners", new EdgeChoice.Inside());
    rules.put("All outside corners", new EdgeChoice.Outside());
    rules.put("All sharp edges", new EdgeChoice.Sharp());
    rules.put("Upright edges", new EdgeChoice.Parallel(Direction.UP, null));
    return row(
        label,
        Wanted.EDGES,
        get,
        set,
        ChoiceWords::edge,
        this::count,
        p -> p.isFace() ? new EdgeChoice.OfFaces(session.face(p)) : session.edge(p),
        rules,
        refreshers);
  }

  private <T> Node row(
      String label,
      Wanted wanted,
      Supplier<List<T>> get,
      Consumer<List<T>> set,
      Function<T, String> words,
      Function<T, String> count,
      Function<Picked, T> named,
      Map<String, T> rules,
      List<Runnable> refreshers) {
    VBox list = new VBox();
    list.getStyleClass().add("choices");
    Button pick = new Button("Pick in view");
    pick.getStyleClass().addAll("link", PICK);
    pick.setOnAction(e ->
        wait(
            pick,
            wanted,
            p -> {
              T choice = named.apply(p);
              List<T> now = new ArrayList<>(get.get());
              if (!now.removeIf(c -> words.apply(c).equals(words.apply(choice)))) {
                now.add(choice);
              }
              set.accept(now);
              if (wanted == Wanted.FACE) {
                stopWaiting();
              }
            }));
    MenuButton rule = new MenuButton("Rule");
    rule.getStyleClass().add("link");
    rule.setMinWidth(Region.USE_PREF_SIZE);
    pick.setMinWidth(Region.USE_PREF_SIZE);
    rules.forEach(
        (text, choice) -> item(rule, text, () -> set.accept(Slots.added(get.get(), choice))));
    if (wanted == Wanted.EDGES) {
      item(
          rule,
          "Tangent chains of these",
          () -> set.accept(converted(get.get(), c -> new EdgeChoice.Chain((EdgeChoice) c))));
      item(
          rule,
          "Loops of the picked faces",
          () -> addFromPickedFaces(get, set, f -> new EdgeChoice.Loop(f, null)));
      item(
          rule,
          "Edges of the picked faces",
          () -> addFromPickedFaces(get, set, EdgeChoice.OfFaces::new));
    }
    HBox actions = new HBox(12, pick, rule);
    VBox column = new VBox(list, actions);
    column.getStyleClass().add("choice-box");
    refreshers.add(() -> {
      list.getChildren().clear();
      List<T> now = get.get();
      NamedShape before = StepsBefore.body(session);
      for (int i = 0; i < now.size(); i++) {
        int n = i;
        list.getChildren()
            .add(
                chip(
                    InWords.plain(session, before, words.apply(now.get(i))),
                    count.apply(now.get(i)),
                    () -> set.accept(Slots.without(get.get(), n))));
      }
      if (now.isEmpty()) {
        Label none = new Label("none chosen");
        none.getStyleClass().add("second");
        list.getChildren().add(none);
      }
    });
    return SlotRows.row(label, column);
  }

  @SuppressWarnings("unchecked") // an edge field's T is EdgeChoice
  private static <T> List<T> converted(List<T> list, Function<T, EdgeChoice> f) {
    return list.stream().map(c -> (T) f.apply(c)).toList();
  }

  @SuppressWarnings("unchecked") // an edge field's T is EdgeChoice
  private <T> void addFromPickedFaces(
      Supplier<List<T>> get, Consumer<List<T>> set, Function<FaceChoice, EdgeChoice> f) {
    List<T> now = new ArrayList<>(get.get());
    for (Picked p : session.picked()) {
      if (p.isFace()) {
        now.add((T) f.apply(session.face(p)));
      }
    }
    set.accept(now);
  }

  private static void item(MenuButton menu, String text, Runnable action) {
    MenuItem item = new MenuItem(text);
    item.setOnAction(e -> action.run());
    menu.getItems().add(item);
  }

  static Node chip(String text, String count, Runnable remove) {
    Label label = new Label(text);
    label.setWrapText(true);
    Label second = new Label(count);
    second.getStyleClass().add("second");
    second.setVisible(!count.isEmpty());
    second.setManaged(!count.isEmpty());
    VBox words = new VBox(label, second);
    HBox.setHgrow(words, Priority.ALWAYS);
    Button away = new Button("×");
    away.getStyleClass().addAll("link", "away");
    away.setMinWidth(Region.USE_PREF_SIZE);
    away.setOnAction(e -> remove.run());
    HBox chip = new HBox(4, words, away);
    chip.setAlignment(Pos.TOP_LEFT);
    return chip;
  }

  /** How many things a rule describes before the selected step; empty for picks. */
  private String count(FaceChoice c) {
    return c instanceof FaceChoice.Named ? "" : counted(choosing -> choosing.faces(c), "face");
  }

  private String count(EdgeChoice c) {
    return c instanceof EdgeChoice.Named ? "" : counted(choosing -> choosing.edges(c), "edge");
  }

  private interface Chosen {
    Set<Integer> in(Choosing choosing) throws Choosing.Adrift, ExpressionException;
  }

  private String counted(Chosen chosen, String noun) {
    NamedShape before = StepsBefore.body(session);
    if (before == null) {
      return "rule";
    }
    try {
      int n =
          chosen
              .in(
                  new Choosing(
                      before,
                      new Evaluator(session.document().definitions()),
                      session.document().process().pull().unit(),
                      Tolerance.MODEL))
              .size();
      return "rule, " + n + " " + noun + (n == 1 ? "" : "s") + " now";
    } catch (Choosing.Adrift e) {
      return "adrift: " + e.getMessage();
    } catch (ExpressionException e) {
      return e.getMessage();
    }
  }
}

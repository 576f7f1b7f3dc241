package org.ankerdraft.app.card;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.UnaryOperator;
import java.util.stream.Collectors;
import javafx.application.Platform;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.ContextMenu;
import javafx.scene.control.Label;
import javafx.scene.control.MenuItem;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.Tooltip;
import javafx.scene.input.MouseButton;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.ankerdraft.app.session.InWords;
import org.ankerdraft.app.session.Session;
import org.ankerdraft.core.kinds.StepKinds;
import org.ankerdraft.core.ledger.StepResult;
import org.ankerdraft.core.ledger.StepStatus;
import org.ankerdraft.core.part.Dependence;
import org.ankerdraft.core.part.PartDocument;
import org.ankerdraft.core.part.StepGroup;
import org.ankerdraft.core.select.Lost;
import org.ankerdraft.core.step.Step;

/** The steps of the part in order, with the stop line among them. */
public final class LedgerPane extends VBox {
  private final Session session;
  private final VBox rows = new VBox();
  private final ScrollPane scroll = new ScrollPane();
  private String revealed = "";
  private final Button parameters = new Button();
  private final BodiesPane bodies;
  private final RowDrag drag = new RowDrag(rows);

  /** Ids of the first steps of groups that are folded. */
  private final Set<String> folded = new HashSet<>();

  public LedgerPane(Session session, Runnable showParameters) {
    this.session = session;
    getStyleClass().add("ledger");
    Label title = new Label("Ledger");
    title.getStyleClass().add("pane-title");
    scroll.setContent(rows);
    scroll.setFitToWidth(true);
    scroll.setHbarPolicy(ScrollPane.ScrollBarPolicy.NEVER);
    VBox.setVgrow(scroll, Priority.ALWAYS);
    parameters.getStyleClass().addAll("link", "parameters");
    parameters.setId("parameters");
    parameters.setOnAction(e -> showParameters.run());
    bodies = new BodiesPane(session);
    getChildren().addAll(title, scroll, bodies, parameters);
  }

  public void show() {
    if (drag.isUnderWay(this::show)) {
      return;
    }
    PartDocument part = session.document();
    rows.getChildren().clear();
    for (StepGroup group : StepGroup.of(part)) {
      show(group, part);
    }
    if (!part.steps().isEmpty()
        && (part.stopLine() == null || part.built() == part.steps().size())) {
      rows.getChildren().add(stopLine(part.stopLine() == null));
    }
    bodies.show();
    if (part.steps().isEmpty()) {
      Label hint = new Label("Draw a sketch: S then D; or find anything with Ctrl Space.");
      hint.setWrapText(true);
      hint.getStyleClass().addAll("second", "empty-hint");
      rows.getChildren().add(hint);
    }
    int n = part.parameters().size();
    parameters.setText(n == 1 ? "1 parameter" : n + " parameters");
    String selected = session.selectedStep().map(Step::id).orElse("");
    if (!selected.equals(revealed)) {
      revealed = selected;
      // Once the window has given the pane its room.
      Platform.runLater(() -> reveal(selected));
    }
  }

  private void show(StepGroup group, PartDocument part) {
    String key = group.steps().getFirst().id();
    boolean isFolded = group.name() != null && folded.contains(key) && !holdsSelected(group);
    if (part.stopLine() != null && part.built() == group.first()) {
      rows.getChildren().add(stopLine(false));
    }
    if (group.name() != null) {
      rows.getChildren().add(header(group, key, isFolded));
    }
    for (int i = 0; i < group.steps().size(); i++) {
      int index = group.first() + i;
      if (i > 0 && part.stopLine() != null && part.built() == index) {
        rows.getChildren().add(stopLine(false));
      }
      if (!isFolded) {
        Node row = row(group.steps().get(i), index);
        if (group.name() != null) {
          row.getStyleClass().add("grouped");
        }
        rows.getChildren().add(row);
      }
    }
  }

  private boolean holdsSelected(StepGroup group) {
    return session
        .selectedStep()
        .filter(s -> group.steps().stream().anyMatch(o -> o.id().equals(s.id())))
        .isPresent();
  }

  private Node header(StepGroup group, String key, boolean isFolded) {
    Label name = new Label((isFolded ? "▸ " : "▾ ") + group.name());
    name.getStyleClass().add("group-title");
    HBox.setHgrow(name, Priority.ALWAYS);
    name.setMaxWidth(Double.MAX_VALUE);
    Label count = new Label(String.valueOf(group.steps().size()));
    count.getStyleClass().add("second");
    HBox row = new HBox(name, count);
    row.setId("group-" + key);
    row.getStyleClass().add("group-row");
    if (group.steps().stream().allMatch(Step::skipped)) {
      row.getStyleClass().add("held");
    }
    // A folded group stands for its last step: what is dropped below it comes after them all.
    if (isFolded) {
      RowDrag.place(row, group.first() + group.steps().size() - 1);
    }
    row.setOnMouseClicked(e -> {
      if (e.getButton() == MouseButton.SECONDARY) {
        menu(group).show(row, e.getScreenX(), e.getScreenY());
      } else {
        if (!folded.remove(key)) {
          folded.add(key);
        }
        show();
      }
    });
    return row;
  }

  private ContextMenu menu(StepGroup group) {
    ContextMenu menu = new ContextMenu();
    boolean isSkipped = group.steps().stream().allMatch(Step::skipped);
    add(
        menu,
        isSkipped ? "Build all again" : "Skip all",
        () -> change(group, s -> StepKinds.of(s).withSkipped(!isSkipped)));
    add(
        menu,
        "Rename",
        () ->
            Asking.forText(this, "Rename group", "Name", group.name())
                .map(String::strip)
                .filter(n -> !n.isEmpty())
                .ifPresent(n -> change(group, s -> StepKinds.of(s).withGroup(n))));
    add(menu, "Dissolve", () -> change(group, s -> StepKinds.of(s).withGroup(null)));
    return menu;
  }

  private void change(StepGroup group, UnaryOperator<Step> change) {
    PartDocument part = session.document();
    for (Step step : group.steps()) {
      part = part.withStep(change.apply(step));
    }
    session.edit(part);
  }

  /** Scrolls just so far that a step's row is seen whole. */
  private void reveal(String step) {
    // New rows have no place yet.
    applyCss();
    layout();
    Node row = rows.lookup("#step-" + step);
    double hidden = rows.getHeight() - scroll.getViewportBounds().getHeight();
    if (step.isEmpty() || row == null || hidden <= 0) {
      return;
    }
    double top = row.getBoundsInParent().getMinY();
    double bottom = row.getBoundsInParent().getMaxY();
    double seenFrom = scroll.getVvalue() * hidden;
    double seenTo = seenFrom + scroll.getViewportBounds().getHeight();
    if (top < seenFrom) {
      scroll.setVvalue(top / hidden);
    } else if (bottom > seenTo) {
      scroll.setVvalue(Math.min(1, (bottom - scroll.getViewportBounds().getHeight()) / hidden));
    }
  }

  /**
   * @param isAtEnd whether it holds nothing up, and only waits to be dragged
   */
  private Node stopLine(boolean isAtEnd) {
    Region left = new Region();
    Region right = new Region();
    left.getStyleClass().add("stop-dash");
    right.getStyleClass().add("stop-dash");
    HBox.setHgrow(left, Priority.ALWAYS);
    right.setPrefWidth(20);
    Label word = new Label("stop line");
    word.getStyleClass().add("stop-word");
    HBox line = new HBox(6, left, word, right);
    line.getStyleClass().add("stop-line");
    line.setId("stop-line");
    if (isAtEnd) {
      line.getStyleClass().add("at-end");
    }
    line.setOnMouseClicked(e -> {
      if (e.isStillSincePress() && !isAtEnd) {
        session.edit(session.document().withStopLine(null));
      }
    });
    drag.on(line, to -> {}, this::stopAt);
    return line;
  }

  private void stopAt(int index) {
    boolean isAll = index >= session.document().steps().size();
    session.edit(session.document().withStopLine(isAll ? null : Integer.valueOf(index)));
  }

  private Node row(Step step, int index) {
    Label number = new Label(String.valueOf(index + 1));
    number.getStyleClass().add("step-number");
    Label title = new Label(StepKinds.of(step).title());
    title.getStyleClass().add("step-title");
    Label summary = new Label(InWords.plain(session, StepKinds.of(step).summary()));
    summary.getStyleClass().add("second");
    VBox words = new VBox(title, summary);
    HBox.setHgrow(words, Priority.ALWAYS);
    words.setMinWidth(0);
    HBox row = new HBox(number, words);
    row.getStyleClass().add("step-row");
    row.setId("step-" + step.id());
    Optional<StepResult> result = session.state().flatMap(s -> s.step(step.id()));
    StepStatus status = result.map(StepResult::status).orElse(StepStatus.BUILT);
    if (index >= session.document().built() || step.skipped()) {
      row.getStyleClass().add("held");
      if (step.skipped()) {
        summary.setText("skipped");
      }
    } else if (result.map(StepResult::isWaiting).orElse(false)
        || (status == StepStatus.HELD
            && session.viewedBefore().filter(step.id()::equals).isPresent())) {
      summary.setText("waits for a choice");
    } else if (status == StepStatus.FAILED || status == StepStatus.ADRIFT) {
      row.getStyleClass().add("failed");
      summary.setText(
          status == StepStatus.ADRIFT ? "adrift: " + gone(result.get().lost()) : "failed");
    }
    if (session.selectedStep().map(s -> s.id().equals(step.id())).orElse(false)) {
      row.getStyleClass().add("selected");
    }
    String note = step.head().note();
    if (note != null) {
      Label own = new Label(note);
      own.getStyleClass().add("step-note");
      own.setTooltip(new Tooltip(note));
      words.getChildren().add(own);
    }
    RowDrag.place(row, index);
    drag.on(
        row,
        to -> tellMove(step, index, to),
        to -> {
          if (placeAfter(index, to) != index) {
            move(step, placeAfter(index, to));
          }
        });
    row.setOnMouseClicked(e -> {
      if (!e.isStillSincePress()) {
        return;
      }
      if (e.getButton() == MouseButton.SECONDARY) {
        menu(step, index).show(row, e.getScreenX(), e.getScreenY());
      } else {
        boolean open = session.selectedStep().map(s -> s.id().equals(step.id())).orElse(false);
        session.select(open && e.getClickCount() == 1 ? null : step.id());
      }
    });
    return row;
  }

  private ContextMenu menu(Step step, int index) {
    ContextMenu menu = new ContextMenu();
    add(
        menu,
        step.skipped() ? "Build again" : "Skip",
        () ->
            session.edit(
                session.document().withStep(StepKinds.of(step).withSkipped(!step.skipped()))));
    add(menu, "Stop line above", () -> stopAt(index));
    add(menu, "Stop line below", () -> stopAt(index + 1));
    add(menu, "Move up", () -> move(step, index - 1));
    add(menu, "Move down", () -> move(step, index + 1));
    add(menu, "Rename", () -> rename(step));
    add(menu, "Note", () -> note(step));
    if (index > 0) {
      add(menu, "Group with the step above", () -> group(step, index));
    }
    if (step.head().group() != null) {
      add(
          menu,
          "Out of the group",
          () -> session.edit(session.document().withStep(StepKinds.of(step).withGroup(null))));
    }
    add(
        menu,
        "Delete" + dependents(step),
        () -> session.edit(session.document().withoutStep(step.id())));
    List<Step> all = Dependence.onAllOf(session.document(), step.id());
    if (!all.isEmpty()) {
      add(
          menu,
          "Delete with "
              + (all.size() == 1
                  ? "that step"
                  : "all " + all.size() + " steps after it that need it"),
          () -> {
            PartDocument part = session.document().withoutStep(step.id());
            for (Step needing : all) {
              part = part.withoutStep(needing.id());
            }
            session.edit(part);
          });
    }
    return menu;
  }

  private static void add(ContextMenu menu, String text, Runnable action) {
    MenuItem item = new MenuItem(text);
    item.setOnAction(e -> action.run());
    menu.getItems().add(item);
  }

  /** A move that breaks something is made in the way that is chosen, or not at all. */
  private void move(Step step, int to) {
    PartDocument part = session.document();
    PartDocument moved = part.moved(step.id(), to);
    Optional<Dependence.Broken> broken = Dependence.newlyBroken(part, moved);
    if (broken.isEmpty()) {
      session.edit(moved);
      return;
    }
    PartDocument together = Dependence.movedWithOthers(part, step.id(), to);
    boolean helps =
        !together.steps().equals(part.steps()) && Dependence.newlyBroken(part, together).isEmpty();
    List<String> ways = new ArrayList<>();
    if (helps) {
      ways.add("Move together");
    }
    ways.add("Move alone, leaving it adrift");
    Asking.forChoice(
            this,
            "Move " + StepKinds.of(step).title(),
            InWords.capital(need(broken.get())) + ".",
            ways)
        .ifPresent(way -> session.edit(helps && way == 0 ? together : moved));
  }

  private static String need(Dependence.Broken broken) {
    return StepKinds.of(broken.step()).title() + " needs " + broken.needs() + " before it";
  }

  /** The place that a step has after it was put before another. */
  private static int placeAfter(int from, int before) {
    return before > from ? before - 1 : before;
  }

  private void tellMove(Step step, int index, int before) {
    int to = placeAfter(index, before);
    PartDocument part = session.document();
    Optional<Dependence.Broken> broken =
        to == index ? Optional.empty() : Dependence.newlyBroken(part, part.moved(step.id(), to));
    session.notice(
        to == index
            ? ""
            : StepKinds.of(step).title()
                + " becomes step "
                + (to + 1)
                + broken.map(b -> ", but " + need(b)).orElse(""));
  }

  private void note(Step step) {
    String before = step.head().note();
    Asking.forText(this, "Note on the step", "Note", before == null ? "" : before)
        .ifPresent(n ->
            session.edit(
                session
                    .document()
                    .withStep(StepKinds.of(step).withNote(n.isBlank() ? null : n.strip()))));
  }

  /** Into the group of the step above; if that has none, both into a new one. */
  private void group(Step step, int index) {
    PartDocument part = session.document();
    Step above = part.steps().get(index - 1);
    String name = above.head().group() == null ? StepGroup.freeName(part) : above.head().group();
    session.edit(
        part.withStep(StepKinds.of(above).withGroup(name))
            .withStep(StepKinds.of(step).withGroup(name)));
  }

  private void rename(Step step) {
    Asking.forText(this, "Rename step", "Name", StepKinds.of(step).title())
        .ifPresent(name ->
            session.edit(
                session
                    .document()
                    .withStep(StepKinds.of(step).withLabel(name.isBlank() ? null : name.strip()))));
  }

  private String gone(List<Lost> lost) {
    Lost first = lost.getFirst();
    String kind =
        switch (first.kind()) {
          case FACE, EDGE -> "";
          case SKETCH, BODY -> first.kind().word() + " ";
        };
    return kind
        + InWords.plain(session, first.name())
        + (lost.size() == 1 ? " is gone" : " and " + (lost.size() - 1) + " more are gone");
  }

  /** Which steps name this one, said before anything is lost. */
  private String dependents(Step step) {
    String names =
        Dependence.on(session.document(), step.id()).stream()
            .map(s -> StepKinds.of(s).title())
            .collect(Collectors.joining(", "));
    return names.isEmpty() ? "" : ", leaving adrift: " + names;
  }
}

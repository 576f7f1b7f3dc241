package org.ankerdraft.app.card;

import java.util.Optional;
import java.util.stream.Collectors;
import javafx.application.Platform;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.ContextMenu;
import javafx.scene.control.Label;
import javafx.scene.control.MenuItem;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextInputDialog;
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
import org.ankerdraft.core.step.Step;

/** The steps of the part in order, with the stop line among them. */
public final class LedgerPane extends VBox {
  private final Session session;
  private final VBox rows = new VBox();
  private final ScrollPane scroll = new ScrollPane();
  private String revealed = "";
  private final Button parameters = new Button();

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
    getChildren().addAll(title, scroll, parameters);
  }

  public void show() {
    PartDocument part = session.document();
    rows.getChildren().clear();
    for (int i = 0; i < part.steps().size(); i++) {
      if (part.stopLine() != null && part.built() == i) {
        rows.getChildren().add(stopLine());
      }
      rows.getChildren().add(row(part.steps().get(i), i));
    }
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

  private Node stopLine() {
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
    line.setOnMouseClicked(e -> session.edit(session.document().withStopLine(null)));
    return line;
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
          status == StepStatus.ADRIFT
              ? "adrift: "
                  + result.get().lost().kind().word()
                  + " "
                  + InWords.plain(session, result.get().lost().name())
                  + " is gone"
              : "failed");
    }
    if (session.selectedStep().map(s -> s.id().equals(step.id())).orElse(false)) {
      row.getStyleClass().add("selected");
    }
    row.setOnMouseClicked(e -> {
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
    add(menu, "Stop line above", () -> session.edit(session.document().withStopLine(index)));
    add(
        menu,
        "Stop line below",
        () ->
            session.edit(
                session
                    .document()
                    .withStopLine(
                        index + 1 >= session.document().steps().size()
                            ? null
                            : Integer.valueOf(index + 1))));
    add(menu, "Move up", () -> move(step, index - 1));
    add(menu, "Move down", () -> move(step, index + 1));
    add(menu, "Rename", () -> rename(step));
    add(
        menu,
        "Delete" + dependents(step),
        () -> session.edit(session.document().withoutStep(step.id())));
    return menu;
  }

  private static void add(ContextMenu menu, String text, Runnable action) {
    MenuItem item = new MenuItem(text);
    item.setOnAction(e -> action.run());
    menu.getItems().add(item);
  }

  private void move(Step step, int to) {
    PartDocument moved = session.document().moved(step.id(), to);
    Optional<Dependence.Broken> broken = Dependence.newlyBroken(session.document(), moved);
    if (broken.isPresent()) {
      session.notice(
          StepKinds.of(broken.get().step()).title()
              + " needs "
              + broken.get().needs()
              + " before it");
      return;
    }
    session.edit(moved);
  }

  private void rename(Step step) {
    TextInputDialog dialog = new TextInputDialog(StepKinds.of(step).title());
    dialog.initOwner(getScene().getWindow());
    dialog.setHeaderText(null);
    dialog.setTitle("Rename step");
    dialog.setContentText("Name");
    dialog
        .showAndWait()
        .ifPresent(name ->
            session.edit(
                session
                    .document()
                    .withStep(StepKinds.of(step).withLabel(name.isBlank() ? null : name.strip()))));
  }

  /** Which steps name this one, said before anything is lost. */
  private String dependents(Step step) {
    String names =
        Dependence.on(session.document(), step.id()).stream()
            .map(s -> StepKinds.of(s).title())
            .collect(Collectors.joining(", "));
    return names.isEmpty() ? "" : " (depend on it: " + names + ")";
  }
}

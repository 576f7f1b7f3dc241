package org.ankerdraft.app.card;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.ankerdraft.app.session.InWords;
import org.ankerdraft.app.session.Session;
import org.ankerdraft.core.form.Slot;
import org.ankerdraft.core.kinds.StepKinds;
import org.ankerdraft.core.ledger.Mooring;
import org.ankerdraft.core.ledger.StepResult;
import org.ankerdraft.core.ledger.StepStatus;
import org.ankerdraft.core.step.Step;
import org.ankerdraft.core.step.sketch.Sketch;

/** The editor of the selected step: stands beside the view, changes the part while one types. */
public final class StepCard extends VBox {
  private final Session session;
  private final Label title = new Label();
  private final VBox fields = new VBox();
  private final Label outcome = new Label();
  private final Button remedy = new Button();
  private final Moorings moorings;
  private final SlotRows<Step> rows;
  private final ChoiceEditor choices;

  private boolean isShownBeside = true;

  /** The step for which picking was begun by itself. */
  private String begunFor = "";

  private final Button draw = new Button("Draw in the view    S D");

  /**
   * @param drawing begins to draw in the selected sketch
   * @param proposed is told what would be taken for things that are gone
   */
  public StepCard(
      Session session, ChoiceEditor choices, Runnable drawing, Consumer<List<Mooring>> proposed) {
    this.session = session;
    this.choices = choices;
    moorings = new Moorings(session, proposed);
    rows =
        new SlotRows<>(
            session,
            choices,
            fields,
            "field-",
            this::slots,
            changed ->
                session.edit(session.document().withStep(Fill.planes(changed, session.document()))),
            changed -> session.preview(session.document().withStep(changed)));
    getStyleClass().add("card");
    title.getStyleClass().add("card-title");
    outcome.getStyleClass().add("outcome");
    outcome.setWrapText(true);
    outcome.setMinHeight(Region.USE_PREF_SIZE);
    remedy.getStyleClass().add("link");
    fields.getStyleClass().add("fields");
    draw.getStyleClass().add("link");
    draw.setId("draw");
    draw.setOnAction(e -> drawing.run());
    getChildren().addAll(title, draw, moorings, fields, outcome, remedy);
    show();
  }

  /** Makes room for another card while something else has the hand. */
  public void setShownBeside(boolean shown) {
    isShownBeside = shown;
    show();
  }

  /** Brings the card up to date; a field being typed in is left alone. */
  public void show() {
    Optional<Step> step = session.selectedStep();
    setVisible(step.isPresent() && isShownBeside);
    setManaged(isVisible());
    if (step.isEmpty()) {
      rows.forget();
      moorings.show(Optional.empty());
      return;
    }
    Step s = step.get();
    title.setText(StepKinds.of(s).title() + ", step " + (session.document().indexOf(s.id()) + 1));
    draw.setVisible(s instanceof Sketch);
    draw.setManaged(draw.isVisible());
    rows.show(s.id());
    choices.stopIfGone();
    showOutcome();
  }

  private List<Slot<Step>> slots() {
    return session.selectedStep().map(s -> StepKinds.of(s).slots()).orElse(List.of());
  }

  /** What became of the selected step, or why it failed. */
  public void showOutcome() {
    Optional<StepResult> result = session.selectedResult();
    if (choices.isWaiting() && result.map(r -> r.status() == StepStatus.HELD).orElse(false)) {
      // While something is picked for it the part is shown as before the step: what was said holds.
      return;
    }
    outcome.getStyleClass().removeAll("failed");
    remedy.setVisible(false);
    remedy.setManaged(false);
    moorings.show(result);
    if (result.isEmpty()) {
      outcome.setText("");
      return;
    }
    StepResult r = result.get();
    switch (r.status()) {
      case BUILT -> outcome.setText(builtText(r));
      case SKIPPED -> outcome.setText("Skipped.");
      case HELD -> outcome.setText("Below the stop line, not built.");
      case FAILED, ADRIFT -> {
        if (r.isWaiting()) {
          beginPicking(r.id());
        } else {
          outcome.getStyleClass().add("failed");
        }
        outcome.setText(
            moorings.isVisible()
                ? ""
                : session.unit().said(InWords.capital(InWords.plain(session, r.message()))));
        if (r.tookTooLong()) {
          showAction("Wait longer", session::waitLonger);
        }
      }
    }
  }

  /** Once, when the step is first seen to wait for a choice; Escape ends it. */
  private void beginPicking(String step) {
    if (!step.equals(begunFor) && !choices.isWaiting()) {
      begunFor = step;
      if (fields.lookup("." + ChoiceEditor.PICK) instanceof Button pick) {
        pick.fire();
      }
    }
  }

  private String builtText(StepResult r) {
    StringBuilder s = new StringBuilder();
    if (!r.bodies().isEmpty() && r.bodies().getFirst().isSurface()) {
      s.append("A surface. ");
    } else if (!r.bodies().isEmpty()) {
      double volume = r.bodies().getFirst().volumeMm3();
      s.append("Volume ").append(session.unit().volume(volume));
      previousVolume(r)
          .ifPresent(
              v -> s.append(String.format(Locale.ROOT, " (%+.1f %%)", 100 * (volume - v) / v)));
      s.append(". ");
    }
    if (r.sketch() != null && session.selectedStep().orElse(null) instanceof Sketch) {
      int n = r.sketch().regions().size();
      s.append(n).append(n == 1 ? " closed area. " : " closed areas. ");
      if (r.sketch().openAt() != null) {
        s.append(InWords.capital(r.sketch().openAt())).append(". ");
      }
    }
    if (!r.strategy().isEmpty()) {
      s.append(InWords.capital(r.strategy())).append('.');
    }
    formulas(r.id()).forEach(f -> s.append('\n').append(f));
    return session.unit().said(s.toString());
  }

  /** How the allowance of each of a step's bends comes about, with its numbers. */
  private List<String> formulas(String step) {
    List<String> out = new ArrayList<>();
    session
        .report()
        .ifPresent(report ->
            report
                .flats()
                .values()
                .forEach(a -> {
                  if (a.flat() != null) {
                    a.flat().bends().stream()
                        .filter(b ->
                            a.body().named().faceName(b.faces().getFirst()).step().equals(step))
                        .forEach(b -> out.add("Bend " + b.number() + ": " + b.value().formula()));
                  }
                }));
    return out;
  }

  /** Volume of the body before the step. */
  private Optional<Double> previousVolume(StepResult r) {
    String body = r.bodies().getFirst().name();
    Double volume = null;
    for (StepResult before : session.state().orElseThrow().steps()) {
      if (before.id().equals(r.id())) {
        break;
      }
      for (var b : before.bodies()) {
        if (b.name().equals(body)) {
          volume = b.volumeMm3();
        }
      }
    }
    return Optional.ofNullable(volume);
  }

  /** Offers what may help a step that was not built. */
  private void showAction(String words, Runnable act) {
    remedy.setVisible(true);
    remedy.setManaged(true);
    remedy.setText(words);
    remedy.setOnAction(e -> act.run());
  }
}

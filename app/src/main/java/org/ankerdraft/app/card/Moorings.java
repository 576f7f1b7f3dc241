package org.ankerdraft.app.card;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.RadioButton;
import javafx.scene.control.ToggleGroup;
import javafx.scene.layout.VBox;
import org.ankerdraft.app.session.InWords;
import org.ankerdraft.app.session.Session;
import org.ankerdraft.core.ledger.Mooring;
import org.ankerdraft.core.ledger.StepResult;
import org.ankerdraft.core.select.Candidate;
import org.ankerdraft.core.select.Lost;

/**
 * What a step adrift has lost, with the candidates for each; those taken are shown in the view, and
 * one press moors the step to all of them. Only likely ones are taken from the start.
 */
final class Moorings extends VBox {

  private final Session session;
  private final Consumer<List<Mooring>> show;
  private final Button take = new Button();
  private final Button takeAll = new Button();

  /** The step shown, and what it has lost. */
  private String step = "";

  private List<Lost> lost = List.of();
  private final Map<Lost, Candidate> chosen = new HashMap<>();

  /**
   * @param show is told what would be taken, whenever that changes
   */
  Moorings(Session session, Consumer<List<Mooring>> show) {
    this.session = session;
    this.show = show;
    getStyleClass().add("moorings");
    take.setId("remoor");
    take.getStyleClass().add("link");
    take.setOnAction(e -> moor(taken()));
    takeAll.setId("remoor-all");
    takeAll.getStyleClass().add("link");
    takeAll.setOnAction(e -> session.state().map(Mooring::likely).ifPresent(this::moor));
  }

  private void moor(List<Mooring> moorings) {
    session.edit(Mooring.all(session.document(), moorings));
  }

  /** Of a step that was built, or of none, nothing is shown. */
  void show(Optional<StepResult> result) {
    List<Lost> now = result.map(StepResult::lost).orElse(List.of());
    String id = result.map(StepResult::id).orElse("");
    if (!now.equals(lost) || !id.equals(step)) {
      step = id;
      lost = now;
      chosen.clear();
      lost.forEach(l -> l.nearest().filter(Candidate::isLikely).ifPresent(c -> chosen.put(l, c)));
      getChildren().clear();
      lost.stream().filter(l -> !l.candidates().isEmpty()).forEach(this::addChoices);
      if (!getChildren().isEmpty()) {
        getChildren().addAll(0, List.of(take, takeAll));
      }
      show.accept(taken());
    }
    setVisible(!getChildren().isEmpty());
    setManaged(isVisible());
    tell();
  }

  private void addChoices(Lost l) {
    Label head = new Label(InWords.capital(words(l.kind(), l.name())) + " is gone. Instead:");
    head.getStyleClass().addAll("outcome", "failed");
    head.setWrapText(true);
    getChildren().add(head);
    ToggleGroup group = new ToggleGroup();
    for (Candidate c : l.candidates()) {
      RadioButton row = new RadioButton(words(l.kind(), c.name()) + "\n" + c.inWords());
      row.setWrapText(true);
      row.setToggleGroup(group);
      row.setSelected(c.equals(chosen.get(l)));
      row.setOnAction(e -> {
        chosen.put(l, c);
        tell();
        show.accept(taken());
      });
      // A row that comes up under a pointer at rest has not been pointed at.
      row.setOnMouseMoved(e -> show.accept(List.of(new Mooring(step, l, c))));
      row.setOnMouseExited(e -> show.accept(taken()));
      getChildren().add(row);
    }
  }

  private void tell() {
    List<Mooring> taken = taken();
    take.setDisable(taken.isEmpty());
    take.setText(
        switch (taken.size()) {
          case 0 -> "Choose what stands for it";
          case 1 ->
              "Re-moor to "
                  + words(taken.getFirst().lost().kind(), taken.getFirst().found().name());
          default -> "Re-moor " + taken.size() + " picks";
        });
    List<Mooring> all = session.state().map(Mooring::likely).orElse(List.of());
    long steps = all.stream().map(Mooring::step).distinct().count();
    takeAll.setVisible(steps > 1);
    takeAll.setManaged(steps > 1);
    takeAll.setText("Re-moor what is likely in all " + steps + " steps adrift");
  }

  private List<Mooring> taken() {
    List<Mooring> out = new ArrayList<>();
    for (Lost l : lost) {
      Optional.ofNullable(chosen.get(l)).ifPresent(c -> out.add(new Mooring(step, l, c)));
    }
    return out;
  }

  private String words(Lost.Kind kind, String name) {
    return switch (kind) {
      case FACE, EDGE -> InWords.plain(session, name);
      case SKETCH, BODY -> kind.word() + " " + name;
    };
  }
}

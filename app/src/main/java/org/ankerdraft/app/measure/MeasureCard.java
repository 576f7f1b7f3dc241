package org.ankerdraft.app.measure;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.ankerdraft.app.card.SlotRows;
import org.ankerdraft.app.session.InWords;
import org.ankerdraft.app.session.Session;
import org.ankerdraft.core.form.Slots;
import org.ankerdraft.core.ledger.PartState;
import org.ankerdraft.core.measure.Property;
import org.ankerdraft.core.measure.Reading;
import org.ankerdraft.core.measure.Things;
import org.ankerdraft.core.part.Note;
import org.ankerdraft.render.draw.Dimension;

/**
 * What is measured: up to two things picked in the view, and the notes that are kept with the part.
 * Everything is measured anew whenever the part is built.
 */
public final class MeasureCard extends VBox {
  private final Session session;
  private final Consumer<List<Dimension>> draw;
  private final VBox picked = new VBox();
  private final VBox values = new VBox();
  private final VBox notes = new VBox();
  private final Button keep = new Button("Keep as a note");
  private List<String> things = List.of();
  private Reading reading;
  private List<Reading> ofNotes = List.of();

  /** Counts what was asked for, so that a late answer to an older question is passed over. */
  private int asked;

  /**
   * @param draw takes the dimensions to be drawn over the part
   */
  public MeasureCard(Session session, Consumer<List<Dimension>> draw) {
    this.session = session;
    this.draw = draw;
    getStyleClass().add("card");
    Label title = new Label("Measure");
    title.getStyleClass().add("card-title");
    Label hint =
        SlotRows.second(
            "Click one or two faces or edges; with Shift the point under the pointer. Esc ends.");
    keep.getStyleClass().add("link");
    keep.setId("keep-note");
    keep.setOnAction(e -> keep());
    values.setId("measured");
    picked.getStyleClass().add("fields");
    notes.getStyleClass().add("fields");
    getChildren().addAll(title, hint, picked, values, keep, notes);
    turn(false);
  }

  public boolean isOn() {
    return isVisible();
  }

  /** Begins to measure, or ends it. */
  public void turn(boolean on) {
    setVisible(on);
    setManaged(on);
    things = List.of();
    refresh();
  }

  /** Takes a thing for the measure; a third one begins anew. */
  public void take(String thing) {
    List<String> now = things.size() == 2 ? new ArrayList<>() : new ArrayList<>(things);
    if (!now.remove(thing)) {
      now.add(thing);
    }
    things = List.copyOf(now);
    refresh();
  }

  /** Measures anew, on the part as it is built. */
  public void refresh() {
    int question = ++asked;
    PartState state = session.state().orElse(null);
    if (!isOn() || state == null) {
      show(null, List.of());
      return;
    }
    List<String> wanted = things.isEmpty() ? bodies(state) : things;
    List<Note> kept = session.document().notes();
    record Answer(Reading reading, List<Reading> ofNotes) {}
    session
        .workbench()
        .background(
            () ->
                new Answer(
                    wanted.isEmpty() ? null : measured(state, wanted),
                    kept.stream().map(n -> measured(state, n.of())).toList()),
            a -> {
              if (question == asked) {
                show(a.reading(), a.ofNotes());
              }
            });
  }

  private Reading measured(PartState state, List<String> texts) {
    return Reading.ofTexts(session.workbench().kernel(), state, texts);
  }

  /** Without a pick the first body is told of. */
  private static List<String> bodies(PartState state) {
    return state.bodies().keySet().stream().limit(1).map(Things::body).toList();
  }

  private void show(Reading now, List<Reading> kept) {
    reading = now;
    ofNotes = kept;
    picked.getChildren().clear();
    for (String thing : things) {
      Label l = new Label(InWords.capital(words(thing)));
      l.setWrapText(true);
      picked.getChildren().add(l);
    }
    values.getChildren().clear();
    if (now != null && now.failed() != null) {
      values.getChildren().add(SlotRows.second(now.failed()));
    } else if (now != null) {
      for (Property p : now.properties()) {
        Label value = new Label(session.unit().said(p.valueInWords()));
        value.getStyleClass().add("measured-value");
        values.getChildren().add(SlotRows.row(InWords.capital(p.name()), value));
      }
    }
    keep.setVisible(!things.isEmpty() && now != null && now.failed() == null);
    keep.setManaged(keep.isVisible());
    showNotes();
    draw.accept(dimensions());
  }

  private void showNotes() {
    notes.getChildren().clear();
    List<Note> kept = session.document().notes();
    if (kept.isEmpty() || ofNotes.size() != kept.size()) {
      return;
    }
    Label heading = new Label("Notes");
    heading.getStyleClass().add("field-heading");
    notes.getChildren().add(heading);
    for (int i = 0; i < kept.size(); i++) {
      int n = i;
      Label words = new Label(title(kept.get(i)));
      words.setWrapText(true);
      VBox text = new VBox(words, SlotRows.second(ofNotes.get(i).inWords()));
      HBox.setHgrow(text, Priority.ALWAYS);
      Button away = new Button("×");
      away.getStyleClass().addAll("link", "away");
      away.setMinWidth(Region.USE_PREF_SIZE);
      away.setOnAction(e ->
          session.edit(session.document().withNotes(Slots.without(session.document().notes(), n))));
      notes.getChildren().add(new HBox(4, text, away));
    }
  }

  private String title(Note note) {
    return note.text() != null
        ? note.text()
        : InWords.capital(
            note.of().stream().map(this::words).reduce((a, b) -> a + " to " + b).orElse(""));
  }

  private String words(String thing) {
    return thing.contains("/")
        ? InWords.plain(session, thing)
        : thing.contains(",")
            ? "point " + thing.replace(",", ", ")
            : thing.replace("body:", "body ");
  }

  private void keep() {
    session.edit(
        session
            .document()
            .withNotes(Slots.added(session.document().notes(), new Note(things, null))));
  }

  /** Of what is being measured, and of the notes. */
  private List<Dimension> dimensions() {
    List<Dimension> out = new ArrayList<>();
    Optional.ofNullable(reading).flatMap(r -> dimension(r, true)).ifPresent(out::add);
    ofNotes.forEach(r -> dimension(r, false).ifPresent(out::add));
    return out;
  }

  private Optional<Dimension> dimension(Reading r, boolean isEdited) {
    if (r.from() == null || r.failed() != null) {
      return Optional.empty();
    }
    Property first = r.properties().getFirst();
    String text =
        first.unit().equals("mm")
            ? session.unit().number(first.value(), 2)
            : String.format(Locale.ROOT, "%.2f", first.value());
    return Optional.of(new Dimension(r.from(), r.to(), text, isEdited));
  }
}

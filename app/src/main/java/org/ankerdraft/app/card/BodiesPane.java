package org.ankerdraft.app.card;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.ankerdraft.app.session.InWords;
import org.ankerdraft.app.session.Session;
import org.ankerdraft.core.ledger.BodyUnfolding;
import org.ankerdraft.core.ledger.PartState;
import org.ankerdraft.core.ledger.StepResult;
import org.ankerdraft.core.part.BodyShown;
import org.ankerdraft.core.part.PartDocument;
import org.ankerdraft.render.look.BodyColours;
import org.ankerdraft.render.look.Palette;

/** The bodies of the part: what each is made of and by what, its colour, whether it is shown. */
final class BodiesPane extends VBox {
  private final Session session;
  private final VBox rows = new VBox();

  /** What the rows show; they are made anew when it changes. */
  private List<Object> shown = List.of();

  BodiesPane(Session session) {
    this.session = session;
    Label title = new Label("Bodies");
    title.getStyleClass().add("pane-title");
    getChildren().addAll(title, rows);
    setId("bodies");
  }

  void show() {
    PartState state = session.state().orElse(null);
    List<String> names = state == null ? List.of() : new ArrayList<>(state.bodies().keySet());
    setVisible(!names.isEmpty());
    setManaged(isVisible());
    if (state == null) {
      return;
    }
    Set<String> sheets = BodyUnfolding.sheetBodies(state);
    PartDocument part = session.document();
    List<Object> now =
        List.of(
            names,
            sheets,
            part.bodies(),
            part.process(),
            names.stream().map(n -> maker(state, n)).toList());
    if (!now.equals(shown)) {
      shown = now;
      rows.getChildren()
          .setAll(names.stream().map(n -> row(n, state, sheets.contains(n))).toList());
    }
  }

  /** The step that made a body, in words. */
  private String maker(PartState state, String body) {
    return state.steps().stream()
        .filter(s -> s.bodies().stream().anyMatch(b -> b.name().equals(body)))
        .map(StepResult::id)
        .findFirst()
        .map(id -> InWords.title(session.document(), id))
        .orElse("");
  }

  private HBox row(String body, PartState state, boolean isSheet) {
    BodyShown as = session.document().shown(body);
    Label name = new Label(body);
    name.getStyleClass().add("step-title");
    String material =
        state.bodies().get(body).isSurface()
            ? "Surface"
            : isSheet
                ? session.document().process().sheetOrUsual().material() + " sheet"
                : session.document().process().material();
    Label second = new Label(material + ", from " + maker(state, body));
    second.getStyleClass().add("second");
    second.setTooltip(new Tooltip(second.getText()));
    VBox words = new VBox(name, second);
    words.setMinWidth(0);
    HBox.setHgrow(words, Priority.ALWAYS);
    words.setOnMouseClicked(e -> {
      if (e.getClickCount() == 2) {
        rename(body);
      }
    });
    Button eye = new Button(as.hidden() ? "Show" : "Hide");
    eye.setId((as.hidden() ? "show-" : "hide-") + body);
    eye.getStyleClass().add("link");
    eye.setMinWidth(Region.USE_PREF_SIZE);
    eye.setOnAction(e -> put(new BodyShown(body, !as.hidden(), as.tint())));
    HBox row = new HBox(8, colours(as), words, eye);
    row.getStyleClass().addAll("body-row");
    if (as.hidden()) {
      row.getStyleClass().add("held");
    }
    return row;
  }

  private MenuButton colours(BodyShown as) {
    MenuButton menu = new MenuButton("", swatch(as.tint()));
    menu.setId("tint-" + as.name());
    menu.getStyleClass().addAll("link", "tint");
    menu.setTooltip(new Tooltip("Colour"));
    for (BodyShown.Tint tint : BodyShown.Tint.values()) {
      MenuItem item =
          new MenuItem(
              InWords.capital(tint.name().toLowerCase(java.util.Locale.ROOT)), swatch(tint));
      item.setOnAction(e -> put(new BodyShown(as.name(), as.hidden(), tint)));
      menu.getItems().add(item);
    }
    MenuItem rename = new MenuItem("Rename");
    rename.setOnAction(e -> rename(as.name()));
    menu.getItems().add(rename);
    return menu;
  }

  private static Region swatch(BodyShown.Tint tint) {
    Region swatch = new Region();
    swatch.getStyleClass().add("swatch");
    swatch.setStyle(
        String.format("-fx-background-color: #%06x;", BodyColours.of(tint, Palette.CHART)));
    return swatch;
  }

  private void put(BodyShown changed) {
    session.edit(session.document().withShown(changed));
  }

  private void rename(String body) {
    Asking.forText(this, "Rename body", "Name", body)
        .map(String::strip)
        .filter(n -> !n.isEmpty() && !n.equals(body))
        .ifPresent(n -> renamed(body, n));
  }

  private void renamed(String body, String name) {
    boolean isTaken = session.state().map(s -> s.bodies().containsKey(name)).orElse(false);
    PartDocument changed = session.document().withBodyNamed(body, name);
    if (isTaken) {
      session.notice("there is a body " + name + " already");
    } else if (changed.equals(session.document())) {
      session.notice("the name of " + body + " comes from its file");
    } else {
      session.edit(changed);
    }
  }
}

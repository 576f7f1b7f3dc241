package org.ankerdraft.app;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.function.Predicate;
import javafx.geometry.Point2D;
import javafx.scene.control.ContextMenu;
import javafx.scene.control.MenuItem;
import org.ankerdraft.app.chart.ChartView;
import org.ankerdraft.app.session.Session;
import org.ankerdraft.core.part.StepTitles;
import org.ankerdraft.core.select.FaceWords;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.render.draw.Behind;
import org.ankerdraft.render.draw.Scene;

/** A list of all that lies behind each other at the pointer: what is pointed at in it is lit. */
final class PickList {
  private static final int MOST = 16;

  private final Session session;
  private final ChartView view;
  private ContextMenu menu = new ContextMenu();

  PickList(Session session, ChartView view) {
    this.session = session;
    this.view = view;
  }

  /** Takes what is chosen in the list. */
  interface Taker {
    void take(Scene.Item item, boolean isEdge);
  }

  /**
   * Opens the list, where anything lies there.
   *
   * @param x pixels in the view
   * @param y pixels in the view
   * @param wanted which of the things may be picked
   */
  void open(double x, double y, Predicate<Behind.Thing> wanted, Taker taker) {
    menu.hide();
    List<Behind.Thing> there = view.allAt(x, y).stream().filter(wanted).limit(MOST).toList();
    if (there.isEmpty()) {
      return;
    }
    menu = new ContextMenu();
    menu.setId("pick-list");
    List<MenuItem> rows = new ArrayList<>();
    there.forEach(t -> rows.add(row(t, taker)));
    menu.getItems().setAll(rows);
    menu.setOnShown(e -> lightPointed(there));
    menu.setOnHidden(e -> view.showThrough(0, Set.of()));
    Point2D at = view.localToScreen(x, y);
    menu.show(view, at.getX(), at.getY());
  }

  private MenuItem row(Behind.Thing thing, Taker taker) {
    Scene.Item item = itemOf(thing);
    NamedShape named = item.body().named();
    FaceWords words = StepTitles.of(session.document()).words();
    String text =
        thing.isEdge()
            ? words.edge(named, named.edgeName(item.number()))
            : words.face(named, item.number());
    String body = view.scene().bodies().size() > 1 ? "   " + item.body().name() : "";
    MenuItem row = new MenuItem(text + body);
    row.setMnemonicParsing(false);
    row.setOnAction(e -> taker.take(item, thing.isEdge()));
    return row;
  }

  /** A row takes the focus by pointer and by arrow keys alike. */
  private void lightPointed(List<Behind.Thing> there) {
    for (int i = 0; i < there.size(); i++) {
      Behind.Thing thing = there.get(i);
      menu.getItems()
          .get(i)
          .getStyleableNode()
          .focusedProperty()
          .addListener((o, was, is) -> {
            if (is) {
              light(thing);
            }
          });
    }
    light(there.getFirst());
  }

  private void light(Behind.Thing thing) {
    view.showThrough(
        thing.isEdge() ? 0 : thing.id(), thing.isEdge() ? Set.of(thing.id()) : Set.of());
  }

  private Scene.Item itemOf(Behind.Thing thing) {
    return thing.isEdge() ? view.scene().edgeAt(thing.id()) : view.scene().faceAt(thing.id());
  }
}

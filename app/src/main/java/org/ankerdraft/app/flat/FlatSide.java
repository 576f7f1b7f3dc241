package org.ankerdraft.app.flat;

import java.util.function.Consumer;
import javafx.geometry.Orientation;
import javafx.scene.control.SplitPane;
import org.ankerdraft.app.session.Session;
import org.ankerdraft.render.look.Palette;
import org.ankerdraft.vectors.Xy;

/**
 * The place of the flat pattern beside or under the part. Its pane is made when there is first a
 * sheet to lay flat.
 */
public final class FlatSide {
  /** Share of the window that the part keeps beside the flat pattern. */
  private static final double PART_SHARE = 0.58;

  /** From this width on there is room for both side by side. */
  private static final double WIDE = 1000;

  private final Session session;
  private final SplitPane middle;
  private final FlatPane.Host host;
  private final Consumer<Boolean> onShown;
  private Palette palette = Palette.CHART;
  private FlatPane pane;
  private boolean isWanted = true;

  /**
   * @param middle shared with the part's view
   * @param onShown told when the flat pattern comes into sight or goes
   */
  public FlatSide(
      Session session, SplitPane middle, FlatPane.Host host, Consumer<Boolean> onShown) {
    this.session = session;
    this.middle = middle;
    this.host = host;
    this.onShown = onShown;
    middle.setOrientation(Orientation.VERTICAL);
    middle.widthProperty().addListener((p, before, now) -> lay());
  }

  /** The flat pattern stands beside the part if there is one and it is wanted. */
  public void show() {
    boolean has = session.report().map(r -> !r.flats().isEmpty()).orElse(false);
    if (pane == null && !has) {
      return;
    }
    pane().show();
    if (isWanted && has && !isShown()) {
      middle.getItems().add(pane);
      lay();
      middle.setDividerPositions(PART_SHARE);
      onShown.accept(true);
    } else if (!(isWanted && has) && isShown()) {
      middle.getItems().remove(pane);
      onShown.accept(false);
    }
  }

  private FlatPane pane() {
    if (pane == null) {
      pane = new FlatPane(session, host);
      pane.palette(palette);
    }
    return pane;
  }

  private boolean isShown() {
    return pane != null && middle.getItems().contains(pane);
  }

  /** Beside the part where there is room, else under it. */
  private void lay() {
    boolean wide = middle.getWidth() > WIDE;
    if (pane != null) {
      pane.beside(wide);
    }
    middle.setOrientation(wide ? Orientation.HORIZONTAL : Orientation.VERTICAL);
  }

  public void toggle() {
    isWanted = !isShown();
    show();
    if (isWanted && !isShown()) {
      session.notice("there is no sheet body to lay flat; make or turn one at the Sheet stage");
    }
  }

  /** Lights the bend or wall of a face of a body; face 0 for none. */
  public void light(String body, int face) {
    if (pane != null) {
      pane.light(body, face);
    }
  }

  public void fly(Xy place) {
    pane().fly(place);
  }

  public void palette(Palette changed) {
    palette = changed;
    if (pane != null) {
      pane.palette(changed);
    }
  }

  public void dispose() {
    if (pane != null) {
      pane.dispose();
    }
  }
}

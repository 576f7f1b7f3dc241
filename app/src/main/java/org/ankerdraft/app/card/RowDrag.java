package org.ankerdraft.app.card;

import java.util.function.IntConsumer;
import javafx.application.Platform;
import javafx.geometry.Bounds;
import javafx.scene.Node;
import javafx.scene.input.MouseButton;
import javafx.scene.input.MouseEvent;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;

/**
 * Rows of a list are dragged to another place between its rows; a line marks where they would go.
 */
final class RowDrag {
  private static final double MARK = 3;

  private final VBox rows;
  private final Region mark = new Region();
  private int target = -1;
  private boolean isPressed;
  private Runnable afterwards;

  RowDrag(VBox rows) {
    this.rows = rows;
    mark.getStyleClass().add("drop-mark");
    mark.setManaged(false);
    mark.setMouseTransparent(true);
  }

  /** Tells a row which place it has among the things that are counted. */
  static void place(Node row, int index) {
    row.setUserData(index);
  }

  /**
   * Lets a row be dragged.
   *
   * @param over told of the place before which it would be put, whenever that changes
   * @param dropped told of it at the end
   */
  void on(Node row, IntConsumer over, IntConsumer dropped) {
    row.setOnMousePressed(e -> isPressed = e.getButton() == MouseButton.PRIMARY);
    row.setOnMouseDragged(e -> {
      if (e.getButton() == MouseButton.PRIMARY && !e.isStillSincePress()) {
        drag(e, over);
      }
    });
    row.setOnMouseReleased(e -> {
      int to = target;
      end();
      if (to >= 0) {
        dropped.accept(to);
      }
      if (afterwards != null) {
        // A click that ends here is told to its row first.
        Platform.runLater(afterwards);
        afterwards = null;
      }
    });
  }

  /**
   * Whether a row is pressed or being dragged: the rows must stay then, or the row would lose the
   * pointer, and be measured against rows that have no place yet.
   *
   * @param atEnd what is done instead when it has been let go
   */
  boolean isUnderWay(Runnable atEnd) {
    if (isPressed) {
      afterwards = atEnd;
    }
    return isPressed;
  }

  private void drag(MouseEvent e, IntConsumer over) {
    double y = rows.sceneToLocal(e.getSceneX(), e.getSceneY()).getY();
    int before = 0;
    double markY = 0;
    for (Node row : rows.getChildren()) {
      if (row.getUserData() instanceof Integer index) {
        Bounds b = row.getBoundsInParent();
        if ((b.getMinY() + b.getMaxY()) / 2 < y) {
          before = index + 1;
          markY = b.getMaxY();
        }
      }
    }
    if (!rows.getChildren().contains(mark)) {
      rows.getChildren().add(mark);
    }
    mark.resizeRelocate(0, Math.max(0, markY - MARK / 2), rows.getWidth(), MARK);
    if (before != target) {
      target = before;
      over.accept(before);
    }
  }

  private void end() {
    isPressed = false;
    target = -1;
    rows.getChildren().remove(mark);
  }
}

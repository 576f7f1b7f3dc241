package org.ankerdraft.render.draw;

import java.awt.Rectangle;
import java.util.ArrayList;
import java.util.List;
import org.ankerdraft.render.look.Label;
import org.ankerdraft.vectors.Vec3;

/**
 * Where numbers may stand in a picture: within the frame, not on each other, not under a grip, not
 * where they would hide what they measure, and one value only once among neighbours. So they thin
 * out when the part gets smaller, and come when one looks closer.
 */
final class LabelRoom {
  /** A value that stands this near already is not said again, pixels. */
  private static final double NEIGHBOUR = 110;

  private static final int HEIGHT = 22;
  private static final int MARGIN = 5;

  /** A number's ink is this high: what it stands on must be seen around it, pixels. */
  private static final double INK_HEIGHT = 13;

  /** A grip with its caption: to the left and the right of it, above and below; pixels. */
  private static final int GRIP_LEFT = 22;

  private static final int GRIP_RIGHT = 90;
  private static final int GRIP_ABOVE = 26;
  private static final int GRIP_BELOW = 16;

  private final Camera camera;
  private final List<Rectangle> taken = new ArrayList<>();
  private final List<Placed> placed = new ArrayList<>();

  private record Placed(String text, int x, int y) {}

  /**
   * @param grips anchors of the handles, whose room is taken
   */
  LabelRoom(Camera camera, List<Vec3> grips) {
    this.camera = camera;
    for (Vec3 grip : grips) {
      int x = (int) camera.screenX(grip);
      int y = (int) camera.screenY(grip);
      taken.add(
          new Rectangle(
              x - GRIP_LEFT, y - GRIP_ABOVE, GRIP_LEFT + GRIP_RIGHT, GRIP_ABOVE + GRIP_BELOW));
    }
  }

  /**
   * Takes the room for a number, if there is some.
   *
   * @param x of its middle, pixels
   * @param y of its middle, pixels
   * @param width of its text, pixels
   */
  boolean take(Label label, int x, int y, int width) {
    Rectangle box =
        new Rectangle(x - width / 2 - MARGIN, y - HEIGHT / 2, width + 2 * MARGIN, HEIGHT);
    if (!isInside(box)
        || hides(label, width)
        || taken.stream().anyMatch(box::intersects)
        || isSaidBeside(label.text(), x, y)) {
      return false;
    }
    taken.add(box);
    placed.add(new Placed(label.text(), x, y));
    return true;
  }

  private boolean isInside(Rectangle box) {
    int edge = ChartPainter.FRAME + 4;
    return box.x > edge
        && box.y > edge
        && box.getMaxX() < camera.width() - edge
        && box.getMaxY() < camera.height() - edge;
  }

  /** The narrower side of what is measured must be seen beside the number. */
  private boolean hides(Label label, int width) {
    double across = label.acrossMm() * camera.pixelsPerMm();
    double along = label.alongMm() * camera.pixelsPerMm();
    return across < INK_HEIGHT || along < width;
  }

  private boolean isSaidBeside(String text, int x, int y) {
    return placed.stream()
        .anyMatch(p -> p.text.equals(text) && Math.hypot(p.x - x, p.y - y) < NEIGHBOUR);
  }
}

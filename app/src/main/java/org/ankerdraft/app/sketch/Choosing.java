package org.ankerdraft.app.sketch;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import javafx.scene.input.MouseEvent;
import org.ankerdraft.core.sketch.constraint.Constraint;
import org.ankerdraft.render.draw.Camera;
import org.ankerdraft.vectors.Xy;

/**
 * What the pointer does while nothing is drawn: things are chosen, singly, by chains or in a box;
 * points, curves and dimensions are drawn elsewhere.
 */
final class Choosing {
  private static final double STILL_PIXELS = 3;

  private Constraint dimension;
  private boolean isEdited;
  private String thing = "";
  private Xy start;
  private Xy corner;
  private double pressedX;
  private double pressedY;
  private boolean hasMoved;
  private Map<String, Xy> before = Map.of();

  /** The dimension that was pressed, whose number is asked for. */
  Optional<Constraint> edited() {
    return isEdited ? Optional.of(dimension) : Optional.empty();
  }

  void drop() {
    dimension = null;
    isEdited = false;
    start = null;
    corner = null;
  }

  /** The box that is drawn round things, closed. */
  Optional<List<Xy>> box() {
    return corner == null
        ? Optional.empty()
        : Optional.of(
            List.of(
                start,
                new Xy(corner.x(), start.y()),
                corner,
                new Xy(start.x(), corner.y()),
                start));
  }

  /**
   * @param pressed the dimension whose text was pressed, or null
   * @param what point or curve that was pressed, or empty
   */
  void press(Pencil pencil, Constraint pressed, String what, Xy at, MouseEvent e) {
    drop();
    dimension = pressed;
    thing = pressed == null ? what : "";
    start = at;
    pressedX = e.getX();
    pressedY = e.getY();
    hasMoved = false;
    before = thing.isEmpty() || thing.equals("origin") ? Map.of() : points(pencil.view());
    if (pressed == null && e.getClickCount() == 2 && !thing.isEmpty() && !thing.contains(".")) {
      pencil.chooseAll(pencil.view().chain(thing));
    } else if (pressed == null) {
      pencil.choose(thing);
    } else {
      isEdited = true;
      pencil.refresh();
    }
  }

  /** The points that move with what was pressed, where they are. */
  private Map<String, Xy> points(SketchView view) {
    Map<String, Xy> out = new LinkedHashMap<>();
    view.places()
        .forEach((name, at) -> {
          if (name.equals(thing) || name.startsWith(thing + ".")) {
            out.put(name, at);
          }
        });
    return out;
  }

  void drag(Pencil pencil, Xy to, Camera camera, MouseEvent e) {
    double right = e.getX() - pressedX;
    double up = pressedY - e.getY();
    hasMoved |= Math.hypot(right, up) > STILL_PIXELS;
    if (!hasMoved || start == null) {
      return;
    }
    if (dimension != null) {
      isEdited = false;
      pencil.changes().drag(dimension, right + up, camera.pixelsPerMm());
    } else if (!before.isEmpty()) {
      Map<String, Xy> places = new LinkedHashMap<>();
      before.forEach((name, at) -> places.put(name, at.plus(to.minus(start))));
      pencil.changes().drag(places);
    } else if (thing.isEmpty()) {
      corner = to;
      pencil.refresh();
    }
  }

  void release(Pencil pencil) {
    if (corner != null) {
      Xy a = start;
      Xy b = corner;
      drop();
      pencil.chooseAll(pencil.within(a, b));
    } else if (hasMoved) {
      pencil.changes().endDrag();
    }
    hasMoved = false;
    before = Map.of();
  }
}

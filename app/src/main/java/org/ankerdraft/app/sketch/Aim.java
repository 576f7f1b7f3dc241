package org.ankerdraft.app.sketch;

import java.util.ArrayList;
import java.util.List;
import org.ankerdraft.core.geometry.Numbers;
import org.ankerdraft.core.sketch.Frame;
import org.ankerdraft.core.sketch.Point2;
import org.ankerdraft.core.sketch.constraint.Relation;
import org.ankerdraft.core.step.sketch.SketchEdits;
import org.ankerdraft.render.draw.Camera;
import org.ankerdraft.vectors.Vec3;
import org.ankerdraft.vectors.Xy;

/**
 * What the pencil aims at: the point under the pointer if there is one, else a place on the grid;
 * and the relations that a line to it would keep.
 */
final class Aim {
  /** A line this near to level or upright is meant to be so. */
  private static final double NEARLY_RAD = Math.toRadians(4);

  private static final double EXACTLY_RAD = 1e-6;

  /** Places that are drawn freely fall on a grid of about so many pixels. */
  private static final double GRID_PIXELS = 5;

  private Xy at = Xy.ZERO;
  private String snapped = "";
  private String near = "";
  private final List<Relation> proposed = new ArrayList<>();

  Xy at() {
    return at;
  }

  /** Name of the point that is aimed at, or empty. */
  String snapped() {
    return snapped;
  }

  /** Name of the curve under the pointer, or empty. */
  String near() {
    return near;
  }

  List<Relation> proposed() {
    return List.copyOf(proposed);
  }

  /** Proposes nothing. */
  void propose() {
    proposed.clear();
  }

  /** Aims at a free place. */
  void put(Xy place) {
    at = place;
  }

  /** Lets go of the point that was aimed at. */
  void leave() {
    snapped = "";
  }

  /**
   * Aims at a pixel.
   *
   * @param seen what can be aimed at, or null
   * @param from where a line begins that is being drawn, or null
   */
  void take(Camera camera, Frame frame, SketchView seen, Xy from, double x, double y) {
    double step = Numbers.roundStep(GRID_PIXELS / camera.pixelsPerMm());
    Xy free = inPlane(frame, camera.at(x, y, camera.depth(frame.origin())));
    at = new Xy(Math.rint(free.x() / step) * step, Math.rint(free.y() / step) * step);
    proposed.clear();
    snapped = seen == null ? "" : seen.pointAt(camera, frame, x, y).orElse("");
    near = seen == null ? "" : seen.curveAt(camera, x, y).orElse("");
    if (!snapped.isEmpty()) {
      at = seen.place(snapped);
    }
    if (from != null) {
      straighten(from, snapped.isEmpty() ? NEARLY_RAD : EXACTLY_RAD);
    }
  }

  /** A line to a point that is there already is level only if it is. */
  private void straighten(Xy from, double within) {
    Xy way = at.minus(from);
    double angle = Math.atan2(way.y(), way.x());
    if (way.length() > 0 && Math.abs(Math.sin(angle)) < Math.sin(within)) {
      at = new Xy(at.x(), from.y());
      proposed.add(Relation.HORIZONTAL);
    } else if (way.length() > 0 && Math.abs(Math.cos(angle)) < Math.sin(within)) {
      at = new Xy(from.x(), at.y());
      proposed.add(Relation.VERTICAL);
    }
  }

  /** As it is written: the place of a point exactly, what is level with the start likewise. */
  Point2 written(SketchView seen, Point2 from) {
    if (!snapped.isEmpty()) {
      return seen.written(snapped);
    }
    Point2 plain = SketchEdits.point(at);
    return new Point2(
        proposed.contains(Relation.VERTICAL) ? from.x() : plain.x(),
        proposed.contains(Relation.HORIZONTAL) ? from.y() : plain.y());
  }

  /** A place in space as one of the sketch's plane. */
  static Xy inPlane(Frame frame, Vec3 p) {
    Vec3 d = p.minus(frame.origin());
    return new Xy(d.dot(frame.x()), d.dot(frame.y()));
  }
}

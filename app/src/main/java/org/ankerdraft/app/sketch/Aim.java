package org.ankerdraft.app.sketch;

import java.util.ArrayList;
import java.util.List;
import org.ankerdraft.core.geometry.Numbers;
import org.ankerdraft.core.sketch.Frame;
import org.ankerdraft.core.sketch.Point2;
import org.ankerdraft.core.sketch.constraint.Relation;
import org.ankerdraft.core.step.sketch.SketchEdits;
import org.ankerdraft.core.step.sketch.SketchEdits.Keep;
import org.ankerdraft.render.draw.Camera;
import org.ankerdraft.vectors.Vec3;
import org.ankerdraft.vectors.Xy;

/**
 * What the pencil aims at: the point under the pointer if there is one, else the middle of a line
 * or a place on a curve, else a place on the grid; and the relations that a line to it would keep.
 */
final class Aim {
  /** A line this near to level or upright is meant to be so. */
  private static final double NEARLY_RAD = Math.toRadians(4);

  private static final double EXACTLY_RAD = 1e-6;

  /** Lengths this near to each other, as a share, are meant to be equal. */
  private static final double NEARLY_SHARE = 0.02;

  /** Places that are drawn freely fall on a grid of about so many pixels. */
  private static final double GRID_PIXELS = 5;

  private Xy at = Xy.ZERO;
  private String snapped = "";
  private String near = "";
  private final List<Keep> proposed = new ArrayList<>();

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

  List<Keep> proposed() {
    return List.copyOf(proposed);
  }

  /** Proposes nothing. */
  void propose() {
    proposed.clear();
  }

  /**
   * Aims at a place that is told by numbers.
   *
   * @param keepsWay whether it lies in the direction that was aimed at
   */
  void put(Xy place, boolean keepsWay) {
    at = place;
    snapped = "";
    proposed.removeIf(k -> !keepsWay || !k.end().isEmpty() || k.relation() == Relation.EQUAL);
  }

  /**
   * What a line that is being drawn comes from.
   *
   * @param from where it begins
   * @param last the line before it in the chain, or empty
   */
  record Start(Xy from, String last) {}

  /**
   * Aims at a pixel.
   *
   * @param seen what can be aimed at, or null
   * @param start of a line that is being drawn, or null
   */
  void take(Camera camera, Frame frame, SketchView seen, Start start, double x, double y) {
    double step = Numbers.roundStep(GRID_PIXELS / camera.pixelsPerMm());
    Xy free = inPlane(frame, camera.at(x, y, camera.depth(frame.origin())));
    at = new Xy(Math.rint(free.x() / step) * step, Math.rint(free.y() / step) * step);
    proposed.clear();
    snapped = seen == null ? "" : seen.pointAt(camera, frame, x, y).orElse("");
    near = seen == null ? "" : seen.curveAt(camera, x, y).orElse("");
    if (!snapped.isEmpty()) {
      at = seen.place(snapped);
    } else if (!near.isEmpty()) {
      onCurve(seen, free, start, SketchView.REACH / camera.pixelsPerMm());
    }
    if (start != null) {
      boolean isFree = snapped.isEmpty() && proposed.isEmpty();
      straighten(start.from, isFree ? NEARLY_RAD : EXACTLY_RAD);
      if (seen != null && !start.last.isEmpty()) {
        besideLast(seen, start, isFree);
      }
    }
  }

  /** The middle of a line if it is near, else the curve's point that is nearest. */
  private void onCurve(SketchView seen, Xy free, Start start, double reachMm) {
    boolean isLine = seen.isPlainLine(near);
    Xy middle =
        isLine ? seen.place(near + ".from").plus(seen.place(near + ".to")).times(0.5) : null;
    if (isLine && middle.distance(free) < reachMm) {
      at = middle;
      proposed.add(new Keep(Relation.MIDPOINT, ".to", near));
    } else if (isLine || seen.isRound(near)) {
      at = seen.nearest(near, free);
      proposed.add(new Keep(Relation.ON_CURVE, ".to", near));
      if (!isLine && start != null) {
        touching(seen, start.from, 2 * reachMm);
      }
    }
  }

  /** The place where a line from a point touches the round curve, if that is near. */
  private void touching(SketchView seen, Xy from, double reachMm) {
    Xy centre = seen.place(near + ".centre");
    double radius = centre.distance(at);
    Xy way = centre.minus(from);
    double far = way.length();
    if (far <= radius) {
      return;
    }
    double lean = Math.asin(radius / far);
    double length = Math.sqrt(far * far - radius * radius);
    for (double side : new double[] {-1, 1}) {
      Xy touch = from.plus(way.rotated(side * lean).times(length / far));
      if (touch.distance(at) < reachMm) {
        at = touch;
        proposed.add(new Keep(Relation.TANGENT, "", near));
        return;
      }
    }
  }

  /** A line to a point that is there already is level only if it is. */
  private void straighten(Xy from, double within) {
    Xy way = at.minus(from);
    double angle = Math.atan2(way.y(), way.x());
    if (way.length() > 0 && Math.abs(Math.sin(angle)) < Math.sin(within)) {
      at = new Xy(at.x(), from.y());
      proposed.add(Keep.of(Relation.HORIZONTAL));
    } else if (way.length() > 0 && Math.abs(Math.cos(angle)) < Math.sin(within)) {
      at = new Xy(from.x(), at.y());
      proposed.add(Keep.of(Relation.VERTICAL));
    }
  }

  /** Square to the line before, and as long as it. */
  private void besideLast(SketchView seen, Start start, boolean isFree) {
    if (seen.isRound(start.last) && isFree) {
      onFromArc(seen, start);
    }
    if (!seen.isPlainLine(start.last)) {
      return;
    }
    Xy before = seen.place(start.last + ".to").minus(seen.place(start.last + ".from"));
    Xy way = at.minus(start.from);
    boolean isLevel =
        proposed.stream()
            .anyMatch(
                k -> k.relation() == Relation.HORIZONTAL || k.relation() == Relation.VERTICAL);
    double lean = way.length() == 0 ? 1 : way.dot(before) / way.length() / before.length();
    if (!isLevel && Math.abs(lean) < Math.sin(isFree ? NEARLY_RAD : EXACTLY_RAD)) {
      if (isFree) {
        way = way.minus(before.times(way.dot(before) / before.dot(before)));
        at = start.from.plus(way);
      }
      proposed.add(new Keep(Relation.PERPENDICULAR, "", start.last));
    }
    double off = Math.abs(way.length() / before.length() - 1);
    if (off < (isFree ? NEARLY_SHARE : EXACTLY_RAD)) {
      if (isFree) {
        at = start.from.plus(way.times(before.length() / way.length()));
      }
      proposed.add(new Keep(Relation.EQUAL, "", start.last));
    }
  }

  /** An arc's line goes on in the arc's own direction. */
  private void onFromArc(SketchView seen, Start start) {
    Xy radial = start.from.minus(seen.place(start.last + ".centre"));
    Xy way = at.minus(start.from);
    double size = way.length() * radial.length();
    if (size > 0 && Math.abs(way.dot(radial)) < Math.sin(NEARLY_RAD) * size) {
      at = start.from.plus(way.minus(radial.times(way.dot(radial) / radial.dot(radial))));
      proposed.clear();
      proposed.add(new Keep(Relation.TANGENT, "", start.last));
    }
  }

  /** As it is written: the place of a point exactly, what is level with the start likewise. */
  Point2 written(SketchView seen, Point2 from) {
    if (!snapped.isEmpty()) {
      return seen.written(snapped);
    }
    Point2 plain = SketchEdits.point(at);
    return from == null
        ? plain
        : new Point2(
            proposed.contains(Keep.of(Relation.VERTICAL)) ? from.x() : plain.x(),
            proposed.contains(Keep.of(Relation.HORIZONTAL)) ? from.y() : plain.y());
  }

  /** A place in space as one of the sketch's plane. */
  static Xy inPlane(Frame frame, Vec3 p) {
    Vec3 d = p.minus(frame.origin());
    return new Xy(d.dot(frame.x()), d.dot(frame.y()));
  }
}

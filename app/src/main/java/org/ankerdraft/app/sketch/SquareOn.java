package org.ankerdraft.app.sketch;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import org.ankerdraft.core.operation.Body;
import org.ankerdraft.core.sketch.Frame;
import org.ankerdraft.render.draw.Camera;
import org.ankerdraft.render.draw.PenStroke;
import org.ankerdraft.render.export.PartImage;
import org.ankerdraft.vectors.Vec3;
import org.ankerdraft.vectors.Xy;

/** The view that looks square at a sketch, as large as there is room. */
final class SquareOn {
  /** Of a sketch that is still empty. */
  private static final double EMPTY_MM = 60;

  private static final double ROOM = 1.4;

  private SquareOn() {}

  /**
   * @param seen null while there is nothing to see
   * @param part that is to be seen where nothing is drawn yet
   * @param now gives the size of the window
   */
  static Camera camera(Frame frame, SketchView seen, List<Body> part, Camera now) {
    List<Xy> drawn = seen == null ? List.of() : drawn(frame, seen);
    if (drawn.isEmpty()) {
      drawn = corners(frame, part);
    }
    if (drawn.isEmpty()) {
      double far = EMPTY_MM / 2;
      drawn = List.of(new Xy(-far, -far), new Xy(far, far));
    }
    var x = drawn.stream().mapToDouble(Xy::x).summaryStatistics();
    var y = drawn.stream().mapToDouble(Xy::y).summaryStatistics();
    double scale =
        Math.min(
            now.width() / (ROOM * Math.max(1, x.getMax() - x.getMin())),
            now.height() / (ROOM * Math.max(1, y.getMax() - y.getMin())));
    Vec3 middle = frame.at((x.getMin() + x.getMax()) / 2, (y.getMin() + y.getMax()) / 2);
    return new Camera(middle, frame.x(), frame.y(), scale, now.width(), now.height());
  }

  /** The corners of the box of a part, as they lie before the plane. */
  private static List<Xy> corners(Frame frame, List<Body> part) {
    if (part.isEmpty()) {
      return List.of();
    }
    List<Vec3> box = PartImage.box(part);
    List<Xy> out = new ArrayList<>();
    for (Vec3 x : box) {
      for (Vec3 y : box) {
        for (Vec3 z : box) {
          out.add(frame.flat(new Vec3(x.x(), y.y(), z.z())));
        }
      }
    }
    return out;
  }

  private static List<Xy> drawn(Frame frame, SketchView seen) {
    return seen.strokes(Set.of(), "").stream()
        .filter(s -> s.look() != PenStroke.Look.PROPOSED)
        .flatMap(s -> s.points().stream())
        .map(p -> Aim.inPlane(frame, p))
        .toList();
  }
}

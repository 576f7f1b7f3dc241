package org.ankerdraft.app.sketch;

import java.util.ArrayList;
import java.util.List;
import org.ankerdraft.core.geometry.Numbers;
import org.ankerdraft.core.sketch.Frame;
import org.ankerdraft.render.draw.Camera;
import org.ankerdraft.render.draw.PenStroke;
import org.ankerdraft.vectors.Xy;

/** Lines in the plane of a sketch at round distances that follow the zoom. */
final class Grid {
  /** About so far apart on the screen. */
  private static final double LINE_PIXELS = 50;

  /** With a plane that is seen from its side there would be no end of lines. */
  private static final int MOST_LINES = 200;

  private Grid() {}

  /** How far apart the lines are, mm. */
  static double stepMm(double pixelsPerMm) {
    return Numbers.roundStep(LINE_PIXELS / pixelsPerMm);
  }

  static List<PenStroke> strokes(Camera camera, Frame frame) {
    double step = stepMm(camera.pixelsPerMm());
    double depth = camera.depth(frame.origin());
    Xy low = new Xy(Double.POSITIVE_INFINITY, Double.POSITIVE_INFINITY);
    Xy high = low.times(-1);
    for (double x : new double[] {0, camera.width()}) {
      for (double y : new double[] {0, camera.height()}) {
        Xy corner = Aim.inPlane(frame, camera.at(x, y, depth));
        low = new Xy(Math.min(low.x(), corner.x()), Math.min(low.y(), corner.y()));
        high = new Xy(Math.max(high.x(), corner.x()), Math.max(high.y(), corner.y()));
      }
    }
    List<PenStroke> out = new ArrayList<>();
    double span = Math.max(high.x() - low.x(), high.y() - low.y());
    if (span / step > MOST_LINES) {
      return out;
    }
    for (double x = step * Math.ceil(low.x() / step); x <= high.x(); x += step) {
      out.add(line(frame, new Xy(x, low.y()), new Xy(x, high.y())));
    }
    for (double y = step * Math.ceil(low.y() / step); y <= high.y(); y += step) {
      out.add(line(frame, new Xy(low.x(), y), new Xy(high.x(), y)));
    }
    return out;
  }

  private static PenStroke line(Frame frame, Xy a, Xy b) {
    return new PenStroke(
        List.of(frame.at(a.x(), a.y()), frame.at(b.x(), b.y())), PenStroke.Look.GRID, "");
  }
}

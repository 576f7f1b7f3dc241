package org.ankerdraft.core.step.loft;

import java.util.ArrayList;
import java.util.List;
import org.ankerdraft.core.operation.BuildContext;
import org.ankerdraft.core.operation.Chains;
import org.ankerdraft.core.operation.Ladder;
import org.ankerdraft.core.operation.Skins;
import org.ankerdraft.core.operation.StepFailed;
import org.ankerdraft.core.operation.Words;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.core.sketch.ResolvedSketch;
import org.ankerdraft.kernel.GeometryKernel.LoftGuide;
import org.ankerdraft.kernel.ProfileCurve;
import org.ankerdraft.vectors.Plane;
import org.ankerdraft.vectors.Vec3;

/** Lines that a loft follows: each goes through the outline of every profile. */
final class LoftGuides {
  /** So far the skin may pass a guide. */
  private static final double STRAY_MM = 0.01;

  /** Points of a guide that are looked at. */
  private static final int PLACES = 12;

  /** Normals of planes that count as parallel enclose a smaller angle, rad. */
  private static final double PARALLEL = 1e-9;

  private record Line(String sketch, LoftGuide guide) {}

  /**
   * A profile that guides pass.
   *
   * @param sketch its name, for messages
   */
  record Stop(String sketch, Plane plane, List<ProfileCurve> outline) {}

  private final BuildContext context;
  private final List<Line> lines = new ArrayList<>();

  /**
   * @param sketches of one chain each
   */
  LoftGuides(BuildContext context, List<String> sketches, List<Stop> stops) throws StepFailed {
    this.context = context;
    for (String id : sketches) {
      lines.add(new Line(id, line(id, stops)));
    }
  }

  List<LoftGuide> guides() {
    return lines.stream().map(Line::guide).toList();
  }

  private LoftGuide line(String id, List<Stop> stops) throws StepFailed {
    ResolvedSketch sketch = Chains.one(context, LoftBuilder.WHAT, id, "a guide");
    List<Vec3> points = Chains.points(sketch.drawn().getFirst(), sketch.frame());
    Plane first = stops.getFirst().plane();
    if (Math.abs(first.signedDistance(points.getLast()))
        < Math.abs(first.signedDistance(points.getFirst()))) {
      points = points.reversed();
    }
    List<Vec3> on = new ArrayList<>();
    int from = 0;
    for (int i = 0; i < stops.size(); i++) {
      Crossing crossing = crossing(id, points, from, stops.get(i));
      if (i > 0) {
        mustGoOn(id, points.subList(from, crossing.after + 1), stops.get(i - 1), stops.get(i));
      }
      on.add(crossing.at);
      from = crossing.after;
    }
    return new LoftGuide(points, on);
  }

  private record Crossing(Vec3 at, int after) {}

  /** Where a guide goes through a profile's plane on its outline, from one of its points on. */
  private Crossing crossing(String id, List<Vec3> points, int from, Stop stop) throws StepFailed {
    Crossing best = null;
    double least = Double.POSITIVE_INFINITY;
    double nearest = Double.POSITIVE_INFINITY;
    for (int i = from; i < points.size(); i++) {
      Vec3 p = points.get(i);
      double here = stop.plane.signedDistance(p);
      nearest = Math.min(nearest, Math.abs(here));
      Vec3 at = null;
      if (Math.abs(here) < context.tolerance.lengthMm()) {
        at = p;
      } else if (i + 1 < points.size() && here * stop.plane.signedDistance(points.get(i + 1)) < 0) {
        double next = stop.plane.signedDistance(points.get(i + 1));
        at = p.plus(points.get(i + 1).minus(p).times(here / (here - next)));
      }
      if (at != null && Chains.distance(at, stop.outline) < least) {
        least = Chains.distance(at, stop.outline);
        best = new Crossing(at, i);
      }
    }
    if (best == null) {
      throw new StepFailed(
          LoftBuilder.WHAT,
          "guide "
              + id
              + " does not reach sketch "
              + stop.sketch
              + ": it stays "
              + Words.mm(nearest)
              + " away from its plane");
    }
    if (least > Chains.ON_OUTLINE_MM) {
      throw new StepFailed(
          LoftBuilder.WHAT,
          "guide "
              + id
              + " misses sketch "
              + stop.sketch
              + " by "
              + Words.mm(least)
              + ": it must go through its outline");
    }
    return best;
  }

  /** Between parallel planes each section is met once. */
  private void mustGoOn(String id, List<Vec3> points, Stop from, Stop to) throws StepFailed {
    if (from.plane.normal().cross(to.plane.normal()).length() > PARALLEL) {
      return;
    }
    double left = Double.POSITIVE_INFINITY;
    for (Vec3 p : points) {
      double now = Math.abs(to.plane.signedDistance(p));
      if (now > left + context.tolerance.lengthMm()) {
        throw new StepFailed(
            LoftBuilder.WHAT,
            "guide "
                + id
                + " turns back between sketch "
                + from.sketch
                + " and sketch "
                + to.sketch);
      }
      left = Math.min(left, now);
    }
  }

  /** The guide that a skin passes by more than it may, and by how much. */
  record Passed(String sketch, double byMm) {}

  /** The one that is passed the farthest; null if the skin follows all. */
  Passed passed(NamedShape skin) throws StepFailed, Ladder.Stopped {
    Passed worst = null;
    for (Line line : lines) {
      List<Vec3> points = line.guide.points();
      int first = nearest(points, line.guide.on().getFirst());
      int last = nearest(points, line.guide.on().getLast());
      for (int i = 0; i < PLACES; i++) {
        Vec3 p = points.get(first + (int) ((last - first) * (i + 0.5) / PLACES));
        double off = Skins.distance(context, LoftBuilder.WHAT, skin, p);
        if (off > STRAY_MM && (worst == null || off > worst.byMm)) {
          worst = new Passed(line.sketch, off);
        }
      }
    }
    return worst;
  }

  private static int nearest(List<Vec3> points, Vec3 to) {
    int best = 0;
    for (int i = 1; i < points.size(); i++) {
      if (points.get(i).distance(to) < points.get(best).distance(to)) {
        best = i;
      }
    }
    return best;
  }
}

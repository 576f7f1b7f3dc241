package org.ankerdraft.core.step.sweep;

import java.util.ArrayList;
import java.util.List;
import org.ankerdraft.core.operation.StepFailed;
import org.ankerdraft.core.operation.Words;
import org.ankerdraft.core.sketch.Curve2;
import org.ankerdraft.kernel.ProfileCurve;
import org.ankerdraft.vectors.Vec3;

/** A line beside a path, by points close to each other. */
final class Guide {
  private static final int STEPS = 3000;

  /** Outlines are known by points along them, which lie this close to arcs. */
  private static final double ON_OUTLINE_MM = 0.05;

  private final String name;
  private final List<Vec3> points = new ArrayList<>();

  /**
   * @param name of its sketch, for messages
   */
  Guide(String name, Way way) {
    this.name = name;
    for (Curve2 c : way.curves()) {
      for (int i = points.isEmpty() ? 0 : 1; i <= STEPS; i++) {
        var p = c.at((double) i / STEPS);
        points.add(way.frame().at(p.x(), p.y()));
      }
    }
  }

  Vec3 start() {
    return points.getFirst();
  }

  /** It must begin on the outline of the profile, and not on the path. */
  void mustBeginOn(List<ProfileCurve> outline, Vec3 path, double withinMm) throws StepFailed {
    double off = Double.POSITIVE_INFINITY;
    for (ProfileCurve c : outline) {
      List<Vec3> along = c.points();
      for (int i = 1; i < along.size(); i++) {
        off = Math.min(off, toSegment(start(), along.get(i - 1), along.get(i)));
      }
    }
    if (off > ON_OUTLINE_MM) {
      throw new StepFailed(
          SweepBuilder.WHAT,
          "guide "
              + name
              + " misses the profile by "
              + Words.mm(off)
              + ": it must begin on its outline");
    }
    if (start().distance(path) < withinMm) {
      throw new StepFailed(
          SweepBuilder.WHAT, "guide " + name + " begins on the path, so it guides nothing");
    }
  }

  private static double toSegment(Vec3 p, Vec3 a, Vec3 b) {
    Vec3 way = b.minus(a);
    double length = way.dot(way);
    double t = length == 0 ? 0 : Math.clamp(p.minus(a).dot(way) / length, 0, 1);
    return p.distance(a.plus(way.times(t)));
  }

  /** Goes along it as a path is walked. */
  Walk walk() {
    return new Walk();
  }

  /** How far it has been followed. */
  final class Walk {
    private int from;

    /** Where it passes through the plane square to the path at a place. */
    Vec3 at(Track.Stand stand) throws StepFailed {
      while (from < points.size() - 2 && ahead(from + 1, stand) < 0) {
        from++;
      }
      double low = ahead(from, stand);
      double high = ahead(from + 1, stand);
      double share = high == low ? 0 : -low / (high - low);
      // The first and the last place may be missed by what points and curve differ.
      if (share < -1 || share > 2) {
        throw new StepFailed(
            SweepBuilder.WHAT,
            "guide "
                + name
                + " does not go along with the path: it is not met square to the path after "
                + Words.mm(stand.lengthMm()));
      }
      Vec3 a = points.get(from);
      return a.plus(points.get(from + 1).minus(a).times(share));
    }

    private double ahead(int point, Track.Stand stand) {
      return points.get(point).minus(stand.at()).dot(stand.ahead());
    }
  }
}

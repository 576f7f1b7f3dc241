package org.ankerdraft.core.step.sweep;

import java.util.List;
import org.ankerdraft.core.operation.Chains;
import org.ankerdraft.core.operation.StepFailed;
import org.ankerdraft.core.operation.Words;
import org.ankerdraft.kernel.ProfileCurve;
import org.ankerdraft.vectors.Vec3;

/** A line beside a path, by points close to each other. */
final class Guide {
  private final String name;
  private final List<Vec3> points;

  /**
   * @param name of its sketch, for messages
   */
  Guide(String name, Way way) {
    this.name = name;
    points = Chains.points(way.curves(), way.frame());
  }

  String name() {
    return name;
  }

  Vec3 start() {
    return points.getFirst();
  }

  /** It must begin on the outline of the profile, and not on the path. */
  void mustBeginOn(List<ProfileCurve> outline, Vec3 path, double withinMm) throws StepFailed {
    double off = Chains.distance(start(), outline);
    if (off > Chains.ON_OUTLINE_MM) {
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

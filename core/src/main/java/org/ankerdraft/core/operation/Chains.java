package org.ankerdraft.core.operation;

import java.util.ArrayList;
import java.util.List;
import org.ankerdraft.core.sketch.Curve2;
import org.ankerdraft.core.sketch.Frame;
import org.ankerdraft.core.sketch.ResolvedSketch;
import org.ankerdraft.kernel.ProfileCurve;
import org.ankerdraft.vectors.Vec3;

/** Chains of curves in space: paths and guides. */
public final class Chains {
  /** Parts of a curve between the points by which it is followed. */
  private static final int STEPS = 3000;

  /** Outlines are known by points along them, which lie this close to arcs. */
  public static final double ON_OUTLINE_MM = 0.05;

  private Chains() {}

  /**
   * A sketch that holds one chain.
   *
   * @param what the step asks for it, for messages
   * @param role of the chain there, for messages
   */
  public static ResolvedSketch one(BuildContext context, String what, String id, String role)
      throws StepFailed {
    ResolvedSketch sketch = context.sketch(what, id);
    if (sketch.drawn().size() != 1) {
      throw new StepFailed(
          what,
          "sketch "
              + id
              + " holds "
              + sketch.drawn().size()
              + " chains of curves; "
              + role
              + " is one");
    }
    return sketch;
  }

  /** Points along curves that go head to tail, so close to each other that lines between do. */
  public static List<Vec3> points(List<Curve2> curves, Frame frame) {
    List<Vec3> points = new ArrayList<>();
    for (Curve2 c : curves) {
      for (int i = points.isEmpty() ? 0 : 1; i <= STEPS; i++) {
        var p = c.at((double) i / STEPS);
        points.add(frame.at(p.x(), p.y()));
      }
    }
    return points;
  }

  /** How far a point lies from an outline, mm, to {@link #ON_OUTLINE_MM}. */
  public static double distance(Vec3 p, List<ProfileCurve> outline) {
    double least = Double.POSITIVE_INFINITY;
    for (ProfileCurve c : outline) {
      List<Vec3> along = c.points();
      for (int i = 1; i < along.size(); i++) {
        least = Math.min(least, toSegment(p, along.get(i - 1), along.get(i)));
      }
    }
    return least;
  }

  private static double toSegment(Vec3 p, Vec3 a, Vec3 b) {
    Vec3 way = b.minus(a);
    double length = way.dot(way);
    double t = length == 0 ? 0 : Math.clamp(p.minus(a).dot(way) / length, 0, 1);
    return p.distance(a.plus(way.times(t)));
  }
}

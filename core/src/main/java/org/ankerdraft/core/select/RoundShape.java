package org.ankerdraft.core.select;

import java.util.List;
import org.ankerdraft.kernel.Topology;
import org.ankerdraft.kernel.Topology.CurveKind;
import org.ankerdraft.vectors.Axis;
import org.ankerdraft.vectors.Vec3;

/** What tells a round by its shape, whoever made it. */
public final class RoundShape {
  /** As far as directions may part that count as one. */
  private static final double ALONG_RAD = 1e-3;

  private RoundShape() {}

  /**
   * Whether an edge runs along the length of a face, as the sides of a round do: along a cylinder's
   * axis, or about a torus's.
   */
  public static boolean runsAlong(Topology.Edge e, Topology.Face f) {
    Vec3 way =
        switch (f.kind()) {
          case CYLINDER -> f.direction();
          case TORUS -> f.direction().cross(e.mid().minus(f.origin()));
          case PLANE, CONE, SPHERE, FREEFORM -> Vec3.ZERO;
        };
    Vec3 chord = e.end().minus(e.start());
    Vec3 tangent =
        e.kind() == CurveKind.CIRCLE
            ? e.direction().cross(e.mid().minus(e.centre()))
            : e.kind() == CurveKind.LINE ? e.direction() : chord;
    return way.length() > 0
        && tangent.length() > 0
        && way.unit().cross(tangent.unit()).length() < ALONG_RAD;
  }

  /**
   * Whether a cylinder turns by half a turn between its sides, as the end of a slot does: the faces
   * beside it are parallel, so that it is no round of an edge.
   */
  public static boolean isHalfTurn(Topology.Face f, List<Topology.Edge> sides) {
    if (f.kind() != Topology.SurfaceKind.CYLINDER || sides.size() != 2) {
      return false;
    }
    Axis axis = new Axis(f.origin(), f.direction());
    Vec3 one = axis.from(sides.get(0).mid());
    Vec3 other = axis.from(sides.get(1).mid());
    return one.plus(other).length() < ALONG_RAD * f.radius();
  }
}

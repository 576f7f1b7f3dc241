package org.ankerdraft.core.step.shell;

import java.util.Set;
import java.util.function.IntToDoubleFunction;
import org.ankerdraft.kernel.Topology;

/**
 * How much material the walls of a shell can hold at most: the offset of each face and the wedges
 * at the edges towards which the wall grows. Steiner's formula for parallel bodies, face by face,
 * with the curvatures bounded from above (Steiner 1840; e.g. Gray, Tubes, 1990, chapter 10).
 */
final class WallBound {
  /** Cones curve as much as one likes near their points, freeform faces anywhere. */
  private static final double UNKNOWN_FACTOR = 3;

  private WallBound() {}

  /**
   * @param wallMm thickness by face
   * @param outwards whether the wall lies outside the body
   */
  static double mostMm3(
      Topology t, Set<Integer> open, IntToDoubleFunction wallMm, boolean outwards) {
    double sum = 0;
    for (int f = 1; f <= t.faces().size(); f++) {
      if (!open.contains(f)) {
        sum += ofFace(t.face(f), wallMm.applyAsDouble(f), outwards);
      }
    }
    for (Topology.Edge e : t.edges()) {
      boolean grows = e.bend() == (outwards ? Topology.Bend.CONVEX : Topology.Bend.CONCAVE);
      if (grows) {
        double wall = e.faces().stream().mapToDouble(wallMm::applyAsDouble).max().orElse(0);
        double half = Math.min(e.angleRad() / 2, Math.toRadians(85));
        sum += (e.lengthMm() + wall) * wall * wall * Math.tan(half) * (1 + wall / shortest(e));
      }
    }
    return sum;
  }

  /** A bent edge grows with its wedge, at most by the wall over its radius. */
  private static double shortest(Topology.Edge e) {
    return switch (e.kind()) {
      case LINE -> Double.POSITIVE_INFINITY;
      case CIRCLE -> e.radius();
      case FREEFORM -> e.lengthMm() / 4;
    };
  }

  private static double ofFace(Topology.Face f, double wall, boolean outwards) {
    // Away from the centre of curvature the wall widens: inwards at holes, outwards at bosses.
    boolean widens = f.concave() != outwards;
    double factor =
        switch (f.kind()) {
          case PLANE -> 1;
          case CYLINDER -> widens ? 1 + wall / f.radius() / 2 : 1;
          case SPHERE -> widens ? ofSphere(wall / f.radius()) : 1;
          case TORUS -> ofSphere(wall / f.second());
          case CONE, FREEFORM -> UNKNOWN_FACTOR;
        };
    return f.areaMm2() * wall * factor;
  }

  private static double ofSphere(double share) {
    return 1 + share + share * share / 3;
  }
}

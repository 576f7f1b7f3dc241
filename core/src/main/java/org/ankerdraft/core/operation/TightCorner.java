package org.ankerdraft.core.operation;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import org.ankerdraft.core.select.TangentChain;
import org.ankerdraft.kernel.GeometryKernel.BlendType;
import org.ankerdraft.kernel.Topology;
import org.ankerdraft.kernel.Topology.CurveKind;
import org.ankerdraft.kernel.Topology.SurfaceKind;
import org.ankerdraft.vectors.Vec3;

/**
 * An arc along which a ball cannot roll, or a chamfer cannot go: the edge of a plane face goes
 * round the axis of a cylinder or cone, and the ball lies on the side of the axis. Its middle would
 * come to lie beyond the axis, and the round would turn inside out; so does a chamfer whose leg
 * goes beyond the axis.
 *
 * @param edge of the body
 * @param wantedMm the radius or leg asked for
 * @param mostMm the largest radius or leg that fits
 * @param cornerMm radius of what it goes round
 */
record TightCorner(int edge, double wantedMm, double mostMm, double cornerMm) {
  /** What a radius may exceed the limit by: at the limit itself the ball turns on the spot. */
  private static final double LEEWAY = 1e-6;

  /** The limit in words' accuracy, rounded down, but not by less than the leeway. */
  double saysMm() {
    return Math.floor(mostMm * (1 + LEEWAY) * 1000) / 1000;
  }

  /**
   * The corner that a rounding exceeds most, in relation.
   *
   * @param sizes radius or leg by edge; edges that continue them are rounded or chamfered too
   */
  static Optional<TightCorner> worst(
      Topology topology, BlendType type, Map<Integer, Double> sizes) {
    Map<Double, Set<Integer>> edges = new TreeMap<>();
    sizes.forEach((edge, radius) -> edges.computeIfAbsent(radius, r -> new TreeSet<>()).add(edge));
    List<TightCorner> found = new ArrayList<>();
    edges.forEach((radius, chosen) -> {
      for (int e : TangentChain.of(topology, chosen)) {
        double most = largest(topology, type, e);
        if (radius > most * (1 + LEEWAY)) {
          found.add(new TightCorner(e, radius, most, cornerMm(topology, e, most)));
        }
      }
    });
    return found.stream().max(Comparator.comparingDouble(c -> c.wantedMm / c.mostMm));
  }

  private static double cornerMm(Topology topology, int edge, double most) {
    Topology.Edge e = topology.edge(edge);
    return e.kind() == CurveKind.CIRCLE ? e.radius() : most;
  }

  /**
   * The radius of the largest ball that touches both faces of an edge and has its middle on the
   * axis, or the longest leg, which ends at the axis, mm; infinite where the edge is no such arc.
   *
   * <p>With the edge at R from the axis and the wall leaning outwards by a, a ball of radius r that
   * touches plane and wall has its middle at R - r (1 - sin a) / cos a. Within a cylinder that
   * stands askew, as the round of a drafted corner does, there is room for a ball of its radius.
   */
  private static double largest(Topology topology, BlendType type, int edge) {
    Topology.Edge e = topology.edge(edge);
    if (e.faces().size() != 2) {
      return Double.POSITIVE_INFINITY;
    }
    for (int side = 0; side < 2; side++) {
      Topology.Face plane = topology.face(e.faces().get(side));
      Topology.Face wall = topology.face(e.faces().get(1 - side));
      boolean isWall = wall.kind() == SurfaceKind.CYLINDER || wall.kind() == SurfaceKind.CONE;
      boolean ballIsInside = wall.concave() == (e.bend() == Topology.Bend.CONCAVE);
      if (plane.kind() != SurfaceKind.PLANE || !isWall || !ballIsInside) {
        continue;
      }
      if (e.kind() == CurveKind.CIRCLE && isAround(e, plane, wall)) {
        double lean = type == BlendType.ROUND ? lean(e, plane, wall) : 0;
        return e.radius() * Math.cos(lean) / (1 - Math.sin(lean));
      }
      if (wall.kind() == SurfaceKind.CYLINDER
          && (type == BlendType.ROUND || e.kind() != CurveKind.LINE)) {
        return wall.radius();
      }
    }
    return Double.POSITIVE_INFINITY;
  }

  private static final double SQUARE_RAD = 1e-6;

  /** Whether plane, wall and edge stand square to one axis. */
  private static boolean isAround(Topology.Edge e, Topology.Face plane, Topology.Face wall) {
    return isParallel(e.direction(), plane.direction())
        && isParallel(e.direction(), wall.direction());
  }

  private static boolean isParallel(Vec3 a, Vec3 b) {
    return a.cross(b).length() < SQUARE_RAD;
  }

  /** How far the wall leans away from the axis on the side where the ball lies, rad. */
  private static double lean(Topology.Edge e, Topology.Face plane, Topology.Face wall) {
    if (wall.kind() == SurfaceKind.CYLINDER) {
      return 0;
    }
    Vec3 toBall =
        e.bend() == Topology.Bend.CONVEX ? plane.direction().negated() : plane.direction();
    return wall.direction().dot(toBall) > 0 ? wall.second() : -wall.second();
  }
}

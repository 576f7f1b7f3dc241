package org.ankerdraft.core.operation;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import org.ankerdraft.core.geometry.Tolerance;
import org.ankerdraft.core.select.EdgeName;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.core.select.Surfaces;
import org.ankerdraft.kernel.GeometryKernel.BlendType;
import org.ankerdraft.kernel.Topology;
import org.ankerdraft.kernel.Topology.CurveKind;
import org.ankerdraft.kernel.Topology.SurfaceKind;
import org.ankerdraft.vectors.Vec3;

/** Measures on a result every radius and every leg that was asked for. */
final class BlendProof {
  private final BlendType type;
  private final NamedShape input;
  private final NamedShape result;
  private final Tolerance tolerance;

  BlendProof(BlendType type, NamedShape input, NamedShape result, Tolerance tolerance) {
    this.type = type;
    this.input = input;
    this.result = result;
    this.tolerance = tolerance;
  }

  /**
   * @param sizes radius or leg by edge of the input
   * @param along the name of the face that stands along an edge
   */
  Optional<String> fault(Map<Integer, Double> sizes, Function<EdgeName, FaceName> along) {
    boolean isOneSize = sizes.values().stream().distinct().count() == 1;
    for (Map.Entry<Integer, Double> e : sizes.entrySet()) {
      EdgeName name = input.edgeName(e.getKey());
      List<Integer> faces = result.partsOf(along.apply(name));
      if (faces.isEmpty() && !isOneSize) {
        return Optional.of(
            "edge "
                + name
                + " does not get its "
                + Words.mm(e.getValue())
                + ": an edge that it continues without a kink, or that swallows it, has another"
                + " size");
      }
      for (int face : faces) {
        Optional<String> wrong =
            type == BlendType.ROUND
                ? wrongRadius(name, face, e.getValue())
                : wrongLegs(e.getKey(), face, e.getValue());
        if (wrong.isPresent()) {
          return wrong;
        }
      }
    }
    return Optional.empty();
  }

  private Optional<String> wrongRadius(EdgeName edge, int face, double wanted) {
    Topology.Face f = result.topology().face(face);
    double radius =
        switch (f.kind()) {
          case CYLINDER, SPHERE -> f.radius();
          case TORUS -> f.second();
          case PLANE, CONE, FREEFORM -> wanted;
        };
    return Math.abs(radius - wanted) > tolerance.relative() * wanted
        ? Optional.of(
            "edge "
                + edge
                + " came out with a radius of "
                + Words.mm(radius)
                + " instead of "
                + Words.mm(wanted)
                + "; edges that continue each other without a kink have one radius")
        : Optional.empty();
  }

  /** Where a leg ends is known for plane faces, and along the axis of a cylinder. */
  private Optional<String> wrongLegs(int edge, int face, double leg) {
    Topology.Edge e = input.topology().edge(edge);
    if (e.faces().size() != 2) {
      return Optional.empty();
    }
    for (int side = 0; side < 2; side++) {
      Topology.Face own = input.topology().face(e.faces().get(side));
      Topology.Face other = input.topology().face(e.faces().get(1 - side));
      Optional<Vec3> ownNormal = normal(own, e);
      Optional<Vec3> otherNormal = normal(other, e);
      if (ownNormal.isEmpty() || otherNormal.isEmpty()) {
        continue;
      }
      Vec3 n = ownNormal.get();
      Vec3 away = otherNormal.get().minus(n.times(n.dot(otherNormal.get()))).unit();
      Vec3 into = e.bend() == Topology.Bend.CONVEX ? away.negated() : away;
      double off = Surfaces.distance(result.topology().face(face), e.mid().plus(into.times(leg)));
      if (off > tolerance.relative() * leg) {
        return Optional.of(
            "the leg of "
                + Words.mm(leg)
                + " at edge "
                + input.edgeName(edge)
                + " came out otherwise; edges that continue each other without a kink have one"
                + " leg");
      }
    }
    return Optional.empty();
  }

  /** The outward normal at the middle of an edge, where the face is straight away from the edge. */
  private static Optional<Vec3> normal(Topology.Face f, Topology.Edge e) {
    if (f.kind() == SurfaceKind.PLANE) {
      return Optional.of(f.direction());
    }
    if (f.kind() == SurfaceKind.CYLINDER && e.kind() == CurveKind.CIRCLE) {
      Vec3 from = e.mid().minus(f.origin());
      Vec3 radial = from.minus(f.direction().times(from.dot(f.direction()))).unit();
      return Optional.of(f.concave() ? radial.negated() : radial);
    }
    return Optional.empty();
  }
}

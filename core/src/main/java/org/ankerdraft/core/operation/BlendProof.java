package org.ankerdraft.core.operation;

import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import org.ankerdraft.core.select.EdgeName;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.core.select.Surfaces;
import org.ankerdraft.kernel.GeometryKernel.BlendType;
import org.ankerdraft.kernel.GeometryKernel.Curvature;
import org.ankerdraft.kernel.GeometryKernel.Sub;
import org.ankerdraft.kernel.Outcome;
import org.ankerdraft.kernel.Outcome.KernelFailure;
import org.ankerdraft.kernel.Topology;
import org.ankerdraft.kernel.Topology.CurveKind;
import org.ankerdraft.kernel.Topology.SurfaceKind;
import org.ankerdraft.vectors.Vec3;

/** Measures on a result every radius and every leg that was asked for. */
final class BlendProof {
  /** Faces without a formula are approximations: their sizes are good to this share. */
  private static final double FREE_SHARE = 0.02;

  /** Of a leg on a wall of which the chamfer leaves nothing beside it. */
  private static final double NOTHING_LEFT = Double.MAX_VALUE;

  private final BlendType type;
  private final NamedShape input;
  private final NamedShape result;
  private final BuildContext context;

  BlendProof(BlendType type, NamedShape input, NamedShape result, BuildContext context) {
    this.type = type;
    this.input = input;
    this.result = result;
    this.context = context;
  }

  /** Something that the proof needs could not be measured. */
  private static final class Unmeasured extends Exception {
    private static final long serialVersionUID = 1L;

    Unmeasured(KernelFailure why) {
      super("what came of it could not be measured: " + why.message());
    }
  }

  /**
   * @return what came out otherwise than asked for, if anything
   * @param sizes radius or leg by edge of the input
   * @param along the name of the face that stands along an edge
   */
  Optional<String> fault(Map<Integer, Double> sizes, Function<EdgeName, FaceName> along)
      throws Ladder.Stopped {
    try {
      return firstFault(sizes, along);
    } catch (Unmeasured e) {
      return Optional.of(e.getMessage());
    }
  }

  private Optional<String> firstFault(
      Map<Integer, Double> sizes, Function<EdgeName, FaceName> along)
      throws Ladder.Stopped, Unmeasured {
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
      Optional<String> wrong =
          type == BlendType.ROUND
              ? wrongRadius(name, faces, e.getValue())
              : wrongLegs(e.getKey(), faces, e.getValue());
      if (wrong.isPresent()) {
        return wrong;
      }
    }
    return Optional.empty();
  }

  private Optional<String> wrongRadius(EdgeName edge, List<Integer> faces, double wanted)
      throws Ladder.Stopped, Unmeasured {
    for (int face : faces) {
      Optional<String> wrong = wrongRadius(edge, face, wanted);
      if (wrong.isPresent()) {
        return wrong;
      }
    }
    return Optional.empty();
  }

  private static <T> T measured(Outcome<T> outcome) throws Ladder.Stopped, Unmeasured {
    if (outcome instanceof Outcome.Failed<T>(var failure)) {
      throw new Unmeasured(Ladder.stopIfNeeded(failure));
    }
    return outcome.orThrow();
  }

  private Optional<String> wrongRadius(EdgeName edge, int face, double wanted)
      throws Ladder.Stopped, Unmeasured {
    Topology.Face f = result.topology().face(face);
    return switch (f.kind()) {
      case CYLINDER, SPHERE -> wrongRadius(edge, f.radius(), wanted);
      case TORUS -> wrongRadius(edge, f.second(), wanted);
      case FREEFORM -> wrongCurvature(edge, face, wanted);
      case PLANE, CONE -> Optional.empty();
    };
  }

  private Optional<String> wrongRadius(EdgeName edge, double radius, double wanted) {
    return Math.abs(radius - wanted) > context.tolerance.relative() * wanted
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

  /** What a rolling ball leaves is curved by its radius everywhere, across its way. */
  private Optional<String> wrongCurvature(EdgeName edge, int face, double wanted)
      throws Ladder.Stopped, Unmeasured {
    List<Curvature> found =
        measured(context.kernel.curvatures(result.shape(), List.of(face), context.budget()))
            .getFirst();
    double strays = found.stream().mapToDouble(c -> c.strays(wanted)).max().orElse(0);
    return strays > FREE_SHARE
        ? Optional.of(
            String.format(
                Locale.ROOT,
                "the round of %s at edge %s came out with a radius that is off by %.0f %%",
                Words.mm(wanted),
                edge,
                100 * strays))
        : Optional.empty();
  }

  /**
   * Where a leg ends is known for plane faces, and along the generators of cylinders and cones; on
   * other faces the chamfer begins as far from the edge as the leg is long.
   *
   * @param faces of the chamfer along the edge and along others of its name, into which a seam or a
   *     notch parts it
   */
  private Optional<String> wrongLegs(int edge, List<Integer> faces, double leg)
      throws Ladder.Stopped, Unmeasured {
    Topology.Edge e = input.topology().edge(edge);
    if (e.faces().size() != 2 || faces.isEmpty()) {
      return Optional.empty();
    }
    boolean isKnown = isKnown(e) && faces.stream().noneMatch(this::isFree);
    for (int side = 0; side < 2; side++) {
      double off = NOTHING_LEFT;
      for (int face : faces) {
        double error =
            isKnown ? knownLegError(e, side, face, leg) : freeLegError(e, side, face, leg);
        off = Math.min(off, error);
      }
      double allowed = isKnown ? context.tolerance.relative() : FREE_SHARE;
      if (off < NOTHING_LEFT && off > allowed * leg) {
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

  private boolean isKnown(Topology.Edge e) {
    return normal(own(e, 0), e).isPresent() && normal(own(e, 1), e).isPresent();
  }

  private boolean isFree(int face) {
    return result.topology().face(face).kind() == SurfaceKind.FREEFORM;
  }

  private Topology.Face own(Topology.Edge e, int side) {
    return input.topology().face(e.faces().get(side));
  }

  /** By how much the leg on one of the faces of an edge misses its length, mm. */
  private double knownLegError(Topology.Edge e, int side, int face, double leg) {
    Vec3 n = normal(own(e, side), e).orElseThrow();
    Vec3 other = normal(own(e, 1 - side), e).orElseThrow();
    Vec3 away = other.minus(n.times(n.dot(other))).unit();
    Vec3 into = e.bend() == Topology.Bend.CONVEX ? away.negated() : away;
    return Surfaces.distance(result.topology().face(face), e.mid().plus(into.times(leg)));
  }

  private double freeLegError(Topology.Edge e, int side, int face, double leg)
      throws Ladder.Stopped, Unmeasured {
    List<Integer> rest = result.partsOf(input.faceName(e.faces().get(side)));
    double nearest = NOTHING_LEFT;
    List<Topology.Edge> edges = result.topology().edges();
    for (int i = 0; i < edges.size(); i++) {
      List<Integer> faces = edges.get(i).faces();
      if (faces.contains(face) && faces.stream().anyMatch(rest::contains)) {
        Sub.EdgeOf contact = new Sub.EdgeOf(result.shape(), i + 1);
        nearest =
            Math.min(
                nearest,
                measured(context.kernel.distance(new Sub.Point(e.mid()), contact, context.budget()))
                    .distanceMm());
      }
    }
    return nearest == NOTHING_LEFT ? NOTHING_LEFT : Math.abs(nearest - leg);
  }

  /** The outward normal at the middle of an edge, where the face is straight away from the edge. */
  private static Optional<Vec3> normal(Topology.Face f, Topology.Edge e) {
    if (f.kind() == SurfaceKind.PLANE) {
      return Optional.of(f.direction());
    }
    boolean isRuled = f.kind() == SurfaceKind.CYLINDER || f.kind() == SurfaceKind.CONE;
    if (!isRuled || e.kind() != CurveKind.CIRCLE) {
      return Optional.empty();
    }
    Vec3 from = e.mid().minus(f.origin());
    Vec3 radial = from.minus(f.direction().times(from.dot(f.direction()))).unit();
    double lean = f.kind() == SurfaceKind.CONE ? f.second() : 0;
    Vec3 away = radial.times(Math.cos(lean)).minus(f.direction().times(Math.sin(lean)));
    return Optional.of(f.concave() ? away.negated() : away);
  }
}

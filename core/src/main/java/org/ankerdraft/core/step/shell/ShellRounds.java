package org.ankerdraft.core.step.shell;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.IntPredicate;
import java.util.function.IntToDoubleFunction;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.kernel.Topology;
import org.ankerdraft.vectors.Vec3;

/**
 * The outside rounds and chamfers of a body that is hollowed: those no larger than the wall, which
 * the inside of the wall cannot follow, and those that taper from more than the wall to less. Of a
 * body that gets its wall outside they are those at its inside corners.
 */
final class ShellRounds {
  private static final double PARALLEL_RAD = 1e-9;
  private static final double SAME_MM = 1e-6;

  /**
   * Of the wall: a round larger by less leaves a radius that nobody makes, and the library fails.
   */
  private static final double HARDLY = 1e-3;

  /** A round that tapers. Radii across its axis, such that an offset by one ends in a point, mm. */
  record Tapered(int face, double leastMm, double mostMm) {}

  /**
   * Rounds no larger than the wall, and chamfers that the inside has no room for: it is sharp along
   * them.
   */
  final List<Integer> small;

  /** Rounds at inside corners that are no larger than the wall. */
  final List<Integer> roots;

  /** Rounds larger than the wall at one end only. */
  final List<Tapered> partly;

  /**
   * Whether there is a torus whose tube is wider than its ring (a round in a corner that is tighter
   * than twice the round), or a freeform round: the library has no simple offset of these.
   */
  final boolean areTight;

  /**
   * @param outwards whether the wall lies outside the body
   * @param isOpen whether a face stays open: the inside goes on beyond it
   */
  ShellRounds(
      NamedShape input,
      boolean outwards,
      IntToDoubleFunction wallMm,
      IntPredicate isOpen,
      double toleranceMm) {
    IntToDoubleFunction mostMm = i -> wallMm.applyAsDouble(i) * (1 + HARDLY) + toleranceMm;
    List<Integer> smaller = new ArrayList<>();
    List<Tapered> crossing = new ArrayList<>();
    Topology t = input.topology();
    for (int i = 1; i <= t.faces().size(); i++) {
      if (isUsedUp(t, i, outwards, wallMm, isOpen)) {
        smaller.add(i);
        continue;
      }
      if (t.face(i).concave() != outwards || !hasSmoothNeighbour(t, i)) {
        continue;
      }
      Tapered round = round(t, i, isOpen);
      double wall = mostMm.applyAsDouble(i);
      if (round.mostMm <= wall) {
        smaller.add(i);
      } else if (round.leastMm <= wall && !isFullTurn(t, i)) {
        crossing.add(round);
      }
    }
    areTight =
        IntStream.rangeClosed(1, t.faces().size())
            .anyMatch(i -> isTight(t.face(i)) && hasSmoothNeighbour(t, i));
    roots =
        IntStream.rangeClosed(1, t.faces().size())
            .filter(i ->
                t.face(i).concave()
                    && hasSmoothNeighbour(t, i)
                    && section(t.face(i)) <= mostMm.applyAsDouble(i))
            .boxed()
            .toList();
    small = List.copyOf(smaller);
    partly = List.copyOf(crossing);
  }

  /** Radius of a round's section. */
  private static double section(Topology.Face f) {
    return switch (f.kind()) {
      case CYLINDER, SPHERE -> f.radius();
      case TORUS -> f.second();
      case PLANE, CONE, FREEFORM -> Double.MAX_VALUE;
    };
  }

  /**
   * Whether a chamfer is so narrow that nothing is left of it on the other side of the wall: its
   * two sides lose more than its width.
   */
  private static boolean isUsedUp(
      Topology t, int face, boolean outwards, IntToDoubleFunction wallMm, IntPredicate isOpen) {
    Topology.Face f = t.face(face);
    boolean isStrip =
        switch (f.kind()) {
          case PLANE -> true;
          case CONE, FREEFORM -> outwards || !f.concave();
          default -> false;
        };
    if (!isStrip) {
      return false;
    }
    List<Topology.Edge> sides =
        edges(t, f)
            .filter(e ->
                e.bend() == Topology.Bend.CONVEX || (outwards && e.bend() == Topology.Bend.CONCAVE))
            .sorted(Comparator.comparingDouble(Topology.Edge::lengthMm).reversed())
            .limit(2)
            .toList();
    if (sides.size() < 2) {
      return false;
    }
    double width = between(sides.getFirst(), sides.getLast());
    double lost =
        sides.stream().mapToDouble(e -> lost(e, outwards, isOpen.test(e.across(face)))).sum()
            * wallMm.applyAsDouble(face);
    return width <= lost && sides.getLast().lengthMm() > width;
  }

  /**
   * What a face loses along an edge while it moves by 1. Where faces meet with an angle a between
   * their normals, each loses tan(a / 2) on the hollow side, which it gains on the other, when both
   * move; beside an opening, which stays in its plane, it loses cot(a).
   */
  private static double lost(Topology.Edge e, boolean outwards, boolean isAtOpening) {
    if (!outwards || e.bend() == Topology.Bend.CONCAVE) {
      return Math.tan(e.angleRad() / 2);
    }
    return isAtOpening ? 1 / Math.tan(e.angleRad()) : -Math.tan(e.angleRad() / 2);
  }

  /** How far parallel edges, or free ones, lie apart; infinite for others. */
  private static double between(Topology.Edge one, Topology.Edge other) {
    if (isFree(one) && isFree(other)) {
      return nearest(one, other);
    }
    if (one.kind() != other.kind()
        || one.direction().cross(other.direction()).length() > PARALLEL_RAD) {
      return Double.POSITIVE_INFINITY;
    }
    return one.kind() == Topology.CurveKind.LINE
        ? other.mid().minus(one.mid()).cross(one.direction()).length()
        : Math.hypot(other.centre().minus(one.centre()).length(), one.radius() - other.radius());
  }

  private static boolean isFree(Topology.Edge e) {
    return e.kind() != Topology.CurveKind.LINE && e.kind() != Topology.CurveKind.CIRCLE;
  }

  private static double nearest(Topology.Edge one, Topology.Edge other) {
    return Stream.of(one.start(), one.mid(), one.end())
        .flatMap(
            p -> Stream.of(other.start(), other.mid(), other.end()).map(q -> q.minus(p).length()))
        .min(Comparator.naturalOrder())
        .orElseThrow();
  }

  /**
   * Whether there are free walls beside small rounds: where some of these meet at a corner that
   * leans, a free patch lies between them, and that is no wall.
   */
  static boolean leavesFreeWalls(Topology t, List<Integer> small) {
    return IntStream.rangeClosed(1, t.faces().size())
        .filter(f -> t.face(f).kind() == Topology.SurfaceKind.FREEFORM)
        .anyMatch(f -> !isPatch(t, f, small));
  }

  /** Smooth all round, and beside nothing but rounds and at the most one other face. */
  private static boolean isPatch(Topology t, int face, List<Integer> small) {
    List<Integer> border =
        t.face(face).loops().stream()
            .flatMap(List::stream)
            .filter(e -> t.edge(e).bend() != Topology.Bend.DEGENERATE)
            .toList();
    return border.stream().allMatch(e -> t.edge(e).bend() == Topology.Bend.SMOOTH)
        && border.stream()
                .map(e -> t.edge(e).across(face))
                .filter(f -> !small.contains(f) && !isHollow(t.face(f)))
                .count()
            <= 1;
  }

  /** As the round of an inside corner is. */
  private static boolean isHollow(Topology.Face f) {
    return f.concave() && f.kind() != Topology.SurfaceKind.FREEFORM;
  }

  private static boolean isTight(Topology.Face f) {
    return switch (f.kind()) {
      case TORUS -> f.second() >= f.radius();
      case FREEFORM -> true;
      default -> false;
    };
  }

  private static boolean hasSmoothNeighbour(Topology t, int face) {
    return t.edges().stream()
        .anyMatch(e -> e.bend() == Topology.Bend.SMOOTH && e.faces().contains(face));
  }

  /** A cone all around is a shape of its own, whose inside may well end in a point. */
  private static boolean isFullTurn(Topology t, int face) {
    return t.face(face).loops().stream()
        .flatMap(List::stream)
        .anyMatch(e -> t.edge(e).bend() == Topology.Bend.SEAM);
  }

  private static Tapered round(Topology t, int face, IntPredicate isOpen) {
    Topology.Face f = t.face(face);
    return switch (f.kind()) {
      case CYLINDER, SPHERE -> new Tapered(face, f.radius(), f.radius());
      case TORUS -> new Tapered(face, f.second(), f.second());
      case CONE -> cone(t, face, f, isOpen);
      default -> new Tapered(face, Double.POSITIVE_INFINITY, Double.POSITIVE_INFINITY);
    };
  }

  /**
   * An offset t of a cone has its point where the cone's radius is t / cos of the half-angle h. At
   * an outside edge with another wall, where the normals turn by a, the inside begins t tan(a / 2)
   * farther along the cone: there a radius r lasts for t = r / (cos h -+ tan(a / 2) sin h), less at
   * the wider end.
   */
  private static Tapered cone(Topology t, int face, Topology.Face f, IntPredicate isOpen) {
    double lean = Math.abs(f.second());
    double middle =
        edges(t, f).flatMap(ShellRounds::ends).mapToDouble(p -> radius(f, p)).average().orElse(0);
    Map<Vec3, Double> limits = new LinkedHashMap<>();
    edges(t, f)
        .flatMap(ShellRounds::ends)
        .forEach(p -> limits.put(p, radius(f, p) * Math.cos(lean)));
    for (Topology.Edge e : edges(t, f).toList()) {
      if (e.bend() != Topology.Bend.CONVEX || isOpen.test(e.across(face))) {
        continue;
      }
      double lost = Math.tan(e.angleRad() / 2) * Math.sin(lean);
      for (Vec3 p : ends(e).toList()) {
        double radius = radius(f, p);
        double shrinking = Math.cos(lean) + (radius < middle ? -lost : lost);
        double limit = shrinking > 0 ? radius / shrinking : Double.POSITIVE_INFINITY;
        limits.replaceAll((q, old) -> q.minus(p).length() < SAME_MM ? limit : old);
      }
    }
    return new Tapered(
        face,
        limits.values().stream().min(Comparator.naturalOrder()).orElse(Double.POSITIVE_INFINITY),
        limits.values().stream().max(Comparator.naturalOrder()).orElse(0.0));
  }

  private static Stream<Topology.Edge> edges(Topology t, Topology.Face f) {
    return f.loops().stream().flatMap(List::stream).map(t::edge);
  }

  private static Stream<Vec3> ends(Topology.Edge e) {
    return Stream.of(e.start(), e.end());
  }

  /** From the cone's axis. */
  private static double radius(Topology.Face f, Vec3 p) {
    Vec3 from = p.minus(f.origin());
    return from.minus(f.direction().times(from.dot(f.direction()))).length();
  }
}

package org.ankerdraft.core.step.shell;

import java.util.ArrayDeque;
import java.util.Deque;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.IntPredicate;
import java.util.function.IntToDoubleFunction;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.kernel.Topology;
import org.ankerdraft.vectors.Vec3;

/**
 * What stands on a face of a body and is not wider than two walls: the inside does not enter it, so
 * that it stays solid when the body is hollowed.
 */
final class ThinBosses {
  private static final int DIRECTIONS = 90;

  private final Topology topology;
  private final IntPredicate isOpen;
  private final IntToDoubleFunction wallMm;
  private final double toleranceMm;

  private ThinBosses(
      Topology topology, IntPredicate isOpen, IntToDoubleFunction wallMm, double toleranceMm) {
    this.topology = topology;
    this.isOpen = isOpen;
    this.wallMm = wallMm;
    this.toleranceMm = toleranceMm;
  }

  /**
   * The numbers of all their faces, ascending.
   *
   * @param isOpen whether a face stays open: what has such a face is none of them
   */
  static List<Integer> faces(
      NamedShape input, IntPredicate isOpen, IntToDoubleFunction wallMm, double toleranceMm) {
    ThinBosses thin = new ThinBosses(input.topology(), isOpen, wallMm, toleranceMm);
    Set<Integer> all = new TreeSet<>();
    for (int ground = 1; ground <= input.topology().faces().size(); ground++) {
      List<List<Integer>> loops = input.topology().face(ground).loops();
      for (List<Integer> inner : loops.subList(Math.min(1, loops.size()), loops.size())) {
        if (thin.isSunk(inner)) {
          continue;
        }
        Set<Integer> boss = thin.bounded(ground, inner);
        if (thin.isRaised(ground, inner, boss)
            && thin.standsApart(ground, inner, boss)
            && thin.isThin(ground, thin.withoutRoots(ground, inner, boss))) {
          all.addAll(boss);
        }
      }
    }
    return List.copyOf(all);
  }

  /** Told without a look at what lies beyond: that is the whole body where a hole goes through. */
  private boolean isSunk(List<Integer> loop) {
    return loop.stream().anyMatch(e -> topology.edge(e).bend() == Topology.Bend.CONVEX);
  }

  /** The faces beyond an inner loop of a face. */
  private Set<Integer> bounded(int ground, List<Integer> loop) {
    Set<Integer> found = new TreeSet<>();
    Deque<Integer> edges = new ArrayDeque<>(loop);
    while (!edges.isEmpty()) {
      for (int face : topology.edge(edges.pop()).faces()) {
        if (face != ground && found.add(face)) {
          topology.face(face).loops().forEach(edges::addAll);
        }
      }
    }
    return found;
  }

  /**
   * Whether it goes up from the ground by edges or rounds: what goes down is a hole or a pocket.
   */
  private boolean isRaised(int ground, List<Integer> loop, Set<Integer> boss) {
    return loop.stream()
        .map(topology::edge)
        .allMatch(e ->
            e.bend() == Topology.Bend.CONCAVE
                || (e.bend() == Topology.Bend.SMOOTH
                    && isRoot(topology.face(e.across(ground)), boss)));
  }

  private boolean isRoot(Topology.Face face, Set<Integer> boss) {
    return face.concave()
        || (face.kind() == Topology.SurfaceKind.FREEFORM && end(boss).isPresent());
  }

  /** Without the rounds between it and its ground. */
  private Set<Integer> withoutRoots(int ground, List<Integer> loop, Set<Integer> boss) {
    Set<Integer> out = new TreeSet<>(boss);
    loop.stream()
        .map(topology::edge)
        .filter(e -> e.bend() == Topology.Bend.SMOOTH)
        .forEach(e -> out.remove(e.across(ground)));
    return out;
  }

  /** Whether it meets the ground nowhere else, and stays closed. */
  private boolean standsApart(int ground, List<Integer> loop, Set<Integer> boss) {
    return boss.stream().noneMatch(isOpen::test)
        && topology.face(ground).loops().stream()
            .filter(other -> !other.equals(loop))
            .flatMap(List::stream)
            .noneMatch(e -> boss.contains(topology.edge(e).across(ground)));
  }

  private boolean isThin(int ground, Set<Integer> boss) {
    Optional<Vec3> axis = axis(ground, boss);
    if (axis.isEmpty()) {
      return false;
    }
    double wall = boss.stream().mapToDouble(wallMm::applyAsDouble).min().orElse(0);
    Vec3 across = axis.get().anyAcross();
    Vec3 other = axis.get().cross(across);
    for (int i = 0; i < DIRECTIONS; i++) {
      double turn = Math.PI * i / DIRECTIONS;
      Vec3 way = across.times(Math.cos(turn)).plus(other.times(Math.sin(turn)));
      OptionalDouble ahead = reach(boss, way);
      OptionalDouble behind = reach(boss, way.negated());
      if (ahead.isPresent()
          && behind.isPresent()
          && ahead.getAsDouble() + behind.getAsDouble() <= 2 * wall + toleranceMm) {
        return true;
      }
    }
    return false;
  }

  /** The way in which it stands on its ground: square to that, to its end, or along its side. */
  private Optional<Vec3> axis(int ground, Set<Integer> boss) {
    if (topology.face(ground).kind() == Topology.SurfaceKind.PLANE) {
      return Optional.of(topology.face(ground).direction());
    }
    return end(boss)
        .or(() ->
            boss.stream()
                .map(topology::face)
                .filter(f -> f.kind() == Topology.SurfaceKind.CYLINDER && !f.concave())
                .findFirst())
        .map(Topology.Face::direction);
  }

  /** A plane face over which nothing of it rises. */
  private Optional<Topology.Face> end(Set<Integer> boss) {
    List<Topology.Edge> edges =
        boss.stream()
            .flatMap(f -> topology.face(f).loops().stream())
            .flatMap(List::stream)
            .map(topology::edge)
            .toList();
    return boss.stream()
        .map(topology::face)
        .filter(f -> {
          double level = f.origin().dot(f.direction()) + toleranceMm;
          return f.kind() == Topology.SurfaceKind.PLANE
              && edges.stream().allMatch(e -> reach(e, f.direction()) <= level);
        })
        .findFirst();
  }

  /**
   * How far the boss goes in a direction, but for the rounds at its root; empty where that is not
   * known from its edges.
   */
  private OptionalDouble reach(Set<Integer> boss, Vec3 way) {
    double most = Double.NEGATIVE_INFINITY;
    for (int number : boss) {
      Topology.Face face = topology.face(number);
      if (face.concave()) {
        continue;
      }
      switch (face.kind()) {
        case SPHERE -> most = Math.max(most, face.origin().dot(way) + face.radius());
        case TORUS -> most = Math.max(most, face.origin().dot(way) + face.radius() + face.second());
        case PLANE, CYLINDER, CONE -> {
          for (List<Integer> loop : face.loops()) {
            for (int edge : loop) {
              most = Math.max(most, reach(topology.edge(edge), way));
            }
          }
        }
        case FREEFORM -> {
          return OptionalDouble.empty();
        }
      }
    }
    return Double.isFinite(most) ? OptionalDouble.of(most) : OptionalDouble.empty();
  }

  /** At least: an arc counts as its circle. */
  private static double reach(Topology.Edge edge, Vec3 way) {
    double straight = Math.max(edge.start().dot(way), edge.end().dot(way));
    if (edge.kind() == Topology.CurveKind.CIRCLE) {
      double share = Math.sqrt(Math.max(0, 1 - Math.pow(edge.direction().dot(way), 2)));
      return edge.centre().dot(way) + edge.radius() * share;
    }
    return Math.max(straight, edge.mid().dot(way));
  }
}

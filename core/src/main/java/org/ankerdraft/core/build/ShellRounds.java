package org.ankerdraft.core.build;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.IntToDoubleFunction;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.core.step.Step;
import org.ankerdraft.kernel.Topology;
import org.ankerdraft.kernel.Vec3;

/**
 * The outside rounds of a body that is hollowed: those no larger than the wall, which the inside of
 * the wall cannot follow, and those that taper from more than the wall to less.
 */
final class ShellRounds {
  /** A round that tapers. Radii across its axis, such that an offset by one ends in a point, mm. */
  record Tapered(int face, double leastMm, double mostMm) {}

  /** Rounds no larger than the wall: the inside is sharp along them. */
  final List<Integer> small;

  /** Rounds larger than the wall at one end only. */
  final List<Tapered> partly;

  private final NamedShape input;

  ShellRounds(NamedShape input, IntToDoubleFunction wallMm, double toleranceMm) {
    this.input = input;
    List<Integer> smaller = new ArrayList<>();
    List<Tapered> crossing = new ArrayList<>();
    Topology t = input.topology();
    for (int i = 1; i <= t.faces().size(); i++) {
      if (t.face(i).concave() || !hasSmoothNeighbour(t, i)) {
        continue;
      }
      Tapered round = round(t, i);
      double wall = wallMm.applyAsDouble(i) + toleranceMm;
      if (round.mostMm <= wall) {
        smaller.add(i);
      } else if (round.leastMm <= wall) {
        crossing.add(round);
      }
    }
    small = List.copyOf(smaller);
    partly = List.copyOf(crossing);
  }

  private static boolean hasSmoothNeighbour(Topology t, int face) {
    return t.edges().stream()
        .anyMatch(e -> e.bend() == Topology.Bend.SMOOTH && e.faces().contains(face));
  }

  private static Tapered round(Topology t, int face) {
    Topology.Face f = t.face(face);
    return switch (f.kind()) {
      case CYLINDER, SPHERE -> new Tapered(face, f.radius(), f.radius());
      case TORUS -> new Tapered(face, f.second(), f.second());
      case CONE -> cone(t, face, f);
      default -> new Tapered(face, Double.POSITIVE_INFINITY, Double.POSITIVE_INFINITY);
    };
  }

  /** An offset t of a cone has its point where the cone's radius is t / cos of the half-angle. */
  private static Tapered cone(Topology t, int face, Topology.Face f) {
    double least = Double.POSITIVE_INFINITY;
    double most = 0;
    for (List<Integer> loop : f.loops()) {
      for (int e : loop) {
        for (Vec3 p : List.of(t.edge(e).start(), t.edge(e).end())) {
          Vec3 from = p.minus(f.origin());
          double radius = from.minus(f.direction().times(from.dot(f.direction()))).length();
          double limit = radius * Math.cos(f.second());
          least = Math.min(least, limit);
          most = Math.max(most, limit);
        }
      }
    }
    return new Tapered(face, least, most);
  }

  /**
   * The body as it was before its small rounds were made, if they were the last that was done to it
   * and no other face came of the same steps.
   *
   * @param done what the steps so far came to, in order
   */
  Optional<NamedShape> before(String body, List<StepResult> done, List<Step> steps) {
    Set<String> makers = new HashSet<>();
    Set<String> smallNames = new HashSet<>();
    for (int face : small) {
      smallNames.add(input.faceName(face));
      makers.add(maker(input.faceName(face)));
    }
    boolean mixed =
        input.faceNames().stream()
            .anyMatch(name -> makers.contains(maker(name)) && !smallNames.contains(name));
    boolean allRounds =
        steps.stream()
            .filter(s -> s instanceof Step.Round)
            .map(Step::id)
            .toList()
            .containsAll(makers);
    if (mixed || !allRounds) {
      return Optional.empty();
    }
    Set<String> left = new HashSet<>(makers);
    for (StepResult result : done.reversed()) {
      Optional<Body> made = result.bodies().stream().filter(b -> b.name().equals(body)).findFirst();
      if (made.isPresent() && left.isEmpty()) {
        return Optional.of(made.get().named());
      }
      if (made.isPresent() && !left.remove(result.id())) {
        return Optional.empty();
      }
    }
    return Optional.empty();
  }

  private static String maker(String faceName) {
    int slash = faceName.indexOf('/');
    return slash < 0 ? faceName : faceName.substring(0, slash);
  }
}

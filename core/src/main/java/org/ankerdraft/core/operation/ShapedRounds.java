package org.ankerdraft.core.operation;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import org.ankerdraft.core.geometry.Tolerance;
import org.ankerdraft.core.operation.RoundsBeside.Corner;
import org.ankerdraft.core.operation.RoundsBeside.Joint;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.core.select.RoundShape;
import org.ankerdraft.kernel.Topology;
import org.ankerdraft.kernel.Topology.Bend;
import org.ankerdraft.kernel.Topology.CurveKind;
import org.ankerdraft.kernel.Topology.SurfaceKind;

/**
 * Rounds by their shape, whoever made them: a cylinder or torus that runs smoothly into one face on
 * either side along its length, or a free surface that goes on from such a one with its circle.
 * Finds those beside some faces, with all that must come off with them, and in which order they go
 * on again.
 */
final class ShapedRounds {
  private final NamedShape shape;
  private final double lengthTolerance;
  private final Map<Integer, Set<Integer>> sides = new LinkedHashMap<>();
  private final Map<Integer, Double> radii = new HashMap<>();

  /** Faces that only touch rounds, smoothly: where rounds meet. */
  private final Set<Integer> corners = new TreeSet<>();

  private final Map<Integer, Set<Integer>> neighbours = new HashMap<>();
  private final Map<Integer, List<Topology.Edge>> smoothEdges = new HashMap<>();

  ShapedRounds(NamedShape shape, Tolerance tolerance) {
    this.shape = shape;
    this.lengthTolerance = tolerance.lengthMm() * 10;
    Topology t = shape.topology();
    for (int f = 1; f <= t.faces().size(); f++) {
      neighbours.put(f, new TreeSet<>());
      smoothEdges.put(f, new ArrayList<>());
    }
    for (Topology.Edge e : t.edges()) {
      if (e.faces().size() == 2) {
        neighbours.get(e.faces().getFirst()).add(e.faces().getLast());
        neighbours.get(e.faces().getLast()).add(e.faces().getFirst());
        if (e.bend() == Bend.SMOOTH) {
          e.faces().forEach(f -> smoothEdges.get(f).add(e));
        }
      }
    }
    for (int f = 1; f <= t.faces().size(); f++) {
      Topology.Face face = t.face(f);
      take(f, sidesOf(f), face.kind() == SurfaceKind.TORUS ? face.second() : face.radius());
    }
    while (takesFreeOnes()) {
      // Each may lead on to another.
    }
    for (int f = 1; f <= t.faces().size(); f++) {
      if (isCorner(f)) {
        corners.add(f);
      }
    }
  }

  private boolean take(int face, Set<Integer> beside, double radius) {
    if (beside.size() != 2 || sides.containsKey(face)) {
      return false;
    }
    sides.put(face, beside);
    radii.put(face, radius);
    return true;
  }

  /** Free surfaces beside known rounds, with the circle of the edge between. */
  private boolean takesFreeOnes() {
    boolean any = false;
    Topology t = shape.topology();
    for (Topology.Edge e : t.edges()) {
      if (e.bend() != Bend.SMOOTH || e.kind() != CurveKind.CIRCLE || e.faces().size() != 2) {
        continue;
      }
      for (int face : e.faces()) {
        boolean goesOn =
            t.face(face).kind() == SurfaceKind.FREEFORM
                && Math.abs(radii.getOrDefault(e.across(face), 0.0) - e.radius()) < lengthTolerance;
        any |= goesOn && take(face, besideFree(face, e.radius()), e.radius());
      }
    }
    return any;
  }

  /** Across the smooth edges of a free surface that are not circles of its radius. */
  private Set<Integer> besideFree(int face, double radius) {
    Set<Integer> out = new TreeSet<>();
    for (Topology.Edge e : smoothEdges.get(face)) {
      boolean isEnd =
          e.kind() == CurveKind.CIRCLE && Math.abs(e.radius() - radius) < lengthTolerance;
      if (!isEnd) {
        out.add(e.across(face));
      }
    }
    return out;
  }

  /** Across the smooth edges along the length of a face. */
  private Set<Integer> sidesOf(int face) {
    Set<Integer> out = new TreeSet<>();
    Topology.Face f = shape.topology().face(face);
    for (Topology.Edge e : smoothEdges.get(face)) {
      if (RoundShape.runsAlong(e, f)) {
        out.add(e.across(face));
      }
    }
    return out;
  }

  private boolean isCorner(int face) {
    return switch (shape.topology().face(face).kind()) {
      case SPHERE, TORUS, FREEFORM ->
          !sides.containsKey(face)
              && neighbours.get(face).size() > 2
              && neighbours.get(face).stream().allMatch(sides::containsKey);
      case PLANE, CYLINDER, CONE -> false;
    };
  }

  /** The rounds beside some faces; none of these is one. */
  RoundsBeside beside(Set<Integer> faces) {
    Set<Integer> off = new LinkedHashSet<>();
    List<Integer> frontier = new ArrayList<>();
    sides.forEach((round, beside) -> {
      if (!faces.contains(round) && beside.stream().anyMatch(faces::contains) && off.add(round)) {
        frontier.add(round);
      }
    });
    while (!frontier.isEmpty()) {
      int round = frontier.removeLast();
      for (int next : neighbours.get(round)) {
        boolean goesWithIt = isRoundOn(next, round) || isGoingOn(next, round);
        if (goesWithIt && !faces.contains(next) && off.add(next)) {
          frontier.add(next);
        }
      }
    }
    return new RoundsBeside(off, joints(off), cornersOf(off));
  }

  /** One that lies on another, such as along the rim of a rounded block, on its corners. */
  private boolean isRoundOn(int face, int round) {
    return sides.getOrDefault(face, Set.of()).contains(round);
  }

  /** The next of a row, or where several meet; what a round lies on is not. */
  private boolean isGoingOn(int face, int round) {
    boolean isUnder = sides.getOrDefault(round, Set.of()).contains(face);
    return !isUnder && (sides.containsKey(face) || corners.contains(face));
  }

  private List<Joint> joints(Set<Integer> off) {
    Map<Integer, Integer> layers = layers(off);
    List<Joint> out = new ArrayList<>();
    for (int round : off) {
      if (!sides.containsKey(round)) {
        continue;
      }
      List<Integer> beside = List.copyOf(sides.get(round));
      out.add(
          new Joint(
              shape.faceName(beside.get(0)),
              shape.faceName(beside.get(1)),
              radii.get(round),
              shape.faceName(round),
              layers.get(round)));
    }
    return out;
  }

  /** A round goes on after those that it lies on, and with those of its row. */
  private Map<Integer, Integer> layers(Set<Integer> off) {
    Map<Integer, Integer> layers = new HashMap<>();
    off.forEach(f -> layers.put(f, 0));
    for (int pass = 0; pass < off.size(); pass++) {
      boolean isSteady = true;
      for (int round : off) {
        int least = layers.get(round);
        for (int other : neighbours.get(round)) {
          if (off.contains(other)) {
            boolean isUnder = sides.getOrDefault(round, Set.of()).contains(other);
            boolean isOver = isRoundOn(other, round);
            least = Math.max(least, isOver ? 0 : layers.get(other) + (isUnder ? 1 : 0));
          }
        }
        isSteady &= layers.put(round, least) == least;
      }
      if (isSteady) {
        break;
      }
    }
    return layers;
  }

  private List<Corner> cornersOf(Set<Integer> off) {
    List<Corner> out = new ArrayList<>();
    for (int corner : off) {
      if (corners.contains(corner)) {
        Set<FaceName> around = new LinkedHashSet<>();
        neighbours.get(corner).stream()
            .flatMap(round -> sides.get(round).stream())
            .forEach(f -> around.add(shape.faceName(f)));
        out.add(new Corner(shape.faceName(corner), around));
      }
    }
    return out;
  }
}

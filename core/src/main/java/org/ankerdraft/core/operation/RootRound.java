package org.ankerdraft.core.operation;

import java.util.Set;
import java.util.TreeSet;
import java.util.function.Predicate;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.kernel.Topology;

/** Where the walls that a step makes meet the body, and each other. */
public final class RootRound {
  private RootRound() {}

  /** The sharp edges between a face of one kind and one of another. */
  public static Set<Integer> between(
      NamedShape shape, Predicate<FaceName> one, Predicate<FaceName> other) {
    Set<Integer> out = new TreeSet<>();
    for (int e = 1; e <= shape.topology().edges().size(); e++) {
      Topology.Edge edge = shape.topology().edge(e);
      if (!edge.isSharp() || edge.faces().size() != 2) {
        continue;
      }
      FaceName a = shape.faceName(edge.faces().getFirst());
      FaceName b = shape.faceName(edge.faces().getLast());
      if ((one.test(a) && other.test(b)) || (one.test(b) && other.test(a))) {
        out.add(e);
      }
    }
    return out;
  }

  /**
   * The sharp edges between a step's walls and what was there before.
   *
   * @param isWall whether a face is one of the walls
   */
  static Set<Integer> edges(NamedShape shape, String stepId, Predicate<FaceName> isWall) {
    return between(shape, isWall, face -> !face.isOf(stepId, null));
  }

  /** The inside corners between walls, where ribs cross or branch. */
  static Set<Integer> corners(NamedShape shape, Predicate<FaceName> isWall) {
    Set<Integer> corners = between(shape, isWall, isWall);
    corners.removeIf(e -> shape.topology().edge(e).bend() != Topology.Bend.CONCAVE);
    return corners;
  }
}

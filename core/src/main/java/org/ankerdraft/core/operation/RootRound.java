package org.ankerdraft.core.operation;

import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Predicate;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.kernel.Topology;

/** Rounds where the walls that a step makes meet the body. */
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
   * A body with rounds along the edges between a step's walls and what was there before.
   *
   * @param what the step, for messages
   * @param isWall whether a face is one of the step's walls
   * @param radiusMm 0 for none
   */
  public static NamedShape added(
      BuildContext context,
      String what,
      String stepId,
      NamedShape body,
      Predicate<FaceName> isWall,
      double radiusMm)
      throws StepFailed, Ladder.Stopped {
    return rounded(
        context,
        what,
        stepId,
        body,
        between(body, isWall, face -> !face.isOf(stepId, null)),
        radiusMm);
  }

  /**
   * The corners between a step's walls rounded together with their roots, where ribs cross or
   * branch; empty if there are none, or if the rounds do not fit there.
   */
  public static Optional<NamedShape> addedInCornersToo(
      BuildContext context,
      String stepId,
      NamedShape body,
      Predicate<FaceName> isWall,
      double radiusMm)
      throws Ladder.Stopped {
    Set<Integer> corners = between(body, isWall, isWall);
    corners.removeIf(e -> body.topology().edge(e).bend() != Topology.Bend.CONCAVE);
    if (radiusMm == 0 || corners.isEmpty()) {
      return Optional.empty();
    }
    corners.addAll(between(body, isWall, face -> !face.isOf(stepId, null)));
    return Blends.roundedIfTheyFit(context, stepId, body, corners, radiusMm);
  }

  private static NamedShape rounded(
      BuildContext context,
      String what,
      String stepId,
      NamedShape body,
      Set<Integer> edges,
      double radiusMm)
      throws StepFailed, Ladder.Stopped {
    return radiusMm == 0 || edges.isEmpty()
        ? body
        : Blends.rounded(context, what + ", round at its root", stepId, body, edges, radiusMm);
  }
}

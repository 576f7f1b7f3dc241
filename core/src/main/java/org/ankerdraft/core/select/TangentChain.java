package org.ankerdraft.core.select;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import org.ankerdraft.kernel.Topology;
import org.ankerdraft.vectors.Vec3;

/** Sharp edges that continue each other without a kink, as the round tool follows them. */
public final class TangentChain {
  private TangentChain() {}

  /** The edges and those that continue them, ascending. */
  public static Set<Integer> of(Topology topology, Set<Integer> from) {
    Set<Integer> out = new LinkedHashSet<>(from);
    List<Integer> frontier = new ArrayList<>(from);
    while (!frontier.isEmpty()) {
      Topology.Edge e = topology.edge(frontier.removeLast());
      for (int i = 1; i <= topology.edges().size(); i++) {
        Topology.Edge o = topology.edge(i);
        if (o.isSharp() && !out.contains(i) && o.bend() == e.bend() && continues(e, o)) {
          out.add(i);
          frontier.add(i);
        }
      }
    }
    return new TreeSet<>(out);
  }

  private static final double CHAIN_ANGLE_RAD = Math.toRadians(1);

  private static boolean continues(Topology.Edge a, Topology.Edge b) {
    return joins(a.endVertex(), a.tangentEnd(), b)
        || joins(a.startVertex(), a.tangentStart().negated(), b);
  }

  private static boolean joins(int vertex, Vec3 leaving, Topology.Edge b) {
    return (b.startVertex() == vertex && leaving.angleTo(b.tangentStart()) < CHAIN_ANGLE_RAD)
        || (b.endVertex() == vertex && leaving.angleTo(b.tangentEnd().negated()) < CHAIN_ANGLE_RAD);
  }
}

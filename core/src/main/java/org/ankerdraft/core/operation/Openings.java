package org.ankerdraft.core.operation;

import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Set;
import org.ankerdraft.kernel.Topology;

/** How far the inside of a hollow body is led out through the faces that stay open. */
public final class Openings {
  /** Of the wall: beyond an open face there is nothing that could be cut. */
  private static final double BEYOND = 2;

  private Openings() {}

  /**
   * How far each open face is moved outwards: well beyond the body, so that the inside comes out
   * cleanly. Where a wall begins beside it at an inside corner that would cut into the wall: there
   * it stays where it is, and the wall ends in its plane.
   *
   * @param open numbers of faces
   */
  public static Map<Integer, Double> outwardsMm(
      Topology topology, Set<Integer> open, double wallMm) {
    Map<Integer, Double> out = new LinkedHashMap<>();
    open.forEach(f -> out.put(f, isBesideWall(topology, open, f) ? 0 : BEYOND * wallMm));
    return out;
  }

  private static boolean isBesideWall(Topology topology, Set<Integer> open, int face) {
    return topology.face(face).loops().stream()
        .flatMap(loop -> loop.stream())
        .map(topology::edge)
        .anyMatch(e -> e.bend() == Topology.Bend.CONCAVE && !open.contains(e.across(face)));
  }
}

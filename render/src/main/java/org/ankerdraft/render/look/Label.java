package org.ankerdraft.render.look;

import java.util.List;
import org.ankerdraft.kernel.Topology;
import org.ankerdraft.vectors.Vec3;

/**
 * A number printed on the part.
 *
 * @param hazard beyond a limit
 * @param acrossMm how wide the narrower side is of what it is printed on
 * @param alongMm how long the longer one
 * @param rank lower ones are printed first and keep others away
 */
public record Label(
    Vec3 place,
    Vec3 normal,
    String text,
    boolean hazard,
    double acrossMm,
    double alongMm,
    double rank) {

  /** A number on a face: as wide as the face, of which a cylinder shows but its diameter. */
  public static Label on(
      Topology topology, Topology.Face face, Vec3 place, String text, boolean hazard, double rank) {
    double around =
        face.loops().stream()
            .flatMap(List::stream)
            .mapToDouble(e -> topology.edge(e).lengthMm())
            .sum();
    double across = around == 0 ? Math.sqrt(face.areaMm2()) : 2 * face.areaMm2() / around;
    boolean isTurned =
        face.kind() == Topology.SurfaceKind.CYLINDER || face.kind() == Topology.SurfaceKind.CONE;
    double seen = isTurned ? Math.min(across, 2 * face.radius()) : across;
    return new Label(
        place,
        hazard ? Vec3.ZERO : face.normal(),
        text,
        hazard,
        seen,
        isTurned ? 2 * face.radius() : face.areaMm2() / Math.max(across, 1e-9),
        rank);
  }
}

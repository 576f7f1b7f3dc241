package org.ankerdraft.core.survey;

import java.util.List;
import org.ankerdraft.core.geometry.Bvh;
import org.ankerdraft.core.operation.Body;
import org.ankerdraft.kernel.GeometryKernel.DraftRange;
import org.ankerdraft.kernel.TriangleMesh;

/**
 * What the checks and the maps know of a body.
 *
 * @param bvh for rays through the mesh, null until the body is checked
 * @param draft angle of each face to the pull, in the order of the faces
 * @param wall thickness field, null until it is measured
 * @param statistics of the field, null with it
 */
public record BodyAnalysis(
    Body body,
    TriangleMesh mesh,
    Bvh bvh,
    List<DraftRange> draft,
    WallField wall,
    WallStatistics statistics) {

  /** As it is before its walls are measured. */
  public BodyAnalysis withoutWalls() {
    return new BodyAnalysis(body, mesh, null, draft, null, null);
  }
}

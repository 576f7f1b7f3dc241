package org.ankerdraft.core.step.extrude;

import org.ankerdraft.core.operation.Prisms;
import org.ankerdraft.core.select.Naming;
import org.ankerdraft.core.sketch.ResolvedSketch;
import org.ankerdraft.vectors.Vec3;

/**
 * A prism on one side of the sketch plane, with the roles of its faces.
 *
 * @param along its way, length 1
 */
record Side(Vec3 along, double depthMm, String startRole, String sideRole, String endRole) {

  Naming.Births births(String stepId, ResolvedSketch sketch) {
    return Prisms.Births.of(stepId, sideRole, startRole, endRole, sketch.faceParts());
  }
}

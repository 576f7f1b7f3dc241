package org.ankerdraft.core.check;

import java.util.Optional;
import org.ankerdraft.core.geometry.Tolerance;
import org.ankerdraft.core.kinds.StepKinds;
import org.ankerdraft.core.part.PartDocument;
import org.ankerdraft.core.select.FaceChoice;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.core.sheet.FlatBend;
import org.ankerdraft.core.sketch.Frame;
import org.ankerdraft.core.sketch.PlaneRef;
import org.ankerdraft.core.step.Repair;
import org.ankerdraft.core.step.Step;
import org.ankerdraft.kernel.Topology;
import org.ankerdraft.vectors.Plane;
import org.ankerdraft.vectors.Vec3;

/** Changed steps that mend what the flat checks find. */
final class FlatRepairs {
  private static final double NEAR_MM = 0.1;

  private final PartDocument part;
  private final NamedShape named;

  FlatRepairs(PartDocument part, NamedShape named) {
    this.part = part;
    this.named = named;
  }

  private Optional<Step> repaired(FaceName born, Repair repair) {
    return part.step(born.step()).flatMap(s -> StepKinds.of(s).repaired(repair));
  }

  /** The step that made a bend, changed. */
  private Optional<Step> repaired(FlatBend b, Repair repair) {
    return repaired(named.faceName(b.faces().getFirst()), repair);
  }

  Optional<Step> largerRadius(FlatBend b, double radius) {
    return repaired(b, new Repair.LargerRadius(radius));
  }

  Optional<Step> longerFlange(FlatBend b, double more) {
    return repaired(b, new Repair.Longer(more));
  }

  /** Reliefs by the rule. */
  Optional<Step> relief(FlatBend b) {
    return repaired(b, new Repair.ReliefByRule());
  }

  /** The hole whose wall passes a point, moved. */
  Optional<Step> movedHole(Vec3 on, Vec3 by) {
    for (int f = 1; f <= named.topology().faces().size(); f++) {
      Topology.Face face = named.topology().face(f);
      FaceName name = named.faceName(f);
      if (face.kind() == Topology.SurfaceKind.CYLINDER
          && Math.abs(distanceToAxis(face, on) - face.radius()) < NEAR_MM) {
        Optional<Step> moved = repaired(name, new Repair.MovePlace(name.part(), by, this::frame));
        if (moved.isPresent()) {
          return moved;
        }
      }
    }
    return Optional.empty();
  }

  private static double distanceToAxis(Topology.Face f, Vec3 p) {
    Vec3 d = p.minus(f.origin());
    return d.minus(f.direction().times(d.dot(f.direction()))).length();
  }

  /** The frame of a plane, where it can be told without building; else null. */
  private Frame frame(PlaneRef plane) {
    if (plane.base() != null) {
      return Frame.base(plane.base());
    }
    if (plane.face() instanceof FaceChoice.Named n && named.face(n.name()) > 0) {
      Topology.Face f = named.topology().face(named.face(n.name()));
      return Frame.on(new Plane(f.origin(), f.normal()), Tolerance.MODEL.angleRad());
    }
    return null;
  }
}

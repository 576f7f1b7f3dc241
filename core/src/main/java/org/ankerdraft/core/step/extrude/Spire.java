package org.ankerdraft.core.step.extrude;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.ankerdraft.core.operation.BuildContext;
import org.ankerdraft.core.operation.Ladder;
import org.ankerdraft.core.operation.Prisms;
import org.ankerdraft.core.operation.Profiles;
import org.ankerdraft.core.operation.Proofs;
import org.ankerdraft.core.operation.StepFailed;
import org.ankerdraft.core.operation.Words;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.core.select.Naming;
import org.ankerdraft.core.sketch.ResolvedSketch;
import org.ankerdraft.kernel.Derived;
import org.ankerdraft.kernel.GeometryKernel.Combination;
import org.ankerdraft.kernel.GeometryKernel.LoftGoing;
import org.ankerdraft.kernel.GeometryKernel.LoftSection;
import org.ankerdraft.kernel.Motion;
import org.ankerdraft.kernel.Outcome;
import org.ankerdraft.kernel.ProfileCurve;
import org.ankerdraft.kernel.ProfileCurve.Region;
import org.ankerdraft.vectors.Plane;
import org.ankerdraft.vectors.Vec3;

/**
 * The solid between the area of a sketch and a point: straight from every place of its rim.
 *
 * @param from moves the area before
 */
record Spire(BuildContext context, String what, String stepId, ResolvedSketch sketch, Vec3 from) {

  NamedShape solid(Vec3 tip) throws StepFailed, Ladder.Stopped {
    if (sketch.regions().size() != 1) {
      throw new StepFailed(
          what,
          "one area goes to a point; the sketch has "
              + Words.count(sketch.regions().size(), "area"));
    }
    Region area = sketch.regions().getFirst();
    NamedShape outer = cone(area.outer(), tip);
    List<NamedShape> inner = new ArrayList<>();
    for (List<ProfileCurve> hole : area.inner()) {
      inner.add(cone(hole, tip));
    }
    NamedShape whole = inner.isEmpty() ? outer : without(outer, inner);
    Optional<String> fault =
        Proofs.soundness(Proofs.Of.TOOL, whole.shape(), context.kernel, context.budget());
    if (fault.isPresent()) {
      throw new StepFailed(what, fault.get());
    }
    double wanted = volumeMm3(tip);
    double volume = whole.shape().mass().volumeMm3();
    if (Math.abs(volume - wanted) > context.tolerance.relative() * wanted) {
      throw new StepFailed(
          what, "the solid has not the volume of a cone over its area up to the point");
    }
    return whole;
  }

  /** A third of the area by the height. */
  private double volumeMm3(Vec3 tip) throws StepFailed, Ladder.Stopped {
    double area = Profiles.measured(context, what, sketch).areaMm2();
    double height =
        Math.abs(tip.minus(sketch.frame().origin().plus(from)).dot(sketch.frame().normal()));
    return area * height / 3;
  }

  private NamedShape cone(List<ProfileCurve> contour, Vec3 tip) throws StepFailed, Ladder.Stopped {
    List<ProfileCurve> moved = contour.stream().map(c -> c.moved(Motion.shift(from))).toList();
    Plane plane = new Plane(sketch.frame().origin().plus(from), sketch.frame().normal());
    Outcome<Derived> made =
        context.kernel.loft(
            List.of(new LoftSection.Contour(moved, plane), new LoftSection.Point(tip)),
            LoftGoing.STRAIGHT,
            context.budget());
    if (made instanceof Outcome.Failed<Derived>(var failure)) {
      throw new StepFailed(BuildContext.failure(what, Ladder.stopIfNeeded(failure), null));
    }
    return Naming.name(
        made.orThrow(),
        List.of(),
        Prisms.Births.of(stepId, "side", "start", "end", sketch.faceParts()));
  }

  private NamedShape without(NamedShape outer, List<NamedShape> inner)
      throws StepFailed, Ladder.Stopped {
    Outcome<Derived> cut =
        context.kernel.combine(
            Combination.SUBTRACT,
            outer.shape(),
            inner.stream().map(NamedShape::shape).toList(),
            false,
            context.budget());
    if (cut instanceof Outcome.Failed<Derived>(var failure)) {
      throw new StepFailed(BuildContext.failure(what, Ladder.stopIfNeeded(failure), outer));
    }
    List<NamedShape> all = new ArrayList<>(List.of(outer));
    all.addAll(inner);
    return Naming.name(cut.orThrow(), all, () -> FaceName.of(stepId, "face"));
  }
}

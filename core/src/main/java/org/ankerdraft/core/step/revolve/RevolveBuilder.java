package org.ankerdraft.core.step.revolve;

import java.util.List;
import java.util.Optional;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.operation.BuildContext;
import org.ankerdraft.core.operation.Failure;
import org.ankerdraft.core.operation.Ladder;
import org.ankerdraft.core.operation.Prisms;
import org.ankerdraft.core.operation.Profiles;
import org.ankerdraft.core.operation.Proofs;
import org.ankerdraft.core.operation.Skins;
import org.ankerdraft.core.operation.StepFailed;
import org.ankerdraft.core.operation.Tool;
import org.ankerdraft.core.operation.Words;
import org.ankerdraft.core.select.Choosing;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.core.select.Naming;
import org.ankerdraft.core.sketch.ResolvedSketch;
import org.ankerdraft.kernel.Derived;
import org.ankerdraft.kernel.Outcome;
import org.ankerdraft.kernel.ProfileCurve;
import org.ankerdraft.vectors.Axis;
import org.ankerdraft.vectors.Vec3;

/**
 * Turns a profile about an axis, and proves the solid by Pappus' theorem: its volume is the area of
 * the profile times the way of its centroid (Pappus of Alexandria, Collection VII; any text of
 * calculus).
 */
final class RevolveBuilder {
  static final String WHAT = "revolve";
  private static final double FULL = 2 * Math.PI;

  private final BuildContext context;
  private final Revolve step;

  RevolveBuilder(BuildContext context, Revolve step) {
    this.context = context;
    this.step = step;
  }

  /** The solid by itself. */
  Tool tool() throws StepFailed, ExpressionException, Choosing.Adrift, Ladder.Stopped {
    ResolvedSketch sketch =
        Profiles.of(context, WHAT, step.sketch(), step.wall(), step.areas(), step.use());
    Axis axis = context.axis(WHAT, step.axis(), step.sketch());
    mustLieInPlane(sketch, axis);
    double angle = angle();
    Axis about =
        step.reversed() && step.angle() != null
            ? new Axis(axis.point(), axis.direction().negated())
            : axis;
    mustLieBeside(sketch, axis);
    double start = step.bothWays() && step.angle() != null ? -angle / 2 : 0;
    Naming.Births births = Prisms.Births.of(step.id(), "side", "start", "end", sketch.faceParts());
    Outcome<Derived> made =
        context.kernel.revolve(
            sketch.regions(), sketch.frame().plane(), about, start, angle, context.budget());
    if (made instanceof Outcome.Failed<Derived>(var failure)) {
      throw new StepFailed(BuildContext.failure(WHAT, Ladder.stopIfNeeded(failure), null));
    }
    NamedShape solid = Naming.name(made.orThrow(), List.of(), births);
    if (sketch.holdsLines()) {
      return new Tool(Skins.proved(context, WHAT, solid), "lines turned about an axis");
    }
    Optional<String> fault = fault(solid, Profiles.measured(context, WHAT, sketch), axis, angle);
    if (fault.isPresent()) {
      throw new StepFailed(WHAT, fault.get());
    }
    return new Tool(solid, "turned about an axis");
  }

  private double angle() throws StepFailed, ExpressionException {
    if (step.angle() == null) {
      return FULL;
    }
    double angle = context.values.angleRad(step.angle());
    if (!(angle > context.tolerance.angleRad() && angle <= FULL + context.tolerance.angleRad())) {
      throw new StepFailed(WHAT, "an angle of " + Words.deg(angle) + " is not from 0 to 360 deg");
    }
    return Math.min(angle, FULL);
  }

  private void mustLieInPlane(ResolvedSketch sketch, Axis axis) throws StepFailed {
    Vec3 n = sketch.frame().normal();
    double off = Math.abs(axis.point().minus(sketch.frame().origin()).dot(n));
    if (Math.abs(axis.direction().dot(n)) > context.tolerance.angleRad()
        || off > context.tolerance.lengthMm()) {
      throw new StepFailed(
          WHAT,
          "the axis does not lie in the plane of the sketch: it "
              + (off > context.tolerance.lengthMm()
                  ? "passes it at " + Words.mm(off)
                  : "leans out of it by "
                      + Words.deg(Math.asin(Math.abs(axis.direction().dot(n))))));
    }
  }

  /** No curve of a profile may lie on both sides of the axis. */
  private void mustLieBeside(ResolvedSketch sketch, Axis axis) throws StepFailed {
    Vec3 side = sketch.frame().normal().cross(axis.direction());
    double low = 0;
    double high = 0;
    String lowest = "";
    String highest = "";
    for (ProfileCurve.Region region : sketch.regions()) {
      for (ProfileCurve curve : region.outer()) {
        for (Vec3 p : curve.points()) {
          double d = p.minus(axis.point()).dot(side);
          if (d < low) {
            low = d;
            lowest = sketch.nameByTag().get(curve.tag());
          }
          if (d > high) {
            high = d;
            highest = sketch.nameByTag().get(curve.tag());
          }
        }
      }
    }
    double slack = context.tolerance.lengthMm();
    if (low < -slack && high > slack) {
      boolean lessBelow = -low < high;
      throw new StepFailed(
          new Failure(
              WHAT,
              "the axis crosses the profile, which reaches "
                  + Words.mm(lessBelow ? -low : high)
                  + " beyond it; move the axis or cut the profile there",
              List.of("curve " + (lessBelow ? lowest : highest)),
              null,
              null));
    }
  }

  private Optional<String> fault(
      NamedShape solid, Profiles.Measured profile, Axis axis, double angle) throws Ladder.Stopped {
    Optional<String> unsound =
        Proofs.soundness(Proofs.Of.TOOL, solid.shape(), context.kernel, context.budget());
    if (unsound.isPresent()) {
      return unsound;
    }
    double wanted = profile.areaMm2() * axis.from(profile.centroid()).length() * angle;
    double off = Math.abs(solid.shape().mass().volumeMm3() / wanted - 1);
    return off > context.tolerance.relative()
        ? Optional.of(
            "the solid differs by "
                + Words.number(100 * off)
                + " % from area times the way of its centroid")
        : Optional.empty();
  }
}

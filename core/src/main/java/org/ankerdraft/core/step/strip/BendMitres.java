package org.ankerdraft.core.step.strip;

import java.util.ArrayList;
import java.util.List;
import org.ankerdraft.core.geometry.PlaneCurve;
import org.ankerdraft.core.operation.BuildContext;
import org.ankerdraft.core.operation.Combiner;
import org.ankerdraft.core.operation.Ladder;
import org.ankerdraft.core.operation.StepFailed;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.core.select.Naming;
import org.ankerdraft.core.sheet.StripProfile;
import org.ankerdraft.core.step.strip.StripSeat.End;
import org.ankerdraft.kernel.Derived;
import org.ankerdraft.kernel.GeometryKernel.Combination;
import org.ankerdraft.kernel.Outcome;
import org.ankerdraft.vectors.Vec3;
import org.ankerdraft.vectors.Xy;

/**
 * Ends bends at mitres as a sheet is cut: square to it everywhere, along the line in which the
 * mitre's plane meets that side of the sheet which reaches it first.
 */
final class BendMitres {
  /** Turn between places at which the end of a bend is computed; a spline goes through them. */
  private static final double STEP_RAD = Math.toRadians(5);

  private static final int FEWEST_STEPS = 6;

  /** By how many more the cut goes on past each end of the bend, where a spline is least true. */
  private static final int PAST = 4;

  /** Of the thickness: how far the cut stands out on both sides of the sheet. */
  private static final double OUT = 0.25;

  private final BuildContext context;
  private final String what;
  private final String stepId;

  BendMitres(BuildContext context, String what, String stepId) {
    this.context = context;
    this.what = what;
    this.stepId = stepId;
  }

  /**
   * A bend without what lies beyond a mitre.
   *
   * @param outline of the bend: near arc, shoulder, far arc backwards, root
   * @param halfGapMm from the mitre's plane along the edge
   * @param beyondMm how far the bend may reach past the end of the edge
   * @param name of the faces that the cut leaves
   */
  NamedShape cut(
      NamedShape bend,
      StripSeat seat,
      End end,
      List<StripProfile.Raised> outline,
      double halfGapMm,
      double beyondMm,
      FaceName name)
      throws StepFailed, Ladder.Stopped {
    boolean atEnd = end.equals(seat.atEnd());
    PlaneCurve.Arc near = (PlaneCurve.Arc) outline.get(0).curve();
    PlaneCurve.Arc far = (PlaneCurve.Arc) outline.get(2).curve().reversed();
    double slope = end.neighbour().slope();
    double out = OUT * Math.abs(far.radius() - near.radius());
    List<Vec3> inner = new ArrayList<>();
    List<Vec3> outer = new ArrayList<>();
    int steps = (int) Math.max(FEWEST_STEPS, Math.ceil(Math.abs(near.sweepRad()) / STEP_RAD));
    for (int i = -PAST; i <= steps + PAST; i++) {
      double share = (double) i / steps;
      Xy first = firstAt(near, far, share, slope);
      double inwards = halfGapMm - slope * first.x();
      double along = atEnd ? seat.lengthMm() - inwards : inwards;
      inner.add(
          seat.inSpace(
              radially(near, far, share, Math.min(out, inner(near, far) / 2), true), along));
      outer.add(seat.inSpace(radially(near, far, share, out, false), along));
    }
    Vec3 away = seat.along().times((atEnd ? 1 : -1) * beyondMm);
    Outcome<Derived> tool = context.kernel.sweepRuled(inner, outer, away, context.budget());
    if (tool instanceof Outcome.Failed<Derived>(var failure)) {
      throw new StepFailed(BuildContext.failure(what, Ladder.stopIfNeeded(failure), bend));
    }
    NamedShape named = Naming.name(tool.orThrow(), List.of(), Naming.Births.ofCut(name, name));
    return Combiner.combine(context, what, Combination.SUBTRACT, bend, named, stepId);
  }

  private static double inner(PlaneCurve.Arc near, PlaneCurve.Arc far) {
    return Math.min(near.radius(), far.radius());
  }

  /** The point of the side that reaches the mitre first, seen along the edge. */
  private static Xy firstAt(PlaneCurve.Arc near, PlaneCurve.Arc far, double share, double slope) {
    // Past its ends a bend goes on as it came.
    double within = Math.max(1e-3, Math.min(1 - 1e-3, share));
    boolean isNear = slope * (near.at(within).x() - far.at(within).x()) <= 0;
    return (isNear ? near : far).at(share);
  }

  /** On the ray from the bend's axis, inside its inner or outside its outer radius. */
  private static Xy radially(
      PlaneCurve.Arc near, PlaneCurve.Arc far, double share, double byMm, boolean inside) {
    double radius = inside ? inner(near, far) - byMm : Math.max(near.radius(), far.radius()) + byMm;
    return near.centre().plus(Xy.polar(radius, near.startRad() + share * near.sweepRad()));
  }
}

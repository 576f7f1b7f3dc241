package org.ankerdraft.core.step.lip;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.operation.Body;
import org.ankerdraft.core.operation.BuildContext;
import org.ankerdraft.core.operation.Combiner;
import org.ankerdraft.core.operation.Failure;
import org.ankerdraft.core.operation.Feasible;
import org.ankerdraft.core.operation.Footing;
import org.ankerdraft.core.operation.Ladder;
import org.ankerdraft.core.operation.Prisms;
import org.ankerdraft.core.operation.StepBuild;
import org.ankerdraft.core.operation.StepFailed;
import org.ankerdraft.core.operation.Tilt;
import org.ankerdraft.core.operation.Words;
import org.ankerdraft.core.select.Choosing;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.core.sketch.ResolvedSketch;
import org.ankerdraft.core.sketch.SketchProblem;
import org.ankerdraft.core.step.lip.Lip.Make;
import org.ankerdraft.core.step.lip.Lip.Side;
import org.ankerdraft.kernel.Derived;
import org.ankerdraft.kernel.GeometryKernel.Combination;
import org.ankerdraft.kernel.Outcome;
import org.ankerdraft.kernel.ProfileCurve;
import org.ankerdraft.kernel.ProfileCurve.Region;
import org.ankerdraft.vectors.Plane;
import org.ankerdraft.vectors.Vec3;

/** Draws a strip of the rim up or down, tilts its sides, and unites it or takes it away. */
final class LipBuilder {
  static final String NEAR = "near";
  static final String FAR = "far";

  private final BuildContext context;
  private final Lip step;
  private final String what;
  private Body body;
  private int face;

  /** Null where strips are made of free edges. */
  private Rim rim;

  private List<FreeStrip> free;
  private double inset;
  private double width;
  private double height;
  private double draft;
  private double clearance;

  LipBuilder(BuildContext context, Lip step) {
    this.context = context;
    this.step = step;
    this.what = step.make() == Make.LIP ? "lip" : "groove";
  }

  StepBuild build() throws StepFailed, ExpressionException, Choosing.Adrift, Ladder.Stopped {
    if (step.rim() == null) {
      throw StepFailed.waits(what, "no rim is chosen");
    }
    body = context.body(what, step.body());
    face = context.oneFace(what, body.named(), step.rim());
    free = freeStrips();
    rim =
        free.isEmpty()
            ? Rim.of(context, what, body.named(), face, step.side() == Side.INNER)
            : null;
    inset = notNegative("the distance from the edge", step.inset());
    width = context.positiveMm(what, "the width", step.width());
    height = context.positiveMm(what, "the height", step.height());
    clearance = notNegative("the clearance", step.clearance());
    draft = step.draft() == null ? 0 : context.values.angleRad(step.draft());
    if (!(draft >= 0 && draft < Math.PI / 4)) {
      throw new StepFailed(
          what, "the draft is " + Words.deg(draft) + "; it must be from 0 to less than 45 deg");
    }
    Vec3 up = body.named().topology().face(face).normal();
    List<Body> changed = new ArrayList<>();
    if (step.make() == Make.GROOVE) {
      changed.add(combined(body, Combination.SUBTRACT, groove(up.negated())));
      return new StepBuild("taken from the rim", changed, null);
    }
    refuseIfBesideRim();
    changed.add(
        combined(body, Combination.UNITE, drawn(inset, inset + width, up.times(height), draft)));
    if (step.mate() != null) {
      Body mate = context.body(what, step.mate());
      changed.add(combined(mate, Combination.SUBTRACT, groove(up)));
    }
    return new StepBuild("raised from the rim", changed, null);
  }

  private double notNegative(String field, Expr expr) throws StepFailed, ExpressionException {
    double v = expr == null ? 0 : context.values.lengthMm(expr);
    if (!(v >= 0)) {
      throw new StepFailed(what, field + " is " + Words.mm(v) + "; it must not be less than 0");
    }
    return v;
  }

  /** The loops that are followed, if any of them has an edge that is no line and no arc. */
  private List<FreeStrip> freeStrips() {
    boolean isInner = step.side() == Side.INNER;
    List<List<Integer>> loops = body.named().topology().face(face).loops();
    List<FreeStrip> out = new ArrayList<>();
    boolean isFree = false;
    for (int i = isInner ? 2 : 1; i <= (isInner ? loops.size() : 1); i++) {
      isFree |= FreeStrip.hasFreeEdges(body.named(), loops.get(i - 1));
      out.add(new FreeStrip(context, what, body.named(), face, i, isInner, step.id()));
    }
    return isFree ? out : List.of();
  }

  private Body combined(Body with, Combination how, List<NamedShape> tools)
      throws StepFailed, Ladder.Stopped {
    return new Body(
        with.name(), Combiner.combineAll(context, what, how, with.named(), tools, step.id()));
  }

  private List<NamedShape> groove(Vec3 down) throws StepFailed, Ladder.Stopped {
    return drawn(
        inset - clearance, inset + width + clearance, down.times(height + clearance), draft);
  }

  /** What stands along the rim between two distances from its edge; of free edges loop by loop. */
  private List<NamedShape> drawn(double from, double to, Vec3 way, double lean)
      throws StepFailed, Ladder.Stopped {
    if (free.isEmpty()) {
      return List.of(drawn(strip(from, to), way, lean));
    }
    List<NamedShape> out = new ArrayList<>();
    for (FreeStrip strip : free) {
      out.add(strip.drawn(from, to, way, lean));
    }
    return out;
  }

  private ResolvedSketch strip(double from, double to) throws StepFailed {
    try {
      return rim.strip(from, to);
    } catch (SketchProblem e) {
      throw new StepFailed(
          what, "a width of " + Words.mm(width) + " cannot follow the rim: " + e.getMessage());
    }
  }

  private NamedShape drawn(ResolvedSketch strip, Vec3 way, double lean)
      throws StepFailed, Ladder.Stopped {
    NamedShape upright =
        Prisms.unproved(
            context, what, strip.regions(), strip.frame().plane(), Vec3.ZERO, way, births(strip));
    return lean == 0
        ? upright
        : Tilt.ofTool(
            context,
            what,
            upright,
            Footing.faces(upright, f -> f.isOf(step.id(), NEAR) || f.isOf(step.id(), FAR)),
            lean,
            new Plane(strip.frame().origin(), way.unit()),
            step.id(),
            Set.of());
  }

  /** Sides are named after the walls that they run along, on the edge's side and beyond. */
  private Prisms.Births births(ResolvedSketch strip) {
    Map<Integer, FaceName> names = new LinkedHashMap<>();
    for (Region region : strip.regions()) {
      name(region.outer(), rim.isInner() ? FAR : NEAR, strip, names);
      for (List<ProfileCurve> inner : region.inner()) {
        name(inner, rim.isInner() ? NEAR : FAR, strip, names);
      }
    }
    return new Prisms.Births(
        names,
        FaceName.of(step.id(), "start"),
        FaceName.of(step.id(), "end"),
        FaceName.of(step.id(), "face"));
  }

  private void name(
      List<ProfileCurve> contour, String role, ResolvedSketch strip, Map<Integer, FaceName> names) {
    for (ProfileCurve curve : contour) {
      String name = strip.nameByTag().get(curve.tag());
      FaceName wall = rim.walls().get(name.replaceFirst("\\..*", ""));
      names.put(curve.tag(), FaceName.from(step.id(), role, List.of(wall)));
    }
  }

  /** A lip must stand on its rim all along. */
  private void refuseIfBesideRim() throws StepFailed, Ladder.Stopped {
    if (isOnRim(width)) {
      return;
    }
    Failure failure =
        new Failure(
            what + " of " + Words.mm(width),
            "it is wider than the rim, and would stand out beside it",
            List.of(body.named().faceName(face).toString()),
            body.named().topology().face(face).point(),
            null);
    throw new StepFailed(
        failure.withLimit(() -> Feasible.upToMm(width, share -> isOnRim(share * width))));
  }

  /**
   * Whether the lip's strip lies within the rim: of free edges by how far these lie from the rim's
   * others, else by a plate of each.
   */
  private boolean isOnRim(double wide) throws StepFailed, Ladder.Stopped {
    for (FreeStrip strip : free) {
      if (inset + wide > strip.room() + context.tolerance.lengthMm()) {
        return false;
      }
    }
    return !free.isEmpty() || isOnPlate(wide);
  }

  private boolean isOnPlate(double wide) throws StepFailed, Ladder.Stopped {
    Vec3 thick = rim.loops().frame().normal().times(height);
    Outcome<Derived> plate =
        context.kernel.sweepFace(body.named().shape(), face, thick, context.budget());
    if (plate instanceof Outcome.Failed<Derived>(var failure)) {
      throw new StepFailed(BuildContext.failure(what, Ladder.stopIfNeeded(failure), body.named()));
    }
    NamedShape lip = drawn(strip(inset, inset + wide), thick, 0);
    Outcome<Derived> common =
        context.kernel.combine(
            Combination.INTERSECT,
            plate.orThrow().shape(),
            List.of(lip.shape()),
            false,
            context.budget());
    if (common instanceof Outcome.Failed<Derived>(var failure)) {
      Ladder.stopIfNeeded(failure);
      return false;
    }
    double on = common.orThrow().shape().mass().volumeMm3();
    double whole = lip.shape().mass().volumeMm3();
    return on > whole * (1 - context.tolerance.relative());
  }
}

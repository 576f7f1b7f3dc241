package org.ankerdraft.core.step.extrude;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.operation.Body;
import org.ankerdraft.core.operation.BuildContext;
import org.ankerdraft.core.operation.Ladder;
import org.ankerdraft.core.operation.MadeBefore;
import org.ankerdraft.core.operation.Prisms;
import org.ankerdraft.core.operation.Profiles;
import org.ankerdraft.core.operation.Proofs;
import org.ankerdraft.core.operation.Solids;
import org.ankerdraft.core.operation.StepBuild;
import org.ankerdraft.core.operation.StepFailed;
import org.ankerdraft.core.operation.TiltProof;
import org.ankerdraft.core.operation.Tool;
import org.ankerdraft.core.operation.UpTo;
import org.ankerdraft.core.operation.UpTo.Way;
import org.ankerdraft.core.operation.Use;
import org.ankerdraft.core.operation.Words;
import org.ankerdraft.core.operation.Work;
import org.ankerdraft.core.select.Choosing;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.core.select.Naming;
import org.ankerdraft.core.sketch.ResolvedSketch;
import org.ankerdraft.kernel.GeometryKernel.Combination;
import org.ankerdraft.kernel.Outcome;
import org.ankerdraft.kernel.Topology;
import org.ankerdraft.vectors.Vec3;

/** Extrusion with taper, as a new body or combined with others. */
final class ExtrudeBuilder {
  private final BuildContext context;
  private final Extrude step;
  private final String what;
  private String strategy = "prism";

  /** From the sketch plane to where it begins. */
  private Vec3 from = Vec3.ZERO;

  /** Whether it is worth finding up to which taper it works. */
  private boolean tellsLimit = true;

  ExtrudeBuilder(BuildContext context, Extrude step) {
    this.context = context;
    this.step = step;
    this.what = "extrude";
  }

  StepBuild build() throws StepFailed, ExpressionException, Choosing.Adrift, Ladder.Stopped {
    Tool tool = context.readyTool().isPresent() ? context.readyTool().get() : tool();
    return Solids.used(context, what, step.id(), step.use(), step.body(), step.targets(), tool);
  }

  /** Of one that changes one body. */
  Work work() throws StepFailed, ExpressionException, Choosing.Adrift, Ladder.Stopped {
    Body body = Solids.targets(context, what, step.targets()).getFirst();
    return Work.of(
        what, body, new Work.Combining(step.use().combination(), List.of(tool().solid())));
  }

  /** The extruded solid by itself. */
  Tool tool() throws StepFailed, ExpressionException, Choosing.Adrift, Ladder.Stopped {
    ResolvedSketch sketch =
        Profiles.of(context, what, step.sketch(), step.wall(), step.areas(), step.use());
    if (sketch.holdsLines()) {
      double reach = step.extent() == Extrude.Extent.THROUGH_ALL ? reach(sketch) : 0;
      return new LineSurface(context, what, step, sketch).tool(reach);
    }
    if (sketch.openAt() != null) {
      throw new StepFailed(what, sketch.openAt());
    }
    double taper = step.taper() == null ? 0 : taper(step.taper());
    NamedShape solid = solid(sketch, taper);
    return new Tool(solid, strategy);
  }

  private double taper(Expr expr) throws StepFailed, ExpressionException {
    double taper = context.values.angleRad(expr);
    if (Math.abs(taper) >= Math.PI / 2) {
      throw new StepFailed(what, "a taper of " + Words.deg(taper) + " is not under 90 deg");
    }
    return taper;
  }

  private NamedShape solid(ResolvedSketch sketch, double taper)
      throws StepFailed, ExpressionException, Choosing.Adrift, Ladder.Stopped {
    Vec3 n = sketch.frame().normal();
    Vec3 along = step.reversed() ? n.negated() : n;
    double after = step.startOffset() == null ? 0 : context.values.lengthMm(step.startOffset());
    from = along.times(after);
    return switch (step.extent()) {
      case ONE_SIDE -> prism(sketch, front(along, depth()), taper);
      case TO_NEXT, TO_FACE, TO_LAST -> upToBody(sketch, along, taper);
      case TO_POINT -> toPoint(sketch, along);
      case SYMMETRIC -> bothSides(sketch, along, depth() / 2, depth() / 2, taper);
      case TWO_SIDES ->
          bothSides(
              sketch,
              along,
              depth(),
              context.positiveMm(what, "the depth on the other side", step.backDepth()),
              taper);
      case THROUGH_ALL -> throughAll(sketch, along, reach(sketch) + Math.abs(after), taper);
    };
  }

  /**
   * Far beyond the targets, so that copies in other places and turned ones go through, too. Walls
   * that lean towards each other may meet on so long a way: then just beyond the targets.
   */
  private NamedShape throughAll(ResolvedSketch sketch, Vec3 along, double reach, double taper)
      throws StepFailed, ExpressionException, Choosing.Adrift, Ladder.Stopped {
    boolean isStraight = taper == 0 && step.backTaper() == null;
    if (!isTakenAway() || isStraight) {
      return bothSides(sketch, along, reach, reach, taper);
    }
    tellsLimit = false;
    try {
      return bothSides(sketch, along, reach, reach, taper);
    } catch (StepFailed tooLong) {
      tellsLimit = true;
      double ahead = reach(sketch, along);
      return bothSides(sketch, along, ahead, reach(sketch, along.negated()), taper);
    }
  }

  private NamedShape toPoint(ResolvedSketch sketch, Vec3 along)
      throws StepFailed, ExpressionException, Ladder.Stopped {
    double depth = depth();
    Vec3 foot =
        step.tip() == null
            ? Profiles.measured(context, what, sketch).centroid()
            : Prisms.at(sketch.frame(), step.tip().at(context.values));
    strategy = "straight to a point";
    return new Spire(context, what, step.id(), sketch, from)
        .solid(foot.plus(from).plus(along.times(depth)));
  }

  private double depth() throws StepFailed, ExpressionException {
    return context.positiveMm(what, "the depth", step.depth());
  }

  private static Side front(Vec3 along, double depth) {
    return new Side(along, depth, "start", "side", "end");
  }

  /** Far enough to leave every target on both sides. */
  private double reach(ResolvedSketch sketch) throws StepFailed, Choosing.Adrift {
    double reach = 1;
    for (Body b : targets()) {
      var mass = b.named().shape().mass();
      reach =
          Math.max(reach, mass.diagonalMm() + mass.centroid().distance(sketch.frame().origin()));
    }
    return reach;
  }

  /** Just far enough to leave every target on one side; a little where none lies there. */
  private double reach(ResolvedSketch sketch, Vec3 along) throws StepFailed, Choosing.Adrift {
    double reach = 0;
    for (Body b : targets()) {
      var mass = b.named().shape().mass();
      double own = mass.reach(sketch.frame().origin().plus(from), along);
      reach = Math.max(reach, Math.max(0, own) + UpTo.beyondMm(mass));
    }
    return reach;
  }

  /** Up to the body ahead, or a face of it. */
  private NamedShape upToBody(ResolvedSketch sketch, Vec3 along, double taper)
      throws StepFailed, ExpressionException, Choosing.Adrift, Ladder.Stopped {
    if (step.extent() == Extrude.Extent.TO_FACE && step.to() == null) {
      throw StepFailed.waits(what, "it needs the face up to which it goes");
    }
    boolean isToFace = step.extent() == Extrude.Extent.TO_FACE;
    Body ahead =
        isToFace ? context.anyBody(what, step.bodyAhead()) : context.body(what, step.bodyAhead());
    if (isToFace) {
      int face = context.oneFace(what, ahead.named(), step.to());
      // A face tells by itself on which side of the sketch it lies.
      boolean behind = UpTo.liesBehind(ahead.named(), face, sketch.frame().origin(), along);
      from = behind ? from.negated() : from;
      return ended(sketch, ahead, face, behind ? along.negated() : along, taper);
    }
    return ended(sketch, ahead, 0, along, taper);
  }

  /**
   * @param face up to which it goes; 0 for none
   */
  private NamedShape ended(ResolvedSketch sketch, Body ahead, int face, Vec3 along, double taper)
      throws StepFailed, Ladder.Stopped {
    Way way =
        new Way(
            sketch.frame().origin().plus(from),
            along,
            depth -> prism(sketch, front(along, depth), taper),
            "start",
            "end");
    UpTo upTo = new UpTo(context, what, step.id(), ahead, way);
    NamedShape ended =
        switch (step.extent()) {
          case TO_FACE -> upTo.face(face);
          case TO_NEXT -> upTo.next(isTakenAway());
          default ->
              isTakenAway() ? prism(sketch, front(along, upTo.reachMm()), taper) : upTo.last();
        };
    strategy = strategy + ", " + (upTo.strategy().isEmpty() ? "to its length" : upTo.strategy());
    return ended;
  }

  private boolean isTakenAway() {
    return step.use() == Use.SUBTRACT || step.use() == Use.INTERSECT;
  }

  private NamedShape bothSides(
      ResolvedSketch sketch, Vec3 along, double depth, double back, double taper)
      throws StepFailed, ExpressionException, Ladder.Stopped {
    double backTaper = step.backTaper() == null ? taper : taper(step.backTaper());
    if (taper == 0 && backTaper == 0) {
      Side whole = front(along, depth + back);
      return prismFrom(sketch, whole, along.times(-back));
    }
    NamedShape one = prism(sketch, front(along, depth), taper);
    NamedShape other =
        prism(
            sketch,
            new Side(along.negated(), back, "back-start", "back-side", "back-end"),
            backTaper);
    Outcome<NamedShape> both =
        context
            .kernel
            .combine(Combination.UNITE, one.shape(), List.of(other.shape()), true, context.budget())
            .map(d -> Naming.name(d, List.of(one, other), births(sketch, front(along, depth))));
    if (both instanceof Outcome.Failed<NamedShape>(var failure)) {
      throw new StepFailed(BuildContext.failure(what, Ladder.stopIfNeeded(failure), null));
    }
    NamedShape united = both.orThrow();
    Optional<String> fault = unitedFault(united, one, other, along, taper, backTaper);
    if (fault.isPresent()) {
      throw new StepFailed(what, fault.get());
    }
    return united;
  }

  /** Both halves whole, each wall at its angle to its own direction. */
  private Optional<String> unitedFault(
      NamedShape united,
      NamedShape one,
      NamedShape other,
      Vec3 along,
      double taper,
      double backTaper)
      throws Ladder.Stopped {
    Optional<String> unsound =
        Proofs.soundness(Proofs.Of.TOOL, united.shape(), context.kernel, context.budget());
    if (unsound.isPresent()) {
      return unsound;
    }
    double sum = one.shape().mass().volumeMm3() + other.shape().mass().volumeMm3();
    if (Math.abs(united.shape().mass().volumeMm3() - sum) > context.tolerance.relative() * sum) {
      return Optional.of("the two sides do not come together to their volume");
    }
    Optional<String> front =
        TiltProof.wrongAngle(context, united, along, walls(united, "side", taper));
    return front.isPresent()
        ? front
        : TiltProof.wrongAngle(
            context, united, along.negated(), walls(united, "back-side", backTaper));
  }

  private Map<FaceName, Double> walls(NamedShape solid, String role, double taper) {
    Map<FaceName, Double> wanted = new LinkedHashMap<>();
    for (int i = 1; i <= solid.topology().faces().size(); i++) {
      Topology.SurfaceKind kind = solid.topology().face(i).kind();
      boolean isOfOneAngle =
          kind == Topology.SurfaceKind.PLANE
              || kind == Topology.SurfaceKind.CONE
              || kind == Topology.SurfaceKind.FREEFORM;
      if (isOfOneAngle && solid.faceName(i).isOf(step.id(), role)) {
        wanted.put(solid.faceName(i), taper);
      }
    }
    return wanted;
  }

  private NamedShape prism(ResolvedSketch sketch, Side side, double taper)
      throws StepFailed, Ladder.Stopped {
    Taper.Made made = made(new Recipe(step.id(), sketch, from, side, taper));
    strategy = made.strategy();
    return made.solid();
  }

  private NamedShape prismFrom(ResolvedSketch sketch, Side side, Vec3 start)
      throws StepFailed, Ladder.Stopped {
    return made(new Recipe(step.id(), sketch, from.plus(start), side, 0)).solid();
  }

  /**
   * All that a prism is made of.
   *
   * @param from moves the sketch to where it begins
   */
  private record Recipe(String stepId, ResolvedSketch sketch, Vec3 from, Side side, double taperRad)
      implements MadeBefore.Recipe<Taper.Made> {
    @Override
    public Class<Taper.Made> makes() {
      return Taper.Made.class;
    }
  }

  private Taper.Made made(Recipe recipe) throws StepFailed, Ladder.Stopped {
    Optional<Taper.Made> before = context.madeBefore().of(recipe);
    if (before.isPresent()) {
      return before.get();
    }
    Taper.Made made = anew(recipe);
    context.madeBefore().keep(recipe, made, made.solid().shape().bytes());
    return made;
  }

  private Taper.Made anew(Recipe of) throws StepFailed, Ladder.Stopped {
    NamedShape straight =
        Prisms.unproved(
            context,
            what,
            of.sketch.regions(),
            of.sketch.frame().plane(),
            of.from,
            of.side.along().times(of.side.depthMm()),
            births(of.sketch, of.side));
    if (of.taperRad == 0) {
      return new Taper.Made(Prisms.proved(context, what, straight), "prism");
    }
    Taper.Made tapered =
        new Taper(context, step.id(), of.sketch, of.from, of.side)
            .solid(straight, of.taperRad, tellsLimit);
    return new Taper.Made(tapered.solid(), "prism, " + tapered.strategy());
  }

  private Naming.Births births(ResolvedSketch sketch, Side side) {
    return side.births(step.id(), sketch);
  }

  private List<Body> targets() throws StepFailed, Choosing.Adrift {
    return step.use().makesBody()
        ? List.copyOf(context.everyBody())
        : Solids.targets(context, what, step.targets());
  }
}

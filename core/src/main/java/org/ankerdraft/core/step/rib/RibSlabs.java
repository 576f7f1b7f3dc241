package org.ankerdraft.core.step.rib;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.ankerdraft.core.operation.BuildContext;
import org.ankerdraft.core.operation.Failure;
import org.ankerdraft.core.operation.Footing;
import org.ankerdraft.core.operation.Ladder;
import org.ankerdraft.core.operation.Prisms;
import org.ankerdraft.core.operation.Proofs;
import org.ankerdraft.core.operation.StepFailed;
import org.ankerdraft.core.operation.Tilt;
import org.ankerdraft.core.operation.Words;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.core.select.Naming;
import org.ankerdraft.core.sketch.Curve2;
import org.ankerdraft.core.sketch.Frame;
import org.ankerdraft.core.sketch.ResolvedSketch;
import org.ankerdraft.core.sketch.SketchProblem;
import org.ankerdraft.core.sketch.Wall;
import org.ankerdraft.core.sketch.edit.WallAreas;
import org.ankerdraft.kernel.Derived;
import org.ankerdraft.kernel.GeometryKernel.LoftGoing;
import org.ankerdraft.kernel.GeometryKernel.LoftSection;
import org.ankerdraft.kernel.Outcome;
import org.ankerdraft.vectors.Plane;
import org.ankerdraft.vectors.Vec3;
import org.ankerdraft.vectors.Xy;

/**
 * The slabs of which ribs are cut: along a curve and on beyond its free ends, from the sketch plane
 * down, wider below.
 */
final class RibSlabs {
  private static final String WHAT = RibBuilder.WHAT;

  /** Sine of the least angle to a line at which a slab is made long enough to end in its middle. */
  private static final double FLATTEST = 0.02;

  private final BuildContext context;
  private final String stepId;
  private final ResolvedSketch sketch;
  private final Vec3 down;
  private final Size size;

  RibSlabs(BuildContext context, String stepId, ResolvedSketch sketch, Vec3 down, Size size) {
    this.context = context;
    this.stepId = stepId;
    this.sketch = sketch;
    this.down = down;
    this.size = size;
  }

  /**
   * How large slabs are; mm and rad.
   *
   * @param thickness at the sketch plane
   * @param depth from the sketch plane to below the body
   * @param reach beyond a free end, out of the body
   */
  record Size(double thickness, double draft, double depth, double reach) {}

  NamedShape of(RibPiece piece) throws StepFailed, Ladder.Stopped {
    if (size.thickness / 2 + size.depth * Math.tan(size.draft) <= 0) {
      throw new StepFailed(
          WHAT,
          "with a draft of "
              + Words.deg(size.draft)
              + " it comes to a point before it meets the body");
    }
    return cutAtEnds(piece.isStraight() ? straight(piece) : curved(piece), piece);
  }

  /**
   * How far a slab goes beyond an end of its line: through the wall where there is one, past the
   * outer corner of a bend and past the middle of a line it ends on, where it is cut off.
   *
   * @param outwards direction in which the line leaves there
   */
  private double beyond(RibEnd end, Xy outwards) {
    double widest = size.thickness + size.depth * Math.max(0, Math.tan(size.draft));
    return switch (end) {
      case RibEnd.AtWall _ -> size.reach;
      case RibEnd.Bend(Xy onwards) -> widest * Math.tan(RibEnd.angle(outwards, onwards) / 2);
      case RibEnd.OnLine(Xy along) ->
          widest
              / Math.max(FLATTEST, Math.abs(along.cross(outwards)))
              * Math.abs(along.dot(outwards));
      case RibEnd.AtEnds _ -> 0;
    };
  }

  private double before(RibPiece piece) {
    return beyond(piece.start(), piece.startWay().times(-1));
  }

  private double after(RibPiece piece) {
    return beyond(piece.end(), piece.endWay());
  }

  private FaceName name(String role, RibPiece piece) {
    return FaceName.ofPart(stepId, role, piece.name());
  }

  private Vec3 inSpace(Xy at) {
    return sketch.frame().at(at.x(), at.y());
  }

  private Vec3 direction(Xy way) {
    return sketch.frame().x().times(way.x()).plus(sketch.frame().y().times(way.y()));
  }

  /** Its cross-section, drawn along the line. */
  private NamedShape straight(RibPiece piece) throws StepFailed, Ladder.Stopped {
    Vec3 along = direction(piece.startWay());
    double top = size.thickness / 2;
    double foot = top + size.depth * Math.tan(size.draft);
    Frame frame =
        new Frame(
            inSpace(piece.curve().start()).minus(along.times(before(piece))),
            down.cross(along).unit(),
            down);
    List<Xy> corners =
        List.of(
            new Xy(top, 0), new Xy(foot, size.depth), new Xy(-foot, size.depth), new Xy(-top, 0));
    Map<Integer, FaceName> names = new LinkedHashMap<>();
    String[] roles = {"right", "foot", "left", "top"};
    for (int i = 0; i < roles.length; i++) {
      names.put(i + 1, name(roles[i], piece));
    }
    double length =
        piece.curve().start().distance(piece.curve().end()) + before(piece) + after(piece);
    return Prisms.prism(
        context,
        WHAT,
        List.of(Prisms.polygon(frame, corners)),
        frame.plane(),
        Vec3.ZERO,
        along.times(length),
        new Prisms.Births(
            names, name("tip-start", piece), name("tip-end", piece), FaceName.of(stepId, "face")));
  }

  /** A wall along the curve and its tangents beyond, drawn down and tilted. */
  private NamedShape curved(RibPiece piece) throws StepFailed, Ladder.Stopped {
    boolean isFree =
        !(piece.curve() instanceof Curve2.Arc || piece.curve() instanceof Curve2.Circle);
    if (isFree && size.draft != 0) {
      return widened(piece);
    }
    ResolvedSketch wall = wall(piece, size.thickness);
    NamedShape upright =
        Prisms.unproved(
            context,
            WHAT,
            wall.regions(),
            wall.frame().plane(),
            Vec3.ZERO,
            down.times(size.depth),
            births(wall, piece));
    return size.draft == 0
        ? upright
        : Tilt.ofTool(
            context,
            WHAT,
            upright,
            Footing.faces(upright, f -> f.isOf(stepId, "left") || f.isOf(stepId, "right")),
            size.draft,
            new Plane(sketch.frame().origin(), down.negated()),
            stepId,
            Set.of());
  }

  /** What the library cannot tilt: straight from the wall above to the wider one below. */
  private NamedShape widened(RibPiece piece) throws StepFailed, Ladder.Stopped {
    if (piece.curve().isClosed()) {
      throw new StepFailed(
          WHAT,
          "no draft can be given along "
              + piece.name()
              + ", a free curve that closes: draw it in two");
    }
    double foot = size.thickness + 2 * size.depth * Math.tan(size.draft);
    ResolvedSketch top = wall(piece, size.thickness);
    List<LoftSection> sections = new ArrayList<>();
    sections.add(new LoftSection.Contour(top.regions().getFirst().outer(), top.frame().plane()));
    Vec3 lower = down.times(size.depth);
    Frame frame =
        new Frame(sketch.frame().origin().plus(lower), sketch.frame().x(), sketch.frame().y());
    sections.add(
        new LoftSection.Contour(
            wall(piece, foot, frame).regions().getFirst().outer(), frame.plane()));
    Outcome<Derived> made = context.kernel.loft(sections, LoftGoing.STRAIGHT, context.budget());
    if (made instanceof Outcome.Failed<Derived>(var failure)) {
      throw new StepFailed(BuildContext.failure(WHAT, Ladder.stopIfNeeded(failure), null));
    }
    NamedShape slab = Naming.name(made.orThrow(), List.of(), births(top, piece));
    Optional<String> fault =
        Proofs.soundness(Proofs.Of.TOOL, slab.shape(), context.kernel, context.budget());
    if (fault.isPresent()) {
      throw new StepFailed(WHAT, fault.get());
    }
    return slab;
  }

  private Prisms.Births births(ResolvedSketch wall, RibPiece piece) {
    Map<Integer, FaceName> names = new LinkedHashMap<>();
    boolean isSeenFromBelow = sketch.frame().normal().dot(down) > 0;
    wall.nameByTag().forEach((tag, name) -> names.put(tag, side(name, isSeenFromBelow, piece)));
    return new Prisms.Births(
        names, name("top", piece), name("foot", piece), FaceName.of(stepId, "face"));
  }

  private ResolvedSketch wall(RibPiece piece, double thickness) throws StepFailed {
    return wall(piece, thickness, sketch.frame());
  }

  private ResolvedSketch wall(RibPiece piece, double thickness, Frame frame) throws StepFailed {
    Curve2 curve = piece.curve();
    List<Curve2> way = new ArrayList<>();
    if (before(piece) > context.tolerance.lengthMm()) {
      Xy start = curve.start();
      way.add(
          new Curve2.Line(curve.tag(), start.minus(piece.startWay().times(before(piece))), start));
    }
    way.add(curve);
    if (after(piece) > context.tolerance.lengthMm()) {
      Xy end = curve.end();
      way.add(new Curve2.Line(curve.tag(), end, end.plus(piece.endWay().times(after(piece)))));
    }
    try {
      return WallAreas.of(
          sketch.of(frame, List.of(way)),
          new Wall(null, Wall.Side.CENTRED, Wall.Corners.MITRED),
          thickness);
    } catch (SketchProblem e) {
      throw new StepFailed(
          new Failure(
              WHAT,
              "a thickness of "
                  + Words.mm(thickness)
                  + " cannot follow its line: "
                  + e.getMessage(),
              List.of("curve " + piece.name()),
              inSpace(curve.at(0.5)),
              null));
    }
  }

  /** Left and right are those of one who looks along the line with the body below. */
  private FaceName side(String wallName, boolean isSeenFromBelow, RibPiece piece) {
    String role = wallName.substring(wallName.lastIndexOf('.') + 1);
    return name(
        switch (role) {
          case "left" -> isSeenFromBelow ? "right" : "left";
          case "right" -> isSeenFromBelow ? "left" : "right";
          case "begin" -> "tip-start";
          default -> "tip-end";
        },
        piece);
  }

  /** Where the line bends, both slabs end in the plane that halves the bend. */
  private NamedShape cutAtEnds(NamedShape slab, RibPiece piece) throws StepFailed, Ladder.Stopped {
    List<Plane> planes = new ArrayList<>();
    cut(piece.start(), piece.curve().start(), piece.startWay().times(-1)).ifPresent(planes::add);
    cut(piece.end(), piece.curve().end(), piece.endWay()).ifPresent(planes::add);
    if (planes.isEmpty()) {
      return slab;
    }
    Outcome<Derived> cut = context.kernel.cutByPlanes(slab.shape(), planes, context.budget());
    if (cut instanceof Outcome.Failed<Derived>(var failure)) {
      throw new StepFailed(BuildContext.failure(WHAT, Ladder.stopIfNeeded(failure), slab));
    }
    return Naming.name(
        cut.orThrow(),
        List.of(slab),
        Naming.Births.ofCut(name("bend", piece), FaceName.of(stepId, "face")));
  }

  /** The plane that cuts a slab off at an end of its line, looking away from the line. */
  private Optional<Plane> cut(RibEnd end, Xy place, Xy outwards) {
    Xy away =
        switch (end) {
          case RibEnd.Bend(Xy onwards) -> outwards.plus(onwards);
          case RibEnd.OnLine(Xy along) ->
              new Xy(-along.y(), along.x()).times(Math.signum(along.cross(outwards)));
          case RibEnd.AtWall _, RibEnd.AtEnds _ -> outwards;
        };
    return RibEnd.angle(away, outwards) > context.tolerance.angleRad()
        ? Optional.of(new Plane(inSpace(place), direction(away).unit()))
        : Optional.empty();
  }
}

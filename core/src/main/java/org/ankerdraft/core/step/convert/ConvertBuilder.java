package org.ankerdraft.core.step.convert;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.operation.Body;
import org.ankerdraft.core.operation.BuildContext;
import org.ankerdraft.core.operation.Combiner;
import org.ankerdraft.core.operation.Failure;
import org.ankerdraft.core.operation.Feasible;
import org.ankerdraft.core.operation.Ladder;
import org.ankerdraft.core.operation.Openings;
import org.ankerdraft.core.operation.Prisms;
import org.ankerdraft.core.operation.Proofs;
import org.ankerdraft.core.operation.SheetNumbers;
import org.ankerdraft.core.operation.SheetProof;
import org.ankerdraft.core.operation.StepBuild;
import org.ankerdraft.core.operation.StepFailed;
import org.ankerdraft.core.operation.Words;
import org.ankerdraft.core.select.Choosing;
import org.ankerdraft.core.select.EdgeName;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.core.select.Naming;
import org.ankerdraft.core.sketch.Frame;
import org.ankerdraft.kernel.Derived;
import org.ankerdraft.kernel.GeometryKernel.BlendType;
import org.ankerdraft.kernel.GeometryKernel.Combination;
import org.ankerdraft.kernel.GeometryKernel.Join;
import org.ankerdraft.kernel.Outcome;
import org.ankerdraft.kernel.Topology;
import org.ankerdraft.kernel.Topology.Edge;
import org.ankerdraft.vectors.Plane;
import org.ankerdraft.vectors.Vec3;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Turns a solid with plane faces into a sheet: a wall for the kept face and for each face that
 * chosen edges join to it, bends along these edges, walls parted along ripped edges, all other
 * faces open. The solid's faces become the outside of the sheet.
 */
final class ConvertBuilder {
  private static final Logger LOG = LoggerFactory.getLogger(ConvertBuilder.class);
  private static final String WHAT = "turning into sheet";
  private static final String NO_SHEET = "the body is no uniform sheet";
  private static final double USUAL_GAP_MM = 0.5;
  private static final double SAME_LINE_MM = 1e-4;
  private final BuildContext context;
  private final Convert step;
  private final SheetNumbers numbers;

  ConvertBuilder(BuildContext context, Convert step) {
    this.context = context;
    this.step = step;
    this.numbers = new SheetNumbers(context, WHAT);
  }

  StepBuild build() throws StepFailed, ExpressionException, Choosing.Adrift, Ladder.Stopped {
    Body body = context.body(WHAT, step.body());
    NamedShape input = body.named();
    if (step.bends().isEmpty() && step.rips().isEmpty()) {
      SheetProof.of(context, WHAT, input, NO_SHEET);
      return StepBuild.of("already a uniform sheet", body);
    }
    double thickness = numbers.thickness(step.thickness());
    double radius = numbers.radius(step.radius());
    double gap = numbers.length("the gap", step.gap(), USUAL_GAP_MM);
    if (step.keep() == null) {
      throw StepFailed.waits(WHAT, "the face to keep is missing");
    }
    int keep = context.someFaces(WHAT, input, List.of(step.keep())).iterator().next();
    Set<Integer> bends = context.choosing(input).edges(step.bends());
    Set<Integer> rips = context.choosing(input).edges(step.rips());
    Set<Integer> walls = walls(input, keep, bends);
    checkEdges(input, walls, bends, rips);
    NamedShape hollow = hollow(input, walls, thickness);
    Bends bent =
        r -> {
          Rips cuts = new Rips(input.topology(), bends, rips, thickness, r, gap);
          return bent(parted(hollow, input, cuts), input, bends, thickness, r);
        };
    NamedShape sheet = withLimit(bent, radius);
    SheetProof.of(context, WHAT, sheet, NO_SHEET);
    return StepBuild.of("wall, rips and bends", new Body(body.name(), sheet));
  }

  /** The kept face and those that bends join to it. */
  private Set<Integer> walls(NamedShape input, int keep, Set<Integer> bends) throws StepFailed {
    Set<Integer> walls = new TreeSet<>(Set.of(keep));
    boolean grows = true;
    while (grows) {
      grows = false;
      for (int e : bends) {
        List<Integer> faces = input.topology().edge(e).faces();
        if (faces.stream().anyMatch(walls::contains)) {
          grows |= walls.addAll(faces);
        }
      }
    }
    for (int f : walls) {
      if (input.topology().face(f).kind() != Topology.SurfaceKind.PLANE) {
        throw new StepFailed(
            new Failure(
                WHAT,
                "a wall must be plane, and this face is a "
                    + Words.kind(input.topology().face(f).kind()),
                List.of(input.faceName(f).toString()),
                input.topology().face(f).point(),
                null));
      }
    }
    return walls;
  }

  private void checkEdges(
      NamedShape input, Set<Integer> walls, Set<Integer> bends, Set<Integer> rips)
      throws StepFailed {
    for (int i = 1; i <= input.topology().edges().size(); i++) {
      Edge e = input.topology().edge(i);
      boolean between = walls.containsAll(e.faces()) && e.faces().size() == 2;
      String why = null;
      if (bends.contains(i) && !between) {
        why = "the edge to bend is not joined to the kept face by other bends";
      } else if (rips.contains(i) && !between) {
        why = "the edge to rip does not lie between two walls";
      } else if (between && !bends.contains(i) && !rips.contains(i)) {
        why = "two walls meet there, so the edge must be bent or ripped";
      } else if (between && e.kind() != Topology.CurveKind.LINE) {
        why = "the edge is curved; only straight edges bend or rip";
      } else if (between && e.bend() == Topology.Bend.CONCAVE) {
        why = "the edge is an inside corner; only outside corners can be bent or ripped";
      }
      if (why != null) {
        throw new StepFailed(
            new Failure(WHAT, why, List.of(input.edgeName(i).toString()), e.mid(), null));
      }
    }
  }

  private NamedShape hollow(NamedShape input, Set<Integer> walls, double thickness)
      throws StepFailed, Ladder.Stopped {
    List<Integer> open = new ArrayList<>();
    for (int f = 1; f <= input.topology().faces().size(); f++) {
      if (!walls.contains(f)) {
        open.add(f);
      }
    }
    if (open.isEmpty()) {
      throw new StepFailed(WHAT, "every face would be a wall; at least one must stay open");
    }
    return isWithin(input, walls)
        ? hollowByPlanes(input, walls, thickness)
        : behindInsideCorners(input, open, thickness);
  }

  /** A wall beside an open face at an inside corner ends where that face goes on. */
  private NamedShape behindInsideCorners(NamedShape input, List<Integer> open, double thickness)
      throws StepFailed, Ladder.Stopped {
    try {
      return thickened(input, open, thickness);
    } catch (StepFailed e) {
      LOG.debug("Not as a thick solid: {}", e.getMessage());
      return hollowByCore(input, open, thickness);
    }
  }

  /** Takes out what lies within the walls, led out through the open faces. */
  private NamedShape hollowByCore(NamedShape input, List<Integer> open, double thickness)
      throws StepFailed, Ladder.Stopped {
    Map<Integer, Double> own = Openings.outwardsMm(input.topology(), Set.copyOf(open), thickness);
    NamedShape core =
        named(
            context.kernel.offset(
                input.shape(), -thickness, own, Join.INTERSECTION, context.budget()),
            input,
            () -> FaceName.of(step.id(), "rim"));
    NamedShape inner =
        new NamedShape(
            core.shape(),
            core.faceNames().stream()
                .map(n -> isWall(input, open, n) ? FaceName.from(step.id(), "inner", n) : n)
                .toList());
    return Combiner.combine(context, WHAT, Combination.SUBTRACT, input, inner, step.id());
  }

  /** Whether the whole solid lies behind the plane of each wall. */
  private boolean isWithin(NamedShape input, Set<Integer> walls) {
    for (int f : walls) {
      Topology.Face face = input.topology().face(f);
      for (Vec3 v : input.topology().vertices()) {
        if (v.minus(face.point()).dot(face.normal()) > context.tolerance.lengthMm()) {
          return false;
        }
      }
    }
    return true;
  }

  /** Takes out what lies behind the inner plane of every wall; exact, whatever is open. */
  private NamedShape hollowByPlanes(NamedShape input, Set<Integer> walls, double thickness)
      throws StepFailed, Ladder.Stopped {
    List<Plane> planes = new ArrayList<>();
    List<FaceName> names = new ArrayList<>();
    for (int f : walls) {
      Topology.Face face = input.topology().face(f);
      planes.add(new Plane(face.point(), face.normal()).offset(-thickness));
      names.add(FaceName.from(step.id(), "inner", input.faceName(f)));
    }
    NamedShape core =
        named(
            context.kernel.cutByPlanes(input.shape(), planes, context.budget()),
            input,
            new Naming.Births() {
              @Override
              public FaceName fromPlane(int index) {
                return names.get(index);
              }

              @Override
              public FaceName unknown() {
                return FaceName.of(step.id(), "rim");
              }
            });
    return Combiner.combine(context, WHAT, Combination.SUBTRACT, input, core, step.id());
  }

  private static boolean isWall(NamedShape input, List<Integer> open, FaceName name) {
    int face = input.face(name);
    return face > 0 && !open.contains(face);
  }

  private NamedShape thickened(NamedShape input, List<Integer> open, double thickness)
      throws StepFailed, Ladder.Stopped {
    return named(
        context.kernel.thicken(
            input.shape(), open, -thickness, Map.of(), Join.INTERSECTION, context.budget()),
        input,
        new Naming.Births() {
          @Override
          public FaceName fromFace(FaceName name) {
            return FaceName.from(step.id(), "inner", name);
          }

          @Override
          public FaceName fromEdge(EdgeName name) {
            return FaceName.from(step.id(), "rim", name.faces());
          }

          @Override
          public FaceName unknown() {
            return FaceName.of(step.id(), "rim");
          }
        });
  }

  private NamedShape named(Outcome<Derived> outcome, NamedShape input, Naming.Births births)
      throws StepFailed, Ladder.Stopped {
    return switch (outcome) {
      case Outcome.Failed<Derived>(var failure) ->
          throw new StepFailed(BuildContext.failure(WHAT, Ladder.stopIfNeeded(failure), input));
      case Outcome.Done<Derived>(Derived d) -> {
        NamedShape result = Naming.name(d, List.of(input), births);
        var fault =
            Proofs.soundness(Proofs.Of.BODY, result.shape(), context.kernel, context.budget());
        if (fault.isPresent()) {
          throw new StepFailed(WHAT, fault.get());
        }
        yield result;
      }
    };
  }

  private NamedShape parted(NamedShape hollow, NamedShape input, Rips rips)
      throws StepFailed, Ladder.Stopped {
    List<NamedShape> tools = new ArrayList<>();
    for (Rips.Cut cut : rips.cuts()) {
      List<FaceName> origin = cut.faces().stream().map(input::faceName).toList();
      Map<Integer, FaceName> sides = new LinkedHashMap<>();
      for (int tag = 1; tag <= cut.figure().size(); tag++) {
        sides.put(tag, FaceName.from(step.id(), cut.role(), origin));
      }
      Frame frame = cut.frame();
      tools.add(
          Prisms.prism(
              context,
              WHAT,
              List.of(Prisms.polygon(frame, cut.figure())),
              frame.plane(),
              Vec3.ZERO,
              frame.plane().normal().times(cut.lengthMm()),
              new Prisms.Births(
                  sides,
                  FaceName.from(step.id(), cut.role() + "-start", origin),
                  FaceName.from(step.id(), cut.role() + "-end", origin),
                  FaceName.from(step.id(), "face", origin))));
    }
    return tools.isEmpty() ? hollow : Combiner.carve(context, WHAT, hollow, tools, step.id());
  }

  /** The sheet with rips and bends of a radius. */
  private interface Bends {
    NamedShape of(double radiusMm) throws StepFailed, Ladder.Stopped;
  }

  private static NamedShape withLimit(Bends bends, double radius)
      throws StepFailed, Ladder.Stopped {
    try {
      return bends.of(radius);
    } catch (StepFailed e) {
      Failure.Limit upTo = () -> Feasible.upToMm(radius, s -> bends.of(s * radius) != null);
      throw new StepFailed(
          e.failure().withLimit(upTo).rephrased(w -> w == null ? null : w + " of radius"));
    }
  }

  /**
   * Rounds each bent edge inside and outside. One line after the other, with all that lies on it:
   * where rounds of several end at one cut, the library makes a faulty solid of them in one go.
   */
  private NamedShape bent(
      NamedShape ripped, NamedShape input, Set<Integer> bends, double thickness, double radius)
      throws StepFailed, Ladder.Stopped {
    NamedShape result = ripped;
    List<Edge> done = new ArrayList<>();
    for (int i : bends) {
      Edge e = input.topology().edge(i);
      Vec3 along = e.end().minus(e.start()).unit();
      if (done.stream().anyMatch(other -> isOn(other, e.start(), along))) {
        continue;
      }
      done.add(e);
      Vec3 a = input.topology().face(e.faces().get(0)).normal();
      Vec3 b = input.topology().face(e.faces().get(1)).normal();
      // The inner corner lies where both walls' inner planes meet.
      Vec3 inner = e.start().minus(a.plus(b).times(thickness / (1 + a.dot(b))));
      double ofWall = (radius + thickness) * Math.tan(e.angleRad() / 2);
      Rounding inside = shape -> rounded(shape, input, i, on(shape, inner, along, radius), ofWall);
      Rounding outside =
          shape ->
              rounded(shape, input, i, on(shape, e.start(), along, radius + thickness), ofWall);
      result = bent(result, inside, outside);
    }
    return result;
  }

  /** Rounds one side of a bend. */
  private interface Rounding {
    NamedShape of(NamedShape shape) throws StepFailed, Ladder.Stopped;
  }

  /**
   * Inside first: a wide outer round alone can reach behind the inner corner. Where a bend ends
   * beside a cut at an inside corner the library does not find the outer round after the inner one.
   */
  private static NamedShape bent(NamedShape shape, Rounding inside, Rounding outside)
      throws StepFailed, Ladder.Stopped {
    try {
      return outside.of(inside.of(shape));
    } catch (StepFailed e) {
      LOG.debug("Not the inside first: {}", e.getMessage());
      try {
        return inside.of(outside.of(shape));
      } catch (StepFailed again) {
        LOG.debug("Nor the outside first: {}", again.getMessage());
        throw e;
      }
    }
  }

  private NamedShape rounded(
      NamedShape ripped, NamedShape input, int edge, Map<Integer, Double> sizes, double ofWall)
      throws StepFailed, Ladder.Stopped {
    if (sizes.isEmpty()) {
      throw new StepFailed(
          new Failure(
              WHAT,
              "nothing is left of the edge to bend",
              List.of(input.edgeName(edge).toString()),
              input.topology().edge(edge).mid(),
              null));
    }
    Outcome<Derived> blended =
        context.kernel.blend(ripped.shape(), BlendType.ROUND, sizes, context.budget());
    if (blended instanceof Outcome.Failed<Derived>(var failure)) {
      Ladder.stopIfNeeded(failure);
      throw new StepFailed(doesNotFit(input, edge, ofWall));
    }
    return named(
        blended,
        ripped,
        new Naming.Births() {
          @Override
          public FaceName fromEdge(EdgeName name) {
            return FaceName.from(step.id(), "bend", name.faces());
          }

          @Override
          public FaceName unknown() {
            return FaceName.of(step.id(), "bend");
          }
        });
  }

  private static Failure doesNotFit(NamedShape input, int edge, double ofWall) {
    return new Failure(
        WHAT,
        "the bend would take "
            + Words.mm(Math.ceil(ofWall * 1000) / 1000)
            + " of the wall on each side of the edge; one of them is narrower there, or an opening is in the way",
        List.of(input.edgeName(edge).toString()),
        input.topology().edge(edge).mid(),
        null);
  }

  /** The size for all sharp edges on a line. */
  private static Map<Integer, Double> on(NamedShape shape, Vec3 at, Vec3 along, double size) {
    Map<Integer, Double> sizes = new LinkedHashMap<>();
    for (int i = 1; i <= shape.topology().edges().size(); i++) {
      Edge e = shape.topology().edge(i);
      if (e.isSharp() && isOn(e, at, along)) {
        sizes.put(i, size);
      }
    }
    return sizes;
  }

  private static boolean isOn(Edge e, Vec3 at, Vec3 along) {
    Vec3 d = e.mid().minus(at);
    return e.kind() == Topology.CurveKind.LINE
        && e.direction().cross(along).length() < SAME_LINE_MM
        && d.minus(along.times(d.dot(along))).length() < SAME_LINE_MM;
  }
}

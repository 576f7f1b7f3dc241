package org.ankerdraft.core.operation;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.core.select.Naming;
import org.ankerdraft.core.sketch.Frame;
import org.ankerdraft.kernel.Derived;
import org.ankerdraft.kernel.Divider;
import org.ankerdraft.kernel.GeometryKernel.Combination;
import org.ankerdraft.kernel.Outcome;
import org.ankerdraft.kernel.ProfileCurve;
import org.ankerdraft.kernel.Topology;
import org.ankerdraft.vectors.Plane;
import org.ankerdraft.vectors.Vec3;
import org.ankerdraft.vectors.Xy;

/**
 * Roots of tools that stand so near to each other, or to what stands there already, that one round
 * does not fit: each tool is rounded by itself on a slab below its plane and brings its root along,
 * and where two meet there is a valley. Only for tools that stand on one plane, as a whole, with
 * their roots.
 *
 * @param what the step, for messages
 * @param before the body without the tools
 * @param united the body with the tools, without roots
 */
record RootsApart(
    BuildContext context, String what, NamedShape before, NamedShape united, double radiusMm) {
  private static final String SLAB = "slab";

  /** How far the slab reaches beyond the tools, in radii. */
  private static final double BEYOND = 4;

  /** From a face into its solid, in radii. */
  private static final double WITHIN = 1e-3;

  /** What tools stand on; its normal shows to them. */
  private record Ground(Plane plane, FaceName name) {}

  /** Empty if it is not for them. */
  Optional<NamedShape> of(Map<String, Work> byId, int act) throws Ladder.Stopped {
    if (act == 0 || !united(byId, act)) {
      return Optional.empty();
    }
    try {
      List<NamedShape> rooted = new ArrayList<>();
      List<Ground> grounds = new ArrayList<>();
      for (Map.Entry<String, Work> place : byId.entrySet()) {
        Predicate<FaceName> isWall = ((Work.Rounding) place.getValue().acts().get(act)).isWall();
        Optional<Ground> ground = ground(place.getKey(), isWall);
        if (ground.isEmpty()) {
          return Optional.empty();
        }
        grounds.add(ground.get());
        for (NamedShape tool : tools(place.getValue(), act)) {
          rooted.addAll(rooted(place.getKey(), tool, isWall, ground.get()));
        }
      }
      String id = byId.keySet().iterator().next();
      NamedShape all = Combiner.combineAll(context, what, Combination.UNITE, before, rooted, id);
      return isWhole(all) && grounds.stream().noneMatch(g -> hangsOver(all, g))
          ? Optional.of(all)
          : Optional.empty();
    } catch (StepFailed doesNotFit) {
      // What is told is why the round of all did not fit.
      return Optional.empty();
    }
  }

  private static boolean united(Map<String, Work> byId, int act) {
    return byId.values().stream()
        .allMatch(
            w -> w.acts().get(act - 1) instanceof Work.Combining c && c.how() == Combination.UNITE);
  }

  private static List<NamedShape> tools(Work work, int act) {
    return ((Work.OfTools) work.acts().get(act - 1)).tools();
  }

  /** Roots only add; a tool that reaches into the body below its plane has lost its lower part. */
  private boolean isWhole(NamedShape all) {
    return all.shape().mass().volumeMm3() > united.shape().mass().volumeMm3();
  }

  /** A root that reaches beyond what it stands on leaves a face that looks down. */
  private boolean hangsOver(NamedShape shape, Ground ground) {
    double bare = downMm2(shape, ground) - downMm2(before, ground);
    return bare > context.tolerance.relative() * radiusMm * radiusMm;
  }

  private double downMm2(NamedShape shape, Ground ground) {
    Plane down = new Plane(ground.plane.origin(), ground.plane.normal().negated());
    return shape.topology().faces().stream()
        .filter(f -> f.kind() == Topology.SurfaceKind.PLANE && lies(f, down))
        .mapToDouble(Topology.Face::areaMm2)
        .sum();
  }

  /** The one face on which the walls of a place meet the body; it may be in several parts. */
  private Optional<Ground> ground(String id, Predicate<FaceName> isWall) {
    Topology topology = united.topology();
    Ground ground = null;
    for (int e : RootRound.edges(united, id, isWall)) {
      for (int f : topology.edge(e).faces()) {
        Topology.Face face = topology.face(f);
        if (isWall.test(united.faceName(f))) {
          continue;
        }
        if (face.kind() != Topology.SurfaceKind.PLANE
            || topology.edge(e).bend() != Topology.Bend.CONCAVE
            || (ground != null && !lies(face, ground.plane))) {
          return Optional.empty();
        }
        if (ground == null) {
          Plane plane = new Plane(face.origin(), face.direction());
          ground = new Ground(plane, united.faceName(f).bare());
        }
      }
    }
    return Optional.ofNullable(ground);
  }

  private boolean lies(Topology.Face face, Plane plane) {
    return face.direction().angleTo(plane.normal()) < context.tolerance.angleRad()
        && Math.abs(face.origin().minus(plane.origin()).dot(plane.normal()))
            < context.tolerance.lengthMm();
  }

  /** Each solid of a tool with its root. */
  private List<NamedShape> rooted(
      String id, NamedShape tool, Predicate<FaceName> isWall, Ground ground)
      throws StepFailed, Ladder.Stopped {
    NamedShape slab = slab(id, tool, ground);
    List<NamedShape> out = new ArrayList<>();
    for (Set<Integer> piece : tool.topology().pieces()) {
      NamedShape one =
          tool.shape().proof().solids() == 1
              ? tool
              : solidAt(tool, piece.iterator().next(), slab, id);
      NamedShape standing =
          Combiner.combineAll(context, what, Combination.UNITE, slab, List.of(one), id);
      Set<Integer> edges = RootRound.between(standing, isWall, ground.name::equals);
      NamedShape rounded =
          Blends.rounded(context, what + ", round at its root", id, standing, edges, radiusMm);
      out.add(Combiner.combineAll(context, what, Combination.SUBTRACT, rounded, List.of(slab), id));
    }
    return out;
  }

  /** The solid of a tool to which a face belongs. */
  private NamedShape solidAt(NamedShape tool, int face, NamedShape slab, String id)
      throws StepFailed, Ladder.Stopped {
    Vec3 within = tool.topology().face(face).behind(WITHIN * radiusMm);
    return switch (context.kernel.partsAt(
        tool.shape(), new Divider.Body(slab.shape(), false), List.of(within), context.budget())) {
      case Outcome.Failed<Derived>(var failure) ->
          throw new StepFailed(BuildContext.failure(what, Ladder.stopIfNeeded(failure), null));
      case Outcome.Done<Derived>(Derived part) ->
          Naming.name(
              part,
              List.of(tool),
              Naming.Births.ofCut(FaceName.of(id, SLAB), FaceName.of(id, "face")));
    };
  }

  /** A block right below the plane, wide and deep enough for a tool and its roots. */
  private NamedShape slab(String id, NamedShape tool, Ground ground)
      throws StepFailed, Ladder.Stopped {
    var mass = tool.shape().mass();
    double half = mass.diagonalMm() / 2 + BEYOND * radiusMm;
    Vec3 middle = mass.boxMin().plus(mass.boxMax()).times(0.5);
    Vec3 n = ground.plane.normal();
    Vec3 below = middle.minus(n.times(middle.minus(ground.plane.origin()).dot(n)));
    Frame frame = Frame.on(new Plane(below, n), context.tolerance.angleRad());
    Xy at = frame.flat(below);
    ProfileCurve.Region square =
        Prisms.polygon(
            frame,
            List.of(
                at.plus(new Xy(-half, -half)),
                at.plus(new Xy(half, -half)),
                at.plus(new Xy(half, half)),
                at.plus(new Xy(-half, half))));
    return Prisms.unproved(
        context,
        what,
        List.of(square),
        frame.plane(),
        Vec3.ZERO,
        n.times(-BEYOND * radiusMm),
        new Prisms.Births(Map.of(), ground.name, FaceName.of(id, SLAB), FaceName.of(id, SLAB)));
  }
}

package org.ankerdraft.core.step.lip;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.ankerdraft.core.operation.BuildContext;
import org.ankerdraft.core.operation.Footing;
import org.ankerdraft.core.operation.Ladder;
import org.ankerdraft.core.operation.StepFailed;
import org.ankerdraft.core.operation.Tilt;
import org.ankerdraft.core.operation.Words;
import org.ankerdraft.core.select.EdgeName;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.core.select.Naming;
import org.ankerdraft.kernel.Derived;
import org.ankerdraft.kernel.GeometryKernel.Combination;
import org.ankerdraft.kernel.GeometryKernel.Join;
import org.ankerdraft.kernel.GeometryKernel.Nearest;
import org.ankerdraft.kernel.GeometryKernel.Sub;
import org.ankerdraft.kernel.Outcome;
import org.ankerdraft.kernel.Topology;
import org.ankerdraft.vectors.Plane;
import org.ankerdraft.vectors.Vec3;

/**
 * The strip along a loop of free edges of a rim, made of these edges themselves: what the loop
 * encloses is drawn up or down, moved inwards twice, and the one taken from the other. A curve that
 * is fitted to the edges would lie a little beside them.
 *
 * @param loop number in the rim's description, from 1
 * @param isInner whether the material lies outside the loop
 */
record FreeStrip(
    BuildContext context,
    String what,
    NamedShape body,
    int rim,
    int loop,
    boolean isInner,
    String stepId) {
  /** So far the inner solid goes beyond the outer one at both ends. */
  private static final double BEYOND_MM = 1;

  static boolean hasFreeEdges(NamedShape body, List<Integer> loop) {
    return loop.stream()
        .anyMatch(e -> body.topology().edge(e).kind() == Topology.CurveKind.FREEFORM);
  }

  /** How far the loop lies at least from all others of the rim. */
  double room() throws StepFailed, Ladder.Stopped {
    List<List<Integer>> loops = body.topology().face(rim).loops();
    double least = Double.POSITIVE_INFINITY;
    for (int other = 1; other <= loops.size(); other++) {
      if (other == loop) {
        continue;
      }
      for (int own : loops.get(loop - 1)) {
        for (int edge : loops.get(other - 1)) {
          Nearest nearest =
              done(
                  context.kernel.distance(
                      new Sub.EdgeOf(body.shape(), own),
                      new Sub.EdgeOf(body.shape(), edge),
                      context.budget()));
          least = Math.min(least, nearest.distanceMm());
        }
      }
    }
    return least;
  }

  /**
   * The strip between two distances from the loop.
   *
   * @param way along the rim's normal or against it
   * @param lean by which its walls look towards the way
   */
  NamedShape drawn(double from, double to, Vec3 way, double lean)
      throws StepFailed, Ladder.Stopped {
    NamedShape near = solid(LipBuilder.NEAR, from, way, isInner, isInner ? -lean : lean);
    NamedShape far = solid(LipBuilder.FAR, to, way, !isInner, isInner ? lean : -lean);
    NamedShape outer = isInner ? far : near;
    NamedShape inner = isInner ? near : far;
    Derived strip =
        done(
            context.kernel.combine(
                Combination.SUBTRACT,
                outer.shape(),
                List.of(inner.shape()),
                false,
                context.budget()));
    return Naming.name(strip, List.of(outer, inner), () -> FaceName.of(stepId, "face"));
  }

  /** What the loop encloses, moved away from it into the material. */
  private NamedShape solid(String role, double distance, Vec3 way, boolean isTaken, double lean)
      throws StepFailed, Ladder.Stopped {
    NamedShape plug =
        Naming.name(
            done(context.kernel.sweepLoop(body.shape(), rim, loop, way, context.budget())),
            List.of(body),
            births(role));
    List<Integer> walls = Footing.faces(plug, f -> f.isOf(stepId, role));
    NamedShape moved =
        distance == 0 && !isTaken ? plug : offset(plug, walls, distance, isTaken ? BEYOND_MM : 0);
    return lean == 0
        ? moved
        : Tilt.ofTool(
            context,
            what,
            moved,
            Footing.faces(moved, f -> f.isOf(stepId, role)),
            lean,
            new Plane(body.topology().face(rim).point(), way.unit()),
            stepId,
            Set.of());
  }

  private NamedShape offset(NamedShape plug, List<Integer> walls, double distance, double beyond)
      throws StepFailed, Ladder.Stopped {
    Map<Integer, Double> own = new LinkedHashMap<>();
    for (int f = 1; f <= plug.faceNames().size(); f++) {
      if (!walls.contains(f)) {
        own.put(f, beyond);
      }
    }
    double outwards = isInner ? distance : -distance;
    Outcome<Derived> moved =
        context.kernel.offset(plug.shape(), outwards, own, join(), context.budget());
    if (moved instanceof Outcome.Failed<Derived>(var failure)) {
      Ladder.stopIfNeeded(failure);
      throw new StepFailed(
          what,
          "the edge of the rim cannot be followed at "
              + Words.mm(distance)
              + ": "
              + failure.message());
    }
    return Naming.name(moved.orThrow(), List.of(plug), () -> FaceName.of(stepId, "face"));
  }

  /** A loop of lines and arcs beside a free one is left to the library. */
  private Join join() {
    boolean isFree = hasFreeEdges(body, body.topology().face(rim).loops().get(loop - 1));
    return isFree ? Join.OUTLINE : Join.INTERSECTION;
  }

  /** Sides are named after the walls that they run along. */
  private Naming.Births births(String role) {
    Map<EdgeName, FaceName> walls = new LinkedHashMap<>();
    for (int edge : body.topology().face(rim).loops().get(loop - 1)) {
      FaceName wall = body.faceName(body.topology().edge(edge).across(rim));
      walls.put(body.edgeName(edge), FaceName.from(stepId, role, List.of(wall)));
    }
    return new Naming.Births() {
      @Override
      public FaceName fromEdge(EdgeName name) {
        return walls.get(name);
      }

      @Override
      public FaceName startCap(int region) {
        return FaceName.of(stepId, "start");
      }

      @Override
      public FaceName endCap(int region) {
        return FaceName.of(stepId, "end");
      }

      @Override
      public FaceName unknown() {
        return FaceName.of(stepId, "face");
      }
    };
  }

  private <T> T done(Outcome<T> outcome) throws StepFailed, Ladder.Stopped {
    if (outcome instanceof Outcome.Failed<T>(var failure)) {
      throw new StepFailed(BuildContext.failure(what, Ladder.stopIfNeeded(failure), body));
    }
    return outcome.orThrow();
  }
}

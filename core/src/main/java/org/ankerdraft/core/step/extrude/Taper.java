package org.ankerdraft.core.step.extrude;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.IntStream;
import org.ankerdraft.core.operation.BuildContext;
import org.ankerdraft.core.operation.Failure;
import org.ankerdraft.core.operation.Feasible;
import org.ankerdraft.core.operation.Ladder;
import org.ankerdraft.core.operation.Prisms;
import org.ankerdraft.core.operation.Proofs;
import org.ankerdraft.core.operation.StepFailed;
import org.ankerdraft.core.operation.Tilt;
import org.ankerdraft.core.operation.Words;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.core.select.Naming;
import org.ankerdraft.core.sketch.ResolvedSketch;
import org.ankerdraft.kernel.Derived;
import org.ankerdraft.kernel.Topology;
import org.ankerdraft.vectors.Plane;
import org.ankerdraft.vectors.Vec3;

/**
 * Tilts the walls of a prism about the plane in which it begins.
 *
 * @param from moves the sketch to where it begins
 */
record Taper(BuildContext context, String stepId, ResolvedSketch sketch, Vec3 from, Side side) {

  /** A tapered solid and how it was made. */
  record Made(NamedShape solid, String strategy) {}

  /**
   * @param tellsLimit whether it is worth finding up to which taper it works
   */
  Made solid(NamedShape straight, double taper, boolean tellsLimit)
      throws StepFailed, Ladder.Stopped {
    Ladder ladder = ladder(straight, taper);
    Optional<Ladder.Climbed> climbed = ladder.climb();
    if (climbed.isEmpty()) {
      String tapering = "extrude with a taper of " + Words.deg(taper);
      Failure failure = BuildContext.failure(tapering, ladder.failure(), straight);
      throw new StepFailed(
          tellsLimit ? failure.withLimit(() -> worksUpTo(straight, taper)) : failure);
    }
    NamedShape result = climbed.get().result();
    boolean isClosed = result.face(endCap()) == 0;
    return new Made(
        result, climbed.get().strategy() + (isClosed ? ", closes before its depth" : ""));
  }

  private String worksUpTo(NamedShape straight, double taper) throws Ladder.Stopped {
    return Feasible.upToDeg(taper, s -> ladder(straight, taper * s).climb().isPresent());
  }

  private FaceName endCap() {
    return FaceName.of(stepId, side.endRole());
  }

  /** Where the draft tool cannot: by tilted planes, by corners that close up, or turned. */
  private Ladder ladder(NamedShape straight, double taper) {
    Tilt tilt = tilt(straight, taper);
    Ladder ladder =
        new Ladder(result -> tilt.fault(Proofs.Of.TOOL, result, Set.of(endCap())))
            .rung("draft tool", tilt::byDraftTool);
    if (taper > 0 && hasPlaneWallsOnly(straight)) {
      ladder.rung("tilted plane cuts", tilt::byPlaneCuts);
    }
    ladder.special("corners that close up", tilt::withClosingCorners);
    TurnedTaper.of(sketch, from, side.along(), side.depthMm())
        .ifPresent(cone ->
            ladder.rung(
                "turned about its axis",
                () -> cone.solid(context, taper).map(d -> named(d, cone))));
    return ladder;
  }

  private Tilt tilt(NamedShape upright, double taper) {
    Map<Integer, Double> angles = new LinkedHashMap<>();
    walls(upright).forEach(wall -> angles.put(wall, taper));
    return new Tilt(context, upright, side.along(), neutral(), angles, stepId);
  }

  private List<Integer> walls(NamedShape upright) {
    return IntStream.rangeClosed(1, upright.topology().faces().size())
        .filter(i -> upright.faceName(i).role().equals(side.sideRole()))
        .boxed()
        .toList();
  }

  private boolean hasPlaneWallsOnly(NamedShape upright) {
    return walls(upright).stream()
        .allMatch(w -> upright.topology().face(w).kind() == Topology.SurfaceKind.PLANE);
  }

  private Plane neutral() {
    return new Plane(sketch.frame().origin().plus(from), side.along());
  }

  private NamedShape named(Derived solid, TurnedTaper cone) {
    String curve = sketch.facePart(cone.circle().tag());
    Map<Integer, FaceName> names =
        Map.of(
            TurnedTaper.BEGIN, FaceName.of(stepId, side.startRole()),
            TurnedTaper.SIDE, FaceName.ofPart(stepId, side.sideRole(), curve),
            TurnedTaper.END, endCap());
    FaceName other = FaceName.of(stepId, "face");
    return Naming.name(solid, List.of(), new Prisms.Births(names, other, other, other));
  }
}

package org.ankerdraft.core.operation;

import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.core.select.Naming;
import org.ankerdraft.kernel.Outcome;
import org.ankerdraft.kernel.Topology;
import org.ankerdraft.vectors.Plane;
import org.ankerdraft.vectors.Vec3;

/**
 * Ways to tilt faces of a body to given angles with a pull about a neutral plane; what comes of
 * them is proved by {@link TiltProof}.
 */
public final class Tilt {
  private final BuildContext context;
  private final NamedShape input;
  private final Vec3 pull;
  private final Plane neutral;
  private final Map<Integer, Double> angles;
  private final String stepId;

  public Tilt(
      BuildContext context,
      NamedShape input,
      Vec3 pull,
      Plane neutral,
      Map<Integer, Double> angles,
      String stepId) {
    this.context = context;
    this.input = input;
    this.pull = pull;
    this.neutral = neutral;
    this.angles = new LinkedHashMap<>(angles);
    this.stepId = stepId;
  }

  private Naming.Births births() {
    return () -> FaceName.of(stepId, "face");
  }

  /**
   * A tool with its walls tilted, proved; a refusal says up to which angle it works.
   *
   * @param walls numbers of the faces
   * @param angleRad by which they look more towards the pull
   * @param mayVanish faces that may be swallowed
   */
  public static NamedShape ofTool(
      BuildContext context,
      String what,
      NamedShape upright,
      Collection<Integer> walls,
      double angleRad,
      Plane neutral,
      String stepId,
      Set<FaceName> mayVanish)
      throws StepFailed, Ladder.Stopped {
    Function<Double, Ladder> ladderAt =
        share -> {
          Map<Integer, Double> angles = new LinkedHashMap<>();
          walls.forEach(f -> angles.put(f, share * angleRad));
          Tilt tilt = new Tilt(context, upright, neutral.normal(), neutral, angles, stepId);
          return new Ladder(result -> tilt.fault(Proofs.Of.TOOL, result, mayVanish))
              .rung("draft tool", tilt::byDraftTool)
              .special("corners that close up", tilt::withClosingCorners);
        };
    Ladder ladder = ladderAt.apply(1.0);
    Optional<Ladder.Climbed> climbed = ladder.climb();
    if (climbed.isPresent()) {
      return climbed.get().result();
    }
    Failure failure =
        BuildContext.failure(
            what + " with a draft of " + Words.deg(angleRad), ladder.failure(), upright);
    throw new StepFailed(
        failure.withLimit(
            () -> Feasible.upToDeg(angleRad, share -> ladderAt.apply(share).climb().isPresent())));
  }

  public Outcome<NamedShape> byDraftTool() {
    return context
        .kernel
        .draft(input.shape(), angles, pull, neutral, context.shortBudget())
        .map(d -> Naming.name(d, List.of(input), births()));
  }

  /**
   * Cuts the material outside each tilted plane. Right for plane faces that lose material and bulge
   * nowhere.
   */
  public Outcome<NamedShape> byPlaneCuts() {
    List<Plane> planes = new ArrayList<>();
    List<FaceName> names = new ArrayList<>();
    for (Map.Entry<Integer, Double> e : angles.entrySet()) {
      Topology.Face f = input.topology().face(e.getKey());
      if (f.kind() != Topology.SurfaceKind.PLANE) {
        return Outcome.failed(
            Outcome.Cause.REFUSED, "a curved face cannot be tilted by a plane cut");
      }
      Optional<Plane> tilted = tiltedPlane(new Plane(f.origin(), f.direction()), e.getValue());
      if (tilted.isEmpty()) {
        return Outcome.failed(Outcome.Cause.REFUSED, "a face does not meet the neutral plane");
      }
      planes.add(tilted.get());
      names.add(input.faceName(e.getKey()));
    }
    return context
        .kernel
        .cutByPlanes(input.shape(), planes, context.budget())
        .map(d ->
            Naming.name(
                d,
                List.of(input),
                new Naming.Births() {
                  @Override
                  public FaceName fromPlane(int index) {
                    return names.get(index);
                  }

                  @Override
                  public FaceName unknown() {
                    return FaceName.of(stepId, "face");
                  }
                }));
  }

  /**
   * The face's plane turned about its line in the neutral plane until it makes the angle with the
   * pull.
   */
  private Optional<Plane> tiltedPlane(Plane face, double angle) {
    Vec3 line = face.normal().cross(neutral.normal());
    if (line.length() < context.tolerance.angleRad()) {
      return Optional.empty();
    }
    Vec3 axis = line.unit();
    Vec3 inNeutral = neutral.normal().cross(axis);
    double reach = face.signedDistance(neutral.origin()) / inNeutral.dot(face.normal());
    Vec3 onLine = neutral.origin().minus(inNeutral.times(reach));
    double a = face.normal().dot(pull);
    double b = axis.cross(face.normal()).dot(pull);
    double share = Math.sin(angle) / Math.hypot(a, b);
    if (Math.abs(share) > 1) {
      return Optional.empty();
    }
    double crest = Math.atan2(b, a);
    double one = wrapped(crest + Math.acos(share));
    double other = wrapped(crest - Math.acos(share));
    double turn = Math.abs(one) < Math.abs(other) ? one : other;
    return Optional.of(new Plane(onLine, face.normal().rotated(axis, turn)));
  }

  private static double wrapped(double angle) {
    return Math.IEEEremainder(angle, 2 * Math.PI);
  }

  /** Takes the rounds beside the faces away, tilts, and puts the rounds back with their radii. */
  public Outcome<NamedShape> withRoundsOff() {
    return RoundsBeside.of(input, angles.keySet()).off(context, input, births(), this::tilted);
  }

  /** The same with rounds that are known by their shape only. */
  public Outcome<NamedShape> withRoundsByShapeOff() {
    return RoundsBeside.byShape(input, angles.keySet(), context.tolerance)
        .off(context, input, births(), this::tilted);
  }

  /**
   * The same where rounds between the faces are to be tilted with them: they are taken off too, and
   * go on along the tilted edges with the radius that they have.
   */
  public Outcome<NamedShape> withChosenRoundsOff() {
    Set<Integer> following = proof().following();
    if (following.isEmpty()) {
      return Outcome.failed(
          Outcome.Cause.INVALID_INPUT, "no round among the faces lies between others");
    }
    Map<Integer, Double> walls = new LinkedHashMap<>(angles);
    walls.keySet().removeAll(following);
    Tilt tilt = new Tilt(context, input, pull, neutral, walls, stepId);
    return RoundsBeside.of(input, walls.keySet()).joints().isEmpty()
        ? tilt.withRoundsByShapeOff()
        : tilt.withRoundsOff();
  }

  /** The same tilts on a body from which something was taken off, some of the faces perhaps. */
  private Outcome<NamedShape> tilted(NamedShape bare, Set<Integer> gone) {
    Map<Integer, Double> again = new LinkedHashMap<>();
    for (Map.Entry<Integer, Double> e : angles.entrySet()) {
      if (gone.contains(e.getKey())) {
        continue;
      }
      int face = bare.face(input.faceName(e.getKey()));
      if (face == 0) {
        return Outcome.failed(
            Outcome.Cause.REFUSED, "a face is lost when what stands beside it is taken off");
      }
      again.put(face, e.getValue());
    }
    return new Tilt(context, bare, pull, neutral, again, stepId).byDraftTool();
  }

  /**
   * Takes what stands on the neighbours of the faces off, tilts, and puts it back, grown down to
   * what the draft left: for a face that is tilted past a boss.
   */
  public Outcome<NamedShape> withBossesGrown() {
    Bosses bosses = Bosses.beside(input, angles.keySet());
    if (bosses.faces().isEmpty()) {
      return Outcome.failed(Outcome.Cause.REFUSED, "nothing stands on the faces beside");
    }
    return bosses
        .takenOff(context, input, births())
        .then(bare ->
            tilted(bare, Set.of())
                .then(tilted -> bosses.putBack(context, input, bare, tilted, births())));
  }

  /** With rounded corners that close up on the way: cones up to their tips, sharp from there. */
  public Outcome<NamedShape> withClosingCorners() {
    return new ClosingCorners(context, input, neutral, angles).tilted(births(), this::tilted);
  }

  private TiltProof proof() {
    return new TiltProof(context, input, pull, angles);
  }

  /**
   * The fault of a result.
   *
   * @param mayVanish faces that may be swallowed
   */
  public Optional<String> fault(Proofs.Of what, NamedShape result, Set<FaceName> mayVanish)
      throws Ladder.Stopped {
    return proof().fault(what, result, mayVanish);
  }
}

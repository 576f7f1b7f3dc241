package org.ankerdraft.core.operation;

import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.DoubleBinaryOperator;
import java.util.function.Function;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.core.select.Naming;
import org.ankerdraft.kernel.GeometryKernel.DraftRange;
import org.ankerdraft.kernel.Outcome;
import org.ankerdraft.kernel.Topology;
import org.ankerdraft.vectors.Plane;
import org.ankerdraft.vectors.Vec3;

/**
 * Ways to tilt faces of a body to given angles with a pull about a neutral plane, and the proof of
 * the result: every tilted face is measured anew against the angle asked for.
 */
public final class Tilt {
  private static final double ANGLE_PROOF_RAD = 1e-4;

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
              .rung("draft tool", tilt::byDraftTool);
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
    Set<Integer> following = following();
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

  /**
   * Rounds among the faces between two others that are tilted alike. Put on again with their radius
   * they lean as far as these at their ends, and farther between.
   */
  private Set<Integer> following() {
    Set<Integer> walls = new LinkedHashSet<>(angles.keySet());
    walls.removeIf(f -> isCylinder(input, f));
    Set<Integer> out = new LinkedHashSet<>();
    if (walls.size() == angles.size()) {
      return out;
    }
    for (RoundsBeside rounds :
        List.of(
            RoundsBeside.of(input, walls), RoundsBeside.byShape(input, walls, context.tolerance))) {
      for (RoundsBeside.Joint joint : rounds.joints()) {
        Double one = angles.get(input.face(joint.a()));
        int round = input.face(joint.roundName());
        if (one != null
            && one.equals(angles.get(input.face(joint.b())))
            && angles.containsKey(round)) {
          out.add(round);
        }
      }
    }
    return out;
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

  /**
   * The proof: sound; each tilted face, and each part of one that was split, has its angle; no
   * other face is gone, none has come, and rounds are as tangent as they were.
   *
   * @param mayVanish faces that may be swallowed
   */
  public Optional<String> fault(Proofs.Of what, NamedShape result, Set<FaceName> mayVanish)
      throws Ladder.Stopped {
    Optional<String> incomplete =
        Proofs.wholeness(what, input, result, mayVanish, context.kernel, context.budget());
    if (incomplete.isPresent()) {
      return incomplete;
    }
    Set<FaceName> there = new LinkedHashSet<>();
    result.faceNames().forEach(n -> there.add(n.bare()));
    Set<FaceName> before = new LinkedHashSet<>();
    input.faceNames().forEach(n -> before.add(n.bare()));
    for (FaceName name : there) {
      if (!before.contains(name)) {
        return Optional.of("face " + name + " would appear, which was not there");
      }
    }
    Optional<String> loose =
        RoundsBeside.loosened(input, result, angles.keySet())
            .or(() ->
                RoundsBeside.byShape(input, angles.keySet(), context.tolerance)
                    .where(this::isRim)
                    .loosened(result));
    if (loose.isPresent()) {
      return loose;
    }
    Map<FaceName, Double> wanted = new LinkedHashMap<>();
    Map<FaceName, Double> least = new LinkedHashMap<>();
    Set<Integer> upright = uprightFree();
    Set<Integer> following = following();
    angles.forEach((f, angle) -> {
      if (following.contains(f) && isCylinder(result, result.face(input.faceName(f)))) {
        least.put(input.faceName(f), angle);
      } else if (isOfOneAngle(input.topology().face(f)) || upright.contains(f)) {
        wanted.put(input.faceName(f), angle);
      }
    });
    Optional<String> wrong = wrongAngle(context, result, pull, wanted);
    return wrong.isPresent() ? wrong : wrongAngle(context, result, pull, least, Tilt::shortage);
  }

  private static boolean isCylinder(NamedShape body, int face) {
    return face != 0 && body.topology().face(face).kind() == Topology.SurfaceKind.CYLINDER;
  }

  private static double shortage(double angle, double least) {
    return Math.max(0, Math.abs(least) - angle * Math.signum(least));
  }

  /**
   * Whether a round lies around the drafted faces, between them and faces that are not drafted. The
   * upright ones between walls may lose their walls: their profile was drawn so.
   */
  private boolean isRim(RoundsBeside.Joint joint) {
    Topology.Face round = input.topology().face(input.face(joint.roundName()));
    double along = Math.abs(round.direction().dot(pull));
    boolean isLevel =
        switch (round.kind()) {
          case CYLINDER -> along < Math.sqrt(0.5);
          case TORUS -> along > Math.sqrt(0.5);
          case PLANE, CONE, SPHERE, FREEFORM -> false;
        };
    return isLevel
        && angles.containsKey(input.face(joint.a())) != angles.containsKey(input.face(joint.b()));
  }

  /** Planes, and cylinders along the pull, make one angle with it when they have been tilted. */
  private boolean isOfOneAngle(Topology.Face f) {
    return switch (f.kind()) {
      case PLANE -> true;
      case CYLINDER, CONE -> f.direction().cross(pull).length() < context.tolerance.angleRad();
      case SPHERE, TORUS, FREEFORM -> false;
    };
  }

  /**
   * Free faces to be tilted that stand upright all over, as those raised from a free curve do; all
   * of them if that cannot be measured.
   */
  private Set<Integer> uprightFree() throws Ladder.Stopped {
    Set<Integer> free = new LinkedHashSet<>(angles.keySet());
    free.removeIf(f -> input.topology().face(f).kind() != Topology.SurfaceKind.FREEFORM);
    if (free.isEmpty()) {
      return free;
    }
    var measured =
        context.kernel.draftRanges(input.shape(), pull, ANGLE_PROOF_RAD, context.budget());
    if (measured instanceof Outcome.Failed<List<DraftRange>>(var failure)) {
      Ladder.stopIfNeeded(failure);
      return free;
    }
    List<DraftRange> ranges = measured.orThrow();
    free.removeIf(f ->
        Math.max(Math.abs(ranges.get(f - 1).minRad()), Math.abs(ranges.get(f - 1).maxRad()))
            > ANGLE_PROOF_RAD);
    return free;
  }

  /**
   * Measures faces of a result anew.
   *
   * @param wanted angle to the pull by the name of a face, rad; its parts count, where it was split
   */
  public static Optional<String> wrongAngle(
      BuildContext context, NamedShape result, Vec3 pull, Map<FaceName, Double> wanted)
      throws Ladder.Stopped {
    return wrongAngle(context, result, pull, wanted, (angle, asked) -> Math.abs(angle - asked));
  }

  /**
   * @param off by how much an angle is not what was asked for, rad
   */
  private static Optional<String> wrongAngle(
      BuildContext context,
      NamedShape result,
      Vec3 pull,
      Map<FaceName, Double> wanted,
      DoubleBinaryOperator off)
      throws Ladder.Stopped {
    if (wanted.isEmpty()) {
      return Optional.empty();
    }
    var measured =
        context.kernel.draftRanges(result.shape(), pull, ANGLE_PROOF_RAD, context.budget());
    if (measured instanceof Outcome.Failed<List<DraftRange>>(var failure)) {
      Ladder.stopIfNeeded(failure);
      return Optional.of("the angles cannot be measured: " + failure.message());
    }
    List<DraftRange> ranges = measured.orThrow();
    for (Map.Entry<FaceName, Double> e : wanted.entrySet()) {
      for (int face : partsOf(result, e.getKey(), wanted)) {
        DraftRange r = ranges.get(face - 1);
        for (double angle : new double[] {r.minRad(), r.maxRad()}) {
          if (off.applyAsDouble(angle, e.getValue()) > ANGLE_PROOF_RAD) {
            return Optional.of(
                "face "
                    + result.faceName(face)
                    + " came out at "
                    + Words.deg(angle)
                    + " instead of "
                    + Words.deg(e.getValue()));
          }
        }
      }
    }
    return Optional.empty();
  }

  /** The face itself, and parts of it that have no angle of their own. */
  private static List<Integer> partsOf(
      NamedShape result, FaceName name, Map<FaceName, Double> wanted) {
    boolean isOnlyPart =
        wanted.keySet().stream().filter(n -> n.bare().equals(name.bare())).count() == 1
            && name.ordinal().isEmpty();
    if (isOnlyPart) {
      return result.partsOf(name);
    }
    int face = result.face(name);
    return face == 0 ? List.of() : List.of(face);
  }
}

package org.ankerdraft.core.operation;

import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.DoubleBinaryOperator;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.kernel.GeometryKernel.DraftRange;
import org.ankerdraft.kernel.Outcome;
import org.ankerdraft.kernel.Topology;
import org.ankerdraft.vectors.Vec3;

/**
 * The proof of a {@link Tilt}: every tilted face is measured anew against the angle asked for.
 *
 * @param angles to the pull by face of the input, rad
 */
public record TiltProof(
    BuildContext context, NamedShape input, Vec3 pull, Map<Integer, Double> angles) {
  private static final double ANGLE_PROOF_RAD = 1e-4;

  /**
   * Rounds among the faces between two others that are tilted alike. Put on again with their radius
   * they lean as far as these at their sides, and farther between.
   */
  Set<Integer> following() {
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

  /**
   * The proof: sound; each tilted face, and each part of one that was split, has its angle; no
   * other face is gone, none has come, and rounds are as tangent as they were.
   *
   * @param mayVanish faces that may be swallowed
   */
  Optional<String> fault(Proofs.Of what, NamedShape result, Set<FaceName> mayVanish)
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
    Set<Integer> round = new LinkedHashSet<>(angles.keySet());
    round.removeIf(f -> !isCylinder(result, result.face(input.faceName(f))));
    Set<Integer> following = round.isEmpty() ? round : following();
    angles.forEach((f, angle) -> {
      if (round.contains(f) && following.contains(f)) {
        least.put(input.faceName(f), angle);
      } else if (isOfOneAngle(input.topology().face(f)) || upright.contains(f)) {
        wanted.put(input.faceName(f), angle);
      }
    });
    Optional<String> wrong = wrongAngle(context, result, pull, wanted);
    return wrong.isPresent()
        ? wrong
        : wrongAngle(context, result, pull, least, TiltProof::shortage);
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

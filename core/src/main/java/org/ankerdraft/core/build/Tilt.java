package org.ankerdraft.core.build;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.core.select.Naming;
import org.ankerdraft.kernel.Derived;
import org.ankerdraft.kernel.GeometryKernel;
import org.ankerdraft.kernel.GeometryKernel.BlendType;
import org.ankerdraft.kernel.GeometryKernel.DraftRange;
import org.ankerdraft.kernel.Outcome;
import org.ankerdraft.kernel.Plane;
import org.ankerdraft.kernel.Topology;
import org.ankerdraft.kernel.Vec3;

/**
 * Ways to tilt faces of a body to given angles with a pull about a neutral plane, and the proof of
 * the result: every tilted face is measured anew against the angle asked for.
 */
final class Tilt {
  private static final double ANGLE_PROOF_RAD = 1e-4;

  private final BuildContext context;
  private final NamedShape input;
  private final Vec3 pull;
  private final Plane neutral;
  private final Map<Integer, Double> angles;
  private final String stepId;

  Tilt(
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
    return () -> stepId + "/face";
  }

  Outcome<NamedShape> byDraftTool() {
    return context
        .kernel
        .draft(input.shape(), angles, pull, neutral, context.shortBudget())
        .map(d -> Naming.name(d, List.of(input), births()));
  }

  /**
   * Cuts the material outside each tilted plane. Right for plane faces that lose material and bulge
   * nowhere.
   */
  Outcome<NamedShape> byPlaneCuts() {
    List<Plane> planes = new ArrayList<>();
    List<String> names = new ArrayList<>();
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
                  public String fromPlane(int index) {
                    return names.get(index);
                  }

                  @Override
                  public String unknown() {
                    return stepId + "/face";
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
  Outcome<NamedShape> withRoundsOff() {
    RoundsBeside rounds = RoundsBeside.of(input, angles.keySet());
    if (rounds.faces().isEmpty()) {
      return Outcome.failed(Outcome.Cause.REFUSED, "no rounds stand beside the faces");
    }
    return context
        .kernel
        .defeature(input.shape(), List.copyOf(rounds.faces()), context.shortBudget())
        .map(d -> Naming.name(d, List.of(input), births()))
        .then(bare -> tiltedAndRounded(bare, rounds));
  }

  private Outcome<NamedShape> tiltedAndRounded(NamedShape bare, RoundsBeside rounds) {
    Map<Integer, Double> again = new LinkedHashMap<>();
    for (Map.Entry<Integer, Double> e : angles.entrySet()) {
      if (rounds.faces().contains(e.getKey())) {
        continue;
      }
      int face = bare.face(input.faceName(e.getKey()));
      if (face == 0) {
        return Outcome.failed(
            Outcome.Cause.REFUSED, "a face is lost when the rounds beside it are taken off");
      }
      again.put(face, e.getValue());
    }
    Tilt plain = new Tilt(context, bare, pull, neutral, again, stepId);
    return plain
        .byDraftTool()
        .then(tilted -> rounds.putBack(context.kernel, tilted, context.shortBudget()));
  }

  /**
   * The proof: sound; each tilted face has its angle; no other face is gone.
   *
   * @param mayVanish names of faces that may be swallowed
   */
  Optional<String> fault(NamedShape result, Set<String> mayVanish) throws Ladder.Stopped {
    Optional<String> unsound = Proofs.soundness(result.shape(), context.kernel, context.budget());
    if (unsound.isPresent()) {
      return unsound;
    }
    if (result.shape().proof().solids() != input.shape().proof().solids()) {
      return Optional.of("the body falls apart");
    }
    Set<String> there = new LinkedHashSet<>();
    result.faceNames().forEach(n -> there.add(Naming.withoutOrdinal(n)));
    for (String name : input.faceNames()) {
      if (!there.contains(Naming.withoutOrdinal(name)) && !mayVanish.contains(name)) {
        return Optional.of("face " + name + " is swallowed");
      }
    }
    return wrongAngle(result);
  }

  private Optional<String> wrongAngle(NamedShape result) throws Ladder.Stopped {
    var measured =
        context.kernel.draftRanges(result.shape(), pull, ANGLE_PROOF_RAD, context.budget());
    if (measured instanceof Outcome.Failed<List<DraftRange>>(var failure)) {
      Ladder.stopIfNeeded(failure);
      return Optional.of("the angles cannot be measured: " + failure.message());
    }
    List<DraftRange> ranges = measured.orThrow();
    for (Map.Entry<Integer, Double> e : angles.entrySet()) {
      int face = result.face(input.faceName(e.getKey()));
      if (face == 0 || input.topology().face(e.getKey()).kind() != Topology.SurfaceKind.PLANE) {
        continue;
      }
      DraftRange r = ranges.get(face - 1);
      if (Math.abs(r.minRad() - e.getValue()) > ANGLE_PROOF_RAD) {
        return Optional.of(
            "face "
                + result.faceName(face)
                + " came out at "
                + Words.deg(r.minRad())
                + " instead of "
                + Words.deg(e.getValue()));
      }
    }
    return Optional.empty();
  }

  /** Rounds tangent to some faces: which faces they are, what they join, and with which radius. */
  record RoundsBeside(Set<Integer> faces, List<Joint> joints) {

    /** Two faces (by name) joined by a round of a radius. */
    record Joint(String a, String b, double radius, String roundName) {
      boolean isOn(String edgeName) {
        String bare = Naming.withoutOrdinal(edgeName);
        return bare.equals(a + "|" + b) || bare.equals(b + "|" + a);
      }
    }

    static RoundsBeside of(NamedShape input, Set<Integer> tilted) {
      Topology t = input.topology();
      Set<Integer> rounds = new LinkedHashSet<>();
      List<Integer> frontier = new ArrayList<>(tilted);
      while (!frontier.isEmpty()) {
        int face = frontier.removeLast();
        for (Topology.Edge e : t.edges()) {
          int other =
              e.bend() == Topology.Bend.SMOOTH && e.faces().contains(face) ? e.across(face) : 0;
          if (other > 0 && !tilted.contains(other) && isRound(input, other) && rounds.add(other)) {
            frontier.add(other);
          }
        }
      }
      List<Joint> joints = new ArrayList<>();
      for (int round : rounds) {
        List<Integer> sides = new ArrayList<>();
        for (Topology.Edge e : t.edges()) {
          int other =
              e.bend() == Topology.Bend.SMOOTH && e.faces().contains(round) ? e.across(round) : 0;
          if (other > 0 && !rounds.contains(other) && !sides.contains(other)) {
            sides.add(other);
          }
        }
        if (sides.size() == 2) {
          joints.add(
              new Joint(
                  input.faceName(sides.get(0)),
                  input.faceName(sides.get(1)),
                  radius(t.face(round)),
                  input.faceName(round)));
        }
      }
      return new RoundsBeside(rounds, joints);
    }

    private static boolean isRound(NamedShape input, int face) {
      return switch (input.topology().face(face).kind()) {
        case CYLINDER, TORUS, SPHERE, FREEFORM ->
            NamedShape.role(input.faceName(face)).equals("on");
        case PLANE, CONE -> false;
      };
    }

    private static double radius(Topology.Face f) {
      return f.kind() == Topology.SurfaceKind.TORUS ? f.second() : f.radius();
    }

    Outcome<NamedShape> putBack(
        GeometryKernel kernel, NamedShape bare, org.ankerdraft.kernel.Budget budget) {
      Map<Integer, Double> radii = new LinkedHashMap<>();
      for (Joint j : joints) {
        for (int i = 1; i <= bare.topology().edges().size(); i++) {
          Topology.Edge e = bare.topology().edge(i);
          if (e.isSharp() && e.faces().size() == 2) {
            Set<String> names =
                Set.of(bare.faceName(e.faces().get(0)), bare.faceName(e.faces().get(1)));
            if (names.contains(j.a) && names.contains(j.b)) {
              radii.put(i, j.radius);
            }
          }
        }
      }
      if (radii.size() < joints.size()) {
        return Outcome.failed(
            Outcome.Cause.REFUSED, "an edge that was rounded is gone after tilting");
      }
      return kernel.blend(bare.shape(), BlendType.ROUND, radii, budget).map(d -> renamed(d, bare));
    }

    /** The rounds get the names back that they had. */
    private NamedShape renamed(Derived d, NamedShape bare) {
      Naming.Births plain = BlendBuilder.births("round", bare);
      return Naming.name(
          d,
          List.of(bare),
          new Naming.Births() {
            @Override
            public String fromEdge(String name) {
              return joints.stream()
                  .filter(j -> j.isOn(name))
                  .findFirst()
                  .map(Joint::roundName)
                  .orElseGet(() -> plain.fromEdge(name));
            }

            @Override
            public String fromVertex(String facesAround) {
              return plain.fromVertex(facesAround);
            }

            @Override
            public String unknown() {
              return plain.unknown();
            }
          });
    }
  }
}

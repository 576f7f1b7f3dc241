package org.ankerdraft.core.step.draft;

import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.operation.Body;
import org.ankerdraft.core.operation.BuildContext;
import org.ankerdraft.core.operation.Failure;
import org.ankerdraft.core.operation.Feasible;
import org.ankerdraft.core.operation.Ladder;
import org.ankerdraft.core.operation.Proofs;
import org.ankerdraft.core.operation.StepBuild;
import org.ankerdraft.core.operation.StepFailed;
import org.ankerdraft.core.operation.Tilt;
import org.ankerdraft.core.operation.Words;
import org.ankerdraft.core.select.Choosing;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.kernel.Topology;
import org.ankerdraft.vectors.Plane;
import org.ankerdraft.vectors.Vec3;

/** Draft from a neutral plane. */
final class DraftBuilder {
  private final BuildContext context;
  private final Draft step;

  DraftBuilder(BuildContext context, Draft step) {
    this.context = context;
    this.step = step;
  }

  StepBuild build() throws StepFailed, ExpressionException, Choosing.Adrift, Ladder.Stopped {
    Body body = context.body("draft", step.body());
    NamedShape input = body.named();
    Vec3 pull = step.pull() == null ? context.partPull() : step.pull().unit();
    Plane neutral = context.frame("draft", step.neutral().inBody(step.body())).plane();
    Map<Integer, Double> angles = angles(input, pull);
    String what = "draft of " + inWords(angles);
    Ladder ladder = ladder(input, pull, neutral, angles);
    Optional<Ladder.Climbed> climbed = ladder.climb();
    if (climbed.isPresent()) {
      return StepBuild.of(climbed.get().strategy(), new Body(body.name(), climbed.get().result()));
    }
    Failure failure = BuildContext.failure(what, ladder.failure(), input);
    throw new StepFailed(failure.withLimit(() -> worksUpTo(input, pull, neutral, angles)));
  }

  private Map<Integer, Double> angles(NamedShape input, Vec3 pull)
      throws StepFailed, ExpressionException, Choosing.Adrift {
    if (step.sets().stream().allMatch(s -> s.faces().isEmpty())) {
      throw StepFailed.waits("draft", "no faces are chosen");
    }
    Map<Integer, Double> angles = new LinkedHashMap<>();
    for (Draft.DraftSet set : step.sets()) {
      double angle = context.values.angleRad(set.angle());
      if (Math.abs(angle) >= Math.PI / 2) {
        throw new StepFailed("draft of " + Words.deg(angle), "the angle must be under 90 deg");
      }
      for (int face : context.someFaces("draft", input, set.faces())) {
        angles.put(face, signed(input.topology().face(face), angle, pull));
      }
    }
    return angles;
  }

  /**
   * Positive draft releases from the tool half that forms the face. A face that already looks away
   * from the pull is formed by the lower half, so its angle counts the other way. Upright faces
   * follow the pull as given.
   */
  private double signed(Topology.Face face, double angle, Vec3 pull) {
    boolean looksAway =
        face.kind() == Topology.SurfaceKind.PLANE
            && face.normal().dot(pull) < -context.tolerance.angleRad();
    return looksAway ? -angle : angle;
  }

  private Ladder ladder(NamedShape input, Vec3 pull, Plane neutral, Map<Integer, Double> angles) {
    Tilt tilt = new Tilt(context, input, pull, neutral, angles, step.id());
    return new Ladder(result -> tilt.fault(Proofs.Of.BODY, result, Set.of()))
        .rung("draft tool", tilt::byDraftTool)
        .fitting("chosen rounds off too, draft, rounds on again", tilt::withChosenRoundsOff)
        .rung("rounds off, draft, rounds on again", tilt::withRoundsOff)
        .rung("what stands beside off, draft, grown down", tilt::withBossesGrown)
        .rung("tilted plane cuts", tilt::byPlaneCuts)
        .rung(
            "rounds known by their shape off, draft, rounds on again", tilt::withRoundsByShapeOff);
  }

  private static String inWords(Map<Integer, Double> angles) {
    double max = angles.values().stream().mapToDouble(Math::abs).max().orElse(0);
    return Words.deg(max);
  }

  private String worksUpTo(NamedShape input, Vec3 pull, Plane neutral, Map<Integer, Double> angles)
      throws Ladder.Stopped {
    double max = angles.values().stream().mapToDouble(Math::abs).max().orElse(0);
    return Feasible.upToDeg(
        max,
        s -> {
          Map<Integer, Double> smaller = new LinkedHashMap<>();
          angles.forEach((f, a) -> smaller.put(f, a * s));
          return ladder(input, pull, neutral, smaller).climb().isPresent();
        });
  }
}

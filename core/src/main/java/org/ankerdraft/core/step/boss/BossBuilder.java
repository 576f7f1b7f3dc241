package org.ankerdraft.core.step.boss;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.operation.Blends;
import org.ankerdraft.core.operation.Body;
import org.ankerdraft.core.operation.BuildContext;
import org.ankerdraft.core.operation.Failure;
import org.ankerdraft.core.operation.Feasible;
import org.ankerdraft.core.operation.Footing;
import org.ankerdraft.core.operation.Ladder;
import org.ankerdraft.core.operation.Prisms;
import org.ankerdraft.core.operation.Profiles;
import org.ankerdraft.core.operation.RootRound;
import org.ankerdraft.core.operation.StepBuild;
import org.ankerdraft.core.operation.StepFailed;
import org.ankerdraft.core.operation.Tilt;
import org.ankerdraft.core.operation.UpTo;
import org.ankerdraft.core.operation.Words;
import org.ankerdraft.core.operation.Work;
import org.ankerdraft.core.select.Choosing;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.core.sketch.ResolvedSketch;
import org.ankerdraft.core.sketch.Wall;
import org.ankerdraft.kernel.GeometryKernel.Combination;
import org.ankerdraft.vectors.Plane;
import org.ankerdraft.vectors.Vec3;

/**
 * Makes a drafted, rounded prism through the sketch plane, longer on the body's side than it need
 * be, and keeps what lies between its end and the body's skin.
 */
final class BossBuilder {
  private static final String SIDE = "side";
  private static final String END = "end";
  private static final String BASE = "base";

  private final BuildContext context;
  private final Boss step;
  private final String what;
  private ResolvedSketch sketch;
  private Body body;

  /** From the sketch plane towards its end, length 1. */
  private Vec3 away;

  private double draft;
  private double cornerRound;
  private double endRound;

  BossBuilder(BuildContext context, Boss step) {
    this.context = context;
    this.step = step;
    this.what = step.sunk() ? "pocket" : "boss";
  }

  StepBuild build() throws StepFailed, ExpressionException, Choosing.Adrift, Ladder.Stopped {
    Work.Done done = work().done(context, step.id());
    return StepBuild.of(
        (step.to() == null ? "to its height" : "up to a face")
            + (done.apart() ? ", each root by itself" : ""),
        new Body(body.name(), done.shape()));
  }

  Work work() throws StepFailed, ExpressionException, Choosing.Adrift, Ladder.Stopped {
    sketch = Profiles.of(context, what, step.sketch(), Wall.NONE, step.areas());
    if (sketch.openAt() != null) {
      throw new StepFailed(what, sketch.openAt());
    }
    body = context.body(what, step.body());
    Vec3 normal = sketch.frame().normal();
    away = step.reversed() == step.sunk() ? normal : normal.negated();
    draft = step.draft() == null ? 0 : context.values.angleRad(step.draft());
    if (Math.abs(draft) >= Math.PI / 4) {
      throw new StepFailed(what, "a draft of " + Words.deg(draft) + " is not under 45 deg");
    }
    cornerRound = radius("the round of its corners", step.cornerRound());
    endRound = radius("the round at its end", step.endRound());
    double rootRound = radius("the round at its root", step.rootRound());
    NamedShape tool = step.to() == null ? ofHeight() : upToFace();
    return Work.of(
        what,
        body,
        new Work.Combining(step.sunk() ? Combination.SUBTRACT : Combination.UNITE, List.of(tool)),
        new Work.Rounding(this::isWall, rootRound, false));
  }

  private double radius(String field, Expr radius) throws StepFailed, ExpressionException {
    return radius == null ? 0 : context.positiveMm(what, field, radius);
  }

  private Plane plane() {
    return new Plane(sketch.frame().origin(), away);
  }

  private NamedShape ofHeight() throws StepFailed, ExpressionException, Ladder.Stopped {
    double height = context.positiveMm(what, "the height", step.height());
    Optional<NamedShape> ended = footing().of(behind -> rounded(drafted(behind, height)));
    if (ended.isPresent()) {
      return ended.get();
    }
    throw step.sunk() ? noFloor(height) : footing().refusal("");
  }

  private StepFailed noFloor(double height) {
    Failure failure =
        new Failure(
            what,
            "it goes through the body " + body.name() + " or past it: it has no whole floor there",
            List.of(),
            sketch.frame().origin(),
            null);
    return new StepFailed(
        height == 0
            ? failure
            : failure.withLimit(() ->
                Feasible.upToMm(
                    height,
                    share -> footing().of(behind -> drafted(behind, share * height)).isPresent())));
  }

  private NamedShape upToFace()
      throws StepFailed, ExpressionException, Choosing.Adrift, Ladder.Stopped {
    Body ahead = context.body(what, step.bodyAhead());
    int face = context.oneFace(what, ahead.named(), step.to());
    Optional<NamedShape> ended =
        footing()
            .of(behind -> {
              UpTo.Way way =
                  new UpTo.Way(
                      sketch.frame().origin(), away, height -> drafted(behind, height), BASE, END);
              return rounded(new UpTo(context, what, step.id(), ahead, way).face(face));
            });
    if (ended.isPresent()) {
      return ended.get();
    }
    throw step.sunk() ? noFloor(0) : footing().refusal("");
  }

  private Footing footing() {
    return new Footing(context, what, step.id(), body, plane(), step.sunk(), END, BASE);
  }

  private NamedShape drafted(double behind, double height) throws StepFailed, Ladder.Stopped {
    NamedShape upright =
        Prisms.unproved(
            context,
            what,
            sketch.regions(),
            sketch.frame().plane(),
            away.times(-behind),
            away.times(behind + height),
            Prisms.Births.of(step.id(), SIDE, BASE, END, sketch.faceParts()));
    if (draft == 0) {
      return upright;
    }
    List<Integer> walls = Footing.faces(upright, this::isWall);
    return Tilt.ofTool(context, what, upright, walls, draft, plane(), step.id(), Set.of());
  }

  /** With its corners and its end rounded. */
  private NamedShape rounded(NamedShape prism) throws StepFailed, Ladder.Stopped {
    NamedShape out = prism;
    if (cornerRound > 0) {
      out = rounded(out, "round of its corners", cornerRound, this::isWall, this::isWall);
    }
    if (endRound > 0) {
      out = rounded(out, "round at its end", endRound, this::isWall, f -> f.isOf(step.id(), END));
    }
    return out;
  }

  /** Rounds the sharp edges between faces of two kinds; all is well where there are none. */
  private NamedShape rounded(
      NamedShape shape,
      String of,
      double radius,
      Predicate<FaceName> one,
      Predicate<FaceName> other)
      throws StepFailed, Ladder.Stopped {
    Set<Integer> edges = RootRound.between(shape, one, other);
    return edges.isEmpty()
        ? shape
        : Blends.rounded(context, what + ", " + of, step.id(), shape, edges, radius);
  }

  /** Whether a face is one of the walls, or a round between two of them. */
  private boolean isWall(FaceName face) {
    return face.isOf(step.id(), SIDE)
        || (face.isOf(step.id(), "on") && face.from().stream().allMatch(this::isWall));
  }
}

package org.ankerdraft.core.step.sweep;

import java.util.ArrayList;
import java.util.DoubleSummaryStatistics;
import java.util.List;
import java.util.Optional;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.geometry.Numbers;
import org.ankerdraft.core.operation.BuildContext;
import org.ankerdraft.core.operation.Chains;
import org.ankerdraft.core.operation.Combiner;
import org.ankerdraft.core.operation.Failure;
import org.ankerdraft.core.operation.Ladder;
import org.ankerdraft.core.operation.Prisms;
import org.ankerdraft.core.operation.Profiles;
import org.ankerdraft.core.operation.Proofs;
import org.ankerdraft.core.operation.Skins;
import org.ankerdraft.core.operation.StepFailed;
import org.ankerdraft.core.operation.Tool;
import org.ankerdraft.core.operation.Words;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.core.select.Naming;
import org.ankerdraft.core.sketch.ResolvedSketch;
import org.ankerdraft.kernel.Derived;
import org.ankerdraft.kernel.GeometryKernel.Combination;
import org.ankerdraft.kernel.Outcome;
import org.ankerdraft.kernel.ProfileCurve;
import org.ankerdraft.vectors.Plane;
import org.ankerdraft.vectors.Vec3;

/**
 * Moves a profile along a plane path, and proves the solid by its volume. Turning with the path:
 * area, as seen along the path, times the way of its centroid (Pappus, piece by piece). Parallel to
 * itself: area times the way square to it.
 */
final class SweepBuilder {
  static final String WHAT = "sweep";

  /** Least share of the path's direction that must lead out of the profile's plane. */
  private static final double FLATTEST = 0.05;

  /** So far a path may lean out of the profile's normal where that must be square to it. */
  private static final double SQUARE_RAD = 1e-4;

  private final BuildContext context;
  private final Sweep step;

  SweepBuilder(BuildContext context, Sweep step) {
    this.context = context;
    this.step = step;
  }

  /** The solid by itself. */
  Tool tool() throws StepFailed, ExpressionException, Ladder.Stopped {
    if (step.path() == null) {
      throw StepFailed.waits(WHAT, "it needs the sketch along which it goes");
    }
    ResolvedSketch profile =
        Profiles.of(context, WHAT, step.sketch(), step.wall(), step.areas(), step.use());
    if (profile.regions().size() != 1) {
      throw new StepFailed(
          WHAT,
          "sketch "
              + step.sketch()
              + " encloses "
              + profile.regions().size()
              + " areas; a sweep takes one");
    }
    Track track = track(profile.frame().plane());
    if (step.isCarried()) {
      return new Tool(carried(profile, track), step.allGuides().isEmpty() ? "twisted" : "guided");
    }
    if (step.isParallel()) {
      mustNotTurnBack(profile.frame().normal(), track);
    } else {
      mustNotFold(profile, track);
    }
    NamedShape solid = swept(profile, track);
    if (profile.holdsLines()) {
      return new Tool(Skins.proved(context, WHAT, solid), "line swept");
    }
    Optional<String> fault =
        fault(solid, Profiles.measured(context, WHAT, profile), profile, track);
    if (fault.isPresent()) {
      throw new StepFailed(WHAT, fault.get());
    }
    return new Tool(solid, step.isParallel() ? "swept, parallel" : "swept");
  }

  /** The ways of all sketches of the path, each from where the one before ends. */
  private Track track(Plane profile) throws StepFailed {
    List<Way> ways = new ArrayList<>(List.of(way(profile)));
    for (String id : step.onwards()) {
      Way before = ways.getLast();
      if (before.isClosed()) {
        throw new StepFailed(WHAT, "a closed path does not go on along " + id);
      }
      ways.add(
          Way.goingOn(
                  Chains.one(context, WHAT, id, "the path"),
                  before.end(),
                  context.tolerance.lengthMm())
              .orElseThrow(() ->
                  new StepFailed(
                      WHAT,
                      "sketch "
                          + id
                          + " does not begin where the path so far ends, at "
                          + Numbers.place(before.end()))));
    }
    return new Track(ways);
  }

  /** Turned and scaled on its way. */
  private NamedShape carried(ResolvedSketch profile, Track track)
      throws StepFailed, ExpressionException, Ladder.Stopped {
    if (step.isParallel()) {
      throw new StepFailed(
          WHAT, "a profile that does not turn with the path takes no twist and no guide");
    }
    if (!track.kinks().isEmpty()) {
      throw new StepFailed(
          WHAT,
          "the path has a corner at "
              + Numbers.place(track.kinks().getFirst().after().at())
              + "; with a twist or a guide it must go on smoothly, so round it there");
    }
    Plane plane = profile.frame().plane();
    double lean = Math.acos(Math.min(1, Math.abs(track.first().ahead().dot(plane.normal()))));
    if (lean > SQUARE_RAD) {
      throw new StepFailed(
          WHAT,
          "with a twist or a guide the path must leave the profile square to it; it leans by "
              + Words.deg(lean));
    }
    double twist = step.twist() == null ? 0 : context.values.angleRad(step.twist());
    List<Guide> guides = new ArrayList<>();
    for (String id : step.allGuides()) {
      guides.add(guide(id, profile, track));
    }
    if (guides.size() > 1 && Math.abs(twist) > context.tolerance.angleRad()) {
      throw new StepFailed(
          WHAT, "several guides tell how the profile turns; leave the twist out, or all but one");
    }
    double turn = Math.abs(twist) + track.turnRad();
    return new CarriedSkin(context, step.id(), profile, new Carried(track, twist, guides), turn)
        .solid();
  }

  private Guide guide(String id, ResolvedSketch profile, Track track) throws StepFailed {
    Plane plane = profile.frame().plane();
    ResolvedSketch sketch = Chains.one(context, WHAT, id, "the guide");
    Guide guide =
        Way.from(sketch, plane, context.tolerance.lengthMm())
            .map(way -> new Guide(id, way))
            .orElseThrow(() ->
                new StepFailed(
                    WHAT,
                    "guide "
                        + id
                        + " misses the profile: it is "
                        + Words.mm(off(sketch, plane))
                        + " away from its plane"));
    guide.mustBeginOn(
        profile.regions().getFirst().outer(), track.first().at(), context.tolerance.lengthMm());
    return guide;
  }

  private Way way(Plane profile) throws StepFailed {
    ResolvedSketch path = Chains.one(context, WHAT, step.path(), "the path");
    Way way =
        Way.from(path, profile, context.tolerance.lengthMm())
            .orElseThrow(() ->
                new StepFailed(
                    WHAT,
                    "the path does not begin in the plane of the profile: it is "
                        + Words.mm(off(path, profile))
                        + " away from it"));
    double out = way.heading().dot(profile.normal());
    if (Math.abs(out) < FLATTEST) {
      throw new StepFailed(
          WHAT,
          "the path begins along the plane of the profile; it must lead out of it, best square to"
              + " it");
    }
    return way;
  }

  /** How far the nearest end of a curve lies from a plane. */
  private static double off(ResolvedSketch path, Plane plane) {
    return path.drawn().getFirst().stream()
        .mapToDouble(
            c -> Math.abs(plane.signedDistance(path.frame().at(c.start().x(), c.start().y()))))
        .min()
        .orElse(0);
  }

  /**
   * A profile that stays parallel to itself covers what it swept before, where its way turns back.
   */
  private void mustNotTurnBack(Vec3 normal, Track track) throws StepFailed {
    double begin = Math.signum(track.first().ahead().dot(normal));
    for (Track.Stand stand : track.stands()) {
      if (begin * stand.ahead().dot(normal) < -SQUARE_RAD) {
        throw new StepFailed(
            new Failure(
                WHAT,
                "the path turns back at "
                    + Numbers.place(stand.at())
                    + ": a profile that stays parallel to itself would lie along its way there",
                List.of(),
                stand.at(),
                "up to " + Words.mm(stand.lengthMm()) + " of the path"));
      }
    }
  }

  /** Where the path turns more tightly than the profile reaches, the solid would cross itself. */
  private void mustNotFold(ResolvedSketch profile, Track track) throws StepFailed {
    List<Vec3> outline =
        profile.regions().getFirst().outer().stream().flatMap(c -> c.points().stream()).toList();
    for (int i = 0; i < track.ways().size(); i++) {
      Way way = track.ways().get(i);
      Track.Stand begin = track.beginOf(i);
      DoubleSummaryStatistics left =
          outline.stream()
              .mapToDouble(
                  p -> track.first().in(begin, p.minus(track.first().at())).dot(way.left()))
              .summaryStatistics();
      mustNotFold(i == 0 ? step.path() : step.onwards().get(i - 1), way, left);
    }
  }

  private void mustNotFold(String path, Way way, DoubleSummaryStatistics left) throws StepFailed {
    for (boolean toLeft : new boolean[] {true, false}) {
      double reach = toLeft ? left.getMax() : -left.getMin();
      Optional<Way.Tightest> tightest = way.tightest(toLeft);
      if (tightest.isPresent()
          && tightest.get().radiusMm() < reach - context.tolerance.lengthMm()) {
        String curve = context.sketch(WHAT, path).nameByTag().get(tightest.get().curve().tag());
        throw new StepFailed(
            new Failure(
                WHAT,
                "the path turns with a radius of "
                    + Words.mm(tightest.get().radiusMm())
                    + " at "
                    + curve
                    + ", and the profile reaches "
                    + Words.mm(reach)
                    + " to the inside of the turn, where it would run into itself",
                List.of("curve " + curve),
                null,
                "for a profile that reaches less than " + Words.mm(tightest.get().radiusMm())));
      }
    }
  }

  /** What the outer contour sweeps, without what its holes sweep. */
  private NamedShape swept(ResolvedSketch profile, Track track) throws StepFailed, Ladder.Stopped {
    ProfileCurve.Region region = profile.regions().getFirst();
    NamedShape solid = swept(region, profile, track);
    for (List<ProfileCurve> hole : region.inner()) {
      solid =
          Combiner.combine(
              context,
              WHAT,
              Combination.SUBTRACT,
              solid,
              swept(new ProfileCurve.Region(hole, List.of()), profile, track),
              step.id());
    }
    return solid;
  }

  private NamedShape swept(ProfileCurve.Region contour, ResolvedSketch profile, Track track)
      throws StepFailed, Ladder.Stopped {
    Outcome<Derived> made =
        context.kernel.sweepAlong(
            contour,
            profile.frame().plane(),
            track.inSpace(),
            track.isClosed(),
            step.isParallel(),
            context.budget());
    if (made instanceof Outcome.Failed<Derived>(var failure)) {
      throw new StepFailed(BuildContext.failure(WHAT, Ladder.stopIfNeeded(failure), null));
    }
    return Naming.name(
        made.orThrow(),
        List.of(),
        Prisms.Births.of(step.id(), "side", "start", "end", profile.faceParts()));
  }

  private Optional<String> fault(
      NamedShape solid, Profiles.Measured measured, ResolvedSketch profile, Track track)
      throws Ladder.Stopped {
    Optional<String> unsound =
        Proofs.soundness(Proofs.Of.TOOL, solid.shape(), context.kernel, context.budget());
    if (unsound.isPresent()) {
      return unsound;
    }
    double wanted = wantedMm3(measured, profile.frame().normal(), track);
    double off = Math.abs(solid.shape().mass().volumeMm3() / wanted - 1);
    return off > context.tolerance.relative()
        ? Optional.of(
            "the solid differs by "
                + Words.number(100 * off)
                + " % from area times the way of its centroid")
        : Optional.empty();
  }

  private double wantedMm3(Profiles.Measured profile, Vec3 normal, Track track) {
    Way way = track.ways().getFirst();
    if (step.isParallel()) {
      return profile.areaMm2()
          * Math.abs(track.ways().getLast().end().minus(way.start()).dot(normal));
    }
    double seen = profile.areaMm2() * Math.abs(way.heading().dot(normal));
    Vec3 beside = profile.centroid().minus(way.start());
    return seen
        * (track.ways().size() == 1
            ? way.lengthBeside(beside.dot(way.left()))
            : track.lengthBeside(beside));
  }
}

package org.ankerdraft.core.step.sweep;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.ankerdraft.core.operation.BuildContext;
import org.ankerdraft.core.operation.Combiner;
import org.ankerdraft.core.operation.Ladder;
import org.ankerdraft.core.operation.Prisms;
import org.ankerdraft.core.operation.Profiles;
import org.ankerdraft.core.operation.Proofs;
import org.ankerdraft.core.operation.Skins;
import org.ankerdraft.core.operation.StepFailed;
import org.ankerdraft.core.operation.Words;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.core.select.Naming;
import org.ankerdraft.core.sketch.ResolvedSketch;
import org.ankerdraft.kernel.Derived;
import org.ankerdraft.kernel.GeometryKernel.CarriedTo;
import org.ankerdraft.kernel.GeometryKernel.Combination;
import org.ankerdraft.kernel.Outcome;
import org.ankerdraft.kernel.ProfileCurve;
import org.ankerdraft.vectors.Vec3;

/**
 * The solid that a carried profile leaves behind: a smooth skin through copies of it, as many as it
 * takes to stray from the true one by no more than a hundredth of a millimetre.
 *
 * @param turnRad how far the profile turns in all
 */
record CarriedSkin(
    BuildContext context, String stepId, ResolvedSketch profile, Carried carried, double turnRad) {
  private static final double STRAY_MM = 0.01;
  private static final double VOLUME_SHARE = 1e-4;
  private static final double TURN_EACH_RAD = Math.toRadians(15);

  /** The mesher does not follow faces well that turn further. */
  private static final double TURN_OF_FACE_RAD = Math.PI / 3;

  private static final int FEWEST = 12;
  private static final int MOST = 400;

  /** Places between copies, and points of the outline there, that are looked at. */
  private static final int PLACES = 4;

  NamedShape solid() throws StepFailed, Ladder.Stopped {
    ProfileCurve.Region region = profile.regions().getFirst();
    Optional<String> folds =
        carried.folds(region.outer().stream().flatMap(c -> c.points().stream()).toList());
    if (folds.isPresent()) {
      throw new StepFailed(SweepBuilder.WHAT, folds.get());
    }
    if (carried.track().isClosed()) {
      carried.mustClose(region.outer().stream().flatMap(c -> c.points().stream()).toList());
    }
    int copies = Math.max(FEWEST, (int) Math.ceil(turnRad / TURN_EACH_RAD));
    double stray = Double.POSITIVE_INFINITY;
    while (copies <= MOST) {
      NamedShape outer =
          through(new ProfileCurve.Region(region.outer(), List.of(), region.isOpen()), copies);
      stray = stray(outer, region.outer(), copies);
      if (stray <= STRAY_MM) {
        return region.isOpen()
            ? Skins.proved(context, SweepBuilder.WHAT, outer)
            : proved(hollow(outer, region, copies));
      }
      copies *= 2;
    }
    throw new StepFailed(
        SweepBuilder.WHAT, "the skin would stray by " + Words.mm(stray) + " from its true shape");
  }

  private int pieces() {
    return Math.max(
        carried.track().isClosed() ? 2 : 1, (int) Math.ceil(turnRad / TURN_OF_FACE_RAD - 1e-9));
  }

  private NamedShape hollow(NamedShape outer, ProfileCurve.Region region, int copies)
      throws StepFailed, Ladder.Stopped {
    NamedShape solid = outer;
    for (List<ProfileCurve> hole : region.inner()) {
      solid =
          Combiner.combine(
              context,
              SweepBuilder.WHAT,
              Combination.SUBTRACT,
              solid,
              through(new ProfileCurve.Region(hole, List.of()), copies),
              stepId);
    }
    return solid;
  }

  private List<Track.Stand> stands(int count, double shift) {
    List<Track.Stand> out = new ArrayList<>();
    for (int i = 0; i + shift < count; i++) {
      Track track = carried.track();
      out.add(track.after(track.lengthMm() * (i + shift) / (count - 1)));
    }
    return out;
  }

  private NamedShape through(ProfileCurve.Region contour, int copies)
      throws StepFailed, Ladder.Stopped {
    double length = carried.track().lengthMm();
    List<CarriedTo> to =
        carried.at(stands(copies, 0)).stream()
            .map(c ->
                new CarriedTo(
                    c.stand().lengthMm() / length,
                    c.place(Vec3.ZERO),
                    c.way(Vec3.X),
                    c.way(Vec3.Y),
                    c.way(Vec3.Z)))
            .toList();
    Outcome<Derived> made =
        context.kernel.carry(
            contour,
            profile.frame().plane(),
            to,
            carried.track().isClosed(),
            pieces(),
            context.budget());
    if (made instanceof Outcome.Failed<Derived>(var failure)) {
      throw new StepFailed(
          BuildContext.failure(SweepBuilder.WHAT, Ladder.stopIfNeeded(failure), null));
    }
    return Naming.name(
        made.orThrow(),
        List.of(),
        Prisms.Births.of(stepId, "side", "start", "end", profile.faceParts()));
  }

  /** How far the outline lies off the skin between copies. */
  private double stray(NamedShape skin, List<ProfileCurve> contour, int copies)
      throws StepFailed, Ladder.Stopped {
    List<Vec3> outline = contour.stream().flatMap(c -> c.points().stream()).toList();
    List<Carried.Copy> between = carried.at(stands(copies, 0.5));
    double worst = 0;
    for (int i = 0; i < PLACES; i++) {
      Carried.Copy copy = between.get(i * (between.size() - 2) / (PLACES - 1));
      for (int k = 0; k < PLACES; k++) {
        Vec3 p = copy.place(outline.get(k * (outline.size() - 1) / PLACES));
        worst = Math.max(worst, Skins.distance(context, SweepBuilder.WHAT, skin, p));
      }
    }
    return worst;
  }

  private NamedShape proved(NamedShape solid) throws StepFailed, Ladder.Stopped {
    Optional<String> fault =
        Proofs.soundness(Proofs.Of.TOOL, solid.shape(), context.kernel, context.budget());
    if (fault.isPresent()) {
      throw new StepFailed(SweepBuilder.WHAT, fault.get());
    }
    Profiles.Measured measured = Profiles.measured(context, SweepBuilder.WHAT, profile);
    double wanted = carried.volumeMm3(measured.areaMm2(), measured.centroid());
    double off = Math.abs(solid.shape().mass().volumeMm3() / wanted - 1);
    if (off > VOLUME_SHARE) {
      throw new StepFailed(
          SweepBuilder.WHAT,
          "the solid differs by "
              + Words.number(100 * off)
              + " % from area times the way of its centroid");
    }
    return solid;
  }
}

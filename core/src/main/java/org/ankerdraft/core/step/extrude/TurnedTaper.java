package org.ankerdraft.core.step.extrude;

import java.util.List;
import java.util.Optional;
import org.ankerdraft.core.operation.BuildContext;
import org.ankerdraft.core.sketch.ResolvedSketch;
import org.ankerdraft.kernel.Derived;
import org.ankerdraft.kernel.Outcome;
import org.ankerdraft.kernel.ProfileCurve;
import org.ankerdraft.kernel.ProfileCurve.Region;
import org.ankerdraft.vectors.Axis;
import org.ankerdraft.vectors.Plane;
import org.ankerdraft.vectors.Vec3;

/**
 * A circle that is extruded with a taper, as a turned solid: it can be made up to the tip of its
 * cone, which the library's draft tool cannot.
 *
 * @param centre where it begins
 * @param along its way, length 1
 */
record TurnedTaper(ProfileCurve.Circle circle, Vec3 centre, Vec3 along, double depthMm) {
  static final int BEGIN = 1;
  static final int SIDE = 2;
  static final int END = 3;
  private static final int ON_AXIS = 4;

  /** Empty if a sketch is more than one circle. */
  static Optional<TurnedTaper> of(ResolvedSketch sketch, Vec3 from, Vec3 along, double depthMm) {
    List<Region> regions = sketch.regions();
    boolean isOne =
        regions.size() == 1
            && regions.getFirst().inner().isEmpty()
            && regions.getFirst().outer().size() == 1;
    return isOne && regions.getFirst().outer().getFirst() instanceof ProfileCurve.Circle k
        ? Optional.of(new TurnedTaper(k, k.centre().plus(from), along, depthMm))
        : Optional.empty();
  }

  private double endRadius(double taperRad) {
    return circle.radius() - depthMm * Math.tan(taperRad);
  }

  Outcome<Derived> solid(BuildContext context, double taperRad) {
    double radius = endRadius(taperRad);
    if (!(radius > context.tolerance.lengthMm())) {
      return Outcome.failed(Outcome.Cause.REFUSED, "the cone ends in its tip before its end");
    }
    Vec3 out = circle.seam().unit();
    Vec3 end = centre.plus(along.times(depthMm));
    Vec3 a = centre.plus(out.times(circle.radius()));
    Vec3 b = end.plus(out.times(radius));
    Region half =
        new Region(
            List.of(
                new ProfileCurve.Line(BEGIN, centre, a),
                new ProfileCurve.Line(SIDE, a, b),
                new ProfileCurve.Line(END, b, end),
                new ProfileCurve.Line(ON_AXIS, end, centre)),
            List.of());
    return context.kernel.revolve(
        List.of(half),
        new Plane(centre, along.cross(out)),
        new Axis(centre, along),
        0,
        2 * Math.PI,
        context.budget());
  }
}

package org.ankerdraft.core.step.strip;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.ankerdraft.core.geometry.PlaneCurve;
import org.ankerdraft.core.operation.BuildContext;
import org.ankerdraft.core.operation.Combiner;
import org.ankerdraft.core.operation.Ladder;
import org.ankerdraft.core.operation.Prisms;
import org.ankerdraft.core.operation.StepFailed;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.core.select.Naming;
import org.ankerdraft.core.sheet.StripProfile;
import org.ankerdraft.core.sketch.Frame;
import org.ankerdraft.core.step.strip.StripSeat.End;
import org.ankerdraft.core.step.strip.StripSeat.Mitre;
import org.ankerdraft.kernel.GeometryKernel.Combination;
import org.ankerdraft.kernel.Outcome;
import org.ankerdraft.kernel.ProfileCurve;
import org.ankerdraft.vectors.Plane;
import org.ankerdraft.vectors.Vec3;
import org.ankerdraft.vectors.Xy;

/** Makes the solids of strips, ended at their neighbours. */
final class StripSolids {

  /** How strips end at mitred corners. */
  enum Ends {
    /** The mitre goes through wall and bend. */
    MITRED,

    /**
     * All ends stand square on the sheet. For shallow bends: there the plane of the mitre would
     * leave edges cut through half the sheet.
     */
    SQUARE
  }

  private final BuildContext context;
  private final String what;
  private final String stepId;
  private final StripShape shape;
  private final double thicknessMm;
  private final double gap;
  private final double cornerMm;

  StripSolids(
      BuildContext context,
      String what,
      String stepId,
      StripShape shape,
      double thicknessMm,
      double gap,
      double cornerMm) {
    this.context = context;
    this.what = what;
    this.stepId = stepId;
    this.shape = shape;
    this.thicknessMm = thicknessMm;
    this.gap = gap;
    this.cornerMm = cornerMm;
  }

  NamedShape strip(StripSeat seat, FaceName origin, Ends ends) throws StepFailed, Ladder.Stopped {
    boolean isInside = seat.atStart().isInside() || seat.atEnd().isInside();
    return isInside || (seat.isMitred() && ends == Ends.SQUARE)
        ? squareStrip(seat, origin)
        : mitredStrip(seat, origin);
  }

  private NamedShape squareStrip(StripSeat seat, FaceName origin)
      throws StepFailed, Ladder.Stopped {
    StripProfile profile = shape.profile(thicknessMm);
    double reach = Math.max(profile.reachX(), thicknessMm);
    List<List<StripProfile.Raised>> pieces = profile.pieceOutlines();
    NamedShape strip = null;
    double laidFlat = shape.tangentMm();
    for (int i = 0; i < pieces.size(); i++) {
      double start = laidFlat;
      laidFlat += StripShape.flatMm(shape.pieces().get(i), thicknessMm);
      List<StripProfile.Raised> outline =
          withinStrip(pieces.get(i), i == 0, i == pieces.size() - 1);
      NamedShape piece =
          outline.getFirst().curve() instanceof PlaneCurve.Line
              ? squareWall(seat, outline, start, reach, origin)
              : squareBend(seat, outline, laidFlat, reach, origin);
      strip =
          strip == null
              ? piece
              : Combiner.combine(context, what, Combination.UNITE, strip, piece, stepId);
    }
    return strip;
  }

  /** Only the first piece has the strip's root, only the last one its end. */
  private static List<StripProfile.Raised> withinStrip(
      List<StripProfile.Raised> outline, boolean isFirst, boolean isLast) {
    return outline.stream()
        .map(r ->
            (r.role().equals("root") && !isFirst) || (r.role().equals("end") && !isLast)
                ? new StripProfile.Raised("shoulder", r.curve())
                : r)
        .toList();
  }

  /** A bend ended square to the sheet; at an inside corner square to its line as well. */
  private NamedShape squareBend(
      StripSeat seat,
      List<StripProfile.Raised> outline,
      double laidFlat,
      double reach,
      FaceName origin)
      throws StepFailed, Ladder.Stopped {
    double from = bendBegins(seat, seat.atStart(), outline, laidFlat);
    double to = seat.lengthMm() - bendBegins(seat, seat.atEnd(), outline, laidFlat);
    NamedShape bend = along(seat, outline, from, to, "", origin);
    BendMitres mitres = new BendMitres(context, what, stepId);
    for (End end : List.of(seat.atStart(), seat.atEnd())) {
      if (end.isMitred() && !end.isInside()) {
        double halfGap = gapAlong(seat, end.neighbour());
        double away = 2 * (beyond(end, reach) + halfGap + reach);
        bend = mitres.cut(bend, seat, end, outline, halfGap, away, name("mitre", origin));
      }
    }
    return bend;
  }

  /**
   * How far from the end of the edge a bend begins, before it is cut at a mitre.
   *
   * @param laidFlat how far from the edge it reaches in the flat: strips at an inside corner must
   *     not meet there, nor where they are folded
   */
  private double bendBegins(
      StripSeat seat, End end, List<StripProfile.Raised> outline, double laidFlat) {
    if (!end.isMitred()) {
      return end.offsetMm();
    }
    double slope = end.neighbour().slope();
    double least =
        outline.stream()
            .flatMap(r -> r.curve().points(thicknessMm / 100).stream())
            .mapToDouble(p -> gapAlong(seat, end.neighbour()) - slope * p.x())
            .reduce(end.isInside() ? Math::max : Math::min)
            .orElseThrow();
    return end.isInside()
        ? Math.max(end.offsetMm(), Math.max(least, insideMm(seat, end, laidFlat)))
        : least - thicknessMm;
  }

  /** How far short of an inside corner a strip ends, at a distance from the edge in the flat. */
  private double insideMm(StripSeat seat, End end, double laidFlat) {
    return gapAlong(seat, end.neighbour()) - end.neighbour().slope() * laidFlat;
  }

  /** Half the gap, measured along the edge. */
  private double gapAlong(StripSeat seat, Mitre mitre) {
    return gap / 2 / Math.abs(mitre.awayFromStrip().dot(seat.along()));
  }

  private NamedShape squareWall(
      StripSeat seat,
      List<StripProfile.Raised> outline,
      double laidFlat,
      double reach,
      FaceName origin)
      throws StepFailed, Ladder.Stopped {
    double from = seat.fromMm() - beyond(seat.atStart(), reach);
    double to = seat.toMm() + beyond(seat.atEnd(), reach);
    List<Plane> planes = new ArrayList<>();
    for (End end : List.of(seat.atStart(), seat.atEnd())) {
      PlaneCurve.Line near = (PlaneCurve.Line) outline.get(0).curve();
      if (end.isInside()) {
        // Neither in the flat nor folded, where the far side may come nearer to the neighbour.
        double reached = Math.max(near.start().x(), outline.get(2).curve().end().x());
        planes.add(trim(seat, end, near, Math.max(laidFlat, reached)));
      } else if (end.isMitred()) {
        Plane mitre = mitre(end);
        PlaneCurve.Line far = (PlaneCurve.Line) outline.get(2).curve().reversed();
        boolean isNearer = wallNormal(seat, near).dot(mitre.normal()) >= 0;
        planes.add(squareCut(seat, isNearer ? near : far, mitre).orElse(mitre));
      }
    }
    return cutOff(along(seat, outline, from, to, "", origin), planes, origin);
  }

  /**
   * The plane that ends a wall at an inside corner, square to it: in the flat it lies half the gap
   * beside the line that halves the corner, so that the neighbours do not overlap there.
   */
  private Plane trim(StripSeat seat, End end, PlaneCurve.Line near, double laidFlat) {
    boolean atEnd = end.equals(seat.atEnd());
    Vec3 towards = atEnd ? seat.along() : seat.along().negated();
    double inside = insideMm(seat, end, laidFlat);
    Vec3 start = seat.inSpace(near.start(), atEnd ? seat.lengthMm() - inside : inside);
    Vec3 way = seat.inSpace(near.end(), 0).minus(seat.inSpace(near.start(), 0)).unit();
    Vec3 line = way.plus(towards.times(end.neighbour().slope())).unit();
    Vec3 normal = line.cross(wallNormal(seat, near)).unit();
    return new Plane(start, normal.dot(towards) > 0 ? normal : normal.negated());
  }

  /**
   * @param origin what the names tell the face's birth from; null for none
   */
  Prisms.Births named(String before, FaceName origin, Map<Integer, String> roles) {
    Map<Integer, FaceName> sides = new LinkedHashMap<>();
    roles.forEach((tag, role) -> sides.put(tag, name(before + role, origin)));
    return new Prisms.Births(
        sides,
        name(before + "side-start", origin),
        name(before + "side-end", origin),
        name(before + "face", origin));
  }

  private FaceName name(String role, FaceName origin) {
    return origin == null ? FaceName.of(stepId, role) : FaceName.from(stepId, role, origin);
  }

  /** Place along the edge where the tangent lines of two mitred strips meet. */
  double cornerAt(StripSeat seat, boolean atEnd) {
    double slope = (atEnd ? seat.atEnd() : seat.atStart()).neighbour().slope();
    double in = slope * shape.tangentMm();
    return atEnd ? seat.lengthMm() + in : -in;
  }

  private NamedShape mitredStrip(StripSeat seat, FaceName origin)
      throws StepFailed, Ladder.Stopped {
    StripProfile profile = shape.profile(thicknessMm);
    double reach = Math.max(profile.reachX(), thicknessMm);
    double from = seat.fromMm() - beyond(seat.atStart(), reach);
    double to = seat.toMm() + beyond(seat.atEnd(), reach);
    NamedShape strip = along(seat, profile.outline(), from, to, "", origin);
    for (boolean atEnd : new boolean[] {false, true}) {
      End end = atEnd ? seat.atEnd() : seat.atStart();
      if (end.isMitred() && !end.reentrant() && cornerMm > 0) {
        double at = cornerAt(seat, atEnd);
        NamedShape tool =
            along(
                seat,
                profile.bendOutlines().getFirst(),
                atEnd ? at - cornerMm : from - 1,
                atEnd ? to + 1 : at + cornerMm,
                "corner-",
                origin);
        strip = Combiner.combine(context, what, Combination.SUBTRACT, strip, tool, stepId);
      }
    }
    return mitred(strip, seat, profile.lastFlat(), origin);
  }

  private static double beyond(End end, double reach) {
    return end.isMitred() ? Math.max(0, end.neighbour().slope()) * reach : 0;
  }

  private NamedShape along(
      StripSeat seat,
      List<StripProfile.Raised> outline,
      double from,
      double to,
      String before,
      FaceName origin)
      throws StepFailed, Ladder.Stopped {
    Frame frame = new Frame(seat.origin().plus(seat.along().times(from)), seat.out(), seat.up());
    Map<Integer, String> roles = new LinkedHashMap<>();
    ProfileCurve.Region region = Prisms.region(outline, frame, roles);
    Prisms.checkProfile(context, what, List.of(region), frame.plane(), roles);
    return Prisms.prism(
        context,
        what,
        List.of(region),
        frame.plane(),
        Vec3.ZERO,
        seat.along().times(to - from),
        named(before, origin, roles));
  }

  /** The strip ended at its mitres, with edges cut square to its last wall. */
  private NamedShape mitred(NamedShape strip, StripSeat seat, PlaneCurve.Line last, FaceName origin)
      throws StepFailed, Ladder.Stopped {
    List<Plane> planes = new ArrayList<>();
    for (End end : List.of(seat.atStart(), seat.atEnd())) {
      if (end.isMitred()) {
        Plane mitre = mitre(end);
        planes.add(mitre);
        squareCut(seat, last, mitre).ifPresent(planes::add);
      }
    }
    return cutOff(strip, planes, origin);
  }

  /** The plane at which a strip ends: half the gap from the one that parts the neighbours. */
  private Plane mitre(End end) {
    Mitre m = end.neighbour();
    return new Plane(m.corner().minus(m.awayFromStrip().times(gap / 2)), m.awayFromStrip());
  }

  private NamedShape cutOff(NamedShape strip, List<Plane> planes, FaceName origin)
      throws StepFailed, Ladder.Stopped {
    if (planes.isEmpty()) {
      return strip;
    }
    Outcome<NamedShape> cut =
        context
            .kernel
            .cutByPlanes(strip.shape(), planes, context.budget())
            .map(d ->
                Naming.name(
                    d,
                    List.of(strip),
                    Naming.Births.ofCut(name("mitre", origin), name("face", origin))));
    return switch (cut) {
      case Outcome.Failed<NamedShape>(var failure) ->
          throw new StepFailed(BuildContext.failure(what, Ladder.stopIfNeeded(failure), strip));
      case Outcome.Done<NamedShape>(NamedShape done) -> done;
    };
  }

  private static Vec3 wallNormal(StripSeat seat, PlaneCurve.Line side) {
    Xy way = side.end().minus(side.start()).times(1 / side.lengthMm());
    return seat.out().times(-way.y()).plus(seat.up().times(way.x()));
  }

  /**
   * The plane square to the strip's last wall through the line in which the mitre meets the wall's
   * near side; empty if that is the mitre itself.
   */
  private Optional<Plane> squareCut(StripSeat seat, PlaneCurve.Line last, Plane mitre) {
    Vec3 wall = wallNormal(seat, last);
    Vec3 start = seat.inSpace(last.start(), 0);
    Vec3 line = mitre.normal().cross(wall).unit();
    Vec3 square = line.cross(wall).unit();
    Vec3 away = square.dot(mitre.normal()) > 0 ? square : square.negated();
    if (away.dot(mitre.normal()) > 1 - context.tolerance.angleRad()) {
      return Optional.empty();
    }
    double reach =
        mitre.origin().minus(start).dot(mitre.normal()) / seat.along().dot(mitre.normal());
    return Optional.of(new Plane(start.plus(seat.along().times(reach)), away));
  }
}

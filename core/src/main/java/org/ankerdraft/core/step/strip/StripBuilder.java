package org.ankerdraft.core.step.strip;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.geometry.PlaneCurve;
import org.ankerdraft.core.operation.Body;
import org.ankerdraft.core.operation.BuildContext;
import org.ankerdraft.core.operation.Combiner;
import org.ankerdraft.core.operation.Failure;
import org.ankerdraft.core.operation.Ladder;
import org.ankerdraft.core.operation.Prisms;
import org.ankerdraft.core.operation.SheetNumbers;
import org.ankerdraft.core.operation.StepBuild;
import org.ankerdraft.core.operation.StepFailed;
import org.ankerdraft.core.operation.Words;
import org.ankerdraft.core.select.Choosing;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.core.select.Naming;
import org.ankerdraft.core.sheet.CannotUnfold;
import org.ankerdraft.core.sheet.Skins;
import org.ankerdraft.core.sheet.StripProfile;
import org.ankerdraft.core.sketch.Frame;
import org.ankerdraft.core.step.strip.StripSeat.End;
import org.ankerdraft.core.step.strip.StripSeat.Mitre;
import org.ankerdraft.core.step.strip.StripSeat.ReliefSize;
import org.ankerdraft.kernel.GeometryKernel.Combination;
import org.ankerdraft.kernel.Outcome;
import org.ankerdraft.kernel.ProfileCurve;
import org.ankerdraft.kernel.Topology;
import org.ankerdraft.vectors.Plane;
import org.ankerdraft.vectors.Vec3;
import org.ankerdraft.vectors.Xy;

/** Flanges, hems and joggles: strips folded on along straight edges of walls. */
final class StripBuilder {
  private static final double USUAL_GAP_MM = 0.5;
  private static final double SMALLEST_RELIEF_MM = 1;
  private static final double TEAR_MM = 0.1;

  /** By how much cuts reach beyond the sheet, as a share of its thickness. */
  private static final double BEYOND = 0.01;

  private static final double VOLUME_SHARE = 1e-4;

  private final BuildContext context;
  private final Strip step;
  private final String what;
  private final SheetNumbers numbers;
  private final Shaping shaping;
  private Skins skins;
  private StripShape shape;
  private ReliefSize relief;
  private double cornerMm;
  private double gap;

  /** Gives the cross-section for a thickness. */
  @FunctionalInterface
  interface Shaping {
    StripShape of(double thicknessMm) throws StepFailed, ExpressionException;
  }

  StripBuilder(BuildContext context, Strip step, String what, Shaping shaping) {
    this.context = context;
    this.step = step;
    this.what = what;
    this.shaping = shaping;
    this.numbers = new SheetNumbers(context, what);
  }

  StepBuild build() throws StepFailed, ExpressionException, Choosing.Adrift, Ladder.Stopped {
    Body body = context.body(what, step.body());
    NamedShape input = body.named();
    skins = sheet(input, "the body is no sheet that can take a " + what);
    shape = shaping.of(skins.thicknessMm());
    readSizes();
    List<StripSeat> seats = seats(input);
    NamedShape cut = cutBack(input, seats);
    NamedShape result = cut;
    for (StripSeat seat : seats) {
      NamedShape strip = strip(seat, origin(input, seat));
      double before = result.shape().mass().volumeMm3();
      double added = strip.shape().mass().volumeMm3();
      result = Combiner.combine(context, what, Combination.UNITE, result, strip, step.id());
      if (Math.abs(result.shape().mass().volumeMm3() - before - added) > VOLUME_SHARE * added) {
        throw new StepFailed(
            new Failure(
                what,
                "it runs into the part itself: shorten it, or keep its ends off their neighbours",
                List.of(input.edgeName(seat.edge()).toString()),
                input.topology().edge(seat.edge()).mid(),
                null));
      }
    }
    sheet(result, "the result is no uniform sheet");
    return StepBuild.of("folded strip", new Body(body.name(), result));
  }

  /** What tells the faces of one strip from those of another: the cut edge it grew from. */
  private FaceName origin(NamedShape input, StripSeat seat) {
    int rim =
        input.topology().edge(seat.edge()).faces().stream()
            .filter(skins.rims()::contains)
            .findFirst()
            .orElseThrow();
    return input.faceName(rim);
  }

  private Skins sheet(NamedShape named, String why) throws StepFailed {
    try {
      return Skins.find(named.topology(), 0, context.tolerance);
    } catch (CannotUnfold e) {
      List<String> where =
          e.obstacles().stream()
              .filter(o -> o.face() > 0)
              .map(o -> named.faceName(o.face()).toString())
              .toList();
      throw new StepFailed(
          new Failure(
              what,
              why + ": " + e.getMessage(),
              where,
              e.obstacles().stream()
                  .filter(o -> o.face() > 0)
                  .map(o -> named.topology().face(o.face()).point())
                  .findFirst()
                  .orElse(null),
              null));
    }
  }

  private void readSizes() throws StepFailed, ExpressionException {
    Seat seat = step.seat();
    Relief r = seat.relief();
    double t = skins.thicknessMm();
    double width = numbers.length("the relief's width", r.width(), Math.max(t, SMALLEST_RELIEF_MM));
    double past = Math.max(t / 2, t + shape.firstRadiusMm() + shape.tangentMm());
    double depth =
        r.depth() == null
            ? past
            : Math.max(0, context.values.lengthMm(r.depth()) + shape.tangentMm());
    relief =
        r.shape() == Relief.Shape.NONE
            ? new ReliefSize(r.shape(), TEAR_MM, 0)
            : new ReliefSize(r.shape(), width, depth);
    cornerMm = r.corner() == Relief.Shape.NONE ? 0 : width;
    gap = numbers.length("the gap", seat.gap(), USUAL_GAP_MM);
    if (!(gap > context.tolerance.lengthMm())) {
      throw new StepFailed(
          what, "the gap at corners is " + Words.mm(gap) + "; it must be more than 0");
    }
  }

  private List<StripSeat> seats(NamedShape input)
      throws StepFailed, ExpressionException, Choosing.Adrift {
    Set<Integer> chosen = context.choosing(input).edges(step.seat().edges());
    if (chosen.isEmpty()) {
      throw new StepFailed(what, "no edge is chosen; it needs a straight edge of a wall");
    }
    double start = numbers.length("the offset at the start", step.seat().startOffset(), 0);
    double end = numbers.length("the offset at the end", step.seat().endOffset(), 0);
    List<StripSeat> bare = new ArrayList<>();
    for (int e : chosen) {
      bare.add(bareSeat(input, e));
    }
    List<StripSeat> out = new ArrayList<>();
    for (StripSeat s : bare) {
      Topology.Edge edge = input.topology().edge(s.edge());
      boolean forward = edge.start().distance(s.origin()) < context.tolerance.lengthMm();
      int first = forward ? edge.startVertex() : edge.endVertex();
      int last = forward ? edge.endVertex() : edge.startVertex();
      StripSeat seat =
          new StripSeat(
              s.edge(),
              s.origin(),
              s.along(),
              s.out(),
              s.up(),
              s.lengthMm(),
              end(input, s, first, false, start, bare),
              end(input, s, last, true, end, bare));
      if (!(seat.toMm() - seat.fromMm() > context.tolerance.lengthMm())) {
        throw failedAt(
            input,
            s.edge(),
            "the offsets leave nothing of the edge, which is " + Words.mm(s.lengthMm()) + " long");
      }
      out.add(seat);
    }
    return out;
  }

  private StepFailed failedAt(NamedShape input, int e, String why) {
    return new StepFailed(
        new Failure(
            what,
            why,
            List.of(input.edgeName(e).toString()),
            input.topology().edge(e).mid(),
            null));
  }

  /** The seat as if nothing stood at its ends. */
  private StripSeat bareSeat(NamedShape input, int e) throws StepFailed {
    Topology.Edge edge = input.topology().edge(e);
    if (edge.kind() != Topology.CurveKind.LINE) {
      throw failedAt(input, e, "the edge is curved; a bend needs a straight edge");
    }
    int skin = edge.faces().stream().filter(f -> !skins.rims().contains(f)).findFirst().orElse(0);
    int rim = edge.faces().stream().filter(skins.rims()::contains).findFirst().orElse(0);
    if (skin == 0
        || rim == 0
        || input.topology().face(skin).kind() != Topology.SurfaceKind.PLANE
        || input.topology().face(rim).kind() != Topology.SurfaceKind.PLANE) {
      throw failedAt(
          input, e, "the edge is not one along which a plane wall ends; choose such an edge");
    }
    Vec3 up = input.topology().face(skin).normal();
    Vec3 out = input.topology().face(rim).normal();
    if (Math.abs(up.dot(out)) > context.tolerance.relative()) {
      throw failedAt(input, e, "the wall is not cut square there");
    }
    Vec3 along = out.cross(up);
    boolean forward = edge.end().minus(edge.start()).dot(along) > 0;
    return new StripSeat(
        e,
        forward ? edge.start() : edge.end(),
        along,
        out,
        up,
        edge.lengthMm(),
        new End(0, null, false),
        new End(0, null, false));
  }

  private End end(
      NamedShape input,
      StripSeat seat,
      int vertex,
      boolean atEnd,
      double offset,
      List<StripSeat> bare)
      throws StepFailed {
    for (StripSeat other : bare) {
      Topology.Edge e = input.topology().edge(other.edge());
      if (other.edge() != seat.edge()
          && (e.startVertex() == vertex || e.endVertex() == vertex)
          && other.up().dot(seat.up()) > 1 - context.tolerance.relative()) {
        return new End(0, mitre(input.topology().vertex(vertex), seat, other, atEnd), false);
      }
    }
    boolean reentrant = false;
    for (int i = 1; i <= input.topology().edges().size(); i++) {
      Topology.Edge e = input.topology().edge(i);
      if (i != seat.edge() && (e.startVertex() == vertex || e.endVertex() == vertex)) {
        Vec3 leaving = e.startVertex() == vertex ? e.tangentStart() : e.tangentEnd().negated();
        reentrant |=
            leaving.dot(seat.out()) > context.tolerance.relative()
                && Math.abs(leaving.dot(seat.up())) < context.tolerance.relative();
      }
    }
    if (reentrant && offset < relief.widthMm()) {
      throw new StepFailed(
          new Failure(
              what,
              "a wall stands beside the edge's "
                  + (atEnd ? "end" : "start")
                  + "; keep the strip off it by an offset",
              List.of(input.edgeName(seat.edge()).toString()),
              input.topology().vertex(vertex),
              "with an offset of at least " + Words.mm(relief.widthMm())));
    }
    return new End(offset, null, reentrant);
  }

  private static Mitre mitre(Vec3 corner, StripSeat seat, StripSeat other, boolean atEnd) {
    Vec3 bisector = seat.out().plus(other.out()).unit();
    Vec3 towards = atEnd ? seat.along() : seat.along().negated();
    Vec3 normal = bisector.cross(seat.up()).unit();
    Vec3 away = normal.dot(towards) > 0 ? normal : normal.negated();
    Vec3 otherAlong = atEnd ? other.along() : other.along().negated();
    return new Mitre(corner, away, bisector.dot(towards) / bisector.dot(seat.out()), otherAlong);
  }

  /** The wall with room made for the strips. */
  private NamedShape cutBack(NamedShape input, List<StripSeat> seats)
      throws StepFailed, Ladder.Stopped {
    double t = skins.thicknessMm();
    double more = BEYOND * t;
    NamedShape result = input;
    for (StripSeat seat : seats) {
      Frame frame = new Frame(seat.origin(), seat.along(), seat.out());
      List<List<PlaneCurve>> cuts = new ArrayList<>(seat.cuts(shape.tangentMm(), relief, more));
      cuts.addAll(cornerCuts(seat));
      for (List<PlaneCurve> cut : cuts) {
        List<StripProfile.Raised> outline =
            cut.stream().map(c -> new StripProfile.Raised("relief", c)).toList();
        Map<Integer, String> roles = new LinkedHashMap<>();
        ProfileCurve.Region region = Prisms.region(outline, frame, roles);
        NamedShape tool =
            Prisms.prism(
                context,
                what,
                List.of(region),
                frame.plane(),
                seat.up().times(-t - more),
                seat.up().times(t + 2 * more),
                named("", null, roles));
        result = Combiner.combine(context, what, Combination.SUBTRACT, result, tool, step.id());
      }
    }
    return result;
  }

  /**
   * @param origin what the names tell the face's birth from; null for none
   */
  private Prisms.Births named(String before, FaceName origin, Map<Integer, String> roles) {
    Map<Integer, FaceName> sides = new LinkedHashMap<>();
    roles.forEach((tag, role) -> sides.put(tag, name(before + role, origin)));
    return new Prisms.Births(
        sides,
        name(before + "side-start", origin),
        name(before + "side-end", origin),
        name(before + "face", origin));
  }

  private FaceName name(String role, FaceName origin) {
    return origin == null ? FaceName.of(step.id(), role) : FaceName.from(step.id(), role, origin);
  }

  /** Place along the edge where the tangent lines of two mitred strips meet. */
  private double cornerAt(StripSeat seat, boolean atEnd) {
    double slope = (atEnd ? seat.atEnd() : seat.atStart()).neighbour().slope();
    double in = slope * shape.tangentMm();
    return atEnd ? seat.lengthMm() + in : -in;
  }

  /** The relief in the wall at the mitred corner in which the edge ends. */
  private List<List<PlaneCurve>> cornerCuts(StripSeat seat) {
    if (cornerMm == 0 || !seat.atEnd().isMitred()) {
      return List.of();
    }
    Xy corner = new Xy(cornerAt(seat, true), shape.tangentMm());
    if (step.seat().relief().corner() == Relief.Shape.ROUND_ENDED) {
      return List.of(
          List.of(
              new PlaneCurve.Arc(corner, cornerMm, 0, Math.PI),
              new PlaneCurve.Arc(corner, cornerMm, Math.PI, Math.PI)));
    }
    Vec3 other = seat.atEnd().neighbour().otherAlong();
    Xy back = new Xy(-cornerMm, 0);
    Xy in = new Xy(other.dot(seat.along()), other.dot(seat.out())).times(cornerMm);
    List<Xy> p = List.of(corner, corner.plus(back), corner.plus(back).plus(in), corner.plus(in));
    List<PlaneCurve> square = new ArrayList<>();
    for (int i = 0; i < p.size(); i++) {
      square.add(new PlaneCurve.Line(p.get(i), p.get((i + 1) % p.size())));
    }
    return List.of(square);
  }

  private NamedShape strip(StripSeat seat, FaceName origin) throws StepFailed, Ladder.Stopped {
    StripProfile profile = shape.profile(skins.thicknessMm());
    double reach = Math.max(profile.reachX(), skins.thicknessMm());
    double from = seat.fromMm() - beyond(seat.atStart(), reach);
    double to = seat.toMm() + beyond(seat.atEnd(), reach);
    NamedShape strip = along(seat, profile.outline(), from, to, "", origin);
    for (boolean atEnd : new boolean[] {false, true}) {
      End end = atEnd ? seat.atEnd() : seat.atStart();
      if (end.isMitred() && cornerMm > 0) {
        double at = cornerAt(seat, atEnd);
        NamedShape tool =
            along(
                seat,
                profile.bendOutlines().getFirst(),
                atEnd ? at - cornerMm : from - 1,
                atEnd ? to + 1 : at + cornerMm,
                "corner-",
                origin);
        strip = Combiner.combine(context, what, Combination.SUBTRACT, strip, tool, step.id());
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
        Mitre m = end.neighbour();
        Plane mitre =
            new Plane(m.corner().minus(m.awayFromStrip().times(gap / 2)), m.awayFromStrip());
        planes.add(mitre);
        squareCut(seat, last, mitre).ifPresent(planes::add);
      }
    }
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
                    new Naming.Births() {
                      @Override
                      public FaceName fromPlane(int index) {
                        return name("mitre", origin);
                      }

                      @Override
                      public FaceName unknown() {
                        return name("face", origin);
                      }
                    }));
    return switch (cut) {
      case Outcome.Failed<NamedShape>(var failure) ->
          throw new StepFailed(BuildContext.failure(what, Ladder.stopIfNeeded(failure), strip));
      case Outcome.Done<NamedShape>(NamedShape done) -> done;
    };
  }

  /**
   * The plane square to the strip's last wall through the line in which the mitre meets the wall's
   * near side; empty if that is the mitre itself.
   */
  private Optional<Plane> squareCut(StripSeat seat, PlaneCurve.Line last, Plane mitre) {
    Xy way = last.end().minus(last.start()).times(1 / last.lengthMm());
    Vec3 wall = seat.out().times(-way.y()).plus(seat.up().times(way.x()));
    Vec3 start =
        seat.origin()
            .plus(seat.out().times(last.start().x()))
            .plus(seat.up().times(last.start().y()));
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

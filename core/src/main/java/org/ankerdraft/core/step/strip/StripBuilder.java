package org.ankerdraft.core.step.strip;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.geometry.PlaneCurve;
import org.ankerdraft.core.operation.Body;
import org.ankerdraft.core.operation.BuildContext;
import org.ankerdraft.core.operation.Combiner;
import org.ankerdraft.core.operation.Failure;
import org.ankerdraft.core.operation.Joint;
import org.ankerdraft.core.operation.Ladder;
import org.ankerdraft.core.operation.Prisms;
import org.ankerdraft.core.operation.SheetNumbers;
import org.ankerdraft.core.operation.SheetProof;
import org.ankerdraft.core.operation.StepBuild;
import org.ankerdraft.core.operation.StepFailed;
import org.ankerdraft.core.operation.Words;
import org.ankerdraft.core.operation.Work;
import org.ankerdraft.core.select.Choosing;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.core.sheet.CannotUnfold;
import org.ankerdraft.core.sheet.Skins;
import org.ankerdraft.core.sheet.StripProfile;
import org.ankerdraft.core.sketch.Frame;
import org.ankerdraft.core.step.strip.StripSeat.ReliefSize;
import org.ankerdraft.kernel.ProfileCurve;
import org.ankerdraft.vectors.Vec3;
import org.ankerdraft.vectors.Xy;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** Flanges, hems and joggles: strips folded on along straight edges of walls. */
final class StripBuilder {
  private static final Logger LOG = LoggerFactory.getLogger(StripBuilder.class);
  private static final double USUAL_GAP_MM = 0.5;
  private static final double SMALLEST_RELIEF_MM = 1;
  private static final double TEAR_MM = 0.1;

  private static final int MOST_TRIES = 4;

  /** By how much cuts reach beyond the sheet, as a share of its thickness. */
  private static final double BEYOND = 0.01;

  private final BuildContext context;
  private final Strip step;
  private final Seat seat;
  private final String what;
  private final SheetNumbers numbers;
  private final Shaping shaping;
  private final boolean isTrial;
  private Skins skins;
  private Optional<Seat> shorter = Optional.empty();
  private StripShape shape;
  private StripSolids solids;
  private ReliefSize relief;
  private double cornerMm;
  private double gap;

  /** Gives the cross-section for a thickness. */
  @FunctionalInterface
  interface Shaping {
    StripShape of(double thicknessMm) throws StepFailed, ExpressionException;
  }

  StripBuilder(BuildContext context, Strip step, String what, Shaping shaping) {
    this(context, step, step.seat(), what, shaping, false);
  }

  private StripBuilder(
      BuildContext context, Strip step, Seat seat, String what, Shaping shaping, boolean isTrial) {
    this.context = context;
    this.step = step;
    this.seat = seat;
    this.what = what;
    this.shaping = shaping;
    this.isTrial = isTrial;
    this.numbers = new SheetNumbers(context, what);
  }

  StepBuild build() throws StepFailed, ExpressionException, Choosing.Adrift, Ladder.Stopped {
    Laid laid = laid();
    return StepBuild.of(laid.strategy(), new Body(laid.work().body().name(), laid.result()));
  }

  /** What it takes from its body and lays against it: the same in every place. */
  Work work() throws StepFailed, ExpressionException, Choosing.Adrift, Ladder.Stopped {
    return laid().work();
  }

  private record Laid(String strategy, Work work, NamedShape result) {}

  private Laid laid() throws StepFailed, ExpressionException, Choosing.Adrift, Ladder.Stopped {
    Body body = context.body(what, step.body());
    NamedShape input = body.named();
    skins = SheetProof.of(context, what, input, "the body is no sheet that can take a " + what);
    shape = shaping.of(skins.thicknessMm());
    readSizes();
    double reach = shape.laidFlatMm(skins.thicknessMm());
    Seats find = new Seats(context, seat, what, skins, gap, reach, input);
    List<StripSeat> seats = find.find();
    solids = new StripSolids(context, what, step.id(), shape, skins.thicknessMm(), gap, cornerMm);
    List<NamedShape> room = new ArrayList<>(trims(input, find));
    for (StripSeat s : seats) {
      room.addAll(roomFor(s));
    }
    NamedShape cut = Combiner.makeRoom(context, what, input, room, step.id());
    List<NamedShape> strips = strips(input, seats, StripSolids.Ends.MITRED);
    NamedShape result = folded(input, seats, cut, strips);
    String strategy = "folded strip";
    if (seats.stream().anyMatch(StripSeat::isMitred) && !isSheet(result)) {
      strips = strips(input, seats, StripSolids.Ends.SQUARE);
      result = folded(input, seats, cut, strips);
      strategy = "folded strip, ends square to the sheet";
    }
    SheetProof.of(context, what, result, SheetProof.OF_RESULT);
    Work work =
        Work.of(
            what, body, new Work.Trimming(room), new Work.Joining(strips), new Work.ProvingSheet());
    return new Laid(strategy, work, result);
  }

  private boolean isSheet(NamedShape named) {
    try {
      Skins.find(named.topology(), 0, context.tolerance);
      return true;
    } catch (CannotUnfold e) {
      return false;
    }
  }

  private List<NamedShape> strips(NamedShape input, List<StripSeat> seats, StripSolids.Ends ends)
      throws StepFailed, Ladder.Stopped {
    List<NamedShape> out = new ArrayList<>();
    for (StripSeat s : seats) {
      out.add(solids.strip(s, origin(input, s), ends));
    }
    return out;
  }

  private NamedShape folded(
      NamedShape input, List<StripSeat> seats, NamedShape cut, List<NamedShape> strips)
      throws StepFailed, Ladder.Stopped {
    return switch (Joint.of(context, what, cut, strips, step.id())) {
      case Joint.Made(NamedShape made) -> made;
      case Joint.Overlap overlap -> throw inTheWay(input, seats.get(overlap.solid()), overlap);
    };
  }

  /** Says which stretch of the edge is in the way, and with which offsets it is not. */
  private StepFailed inTheWay(NamedShape input, StripSeat at, Joint.Overlap overlap)
      throws Ladder.Stopped {
    Optional<Stretch> stretch = overlap.common().map(c -> Stretch.of(c, at));
    shorter = stretch.flatMap(s -> s.offsets(gap)).map(o -> o.onto(seat, context.values));
    Optional<Seat> clear = isTrial ? Optional.empty() : clear(shorter);
    String advice = ": shorten it, or keep its ends off their neighbours";
    return new StepFailed(
        new Failure(
            what,
            overlap.why()
                + stretch.map(s -> ", " + s.said()).orElse("")
                + (clear.isPresent() ? "" : advice),
            List.of(input.edgeName(at.edge()).toString()),
            input.topology().edge(at.edge()).mid(),
            clear.map(c -> "with " + c.offsetsSaid()).orElse(null)));
  }

  /** With offsets with which the step can be made; each try may show that others are in the way. */
  private Optional<Seat> clear(Optional<Seat> first) throws Ladder.Stopped {
    Optional<Seat> next = first;
    for (int i = 0; i < MOST_TRIES && next.isPresent(); i++) {
      StripBuilder trial = new StripBuilder(context, step, next.get(), what, shaping, true);
      try {
        trial.laid();
        return next;
      } catch (StepFailed | ExpressionException | Choosing.Adrift e) {
        LOG.debug("Not with these offsets: {}", e.getMessage());
        next = trial.shorter;
      }
    }
    return Optional.empty();
  }

  /** What tells the faces of one strip from those of another: the cut edge it grew from. */
  private FaceName origin(NamedShape input, StripSeat at) {
    int rim =
        input.topology().edge(at.edge()).faces().stream()
            .filter(skins.rims()::contains)
            .findFirst()
            .orElseThrow();
    return input.faceName(rim);
  }

  private void readSizes() throws StepFailed, ExpressionException {
    Relief r = seat.relief();
    double t = skins.thicknessMm();
    double width = numbers.length("the relief's width", r.width(), Math.max(t, SMALLEST_RELIEF_MM));
    double past = Math.max(t / 2, t + shape.firstRadiusMm() + shape.tangentMm());
    double depth = r.depth() == null ? past : reliefDepth(context.values.lengthMm(r.depth()));
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

  /** From the tangent line inwards: a cut that ends before the bend leaves it fast to the wall. */
  private double reliefDepth(double fromEdge) throws StepFailed {
    double bend = -shape.tangentMm();
    if (fromEdge <= bend + context.tolerance.lengthMm()) {
      throw new StepFailed(
          new Failure(
              what,
              "the relief is "
                  + Words.mm(fromEdge)
                  + " deep, and the bend begins "
                  + Words.mm(bend)
                  + " from the edge: it would tear",
              List.of(),
              null,
              "with a relief deeper than " + Words.mm(bend)));
    }
    return fromEdge - bend;
  }

  /** What is cut off strips of earlier steps at inside corners, as off strips of this step. */
  private List<NamedShape> trims(NamedShape input, Seats find) throws StepFailed, Ladder.Stopped {
    EarlierTrim trim = new EarlierTrim(context, what, step.id(), skins.thicknessMm(), gap);
    List<NamedShape> out = new ArrayList<>();
    for (Seats.Overhanging o : find.overhanging()) {
      out.addAll(trim.tools(input, o));
    }
    return out;
  }

  /** What is cut out of the wall to make room for a strip. */
  private List<NamedShape> roomFor(StripSeat at) throws StepFailed, Ladder.Stopped {
    double t = skins.thicknessMm();
    double more = BEYOND * t;
    Frame frame = new Frame(at.origin(), at.along(), at.out());
    List<List<PlaneCurve>> cuts = new ArrayList<>(at.cuts(shape.tangentMm(), relief, more));
    cuts.addAll(cornerCuts(at));
    List<NamedShape> out = new ArrayList<>();
    for (List<PlaneCurve> cut : cuts) {
      List<StripProfile.Raised> outline =
          cut.stream().map(c -> new StripProfile.Raised("relief", c)).toList();
      Map<Integer, String> roles = new LinkedHashMap<>();
      ProfileCurve.Region region = Prisms.region(outline, frame, roles);
      out.add(
          Prisms.prism(
              context,
              what,
              List.of(region),
              frame.plane(),
              at.up().times(-t - more),
              at.up().times(t + 2 * more),
              solids.named("", null, roles)));
    }
    return out;
  }

  /** The relief in the wall at the mitred corner in which the edge ends. */
  private List<List<PlaneCurve>> cornerCuts(StripSeat at) {
    if (cornerMm == 0 || !at.atEnd().isMitred() || at.atEnd().reentrant()) {
      return List.of();
    }
    Xy corner = new Xy(solids.cornerAt(at, true), shape.tangentMm());
    if (seat.relief().corner() == Relief.Shape.ROUND_ENDED) {
      return List.of(
          List.of(
              new PlaneCurve.Arc(corner, cornerMm, 0, Math.PI),
              new PlaneCurve.Arc(corner, cornerMm, Math.PI, Math.PI)));
    }
    Vec3 other = at.atEnd().neighbour().otherAlong();
    Xy back = new Xy(-cornerMm, 0);
    Xy in = new Xy(other.dot(at.along()), other.dot(at.out())).times(cornerMm);
    List<Xy> p = List.of(corner, corner.plus(back), corner.plus(back).plus(in), corner.plus(in));
    List<PlaneCurve> square = new ArrayList<>();
    for (int i = 0; i < p.size(); i++) {
      square.add(new PlaneCurve.Line(p.get(i), p.get((i + 1) % p.size())));
    }
    return List.of(square);
  }
}

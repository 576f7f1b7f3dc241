package org.ankerdraft.core.step.strip;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
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
import org.ankerdraft.core.sheet.CannotUnfold;
import org.ankerdraft.core.sheet.Skins;
import org.ankerdraft.core.sheet.StripProfile;
import org.ankerdraft.core.sketch.Frame;
import org.ankerdraft.core.step.strip.StripSeat.ReliefSize;
import org.ankerdraft.kernel.GeometryKernel.Combination;
import org.ankerdraft.kernel.ProfileCurve;
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
    double reach = shape.laidFlatMm(skins.thicknessMm());
    Seats find = new Seats(context, step.seat(), what, skins, gap, reach, input);
    List<StripSeat> seats = find.find();
    solids = new StripSolids(context, what, step.id(), shape, skins.thicknessMm(), gap, cornerMm);
    NamedShape cut = cutBack(trimmed(input, find), seats);
    NamedShape result = folded(input, seats, cut, StripSolids.Ends.MITRED);
    String strategy = "folded strip";
    if (seats.stream().anyMatch(StripSeat::isMitred) && !isSheet(result)) {
      result = folded(input, seats, cut, StripSolids.Ends.SQUARE);
      strategy = "folded strip, ends square to the sheet";
    }
    sheet(result, "the result is no uniform sheet");
    return StepBuild.of(strategy, new Body(body.name(), result));
  }

  private boolean isSheet(NamedShape named) {
    try {
      Skins.find(named.topology(), 0, context.tolerance);
      return true;
    } catch (CannotUnfold e) {
      return false;
    }
  }

  private NamedShape folded(
      NamedShape input, List<StripSeat> seats, NamedShape cut, StripSolids.Ends ends)
      throws StepFailed, Ladder.Stopped {
    NamedShape result = cut;
    for (StripSeat seat : seats) {
      NamedShape strip = solids.strip(seat, origin(input, seat), ends);
      double before = result.shape().mass().volumeMm3();
      double added = strip.shape().mass().volumeMm3();
      result = Combiner.combine(context, what, Combination.UNITE, result, strip, step.id());
      double inside = added - (result.shape().mass().volumeMm3() - before);
      if (Math.abs(inside) > VOLUME_SHARE * added) {
        double along = input.topology().edge(seat.edge()).lengthMm();
        throw new StepFailed(
            new Failure(
                what,
                "it runs into the part itself with "
                    + Words.number(Math.rint(inside * 10) / 10)
                    + " mm³, as much as a strip "
                    + Words.mm(Math.rint(inside / skins.thicknessMm() / along * 100) / 100)
                    + " wide along its whole edge: shorten it, or keep its ends off their"
                    + " neighbours",
                List.of(input.edgeName(seat.edge()).toString()),
                input.topology().edge(seat.edge()).mid(),
                null));
      }
    }
    return result;
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

  /** Strips of earlier steps, cut back at inside corners like strips of this step. */
  private NamedShape trimmed(NamedShape input, Seats find) throws StepFailed, Ladder.Stopped {
    NamedShape result = input;
    EarlierTrim trim = new EarlierTrim(context, what, step.id(), skins.thicknessMm(), gap);
    for (Seats.Overhanging o : find.overhanging()) {
      result = trim.trimmed(input, result, o);
    }
    return result;
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
                solids.named("", null, roles));
        result = Combiner.combine(context, what, Combination.SUBTRACT, result, tool, step.id());
      }
    }
    return result;
  }

  /** The relief in the wall at the mitred corner in which the edge ends. */
  private List<List<PlaneCurve>> cornerCuts(StripSeat seat) {
    if (cornerMm == 0 || !seat.atEnd().isMitred() || seat.atEnd().reentrant()) {
      return List.of();
    }
    Xy corner = new Xy(solids.cornerAt(seat, true), shape.tangentMm());
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
}

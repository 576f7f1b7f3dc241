package org.ankerdraft.core.step.datum;

import java.util.List;
import java.util.Set;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.form.Field;
import org.ankerdraft.core.form.ListForm;
import org.ankerdraft.core.form.WordForm;
import org.ankerdraft.core.operation.BuildContext;
import org.ankerdraft.core.operation.Inputs;
import org.ankerdraft.core.operation.StepBuild;
import org.ankerdraft.core.operation.StepFailed;
import org.ankerdraft.core.select.Choosing;
import org.ankerdraft.core.select.Point;
import org.ankerdraft.core.sketch.AxisRef;
import org.ankerdraft.core.sketch.PlaneRef;
import org.ankerdraft.core.sketch.SketchProblem;
import org.ankerdraft.core.step.Fresh;
import org.ankerdraft.core.step.Offer;
import org.ankerdraft.core.step.Picks;
import org.ankerdraft.core.step.Rail;
import org.ankerdraft.core.step.Stage;
import org.ankerdraft.core.step.StepFields;
import org.ankerdraft.core.step.StepKind;
import org.ankerdraft.core.step.datum.DatumAxis.Way;

/** Datum axes. */
public final class DatumAxisKind extends StepKind<DatumAxis> {
  private static final Field<DatumAxis, Way> WAY =
      Field.<DatumAxis, Way>of(
              "way",
              WordForm.of(Way.OF_FACE, "of face", "of a round face")
                  .or(Way.TWO_PLANES, "two planes", "where two planes meet")
                  .or(Way.TWO_POINTS, "two points", "through two points"),
              DatumAxis::way)
          .otherwise(Way.OF_FACE)
          .label("Way");
  private static final Field<DatumAxis, AxisRef> OF =
      Field.<DatumAxis, AxisRef>of("of", AxisRef.FORM, DatumAxis::of)
          .label("Axis")
          .otherwise(AxisRef.UPRIGHT)
          .shownIf(a -> a.way() == Way.OF_FACE)
          .about("that of a round face, or another axis");
  private static final Field<DatumAxis, PlaneRef> FROM =
      Field.<DatumAxis, PlaneRef>of("from", PlaneRef.FORM, DatumAxis::from)
          .label("Plane")
          .otherwise(PlaneRef.base(PlaneRef.Base.XZ))
          .shownIf(a -> a.way() == Way.TWO_PLANES)
          .about("one of two planes that meet in it; default XZ");
  private static final Field<DatumAxis, PlaneRef> TO =
      Field.<DatumAxis, PlaneRef>of("to", PlaneRef.FORM, DatumAxis::to)
          .label("And plane")
          .otherwise(PlaneRef.base(PlaneRef.Base.YZ))
          .shownIf(a -> a.way() == Way.TWO_PLANES)
          .about("the other; default YZ");
  private static final Field<DatumAxis, List<Point>> POINTS =
      Field.<DatumAxis, List<Point>>of(
              "points", ListForm.of(Point.FORM, "points"), DatumAxis::points)
          .label("Points")
          .shownIf(a -> a.way() == Way.TWO_POINTS)
          .about("two, through which it goes");
  private static final Field<DatumAxis, Expr> SIZE =
      StepFields.<DatumAxis>length("size", "Seen as long as", DatumAxis::size)
          .usual("60 mm")
          .folded()
          .about("how long it is seen");

  public DatumAxisKind() {
    super(
        "axis",
        DatumAxis.class,
        List.of(WAY, OF, FROM, TO, POINTS, SIZE),
        (head, v) ->
            new DatumAxis(
                head, v.get(WAY), v.get(OF), v.get(FROM), v.get(TO), v.get(POINTS), v.get(SIZE)),
        new Rail(Stage.SHAPE, "Datum axis", 'A', "work reference line centre", false));
  }

  @Override
  public Set<Offer> offers() {
    return Set.of(Offer.LINES);
  }

  @Override
  public Inputs reads(DatumAxis s) {
    return switch (s.way()) {
      case OF_FACE -> BuildContext.inputsOf(s.of());
      case TWO_PLANES -> BuildContext.inputsOf(s.from()).and(BuildContext.inputsOf(s.to()));
      case TWO_POINTS -> Inputs.NONE;
    };
  }

  @Override
  public StepBuild build(DatumAxis step, BuildContext in)
      throws StepFailed, ExpressionException, SketchProblem, Choosing.Adrift {
    return new DatumBuilder(in).axis(step);
  }

  @Override
  public String title() {
    return "Datum axis";
  }

  @Override
  public String summary(DatumAxis s) {
    return switch (s.way()) {
      case OF_FACE -> s.of().inWords();
      case TWO_PLANES -> s.from().inWords() + " and " + s.to().inWords();
      case TWO_POINTS -> "through two points";
    };
  }

  @Override
  public Fresh<DatumAxis> fresh(Picks picks) {
    AxisRef of =
        picks.faces().isEmpty()
            ? AxisRef.UPRIGHT
            : new AxisRef(null, null, null, picks.faces().getFirst(), picks.body());
    return Fresh.of(
        new DatumAxis(picks.head("axis"), Way.OF_FACE, of, null, null, List.of(), null));
  }
}

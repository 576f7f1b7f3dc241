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
import org.ankerdraft.core.select.FaceChoice;
import org.ankerdraft.core.select.Point;
import org.ankerdraft.core.select.References;
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
import org.ankerdraft.core.step.datum.DatumPlane.Way;

/** Datum planes. */
public final class DatumPlaneKind extends StepKind<DatumPlane> {
  private static final WordForm<Way> WAYS =
      WordForm.of(Way.OFFSET, "offset")
          .or(Way.AT_ANGLE, "at angle", "at an angle")
          .or(Way.THROUGH_POINT, "through point", "through a point")
          .or(Way.MIDWAY, "midway", "midway")
          .or(Way.TANGENT, "tangent", "tangent to a face")
          .or(Way.THREE_POINTS, "three points", "through three points");
  private static final Field<DatumPlane, Way> WAY =
      Field.<DatumPlane, Way>of("way", WAYS, DatumPlane::way).otherwise(Way.OFFSET).label("Way");
  private static final Field<DatumPlane, PlaneRef> FROM =
      StepFields.<DatumPlane>plane("from", "From plane", DatumPlane::from)
          .shownIf(d -> d.way() != Way.THREE_POINTS)
          .about(
              "where it starts, with its own offset; tangent: the side on which it touches the round"
                  + " face is that to which this plane looks");
  private static final Field<DatumPlane, PlaneRef> TO =
      StepFields.<DatumPlane>plane("to", "And plane", DatumPlane::to)
          .shownIf(d -> d.way() == Way.MIDWAY)
          .about(
              "the other of two planes, to lie midway: between parallel ones, else halving the angle");
  private static final Field<DatumPlane, AxisRef> ABOUT =
      Field.<DatumPlane, AxisRef>of("about", AxisRef.FORM, DatumPlane::about)
          .label("Through axis")
          .otherwise(AxisRef.UPRIGHT)
          .shownIf(d -> d.way() == Way.AT_ANGLE)
          .about(
              "the axis through which it goes at an angle; parallel to the plane it starts from");
  private static final Field<DatumPlane, Expr> ANGLE =
      StepFields.<DatumPlane>angle("angle", "Angle", DatumPlane::angle)
          .usual("0 deg")
          .shownIf(d -> d.way() == Way.AT_ANGLE || d.way() == Way.TANGENT)
          .about("from the plane it starts from, counter-clockwise about the axis");
  private static final Field<DatumPlane, FaceChoice> FACE =
      Field.<DatumPlane, FaceChoice>of("face", FaceChoice.FORM, DatumPlane::face)
          .label("Round face")
          .shownIf(d -> d.way() == Way.TANGENT)
          .about("a cylinder or cone that it touches");
  private static final Field<DatumPlane, String> BODY =
      Field.<DatumPlane, String>of("body", References.BODY, DatumPlane::body)
          .label("Of body")
          .usual("the only one")
          .shownIf(d -> d.way() == Way.TANGENT)
          .folded()
          .about("to which that face belongs");
  private static final Field<DatumPlane, List<Point>> POINTS =
      Field.<DatumPlane, List<Point>>of(
              "points", ListForm.of(Point.FORM, "points"), DatumPlane::points)
          .label("Points")
          .shownIf(d -> d.way() == Way.THROUGH_POINT || d.way() == Way.THREE_POINTS)
          .about("through which it goes: one, or three; seen counter-clockwise from its front");
  private static final Field<DatumPlane, Expr> SIZE =
      StepFields.<DatumPlane>length("size", "Seen as a square of", DatumPlane::size)
          .usual("60 mm")
          .folded()
          .about("side of the square by which it is seen");

  public DatumPlaneKind() {
    super(
        "plane",
        DatumPlane.class,
        List.of(WAY, FROM, TO, ABOUT, ANGLE, FACE, BODY, POINTS, SIZE),
        (head, v) ->
            new DatumPlane(
                head,
                v.get(WAY),
                v.get(FROM),
                v.get(TO),
                v.get(ABOUT),
                v.get(ANGLE),
                v.get(FACE),
                v.get(BODY),
                v.get(POINTS),
                v.get(SIZE)),
        new Rail(
            Stage.SHAPE, "Datum plane", 'L', "work reference offset angle tangent mid", false));
  }

  @Override
  public Set<Offer> offers() {
    return Set.of(Offer.PLANE);
  }

  @Override
  public Inputs reads(DatumPlane s) {
    Inputs read = BuildContext.inputsOf(s.from());
    return switch (s.way()) {
      case OFFSET, THROUGH_POINT -> read;
      case THREE_POINTS -> Inputs.NONE;
      case MIDWAY -> read.and(BuildContext.inputsOf(s.to()));
      case AT_ANGLE -> read.and(BuildContext.inputsOf(s.about()));
      case TANGENT -> read.body(s.body());
    };
  }

  @Override
  public StepBuild build(DatumPlane step, BuildContext in)
      throws StepFailed, ExpressionException, SketchProblem, Choosing.Adrift {
    return new DatumBuilder(in).plane(step);
  }

  @Override
  public String title() {
    return "Datum plane";
  }

  @Override
  public String summary(DatumPlane s) {
    String angle = s.angle() == null ? "0 deg" : s.angle().text();
    return switch (s.way()) {
      case OFFSET -> s.from().inWords();
      case AT_ANGLE -> angle + " to " + s.from().inWords() + ", " + s.about().inWords();
      case THROUGH_POINT -> "parallel to " + s.from().inWords() + ", through a point";
      case MIDWAY -> "midway, " + s.from().inWords() + " and " + s.to().inWords();
      case TANGENT -> "tangent to a face, at " + angle;
      case THREE_POINTS -> "through three points";
    };
  }

  @Override
  public Fresh<DatumPlane> fresh(Picks picks) {
    return Fresh.of(
        new DatumPlane(
            picks.head("plane"),
            Way.OFFSET,
            picks.plane().withOffset(new Expr("20 mm")),
            null,
            null,
            null,
            null,
            null,
            List.of(),
            null));
  }
}

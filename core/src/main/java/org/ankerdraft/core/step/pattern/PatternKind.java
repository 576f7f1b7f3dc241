package org.ankerdraft.core.step.pattern;

import java.util.List;
import java.util.Optional;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.form.ExprForm;
import org.ankerdraft.core.form.Field;
import org.ankerdraft.core.form.FlagForm;
import org.ankerdraft.core.form.ItemIds;
import org.ankerdraft.core.form.ListForm;
import org.ankerdraft.core.form.RecordForm;
import org.ankerdraft.core.form.WordForm;
import org.ankerdraft.core.operation.BuildContext;
import org.ankerdraft.core.operation.Inputs;
import org.ankerdraft.core.operation.Ladder;
import org.ankerdraft.core.operation.StepBuild;
import org.ankerdraft.core.operation.StepFailed;
import org.ankerdraft.core.select.Choosing;
import org.ankerdraft.core.select.References;
import org.ankerdraft.core.sketch.AxisRef;
import org.ankerdraft.core.sketch.PlaneRef;
import org.ankerdraft.core.step.Fresh;
import org.ankerdraft.core.step.Picks;
import org.ankerdraft.core.step.Rail;
import org.ankerdraft.core.step.Stage;
import org.ankerdraft.core.step.StepFields;
import org.ankerdraft.core.step.StepKind;
import org.ankerdraft.core.step.pattern.Pattern.Place;
import org.ankerdraft.core.step.pattern.Pattern.Way;

/** Rows, rounds and mirror images of what steps did. */
public final class PatternKind extends StepKind<Pattern> {
  private static final WordForm<Way> WAYS =
      WordForm.of(Way.ROW, "row")
          .or(Way.ROUND, "round")
          .or(Way.MIRROR, "mirror")
          .or(Way.POINTS, "at points")
          .or(Way.PATH, "along a path")
          .or(Way.TABLE, "by a table");

  private static final Field<Pattern, List<String>> STEPS =
      Field.<Pattern, List<String>>of(
              "steps", ListForm.of(References.STEP, "steps"), Pattern::steps)
          .label("Repeats steps")
          .usual("the whole body")
          .about(
              "ids of earlier steps that added something to a body or took something from it;"
                  + " left out = the whole body is repeated and united");
  private static final Field<Pattern, Way> WAY =
      Field.<Pattern, Way>of("way", WAYS, Pattern::way)
          .otherwise(Way.ROW)
          .label("Way")
          .about(
              "in a row, round an axis, mirrored about a plane, at the points of a sketch, along a"
                  + " chain of one, or by a table of places");
  private static final Field<Pattern, AxisRef> AXIS =
      Field.<Pattern, AxisRef>of("axis", AxisRef.FORM, Pattern::axis)
          .label("Axis")
          .otherwise(AxisRef.base(AxisRef.Base.X))
          .shownIf(p -> p.way() == Way.ROW || p.way() == Way.ROUND || p.way() == Way.TABLE)
          .about(
              "the direction of a row, the axis of a round, or the one about which copies of a table"
                  + " are turned; default X");
  private static final Field<Pattern, Expr> COUNT =
      Field.<Pattern, Expr>of("count", ExprForm.NUMBER, Pattern::count)
          .label("How many")
          .shownIf(p -> p.way() == Way.ROW || p.way() == Way.ROUND || p.way() == Way.PATH)
          .about("the original among them, from 2 to 1000");
  private static final Field<Pattern, Expr> SPACING =
      StepFields.<Pattern>length("spacing", "Spacing", Pattern::spacing)
          .shownIf(p -> p.way() == Way.ROW || p.way() == Way.PATH)
          .about(
              "from one of a row to the next; negative goes the other way. Along a path: left out ="
                  + " the whole of it is shared");
  private static final Field<Pattern, Expr> ANGLE =
      StepFields.<Pattern>angle("angle", "Spacing", Pattern::angle)
          .usual("a whole turn shared")
          .shownIf(p -> p.way() == Way.ROUND)
          .about("from one of a round to the next");
  private static final Field<Pattern, AxisRef> ACROSS =
      Field.<Pattern, AxisRef>of("across", AxisRef.FORM, Pattern::across)
          .label("Rows along")
          .folded()
          .about("direction of further rows beside the first");
  private static final Field<Pattern, Expr> ROWS =
      Field.<Pattern, Expr>of("rows", ExprForm.NUMBER, Pattern::rows)
          .label("How many rows")
          .usual("1")
          .shownIf(p -> p.way() == Way.ROW)
          .folded()
          .about("rows beside each other, the first among them");
  private static final Field<Pattern, Expr> ROW_SPACING =
      StepFields.<Pattern>length("rowSpacing", "Row spacing", Pattern::rowSpacing)
          .shownIf(p -> p.way() == Way.ROW)
          .folded()
          .about("from row to row");
  private static final Field<Pattern, PlaneRef> PLANE =
      Field.<Pattern, PlaneRef>of("plane", PlaneRef.FORM, Pattern::plane)
          .label("Plane")
          .otherwise(PlaneRef.base(PlaneRef.Base.YZ))
          .shownIf(p -> p.way() == Way.MIRROR)
          .about("that a mirror image is mirrored about; default YZ");
  private static final Field<Pattern, List<String>> WITHOUT =
      Field.<Pattern, List<String>>of(
              "without", ListForm.of(References.COPY, "copies"), Pattern::without)
          .label("Without")
          .usual("none")
          .shownIf(p -> p.way() != Way.MIRROR)
          .about("copies that are left out: `3` is the third, `3-2` the third of the second row");
  private static final Field<Pattern, String> SKETCH =
      Field.<Pattern, String>of("sketch", References.SKETCH, Pattern::sketch)
          .label("Sketch")
          .shownIf(Pattern::isBySketch)
          .about(
              "points: each bears a copy that lies to it as the original lies to the first, and has"
                  + " its name; path: one chain, at whose beginning the original lies");
  private static final Field<Pattern, Boolean> TURNING =
      Field.<Pattern, Boolean>of(
              "turning", new FlagForm("as they are", "with the path"), Pattern::turning)
          .label("Turned")
          .shownIf(p -> p.way() == Way.PATH)
          .about("whether copies along a path turn with it");
  private static final Field<Pattern, Boolean> APART =
      Field.<Pattern, Boolean>of(
              "apart", new FlagForm("must touch it", "may stand apart"), Pattern::apart)
          .label("Copies")
          .shownIf(p -> p.steps().isEmpty())
          .about(
              "whether copies of a whole body may stand apart from it: it is a set of tools then, to"
                  + " be united with another body or taken from it");
  private static final Field<Pattern, List<Place>> PLACES =
      Field.<Pattern, List<Place>>of(
              "places", ListForm.of(PlaceForm.FORM, "copies"), Pattern::places)
          .label("Copies at")
          .shownIf(p -> p.way() == Way.TABLE)
          .itemTitle((place, n) -> "Copy " + ((Place) place).id())
          .adding("Another copy", PatternKind::next)
          .about(
              "a copy for each row: `x`, `y` and `z` by which it is shifted from the original,"
                  + " `turn` by which it is turned about the axis before, and an `id`, by default"
                  + " its number");
  private static final Field<Pattern, String> BODY = StepFields.body(Pattern::body);

  public PatternKind() {
    super(
        "pattern",
        Pattern.class,
        List.of(
            STEPS,
            WAY,
            AXIS,
            COUNT,
            SPACING,
            ANGLE,
            ACROSS,
            ROWS,
            ROW_SPACING,
            PLANE,
            WITHOUT,
            BODY,
            SKETCH,
            TURNING,
            APART,
            PLACES),
        (head, v) ->
            new Pattern(
                head,
                v.get(STEPS),
                v.get(WAY),
                v.get(AXIS),
                v.get(COUNT),
                v.get(SPACING),
                v.get(ANGLE),
                v.get(ACROSS),
                v.get(ROWS),
                v.get(ROW_SPACING),
                v.get(PLANE),
                v.get(WITHOUT),
                v.get(BODY),
                v.get(SKETCH),
                v.is(TURNING),
                v.is(APART),
                v.get(PLACES)),
        PatternKind::complaint,
        new Rail(
            Stage.SHAPE,
            "Pattern or mirror",
            'P',
            "repeat copy row circular array symmetry",
            true));
  }

  private static Optional<RecordForm.Complaint> complaint(Pattern p) {
    return ItemIds.twice(p.places(), Place::id)
        .map(id -> new RecordForm.Complaint("places", "two copies have the id " + id));
  }

  /** Another row, where no other is likely to lie. */
  private static Place next(Pattern p) {
    Expr x = new Expr((p.places().size() + 1) * 10 + " mm");
    return new Place(null, x, null, null, null);
  }

  @Override
  public Inputs reads(Pattern s) {
    Inputs in = Inputs.NONE.everyBody();
    if (s.isBySketch() && s.sketch() != null) {
      in = in.sketch(s.sketch());
    }
    for (String step : s.steps()) {
      in = in.and(new Inputs.Input.ToolOf(step));
    }
    return in;
  }

  @Override
  public StepBuild build(Pattern step, BuildContext in)
      throws StepFailed, ExpressionException, Choosing.Adrift, Ladder.Stopped {
    return new PatternBuilder(in, step).build();
  }

  @Override
  public String summary(Pattern s) {
    String what = s.steps().isEmpty() ? "the body" : String.join(", ", s.steps());
    String count = s.count() == null ? "?" : s.count().text();
    return switch (s.way()) {
      case MIRROR -> what + " mirrored";
      case ROUND -> what + ", " + count + " round " + s.axis().inWords().replace("about ", "");
      case POINTS -> what + " at the points of " + s.sketch();
      case TABLE -> what + ", " + (s.places().size() + 1) + " by a table";
      case PATH -> what + ", " + count + " along " + s.sketch();
      case ROW ->
          what + ", " + count + (s.rows() == null ? "" : " × " + s.rows().text()) + " in a row";
    };
  }

  @Override
  public Fresh<Pattern> fresh(Picks picks) {
    Optional<String> repeated = picks.repeatable();
    return repeated.isEmpty()
        ? new Fresh<>(
            null, "there is no step to repeat: one that unites something or takes something away")
        : Fresh.of(
            new Pattern(
                picks.head("pattern"),
                List.of(repeated.get()),
                Way.ROW,
                null,
                new Expr("3"),
                new Expr("10 mm"),
                null,
                null,
                null,
                null,
                null,
                List.of(),
                null,
                null,
                false,
                false,
                List.of()));
  }
}

package org.ankerdraft.core.step.loft;

import java.util.List;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.form.Field;
import org.ankerdraft.core.form.FlagForm;
import org.ankerdraft.core.form.ListForm;
import org.ankerdraft.core.operation.BuildContext;
import org.ankerdraft.core.operation.Inputs;
import org.ankerdraft.core.operation.Ladder;
import org.ankerdraft.core.operation.Solids;
import org.ankerdraft.core.operation.StepBuild;
import org.ankerdraft.core.operation.StepFailed;
import org.ankerdraft.core.operation.Tool;
import org.ankerdraft.core.operation.Use;
import org.ankerdraft.core.select.Choosing;
import org.ankerdraft.core.select.References;
import org.ankerdraft.core.step.Fresh;
import org.ankerdraft.core.step.Picks;
import org.ankerdraft.core.step.Rail;
import org.ankerdraft.core.step.Stage;
import org.ankerdraft.core.step.StepFields;
import org.ankerdraft.core.step.StepKind;

/** Lofts. */
public final class LoftKind extends StepKind<Loft> {
  private static final Field<Loft, List<String>> SKETCHES =
      Field.<Loft, List<String>>of(
              "sketches", ListForm.of(References.SKETCH, "sketches"), Loft::sketches)
          .label("Through")
          .required()
          .about(
              "sketches of one area each, with as many holes in every one, in order; the first and the last"
                  + " may be a single point instead; for a surface also of one open line each");
  private static final Field<Loft, Boolean> STRAIGHT =
      Field.<Loft, Boolean>of("straight", new FlagForm("smoothly", "straight"), Loft::isStraight)
          .label("Goes")
          .about("straight from each profile to the next; else smoothly through all");
  private static final Field<Loft, Boolean> SQUARE_START =
      Field.<Loft, Boolean>of(
              "squareStart", new FlagForm("as it comes", "square to it"), Loft::isSquareAtStart)
          .label("Leaves the first")
          .shownIf(s -> !s.isStraight())
          .about("true: its sides leave the plane of the first profile square to it");
  private static final Field<Loft, Boolean> SQUARE_END =
      Field.<Loft, Boolean>of(
              "squareEnd", new FlagForm("as it comes", "square to it"), Loft::isSquareAtEnd)
          .label("Reaches the last")
          .shownIf(s -> !s.isStraight())
          .about("true: its sides come to the plane of the last profile square to it");
  private static final Field<Loft, List<String>> GUIDES =
      Field.<Loft, List<String>>of(
              "guides", ListForm.of(References.SKETCH, "sketches"), Loft::guides)
          .label("Guides")
          .usual("none")
          .folded()
          .shownIf(s -> !s.isStraight())
          .about(
              "sketches of one chain each, which go through the outline of every profile: the skin follows"
                  + " them. Onto one its sections are shifted, onto two turned and scaled, onto more stretched");
  private static final Field<Loft, Use> USE = StepFields.use(Loft::use);
  private static final Field<Loft, String> BODY =
      StepFields.<Loft>newBody(Loft::body).shownIf(s -> s.use().makesBody());
  private static final Field<Loft, List<String>> TARGETS =
      StepFields.targets(Loft::use, Loft::targets);

  public LoftKind() {
    super(
        "loft",
        Loft.class,
        List.of(SKETCHES, STRAIGHT, SQUARE_START, SQUARE_END, GUIDES, USE, BODY, TARGETS),
        (head, v) ->
            new Loft(
                head,
                v.get(SKETCHES),
                v.is(STRAIGHT),
                v.is(SQUARE_START),
                v.is(SQUARE_END),
                v.get(GUIDES),
                v.get(USE),
                v.get(BODY),
                v.get(TARGETS)),
        new Rail(Stage.SHAPE, "Loft", 'G', "through profiles sections blend transition", false));
  }

  @Override
  public Inputs reads(Loft s) {
    return Solids.inputs(s.use(), s.targets());
  }

  @Override
  public Tool tool(Loft step, BuildContext in)
      throws StepFailed, ExpressionException, Choosing.Adrift, Ladder.Stopped {
    return new LoftBuilder(in, step).tool();
  }

  @Override
  public StepBuild build(Loft step, BuildContext in)
      throws StepFailed, ExpressionException, Choosing.Adrift, Ladder.Stopped {
    Tool tool = in.readyTool().isPresent() ? in.readyTool().get() : tool(step, in);
    return Solids.used(
        in, LoftBuilder.WHAT, step.id(), step.use(), step.body(), step.targets(), tool);
  }

  @Override
  public String startedBody(Loft s) {
    return Solids.startedBody(s.use(), s.body(), s.id());
  }

  @Override
  public String summary(Loft s) {
    return (s.sketches().isEmpty() ? "through ?" : "through " + String.join(", ", s.sketches()))
        + (s.guides().isEmpty() ? "" : ", guided by " + String.join(", ", s.guides()))
        + ", "
        + Solids.inSummary(s.use(), s.body(), s.id());
  }

  @Override
  public Fresh<Loft> fresh(Picks picks) {
    boolean first = picks.bodies().isEmpty();
    List<String> targets = first || picks.body() == null ? List.of() : List.of(picks.body());
    return Fresh.onSketch(
        picks,
        "of the first profile",
        sketch ->
            new Loft(
                picks.head("loft"),
                List.of(sketch),
                false,
                false,
                false,
                List.of(),
                first ? Use.NEW_BODY : Use.UNITE,
                first ? "Body" : null,
                targets));
  }
}

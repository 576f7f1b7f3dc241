package org.ankerdraft.core.step.revolve;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.form.Field;
import org.ankerdraft.core.form.FlagForm;
import org.ankerdraft.core.operation.BuildContext;
import org.ankerdraft.core.operation.Inputs;
import org.ankerdraft.core.operation.Ladder;
import org.ankerdraft.core.operation.Sharing;
import org.ankerdraft.core.operation.Solids;
import org.ankerdraft.core.operation.StepBuild;
import org.ankerdraft.core.operation.StepFailed;
import org.ankerdraft.core.operation.Tool;
import org.ankerdraft.core.operation.Use;
import org.ankerdraft.core.select.Choosing;
import org.ankerdraft.core.sketch.AreaChoice;
import org.ankerdraft.core.sketch.AxisRef;
import org.ankerdraft.core.sketch.Wall;
import org.ankerdraft.core.step.Fresh;
import org.ankerdraft.core.step.Picks;
import org.ankerdraft.core.step.Rail;
import org.ankerdraft.core.step.Stage;
import org.ankerdraft.core.step.StepFields;
import org.ankerdraft.core.step.StepKind;

/** Revolutions. */
public final class RevolveKind extends StepKind<Revolve> {
  private static final Field<Revolve, String> SKETCH = StepFields.sketch(Revolve::sketch);
  private static final Field<Revolve, AxisRef> AXIS =
      Field.<Revolve, AxisRef>of("axis", AxisRef.FORM, Revolve::axis)
          .label("Axis")
          .otherwise(AxisRef.UPRIGHT)
          .about("in the plane of the sketch; default Z");
  private static final Field<Revolve, Expr> ANGLE =
      StepFields.<Revolve>angle("angle", "Angle", Revolve::angle)
          .usual("360 deg")
          .about("how far it turns; left out = all the way round");
  private static final Field<Revolve, Boolean> BOTH_WAYS =
      Field.<Revolve, Boolean>of(
              "bothWays", new FlagForm("from the sketch", "half to each side"), Revolve::bothWays)
          .label("Turns")
          .shownIf(r -> r.angle() != null)
          .about("half the angle to each side of the sketch");
  private static final Field<Revolve, Boolean> REVERSED =
      Field.<Revolve, Boolean>of(
              "reversed", new FlagForm("counter-clockwise", "clockwise"), Revolve::reversed)
          .label("Direction")
          .shownIf(r -> r.angle() != null && !r.bothWays())
          .about("clockwise about the axis");
  private static final Field<Revolve, Expr> WALL = StepFields.wall(Revolve::wall);
  private static final Field<Revolve, Wall.Side> WALL_SIDE = StepFields.wallSide(Revolve::wall);
  private static final Field<Revolve, Wall.Corners> WALL_CORNERS =
      StepFields.wallCorners(Revolve::wall);
  private static final Field<Revolve, List<AreaChoice>> AREAS =
      StepFields.areas(Revolve::wall, Revolve::areas);
  private static final Field<Revolve, Use> USE = StepFields.use(Revolve::use);
  private static final Field<Revolve, String> BODY =
      StepFields.<Revolve>newBody(Revolve::body).shownIf(r -> r.use().makesBody());
  private static final Field<Revolve, List<String>> TARGETS =
      StepFields.targets(Revolve::use, Revolve::targets);

  public RevolveKind() {
    super(
        "revolve",
        Revolve.class,
        List.of(
            SKETCH,
            AXIS,
            ANGLE,
            BOTH_WAYS,
            REVERSED,
            WALL,
            WALL_SIDE,
            WALL_CORNERS,
            AREAS,
            USE,
            BODY,
            TARGETS),
        (head, v) ->
            new Revolve(
                head,
                v.get(SKETCH),
                v.get(AXIS),
                v.get(ANGLE),
                v.is(BOTH_WAYS),
                v.is(REVERSED),
                new Wall(v.get(WALL), v.get(WALL_SIDE), v.get(WALL_CORNERS)),
                v.get(AREAS),
                v.get(USE),
                v.get(BODY),
                v.get(TARGETS)),
        new Rail(Stage.SHAPE, "Revolve", 'R', "turn lathe ring axis round solid groove", false));
  }

  @Override
  public Inputs reads(Revolve s) {
    return Solids.inputs(s.use(), s.targets()).and(BuildContext.inputsOf(s.axis()));
  }

  @Override
  public Optional<Sharing> sharing(Revolve s) {
    boolean isShared = s.use() == Use.UNITE || s.use() == Use.SUBTRACT;
    if (!isShared || s.targets().size() > 1 || s.axis().face() != null) {
      return Optional.empty();
    }
    String body = s.targets().isEmpty() ? null : s.targets().getFirst();
    return Optional.of(new Sharing(s.use().combination(), body, Set.of()));
  }

  @Override
  public Tool tool(Revolve step, BuildContext in)
      throws StepFailed, ExpressionException, Choosing.Adrift, Ladder.Stopped {
    return new RevolveBuilder(in, step).tool();
  }

  @Override
  public StepBuild build(Revolve step, BuildContext in)
      throws StepFailed, ExpressionException, Choosing.Adrift, Ladder.Stopped {
    Tool tool = in.readyTool().isPresent() ? in.readyTool().get() : tool(step, in);
    return Solids.used(
        in, RevolveBuilder.WHAT, step.id(), step.use(), step.body(), step.targets(), tool);
  }

  @Override
  public String startedBody(Revolve s) {
    return Solids.startedBody(s.use(), s.body(), s.id());
  }

  @Override
  public String summary(Revolve s) {
    return (s.angle() == null ? "all round" : s.angle().text())
        + " "
        + s.axis().inWords()
        + s.wall().inSummary()
        + AreaChoice.inSummary(s.areas())
        + ", "
        + Use.FORM.word(s.use());
  }

  @Override
  public Fresh<Revolve> fresh(Picks picks) {
    boolean first = picks.bodies().isEmpty();
    List<String> targets = first || picks.body() == null ? List.of() : List.of(picks.body());
    return Fresh.onSketch(
        picks,
        "to revolve",
        sketch ->
            new Revolve(
                picks.head("revolve"),
                sketch,
                picks.axisIn(sketch),
                null,
                false,
                false,
                Wall.NONE,
                List.of(),
                first ? Use.NEW_BODY : Use.UNITE,
                first ? "Body" : null,
                targets));
  }
}

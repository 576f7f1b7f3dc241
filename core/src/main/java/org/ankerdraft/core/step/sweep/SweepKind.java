package org.ankerdraft.core.step.sweep;

import java.util.List;
import org.ankerdraft.core.expression.Expr;
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
import org.ankerdraft.core.sketch.AreaChoice;
import org.ankerdraft.core.sketch.Wall;
import org.ankerdraft.core.step.Fresh;
import org.ankerdraft.core.step.Picks;
import org.ankerdraft.core.step.Rail;
import org.ankerdraft.core.step.Stage;
import org.ankerdraft.core.step.StepFields;
import org.ankerdraft.core.step.StepKind;

/** Sweeps. */
public final class SweepKind extends StepKind<Sweep> {
  private static final Field<Sweep, String> SKETCH =
      StepFields.<Sweep>sketch(Sweep::sketch).about("its one area is the profile");
  private static final Field<Sweep, String> PATH =
      Field.<Sweep, String>of("path", References.SKETCH, Sweep::path)
          .label("Along")
          .about(
              "a sketch of one chain, which begins or ends in the plane of the profile; of a closed one a"
                  + " joint lies there");
  private static final Field<Sweep, Boolean> PARALLEL =
      Field.<Sweep, Boolean>of(
              "parallel", new FlagForm("with the path", "not at all"), Sweep::isParallel)
          .label("Turns")
          .about("true: the profile stays parallel to itself, else it turns with the path");
  private static final Field<Sweep, List<String>> ONWARDS =
      Field.<Sweep, List<String>>of(
              "onwards", ListForm.of(References.SKETCH, "sketches"), Sweep::onwards)
          .label("And on along")
          .usual("nothing more")
          .folded()
          .about(
              "sketches of one chain each, in other planes, each from where the path so far ends: a path in"
                  + " space");
  private static final Field<Sweep, Expr> TWIST =
      StepFields.<Sweep>angle("twist", "Twist", Sweep::twist)
          .usual("0 deg")
          .shownIf(s -> !s.isParallel())
          .about("how far the profile turns about the path from its beginning to its end");
  private static final Field<Sweep, String> GUIDE =
      Field.<Sweep, String>of("guide", References.SKETCH, Sweep::guide)
          .label("Guide")
          .usual("none")
          .shownIf(s -> !s.isParallel())
          .about(
              "a sketch of one chain that begins on the outline of the profile: that place of the profile"
                  + " stays on it, for which the profile turns about the path and is scaled");
  private static final Field<Sweep, List<String>> MORE_GUIDES =
      Field.<Sweep, List<String>>of(
              "moreGuides", ListForm.of(References.SKETCH, "sketches"), Sweep::moreGuides)
          .label("More guides")
          .usual("none")
          .shownIf(s -> !s.isParallel() && s.guide() != null)
          .about(
              "sketches of one chain each, like the guide: with two the profile is stretched so that both"
                  + " places of it stay on their guides; more must agree with that");
  private static final Field<Sweep, Expr> WALL = StepFields.wall(Sweep::wall);
  private static final Field<Sweep, Wall.Side> WALL_SIDE = StepFields.wallSide(Sweep::wall);
  private static final Field<Sweep, Wall.Corners> WALL_CORNERS =
      StepFields.wallCorners(Sweep::wall);
  private static final Field<Sweep, List<AreaChoice>> AREAS =
      StepFields.areas(Sweep::wall, Sweep::areas);
  private static final Field<Sweep, Use> USE = StepFields.use(Sweep::use);
  private static final Field<Sweep, String> BODY =
      StepFields.<Sweep>newBody(Sweep::body).shownIf(s -> s.use().makesBody());
  private static final Field<Sweep, List<String>> TARGETS =
      StepFields.targets(Sweep::use, Sweep::targets);

  public SweepKind() {
    super(
        "sweep",
        Sweep.class,
        List.of(
            SKETCH,
            PATH,
            ONWARDS,
            PARALLEL,
            TWIST,
            GUIDE,
            MORE_GUIDES,
            WALL,
            WALL_SIDE,
            WALL_CORNERS,
            AREAS,
            USE,
            BODY,
            TARGETS),
        (head, v) ->
            new Sweep(
                head,
                v.get(SKETCH),
                v.get(PATH),
                v.get(ONWARDS),
                v.is(PARALLEL),
                v.get(TWIST),
                v.get(GUIDE),
                v.get(MORE_GUIDES),
                new Wall(v.get(WALL), v.get(WALL_SIDE), v.get(WALL_CORNERS)),
                v.get(AREAS),
                v.get(USE),
                v.get(BODY),
                v.get(TARGETS)),
        new Rail(Stage.SHAPE, "Sweep", 'O', "along path pipe groove rail curve solid", false));
  }

  @Override
  public Inputs reads(Sweep s) {
    return Solids.inputs(s.use(), s.targets());
  }

  @Override
  public Tool tool(Sweep step, BuildContext in)
      throws StepFailed, ExpressionException, Choosing.Adrift, Ladder.Stopped {
    return new SweepBuilder(in, step).tool();
  }

  @Override
  public StepBuild build(Sweep step, BuildContext in)
      throws StepFailed, ExpressionException, Choosing.Adrift, Ladder.Stopped {
    Tool tool = in.readyTool().isPresent() ? in.readyTool().get() : tool(step, in);
    return Solids.used(
        in, SweepBuilder.WHAT, step.id(), step.use(), step.body(), step.targets(), tool);
  }

  @Override
  public String startedBody(Sweep s) {
    return Solids.startedBody(s.use(), s.body(), s.id());
  }

  @Override
  public String summary(Sweep s) {
    return "along "
        + (s.path() == null ? "?" : s.path())
        + (s.onwards().isEmpty() ? "" : " and on")
        + (s.twist() == null ? "" : ", twisted " + s.twist().text())
        + (s.allGuides().isEmpty() ? "" : ", guided by " + String.join(", ", s.allGuides()))
        + s.wall().inSummary()
        + AreaChoice.inSummary(s.areas())
        + ", "
        + Solids.inSummary(s.use(), s.body(), s.id());
  }

  @Override
  public Fresh<Sweep> fresh(Picks picks) {
    boolean first = picks.bodies().isEmpty();
    List<String> targets = first || picks.body() == null ? List.of() : List.of(picks.body());
    return Fresh.onSketch(
        picks,
        "of the profile",
        sketch ->
            new Sweep(
                picks.head("sweep"),
                sketch,
                null,
                List.of(),
                false,
                null,
                null,
                List.of(),
                Wall.NONE,
                List.of(),
                first ? Use.NEW_BODY : Use.UNITE,
                first ? "Body" : null,
                targets));
  }
}

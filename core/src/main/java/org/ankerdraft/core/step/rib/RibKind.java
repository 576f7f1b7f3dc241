package org.ankerdraft.core.step.rib;

import java.util.List;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.form.Field;
import org.ankerdraft.core.form.FlagForm;
import org.ankerdraft.core.operation.BuildContext;
import org.ankerdraft.core.operation.Inputs;
import org.ankerdraft.core.operation.Ladder;
import org.ankerdraft.core.operation.StepBuild;
import org.ankerdraft.core.operation.StepFailed;
import org.ankerdraft.core.operation.Work;
import org.ankerdraft.core.select.Choosing;
import org.ankerdraft.core.step.Fresh;
import org.ankerdraft.core.step.Picks;
import org.ankerdraft.core.step.Rail;
import org.ankerdraft.core.step.Repeating;
import org.ankerdraft.core.step.Stage;
import org.ankerdraft.core.step.StepFields;
import org.ankerdraft.core.step.StepKind;

/** Ribs. */
public final class RibKind extends StepKind<Rib> {
  private static final Field<Rib, String> SKETCH =
      StepFields.<Rib>sketch(Rib::sketch)
          .about(
              "its lines and curves are the middles of the ribs' upper edges; they may cross, branch and close to rings");
  private static final Field<Rib, Expr> THICKNESS =
      StepFields.<Rib>length("thickness", "Thickness", Rib::thickness)
          .required()
          .about("at the sketch plane; a share of the wall is an expression such as `0.6*wall`");
  private static final Field<Rib, Expr> DRAFT =
      StepFields.<Rib>angle("draft", "Draft", Rib::draft)
          .usual("0 deg")
          .about("by which each side widens downwards");
  private static final Field<Rib, Boolean> ALONG =
      Field.<Rib, Boolean>of(
              "alongNormal",
              new FlagForm("against the normal", "along the normal"),
              Rib::alongNormal)
          .label("Direction")
          .shownIf(r -> !r.bothWays())
          .about("true: along the sketch's normal, else against it");
  private static final Field<Rib, Boolean> BOTH =
      Field.<Rib, Boolean>of("bothWays", new FlagForm("one way", "both ways"), Rib::bothWays)
          .label("Goes")
          .about("true: both ways from the sketch plane, each side drafted from there");
  private static final Field<Rib, Expr> ROOT =
      StepFields.<Rib>length("rootRound", "Root round", Rib::rootRound)
          .usual("none")
          .about("radius where their sides meet the body and, where it fits, each other");
  private static final Field<Rib, String> BODY = StepFields.body(Rib::body);

  public RibKind() {
    super(
        "rib",
        Rib.class,
        List.of(SKETCH, THICKNESS, DRAFT, BOTH, ALONG, ROOT, BODY),
        (head, v) ->
            new Rib(
                head,
                v.get(SKETCH),
                v.get(THICKNESS),
                v.get(DRAFT),
                v.is(ALONG),
                v.is(BOTH),
                v.get(ROOT),
                v.get(BODY)),
        new Rail(Stage.WALLS, "Ribs", 'R', "stiffener web network cross", true));
  }

  @Override
  public Inputs reads(Rib s) {
    return Inputs.NONE.body(s.body());
  }

  @Override
  public Repeating repeating() {
    return Repeating.AGAIN;
  }

  @Override
  public Work work(Rib step, BuildContext in)
      throws StepFailed, ExpressionException, Choosing.Adrift, Ladder.Stopped {
    return new RibBuilder(in, step).work();
  }

  @Override
  public StepBuild build(Rib step, BuildContext in)
      throws StepFailed, ExpressionException, Choosing.Adrift, Ladder.Stopped {
    return new RibBuilder(in, step).build();
  }

  @Override
  public String title() {
    return "Ribs";
  }

  @Override
  public String summary(Rib s) {
    return (s.thickness() == null ? "?" : s.thickness().text())
        + (s.draft() == null ? "" : ", " + s.draft().text());
  }

  @Override
  public Fresh<Rib> fresh(Picks picks) {
    return Fresh.onSketch(
        picks,
        "with the lines of the ribs",
        sketch ->
            new Rib(
                picks.head("rib"),
                sketch,
                new Expr("1.2 mm"),
                new Expr("0.5 deg"),
                false,
                false,
                null,
                picks.body()));
  }
}

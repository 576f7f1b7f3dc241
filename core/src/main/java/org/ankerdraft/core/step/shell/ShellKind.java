package org.ankerdraft.core.step.shell;

import java.util.List;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.form.ExprForm;
import org.ankerdraft.core.form.Field;
import org.ankerdraft.core.form.FlagForm;
import org.ankerdraft.core.form.ListForm;
import org.ankerdraft.core.form.RecordForm;
import org.ankerdraft.core.operation.BuildContext;
import org.ankerdraft.core.operation.Inputs;
import org.ankerdraft.core.operation.Ladder;
import org.ankerdraft.core.operation.StepBuild;
import org.ankerdraft.core.operation.StepFailed;
import org.ankerdraft.core.select.ChoiceWords;
import org.ankerdraft.core.select.Choosing;
import org.ankerdraft.core.select.Direction;
import org.ankerdraft.core.select.FaceChoice;
import org.ankerdraft.core.step.Fresh;
import org.ankerdraft.core.step.Picks;
import org.ankerdraft.core.step.Rail;
import org.ankerdraft.core.step.Stage;
import org.ankerdraft.core.step.StepFields;
import org.ankerdraft.core.step.StepKind;
import org.ankerdraft.core.step.shell.Shell.OwnThickness;

/** Shells. */
public final class ShellKind extends StepKind<Shell> {
  private static final Field<OwnThickness, Expr> OWN_THICKNESS =
      Field.<OwnThickness, Expr>of("thickness", ExprForm.LENGTH, OwnThickness::thickness)
          .required()
          .label("Thickness");
  private static final Field<OwnThickness, List<FaceChoice>> OWN_FACES =
      Field.<OwnThickness, List<FaceChoice>>of("faces", FaceChoice.LIST, OwnThickness::faces)
          .label("Faces");
  private static final RecordForm<OwnThickness> OWN_FORM =
      RecordForm.of(
          "own thickness",
          List.of(OWN_THICKNESS, OWN_FACES),
          v -> new OwnThickness(v.get(OWN_FACES), v.get(OWN_THICKNESS)));

  private static final Field<Shell, Expr> THICKNESS =
      StepFields.<Shell>length("thickness", "Thickness", Shell::thickness)
          .required()
          .grip((s, scene) -> scene.onBorn(s.outwards() ? "outer" : "inner", 0, 1));
  private static final Field<Shell, Boolean> OUTWARDS =
      Field.<Shell, Boolean>of("outwards", new FlagForm("inwards", "outwards"), Shell::outwards)
          .label("Wall grows");
  private static final Field<Shell, List<FaceChoice>> OPEN =
      Field.<Shell, List<FaceChoice>>of("open", FaceChoice.LIST, Shell::open)
          .label("Open faces")
          .about("faces that stay open; none: closed and hollow");
  private static final Field<Shell, List<OwnThickness>> OWN =
      Field.<Shell, List<OwnThickness>>of("own", ListForm.of(OWN_FORM, "own thickness"), Shell::own)
          .label("Own")
          .itemTitle((own, n) -> "Own thickness " + n)
          .adding(
              "Faces with a thickness of their own",
              s -> new OwnThickness(List.of(), s.thickness()))
          .about("faces with a thickness of their own");
  private static final Field<Shell, String> BODY = StepFields.body(Shell::body);

  public ShellKind() {
    super(
        "shell",
        Shell.class,
        List.of(THICKNESS, OUTWARDS, OPEN, OWN, BODY),
        (head, v) ->
            new Shell(head, v.get(BODY), v.get(THICKNESS), v.is(OUTWARDS), v.get(OPEN), v.get(OWN)),
        new Rail(Stage.WALLS, "Shell", 'S', "hollow wall thickness", true));
  }

  @Override
  public Inputs reads(Shell s) {
    return Inputs.NONE.body(s.body());
  }

  @Override
  public StepBuild build(Shell step, BuildContext in)
      throws StepFailed, ExpressionException, Choosing.Adrift, Ladder.Stopped {
    return new ShellBuilder(in, step).build();
  }

  @Override
  public String summary(Shell s) {
    return s.thickness().text()
        + (s.open().isEmpty() ? ", closed" : ", open at " + ChoiceWords.face(s.open().getFirst()));
  }

  @Override
  public Fresh<Shell> fresh(Picks picks) {
    List<FaceChoice> open =
        picks.faces().isEmpty()
            ? List.of(new FaceChoice.Facing(Direction.UP, false))
            : picks.faces();
    return Fresh.of(
        new Shell(picks.head("shell"), picks.body(), new Expr("2 mm"), false, open, List.of()));
  }
}

package org.ankerdraft.core.step.folded;

import java.util.List;
import java.util.Optional;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.form.Field;
import org.ankerdraft.core.form.FlagForm;
import org.ankerdraft.core.form.WordForm;
import org.ankerdraft.core.operation.BuildContext;
import org.ankerdraft.core.operation.Inputs;
import org.ankerdraft.core.operation.Ladder;
import org.ankerdraft.core.operation.StepBuild;
import org.ankerdraft.core.operation.StepFailed;
import org.ankerdraft.core.operation.Words;
import org.ankerdraft.core.sheet.Bending;
import org.ankerdraft.core.step.Fresh;
import org.ankerdraft.core.step.Picks;
import org.ankerdraft.core.step.Rail;
import org.ankerdraft.core.step.Repair;
import org.ankerdraft.core.step.Stage;
import org.ankerdraft.core.step.StepFields;
import org.ankerdraft.core.step.StepKind;
import org.ankerdraft.core.step.folded.Folded.Side;

/** Folded walls. */
public final class FoldedKind extends StepKind<Folded> {
  private static final Field<Folded, String> SKETCH =
      StepFields.<Folded>sketch(Folded::sketch)
          .about("one open chain of lines; bends at its corners");
  private static final Field<Folded, Expr> WIDTH =
      StepFields.<Folded>length("width", "Width", Folded::width)
          .required()
          .grip((f, scene) -> scene.onBorn("end", 0, f.symmetric() ? 2 : 1))
          .about("along the sketch's normal");
  private static final Field<Folded, Boolean> SYMMETRIC =
      Field.<Folded, Boolean>of(
              "symmetric", new FlagForm("to one side", "to both sides"), Folded::symmetric)
          .label("Grows");
  private static final Field<Folded, Side> SIDE =
      Field.<Folded, Side>of(
              "side",
              WordForm.of(Side.LEFT, "left").or(Side.RIGHT, "right").or(Side.CENTRED, "centred"),
              Folded::side)
          .otherwise(Side.LEFT)
          .label("Sheet lies")
          .about("looking along the chain");
  private static final Field<Folded, Expr> THICKNESS =
      StepFields.<Folded>length("thickness", "Thickness", Folded::thickness)
          .usual(StepFields.AS_PART)
          .about("default as the part");
  private static final Field<Folded, Expr> RADIUS =
      StepFields.<Folded>length("radius", "Inside radius", Folded::radius)
          .usual(StepFields.AS_PART)
          .grip((f, scene) -> scene.onBorn("wall", 0, -2))
          .about("inside radius; default as the part");
  private static final Field<Folded, String> BODY = StepFields.newBody(Folded::body);
  private static final Field<Folded, Bending> BENDING = StepFields.bending(Folded::bending);
  private static final Field<Folded, Bending.By> ALLOWANCE =
      StepFields.allowance(
          Folded::bending,
          (f, b) ->
              new Folded(
                  f.head(),
                  f.sketch(),
                  f.width(),
                  f.symmetric(),
                  f.side(),
                  f.thickness(),
                  f.radius(),
                  b,
                  f.body()));

  public FoldedKind() {
    super(
        "folded",
        Folded.class,
        List.of(SKETCH, WIDTH, SYMMETRIC, SIDE, THICKNESS, RADIUS, BODY, ALLOWANCE, BENDING),
        (head, v) ->
            new Folded(
                head,
                v.get(SKETCH),
                v.get(WIDTH),
                v.is(SYMMETRIC),
                v.get(SIDE),
                v.get(THICKNESS),
                v.get(RADIUS),
                v.get(BENDING),
                v.get(BODY)),
        new Rail(Stage.SHEET, "Folded wall", 'W', "sheet metal profile channel bends", false));
  }

  @Override
  public String title() {
    return "Folded wall";
  }

  @Override
  public boolean isSheet() {
    return true;
  }

  @Override
  public Bending bending(Folded s) {
    return s.bending();
  }

  @Override
  public String startedBody(Folded s) {
    return s.body() == null ? s.id() : s.body();
  }

  @Override
  public Inputs reads(Folded s) {
    return Inputs.NONE.bodyNames();
  }

  @Override
  public StepBuild build(Folded step, BuildContext in)
      throws StepFailed, ExpressionException, Ladder.Stopped {
    return new FoldedBuilder(in, step).build();
  }

  @Override
  public Optional<Folded> repaired(Folded s, Repair repair) {
    return repair instanceof Repair.LargerRadius(double radius)
        ? Optional.of(form().with(s, RADIUS, Words.atLeastMm(radius)))
        : Optional.empty();
  }

  @Override
  public String summary(Folded s) {
    return s.width() + " wide, body " + startedBody(s);
  }

  @Override
  public Fresh<Folded> fresh(Picks picks) {
    return Fresh.onSketch(
        picks,
        "to fold a wall along",
        sketch ->
            new Folded(
                picks.head("folded"),
                sketch,
                new Expr("40 mm"),
                false,
                null,
                null,
                null,
                null,
                picks.bodies().contains("Sheet") ? null : "Sheet"));
  }
}

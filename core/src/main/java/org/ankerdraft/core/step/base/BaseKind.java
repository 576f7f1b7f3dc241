package org.ankerdraft.core.step.base;

import java.util.List;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.form.Field;
import org.ankerdraft.core.form.FlagForm;
import org.ankerdraft.core.operation.BuildContext;
import org.ankerdraft.core.operation.Inputs;
import org.ankerdraft.core.operation.Ladder;
import org.ankerdraft.core.operation.Prisms;
import org.ankerdraft.core.operation.SheetNumbers;
import org.ankerdraft.core.operation.StepBuild;
import org.ankerdraft.core.operation.StepFailed;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.core.select.Naming;
import org.ankerdraft.core.sketch.ResolvedSketch;
import org.ankerdraft.core.step.Fresh;
import org.ankerdraft.core.step.Picks;
import org.ankerdraft.core.step.Rail;
import org.ankerdraft.core.step.Stage;
import org.ankerdraft.core.step.StepFields;
import org.ankerdraft.core.step.StepKind;
import org.ankerdraft.vectors.Vec3;

/** Base walls. */
public final class BaseKind extends StepKind<Base> {
  private static final String WHAT = "base wall";

  private static final Field<Base, String> SKETCH =
      StepFields.<Base>sketch(Base::sketch).about("one closed area");
  private static final Field<Base, Expr> THICKNESS =
      StepFields.<Base>length("thickness", "Thickness", Base::thickness)
          .usual(StepFields.AS_PART)
          .grip((b, scene) -> scene.onBorn("end", 0, 1))
          .about("default as the part");
  private static final Field<Base, Boolean> REVERSED =
      Field.<Base, Boolean>of(
              "reversed", new FlagForm("along the normal", "against the normal"), Base::reversed)
          .label("Sheet lies")
          .about("the sheet lies against the sketch's normal");
  private static final Field<Base, String> BODY = StepFields.newBody(Base::body);

  public BaseKind() {
    super(
        "base",
        Base.class,
        List.of(SKETCH, THICKNESS, REVERSED, BODY),
        (head, v) -> new Base(head, v.get(SKETCH), v.get(THICKNESS), v.is(REVERSED), v.get(BODY)),
        new Rail(Stage.SHEET, "Base wall", 'B', "sheet metal plate", false));
  }

  @Override
  public String title() {
    return "Base wall";
  }

  @Override
  public boolean isSheet() {
    return true;
  }

  @Override
  public String startedBody(Base s) {
    return s.body() == null ? s.id() : s.body();
  }

  @Override
  public Inputs reads(Base s) {
    return Inputs.NONE.bodyNames();
  }

  @Override
  public StepBuild build(Base step, BuildContext in)
      throws StepFailed, ExpressionException, Ladder.Stopped {
    ResolvedSketch sketch = in.sketch(WHAT, step.sketch());
    if (sketch.openAt() != null) {
      throw new StepFailed(WHAT, sketch.openAt());
    }
    if (sketch.regions().size() != 1) {
      throw new StepFailed(
          WHAT,
          "sketch "
              + step.sketch()
              + " encloses "
              + sketch.regions().size()
              + " separate areas; a wall is one");
    }
    Prisms.checkProfile(in, WHAT, sketch.regions(), sketch.frame().plane(), sketch.nameByTag());
    double thickness = new SheetNumbers(in, WHAT).thickness(step.thickness());
    Vec3 n = sketch.frame().normal();
    Naming.Births births = Prisms.Births.of(step.id(), "side", "start", "end", sketch.faceParts());
    NamedShape solid =
        Prisms.prism(
            in,
            WHAT,
            sketch.regions(),
            sketch.frame().plane(),
            Vec3.ZERO,
            (step.reversed() ? n.negated() : n).times(thickness),
            births);
    return StepBuild.of("prism", Prisms.newBody(in, WHAT, step.id(), step.body(), solid));
  }

  @Override
  public String summary(Base s) {
    return (s.thickness() == null ? "sheet" : s.thickness().text()) + ", body " + startedBody(s);
  }

  @Override
  public Fresh<Base> fresh(Picks picks) {
    return Fresh.onSketch(
        picks,
        "to make a wall of",
        sketch ->
            new Base(
                picks.head("base"),
                sketch,
                null,
                false,
                picks.bodies().contains("Sheet") ? null : "Sheet"));
  }
}

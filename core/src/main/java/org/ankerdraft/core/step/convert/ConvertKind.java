package org.ankerdraft.core.step.convert;

import java.util.List;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.form.Field;
import org.ankerdraft.core.operation.BuildContext;
import org.ankerdraft.core.operation.Inputs;
import org.ankerdraft.core.operation.Ladder;
import org.ankerdraft.core.operation.StepBuild;
import org.ankerdraft.core.operation.StepFailed;
import org.ankerdraft.core.select.Choosing;
import org.ankerdraft.core.select.EdgeChoice;
import org.ankerdraft.core.select.FaceChoice;
import org.ankerdraft.core.sheet.Bending;
import org.ankerdraft.core.step.Fresh;
import org.ankerdraft.core.step.Picks;
import org.ankerdraft.core.step.Rail;
import org.ankerdraft.core.step.Stage;
import org.ankerdraft.core.step.StepFields;
import org.ankerdraft.core.step.StepKind;

/** Solids turned into sheet. */
public final class ConvertKind extends StepKind<Convert> {
  private static final Field<Convert, FaceChoice> KEEP =
      Field.<Convert, FaceChoice>of("keep", FaceChoice.FORM, Convert::keep)
          .label("Keep")
          .about("the face from which the flat is laid out");
  private static final Field<Convert, List<EdgeChoice>> BENDS =
      Field.<Convert, List<EdgeChoice>>of("bends", EdgeChoice.LIST, Convert::bends)
          .label("Bend")
          .about(
              "edges that become bends; faces that no bend joins to the kept one stay open. Without"
                  + " edges the body must be a uniform sheet and is only marked as one");
  private static final Field<Convert, List<EdgeChoice>> RIPS =
      Field.<Convert, List<EdgeChoice>>of("rips", EdgeChoice.LIST, Convert::rips)
          .label("Rip")
          .about(
              "edges along which walls are parted: both end square, parallel to the edge, the gap"
                  + " apart at their inner sides");
  private static final Field<Convert, Expr> THICKNESS =
      StepFields.<Convert>length("thickness", "Thickness", Convert::thickness)
          .usual(StepFields.AS_PART)
          .about("default as the part");
  private static final Field<Convert, Expr> RADIUS =
      StepFields.<Convert>length("radius", "Inside radius", Convert::radius)
          .usual(StepFields.AS_PART)
          .about("inside radius; default as the part");
  private static final Field<Convert, Expr> GAP =
      StepFields.<Convert>length("gap", "Gap", Convert::gap)
          .usual("0.5 mm")
          .about("by which ripped walls stand apart; default 0.5 mm");
  private static final Field<Convert, Bending> BENDING = StepFields.bending(Convert::bending);
  private static final Field<Convert, Bending.By> ALLOWANCE =
      StepFields.allowance(
          Convert::bending,
          (c, b) ->
              new Convert(
                  c.head(),
                  c.body(),
                  c.keep(),
                  c.bends(),
                  c.rips(),
                  c.thickness(),
                  c.radius(),
                  c.gap(),
                  b));
  private static final Field<Convert, String> BODY = StepFields.body(Convert::body);

  public ConvertKind() {
    super(
        "convert",
        Convert.class,
        List.of(KEEP, BENDS, RIPS, THICKNESS, RADIUS, GAP, ALLOWANCE, BENDING, BODY),
        (head, v) ->
            new Convert(
                head,
                v.get(BODY),
                v.get(KEEP),
                v.get(BENDS),
                v.get(RIPS),
                v.get(THICKNESS),
                v.get(RADIUS),
                v.get(GAP),
                v.get(BENDING)),
        new Rail(Stage.SHEET, "Turn into sheet", 'T', "convert solid bend rip unfold", true));
  }

  @Override
  public String title() {
    return "Turn into sheet";
  }

  @Override
  public boolean isSheet() {
    return true;
  }

  @Override
  public Bending bending(Convert s) {
    return s.bending();
  }

  @Override
  public FaceChoice keptFace(Convert s) {
    return s.keep();
  }

  @Override
  public Inputs reads(Convert s) {
    return Inputs.NONE.body(s.body());
  }

  @Override
  public StepBuild build(Convert step, BuildContext in)
      throws StepFailed, ExpressionException, Choosing.Adrift, Ladder.Stopped {
    return new ConvertBuilder(in, step).build();
  }

  @Override
  public String summary(Convert s) {
    return s.bends().isEmpty()
        ? "as it is"
        : s.bends().size() + " bends" + (s.rips().isEmpty() ? "" : ", ripped");
  }

  @Override
  public Fresh<Convert> fresh(Picks picks) {
    return Fresh.of(
        new Convert(
            picks.head("sheet"),
            picks.body(),
            picks.faces().isEmpty() ? null : picks.faces().getFirst(),
            picks.hasPickedEdges() ? picks.edges() : List.of(),
            List.of(),
            null,
            null,
            null,
            null));
  }
}

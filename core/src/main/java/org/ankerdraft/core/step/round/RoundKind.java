package org.ankerdraft.core.step.round;

import java.util.List;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.form.Field;
import org.ankerdraft.core.form.ListForm;
import org.ankerdraft.core.operation.Blends;
import org.ankerdraft.core.operation.BuildContext;
import org.ankerdraft.core.operation.EdgeSet;
import org.ankerdraft.core.operation.Inputs;
import org.ankerdraft.core.operation.Ladder;
import org.ankerdraft.core.operation.StepBuild;
import org.ankerdraft.core.operation.StepFailed;
import org.ankerdraft.core.select.Choosing;
import org.ankerdraft.core.step.Fresh;
import org.ankerdraft.core.step.Picks;
import org.ankerdraft.core.step.Rail;
import org.ankerdraft.core.step.Stage;
import org.ankerdraft.core.step.StepFields;
import org.ankerdraft.core.step.StepKind;
import org.ankerdraft.kernel.GeometryKernel.BlendType;

/** Rounds. */
public final class RoundKind extends StepKind<Round> {
  private static final Field<Round, List<EdgeSet>> SETS =
      Field.<Round, List<EdgeSet>>of(
              "sets", ListForm.of(EdgeSet.form("round set", "Radius", -2), "Edges"), Round::sets)
          .label("Sets")
          .itemTitle((set, n) -> "")
          .adding("Edges with another radius", s -> new EdgeSet(List.of(), new Expr("1 mm")))
          .about("edges with one radius; edges that continue each other without a kink have one");
  private static final Field<Round, String> BODY = StepFields.body(Round::body);

  public RoundKind() {
    super(
        "round",
        Round.class,
        List.of(SETS, BODY),
        (head, v) -> new Round(head, v.get(BODY), v.get(SETS)),
        new Rail(Stage.EDGES, "Round", 'R', "fillet radius edge", true));
  }

  @Override
  public Inputs reads(Round s) {
    return Inputs.NONE.body(s.body());
  }

  @Override
  public StepBuild build(Round step, BuildContext in)
      throws StepFailed, ExpressionException, Choosing.Adrift, Ladder.Stopped {
    return new Blends(in, BlendType.ROUND, step.id(), step.sets())
        .build(in.body("round", step.body()));
  }

  @Override
  public List<EdgeSet> rounds(Round step) {
    return step.sets();
  }

  @Override
  public String summary(Round s) {
    return Blends.summary(s.sets());
  }

  @Override
  public Fresh<Round> fresh(Picks picks) {
    return Fresh.of(
        new Round(
            picks.head("round"),
            picks.body(),
            List.of(new EdgeSet(picks.edges(), new Expr("1 mm")))));
  }
}

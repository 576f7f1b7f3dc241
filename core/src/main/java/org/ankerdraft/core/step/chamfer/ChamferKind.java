package org.ankerdraft.core.step.chamfer;

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

/** Chamfers. */
public final class ChamferKind extends StepKind<Chamfer> {
  private static final Field<Chamfer, List<EdgeSet>> SETS =
      Field.<Chamfer, List<EdgeSet>>of(
              "sets", ListForm.of(EdgeSet.form("chamfer set", "Leg", 1), "Edges"), Chamfer::sets)
          .label("Sets")
          .itemTitle((set, n) -> "")
          .adding("Edges with another leg", s -> new EdgeSet(List.of(), new Expr("1 mm")))
          .about("edges with one leg; edges that continue each other without a kink have one");
  private static final Field<Chamfer, String> BODY = StepFields.body(Chamfer::body);

  public ChamferKind() {
    super(
        "chamfer",
        Chamfer.class,
        List.of(SETS, BODY),
        (head, v) -> new Chamfer(head, v.get(BODY), v.get(SETS)),
        new Rail(Stage.EDGES, "Chamfer", 'C', "bevel leg edge", true));
  }

  @Override
  public Inputs reads(Chamfer s) {
    return Inputs.NONE.body(s.body());
  }

  @Override
  public StepBuild build(Chamfer step, BuildContext in)
      throws StepFailed, ExpressionException, Choosing.Adrift, Ladder.Stopped {
    return new Blends(in, BlendType.CHAMFER, step.id(), step.sets())
        .build(in.body("chamfer", step.body()));
  }

  @Override
  public String summary(Chamfer s) {
    return Blends.summary(s.sets());
  }

  @Override
  public Fresh<Chamfer> fresh(Picks picks) {
    return Fresh.of(
        new Chamfer(
            picks.head("chamfer"),
            picks.body(),
            List.of(new EdgeSet(picks.edges(), new Expr("0.5 mm")))));
  }
}

package org.ankerdraft.core.step.erase;

import java.util.List;
import java.util.stream.Collectors;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.form.Field;
import org.ankerdraft.core.operation.BuildContext;
import org.ankerdraft.core.operation.Inputs;
import org.ankerdraft.core.operation.Ladder;
import org.ankerdraft.core.operation.StepBuild;
import org.ankerdraft.core.operation.StepFailed;
import org.ankerdraft.core.select.ChoiceWords;
import org.ankerdraft.core.select.Choosing;
import org.ankerdraft.core.select.FaceChoice;
import org.ankerdraft.core.step.Fresh;
import org.ankerdraft.core.step.Picks;
import org.ankerdraft.core.step.Rail;
import org.ankerdraft.core.step.Stage;
import org.ankerdraft.core.step.StepFields;
import org.ankerdraft.core.step.StepKind;

/** Faces taken away. */
public final class EraseKind extends StepKind<Erase> {
  private static final Field<Erase, List<FaceChoice>> FACES =
      Field.<Erase, List<FaceChoice>>of("faces", FaceChoice.LIST, Erase::faces)
          .label("Faces")
          .about("all faces of a round, a hole, a boss; their neighbours go on until they meet");
  private static final Field<Erase, String> BODY = StepFields.body(Erase::body);

  public EraseKind() {
    super(
        "erase",
        Erase.class,
        List.of(FACES, BODY),
        (head, v) -> new Erase(head, v.get(BODY), v.get(FACES)),
        new Rail(
            Stage.SHAPE, "Erase faces", 'X', "delete remove heal fill round hole imported", true));
  }

  @Override
  public Inputs reads(Erase s) {
    return Inputs.NONE.body(s.body());
  }

  @Override
  public StepBuild build(Erase step, BuildContext in)
      throws StepFailed, ExpressionException, Choosing.Adrift, Ladder.Stopped {
    return new EraseBuilder(in, step).build();
  }

  @Override
  public String title() {
    return "Erase faces";
  }

  @Override
  public String summary(Erase s) {
    return s.faces().isEmpty()
        ? "nothing"
        : s.faces().stream().map(ChoiceWords::face).limit(2).collect(Collectors.joining(", "))
            + (s.faces().size() > 2 ? " ..." : "");
  }

  @Override
  public Fresh<Erase> fresh(Picks picks) {
    return Fresh.of(new Erase(picks.head("erase"), picks.body(), picks.faces()));
  }
}

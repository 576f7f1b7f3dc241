package org.ankerdraft.core.step.shift;

import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.form.Field;
import org.ankerdraft.core.form.RecordForm;
import org.ankerdraft.core.operation.BuildContext;
import org.ankerdraft.core.operation.Inputs;
import org.ankerdraft.core.operation.Ladder;
import org.ankerdraft.core.operation.StepBuild;
import org.ankerdraft.core.operation.StepFailed;
import org.ankerdraft.core.select.ChoiceWords;
import org.ankerdraft.core.select.Choosing;
import org.ankerdraft.core.select.FaceChoice;
import org.ankerdraft.core.select.References;
import org.ankerdraft.core.step.Fresh;
import org.ankerdraft.core.step.Picks;
import org.ankerdraft.core.step.Rail;
import org.ankerdraft.core.step.Stage;
import org.ankerdraft.core.step.StepFields;
import org.ankerdraft.core.step.StepKind;

/** Faces shifted. */
public final class ShiftKind extends StepKind<Shift> {
  private static final Field<Shift, List<FaceChoice>> FACES =
      Field.<Shift, List<FaceChoice>>of("faces", FaceChoice.LIST, Shift::faces)
          .label("Faces")
          .about("that are moved; their neighbours go on or are cut back until they meet them");
  private static final Field<Shift, Expr> DISTANCE =
      StepFields.<Shift>length("distance", "Distance", Shift::distance)
          .usual(s -> s.onto() == null ? "" : "onto its face")
          .shownIf(s -> s.onto() == null)
          .grip((s, scene) ->
              s.faces().isEmpty() ? Optional.empty() : scene.onChosen(s.faces().getFirst(), 1))
          .about("outwards, so that material is added; negative inwards; left out: `onto`");
  private static final Field<Shift, FaceChoice> ONTO =
      Field.<Shift, FaceChoice>of("onto", FaceChoice.FORM, Shift::onto)
          .label("Onto")
          .usual("by the distance")
          .about("face on whose surface they come to lie; it goes on as far as needed");
  private static final Field<Shift, String> ONTO_BODY =
      Field.<Shift, String>of("ontoBody", References.BODY, Shift::ontoBody)
          .label("Of body")
          .shownIf(s -> s.onto() != null)
          .usual("its own")
          .folded()
          .about("whose face that is; default: the body itself");
  private static final Field<Shift, String> BODY = StepFields.body(Shift::body);

  public ShiftKind() {
    super(
        "shift",
        Shift.class,
        List.of(FACES, DISTANCE, ONTO, ONTO_BODY, BODY),
        (head, v) ->
            new Shift(
                head, v.get(BODY), v.get(FACES), v.get(DISTANCE), v.get(ONTO), v.get(ONTO_BODY)),
        s ->
            s.distance() == null && s.onto() == null
                ? Optional.of(
                    new RecordForm.Complaint(
                        "distance", "give a distance, or the face onto which they are moved"))
                : Optional.empty(),
        new Rail(
            Stage.SHAPE,
            "Shift faces",
            'M',
            "move offset push pull thicker replace surface imported",
            true));
  }

  @Override
  public Inputs reads(Shift s) {
    Inputs own = Inputs.NONE.body(s.body());
    return s.onto() == null ? own : own.body(s.bodyOfOnto());
  }

  @Override
  public StepBuild build(Shift step, BuildContext in)
      throws StepFailed, ExpressionException, Choosing.Adrift, Ladder.Stopped {
    return new ShiftBuilder(in, step).build();
  }

  @Override
  public String title() {
    return "Shift faces";
  }

  @Override
  public String summary(Shift s) {
    String way =
        s.onto() != null ? "onto a face" : s.distance() == null ? "?" : s.distance().text();
    return way
        + ", "
        + (s.faces().isEmpty()
            ? "no faces"
            : s.faces().stream().map(ChoiceWords::face).limit(2).collect(Collectors.joining(", "))
                + (s.faces().size() > 2 ? " ..." : ""));
  }

  @Override
  public Fresh<Shift> fresh(Picks picks) {
    return Fresh.of(
        new Shift(picks.head("shift"), picks.body(), picks.faces(), new Expr("1 mm"), null, null));
  }
}

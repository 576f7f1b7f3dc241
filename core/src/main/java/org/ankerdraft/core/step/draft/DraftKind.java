package org.ankerdraft.core.step.draft;

import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.form.ExprForm;
import org.ankerdraft.core.form.Field;
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
import org.ankerdraft.core.sketch.PlaneRef;
import org.ankerdraft.core.step.Fresh;
import org.ankerdraft.core.step.Picks;
import org.ankerdraft.core.step.Rail;
import org.ankerdraft.core.step.Stage;
import org.ankerdraft.core.step.StepFields;
import org.ankerdraft.core.step.StepKind;
import org.ankerdraft.core.step.draft.Draft.DraftSet;

/** Draft from a neutral plane. */
public final class DraftKind extends StepKind<Draft> {
  private static final Field<DraftSet, Expr> ANGLE =
      Field.<DraftSet, Expr>of("angle", ExprForm.ANGLE, DraftSet::angle)
          .required()
          .label("Angle")
          .grip((set, scene) ->
              set.faces().isEmpty() ? Optional.empty() : scene.onChosen(set.faces().getFirst(), 1))
          .about("positive releases along the pull");
  private static final Field<DraftSet, List<FaceChoice>> FACES =
      Field.<DraftSet, List<FaceChoice>>of("faces", FaceChoice.LIST, DraftSet::faces)
          .label("Faces");
  private static final RecordForm<DraftSet> SET =
      RecordForm.of(
          "draft set", List.of(ANGLE, FACES), v -> new DraftSet(v.get(FACES), v.get(ANGLE)));

  private static final Field<Draft, String> BODY = StepFields.body(Draft::body);
  private static final Field<Draft, Direction> PULL =
      Field.<Draft, Direction>of("pull", Direction.FORM, Draft::pull)
          .about("default: the pull of the process");
  private static final Field<Draft, PlaneRef> NEUTRAL =
      StepFields.<Draft>plane("neutral", "Neutral plane", Draft::neutral)
          .about(
              "where nothing moves; default XY. Material is removed on the side that the pull points"
                  + " to and added on the other");
  private static final Field<Draft, List<DraftSet>> SETS =
      Field.<Draft, List<DraftSet>>of("sets", ListForm.of(SET, "Faces"), Draft::sets)
          .label("Sets")
          .itemTitle((set, n) -> "")
          .adding("Faces with another angle", d -> new DraftSet(List.of(), new Expr("2 deg")))
          .about(
              "faces with one angle. Plane faces looking against the pull: positive releases against"
                  + " it");

  public DraftKind() {
    super(
        "draft",
        Draft.class,
        List.of(SETS, NEUTRAL, BODY, PULL),
        (head, v) -> new Draft(head, v.get(BODY), v.get(PULL), v.get(NEUTRAL), v.get(SETS)),
        new Rail(Stage.DRAFT, "Draft from a neutral plane", 'D', "taper angle tilt release", true));
  }

  /** The step that drafts one face. */
  public static Draft ofFace(
      org.ankerdraft.core.step.Head head,
      String body,
      PlaneRef neutral,
      FaceChoice face,
      Expr angle) {
    return new Draft(head, body, null, neutral, List.of(new DraftSet(List.of(face), angle)));
  }

  @Override
  public Inputs reads(Draft s) {
    Inputs read =
        Inputs.NONE.body(s.body()).and(BuildContext.inputsOf(s.neutral().inBody(s.body())));
    return s.pull() == null ? read.pull() : read;
  }

  @Override
  public StepBuild build(Draft step, BuildContext in)
      throws StepFailed, ExpressionException, Choosing.Adrift, Ladder.Stopped {
    return new DraftBuilder(in, step).build();
  }

  @Override
  public String summary(Draft s) {
    return s.sets().stream().map(d -> d.angle().text()).collect(Collectors.joining(", "))
        + ", "
        + s.sets().stream()
            .flatMap(d -> d.faces().stream())
            .map(ChoiceWords::face)
            .limit(1)
            .collect(Collectors.joining());
  }

  @Override
  public Fresh<Draft> fresh(Picks picks) {
    List<FaceChoice> faces =
        picks.faces().isEmpty() ? List.of(new FaceChoice.Upright(null, null)) : picks.faces();
    return Fresh.of(
        new Draft(
            picks.head("draft"),
            picks.body(),
            null,
            PlaneRef.LEVEL,
            List.of(new DraftSet(faces, new Expr("1.5 deg")))));
  }
}

package org.ankerdraft.core.select;

import java.util.List;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.form.ExprForm;
import org.ankerdraft.core.form.Field;
import org.ankerdraft.core.form.FlagForm;
import org.ankerdraft.core.form.RecordForm;
import org.ankerdraft.core.form.TextForm;
import org.ankerdraft.core.form.VariantForm;

/** The fields of each kind of choice. */
final class FaceChoiceForms {
  private static final Field<FaceChoice.Named, FaceName> NAME =
      Field.<FaceChoice.Named, FaceName>of("name", FaceName.FORM, FaceChoice.Named::name)
          .required();
  private static final Field<FaceChoice.Named, Hint> HINT =
      Field.of("hint", Hint.FORM, FaceChoice.Named::hint);
  private static final Field<FaceChoice.OfStep, String> STEP =
      Field.<FaceChoice.OfStep, String>of("step", References.STEP, FaceChoice.OfStep::step)
          .required();
  private static final Field<FaceChoice.OfStep, String> ROLE =
      Field.<FaceChoice.OfStep, String>of("role", TextForm.ID, FaceChoice.OfStep::role)
          .about("side, start, end, inner, on ...; left out = all");
  private static final Field<FaceChoice.Facing, Direction> DIRECTION =
      Field.<FaceChoice.Facing, Direction>of(
              "direction", Direction.FORM, FaceChoice.Facing::direction)
          .required();
  private static final Field<FaceChoice.Facing, Boolean> EVERY =
      Field.<FaceChoice.Facing, Boolean>of(
              "every", new FlagForm("the farthest", "every one"), FaceChoice.Facing::every)
          .about("true: every one, else the farthest");
  private static final Field<FaceChoice.Upright, String> UPRIGHT_STEP =
      Field.of("step", References.STEP, FaceChoice.Upright::step);
  private static final Field<FaceChoice.Upright, Direction> UPRIGHT_PULL =
      Field.of("pull", Direction.FORM, FaceChoice.Upright::pull);
  private static final Field<FaceChoice.Nearest, Point> AT =
      Field.<FaceChoice.Nearest, Point>of("at", Point.FORM, FaceChoice.Nearest::at).required();
  private static final Field<FaceChoice.ShortOfDraft, Expr> ANGLE =
      Field.<FaceChoice.ShortOfDraft, Expr>of(
              "angle", ExprForm.ANGLE, FaceChoice.ShortOfDraft::angle)
          .required();
  private static final Field<FaceChoice.ShortOfDraft, Direction> SHORT_PULL =
      Field.of("pull", Direction.FORM, FaceChoice.ShortOfDraft::pull);

  private static final Field<FaceChoice.Rounds, Expr> UP_TO =
      Field.<FaceChoice.Rounds, Expr>of("upTo", ExprForm.LENGTH, FaceChoice.Rounds::upTo)
          .about("largest radius; left out = any");

  private FaceChoiceForms() {}

  static VariantForm<FaceChoice> choices() {
    return new VariantForm<FaceChoice>("choice of faces", "choose")
        .or(
            "face",
            FaceChoice.Named.class,
            RecordForm.of(
                "face", List.of(NAME, HINT), v -> new FaceChoice.Named(v.get(NAME), v.get(HINT))))
        .or(
            "faces of step",
            FaceChoice.OfStep.class,
            RecordForm.of(
                "faces of step",
                List.of(STEP, ROLE),
                v -> new FaceChoice.OfStep(v.get(STEP), v.get(ROLE))))
        .or(
            "facing",
            FaceChoice.Facing.class,
            RecordForm.of(
                "facing",
                List.of(DIRECTION, EVERY),
                v -> new FaceChoice.Facing(v.get(DIRECTION), v.is(EVERY))))
        .or(
            "upright",
            FaceChoice.Upright.class,
            RecordForm.of(
                "upright",
                List.of(UPRIGHT_STEP, UPRIGHT_PULL),
                v -> new FaceChoice.Upright(v.get(UPRIGHT_STEP), v.get(UPRIGHT_PULL))))
        .or(
            "nearest face",
            FaceChoice.Nearest.class,
            RecordForm.of("nearest face", List.of(AT), v -> new FaceChoice.Nearest(v.get(AT))))
        .or(
            "short of draft",
            FaceChoice.ShortOfDraft.class,
            RecordForm.of(
                "short of draft",
                List.of(ANGLE, SHORT_PULL),
                v -> new FaceChoice.ShortOfDraft(v.get(ANGLE), v.get(SHORT_PULL))))
        .or(
            "rounds",
            FaceChoice.Rounds.class,
            RecordForm.of("rounds", List.of(UP_TO), v -> new FaceChoice.Rounds(v.get(UP_TO))))
        .or(
            "all faces",
            FaceChoice.All.class,
            RecordForm.of("all faces", List.of(), v -> new FaceChoice.All()));
  }
}

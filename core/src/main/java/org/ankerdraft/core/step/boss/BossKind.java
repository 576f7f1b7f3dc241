package org.ankerdraft.core.step.boss;

import java.util.List;
import java.util.Optional;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.form.Field;
import org.ankerdraft.core.form.FlagForm;
import org.ankerdraft.core.form.RecordForm;
import org.ankerdraft.core.operation.BuildContext;
import org.ankerdraft.core.operation.Inputs;
import org.ankerdraft.core.operation.Ladder;
import org.ankerdraft.core.operation.StepBuild;
import org.ankerdraft.core.operation.StepFailed;
import org.ankerdraft.core.operation.Work;
import org.ankerdraft.core.select.Choosing;
import org.ankerdraft.core.select.FaceChoice;
import org.ankerdraft.core.select.References;
import org.ankerdraft.core.sketch.AreaChoice;
import org.ankerdraft.core.sketch.Wall;
import org.ankerdraft.core.step.Fresh;
import org.ankerdraft.core.step.Picks;
import org.ankerdraft.core.step.Rail;
import org.ankerdraft.core.step.Repeating;
import org.ankerdraft.core.step.Stage;
import org.ankerdraft.core.step.StepFields;
import org.ankerdraft.core.step.StepKind;

/** Bosses and pockets. */
public final class BossKind extends StepKind<Boss> {
  private static final Field<Boss, String> SKETCH =
      StepFields.<Boss>sketch(Boss::sketch).about("on the face on which it stands, or near it");
  private static final Field<Boss, Boolean> SUNK =
      Field.<Boss, Boolean>of("sunk", new FlagForm("boss", "pocket"), Boss::sunk)
          .label("Is a")
          .about("true: a pocket, sunk into the body, else a boss, raised from it");
  private static final Field<Boss, Expr> HEIGHT =
      StepFields.<Boss>length("height", "Height", Boss::height)
          .usual(b -> b.to() == null ? "" : "up to its face")
          .shownIf(b -> b.to() == null)
          .grip((b, scene) -> scene.onBorn("end", 0, b.sunk() ? -1 : 1))
          .about(
              "of its end over the sketch plane, or under it for a pocket; left out: up to `to`");
  private static final Field<Boss, FaceChoice> TO =
      Field.<Boss, FaceChoice>of("to", FaceChoice.FORM, Boss::to)
          .label("Up to")
          .usual("its height")
          .about("face at which it ends, plane or curved; its surface goes on as far as needed");
  private static final Field<Boss, String> TO_BODY =
      Field.<Boss, String>of("toBody", References.BODY, Boss::toBody)
          .label("Of body")
          .shownIf(b -> b.to() != null)
          .usual("its own")
          .folded()
          .about("whose face that is; default: the body that gets it");
  private static final Field<Boss, Expr> DRAFT =
      StepFields.<Boss>angle("draft", "Draft", Boss::draft)
          .usual("0 deg")
          .grip((b, scene) -> scene.onBorn("side", 0, 1))
          .about("by which it narrows towards its end; its measures hold in the sketch plane");
  private static final Field<Boss, Expr> CORNERS =
      StepFields.<Boss>length("cornerRound", "Corner round", Boss::cornerRound)
          .usual("none")
          .about("radius of its upright edges");
  private static final Field<Boss, Expr> END =
      StepFields.<Boss>length("endRound", "End round", Boss::endRound)
          .usual("none")
          .about("radius around the top of a boss, around the floor of a pocket");
  private static final Field<Boss, Expr> ROOT =
      StepFields.<Boss>length("rootRound", "Root round", Boss::rootRound)
          .usual("none")
          .about("radius where a boss meets the body, around the mouth of a pocket");
  private static final Field<Boss, Boolean> REVERSED =
      Field.<Boss, Boolean>of(
              "reversed", new FlagForm("on the normal's side", "on the other side"), Boss::reversed)
          .label("Stands")
          .folded()
          .about("true: a boss goes against the sketch's normal, and a pocket along it");
  private static final Field<Boss, List<AreaChoice>> AREAS =
      StepFields.areas(b -> Wall.NONE, Boss::areas);
  private static final Field<Boss, String> BODY = StepFields.body(Boss::body);

  public BossKind() {
    super(
        "boss",
        Boss.class,
        List.of(
            SKETCH, SUNK, HEIGHT, TO, TO_BODY, DRAFT, CORNERS, END, ROOT, REVERSED, AREAS, BODY),
        (head, v) ->
            new Boss(
                head,
                v.get(SKETCH),
                v.get(AREAS),
                v.is(SUNK),
                v.get(HEIGHT),
                v.get(TO),
                v.get(TO_BODY),
                v.is(REVERSED),
                v.get(DRAFT),
                v.get(CORNERS),
                v.get(END),
                v.get(ROOT),
                v.get(BODY)),
        b ->
            b.height() == null && b.to() == null
                ? Optional.of(
                    new RecordForm.Complaint("height", "give a height, or the face up to which"))
                : Optional.empty(),
        new Rail(
            Stage.SHAPE,
            "Boss or pocket",
            'U',
            "raise sink pad recess raised sunk draft round root",
            true));
  }

  @Override
  public Inputs reads(Boss s) {
    Inputs own = Inputs.NONE.body(s.body());
    return s.to() == null ? own : own.body(s.bodyAhead());
  }

  @Override
  public Repeating repeating() {
    return Repeating.AGAIN;
  }

  @Override
  public Work work(Boss step, BuildContext in)
      throws StepFailed, ExpressionException, Choosing.Adrift, Ladder.Stopped {
    return new BossBuilder(in, step).work();
  }

  @Override
  public StepBuild build(Boss step, BuildContext in)
      throws StepFailed, ExpressionException, Choosing.Adrift, Ladder.Stopped {
    return new BossBuilder(in, step).build();
  }

  @Override
  public String summary(Boss s) {
    String far = s.to() != null ? "up to a face" : s.height() == null ? "?" : s.height().text();
    return (s.sunk() ? "pocket, " : "boss, ")
        + far
        + (s.draft() == null ? "" : ", " + s.draft().text())
        + AreaChoice.inSummary(s.areas());
  }

  @Override
  public Fresh<Boss> fresh(Picks picks) {
    return Fresh.onSketch(
        picks,
        "with closed curves",
        sketch ->
            new Boss(
                picks.head("boss"),
                sketch,
                List.of(),
                false,
                new Expr("5 mm"),
                null,
                null,
                false,
                new Expr("1 deg"),
                null,
                null,
                null,
                picks.body()));
  }
}

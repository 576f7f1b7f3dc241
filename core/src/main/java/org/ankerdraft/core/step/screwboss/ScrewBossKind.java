package org.ankerdraft.core.step.screwboss;

import java.util.List;
import java.util.Optional;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.form.ExprForm;
import org.ankerdraft.core.form.Field;
import org.ankerdraft.core.form.FlagForm;
import org.ankerdraft.core.form.RecordForm;
import org.ankerdraft.core.operation.BuildContext;
import org.ankerdraft.core.operation.Inputs;
import org.ankerdraft.core.operation.Ladder;
import org.ankerdraft.core.operation.StepBuild;
import org.ankerdraft.core.operation.StepFailed;
import org.ankerdraft.core.operation.Words;
import org.ankerdraft.core.operation.Work;
import org.ankerdraft.core.select.Choosing;
import org.ankerdraft.core.step.Fresh;
import org.ankerdraft.core.step.Picks;
import org.ankerdraft.core.step.Rail;
import org.ankerdraft.core.step.Repeating;
import org.ankerdraft.core.step.Stage;
import org.ankerdraft.core.step.StepFields;
import org.ankerdraft.core.step.StepKind;

/** Screw bosses. */
public final class ScrewBossKind extends StepKind<ScrewBoss> {
  private static final Field<ScrewBoss, String> SKETCH =
      StepFields.<ScrewBoss>sketch(ScrewBoss::sketch)
          .about("one boss stands at each of its points, which gives it its name");
  private static final Field<ScrewBoss, Expr> SCREW =
      StepFields.<ScrewBoss>length("screw", "Screw", ScrewBoss::screw)
          .usual("sizes given")
          .about(
              "diameter of a screw that forms its own thread; gives the sizes that are left out");
  private static final Field<ScrewBoss, BossRule> MATERIAL =
      Field.<ScrewBoss, BossRule>of("material", BossRule.FORM, ScrewBoss::material)
          .otherwise(BossRule.ALL.getFirst())
          .label("Material")
          .shownIf(s -> s.screw() != null)
          .about("that gives the rule, from the table of screw bosses");
  private static final Field<ScrewBoss, Expr> HEIGHT =
      StepFields.<ScrewBoss>length("height", "Height", ScrewBoss::height)
          .required()
          .grip((s, scene) -> scene.onBorn("end", 0, 1))
          .about("of the end over the sketch plane");
  private static final Field<ScrewBoss, Expr> OUTER =
      StepFields.<ScrewBoss>length("outer", "Outside", ScrewBoss::outer)
          .usual(s -> share(s, s.material().outer()))
          .grip((s, scene) -> scene.onBorn("side", 0, 2))
          .about("diameter at the end; left out: by the rule");
  private static final Field<ScrewBoss, Expr> CORE =
      StepFields.<ScrewBoss>length("core", "Core", ScrewBoss::core)
          .usual(s -> share(s, s.material().core()))
          .grip((s, scene) -> scene.onBorn("core", 0, -2))
          .about("diameter of the hole at the end; left out: by the rule");
  private static final Field<ScrewBoss, Expr> DEPTH =
      StepFields.<ScrewBoss>length("depth", "Core depth", ScrewBoss::depth)
          .usual("to the sketch plane")
          .grip((s, scene) -> scene.onBorn("bottom", 0, -1))
          .about(
              "of the hole from the end; left out: to the sketch plane, and refused where that is less than the"
                  + " screw wants");
  private static final Field<ScrewBoss, Expr> DRAFT =
      StepFields.<ScrewBoss>angle("draft", "Draft", ScrewBoss::draft)
          .usual("0 deg")
          .about("by which the outside widens towards its root; of the gussets too");
  private static final Field<ScrewBoss, Expr> CORE_DRAFT =
      StepFields.<ScrewBoss>angle("coreDraft", "Draft of core", ScrewBoss::coreDraft)
          .usual("0 deg")
          .folded()
          .about("by which the hole narrows towards its bottom");
  private static final Field<ScrewBoss, Expr> ROOT =
      StepFields.<ScrewBoss>length("rootRound", "Root round", ScrewBoss::rootRound)
          .usual("none")
          .about("radius where boss and gussets meet the body");
  private static final Field<ScrewBoss, Expr> GUSSETS =
      Field.<ScrewBoss, Expr>of("gussets", ExprForm.NUMBER, ScrewBoss::gussets)
          .label("Gussets")
          .usual("none")
          .about("how many plates stand round each boss");
  private static final Field<ScrewBoss, Expr> GUSSET_HEIGHT =
      gusset("gussetHeight", "Gusset height", ScrewBoss::gussetHeight, "2/3 of the height")
          .about("over the sketch plane, where they leave the boss");
  private static final Field<ScrewBoss, Expr> GUSSET_REACH =
      gusset("gussetReach", "Gusset reach", ScrewBoss::gussetReach, "half the outside")
          .about("from the boss outwards, in the sketch plane");
  private static final Field<ScrewBoss, Expr> GUSSET_THICKNESS =
      gusset("gussetThickness", "Gusset thickness", ScrewBoss::gussetThickness, "0.8 of its wall")
          .about("at their upper end");
  private static final Field<ScrewBoss, Expr> GUSSET_TURN =
      StepFields.<ScrewBoss>angle("gussetTurn", "First gusset at", ScrewBoss::gussetTurn)
          .usual("0 deg")
          .shownIf(s -> s.gussets() != null)
          .folded()
          .about("from the sketch's x");
  private static final Field<ScrewBoss, Expr> CLEAR =
      StepFields.<ScrewBoss>length("clear", "Clear of walls", ScrewBoss::clear)
          .usual("any distance")
          .folded()
          .about("least distance from its outside to other walls; nearer ones are refused");
  private static final Field<ScrewBoss, Boolean> REVERSED =
      Field.<ScrewBoss, Boolean>of(
              "reversed",
              new FlagForm("on the normal's side", "on the other side"),
              ScrewBoss::reversed)
          .label("Stands")
          .folded()
          .about("true: on the side from which the sketch's normal shows away");
  private static final Field<ScrewBoss, String> BODY = StepFields.body(ScrewBoss::body);

  public ScrewBossKind() {
    super(
        "screwBoss",
        ScrewBoss.class,
        List.of(
            SKETCH,
            SCREW,
            MATERIAL,
            HEIGHT,
            OUTER,
            CORE,
            DEPTH,
            DRAFT,
            CORE_DRAFT,
            ROOT,
            GUSSETS,
            GUSSET_HEIGHT,
            GUSSET_REACH,
            GUSSET_THICKNESS,
            GUSSET_TURN,
            CLEAR,
            REVERSED,
            BODY),
        (head, v) ->
            new ScrewBoss(
                head,
                v.get(SKETCH),
                v.get(SCREW),
                v.get(MATERIAL),
                v.get(HEIGHT),
                v.get(OUTER),
                v.get(CORE),
                v.get(DEPTH),
                v.get(DRAFT),
                v.get(CORE_DRAFT),
                v.get(ROOT),
                v.get(GUSSETS),
                v.get(GUSSET_HEIGHT),
                v.get(GUSSET_REACH),
                v.get(GUSSET_THICKNESS),
                v.get(GUSSET_TURN),
                v.get(CLEAR),
                v.is(REVERSED),
                v.get(BODY)),
        s ->
            s.screw() == null && (s.outer() == null || s.core() == null)
                ? Optional.of(
                    new RecordForm.Complaint(
                        "screw", "give the screw, or both the outer and the core diameter"))
                : Optional.empty(),
        new Rail(
            Stage.SHAPE,
            "Screw boss",
            'C',
            "thread forming self tapping dome pillar gusset insert",
            true));
  }

  private static Field<ScrewBoss, Expr> gusset(
      String id, String label, java.util.function.Function<ScrewBoss, Expr> get, String usual) {
    return StepFields.<ScrewBoss>length(id, label, get)
        .usual(usual)
        .shownIf(s -> s.gussets() != null)
        .folded();
  }

  private static String share(ScrewBoss s, double share) {
    return s.screw() == null ? "" : Words.number(share) + " × the screw";
  }

  @Override
  public Inputs reads(ScrewBoss s) {
    return Inputs.NONE.body(s.body());
  }

  @Override
  public Repeating repeating() {
    return Repeating.AGAIN;
  }

  @Override
  public Work work(ScrewBoss step, BuildContext in)
      throws StepFailed, ExpressionException, Choosing.Adrift, Ladder.Stopped {
    return new ScrewBossBuilder(in, step).work();
  }

  @Override
  public StepBuild build(ScrewBoss step, BuildContext in)
      throws StepFailed, ExpressionException, Choosing.Adrift, Ladder.Stopped {
    return new ScrewBossBuilder(in, step).build();
  }

  @Override
  public String title() {
    return "Screw boss";
  }

  @Override
  public String summary(ScrewBoss s) {
    String size =
        s.screw() != null
            ? "for " + s.screw().text() + ", " + BossRule.FORM.word(s.material())
            : "Ø " + s.outer().text();
    return size
        + ", "
        + (s.height() == null ? "?" : s.height().text())
        + (s.gussets() == null ? "" : ", " + s.gussets().text() + " gussets");
  }

  @Override
  public Fresh<ScrewBoss> fresh(Picks picks) {
    return Fresh.onSketch(
        picks,
        "with points for the bosses",
        sketch ->
            new ScrewBoss(
                picks.head("screwboss"),
                sketch,
                new Expr("3 mm"),
                null,
                new Expr("10 mm"),
                null,
                null,
                null,
                new Expr("0.5 deg"),
                new Expr("0.5 deg"),
                null,
                null,
                null,
                null,
                null,
                null,
                null,
                false,
                picks.body()));
  }
}

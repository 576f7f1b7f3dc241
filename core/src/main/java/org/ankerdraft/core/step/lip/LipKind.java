package org.ankerdraft.core.step.lip;

import java.util.List;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.form.Field;
import org.ankerdraft.core.form.WordForm;
import org.ankerdraft.core.operation.BuildContext;
import org.ankerdraft.core.operation.Inputs;
import org.ankerdraft.core.operation.Ladder;
import org.ankerdraft.core.operation.StepBuild;
import org.ankerdraft.core.operation.StepFailed;
import org.ankerdraft.core.select.Choosing;
import org.ankerdraft.core.select.FaceChoice;
import org.ankerdraft.core.select.References;
import org.ankerdraft.core.step.Fresh;
import org.ankerdraft.core.step.Picks;
import org.ankerdraft.core.step.Rail;
import org.ankerdraft.core.step.Stage;
import org.ankerdraft.core.step.StepFields;
import org.ankerdraft.core.step.StepKind;
import org.ankerdraft.core.step.lip.Lip.Make;
import org.ankerdraft.core.step.lip.Lip.Side;

/** Lips and grooves. */
public final class LipKind extends StepKind<Lip> {
  private static final WordForm<Make> MAKES =
      WordForm.of(Make.LIP, "lip").or(Make.GROOVE, "groove");
  private static final Field<Lip, FaceChoice> RIM =
      Field.<Lip, FaceChoice>of("rim", FaceChoice.FORM, Lip::rim)
          .label("Rim")
          .about("plane face along which it runs");
  private static final Field<Lip, Make> MAKE =
      Field.<Lip, Make>of("make", MAKES, Lip::make)
          .otherwise(Make.LIP)
          .label("Makes a")
          .about("groove: the counterpart of a lip of the same numbers");
  private static final Field<Lip, Side> SIDE =
      Field.<Lip, Side>of(
              "side", WordForm.of(Side.INNER, "inner").or(Side.OUTER, "outer"), Lip::side)
          .otherwise(Side.INNER)
          .label("Along edge")
          .about("of the rim: all inner ones, or the outer one");
  private static final Field<Lip, Expr> INSET =
      StepFields.<Lip>length("inset", "Away from it", Lip::inset)
          .usual("0 mm")
          .folded()
          .about("from that edge to the lip, on the rim");
  private static final Field<Lip, Expr> WIDTH =
      StepFields.<Lip>length("width", "Width", Lip::width)
          .required()
          .about("of the lip in the plane of the rim");
  private static final Field<Lip, Expr> HEIGHT =
      StepFields.<Lip>length("height", "Height", Lip::height)
          .required()
          .grip((l, scene) -> scene.onBorn("end", 0, l.make() == Make.LIP ? 1 : -1))
          .about("of the lip; its groove is deeper by the clearance");
  private static final Field<Lip, Expr> DRAFT =
      StepFields.<Lip>angle("draft", "Draft", Lip::draft)
          .usual("0 deg")
          .about("by which both sides lean, so that the lip narrows towards its end");
  private static final Field<Lip, Expr> CLEARANCE =
      StepFields.<Lip>length("clearance", "Clearance", Lip::clearance)
          .usual("0 mm")
          .shownIf(l -> l.make() == Make.GROOVE || l.mate() != null)
          .about("by which the groove is wider on each side than the lip, and deeper");
  private static final Field<Lip, String> BODY = StepFields.body(Lip::body);
  private static final Field<Lip, String> MATE =
      Field.<Lip, String>of("mate", References.BODY, Lip::mate)
          .label("Groove in")
          .shownIf(l -> l.make() == Make.LIP)
          .usual("no body")
          .about("body on the other side of the rim that gets the groove for the lip");

  public LipKind() {
    super(
        "lip",
        Lip.class,
        List.of(RIM, MAKE, SIDE, INSET, WIDTH, HEIGHT, DRAFT, MATE, CLEARANCE, BODY),
        (head, v) ->
            new Lip(
                head,
                v.get(RIM),
                v.get(MAKE),
                v.get(SIDE),
                v.get(INSET),
                v.get(WIDTH),
                v.get(HEIGHT),
                v.get(DRAFT),
                v.get(CLEARANCE),
                v.get(BODY),
                v.get(MATE)),
        new Rail(
            Stage.WALLS, "Lip or groove", 'L', "rim tongue rebate step lid base halves", true));
  }

  @Override
  public Inputs reads(Lip s) {
    Inputs own = Inputs.NONE.body(s.body());
    return s.mate() == null ? own : own.body(s.mate());
  }

  @Override
  public StepBuild build(Lip step, BuildContext in)
      throws StepFailed, ExpressionException, Choosing.Adrift, Ladder.Stopped {
    return new LipBuilder(in, step).build();
  }

  @Override
  public String summary(Lip s) {
    return MAKES.word(s.make())
        + ", "
        + (s.width() == null ? "?" : s.width().text())
        + " × "
        + (s.height() == null ? "?" : s.height().text())
        + (s.mate() == null ? "" : ", groove in " + s.mate());
  }

  @Override
  public Fresh<Lip> fresh(Picks picks) {
    return Fresh.of(
        new Lip(
            picks.head("lip"),
            picks.faces().isEmpty() ? null : picks.faces().getFirst(),
            Make.LIP,
            Side.INNER,
            null,
            new Expr("1 mm"),
            new Expr("2 mm"),
            new Expr("1 deg"),
            new Expr("0.1 mm"),
            picks.body(),
            null));
  }
}

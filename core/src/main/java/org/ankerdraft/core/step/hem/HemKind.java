package org.ankerdraft.core.step.hem;

import java.util.List;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.form.Field;
import org.ankerdraft.core.form.WordForm;
import org.ankerdraft.core.operation.BuildContext;
import org.ankerdraft.core.operation.StepFailed;
import org.ankerdraft.core.sheet.Bending;
import org.ankerdraft.core.step.Fresh;
import org.ankerdraft.core.step.Picks;
import org.ankerdraft.core.step.Rail;
import org.ankerdraft.core.step.Stage;
import org.ankerdraft.core.step.StepFields;
import org.ankerdraft.core.step.hem.Hem.Style;
import org.ankerdraft.core.step.strip.Seat;
import org.ankerdraft.core.step.strip.StripKind;
import org.ankerdraft.core.step.strip.StripShape;

/** Hems. */
public final class HemKind extends StripKind<Hem> {
  private static final WordForm<Style> STYLES =
      WordForm.of(Style.CLOSED, "closed").or(Style.OPEN, "open").or(Style.TEARDROP, "teardrop");

  private static final Field<Hem, String> BODY = StepFields.body(Hem::body);
  private static final Field<Hem, Seat> SEAT = StripKind.seatField();
  private static final Field<Hem, Bending> BENDING = StepFields.bending(Hem::bending);
  private static final Field<Hem, Style> STYLE =
      Field.<Hem, Style>of("style", STYLES, Hem::style)
          .otherwise(Style.CLOSED)
          .label("Hem")
          .about("closed (default), open or teardrop");
  private static final Field<Hem, Expr> LENGTH =
      StepFields.<Hem>length("length", "Length", Hem::length)
          .required()
          .grip((h, scene) -> scene.onBorn("end", 0, 1))
          .about("from its outermost point");
  private static final Field<Hem, Expr> GAP =
      StepFields.<Hem>length("gap", "Gap", Hem::gap)
          .usual(h -> h.style() == Style.OPEN ? "one thickness" : "0.1 mm")
          .about("open: default the thickness; else 0.1 mm");
  private static final Field<Hem, Expr> RADIUS =
      StepFields.<Hem>length("radius", "Inside radius", Hem::radius)
          .usual(StepFields.AS_PART)
          .shownIf(h -> h.style() == Style.TEARDROP)
          .grip((h, scene) -> scene.onBorn("bend1-near", 0, -2))
          .about("of a teardrop; default as the part");
  private static final Field<Hem, Bending.By> ALLOWANCE =
      StepFields.allowance(
          Hem::bending,
          (h, b) ->
              new Hem(h.head(), h.body(), h.seat(), h.style(), h.length(), h.gap(), h.radius(), b));

  public HemKind() {
    super(
        "hem",
        Hem.class,
        SEAT,
        List.of(STYLE, LENGTH, GAP, RADIUS, SEAT, ALLOWANCE, BENDING, BODY),
        (head, v) ->
            new Hem(
                head,
                v.get(BODY),
                v.get(SEAT),
                v.get(STYLE),
                v.get(LENGTH),
                v.get(GAP),
                v.get(RADIUS),
                v.get(BENDING)),
        new Rail(Stage.SHEET, "Hem", 'H', "fold over closed open teardrop", true));
  }

  @Override
  protected StripShape shape(Hem h, BuildContext in, double thickness)
      throws StepFailed, ExpressionException {
    return new HemShape(new StripShape.Maker(in, word(), thickness), h).shape();
  }

  @Override
  public String summary(Hem s) {
    return STYLES.word(s.style()) + ", " + s.length() + onEdge(s);
  }

  @Override
  public Fresh<Hem> fresh(Picks picks) {
    return Fresh.of(
        new Hem(
            picks.head("hem"),
            picks.body(),
            Seat.on(picks.edges()),
            null,
            new Expr("8 mm"),
            null,
            null,
            null));
  }
}

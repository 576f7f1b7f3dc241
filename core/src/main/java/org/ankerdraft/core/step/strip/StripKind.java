package org.ankerdraft.core.step.strip;

import java.util.List;
import java.util.Optional;
import java.util.function.BiFunction;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.form.Field;
import org.ankerdraft.core.form.Values;
import org.ankerdraft.core.operation.BuildContext;
import org.ankerdraft.core.operation.Inputs;
import org.ankerdraft.core.operation.Ladder;
import org.ankerdraft.core.operation.StepBuild;
import org.ankerdraft.core.operation.StepFailed;
import org.ankerdraft.core.operation.Work;
import org.ankerdraft.core.select.ChoiceWords;
import org.ankerdraft.core.select.Choosing;
import org.ankerdraft.core.sheet.Bending;
import org.ankerdraft.core.step.Head;
import org.ankerdraft.core.step.Rail;
import org.ankerdraft.core.step.Repair;
import org.ankerdraft.core.step.Repeating;
import org.ankerdraft.core.step.StepKind;

/** What flanges, hems and joggles have in common. */
public abstract class StripKind<S extends Strip> extends StepKind<S> {
  private final Field<S, Seat> seat;

  protected StripKind(
      String word,
      Class<S> type,
      Field<S, Seat> seat,
      List<Field<S, ?>> fields,
      BiFunction<Head, Values, S> make,
      Rail rail) {
    super(word, type, fields, make, rail);
    this.seat = seat;
  }

  /** The seat of a kind of strip. */
  protected static <S extends Strip> Field<S, Seat> seatField() {
    return Field.<S, Seat>of("seat", Seat.FORM, Strip::seat)
        .label("Seat")
        .otherwise(Seat.on(List.of()))
        .about("where the strip sits");
  }

  /**
   * The pieces of the strip in cross-section.
   *
   * @param thickness of the sheet, mm
   */
  protected abstract StripShape shape(S step, BuildContext in, double thickness)
      throws StepFailed, ExpressionException;

  @Override
  public final boolean isSheet() {
    return true;
  }

  @Override
  public final Bending bending(S step) {
    return step.bending();
  }

  @Override
  public final Inputs reads(S step) {
    return Inputs.NONE.body(step.body());
  }

  @Override
  public final StepBuild build(S step, BuildContext in)
      throws StepFailed, ExpressionException, Choosing.Adrift, Ladder.Stopped {
    return builder(step, in).build();
  }

  @Override
  public final Repeating repeating() {
    return Repeating.ITS_TOOLS;
  }

  @Override
  public final Work work(S step, BuildContext in)
      throws StepFailed, ExpressionException, Choosing.Adrift, Ladder.Stopped {
    return builder(step, in).work();
  }

  private StripBuilder builder(S step, BuildContext in) {
    return new StripBuilder(in, step, word(), thickness -> shape(step, in, thickness));
  }

  @Override
  public Optional<S> repaired(S step, Repair repair) {
    if (!(repair instanceof Repair.ReliefByRule)) {
      return Optional.empty();
    }
    Relief byRule = step.seat().relief().byRule();
    return byRule.equals(step.seat().relief())
        ? Optional.empty()
        : Optional.of(form().with(step, seat, step.seat().withRelief(byRule)));
  }

  /** On which edge it sits, for a summary. */
  protected static String onEdge(Strip s) {
    return s.seat().edges().isEmpty()
        ? ", no edge"
        : ", " + ChoiceWords.edge(s.seat().edges().getFirst());
  }
}

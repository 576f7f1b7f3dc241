package org.ankerdraft.app.chart;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.ankerdraft.app.session.Session;
import org.ankerdraft.core.expression.Evaluator;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.expression.LengthUnit;
import org.ankerdraft.core.form.ExprForm;
import org.ankerdraft.core.form.Grip;
import org.ankerdraft.core.form.Measure;
import org.ankerdraft.core.form.Slot;
import org.ankerdraft.core.kinds.StepKinds;
import org.ankerdraft.core.ledger.StepResult;
import org.ankerdraft.core.operation.Body;
import org.ankerdraft.core.operation.Words;
import org.ankerdraft.core.part.Parameter;
import org.ankerdraft.core.part.PartDocument;
import org.ankerdraft.core.step.Step;

/** The grips of the selected step's numbers, each where its number shows in the part. */
public final class Handles {
  private Handles() {}

  /**
   * The handles for the selected step; none if it is not built, or its shapes are not loaded yet.
   */
  public static List<NumberHandle> of(Session session) {
    Step step = session.selectedStep().orElse(null);
    StepResult result = session.selectedResult().orElse(null);
    if (step == null || result == null || !result.bodies().stream().allMatch(Body::isLoaded)) {
      return List.of();
    }
    List<NumberHandle> handles = new ArrayList<>();
    Evaluator values = new Evaluator(session.document().definitions());
    for (Slot<Step> slot : StepKinds.of(step).slots()) {
      number(slot)
          .filter(n -> n.value() != null)
          .ifPresent(n ->
              valueOf(n, values)
                  .ifPresent(value ->
                      n.grip()
                          .apply(new ResultGrips(session, result, value, n.index()))
                          .ifPresent(g -> handles.add(handle(session, step.id(), n, g, value)))));
    }
    return handles;
  }

  /** The slot as one of an expression. */
  @SuppressWarnings("unchecked") // the form of expressions holds expressions
  private static Optional<Slot.Value<Step, Expr>> number(Slot<Step> slot) {
    return slot instanceof Slot.Value<Step, ?> v && v.form() instanceof ExprForm
        ? Optional.of((Slot.Value<Step, Expr>) v)
        : Optional.empty();
  }

  private static Measure measure(Slot.Value<Step, Expr> n) {
    return ((ExprForm) n.form()).measure();
  }

  /** In mm or radians; empty for a text without a value, of which the card says what is wrong. */
  private static Optional<Double> valueOf(Slot.Value<Step, Expr> n, Evaluator values) {
    try {
      return Optional.of(
          switch (measure(n)) {
            case ANGLE -> values.angleRad(n.value());
            case LENGTH -> values.lengthMm(n.value());
            case NUMBER -> values.number(n.value());
          });
    } catch (ExpressionException e) {
      return Optional.empty();
    }
  }

  private static NumberHandle handle(
      Session session, String stepId, Slot.Value<Step, Expr> n, Grip g, double value) {
    boolean isAngle = measure(n) == Measure.ANGLE;
    LengthUnit unit = session.unit();
    double shown = isAngle ? Math.toDegrees(value) : value;
    String caption = isAngle ? String.format(Locale.ROOT, "%.2f°", shown) : unit.text(shown, 2);
    return new NumberHandle(
        g.anchor(),
        g.direction(),
        caption,
        isAngle,
        g.factor(),
        shown,
        v -> {
          String text = isAngle ? Words.number(v) + " deg" : unit.expression(v).text();
          session.preview(changed(session.document(), stepId, n.id(), text));
        },
        session::endPreview);
  }

  /** A number that is a bare parameter changes the parameter; any other text is replaced. */
  private static PartDocument changed(
      PartDocument part, String stepId, String slotId, String text) {
    Slot.Value<Step, Expr> number =
        StepKinds.of(part.step(stepId).orElseThrow()).slots().stream()
            .filter(s -> s.id().equals(slotId))
            .findFirst()
            .flatMap(Handles::number)
            .orElseThrow();
    boolean negative = number.value().text().startsWith("-");
    String bare = number.value().text().replaceFirst("^-", "").strip();
    List<Parameter> parameters = new ArrayList<>(part.parameters());
    for (int i = 0; i < parameters.size(); i++) {
      Parameter p = parameters.get(i);
      if (p.name().equals(bare)) {
        String value = !negative ? text : text.startsWith("-") ? text.substring(1) : "-" + text;
        parameters.set(i, new Parameter(p.name(), new Expr(value), p.note()));
        return part.withParameters(parameters);
      }
    }
    return part.withStep(number.with().apply(new Expr(text)));
  }
}

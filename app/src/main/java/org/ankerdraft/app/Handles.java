package org.ankerdraft.app;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import org.ankerdraft.core.build.Body;
import org.ankerdraft.core.build.StepResult;
import org.ankerdraft.core.expression.Evaluator;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.part.Parameter;
import org.ankerdraft.core.part.PartDocument;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.core.sketch.ResolvedSketch;
import org.ankerdraft.core.step.Step;
import org.ankerdraft.kernel.ProfileCurve;
import org.ankerdraft.kernel.Topology;
import org.ankerdraft.kernel.Vec3;

/** The grip of the selected step's first number. */
final class Handles {
  private Handles() {}

  private record Grip(Vec3 anchor, Vec3 direction, double factor) {}

  /** The handle for the selected step, or null if it has none in this state. */
  static NumberHandle of(Session session) {
    Step step = session.selectedStep().orElse(null);
    if (step == null || session.state().isEmpty()) {
      return null;
    }
    CardField.NumberField number = firstNumber(StepFields.of(step, session.document()), step);
    Grip grip = grip(session, step);
    if (number == null || number.value() == null || grip == null) {
      return null;
    }
    boolean isAngle = number.measure() == CardField.Measure.ANGLE;
    try {
      Evaluator values = new Evaluator(session.document().definitions());
      double value =
          isAngle
              ? Math.toDegrees(values.angleRad(number.value()))
              : values.lengthMm(number.value());
      String unit = isAngle ? " deg" : " mm";
      String caption = String.format(Locale.ROOT, isAngle ? "%.2f°" : "%.2f mm", value);
      return new NumberHandle(
          grip.anchor,
          grip.direction,
          caption,
          isAngle,
          grip.factor,
          value,
          v ->
              session.preview(
                  changed(
                      session.document(),
                      step.id(),
                      String.format(Locale.ROOT, "%.4f", v).replaceFirst("\\.?0+$", "") + unit)),
          session::endPreview);
    } catch (ExpressionException e) {
      return null;
    }
  }

  private static CardField.NumberField firstNumber(List<CardField> fields, Step step) {
    String wanted = step instanceof Step.Sketch ? "Width Diameter Side Across corners" : "";
    for (CardField f : fields) {
      if (f instanceof CardField.NumberField n
          && n.value() != null
          && (wanted.isEmpty() || wanted.contains(n.label()))) {
        return n;
      }
    }
    return null;
  }

  /** A number that is a bare parameter changes the parameter; any other text is replaced. */
  private static PartDocument changed(PartDocument part, String stepId, String text) {
    Step step = part.step(stepId).orElseThrow();
    CardField.NumberField number = firstNumber(StepFields.of(step, part), step);
    String sign = number.value().text().startsWith("-") ? "-" : "";
    String bare = number.value().text().replaceFirst("^-", "").strip();
    List<Parameter> parameters = new ArrayList<>(part.parameters());
    for (int i = 0; i < parameters.size(); i++) {
      Parameter p = parameters.get(i);
      if (p.name().equals(bare)) {
        String value =
            sign.isEmpty() ? text : text.startsWith("-") ? text.substring(1) : "-" + text;
        parameters.set(i, new Parameter(p.name(), new Expr(value), p.note()));
        return part.withParameters(parameters);
      }
    }
    return part.withStep(number.with().apply(new Expr(text)));
  }

  private static Grip grip(Session session, Step step) {
    StepResult result = session.selectedResult().orElse(null);
    if (result == null || !result.bodies().stream().allMatch(Body::isLoaded)) {
      return null;
    }
    return switch (step) {
      case Step.Sketch _ -> result.sketch() == null ? null : sketchGrip(result.sketch());
      case Step.Extrude e -> extrudeGrip(session, e, result);
      default -> bodyGrip(result, step);
    };
  }

  private static Grip sketchGrip(ResolvedSketch sketch) {
    if (sketch.curves().isEmpty()) {
      return null;
    }
    Vec3 far =
        switch (sketch.curves().get(Math.min(1, sketch.curves().size() - 1))) {
          case ProfileCurve.Line l -> l.start().plus(l.end()).times(0.5);
          case ProfileCurve.Arc a -> a.mid();
          case ProfileCurve.Circle c -> c.centre().plus(sketch.frame().x().times(c.radius()));
        };
    return new Grip(far, sketch.frame().x(), 2);
  }

  private static Grip extrudeGrip(Session session, Step.Extrude e, StepResult result) {
    ResolvedSketch sketch = session.state().flatMap(s -> s.sketch(e.sketch())).orElse(null);
    if (sketch == null || e.extent() == Step.Extent.THROUGH_ALL) {
      return null;
    }
    Vec3 along = e.reversed() ? sketch.frame().normal().negated() : sketch.frame().normal();
    for (Body b : result.bodies()) {
      int end = b.named().face(e.id() + "/end");
      if (end > 0) {
        return new Grip(
            b.named().topology().face(end).point(),
            along,
            e.extent() == Step.Extent.SYMMETRIC ? 2 : 1);
      }
    }
    return new Grip(sketch.frame().origin(), along, 1);
  }

  /** On the first face that the step bore or changed, or else on its first chosen face. */
  private static Grip bodyGrip(StepResult result, Step step) {
    if (result.bodies().isEmpty()) {
      return null;
    }
    NamedShape named = result.bodies().getFirst().named();
    for (int f = 1; f <= named.topology().faces().size(); f++) {
      if (NamedShape.birthStep(named.faceName(f)).equals(step.id())) {
        Topology.Face face = named.topology().face(f);
        boolean shell = step instanceof Step.Shell;
        return new Grip(
            face.point(), face.normal(), shell ? 1 : step instanceof Step.Hole ? -2 : 1);
      }
    }
    if (step instanceof Step.Draft d) {
      for (var set : d.sets()) {
        for (var choice : set.faces()) {
          int f = firstFace(named, choice);
          if (f > 0) {
            return new Grip(named.topology().face(f).point(), named.topology().face(f).normal(), 1);
          }
        }
      }
    }
    return null;
  }

  private static int firstFace(NamedShape named, org.ankerdraft.core.select.FaceChoice choice) {
    for (int f = 1; f <= named.topology().faces().size(); f++) {
      boolean match =
          switch (choice) {
            case org.ankerdraft.core.select.FaceChoice.Named n ->
                named.faceName(f).equals(n.name());
            case org.ankerdraft.core.select.FaceChoice.OfStep s ->
                NamedShape.birthStep(named.faceName(f)).equals(s.step())
                    && (s.role() == null || NamedShape.role(named.faceName(f)).equals(s.role()));
            default -> named.faceName(f).contains("/side");
          };
      if (match) {
        return f;
      }
    }
    return 0;
  }
}

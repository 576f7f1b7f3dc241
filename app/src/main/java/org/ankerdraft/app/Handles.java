package org.ankerdraft.app;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.ankerdraft.core.expression.Evaluator;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.ledger.StepResult;
import org.ankerdraft.core.operation.Body;
import org.ankerdraft.core.part.Parameter;
import org.ankerdraft.core.part.PartDocument;
import org.ankerdraft.core.select.FaceChoice;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.core.sketch.ResolvedSketch;
import org.ankerdraft.core.step.Step;
import org.ankerdraft.kernel.ProfileCurve;
import org.ankerdraft.kernel.Topology;
import org.ankerdraft.kernel.Vec3;

/** The grips of the selected step's numbers, each where its number shows in the part. */
final class Handles {
  private static final double SAME_SIZE_MM = 1e-3;

  private Handles() {}

  /**
   * Where a grip stands.
   *
   * @param factor change of the number for one mm along the direction
   */
  private record Grip(Vec3 anchor, Vec3 direction, double factor) {}

  /**
   * The handles for the selected step; none if it is not built, or its shapes are not loaded yet.
   */
  static List<NumberHandle> of(Session session) {
    Step step = session.selectedStep().orElse(null);
    StepResult result = session.selectedResult().orElse(null);
    if (step == null || result == null || !result.bodies().stream().allMatch(Body::isLoaded)) {
      return List.of();
    }
    List<NumberHandle> handles = new ArrayList<>();
    Evaluator values = new Evaluator(session.document().definitions());
    List<CardField> fields = StepFields.of(step, session.document());
    for (int i = 0; i < fields.size(); i++) {
      if (fields.get(i) instanceof CardField.NumberField n && n.value() != null) {
        int index = i;
        valueOf(n, values)
            .ifPresent(value ->
                grip(session, step, result, n.label(), setOf(fields, index), value)
                    .ifPresent(g -> handles.add(handle(session, step.id(), index, n, g, value))));
      }
    }
    return handles;
  }

  /** In mm or radians; empty for a text without a value, of which the card says what is wrong. */
  private static Optional<Double> valueOf(CardField.NumberField n, Evaluator values) {
    try {
      return Optional.of(
          n.measure() == CardField.Measure.ANGLE
              ? values.angleRad(n.value())
              : values.lengthMm(n.value()));
    } catch (ExpressionException e) {
      return Optional.empty();
    }
  }

  private static NumberHandle handle(
      Session session, String stepId, int index, CardField.NumberField n, Grip g, double value) {
    boolean isAngle = n.measure() == CardField.Measure.ANGLE;
    String unit = isAngle ? " deg" : " mm";
    double shown = isAngle ? Math.toDegrees(value) : value;
    String caption = String.format(Locale.ROOT, isAngle ? "%.2f°" : "%.2f mm", shown);
    return new NumberHandle(
        g.anchor,
        g.direction,
        caption,
        isAngle,
        g.factor,
        shown,
        v ->
            session.preview(
                changed(
                    session.document(),
                    stepId,
                    index,
                    org.ankerdraft.core.operation.Words.number(v) + unit)),
        session::endPreview);
  }

  /**
   * How many groups of fields stand before a field: the set of faces or edges, or the place, it
   * belongs to.
   */
  private static int setOf(List<CardField> fields, int index) {
    long headings =
        fields.subList(0, index).stream().filter(f -> f instanceof CardField.Heading).count();
    return (int) Math.max(0, headings - 1);
  }

  /** A number that is a bare parameter changes the parameter; any other text is replaced. */
  private static PartDocument changed(PartDocument part, String stepId, int index, String text) {
    Step step = part.step(stepId).orElseThrow();
    CardField.NumberField number = (CardField.NumberField) StepFields.of(step, part).get(index);
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

  private static Optional<Grip> grip(
      Session session, Step step, StepResult result, String label, int set, double value) {
    return switch (step) {
      case Step.Sketch _ ->
          Optional.ofNullable(result.sketch()).flatMap(s -> onSketch(s, label, set));
      case Step.Extrude e -> onExtrude(session, e, result, label);
      case Step.Draft d -> label.equals("Angle") ? onDraft(d, result, set) : Optional.empty();
      case Step.Shell s ->
          label.equals("Thickness") ? onBorn(result, s.id(), "inner", set, 1) : Optional.empty();
      case Step.Round r -> onBlend(result, r.id(), value, set);
      case Step.Chamfer c -> onBorn(result, c.id(), "on", set, 1);
      case Step.Hole h ->
          switch (label) {
            case "Diameter" -> onBorn(result, h.id(), "wall", 0, -2);
            case "Depth" -> onBorn(result, h.id(), "bottom", 0, -1);
            default -> Optional.empty();
          };
      case Step.Import _ -> Optional.empty();
      case SheetStep.Base b ->
          label.equals("Thickness") ? onBorn(result, b.id(), "end", 0, 1) : Optional.empty();
      case SheetStep.Folded f ->
          switch (label) {
            case "Width" -> onBorn(result, f.id(), "end", 0, f.symmetric() ? 2 : 1);
            case "Inside radius" -> onBorn(result, f.id(), "bend1-near", 0, -2);
            default -> Optional.empty();
          };
      case SheetStep.Strip s ->
          switch (label) {
            case "Length" -> onBorn(result, s.id(), "end", 0, 1);
            case "Angle" -> onBorn(result, s.id(), "wall1-near", 0, 1);
            case "Inside radius" -> onBorn(result, s.id(), "bend1-near", 0, -2);
            default -> Optional.empty();
          };
      case SheetStep.Convert _ -> Optional.empty();
    };
  }

  /** Widths and diameters at a curve of the figure, along the sketch's axes. */
  private static Optional<Grip> onSketch(ResolvedSketch sketch, String label, int figure) {
    boolean upwards = label.equals("Height");
    if (!upwards && !List.of("Width", "Diameter", "Across corners", "Side").contains(label)) {
      return Optional.empty();
    }
    List<String> figures =
        sketch.nameByTag().entrySet().stream()
            .sorted(java.util.Map.Entry.comparingByKey())
            .map(e -> figureOf(e.getValue()))
            .distinct()
            .toList();
    if (figure >= figures.size()) {
      return Optional.empty();
    }
    Vec3 axis = upwards ? sketch.frame().y() : sketch.frame().x();
    return sketch.curves().stream()
        .filter(
            c -> figureOf(sketch.nameByTag().getOrDefault(c.tag(), "")).equals(figures.get(figure)))
        .map(c -> middle(c, axis))
        .max(java.util.Comparator.comparingDouble(p -> p.dot(axis)))
        .map(p -> new Grip(p, axis, 2));
  }

  /** outline.left is a side of the figure outline. */
  private static String figureOf(String curveName) {
    int dot = curveName.indexOf('.');
    return dot < 0 ? curveName : curveName.substring(0, dot);
  }

  private static Vec3 middle(ProfileCurve curve, Vec3 axis) {
    return switch (curve) {
      case ProfileCurve.Line l -> l.start().plus(l.end()).times(0.5);
      case ProfileCurve.Arc a -> a.mid();
      case ProfileCurve.Circle c -> c.centre().plus(axis.times(c.radius()));
    };
  }

  private static Optional<Grip> onExtrude(
      Session session, Step.Extrude e, StepResult result, String label) {
    ResolvedSketch sketch = session.state().flatMap(s -> s.sketch(e.sketch())).orElse(null);
    if (sketch == null || e.extent() == Step.Extent.THROUGH_ALL) {
      return Optional.empty();
    }
    Vec3 along = e.reversed() ? sketch.frame().normal().negated() : sketch.frame().normal();
    return switch (label) {
      case "Taper" -> onBorn(result, e.id(), "side", 0, 1);
      case "Other side" ->
          onBorn(result, e.id(), "start", 0, 1).map(g -> new Grip(g.anchor, along.negated(), 1));
      default -> {
        double factor = e.extent() == Step.Extent.SYMMETRIC ? 2 : 1;
        Vec3 end =
            onBorn(result, e.id(), "end", 0, 1).map(Grip::anchor).orElse(sketch.frame().origin());
        yield Optional.of(new Grip(end, along, factor));
      }
    };
  }

  /** On the n-th face that the step bore in a role. */
  private static Optional<Grip> onBorn(
      StepResult result, String step, String role, int nth, double factor) {
    int seen = 0;
    for (Body b : result.bodies()) {
      NamedShape named = b.named();
      for (int f = 1; f <= named.topology().faces().size(); f++) {
        String name = named.faceName(f);
        if (NamedShape.birthStep(name).equals(step)
            && NamedShape.role(name).equals(role)
            && seen++ == nth) {
          Topology.Face face = named.topology().face(f);
          return Optional.of(new Grip(face.point(), face.normal(), factor));
        }
      }
    }
    return Optional.empty();
  }

  /** On a round of the set's radius. */
  private static Optional<Grip> onBlend(StepResult result, String step, double radius, int set) {
    for (Body b : result.bodies()) {
      NamedShape named = b.named();
      for (int f = 1; f <= named.topology().faces().size(); f++) {
        Topology.Face face = named.topology().face(f);
        double r = face.kind() == Topology.SurfaceKind.TORUS ? face.second() : face.radius();
        if (NamedShape.birthStep(named.faceName(f)).equals(step)
            && Math.abs(r - radius) < SAME_SIZE_MM) {
          return Optional.of(new Grip(face.point(), face.normal(), -2));
        }
      }
    }
    return onBorn(result, step, "on", set, -2);
  }

  private static Optional<Grip> onDraft(Step.Draft d, StepResult result, int set) {
    if (result.bodies().isEmpty() || set >= d.sets().size()) {
      return Optional.empty();
    }
    NamedShape named = result.bodies().getFirst().named();
    for (FaceChoice choice : d.sets().get(set).faces()) {
      for (int f = 1; f <= named.topology().faces().size(); f++) {
        if (describes(choice, named, f)) {
          return Optional.of(
              new Grip(named.topology().face(f).point(), named.topology().face(f).normal(), 1));
        }
      }
    }
    return Optional.empty();
  }

  /** Whether a choice plainly means a face; rules that look at angles are taken to mean walls. */
  private static boolean describes(FaceChoice choice, NamedShape named, int face) {
    String name = named.faceName(face);
    return switch (choice) {
      case FaceChoice.Named n -> name.equals(n.name());
      case FaceChoice.OfStep s ->
          NamedShape.birthStep(name).equals(s.step())
              && (s.role() == null || NamedShape.role(name).equals(s.role()));
      default -> name.contains("/side");
    };
  }
}

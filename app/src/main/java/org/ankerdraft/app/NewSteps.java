package org.ankerdraft.app;

import java.util.List;
import java.util.Optional;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.ledger.PartState;
import org.ankerdraft.core.part.PartDocument;
import org.ankerdraft.core.select.Direction;
import org.ankerdraft.core.select.EdgeChoice;
import org.ankerdraft.core.select.FaceChoice;
import org.ankerdraft.core.sheet.SheetProcess;
import org.ankerdraft.core.sketch.PlaneRef;
import org.ankerdraft.core.sketch.Point2;
import org.ankerdraft.core.sketch.SketchCurve;
import org.ankerdraft.core.step.Step;

/** New steps with sensible first values, on what is picked in the view. */
final class NewSteps {
  private final Session session;

  NewSteps(Session session) {
    this.session = session;
  }

  /** Adds a step above the stop line and opens its card. */
  private void add(Step step) {
    session.edit(session.document().withNewStep(step));
    session.select(step.id());
  }

  private String id(String kind) {
    return session.document().freeId(kind);
  }

  private Optional<String> onlyBody() {
    List<String> bodies = session.picked().stream().map(Session.Picked::body).distinct().toList();
    return bodies.size() == 1
        ? Optional.of(bodies.getFirst())
        : session
            .state()
            .map(PartState::bodies)
            .filter(b -> b.size() > 1)
            .map(b -> b.keySet().iterator().next());
  }

  private List<FaceChoice> faces() {
    return session.picked().stream()
        .filter(Session.Picked::isFace)
        .<FaceChoice>map(p -> new FaceChoice.Named(p.name(), session.hint(p)))
        .toList();
  }

  private List<EdgeChoice> edges() {
    List<EdgeChoice> edges =
        session.picked().stream()
            .filter(p -> !p.isFace())
            .<EdgeChoice>map(p -> new EdgeChoice.Named(p.name(), session.hint(p)))
            .toList();
    return edges.isEmpty()
        ? faces().stream().<EdgeChoice>map(f -> new EdgeChoice.Loop(f, null)).toList()
        : edges;
  }

  private PlaneRef plane() {
    List<FaceChoice> faces = faces();
    return faces.isEmpty()
        ? PlaneRef.base("XY")
        : PlaneRef.on(faces.getFirst(), onlyBody().orElse(null));
  }

  void sketch() {
    SketchCurve first =
        new SketchCurve.Rectangle(
            "outline", Point2.ORIGIN, null, new Expr("40 mm"), new Expr("30 mm"), null, false);
    add(new Step.Sketch(id("sketch"), null, false, plane(), List.of(first)));
  }

  void extrude() {
    Step.Sketch sketch = lastSketch("to extrude");
    if (sketch == null) {
      return;
    }
    boolean first = session.state().map(s -> s.bodies().isEmpty()).orElse(true);
    String id = id("extrude");
    Step.Use use = first ? Step.Use.NEW_BODY : Step.Use.UNITE;
    add(
        new Step.Extrude(
            id,
            null,
            false,
            sketch.id(),
            Step.Extent.ONE_SIDE,
            new Expr("10 mm"),
            null,
            false,
            null,
            use,
            first ? "Body" : null,
            first ? List.of() : onlyBody().map(List::of).orElse(List.of())));
  }

  void draft() {
    List<FaceChoice> faces =
        faces().isEmpty() ? List.of(new FaceChoice.Upright(null, null)) : faces();
    add(
        new Step.Draft(
            id("draft"),
            null,
            false,
            onlyBody().orElse(null),
            null,
            PlaneRef.base("XY"),
            List.of(new Step.DraftSet(faces, new Expr("1.5 deg")))));
  }

  void shell() {
    List<FaceChoice> open =
        faces().isEmpty() ? List.of(new FaceChoice.Facing(Direction.UP, false)) : faces();
    add(
        new Step.Shell(
            id("shell"),
            null,
            false,
            onlyBody().orElse(null),
            new Expr("2 mm"),
            false,
            open,
            List.of()));
  }

  void round() {
    add(
        new Step.Round(
            id("round"),
            null,
            false,
            onlyBody().orElse(null),
            List.of(new Step.EdgeSet(edges(), new Expr("1 mm")))));
  }

  void chamfer() {
    add(
        new Step.Chamfer(
            id("chamfer"),
            null,
            false,
            onlyBody().orElse(null),
            List.of(new Step.EdgeSet(edges(), new Expr("0.5 mm")))));
  }

  void hole() {
    add(
        new Step.Hole(
            id("hole"),
            null,
            false,
            onlyBody().orElse(null),
            plane(),
            List.of(Point2.ORIGIN),
            new Expr("5 mm"),
            null));
  }

  /** The sketch that is selected, else the last one; null with a notice if there is none. */
  private Step.Sketch lastSketch(String toWhat) {
    Step.Sketch sketch = null;
    for (Step s : session.document().steps()) {
      if (s instanceof Step.Sketch k) {
        sketch = k;
      }
    }
    if (session.selectedStep().orElse(null) instanceof Step.Sketch chosen) {
      sketch = chosen;
    }
    if (sketch == null) {
      session.notice("there is no sketch " + toWhat + "; start with one");
    }
    return sketch;
  }

  private String freeBody() {
    var bodies = session.state().map(s -> s.bodies().keySet()).orElse(java.util.Set.of());
    return bodies.contains("Sheet") ? null : "Sheet";
  }

  /** Adds a step of a part that from now on has a sheet process. */
  private void addSheet(Step step) {
    PartDocument part = session.document();
    if (part.process().sheet() == null) {
      part = part.withProcess(part.process().withSheet(SheetProcess.DEFAULT));
    }
    session.edit(part.withNewStep(step));
    session.select(step.id());
  }

  void base() {
    Step.Sketch sketch = lastSketch("to make a wall of");
    if (sketch != null) {
      addSheet(new SheetStep.Base(id("base"), null, false, sketch.id(), null, false, freeBody()));
    }
  }

  void folded() {
    Step.Sketch sketch = lastSketch("to fold a wall along");
    if (sketch != null) {
      addSheet(
          new SheetStep.Folded(
              id("folded"),
              null,
              false,
              sketch.id(),
              new Expr("40 mm"),
              false,
              null,
              null,
              null,
              null,
              freeBody()));
    }
  }

  private SheetStep.Seat seat() {
    return new SheetStep.Seat(edges(), null, null, null, null, null);
  }

  void flange() {
    addSheet(
        new SheetStep.Flange(
            id("flange"),
            null,
            false,
            onlyBody().orElse(null),
            seat(),
            new Expr("20 mm"),
            null,
            new Expr("90 deg"),
            null,
            null));
  }

  void hem() {
    addSheet(
        new SheetStep.Hem(
            id("hem"),
            null,
            false,
            onlyBody().orElse(null),
            seat(),
            null,
            new Expr("8 mm"),
            null,
            null,
            null));
  }

  void joggle() {
    addSheet(
        new SheetStep.Joggle(
            id("joggle"),
            null,
            false,
            onlyBody().orElse(null),
            seat(),
            new Expr("4 mm"),
            new Expr("15 mm"),
            new Expr("45 deg"),
            null,
            null));
  }

  /** The picked face is kept; picked edges become bends. */
  void convert() {
    List<EdgeChoice> bends =
        session.picked().stream().anyMatch(p -> !p.isFace()) ? edges() : List.of();
    addSheet(
        new SheetStep.Convert(
            id("sheet"),
            null,
            false,
            onlyBody().orElse(null),
            faces().isEmpty() ? null : faces().getFirst(),
            bends,
            List.of(),
            null,
            null,
            null,
            null));
  }
}

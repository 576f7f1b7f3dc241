package org.ankerdraft.app.session;

import java.util.List;
import java.util.Optional;
import org.ankerdraft.core.kinds.StepKinds;
import org.ankerdraft.core.ledger.PartState;
import org.ankerdraft.core.part.PartDocument;
import org.ankerdraft.core.select.EdgeChoice;
import org.ankerdraft.core.select.FaceChoice;
import org.ankerdraft.core.sheet.SheetProcess;
import org.ankerdraft.core.sketch.AxisRef;
import org.ankerdraft.core.sketch.PlaneRef;
import org.ankerdraft.core.sketch.SketchCurve;
import org.ankerdraft.core.step.Fresh;
import org.ankerdraft.core.step.Head;
import org.ankerdraft.core.step.Offer;
import org.ankerdraft.core.step.Picks;
import org.ankerdraft.core.step.Step;
import org.ankerdraft.core.step.StepKind;
import org.ankerdraft.core.step.sketch.Sketch;
import org.ankerdraft.vectors.Vec3;

/** New steps with sensible first values, on what is picked in the view. */
public final class NewSteps implements Picks {
  private static final double IN_PLANE = 1e-9;

  private final Session session;

  public NewSteps(Session session) {
    this.session = session;
  }

  /** Adds a step of a kind above the stop line and opens its card; a notice if something lacks. */
  public <S extends Step> void add(StepKind<S> kind) {
    Fresh<S> fresh = kind.fresh(this);
    if (fresh.step() == null) {
      session.notice(fresh.missing());
      return;
    }
    PartDocument part = session.document();
    if (StepKinds.of(fresh.step()).isSheet() && part.process().sheet() == null) {
      part = part.withProcess(part.process().withSheet(SheetProcess.DEFAULT));
    }
    session.edit(part.withNewStep(fresh.step()));
    session.select(fresh.step().id());
  }

  @Override
  public Head head(String word) {
    return Head.of(session.document().freeId(word));
  }

  @Override
  public String body() {
    List<String> picked = session.picked().stream().map(Picked::body).distinct().toList();
    if (picked.size() == 1) {
      return picked.getFirst();
    }
    return bodies().size() > 1 ? bodies().getFirst() : null;
  }

  @Override
  public List<String> bodies() {
    return session
        .state()
        .map(PartState::bodies)
        .map(b -> List.copyOf(b.keySet()))
        .orElse(List.of());
  }

  @Override
  public List<FaceChoice> faces() {
    return session.picked().stream().filter(Picked::isFace).map(session::face).toList();
  }

  @Override
  public boolean hasPickedEdges() {
    return session.picked().stream().anyMatch(p -> !p.isFace());
  }

  @Override
  public List<EdgeChoice> edges() {
    if (!hasPickedEdges()) {
      return faces().stream().<EdgeChoice>map(f -> new EdgeChoice.Loop(f, null)).toList();
    }
    return session.picked().stream().filter(p -> !p.isFace()).map(session::edge).toList();
  }

  @Override
  public AxisRef axisIn(String sketch) {
    Optional<String> line =
        session
            .document()
            .step(sketch)
            .filter(Sketch.class::isInstance)
            .flatMap(s -> ((Sketch) s).curves().stream().filter(NewSteps::isAxis).findFirst())
            .map(SketchCurve::name);
    if (line.isPresent()) {
      return AxisRef.line(line.get());
    }
    Vec3 normal =
        session.state().flatMap(s -> s.sketch(sketch)).map(s -> s.frame().normal()).orElse(Vec3.Y);
    return Math.abs(normal.z()) < IN_PLANE
        ? AxisRef.UPRIGHT
        : AxisRef.base(Math.abs(normal.x()) < IN_PLANE ? AxisRef.Base.X : AxisRef.Base.Y);
  }

  private static boolean isAxis(SketchCurve curve) {
    return curve instanceof SketchCurve.Line && curve.construction();
  }

  @Override
  public Optional<String> repeatable() {
    return session
        .selectedStep()
        .filter(s -> hasTool(s) || changesOneBody(s))
        .or(() -> session.document().steps().stream().filter(NewSteps::hasTool).reduce((a, b) -> b))
        .map(Step::id);
  }

  private boolean changesOneBody(Step step) {
    return StepKinds.of(step).startedBody() == null
        && session
            .state()
            .flatMap(s -> s.step(step.id()))
            .filter(r -> r.bodies().size() == 1)
            .isPresent();
  }

  private static boolean hasTool(Step step) {
    return StepKinds.of(step).sharing().filter(s -> s.combination() != null).isPresent();
  }

  /** The picked face, else the selected datum plane, else the level one. */
  @Override
  public PlaneRef plane() {
    return faces().isEmpty()
        ? session
            .selectedStep()
            .filter(
                s -> StepKinds.of(s).offers(Offer.PLANE) && !StepKinds.of(s).offers(Offer.AREAS))
            .map(d -> PlaneRef.of(d.id()))
            .orElse(PlaneRef.LEVEL)
        : Picks.super.plane();
  }

  @Override
  public Optional<String> sketch() {
    Optional<Step> selected = session.selectedStep().filter(Sketch.class::isInstance);
    return selected
        .or(() ->
            session.document().steps().stream()
                .filter(Sketch.class::isInstance)
                .reduce((a, b) -> b))
        .map(Step::id);
  }
}

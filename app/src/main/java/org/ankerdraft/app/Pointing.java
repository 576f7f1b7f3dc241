package org.ankerdraft.app;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import javafx.scene.input.MouseEvent;
import org.ankerdraft.app.card.ChoiceEditor;
import org.ankerdraft.app.chart.ChartView;
import org.ankerdraft.app.chart.Readings;
import org.ankerdraft.app.flat.FlatSide;
import org.ankerdraft.app.measure.MeasureCard;
import org.ankerdraft.app.session.InWords;
import org.ankerdraft.app.session.Picked;
import org.ankerdraft.app.session.Session;
import org.ankerdraft.core.measure.SectionCut;
import org.ankerdraft.core.measure.Things;
import org.ankerdraft.core.operation.Body;
import org.ankerdraft.core.part.StepTitles;
import org.ankerdraft.core.select.EdgeName;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.select.FaceWords;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.core.survey.BodyAnalysis;
import org.ankerdraft.kernel.Topology;
import org.ankerdraft.render.draw.Dimension;
import org.ankerdraft.render.draw.Scene;
import org.ankerdraft.vectors.Plane;
import org.ankerdraft.vectors.Vec3;

/** What the pointer means in the view: what it lights, what is read there, what a press picks. */
final class Pointing {
  /** A pressed point this near to a corner is the corner, pixels. */
  private static final double SNAP = 9;

  private final Session session;
  private final ChartView view;
  private final ChoiceEditor choices;
  private final MeasureCard measure;
  private final FlatSide flat;
  private final StatusBar status;
  private final PickList list;

  /** The cut of the last look at the section's cap, and what it is of. */
  private SectionCut cut;

  private Plane cutAt;
  private List<BodyAnalysis> cutOf = List.of();

  Pointing(
      Session session,
      ChartView view,
      ChoiceEditor choices,
      MeasureCard measure,
      FlatSide flat,
      StatusBar status) {
    this.session = session;
    this.view = view;
    this.choices = choices;
    this.measure = measure;
    this.flat = flat;
    this.status = status;
    this.list = new PickList(session, view);
  }

  /** An edge is picked before a face, but for a field that waits for faces. */
  private boolean isOnEdge(ChartView.Under u) {
    return u.edge() != 0 && !(choices.isWaiting() && choices.isWaitingForFaces());
  }

  private boolean isOnCap(ChartView.Under u) {
    return view.section() != null && u.face() == 0 && u.place() != null;
  }

  void hovered(ChartView.Under u) {
    boolean edge = isOnEdge(u);
    boolean edgesWanted = choices.isWaiting() && !choices.isWaitingForFaces();
    Scene.Item face = edge ? null : view.scene().faceAt(u.face());
    view.showHover(
        face != null && !edgesWanted ? u.face() : 0,
        edge ? Set.of(u.edge()) : face != null ? view.scene().edgesOf(u.face()) : Set.of());
    Scene.Item item = edge ? view.scene().edgeAt(u.edge()) : face;
    flat.light(item == null ? "" : item.body().name(), item == null || edge ? 0 : item.number());
    view.reading(null);
    if (item != null) {
      tell(item, edge, u.place());
    } else if (isOnCap(u)) {
      tellCap(u.place());
    } else {
      status.under("", "");
    }
  }

  private void tell(Scene.Item item, boolean edge, Vec3 place) {
    NamedShape named = item.body().named();
    FaceWords words = StepTitles.of(session.document()).words();
    if (edge) {
      Topology.Edge e = named.topology().edge(item.number());
      status.under(
          words.edge(named, named.edgeName(item.number())),
          String.format(Locale.ROOT, "length %.2f mm", e.lengthMm()));
      return;
    }
    String step = InWords.title(session.document(), named.faceName(item.number()).step());
    status.under(
        words.face(named, item.number()), Readings.of(session, item, place) + "   born in " + step);
  }

  /** The thickness at the pointer is drawn where it is read. */
  private void tellCap(Vec3 place) {
    SectionCut now = cut();
    Optional<SectionCut.Thickness> thickness = now.thickness(place);
    thickness.ifPresent(
        t -> view.reading(new Dimension(t.from(), t.to(), session.unit().number(t.mm(), 2), true)));
    status.under(
        String.format(Locale.ROOT, "section, %.1f mm² of material", now.areaMm2()),
        thickness.map(t -> String.format(Locale.ROOT, "%.3f mm across", t.mm())).orElse(""));
  }

  private SectionCut cut() {
    if (cut == null || !view.section().equals(cutAt) || !view.scene().bodies().equals(cutOf)) {
      cutAt = view.section();
      cutOf = view.scene().bodies();
      cut = new SectionCut(cutOf.stream().map(BodyAnalysis::mesh).toList(), cutAt);
    }
    return cut;
  }

  void picked(ChartView.Under u, MouseEvent e) {
    if (measure.isOn() && (e.isShiftDown() || isOnCap(u))) {
      if (u.place() != null) {
        measure.take(Things.point(isOnCap(u) ? onSection(u.place()) : snapped(u.place())));
      }
      return;
    }
    boolean edge = isOnEdge(u);
    Scene.Item item = edge ? view.scene().edgeAt(u.edge()) : view.scene().faceAt(u.face());
    if (item == null) {
      if (!choices.isWaiting()) {
        session.clearPicks();
      }
      return;
    }
    take(item, edge, e.getClickCount() == 2, e.isControlDown() || e.isShortcutDown());
  }

  /** Offers all that lies at a pixel, also behind the solid. */
  void listed(double x, double y) {
    list.open(
        x,
        y,
        t -> !choices.isWaiting() || choices.takes(t.isEdge()),
        (item, isEdge) -> take(item, isEdge, false, false));
  }

  private void take(Scene.Item item, boolean edge, boolean isDouble, boolean more) {
    Body body = item.body();
    EdgeName edgeName = edge ? body.named().edgeName(item.number()) : null;
    FaceName faceName = edge ? edgeName.faces().getFirst() : body.named().faceName(item.number());
    Picked thing = edge ? Picked.of(body.name(), edgeName) : Picked.of(body.name(), faceName);
    if (choices.isWaiting()) {
      choices.offer(thing);
      session.pick(thing, true);
    } else if (measure.isOn()) {
      measure.take(thing.name());
    } else if (isDouble) {
      session.select(faceName.step());
    } else {
      session.pick(thing, more);
    }
  }

  /** A place on the cap, exactly in the section's plane. */
  private Vec3 onSection(Vec3 place) {
    Plane p = view.section();
    return place.minus(p.normal().times(p.signedDistance(place)));
  }

  /** The nearest corner of a body, if it is near on the screen; else the place itself. */
  private Vec3 snapped(Vec3 place) {
    double reach = SNAP / view.camera().pixelsPerMm();
    return session.bodies().stream()
        .flatMap(b -> b.body().named().topology().vertices().stream())
        .filter(v -> v.distance(place) < reach)
        .min(java.util.Comparator.comparingDouble(v -> v.distance(place)))
        .orElse(place);
  }
}

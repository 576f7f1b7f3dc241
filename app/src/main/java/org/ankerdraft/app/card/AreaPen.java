package org.ankerdraft.app.card;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.Supplier;
import javafx.scene.input.MouseEvent;
import org.ankerdraft.app.chart.Pen;
import org.ankerdraft.app.session.Session;
import org.ankerdraft.core.expression.Evaluator;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.geometry.Tolerance;
import org.ankerdraft.core.ledger.StepResult;
import org.ankerdraft.core.sketch.AreaChoice;
import org.ankerdraft.core.sketch.Frame;
import org.ankerdraft.core.sketch.ResolvedSketch;
import org.ankerdraft.core.sketch.SketchProblem;
import org.ankerdraft.core.sketch.edit.Areas;
import org.ankerdraft.kernel.ProfileCurve;
import org.ankerdraft.render.draw.Camera;
import org.ankerdraft.render.draw.PenStroke;
import org.ankerdraft.vectors.Vec3;
import org.ankerdraft.vectors.Xy;

/** Chooses areas of a sketch by pointing at them in the view. */
final class AreaPen implements Pen {
  private final Session session;
  private final Supplier<String> sketchId;
  private final Supplier<List<AreaChoice>> get;
  private final Consumer<List<AreaChoice>> set;

  /** The sketch whose areas are known, and they. */
  private ResolvedSketch known;

  private Areas areas;
  private AreaChoice pointedAt;

  AreaPen(
      Session session,
      Supplier<String> sketchId,
      Supplier<List<AreaChoice>> get,
      Consumer<List<AreaChoice>> set) {
    this.session = session;
    this.sketchId = sketchId;
    this.get = get;
    this.set = set;
  }

  private Optional<ResolvedSketch> sketch() {
    String id = sketchId.get();
    return session.state().filter(s -> id != null).flatMap(s -> s.step(id)).map(StepResult::sketch);
  }

  /** The areas of the sketch as it is now; empty where it has none that are clear. */
  private Optional<Areas> areas() {
    Optional<ResolvedSketch> now = sketch();
    if (now.isPresent() && !now.get().equals(known)) {
      known = now.get();
      try {
        areas = new Areas(known, Tolerance.MODEL.lengthMm());
      } catch (SketchProblem e) {
        areas = null;
        session.notice(e.getMessage());
      }
    }
    return now.isPresent() ? Optional.ofNullable(areas) : Optional.empty();
  }

  private Optional<AreaChoice> at(Camera camera, MouseEvent e) {
    return areas().flatMap(a -> a.at(inPlane(camera, e)));
  }

  /** Where the line of sight meets the plane of the sketch. */
  private Xy inPlane(Camera camera, MouseEvent e) {
    Frame f = known.frame();
    Vec3 near = camera.at(e.getX(), e.getY(), camera.depth(f.origin()));
    Vec3 way = camera.at(e.getX(), e.getY(), camera.depth(f.origin()) + 1).minus(near);
    double along = way.dot(f.normal());
    Vec3 p =
        Math.abs(along) < Tolerance.MODEL.angleRad()
            ? near
            : near.plus(way.times(f.origin().minus(near).dot(f.normal()) / along));
    Vec3 d = p.minus(f.origin());
    return new Xy(d.dot(f.x()), d.dot(f.y()));
  }

  @Override
  public void moved(Camera camera, MouseEvent e) {
    pointedAt = at(camera, e).orElse(null);
  }

  @Override
  public void pressed(Camera camera, MouseEvent e) {
    at(camera, e)
        .ifPresent(area -> {
          List<AreaChoice> chosen = new ArrayList<>(get.get());
          if (!chosen.removeIf(c -> c.equals(area) || isSame(c, area))) {
            chosen.add(area);
          }
          set.accept(chosen);
        });
  }

  /** A point may lie elsewhere in the same area. */
  private boolean isSame(AreaChoice a, AreaChoice b) {
    return a.isBoundedLike(b) && outlines(a).equals(outlines(b));
  }

  @Override
  public void dragged(Camera camera, MouseEvent e) {
    moved(camera, e);
  }

  @Override
  public void released(Camera camera, MouseEvent e) {
    moved(camera, e);
  }

  private List<List<Xy>> outlines(AreaChoice choice) {
    try {
      return areas().isEmpty()
          ? List.of()
          : areas.outlines(choice, new Evaluator(session.document().definitions()));
    } catch (SketchProblem | ExpressionException e) {
      // An area that is gone is told by the step itself.
      return List.of();
    }
  }

  @Override
  public List<PenStroke> ground(Camera camera) {
    List<PenStroke> out = new ArrayList<>();
    get.get().forEach(c -> filled(c, PenStroke.Look.AREA).ifPresent(out::add));
    if (pointedAt != null) {
      filled(pointedAt, PenStroke.Look.AREA).ifPresent(out::add);
    }
    return out;
  }

  @Override
  public List<PenStroke> strokes() {
    return lines().stream().map(l -> new PenStroke(l, PenStroke.Look.SETTLED, "")).toList();
  }

  /** The curves of the sketch. */
  List<List<Vec3>> lines() {
    return sketch().stream().flatMap(s -> s.curves().stream()).map(ProfileCurve::points).toList();
  }

  /** All bounds in one line, there and back between them. */
  private Optional<PenStroke> filled(AreaChoice choice, PenStroke.Look look) {
    List<List<Xy>> outlines = outlines(choice);
    if (outlines.isEmpty()) {
      return Optional.empty();
    }
    List<Vec3> line = new ArrayList<>();
    for (List<Xy> outline : outlines) {
      outline.forEach(p -> line.add(known.frame().at(p.x(), p.y())));
      Xy first = outline.getFirst();
      line.add(known.frame().at(first.x(), first.y()));
      line.add(line.getFirst());
    }
    return Optional.of(new PenStroke(line, look, ""));
  }
}

package org.ankerdraft.app.sketch;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.ankerdraft.app.chart.SketchLines;
import org.ankerdraft.core.expression.Evaluator;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.geometry.Tolerance;
import org.ankerdraft.core.sketch.Frame;
import org.ankerdraft.core.sketch.Point2;
import org.ankerdraft.core.sketch.ResolvedSketch;
import org.ankerdraft.core.sketch.SketchCurve;
import org.ankerdraft.core.sketch.SketchProblem;
import org.ankerdraft.core.sketch.SketchResolver;
import org.ankerdraft.core.sketch.constraint.Constraint;
import org.ankerdraft.core.sketch.constraint.Relation;
import org.ankerdraft.core.step.sketch.Sketch;
import org.ankerdraft.kernel.ProfileCurve;
import org.ankerdraft.render.draw.Camera;
import org.ankerdraft.render.draw.PenStroke;
import org.ankerdraft.vectors.Vec3;
import org.ankerdraft.vectors.Xy;

/**
 * A sketch as it is seen while it is drawn: its curves and points in space, found by their place on
 * the screen.
 */
final class SketchView {
  /** How near the pointer must be, pixels. */
  static final double REACH = 9;

  /** How long the axes are drawn. */
  private static final double AXIS_MM = 8;

  private final Sketch sketch;
  private final ResolvedSketch resolved;
  private final Map<String, Point2> points = new LinkedHashMap<>();
  private final Map<String, Xy> places = new LinkedHashMap<>();
  private final Map<String, List<List<Vec3>>> lines = new LinkedHashMap<>();

  /**
   * @throws SketchProblem if it cannot be resolved
   */
  SketchView(Sketch sketch, Frame frame, Evaluator values)
      throws ExpressionException, SketchProblem {
    this.sketch = sketch;
    resolved =
        SketchResolver.resolve(
            sketch.curves(), sketch.constraints(), frame, values, Tolerance.MODEL);
    put("origin", Point2.ORIGIN, values);
    for (SketchCurve c : resolved.held().curves()) {
      switch (c) {
        case SketchCurve.Line l -> {
          put(c.name() + ".from", l.from(), values);
          put(c.name() + ".to", l.to(), values);
        }
        case SketchCurve.Arc a -> {
          put(c.name() + ".from", a.from(), values);
          put(c.name() + ".to", a.to(), values);
          if (a.centre() != null) {
            put(c.name() + ".centre", a.centre(), values);
          }
        }
        case SketchCurve.Circle k -> put(c.name() + ".centre", k.centre(), values);
        case SketchCurve.Slot s -> {
          put(c.name() + ".from", s.from(), values);
          put(c.name() + ".to", s.to(), values);
        }
        case SketchCurve.Polygon p -> put(c.name() + ".centre", p.centre(), values);
        case SketchCurve.Ellipse e -> put(c.name() + ".centre", e.centre(), values);
        case SketchCurve.Spline s -> putSpline(s, values);
        case SketchCurve.Point p -> put(c.name(), p.at(), values);
        case SketchCurve.Rectangle _ -> {}
      }
    }
    for (ProfileCurve c : resolved.curves()) {
      lines
          .computeIfAbsent(resolved.nameByTag().get(c.tag()), n -> new ArrayList<>())
          .add(SketchLines.points(c));
    }
  }

  private void put(String name, Point2 p, Evaluator values) throws ExpressionException {
    points.put(name, p);
    places.put(name, p.at(values));
  }

  private void putSpline(SketchCurve.Spline s, Evaluator values) throws ExpressionException {
    int last = s.points().size() - 1;
    for (int i = 0; i <= last; i++) {
      String own =
          s.closed() ? ".p" + (i + 1) : i == 0 ? ".from" : i == last ? ".to" : ".p" + (i + 1);
      put(s.name() + own, s.points().get(i), values);
    }
  }

  int freedom() {
    return resolved.held().freedom();
  }

  List<String> redundant() {
    return resolved.held().redundant();
  }

  Set<String> movable() {
    return resolved.held().movable();
  }

  Point2 written(String point) {
    return points.get(point);
  }

  Xy place(String point) {
    return places.get(point);
  }

  /** The point under the pointer; ends before the origin. */
  Optional<String> pointAt(Camera camera, Frame frame, double x, double y) {
    return places.entrySet().stream()
        .filter(e -> pixels(camera, frame.at(e.getValue().x(), e.getValue().y()), x, y) < REACH)
        .map(Map.Entry::getKey)
        .reduce((a, b) -> b);
  }

  /** The curve under the pointer. */
  Optional<String> curveAt(Camera camera, double x, double y) {
    String best = null;
    double least = REACH;
    for (Map.Entry<String, List<List<Vec3>>> e : lines.entrySet()) {
      for (List<Vec3> line : e.getValue()) {
        for (int i = 1; i < line.size(); i++) {
          double d = pixels(camera, line.get(i - 1), line.get(i), x, y);
          if (d < least) {
            least = d;
            best = e.getKey();
          }
        }
      }
    }
    return Optional.ofNullable(best);
  }

  private static double pixels(Camera camera, Vec3 p, double x, double y) {
    return Math.hypot(camera.screenX(p) - x, camera.screenY(p) - y);
  }

  private static double pixels(Camera camera, Vec3 a, Vec3 b, double x, double y) {
    Xy p = new Xy(camera.screenX(a), camera.screenY(a));
    Xy way = new Xy(camera.screenX(b), camera.screenY(b)).minus(p);
    Xy to = new Xy(x, y).minus(p);
    double square = way.dot(way);
    double share = square == 0 ? 0 : Math.clamp(to.dot(way) / square, 0, 1);
    return to.minus(way.times(share)).length();
  }

  /**
   * The curves as they are drawn.
   *
   * @param near the curve under the pointer, whose relations are told; empty for none
   */
  List<PenStroke> strokes(Set<String> chosen, String near) {
    List<PenStroke> out = new ArrayList<>(axes());
    Map<String, SketchCurve> byName =
        sketch.curves().stream().collect(Collectors.toMap(SketchCurve::name, c -> c));
    lines.forEach((name, list) -> {
      SketchCurve own = byName.get(name.replaceFirst("\\..*", ""));
      PenStroke.Look look =
          chosen.contains(name)
              ? PenStroke.Look.CHOSEN
              : own != null && own.construction()
                  ? PenStroke.Look.CONSTRUCTION
                  : own != null && movable().contains(own.name())
                      ? PenStroke.Look.FREE
                      : PenStroke.Look.SETTLED;
      String text = text(name, name.equals(near) || chosen.contains(name));
      list.forEach(points -> out.add(new PenStroke(points, look, text)));
    });
    return out;
  }

  /** Where the sketch's origin is, and which way its axes run. */
  private List<PenStroke> axes() {
    Frame f = resolved.frame();
    return List.of(
        new PenStroke(List.of(f.origin(), f.at(AXIS_MM, 0)), PenStroke.Look.PROPOSED, "x"),
        new PenStroke(List.of(f.origin(), f.at(0, AXIS_MM)), PenStroke.Look.PROPOSED, "y"));
  }

  /** Whether a curve is a straight line, or a side of a figure. */
  boolean isLine(String curve) {
    return resolved.curves().stream()
        .anyMatch(
            c -> c instanceof ProfileCurve.Line && curve.equals(resolved.nameByTag().get(c.tag())));
  }

  boolean isPoint(String thing) {
    return places.containsKey(thing);
  }

  boolean isEmpty() {
    return lines.isEmpty();
  }

  /** A curve's dimensions, and its relations if it is looked at. */
  private String text(String curve, boolean withRelations) {
    return sketch.constraints().stream()
        .filter(c -> c.of().getFirst().equals(curve) || (withRelations && c.of().contains(curve)))
        .filter(c -> withRelations || c.relation().measure() != Relation.Measured.NOTHING)
        .map(SketchView::sign)
        .collect(Collectors.joining("  "));
  }

  private static String sign(Constraint c) {
    String number =
        c.value() != null ? c.value().text() : c.angle() != null ? c.angle().text() : "";
    String plain = number.replace(" mm", "").replace(" deg", "°");
    return switch (c.relation()) {
      case LENGTH, DISTANCE, DISTANCE_X, DISTANCE_Y, ANGLE -> plain;
      case DIAMETER -> "Ø " + plain;
      case RADIUS -> "R " + plain;
      default -> c.relation().word();
    };
  }
}

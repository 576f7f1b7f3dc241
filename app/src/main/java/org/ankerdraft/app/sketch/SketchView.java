package org.ankerdraft.app.sketch;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.ankerdraft.core.expression.Evaluator;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.geometry.Tolerance;
import org.ankerdraft.core.sketch.Curve2;
import org.ankerdraft.core.sketch.Frame;
import org.ankerdraft.core.sketch.Point2;
import org.ankerdraft.core.sketch.ResolvedSketch;
import org.ankerdraft.core.sketch.SketchCurve;
import org.ankerdraft.core.sketch.SketchProblem;
import org.ankerdraft.core.sketch.SketchResolver;
import org.ankerdraft.core.sketch.constraint.Constrained;
import org.ankerdraft.core.sketch.constraint.Constraint;
import org.ankerdraft.core.sketch.constraint.Relation;
import org.ankerdraft.core.sketch.edit.Drawn;
import org.ankerdraft.core.sketch.edit.Flaws;
import org.ankerdraft.core.step.sketch.Laid;
import org.ankerdraft.core.step.sketch.Sketch;
import org.ankerdraft.core.step.sketch.SketchEdits;
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

  private static final double SAME_MM = 1e-6;
  private static final double COMB_SHARE = 0.15;
  private static final int COMB_EVERY = 2;

  /** How long the axes are drawn. */
  private static final double AXIS_MM = 8;

  /** With what is projected among its curves. */
  private final Sketch sketch;

  private final Sketch written;
  private final Laid laid;
  private final ResolvedSketch resolved;
  private final Constrained.Held free;
  private final Map<String, Point2> points = new LinkedHashMap<>();
  private final Map<String, Xy> places = new LinkedHashMap<>();
  private final Map<String, List<List<Vec3>>> lines = new LinkedHashMap<>();

  /**
   * @param laid what its projections come to
   * @throws SketchProblem if it cannot be resolved
   */
  SketchView(Sketch written, Laid laid, Frame frame, Evaluator values)
      throws ExpressionException, SketchProblem {
    this.written = written;
    this.laid = laid;
    this.sketch = laid.in(written);
    resolved =
        SketchResolver.resolve(
            sketch.curves(), sketch.constraints(), frame, values, Tolerance.MODEL);
    // Without constraints a sketch stays as it is written; what could be drawn elsewhere is free.
    free =
        sketch.constraints().isEmpty()
            ? Constrained.hold(sketch.curves(), List.of(), values)
            : resolved.held();
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
          put(c.name() + ".centre", centre(a, values), values);
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
          .add(c.points());
    }
  }

  /** What is drawn onto a projected point is drawn to its place: a relation holds it there. */
  private void put(String name, Point2 p, Evaluator values) throws ExpressionException {
    Xy at = p.at(values);
    points.put(name, laid.has(name.replaceFirst("\\..*", "")) ? SketchEdits.point(at) : p);
    places.put(name, at);
  }

  private static Point2 centre(SketchCurve.Arc a, Evaluator values) throws ExpressionException {
    return a.centre() != null
        ? a.centre()
        : Drawn.point(
            new Curve2.Arc(0, a.from().at(values), a.through().at(values), a.to().at(values))
                .centre());
  }

  private void putSpline(SketchCurve.Spline s, Evaluator values) throws ExpressionException {
    int last = s.points().size() - 1;
    for (int i = 0; i <= last; i++) {
      String own =
          s.closed() ? ".p" + (i + 1) : i == 0 ? ".from" : i == last ? ".to" : ".p" + (i + 1);
      put(s.name() + own, s.points().get(i), values);
    }
  }

  boolean isOf(Sketch other, Laid projected) {
    return written.equals(other) && laid.equals(projected);
  }

  /**
   * What keeps its curves from bounding an area.
   *
   * @param reachMm how near to each other ends are that are meant to be one
   */
  List<Flaws.Flaw> flaws(Evaluator values, double reachMm)
      throws ExpressionException, SketchProblem {
    return Flaws.of(new Drawn(resolved.held().curves(), sketch.constraints()), values, reachMm);
  }

  int freedom() {
    return free.freedom();
  }

  List<String> redundant() {
    return resolved.held().redundant();
  }

  Set<String> movable() {
    return free.movable();
  }

  Point2 written(String point) {
    return points.get(point);
  }

  /** Where the curves run, in space. */
  List<Vec3> drawn() {
    return lines.values().stream().flatMap(List::stream).flatMap(List::stream).toList();
  }

  /** All points by their names. */
  Map<String, Xy> places() {
    return Map.copyOf(places);
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
      list.forEach(points -> out.add(new PenStroke(name, points, look, text)));
    });
    sketch.curves().stream()
        .filter(SketchCurve.Point.class::isInstance)
        .forEach(p -> {
          Vec3 at = resolved.frame().at(place(p.name()).x(), place(p.name()).y());
          out.add(new PenStroke(p.name(), List.of(at, at), PenStroke.Look.SETTLED, ""));
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
        .filter(c -> isOf(c, curve) || (withRelations && c.of().contains(curve)))
        .filter(c -> withRelations || c.relation().measure() != Relation.Measured.NOTHING)
        .map(SketchView::sign)
        .collect(Collectors.joining("  "));
  }

  /** Whether a constraint is told at a curve: it is the first of what is constrained. */
  static boolean isOf(Constraint c, String curve) {
    String first = c.of().getFirst();
    boolean isAngleToAxis = first.endsWith("-axis") && c.of().size() > 1;
    String at = isAngleToAxis ? c.of().get(1) : first;
    return at.equals(curve) || at.startsWith(curve + ".");
  }

  /** A line, or a circle or an arc, that can be referred to as a whole. */
  boolean isPlainLine(String curve) {
    return plain(curve) instanceof SketchCurve.Line;
  }

  boolean isRound(String curve) {
    return plain(curve) instanceof SketchCurve.Circle || plain(curve) instanceof SketchCurve.Arc;
  }

  boolean isSpline(String curve) {
    return plain(curve) instanceof SketchCurve.Spline;
  }

  private SketchCurve plain(String curve) {
    return resolved.held().curves().stream()
        .filter(c -> c.name().equals(curve))
        .findFirst()
        .orElse(null);
  }

  /** The lines that end at a place. */
  List<String> linesAt(Xy place) {
    return resolved.held().curves().stream()
        .filter(SketchCurve.Line.class::isInstance)
        .map(SketchCurve::name)
        .filter(n -> isAt(n + ".from", place) || isAt(n + ".to", place))
        .toList();
  }

  private boolean isAt(String point, Xy place) {
    return places.get(point).distance(place) < SAME_MM;
  }

  /** The curves that join end to end with one. */
  Set<String> chain(String curve) {
    Set<String> found = new LinkedHashSet<>(Set.of(curve));
    boolean grows = true;
    while (grows) {
      grows = false;
      for (String one : List.copyOf(found)) {
        for (String end : List.of(".from", ".to")) {
          Xy at = places.get(one + end);
          for (Map.Entry<String, Xy> other : places.entrySet()) {
            boolean isEnd = other.getKey().endsWith(".from") || other.getKey().endsWith(".to");
            if (at != null && isEnd && other.getValue().distance(at) < SAME_MM) {
              grows |= found.add(other.getKey().substring(0, other.getKey().lastIndexOf('.')));
            }
          }
        }
      }
    }
    return found;
  }

  /** The curves that lie wholly in a box. */
  Set<String> within(Frame frame, Xy a, Xy b) {
    Set<String> out = new LinkedHashSet<>();
    lines.forEach((name, list) -> {
      boolean isInside =
          list.stream()
              .flatMap(List::stream)
              .map(p -> Aim.inPlane(frame, p))
              .allMatch(p -> between(a.x(), p.x(), b.x()) && between(a.y(), p.y(), b.y()));
      if (isInside) {
        out.add(name);
      }
    });
    return out;
  }

  private static boolean between(double a, double v, double b) {
    return v >= Math.min(a, b) && v <= Math.max(a, b);
  }

  /** The place on a curve that is nearest to another. */
  Xy nearest(String curve, Xy place) {
    return switch (plain(curve)) {
      case SketchCurve.Line _ -> {
        Xy a = place(curve + ".from");
        Xy way = place(curve + ".to").minus(a);
        yield a.plus(way.times(Math.clamp(place.minus(a).dot(way) / way.dot(way), 0, 1)));
      }
      case SketchCurve c -> {
        Xy centre = place(c.name() + ".centre");
        Xy onIt = Aim.inPlane(resolved.frame(), lines.get(curve).getFirst().getFirst());
        Xy way = place.minus(centre);
        yield centre.plus(way.times(centre.distance(onIt) / way.length()));
      }
    };
  }

  /** Strokes that show how strongly a spline bends along its way. */
  List<PenStroke> comb(String spline) {
    List<Vec3> points = lines.get(spline).getFirst();
    Frame f = resolved.frame();
    List<Xy> flat = points.stream().map(p -> Aim.inPlane(f, p)).toList();
    double most = 1e-9;
    double[] bends = new double[flat.size()];
    for (int i = 1; i + 1 < flat.size(); i++) {
      Xy u = flat.get(i).minus(flat.get(i - 1));
      Xy v = flat.get(i + 1).minus(flat.get(i));
      bends[i] = 2 * u.cross(v) / (u.length() * v.length() * u.plus(v).length());
      most = Math.max(most, Math.abs(bends[i]));
    }
    double size = flat.stream().mapToDouble(p -> p.distance(flat.getFirst())).max().orElse(1);
    List<PenStroke> out = new ArrayList<>();
    List<Vec3> rim = new ArrayList<>();
    for (int i = 1; i + 1 < flat.size(); i++) {
      Xy way = flat.get(i + 1).minus(flat.get(i - 1));
      Xy outwards =
          new Xy(way.y(), -way.x()).times(COMB_SHARE * size * bends[i] / most / way.length());
      Xy tip = flat.get(i).plus(outwards);
      rim.add(f.at(tip.x(), tip.y()));
      if (i % COMB_EVERY == 0) {
        out.add(new PenStroke(List.of(points.get(i), rim.getLast()), PenStroke.Look.PROPOSED, ""));
      }
    }
    out.add(new PenStroke(rim, PenStroke.Look.PROPOSED, ""));
    return out;
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

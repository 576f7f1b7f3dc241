package org.ankerdraft.core.step.sketch;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import org.ankerdraft.core.sketch.Piece;
import org.ankerdraft.core.sketch.PlaneRef;
import org.ankerdraft.core.sketch.Projection;
import org.ankerdraft.core.sketch.SketchCurve;
import org.ankerdraft.core.sketch.constraint.Constraint;
import org.ankerdraft.core.step.Head;
import org.ankerdraft.core.step.Step;

/**
 * Plane curves; regions are the areas that the curves enclose. A curve without a name is given one,
 * which it then keeps.
 *
 * @param projections edges of bodies that lie in it besides, and follow them
 * @param pieces which curves were cut from others
 */
public record Sketch(
    Head head,
    PlaneRef plane,
    List<SketchCurve> curves,
    List<Constraint> constraints,
    List<Projection> projections,
    List<Piece> pieces)
    implements Step {
  public Sketch {
    constraints = constraints == null ? List.of() : List.copyOf(constraints);
    projections = projections == null ? List.of() : named(projections, curves);
    plane = plane == null ? PlaneRef.LEVEL : plane;
    curves = curves == null ? List.of() : named(curves);
    Set<String> there = curves.stream().map(SketchCurve::name).collect(Collectors.toSet());
    pieces =
        pieces == null
            ? List.of()
            : pieces.stream().filter(p -> there.contains(p.curve())).toList();
  }

  /** A sketch whose curves stay where they are drawn. */
  public Sketch(Head head, PlaneRef plane, List<SketchCurve> curves) {
    this(head, plane, curves, List.of(), List.of(), List.of());
  }

  /** The same with other curves and constraints. */
  public Sketch with(List<SketchCurve> changed, List<Constraint> held) {
    return new Sketch(head, plane, changed, held, projections, pieces);
  }

  /** The same with other projections. */
  public Sketch withProjections(List<Projection> changed) {
    return new Sketch(head, plane, curves, constraints, changed, pieces);
  }

  /** The same, whose new curves beside another sketch's are pieces of one of those. */
  Sketch withPiecesOf(String whole, Sketch before) {
    Set<String> known = before.curves.stream().map(SketchCurve::name).collect(Collectors.toSet());
    List<Piece> all = new ArrayList<>(pieces);
    curves.stream()
        .map(SketchCurve::name)
        .filter(n -> !known.contains(n))
        .forEach(n -> all.add(new Piece(n, whole)));
    return new Sketch(head, plane, curves, constraints, projections, all);
  }

  private static List<Projection> named(List<Projection> projections, List<SketchCurve> curves) {
    Set<String> taken = new HashSet<>();
    projections.forEach(p -> taken.add(p.name()));
    if (curves != null) {
      curves.forEach(c -> taken.add(c.name()));
    }
    List<Projection> out = new ArrayList<>();
    for (Projection p : projections) {
      int n = 1;
      while (p.name() == null && !taken.add("edge" + n)) {
        n++;
      }
      out.add(p.name() == null ? p.named("edge" + n) : p);
    }
    return List.copyOf(out);
  }

  private static List<SketchCurve> named(List<SketchCurve> curves) {
    if (curves.stream().allMatch(c -> c.name() != null)) {
      return List.copyOf(curves);
    }
    Set<String> taken = new HashSet<>();
    curves.forEach(c -> taken.add(c.name()));
    List<SketchCurve> out = new ArrayList<>();
    for (int i = 0; i < curves.size(); i++) {
      SketchCurve curve = curves.get(i);
      if (curve.name() == null) {
        int n = i + 1;
        while (!taken.add("c" + n)) {
          n++;
        }
        curve = renamed(curve, "c" + n);
      }
      out.add(curve);
    }
    return List.copyOf(out);
  }

  private static SketchCurve renamed(SketchCurve curve, String name) {
    return switch (curve) {
      case SketchCurve.Line(_, var from, var to, var construction) ->
          new SketchCurve.Line(name, from, to, construction);
      case SketchCurve.Arc(_, var from, var to, var through, var centre, var way, var c) ->
          new SketchCurve.Arc(name, from, to, through, centre, way, c);
      case SketchCurve.Circle(_, var centre, var diameter, var construction) ->
          new SketchCurve.Circle(name, centre, diameter, construction);
      case SketchCurve.Rectangle(_, var centre, var corner, var w, var h, var round, var c) ->
          new SketchCurve.Rectangle(name, centre, corner, w, h, round, c);
      case SketchCurve.Polygon(_, var centre, var sides, var side, var diameter, var turn, var c) ->
          new SketchCurve.Polygon(name, centre, sides, side, diameter, turn, c);
      case SketchCurve.Slot(_, var from, var to, var width, var construction) ->
          new SketchCurve.Slot(name, from, to, width, construction);
      case SketchCurve.Ellipse e ->
          new SketchCurve.Ellipse(
              name,
              e.centre(),
              e.width(),
              e.height(),
              e.turn(),
              e.start(),
              e.end(),
              e.construction());
      case SketchCurve.Spline(_, var points, var degree, var closed, var construction) ->
          new SketchCurve.Spline(name, points, degree, closed, construction);
      case SketchCurve.Point(_, var at) -> new SketchCurve.Point(name, at);
    };
  }

  /** A name for a new curve: a letter and the first free number. */
  public String freeName(String letter) {
    int n = 1;
    while (isTaken(letter + n)) {
      n++;
    }
    return letter + n;
  }

  private boolean isTaken(String name) {
    return curves.stream().anyMatch(c -> c.name().equals(name))
        || projections.stream().anyMatch(p -> p.name().equals(name));
  }
}

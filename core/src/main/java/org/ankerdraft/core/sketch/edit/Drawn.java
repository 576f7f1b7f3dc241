package org.ankerdraft.core.sketch.edit;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.ankerdraft.core.expression.Evaluator;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.geometry.Numbers;
import org.ankerdraft.core.geometry.Tolerance;
import org.ankerdraft.core.sketch.Curve2;
import org.ankerdraft.core.sketch.Figures;
import org.ankerdraft.core.sketch.Point2;
import org.ankerdraft.core.sketch.SketchCurve;
import org.ankerdraft.core.sketch.SketchProblem;
import org.ankerdraft.core.sketch.constraint.Constraint;
import org.ankerdraft.vectors.Xy;

/** A sketch's curves with the relations that hold them, as edits take and return them. */
public record Drawn(List<SketchCurve> curves, List<Constraint> constraints) {
  /** Decimals with which a place is written, mm. */
  private static final int DECIMALS = 7;

  public Drawn {
    curves = List.copyOf(curves);
    constraints = List.copyOf(constraints);
  }

  SketchCurve curve(String name) throws SketchProblem {
    return curves.stream()
        .filter(c -> c.name().equals(name))
        .findFirst()
        .orElseThrow(() -> new SketchProblem(name, "no curve is named " + name));
  }

  /** A letter and the first number that is free. */
  String freeName(String letter) {
    int n = 1;
    while (isTaken(letter + n)) {
      n++;
    }
    return letter + n;
  }

  private boolean isTaken(String name) {
    return curves.stream().anyMatch(c -> c.name().equals(name));
  }

  /** With others in the place of one curve; an empty list takes it away. */
  Drawn replaced(String name, List<SketchCurve> by, List<Constraint> held) {
    List<SketchCurve> out = new ArrayList<>();
    for (SketchCurve c : curves) {
      if (c.name().equals(name)) {
        out.addAll(by);
      } else {
        out.add(c);
      }
    }
    return new Drawn(out, held);
  }

  Drawn with(List<SketchCurve> more, List<Constraint> held) {
    List<SketchCurve> out = new ArrayList<>(curves);
    out.addAll(more);
    List<Constraint> all = new ArrayList<>(constraints);
    all.addAll(held);
    return new Drawn(out, all);
  }

  /** What each curve is made of, by the names of the pieces. */
  Map<String, Curve2> pieces(Evaluator values) throws ExpressionException, SketchProblem {
    Map<String, Curve2> out = new LinkedHashMap<>();
    for (SketchCurve c : curves) {
      out.putAll(piecesOf(c, values));
    }
    return out;
  }

  static Map<String, Curve2> piecesOf(SketchCurve curve, Evaluator values)
      throws ExpressionException, SketchProblem {
    Map<Integer, String> names = new HashMap<>();
    Figures figures =
        new Figures(
            values,
            Tolerance.MODEL,
            name -> {
              names.put(names.size(), name);
              return names.size() - 1;
            });
    Map<String, Curve2> out = new LinkedHashMap<>();
    for (Curve2 c : figures.of(curve)) {
      out.put(names.get(c.tag()), c);
    }
    return out;
  }

  /** A place as it is written: that of an end which is there already, if it is the same. */
  Point2 written(Xy place, Evaluator values) throws ExpressionException {
    for (SketchCurve c : curves) {
      for (Point2 end : ends(c)) {
        if (end.at(values).distance(place) < Tolerance.MODEL.lengthMm()) {
          return end;
        }
      }
    }
    return point(place);
  }

  private static List<Point2> ends(SketchCurve c) {
    return switch (c) {
      case SketchCurve.Line l -> List.of(l.from(), l.to());
      case SketchCurve.Arc a -> List.of(a.from(), a.to());
      default -> List.of();
    };
  }

  /** A place as two plain numbers. */
  public static Point2 point(Xy p) {
    return new Point2(mm(p.x()), mm(p.y()));
  }

  /** A length as a plain number. */
  public static Expr mm(double v) {
    return new Expr(Numbers.tidy(v, DECIMALS) + " mm");
  }

  /** An angle as a plain number. */
  public static Expr deg(double rad) {
    return new Expr(Numbers.tidy(Math.toDegrees(rad), DECIMALS + 2) + " deg");
  }

  /** The curve of a name as a line or an arc; empty for figures and all others. */
  static Optional<SketchCurve> plain(SketchCurve c) {
    return c instanceof SketchCurve.Line || c instanceof SketchCurve.Arc
        ? Optional.of(c)
        : Optional.empty();
  }

  /** A piece as a curve of its own, with plain numbers. */
  public static SketchCurve own(Curve2 piece, String name, boolean construction) {
    return switch (piece) {
      case Curve2.Line l ->
          new SketchCurve.Line(name, point(l.start()), point(l.end()), construction);
      case Curve2.Arc a ->
          new SketchCurve.Arc(
              name,
              point(a.start()),
              point(a.end()),
              null,
              point(a.centre()),
              a.isClockwise(),
              construction);
      case Curve2.Circle k ->
          new SketchCurve.Circle(name, point(k.centre()), mm(2 * k.radius()), construction);
      case Curve2.Ellipse e -> ellipse(e, name, construction);
      case Curve2.Spline s ->
          new SketchCurve.Spline(
              name,
              s.shape().points().stream().map(Drawn::point).toList(),
              new Expr(String.valueOf(s.shape().degree())),
              s.isClosed(),
              construction);
    };
  }

  private static SketchCurve.Ellipse ellipse(Curve2.Ellipse e, String name, boolean construction) {
    double turn = Math.atan2(e.major().y(), e.major().x());
    double from = Math.min(e.from(), e.from() + e.sweep());
    return new SketchCurve.Ellipse(
        name,
        point(e.centre()),
        mm(2 * e.major().length()),
        mm(2 * e.minor()),
        deg(turn),
        e.isClosed() ? null : deg(from),
        e.isClosed() ? null : deg(from + Math.abs(e.sweep())),
        construction);
  }
}

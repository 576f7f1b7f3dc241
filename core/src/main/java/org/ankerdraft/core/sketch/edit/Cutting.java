package org.ankerdraft.core.sketch.edit;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;
import org.ankerdraft.core.expression.Evaluator;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.sketch.Curve2;
import org.ankerdraft.core.sketch.Point2;
import org.ankerdraft.core.sketch.SketchCurve;
import org.ankerdraft.core.sketch.SketchProblem;
import org.ankerdraft.core.sketch.constraint.Constraint;
import org.ankerdraft.core.sketch.constraint.Relation;
import org.ankerdraft.vectors.Xy;

/** Cuts curves where others cross them, and lengthens them to where they would. */
public final class Cutting {
  private static final double END = 1e-6;
  private static final double FAR = 1e3;
  private static final double MOST_TURN = 2 * Math.PI - 1e-3;

  private final Drawn drawn;
  private final Evaluator values;

  public Cutting(Drawn drawn, Evaluator values) {
    this.drawn = drawn;
    this.values = values;
  }

  /** How far what is left of a spline may stray from it. */
  private static final double SPLINE_MM = 1e-4;

  /** A place along a curve where another crosses it. */
  private record Cut(double share, String by) {}

  /**
   * Takes away the piece of a curve on which a place lies, up to where others cross it; the whole
   * curve if none does.
   */
  public Drawn trimmed(String name, Xy place) throws ExpressionException, SketchProblem {
    SketchCurve curve = drawn.curve(name);
    Map<String, Curve2> own = Drawn.piecesOf(curve, values);
    if (own.size() != 1) {
      throw new SketchProblem(
          name, name + " is a figure of several curves: take it apart, then trim one of them");
    }
    Curve2 piece = own.values().iterator().next();
    List<Cut> cuts = cuts(name, piece);
    double at = nearest(piece, place);
    if (piece.isClosed()) {
      return opened(curve, piece, cuts, at);
    }
    Cut before = cuts.stream().filter(c -> c.share < at).reduce((a, b) -> b).orElse(null);
    Cut after = cuts.stream().filter(c -> c.share >= at).findFirst().orElse(null);
    List<SketchCurve> left = new ArrayList<>();
    List<Constraint> held = new ArrayList<>(withoutSizes(name));
    if (before == null && after == null) {
      held.removeIf(c -> c.of().stream().anyMatch(o -> isOf(o, name)));
      return drawn.replaced(name, List.of(), held);
    }
    if (before != null) {
      left.add(part(curve, piece, 0, before.share, name));
      dropEnd(held, name, ".to");
      meets(held, name + ".to", before.by);
    } else {
      dropEnd(held, name, ".from");
    }
    if (after != null) {
      String second = before == null ? name : drawn.freeName(name.replaceAll("[0-9]+$", ""));
      left.add(part(curve, piece, after.share, 1, second));
      meets(held, second + ".from", after.by);
      if (before != null) {
        together(held, curve, name, second);
      }
    }
    return drawn.replaced(name, left, held);
  }

  /**
   * Cuts a curve in two at the place on it that is nearest to a given one. Both parts stay on its
   * line or circle.
   *
   * @throws SketchProblem for figures and curves that run round, and at an end
   */
  public Drawn split(String name, Xy place) throws ExpressionException, SketchProblem {
    SketchCurve curve = drawn.curve(name);
    Map<String, Curve2> own = Drawn.piecesOf(curve, values);
    Curve2 piece = own.size() == 1 ? own.values().iterator().next() : null;
    if (piece == null || piece.isClosed()) {
      throw new SketchProblem(
          name, name + " has no ends: only lines, arcs and open free curves are cut in two");
    }
    double at = nearest(piece, place);
    if (at < END || at > 1 - END) {
      throw new SketchProblem(name, name + " cannot be cut in two at its end");
    }
    String second = drawn.freeName(name.replaceAll("[0-9]+$", ""));
    List<Constraint> held = new ArrayList<>();
    withoutSizes(name).forEach(c -> held.add(c.about(name + ".to", second + ".to")));
    together(held, curve, name, second);
    SketchCurve first = part(curve, piece, 0, at, name);
    SketchCurve rest = part(curve, piece, at, 1, second);
    return drawn.replaced(name, List.of(first, rest), held);
  }

  private List<Cut> cuts(String name, Curve2 piece) throws ExpressionException, SketchProblem {
    List<Cut> out = new ArrayList<>();
    for (Map.Entry<String, Curve2> other : drawn.pieces(values).entrySet()) {
      if (!isOf(other.getKey(), name)) {
        Crossings.along(piece, other.getValue()).stream()
            // A closed curve ends where it begins.
            .filter(s -> s < 1 - END && (piece.isClosed() || s > END))
            .forEach(s -> out.add(new Cut(s, other.getKey())));
      }
    }
    out.sort(Comparator.comparingDouble(Cut::share));
    return out;
  }

  private static double nearest(Curve2 piece, Xy place) {
    int steps = 2000;
    double best = 0;
    for (int i = 1; i <= steps; i++) {
      double s = (double) i / steps;
      if (piece.at(s).distance(place) < piece.at(best).distance(place)) {
        best = s;
      }
    }
    return best;
  }

  /** What is left of a closed curve: from the cut behind the place round to the one before it. */
  private Drawn opened(SketchCurve curve, Curve2 piece, List<Cut> cuts, double at)
      throws SketchProblem, ExpressionException {
    String name = curve.name();
    List<Constraint> held = new ArrayList<>(withoutSizes(name));
    if (cuts.isEmpty()) {
      held.removeIf(c -> c.of().stream().anyMatch(o -> isOf(o, name)));
      return drawn.replaced(name, List.of(), held);
    }
    if (cuts.size() == 1) {
      throw new SketchProblem(
          name, name + " runs round and is crossed once only: a second crossing is needed");
    }
    Cut before =
        cuts.stream().filter(c -> c.share <= at).reduce((a, b) -> b).orElse(cuts.getLast());
    Cut after = cuts.stream().filter(c -> c.share > at).findFirst().orElse(cuts.getFirst());
    double end = before.share > after.share ? before.share : before.share + 1;
    SketchCurve left = part(curve, piece, after.share, end, name);
    if (left instanceof SketchCurve.Arc) {
      meets(held, name + ".from", after.by);
      meets(held, name + ".to", before.by);
    }
    return drawn.replaced(name, List.of(left), held);
  }

  /** The part of a curve between two shares of its way. */
  private SketchCurve part(SketchCurve whole, Curve2 piece, double from, double to, String name)
      throws SketchProblem, ExpressionException {
    boolean construction = whole.construction();
    Point2 start = from == 0 ? startOf(whole, piece) : drawn.written(piece.at(from % 1), values);
    Point2 end = to == 1 ? endOf(whole, piece) : drawn.written(piece.at(to % 1), values);
    return switch (piece) {
      case Curve2.Line _ -> new SketchCurve.Line(name, start, end, construction);
      case Curve2.Arc a ->
          new SketchCurve.Arc(
              name, start, end, null, centreOf(whole, a.centre()), a.isClockwise(), construction);
      case Curve2.Circle k ->
          new SketchCurve.Arc(
              name, start, end, null, centreOf(whole, k.centre()), false, construction);
      case Curve2.Ellipse e ->
          Drawn.own(
              new Curve2.Ellipse(
                  e.tag(),
                  e.centre(),
                  e.major(),
                  e.minor(),
                  e.from() + e.sweep() * from,
                  e.sweep() * (to - from)),
              name,
              construction);
      case Curve2.Spline s -> Drawn.own(Split.piece(s, from, to, SPLINE_MM), name, construction);
    };
  }

  private static Point2 startOf(SketchCurve whole, Curve2 piece) {
    return switch (whole) {
      case SketchCurve.Line l -> l.from();
      case SketchCurve.Arc a -> a.from();
      default -> Drawn.point(piece.start());
    };
  }

  private static Point2 endOf(SketchCurve whole, Curve2 piece) {
    return switch (whole) {
      case SketchCurve.Line l -> l.to();
      case SketchCurve.Arc a -> a.to();
      default -> Drawn.point(piece.end());
    };
  }

  private static Point2 centreOf(SketchCurve whole, Xy centre) {
    return switch (whole) {
      case SketchCurve.Circle k -> k.centre();
      case SketchCurve.Arc a when a.centre() != null -> a.centre();
      default -> Drawn.point(centre);
    };
  }

  private static boolean isOf(String thing, String curve) {
    return thing.equals(curve) || thing.startsWith(curve + ".");
  }

  /** A cut curve has another length and its middle elsewhere, a spline other control points. */
  private List<Constraint> withoutSizes(String name) {
    return drawn.constraints().stream()
        .filter(c ->
            !c.of().stream().anyMatch(o -> o.matches(Pattern.quote(name) + "\\.p[0-9]+"))
                && !(c.of().contains(name)
                    && (c.relation() == Relation.LENGTH
                        || c.relation() == Relation.MIDPOINT
                        || (c.relation() == Relation.EQUAL && isLine(name)))))
        .toList();
  }

  private boolean isLine(String name) {
    return drawn.curves().stream()
        .anyMatch(c -> c.name().equals(name) && c instanceof SketchCurve.Line);
  }

  /** What held the end that was cut away no longer does. */
  private static void dropEnd(List<Constraint> held, String name, String end) {
    held.removeIf(c -> c.of().contains(name + end));
  }

  /** A new end stays on the curve that cut it. */
  private void meets(List<Constraint> held, String end, String by) throws SketchProblem {
    boolean canHold =
        !by.contains(".")
            && (drawn.curve(by) instanceof SketchCurve.Line
                || drawn.curve(by) instanceof SketchCurve.Arc
                || drawn.curve(by) instanceof SketchCurve.Circle);
    if (canHold) {
      held.add(Constraint.of(Relation.ON_CURVE, end, by));
    }
  }

  /** Two parts of one curve stay on its line or circle. */
  private static void together(
      List<Constraint> held, SketchCurve curve, String first, String second) {
    if (curve instanceof SketchCurve.Line) {
      held.add(Constraint.of(Relation.COLLINEAR, first, second));
    } else if (curve instanceof SketchCurve.Arc) {
      held.add(Constraint.of(Relation.CONCENTRIC, first, second));
      held.add(Constraint.of(Relation.EQUAL, first, second));
    }
  }

  /** Lengthens the end of a line or an arc that lies nearer to a place, to the next curve. */
  public Drawn extended(String name, Xy place) throws ExpressionException, SketchProblem {
    SketchCurve curve = drawn.curve(name);
    if (Drawn.plain(curve).isEmpty()) {
      throw new SketchProblem(name, "only lines and arcs are lengthened; " + name + " is neither");
    }
    Curve2 piece = Drawn.piecesOf(curve, values).values().iterator().next();
    boolean atEnd = piece.end().distance(place) < piece.start().distance(place);
    Curve2 beyond = beyond(atEnd ? piece : piece.reversed());
    Cut first = null;
    for (Map.Entry<String, Curve2> other : drawn.pieces(values).entrySet()) {
      for (double s :
          isOf(other.getKey(), name)
              ? List.<Double>of()
              : Crossings.along(beyond, other.getValue())) {
        if (s > END / FAR && (first == null || s < first.share)) {
          first = new Cut(s, other.getKey());
        }
      }
    }
    if (first == null) {
      throw new SketchProblem(name, name + " meets nothing beyond that end");
    }
    Point2 to = drawn.written(beyond.at(first.share), values);
    List<Constraint> held = new ArrayList<>(withoutSizes(name));
    String end = atEnd ? ".to" : ".from";
    dropEnd(held, name, end);
    meets(held, name + end, first.by);
    SketchCurve longer =
        switch (curve) {
          case SketchCurve.Line l ->
              atEnd
                  ? new SketchCurve.Line(name, l.from(), to, l.construction())
                  : new SketchCurve.Line(name, to, l.to(), l.construction());
          case SketchCurve.Arc a -> {
            Curve2.Arc known = (Curve2.Arc) piece;
            yield new SketchCurve.Arc(
                name,
                atEnd ? a.from() : to,
                atEnd ? to : a.to(),
                null,
                centreOf(a, known.centre()),
                known.isClockwise(),
                a.construction());
          }
          default -> throw new IllegalStateException("a line or an arc, not " + curve);
        };
    return drawn.replaced(name, List.of(longer), held);
  }

  /** What goes on from a curve's end, as far as may be. */
  private static Curve2 beyond(Curve2 piece) {
    if (piece instanceof Curve2.Line l) {
      Xy way = l.end().minus(l.start());
      return new Curve2.Line(0, l.end(), l.end().plus(way.times(FAR / way.length())));
    }
    Curve2.Arc a = (Curve2.Arc) piece;
    Xy centre = a.centre();
    Xy from = a.end().minus(centre);
    double rest = (MOST_TURN - Math.abs(a.turn())) * (a.isClockwise() ? -1 : 1);
    return new Curve2.Arc(
        0, a.end(), centre.plus(from.rotated(rest / 2)), centre.plus(from.rotated(rest)));
  }
}

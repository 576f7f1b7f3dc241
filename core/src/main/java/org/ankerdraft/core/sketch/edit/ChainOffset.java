package org.ankerdraft.core.sketch.edit;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.ankerdraft.core.expression.Evaluator;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.geometry.Numbers;
import org.ankerdraft.core.geometry.Tolerance;
import org.ankerdraft.core.sketch.Curve2;
import org.ankerdraft.core.sketch.SketchProblem;
import org.ankerdraft.vectors.Xy;

/**
 * Offsets of chains of lines and arcs, with clean corners: neighbours are lengthened or shortened
 * to where they meet; at an outside corner where they would not meet, an arc joins them.
 */
public final class ChainOffset {
  private static final double SAME_MM = 1e-6;

  /** How far the offset of a free curve may stray. */
  private static final double FREE_MM = 0.002;

  /** Share of a curve over which its direction at an end is told. */
  private static final double JUST = 1e-4;

  private static final int HALVINGS = 30;

  private final Drawn drawn;
  private final Evaluator values;

  public ChainOffset(Drawn drawn, Evaluator values) {
    this.drawn = drawn;
    this.values = values;
  }

  /** A curve of the chain with the name it was drawn under. */
  record Piece(String name, Curve2 curve) {
    Piece reversed() {
      return new Piece(name, curve.reversed());
    }

    Piece with(Curve2 other) {
      return new Piece(name, other);
    }
  }

  /**
   * With the chain's offset beside it.
   *
   * @param names of the chain's curves, in any order
   * @param distanceMm to the left of its way; negative to the right. The way is that of the first
   *     curve
   * @throws SketchProblem if a curve would vanish or the offset cross itself; it says up to which
   *     distance it works
   */
  public Drawn offset(List<String> names, double distanceMm)
      throws ExpressionException, SketchProblem {
    List<Piece> chain = chain(names);
    List<Piece> offset;
    try {
      offset = beside(chain, distanceMm, false);
    } catch (SketchProblem e) {
      throw new SketchProblem(
          e.curve(),
          e.getMessage()
              + ". It works up to "
              + Numbers.mm(limit(distanceMm, d -> beside(chain, d, false))));
    }
    Drawn out = drawn;
    for (Piece p : offset) {
      Curve2 c = p.curve;
      String name = out.freeName(c instanceof Curve2.Line ? "l" : c.isClosed() ? "k" : "a");
      out = out.with(List.of(Drawn.own(c, name, false)), List.of());
    }
    return out;
  }

  /** Something done at a distance. */
  @FunctionalInterface
  interface Attempt {
    void at(double distanceMm) throws SketchProblem;
  }

  /** The largest distance towards one that fails at which something works, rounded down. */
  static double limit(double fails, Attempt attempt) {
    double good = 0;
    double bad = fails;
    for (int i = 0; i < HALVINGS; i++) {
      double middle = (good + bad) / 2;
      try {
        attempt.at(middle);
        good = middle;
      } catch (SketchProblem e) {
        bad = middle;
      }
    }
    return Math.floor(Math.abs(good) * 1000) / 1000;
  }

  /**
   * The offset of a chain, in its order.
   *
   * @param isRounded whether an arc joins neighbours at every outside corner, not only where they
   *     would not meet; it has the name of the curve before it, and {@code .round}
   */
  static List<Piece> beside(List<Piece> chain, double distance, boolean isRounded)
      throws SketchProblem {
    boolean closed =
        chain.size() > 1
            && chain.getFirst().curve.start().distance(chain.getLast().curve.end())
                < Tolerance.MODEL.lengthMm();
    List<Piece> shifted = new ArrayList<>();
    for (Piece p : chain) {
      shifted.add(p.with(shifted(p, distance)));
    }
    List<Piece> joined = joined(chain, shifted, closed, distance, isRounded);
    mustNotCross(joined, closed);
    return joined;
  }

  /** The curves head to tail, from the first one's start on. */
  private List<Piece> chain(List<String> names) throws ExpressionException, SketchProblem {
    List<Piece> left = new ArrayList<>();
    for (String name : names) {
      for (Map.Entry<String, Curve2> e : Drawn.piecesOf(drawn.curve(name), values).entrySet()) {
        if (e.getValue() instanceof Curve2.Ellipse || e.getValue() instanceof Curve2.Spline) {
          throw new SketchProblem(
              name, name + " is no line, arc or circle: use the fair offset for free curves");
        }
        left.add(new Piece(e.getKey(), e.getValue()));
      }
    }
    if (left.isEmpty()) {
      throw new SketchProblem("", "no curve is chosen");
    }
    List<Piece> chain = new ArrayList<>(List.of(left.removeFirst()));
    while (!left.isEmpty()) {
      Optional<Piece> next = takeFrom(left, chain.getLast().curve.end());
      if (next.isPresent()) {
        chain.add(next.get());
        continue;
      }
      Piece before =
          takeFrom(left, chain.getFirst().curve.start())
              .orElseThrow(
                  () -> new SketchProblem(names.getFirst(), "the chosen curves are not one chain"));
      chain.addFirst(before.reversed());
    }
    return chain;
  }

  private static Optional<Piece> takeFrom(List<Piece> left, Xy place) {
    for (Piece p : left) {
      boolean begins = p.curve.start().distance(place) < Tolerance.MODEL.lengthMm();
      if (begins || p.curve.end().distance(place) < Tolerance.MODEL.lengthMm()) {
        left.remove(p);
        return Optional.of(begins ? p : p.reversed());
      }
    }
    return Optional.empty();
  }

  private static Curve2 shifted(Piece piece, double distance) throws SketchProblem {
    return switch (piece.curve) {
      case Curve2.Line l -> {
        Xy way = l.end().minus(l.start());
        Xy by = new Xy(-way.y(), way.x()).times(distance / way.length());
        yield new Curve2.Line(0, l.start().plus(by), l.end().plus(by));
      }
      case Curve2.Arc a -> {
        double r = a.centre().distance(a.start());
        double share = grown(piece.name, r, r + (a.isClockwise() ? distance : -distance)) / r;
        yield new Curve2.Arc(
            0, scaled(a, a.start(), share), scaled(a, a.mid(), share), scaled(a, a.end(), share));
      }
      case Curve2.Circle k ->
          new Curve2.Circle(0, k.centre(), grown(piece.name, k.radius(), k.radius() - distance));
      case Curve2.Spline k ->
          new Curve2.Spline(0, FairOffset.of(k.shape(), distance, FREE_MM).spline());
      case Curve2.Ellipse e ->
          new Curve2.Spline(0, FairOffset.of(FairOffset.asSpline(e), distance, FREE_MM).spline());
    };
  }

  private static double grown(String name, double radius, double grown) throws SketchProblem {
    if (grown < SAME_MM) {
      throw new SketchProblem(
          name,
          "the radius of " + name + " is " + Numbers.mm(radius) + ", too small for the offset");
    }
    return grown;
  }

  private static Xy scaled(Curve2.Arc a, Xy p, double share) {
    return a.centre().plus(p.minus(a.centre()).times(share));
  }

  /** Each piece between where it meets its neighbours, and the arcs round outside corners. */
  private static List<Piece> joined(
      List<Piece> chain, List<Piece> shifted, boolean closed, double distance, boolean isRounded)
      throws SketchProblem {
    int n = shifted.size();
    List<Xy> starts = new ArrayList<>();
    List<Xy> ends = new ArrayList<>();
    for (Piece p : shifted) {
      starts.add(p.curve.start());
      ends.add(p.curve.end());
    }
    Curve2[] after = new Curve2[n];
    for (int i = 0; i < (closed ? n : n - 1); i++) {
      int next = (i + 1) % n;
      Curve2 a = shifted.get(i).curve;
      Curve2 b = shifted.get(next).curve;
      Xy corner = chain.get(i).curve.end();
      if (a.end().distance(b.start()) >= SAME_MM) {
        mustGoOn(chain.get(i));
        mustGoOn(chain.get(next));
        boolean isArc = isRounded && isOutside(chain.get(i), chain.get(next), distance);
        Xy meet = isArc ? null : Meeting.of(a, b, corner);
        if (meet == null) {
          after[i] = round(a.end(), b.start(), corner, Math.abs(distance));
        } else {
          ends.set(i, meet);
          starts.set(next, meet);
        }
      }
    }
    List<Piece> out = new ArrayList<>();
    for (int i = 0; i < n; i++) {
      Piece p = shifted.get(i);
      out.add(p.with(between(p, starts.get(i), ends.get(i))));
      if (after[i] != null) {
        out.add(new Piece(p.name + ".round", after[i]));
      }
    }
    return out;
  }

  /** Free curves have no going on where they could meet a neighbour that they do not touch. */
  private static void mustGoOn(Piece p) throws SketchProblem {
    if (p.curve instanceof Curve2.Spline || p.curve instanceof Curve2.Ellipse) {
      throw new SketchProblem(
          p.name,
          p.name
              + " is a free curve that meets its neighbour at a kink; only smooth joints and whole"
              + " curves have an offset");
    }
  }

  private static boolean isOutside(Piece before, Piece after, double distance) {
    Xy in = before.curve.at(1).minus(before.curve.at(1 - JUST));
    Xy out = after.curve.at(JUST).minus(after.curve.at(0));
    return in.cross(out) * distance < 0;
  }

  private static Curve2 round(Xy from, Xy to, Xy corner, double radius) {
    Xy out = from.plus(to).times(0.5).minus(corner);
    return new Curve2.Arc(0, from, corner.plus(out.times(radius / out.length())), to);
  }

  /** A piece that runs against its way has been used up by its neighbours. */
  private static Curve2 between(Piece piece, Xy start, Xy end) throws SketchProblem {
    Curve2 c = piece.curve;
    if (c.isClosed()) {
      return c;
    }
    Curve2 cut = Meeting.between(c, start, end);
    boolean isUsedUp =
        start.distance(end) < SAME_MM
            || (c instanceof Curve2.Line && end.minus(start).dot(c.end().minus(c.start())) < 0)
            || (cut instanceof Curve2.Arc a
                && Math.abs(a.turn()) > Math.abs(((Curve2.Arc) c).turn()) + Math.PI);
    if (isUsedUp) {
      throw new SketchProblem(
          piece.name, piece.name + " is used up: its neighbours meet before it");
    }
    return cut;
  }

  private static void mustNotCross(List<Piece> joined, boolean closed) throws SketchProblem {
    int n = joined.size();
    for (int i = 0; i < n; i++) {
      for (int j = i + 2; j < n; j++) {
        boolean areNeighbours = closed && i == 0 && j == n - 1;
        if (!areNeighbours
            && !Crossings.along(joined.get(i).curve, joined.get(j).curve).isEmpty()) {
          throw new SketchProblem("", "the offset crosses itself");
        }
      }
    }
  }
}

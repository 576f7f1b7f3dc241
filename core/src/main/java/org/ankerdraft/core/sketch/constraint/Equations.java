package org.ankerdraft.core.sketch.constraint;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import org.ankerdraft.core.expression.Evaluator;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.sketch.SketchProblem;
import org.ankerdraft.core.sketch.constraint.SketchPoints.Coordinate;
import org.ankerdraft.core.sketch.constraint.SketchPoints.Guide;
import org.ankerdraft.core.sketch.constraint.SketchPoints.PointRef;
import org.ankerdraft.vectors.Xy;

/**
 * The equations of constraints. Of two ways to meet one (a tangent on either side, a point on
 * either side of a line) the one is meant that was drawn.
 */
final class Equations {
  private final SketchPoints points;
  private final Evaluator values;

  Equations(SketchPoints points, Evaluator values) {
    this.points = points;
    this.values = values;
  }

  /** What an equation measures, of variables that are told by their coordinates. */
  @FunctionalInterface
  interface Formula {
    Jet of(View v);
  }

  /** The variables of an equation as coordinates. */
  record View(int[] indices, Jet[] jets) {
    Jet of(Coordinate c) {
      return c.variable() < 0 ? Jet.constant(c.value(), jets.length) : jets[at(c.variable())];
    }

    /** There are but a few. */
    private int at(int variable) {
      int i = 0;
      while (indices[i] != variable) {
        i++;
      }
      return i;
    }

    Jet dx(PointRef from, PointRef to) {
      return of(to.x()).minus(of(from.x()));
    }

    Jet dy(PointRef from, PointRef to) {
      return of(to.y()).minus(of(from.y()));
    }

    Jet distance(PointRef a, PointRef b) {
      return Jet.hypot(dx(a, b), dy(a, b));
    }

    Jet length(Guide.Straight l) {
      return distance(l.from(), l.to());
    }

    Jet cross(Guide.Straight a, Guide.Straight b) {
      return dx(a.from(), a.to())
          .times(dy(b.from(), b.to()))
          .minus(dy(a.from(), a.to()).times(dx(b.from(), b.to())));
    }

    Jet dot(Guide.Straight a, Guide.Straight b) {
      return dx(a.from(), a.to())
          .times(dx(b.from(), b.to()))
          .plus(dy(a.from(), a.to()).times(dy(b.from(), b.to())));
    }

    /** How far a point lies to the left of a line. */
    Jet off(PointRef p, Guide.Straight l) {
      return cross(l, new Guide.Straight(l.from(), p)).over(length(l));
    }

    Jet radius(Guide.Round r) {
      return r.radius() != null ? of(r.radius()) : distance(r.centre(), r.onIt());
    }
  }

  /** An equation of coordinates. */
  static Equation equation(int constraint, Formula formula, double target, Object... of) {
    Set<Integer> found = new LinkedHashSet<>();
    for (Object o : of) {
      collect(o, found);
    }
    int[] indices = found.stream().mapToInt(Integer::intValue).toArray();
    return new Equation(constraint, indices, jets -> formula.of(new View(indices, jets)), target);
  }

  private static void collect(Object o, Set<Integer> to) {
    switch (o) {
      case Coordinate c when c.variable() >= 0 -> to.add(c.variable());
      case PointRef p -> {
        collect(p.x(), to);
        collect(p.y(), to);
      }
      case Guide.Straight l -> {
        collect(l.from(), to);
        collect(l.to(), to);
      }
      case Guide.Round r -> {
        collect(r.centre(), to);
        if (r.radius() != null) {
          collect(r.radius(), to);
        }
        if (r.onIt() != null) {
          collect(r.onIt(), to);
        }
      }
      default -> {}
    }
  }

  /** The equations of one constraint; a reference has none. */
  List<Equation> of(Constraint c, int index) throws ExpressionException, SketchProblem {
    if (c.reference()) {
      return List.of();
    }
    return new One(c, index).equations();
  }

  /** One constraint on its way to equations. */
  private final class One {
    private final Constraint c;
    private final int index;
    private final List<Equation> out = new ArrayList<>();

    One(Constraint c, int index) {
      this.c = c;
      this.index = index;
    }

    private void add(Formula formula, double target, Object... of) {
      out.add(equation(index, formula, target, of));
    }

    /** What a formula comes to as it is drawn: tells which of two ways is meant. */
    private double drawn(Formula formula, Object... of) {
      return equation(index, formula, 0, of).at(points.start()).value();
    }

    List<Equation> equations() throws ExpressionException, SketchProblem {
      switch (c.relation()) {
        case COINCIDENT -> together(point(0), point(1));
        case CONCENTRIC -> together(round(0).centre(), round(1).centre());
        case ON_CURVE -> on(point(0), guide(1));
        case MIDPOINT -> midpoint(point(0), line(1));
        case HORIZONTAL -> level(true);
        case VERTICAL -> level(false);
        case PARALLEL -> turned(false);
        case PERPENDICULAR -> turned(true);
        case COLLINEAR -> {
          Guide.Straight a = line(0);
          on(line(1).from(), a);
          on(line(1).to(), a);
        }
        case TANGENT -> new Tangents().add();
        case EQUAL -> equal();
        case SYMMETRIC -> symmetric(point(0), point(1), line(2));
        case FIXED -> fixed(point(0));
        case LENGTH -> {
          Guide.Straight l = line(0);
          add(v -> v.length(l), positive(), l);
        }
        case DISTANCE -> distance();
        case DISTANCE_X -> along(true);
        case DISTANCE_Y -> along(false);
        case RADIUS -> {
          Guide.Round r = round(0);
          add(v -> v.radius(r), positive(), r);
        }
        case DIAMETER -> {
          Guide.Round r = round(0);
          add(v -> v.radius(r), positive() / 2, r);
        }
        case ANGLE -> angle();
      }
      return out;
    }

    /** Points that were drawn at one place are one already. */
    private void together(PointRef a, PointRef b) {
      if (a.equals(b)) {
        return;
      }
      add(v -> v.dx(a, b), 0, a, b);
      add(v -> v.dy(a, b), 0, a, b);
    }

    private void on(PointRef p, Guide g) {
      switch (g) {
        case Guide.Straight l -> add(v -> v.off(p, l), 0, p, l);
        case Guide.Round r -> add(v -> v.distance(p, r.centre()).minus(v.radius(r)), 0, p, r);
      }
    }

    private void midpoint(PointRef p, Guide.Straight l) {
      add(v -> v.dx(l.from(), p).minus(v.dx(p, l.to())), 0, p, l);
      add(v -> v.dy(l.from(), p).minus(v.dy(p, l.to())), 0, p, l);
    }

    /** A line, or two points at one height. */
    private void level(boolean isHorizontal) throws SketchProblem {
      boolean ofPoints = c.of().size() == 2;
      PointRef a = ofPoints ? point(0) : line(0).from();
      PointRef b = ofPoints ? point(1) : line(0).to();
      add(v -> isHorizontal ? v.dy(a, b) : v.dx(a, b), 0, a, b);
    }

    /** The sine or cosine of the angle between two lines, times the length of the second. */
    private void turned(boolean isSquare) throws SketchProblem {
      Guide.Straight a = line(0);
      Guide.Straight b = line(1);
      add(v -> (isSquare ? v.dot(a, b) : v.cross(a, b)).over(v.length(a)), 0, a, b);
    }

    private void equal() throws SketchProblem {
      if (guide(0) instanceof Guide.Straight a) {
        Guide.Straight b = line(1);
        add(v -> v.length(a).minus(v.length(b)), 0, a, b);
      } else {
        Guide.Round a = round(0);
        Guide.Round b = round(1);
        add(v -> v.radius(a).minus(v.radius(b)), 0, a, b);
      }
    }

    private void symmetric(PointRef a, PointRef b, Guide.Straight axis) {
      add(v -> v.off(a, axis).plus(v.off(b, axis)), 0, a, b, axis);
      add(v -> v.dot(new Guide.Straight(a, b), axis).over(v.length(axis)), 0, a, b, axis);
    }

    private void fixed(PointRef p) {
      add(v -> v.of(p.x()), p.x().value(), p);
      add(v -> v.of(p.y()), p.y().value(), p);
    }

    /** Of two points, of a point from a line, or of two lines. */
    private void distance() throws ExpressionException, SketchProblem {
      boolean fromLine = !points.isPoint(c.of().get(1));
      PointRef a = points.isPoint(c.of().get(0)) ? point(0) : line(0).from();
      if (!fromLine) {
        PointRef b = point(1);
        add(v -> v.distance(a, b), positive(), a, b);
        return;
      }
      Guide.Straight l = line(1);
      Formula off = v -> v.off(a, l);
      add(off, length() * side(drawn(off, a, l)), a, l);
    }

    private void along(boolean isX) throws ExpressionException, SketchProblem {
      PointRef a = point(0);
      PointRef b = point(1);
      Formula apart = v -> isX ? v.dx(a, b) : v.dy(a, b);
      add(apart, length() * side(drawn(apart, a, b)), a, b);
    }

    private static double side(double drawn) {
      return drawn < 0 ? -1 : 1;
    }

    /** Measured about the angle that is asked for, so that it never jumps by a turn. */
    private void angle() throws ExpressionException, SketchProblem {
      Guide.Straight a = line(0);
      Guide.Straight b = line(1);
      double wanted = values.angleRad(c.angle());
      double arm = Math.max(1, drawn(v -> v.length(b), b));
      double cos = Math.cos(wanted);
      double sin = Math.sin(wanted);
      add(
          v -> {
            Jet cross = v.cross(a, b);
            Jet dot = v.dot(a, b);
            return Jet.atan2(
                    cross.times(cos).minus(dot.times(sin)), dot.times(cos).plus(cross.times(sin)))
                .times(arm);
          },
          0,
          a,
          b);
    }

    private double length() throws ExpressionException {
      return values.lengthMm(c.value());
    }

    private double positive() throws ExpressionException, SketchProblem {
      double v = length();
      if (!(v > 0)) {
        throw new SketchProblem(c.of().getFirst(), c.inWords() + " must be more than 0");
      }
      return v;
    }

    private String thing(int i) throws SketchProblem {
      if (i >= c.of().size()) {
        throw new SketchProblem(
            "", "\"" + c.inWords() + "\" needs " + (i + 1) + " things; it names " + c.of().size());
      }
      return c.of().get(i);
    }

    private PointRef point(int i) throws SketchProblem {
      return points.point(thing(i));
    }

    private Guide guide(int i) throws SketchProblem {
      return points.guide(thing(i));
    }

    private Guide.Straight line(int i) throws SketchProblem {
      if (guide(i) instanceof Guide.Straight l) {
        return l;
      }
      throw new SketchProblem(thing(i), c.relation().word() + " needs a line, not " + thing(i));
    }

    private Guide.Round round(int i) throws SketchProblem {
      if (guide(i) instanceof Guide.Round r) {
        return r;
      }
      throw new SketchProblem(
          thing(i), c.relation().word() + " needs a circle or an arc, not " + thing(i));
    }

    /** Where curves share an end, the tangent there; else on the side on which they were drawn. */
    private final class Tangents {
      void add() throws SketchProblem {
        if (guide(0) instanceof Guide.Straight l) {
          lineAndRound(l, round(1));
        } else if (guide(1) instanceof Guide.Straight l) {
          lineAndRound(l, round(0));
        } else {
          rounds(round(0), round(1));
        }
      }

      private void lineAndRound(Guide.Straight l, Guide.Round r) throws SketchProblem {
        PointRef joint = joint();
        if (joint != null) {
          Guide.Straight spoke = new Guide.Straight(r.centre(), joint);
          One.this.add(v -> v.dot(l, spoke).over(v.length(l)), 0, l, spoke);
          return;
        }
        Formula off = v -> v.off(r.centre(), l);
        double side = side(drawn(off, r, l));
        One.this.add(v -> off.of(v).times(side).minus(v.radius(r)), 0, r, l);
      }

      private void rounds(Guide.Round a, Guide.Round b) throws SketchProblem {
        PointRef joint = joint();
        if (joint != null) {
          Guide.Straight one = new Guide.Straight(a.centre(), joint);
          Guide.Straight other = new Guide.Straight(b.centre(), joint);
          One.this.add(v -> v.cross(one, other).over(v.length(one)), 0, one, other);
          return;
        }
        double ra = drawn(v -> v.radius(a), a);
        double rb = drawn(v -> v.radius(b), b);
        Xy between = a.centre().drawn().minus(b.centre().drawn());
        boolean isOutside = Math.hypot(between.x(), between.y()) > Math.max(ra, rb);
        double sa = isOutside || ra > rb ? 1 : -1;
        double sb = isOutside || rb > ra ? 1 : -1;
        One.this.add(
            v ->
                v.distance(a.centre(), b.centre())
                    .minus(v.radius(a).times(sa))
                    .minus(v.radius(b).times(sb)),
            0,
            a,
            b);
      }

      /** The end that both curves share, or null. */
      private PointRef joint() throws SketchProblem {
        for (String end : List.of(".from", ".to")) {
          for (String other : List.of(".from", ".to")) {
            String a = thing(0) + end;
            String b = thing(1) + other;
            if (points.isPoint(a) && points.isPoint(b) && points.point(a).equals(points.point(b))) {
              return points.point(a);
            }
          }
        }
        return null;
      }
    }
  }
}

package org.ankerdraft.core.sketch.edit;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import org.ankerdraft.core.sketch.Curve2;
import org.ankerdraft.vectors.Xy;

/** Where the lines and circles meet along which lines and arcs run. */
final class Meeting {
  private static final double TANGENT = 1e-9;

  private Meeting() {}

  /** The meeting that lies nearest to a place; null if there is none. */
  static Xy of(Curve2 a, Curve2 b, Xy near) {
    List<Xy> found = new ArrayList<>();
    if (a instanceof Curve2.Line l && b instanceof Curve2.Line m) {
      lines(l, m, found);
    } else if (a instanceof Curve2.Line l && b instanceof Curve2.Arc r) {
      lineAndCircle(l, r, found);
    } else if (a instanceof Curve2.Arc r && b instanceof Curve2.Line l) {
      lineAndCircle(l, r, found);
    } else if (a instanceof Curve2.Arc r && b instanceof Curve2.Arc s) {
      circles(r, s, found);
    }
    return found.stream().min(Comparator.comparingDouble(p -> p.distance(near))).orElse(null);
  }

  private static void lines(Curve2.Line l, Curve2.Line m, List<Xy> out) {
    Xy u = l.end().minus(l.start());
    Xy v = m.end().minus(m.start());
    double turn = u.cross(v);
    if (Math.abs(turn) > TANGENT * u.length() * v.length()) {
      out.add(l.start().plus(u.times(m.start().minus(l.start()).cross(v) / turn)));
    }
  }

  private static void lineAndCircle(Curve2.Line l, Curve2.Arc arc, List<Xy> out) {
    Xy c = arc.centre();
    double r = c.distance(arc.start());
    Xy u = l.end().minus(l.start()).times(1 / l.end().distance(l.start()));
    Xy foot = l.start().plus(u.times(c.minus(l.start()).dot(u)));
    halves(r, foot.distance(c)).forEach(h -> out.add(foot.plus(u.times(h))));
  }

  private static void circles(Curve2.Arc a, Curve2.Arc b, List<Xy> out) {
    Xy c = a.centre();
    double r = c.distance(a.start());
    double s = b.centre().distance(b.start());
    double apart = c.distance(b.centre());
    if (apart < TANGENT) {
      return;
    }
    Xy u = b.centre().minus(c).times(1 / apart);
    double along = (apart * apart + r * r - s * s) / (2 * apart);
    Xy foot = c.plus(u.times(along));
    Xy across = new Xy(-u.y(), u.x());
    halves(r, Math.abs(along)).forEach(h -> out.add(foot.plus(across.times(h))));
  }

  /** Half the chord at a distance from the centre, to both sides; touching counts as meeting. */
  private static List<Double> halves(double radius, double distance) {
    double square = (radius - distance) * (radius + distance);
    if (square < -TANGENT * radius * radius) {
      return List.of();
    }
    double half = Math.sqrt(Math.max(0, square));
    return half == 0 ? List.of(0.0) : List.of(half, -half);
  }

  /** A line or an arc along the same line or circle, between other ends. */
  static Curve2 between(Curve2 curve, Xy start, Xy end) {
    if (!(curve instanceof Curve2.Arc a)) {
      return curve instanceof Curve2.Line ? new Curve2.Line(0, start, end) : curve;
    }
    Xy c = a.centre();
    double from = Math.atan2(start.y() - c.y(), start.x() - c.x());
    double turn = Math.atan2(end.y() - c.y(), end.x() - c.x()) - from;
    double full = 2 * Math.PI;
    turn = turn - full * Math.floor(turn / full);
    double way = a.isClockwise() ? turn - full : turn;
    return new Curve2.Arc(0, start, c.plus(Xy.polar(c.distance(start), from + way / 2)), end);
  }
}

package org.ankerdraft.core.step.sweep;

import java.util.ArrayList;
import java.util.List;
import org.ankerdraft.core.sketch.Curve2;
import org.ankerdraft.core.sketch.Frame;
import org.ankerdraft.kernel.ProfileCurve;
import org.ankerdraft.vectors.Vec3;
import org.ankerdraft.vectors.Xy;

/**
 * A path in space, of plane ways one after the other, and frames along it: square to it, and
 * turning about it no more than they must.
 */
final class Track {
  /** Steps in which a curve is walked. */
  private static final int STEPS = 1500;

  /** Curves that turn by less from one to the next go on without a kink. */
  static final double SMOOTH_RAD = 1e-4;

  private final List<Way> ways;
  private final Stand first;

  /** Walked when they are first asked for: a plain sweep along one way needs none. */
  private final List<Stand> stands = new ArrayList<>();

  private final List<Kink> kinks = new ArrayList<>();

  /**
   * A place on it.
   *
   * @param lengthMm of the path up to there
   * @param ahead direction of the path, length 1
   * @param side square to it, length 1: where the first one's side has got to
   */
  record Stand(double lengthMm, Vec3 at, Vec3 ahead, Vec3 side) {
    Vec3 up() {
      return ahead.cross(side);
    }

    /** A vector square to the path, by the frame's side and up. */
    Xy flat(Vec3 v) {
      return new Xy(v.dot(side), v.dot(up()));
    }

    Vec3 inSpace(Xy flat) {
      return side.times(flat.x()).plus(up().times(flat.y()));
    }

    /** A vector of this frame, in another. */
    Vec3 in(Stand other, Vec3 v) {
      return other
          .side
          .times(v.dot(side))
          .plus(other.up().times(v.dot(up())))
          .plus(other.ahead.times(v.dot(ahead)));
    }
  }

  /** A corner of it: how it comes and how it goes on. */
  record Kink(Stand before, Stand after) {}

  Track(List<Way> ways) {
    this.ways = List.copyOf(ways);
    Frame frame = ways.getFirst().frame();
    Curve2 curve = ways.getFirst().curves().getFirst();
    this.first =
        new Stand(0, ways.getFirst().start(), inSpace(frame, curve.direction(0)), frame.normal());
  }

  List<Way> ways() {
    return ways;
  }

  boolean isClosed() {
    return ways.size() == 1 && ways.getFirst().isClosed();
  }

  List<ProfileCurve> inSpace() {
    return ways.stream().flatMap(w -> w.inSpace().stream()).toList();
  }

  List<Kink> kinks() {
    walk();
    return kinks;
  }

  List<Stand> stands() {
    walk();
    return stands;
  }

  Stand first() {
    return first;
  }

  double lengthMm() {
    return stands().getLast().lengthMm;
  }

  /** How far it turns altogether, rad. */
  double turnRad() {
    walk();
    double sum = 0;
    for (int i = 1; i < stands.size(); i++) {
      sum += stands.get(i - 1).ahead.angleTo(stands.get(i).ahead);
    }
    return sum;
  }

  /** Where its way number {@code index} begins. */
  Stand beginOf(int index) {
    if (index == 0) {
      return first;
    }
    Vec3 start = ways.get(index).start();
    Vec3 heading = ways.get(index).heading();
    return stands().stream()
        .filter(s -> s.at.distance(start) < 1e-9 && s.ahead.angleTo(heading) < SMOOTH_RAD)
        .findFirst()
        .orElseThrow();
  }

  /** The walked place that is nearest to one after a length. */
  Stand after(double lengthMm) {
    walk();
    int low = 0;
    int high = stands.size() - 1;
    while (high - low > 1) {
      int middle = (low + high) >>> 1;
      if (stands.get(middle).lengthMm <= lengthMm) {
        low = middle;
      } else {
        high = middle;
      }
    }
    return lengthMm - stands.get(low).lengthMm < stands.get(high).lengthMm - lengthMm
        ? stands.get(low)
        : stands.get(high);
  }

  private void walk() {
    if (!stands.isEmpty()) {
      return;
    }
    Stand now = first;
    for (Way way : ways) {
      for (Curve2 c : way.curves()) {
        Vec3 ahead = inSpace(way.frame(), c.direction(0));
        Vec3 at = way.frame().at(c.at(0).x(), c.at(0).y());
        Stand next = turned(now, 0, at, ahead);
        if (now.ahead.angleTo(ahead) > SMOOTH_RAD) {
          kinks.add(new Kink(now, next));
        }
        stands.add(next);
        now = next;
        for (int i = 1; i <= STEPS; i++) {
          double t = (double) i / STEPS;
          Vec3 there = way.frame().at(c.at(t).x(), c.at(t).y());
          Vec3 heading = inSpace(way.frame(), c.direction(t));
          double chord = there.distance(now.at);
          double half = now.ahead.angleTo(heading) / 2;
          // The arc over a chord.
          double step = half < 1e-9 ? chord : chord * half / Math.sin(half);
          now = turned(now, step, there, heading);
          stands.add(now);
        }
      }
    }
  }

  private static Vec3 inSpace(Frame frame, Xy way) {
    return frame.x().times(way.x()).plus(frame.y().times(way.y())).unit();
  }

  /** The frame turned no more than its direction does. */
  private static Stand turned(Stand from, double step, Vec3 at, Vec3 ahead) {
    Vec3 axis = from.ahead.cross(ahead);
    Vec3 side =
        axis.length() < 1e-12
            ? from.side
            : from.side.rotated(axis.unit(), from.ahead.angleTo(ahead));
    Vec3 square = side.minus(ahead.times(side.dot(ahead))).unit();
    return new Stand(from.lengthMm + step, at, ahead, square);
  }

  /**
   * Length of the way of a point that keeps its place in the frame, mitred at corners.
   *
   * @param beside from the beginning of the path, square to it
   */
  double lengthBeside(Vec3 beside) {
    walk();
    double sum = 0;
    for (int i = 1; i < stands.size(); i++) {
      Stand a = stands.get(i - 1);
      Stand b = stands.get(i);
      if (b.lengthMm > a.lengthMm) {
        Vec3 from = a.at.plus(first.in(a, beside));
        Vec3 to = b.at.plus(first.in(b, beside));
        sum += to.minus(from).dot(a.ahead.plus(b.ahead).unit());
      }
    }
    for (Kink k : kinks) {
      double open = 1 + k.before.ahead.dot(k.after.ahead);
      sum -= first.in(k.before, beside).dot(k.after.ahead) / open;
      sum += first.in(k.after, beside).dot(k.before.ahead) / open;
    }
    return sum;
  }
}

package org.ankerdraft.core.step.sweep;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.ankerdraft.core.sketch.Curve2;
import org.ankerdraft.core.sketch.Frame;
import org.ankerdraft.core.sketch.ResolvedSketch;
import org.ankerdraft.kernel.ProfileCurve;
import org.ankerdraft.vectors.Plane;
import org.ankerdraft.vectors.Vec3;
import org.ankerdraft.vectors.Xy;

/**
 * A plane path from where a profile stands on it.
 *
 * @param curves head to tail
 * @param isClosed whether it ends where it begins
 */
record Way(List<Curve2> curves, Frame frame, boolean isClosed) {
  private static final int SAMPLES = 2000;

  /** Share of a curve over which its direction at an end is told. */
  private static final double JUST = 1e-6;

  /** Curves that turn by less from one to the next go on without a kink. */
  private static final double SMOOTH_RAD = 1e-4;

  /** The chain of a sketch from the plane of a profile on; empty if it does not pass through it. */
  static Optional<Way> from(ResolvedSketch path, Plane profile, double withinMm) {
    List<Curve2> chain = path.drawn().getFirst();
    Frame frame = path.frame();
    boolean isClosed = Curve2.isRound(chain, withinMm);
    for (List<Curve2> turned : isClosed ? roundTrips(chain) : bothWays(chain)) {
      Vec3 start = inSpace(frame, turned.getFirst().start());
      if (Math.abs(profile.signedDistance(start)) < withinMm) {
        return Optional.of(new Way(turned, frame, isClosed));
      }
    }
    return Optional.empty();
  }

  /** The chain of a sketch from a place on; empty if it neither begins nor ends there. */
  static Optional<Way> goingOn(ResolvedSketch path, Vec3 from, double withinMm) {
    return bothWays(path.drawn().getFirst()).stream()
        .filter(c -> inSpace(path.frame(), c.getFirst().start()).distance(from) < withinMm)
        .map(c -> new Way(c, path.frame(), false))
        .findFirst();
  }

  private static List<List<Curve2>> bothWays(List<Curve2> chain) {
    return List.of(chain, chain.reversed().stream().map(Curve2::reversed).toList());
  }

  private static List<List<Curve2>> roundTrips(List<Curve2> chain) {
    List<List<Curve2>> out = new ArrayList<>();
    for (int i = 0; i < chain.size(); i++) {
      List<Curve2> from = new ArrayList<>(chain.subList(i, chain.size()));
      from.addAll(chain.subList(0, i));
      out.add(from);
    }
    return out;
  }

  private static Vec3 inSpace(Frame frame, Xy p) {
    return frame.at(p.x(), p.y());
  }

  List<ProfileCurve> inSpace() {
    return curves.stream().map(c -> c.in(frame)).toList();
  }

  Vec3 start() {
    return inSpace(frame, curves.getFirst().start());
  }

  Vec3 end() {
    return inSpace(frame, curves.getLast().end());
  }

  private static Xy headingAt(Curve2 c, boolean atEnd) {
    Xy way = atEnd ? c.at(1).minus(c.at(1 - JUST)) : c.at(JUST).minus(c.at(0));
    return way.times(1 / way.length());
  }

  /** Direction in which it begins. */
  Vec3 heading() {
    Xy h = headingAt(curves.getFirst(), false);
    return frame.x().times(h.x()).plus(frame.y().times(h.y()));
  }

  /** To the left of its beginning, in its plane. */
  Vec3 left() {
    return frame.normal().cross(heading());
  }

  /**
   * Length of the way of a point that keeps beside the path.
   *
   * @param leftMm how far to its left
   */
  double lengthBeside(double leftMm) {
    double sum = 0;
    for (int i = 0; i < curves.size(); i++) {
      Curve2 c = curves.get(i);
      sum += length(c) - leftMm * turn(c);
      Curve2 next = i + 1 < curves.size() ? curves.get(i + 1) : isClosed ? curves.getFirst() : null;
      if (next != null && !next.equals(c)) {
        double kink = turn(headingAt(c, true), headingAt(next, false));
        // On the inside of a kink the way is shorter on both sides of it, up to where they meet.
        sum -= Math.abs(kink) < SMOOTH_RAD ? leftMm * kink : 2 * leftMm * Math.tan(kink / 2);
      }
    }
    return sum;
  }

  private static double turn(Xy from, Xy to) {
    return Math.atan2(from.cross(to), from.dot(to));
  }

  private static double length(Curve2 c) {
    return switch (c) {
      case Curve2.Line l -> l.start().distance(l.end());
      case Curve2.Arc a -> a.centre().distance(a.start()) * Math.abs(a.turn());
      case Curve2.Circle k -> 2 * Math.PI * k.radius();
      case Curve2.Ellipse _, Curve2.Spline _ -> {
        double sum = 0;
        for (int i = 0; i < SAMPLES; i++) {
          sum += c.at((double) i / SAMPLES).distance(c.at((i + 1.0) / SAMPLES));
        }
        yield sum;
      }
    };
  }

  /** How far a curve turns to the left, rad. */
  private static double turn(Curve2 c) {
    return switch (c) {
      case Curve2.Line _ -> 0;
      case Curve2.Arc a -> a.turn();
      case Curve2.Circle _ -> 2 * Math.PI;
      case Curve2.Ellipse _, Curve2.Spline _ -> {
        double sum = 0;
        Xy before = headingAt(c, false);
        for (int i = 1; i < SAMPLES; i++) {
          Xy step = c.at((i + 0.5) / SAMPLES).minus(c.at((i - 0.5) / SAMPLES));
          sum += turn(before, step);
          before = step;
        }
        yield sum + turn(before, headingAt(c, true));
      }
    };
  }

  /** The tightest turn to one side. */
  record Tightest(Curve2 curve, double radiusMm) {}

  /** Where it turns most tightly to its left, or to its right; empty if it nowhere does. */
  Optional<Tightest> tightest(boolean toLeft) {
    Tightest found = null;
    for (Curve2 c : curves) {
      double radius =
          switch (c) {
            case Curve2.Line _ -> Double.MAX_VALUE;
            case Curve2.Arc a ->
                a.turn() > 0 == toLeft ? a.centre().distance(a.start()) : Double.MAX_VALUE;
            case Curve2.Circle k -> toLeft ? k.radius() : Double.MAX_VALUE;
            case Curve2.Ellipse _, Curve2.Spline _ -> tightest(c, toLeft);
          };
      if (radius < Double.MAX_VALUE && (found == null || radius < found.radiusMm)) {
        found = new Tightest(c, radius);
      }
    }
    return Optional.ofNullable(found);
  }

  private static double tightest(Curve2 c, boolean toLeft) {
    double radius = Double.MAX_VALUE;
    for (int i = 1; i < SAMPLES; i++) {
      Xy in = c.at((double) i / SAMPLES).minus(c.at((i - 1.0) / SAMPLES));
      Xy out = c.at((i + 1.0) / SAMPLES).minus(c.at((double) i / SAMPLES));
      double turn = turn(in, out);
      if (turn > 0 == toLeft && turn != 0) {
        radius = Math.min(radius, (in.length() + out.length()) / 2 / Math.abs(turn));
      }
    }
    return radius;
  }
}

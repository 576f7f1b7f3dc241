package org.ankerdraft.core.step.rib;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import org.ankerdraft.core.geometry.Tolerance;
import org.ankerdraft.core.sketch.Curve2;
import org.ankerdraft.vectors.Xy;

/** What stands at an end of one curve of a rib's line, in the sketch's plane. */
sealed interface RibEnd {
  /** Nothing of the sketch: the body must have a wall there. */
  record AtWall() implements RibEnd {}

  /**
   * A curve with which it makes a corner: the next one of its line, or the outer one of several
   * that all leave to one side.
   *
   * @param onwards direction in which that one leaves
   */
  record Bend(Xy onwards) implements RibEnd {}

  /**
   * Another line, which goes on past it on both sides: the rib ends in the middle of that one.
   *
   * @param along the direction of that line there
   */
  record OnLine(Xy along) implements RibEnd {}

  /** Ends of other lines, which leave no room beyond it. */
  record AtEnds() implements RibEnd {}

  /**
   * What stands at an end of a chain.
   *
   * @param outwards direction in which the curve would go on there
   * @param others all other curves
   */
  static RibEnd of(Xy place, Xy outwards, List<Curve2> others, Tolerance tolerance) {
    List<Xy> ways = new ArrayList<>();
    others.forEach(c -> ways.addAll(waysFrom(place, c, tolerance.lengthMm())));
    if (ways.isEmpty()) {
      return new AtWall();
    }
    double same = tolerance.angleRad();
    for (Xy way : ways) {
      boolean goesOn = ways.stream().anyMatch(w -> angle(way, w) > Math.PI - same);
      boolean isAhead = angle(way, outwards) < same || angle(way, outwards) > Math.PI - same;
      if (goesOn && !isAhead) {
        return new OnLine(way);
      }
    }
    return cornerOf(outwards.times(-1), ways, same).<RibEnd>map(Bend::new).orElseGet(AtEnds::new);
  }

  /**
   * The line with which one makes the outer corner, where all leave to one side; empty for one that
   * leaves between others.
   */
  private static Optional<Xy> cornerOf(Xy own, List<Xy> others, double same) {
    for (int side : new int[] {1, -1}) {
      double nearest = others.stream().mapToDouble(w -> turn(own, w, side)).min().orElseThrow();
      if (nearest > Math.PI + same) {
        return others.stream().max(Comparator.comparingDouble(w -> angle(own, w)));
      }
    }
    return Optional.empty();
  }

  /** By how much one direction must turn to become another, to one side; 0 to 2 pi. */
  private static double turn(Xy from, Xy to, int side) {
    double turn = side * Math.atan2(from.cross(to), from.dot(to));
    return turn < 0 ? turn + 2 * Math.PI : turn;
  }

  /** The directions in which a curve leaves a place on it; none if it does not pass there. */
  private static List<Xy> waysFrom(Xy place, Curve2 curve, double withinMm) {
    if (!curve.isClosed() && curve.start().distance(place) < withinMm) {
      return List.of(curve.direction(0));
    }
    if (!curve.isClosed() && curve.end().distance(place) < withinMm) {
      return List.of(curve.direction(1).times(-1));
    }
    double share = nearest(curve, place);
    if (curve.at(share).distance(place) >= withinMm) {
      return List.of();
    }
    Xy along = curve.direction(share);
    return List.of(along, along.times(-1));
  }

  /** The share of a curve's way at which it comes nearest to a place. */
  private static double nearest(Curve2 curve, Xy place) {
    int samples = 400;
    int nearest = 0;
    for (int i = 1; i <= samples; i++) {
      if (curve.at((double) i / samples).distance(place)
          < curve.at((double) nearest / samples).distance(place)) {
        nearest = i;
      }
    }
    double low = Math.max(0, nearest - 1.0) / samples;
    double high = Math.min(samples, nearest + 1.0) / samples;
    for (int i = 0; i < 100; i++) {
      double a = low + (high - low) / 3;
      double b = high - (high - low) / 3;
      if (curve.at(a).distance(place) < curve.at(b).distance(place)) {
        high = b;
      } else {
        low = a;
      }
    }
    return (low + high) / 2;
  }

  /** Between two directions, 0 to pi. */
  static double angle(Xy one, Xy other) {
    return Math.abs(Math.atan2(one.cross(other), one.dot(other)));
  }
}

package org.ankerdraft.core.step.rib;

import java.util.ArrayList;
import java.util.List;
import org.ankerdraft.core.sketch.Curve2;
import org.ankerdraft.core.sketch.ResolvedSketch;
import org.ankerdraft.vectors.Xy;

/**
 * One curve of a rib's line, in the sketch's plane.
 *
 * @param before direction in which the curve from which it goes on ends; null at an end of the line
 * @param after direction in which the one that goes on from it begins
 * @param isStartFree whether nothing of the sketch stands at its start: the wall must be there
 */
record RibPiece(
    String name, Curve2 curve, Xy before, Xy after, boolean isStartFree, boolean isEndFree) {
  private static final int SAMPLES = 400;

  /** The pieces of all open chains of a sketch. */
  static List<RibPiece> of(ResolvedSketch sketch, double withinMm) {
    List<List<Curve2>> chains =
        sketch.drawn().stream().filter(c -> !Curve2.isRound(c, withinMm)).toList();
    List<RibPiece> out = new ArrayList<>();
    for (List<Curve2> chain : chains) {
      List<Curve2> others =
          chains.stream().filter(c -> !c.equals(chain)).flatMap(List::stream).toList();
      for (int i = 0; i < chain.size(); i++) {
        Curve2 curve = chain.get(i);
        Xy before = i == 0 ? null : chain.get(i - 1).direction(1);
        Xy after = i == chain.size() - 1 ? null : chain.get(i + 1).direction(0);
        out.add(
            new RibPiece(
                sketch.nameByTag().get(curve.tag()),
                curve,
                before,
                after,
                before == null && !isOn(curve.start(), others, withinMm),
                after == null && !isOn(curve.end(), others, withinMm)));
      }
    }
    return out;
  }

  private static boolean isOn(Xy place, List<Curve2> curves, double withinMm) {
    return curves.stream().anyMatch(c -> distance(c, place) < withinMm);
  }

  /** From a place to a curve, mm. */
  private static double distance(Curve2 curve, Xy place) {
    int nearest = 0;
    for (int i = 1; i <= SAMPLES; i++) {
      if (at(curve, i).distance(place) < at(curve, nearest).distance(place)) {
        nearest = i;
      }
    }
    double low = Math.max(0, nearest - 1.0) / SAMPLES;
    double high = Math.min(SAMPLES, nearest + 1.0) / SAMPLES;
    for (int i = 0; i < 100; i++) {
      double a = low + (high - low) / 3;
      double b = high - (high - low) / 3;
      if (curve.at(a).distance(place) < curve.at(b).distance(place)) {
        high = b;
      } else {
        low = a;
      }
    }
    return curve.at((low + high) / 2).distance(place);
  }

  private static Xy at(Curve2 curve, int sample) {
    return curve.at((double) sample / SAMPLES);
  }

  Xy startWay() {
    return curve.direction(0);
  }

  Xy endWay() {
    return curve.direction(1);
  }

  boolean isStraight() {
    return curve instanceof Curve2.Line;
  }

  /** By how much the line turns where it comes from another curve, rad. */
  double turnBefore() {
    return before == null ? 0 : turn(before, startWay());
  }

  double turnAfter() {
    return after == null ? 0 : turn(endWay(), after);
  }

  private static double turn(Xy from, Xy to) {
    return Math.abs(Math.atan2(from.cross(to), from.dot(to)));
  }
}

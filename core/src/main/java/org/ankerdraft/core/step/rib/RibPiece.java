package org.ankerdraft.core.step.rib;

import java.util.ArrayList;
import java.util.List;
import org.ankerdraft.core.geometry.Tolerance;
import org.ankerdraft.core.sketch.Curve2;
import org.ankerdraft.core.sketch.ResolvedSketch;
import org.ankerdraft.vectors.Xy;

/** One curve of a rib's line, in the sketch's plane, and what stands at its ends. */
record RibPiece(String name, Curve2 curve, RibEnd start, RibEnd end) {

  /** The pieces of all that a sketch holds. */
  static List<RibPiece> of(ResolvedSketch sketch, Tolerance tolerance) {
    List<Curve2> all = sketch.drawn().stream().flatMap(List::stream).toList();
    List<RibPiece> out = new ArrayList<>();
    for (List<Curve2> chain : sketch.drawn()) {
      boolean isRound = Curve2.isRound(chain, tolerance.lengthMm());
      for (int i = 0; i < chain.size(); i++) {
        Curve2 curve = chain.get(i);
        List<Curve2> others = all.stream().filter(c -> c.tag() != curve.tag()).toList();
        Curve2 before = i > 0 || isRound ? chain.get(Math.floorMod(i - 1, chain.size())) : null;
        Curve2 after = i + 1 < chain.size() || isRound ? chain.get((i + 1) % chain.size()) : null;
        out.add(
            new RibPiece(
                sketch.nameByTag().get(curve.tag()),
                curve,
                before != null
                    ? new RibEnd.Bend(before.direction(1).times(-1))
                    : RibEnd.of(curve.start(), curve.direction(0).times(-1), others, tolerance),
                after != null
                    ? new RibEnd.Bend(after.direction(0))
                    : RibEnd.of(curve.end(), curve.direction(1), others, tolerance)));
      }
    }
    return out;
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
}

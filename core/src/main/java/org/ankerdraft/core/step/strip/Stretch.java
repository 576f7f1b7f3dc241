package org.ankerdraft.core.step.strip;

import java.util.Optional;
import org.ankerdraft.core.expression.Evaluator;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.operation.Words;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.kernel.Topology;
import org.ankerdraft.vectors.Vec3;

/**
 * Where along its edge a strip is in the way of something: near the edge's start, near its end, or
 * both.
 *
 * @param lengthMm of the edge
 * @param startMm how far that reaches from the edge's start; 0 where nothing is in the way there
 * @param endMm how far from its end
 */
record Stretch(double lengthMm, double startMm, double endMm) {
  /** Of the length: what reaches farther from an end lies along the whole edge. */
  private static final double MOST = 0.45;

  /**
   * Of what a strip shares with a body.
   *
   * @param common what both fill
   */
  static Stretch of(NamedShape common, StripSeat seat) {
    double start = 0;
    double end = 0;
    for (Topology.Edge e : common.topology().edges()) {
      for (Vec3 p : new Vec3[] {e.start(), e.mid(), e.end()}) {
        double along = p.minus(seat.origin()).dot(seat.along());
        if (along < seat.lengthMm() / 2) {
          start = Math.max(start, along);
        } else {
          end = Math.max(end, seat.lengthMm() - along);
        }
      }
    }
    return new Stretch(seat.lengthMm(), start, end);
  }

  private boolean reachesTheMiddle() {
    return Math.max(startMm, endMm) > MOST * lengthMm;
  }

  String said() {
    if (reachesTheMiddle()) {
      return "along the middle of its edge";
    }
    String start = "up to " + Words.mm(rounded(startMm)) + " from the start of its edge";
    String end = "up to " + Words.mm(rounded(endMm)) + " from its end";
    return startMm > 0 && endMm > 0 ? start + " and " + end : startMm > 0 ? start : end;
  }

  /**
   * With which it would keep clear; empty where something lies along the middle.
   *
   * @param gapMm by which it then stands off
   */
  Optional<Offsets> offsets(double gapMm) {
    return reachesTheMiddle()
        ? Optional.empty()
        : Optional.of(new Offsets(clear(startMm, gapMm), clear(endMm, gapMm)));
  }

  private static double clear(double mm, double gapMm) {
    return mm > 0 ? mm + gapMm : 0;
  }

  private static double rounded(double mm) {
    return Math.ceil(mm * 100) / 100;
  }

  /**
   * By how much the ends of a strip keep off those of its edge.
   *
   * @param startMm 0 for what is as it was
   */
  record Offsets(double startMm, double endMm) {
    /** A seat with these offsets, where they are larger than its own. */
    Seat onto(Seat seat, Evaluator values) {
      return seat.withOffsets(
          more(startMm, seat.startOffset(), values), more(endMm, seat.endOffset(), values));
    }

    /** Null if the offset need not be larger. */
    private static Expr more(double mm, Expr now, Evaluator values) {
      try {
        return mm > 0 && (now == null || mm > values.lengthMm(now)) ? Words.atLeastMm(mm) : null;
      } catch (ExpressionException e) {
        throw new IllegalStateException("the offsets of a seat were read before", e);
      }
    }
  }
}

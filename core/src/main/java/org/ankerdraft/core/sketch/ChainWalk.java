package org.ankerdraft.core.sketch;

import java.util.List;
import org.ankerdraft.vectors.Xy;

/**
 * Places along a chain of curves, by the way gone. Of lines, arcs and circles exactly; of ellipses
 * and splines by their length in {@link #STEPS} chords, which strays by less than a hundred
 * thousandth of it.
 */
public final class ChainWalk {
  private static final int STEPS = 2000;

  /** Of a curve's way, to either side: how far apart places are that tell its direction. */
  private static final double NEAR = 1e-6;

  /** A curve with the way gone at even shares of its parameter. */
  private record Leg(Curve2 curve, double[] gone) {
    static Leg of(Curve2 curve) {
      boolean isEven =
          curve instanceof Curve2.Line
              || curve instanceof Curve2.Arc
              || curve instanceof Curve2.Circle;
      if (isEven) {
        return new Leg(curve, new double[] {0, evenLength(curve)});
      }
      double[] gone = new double[STEPS + 1];
      for (int i = 1; i <= STEPS; i++) {
        Xy before = curve.at((i - 1.0) / STEPS);
        gone[i] = gone[i - 1] + before.distance(curve.at((double) i / STEPS));
      }
      return new Leg(curve, gone);
    }

    private static double evenLength(Curve2 curve) {
      return switch (curve) {
        case Curve2.Arc a -> a.centre().distance(a.start()) * Math.abs(a.turn());
        case Curve2.Circle k -> 2 * Math.PI * k.radius();
        default -> curve.start().distance(curve.end());
      };
    }

    double length() {
      return gone[gone.length - 1];
    }

    double share(double way) {
      int i = 1;
      while (i < gone.length - 1 && gone[i] < way) {
        i++;
      }
      double step = gone[i] - gone[i - 1];
      double part = step == 0 ? 0 : (way - gone[i - 1]) / step;
      return (i - 1 + part) / (gone.length - 1);
    }
  }

  private final List<Leg> legs;
  private final boolean closed;

  /**
   * @param chain head to tail
   * @param sameMm how near its ends lie if it runs round
   */
  public ChainWalk(List<Curve2> chain, double sameMm) {
    legs = chain.stream().map(Leg::of).toList();
    closed = chain.getFirst().start().distance(chain.getLast().end()) < sameMm;
  }

  public boolean isClosed() {
    return closed;
  }

  public double lengthMm() {
    return legs.stream().mapToDouble(Leg::length).sum();
  }

  /** The place after a way, mm. */
  public Xy at(double way) {
    return on(way, 0);
  }

  /** The direction in which the chain goes on there, rad. */
  public double directionRad(double way) {
    Xy d = on(way, NEAR).minus(on(way, -NEAR));
    return Math.atan2(d.y(), d.x());
  }

  private Xy on(double way, double beside) {
    double left = way;
    int i = 0;
    // At a kink the curve counts that begins there.
    while (i < legs.size() - 1 && left >= legs.get(i).length() - NEAR) {
      left -= legs.get(i++).length();
    }
    Leg leg = legs.get(i);
    double share = leg.share(Math.min(left, leg.length())) + beside;
    return leg.curve.at(leg.curve instanceof Curve2.Circle ? share : Math.clamp(share, 0, 1));
  }
}

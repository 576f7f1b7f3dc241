package org.ankerdraft.core.geometry;

import java.util.ArrayList;
import java.util.List;
import org.ankerdraft.vectors.Xy;

/** A curve in a plane, with a direction; mm and rad. */
public sealed interface PlaneCurve {
  Xy start();

  Xy end();

  PlaneCurve reversed();

  PlaneCurve moved(Xy by);

  double lengthMm();

  /** Twice the area between the curve and the origin, counter-clockwise positive. */
  double areaTerm();

  /**
   * Points from start to end, both included.
   *
   * @param chordMm largest distance of the straight pieces between them from the curve
   */
  List<Xy> points(double chordMm);

  record Line(Xy start, Xy end) implements PlaneCurve {
    @Override
    public Line moved(Xy by) {
      return new Line(start.plus(by), end.plus(by));
    }

    @Override
    public Line reversed() {
      return new Line(end, start);
    }

    @Override
    public double lengthMm() {
      return start.distance(end);
    }

    @Override
    public double areaTerm() {
      return start.cross(end);
    }

    @Override
    public List<Xy> points(double chordMm) {
      return List.of(start, end);
    }
  }

  /**
   * An arc, or a full circle if it sweeps 2 pi.
   *
   * @param startRad direction of the start from the centre
   * @param sweepRad turn to the end, counter-clockwise positive
   */
  record Arc(Xy centre, double radius, double startRad, double sweepRad) implements PlaneCurve {
    @Override
    public Xy start() {
      return at(0);
    }

    @Override
    public Xy end() {
      return isFull() ? start() : at(1);
    }

    /** The point at a share of the sweep. */
    public Xy at(double share) {
      return centre.plus(Xy.polar(radius, startRad + share * sweepRad));
    }

    public boolean isFull() {
      return Math.abs(sweepRad) >= 2 * Math.PI;
    }

    @Override
    public Arc moved(Xy by) {
      return new Arc(centre.plus(by), radius, startRad, sweepRad);
    }

    @Override
    public Arc reversed() {
      return new Arc(centre, radius, startRad + sweepRad, -sweepRad);
    }

    @Override
    public double lengthMm() {
      return radius * Math.abs(sweepRad);
    }

    @Override
    public double areaTerm() {
      return start().cross(end()) + radius * radius * (sweepRad - Math.sin(sweepRad));
    }

    @Override
    public List<Xy> points(double chordMm) {
      double step = 2 * Math.acos(Math.max(0.5, 1 - chordMm / radius));
      int n = Math.max(2, (int) Math.ceil(Math.abs(sweepRad) / step));
      List<Xy> out = new ArrayList<>();
      for (int i = 0; i < n; i++) {
        out.add(at((double) i / n));
      }
      out.add(end());
      return out;
    }
  }

  /** Straight pieces through points; stands for another curve within a stated tolerance. */
  record Path(List<Xy> through) implements PlaneCurve {
    public Path {
      through = List.copyOf(through);
    }

    @Override
    public Xy start() {
      return through.getFirst();
    }

    @Override
    public Xy end() {
      return through.getLast();
    }

    @Override
    public Path moved(Xy by) {
      return new Path(through.stream().map(p -> p.plus(by)).toList());
    }

    @Override
    public Path reversed() {
      return new Path(through.reversed());
    }

    @Override
    public double lengthMm() {
      double sum = 0;
      for (int i = 1; i < through.size(); i++) {
        sum += through.get(i - 1).distance(through.get(i));
      }
      return sum;
    }

    @Override
    public double areaTerm() {
      double sum = 0;
      for (int i = 1; i < through.size(); i++) {
        sum += through.get(i - 1).cross(through.get(i));
      }
      return sum;
    }

    @Override
    public List<Xy> points(double chordMm) {
      return through;
    }
  }
}

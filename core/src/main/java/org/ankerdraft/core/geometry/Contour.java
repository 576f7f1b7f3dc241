package org.ankerdraft.core.geometry;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.ankerdraft.vectors.Xy;

/** A closed chain of curves, head to tail. */
public record Contour(List<PlaneCurve> curves) {
  public Contour {
    curves = List.copyOf(curves);
  }

  /** Area, counter-clockwise positive. */
  public double signedAreaMm2() {
    return curves.stream().mapToDouble(PlaneCurve::areaTerm).sum() / 2;
  }

  public double lengthMm() {
    return curves.stream().mapToDouble(PlaneCurve::lengthMm).sum();
  }

  /** The circle that this contour is, in one or more arcs; empty if it is none. */
  public Optional<PlaneCurve.Arc> circle(double toleranceMm) {
    if (!(curves.getFirst() instanceof PlaneCurve.Arc first)) {
      return Optional.empty();
    }
    boolean isOne =
        curves.stream()
            .allMatch(c ->
                c instanceof PlaneCurve.Arc a
                    && a.centre().distance(first.centre()) < toleranceMm
                    && Math.abs(a.radius() - first.radius()) < toleranceMm);
    return isOne ? Optional.of(first) : Optional.empty();
  }

  /** The same contour without corners that lie on a straight line. */
  public Contour withoutCollinear(double toleranceMm) {
    List<PlaneCurve> out = new ArrayList<>();
    for (PlaneCurve c : curves) {
      if (!out.isEmpty() && continues(out.getLast(), c, toleranceMm)) {
        out.set(out.size() - 1, new PlaneCurve.Line(out.getLast().start(), c.end()));
      } else {
        out.add(c);
      }
    }
    if (out.size() > 2 && continues(out.getLast(), out.getFirst(), toleranceMm)) {
      PlaneCurve last = out.removeLast();
      out.set(0, new PlaneCurve.Line(last.start(), out.getFirst().end()));
    }
    return new Contour(out);
  }

  private static boolean continues(PlaneCurve before, PlaneCurve after, double toleranceMm) {
    if (!(before instanceof PlaneCurve.Line a) || !(after instanceof PlaneCurve.Line b)) {
      return false;
    }
    Xy way = a.end().minus(a.start());
    Xy next = b.end().minus(b.start());
    return way.dot(next) > 0 && Polygons.distance(a.end(), a.start(), b.end()) < toleranceMm;
  }

  public Contour reversed() {
    return new Contour(curves.reversed().stream().map(PlaneCurve::reversed).toList());
  }

  public Contour moved(Xy by) {
    return new Contour(curves.stream().map(c -> c.moved(by)).toList());
  }

  /** This contour, counter-clockwise or clockwise. */
  public Contour turned(boolean counterClockwise) {
    return signedAreaMm2() >= 0 == counterClockwise ? this : reversed();
  }

  /** Points around it, the first not repeated. */
  public List<Xy> points(double chordMm) {
    List<Xy> out = new ArrayList<>();
    for (PlaneCurve c : curves) {
      List<Xy> p = c.points(chordMm);
      out.addAll(p.subList(0, p.size() - 1));
    }
    return out;
  }
}

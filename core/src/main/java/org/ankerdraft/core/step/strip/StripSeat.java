package org.ankerdraft.core.step.strip;

import java.util.ArrayList;
import java.util.List;
import org.ankerdraft.core.geometry.PlaneCurve;
import org.ankerdraft.vectors.Vec3;
import org.ankerdraft.vectors.Xy;

/**
 * An edge of a wall with what a strip needs to know of it. Plane figures on the wall have x along
 * the edge from its start, y outwards from it.
 *
 * @param edge its number in the body
 * @param origin its start
 * @param along from start to end, length 1
 * @param out out of the wall, square to the edge
 * @param up normal of the wall's side on which the edge lies
 */
record StripSeat(
    int edge, Vec3 origin, Vec3 along, Vec3 out, Vec3 up, double lengthMm, End atStart, End atEnd) {

  /**
   * One end of the strip.
   *
   * @param offsetMm from the end of the edge
   * @param neighbour the strip it is mitred against, or null
   * @param reentrant whether the wall's outline goes on outwards from here
   */
  record End(double offsetMm, StripSeat.Mitre neighbour, boolean reentrant) {
    boolean isMitred() {
      return neighbour != null;
    }

    /** Whether the neighbour stands at an inside corner of the wall. */
    boolean isInside() {
      return isMitred() && reentrant;
    }
  }

  /**
   * A mitre.
   *
   * @param corner where the two edges meet
   * @param awayFromStrip normal of the plane through the corner that parts the strips
   * @param otherAlong along the other edge, away from the corner
   * @param slope how far the plane leans outwards along the edge: beyond the end for each mm out
   */
  record Mitre(Vec3 corner, Vec3 awayFromStrip, double slope, Vec3 otherAlong) {}

  /** Sizes of the relief beside a bend. */
  record ReliefSize(Relief.Shape shape, double widthMm, double depthMm) {}

  boolean isMitred() {
    return atStart.isMitred() || atEnd.isMitred();
  }

  /**
   * A point of the strip's cross-section in space.
   *
   * @param p x out of the wall, y up from it
   * @param alongMm from the start of the edge
   */
  Vec3 inSpace(Xy p, double alongMm) {
    return origin.plus(out.times(p.x())).plus(up.times(p.y())).plus(along.times(alongMm));
  }

  double fromMm() {
    return atStart.offsetMm;
  }

  double toMm() {
    return lengthMm - atEnd.offsetMm;
  }

  /**
   * What is cut out of the wall to make room for the strip: back to the tangent line, with reliefs
   * beside it.
   *
   * @param tangentMm place of the tangent line, 0 or less
   * @param more by how much cuts reach beyond the wall
   */
  List<List<PlaneCurve>> cuts(double tangentMm, ReliefSize relief, double more) {
    List<PlaneCurve> left = notch(fromMm(), atStart, tangentMm, relief, more);
    List<PlaneCurve> right =
        notch(lengthMm - toMm(), atEnd, tangentMm, relief, more).stream()
            .map(c -> mirrored(c).reversed())
            .toList()
            .reversed();
    List<List<PlaneCurve>> out = new ArrayList<>();
    if (tangentMm >= -more / 1e3) {
      for (List<PlaneCurve> side : List.of(left, right)) {
        if (side.size() > 2) {
          out.add(closed(side));
        }
      }
      return out;
    }
    List<PlaneCurve> whole = new ArrayList<>(left);
    Xy from = left.getLast().end();
    Xy to = right.getFirst().start();
    whole.add(new PlaneCurve.Line(from, to));
    whole.addAll(right);
    out.add(closed(whole));
    return out;
  }

  private static List<PlaneCurve> closed(List<PlaneCurve> chain) {
    List<PlaneCurve> out = new ArrayList<>(chain);
    Xy from = chain.getLast().end();
    Xy to = chain.getFirst().start();
    out.add(new PlaneCurve.Line(from, to));
    return out;
  }

  private PlaneCurve mirrored(PlaneCurve c) {
    return switch (c) {
      case PlaneCurve.Line l -> new PlaneCurve.Line(mirrored(l.start()), mirrored(l.end()));
      case PlaneCurve.Arc a ->
          new PlaneCurve.Arc(
              mirrored(a.centre()), a.radius(), Math.PI - a.startRad(), -a.sweepRad());
      case PlaneCurve.Path p ->
          new PlaneCurve.Path(p.through().stream().map(this::mirrored).toList());
    };
  }

  private Xy mirrored(Xy p) {
    return new Xy(lengthMm - p.x(), p.y());
  }

  /** From outside the wall down to the tangent line at the strip's start. */
  private static List<PlaneCurve> notch(
      double from, End end, double tangent, ReliefSize relief, double more) {
    if (!end.reentrant && (end.isMitred() || from <= more)) {
      Xy top = new Xy(from - more, more);
      return List.of(new PlaneCurve.Line(top, new Xy(top.x(), tangent)));
    }
    double w = relief.widthMm;
    boolean toEnd = from < 1.5 * w && !end.reentrant;
    boolean pastCorner = from < w && end.reentrant;
    double outer = toEnd ? -more : from - w;
    double bottom = tangent - relief.depthMm;
    List<PlaneCurve> out = new ArrayList<>();
    Xy a = new Xy(outer, pastCorner ? 0 : more);
    if (pastCorner) {
      Xy corner = new Xy(0, 0);
      out.add(new PlaneCurve.Line(new Xy(0, more), corner));
      out.add(new PlaneCurve.Line(corner, a));
    }
    Xy d = new Xy(from, tangent);
    if (relief.shape == Relief.Shape.ROUND_ENDED && !toEnd) {
      double level = bottom + w / 2 > tangent - more ? tangent : bottom + w / 2;
      PlaneCurve roundEnd =
          new PlaneCurve.Arc(new Xy(from - w / 2, level), w / 2, Math.PI, Math.PI);
      out.add(new PlaneCurve.Line(a, new Xy(outer, level)));
      out.add(roundEnd);
      if (level <= tangent - more) {
        out.add(new PlaneCurve.Line(new Xy(from, level), d));
      }
      return out;
    }
    Xy b = new Xy(outer, bottom);
    Xy c = new Xy(from, bottom);
    out.add(new PlaneCurve.Line(a, b));
    out.add(new PlaneCurve.Line(b, c));
    if (relief.depthMm > 0) {
      out.add(new PlaneCurve.Line(c, d));
    }
    return out;
  }
}

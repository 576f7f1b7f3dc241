package org.ankerdraft.core.sheet;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import org.ankerdraft.core.geometry.PlaneCurve;
import org.ankerdraft.core.geometry.Polygons;
import org.ankerdraft.vectors.Xy;

/**
 * How a flat is turned so that it lies square: with a bend (or, where there is none, a straight
 * edge) along a side of the smallest rectangle, the longest of those along x. A flat whose longest
 * bend lies along x or y by itself is not turned.
 */
final class Squaring {
  /** Rectangles that differ by less are as small as each other. */
  private static final double SMALLER_SHARE = 1e-4;

  private static final double SQUARE_RAD = 1e-6;
  private static final double CHORD_MM = 0.01;

  private Squaring() {}

  /** A straight line of the flat. */
  private record Line(double headingRad, double lengthMm) {
    static Line of(Xy way) {
      return new Line(Math.atan2(way.y(), way.x()), way.length());
    }
  }

  /** Counter-clockwise, rad; 0 if it lies well. */
  static double turnRad(FlatPattern flat) {
    List<Xy> outline = flat.outline().points(CHORD_MM);
    List<Line> lines = lines(flat);
    if (liesSquare(lines)) {
      return 0;
    }
    double best = 0;
    double smallest = areaMm2(outline, 0) * (1 - SMALLER_SHARE);
    for (Line line : lines) {
      double area = areaMm2(outline, -line.headingRad);
      if (area < smallest) {
        smallest = area * (1 - SMALLER_SHARE);
        best = -line.headingRad;
      }
    }
    return best == 0 ? 0 : alongX(best, lines);
  }

  /** Whether one of the longest lines lies along x or y. */
  private static boolean liesSquare(List<Line> lines) {
    double longest = lines.isEmpty() ? 0 : lines.getFirst().lengthMm;
    return lines.stream()
        .filter(l -> l.lengthMm >= longest * (1 - SMALLER_SHARE))
        .anyMatch(l -> Math.abs(Math.sin(2 * l.headingRad)) < SQUARE_RAD);
  }

  /** The bends, or the straight edges of a flat without bends; the longest first. */
  private static List<Line> lines(FlatPattern flat) {
    List<Line> out = new ArrayList<>();
    for (FlatBend b : flat.bends()) {
      out.add(Line.of(b.middleAlong().times(b.span().y() - b.span().x())));
    }
    for (PlaneCurve c : flat.outline().curves()) {
      if (flat.bends().isEmpty() && c instanceof PlaneCurve.Line(Xy from, Xy to)) {
        out.add(Line.of(to.minus(from)));
      }
    }
    out.sort(Comparator.comparingDouble(l -> -l.lengthMm));
    return out;
  }

  /** A quarter turn more, if that lays the longest line that lies square along x. */
  private static double alongX(double turn, List<Line> lines) {
    for (Line line : lines) {
      double heading = line.headingRad + turn;
      if (Math.abs(Math.sin(heading)) < SQUARE_RAD) {
        return turn;
      }
      if (Math.abs(Math.cos(heading)) < SQUARE_RAD) {
        return turn + Math.PI / 2;
      }
    }
    return turn;
  }

  private static double areaMm2(List<Xy> points, double turn) {
    Xy size = Polygons.size(points, Xy.polar(1, -turn));
    return size.x() * size.y();
  }
}

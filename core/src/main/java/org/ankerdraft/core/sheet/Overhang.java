package org.ankerdraft.core.sheet;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.DoubleSummaryStatistics;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.ankerdraft.kernel.Topology;
import org.ankerdraft.kernel.Topology.Face;
import org.ankerdraft.vectors.Vec3;
import org.ankerdraft.vectors.Xy;

/** What of walls and bends lies beyond a line, once they are laid flat about the wall before. */
public final class Overhang {

  /** A piece of the sheet, on the side of the wall that is kept. */
  public sealed interface Piece {
    /**
     * Of a wall.
     *
     * @param polygon in the plane of x and y, counter-clockwise
     * @param normal out of the sheet
     */
    record OfWall(Vec3 origin, Vec3 x, Vec3 y, List<Xy> polygon, Vec3 normal) implements Piece {}

    /**
     * Of a bend, as far as it goes round, for some length of it.
     *
     * @param centre on its axis, where the piece begins
     * @param along from there
     * @param radial towards the line at which the bend begins
     * @param across tangent there, into the bend
     */
    record OfBend(
        Vec3 centre,
        Vec3 along,
        Vec3 radial,
        Vec3 across,
        double insideRadiusMm,
        double sweepRad,
        double lengthMm)
        implements Piece {}
  }

  /**
   * A line in a wall.
   *
   * @param at a point of it
   * @param beyond square to it, towards what is too much
   */
  public record Border(Vec3 at, Vec3 beyond) {}

  private static final int SAMPLES = 16;

  private final Topology topology;
  private final Map<Integer, Placement> placements;
  private final Map<Integer, Integer> reachedFrom;
  private final Map<Integer, Unfolder.BendFace> bends;
  private final double thicknessMm;
  private final double marginMm;

  /**
   * @param marginMm how far pieces reach past the ends of what they are of
   */
  Overhang(
      Topology topology,
      Map<Integer, Placement> placements,
      Map<Integer, Integer> reachedFrom,
      Map<Integer, Unfolder.BendFace> bends,
      double thicknessMm,
      double marginMm) {
    this.topology = topology;
    this.placements = placements;
    this.reachedFrom = reachedFrom;
    this.bends = bends;
    this.thicknessMm = thicknessMm;
    this.marginMm = marginMm;
  }

  /**
   * The pieces of a bend, and of all that it carries, that lie beyond a line: in the flat, or
   * folded, where the far side of a bend may reach farther.
   */
  List<Piece> beyond(int wall, int bend, Border border) {
    Placement.OfPlane kept = (Placement.OfPlane) placements.get(wall);
    Xy at = kept.flat(border.at);
    Xy beyond = new Xy(border.beyond.dot(kept.x()), border.beyond.dot(kept.y()));
    List<Piece> out = new ArrayList<>();
    for (Map.Entry<Integer, Placement> e : placements.entrySet()) {
      if (!isCarriedBy(e.getKey(), bend)) {
        continue;
      }
      switch (e.getValue()) {
        case Placement.OfPlane plane -> addWall(out, e.getKey(), plane, border, at, beyond);
        case Placement.OfBend round -> addBend(out, e.getKey(), round, border, at, beyond);
        case Placement.OfCone cone -> {
          // Flanges have none, and what has is not trimmed.
        }
      }
    }
    return out;
  }

  private boolean isCarriedBy(int face, int bend) {
    Integer f = face;
    while (f != null && f != bend) {
      f = reachedFrom.get(f);
    }
    return f != null;
  }

  private Stream<Vec3> corners(Face face) {
    return face.loops().stream()
        .flatMap(List::stream)
        .map(topology::edge)
        .flatMap(e -> Stream.of(e.start(), e.mid(), e.end()));
  }

  private void addWall(
      List<Piece> out, int face, Placement.OfPlane plane, Border border, Xy lineAt, Xy beyond) {
    Placement.Front bendLine = bendBefore(face).begin();
    Xy across = bendLine.flatAcross();
    Xy along = bendLine.flatAlong();
    List<Xy> points = corners(topology.face(face)).map(plane::flat).toList();
    Vec3 normal = plane.x().cross(plane.y());
    Vec3 first =
        corners(topology.face(face))
            .min(Comparator.comparingDouble(p -> plane.flat(p).dot(across)))
            .orElseThrow();
    double flatPast = plane.flat(first).minus(lineAt).dot(beyond);
    double more =
        Stream.of(first, first.minus(normal.times(thicknessMm)))
            .mapToDouble(p -> p.minus(border.at).dot(border.beyond) - flatPast)
            .reduce(0, Math::max);
    Xy at = lineAt.minus(beyond.times(more));
    if (points.stream().noneMatch(p -> p.minus(at).dot(beyond) > 0)) {
      return;
    }
    DoubleSummaryStatistics u = points.stream().mapToDouble(along::dot).summaryStatistics();
    DoubleSummaryStatistics v = points.stream().mapToDouble(across::dot).summaryStatistics();
    List<Xy> box =
        List.of(
            corner(along, across, u.getMin() - marginMm, v.getMin()),
            corner(along, across, u.getMax() + marginMm, v.getMin()),
            corner(along, across, u.getMax() + marginMm, v.getMax() + marginMm),
            corner(along, across, u.getMin() - marginMm, v.getMax() + marginMm));
    List<Xy> polygon = clipped(along.cross(across) > 0 ? box : box.reversed(), at, beyond);
    if (polygon.size() > 2) {
      out.add(new Piece.OfWall(plane.origin(), plane.x(), plane.y(), polygon, normal));
    }
  }

  /** The bend that carries a wall, which may be of several faces. */
  private Placement.Unrolled bendBefore(int face) {
    int before = reachedFrom.get(face);
    return placements.get(before) instanceof Placement.Unrolled bend ? bend : bendBefore(before);
  }

  private static Xy corner(Xy along, Xy across, double u, double v) {
    return along.times(u).plus(across.times(v));
  }

  /** What of a polygon lies beyond a line. */
  private static List<Xy> clipped(List<Xy> polygon, Xy at, Xy beyond) {
    List<Xy> out = new ArrayList<>();
    for (int i = 0; i < polygon.size(); i++) {
      Xy a = polygon.get(i);
      Xy b = polygon.get((i + 1) % polygon.size());
      double past = a.minus(at).dot(beyond);
      double next = b.minus(at).dot(beyond);
      if (past >= 0) {
        out.add(a);
      }
      if ((past < 0) != (next < 0)) {
        out.add(a.plus(b.minus(a).times(past / (past - next))));
      }
    }
    return out;
  }

  /** A bend is cut square to its line, so that no part of it is left beyond. */
  private void addBend(
      List<Piece> out, int face, Placement.OfBend bend, Border border, Xy at, Xy beyond) {
    Unfolder.BendFace known = bends.get(face);
    Xy along = bend.begin().flatAlong();
    double lean = along.dot(beyond);
    DoubleSummaryStatistics span =
        corners(topology.face(face))
            .mapToDouble(p -> p.minus(bend.begin().at()).dot(bend.begin().along()))
            .summaryStatistics();
    double past = mostPast(bend, known, border, at, beyond);
    double cut = -past / lean;
    double from = lean > 0 ? Math.max(cut, span.getMin() - marginMm) : span.getMin() - marginMm;
    double to = lean > 0 ? span.getMax() + marginMm : Math.min(cut, span.getMax() + marginMm);
    boolean isCut = lean > 0 ? from < span.getMax() : to > span.getMin();
    if (isCut && to > from) {
      out.add(
          new Piece.OfBend(
              bend.centre().plus(bend.begin().along().times(from)),
              bend.begin().along(),
              bend.begin().at().minus(bend.centre()).unit(),
              bend.begin().across(),
              known.radiusMm(),
              known.angleRad(),
              to - from));
    }
  }

  /** How far past the line a bend's begin reaches, anywhere round it, folded and flat. */
  private double mostPast(
      Placement.OfBend bend, Unfolder.BendFace known, Border border, Xy at, Xy beyond) {
    double most = -Double.MAX_VALUE;
    Vec3 radial = bend.begin().at().minus(bend.centre()).unit();
    for (int i = 0; i <= SAMPLES; i++) {
      double share = (double) i / SAMPLES;
      Xy flat =
          bend.begin()
              .flatAt()
              .plus(bend.begin().flatAcross().times(share * known.value().allowanceMm()));
      most = Math.max(most, flat.minus(at).dot(beyond));
      double turn = share * known.angleRad();
      Vec3 way = radial.times(Math.cos(turn)).plus(bend.begin().across().times(Math.sin(turn)));
      for (double radius : new double[] {known.radiusMm(), known.radiusMm() + thicknessMm}) {
        Vec3 folded = bend.centre().plus(way.times(radius));
        most = Math.max(most, folded.minus(border.at).dot(border.beyond));
      }
    }
    return most;
  }
}

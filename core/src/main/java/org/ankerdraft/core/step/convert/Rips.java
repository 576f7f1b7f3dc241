package org.ankerdraft.core.step.convert;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import org.ankerdraft.core.geometry.Polygons;
import org.ankerdraft.core.sheet.BendMethod;
import org.ankerdraft.core.sketch.Frame;
import org.ankerdraft.kernel.Topology;
import org.ankerdraft.kernel.Topology.Edge;
import org.ankerdraft.vectors.Vec3;
import org.ankerdraft.vectors.Xy;

/**
 * What is taken out of a hollow body so that its walls part along ripped edges and its bends can be
 * made.
 *
 * <p>Along a ripped edge both walls are cut square, parallel to the edge, and stand apart by the
 * gap where they are nearest: at their inner sides. Where a bend meets a ripped corner it ends
 * square to its line, by the gap before the place where the tangent lines cross, and the walls are
 * free beside it to the gap beyond its tangent lines.
 *
 * @param topology of the solid before it was made hollow; faces are outsides of walls
 */
record Rips(
    Topology topology,
    Set<Integer> bends,
    Set<Integer> rips,
    double thickness,
    double radius,
    double gap) {

  /** By how much cuts reach beyond the sheet, as a share of its thickness. */
  private static final double BEYOND = 0.01;

  private static final double SAME_MM = 1e-6;

  /**
   * A prism to be taken away.
   *
   * @param faces of the solid by which it is named
   * @param frame whose plane the figure lies in
   */
  record Cut(String role, List<Integer> faces, Frame frame, List<Xy> figure, double lengthMm) {}

  List<Cut> cuts() {
    List<Cut> out = new ArrayList<>();
    for (int rip : rips) {
      out.add(alongRip(rip));
      Edge e = topology.edge(rip);
      for (int vertex : new int[] {e.startVertex(), e.endVertex()}) {
        out.addAll(besideBends(rip, vertex));
      }
    }
    for (int bend : bends) {
      Edge e = topology.edge(bend);
      for (int vertex : new int[] {e.startVertex(), e.endVertex()}) {
        for (int wall : e.faces()) {
          if (goesOn(bend, wall, vertex)) {
            out.addAll(atInsideCorner(bend, vertex));
          }
        }
      }
    }
    return out;
  }

  /** Whether a wall goes on beside a bend that ends at an inside corner of it. */
  private boolean goesOn(int bend, int wall, int vertex) {
    int next = next(bend, wall, vertex);
    return next != 0 && leaving(next, vertex).dot(into(bend, wall)) < -BEYOND;
  }

  /**
   * Parts a bend from the wall that goes on beside it, by the gap. The bend ends square to its line
   * where the other wall, which may lean, has begun as far as it reaches.
   */
  private List<Cut> atInsideCorner(int bend, int vertex) {
    double side = besideMm(bend);
    List<Integer> walls = topology.edge(bend).faces();
    double[] leaning =
        walls.stream()
            .map(wall -> cornerRad(bend, wall, vertex))
            .mapToDouble(corner -> corner < Math.PI ? crossing(corner, side, 0) : 0)
            .toArray();
    double from = Math.min(0, Arrays.stream(leaning).min().orElseThrow()) - gap;
    double to = Math.max(0, Arrays.stream(leaning).max().orElseThrow()) + BEYOND * thickness;
    return walls.stream()
        .map(wall -> {
          Corner corner = corner(bend, wall, vertex, side);
          double start = goesOn(bend, wall, vertex) ? -gap : from;
          return prism("relief", walls, corner, corner.leg(), start, to);
        })
        .toList();
  }

  /** Where bends meet a ripped corner; two of them share what is cut out of the wall between. */
  private List<Cut> besideBends(int rip, int vertex) {
    List<Integer> meeting = bends.stream().filter(bend -> isAt(bend, vertex)).toList();
    int between = meeting.size() == 2 ? shared(meeting.get(0), meeting.get(1)) : 0;
    List<Cut> out = new ArrayList<>();
    for (int bend : meeting) {
      out.addAll(besideBend(bend, rip, vertex, between));
    }
    if (between != 0) {
      out.add(between(meeting.get(0), meeting.get(1), between, rip, vertex));
    }
    return out;
  }

  /** The wall that two edges bound, 0 if there is none. */
  private int shared(int one, int other) {
    return topology.edge(one).faces().stream()
        .filter(topology.edge(other).faces()::contains)
        .findFirst()
        .orElse(0);
  }

  /** How far from a bent edge its bend begins, in the wall. */
  private double setbackMm(int bend) {
    return BendMethod.outsideSetbackMm(bendRad(bend), radius, thickness);
  }

  /**
   * How far from a bent edge its walls are free of each other beside the bend: the gap beyond the
   * tangent lines, and so far that neither wall reaches into the other's thickness.
   */
  private double besideMm(int bend) {
    double apart = thickness * Math.sin(Math.min(bendRad(bend), Math.PI / 2));
    return Math.max(setbackMm(bend) + gap, apart * (1 + 3 * BEYOND));
  }

  /** How far from a ripped edge the walls end. */
  private double ripMm(int rip) {
    double half = bendRad(rip) / 2;
    return thickness * Math.tan(half) + gap / (2 * Math.cos(half));
  }

  /** Angle by which the walls turn at their common edge. */
  private double bendRad(int edge) {
    List<Integer> faces = topology.edge(edge).faces();
    return normal(faces.get(0)).angleTo(normal(faces.get(1)));
  }

  private Vec3 normal(int face) {
    return topology.face(face).normal();
  }

  private boolean isAt(int edge, int vertex) {
    Edge e = topology.edge(edge);
    return e.startVertex() == vertex || e.endVertex() == vertex;
  }

  private Cut alongRip(int rip) {
    Edge e = topology.edge(rip);
    double side = ripMm(rip);
    double before = beyondRip(rip, e.startVertex(), side);
    double after = beyondRip(rip, e.endVertex(), side);
    Corner corner = corner(rip, e.faces().get(0), e.startVertex(), side);
    return prism("rip", e.faces(), corner, corner.both(), -before, e.lengthMm() + after);
  }

  /**
   * In each of the two walls.
   *
   * @param without the wall that is left to a cut of its own, or 0
   */
  private List<Cut> besideBend(int bend, int rip, int vertex, int without) {
    double side = besideMm(bend);
    double end = endBeside(bend, vertex);
    List<Cut> out = new ArrayList<>();
    for (int wall : topology.edge(bend).faces()) {
      if (wall != without) {
        Corner corner = corner(bend, wall, vertex, side);
        out.add(
            prism(
                "relief",
                around(wall, bend, rip),
                corner,
                corner.leg(),
                startBeside(bend, wall, vertex, side),
                end));
      }
    }
    return out;
  }

  /** A wall, and those beside it at a corner. */
  private List<Integer> around(int wall, int bend, int rip) {
    Set<Integer> faces = new LinkedHashSet<>(List.of(wall, topology.edge(bend).across(wall)));
    faces.addAll(topology.edge(rip).faces());
    return List.copyOf(faces);
  }

  /**
   * How far from a corner a bend is free, so that it meets no line beside its walls' next edges.
   */
  private double endBeside(int bend, int vertex) {
    double side = besideMm(bend);
    double end = 0;
    for (int wall : topology.edge(bend).faces()) {
      double next = cutBackMm(next(bend, wall, vertex));
      end = next > 0 ? Math.max(end, crossing(cornerRad(bend, wall, vertex), side, next)) : end;
    }
    return end;
  }

  /**
   * What two bends need of the wall between them: a strip beside each, which ends square to its
   * line, and no more of it, so that neither strip reaches into the other bend at a blunt corner.
   */
  private Cut between(int one, int other, int wall, int rip, int vertex) {
    double past = BEYOND * thickness;
    Side a = side(one, wall, vertex);
    Side b = side(other, wall, vertex);
    double corner = a.along.angleTo(b.along);
    Vec3 meeting = a.at(crossing(corner, a.wide, b.wide), a.wide);
    List<Vec3> outline = new ArrayList<>();
    for (Vec3 p :
        List.of(
            a.at(crossing(corner, -past, -past), -past),
            a.at(a.end, -past),
            a.at(a.end, a.wide),
            meeting,
            b.at(b.end, b.wide),
            b.at(b.end, -past))) {
      if (outline.isEmpty() || outline.getLast().distance(p) > SAME_MM) {
        outline.add(p);
      }
    }
    return through(wall, vertex, around(wall, one, rip), outline);
  }

  /**
   * A cut right through a wall.
   *
   * @param outline from a vertex of the wall, either way round
   */
  private Cut through(int wall, int vertex, List<Integer> faces, List<Vec3> outline) {
    double past = BEYOND * thickness;
    Vec3 down = normal(wall).negated();
    Vec3 x = outline.get(1).minus(outline.get(0)).unit();
    Frame frame = new Frame(topology.vertex(vertex).minus(down.times(past)), x, down.cross(x));
    List<Xy> points =
        outline.stream().map(p -> new Xy(p.dot(frame.x()), p.dot(frame.y()))).toList();
    boolean isClockwise = Polygons.signedAreaMm2(points) < 0;
    return new Cut(
        "relief", faces, frame, isClockwise ? points.reversed() : points, thickness + 2 * past);
  }

  /**
   * What a bend needs of a wall at a corner.
   *
   * @param along the edge, away from the corner
   * @param in into the wall, square to that
   */
  private record Side(Vec3 along, Vec3 in, double end, double wide) {
    /** From the corner. */
    Vec3 at(double alongMm, double inMm) {
      return along.times(alongMm).plus(in.times(inMm));
    }
  }

  private Side side(int bend, int wall, int vertex) {
    return new Side(
        leaving(bend, vertex), into(bend, wall), endBeside(bend, vertex), besideMm(bend));
  }

  /**
   * Where the cut beside a bend begins in a wall. Next to a rip it takes what the rip leaves, and
   * reaches a little into the gap; it must not reach the other wall.
   */
  private double startBeside(int bend, int wall, int vertex, double side) {
    int next = next(bend, wall, vertex);
    double corner = cornerRad(bend, wall, vertex);
    double past = BEYOND * thickness;
    if (rips.contains(next) && corner < Math.PI) {
      double atEdge = ripMm(next) / Math.sin(corner);
      return Math.min(atEdge, crossing(corner, side, ripMm(next))) - gap / 4;
    }
    return bends.contains(next) ? -past : Math.min(0, crossing(corner, side, 0)) - past;
  }

  /** How far from an edge the wall is cut away. */
  private double cutBackMm(int edge) {
    if (bends.contains(edge)) {
      return besideMm(edge);
    }
    return rips.contains(edge) ? ripMm(edge) : 0;
  }

  /**
   * Where along an edge, from a corner of the wall, the line beside it crosses the line beside the
   * wall's next edge; negative if that is beyond the corner.
   */
  private static double crossing(double cornerRad, double side, double nextSide) {
    return cornerRad >= Math.PI ? 0 : (nextSide + side * Math.cos(cornerRad)) / Math.sin(cornerRad);
  }

  /**
   * How far a rip is cut on beyond its vertex. Where it ends at an open face the inner sides of the
   * walls may reach further than the outer ones. Where it ends at bends it takes what the cuts
   * beside them leave of the walls, and no more: deeper down it would cut into the third wall.
   */
  private double beyondRip(int rip, int vertex, double side) {
    double most = 0;
    for (int wall : topology.edge(rip).faces()) {
      double corner = cornerRad(rip, wall, vertex);
      if (corner > Math.PI / 2 && corner < Math.PI) {
        most = Math.max(most, beyondRip(rip, wall, vertex, corner, side));
      }
    }
    boolean isAtBend = bends.stream().anyMatch(bend -> isAt(bend, vertex));
    return most + BEYOND * thickness + (isAtBend ? 0 : side + thickness);
  }

  /** The same, for one of its walls, which grows wider beyond the vertex. */
  private double beyondRip(int rip, int wall, int vertex, double corner, double side) {
    int next = next(rip, wall, vertex);
    return bends.contains(next)
        ? -Math.max(0, startBeside(next, wall, vertex, besideMm(next))) * Math.cos(corner)
        : -side / Math.tan(corner);
  }

  /** The other edge of a wall at a vertex, 0 if there is none. */
  private int next(int edge, int wall, int vertex) {
    return topology.face(wall).loops().stream()
        .filter(loop -> loop.contains(edge))
        .flatMap(List::stream)
        .filter(i -> i != edge && isAt(i, vertex))
        .findFirst()
        .orElse(0);
  }

  /** The wall's angle at a vertex; pi if it is not less than that. */
  private double cornerRad(int edge, int wall, int vertex) {
    int next = next(edge, wall, vertex);
    if (next == 0) {
      return Math.PI;
    }
    Vec3 along = leaving(edge, vertex);
    Vec3 other = leaving(next, vertex);
    return other.dot(into(edge, wall)) > 0 ? along.angleTo(other) : Math.PI;
  }

  private Vec3 leaving(int edge, int vertex) {
    Edge e = topology.edge(edge);
    return e.startVertex() == vertex ? e.tangentStart() : e.tangentEnd().negated();
  }

  /**
   * Direction in a wall, square to its edge and away from it: into the solid's other wall's back.
   */
  private Vec3 into(int edge, int wall) {
    Edge e = topology.edge(edge);
    int other = e.across(wall);
    Vec3 v = e.end().minus(e.start()).unit().cross(normal(wall)).unit();
    return v.dot(normal(other)) < 0 ? v : v.negated();
  }

  /**
   * The corner of two walls at an edge, in cross-section.
   *
   * @param at the vertex
   * @param along the edge, away from the vertex
   * @param in directions in the two walls, square to the edge and away from it
   * @param down directions into them
   * @param side how far from the edge they are taken away
   * @param deep how deep, a little more than the thickness
   * @param inner where both depths meet
   */
  private record Corner(
      Vec3 at, Vec3 along, List<Vec3> in, List<Vec3> down, double side, double deep, Vec3 inner) {

    private Vec3 outside() {
      return in.get(0).plus(in.get(1)).unit().times(-BEYOND * side);
    }

    /** The first wall: from the corner to the side, cut square to it. */
    List<Vec3> leg() {
      return List.of(
          outside(),
          in.get(0).times(side),
          in.get(0).times(side).plus(down.get(0).times(deep)),
          inner);
    }

    /** Both walls. */
    List<Vec3> both() {
      return List.of(
          outside(),
          in.get(0).times(side),
          in.get(0).times(side).plus(down.get(0).times(deep)),
          inner,
          in.get(1).times(side).plus(down.get(1).times(deep)),
          in.get(1).times(side));
    }
  }

  private Corner corner(int edge, int first, int vertex, double side) {
    int second = topology.edge(edge).across(first);
    double half = bendRad(edge) / 2;
    double foot = thickness * Math.tan(half);
    double deep = thickness + Math.min(BEYOND * thickness, (side - foot) / (2 * Math.tan(half)));
    Vec3 inner = normal(first).plus(normal(second)).times(-deep / (1 + Math.cos(2 * half)));
    return new Corner(
        topology.vertex(vertex),
        leaving(edge, vertex),
        List.of(into(edge, first), into(edge, second)),
        List.of(normal(first).negated(), normal(second).negated()),
        side,
        deep,
        inner);
  }

  /**
   * A prism of a figure at a corner.
   *
   * @param from along the edge from the vertex
   */
  private static Cut prism(
      String role, List<Integer> faces, Corner corner, List<Vec3> figure, double from, double to) {
    Vec3 in = corner.in.get(0);
    Vec3 other = corner.along.cross(in);
    Frame frame = new Frame(corner.at.plus(corner.along.times(from)), in, other);
    List<Xy> points = figure.stream().map(p -> new Xy(p.dot(in), p.dot(other))).toList();
    boolean isClockwise = corner.down.get(0).dot(other) < 0;
    return new Cut(role, faces, frame, isClockwise ? points.reversed() : points, to - from);
  }
}

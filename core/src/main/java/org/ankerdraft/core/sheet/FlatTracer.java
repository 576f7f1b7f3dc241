package org.ankerdraft.core.sheet;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.ankerdraft.core.geometry.Contour;
import org.ankerdraft.core.geometry.Numbers;
import org.ankerdraft.core.geometry.PlaneCurve;
import org.ankerdraft.kernel.Topology;
import org.ankerdraft.kernel.Topology.CurveKind;
import org.ankerdraft.kernel.Topology.Edge;
import org.ankerdraft.kernel.Topology.Face;
import org.ankerdraft.kernel.Topology.SurfaceKind;
import org.ankerdraft.vectors.Vec3;
import org.ankerdraft.vectors.Xy;

/** Lays edges of the body into the flat and chains them into contours. */
final class FlatTracer {
  private final Topology topology;
  private final Skins skins;
  private final Map<Integer, Placement> placements;
  private final Map<Integer, List<Vec3>> freePoints;
  private final double meetMm;

  FlatTracer(
      Topology topology,
      Skins skins,
      Map<Integer, Placement> placements,
      Map<Integer, List<Vec3>> freePoints,
      double meetMm) {
    this.topology = topology;
    this.skins = skins;
    this.placements = placements;
    this.freePoints = freePoints;
    this.meetMm = meetMm;
  }

  /** Whether an edge of a face becomes a line or an arc in the flat. */
  static boolean staysExact(Face face, Edge edge, double meetMm) {
    if (edge.kind() == CurveKind.LINE) {
      return true;
    }
    if (edge.kind() != CurveKind.CIRCLE) {
      return false;
    }
    return face.kind() == SurfaceKind.PLANE || isRoundTheAxis(face, edge, meetMm);
  }

  private static boolean isRoundTheAxis(Face face, Edge edge, double meetMm) {
    if (face.kind() == SurfaceKind.CONE) {
      Cone cone = Cone.of(face);
      Vec3 off = edge.centre().minus(cone.tip());
      return edge.direction().cross(cone.axis()).length() < meetMm / edge.radius()
          && off.cross(cone.axis()).length() < meetMm;
    }
    return Math.abs(edge.radius() - face.radius()) < meetMm
        && edge.direction().cross(face.direction()).length() < meetMm / face.radius();
  }

  /** A piece of a contour, with the vertices it joins. */
  private record Piece(PlaneCurve curve, int from, int to) {
    Piece reversed() {
      return new Piece(curve.reversed(), to, from);
    }
  }

  /** Contours of one face in the flat. */
  List<Contour> ofFace(int f) throws CannotUnfold {
    List<Contour> out = new ArrayList<>();
    for (List<Integer> loop : topology.face(f).loops()) {
      List<Piece> pieces = new ArrayList<>();
      for (int e : loop) {
        pieces.add(piece(f, e));
      }
      out.addAll(chained(pieces));
    }
    return out;
  }

  /** Contours of the whole flat: along the edges where the upper side ends. */
  List<Contour> ofUpperSide() throws CannotUnfold {
    return ofSide(skins.upper());
  }

  /**
   * Contours of the whole flat along the edges where the lower side ends, laid out as the upper one
   * over it: the same unless cut edges stand oblique.
   */
  List<Contour> ofLowerSide() throws CannotUnfold {
    return ofSide(skins.lower());
  }

  private List<Contour> ofSide(Set<Integer> side) throws CannotUnfold {
    List<Piece> pieces = new ArrayList<>();
    for (int f : side) {
      if (placements.containsKey(upperOf(f))) {
        for (List<Integer> loop : topology.face(f).loops()) {
          for (int e : loop) {
            if (!side.contains(topology.edge(e).across(f))) {
              pieces.add(piece(f, e));
            }
          }
        }
      }
    }
    return chained(pieces);
  }

  private int upperOf(int f) {
    return skins.upperOfLower().getOrDefault(f, f);
  }

  /** An edge of a face of either side in the flat. */
  PlaneCurve ofEdge(int f, int e) {
    boolean isLower = skins.lower().contains(f);
    return curve(topology.face(f), isLower, topology.edge(e), e, placements.get(upperOf(f)));
  }

  private Piece piece(int f, int e) {
    Edge edge = topology.edge(e);
    return new Piece(ofEdge(f, e), edge.startVertex(), edge.endVertex());
  }

  private PlaneCurve curve(Face face, boolean isLower, Edge edge, int e, Placement at) {
    if (!staysExact(face, edge, meetMm)) {
      return new PlaneCurve.Path(freePoints.get(e).stream().map(at::flat).toList());
    }
    Xy start = at.flat(edge.start());
    Xy end = at.flat(edge.end());
    if (edge.kind() == CurveKind.LINE || face.kind() == SurfaceKind.CYLINDER) {
      return new PlaneCurve.Line(start, end);
    }
    if (at instanceof Placement.OfCone cone) {
      Xy tip = cone.fan().centre();
      Xy begin = start.minus(tip);
      Xy half = at.flat(edge.mid()).minus(tip);
      double turn = 2 * Math.atan2(begin.cross(half), begin.dot(half));
      return new PlaneCurve.Arc(tip, begin.length(), Math.atan2(begin.y(), begin.x()), turn);
    }
    Xy centre = at.flat(edge.centre());
    Xy from = start.minus(centre);
    boolean left = edge.direction().dot(face.normal()) > 0 != isLower;
    double sweep = edge.lengthMm() / edge.radius();
    boolean full = edge.startVertex() == edge.endVertex();
    double turn = full ? 2 * Math.PI : sweep;
    return new PlaneCurve.Arc(
        centre, edge.radius(), Math.atan2(from.y(), from.x()), left ? turn : -turn);
  }

  private List<Contour> chained(List<Piece> pieces) throws CannotUnfold {
    Map<Integer, List<Piece>> byVertex = new HashMap<>();
    Map<Piece, Boolean> left = new LinkedHashMap<>();
    for (Piece p : pieces) {
      left.put(p, true);
      byVertex.computeIfAbsent(p.from, v -> new ArrayList<>()).add(p);
      byVertex.computeIfAbsent(p.to, v -> new ArrayList<>()).add(p);
    }
    List<Contour> out = new ArrayList<>();
    while (!left.isEmpty()) {
      Piece first = left.keySet().iterator().next();
      left.remove(first);
      List<PlaneCurve> chain = new ArrayList<>(List.of(first.curve));
      int at = first.to;
      while (at != first.from) {
        Piece next = nextFrom(at, chain.getLast().end(), byVertex, left);
        if (next == null) {
          throw CannotUnfold.at(
              0,
              "two of its walls touch at "
                  + Numbers.place(topology.vertex(at))
                  + " without a bend between them; part them by a gap");
        }
        left.remove(next);
        Piece turned = next.from == at ? next : next.reversed();
        chain.add(turned.curve);
        at = turned.to;
      }
      out.add(new Contour(chain));
    }
    return out;
  }

  private Piece nextFrom(
      int vertex, Xy here, Map<Integer, List<Piece>> byVertex, Map<Piece, Boolean> left) {
    for (Piece p : byVertex.get(vertex)) {
      Xy begin = p.from == vertex ? p.curve.start() : p.curve.end();
      if (left.containsKey(p) && begin.distance(here) < meetMm) {
        return p;
      }
    }
    return null;
  }
}

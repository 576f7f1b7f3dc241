package org.ankerdraft.core.sheet;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.DoubleSummaryStatistics;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Stream;
import org.ankerdraft.core.geometry.Numbers;
import org.ankerdraft.core.geometry.Tolerance;
import org.ankerdraft.kernel.Budget;
import org.ankerdraft.kernel.GeometryKernel;
import org.ankerdraft.kernel.Outcome;
import org.ankerdraft.kernel.Shape;
import org.ankerdraft.kernel.Topology;
import org.ankerdraft.kernel.Topology.Bend;
import org.ankerdraft.kernel.Topology.CurveKind;
import org.ankerdraft.kernel.Topology.Edge;
import org.ankerdraft.kernel.Topology.Face;
import org.ankerdraft.kernel.Topology.SurfaceKind;
import org.ankerdraft.vectors.Vec3;
import org.ankerdraft.vectors.Xy;

/**
 * Lays a uniform sheet flat by walking from the kept wall over its bends. Walls keep their shape;
 * bends become strips as wide as their allowance. Lines and arcs stay exact, other curves are
 * straightened within a tolerance. A part that stands askew is laid square. Where a cut edge stands
 * oblique, the flat takes the fuller side.
 */
public final class Unfolder {

  /** Gives the method for the bend with these faces of the body. */
  @FunctionalInterface
  public interface Methods {
    BendMethod of(int face);
  }

  private static final double MEET_MM = 1e-3;

  private final Topology topology;
  private final Skins skins;
  private final Methods methods;
  private final Tolerance tolerance;
  private final Map<Integer, Placement> placements = new LinkedHashMap<>();
  private final Map<Integer, Integer> reachedFrom = new LinkedHashMap<>();
  private final Map<Integer, BendFace> bends = new LinkedHashMap<>();

  /** What is known of one bend face. */
  record BendFace(double angleRad, double radiusMm, boolean isUp, BendValue value) {}

  private Unfolder(Topology topology, Skins skins, Methods methods, Tolerance tolerance) {
    this.topology = topology;
    this.skins = skins;
    this.methods = methods;
    this.tolerance = tolerance;
  }

  /**
   * Unfolds a body.
   *
   * @param keep number of the wall face to keep in place, or 0 for the largest
   * @param curveMm how far straightened curves may stray
   * @throws CannotUnfold if it is no uniform sheet, or cannot open without a rip
   */
  public static FlatPattern unfold(
      Shape shape,
      int keep,
      Methods methods,
      double curveMm,
      GeometryKernel kernel,
      Tolerance tolerance,
      Budget budget)
      throws CannotUnfold {
    Topology topology = shape.topology();
    Skins skins = Skins.find(topology, keep, tolerance);
    FlatPattern flat =
        new Unfolder(topology, skins, methods, tolerance).laid(0, shape, curveMm, kernel, budget);
    double turn = Squaring.turnRad(flat);
    return turn == 0
        ? flat
        : new Unfolder(topology, skins, methods, tolerance)
            .laid(turn, shape, curveMm, kernel, budget);
  }

  /**
   * What of a bend beside a wall, and of all that it carries, lies beyond a line in the flat. Bends
   * are taken as long as along their middle, which no method makes longer.
   *
   * @param wall face number
   * @param bend number of a bend face that begins at it
   * @param marginMm how far pieces reach past the ends of what they are of
   * @throws CannotUnfold if the body cannot be laid flat
   */
  public static List<Overhang.Piece> overhang(
      Topology topology,
      int wall,
      int bend,
      Overhang.Border border,
      double marginMm,
      Tolerance tolerance)
      throws CannotUnfold {
    Skins skins = Skins.find(topology, wall, tolerance);
    Unfolder unfolder =
        new Unfolder(topology, skins, face -> new BendMethod.KFactor(0.5), tolerance);
    unfolder.walk(0);
    return new Overhang(
            topology,
            unfolder.placements,
            unfolder.reachedFrom,
            unfolder.bends,
            skins.thicknessMm(),
            marginMm)
        .beyond(wall, bend, border);
  }

  /**
   * @param turnRad by which the flat is turned against the part's axes, counter-clockwise
   */
  private FlatPattern laid(
      double turnRad, Shape shape, double curveMm, GeometryKernel kernel, Budget budget)
      throws CannotUnfold {
    walk(turnRad);
    Map<Integer, List<Vec3>> points = freePoints(shape, curveMm, kernel, budget);
    FlatTracer tracer = new FlatTracer(topology, skins, placements, points, MEET_MM);
    new CutEdges(topology, skins, tracer).mustGoThrough();
    return new FlatAssembly(topology, skins, placements, reachedFrom, bends, tracer)
        .pattern(curveMm);
  }

  private void walk(double turnRad) throws CannotUnfold {
    Face start = topology.face(skins.start());
    placements.put(
        skins.start(),
        start.kind() == SurfaceKind.PLANE
            ? startPlacement(start, turnRad)
            : bentStart(skins.start(), turnRad));
    Deque<Integer> open = new ArrayDeque<>(List.of(skins.start()));
    while (!open.isEmpty()) {
      int f = open.poll();
      for (List<Integer> loop : topology.face(f).loops()) {
        for (int e : loop) {
          Edge edge = topology.edge(e);
          int next = edge.across(f);
          if (next == 0 || edge.bend() != Bend.SMOOTH || !skins.upper().contains(next)) {
            continue;
          }
          if (placements.containsKey(next)) {
            mustMeet(f, next, edge);
          } else {
            place(f, next, e);
            reachedFrom.put(next, f);
            open.add(next);
          }
        }
      }
    }
  }

  private static Placement.OfPlane startPlacement(Face start, double turnRad) {
    Vec3 n = start.normal();
    Vec3 x = Vec3.X.minus(n.times(Vec3.X.dot(n)));
    if (x.length() < 0.5) {
      x = Vec3.Y.minus(n.times(Vec3.Y.dot(n)));
    }
    x = x.unit().rotated(n, -turnRad);
    return new Placement.OfPlane(start.point(), x, n.cross(x));
  }

  /** Of a part without plane walls: from a cut edge along a straight line of it. */
  private Placement bentStart(int f, double turnRad) throws CannotUnfold {
    for (List<Integer> loop : topology.face(f).loops()) {
      for (int e : loop) {
        Edge edge = topology.edge(e);
        if (edge.kind() == CurveKind.LINE && edge.bend() != Bend.SEAM) {
          Vec3 along = edge.end().minus(edge.start()).unit();
          Vec3 across = outward(f, f, e, along);
          Vec3 normal = normalAt(f, edge.mid());
          Xy flatAlong = new Xy(1, 0).rotated(turnRad);
          boolean left = along.cross(across).dot(normal) > 0;
          Xy flatAcross = flatAlong.rotated(left ? Math.PI / 2 : -Math.PI / 2);
          return bend(
              f,
              topology.face(f),
              new Placement.Front(
                  edge.start(), along, across, normal, Xy.ZERO, flatAlong, flatAcross));
        }
      }
    }
    throw CannotUnfold.at(f, "it goes all the way round; rip it along a line");
  }

  private void mustMeet(int f, int g, Edge edge) throws CannotUnfold {
    for (Vec3 p : List.of(edge.start(), edge.end())) {
      if (placements.get(f).flat(p).distance(placements.get(g).flat(p)) > MEET_MM) {
        throw CannotUnfold.at(
            f,
            "the walls form a loop that cannot open: unfolded from one side it does not meet the"
                + " face unfolded from the other; rip one of its edges");
      }
    }
  }

  private void place(int from, int to, int e) throws CannotUnfold {
    Edge edge = topology.edge(e);
    Face face = topology.face(to);
    if (face.kind() == SurfaceKind.PLANE && topology.face(from).kind() == SurfaceKind.PLANE) {
      placements.put(to, placements.get(from));
      return;
    }
    if (edge.kind() != CurveKind.LINE) {
      throw CannotUnfold.at(to, "it begins at a curved edge; a bend needs a straight tangent line");
    }
    Vec3 along = edge.end().minus(edge.start()).unit();
    Placement.Front front =
        placements.get(from).front(edge.start(), along, outward(from, to, e, along));
    placements.put(
        to,
        face.kind() == SurfaceKind.PLANE ? Placement.OfPlane.from(front) : bend(to, face, front));
  }

  /**
   * Direction from one face into its neighbour, square to their common straight edge. Told by the
   * bend of the two: unlike a wall it never reaches back over its tangent line.
   */
  private Vec3 outward(int from, int to, int e, Vec3 along) {
    boolean bendAhead = topology.face(to).kind() != SurfaceKind.PLANE;
    Edge edge = topology.edge(e);
    Vec3 sideways = along.cross(normalAt(from, edge.mid())).unit();
    double ahead = 0;
    for (List<Integer> loop : topology.face(bendAhead ? to : from).loops()) {
      for (int other : loop.contains(e) ? loop : List.<Integer>of()) {
        Edge o = topology.edge(other);
        for (int v :
            other == e ? List.<Integer>of() : List.of(edge.startVertex(), edge.endVertex())) {
          ahead += o.startVertex() == v ? o.tangentStart().dot(sideways) : 0;
          ahead -= o.endVertex() == v ? o.tangentEnd().dot(sideways) : 0;
        }
      }
    }
    return ahead >= 0 == bendAhead ? sideways : sideways.negated();
  }

  private Vec3 normalAt(int f, Vec3 p) {
    Face face = topology.face(f);
    if (face.kind() == SurfaceKind.PLANE) {
      return face.normal();
    }
    if (face.kind() == SurfaceKind.CONE) {
      Vec3 out = Cone.of(face).normal(p);
      return face.concave() ? out.negated() : out;
    }
    Vec3 d = p.minus(face.origin());
    Vec3 radial = d.minus(face.direction().times(d.dot(face.direction()))).unit();
    return face.concave() ? radial.negated() : radial;
  }

  private Placement bend(int number, Face face, Placement.Front front) throws CannotUnfold {
    return face.kind() == SurfaceKind.CONE
        ? conicalBend(number, face, front)
        : roundBend(number, face, front);
  }

  private Placement roundBend(int number, Face face, Placement.Front front) throws CannotUnfold {
    double level = front.at().minus(face.origin()).dot(face.direction());
    Vec3 centre = face.origin().plus(face.direction().times(level));
    double angle = sweep(number, new Placement.OfBend(front, centre, 1));
    double radius = face.concave() ? face.radius() : face.radius() - skins.thicknessMm();
    BendValue value = value(number, angle, radius);
    bends.put(number, new BendFace(angle, radius, face.concave(), value));
    return new Placement.OfBend(front, centre, value.allowanceMm() / angle);
  }

  /** Its radius grows along the bend; the neutral layer is taken where it is halfway. */
  private Placement conicalBend(int number, Face face, Placement.Front front) throws CannotUnfold {
    Cone cone = Cone.of(face);
    double turn = sweep(number, new Placement.OfCone(front, cone, 0, 0));
    DoubleSummaryStatistics slants =
        corners(face).stream().mapToDouble(cone::slant).summaryStatistics();
    double inwards = face.concave() ? 0 : skins.thicknessMm();
    double least = cone.bendRadius(slants.getMin()) - inwards;
    double most = cone.bendRadius(slants.getMax()) - inwards;
    double angle = turn * Math.cos(cone.halfAngleRad());
    BendValue value = value(number, angle, (least + most) / 2);
    bends.put(number, new BendFace(angle, least, face.concave(), value));
    double outwards = value.kFactor() * skins.thicknessMm() - inwards;
    return new Placement.OfCone(front, cone, outwards / Math.tan(cone.halfAngleRad()), turn);
  }

  private List<Vec3> corners(Face face) {
    return face.loops().stream()
        .flatMap(List::stream)
        .map(topology::edge)
        .flatMap(e -> Stream.of(e.start(), e.mid(), e.end()))
        .toList();
  }

  /** How far a face reaches round its axis. */
  private double sweep(int number, Placement.Unrolled unscaled) throws CannotUnfold {
    Face face = topology.face(number);
    for (List<Integer> loop : face.loops()) {
      if (loop.stream().anyMatch(e -> topology.edge(e).bend() == Bend.SEAM)) {
        throw CannotUnfold.at(number, "it goes all the way round; rip it along a line");
      }
    }
    return corners(face).stream().mapToDouble(unscaled::turn).max().orElse(0);
  }

  private BendValue value(int number, double angle, double radius) throws CannotUnfold {
    Optional<BendValue> value = methods.of(number).value(angle, radius, skins.thicknessMm());
    if (value.isEmpty()) {
      throw CannotUnfold.at(
          number,
          "the bend table has no rows for "
              + Numbers.deg(angle)
              + " at a radius of "
              + Numbers.mm(radius));
    }
    if (!(value.get().allowanceMm() > tolerance.lengthMm())) {
      throw CannotUnfold.at(
          number,
          "its allowance comes to "
              + Numbers.mm(value.get().allowanceMm())
              + "; it must be more than 0");
    }
    return value.get();
  }

  /** Points of the edges that are neither lines nor arcs in the flat. */
  private Map<Integer, List<Vec3>> freePoints(
      Shape shape, double curveMm, GeometryKernel kernel, Budget budget) throws CannotUnfold {
    Set<Integer> wanted = new TreeSet<>();
    Set<Integer> faces = new TreeSet<>(placements.keySet());
    faces.addAll(skins.lower());
    for (int f : faces) {
      for (List<Integer> loop : topology.face(f).loops()) {
        for (int e : loop) {
          if (!FlatTracer.staysExact(topology.face(f), topology.edge(e), MEET_MM)) {
            wanted.add(e);
          }
        }
      }
    }
    if (wanted.isEmpty()) {
      return Map.of();
    }
    List<Integer> edges = new ArrayList<>(wanted);
    return switch (kernel.curvePoints(shape, edges, curveMm / 2, budget)) {
      case Outcome.Failed<List<List<Vec3>>>(var failure) ->
          throw CannotUnfold.at(0, failure.message());
      case Outcome.Done<List<List<Vec3>>>(List<List<Vec3>> lines) -> {
        Map<Integer, List<Vec3>> out = new LinkedHashMap<>();
        for (int i = 0; i < edges.size(); i++) {
          out.put(edges.get(i), lines.get(i));
        }
        yield out;
      }
    };
  }
}

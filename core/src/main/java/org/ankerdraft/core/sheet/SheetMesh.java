package org.ankerdraft.core.sheet;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.ankerdraft.core.geometry.Contour;
import org.ankerdraft.core.geometry.PlaneCurve;
import org.ankerdraft.core.sheet.FlatPattern.Zone;
import org.ankerdraft.kernel.TriangleMesh;
import org.ankerdraft.vectors.Vec3;
import org.ankerdraft.vectors.Xy;
import org.locationtech.jts.geom.Coordinate;
import org.locationtech.jts.geom.Geometry;
import org.locationtech.jts.geom.GeometryFactory;
import org.locationtech.jts.geom.LinearRing;
import org.locationtech.jts.geom.Polygon;
import org.locationtech.jts.triangulate.polygon.PolygonTriangulator;

/**
 * Triangles of a flat pattern that follow it while it folds. Faces are numbered: zone i of the flat
 * (from 0) has its upper side as face i + 1, its lower side as face n + i + 1; the cut edges are
 * the last face, 2 n + 1.
 */
public final class SheetMesh {
  private static final GeometryFactory PLANE = new GeometryFactory();
  private static final double STRIP_RAD = Math.toRadians(7.5);
  private static final double GRID = 1e4;

  /** A node on both sides of the sheet. */
  private record Node(int zone, Xy at) {}

  private record Edge(int a, int b) {}

  private final FlatPattern flat;
  private final List<Node> nodes = new ArrayList<>();
  private final List<List<int[]>> trianglesByZone = new ArrayList<>();
  private final List<Edge> rims = new ArrayList<>();
  private final List<List<Node>> lines = new ArrayList<>();
  private final List<Boolean> lineIsSmooth = new ArrayList<>();

  /**
   * @param chordMm how far straightened arcs may stray
   */
  public SheetMesh(FlatPattern flat, double chordMm) {
    this.flat = flat;
    Map<List<Long>, Integer> uses = new HashMap<>();
    Map<List<Long>, Edge> edges = new HashMap<>();
    for (int z = 0; z < flat.zones().size(); z++) {
      Zone zone = flat.zones().get(z);
      List<int[]> triangles = new ArrayList<>();
      for (Polygon piece : pieces(polygon(zone, chordMm), zone)) {
        triangulate(piece, z, triangles);
        countEdges(piece, z, uses, edges);
      }
      trianglesByZone.add(triangles);
    }
    edges.forEach((key, edge) -> {
      if (uses.get(key) == 1) {
        rims.add(edge);
      }
    });
    addLines(chordMm);
  }

  private static Polygon polygon(Zone zone, double chordMm) {
    List<Contour> sorted = new ArrayList<>(zone.contours());
    sorted.sort(java.util.Comparator.comparingDouble((Contour c) -> -Math.abs(c.signedAreaMm2())));
    LinearRing[] holes =
        sorted.stream().skip(1).map(c -> ring(c, chordMm)).toArray(LinearRing[]::new);
    return PLANE.createPolygon(ring(sorted.getFirst(), chordMm), holes);
  }

  private static LinearRing ring(Contour c, double chordMm) {
    List<Coordinate> out = new ArrayList<>();
    c.points(chordMm).forEach(p -> out.add(new Coordinate(p.x(), p.y())));
    out.add(out.getFirst().copy());
    return PLANE.createLinearRing(out.toArray(Coordinate[]::new));
  }

  /** A bend is cut into strips narrow enough to curl smoothly. */
  private List<Polygon> pieces(Polygon whole, Zone zone) {
    List<Polygon> out = new ArrayList<>();
    if (!zone.isBend()) {
      out.add(whole);
      return out;
    }
    FlatBend b = flat.bends().get(zone.bend());
    int n = Math.max(2, (int) Math.ceil(b.angleRad() / STRIP_RAD));
    double far = 2 * (flat.widthMm() + flat.heightMm());
    for (int i = 0; i < n; i++) {
      double low = b.value().allowanceMm() * i / n - (i == 0 ? 1e-3 : 0);
      double high = b.value().allowanceMm() * (i + 1) / n + (i == n - 1 ? 1e-3 : 0);
      Geometry strip = whole.intersection(band(b, low, high, far));
      for (int g = 0; g < strip.getNumGeometries(); g++) {
        if (strip.getGeometryN(g) instanceof Polygon p) {
          out.add(p);
        }
      }
    }
    return out;
  }

  private static Polygon band(FlatBend b, double low, double high, double far) {
    Coordinate[] c = new Coordinate[5];
    double near = b.fan() == null ? -far : b.fan().centre().minus(b.start()).dot(b.along());
    boolean isTipAhead = near > 0;
    double from = isTipAhead ? -far : near;
    double to = isTipAhead ? near : far;
    double[][] corners = {{from, low}, {to, low}, {to, high}, {from, high}, {from, low}};
    for (int i = 0; i < c.length; i++) {
      Xy p = b.at(corners[i][0], corners[i][1]);
      c[i] = new Coordinate(p.x(), p.y());
    }
    return PLANE.createPolygon(c);
  }

  private int node(int zone, Coordinate c) {
    nodes.add(new Node(zone, new Xy(c.x, c.y)));
    return nodes.size() - 1;
  }

  private void triangulate(Polygon piece, int zone, List<int[]> out) {
    Geometry parts = PolygonTriangulator.triangulate(piece);
    Map<Coordinate, Integer> known = new HashMap<>();
    for (int i = 0; i < parts.getNumGeometries(); i++) {
      Coordinate[] c = parts.getGeometryN(i).getCoordinates();
      int[] t = new int[3];
      for (int k = 0; k < 3; k++) {
        Coordinate corner = c[k];
        t[k] = known.computeIfAbsent(corner, q -> node(zone, q));
      }
      Xy a = nodes.get(t[0]).at;
      boolean left = nodes.get(t[1]).at.minus(a).cross(nodes.get(t[2]).at.minus(a)) > 0;
      out.add(left ? t : new int[] {t[0], t[2], t[1]});
    }
  }

  private void countEdges(
      Polygon piece, int zone, Map<List<Long>, Integer> uses, Map<List<Long>, Edge> edges) {
    Polygon turned = (Polygon) piece.norm();
    List<LinearRing> rings = new ArrayList<>();
    rings.add(turned.getExteriorRing());
    for (int i = 0; i < turned.getNumInteriorRing(); i++) {
      rings.add(turned.getInteriorRingN(i));
    }
    for (LinearRing ring : rings) {
      Coordinate[] c = ring.getCoordinates();
      for (int i = 0; i + 1 < c.length; i++) {
        // JTS turns outer rings clockwise; the sheet must lie on the left of its rim.
        Coordinate from = c[i + 1];
        Coordinate to = c[i];
        List<Long> key = key(from, to);
        if (uses.merge(key, 1, Integer::sum) == 1) {
          edges.put(key, new Edge(node(zone, from), node(zone, to)));
        }
      }
    }
  }

  private static List<Long> key(Coordinate a, Coordinate b) {
    long ax = Math.round(a.x * GRID);
    long ay = Math.round(a.y * GRID);
    long bx = Math.round(b.x * GRID);
    long by = Math.round(b.y * GRID);
    boolean swap = ax > bx || (ax == bx && ay > by);
    return swap ? List.of(bx, by, ax, ay) : List.of(ax, ay, bx, by);
  }

  /** Edges to draw: every curve of every zone; those that two zones share are tangent lines. */
  private void addLines(double chordMm) {
    Map<List<Long>, Integer> seen = new HashMap<>();
    for (int z = 0; z < flat.zones().size(); z++) {
      Zone zone = flat.zones().get(z);
      for (Contour c : zone.contours()) {
        for (PlaneCurve curve : c.curves()) {
          List<Xy> points = curve.points(chordMm);
          Xy a = points.get((points.size() - 1) / 2);
          Xy b = points.get((points.size() - 1) / 2 + 1);
          List<Long> key = key(new Coordinate(a.x(), a.y()), new Coordinate(b.x(), b.y()));
          Integer before = seen.putIfAbsent(key, lines.size());
          if (before == null) {
            List<Node> line = new ArrayList<>();
            for (Xy p : zone.isBend() ? divided(points, zone) : points) {
              line.add(new Node(z, p));
            }
            lines.add(line);
            lineIsSmooth.add(false);
          } else {
            lineIsSmooth.set(before, true);
          }
        }
      }
    }
  }

  private List<Xy> divided(List<Xy> points, Zone zone) {
    FlatBend b = flat.bends().get(zone.bend());
    double step = b.value().allowanceMm() / Math.max(2, Math.ceil(b.angleRad() / STRIP_RAD));
    List<Xy> out = new ArrayList<>(List.of(points.getFirst()));
    for (int i = 1; i < points.size(); i++) {
      Xy from = points.get(i - 1);
      Xy to = points.get(i);
      int n = Math.max(1, (int) Math.ceil(Math.abs(b.depthOf(to) - b.depthOf(from)) / step));
      for (int k = 1; k <= n; k++) {
        out.add(from.plus(to.minus(from).times((double) k / n)));
      }
    }
    return out;
  }

  /** Which of the mesh's edges only part smooth faces. */
  public boolean[] smoothEdges() {
    boolean[] out = new boolean[2 * lines.size()];
    for (int i = 0; i < out.length; i++) {
      out[i] = lineIsSmooth.get(i % lines.size());
    }
    return out;
  }

  /** The mesh in a state of folding. */
  public TriangleMesh posed(FoldMotion.Pose pose) {
    double t = flat.thicknessMm();
    int n = nodes.size();
    int zones = flat.zones().size();
    float[] positions = new float[3 * (2 * n + 4 * rims.size())];
    float[] normals = new float[positions.length];
    for (int i = 0; i < n; i++) {
      Node node = nodes.get(i);
      Zone zone = flat.zones().get(node.zone);
      Vec3 up = pose.normal(zone, node.at);
      put(positions, i, pose.point(zone, node.at, 0));
      put(normals, i, up);
      put(positions, n + i, pose.point(zone, node.at, -t));
      put(normals, n + i, up.negated());
    }
    List<int[]> triangles = new ArrayList<>();
    int[] starts = new int[2 * zones + 2];
    for (int z = 0; z < zones; z++) {
      triangles.addAll(trianglesByZone.get(z));
      starts[z + 1] = triangles.size();
    }
    for (int z = 0; z < zones; z++) {
      for (int[] c : trianglesByZone.get(z)) {
        triangles.add(new int[] {n + c[0], n + c[2], n + c[1]});
      }
      starts[zones + z + 1] = triangles.size();
    }
    addRims(pose, positions, normals, triangles);
    starts[2 * zones + 1] = triangles.size();
    int[] flatTriangles = triangles.stream().flatMapToInt(java.util.Arrays::stream).toArray();
    int[] edgeStart = new int[2 * lines.size() + 1];
    float[] edgePoints = edgePoints(pose, edgeStart);
    return new TriangleMesh(
        positions, normals, flatTriangles, starts, edgePoints, edgeStart, false);
  }

  private void addRims(
      FoldMotion.Pose pose, float[] positions, float[] normals, List<int[]> triangles) {
    int at = 2 * nodes.size();
    for (Edge rim : rims) {
      Vec3[] corners = new Vec3[4];
      for (int k = 0; k < 2; k++) {
        Node node = nodes.get(k == 0 ? rim.a : rim.b);
        Zone zone = flat.zones().get(node.zone);
        corners[k] = pose.point(zone, node.at, 0);
        corners[3 - k] = pose.point(zone, node.at, -flat.thicknessMm());
      }
      Vec3 along = corners[1].minus(corners[0]);
      Vec3 normal = along.cross(corners[0].minus(corners[3]));
      Vec3 unit = normal.length() > 0 ? normal.unit() : Vec3.Z;
      for (int k = 0; k < 4; k++) {
        put(positions, at + k, corners[k]);
        put(normals, at + k, unit);
      }
      triangles.add(new int[] {at, at + 3, at + 1});
      triangles.add(new int[] {at + 1, at + 3, at + 2});
      at += 4;
    }
  }

  private float[] edgePoints(FoldMotion.Pose pose, int[] start) {
    int count = lines.stream().mapToInt(List::size).sum();
    float[] out = new float[3 * 2 * count];
    int at = 0;
    for (int side = 0; side < 2; side++) {
      double h = side == 0 ? 0 : -flat.thicknessMm();
      for (int i = 0; i < lines.size(); i++) {
        for (Node node : lines.get(i)) {
          put(out, at++, pose.point(flat.zones().get(node.zone), node.at, h));
        }
        start[side * lines.size() + i + 1] = at;
      }
    }
    return out;
  }

  private static void put(float[] to, int node, Vec3 v) {
    to[3 * node] = (float) v.x();
    to[3 * node + 1] = (float) v.y();
    to[3 * node + 2] = (float) v.z();
  }
}

package org.ankerdraft.core.sheet;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.ankerdraft.core.geometry.Polygons;
import org.ankerdraft.kernel.TriangleMesh;
import org.ankerdraft.vectors.Vec3;
import org.ankerdraft.vectors.Xy;
import org.locationtech.jts.algorithm.Orientation;
import org.locationtech.jts.geom.Coordinate;
import org.locationtech.jts.geom.Geometry;
import org.locationtech.jts.geom.GeometryFactory;
import org.locationtech.jts.triangulate.polygon.PolygonTriangulator;

/** A bending tool as a mesh: its section drawn out along the bend. One face, all edges sharp. */
public final class ToolMesh {
  private ToolMesh() {}

  public static TriangleMesh of(List<Xy> section, PressBrake.Station station) {
    List<Vec3> points = new ArrayList<>();
    List<Vec3> normals = new ArrayList<>();
    List<Integer> triangles = new ArrayList<>();
    double half = station.halfLengthMm();
    for (double end : new double[] {-half, half}) {
      cap(section, station, end, points, normals, triangles);
    }
    int n = section.size();
    double area = Polygons.signedAreaMm2(section);
    float[] edges = new float[3 * 2 * 3 * n];
    int[] starts = new int[3 * n + 1];
    int at = 0;
    for (int i = 0; i < n; i++) {
      Vec3 a = station.at(section.get(i), -half);
      Vec3 b = station.at(section.get((i + 1) % n), -half);
      Vec3 c = station.at(section.get((i + 1) % n), half);
      Vec3 d = station.at(section.get(i), half);
      Vec3 out = station.along().cross(b.minus(a)).times(Math.signum(area));
      quad(a, b, c, d, out.length() > 0 ? out.unit() : station.up(), points, normals, triangles);
      for (Vec3[] line : new Vec3[][] {{a, b}, {d, c}, {a, d}}) {
        put(edges, 2 * at, line[0]);
        put(edges, 2 * at + 1, line[1]);
        starts[++at] = 2 * at;
      }
    }
    float[] positions = new float[3 * points.size()];
    float[] directions = new float[3 * points.size()];
    for (int i = 0; i < points.size(); i++) {
      put(positions, i, points.get(i));
      put(directions, i, normals.get(i));
    }
    int[] corners = triangles.stream().mapToInt(Integer::intValue).toArray();
    return new TriangleMesh(
        positions, directions, corners, new int[] {0, corners.length / 3}, edges, starts, false);
  }

  private static void cap(
      List<Xy> section,
      PressBrake.Station station,
      double end,
      List<Vec3> points,
      List<Vec3> normals,
      List<Integer> triangles) {
    List<Coordinate> ring = new ArrayList<>();
    section.forEach(p -> ring.add(new Coordinate(p.x(), p.y())));
    ring.add(ring.getFirst().copy());
    Geometry parts =
        PolygonTriangulator.triangulate(
            new GeometryFactory().createPolygon(ring.toArray(Coordinate[]::new)));
    Vec3 normal = end < 0 ? station.along().negated() : station.along();
    Map<Coordinate, Integer> known = new HashMap<>();
    for (int i = 0; i < parts.getNumGeometries(); i++) {
      Coordinate[] c = parts.getGeometryN(i).getCoordinates();
      boolean counterClockwise = Orientation.isCCW(c);
      for (int k = 0; k < 3; k++) {
        // Seen along the bend, the section lies mirrored.
        Coordinate corner = c[counterClockwise == end < 0 ? k : 2 - k];
        triangles.add(
            known.computeIfAbsent(
                corner,
                q -> {
                  points.add(station.at(new Xy(q.x, q.y), end));
                  normals.add(normal);
                  return points.size() - 1;
                }));
      }
    }
  }

  private static void quad(
      Vec3 a,
      Vec3 b,
      Vec3 c,
      Vec3 d,
      Vec3 normal,
      List<Vec3> points,
      List<Vec3> normals,
      List<Integer> triangles) {
    int first = points.size();
    boolean outward = b.minus(a).cross(c.minus(a)).dot(normal) > 0;
    points.addAll(outward ? List.of(a, b, c, d) : List.of(d, c, b, a));
    normals.addAll(List.of(normal, normal, normal, normal));
    triangles.addAll(List.of(first, first + 1, first + 2, first, first + 2, first + 3));
  }

  private static void put(float[] to, int node, Vec3 v) {
    to[3 * node] = (float) v.x();
    to[3 * node + 1] = (float) v.y();
    to[3 * node + 2] = (float) v.z();
  }
}

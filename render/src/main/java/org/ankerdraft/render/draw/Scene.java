package org.ankerdraft.render.draw;

import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.ankerdraft.core.geometry.FineMesh;
import org.ankerdraft.core.operation.Body;
import org.ankerdraft.core.survey.BodyAnalysis;
import org.ankerdraft.kernel.TriangleMesh;
import org.ankerdraft.vectors.Vec3;

/**
 * Everything that is drawn, in flat arrays. Faces and edges of all bodies are numbered through from
 * 1; {@link #faceAt} and {@link #edgeAt} lead back to body and number.
 */
public final class Scene {
  final float[] positions;
  final float[] normals;
  final int[] triangles;
  final int[] faceOfTriangle;

  /** Wall thickness at each node, NaN where unknown; null if none is measured. */
  final float[] wall;

  final float[] edgePoints;

  /** First point of each edge, one entry more than edges. */
  final int[] edgeStart;

  /** Edges that only part smooth faces, drawn faintly. */
  final boolean[] smoothEdge;

  /** The triangles in groups, in whose order they are. */
  final Clusters clusters;

  private final List<BodyAnalysis> bodies;
  private final int[] firstFace;
  private final int[] firstEdge;

  /** A face or edge of a body, by its number there. */
  public record Item(Body body, int number) {}

  private Scene(Gatherer g, List<BodyAnalysis> bodies) {
    positions = g.positions;
    normals = g.normals;
    triangles = g.triangles;
    faceOfTriangle = g.faceOfTriangle;
    wall = g.anyWall ? g.wall : null;
    clusters = Clusters.of(positions, triangles, faceOfTriangle);
    edgePoints = g.edgePoints;
    edgeStart = g.edgeStart;
    smoothEdge = g.smooth;
    firstFace = g.firstFace;
    firstEdge = g.firstEdge;
    this.bodies = List.copyOf(bodies);
  }

  public static Scene of(List<BodyAnalysis> bodies) {
    return new Scene(new Gatherer(bodies.stream().map(Source::of).toList()), bodies);
  }

  /**
   * Meshes that belong to no body: a folding sheet, a tool. Their faces are numbered through from
   * 1, but lead back to nothing.
   */
  public record Free(TriangleMesh mesh, boolean[] smoothEdges) {}

  public static Scene ofFree(List<Free> meshes) {
    return new Scene(new Gatherer(meshes.stream().map(Source::of).toList()), List.of());
  }

  public static Scene empty() {
    return of(List.of());
  }

  public List<BodyAnalysis> bodies() {
    return bodies;
  }

  public int triangleCount() {
    return triangles.length / 3;
  }

  public boolean hasWall() {
    return wall != null;
  }

  public int faceCount() {
    return firstFace[firstFace.length - 1];
  }

  public int edgeCount() {
    return edgeStart.length - 1;
  }

  /**
   * A view in the same direction that the scene fills, with a margin; the view itself if the scene
   * is empty.
   */
  public Camera fitted(Camera camera, double marginPixels) {
    if (positions.length == 0) {
      return camera;
    }
    Camera first = filled(camera, marginPixels);
    // In perspective the scale changes which points lie outermost.
    return first.isPerspective() ? filled(filled(first, marginPixels), marginPixels) : first;
  }

  private Camera filled(Camera camera, double marginPixels) {
    float[] screen = new float[positions.length];
    new Projection(camera).project(positions, 0, positions.length / 3, screen);
    double left = Double.MAX_VALUE;
    double right = -Double.MAX_VALUE;
    double low = Double.MAX_VALUE;
    double high = -Double.MAX_VALUE;
    for (int i = 0; i < screen.length; i += 3) {
      left = Math.min(left, screen[i]);
      right = Math.max(right, screen[i]);
      low = Math.min(low, screen[i + 1]);
      high = Math.max(high, screen[i + 1]);
    }
    double factor =
        Math.min(
            Math.max(10, camera.width() - 2 * marginPixels) / Math.max(1e-3, right - left),
            Math.max(10, camera.height() - 2 * marginPixels) / Math.max(1e-3, high - low));
    return camera
        .panned(camera.width() / 2.0 - (left + right) / 2, camera.height() / 2.0 - (low + high) / 2)
        .scaled(factor);
  }

  /** The face with a number of the scene, or null. */
  public Item faceAt(int id) {
    return item(id, firstFace);
  }

  /** The edge with a number of the scene, or null. */
  public Item edgeAt(int id) {
    return item(id, firstEdge);
  }

  private Item item(int id, int[] first) {
    for (int b = 0; b < bodies.size(); b++) {
      if (id > first[b] && id <= first[b + 1]) {
        return new Item(bodies.get(b).body(), id - first[b]);
      }
    }
    return null;
  }

  /** Number in the scene of a body's face, or 0. */
  public int faceId(String body, int face) {
    for (int b = 0; b < bodies.size(); b++) {
      if (bodies.get(b).body().name().equals(body)) {
        return firstFace[b] + face;
      }
    }
    return 0;
  }

  /** Number in the scene of a body's edge, or 0. */
  public int edgeId(String body, int edge) {
    for (int b = 0; b < bodies.size(); b++) {
      if (bodies.get(b).body().name().equals(body)) {
        return firstEdge[b] + edge;
      }
    }
    return 0;
  }

  private static final class Gatherer {
    float[] positions;
    float[] normals;
    float[] wall;
    int[] triangles;
    int[] faceOfTriangle;
    float[] edgePoints;
    int[] edgeStart;
    boolean[] smooth;
    final int[] firstFace;
    final int[] firstEdge;
    boolean anyWall;

    Gatherer(List<Source> parts) {
      firstFace = new int[parts.size() + 1];
      firstEdge = new int[parts.size() + 1];
      int nodes = 0;
      int count = 0;
      int points = 0;
      for (int b = 0; b < parts.size(); b++) {
        Source p = parts.get(b);
        nodes += p.positions.length;
        count += p.faces.length;
        points += p.mesh.edgePoints().length;
        anyWall |= p.wall != null;
        firstFace[b + 1] = firstFace[b] + p.mesh.faceCount();
        firstEdge[b + 1] = firstEdge[b] + p.mesh.edgePointStart().length - 1;
      }
      allocate(nodes, count, points, firstEdge[parts.size()]);
      int node = 0;
      int t = 0;
      for (int b = 0; b < parts.size(); b++) {
        Source p = parts.get(b);
        System.arraycopy(p.positions, 0, positions, 3 * node, p.positions.length);
        System.arraycopy(p.normals, 0, normals, 3 * node, p.normals.length);
        for (int i = 0; i < p.positions.length / 3; i++) {
          wall[node + i] = p.wall == null ? Float.NaN : p.wall[i];
        }
        for (int i = 0; i < p.triangles.length; i++) {
          triangles[3 * t + i] = p.triangles[i] + node;
        }
        for (int i = 0; i < p.faces.length; i++) {
          faceOfTriangle[t + i] = p.faces[i] + firstFace[b];
        }
        node += p.positions.length / 3;
        t += p.faces.length;
      }
      putInOrder();
      gatherEdges(parts);
    }

    /** Neighbours in space become neighbours in memory, triangles first and then their nodes. */
    private void putInOrder() {
      int[] order = Clusters.order(positions, triangles, faceOfTriangle);
      int[] old = triangles;
      triangles = new int[old.length];
      int[] place = new int[wall.length];
      int[] nodes = new int[wall.length];
      int used = 0;
      for (int i = 0; i < triangles.length; i++) {
        int node = old[3 * order[i / 3] + i % 3];
        if (place[node] == 0) {
          nodes[used] = node;
          place[node] = ++used;
        }
        triangles[i] = place[node] - 1;
      }
      positions = inOrder(positions, nodes, used);
      normals = inOrder(normals, nodes, used);
      float[] thickness = new float[used];
      for (int i = 0; i < used; i++) {
        thickness[i] = wall[nodes[i]];
      }
      wall = thickness;
    }

    private static float[] inOrder(float[] vectors, int[] nodes, int count) {
      float[] result = new float[3 * count];
      for (int i = 0; i < count; i++) {
        System.arraycopy(vectors, 3 * nodes[i], result, 3 * i, 3);
      }
      return result;
    }

    private void allocate(int nodes, int count, int points, int edges) {
      positions = new float[nodes];
      normals = new float[nodes];
      wall = new float[nodes / 3];
      triangles = new int[3 * count];
      faceOfTriangle = new int[count];
      edgePoints = new float[points];
      edgeStart = new int[edges + 1];
      smooth = new boolean[edges];
    }

    private void gatherEdges(List<Source> parts) {
      int point = 0;
      int edge = 0;
      for (Source p : parts) {
        TriangleMesh m = p.mesh;
        System.arraycopy(m.edgePoints(), 0, edgePoints, 3 * point, m.edgePoints().length);
        for (int e = 0; e < m.edgePointStart().length - 1; e++) {
          edgeStart[edge] = point + m.edgePointStart()[e];
          smooth[edge] = p.smooth[e];
          edge++;
        }
        point += m.edgePoints().length / 3;
      }
      edgeStart[edge] = point;
    }
  }

  /** What is drawn of one body or free mesh. */
  private record Source(
      float[] positions,
      float[] normals,
      int[] triangles,
      int[] faces,
      float[] wall,
      TriangleMesh mesh,
      boolean[] smooth) {

    static Source of(BodyAnalysis a) {
      TriangleMesh m = a.mesh();
      boolean[] smooth = new boolean[m.edgePointStart().length - 1];
      for (int e = 0; e < smooth.length; e++) {
        smooth[e] = !a.body().named().topology().edge(e + 1).isSharp();
      }
      if (a.wall() == null) {
        return of(m, smooth);
      }
      FineMesh fine = a.wall().mesh();
      return new Source(
          fine.positions(),
          fine.normals(),
          fine.triangles(),
          fine.faceOfTriangle(),
          a.wall().bySphere(),
          m,
          smooth);
    }

    static Source of(Free free) {
      return of(free.mesh, free.smoothEdges);
    }

    private static Source of(TriangleMesh m, boolean[] smooth) {
      int[] faces = new int[m.triangleCount()];
      for (int f = 0; f < m.faceCount(); f++) {
        for (int t = m.faceTriangleStart()[f]; t < m.faceTriangleStart()[f + 1]; t++) {
          faces[t] = f + 1;
        }
      }
      return new Source(m.positions(), m.normals(), m.triangles(), faces, null, m, smooth);
    }
  }

  /** The course of an edge, by its id. */
  public List<Vec3> edgeLine(int id) {
    return IntStream.range(edgeStart[id - 1], edgeStart[id])
        .mapToObj(k -> new Vec3(edgePoints[3 * k], edgePoints[3 * k + 1], edgePoints[3 * k + 2]))
        .toList();
  }

  /** Ids of the edges around a face. */
  public Set<Integer> edgesOf(int faceId) {
    Item face = faceAt(faceId);
    return face.body().named().topology().face(face.number()).loops().stream()
        .flatMap(List::stream)
        .map(e -> edgeId(face.body().name(), e))
        .collect(Collectors.toSet());
  }
}

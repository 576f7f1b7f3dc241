package org.ankerdraft.kernel;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.ankerdraft.vectors.Vec3;

/**
 * Faces, edges and vertices of a shape. Numbers in it count from 1, as in the worker; {@link #face}
 * etc. take them.
 */
public record Topology(List<Face> faces, List<Edge> edges, List<Vec3> vertices) {

  public enum SurfaceKind {
    PLANE,
    CYLINDER,
    CONE,
    SPHERE,
    TORUS,
    FREEFORM
  }

  public enum CurveKind {
    LINE,
    CIRCLE,
    FREEFORM
  }

  /** How the two faces of an edge meet. */
  public enum Bend {
    SMOOTH,
    CONVEX,
    CONCAVE,
    SEAM,
    DEGENERATE
  }

  /**
   * A face.
   *
   * @param origin plane and freeform: centroid; cylinder, cone, torus: a point on the axis; sphere:
   *     centre
   * @param direction plane: outward normal; freeform: the direction that all its straight lines
   *     share, if it has such, else the outward normal at {@code point}; else the axis
   * @param radius cylinder, sphere: radius; cone: radius at origin; torus: large radius
   * @param second cone: half-angle, rad; torus: small radius
   * @param point a point strictly inside the face
   * @param normal outward unit normal at {@code point}
   * @param loops numbers of the edges around it, the outer loop first
   * @param concave for curved faces: the material lies outside the curve (a hole, a fillet)
   */
  public record Face(
      SurfaceKind kind,
      Vec3 origin,
      Vec3 direction,
      double radius,
      double second,
      double areaMm2,
      Vec3 point,
      Vec3 normal,
      List<List<Integer>> loops,
      boolean concave) {

    /** A place in the material, so far behind the face. */
    public Vec3 behind(double mm) {
      return point.minus(normal.times(mm));
    }
  }

  /**
   * An edge.
   *
   * @param faces numbers of the one or two faces it bounds
   * @param angleRad angle between the outward normals of its faces at {@code mid}
   * @param direction line: direction; circle: axis; else zero
   */
  public record Edge(
      CurveKind kind,
      Vec3 start,
      Vec3 mid,
      Vec3 end,
      double lengthMm,
      List<Integer> faces,
      Bend bend,
      double angleRad,
      Vec3 direction,
      Vec3 centre,
      double radius,
      int startVertex,
      int endVertex,
      Vec3 tangentStart,
      Vec3 tangentEnd) {

    /** The other face across this edge, or 0 if there is none. */
    public int across(int face) {
      return faces.stream().filter(f -> f != face).findFirst().orElse(0);
    }

    public boolean isSharp() {
      return bend == Bend.CONVEX || bend == Bend.CONCAVE;
    }
  }

  /** Whether some face is of no simple surface. */
  public boolean hasFreeFaces() {
    return faces.stream().anyMatch(f -> f.kind() == SurfaceKind.FREEFORM);
  }

  /** Numbers of faces that hang together by their edges, in sets; a cavity is one by itself. */
  public List<Set<Integer>> pieces() {
    return pieces(IntStream.rangeClosed(1, faces.size()).boxed().collect(Collectors.toSet()));
  }

  /** The same of some faces: in how many patches they lie. */
  public List<Set<Integer>> pieces(Set<Integer> of) {
    List<Set<Integer>> out = new ArrayList<>();
    Set<Integer> left = new TreeSet<>(of);
    while (!left.isEmpty()) {
      Set<Integer> piece = new TreeSet<>();
      List<Integer> next = new ArrayList<>(List.of(left.iterator().next()));
      while (!next.isEmpty()) {
        int face = next.removeLast();
        if (left.remove((Integer) face)) {
          piece.add(face);
          next.addAll(beside(face));
        }
      }
      out.add(piece);
    }
    return out;
  }

  /** Faces across the edges of one. */
  public Set<Integer> beside(int face) {
    return face(face).loops().stream()
        .flatMap(List::stream)
        .map(e -> edge(e).across(face))
        .filter(f -> f != 0)
        .collect(Collectors.toSet());
  }

  public Face face(int number) {
    return faces.get(number - 1);
  }

  public Edge edge(int number) {
    return edges.get(number - 1);
  }

  public Vec3 vertex(int number) {
    return vertices.get(number - 1);
  }
}

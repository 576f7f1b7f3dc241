package org.ankerdraft.kernel;

import java.util.List;
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
      boolean concave) {}

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

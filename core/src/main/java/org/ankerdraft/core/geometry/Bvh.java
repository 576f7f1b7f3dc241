package org.ankerdraft.core.geometry;

import java.lang.foreign.MemorySegment;
import org.ankerdraft.kernel.TriangleMesh;

/**
 * Bounding-volume hierarchy over the triangles of a mesh, for rays and nearest points. Built once;
 * immutable and safe for several threads; each thread asks through a {@link Query} of its own.
 */
public final class Bvh {
  /** Null where there is no triangle. */
  private final BoxTree tree;

  public Bvh(TriangleMesh mesh) {
    this(mesh.positions(), mesh.triangles());
  }

  /**
   * Of a mesh whose faces may be curved: nearest points tell how far the face rises over them.
   *
   * @param mostRiseMm the most that a face may rise over its triangles
   */
  public Bvh(TriangleMesh mesh, double mostRiseMm) {
    this(mesh.positions(), mesh.triangles(), Bulges.of(mesh, (float) mostRiseMm));
  }

  /**
   * @param positions x, y, z of each node; not kept
   * @param triangles three node numbers each; not kept
   */
  public Bvh(float[] positions, int[] triangles) {
    this(positions, triangles, Bulges.none(triangles));
  }

  private Bvh(float[] positions, int[] triangles, float[] bulges) {
    tree = triangles.length == 0 ? null : BoxTree.of(positions, triangles, bulges);
  }

  /** One thread's access: the last answer. */
  public final class Query {
    private final float[] place = new float[4];
    private final MemorySegment placed = MemorySegment.ofArray(place);

    private final float[] curved = new float[1];
    private final MemorySegment curvedPlaced = MemorySegment.ofArray(curved);

    /** Whether a triangle that the last normals were of belongs to a curved face. */
    public boolean isCurved;

    /** Distance along the ray, or to the nearest point, of the last answer. */
    public float distance;

    public float nearX;
    public float nearY;
    public float nearZ;

    /** By how much the face lies farther than the nearest point of its mesh, mm. */
    public float rise;

    /**
     * How far a ray goes beyond {@code least} to the first triangle. No ray slips through between
     * triangles that share an edge or a corner.
     *
     * @param dx, dy, dz direction; distances come in multiples of its length
     * @return whether there is one before {@code most}; see {@link #distance}
     */
    public boolean firstHit(
        float ox, float oy, float oz, float dx, float dy, float dz, float least, float most) {
      distance =
          tree == null ? most : TreeLibrary.firstHit(tree, ox, oy, oz, dx, dy, dz, least, most);
      return distance < most;
    }

    /**
     * The nearest point of the mesh within {@code most}; see {@link #distance}, {@link #nearX} ...
     * Of points equally near it is the first by place.
     */
    public boolean nearest(float x, float y, float z, float most) {
      distance = most;
      if (tree == null) {
        return false;
      }
      float square = TreeLibrary.nearest(tree, x, y, z, most * most, placed);
      distance = (float) Math.sqrt(square);
      nearX = place[0];
      nearY = place[1];
      nearZ = place[2];
      rise = place[3];
      return square < most * most;
    }

    /**
     * The least dot product of (x, y, z) with the unit normals of triangles within {@code reach} of
     * a point; 2 if there is none.
     */
    public float leastNormalDot(
        float px, float py, float pz, float reach, float x, float y, float z) {
      isCurved = false;
      if (tree == null) {
        return 2;
      }
      float least =
          TreeLibrary.leastNormalDot(tree, px, py, pz, reach * reach, x, y, z, curvedPlaced);
      isCurved = curved[0] != 0;
      return least;
    }
  }

  public Query query() {
    return new Query();
  }
}

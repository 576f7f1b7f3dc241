package org.ankerdraft.core.geometry;

import org.ankerdraft.kernel.TriangleMesh;

/**
 * Bounding-volume hierarchy over the triangles of a mesh, for rays and nearest points. Built once
 * with the surface-area heuristic over 16 bins; immutable and safe for several threads; each thread
 * asks through a {@link Query} of its own.
 */
public final class Bvh {
  /** Of products and sums of float, as a share of the farthest coordinate. */
  private static final float ROUNDING_OF_PLANES = 4e-6f;

  private final int triangleCount;

  /** Nine floats for each triangle in leaf order: its corners, to the bit those of the mesh. */
  private final float[] corners;

  /** The same for rays that run mostly along x, y or z. */
  private final float[] alongX;

  private final float[] alongY;
  private final float[] alongZ;

  /**
   * Four floats for each triangle in leaf order: unit normal and distance from the origin. A
   * triangle is no nearer than its plane; without area it has no plane, and the normal is zero.
   */
  private final float[] planes;

  /** The most by which rounding may make a plane seem farther away. */
  private final float planeError;

  private final int[] originalTriangle;

  /** Six floats for each node: min x, y, z, max x, y, z. */
  private final float[] bounds;

  /**
   * Two ints for each node: first child (second is next to it) and 0; or first triangle and how
   * many.
   */
  private final int[] links;

  public Bvh(TriangleMesh mesh) {
    this(mesh.positions(), mesh.triangles());
  }

  /**
   * @param positions x, y, z of each node; not kept
   * @param triangles three node numbers each; not kept
   */
  public Bvh(float[] positions, int[] triangles) {
    triangleCount = triangles.length / 3;
    BvhBuilder tree = new BvhBuilder(positions, triangles);
    originalTriangle = tree.originalTriangle;
    bounds = tree.bounds;
    links = tree.links;
    corners = new float[9 * triangleCount];
    for (int i = 0; i < triangleCount; i++) {
      int t = originalTriangle[i];
      for (int axis = 0; axis < 3; axis++) {
        for (int corner = 0; corner < 3; corner++) {
          corners[9 * i + 3 * corner + axis] = positions[3 * triangles[3 * t + corner] + axis];
        }
      }
    }
    planes = new float[4 * triangleCount];
    float most = 0;
    for (int i = 0; i < triangleCount; i++) {
      putPlane(i);
    }
    for (float c : corners) {
      most = Math.max(most, Math.abs(c));
    }
    planeError = ROUNDING_OF_PLANES * most;
    alongX = cornersAlong(0);
    alongY = cornersAlong(1);
    alongZ = cornersAlong(2);
  }

  private void putPlane(int i) {
    int c = 9 * i;
    double ax = (double) corners[c + 3] - corners[c];
    double ay = (double) corners[c + 4] - corners[c + 1];
    double az = (double) corners[c + 5] - corners[c + 2];
    double bx = (double) corners[c + 6] - corners[c];
    double by = (double) corners[c + 7] - corners[c + 1];
    double bz = (double) corners[c + 8] - corners[c + 2];
    double nx = ay * bz - az * by;
    double ny = az * bx - ax * bz;
    double nz = ax * by - ay * bx;
    double size = Math.sqrt(nx * nx + ny * ny + nz * nz);
    double scale = size == 0 ? 0 : 1 / size;
    planes[4 * i] = (float) (nx * scale);
    planes[4 * i + 1] = (float) (ny * scale);
    planes[4 * i + 2] = (float) (nz * scale);
    planes[4 * i + 3] =
        (float) ((nx * corners[c] + ny * corners[c + 1] + nz * corners[c + 2]) * scale);
  }

  /** The corners with their axes in turn, so that an axis comes last. */
  private float[] cornersAlong(int axis) {
    float[] out = new float[corners.length];
    for (int i = 0; i < out.length; i += 3) {
      out[i] = corners[i + (axis + 1) % 3];
      out[i + 1] = corners[i + (axis + 2) % 3];
      out[i + 2] = corners[i + axis];
    }
    return out;
  }

  /** One thread's access: scratch space and the last answer. */
  public final class Query {
    /** A box that holds a point may seem this much farther away than the point. */
    private static final float ROUNDING = 1.00001f;

    private final int[] stack = new int[BvhBuilder.DEEPEST * 2];
    private final float[] stackDistance = new float[BvhBuilder.DEEPEST * 2];

    /** Triangle (of the mesh) of the last answer, or -1. */
    public int triangle;

    /** Distance along the ray, or to the nearest point, of the last answer. */
    public float distance;

    public float nearX;
    public float nearY;
    public float nearZ;

    /**
     * First triangle hit by a ray beyond {@code least}. No ray slips through between triangles that
     * share an edge or a corner.
     *
     * @param dx, dy, dz direction; distances come in multiples of its length
     * @return whether there is one; see {@link #triangle}, {@link #distance}
     */
    public boolean firstHit(
        float ox, float oy, float oz, float dx, float dy, float dz, float least, float most) {
      triangle = -1;
      distance = most;
      if (triangleCount == 0) {
        return false;
      }
      float ax = Math.abs(dx);
      float ay = Math.abs(dy);
      float az = Math.abs(dz);
      ix = reciprocal(dx);
      iy = reciprocal(dy);
      iz = reciprocal(dz);
      nearSideX = ix < 0 ? 3 : 0;
      nearSideY = iy < 0 ? 4 : 1;
      nearSideZ = iz < 0 ? 5 : 2;
      // The longest axis comes last, and the others keep their turn.
      if (az >= ax && az >= ay) {
        return walk(alongZ, ox, oy, oz, dx, dy, dz, ox, oy, oz, least);
      }
      return ay >= ax
          ? walk(alongY, oz, ox, oy, dz, dx, dy, ox, oy, oz, least)
          : walk(alongX, oy, oz, ox, dy, dz, dx, ox, oy, oz, least);
    }

    /** Finite also for a ray along a side of a box, so that no product is NaN. */
    private static float reciprocal(float d) {
      return Math.abs(d) < 1e-30f ? Math.copySign(1e30f, d) : 1 / d;
    }

    private float ix;
    private float iy;
    private float iz;

    /** Where among the bounds of a box the sides stand that a ray meets first. */
    private int nearSideX;

    private int nearSideY;
    private int nearSideZ;

    /**
     * @param corners with their axes in turn, the one along which the ray runs last
     * @param px, py, pz origin with its axes in that turn; (qx, qy, qz) likewise the direction
     */
    private boolean walk(
        float[] corners,
        float px,
        float py,
        float pz,
        float qx,
        float qy,
        float qz,
        float ox,
        float oy,
        float oz,
        float least) {
      float shearX = qx / qz;
      float shearY = qy / qz;
      float shearZ = 1 / qz;
      int[] nodes = links;
      int top = 0;
      int node = 0;
      while (true) {
        int first = nodes[2 * node];
        int count = nodes[2 * node + 1];
        if (count > 0) {
          for (int i = first; i < first + count; i++) {
            hit(corners, i, px, py, pz, shearX, shearY, shearZ, least);
          }
        } else {
          float da = enter(first, ox, oy, oz);
          float db = enter(first + 1, ox, oy, oz);
          boolean swapped = db < da;
          float near = swapped ? db : da;
          float far = swapped ? da : db;
          if (near != Float.MAX_VALUE) {
            if (far != Float.MAX_VALUE) {
              stackDistance[top] = far;
              stack[top++] = swapped ? first : first + 1;
            }
            node = swapped ? first + 1 : first;
            continue;
          }
        }
        do {
          if (top == 0) {
            return triangle >= 0;
          }
          node = stack[--top];
        } while (stackDistance[top] > distance);
      }
    }

    /**
     * Where the ray enters the node's box; MAX_VALUE if it misses it or enters beyond the best hit.
     * The box is taken a little larger, so that rounding loses no triangle (Ize, Robust BVH ray
     * traversal, J. Computer Graphics Techniques 2(2), 2013).
     */
    private float enter(int node, float ox, float oy, float oz) {
      float[] b = bounds;
      int n = 6 * node;
      float x = (b[n + nearSideX] - ox) * ix;
      float y = (b[n + nearSideY] - oy) * iy;
      float z = (b[n + nearSideZ] - oz) * iz;
      float in = x > 0 ? x : 0;
      in = y > in ? y : in;
      in = z > in ? z : in;
      x = (b[n + 3 - nearSideX] - ox) * ix;
      y = (b[n + 5 - nearSideY] - oy) * iy;
      z = (b[n + 7 - nearSideZ] - oz) * iz;
      float out = x < distance ? x : distance;
      out = y < out ? y : out;
      out = z < out ? z : out;
      return in <= out * 1.000002f ? in : Float.MAX_VALUE;
    }

    /**
     * Watertight: the same edge gives the same number to both triangles that share it, with
     * opposite signs (Woop, Benthin and Wald, Watertight ray/triangle intersection, J. Computer
     * Graphics Techniques 2(1), 2013).
     */
    private void hit(
        float[] p,
        int i,
        float px,
        float py,
        float pz,
        float shearX,
        float shearY,
        float shearZ,
        float least) {
      int k = 9 * i;
      float az = p[k + 2] - pz;
      float bz = p[k + 5] - pz;
      float cz = p[k + 8] - pz;
      float ax = p[k] - px - shearX * az;
      float ay = p[k + 1] - py - shearY * az;
      float bx = p[k + 3] - px - shearX * bz;
      float by = p[k + 4] - py - shearY * bz;
      float cx = p[k + 6] - px - shearX * cz;
      float cy = p[k + 7] - py - shearY * cz;
      float u = cx * by - cy * bx;
      float v = ax * cy - ay * cx;
      float w = bx * ay - by * ax;
      if (u == 0 || v == 0 || w == 0) {
        // Right on an edge, as far as float can tell.
        u = (float) ((double) cx * by - (double) cy * bx);
        v = (float) ((double) ax * cy - (double) ay * cx);
        w = (float) ((double) bx * ay - (double) by * ax);
      }
      if ((u < 0 || v < 0 || w < 0) && (u > 0 || v > 0 || w > 0)) {
        return;
      }
      float det = u + v + w;
      if (det == 0) {
        return;
      }
      float t = (u * az + v * bz + w * cz) * shearZ / det;
      if (t > least && t < distance) {
        distance = t;
        triangle = originalTriangle[i];
      }
    }

    /**
     * The nearest point of the mesh within {@code most}; see {@link #triangle}, {@link #nearX} ...
     */
    public boolean nearest(float x, float y, float z, float most) {
      triangle = -1;
      distance = most;
      float best = most * most;
      if (triangleCount == 0) {
        return false;
      }
      int top = 0;
      stack[top] = 0;
      stackDistance[top++] = boxDistance(0, x, y, z);
      while (top > 0) {
        int node = stack[--top];
        if (stackDistance[top] > best * ROUNDING) {
          continue;
        }
        int count = links[2 * node + 1];
        if (count > 0) {
          int first = links[2 * node];
          for (int i = first; i < first + count; i++) {
            best = nearestOn(i, x, y, z, best);
          }
          continue;
        }
        int a = links[2 * node];
        float da = boxDistance(a, x, y, z);
        float db = boxDistance(a + 1, x, y, z);
        int near = da <= db ? a : a + 1;
        int far = da <= db ? a + 1 : a;
        stack[top] = far;
        stackDistance[top++] = Math.max(da, db);
        stack[top] = near;
        stackDistance[top++] = Math.min(da, db);
      }
      distance = (float) Math.sqrt(best);
      return triangle >= 0;
    }

    private float boxDistance(int node, float x, float y, float z) {
      int n = 6 * node;
      float dx = Math.max(0, Math.max(bounds[n] - x, x - bounds[n + 3]));
      float dy = Math.max(0, Math.max(bounds[n + 1] - y, y - bounds[n + 4]));
      float dz = Math.max(0, Math.max(bounds[n + 2] - z, z - bounds[n + 5]));
      return dx * dx + dy * dy + dz * dz;
    }

    /** Ericson, Real-Time Collision Detection, 2005, section 5.1.5. */
    private float nearestOn(int i, float x, float y, float z, float best) {
      float[] plane = planes;
      float off =
          Math.abs(
                  plane[4 * i] * x + plane[4 * i + 1] * y + plane[4 * i + 2] * z - plane[4 * i + 3])
              - planeError;
      if (off > 0 && off * off > best) {
        return best;
      }
      // In double precision: of a long thin triangle the products nearly cancel out.
      int c = 9 * i;
      double ax = (double) x - corners[c];
      double ay = (double) y - corners[c + 1];
      double az = (double) z - corners[c + 2];
      double e1x = (double) corners[c + 3] - corners[c];
      double e1y = (double) corners[c + 4] - corners[c + 1];
      double e1z = (double) corners[c + 5] - corners[c + 2];
      double e2x = (double) corners[c + 6] - corners[c];
      double e2y = (double) corners[c + 7] - corners[c + 1];
      double e2z = (double) corners[c + 8] - corners[c + 2];
      double d1 = e1x * ax + e1y * ay + e1z * az;
      double d2 = e2x * ax + e2y * ay + e2z * az;
      double e11 = e1x * e1x + e1y * e1y + e1z * e1z;
      double e12 = e1x * e2x + e1y * e2y + e1z * e2z;
      double e22 = e2x * e2x + e2y * e2y + e2z * e2z;
      double v;
      double w;
      double d3 = d1 - e11;
      double d4 = d2 - e12;
      double d5 = d1 - e12;
      double d6 = d2 - e22;
      double vc = d1 * d4 - d3 * d2;
      double vb = d5 * d2 - d1 * d6;
      double va = d3 * d6 - d5 * d4;
      if (d1 <= 0 && d2 <= 0) {
        v = 0;
        w = 0;
      } else if (d3 >= 0 && d4 <= d3) {
        v = 1;
        w = 0;
      } else if (d6 >= 0 && d5 <= d6) {
        v = 0;
        w = 1;
      } else if (vc <= 0 && d1 >= 0 && d3 <= 0) {
        v = d1 / (d1 - d3);
        w = 0;
      } else if (vb <= 0 && d2 >= 0 && d6 <= 0) {
        v = 0;
        w = d2 / (d2 - d6);
      } else if (va <= 0 && d4 - d3 >= 0 && d5 - d6 >= 0) {
        w = (d4 - d3) / (d4 - d3 + (d5 - d6));
        v = 1 - w;
      } else {
        double sum = va + vb + vc;
        v = vb / sum;
        w = vc / sum;
      }
      double qx = ax - v * e1x - w * e2x;
      double qy = ay - v * e1y - w * e2y;
      double qz = az - v * e1z - w * e2z;
      float d = (float) (qx * qx + qy * qy + qz * qz);
      if (d < best
          || (d == best
              && triangle >= 0
              && isBefore((float) (x - qx), (float) (y - qy), (float) (z - qz)))) {
        triangle = originalTriangle[i];
        nearX = (float) (x - qx);
        nearY = (float) (y - qy);
        nearZ = (float) (z - qz);
        return d;
      }
      return best;
    }

    /** Of points equally near the first by place is taken, so that no order of the tree decides. */
    private boolean isBefore(float x, float y, float z) {
      return x < nearX || (x == nearX && (y < nearY || (y == nearY && z < nearZ)));
    }

    /**
     * The least dot product of (x, y, z) with the unit normals of triangles within {@code reach} of
     * a point.
     */
    public float leastNormalDot(
        float px, float py, float pz, float reach, float x, float y, float z) {
      float least = 2;
      float limit = reach * reach;
      int top = 0;
      stack[top++] = 0;
      while (top > 0) {
        int node = stack[--top];
        if (boxDistance(node, px, py, pz) > limit) {
          continue;
        }
        int count = links[2 * node + 1];
        int first = links[2 * node];
        if (count == 0) {
          stack[top++] = first;
          stack[top++] = first + 1;
          continue;
        }
        for (int i = first; i < first + count; i++) {
          if (nearestOn(i, px, py, pz, limit) < limit) {
            least = Math.min(least, normalDot(i, x, y, z));
          }
        }
      }
      return least;
    }

    private float normalDot(int i, float x, float y, float z) {
      float nx = planes[4 * i];
      float ny = planes[4 * i + 1];
      float nz = planes[4 * i + 2];
      return nx == 0 && ny == 0 && nz == 0 ? 2 : nx * x + ny * y + nz * z;
    }
  }

  public Query query() {
    return new Query();
  }
}

package org.ankerdraft.core.geometry;

import org.ankerdraft.kernel.TriangleMesh;

/**
 * Bounding-volume hierarchy over the triangles of a mesh, for rays and nearest points. Built once
 * with the surface-area heuristic over 16 bins; immutable and safe for several threads; each thread
 * asks through a {@link Query} of its own.
 */
public final class Bvh {
  private final int triangleCount;

  /** Nine floats for each triangle in leaf order: corner, then the two edges that leave it. */
  private final float[] corners;

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
        float a = positions[3 * triangles[3 * t] + axis];
        corners[9 * i + axis] = a;
        corners[9 * i + 3 + axis] = positions[3 * triangles[3 * t + 1] + axis] - a;
        corners[9 * i + 6 + axis] = positions[3 * triangles[3 * t + 2] + axis] - a;
      }
    }
  }

  /** One thread's access: scratch space and the last answer. */
  public final class Query {
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
     * First triangle hit by a ray beyond {@code least}.
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
      float ix = 1 / dx;
      float iy = 1 / dy;
      float iz = 1 / dz;
      int top = 0;
      int node = 0;
      if (enter(0, ox, oy, oz, ix, iy, iz) == Float.MAX_VALUE) {
        return false;
      }
      while (true) {
        int count = links[2 * node + 1];
        if (count > 0) {
          int first = links[2 * node];
          for (int i = first; i < first + count; i++) {
            hit(i, ox, oy, oz, dx, dy, dz, least);
          }
        } else {
          int a = links[2 * node];
          float da = enter(a, ox, oy, oz, ix, iy, iz);
          float db = enter(a + 1, ox, oy, oz, ix, iy, iz);
          int near = a;
          int far = a + 1;
          if (db < da) {
            near = a + 1;
            far = a;
            float swap = da;
            da = db;
            db = swap;
          }
          if (da != Float.MAX_VALUE) {
            if (db != Float.MAX_VALUE) {
              stackDistance[top] = db;
              stack[top++] = far;
            }
            node = near;
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
     */
    private float enter(int node, float ox, float oy, float oz, float ix, float iy, float iz) {
      int n = 6 * node;
      float x1 = (bounds[n] - ox) * ix;
      float x2 = (bounds[n + 3] - ox) * ix;
      float y1 = (bounds[n + 1] - oy) * iy;
      float y2 = (bounds[n + 4] - oy) * iy;
      float z1 = (bounds[n + 2] - oz) * iz;
      float z2 = (bounds[n + 5] - oz) * iz;
      // A ray within a box's side plane gives 0 * infinity = NaN; min and max written so that NaN
      // drops out.
      float in = 0;
      float out = distance;
      float low = x1 < x2 ? x1 : x2;
      float high = x1 < x2 ? x2 : x1;
      in = low > in ? low : in;
      out = high < out ? high : out;
      low = y1 < y2 ? y1 : y2;
      high = y1 < y2 ? y2 : y1;
      in = low > in ? low : in;
      out = high < out ? high : out;
      low = z1 < z2 ? z1 : z2;
      high = z1 < z2 ? z2 : z1;
      in = low > in ? low : in;
      out = high < out ? high : out;
      return in <= out * 1.0000004f ? in : Float.MAX_VALUE;
    }

    /**
     * Moeller and Trumbore, Fast, minimum storage ray-triangle intersection, J. Graphics Tools
     * 2(1), 1997.
     */
    private void hit(
        int i, float ox, float oy, float oz, float dx, float dy, float dz, float least) {
      int c = 9 * i;
      float e1x = corners[c + 3];
      float e1y = corners[c + 4];
      float e1z = corners[c + 5];
      float e2x = corners[c + 6];
      float e2y = corners[c + 7];
      float e2z = corners[c + 8];
      float px = dy * e2z - dz * e2y;
      float py = dz * e2x - dx * e2z;
      float pz = dx * e2y - dy * e2x;
      float det = e1x * px + e1y * py + e1z * pz;
      if (det == 0) {
        return;
      }
      float inv = 1 / det;
      float tx = ox - corners[c];
      float ty = oy - corners[c + 1];
      float tz = oz - corners[c + 2];
      float u = (tx * px + ty * py + tz * pz) * inv;
      if (u < -1e-6f || u > 1.000001f) {
        return;
      }
      float qx = ty * e1z - tz * e1y;
      float qy = tz * e1x - tx * e1z;
      float qz = tx * e1y - ty * e1x;
      float v = (dx * qx + dy * qy + dz * qz) * inv;
      if (v < -1e-6f || u + v > 1.000001f) {
        return;
      }
      float t = (e2x * qx + e2y * qy + e2z * qz) * inv;
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
        if (stackDistance[top] >= best) {
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
      int c = 9 * i;
      float ax = x - corners[c];
      float ay = y - corners[c + 1];
      float az = z - corners[c + 2];
      float e1x = corners[c + 3];
      float e1y = corners[c + 4];
      float e1z = corners[c + 5];
      float e2x = corners[c + 6];
      float e2y = corners[c + 7];
      float e2z = corners[c + 8];
      float d1 = e1x * ax + e1y * ay + e1z * az;
      float d2 = e2x * ax + e2y * ay + e2z * az;
      float e11 = e1x * e1x + e1y * e1y + e1z * e1z;
      float e12 = e1x * e2x + e1y * e2y + e1z * e2z;
      float e22 = e2x * e2x + e2y * e2y + e2z * e2z;
      float v;
      float w;
      float d3 = d1 - e11;
      float d4 = d2 - e12;
      float d5 = d1 - e12;
      float d6 = d2 - e22;
      float vc = d1 * d4 - d3 * d2;
      float vb = d5 * d2 - d1 * d6;
      float va = d3 * d6 - d5 * d4;
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
        float sum = va + vb + vc;
        v = vb / sum;
        w = vc / sum;
      }
      float qx = ax - v * e1x - w * e2x;
      float qy = ay - v * e1y - w * e2y;
      float qz = az - v * e1z - w * e2z;
      float d = qx * qx + qy * qy + qz * qz;
      if (d < best) {
        triangle = originalTriangle[i];
        nearX = x - qx;
        nearY = y - qy;
        nearZ = z - qz;
        return d;
      }
      return best;
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
      int c = 9 * i;
      float nx = corners[c + 4] * corners[c + 8] - corners[c + 5] * corners[c + 7];
      float ny = corners[c + 5] * corners[c + 6] - corners[c + 3] * corners[c + 8];
      float nz = corners[c + 3] * corners[c + 7] - corners[c + 4] * corners[c + 6];
      float size = (float) Math.sqrt(nx * nx + ny * ny + nz * nz);
      return size == 0 ? 2 : (nx * x + ny * y + nz * z) / size;
    }
  }

  public Query query() {
    return new Query();
  }
}

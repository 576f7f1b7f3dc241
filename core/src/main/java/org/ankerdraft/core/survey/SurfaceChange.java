package org.ankerdraft.core.survey;

import java.util.Arrays;
import java.util.List;
import org.ankerdraft.core.geometry.Bvh;
import org.ankerdraft.core.geometry.FineMesh;

/** The triangles in which two surfaces differ. */
final class SurfaceChange {
  private final Bvh changed;
  private final Extent extent = new Extent();

  /**
   * @param before the faces that are not among those of now, as they are meshed
   * @param now the faces that were not among those before
   */
  SurfaceChange(List<FineMesh> before, List<FineMesh> now) {
    float[] old = corners(before);
    float[] young = corners(now);
    float[] gone = missing(old, new FloatTuples(9, young));
    float[] come = missing(young, new FloatTuples(9, old));
    float[] all = new float[gone.length + come.length];
    System.arraycopy(gone, 0, all, 0, gone.length);
    System.arraycopy(come, 0, all, gone.length, come.length);
    int[] each = new int[all.length / 3];
    for (int i = 0; i < each.length; i++) {
      each[i] = i;
      extent.add(all, i, 0);
    }
    changed = new Bvh(all, each);
  }

  /** For one thread: whether there is a change within a reach of some point, or along a ray. */
  Bvh.Query query() {
    return changed.query();
  }

  /** Of all changed triangles. */
  Extent extent() {
    return extent;
  }

  /** Nine numbers for each triangle, beginning with its least corner: however it is turned. */
  private static float[] corners(List<FineMesh> meshes) {
    float[] out = new float[9 * meshes.stream().mapToInt(FineMesh::triangleCount).sum()];
    int at = 0;
    for (FineMesh mesh : meshes) {
      for (int t = 0; t < mesh.triangleCount(); t++, at += 9) {
        putCorners(mesh, t, out, at);
      }
    }
    return out;
  }

  private static void putCorners(FineMesh mesh, int t, float[] to, int at) {
    int first = 0;
    for (int c = 1; c < 3; c++) {
      if (isBefore(mesh, mesh.triangles()[3 * t + c], mesh.triangles()[3 * t + first])) {
        first = c;
      }
    }
    for (int c = 0; c < 3; c++) {
      int node = mesh.triangles()[3 * t + (first + c) % 3];
      System.arraycopy(mesh.positions(), 3 * node, to, at + 3 * c, 3);
    }
  }

  private static boolean isBefore(FineMesh mesh, int a, int b) {
    float[] p = mesh.positions();
    for (int axis = 0; axis < 3; axis++) {
      int order = Float.compare(p[3 * a + axis], p[3 * b + axis]);
      if (order != 0) {
        return order < 0;
      }
    }
    return false;
  }

  private static float[] missing(float[] from, FloatTuples in) {
    float[] out = new float[from.length];
    int count = 0;
    for (int t = 0; t < from.length; t += 9) {
      if (in.find(from, t) < 0) {
        System.arraycopy(from, t, out, count, 9);
        count += 9;
      }
    }
    return Arrays.copyOf(out, count);
  }
}

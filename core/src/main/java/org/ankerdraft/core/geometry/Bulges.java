package org.ankerdraft.core.geometry;

import org.ankerdraft.kernel.TriangleMesh;

/**
 * How far curved faces rise over the triangles of their mesh. Along an edge between two nodes whose
 * normals turn by a small angle the face is nearly a parabola: at weights u and v of the ends it
 * lies u v k beyond the edge, to the outside, where k is half the dot product of the way from end
 * to end with the change of the normal. Of a circle that is its rise to the fourth order of the
 * angle; over a triangle the three edges add up, as they do for any quadric.
 */
final class Bulges {
  /** At the middle of an edge both weights are a half. */
  private static final float AT_MIDDLE = 4;

  private Bulges() {}

  /**
   * Three for each triangle: of its edges from the first corner to the second, to the third, and
   * back.
   *
   * @param mostMm that a face can rise over its mesh; where the normals tell of more, as at the tip
   *     of a cone, which has none, they tell nothing
   */
  static float[] of(TriangleMesh mesh, float mostMm) {
    int[] nodes = mesh.triangles();
    float[] bulges = new float[nodes.length];
    for (int t = 0; t < nodes.length; t += 3) {
      for (int k = 0; k < 3; k++) {
        float bulge = ofEdge(mesh, nodes[t + k], nodes[t + (k + 1) % 3]);
        bulges[t + k] = Math.abs(bulge) <= AT_MIDDLE * mostMm ? bulge : 0;
      }
    }
    return bulges;
  }

  /** Of a mesh that is all there is. */
  static float[] none(int[] triangles) {
    return new float[triangles.length];
  }

  private static float ofEdge(TriangleMesh mesh, int a, int b) {
    float[] p = mesh.positions();
    float[] n = mesh.normals();
    double dot = 0;
    for (int i = 0; i < 3; i++) {
      dot += ((double) p[3 * b + i] - p[3 * a + i]) * ((double) n[3 * b + i] - n[3 * a + i]);
    }
    return (float) (dot / 2);
  }
}

package org.ankerdraft.core.exchange;

import java.util.HashMap;
import java.util.Map;
import org.ankerdraft.kernel.TriangleMesh;
import org.ankerdraft.vectors.Vec3;

/** A mesh whose faces share their nodes: nodes of the same place, to the last bit, are one. */
record WeldedMesh(float[] positions, int[] triangles) {

  private record Place(float x, float y, float z) {}

  static WeldedMesh of(TriangleMesh mesh) {
    Map<Place, Integer> known = new HashMap<>();
    int[] node = new int[mesh.nodeCount()];
    float[] positions = new float[mesh.positions().length];
    for (int i = 0; i < node.length; i++) {
      float[] p = mesh.positions();
      // Adding zero turns -0 into 0, which are equal as places but not as keys.
      Place place = new Place(p[3 * i] + 0f, p[3 * i + 1] + 0f, p[3 * i + 2] + 0f);
      node[i] = known.computeIfAbsent(place, k -> known.size());
      positions[3 * node[i]] = place.x;
      positions[3 * node[i] + 1] = place.y;
      positions[3 * node[i] + 2] = place.z;
    }
    int[] triangles = new int[mesh.triangles().length];
    int count = 0;
    for (int t = 0; t < triangles.length; t += 3) {
      int a = node[mesh.triangles()[t]];
      int b = node[mesh.triangles()[t + 1]];
      int c = node[mesh.triangles()[t + 2]];
      if (a != b && b != c && c != a) {
        triangles[count++] = a;
        triangles[count++] = b;
        triangles[count++] = c;
      }
    }
    return new WeldedMesh(
        java.util.Arrays.copyOf(positions, 3 * known.size()),
        java.util.Arrays.copyOf(triangles, count));
  }

  int nodeCount() {
    return positions.length / 3;
  }

  Vec3 node(int n) {
    return new Vec3(positions[3 * n], positions[3 * n + 1], positions[3 * n + 2]);
  }
}

package org.ankerdraft.kernel;

import java.util.Arrays;
import org.ankerdraft.vectors.Vec3;

/**
 * Triangles with exact surface normals. Arrays are owned by the mesh and must not be changed.
 *
 * @param positions x, y, z of each node, mm; nodes are not shared between faces, but coincide
 *     exactly on shared edges
 * @param normals outward unit normals, one for each node
 * @param triangles three node numbers (from 0) each, outward by the right-hand rule, face by face
 * @param faceTriangleStart for face f (from 0), its first triangle; one entry more than faces
 * @param edgePoints x, y, z of the points of all edges, edge by edge
 * @param edgePointStart for edge e (from 0), its first point; one entry more than edges
 * @param watertight every edge of the mesh is used once in each direction
 */
public record TriangleMesh(
    float[] positions,
    float[] normals,
    int[] triangles,
    int[] faceTriangleStart,
    float[] edgePoints,
    int[] edgePointStart,
    boolean watertight) {

  public int triangleCount() {
    return triangles.length / 3;
  }

  public int nodeCount() {
    return positions.length / 3;
  }

  public int faceCount() {
    return faceTriangleStart.length - 1;
  }

  /** Number (from 1) of the face to which a triangle belongs. */
  public int faceOfTriangle(int triangle) {
    int low = 0;
    int high = faceCount();
    while (high - low > 1) {
      int middle = (low + high) >>> 1;
      if (faceTriangleStart[middle] <= triangle) {
        low = middle;
      } else {
        high = middle;
      }
    }
    return low + 1;
  }

  /** The same with each face a second time after itself, looking the other way. */
  public TriangleMesh twoSided() {
    float[] places = Arrays.copyOf(positions, 2 * positions.length);
    System.arraycopy(positions, 0, places, positions.length, positions.length);
    float[] turned = Arrays.copyOf(normals, 2 * normals.length);
    for (int i = 0; i < normals.length; i++) {
      turned[normals.length + i] = -normals[i];
    }
    int[] both = new int[2 * triangles.length];
    int[] starts = new int[faceTriangleStart.length];
    for (int f = 0; f < faceCount(); f++) {
      int from = 3 * faceTriangleStart[f];
      int length = 3 * faceTriangleStart[f + 1] - from;
      starts[f + 1] = 2 * faceTriangleStart[f + 1];
      System.arraycopy(triangles, from, both, 2 * from, length);
      for (int i = 0; i < length; i += 3) {
        int back = 2 * from + length + i;
        both[back] = nodeCount() + triangles[from + i];
        both[back + 1] = nodeCount() + triangles[from + i + 2];
        both[back + 2] = nodeCount() + triangles[from + i + 1];
      }
    }
    return new TriangleMesh(places, turned, both, starts, edgePoints, edgePointStart, watertight);
  }

  public Vec3 node(int n) {
    return new Vec3(positions[3 * n], positions[3 * n + 1], positions[3 * n + 2]);
  }

  public Vec3 normal(int n) {
    return new Vec3(normals[3 * n], normals[3 * n + 1], normals[3 * n + 2]);
  }

  /** Volume by the divergence theorem, mm3. */
  public double volumeMm3() {
    double six = 0;
    for (int t = 0; t < triangles.length; t += 3) {
      six += node(triangles[t]).dot(node(triangles[t + 1]).cross(node(triangles[t + 2])));
    }
    return six / 6;
  }
}

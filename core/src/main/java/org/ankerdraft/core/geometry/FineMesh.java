package org.ankerdraft.core.geometry;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.ankerdraft.kernel.TriangleMesh;
import org.ankerdraft.vectors.Vec3;

/**
 * A mesh with all edges at most a given length: long ones are halved until they are short enough,
 * on both sides alike, so that no cracks open. Nodes are not shared between faces; a mesh is of one
 * face or of several.
 */
public record FineMesh(float[] positions, float[] normals, int[] triangles, int[] faceOfTriangle) {

  /** Marks of a triangle's edges. */
  private static final int FIRST_EDGE = 1;

  private static final int SECOND_EDGE = 2;
  private static final int THIRD_EDGE = 4;

  /** Place of a node. */
  public Vec3 node(int n) {
    return new Vec3(positions[3 * n], positions[3 * n + 1], positions[3 * n + 2]);
  }

  public int nodeCount() {
    return positions.length / 3;
  }

  /** Area of a triangle. */
  public double areaMm2(int t) {
    float[] p = positions;
    int a = 3 * triangles[3 * t];
    int b = 3 * triangles[3 * t + 1];
    int c = 3 * triangles[3 * t + 2];
    double ux = (double) p[b] - p[a];
    double uy = (double) p[b + 1] - p[a + 1];
    double uz = (double) p[b + 2] - p[a + 2];
    double vx = (double) p[c] - p[a];
    double vy = (double) p[c + 1] - p[a + 1];
    double vz = (double) p[c + 2] - p[a + 2];
    double x = uy * vz - uz * vy;
    double y = uz * vx - ux * vz;
    double z = ux * vy - uy * vx;
    return Math.sqrt(x * x + y * y + z * z) / 2;
  }

  /** Middle of a triangle. */
  public Vec3 middle(int t) {
    Vec3 sum = node(triangles[3 * t]).plus(node(triangles[3 * t + 1]));
    return sum.plus(node(triangles[3 * t + 2])).times(1.0 / 3);
  }

  public int triangleCount() {
    return triangles.length / 3;
  }

  public static FineMesh of(TriangleMesh mesh, double longestMm) {
    return joined(facesOf(mesh).stream().map(face -> face.refined(longestMm)).toList());
  }

  /** Each face of a mesh as it is, with the nodes that its triangles use, in their order. */
  public static List<FineMesh> facesOf(TriangleMesh mesh) {
    List<FineMesh> out = new ArrayList<>();
    int[] numbers = new int[mesh.nodeCount()];
    Arrays.fill(numbers, -1);
    for (int f = 0; f < mesh.faceCount(); f++) {
      out.add(faceOf(mesh, f, numbers));
    }
    return out;
  }

  /**
   * @param numbers of the face's nodes, -1 for others; no two faces share a node
   */
  private static FineMesh faceOf(TriangleMesh mesh, int face, int[] numbers) {
    int from = 3 * mesh.faceTriangleStart()[face];
    int[] triangles =
        Arrays.copyOfRange(mesh.triangles(), from, 3 * mesh.faceTriangleStart()[face + 1]);
    int[] sources = new int[triangles.length];
    int count = 0;
    for (int corner = 0; corner < triangles.length; corner++) {
      int node = triangles[corner];
      if (numbers[node] < 0) {
        sources[count] = node;
        numbers[node] = count++;
      }
      triangles[corner] = numbers[node];
    }
    float[] positions = new float[3 * count];
    float[] normals = new float[3 * count];
    for (int n = 0; n < count; n++) {
      System.arraycopy(mesh.positions(), 3 * sources[n], positions, 3 * n, 3);
      System.arraycopy(mesh.normals(), 3 * sources[n], normals, 3 * n, 3);
    }
    int[] faceOfTriangle = new int[triangles.length / 3];
    Arrays.fill(faceOfTriangle, face + 1);
    return new FineMesh(positions, normals, triangles, faceOfTriangle);
  }

  /** The meshes of a body's faces, in the faces' order, as one. */
  public static FineMesh joined(List<FineMesh> meshes) {
    int nodes = meshes.stream().mapToInt(FineMesh::nodeCount).sum();
    int count = meshes.stream().mapToInt(FineMesh::triangleCount).sum();
    FineMesh out =
        new FineMesh(
            new float[3 * nodes], new float[3 * nodes], new int[3 * count], new int[count]);
    int node = 0;
    int triangle = 0;
    int face = 0;
    for (FineMesh mesh : meshes) {
      face++;
      System.arraycopy(mesh.positions, 0, out.positions, 3 * node, mesh.positions.length);
      System.arraycopy(mesh.normals, 0, out.normals, 3 * node, mesh.normals.length);
      Arrays.fill(out.faceOfTriangle, triangle, triangle + mesh.triangleCount(), face);
      for (int corner = 0; corner < mesh.triangles.length; corner++) {
        out.triangles[3 * triangle + corner] = node + mesh.triangles[corner];
      }
      node += mesh.nodeCount();
      triangle += mesh.triangleCount();
    }
    return out;
  }

  /** Whether all its nodes have one normal. */
  public boolean isPlane() {
    for (int i = 3; i < normals.length; i++) {
      if (normals[i] != normals[i % 3]) {
        return false;
      }
    }
    return true;
  }

  /** A face's mesh with its long edges halved until they are short enough. */
  public FineMesh refined(double longestMm) {
    Refiner refiner = new Refiner(this, longestMm * longestMm, triangleCount());
    for (int t = 0; t < triangleCount(); t++) {
      refiner.split(
          triangles[3 * t], triangles[3 * t + 1], triangles[3 * t + 2], faceOfTriangle[t]);
    }
    return refiner.result();
  }

  /** The same mesh as that of another face: equal to the bit, whatever the face's number. */
  public boolean isLike(FineMesh other) {
    return Arrays.equals(triangles, other.triangles)
        && Arrays.equals(positions, other.positions)
        && Arrays.equals(normals, other.normals);
  }

  /**
   * A face's mesh in which the edges that are marked are halved once, on both sides alike. Nodes
   * keep their numbers; new ones come after them.
   *
   * @param marks of each triangle, see {@link #marksOf}
   * @return this mesh if none is marked
   */
  public FineMesh halved(byte[] marks) {
    int marked = markedAmong(marks);
    if (marked == 0) {
      return this;
    }
    Refiner refiner = new Refiner(this, Double.MAX_VALUE, marked);
    for (int t = 0; t < triangleCount(); t++) {
      refiner.halve(
          triangles[3 * t],
          triangles[3 * t + 1],
          triangles[3 * t + 2],
          faceOfTriangle[t],
          marks[t]);
    }
    return refiner.result();
  }

  private static int markedAmong(byte[] marks) {
    int marked = 0;
    for (byte mark : marks) {
      marked += mark != 0 ? 1 : 0;
    }
    return marked;
  }

  /** Says which edges are halved. */
  @FunctionalInterface
  public interface Marked {
    boolean isMarked(int nodeA, int nodeB);
  }

  /** Which edges of a triangle are halved: 1, 2 and 4, in its order, added up. */
  public byte marksOf(int t, Marked marked) {
    int a = triangles[3 * t];
    int b = triangles[3 * t + 1];
    int c = triangles[3 * t + 2];
    return (byte)
        ((marked.isMarked(a, b) ? FIRST_EDGE : 0)
            | (marked.isMarked(b, c) ? SECOND_EDGE : 0)
            | (marked.isMarked(c, a) ? THIRD_EDGE : 0));
  }

  /** Whether all nodes of a triangle come before a number. */
  public boolean isBefore(int t, int node) {
    return triangles[3 * t] < node && triangles[3 * t + 1] < node && triangles[3 * t + 2] < node;
  }

  /** Length of an edge, mm. */
  public double lengthMm(int a, int b) {
    double dx = positions[3 * a] - positions[3 * b];
    double dy = positions[3 * a + 1] - positions[3 * b + 1];
    double dz = positions[3 * a + 2] - positions[3 * b + 2];
    return Math.sqrt(dx * dx + dy * dy + dz * dz);
  }

  private static final class Refiner {
    private static final int MOST_TRIANGLES = 400_000;
    private static final int LEAST_ROOM = 1 << 5;

    private final double longestSquared;
    private float[] positions;
    private float[] normals;
    private int nodes;
    private int[] triangles;
    private int count;
    private int[] faces;
    private final EdgeMiddles middles;

    /**
     * @param divided about how many triangles will be
     */
    Refiner(FineMesh mesh, double longestSquared, int divided) {
      this.longestSquared = longestSquared;
      this.positions = mesh.positions.clone();
      this.normals = mesh.normals.clone();
      this.nodes = mesh.nodeCount();
      middles = new EdgeMiddles(divided);
      // For so many triangles, and for most that they are halved into.
      faces = new int[LEAST_ROOM + mesh.triangleCount() + mesh.triangleCount() / 2];
      triangles = new int[3 * faces.length];
    }

    FineMesh result() {
      return new FineMesh(
          Arrays.copyOf(positions, 3 * nodes),
          Arrays.copyOf(normals, 3 * nodes),
          Arrays.copyOf(triangles, 3 * count),
          Arrays.copyOf(faces, count));
    }

    private void split(int a, int b, int c, int face) {
      boolean ab = isLong(a, b);
      boolean bc = isLong(b, c);
      boolean ca = isLong(c, a);
      split(a, b, c, face, ab, bc, ca);
    }

    private void split(int a, int b, int c, int face, boolean ab, boolean bc, boolean ca) {
      int longs = (ab ? 1 : 0) + (bc ? 1 : 0) + (ca ? 1 : 0);
      if (longs == 0 || count > MOST_TRIANGLES) {
        add(a, b, c, face);
      } else if (longs == 3) {
        int x = middle(a, b);
        int y = middle(b, c);
        int z = middle(c, a);
        split(a, x, z, face);
        split(x, b, y, face);
        split(z, y, c, face);
        split(x, y, z, face);
      } else if (ab && bc) {
        splitTwo(a, b, c, face);
      } else if (bc && ca) {
        splitTwo(b, c, a, face);
      } else if (ca && ab) {
        splitTwo(c, a, b, face);
      } else if (ab) {
        splitOne(a, b, c, face);
      } else if (bc) {
        splitOne(b, c, a, face);
      } else {
        splitOne(c, a, b, face);
      }
    }

    /** Halves the marked edges of a triangle; what comes of it is as long as nobody minds. */
    void halve(int a, int b, int c, int face, byte marks) {
      split(
          a,
          b,
          c,
          face,
          (marks & FIRST_EDGE) != 0,
          (marks & SECOND_EDGE) != 0,
          (marks & THIRD_EDGE) != 0);
    }

    private void splitOne(int a, int b, int c, int face) {
      int m = middle(a, b);
      split(a, m, c, face);
      split(m, b, c, face);
    }

    /** Edges a-b and b-c are long, c-a is not. */
    private void splitTwo(int a, int b, int c, int face) {
      int x = middle(a, b);
      int y = middle(b, c);
      split(x, b, y, face);
      split(a, x, y, face);
      split(a, y, c, face);
    }

    private boolean isLong(int a, int b) {
      double dx = positions[3 * a] - positions[3 * b];
      double dy = positions[3 * a + 1] - positions[3 * b + 1];
      double dz = positions[3 * a + 2] - positions[3 * b + 2];
      return dx * dx + dy * dy + dz * dz > longestSquared;
    }

    private int middle(int a, int b) {
      int known = middles.putIfAbsent(a, b, nodes);
      if (known >= 0) {
        return known;
      }
      if (3 * nodes + 3 > positions.length) {
        positions = Arrays.copyOf(positions, positions.length * 2 + 12);
        normals = Arrays.copyOf(normals, positions.length);
      }
      double size = 0;
      for (int i = 0; i < 3; i++) {
        positions[3 * nodes + i] = (positions[3 * a + i] + positions[3 * b + i]) / 2;
        float n = normals[3 * a + i] + normals[3 * b + i];
        normals[3 * nodes + i] = n;
        size += n * n;
      }
      size = size > 0 ? Math.sqrt(size) : 1;
      for (int i = 0; i < 3; i++) {
        normals[3 * nodes + i] /= (float) size;
      }
      return nodes++;
    }

    private void add(int a, int b, int c, int face) {
      if (3 * count + 3 > triangles.length) {
        triangles = Arrays.copyOf(triangles, triangles.length * 2);
        faces = Arrays.copyOf(faces, triangles.length / 3 + 1);
      }
      triangles[3 * count] = a;
      triangles[3 * count + 1] = b;
      triangles[3 * count + 2] = c;
      faces[count++] = face;
    }
  }
}

package org.ankerdraft.core.geometry;

import static java.lang.foreign.ValueLayout.JAVA_FLOAT;
import static java.lang.foreign.ValueLayout.JAVA_INT;

import java.lang.foreign.Arena;
import java.lang.foreign.MemorySegment;

/**
 * A tree of boxes over triangles, laid out for {@link TreeLibrary}: eight boxes or triangles are
 * looked at together.
 *
 * @param boxes of each node six rows of eight: the least x, y, z of its children, and the greatest
 * @param links of each node the number of each child, or -1 - that of a leaf
 * @param leaves of each leaf nine rows with the corners of its triangles, to the bit those of the
 *     mesh, four with their planes: unit normal and distance from the origin, and three with the
 *     bulges of their edges
 * @param planeError the most by which rounding may make a plane seem farther away
 */
record BoxTree(MemorySegment boxes, MemorySegment links, MemorySegment leaves, float planeError) {
  private static final int LANES = 8;
  private static final int ROWS_OF_BOXES = 6;
  private static final int ROWS_OF_LEAF = 16;

  /** Of products and sums of float, as a share of the farthest coordinate. */
  private static final float ROUNDING_OF_PLANES = 4e-6f;

  /**
   * @param triangles three node numbers each; at least one
   * @param bulges of each triangle three, see {@link Bulges}
   */
  static BoxTree of(float[] positions, int[] triangles, float[] bulges) {
    try (Arena arena = Arena.ofConfined()) {
      MemorySegment sizes = arena.allocate(JAVA_INT, 2);
      MemorySegment made =
          TreeLibrary.make(
              arena.allocateFrom(JAVA_FLOAT, positions),
              arena.allocateFrom(JAVA_INT, triangles),
              arena.allocateFrom(JAVA_FLOAT, bulges),
              triangles.length / 3,
              sizes);
      int nodes = sizes.getAtIndex(JAVA_INT, 0);
      int leaves = sizes.getAtIndex(JAVA_INT, 1);
      BoxTree tree =
          new BoxTree(
              MemorySegment.ofArray(new float[ROWS_OF_BOXES * LANES * nodes]),
              MemorySegment.ofArray(new int[LANES * nodes]),
              MemorySegment.ofArray(new float[ROWS_OF_LEAF * LANES * leaves]),
              ROUNDING_OF_PLANES * farthest(positions, triangles));
      TreeLibrary.take(made, tree.boxes, tree.links, tree.leaves);
      return tree;
    }
  }

  private static float farthest(float[] positions, int[] triangles) {
    float most = 0;
    for (int node : triangles) {
      for (int k = 0; k < 3; k++) {
        most = Math.max(most, Math.abs(positions[3 * node + k]));
      }
    }
    return most;
  }
}

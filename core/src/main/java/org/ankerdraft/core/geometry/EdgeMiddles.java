package org.ankerdraft.core.geometry;

import java.util.Arrays;

/** The node in the middle of an edge, by the nodes at its ends. */
final class EdgeMiddles {
  private static final int LEAST = 1 << 5;

  /** Ends of the edge in each slot, the lesser first. */
  private long[] edges;

  /** Negative in an empty slot. */
  private int[] middles;

  private int count;

  /**
   * @param expected how many edges there may be; more may come
   */
  EdgeMiddles(int expected) {
    edges = new long[Math.max(LEAST, 2 * Integer.highestOneBit(Math.max(1, expected)))];
    middles = empty(edges.length);
  }

  private static int[] empty(int slots) {
    int[] out = new int[slots];
    Arrays.fill(out, -1);
    return out;
  }

  /**
   * @return the middle that the edge has already, else -1: then it has the given one from now on
   */
  int putIfAbsent(int a, int b, int middle) {
    if (4 * count > 3 * edges.length) {
      grow();
    }
    long edge = ((long) Math.min(a, b) << 32) | Math.max(a, b);
    int slot = slotOf(edge);
    if (middles[slot] >= 0) {
      return middles[slot];
    }
    put(slot, edge, middle);
    return -1;
  }

  private void put(int slot, long edge, int middle) {
    edges[slot] = edge;
    middles[slot] = middle;
    count++;
  }

  private int slotOf(long edge) {
    int mask = edges.length - 1;
    int slot = (int) ((edge * 0x9E3779B97F4A7C15L) >>> 40) & mask;
    while (middles[slot] >= 0 && edges[slot] != edge) {
      slot = (slot + 1) & mask;
    }
    return slot;
  }

  private void grow() {
    long[] oldEdges = edges;
    int[] oldMiddles = middles;
    edges = new long[2 * oldEdges.length];
    middles = empty(edges.length);
    count = 0;
    for (int i = 0; i < oldEdges.length; i++) {
      if (oldMiddles[i] >= 0) {
        put(slotOf(oldEdges[i]), oldEdges[i], oldMiddles[i]);
      }
    }
  }
}

package org.ankerdraft.core.geometry;

/** The node in the middle of an edge, by the nodes at its ends. Forgets all at once quickly. */
final class EdgeMiddles {
  private static final int LEAST = 1 << 8;

  /** Ends of the edge in each slot, the lesser first; and the time of the forgetting before it. */
  private long[] edges = new long[LEAST];

  private int[] middles = new int[LEAST];
  private int[] times = new int[LEAST];
  private int time = 1;
  private int count;

  void clear() {
    time++;
    count = 0;
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
    if (times[slot] == time) {
      return middles[slot];
    }
    put(slot, edge, middle);
    return -1;
  }

  private void put(int slot, long edge, int middle) {
    edges[slot] = edge;
    middles[slot] = middle;
    times[slot] = time;
    count++;
  }

  private int slotOf(long edge) {
    int mask = edges.length - 1;
    int slot = (int) ((edge * 0x9E3779B97F4A7C15L) >>> 40) & mask;
    while (times[slot] == time && edges[slot] != edge) {
      slot = (slot + 1) & mask;
    }
    return slot;
  }

  private void grow() {
    long[] oldEdges = edges;
    int[] oldMiddles = middles;
    int[] oldTimes = times;
    edges = new long[2 * oldEdges.length];
    middles = new int[edges.length];
    times = new int[edges.length];
    count = 0;
    for (int i = 0; i < oldEdges.length; i++) {
      if (oldTimes[i] == time) {
        put(slotOf(oldEdges[i]), oldEdges[i], oldMiddles[i]);
      }
    }
  }
}

package org.ankerdraft.core.survey;

import java.util.Arrays;

/**
 * Finds tuples of floats that are the same to the bit: which samples, or which triangles, were
 * there before. Not safe for several threads while it is filled.
 */
final class FloatTuples {
  private static final int LEAST = 16;

  private final int width;
  private final float[] values;
  private final int[] slots;

  /**
   * @param width numbers in a tuple
   * @param values the tuples, one after the other; kept
   */
  FloatTuples(int width, float[] values) {
    this.width = width;
    this.values = values;
    int count = values.length / width;
    slots = new int[Math.max(LEAST, Integer.highestOneBit(Math.max(1, count)) * 4)];
    Arrays.fill(slots, -1);
    for (int i = 0; i < count; i++) {
      int slot = slotOf(values, i * width);
      if (slots[slot] < 0) {
        slots[slot] = i;
      }
    }
  }

  /** The first tuple that is the same as the one that begins at an index of some numbers; or -1. */
  int find(float[] others, int at) {
    return slots[slotOf(others, at)];
  }

  /** Where a tuple lies, or would lie. */
  private int slotOf(float[] from, int at) {
    int mask = slots.length - 1;
    int slot = hash(from, at) & mask;
    while (slots[slot] >= 0 && !isSame(slots[slot] * width, from, at)) {
      slot = (slot + 1) & mask;
    }
    return slot;
  }

  private int hash(float[] from, int at) {
    int h = 1;
    for (int i = 0; i < width; i++) {
      h = 31 * h + Float.floatToRawIntBits(from[at + i]);
      h ^= h >>> 15;
    }
    return (h * 0x9E3779B1) >>> 3;
  }

  private boolean isSame(int mine, float[] others, int at) {
    for (int i = 0; i < width; i++) {
      if (Float.floatToRawIntBits(values[mine + i]) != Float.floatToRawIntBits(others[at + i])) {
        return false;
      }
    }
    return true;
  }
}

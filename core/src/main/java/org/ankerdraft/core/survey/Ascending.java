package org.ankerdraft.core.survey;

import java.util.Arrays;
import java.util.function.IntPredicate;

/** Orders places by a number at each. */
public final class Ascending {
  private Ascending() {}

  /**
   * The indices of some numbers, from the least number to the greatest; of equal numbers the first
   * comes first.
   *
   * @param chosen which take part; never one whose number is NaN
   */
  public static int[] order(float[] numbers, IntPredicate chosen) {
    long[] keys = new long[numbers.length];
    int count = 0;
    for (int i = 0; i < numbers.length; i++) {
      if (chosen.test(i)) {
        keys[count++] = ((long) sortable(numbers[i]) << 32) | i;
      }
    }
    Arrays.sort(keys, 0, count);
    int[] out = new int[count];
    for (int i = 0; i < count; i++) {
      out[i] = (int) keys[i];
    }
    return out;
  }

  /** Ordered as int like the number as float. */
  private static int sortable(float number) {
    int bits = Float.floatToIntBits(number + 0f);
    return bits ^ ((bits >> 31) & Integer.MAX_VALUE);
  }
}

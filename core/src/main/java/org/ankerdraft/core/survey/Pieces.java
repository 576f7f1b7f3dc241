package org.ankerdraft.core.survey;

import java.util.function.IntUnaryOperator;
import org.ankerdraft.kernel.Budget;

/** Work on many things of differing size, shared out between threads by size. */
final class Pieces {
  /** Does what is to be done from one place in a thing up to another. */
  @FunctionalInterface
  interface Work {
    void run(int thing, int from, int to);
  }

  private final int[] starts;

  /**
   * @param things how many there are
   * @param size of each
   */
  Pieces(int things, IntUnaryOperator size) {
    starts = new int[things + 1];
    for (int i = 0; i < things; i++) {
      starts[i + 1] = starts[i] + size.applyAsInt(i);
    }
  }

  int total() {
    return starts[starts.length - 1];
  }

  /** Does all; false if it was cancelled. */
  boolean inParallel(int threads, Budget.Cancel cancel, Work work) {
    return Shared.inParallel(total(), threads, cancel, (from, to) -> run(from, to, work));
  }

  private void run(int from, int to, Work work) {
    int thing = 0;
    while (thing < starts.length - 1 && starts[thing + 1] <= from) {
      thing++;
    }
    for (; thing < starts.length - 1 && starts[thing] < to; thing++) {
      int first = Math.max(from, starts[thing]) - starts[thing];
      int last = Math.min(to, starts[thing + 1]) - starts[thing];
      if (first < last) {
        work.run(thing, first, last);
      }
    }
  }
}

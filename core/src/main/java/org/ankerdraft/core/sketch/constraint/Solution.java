package org.ankerdraft.core.sketch.constraint;

import java.util.List;

/** What the solver answers. */
sealed interface Solution {
  /**
   * All equations hold.
   *
   * @param freedom in how many ways the sketch can still move
   * @param movable which variables can
   * @param redundant indices of constraints that follow from others
   */
  record Solved(double[] values, int freedom, boolean[] movable, List<Integer> redundant)
      implements Solution {}

  /**
   * They cannot hold together.
   *
   * @param constraints indices of constraints that contradict each other; without any one of them
   *     the others can hold
   */
  record Contradiction(List<Integer> constraints) implements Solution {}
}

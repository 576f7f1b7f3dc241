package org.ankerdraft.core.operation;

import java.util.Optional;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.select.Choosing;
import org.ankerdraft.kernel.GeometryKernel.Combination;

/** The tools of earlier steps, made again for steps that repeat them. */
@FunctionalInterface
public interface Tools {
  Tools NONE = id -> Optional.empty();

  /** Empty if there is no such step, or if it has no tool. */
  Optional<Source> of(String stepId);

  /** Makes the tool. */
  @FunctionalInterface
  interface Making {
    Tool made() throws StepFailed, ExpressionException, Choosing.Adrift, Ladder.Stopped;
  }

  /**
   * A tool and what is done with it.
   *
   * @param body with which; null for the only one
   */
  record Source(Combination use, String body, Making making) {
    public Tool made() throws StepFailed, ExpressionException, Choosing.Adrift, Ladder.Stopped {
      return making.made();
    }
  }
}

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

  /** How a step is repeated. */
  sealed interface Source {
    /** The body that it changes; null for the only one. */
    String body();
  }

  /** By a tool and what is done with it: the same in every place. */
  record Made(Combination use, String body, Making making) implements Source {
    public Tool made() throws StepFailed, ExpressionException, Choosing.Adrift, Ladder.Stopped {
      return making.made();
    }
  }

  /** Gives what a step does, with the tools it does it with. */
  @FunctionalInterface
  interface Working {
    Work work() throws StepFailed, ExpressionException, Choosing.Adrift, Ladder.Stopped;
  }

  /** By all its tools, one act after the other, as they are: those that take and those that add. */
  record Moved(String body, Working working) implements Source {
    public Work work() throws StepFailed, ExpressionException, Choosing.Adrift, Ladder.Stopped {
      return working.work();
    }
  }

  /** By being done again: it follows what it comes to stand on. */
  record Done(String body, Again again) implements Source {}
}

package org.ankerdraft.core.ledger;

import java.util.function.Consumer;
import org.ankerdraft.core.operation.Failure;
import org.ankerdraft.core.operation.Ladder;
import org.ankerdraft.kernel.Budget;

/**
 * A limit that is yet to be found, by trials in the context in which the step failed. Whoever looks
 * for it, perhaps after a later build, can call them off.
 */
final class OpenLimit implements Failure.Limit {
  private final Failure.Limit trials;
  private final HandedOver cancel;
  private final Consumer<String> found;

  /**
   * @param cancel that the trials ask
   * @param found is told the limit
   */
  OpenLimit(Failure.Limit trials, HandedOver cancel, Consumer<String> found) {
    this.trials = trials;
    this.cancel = cancel;
    this.found = found;
  }

  /** A word to end work that may come from one and then from another. */
  static final class HandedOver implements Budget.Cancel {
    private volatile Budget.Cancel from;

    HandedOver(Budget.Cancel from) {
      this.from = from;
    }

    @Override
    public boolean isCancelled() {
      return from.isCancelled();
    }

    @Override
    public boolean isUnwanted() {
      return from.isUnwanted();
    }

    @Override
    public int patience() {
      return from.patience();
    }
  }

  String find(Budget.Cancel by) throws Ladder.Stopped {
    cancel.from = by;
    return find();
  }

  @Override
  public String find() throws Ladder.Stopped {
    String works = trials.find();
    found.accept(works);
    return works;
  }
}

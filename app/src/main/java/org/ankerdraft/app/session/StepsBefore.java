package org.ankerdraft.app.session;

import org.ankerdraft.core.ledger.StepResult;
import org.ankerdraft.core.operation.Body;
import org.ankerdraft.core.select.NamedShape;

/** The body that a step works on, as it stands before that step. */
public final class StepsBefore {
  private StepsBefore() {}

  /** The body last made or changed before the selected step; null if there is none. */
  public static NamedShape body(Session session) {
    var selected = session.selectedStep();
    if (selected.isEmpty() || session.state().isEmpty()) {
      return null;
    }
    NamedShape last = null;
    for (StepResult r : session.state().get().steps()) {
      if (r.id().equals(selected.get().id())) {
        break;
      }
      for (Body b : r.bodies()) {
        last = b.isLoaded() ? b.named() : null;
      }
    }
    return last;
  }
}

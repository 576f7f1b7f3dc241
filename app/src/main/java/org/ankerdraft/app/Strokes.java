package org.ankerdraft.app;

import java.util.List;
import javafx.scene.input.KeyEvent;
import org.ankerdraft.core.step.Stage;

/**
 * Two-stroke keys: the stage's letter opens the station on the rail, the step's letter then runs
 * it.
 */
final class Strokes {
  private static final long WAIT_NANOS = 4_000_000_000L;

  private final List<Action> actions;
  private final RailPane rail;
  private String first = "";
  private long since;

  Strokes(List<Action> actions, RailPane rail) {
    this.actions = actions;
    this.rail = rail;
  }

  /** Whether a station stands open for its second letter. */
  boolean isWaiting() {
    return !first.isEmpty() && System.nanoTime() - since < WAIT_NANOS;
  }

  /** Takes a key; whether it was one of ours. */
  boolean pressed(KeyEvent e) {
    if (!e.getCode().isLetterKey() || e.isAltDown()) {
      return false;
    }
    String letter = e.getCode().getName();
    if (isWaiting()) {
      String both = first + " " + letter;
      first = "";
      rail.closeMenu();
      for (Action a : actions) {
        if (a.keys().equals(both) && a.enabled().getAsBoolean()) {
          a.run().run();
          return true;
        }
      }
      return true;
    }
    for (Stage stage : Stage.values()) {
      if (String.valueOf(stage.letter).equals(letter)) {
        first = letter;
        since = System.nanoTime();
        rail.showActions(stage);
        return true;
      }
    }
    return false;
  }
}

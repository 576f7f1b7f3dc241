package org.ankerdraft.app;

import java.util.List;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import org.ankerdraft.core.step.Stage;

/**
 * Two-stroke keys: the stage's letter opens the station on the rail, the step's letter then runs
 * it.
 */
final class Strokes {
  private static final long WAIT_NANOS = 4_000_000_000L;

  /**
   * Longer than a keyboard waits before it repeats; a release that was lost is forgotten after it.
   */
  private static final long REPEAT_NANOS = 1_000_000_000L;

  private final List<Action> actions;
  private final RailPane rail;
  private KeyCode held;
  private long heldSeen;
  private String first = "";
  private long since;

  Strokes(List<Action> actions, RailPane rail) {
    this.actions = actions;
    this.rail = rail;
  }

  /** Takes a key; whether it was one of ours. */
  boolean pressed(KeyEvent e) {
    if (!e.getCode().isLetterKey() || e.isAltDown()) {
      return false;
    }
    if (isRepeat(e.getCode())) {
      return true;
    }
    String letter = e.getCode().getName();
    if (!first.isEmpty() && System.nanoTime() - since < WAIT_NANOS) {
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

  /**
   * A key that is held down repeats its press without a release between; only the first is a
   * stroke.
   */
  private boolean isRepeat(KeyCode code) {
    long now = System.nanoTime();
    boolean repeat = code == held && now - heldSeen < REPEAT_NANOS;
    held = code;
    heldSeen = now;
    return repeat;
  }

  void released() {
    held = null;
  }
}

package org.ankerdraft.app;

import javafx.application.Platform;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;

/**
 * Tells a press from its repetitions: a key that is held down repeats its press without a release
 * between. What takes longer than the pause between two of them would never end if each counted.
 */
final class HeldKey {
  /**
   * Longer than a keyboard waits before it repeats; a release that was lost is forgotten after it.
   */
  private static final long FORGOTTEN_NANOS = 1_000_000_000L;

  private KeyCode held;
  private long seen;

  /** Whether a press repeats the one before it. */
  boolean isRepeated(KeyEvent press) {
    boolean isRepeated = press.getCode() == held && System.nanoTime() - seen < FORGOTTEN_NANOS;
    held = press.getCode();
    stamp();
    // What the press does may take its time; the pause is counted from its end.
    Platform.runLater(this::stamp);
    return isRepeated;
  }

  private void stamp() {
    seen = System.nanoTime();
  }

  void released() {
    held = null;
  }
}

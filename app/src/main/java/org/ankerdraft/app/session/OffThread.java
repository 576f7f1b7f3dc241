package org.ankerdraft.app.session;

import java.util.concurrent.Callable;
import javafx.application.Platform;

/** Runs what may take long off the interface thread, which goes on drawing and waits for it. */
public final class OffThread {
  private static int waiting;
  private static Runnable next;

  private OffThread() {}

  /**
   * Whether something is waited for. Work that is begun meanwhile would be waited for first, and a
   * key that is held down would begin ever more of it.
   */
  public static boolean isWaiting() {
    return waiting > 0;
  }

  /** Does something when nothing is waited for any more; only what was asked for last is done. */
  public static void afterwards(Runnable action) {
    next = action;
  }

  private record Ended<T>(T value, Exception failure) {}

  /** The result of some work; throws what the work throws. */
  public static <T> T await(Callable<T> work) throws Exception {
    if (!Platform.isFxApplicationThread() || !Platform.canStartNestedEventLoop()) {
      return work.call();
    }
    Object loop = new Object();
    Thread.ofPlatform()
        .daemon()
        .name("file")
        .start(() -> {
          Ended<T> ended = run(work);
          Platform.runLater(() -> Platform.exitNestedEventLoop(loop, ended));
        });
    Ended<T> ended = entered(loop);
    if (ended.failure != null) {
      throw ended.failure;
    }
    return ended.value;
  }

  @SuppressWarnings("unchecked") // the loop is left with the end of this very work
  private static <T> Ended<T> entered(Object loop) {
    waiting++;
    try {
      return (Ended<T>) Platform.enterNestedEventLoop(loop);
    } finally {
      waiting--;
      if (waiting == 0 && next != null) {
        Platform.runLater(next);
        next = null;
      }
    }
  }

  private static <T> Ended<T> run(Callable<T> work) {
    try {
      return new Ended<>(work.call(), null);
    } catch (Exception e) {
      return new Ended<>(null, e);
    }
  }
}

package org.ankerdraft.core.survey;

import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.atomic.AtomicInteger;
import org.ankerdraft.kernel.Budget;

/** Work that threads share out between them, in chunks: whoever is free takes the next. */
public final class Shared {
  /** So that no thread is left with the dear ones while the others have ended. */
  private static final int CHUNKS_PER_THREAD = 16;

  private static final int LEAST_CHUNK = 32;
  private static final int MOST_CHUNK = 2048;

  /** Threads wait for more to do for a while: to begin one takes as long as a short work. */
  private static final ExecutorService HELPERS =
      Executors.newCachedThreadPool(Thread.ofPlatform().daemon().name("measuring-", 0).factory());

  private Shared() {}

  /** What is done from one number up to another. */
  @FunctionalInterface
  public interface Range {
    void run(int from, int to);
  }

  /**
   * Does all from 0 up to a count; returns when nothing is being done any more.
   *
   * @param threads how many work on it, the caller's among them
   * @return false if it was cancelled
   */
  public static boolean inParallel(int count, int threads, Budget.Cancel cancel, Range work) {
    int chunk = Math.clamp(count / (CHUNKS_PER_THREAD * threads), LEAST_CHUNK, MOST_CHUNK);
    return inParallel(count, chunk, threads, cancel, work);
  }

  /**
   * @param chunk how many a thread takes at a time
   */
  static boolean inParallel(int count, int chunk, int threads, Budget.Cancel cancel, Range work) {
    AtomicInteger next = new AtomicInteger();
    Callable<Boolean> share =
        () -> {
          for (int from = next.getAndAdd(chunk); from < count; from = next.getAndAdd(chunk)) {
            if (cancel.isUnwanted()) {
              return false;
            }
            work.run(from, Math.min(count, from + chunk));
          }
          return true;
        };
    int chunks = (count + chunk - 1) / chunk;
    List<Future<Boolean>> shares = new ArrayList<>();
    for (int i = 1; i < Math.min(threads, chunks); i++) {
      shares.add(HELPERS.submit(share));
    }
    boolean isWhole = true;
    try {
      isWhole = share.call();
    } catch (Exception e) {
      throw new IllegalStateException("measuring failed", e);
    } finally {
      for (Future<Boolean> other : shares) {
        isWhole &= ended(other);
      }
    }
    return isWhole;
  }

  /** Waits also when interrupted: what the share writes to must not be read before it has ended. */
  private static boolean ended(Future<Boolean> share) {
    boolean isInterrupted = false;
    while (true) {
      try {
        boolean isWhole = share.get();
        if (isInterrupted) {
          Thread.currentThread().interrupt();
        }
        return isWhole && !isInterrupted;
      } catch (InterruptedException e) {
        isInterrupted = true;
      } catch (ExecutionException e) {
        throw new IllegalStateException("measuring failed", e);
      }
    }
  }
}

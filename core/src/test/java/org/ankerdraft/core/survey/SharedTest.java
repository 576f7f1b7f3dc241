package org.ankerdraft.core.survey;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.Random;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.atomic.AtomicIntegerArray;
import java.util.stream.IntStream;
import org.ankerdraft.kernel.Budget;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class SharedTest {

  @ParameterizedTest
  @ValueSource(ints = {0, 1, 31, 32, 33, 1000, 100_000})
  void everythingIsDoneOnce(int count) {
    AtomicIntegerArray done = new AtomicIntegerArray(count);
    boolean isWhole =
        Shared.inParallel(
            count,
            3,
            Budget.Cancel.NEVER,
            (from, to) -> IntStream.range(from, to).forEach(done::incrementAndGet));
    assertThat(isWhole).isTrue();
    assertThat(IntStream.range(0, count).allMatch(i -> done.get(i) == 1)).isTrue();
  }

  @Test
  void nothingMoreIsBegunOnceItIsUnwanted() {
    AtomicInteger begun = new AtomicInteger();
    boolean isWhole =
        Shared.inParallel(
            1000, 10, 1, () -> begun.get() >= 7, (from, to) -> begun.incrementAndGet());
    assertThat(isWhole).isFalse();
    assertThat(begun).hasValue(7);
  }

  @Test
  void aFailureComesOutWhereverItHappened() {
    for (int failing : new int[] {0, 5, 9}) {
      assertThatThrownBy(() ->
              Shared.inParallel(
                  10,
                  1,
                  4,
                  Budget.Cancel.NEVER,
                  (from, to) -> {
                    if (from == failing) {
                      throw new IllegalArgumentException("at " + from);
                    }
                  }))
          .isInstanceOf(IllegalStateException.class)
          .hasRootCauseMessage("at " + failing);
    }
  }

  /** A thread that is interrupted comes back only when the others have let go of its arrays. */
  @Test
  void whoIsInterruptedWaitsForTheOthers() throws Exception {
    CountDownLatch helping = new CountDownLatch(1);
    CountDownLatch letGo = new CountDownLatch(1);
    AtomicInteger ended = new AtomicInteger();
    AtomicInteger seen = new AtomicInteger(-1);
    Thread caller =
        new Thread(() -> {
          Thread own = Thread.currentThread();
          Shared.inParallel(
              2,
              1,
              2,
              Budget.Cancel.NEVER,
              (from, to) -> {
                if (Thread.currentThread() != own) {
                  helping.countDown();
                  await(letGo);
                  ended.incrementAndGet();
                } else {
                  await(helping);
                }
              });
          seen.set(ended.get());
        });
    caller.start();
    helping.await();
    while (caller.getState() != Thread.State.WAITING) {
      Thread.onSpinWait();
    }
    caller.interrupt();
    letGo.countDown();
    caller.join();
    assertThat(seen).hasValue(1);
  }

  private static void await(CountDownLatch latch) {
    try {
      latch.await();
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
    }
  }

  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3, 4})
  void piecesAreSharedOutBySize(long seed) {
    Random random = new Random(seed);
    int[] sizes =
        random.ints(1 + random.nextInt(40), 0, 200).map(s -> Math.max(0, s - 60)).toArray();
    AtomicIntegerArray[] done =
        IntStream.of(sizes).mapToObj(AtomicIntegerArray::new).toArray(AtomicIntegerArray[]::new);
    Pieces pieces = new Pieces(sizes.length, i -> sizes[i]);
    assertThat(pieces.total()).isEqualTo(IntStream.of(sizes).sum());
    assertThat(
            pieces.inParallel(
                3,
                Budget.Cancel.NEVER,
                (thing, from, to) ->
                    IntStream.range(from, to).forEach(done[thing]::incrementAndGet)))
        .isTrue();
    for (int i = 0; i < sizes.length; i++) {
      for (int k = 0; k < sizes[i]; k++) {
        assertThat(done[i].get(k)).isEqualTo(1);
      }
    }
  }
}
